// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/edge_dues.h"

#include <algorithm>

namespace vestimen {
namespace {

constexpr Length slopeTolerance = Length::millimetres(3);

} // namespace

double tolerance(const FabricGauge& gauge) {
    return std::max(0.5, slopeTolerance / gauge.stitches.unit());
}

std::optional<Slope> shapedSlope(SlopeRequest request, const EdgeShaping& how, double tolerance) {
    for (const int multiple : {how.everySecondRow ? 2 : 1, 1}) {
        request.everyMultiple = multiple;
        if (how.lines > 0)
            if (auto shape = slope(request, how.lines))
                return shape;
        if (auto shape = slopeWithin(request, tolerance))
            return shape;
    }
    return std::nullopt;
}

std::vector<Due> duesOf(const Slope& slope, Rows from, bool widens) {
    std::vector<Due> dues;
    for (const int row : slope.eventRows())
        dues.push_back({from + Rows(row), Stitches(widens ? 1 : -1)});
    return dues;
}

std::vector<Due> duesOfHalf(const Slope& others) {
    std::vector<Due> dues = duesOf(others, Rows(0), false);
    dues.insert(dues.begin(), {Rows(0), Stitches(-1)});
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
