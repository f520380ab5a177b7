// SPDX-License-Identifier: GPL-3.0-or-later
// Row programs for the pieces of a pullover, from waste yarn to the last loop.
#pragma once

#include "core/knitting/program_writer.h"
#include "core/shaping/pullover_counts.h"

namespace vestimen {

/// One piece from the bare bed to the last loop. The trims hang from back and front, which must be among the siblings
/// that the bed is given. Necks are worked by holding, one half after the other; a V by decreases at its edges.
Program writePiece(const Project& project, const PulloverCounts& counts, PieceKind piece);

} // namespace vestimen
