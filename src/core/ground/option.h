// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/machine/tool.h"

#include <optional>

namespace vestimen {

/// One way that a choice can go.
struct Option {
    const char* key;                ///< in files
    const char* label;              ///< for people
    std::optional<Tool> needs = {}; ///< offered only where it is at hand
};

} // namespace vestimen
