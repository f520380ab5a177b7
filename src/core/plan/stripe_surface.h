// SPDX-License-Identifier: GPL-3.0-or-later
// Stripes laid over the pieces of a plan, at one height on all that meet at the underarm (craft 21).
#pragma once

#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

/// Adds a project's stripes to the surface of its pieces and their branches; below what they say already. Trims,
/// bands and pieces of another yarn than the main one have none.
void layStripes(std::vector<PlannedPiece>& pieces, const Ground& ground, const FabricGauge& gauge);

} // namespace vestimen
