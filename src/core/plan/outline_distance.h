// SPDX-License-Identifier: GPL-3.0-or-later
// How far a knitted outline lies from the ideal one.
#pragma once

#include "core/bed/fabric_picture.h"
#include "core/plan/outline.h"
#include "core/quantity/gauge.h"

#include <optional>

namespace vestimen {

/// The place of a piece's edge, at the middle of a row, that is farthest from the ideal outline.
struct OutlineDistance {
    Length distance;
    double slot = 0.0; ///< needle boundaries, as in FabricPicture
    double row = 0.0;  ///< rows above the picture's base
};

/// `seam`: stitches at each outer edge that a seam will eat; they lie outside the ideal. Nothing where there is no
/// ideal outline, or no fabric.
std::optional<OutlineDistance> farthestFromIdeal(const FabricPicture& picture, const Outline& ideal,
                                                 const FabricGauge& gauge, Stitches seam);

} // namespace vestimen
