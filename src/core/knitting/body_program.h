// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/knitting/program.h"
#include "core/shaping/garment_counts.h"

namespace vestimen {

/// Back, front or one of two fronts, from the bare bed to the shoulders.
Program writeBody(const Project& project, const GarmentCounts& counts, PieceKind piece);

} // namespace vestimen
