// SPDX-License-Identifier: GPL-3.0-or-later
// How ends are woven in while the next row is knitted (craft 21), as hands do it.
#pragma once

#include "core/ground/edge_methods.h"

#include <array>

namespace vestimen {

/// At the right edge. Of a needle also: `v` the end lies over its shaft, `u` under it.
inline constexpr std::array weaveSteps = {
    HandStep{"The new end first: over the end needle, then under and over by turns; hold it down with a peg or a clip.",
             "oovuV"},
    HandStep{
        "The old end in the next row, again over the end needle first, and over more needles: so both do not stop at "
        "one place.",
        "vuvuV"},
    HandStep{"Knit the row slowly. When the piece is off, stretch its edge once, then trim the ends.", "ooooo"}};

} // namespace vestimen
