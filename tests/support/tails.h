// SPDX-License-Identifier: GPL-3.0-or-later
// The ends of yarn that joins are worked with, held against the fabrics.
#pragma once

#include "core/work.h"

namespace vestimen::test {

/// How many ends there were, by where they lie: where a yarn begins, and where it was broken, at open loops, at loops
/// that were bound in steps, or at a trim's last row.
struct TailsSeen {
    int begun = 0;
    int broken = 0;
    int open = 0;
    int inSteps = 0;
};

/// Within a property: what is left of a yarn is what its joins take, and lies where they begin; Knit says that figure.
TailsSeen checkTails(const Worked& worked);

} // namespace vestimen::test
