// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/pieces_overview.h"

namespace vestimen::app {

/// Joins as threads between the pieces that they were planned for, in their order; those that are done are drawn tight.
QList<DrawnThread> threadsOf(const Worked& drawn, const std::vector<Join>& joins, const std::vector<std::string>& done);

} // namespace vestimen::app
