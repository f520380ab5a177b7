// SPDX-License-Identifier: GPL-3.0-or-later
// How two edges come onto the same needles to be joined (craft 23): which of them first, which side of each faces the
// knitter, and where the yarn begins. It follows from where the ridge is to lie, from where the tail is and from the
// hand that latches, and is said nowhere else.
#pragma once

#include "core/knitting/program.h"
#include "core/quantity/needle.h"

#include <optional>

namespace vestimen {

/// The hand that holds the latch tool.
enum class Hand { right, left };
/// On which side of what is worn the ridge of a join lies: inside as a rule, outside as a decoration.
enum class Ridge { inside, outside };

constexpr WornSide opposite(WornSide side) {
    return side == WornSide::knit ? WornSide::purl : WornSide::knit;
}

/// Within a sentence: "knit side", "purl side".
const char* label(WornSide side);

/// An edge's end, purl side facing, where the yarn is that the join is worked with.
struct TailPlace {
    bool ofSecond = false; ///< of the join's second edge
    Side side = Side::left;
};

struct Hanging {
    bool secondFirst = false;         ///< the join's second edge goes onto the needles before its first
    WornSide first = WornSide::knit;  ///< what the join's first edge turns towards the knitter
    WornSide second = WornSide::purl; ///< and its second
    Side yarn = Side::left;           ///< where the yarn is before the row over both; after it, at the other side

    /// Latching off goes from where the yarn was to where it is then.
    Side latchedTo() const { return opposite(yarn); }
};

/// The sides that shall touch each other are those on which no ridge is wanted. So what hangs first, next to the bed,
/// turns that side to the knitter, and what hangs before it the other one. A right hand latches from left to right, and
/// the row before it ends where latching does. `tail`: nothing where a new length is taken; then the first edge hangs
/// first.
Hanging hangingOf(Ridge ridge, WornSide wornOut, Hand hand, std::optional<TailPlace> tail);

} // namespace vestimen
