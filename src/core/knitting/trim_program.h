// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/knitting/program.h"
#include "core/shaping/pullover_counts.h"

namespace vestimen {

/// Hung from back and front, which must be among the siblings that the bed is given.
Program writeNeckTrim(const Project& project, const PulloverCounts& counts);
Program writeArmTrim(const Project& project, const PulloverCounts& counts, PieceKind piece);

} // namespace vestimen
