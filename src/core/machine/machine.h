// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/machine/stitch_size.h"
#include "core/quantity/count.h"
#include "core/quantity/length.h"

#include <array>
#include <string>
#include <vector>

namespace vestimen {

/// What a knitter's machine is and can do. The shipped profiles are generic; each can be copied and edited.
struct Machine {
    std::string name;
    Stitches needles{200};
    Length pitch = Length::millimetres(4.5);
    int beds = 1;
    StitchSizeScale sizes;
    /// Names of the needle positions, from the bed's back to front: out of work, work, forward work, hold.
    std::array<std::string, 4> positionNames{"out", "work", "forward", "hold"};
    bool canHold = true;
    bool holdWrapsItself = true; ///< a needle held on the carriage side is wrapped by the yarn on the way back
    bool hasRowCounter = true;
    bool hasMast = true; ///< a yarn mast with tension disc and spring
    bool hasGarterBar = false;

    bool operator==(const Machine&) const = default;
};

/// What a swatch should be on a machine (craft 4): the measured field, and the margins around it.
struct SwatchAdvice {
    Stitches field;
    Rows fieldRows;
    Stitches castOn;
    Rows margin;
};

/// The seven generic profiles, from fine to chunky, then plate-set and double beds.
const std::vector<Machine>& genericMachines();
SwatchAdvice swatchAdvice(const Machine& machine);

} // namespace vestimen
