// SPDX-License-Identifier: GPL-3.0-or-later
// A coaster: a diamond, as wide as was chosen, in two colours.
#pragma once

#include "core/ground/choice.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

struct Coaster {
    static constexpr const char* key = "coaster";
    static constexpr const char* label = "Coaster";

    Length width = Length::millimetres(100);
    bool striped = true; ///< with two strands of the second yarn
    bool dotted = false; ///< some needles of some rows in the second yarn
    bool fashioned = true;

    bool operator==(const Coaster&) const = default;
};

std::span<const Choice<Coaster>> choicesOf(const Coaster& coaster);
std::span<const CountKey> countsOf(const Coaster& coaster);
const char* usualName(const Coaster& coaster);
std::vector<PieceName> namesOf(const Coaster& coaster);
PieceKey inPlaceOf(const Coaster& coaster, PieceKey piece);
std::vector<Measure> needsOf(const Coaster& coaster);
void useUsualEase(const Coaster& coaster, EaseTable& ease);
std::vector<Finding> limitsOf(const Coaster& coaster, const Ground& ground);
std::vector<Finding> contradictionsOf(const Coaster& coaster, const Ground& ground);
Checked check(const Coaster& coaster, const Ground& ground);
Plan plan(const Coaster& coaster, const Ground& ground, const FabricGauge& gauge);
std::vector<Change<Coaster>> changesFor(const Coaster& coaster, const Ground& ground, const Finding& finding);

} // namespace vestimen
