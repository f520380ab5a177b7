// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/virtual_bed.h"
#include "core/knitting/wording.h"
#include "workroom/workroom.h"

#include <memory>

namespace vestimen::app {

/// A begun piece at the place that its journal says, with the bed as it is there. Every move is in the journal, on the
/// disk, before it counts.
class KnittingState {
public:
    /// WorkroomError when the sibling pieces that it hangs from cannot be read.
    KnittingState(Workroom& workroom, BegunPiece piece, std::shared_ptr<const std::map<std::string, Fabric>> siblings);

    const BegunPiece& piece() const { return *piece_; }
    const Program& program() const { return piece_->program; }
    const VirtualBed& bed() const { return *bed_; }
    ProgramPlace place() const { return piece_->place; }
    const std::vector<ProgramStep>& steps() const { return steps_; }
    const ProgramStep* next() const { return stepAt(steps_, place()); }
    bool finished() const { return next() == nullptr; }
    /// Rows of the next step that are still to knit; 0 for something done by hand.
    int rowsAhead() const;
    int lastRow() const { return lastRow_; }
    /// Passes that were made, and all that there are.
    int passesDone() const { return static_cast<int>(bed_->fabric().passes.size()); }
    int passesAll() const { return passesAll_; }
    /// The bed after the next step, to show what it will do.
    std::unique_ptr<VirtualBed> bedAfterNext() const;

    void done();
    void back();
    void note(const QString& text);

private:
    void record(JournalRecord::Kind kind, ProgramPlace to, const QString& text = {});
    std::unique_ptr<VirtualBed> bedAt(ProgramPlace place) const;

    Workroom& workroom_;
    std::unique_ptr<BegunPiece> piece_; ///< the bed points into it
    std::shared_ptr<const std::map<std::string, Fabric>> fabrics_;
    Siblings siblings_;
    std::vector<ProgramStep> steps_;
    std::unique_ptr<VirtualBed> bed_;
    int lastRow_ = 0;
    int passesAll_ = 0;
};

} // namespace vestimen::app
