// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string>

namespace vestimen {

/// What a knitter calls the needle positions, from the bed's back to front: out of work, work, forward work, hold.
using PositionNames = std::array<std::string, 4>;

inline PositionNames usualPositionNames() {
    return {"out", "work", "forward", "hold"};
}

} // namespace vestimen
