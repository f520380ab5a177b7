// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/knitting/program.h"

namespace vestimen {

/// Up from the cuff: a straight top off on waste yarn, or a cap. Or down from a straight armhole, which hangs from back
/// and front: these must be among the siblings that the bed is given.
Program writeSleeve(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece);

} // namespace vestimen
