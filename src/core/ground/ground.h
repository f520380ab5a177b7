// SPDX-License-Identifier: GPL-3.0-or-later
// What an article is drafted on, whatever it is: machine, yarn, swatch, wearer, and the knitter's own counts.
#pragma once

#include "core/ground/ends.h"
#include "core/ground/stripes.h"
#include "core/machine/machine.h"
#include "core/quantity/name.h"
#include "core/swatch/swatch.h"
#include "core/wearer/measure.h"
#include "core/yarn/yarn.h"

#include <map>
#include <vector>

namespace vestimen {

/// Counts that are pinned: the knitter's number takes the place of the reckoned one.
using Pins = std::map<CountKey, int>;

/// The yarn that only protects open loops, and comes out again.
struct WasteYarn {
    std::string colour; ///< #rrggbb; empty where nothing is said
    bool cord = true;   ///< a row of ravel cord between it and the work, by which it comes off
    bool operator==(const WasteYarn&) const = default;
};

struct Ground {
    Machine machine;
    Yarn yarn;                   ///< the main one
    std::vector<Yarn> moreYarns; ///< for some sections, or stripes
    Stripes stripes;
    Ends ends = Ends::later; ///< where a piece changes its yarn
    WasteYarn waste;
    Swatch swatch;
    Wearer wearer;
    EaseTable ease = easyFit();
    Pins pins;
    /// Findings that are taken as they are: Finding::decision of each.
    std::vector<std::string> decided;

    YarnNumber yarns() const { return 1 + static_cast<YarnNumber>(moreYarns.size()); }
    /// One of its yarns; the main one where there are not so many.
    const Yarn& yarnOf(YarnNumber number) const {
        return number > 0 && number < yarns() ? moreYarns[static_cast<std::size_t>(number) - 1] : yarn;
    }

    bool operator==(const Ground&) const = default;
};

} // namespace vestimen
