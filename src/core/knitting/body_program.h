// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/knitting/program.h"
#include "core/shaping/pullover_counts.h"

namespace vestimen {

/// Back or front. Necks are worked by holding, one half after the other; a V by decreases at its edges.
Program writeBody(const Project& project, const PulloverCounts& counts, PieceKind piece);

} // namespace vestimen
