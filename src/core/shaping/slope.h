// SPDX-License-Identifier: GPL-3.0-or-later
// A change of width along an edge (craft 8): so many events over so many rows, in few lines of "every e rows, t times".
#pragma once

#include "core/quantity/count.h"

#include <optional>
#include <vector>

namespace vestimen {

/// Knit so many rows, then do the event; so many times over.
struct SlopeLine {
    Rows every;
    int times = 0;
    bool operator==(const SlopeLine&) const = default;
};

struct SlopeRequest {
    Rows rows;
    Stitches events;       ///< how many, 0 or more
    int everyAtLeast = 1;  ///< no gap is shorter
    int everyMultiple = 1; ///< gaps are multiples of this; 2 keeps events on every second row
};

/// A schedule. Row k, from 1, has c(k) events done before it; the ideal is the straight line at mid-row. The deviation
/// is the largest |c(k) - events · (k - 0.5) / rows|, in stitches.
struct Slope {
    std::vector<SlopeLine> lines;
    Rows plainAfter;
    double deviation = 0.0;

    /// The rows after which events happen, in order.
    std::vector<int> eventRows() const;
};

/// The smallest deviation that any schedule with at most so many lines can have, and such a schedule. Exact.
/// Nothing when the events do not fit into the rows.
std::optional<Slope> slope(const SlopeRequest& request, int lines);

/// The fewest lines whose deviation is at most `tolerance` stitches above the best that any number of lines can reach,
/// and with them the smallest deviation.
std::optional<Slope> slopeWithin(const SlopeRequest& request, double tolerance);

} // namespace vestimen
