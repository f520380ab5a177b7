// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/hang.h"

#include <cmath>
#include <deque>

namespace vestimen {

std::vector<int> halvingOrder(int count) {
    std::vector<int> order;
    if (count < 1)
        return order;
    order.push_back(0);
    if (count > 1)
        order.push_back(count - 1);
    std::deque<std::pair<int, int>> intervals = {{0, count - 1}};
    while (!intervals.empty()) {
        const auto [first, last] = intervals.front();
        intervals.pop_front();
        if (last - first < 2)
            continue;
        const int middle = first + (last - first) / 2;
        order.push_back(middle);
        intervals.emplace_back(first, middle);
        intervals.emplace_back(middle, last);
    }
    return order;
}

std::vector<HangPair> HangMap::halving() const {
    std::vector<HangPair> pairs;
    for (const int index : halvingOrder(static_cast<int>(map.size())))
        pairs.push_back(map[static_cast<std::size_t>(index)]);
    return pairs;
}

std::optional<HangMap> hang(Stitches needles, Rows rows) {
    const int n = needles.count();
    const int r = rows.count();
    if (n < 1 || r < n)
        return std::nullopt;
    HangMap hung;
    hung.map.reserve(static_cast<std::size_t>(n));
    for (int needle = 1; needle <= n; ++needle) {
        // Rounded half up in whole numbers: the same everywhere.
        const int row = n == 1 ? 1 : 1 + (2 * (needle - 1) * (r - 1) + (n - 1)) / (2 * (n - 1));
        hung.map.emplace_back(needle, row);
    }
    hung.ratio = static_cast<double>(n) / r;
    double nearest = 2.0;
    for (int below = 1; below <= 7; ++below)
        for (int above = 1; above <= below; ++above)
            if (const double off = std::abs(hung.ratio - static_cast<double>(above) / below); off < nearest - 1e-12) {
                nearest = off;
                hung.fractionNeedles = above;
                hung.fractionRows = below;
            }
    hung.fractionErrorRows = static_cast<double>(n) * hung.fractionRows / hung.fractionNeedles - r;
    return hung;
}

} // namespace vestimen
