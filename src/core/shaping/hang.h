// SPDX-License-Identifier: GPL-3.0-or-later
// Hanging an edge's rows onto needles (craft 17).
#pragma once

#include "core/quantity/count.h"

#include <optional>
#include <utility>
#include <vector>

namespace vestimen {

/// Needle (from 1) and the row of the edge (from 1) that goes onto it.
using HangPair = std::pair<int, int>;

struct HangMap {
    std::vector<HangPair> map;      ///< in needle order
    double ratio = 0.0;             ///< needles for each row
    int fractionNeedles = 1;        ///< the best small fraction: so many needles
    int fractionRows = 1;           ///< for so many rows
    double fractionErrorRows = 0.0; ///< rows that the fraction would be off over the whole edge

    /// The pairs in the order in which hands work: ends, middle, middles …
    std::vector<HangPair> halving() const;
};

/// Along the straight line from (needle 1, row 1) to (the last needle, the last row). Nothing when there are more
/// needles than rows, or none.
std::optional<HangMap> hang(Stitches needles, Rows rows);

/// Indices 0 … count - 1: first the ends, then the middle, then the middle of each interval, and so on.
std::vector<int> halvingOrder(int count);

} // namespace vestimen
