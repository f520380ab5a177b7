// SPDX-License-Identifier: GPL-3.0-or-later
// Pieces of the knitter's own drawing (craft 19): toys, animals' coats, bags.
#pragma once

#include "core/drawing/starts.h"
#include "core/ground/edge_methods.h"
#include "core/ground/edge_shaping.h"
#include "core/quantity/count.h"

namespace vestimen {

struct OwnShape {
    static constexpr const char* key = "own_shape";
    static constexpr const char* label = "Your own shape";

    Drawing drawing = drawingStarts().front().make();
    double size = 1.0; ///< of what is drawn
    EdgeShaping edge;
    BindOffMethod bindOff = BindOffMethod::loopThroughLoop;
    bool straps = false; ///< what is 3 or 4 stitches wide, throughout or above a taper, is knitted one way: a cord
    Rows wasteRows{12};

    bool operator==(const OwnShape&) const = default;
};

} // namespace vestimen
