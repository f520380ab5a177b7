// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of a piece that can be picked on the drawing, and what they govern.
#pragma once

#include "core/garment/pieces.h"
#include "core/quantity/gauge.h"

namespace vestimen {

enum class Part {
    none, ///< the piece as a whole
    length,
    welt,
    width,
    hemFlat, ///< where a curved lower edge begins to rise
    hemWidth,
    waist,
    armhole,
    upperWidth,
    neckDepth,
    neckWidth,
    neckFlat, ///< where a round neck's flat middle ends
    shoulder,
    wrist,
    sleeveTop,
    cap,
    capTop,
    trimDepth
};

/// Where on the drawing somebody is.
struct Place {
    PieceKind piece = PieceKind::back;
    Part part = Part::none;
};

/// Whether its neck has a flat middle with sides that rise from it.
bool hasRoundNeck(PieceKind piece, const Choices& choices);
/// In the order in which they are gone through.
std::vector<Part> partsOf(PieceKind piece, const Choices& choices);
/// The edge whose shaping a part governs.
std::optional<ShapedEdge> edgeOf(Part part, PieceKind piece, const Choices& choices);
/// The counts that a part is made of, its own first.
std::vector<Quantity> quantitiesOf(Part part, PieceKind piece, const Choices& choices);
/// The project after a part was moved by whole rows (up) or stitches (outward). Measures keep what the body is: a drag
/// changes the ease.
Project movedBy(Project project, PieceKind piece, Part part, int steps, const FabricGauge& gauge);

} // namespace vestimen
