// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/count_form.h"
#include "core/quantity/gauge.h"
#include "core/quantity/length.h"

#include <optional>

namespace vestimen {

enum class Rounding { nearest, up, down };

/// A length as a whole number of stitches or rows (craft 7).
struct CountRequest {
    Length length;
    Gauge gauge = Gauge::perTenCentimetres(28.0);
    CountForm form = {};
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

/// At least 1 (never less than the smallest count of the form). Nothing when no count is of the form.
std::optional<CountAnswer> count(const CountRequest& request);

} // namespace vestimen
