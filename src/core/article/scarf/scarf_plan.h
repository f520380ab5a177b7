// SPDX-License-Identifier: GPL-3.0-or-later
// A scarf or blanket as a plan.
#pragma once

#include "core/article/scarf/scarf.h"
#include "core/ground/choice.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

std::span<const Choice<Scarf>> choicesOf(const Scarf& scarf);
std::span<const CountKey> countsOf(const Scarf& scarf);
const char* usualName(const Scarf& scarf);
std::vector<PieceName> namesOf(const Scarf& scarf);
PieceKey inPlaceOf(const Scarf& scarf, PieceKey piece);
std::vector<Measure> needsOf(const Scarf& scarf);
void useUsualEase(const Scarf& scarf, EaseTable& ease);
std::vector<Finding> limitsOf(const Scarf& scarf, const Ground& ground);
std::vector<Finding> contradictionsOf(const Scarf& scarf, const Ground& ground);
Checked check(const Scarf& scarf, const Ground& ground);
Plan plan(const Scarf& scarf, const Ground& ground, const FabricGauge& gauge);
std::vector<Change<Scarf>> changesFor(const Scarf& scarf, const Ground& ground, const Finding& finding);

} // namespace vestimen
