// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/hanging.h"

namespace vestimen {

const char* label(WornSide side) {
    return side == WornSide::knit ? "knit side" : "purl side";
}

Hanging hangingOf(Ridge ridge, WornSide wornOut, Hand hand, std::optional<TailPlace> tail) {
    const WornSide touching = ridge == Ridge::inside ? wornOut : opposite(wornOut);
    Hanging hanging;
    hanging.yarn = hand == Hand::right ? Side::left : Side::right;
    if (tail) {
        // Turned over, what was at one end is at the other.
        const WornSide facing = tail->side == hanging.yarn ? WornSide::purl : WornSide::knit;
        hanging.secondFirst = (facing == touching) == tail->ofSecond;
    }
    hanging.first = hanging.secondFirst ? opposite(touching) : touching;
    hanging.second = opposite(hanging.first);
    return hanging;
}

} // namespace vestimen
