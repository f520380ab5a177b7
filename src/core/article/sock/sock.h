// SPDX-License-Identifier: GPL-3.0-or-later
// A pair of socks, or one stocking, as it is chosen: knitted flat from the cuff down to the toe, with one seam (craft
// 19).
#pragma once

#include "core/ground/edge_shaping.h"
#include "core/ground/welt.h"

namespace vestimen {

/// A toe like the heel, by short rows out and in over the sole; or both halves narrowed, each by itself.
enum class Toe { likeHeel, narrowed };
/// Where its one seam runs: along a side of the foot; or down the back of the leg and along the sole, with half a heel
/// at either edge.
enum class SockSeam { side, sole };

struct Sock {
    static constexpr const char* key = "sock";
    static constexpr const char* label = "Socks or stocking";

    Welt cuff{WeltKind::latchedRib, Length::millimetres(60), 0.0};
    bool shapedLeg = false;                       ///< narrows from the calf
    Length calf = Length::millimetres(360);       ///< its girth, as it shall be
    bool ankle = false;                           ///< narrowest above the heel, and from there as wide as the foot
    Length ankleGirth = Length::millimetres(210); ///< as it shall be
    Length ankleAbove = Length::millimetres(30);  ///< the heel
    SockSeam seam = SockSeam::side;
    double heelLeft = 100.0 / 3.0 / 100.0; ///< share of the heel's needles that work at its turning row
    Toe toe = Toe::likeHeel;
    EdgeShaping leg;
    EdgeShaping toeEdge;
    YarnNumber heelYarn = 0;
    YarnNumber toeYarn = 0;
    bool wrapTurns = true;
    bool single = false; ///< one, to be hung up
    bool loop = false;   ///< to hang that by
    Length loopLength = Length::millimetres(120);
    bool seamStitches = true;
    Rows wasteRows{12};

    bool hasLoop() const { return single && loop; }
    bool operator==(const Sock&) const = default;
};

} // namespace vestimen
