// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/plan/knitting.h"

namespace vestimen {

/// Hung from back and front, which must be among the siblings that the bed is given.
Knitting neckTrimKnitting(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece);
Knitting armTrimKnitting(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece);
/// A band of a cardigan, along its front and the end of the neck trim; with eyelets where it is the buttonholes'.
Knitting bandKnitting(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece);

} // namespace vestimen
