// SPDX-License-Identifier: GPL-3.0-or-later
// How an edge is shaped row by row, and what then falls due at it.
#pragma once

#include "core/ground/edge_shaping.h"
#include "core/plan/knitting.h"
#include "core/shaping/curve.h"
#include "core/shaping/slope.h"

#include <vector>

namespace vestimen {

/// Default tolerance of a slope: half a stitch over the best, or 3 mm, whichever is larger (craft 8). In stitches.
double tolerance(const FabricGauge& gauge);
/// In the way that is chosen for an edge; where there are not rows enough for every second one alone, all are used.
std::optional<Slope> shapedSlope(SlopeRequest request, const EdgeShaping& how, double tolerance);

/// Stitch by stitch, from a row on.
std::vector<Due> duesOf(const Slope& slope, Rows from, bool widens);
/// Of a half whose other waits beside it: one stitch goes before the first row, so that the yarn does not turn beside
/// what waits, the others as the slope says.
std::vector<Due> duesOfHalf(const Slope& others);
/// Of a slope that widens, from its end to its beginning: for a piece that is knitted the other way.
std::vector<Due> duesBack(const Slope& slope, Rows from);
/// What goes off, from a row on: by transfer or bound off.
std::vector<Due> duesOf(const Curve& curve, Rows from, bool boundOff);

} // namespace vestimen
