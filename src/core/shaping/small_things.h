// SPDX-License-Identifier: GPL-3.0-or-later
// The counts of heels, toes and thumbs (craft 10 and 19).
#pragma once

#include "core/quantity/count.h"

#include <optional>

namespace vestimen {

/// Short rows out and in, one needle a row, on both sides by turns (craft 10).
struct ShortRowHeel {
    Stitches out;
    Stitches eachSide;
    Rows rowsOut;
    Rows rows; ///< out and in; odd, so that the carriage ends on the other side
};
/// Over so many needles, with so many left at the turning row. Nothing where none go out, or an odd number, which would
/// come back at another side than it went.
std::optional<ShortRowHeel> shortRowHeel(Stitches needles, Stitches leave);
/// The needles that are left for a share of them, from 0 to 1, so that as many go out at either side.
Stitches leftForShare(Stitches needles, double share);

/// A hand hung around a thumb: the loops that were cast on for it, on the gap that its own stitches left.
struct HandAroundThumb {
    Stitches needles;       ///< that hold the hand
    Stitches extraEachSide; ///< loops beyond the gap
    Stitches doubled;       ///< needles beside the gap that take one of them on top of their own
};
/// `hand`: stitches around it, those of the gap included. Nothing where there are fewer loops than needles in the gap,
/// an odd number beyond it, or more than the hand has beside it.
std::optional<HandAroundThumb> handAroundThumb(Stitches hand, Stitches gap, Stitches loops);

} // namespace vestimen
