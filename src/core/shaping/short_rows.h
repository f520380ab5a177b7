// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/count.h"

#include <vector>

namespace vestimen {

/// So many needles in so many steps whose sizes differ by at most one, spread evenly (craft 10).
std::vector<Stitches> evenSteps(Stitches needles, int steps);

/// The steps, one for every two rows, by which a quarter ellipse widens from nothing to `width` over `height` rows:
/// fast at first, then slower; a round neck's side (craft 14). Their sum is `width`.
std::vector<Stitches> quarterEllipseSteps(Stitches width, Rows height);

} // namespace vestimen
