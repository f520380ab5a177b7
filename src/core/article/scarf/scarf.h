// SPDX-License-Identifier: GPL-3.0-or-later
// A scarf or a blanket as it is chosen: on the bed in one, or in panels beside each other (craft 19).
#pragma once

#include "core/ground/welt.h"

namespace vestimen {

inline constexpr int mostPanels = 40;
inline constexpr int mostSideParts = 20;

struct Scarf {
    static constexpr const char* key = "scarf";
    static constexpr const char* label = "Scarf or blanket";

    Length width = Length::millimetres(220);
    Length length = Length::millimetres(1600);
    bool sideways = false;                                       ///< its stitches lie along the length, its rows across
    bool untilTheYarnIsUsedUp = false;                           ///< as many rows as what is on hand allows
    int panels = 1;                                              ///< beside each other on the bed
    Welt border{WeltKind::rolled, Length::millimetres(40), 0.0}; ///< where it begins and ends
    bool sideBorders = false;                                    ///< folded, hung along both sides
    Length sideDepth = Length::millimetres(20);
    YarnNumber sideYarn = 0;
    BindOffMethod sideBindOff = BindOffMethod::chainRoundTheNeedles;
    int sideParts = 1;        ///< that each is knitted in, where it is longer than the bed
    int repeat = 1;           ///< stitches of a pattern's repeat
    int repeatPlus = 0;       ///< and so many more, so that it begins and ends alike
    bool seamStitches = true; ///< between panels
    AcrossWay acrossWay = AcrossWay::wasteYarn;
    Rows wasteRows{12};

    /// What its stitches make, and what its rows make.
    Length across() const { return sideways ? length : width; }
    Length along() const { return sideways ? width : length; }
    bool operator==(const Scarf&) const = default;
};

} // namespace vestimen
