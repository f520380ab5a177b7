// SPDX-License-Identifier: GPL-3.0-or-later
// Row programs for the pieces of the drop-shoulder pullover, from waste yarn to waste yarn.
#pragma once

#include "core/knitting/program_writer.h"
#include "core/shaping/pullover_counts.h"

namespace vestimen {

Program writeBack(const Project& project, const PulloverCounts& counts);
/// Round neck by the hold school: one half after the other by short rows, the neck's needles held.
Program writeFront(const Project& project, const PulloverCounts& counts);
Program writeSleeve(const Project& project, const PulloverCounts& counts, PieceKind piece);
/// Hung from the back and front, with the wearer's left shoulder joined. The program reads both as siblings.
Program writeNeckTrim(const Project& project, const PulloverCounts& counts);
Program writePiece(const Project& project, const PulloverCounts& counts, PieceKind piece);

} // namespace vestimen
