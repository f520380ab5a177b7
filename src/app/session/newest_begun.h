// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "workroom/workroom.h"

#include <optional>
#include <string>

namespace vestimen::app {

/// The newest begun piece of that name, if there is one.
std::optional<BegunPiece> newestBegun(const QList<BegunPiece>& pieces, const std::string& name);

} // namespace vestimen::app
