// SPDX-License-Identifier: GPL-3.0-or-later
// Shaping along a curve (craft 8 and 16): as a slope, with an ideal curve in place of the straight line and events of
// several sizes.
#pragma once

#include "core/quantity/count.h"

#include <optional>
#include <vector>

namespace vestimen {

/// Knit so many rows, then take so many stitches off each side; so many times over. A first run of no rows, once, is a
/// decrease before row 1.
struct CurveRun {
    Rows every;
    Stitches stitches;
    int times = 0;
    bool boundOff = false; ///< on the carriage side; the other side follows one row later
    bool operator==(const CurveRun&) const = default;
};

struct CurveEvent {
    int row = 0; ///< happens after so many rows; on the far side one later when bound off
    Stitches stitches;
    bool boundOff = false;
};

/// What goes off one side of a piece. Row k, from 1, is ideally short of `ideal[k - 1]` stitches, at its middle; the
/// figures never fall.
struct CurveRequest {
    std::vector<double> ideal; ///< one figure for each row
    Stitches total;            ///< gone in the end, 0 or more
    int decreaseAtMost = 2;    ///< stitches of one decrease, on any row; 0 for none
    int bindOffAtMost = 0;     ///< stitches bound off at once, 2 or more, where the carriage stands; 0 for none
    int everyMultiple = 1;     ///< gaps are multiples of this; 2 keeps events on every second row
    bool atOnce = false;       ///< the first decrease may come before row 1
};

/// A schedule. Before row k so many stitches c(k) are gone; on the far side, those of a bind-off one row later. The
/// deviation is the largest |c(k) - ideal(k)| of both sides, in stitches.
struct Curve {
    std::vector<CurveRun> runs;
    Rows plainAfter;
    double deviation = 0.0;
    bool blended = false; ///< two gaps, mixed so evenly that the eye sees a straight line

    std::vector<CurveEvent> events() const;
    Stitches total() const;
};

/// The smallest deviation that any schedule with at most so many runs can have, and such a schedule. Exact, to about
/// a billionth of a stitch. The carriage stands at the near side before row 1. Nothing when no schedule takes off the
/// total in the rows there are.
std::optional<Curve> curve(const CurveRequest& request, int runs);

/// `events` single decreases over `rows` rows along a straight line: two neighbouring gaps, mixed evenly, each a
/// multiple of `everyMultiple`. No event is farther from its place on the line than half a gap's step. Nothing when
/// there are not rows enough.
std::optional<Curve> blendedLine(Stitches events, Rows rows, int everyMultiple);

/// The fewest runs whose deviation is at most `tolerance` stitches above the best that any number of runs can reach,
/// and with them the smallest deviation.
std::optional<Curve> curveWithin(const CurveRequest& request, double tolerance);

/// The largest deviation of a schedule from any ideal, of both sides, in stitches.
double deviationFrom(const Curve& curve, const std::vector<double>& ideal);

} // namespace vestimen
