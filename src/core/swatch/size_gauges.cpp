// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/swatch/size_gauges.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

void readRange(const MeasuredDirection& direction, int field, Gauge& low, Gauge& high) {
    if (direction.lengths.empty())
        return;
    const auto [shortest, longest] = std::minmax_element(direction.lengths.begin(), direction.lengths.end());
    low = Gauge::ofUnit(*longest / field);
    high = Gauge::ofUnit(*shortest / field);
}

} // namespace

std::vector<SizeGauge> sizeGauges(const std::vector<Swatch>& swatches, const Swatch& like) {
    std::vector<SizeGauge> points;
    for (const Swatch& each : swatches) {
        if (each.yarn != like.yarn || each.strands != like.strands || !(each.sizes == like.sizes) ||
            each.fabric != like.fabric)
            continue;
        const MeasuredFabric fabric = measured(each);
        if (!fabric.gauge || fabric.unproven)
            continue;
        SizeGauge point{
            each.size,          *fabric.gauge, fabric.gauge->stitches, fabric.gauge->stitches, fabric.gauge->rows,
            fabric.gauge->rows, each.name};
        readRange(fabric.across, each.field.count(), point.stitchesLow, point.stitchesHigh);
        readRange(fabric.up, each.fieldRows.count(), point.rowsLow, point.rowsHigh);
        points.insert(points.begin(), std::move(point));
    }
    std::stable_sort(points.begin(), points.end(), [](const auto& a, const auto& b) { return a.size < b.size; });
    return points;
}

std::optional<ReadOff> sizeFor(const std::vector<SizeGauge>& points, const Gauge& wanted) {
    const double target = wanted.perTenCentimetres();
    for (const SizeGauge& point : points)
        if (std::abs(point.gauge.stitches.perTenCentimetres() - target) < 1e-9)
            return ReadOff{point.size, static_cast<double>(point.size.steps), point.gauge.stitches, false};
    for (std::size_t i = 1; i < points.size(); ++i) {
        const SizeGauge& a = points[i - 1];
        const SizeGauge& b = points[i];
        const double from = a.gauge.stitches.perTenCentimetres();
        const double to = b.gauge.stitches.perTenCentimetres();
        if (a.size == b.size || (target - from) * (target - to) > 0.0)
            continue;
        const double share = (target - from) / (to - from);
        const double steps = a.size.steps + share * (b.size.steps - a.size.steps);
        const StitchSize nearest{static_cast<int>(std::lround(steps))};
        const double atNearest = (nearest.steps - a.size.steps) / static_cast<double>(b.size.steps - a.size.steps);
        return ReadOff{nearest, steps, Gauge::perTenCentimetres(from + atNearest * (to - from)),
                       nearest != a.size && nearest != b.size};
    }
    return std::nullopt;
}

} // namespace vestimen
