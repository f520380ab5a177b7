// SPDX-License-Identifier: GPL-3.0-or-later
// Schedules of shaping as the lines that a knitter follows.
#pragma once

#include "core/reckoning/phrase.h"
#include "core/shaping/curve.h"
#include "core/shaping/slope.h"

#include <vector>

namespace vestimen {

/// "every 6 rows, one more at each side", so many times.
struct ScheduleLine {
    Phrase what;
    int times = 0;
};

std::vector<ScheduleLine> linesInWords(const Slope& slope, bool widens);
std::vector<ScheduleLine> linesInWords(const Curve& curve);

/// How an edge is shaped, and by how many stitches its schedule is off its ideal at most.
struct EdgeSchedule {
    std::vector<ScheduleLine> lines;
    double deviation = 0.0;
};

} // namespace vestimen
