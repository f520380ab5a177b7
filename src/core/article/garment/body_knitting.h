// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/plan/knitting.h"

namespace vestimen {

/// Back, front or one of two of them, from the bare bed to the shoulders.
/// The rows of an armhole as a piece will have them: its two sides are a row apart, and front and back are too.
Rows armholeRowsOf(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece, Side machines);
Knitting bodyKnitting(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece);

} // namespace vestimen
