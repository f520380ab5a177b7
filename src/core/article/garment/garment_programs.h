// SPDX-License-Identifier: GPL-3.0-or-later
// Row programs for the pieces of a garment, from waste yarn to the last loop.
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/knitting/program_writer.h"

namespace vestimen {

/// One piece from the bare bed to the last loop. Trims and bands hang from pieces that come before them in
/// piecesOf(), which must be among the siblings that the bed is given.
Program writePiece(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece);

} // namespace vestimen
