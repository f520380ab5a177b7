// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/virtual_bed.h"
#include "core/knitting/wording.h"
#include "core/record/corrections.h"
#include "workroom/workroom.h"

#include <QLockFile>

#include <functional>
#include <memory>
#include <vector>

namespace vestimen::app {

/// What asks to be ticked off before the row that follows counts as done.
enum class Confirm { always, shaping, never };

/// A begun piece at the place that its journal says, with the bed as it is there. Every move is in the journal, on the
/// disk, before it counts.
class KnittingState {
public:
    /// WorkroomError when the sibling pieces that it hangs from cannot be read.
    KnittingState(Workroom& workroom, BegunPiece piece, std::shared_ptr<const std::map<std::string, Fabric>> siblings);

    /// A rehearsal: without yarn, and nothing of it is kept.
    KnittingState(Program program, std::shared_ptr<const std::map<std::string, Fabric>> siblings);
    bool isRehearsal() const { return workroom_ == nullptr; }

    /// Another window has the piece: this one looks on, and every move is refused with a WorkroomError.
    bool looksOn() const { return lock_ && !lock_->isLocked(); }

    const BegunPiece& piece() const { return *piece_; }
    const Program& program() const { return piece_->program; }
    const VirtualBed& bed() const { return *bed_; }
    ProgramPlace place() const { return piece_->place; }
    const std::vector<ProgramStep>& steps() const { return steps_; }
    const ProgramStep* next() const { return stepAt(steps_, place()); }
    bool finished() const { return next() == nullptr; }
    /// Rows of the next step that are still to knit; 0 for something done by hand.
    int rowsAhead() const;
    /// Passes that were made, and all that there are.
    int passesDone() const { return static_cast<int>(bed_->fabric().passes.size()); }
    int passesAll() const { return passesAll_; }
    /// Rows until the section that the next step lies in is done.
    int rowsLeftInSection() const;
    /// The bed after the next step, to show what it will do.
    std::unique_ptr<VirtualBed> bedAfterNext() const;
    std::unique_ptr<VirtualBed> bedAt(ProgramPlace place) const;
    const Siblings& siblings() const { return siblings_; }

    /// Whether the next step must be ticked off by itself.
    bool asksFirst(Confirm confirm) const { return asksFirstAt(place(), confirm); }
    /// The next step, or one row of it. Steps that need no tick go with the row that follows them; what must be ticked
    /// off after them is still to do then.
    void done(Confirm confirm = Confirm::always);
    /// Rows that the carriage has made already, stored together. Fewer where something asks first, where `stops` says
    /// so, or at the end. Returns how many.
    int rowsDone(int rows, Confirm confirm, const std::function<bool(ProgramPlace)>& stops);
    void back();
    /// Takes rows off: the place is right after the row before them, so what was done by hand there is to do again.
    /// Fewer where there are fewer. Returns how many.
    int unravel(int rows);
    /// The counter, set by hand; false for a row outside counterStretch().
    bool setCounter(int row, const QString& why);
    /// Goes on with another program from the same rows on.
    void adjust(const Correction& correction, const QString& why);
    /// Straight to after so many rows; for a rehearsal.
    void jump(int passes);
    /// Takes the next step apart, needle by needle; for a rehearsal. False where there is nothing to take apart.
    bool slowDown();
    void note(const QString& text);
    void mark(const QString& text);
    void pause();

    /// Records of the journal that say something about a row: notes, marks, corrections; the newest last.
    const QList<JournalRecord>& remarks() const { return remarks_; }

private:
    bool asksFirstAt(ProgramPlace place, Confirm confirm) const;
    void refuseWhenLookingOn() const;
    /// Stores all of them with one wait for the disk, and goes to the last.
    void goThrough(const std::vector<ProgramPlace>& places);
    void record(JournalRecord::Kind kind, ProgramPlace to, const QString& text = {},
                std::optional<Program> program = {});
    void readProgram();

    Workroom* workroom_ = nullptr;      ///< none for a rehearsal
    std::unique_ptr<BegunPiece> piece_; ///< the bed points into it
    std::unique_ptr<QLockFile> lock_;
    std::shared_ptr<const std::map<std::string, Fabric>> fabrics_;
    Siblings siblings_;
    std::vector<ProgramStep> steps_;
    std::unique_ptr<VirtualBed> bed_;
    QList<JournalRecord> remarks_;
    int passesAll_ = 0;
};

} // namespace vestimen::app
