// SPDX-License-Identifier: GPL-3.0-or-later
// The virtual bed: runs a row program loop by loop, refuses what a bed cannot do, and returns the fabric.
// The laws are those of docs/format/program.md; the order of this file's functions follows that page.
#pragma once

#include "core/bed/fabric.h"

#include <boost/container/small_vector.hpp>

#include <algorithm>
#include <vector>

namespace vestimen {

enum class Position : std::uint8_t { out, work, hold };

struct NeedleState {
    LoopId first = noLoop; ///< the oldest loop
    std::uint8_t loops = 0;
    Position position = Position::out;
    bool expectsEmpty = false;  ///< declared to take an `empty` loop in the next pass
    bool ladderAllowed = false; ///< the arrangement or an operation left it empty on purpose
    bool wrapped = false;       ///< since it came to hold
    std::int16_t placed = -1;   ///< the yarn it takes in the next pass only
    /// Further loops, in order; as many as most needles ever hold lie within.
    boost::container::small_vector<LoopId, 3> more;

    LoopId newest() const { return more.empty() ? first : more.back(); }
};

/// Fabrics of pieces that were finished before, by name.
using Siblings = std::map<std::string, const Fabric*>;

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
    std::optional<StitchSize> size() const { return size_; }
    std::optional<YarnIndex> workingYarn() const { return workingYarn_; }
    NeedleState needle(Needle needle) const;
    bool onBed(Needle needle) const {
        const int slot = needle.slot() + half_;
        return slot >= 0 && slot < program_.machine.needles && (needle.bed() == Bed::main || program_.machine.beds > 1);
    }
    /// The outermost needles that hold loops; an empty span when none does.
    NeedleSpan occupied(Bed bed = Bed::main) const;
    const Fabric& fabric() const { return fabric_; }

private:
    friend struct Perform;

    struct YarnPlace {
        bool joined = false;
        Side side = Side::right;
    };

    /// Neighbouring needles in work whose only loops are those of the pass before, one after the other: most of the bed
    /// most of the time. As long as nothing else is done to them, a row is made of all at once.
    struct Settled {
        int first = 0; ///< slots, from left to right
        int last = -1;
        LoopId atFirst = noLoop;
        int step = 1; ///< from one needle's loop to its right neighbour's

        bool empty() const { return last < first; }
        int size() const { return last - first + 1; }
        bool holds(int slot) const { return slot >= first && slot <= last; }
        LoopId loop(int slot) const { return atFirst + static_cast<LoopId>(step * (slot - first)); }
    };

    /// Looks for the needles that can settle: the longest run of neighbours whose loops were made one after the other.
    class Runs {
    public:
        /// `step`: 1 when they are come by from left to right, -1 from right to left.
        explicit Runs(int step) : step_(step) {}
        /// So many neighbours, from one slot and one loop on.
        void add(int slot, int needles, LoopId loop) {
            if (slot != run_.slot + step_ * run_.count || loop != run_.loop + static_cast<LoopId>(run_.count))
                run_ = {slot, loop, 0};
            run_.count += needles;
            if (run_.count > longest_.count)
                longest_ = run_;
        }
        int most() const { return longest_.count; }
        Settled longest() const {
            const auto [slot, loop, count] = longest_;
            return step_ > 0 ? Settled{slot, slot + count - 1, loop, 1}
                             : Settled{slot - count + 1, slot, loop + static_cast<LoopId>(count) - 1, -1};
        }

    private:
        struct Run {
            int slot = 0;
            LoopId loop = 0;
            int count = 0;
        };
        int step_;
        Run run_;
        Run longest_;
    };

    std::size_t index(Needle needle) const {
        return static_cast<std::size_t>(needle.slot() + half_) + (needle.bed() == Bed::second ? perBed_ : 0);
    }
    /// All but the first loop of a needle, which it does not know while it is settled.
    const NeedleState& look(Needle needle) const { return needles_[index(needle)]; }
    /// A needle that something is done to; it is not settled any more.
    NeedleState& at(Needle needle) {
        steady_ = false;
        if (settled_.holds(needle.slot()))
            unsettle(needle.slot());
        return needles_[index(needle)];
    }
    void unsettle(int slot);
    void settle(Settled now);
    /// Writes the loops of settled needles, from one slot to another.
    void writeSettled(int first, int last);
    void find(const char* code, std::optional<Needle> needle, Phrase text, Severity severity = Severity::error);
    void findBeyondBed(Needle needle);
    void findFull(Needle needle);
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
    void push(Needle needle, LoopId loop) { push(needle, at(needle), loop); }
    /// The same, where the needle's state is at hand.
    void push(Needle needle, NeedleState& state, LoopId loop) {
        activate(needle);
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
    /// A needle comes out of rest.
    void activate(Needle needle) {
        firstActive_ = std::min(firstActive_, needle.slot());
        lastActive_ = std::max(lastActive_, needle.slot());
    }
    /// Leaves the empty needles out of work at both ends to the slots that are not looked at.
    void passOverIdle();
    void clear(NeedleState& state);
    void move(NeedleState stack, Needle to);
    NeedleState lift(Needle from);
    std::optional<Needle> outermost(Side side) const;
    std::optional<YarnIndex> yarnAtHand(const char* what);
    void pass(const operation::Knit& knit);
    struct Across;
    void knitAcross(const operation::Knit& knit, Pass& row);
    void layYarn(Needle needle, Across& across);
    void knitNeedle(Needle needle, NeedleState& state, Across& across);
    /// Whether the next row is the one before over again, the other way.
    bool knitsLikeBefore() const;
    void addLoopsLikeBefore(Pass& row);
    void putOnNeedles(const Pass& row);
    void finishRow(const Pass& row);
    /// So many rows like the one before, at once. Returns how many it knitted; 0 where the next row is another.
    int repeatRow(int rows);
    void checkTurn();
    void checkHeadOn();
    void checkShape(int stitches);

    const Program& program_;
    const Siblings* siblings_;
    int half_;
    std::size_t perBed_;
    ProgramPlace place_;
    Fabric fabric_;
    std::vector<NeedleState> needles_;
    Settled settled_; ///< on a machine with one bed only
    std::vector<YarnPlace> yarns_;
    std::optional<YarnIndex> workingYarn_;
    std::optional<StitchSize> size_;
    Side carriage_ = Side::right;
    bool leverOn_ = false;
    int counter_ = 0;
    std::optional<Needle> lastKnitted_; ///< in the pass before, while the yarn still comes from there
    bool steady_ = false;    ///< the pass before left every needle as it was, but for its loop; nothing was done since
    bool anyPlaced_ = false; ///< some needle takes another yarn in the next pass
    int firstActive_;        ///< slots outside these two are empty and out of work
    int lastActive_;
    /// The loops that were hung, of each piece (0 for this one) and kind of source.
    std::map<std::pair<std::size_t, HangSource::Kind>, std::vector<bool>> sourcesUsed_;
    std::map<Needle, std::pair<LoopId, int>> dropped_; ///< needle to the loop let down and its depth
    std::size_t shapeRun_ = 0;
    int shapePasses_ = 0;
    bool shapeWrong_ = false;
};

/// Runs a whole program.
Fabric knit(const Program& program, const Siblings* siblings = nullptr);

} // namespace vestimen
