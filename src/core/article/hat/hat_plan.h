// SPDX-License-Identifier: GPL-3.0-or-later
// A hat as a plan.
#pragma once

#include "core/article/hat/hat.h"
#include "core/ground/choice.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

std::span<const Choice<Hat>> choicesOf(const Hat& hat);
std::span<const CountKey> countsOf(const Hat& hat);
const char* usualName(const Hat& hat);
std::vector<PieceName> namesOf(const Hat& hat);
PieceKey inPlaceOf(const Hat& hat, PieceKey piece);
std::vector<Measure> needsOf(const Hat& hat);
/// A hat sits tighter than the head.
void useUsualEase(const Hat& hat, EaseTable& ease);
std::vector<Finding> limitsOf(const Hat& hat, const Ground& ground);
std::vector<Finding> contradictionsOf(const Hat& hat, const Ground& ground);
Checked check(const Hat& hat, const Ground& ground);
Plan plan(const Hat& hat, const Ground& ground, const FabricGauge& gauge);
std::vector<Change<Hat>> changesFor(const Hat& hat, const Ground& ground, const Finding& finding);

} // namespace vestimen
