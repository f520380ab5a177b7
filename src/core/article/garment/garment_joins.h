// SPDX-License-Identifier: GPL-3.0-or-later
// The making up of a garment (craft 23).
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/joining/line_joins.h"

namespace vestimen {

/// Shoulders or raglans and neck trim, sleeves or armhole trims, side and sleeve seams, bands, in the order in which
/// they are made.
std::vector<PlannedJoin> garmentJoins(const Garment& garment, const GarmentCounts& counts);

} // namespace vestimen
