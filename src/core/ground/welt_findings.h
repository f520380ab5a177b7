// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/ground/welt.h"
#include "core/machine/machine.h"
#include "core/reckoning/reckoning.h"

#include <optional>

namespace vestimen {

/// Whether the machine has the beds that a welt is knitted on: an error where it has not.
std::optional<Finding> bedsMissing(const Welt& welt, const Machine& machine);

} // namespace vestimen
