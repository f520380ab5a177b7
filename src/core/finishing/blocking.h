// SPDX-License-Identifier: GPL-3.0-or-later
// To what measures a piece is blocked, and how its fibre bears it (craft 24).
#pragma once

#include "core/plan/outline.h"
#include "core/reckoning/phrase.h"
#include "core/work.h"

#include <string>
#include <vector>

namespace vestimen {

/// Where a pin goes, from the middle of the piece to the right and from its lower edge up.
struct Pin {
    Length x;
    Length y;
    bool isCorner = false; ///< of the outline; else between two of them
};

/// The finished piece: its drafted outline; of what is knitted onto others a rectangle of its width and length.
Outline blockedOutline(const WorkedPiece& piece);
/// At every corner, and between them evenly, no farther apart than so much. A curve has pins along it, and no corners.
std::vector<Pin> pinsOf(const Outline& outline, Length farthestApart);

/// What its fibre wants: wash, steam, or neither. By the word on the label; what is not known is tried on the swatch.
Phrase careOf(const std::string& fibre);

} // namespace vestimen
