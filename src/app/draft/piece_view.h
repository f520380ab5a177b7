// SPDX-License-Identifier: GPL-3.0-or-later
// A worked piece as the rail shows it.
#pragma once

#include "app/canvas/rail_canvas.h"
#include "core/work.h"

namespace vestimen::app {

/// All that the rail needs to show a piece.
RailView railView(const Worked& worked, const Project& project, PieceKind piece, ReadingUnit unit);
/// The fabric of a piece as it is seen.

/// Where passes of a piece (from 0, both ends included) lie in its picture: stitches and rows.
QList<QRectF> litBlocks(const FabricPicture& picture, int firstPass, int lastPass);
/// The pass that knitted a place of the picture, or -1.
int passAt(const FabricPicture& picture, QPointF stitchesAndRows);

} // namespace vestimen::app
