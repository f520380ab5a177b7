// SPDX-License-Identifier: GPL-3.0-or-later
// Swatches of one yarn at several stitch sizes, side by side (craft 4): which size for a wanted gauge?
#pragma once

#include "core/swatch/swatch.h"

#include <optional>
#include <vector>

namespace vestimen {

/// One swatch as a point of the plot, stitch size against gauge, with what its readings spread over.
struct SizeGauge {
    StitchSize size;
    FabricGauge gauge;
    Gauge stitchesLow, stitchesHigh; ///< of the single readings
    Gauge rowsLow, rowsHigh;
    std::string name;
};

/// Measured swatches that can be compared with `like`: the same yarn, strands, machine scale and fabric; by size, the
/// last one first where two have the same.
std::vector<SizeGauge> sizeGauges(const std::vector<Swatch>& swatches, const Swatch& like);

/// A size read off between two measured ones.
struct ReadOff {
    StitchSize size; ///< the nearest that the scale has
    double exactSteps = 0.0;
    Gauge gauge = Gauge::perTenCentimetres(1.0); ///< stitches that this size should give
    bool interpolated = true;                    ///< false where it is a measured swatch's own
};
/// The size for so many stitches in 10 cm, on straight lines between neighbouring points. Nothing outside the measured
/// range: there it would be a guess.
std::optional<ReadOff> sizeFor(const std::vector<SizeGauge>& points, const Gauge& wanted);

} // namespace vestimen
