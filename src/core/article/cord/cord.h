// SPDX-License-Identifier: GPL-3.0-or-later
// Cords as they are chosen: a few stitches knitted one way, for ties, loops and belts (craft 19).
#pragma once

#include "core/ground/edge_methods.h"
#include "core/quantity/count.h"
#include "core/quantity/length.h"

namespace vestimen {

/// What it is for: by itself, two ties, a loop whose ends meet, or a belt.
enum class CordUse { cord, ties, loop, belt };

inline constexpr int fewestCordStitches = 2;
inline constexpr int mostCordStitches = 8;

struct Cord {
    static constexpr const char* key = "cord";
    static constexpr const char* label = "Cord, ties or belt";

    CordUse use = CordUse::cord;
    Stitches stitches{3};
    Length length = Length::millimetres(600); ///< as it is worn, pulled
    double stretch = 0.1;                     ///< share that it gives when it is pulled
    CastOnMethod castOn = CastOnMethod::closedLoop;
    Rows wasteRows{12};

    bool operator==(const Cord&) const = default;
};

} // namespace vestimen
