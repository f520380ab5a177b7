// SPDX-License-Identifier: GPL-3.0-or-later
// Drawn pieces in stitches and rows.
#pragma once

#include "core/article/own_shape/own_shape.h"
#include "core/drawing/sweep.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

#include <optional>

namespace vestimen {

struct CountedShape {
    Contour contour; ///< at its size, its lower left corner at nought
    Stitches stitches;
    Rows rows;
    Sweep sweep;

    Length width() const { return boundsOf(contour).second.x; }
    Length height() const { return boundsOf(contour).second.y; }
};

namespace own_shape {

PieceKey pieceAt(std::size_t index);
CountKey stitchesOf(std::size_t piece);
CountKey rowsOf(std::size_t piece);
std::span<const CountKey> allCounts();
/// Of a piece at the size that is chosen, its lower left corner at nought.
Contour contourAt(const OwnShape& shape, const DrawnPiece& piece);

} // namespace own_shape

/// With the working and what is in the way; nothing where a piece cannot be knitted.
std::optional<std::vector<CountedShape>> countShapes(const OwnShape& shape, const Ground& ground,
                                                     const FabricGauge& gauge, Plan& plan);

} // namespace vestimen
