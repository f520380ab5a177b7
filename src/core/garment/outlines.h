// SPDX-License-Identifier: GPL-3.0-or-later
// The pieces of a garment as outlines with named edges, in millimetres (craft 13, 14 and 16).
#pragma once

#include "core/garment/garment_measures.h"

namespace vestimen {

struct OutlinePoint {
    Length x; ///< from the middle, to the right
    Length y; ///< from the lower edge upward
};

struct OutlineEdge {
    const char* name;
    std::vector<OutlinePoint> points;
};

/// Edges in order round the piece, counter-clockwise from the lower left corner, as it hangs.
struct Outline {
    PieceKind piece = PieceKind::back;
    std::vector<OutlineEdge> edges;
};

/// Back, front or one of two fronts. `welt`: how high the lower edge is before its sides begin to slope.
Outline bodyOutline(const GarmentMeasures& measures, PieceKind piece, Length welt);
Outline sleeveOutline(const GarmentMeasures& measures, PieceKind piece);
/// The outline of a piece, so high, as it hangs when it is knitted the other way; still counter-clockwise.
Outline upsideDown(Outline outline, Length height);
/// The way round the front and back neck, and over the tops of a raglan's sleeves.
Length neckOpening(const GarmentMeasures& measures);

} // namespace vestimen
