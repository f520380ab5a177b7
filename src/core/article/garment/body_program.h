// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/knitting/program.h"

namespace vestimen {

/// Back, front or one of two fronts, from the bare bed to the shoulders.
Program writeBody(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece);

} // namespace vestimen
