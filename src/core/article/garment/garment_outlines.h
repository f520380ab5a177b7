// SPDX-License-Identifier: GPL-3.0-or-later
// The pieces of a garment as outlines with named edges, in millimetres (craft 13, 14 and 16).
#pragma once

#include "core/article/garment/garment_measures.h"
#include "core/plan/outline.h"

namespace vestimen {

/// Back, front, or a part of one. `welt`: how high the lower edge is before its sides begin to slope. `below`: how far
/// above the middle of a curved lower edge the piece begins.
Outline bodyOutline(const GarmentMeasures& measures, PieceKey piece, Length welt, Length below);
Outline sleeveOutline(const GarmentMeasures& measures);
/// The outline of a piece, so high, as it hangs when it is knitted the other way; still counter-clockwise.
Outline upsideDown(Outline outline, Length height);
/// The way round the front and back neck, and over the tops of a raglan's sleeves.
Length neckOpening(const GarmentMeasures& measures);

/// Of a patch pocket, with what is seen of the trim on its mouth.
Outline patchOutline(const Garment& garment);

} // namespace vestimen
