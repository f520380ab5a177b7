// SPDX-License-Identifier: GPL-3.0-or-later
// Schedules as what falls due at an edge.
#pragma once

#include "core/plan/knitting.h"
#include "core/shaping/curve.h"
#include "core/shaping/slope.h"

#include <vector>

namespace vestimen {

/// Stitch by stitch, from a row on.
std::vector<Due> duesOf(const Slope& slope, Rows from, bool widens);
/// Of a slope that widens, from its end to its beginning: for a piece that is knitted the other way.
std::vector<Due> duesBack(const Slope& slope, Rows from);
/// What goes off, from a row on: by transfer or bound off.
std::vector<Due> duesOf(const Curve& curve, Rows from, bool boundOff);

} // namespace vestimen
