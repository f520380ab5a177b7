// SPDX-License-Identifier: GPL-3.0-or-later
// A cushion's cover as it is chosen: a face with padded tubes across it, a back, and facings for a zip (craft 19).
#pragma once

#include "core/ground/welt.h"

#include <array>

namespace vestimen {

inline constexpr int mostTubes = 40;

/// A few loops are hung and some stuffing laid in by turns, or all of a tube is stuffed through its end when the face
/// is off.
enum class Stuffing { whileItHangs, throughTheEnd };
inline constexpr std::array allStuffings = {Stuffing::whileItHangs, Stuffing::throughTheEnd};

struct Cushion {
    static constexpr const char* key = "cushion";
    static constexpr const char* label = "Cushion";

    Length width = Length::millimetres(400);
    Length height = Length::millimetres(400);
    int tubes = 0;                              ///< across the face
    Length tubeGirth = Length::millimetres(60); ///< of each, before it is stuffed
    Rows closing{1};                            ///< that close each over its first row
    Stuffing stuffing = Stuffing::whileItHangs;
    bool tubeAtTheEdge = false; ///< the first one right above the cast on
    bool likeFaces = false;     ///< the back is a second face
    YarnNumber tubeYarn = 0;
    YarnNumber bandYarn = 0; ///< of every second band between the tubes
    int fewer = 0;           ///< stitches that go after each tube, so that the face narrows
    int firstRun = 0;        ///< plain stitches before the first of them; 0: half a run
    YarnNumber backYarn = 0;
    bool zip = true;
    Length zipLength = Length::millimetres(350);  ///< as measured
    Length zipTape = Length::millimetres(12);     ///< at each side of the teeth
    Length facingDepth = Length::millimetres(20); ///< of the strips that face it
    AcrossWay acrossWay = AcrossWay::byHand;
    bool seamStitches = true;
    Rows wasteRows{12};

    bool operator==(const Cushion&) const = default;
};

} // namespace vestimen
