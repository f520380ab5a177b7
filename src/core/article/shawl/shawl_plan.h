// SPDX-License-Identifier: GPL-3.0-or-later
// A shawl as a plan.
#pragma once

#include "core/article/shawl/shawl.h"
#include "core/ground/choice.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

std::span<const Choice<Shawl>> choicesOf(const Shawl& shawl);
std::span<const CountKey> countsOf(const Shawl& shawl);
const char* usualName(const Shawl& shawl);
std::vector<PieceName> namesOf(const Shawl& shawl);
PieceKey inPlaceOf(const Shawl& shawl, PieceKey piece);
std::vector<Measure> needsOf(const Shawl& shawl);
void useUsualEase(const Shawl& shawl, EaseTable& ease);
std::vector<Finding> limitsOf(const Shawl& shawl, const Ground& ground);
std::vector<Finding> contradictionsOf(const Shawl& shawl, const Ground& ground);
Checked check(const Shawl& shawl, const Ground& ground);
Plan plan(const Shawl& shawl, const Ground& ground, const FabricGauge& gauge);
std::vector<Change<Shawl>> changesFor(const Shawl& shawl, const Ground& ground, const Finding& finding);

} // namespace vestimen
