// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/ground/welt.h"
#include "core/machine/machine.h"
#include "core/reckoning/reckoning.h"

#include <optional>

namespace vestimen {

/// Whether the machine has the beds that a welt is knitted on: an error where it has not.
std::optional<Finding> bedsMissing(const Welt& welt, const Machine& machine);

/// An edge that must stretch (neck, cuff, brim) with a way to cast on or to bind off that is firm: names one that
/// stretches, with its match. Where it depends on the hand it is a note. `edge`: what it is called, "The cuff".
std::optional<Finding> firmEdge(std::string edge, CastOnMethod way, std::string piece);
std::optional<Finding> firmEdge(std::string edge, BindOffMethod way, std::string piece);
/// Of a welt that begins, or ends, with its edge.
std::optional<Finding> firmEdge(std::string edge, const Welt& welt, bool knittedDown, std::string piece);

} // namespace vestimen
