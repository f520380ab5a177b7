// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/edge_sums.h"

namespace vestimen {

HemRows hem(Length depth, Gauge rows, bool folded, bool even) {
    const CountForm form = folded || even ? evenCount : anyCount;
    const auto answer = count({.length = depth * (folded ? 2.0 : 1.0), .gauge = rows, .form = form});
    HemRows result{answer->exact, Rows(answer->count), std::nullopt};
    if (folded)
        result.foldRow = result.rows / 2;
    return result;
}

BandCounts band(Length edge, Length depth, const FabricGauge& gauge, bool folded) {
    const auto across = count({.length = edge, .gauge = gauge.stitches});
    const HemRows up = hem(depth, gauge.rows, folded);
    return {across->exact, Stitches(across->count), up.exact, up.rows};
}

PocketCounts pocket(Length depth, Gauge rows, Rows openingRow) {
    const HemRows flap = hem(depth, rows, true);
    const Length below = rows.unit() * (flap.rows.count() / 2);
    return {flap.exact, flap.rows, below, rows.unit() * openingRow.count() - below};
}

FacingCounts facing(Length line, Length zip, Length depth, const FabricGauge& gauge) {
    const BandCounts strip = band(line, depth, gauge, false);
    return {strip.exactNeedles, strip.needles, strip.exactRows, strip.rows, (line - zip) / 2.0};
}

} // namespace vestimen
