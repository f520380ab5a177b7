// SPDX-License-Identifier: GPL-3.0-or-later
// The making up of a garment (craft 23).
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/joining/joins.h"

namespace vestimen {

/// Fabrics of all pieces, with what they were drafted from.
struct JoinInput {
    const std::map<std::string, const Fabric*>& fabrics;
    const GarmentCounts* counts = nullptr;
    const Garment& choices;
    FabricGauge gauge;
};

/// Shoulders or raglans and neck trim, sleeves or armhole trims, side and sleeve seams, bands, in the order in which
/// they are made.
std::vector<Join> garmentJoins(const JoinInput& input);

} // namespace vestimen
