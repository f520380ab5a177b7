// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/drawn_up.h"

#include "core/shaping/across_row.h"

namespace vestimen {

Stitches halved(Stitches stitches) {
    return stitches - Stitches(static_cast<int>(thin(stitches, 2, Side::left).size()));
}

void addDrawnUp(std::vector<Stage>& stages, std::vector<Patch>& surface, Rows rows, const DrawnUp& top) {
    const Rows tight = rows - Rows(1);
    const auto halve = [&](Rows row) {
        switch (top.way) {
        case HalvingWay::bareNeedles:
            return stages.push_back({row, act::Halve{top.from}});
        case HalvingWay::garterBar:
            return stages.push_back({row, act::Thin{2, top.from, 1, AcrossWay::garterBar}});
        case HalvingWay::wasteYarn:
            return stages.push_back({row, act::Thin{2, top.from, 1, AcrossWay::wasteYarn}});
        }
    };
    if (!top.tightFirst)
        halve(tight);
    stages.push_back(
        {tight, act::Say{"half_size", "One row at half the stitch size, so that the top draws together."}});
    if (top.tightFirst)
        halve(rows);
    surface.push_back({.from = tight, .to = rows, .halfSize = true});
    stages.push_back({rows, act::DrawUp{top.as}});
}

} // namespace vestimen
