// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/curved_edges.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace vestimen {

std::vector<double> quarterEllipse(Stitches width, Rows height, Rows rows) {
    std::vector<double> ideal;
    ideal.reserve(static_cast<std::size_t>(std::max(0, rows.count())));
    for (int row = 1; row <= rows.count(); ++row) {
        const double left = std::max(0.0, 1.0 - (row - 0.5) / std::max(1, height.count()));
        ideal.push_back(width.count() * std::sqrt(1.0 - left * left));
    }
    return ideal;
}

std::vector<double> straightSide(Stitches width, Rows height, Rows rows) {
    std::vector<double> ideal;
    ideal.reserve(static_cast<std::size_t>(std::max(0, rows.count())));
    for (int row = 1; row <= rows.count(); ++row)
        ideal.push_back(width.count() * std::min(1.0, (row - 0.5) / std::max(1, height.count())));
    return ideal;
}

std::vector<double> bell(double width, Rows rows) {
    std::vector<double> ideal;
    ideal.reserve(static_cast<std::size_t>(std::max(0, rows.count())));
    for (int row = 1; row <= rows.count(); ++row)
        ideal.push_back(width * std::acos(1.0 - 2.0 * (row - 0.5) / rows.count()) / std::numbers::pi);
    return ideal;
}

std::vector<double> withinReach(std::vector<double> ideal, int atMost, bool atOnce) {
    int reachable = atOnce ? 0 : -atMost; // nothing is gone in the first row
    for (double& row : ideal)
        row = std::min(row, static_cast<double>(reachable += atMost));
    return ideal;
}

Length quarterEllipseLength(Length width, Length height) {
    const double longer = std::max(width, height).mm();
    const double shorter = std::min(width, height).mm();
    if (!(longer > 0.0))
        return {};
    return Length::millimetres(longer * std::comp_ellint_2(std::sqrt(1.0 - shorter / longer * (shorter / longer))));
}

Length bellLength(Length width, Length height) {
    // Steepest half-way, where it rises by this much for the whole width.
    const double rise = height.mm() * std::numbers::pi / 2.0;
    const double steepest = std::hypot(width.mm(), rise);
    if (!(steepest > 0.0))
        return {};
    return Length::millimetres(2.0 / std::numbers::pi * steepest * std::comp_ellint_2(rise / steepest));
}

} // namespace vestimen
