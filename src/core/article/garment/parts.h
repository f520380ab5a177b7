// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of a piece that can be picked on the drawing, and what they govern.
#pragma once

#include "core/article/garment/garment_measures.h"
#include "core/ground/choice.h"
#include "core/plan/handle.h"

namespace vestimen {

/// Of a garment's pieces.
namespace parts {
inline constexpr HandleKey none; ///< the piece as a whole
inline constexpr HandleKey length{"length"};
inline constexpr HandleKey welt{"welt"};
inline constexpr HandleKey width{"width"};
inline constexpr HandleKey hemFlat{"hem_flat"}; ///< where a curved lower edge begins to rise
inline constexpr HandleKey hemWidth{"hem_width"};
inline constexpr HandleKey waist{"waist"};
inline constexpr HandleKey armhole{"armhole"};
inline constexpr HandleKey upperWidth{"upper_width"};
inline constexpr HandleKey neckDepth{"neck_depth"};
inline constexpr HandleKey neckWidth{"neck_width"};
inline constexpr HandleKey neckFlat{"neck_flat"}; ///< where a round neck's flat middle ends
inline constexpr HandleKey shoulder{"shoulder"};
inline constexpr HandleKey wrist{"wrist"};
inline constexpr HandleKey sleeveTop{"sleeve_top"};
inline constexpr HandleKey cap{"cap"};
inline constexpr HandleKey capTop{"cap_top"};
inline constexpr HandleKey trimDepth{"trim_depth"};
inline constexpr HandleKey pocketMouth{"pocket_mouth"}; ///< how high it lies
inline constexpr HandleKey pocketPlace{"pocket_place"}; ///< its edge towards the middle
inline constexpr HandleKey pocketWidth{"pocket_width"};
inline constexpr HandleKey pocketDepth{"pocket_depth"};
inline constexpr HandleKey buttonhole{"buttonhole"}; ///< the first, from the end of the band
inline constexpr HandleKey nextButtonhole{"next_buttonhole"};
inline constexpr HandleKey lastButtonhole{"last_buttonhole"};
} // namespace parts

/// Whether its neck has a flat middle with sides that rise from it.
bool hasRoundNeck(PieceKey piece, const Garment& choices);
/// The edge whose shaping a part governs.
std::optional<ShapedEdge> edgeOf(HandleKey part, PieceKey piece, const Garment& choices);

/// What can be picked on a piece's drawing, in the order in which it is gone through, and what stands beside it.
struct PieceParts {
    std::vector<Handle> handles;
    PieceMarks marks;
};
struct GarmentCounts;
/// On the needles of a trim or band.
Stitches trimStitches(const GarmentCounts& counts, PieceKey trim);
PieceParts partsOf(const GarmentCounts& counts, const GarmentMeasures& measures, const GarmentBrief& brief,
                   PieceKey piece);

} // namespace vestimen
