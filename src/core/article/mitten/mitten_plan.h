// SPDX-License-Identifier: GPL-3.0-or-later
// Mittens as a plan.
#pragma once

#include "core/article/mitten/mitten.h"
#include "core/ground/choice.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

std::span<const Choice<Mitten>> choicesOf(const Mitten& mitten);
std::span<const CountKey> countsOf(const Mitten& mitten);
const char* usualName(const Mitten& mitten);
std::vector<PieceName> namesOf(const Mitten& mitten);
PieceKey inPlaceOf(const Mitten& mitten, PieceKey piece);
std::vector<Measure> needsOf(const Mitten& mitten);
void useUsualEase(const Mitten& mitten, EaseTable& ease);
std::vector<Finding> limitsOf(const Mitten& mitten, const Ground& ground);
std::vector<Finding> contradictionsOf(const Mitten& mitten, const Ground& ground);
Checked check(const Mitten& mitten, const Ground& ground);
Plan plan(const Mitten& mitten, const Ground& ground, const FabricGauge& gauge);
std::vector<Change<Mitten>> changesFor(const Mitten& mitten, const Ground& ground, const Finding& finding);

} // namespace vestimen
