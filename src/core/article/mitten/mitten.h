// SPDX-License-Identifier: GPL-3.0-or-later
// A pair of mittens as it is chosen, each knitted flat from the cuff up, with one seam at the little finger (craft 19).
#pragma once

#include "core/ground/edge_shaping.h"
#include "core/ground/welt.h"

#include <array>

namespace vestimen {

/// Knitted on its own stitches and loops cast on beside them, with the hand hung around it; or afterwards, from
/// stitches that wait.
enum class ThumbSchool { first, afterwards };
inline constexpr std::array allThumbSchools = {ThumbSchool::first, ThumbSchool::afterwards};
/// How the hand ends: each half narrowed by itself, and both grafted or bound off; thinned across the row and drawn up;
/// or open, for bare fingers.
enum class MittenTop { grafted, boundOff, drawnUp, open };
inline constexpr std::array allMittenTops = {MittenTop::grafted, MittenTop::boundOff, MittenTop::drawnUp,
                                             MittenTop::open};

struct Mitten {
    static constexpr const char* key = "mitten";
    static constexpr const char* label = "Pair of mittens";

    Welt cuff{WeltKind::latchedRib, Length::millimetres(60), 0.0};
    ThumbSchool thumb = ThumbSchool::first;
    bool gusset = false;                          ///< the hand widens towards the thumb
    bool thumbOpen = false;                       ///< for bare fingers
    Length thumbHeight = Length::millimetres(25); ///< of an open one
    YarnNumber thumbYarn = 0;
    MittenTop top = MittenTop::grafted;
    Length topAbove = Length::millimetres(45);                    ///< of an open top, above the thumb's fork
    Welt topEdge{WeltKind::rolled, Length::millimetres(20), 0.0}; ///< of an open top
    bool flap = false;                                            ///< over bare fingers: a piece that folds back
    Length flapOverlap = Length::millimetres(25);                 ///< below the open edge, at the back of the hand
    /// Share of a half's stitches that is left at its tip; a third, as it is kept in percent.
    double tipLeft = 100.0 / 3.0 / 100.0;
    EdgeShaping tip;
    BindOffMethod tipBindOff = BindOffMethod::loopThroughLoop;
    AcrossWay acrossWay = AcrossWay::byHand;
    HalvingWay halving = HalvingWay::bareNeedles;
    bool seamStitches = true;
    Rows wasteRows{12};

    bool hasTip() const { return top != MittenTop::open; }
    bool hasFlap() const { return flap && !hasTip(); }
    bool inHalves() const { return top == MittenTop::grafted || top == MittenTop::boundOff; }
    bool operator==(const Mitten&) const = default;
};

} // namespace vestimen
