// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/gauge.h"
#include "core/quantity/length.h"

#include <optional>

namespace vestimen {

enum class Parity { any, even, odd };
enum class Rounding { nearest, up, down };

/// A length as a whole number of stitches or rows (craft 7).
struct CountRequest {
    Length length;
    Gauge gauge = Gauge::perTenCentimetres(28.0);
    int multiple = 1; ///< the count is multiple · k + plus
    int plus = 0;
    Parity parity = Parity::any;
    Rounding rounding = Rounding::nearest; ///< ties go upward
};

struct CountAnswer {
    double exact = 0.0;
    int count = 0;
    Length made;
    Length error;             ///< made - wanted
    std::optional<int> below; ///< the next count down that would do, where there is one
    int above = 0;
};

/// At least 1 (never less than the smallest count that fits repeat and parity). Nothing when no count fits both.
std::optional<CountAnswer> count(const CountRequest& request);

} // namespace vestimen
