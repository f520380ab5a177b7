// SPDX-License-Identifier: GPL-3.0-or-later
// What makes a garment's counts: one after the other, each with its working, its parity and its pin (craft 7).
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/plan/counting.h"
#include "core/plan/edge_dues.h"
#include "core/shaping/curve.h"
#include "core/shaping/lines_in_words.h"
#include "core/shaping/slope.h"

namespace vestimen {

/// The counts of a garment, and how its edges are shaped.
class Counter : public Counting {
public:
    /// All three must outlive the counter.
    Counter(const GarmentBrief& project, const FabricGauge& gauge, CountedGarment& result)
        : Counting(project.pins, project.machine.needles, gauge, result.workings, result.findings), project_(project) {}

    WeltCounts welt(CountKey quantity, const char* title, const Welt& welt) {
        return Counting::welt(quantity, title, welt, choices().making.acrossWay);
    }
    bool fitsBed(Stitches stitches, PieceKey piece);

    /// A shaping in as many lines as were chosen for its edge; where they are too few, or none were chosen, in the
    /// fewest within tolerance. `fineness`: the tolerance in stitches; without it, the default.
    std::optional<Slope> shaped(SlopeRequest request, ShapedEdge edge, std::optional<double> fineness = {}) const;
    std::optional<Curve> shaped(CurveRequest request, ShapedEdge edge) const;

    const GarmentBrief& project() const { return project_; }
    const Garment& choices() const { return project_.choices; }

private:
    const GarmentBrief& project_;
};

/// Even as these are, or odd.
CountForm parityOf(Stitches stitches);
/// What an ideal says from its second row on: the first is knitted between the two sides' first steps.
std::vector<double> fromSecondRow(std::vector<double> ideal);
/// The straight line at mid-row: so many stitches gone over so many rows.
std::vector<double> straightIdeal(Stitches events, Rows rows);
/// A curve, such as an ellipse, that begins along the row is steeper there than decreases can be. Its first rows are
/// asked for what can be done, so that the tolerance is kept by the rest; the deviation said is that from the curve.
std::optional<Curve> decreasedAlong(std::vector<double> ideal, Stitches total, const Counter& counter, ShapedEdge edge,
                                    bool atOnce = true);
/// A raglan's line: the same on body and sleeve, straight from the underarm's second row to the last but one.
std::optional<Curve> raglanLine(const Counter& counter, Stitches events, Rows armhole, ShapedEdge edge);
/// A schedule's lines, for people.
void addLines(Reckoning& working, const std::vector<ScheduleLine>& lines);
void addRuns(Reckoning& working, const Curve& curve, const FabricGauge& gauge);

// The parts of a garment, in the order in which they are counted. False where a finding says what is in the way.
bool countBody(Counter& counter, const GarmentMeasures& measures, GarmentCounts& counts);
bool countNecks(Counter& counter, const GarmentMeasures& measures, GarmentCounts& counts);
bool countSleeve(Counter& counter, const GarmentMeasures& measures, GarmentCounts& counts);
bool countTrims(Counter& counter, const GarmentMeasures& measures, GarmentCounts& counts);
bool countPockets(Counter& counter, const GarmentMeasures& measures, GarmentCounts& counts);

} // namespace vestimen
