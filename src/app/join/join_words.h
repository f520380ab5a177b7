// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/work.h"

#include <QString>

#include <optional>
#include <utility>
#include <vector>

namespace vestimen::app {

/// The side at which an end hangs when both edges are on the needles; nothing where they are not hung.
std::optional<Side> hangsAt(const Join& join);
/// Each needle, and what goes on it, in the order in which hands work; empty where nothing is hung.
std::vector<std::pair<QString, QString>> hangLines(const Worked* drawn, const Join& join);

} // namespace vestimen::app
