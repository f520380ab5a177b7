// SPDX-License-Identifier: GPL-3.0-or-later
// A contour in stitches and rows: swept upward, row by row. Corners snap to whole stitches and rows counted from the
// start, so that nothing drifts.
#pragma once

#include "core/drawing/contour.h"
#include "core/quantity/count.h"

namespace vestimen {

/// A line of a contour: a loop, and its point that it begins at.
struct ContourLine {
    std::size_t loop = 0;
    std::size_t point = 0;
    bool operator==(const ContourLine&) const = default;
};

/// Stitches of a row that lie side by side, as boundaries from the left of all: left to right - 1.
struct SweptRow {
    int left = 0;
    int right = 0;
    ContourLine atLeft; ///< that bounds it
    ContourLine atRight;

    int size() const { return right - left; }
};

/// Rows of one stretch each, one above the other, up to where it ends, parts, or meets another.
struct Strip {
    int from = 0; ///< its first row, from 0
    std::vector<SweptRow> rows;
    std::vector<std::size_t> below; ///< strips that it goes on from, from left to right
    std::vector<std::size_t> above;

    int to() const { return from + static_cast<int>(rows.size()); }
};

struct Sweep {
    std::vector<Strip> strips; ///< each after those below it
    /// A row at which parts come closer than a stitch, or lie over each other; -1 where none do.
    int tooFine = -1;
};

/// No stretch is narrower than this: it is widened to it.
inline constexpr int narrowestStretch = 3;

/// As so many stitches wide and so many rows high as a whole, each 1 or more.
Sweep sweep(const Contour& contour, Stitches stitches, Rows rows);

} // namespace vestimen
