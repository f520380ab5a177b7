// SPDX-License-Identifier: GPL-3.0-or-later
// Socks as a plan.
#pragma once

#include "core/article/sock/sock.h"
#include "core/ground/choice.h"
#include "core/ground/ground.h"
#include "core/plan/plan.h"

namespace vestimen {

std::span<const Choice<Sock>> choicesOf(const Sock& sock);
std::span<const CountKey> countsOf(const Sock& sock);
const char* usualName(const Sock& sock);
std::vector<PieceName> namesOf(const Sock& sock);
PieceKey inPlaceOf(const Sock& sock, PieceKey piece);
std::vector<Measure> needsOf(const Sock& sock);
void useUsualEase(const Sock& sock, EaseTable& ease);
std::vector<Finding> limitsOf(const Sock& sock, const Ground& ground);
std::vector<Finding> contradictionsOf(const Sock& sock, const Ground& ground);
Checked check(const Sock& sock, const Ground& ground);
Plan plan(const Sock& sock, const Ground& ground, const FabricGauge& gauge);
std::vector<Change<Sock>> changesFor(const Sock& sock, const Ground& ground, const Finding& finding);

} // namespace vestimen
