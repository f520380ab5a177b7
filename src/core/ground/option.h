// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace vestimen {

/// One way that a choice can go.
struct Option {
    const char* key;   ///< in files
    const char* label; ///< for people
};

} // namespace vestimen
