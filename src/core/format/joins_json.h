// SPDX-License-Identifier: GPL-3.0-or-later
// How the pieces are joined, in order, as one JSON object: docs/format/joins.md.
#pragma once

#include "core/work.h"

#include <string>

namespace vestimen {

/// Of pieces that can be drafted; without joins where there are none.
std::string joinsJson(const Worked& worked);

} // namespace vestimen
