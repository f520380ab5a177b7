// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/counter.h"

#include "core/shaping/across_row.h"
#include "core/shaping/curved_edges.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
bool Counter::fitsBed(Stitches stitches, PieceKey piece) {
    // Each has a stitch more at its edges, and perhaps one for its parity.
    const bool panelsFit = stitches / 2 + Stitches(3) <= needles();
    return Counting::fitsBed(stitches, piece,
                             piece == pieces::back && panelsFit && choices().body.panels == Panels::one
                                 ? "It needs {0} needles, {1}; the bed has {2}, {3}. Ways out: less ease, two panels "
                                   "for back and front, a swatch of at most {4} stitches to 10 cm, or a machine with "
                                   "more needles."
                                 : usualWaysOut);
}

CountForm parityOf(Stitches stitches) {
    return stitches.isEven() ? evenCount : oddCount;
}

std::vector<double> fromSecondRow(std::vector<double> ideal) {
    if (!ideal.empty())
        ideal.erase(ideal.begin());
    return ideal;
}

void addLines(Reckoning& working, const std::vector<ScheduleLine>& lines) {
    for (const ScheduleLine& line : lines)
        working.steps.push_back({line.what, Figure{static_cast<double>(line.times), 0, "×"}});
}

void addRuns(Reckoning& working, const Curve& curve, const FabricGauge& gauge) {
    addLines(working, linesInWords(curve));
    working.steps.push_back({{"farthest from the curve", {}}, gauge.stitches.unit() * curve.deviation});
}

std::vector<double> straightIdeal(Stitches events, Rows rows) {
    std::vector<double> ideal;
    for (int row = 1; row <= rows.count(); ++row)
        ideal.push_back(events.count() * (row - 0.5) / rows.count());
    return ideal;
}

namespace {

/// The piece at which an edge is seen first.
PieceKey pieceOf(ShapedEdge edge) {
    return edge == ShapedEdge::sleeve || edge == ShapedEdge::cap ? pieces::leftSleeve
           : edge == ShapedEdge::neck                            ? pieces::front
                                                                 : pieces::back;
}

} // namespace

std::optional<Slope> Counter::shaped(SlopeRequest request, ShapedEdge edge, std::optional<double> fineness) const {
    return Counting::slope(request, choices().edge(edge), fineness.value_or(tolerance(gauge())), pieceOf(edge));
}

std::optional<Curve> Counter::shaped(CurveRequest request, ShapedEdge edge) const {
    const EdgeShaping& how = choices().edge(edge);
    const auto told = [&](Curve shape) {
        std::vector<int> rows;
        for (const CurveEvent& event : shape.events())
            if (!event.boundOff)
                rows.push_back(event.row);
        checkSecondRows(rows, how, pieceOf(edge));
        return shape;
    };
    for (const int multiple : {how.everySecondRow ? 2 : 1, 1}) {
        request.everyMultiple = multiple;
        if (how.lines > 0)
            if (auto shape = curve(request, how.lines))
                return told(std::move(*shape));
        if (auto shape = curveWithin(request, tolerance(gauge())))
            return told(std::move(*shape));
    }
    return std::nullopt;
}

std::optional<Curve> decreasedAlong(std::vector<double> ideal, Stitches total, const Counter& counter, ShapedEdge edge,
                                    bool atOnce) {
    CurveRequest request{ideal, total};
    request.atOnce = atOnce;
    request.ideal = withinReach(std::move(request.ideal), request.decreaseAtMost, atOnce);
    auto shape = counter.shaped(std::move(request), edge);
    if (shape)
        shape->deviation = deviationFrom(*shape, ideal);
    return shape;
}

std::optional<Curve> raglanLine(const Counter& counter, Stitches events, Rows armhole, ShapedEdge edge) {
    if (armhole < Rows(6))
        return std::nullopt;
    const Rows rows = armhole - Rows(2);
    // One stitch at a time, unless there are not rows enough.
    CurveRequest request{straightIdeal(events, rows), events};
    request.decreaseAtMost = events <= Stitches(rows.count()) ? 1 : 2;
    const EdgeShaping& how = counter.choices().edge(edge);
    std::optional<Curve> shape;
    if (how.lines == 0) // a raglan is a straight line, and a bend in it is seen
        for (const int multiple : {how.everySecondRow ? 2 : 1, 1})
            if (!shape)
                shape = blendedLine(events, rows, multiple);
    if (!shape)
        shape = counter.shaped(std::move(request), edge);
    if (shape)
        shape->plainAfter += Rows(1);
    return shape;
}

} // namespace vestimen
