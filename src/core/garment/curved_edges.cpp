// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/garment/curved_edges.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <utility>

namespace vestimen {
namespace {

/// Along the points of a curve given from 0 to 1.
template<class Point> Length along(Point point) {
    constexpr int parts = 128;
    double sum = 0.0;
    auto [x, y] = point(0.0);
    for (int i = 1; i <= parts; ++i) {
        const auto [nextX, nextY] = point(static_cast<double>(i) / parts);
        sum += std::hypot(nextX - x, nextY - y);
        x = nextX;
        y = nextY;
    }
    return Length::millimetres(sum);
}

} // namespace

std::vector<double> quarterEllipse(Stitches width, Rows height, Rows rows) {
    std::vector<double> ideal;
    for (int row = 1; row <= rows.count(); ++row) {
        const double left = std::max(0.0, 1.0 - (row - 0.5) / std::max(1, height.count()));
        ideal.push_back(width.count() * std::sqrt(1.0 - left * left));
    }
    return ideal;
}

std::vector<double> bell(double width, Rows rows) {
    std::vector<double> ideal;
    for (int row = 1; row <= rows.count(); ++row)
        ideal.push_back(width * std::acos(1.0 - 2.0 * (row - 0.5) / rows.count()) / std::numbers::pi);
    return ideal;
}

Length quarterEllipseLength(Length width, Length height) {
    return along([&](double t) {
        const double angle = t * std::numbers::pi / 2.0;
        return std::pair(width.mm() * std::sin(angle), height.mm() * (1.0 - std::cos(angle)));
    });
}

Length bellLength(Length width, Length height) {
    return along([&](double t) {
        return std::pair(width.mm() * t, height.mm() * (1.0 - std::cos(t * std::numbers::pi)) / 2.0);
    });
}

} // namespace vestimen
