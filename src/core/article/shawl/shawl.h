// SPDX-License-Identifier: GPL-3.0-or-later
// A shawl as it is chosen: a triangle from its tip or from its side, or a crescent by short rows (craft 19).
#pragma once

#include "core/ground/edge_shaping.h"
#include "core/ground/welt.h"

#include <array>

namespace vestimen {

/// From the tip it widens on both sides up to its long edge; from the side its rows lie along the width, and one edge
/// goes out and in again; a crescent begins with its long edge and is deepest in the middle.
enum class ShawlShape { fromTip, fromSide, crescent };
inline constexpr std::array allShawlShapes = {ShawlShape::fromTip, ShawlShape::fromSide, ShawlShape::crescent};

struct Shawl {
    static constexpr const char* key = "shawl";
    static constexpr const char* label = "Shawl";

    ShawlShape shape = ShawlShape::fromSide;
    Length width = Length::millimetres(1400); ///< of the long edge
    Length depth = Length::millimetres(450);  ///< in the middle
    EdgeShaping edge;
    Welt border{WeltKind::rolled, Length::millimetres(20),
                0.0};         ///< along the long edge: where one from the tip ends, and a crescent begins
    bool wrapTurns = true;    ///< of a crescent
    bool sideBorders = false; ///< folded, hung along a triangle's edges, or on a crescent's curve
    Length sideDepth = Length::millimetres(15);
    YarnNumber sideYarn = 0;
    int sideParts = 4; ///< that each is knitted in: an even number meets at the point
    Rows wasteRows{12};

    bool operator==(const Shawl&) const = default;
};

} // namespace vestimen
