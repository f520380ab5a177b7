// SPDX-License-Identifier: GPL-3.0-or-later
// A top that is drawn up (craft 19): every second stitch onto its neighbour, one row at half the stitch size, and the
// tail through all loops.
#pragma once

#include "core/plan/knitting.h"

#include <string>

namespace vestimen {

struct DrawnUp {
    const char* as;         ///< its loops on the tail
    Side from = Side::left; ///< of every two the first goes onto the second, counted from there
    HalvingWay way = HalvingWay::bareNeedles;
    bool tightFirst = false; ///< of a rib that came from two beds: two lie on a needle until a row was knitted
};

/// As the last of so many rows: of `rows` the tight one is the last.
void addDrawnUp(std::vector<Stage>& stages, std::vector<Patch>& surface, Rows rows, const DrawnUp& top);
/// What is left of so many stitches then.
Stitches halved(Stitches stitches);

} // namespace vestimen
