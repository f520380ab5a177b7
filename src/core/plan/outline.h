// SPDX-License-Identifier: GPL-3.0-or-later
// What a piece should be, in millimetres.
#pragma once

#include "core/quantity/length.h"

#include <string>
#include <vector>

namespace vestimen {

struct OutlinePoint {
    Length x; ///< from the middle, to the right
    Length y; ///< from the lower edge upward
};

struct OutlineEdge {
    std::string name;
    std::vector<OutlinePoint> points;
};

/// Edges in order round the piece, counter-clockwise from the lower left corner, as it hangs.
struct Outline {
    std::vector<OutlineEdge> edges;
};

} // namespace vestimen
