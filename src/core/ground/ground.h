// SPDX-License-Identifier: GPL-3.0-or-later
// What an article is drafted on, whatever it is: machine, yarn, swatch, wearer, and the knitter's own counts.
#pragma once

#include "core/machine/machine.h"
#include "core/quantity/name.h"
#include "core/swatch/swatch.h"
#include "core/wearer/measure.h"
#include "core/yarn/yarn.h"

#include <map>

namespace vestimen {

/// Counts that are pinned: the knitter's number takes the place of the reckoned one.
using Pins = std::map<CountKey, int>;

struct Ground {
    Machine machine;
    Yarn yarn;
    Swatch swatch;
    Wearer wearer;
    EaseTable ease = easyFit();
    Pins pins;

    bool operator==(const Ground&) const = default;
};

} // namespace vestimen
