// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of the drawing in words.
#pragma once

#include "core/garment/parts.h"
#include "core/work.h"

#include <QString>

namespace vestimen::app {

/// Both layers of a trim or band.
Rows trimRowsOf(const GarmentCounts& counts, PieceKind trim);
QString partName(Part part, PieceKind piece);
/// The length that the part stands for, and its count in words: "armhole 21.5 cm · 86 rows".
QString partState(const Worked& worked, const Project& project, PieceKind piece, Part part, ReadingUnit unit);

} // namespace vestimen::app
