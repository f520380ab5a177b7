// SPDX-License-Identifier: GPL-3.0-or-later
// Schedules of shaping as the lines that a knitter follows.
#pragma once

#include "core/reckoning/phrase.h"
#include "core/shaping/garment_counts.h"

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

/// Empty where the edge is straight, or shaped by short rows. A neck's is the front's where both are decreased.
EdgeSchedule edgeSchedule(const GarmentCounts& counts, ShapedEdge edge);

} // namespace vestimen
