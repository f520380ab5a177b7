// SPDX-License-Identifier: GPL-3.0-or-later
// What becomes of the ends where a piece changes its yarn (craft 21).
#pragma once

#include "core/ground/option.h"
#include "core/quantity/gauge.h"

#include <array>

namespace vestimen {

/// Darned in with a needle when the piece is off; woven in over and under the outer needles as the next row is knitted;
/// or left at the edge for the seam to take.
enum class Ends { later, whileKnitting, intoTheSeam };
inline constexpr std::array allEnds = {Ends::later, Ends::whileKnitting, Ends::intoTheSeam};
inline constexpr std::array endsOptions = {Option{"later", "Ends darned in later"},
                                           Option{"while_knitting", "Ends woven in while knitting"},
                                           Option{"into_the_seam", "Ends left for the seam"}};

/// Over so many needles the old end is laid, and the new one over fewer, so that they do not stop at one place.
struct EndNeedles {
    int old;
    int fresh;
};
/// 5 to 9 needles, fewer in thick yarn and more in fine.
constexpr EndNeedles endNeedles(const Gauge& stitches) {
    const double width = stitches.unit().mm();
    if (width < 2.8)
        return {12, 9};
    if (width < 4.2)
        return {8, 6};
    return width < 6.0 ? EndNeedles{7, 5} : EndNeedles{5, 4};
}

} // namespace vestimen
