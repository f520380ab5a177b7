// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/edge_dues.h"

#include <algorithm>

namespace vestimen {

std::vector<Due> duesOf(const Slope& slope, Rows from, bool widens) {
    std::vector<Due> dues;
    for (const int row : slope.eventRows())
        dues.push_back({from + Rows(row), Stitches(widens ? 1 : -1)});
    return dues;
}

std::vector<Due> duesBack(const Slope& slope, Rows from) {
    const std::vector<int> rows = slope.eventRows();
    const Rows last = from + slope.plainAfter + Rows(rows.empty() ? 0 : rows.back());
    std::vector<Due> dues;
    for (auto row = rows.rbegin(); row != rows.rend(); ++row)
        dues.push_back({last - Rows(*row), Stitches(-1)});
    return dues;
}

std::vector<Due> duesOf(const Curve& curve, Rows from, bool boundOff) {
    std::vector<Due> dues;
    for (const CurveEvent& event : curve.events())
        if (event.boundOff == boundOff)
            dues.push_back({from + Rows(event.row), boundOff ? event.stitches : -event.stitches});
    return dues;
}

} // namespace vestimen
