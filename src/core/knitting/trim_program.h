// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/knitting/program.h"
#include "core/shaping/garment_counts.h"

namespace vestimen {

/// Hung from back and front, which must be among the siblings that the bed is given.
Program writeNeckTrim(const Project& project, const GarmentCounts& counts, PieceKind piece);
Program writeArmTrim(const Project& project, const GarmentCounts& counts, PieceKind piece);
/// A band of a cardigan, along its front and the end of the neck trim; with eyelets where it is the buttonholes'.
Program writeBand(const Project& project, const GarmentCounts& counts, PieceKind piece);

} // namespace vestimen
