// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/count.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace vestimen {

std::optional<CountAnswer> count(const CountRequest& request) {
    const auto fitting = [&](int from, int direction) -> std::optional<int> {
        for (int i = 0, value = from; i < request.form.period() && value >= 1; ++i, value += direction)
            if (request.form.takes(value))
                return value;
        return std::nullopt;
    };

    CountAnswer answer;
    answer.exact = request.gauge.over(request.length);
    // A hair's breadth of floating-point noise must not push an exact fit to the next count.
    const double exact = std::round(answer.exact * 1e9) / 1e9;
    const auto up = fitting(std::max(1, static_cast<int>(std::ceil(exact))), 1);
    if (!up)
        return std::nullopt;
    const auto down = fitting(static_cast<int>(std::floor(exact)), -1);
    const bool takeUp = !down || request.rounding == Rounding::up ||
                        (request.rounding == Rounding::nearest && *up - exact <= exact - *down);
    answer.count = takeUp ? *up : *down;
    answer.below = fitting(answer.count - 1, -1);
    answer.above = *fitting(answer.count + 1, 1);
    answer.made = request.gauge.unit() * answer.count;
    answer.error = answer.made - request.length;
    return answer;
}

} // namespace vestimen
