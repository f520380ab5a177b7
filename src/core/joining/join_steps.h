// SPDX-License-Identifier: GPL-3.0-or-later
// How hands make a join, step by step (craft 23).
#pragma once

#include "core/joining/joins.h"

#include <span>

namespace vestimen {

/// What a step looks like.
enum class StepLook {
    pinned,       ///< both edges beside each other, held at ends and middles
    firstHung,    ///< one edge on the needles
    bothHung,     ///< the other on the same needles
    looseRow,     ///< one row over both
    latched,      ///< each loop drawn through the one before
    rowsKnitted,  ///< what is knitted on grows
    barsTaken,    ///< two bars a side, by turns
    drawnTight,   ///< the seam closes
    loopToLoop,   ///< open loops against open loops, each passed twice
    backstitches, ///< back one, forward two
    throughLoops, ///< the tail through all of them
    drawnUp,      ///< and together
    wasteOut      ///< looked along from both sides, then what protected them comes out
};

struct JoinStep {
    StepLook look;
    const char* text;
};

/// Three to four for each way.
std::span<const JoinStep> stepsOf(JoinMethod method);

} // namespace vestimen
