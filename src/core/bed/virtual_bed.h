// SPDX-License-Identifier: GPL-3.0-or-later
// The virtual bed: runs a row program loop by loop, refuses what a bed cannot do, and returns the fabric.
// The laws are those of docs/format/program.md; the order of this file's functions follows that page.
#pragma once

#include "core/bed/openings.h"

#include <vector>

namespace vestimen {

class VirtualBed {
public:
    /// The program and the siblings must outlive the bed.
    explicit VirtualBed(const Program& program, const Siblings* siblings = nullptr);

    /// Goes on to a place in the program; places that lie behind are left as they are.
    void advance(ProgramPlace to);
    /// Does something that is not in the program, as a hand may at any time: a row, where it is one. The place stays.
    void perform(const Operation& operation);
    /// Puts a needle of the bed into a position, with its loops on it. An empty one in work is taken as meant.
    void setPosition(Needle needle, Position position);
    /// Goes on to the end and makes the last checks. Returns the fabric; the bed is then spent.
    Fabric finish();

    ProgramPlace place() const { return place_; }
    int counter() const { return counter_; }
    Side carriage() const { return carriage_; }
    bool leverOn() const { return leverOn_; }
    int rack() const { return rack_; }
    std::optional<StitchSize> size() const { return size_; }
    std::optional<YarnIndex> workingYarn() const { return workingYarn_; }
    NeedleState needle(Needle needle) const { return needles_.state(needle); }
    bool onBed(Needle needle) const { return needles_.has(needle); }
    /// The outermost needles that hold loops; an empty span when none does.
    NeedleSpan occupied(Bed bed = Bed::main) const { return needles_.occupied(bed); }
    const Fabric& fabric() const { return fabric_; }
    /// Columns that were let down, and how many rungs below their needle lie open.
    std::vector<std::pair<Needle, int>> openRungs() const {
        std::vector<std::pair<Needle, int>> all;
        for (const auto& [needle, dropped] : dropped_)
            all.emplace_back(needle, static_cast<int>(dropped.rungs.size()));
        return all;
    }

    /// Stitches of half their yarn that have not been let down: where their column's needle is, and how many rows
    /// below it each lies, 1 being the newest.
    std::vector<std::pair<Needle, int>> splitStitches() const;

private:
    friend struct Perform;

    struct YarnPlace {
        bool joined = false;
        Side side = Side::right;
        bool slipped = false; ///< it lies behind the stitches, from where it was knitted to the other side
        LoopId last = noLoop; ///< the newest loop that it made since it was joined
        Needle lastAt = {};   ///< where it was made
    };

