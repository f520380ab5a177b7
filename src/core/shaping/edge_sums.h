// SPDX-License-Identifier: GPL-3.0-or-later
// Rows and needles of hems and bands (craft 12 and 17).
#pragma once

#include "core/shaping/count.h"
#include "core/shaping/hang.h"

namespace vestimen {

struct HemRows {
    double exact = 0.0;
    Rows rows;
    std::optional<Rows> foldRow; ///< the looser row in the middle of a folded hem
};

/// A folded hem takes twice its depth, rounded to even; a single one its depth. At least 2 rows folded, 1 single.
HemRows hem(Length depth, Gauge rows, bool folded, bool even = false);

struct BandCounts {
    double exactNeedles = 0.0;
    Stitches needles;
    double exactRows = 0.0;
    Rows rows;
};

/// A band knitted onto an edge hung sideways.
BandCounts band(Length edge, Length depth, const FabricGauge& gauge, bool folded);

/// An inside pocket by short rows (craft 18): a flap that folds in half behind the fabric.
struct PocketCounts {
    double exactRows = 0.0;
    Rows rows;
    Length foldBelow; ///< from the opening down to the fold
    Length clearance; ///< from the lower edge up to the fold; negative when it hangs out
};

PocketCounts pocket(Length depth, Gauge rows, Rows openingRow);
/// The fold must stay at least so far above the lower edge.
inline constexpr Length pocketClearance = Length::millimetres(20);

/// A strip that faces a zip (craft 19): stitch to stitch along the line that it is joined to.
struct FacingCounts {
    double exactStitches = 0.0;
    Stitches stitches;
    double exactRows = 0.0;
    Rows rows;
    Length overhangEach; ///< of the line over the zip at each end; negative when the zip is longer
};

FacingCounts facing(Length line, Length zip, Length depth, const FabricGauge& gauge);

} // namespace vestimen
