// SPDX-License-Identifier: GPL-3.0-or-later
// A shape of one's own as a plan.
#pragma once

#include "core/article/own_shape/own_shape.h"
#include "core/ground/choice.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

std::span<const Choice<OwnShape>> choicesOf(const OwnShape& shape);
std::span<const CountKey> countsOf(const OwnShape& shape);
const char* usualName(const OwnShape& shape);
std::vector<PieceName> namesOf(const OwnShape& shape);
PieceKey inPlaceOf(const OwnShape& shape, PieceKey piece);
std::vector<Measure> needsOf(const OwnShape& shape);
void useUsualEase(const OwnShape& shape, EaseTable& ease);
std::vector<Finding> limitsOf(const OwnShape& shape, const Ground& ground);
std::vector<Finding> contradictionsOf(const OwnShape& shape, const Ground& ground);
Checked check(const OwnShape& shape, const Ground& ground);
Plan plan(const OwnShape& shape, const Ground& ground, const FabricGauge& gauge);
std::vector<Change<OwnShape>> changesFor(const OwnShape& shape, const Ground& ground, const Finding& finding);

} // namespace vestimen
