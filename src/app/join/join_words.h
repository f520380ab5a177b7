// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/work.h"

#include <QString>

#include <optional>
#include <utility>
#include <vector>

namespace vestimen::app {

/// Each needle, and what goes on it, in the order in which hands work; empty where nothing is hung.
std::vector<std::pair<QString, QString>> hangLines(const Worked* drawn, const Join& join);

} // namespace vestimen::app
