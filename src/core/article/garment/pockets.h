// SPDX-License-Identifier: GPL-3.0-or-later
// The pockets of a front (craft 18): inside, by short rows within it; a slit, with a bag hung behind it; or patches.
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/article/garment/parts.h"
#include "core/joining/line_joins.h"
#include "core/plan/knitting.h"

namespace vestimen {

/// Into a front that is planned up to its shoulders: what its pockets ask of it.
void addPockets(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey front, Knitting& knitting);
/// A patch, the bag of a slit, or the trim on a slit's mouth.
Knitting pocketKnitting(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece);
/// How bags are closed, and patches and trims sewn on; with the keys of what comes before.
std::vector<PlannedJoin> pocketJoins(const Garment& garment, const GarmentCounts& counts);

/// Where they lie on a front, and what can be dragged of them.
void addPocketParts(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey front, PieceParts& parts);
/// Of a pocket's own piece.
PieceParts pocketParts(const GarmentCounts& counts, PieceKey piece);

} // namespace vestimen
