// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/outline_distance.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace vestimen {
namespace {

struct Point {
    double x = 0.0;
    double y = 0.0;
};

double distanceToSegment(Point p, Point a, Point b) {
    const double dx = b.x - a.x;
    const double dy = b.y - a.y;
    const double square = dx * dx + dy * dy;
    const double along = square > 0.0 ? std::clamp(((p.x - a.x) * dx + (p.y - a.y) * dy) / square, 0.0, 1.0) : 0.0;
    return std::hypot(p.x - a.x - along * dx, p.y - a.y - along * dy);
}

} // namespace

std::optional<OutlineDistance> farthestFromIdeal(const FabricPicture& picture, const Outline& ideal,
                                                 const FabricGauge& gauge, Stitches seam) {
    std::vector<std::pair<Point, Point>> segments;
    for (const OutlineEdge& edge : ideal.edges)
        for (std::size_t i = 1; i < edge.points.size(); ++i)
            segments.push_back({{edge.points[i - 1].x.mm(), edge.points[i - 1].y.mm()},
                                {edge.points[i].x.mm(), edge.points[i].y.mm()}});
    // The outer edges of every row.
    constexpr int none = std::numeric_limits<int>::max();
    std::vector<std::pair<int, int>> rows(static_cast<std::size_t>(picture.rows), {none, -none});
    for (const FabricBlock& block : picture.blocks)
        for (int row = block.from; row < block.to; ++row) {
            auto& [first, last] = rows[static_cast<std::size_t>(row)];
            first = std::min(first, block.firstSlot);
            last = std::max(last, block.lastSlot + 1);
        }
    const double middle = (picture.firstSlot + picture.lastSlot + 1) / 2.0;
    const double stitch = gauge.stitches.unit().mm();
    const double high = gauge.rows.unit().mm();
    std::optional<OutlineDistance> farthest;
    for (std::size_t row = 0; row < rows.size() && !segments.empty(); ++row) {
        const auto& [first, last] = rows[row];
        if (first == none)
            continue;
        for (const auto& [slot, inward] : {std::pair{first, 1}, {last, -1}}) {
            const Point at{(slot + inward * seam.count() - middle) * stitch, (static_cast<double>(row) + 0.5) * high};
            double nearest = std::numeric_limits<double>::infinity();
            for (const auto& [a, b] : segments)
                nearest = std::min(nearest, distanceToSegment(at, a, b));
            if (!farthest || nearest > farthest->distance.mm())
                farthest = {Length::millimetres(nearest), static_cast<double>(slot), static_cast<double>(row) + 0.5};
        }
    }
    return farthest;
}

} // namespace vestimen
