// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace vestimen {

/// How an edge is shaped row by row (craft 8).
struct EdgeShaping {
    int lines = 0;               ///< of the list; 0: the fewest within tolerance
    bool everySecondRow = false; ///< nothing happens on the rows between
    bool fashioned = true;       ///< the outer stitches are moved together; else the edge stitch alone
    int inset = 2;               ///< stitches moved at a fashioned increase or decrease
    bool operator==(const EdgeShaping&) const = default;
};

} // namespace vestimen
