// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/short_rows.h"

#include <algorithm>
#include <cmath>

namespace vestimen {

std::vector<Stitches> evenSteps(Stitches needles, int steps) {
    std::vector<Stitches> sizes;
    for (int step = 0; step < steps; ++step)
        sizes.push_back(needles * (step + 1) / steps - needles * step / steps);
    return sizes;
}

std::vector<Stitches> quarterEllipseSteps(Stitches width, Rows height) {
    std::vector<Stitches> sizes;
    const int turns = std::max(1, height.count() / 2);
    int before = 0;
    for (int turn = 0; turn < turns; ++turn) {
        // Half-way through its two rows; the last turn has reached the full width.
        const double climbed = (2.0 * turn + 1.0) / (2.0 * turns);
        const int reached =
            turn + 1 == turns
                ? width.count()
                : static_cast<int>(std::lround(width.count() * std::sqrt(1.0 - std::pow(1.0 - climbed, 2))));
        sizes.emplace_back(reached - before);
        before = reached;
    }
    return sizes;
}

} // namespace vestimen
