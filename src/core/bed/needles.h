// SPDX-License-Identifier: GPL-3.0-or-later
// The needles of a machine's beds, and what is on them.
#pragma once

#include "core/bed/loops.h"

#include <algorithm>
#include <optional>
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
    bool apart = false;         ///< in hold: what is knitted beside it has an edge of its own
    std::int16_t placed = -1;   ///< the yarn it takes in the next pass only
    LoopId emptiedAt = 0;       ///< so many loops were made when shaping last emptied it
    std::vector<LoopId> more;   ///< further loops, in order

    LoopId newest() const { return more.empty() ? first : more.back(); }
    /// Takes all loops off; the position stays.
    void clear() {
        first = noLoop;
        loops = 0;
        more.clear();
        wrapped = false;
    }
};

/// Neighbouring needles on the main bed, slots from left to right, whose loops were made one after the other.
struct NeedleRun {
    int first = 0;
    int last = -1;
    LoopId atFirst = noLoop;
    int step = 1; ///< from one needle's loop to its right neighbour's; 1 or -1

    bool empty() const { return last < first; }
    int size() const { return last - first + 1; }
    bool holds(int slot) const { return slot >= first && slot <= last; }
    /// Where a carriage that goes by 1 or -1 comes to it, and where it leaves it.
    int near(int by) const { return by > 0 ? first : last; }
    int far(int by) const { return near(-by); }
    LoopId loop(int slot) const { return atFirst + static_cast<LoopId>(step * (slot - first)); }
};

/// Finds the longest run among needles that are come by in one direction.
class LongestRun {
public:
    /// `step`: 1 from left to right, -1 from right to left.
    explicit LongestRun(int step) : step_(step) {}
    /// So many neighbours, from one slot and one loop on.
    void add(int slot, int needles, LoopId loop) {
        if (slot != nextSlot_ || loop != run_.loop + static_cast<LoopId>(run_.count))
            run_ = {slot, loop, 0};
        run_.count += needles;
        nextSlot_ = slot + step_ * needles;
        if (run_.count > longest_.count)
            longest_ = run_;
    }
    int size() const { return longest_.count; }
    NeedleRun run() const {
        const auto [slot, loop, count] = longest_;
        return step_ > 0 ? NeedleRun{slot, slot + count - 1, loop, 1}
                         : NeedleRun{slot - count + 1, slot, loop + static_cast<LoopId>(count) - 1, -1};
    }

private:
    struct Run {
        int slot = 0;
        LoopId loop = 0;
        int count = 0;
    };
    int step_;
    int nextSlot_ = 0;
    Run run_;
    Run longest_;
};

/// Most needles most of the time are in work and have one loop, that of the row before: those can settle. What is on
/// them then follows from the row, until something is done to one of them. Where a row is hung on all of them, they
/// stay settled with two loops until they are knitted.
class Needles {
public:
    Needles(int perBed, int beds)
        : half_(perBed / 2), perBed_(perBed), beds_(beds), states_(static_cast<std::size_t>(perBed * beds)),
          firstActive_(half_), lastActive_(-half_ - 1) {}

    int perBed() const { return perBed_; }
    bool twoBeds() const { return beds_ > 1; }
    bool has(Needle needle) const {
        // Slots left of the bed come out as large numbers.
        return static_cast<unsigned>(needle.slot() + half_) < static_cast<unsigned>(perBed_) &&
               static_cast<int>(needle.bed()) < beds_;
    }
    std::size_t size() const { return states_.size(); }
    /// Counted from left to right, the second bed's after the main one's.
    std::size_t index(Needle needle) const {
        return static_cast<std::size_t>(needle.slot() + half_ + static_cast<int>(needle.bed()) * perBed_);
    }

    NeedleState state(Needle needle) const {
        NeedleState state = look(needle);
        if (settled_.holds(needle.slot()))
            state.first = settled_.loop(needle.slot());
        if (hung_.holds(needle.slot()))
            state.more.push_back(hung_.loop(needle.slot()));
        return state;
    }
    /// The same without a copy, but for which loops they are: that is not known while the needle is settled.
    const NeedleState& look(Needle needle) const { return states_[index(needle)]; }
    /// For what is done to a needle; it is not settled any more.
    NeedleState& at(Needle needle) {
        touched_ = true;
        if (settled_.holds(needle.slot()))
            unsettle(needle.slot());
        return states_[index(needle)];
    }
    /// What was on a needle; nothing is any more.
    NeedleState lift(Needle from) {
        NeedleState& state = at(from);
        NeedleState stack = std::move(state);
        state.clear();
        return stack;
    }

    /// Whether anything was done to a needle since the last row.
    bool touched() const { return touched_; }
    void rowIsDone() { touched_ = false; }

    const NeedleRun& settled() const { return settled_; }
    /// These settle instead of the others; an empty run where none do.
    void settle(const NeedleRun& run);
    /// Takes all out, before something is done to most of them.
    void unsettleAll() { settle({}); }
    /// The settled needles have other loops now: these, from the leftmost on.
    void settledKnitted(LoopId atFirst, int step) {
        settled_.atFirst = atFirst;
        settled_.step = step;
    }
    /// All that are settled take a second loop each: these, from the leftmost on.
    void hangOnSettled(LoopId atFirst);
    /// The second loops; an empty run where there are none.
    const NeedleRun& hung() const { return hung_; }
    /// The settled needles are knitted, and have one loop each again.
    void hungKnitted();
    /// For a row: a needle that is not settled.
    NeedleState& unsettled(Needle needle) { return states_[index(needle)]; }

    /// Slots outside the active ones are empty and out of work.
    int firstActive() const { return firstActive_; }
    int lastActive() const { return lastActive_; }
    void activate(Needle needle) {
        firstActive_ = std::min(firstActive_, needle.slot());
        lastActive_ = std::max(lastActive_, needle.slot());
    }
    /// Leaves the empty needles out of work at both ends to the others.
    void passOverIdle();

    /// The outermost needles that hold loops; an empty span when none does.
    NeedleSpan occupied(Bed bed) const;
    /// On the main bed.
    std::optional<Needle> outermost(Side side) const;
    /// Whether no needle with a loop would knit while the hold lever is on.
    bool allHeld() const;
    /// The needle that now has a loop, or has it hung on it again; the search begins at `from`. A loop of a settled
    /// needle is found by its place in the run. `isIt` tells whether a loop is the one that is sought.
    template<class IsIt> std::optional<Needle> find(Needle from, IsIt isIt) const {
        const auto holds = [&](Needle needle) {
            if (!has(needle) || look(needle).loops == 0)
                return false;
            const NeedleState& state = look(needle);
            return isIt(settled_.holds(needle.slot()) ? settled_.loop(needle.slot()) : state.first) ||
                   (hung_.holds(needle.slot()) && isIt(hung_.loop(needle.slot()))) ||
                   std::ranges::any_of(state.more, isIt);
        };
        for (int away = 0; away <= perBed_; ++away)
            for (const int slot : {from.slot() - away, from.slot() + away})
                for (const Bed bed : {Bed::main, Bed::second})
                    if (const Needle needle = Needle::atSlot(slot, bed); holds(needle))
                        return needle;
        return std::nullopt;
    }

private:
    void unsettle(int slot);
    /// Writes the loops of settled needles, from one slot to another.
    void writeSettled(int first, int last);

    int half_;
    int perBed_;
    int beds_;
    std::vector<NeedleState> states_;
    NeedleRun settled_;
    NeedleRun hung_; ///< of the settled needles, all or none
    bool touched_ = true;
    int firstActive_;
    int lastActive_;
};

} // namespace vestimen
