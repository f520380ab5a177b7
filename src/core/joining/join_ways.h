// SPDX-License-Identifier: GPL-3.0-or-later
// The ways of joining that there are (craft 23), a row each: words, tail, and how hands do it.
#pragma once

#include "core/ground/option.h"
#include "core/joining/line_joins.h"

#include <array>
#include <map>
#include <optional>
#include <span>
#include <string>
#include <vector>

namespace vestimen {

/// What a step looks like.
enum class StepLook {
    pinned,       ///< both edges beside each other, held at ends and middles
    firstHung,    ///< one edge on the needles
    bothHung,     ///< the other on the same needles
    looseRow,     ///< one row over both
    latched,      ///< each loop drawn through the one before
    rowsKnitted,  ///< what is knitted on grows
    barsTaken,    ///< bars of a side, by turns
    drawnTight,   ///< the seam closes
    loopToLoop,   ///< open loops against open loops, each passed twice
    backstitches, ///< back one, forward two
    chained,      ///< a chain through both edges
    overTheEdge,  ///< round and round both edges
    throughLoops, ///< the tail through all of them
    drawnUp,      ///< and together
    wasteOut      ///< looked along from both sides, then what protected them comes out
};

struct JoinStep {
    StepLook look;
    const char* text;
};

struct JoinWay {
    JoinMethod method;
    Option option;
    const char* technique;       ///< what somebody has to be able to do; empty: nothing of its own
    std::optional<TailFor> tail; ///< nothing where it takes no end, or where it is reckoned otherwise
    double minutes; ///< that 10 cm take hands which have done it before; 0 where Knit knows how long it takes
    /// What is said of both edges where it stands in for the way that is planned; {0} is the worn side, {1} the other.
    /// Empty where they hang on the same needles: then it follows from the ridge.
    const char* facing;
    std::span<const JoinStep> steps; ///< two to four
    const char* card;                ///< the practice card that shows it; empty: none does
    bool hung = false;               ///< both edges hang on the same needles, and one row goes through both
    bool latched = false;            ///< that row is latched off, towards its yarn; else it is bound off with it
    Ridge ridge = Ridge::inside;
};

extern const std::array<JoinWay, 13> joinWays;
const JoinWay& wayOf(JoinMethod method);

/// Whether both edges hang on the same needles.
inline bool isHung(JoinMethod method) {
    return wayOf(method).hung;
}

/// Ways in which a join can be made, by the kinds of its edges; the planned one first. One alone where nothing else is
/// as good.
std::vector<JoinMethod> waysFor(const PlannedJoin& planned);
/// Three bars a side for seams of a thick yarn (craft 23), whose rows are at least so tall.
constexpr Length thickRow = Length::millimetres(3.5);
void takeMoreBars(std::vector<PlannedJoin>& planned, Length row);
/// By its key, the way that a knitter chose for a join. What is no way of it is left as planned.
void useWays(std::vector<PlannedJoin>& planned, const std::map<std::string, std::string>& chosen);

} // namespace vestimen
