// SPDX-License-Identifier: GPL-3.0-or-later
// A cushion as a plan.
#pragma once

#include "core/article/cushion/cushion.h"
#include "core/ground/choice.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

std::span<const Choice<Cushion>> choicesOf(const Cushion& cushion);
std::span<const CountKey> countsOf(const Cushion& cushion);
const char* usualName(const Cushion& cushion);
std::vector<PieceName> namesOf(const Cushion& cushion);
PieceKey inPlaceOf(const Cushion& cushion, PieceKey piece);
std::vector<Measure> needsOf(const Cushion& cushion);
void useUsualEase(const Cushion& cushion, EaseTable& ease);
std::vector<Finding> limitsOf(const Cushion& cushion, const Ground& ground);
std::vector<Finding> contradictionsOf(const Cushion& cushion, const Ground& ground);
Checked check(const Cushion& cushion, const Ground& ground);
Plan plan(const Cushion& cushion, const Ground& ground, const FabricGauge& gauge);
std::vector<Change<Cushion>> changesFor(const Cushion& cushion, const Ground& ground, const Finding& finding);

} // namespace vestimen
