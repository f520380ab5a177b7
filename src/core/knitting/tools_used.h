// SPDX-License-Identifier: GPL-3.0-or-later
// What a program asks for beside the machine (craft 2).
#pragma once

#include "core/knitting/program.h"
#include "core/machine/tool.h"

#include <set>

namespace vestimen {

/// The latch tool where columns are taken up again or an edge is chained, the garter bar where stitches go over by one.
/// Transfer tools and weights are taken for granted.
std::set<Tool> toolsUsed(const Program& program);

} // namespace vestimen
