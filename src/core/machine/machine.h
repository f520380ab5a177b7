// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/machine/position_names.h"
#include "core/machine/stitch_size.h"
#include "core/machine/tool.h"
#include "core/quantity/count.h"
#include "core/quantity/length.h"

#include "core/reckoning/phrase.h"

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace vestimen {

struct ToolInfo {
    Tool tool;
    const char* key;   ///< in files
    const char* label; ///< for people
};
const std::array<ToolInfo, toolCount>& toolInfos();

/// What a knitter's machine is and can do. The shipped profiles are generic; each can be copied and edited.
struct Machine {
    std::string name;
    Stitches needles{200};
    Length pitch = Length::millimetres(4.5);
    int beds = 1;
    StitchSizeScale sizes;
    PositionNames positionNames = usualPositionNames();
    bool canHold = true;
    bool holdWrapsItself = true; ///< a needle held on the carriage side is wrapped by the yarn on the way back
    bool hasRowCounter = true;
    bool hasMast = true;        ///< a yarn mast with tension disc and spring
    bool needlesByHand = false; ///< needles are drawn by hand, one by one, instead of by a carriage's cams
    std::array<bool, toolCount> tools{true, true, true, true, false, true, false};

    bool has(Tool tool) const { return tools[static_cast<std::size_t>(tool)]; }

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

/// Ways of losing or gaining stitches across a whole row (craft 9), the quickest that the tools allow first.
enum class AcrossRow { garterBar, wasteYarnAndRehang, transferFromMiddle, bothBedsByTurns };
std::vector<AcrossRow> waysAcrossRow(const Machine& machine);
const char* label(AcrossRow way);

/// What this machine's parts, or the lack of them, change in every plan: one sentence each.
std::vector<Phrase> consequences(const Machine& machine);

} // namespace vestimen
