// SPDX-License-Identifier: GPL-3.0-or-later
// Cords as a plan.
#pragma once

#include "core/article/cord/cord.h"
#include "core/ground/choice.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

std::span<const Choice<Cord>> choicesOf(const Cord& cord);
std::span<const CountKey> countsOf(const Cord& cord);
const char* usualName(const Cord& cord);
std::vector<PieceName> namesOf(const Cord& cord);
PieceKey inPlaceOf(const Cord& cord, PieceKey piece);
std::vector<Measure> needsOf(const Cord& cord);
void useUsualEase(const Cord& cord, EaseTable& ease);
std::vector<Finding> limitsOf(const Cord& cord, const Ground& ground);
std::vector<Finding> contradictionsOf(const Cord& cord, const Ground& ground);
Checked check(const Cord& cord, const Ground& ground);
Plan plan(const Cord& cord, const Ground& ground, const FabricGauge& gauge);
std::vector<Change<Cord>> changesFor(const Cord& cord, const Ground& ground, const Finding& finding);

} // namespace vestimen
