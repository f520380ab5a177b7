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

} // namespace vestimen