    void find(FindingCode code, std::optional<Needle> needle, Phrase text, Severity severity = Severity::error);
    // Apart from the rows, which are quicker so.
    void findBeyondBed(Needle needle);
    void findFull(Needle needle);
    void findFloat(Needle needle);
    void findLadder(Needle needle);
    void findEmpty(Needle needle);
    void findCrowded(Needle needle, const NeedleState& state);
    void findOtherWidth(int stitches, int wanted);
    /// A yarn that is laid in by hand goes from its last stitch to the next, over what lies between.
    void checkLaidIn(YarnIndex yarn, Needle to);
    /// So many needles with a loop, or emptied since a loop was made, between two places of the main bed.
    int passedOver(int from, int to, LoopId since) const;
    /// Where a needle stands, in needles of the main bed.
    int standsAt(Needle needle) const { return needle.slot() + (needle.bed() == Bed::second ? rack_ : 0); }
    /// Whether a loop can go straight over from one bed's needle to the other's.
    bool areAcross(Needle main, Needle second) const {
        const int apart = main.slot() - standsAt(second);
        return apart == 0 || (apart == 1 && program_.machine.halfPitch);
    }
    bool inReach(Needle needle) {
        if (!onBed(needle))
            findBeyondBed(needle);
        return onBed(needle);
    }
    LoopId make(LoopKind kind, Needle needle, YarnIndex yarn, LoopId parent, bool asPurl = false) {
        fabric_.loops.push_back(
            Loop{parent, static_cast<std::int16_t>(needle.slot()), yarn, kind, needle.bed(), asPurl});
        ++fabric_.loopsPerYarn[yarn];
        return static_cast<LoopId>(fabric_.loops.size() - 1);
    }
    void push(Needle needle, LoopId loop) { push(needle, needles_.at(needle), loop); }
    /// The same, where the needle's state is at hand.
    void push(Needle needle, NeedleState& state, LoopId loop) {
        needles_.activate(needle);
        if (state.loops == 0)
            state.first = loop;
        else
            state.more.push_back(loop);
        ++state.loops;
        if (state.loops == program_.machine.loopsPerNeedle + 1)
            findFull(needle);
    }
    void addParents(LoopId loop, const NeedleState& stack, bool keepFirst) {
        if (keepFirst && stack.loops > 0)
            fabric_.moreParents.emplace_back(loop, stack.first);
        for (const LoopId parent : stack.more)
            fabric_.moreParents.emplace_back(loop, parent);
    }
    void move(NeedleState stack, Needle to);
    /// All loops of a needle.
    void move(Needle from, Needle to);
    std::optional<YarnIndex> yarnAtHand(const char* what);
    /// The yarn leads away from this loop now.
    void leadsFrom(LoopId loop, YarnIndex yarn, Needle needle) {
        yarns_[yarn].last = loop;
        yarns_[yarn].lastAt = needle;
    }
    /// Where the loop is that a yarn leads away from, moved or hung again as it may be; nothing before its first.
    std::optional<Needle> strandFrom(const YarnPlace& yarn) const;
    /// The yarn led from there to the first needle of the newest pass; `last` was its loop before.
    void checkStrand(Needle from, LoopId last);
    void checkFirstRow();
    void pass(const operation::Knit& knit);
    struct Across;
    void knitAcross(const operation::Knit& knit, Pass& row);
    void knitSettled(Across& across);
    /// So many needles, from a slot on.
    void knitUnsettled(int from, int needles, Across& across);
    void knitTwoBeds(Across& across);
    void layYarn(Needle needle, Across& across);
    void knitNeedle(Needle needle, NeedleState& state, Across& across);
    /// Whether the next row is the one before over again, the other way.
    bool knitsLikeBefore() const;
    /// So many rows like the one before, the first of them being `row` but for its loops and its number.
    void knitLikeBefore(Pass row, int rows);
    void add(const Pass& row);
    /// The carriage is over.
    void finishRow(const Pass& row);
    /// So many rows like the one before, at once. Returns how many it knitted; 0 where the next row is another.
    int repeatRow(int rows);
    void checkTurn();
    void checkHeadOn();
    void checkShape(int stitches);

    const Program& program_;
    const Siblings* siblings_;
    ProgramPlace place_;
    Fabric fabric_;
    Needles needles_; ///< those of a machine with two beds do not settle
    std::vector<YarnPlace> yarns_;
    std::optional<YarnIndex> workingYarn_;
    std::optional<StitchSize> size_;
    Side carriage_ = Side::right;
    bool carriageKnown_ = false; ///< the first cast on or join says where it stands
    bool leverOn_ = false;
    int rack_ = 0;          ///< needles that the second bed stands further right than at the beginning
    int rackKnittedAt_ = 0; ///< in the pass before
    int counter_ = 0;
    std::vector<Needle> placed_;        ///< that take another yarn in the next pass
    std::optional<Needle> lastKnitted_; ///< in the pass before, while the yarn still comes from there
    bool steady_ = false; ///< the pass before left every needle as it was, but for its loop, and found nothing
    /// The loops that were hung, of each piece and kind of source.
    std::map<std::pair<const Fabric*, HangSource::Kind>, std::vector<bool>> sourcesUsed_;
    struct Dropped {
        NeedleState needle;           ///< as it was, without the loop that was let down
        LoopId loop;                  ///< the lowest, which is still whole
        std::vector<YarnIndex> rungs; ///< above it that are still open, the highest first
        bool ladder;
        bool begun = false; ///< some were taken up, and it hangs on its needle
    };
    /// Rungs that stay open below a stitch which knits on.
    void checkRungs();
    std::map<Needle, Dropped> dropped_;
    /// Found of a loop of Fabric::split, at that index.
    struct Split {
        Needle at; ///< where it was then
        bool isKnittedOn = false;
    };
    /// The needle whose column goes down to a split stitch, and how many rows that is.
    std::optional<std::pair<Needle, int>> columnOf(std::size_t split) const;
    /// Stitches of half their yarn under a row that is knitted over them.
    void checkSplit();
    std::vector<Split> splits_;
    std::size_t shapeRun_ = 0;
    int shapePasses_ = 0;
    bool shapeWrong_ = false;
};

/// Runs a whole program.
Fabric knit(const Program& program, const Siblings* siblings = nullptr);

} // namespace vestimen
