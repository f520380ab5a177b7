// SPDX-License-Identifier: GPL-3.0-or-later
// What a part of the drawing changes in the project.
#pragma once

#include "app/canvas/rail_canvas.h"
#include "core/work.h"

#include <QString>

namespace vestimen::app {

/// The parts of a piece that can be picked.
QList<Part> partsOf(PieceKind piece, const Choices& choices);
/// The edge whose shaping a part's panel governs.
std::optional<ShapedEdge> edgeOf(Part part, PieceKind piece, const Choices& choices);
/// Both layers of a trim or band.
Rows trimRowsOf(const GarmentCounts& counts, PieceKind trim);
QString partName(Part part, PieceKind piece);
/// The counts whose working a part's slip shows.
QList<Quantity> quantitiesOf(Part part, PieceKind piece, const Choices& choices);
/// The project after a part was moved by whole rows (up) or stitches (outward). Measures keep what the body is: a drag
/// changes the ease.
Project movedBy(Project project, PieceKind piece, Part part, int steps, const FabricGauge& gauge);
/// The length that the part stands for, and its count in words: "armhole 21.5 cm · 86 rows".
QString partState(const Worked& worked, const Project& project, PieceKind piece, Part part, ReadingUnit unit);

} // namespace vestimen::app
