// SPDX-License-Identifier: GPL-3.0-or-later
// A garment as a plan.
#pragma once

#include "core/article/garment/garment_choices.h"
#include "core/article/garment/garment_counts.h"
#include "core/plan/plan.h"

namespace vestimen {

const char* usualName(const Garment& garment);
std::vector<PieceName> namesOf(const Garment& garment);
std::vector<Measure> needsOf(const Garment& garment);
std::span<const Choice<Garment>> choicesOf(const Garment& garment);
std::span<const CountKey> countsOf(const Garment& garment);
/// The piece that stands for one that the garment does not have: a front that is parted, or closed again, stays a
/// front.
PieceKey inPlaceOf(const Garment& garment, PieceKey piece);

/// Ease that is usual beyond what every project begins with: none.
void useUsualEase(const Garment& garment, EaseTable& ease);

/// What cannot be on this machine, whatever the measures are.
std::vector<Finding> limitsOf(const Garment& garment, const Ground& ground);
/// Combinations of choices that are not offered, each with the reason.
std::vector<Finding> contradictionsOf(const Garment& garment, const Ground& ground);
Checked check(const Garment& garment, const Ground& ground);
Plan plan(const Garment& garment, const Ground& ground, const FabricGauge& gauge);
/// What might mend a finding, the smallest change first.
std::vector<Change<Garment>> changesFor(const Garment& garment, const Ground& ground, const Finding& finding);

} // namespace vestimen
