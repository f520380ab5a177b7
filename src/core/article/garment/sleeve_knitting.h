// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/plan/knitting.h"

namespace vestimen {

/// Up from the cuff: a straight top off on waste yarn, or a cap. Or down from an armhole, which hangs from back and
/// front.
Knitting sleeveKnitting(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece);

} // namespace vestimen
