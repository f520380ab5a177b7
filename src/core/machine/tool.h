// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>

namespace vestimen {

/// Tools at hand beside the machine.
enum class Tool { transferOne, transferTwo, transferThree, latchTool, garterBar, combAndWeights, linker };
inline constexpr std::size_t toolCount = 7;

} // namespace vestimen
