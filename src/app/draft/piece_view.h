// SPDX-License-Identifier: GPL-3.0-or-later
// A worked piece as the rail shows it.
#pragma once

#include "app/canvas/rail_canvas.h"
#include "core/work.h"

namespace vestimen::app {

/// The length that a handle stands for, and its count in words: "21.5 cm · 86 rows".
QString stateOf(const Handle& handle, ReadingUnit unit);
/// All that the rail needs to show a piece.
RailView railView(const WorkedPiece& piece, const Project& project, const FabricGauge& gauge, ReadingUnit unit);

/// Where passes of a piece (from 0, both ends included) lie in its picture: stitches and rows.
QList<QRectF> litBlocks(const FabricPicture& picture, int firstPass, int lastPass);
/// The pass that knitted a place of the picture, or -1.
int passAt(const FabricPicture& picture, QPointF stitchesAndRows);

} // namespace vestimen::app
