// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/counter.h"

#include "core/shaping/across_row.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

/// Default tolerance of a slope: half a stitch over the best, or this, whichever is larger (craft 8).
constexpr Length slopeTolerance = Length::millimetres(3);

const char* refusal(const CountForm& form) {
    if (form.multiple > 1)
        return "The pinned {0} of {1} must be a multiple of {3} and {4} more: {2} is used.";
    switch (form.parity) {
    case Parity::even:
        return "The pinned {0} of {1} must be even: {2} is used.";
    case Parity::odd:
        return "The pinned {0} of {1} must be odd: {2} is used.";
    case Parity::any:
        break;
    }
    return "The pinned {0} of {1} cannot be: {2} is used.";
}

} // namespace

Stitches Counter::stitches(Quantity quantity, const char* title, Length width, Stitches seams, CountForm form,
                           const char* reason) {
    Reckoning reckoning{title, {}, {}};
    const CountRequest request{width + gauge_.stitches.unit() * seams.count(), gauge_.stitches, form};
    const auto answer = count(request);
    reckoning.steps.reserve(6);
    reckoning.steps.push_back({{"wide", {}}, width});
    reckoning.steps.push_back(
        {{"÷ {0} a stitch", {Figure{gauge_.stitches.unit().mm(), 3, "mm"}}}, Figure{gauge_.stitches.over(width), 2}});
    if (seams.count() > 0)
        reckoning.steps.push_back({{"and {0} for the seams", {seams}}, Figure{answer->exact, 2}});
    reckoning.steps.push_back({{reason, {}}, answer->count});
    return Stitches(settled(quantity, *answer, gauge_.stitches, std::move(reckoning), form));
}
Rows Counter::rows(Quantity quantity, const char* title, Length length, CountForm form, const char* reason) {
    Reckoning reckoning{title, {}, {}};
    const auto answer = count({length, gauge_.rows, form});
    reckoning.steps.reserve(6);
    reckoning.steps.push_back({{"long", {}}, length});
    reckoning.steps.push_back({{"÷ {0} a row", {Figure{gauge_.rows.unit().mm(), 3, "mm"}}}, Figure{answer->exact, 2}});
    reckoning.steps.push_back({{reason, {}}, answer->count});
    return Rows(settled(quantity, *answer, gauge_.rows, std::move(reckoning), form));
}
WeltCounts Counter::welt(Quantity quantity, const char* title, const Welt& welt) {
    WeltCounts counts{welt.kind, {}, {}, {}, choices().acrossWay};
    const WeltTraits& kind = traits(welt.kind);
    if (kind.layers == 2) {
        counts.knitted = rows(quantity, title, welt.depth * 2.0, evenCount, "twice the depth, even, to be folded");
        counts.visible = counts.knitted / 2 + Rows(kind.closedByARow ? 1 : 0);
    } else if (kind.layers == 1) {
        counts.knitted = counts.visible =
            rows(quantity, title, welt.depth, evenCount, "even, so that the carriage comes back");
    }
    return counts;
}

void Counter::gather(WeltCounts& welt, Stitches beside, double share, Quantity quantity) {
    welt.gathered = gathered(beside, share, traits(welt.kind).form);
    if (welt.gathered > Stitches(0))
        working(quantity).steps.push_back(
            {{"gathered into its edge, {0} fewer", {welt.gathered}}, beside - welt.gathered});
}

Rows Counter::remainder(Quantity quantity, const char* title, std::vector<Step> steps, int value) {
    Reckoning reckoning{title, std::move(steps), {}};
    CountAnswer answer;
    answer.count = value;
    answer.made = gauge_.rows.unit() * value;
    answer.below = value - 1;
    answer.above = value + 1;
    return Rows(settled(quantity, answer, gauge_.rows, std::move(reckoning), anyCount));
}
void Counter::error(FindingCode code, Phrase text, PieceKind piece) {
    result_.findings.push_back({Severity::error, code, std::move(text), key(piece)});
}

void Counter::warning(FindingCode code, Phrase text, PieceKind piece) {
    result_.findings.push_back({Severity::warning, code, std::move(text), key(piece)});
}

bool Counter::fitsBed(Stitches stitches, PieceKind piece) {
    if (stitches <= project_.machine.needles)
        return true;
    // With room for the seams and for what a rib's form adds, rounded down: it does fit then.
    const Stitches seams(2);
    const Length wide = gauge_.width(stitches - seams);
    const double fitting =
        std::floor(1000.0 * (project_.machine.needles - seams - Stitches(2)).count() / wide.mm()) / 10.0;
    // Each has a stitch more at its edges, and perhaps one for its parity.
    const bool panelsFit = stitches / 2 + Stitches(3) <= project_.machine.needles;
    error("too_wide",
          {piece == PieceKind::back && panelsFit
               ? "It needs {0} needles, {1}; the bed has {2}, {3}. Ways out: less ease, two panels for back and front, "
                 "a swatch of at most {4} stitches to 10 cm, or a machine with more needles."
               : "It needs {0} needles, {1}; the bed has {2}, {3}. Ways out: less ease, a swatch of at most {4} "
                 "stitches to 10 cm, or a machine with more needles.",
           {stitches, gauge_.width(stitches), project_.machine.needles, gauge_.width(project_.machine.needles),
            Figure{fitting, 1}}},
          piece);
    return false;
}
int Counter::settled(Quantity quantity, const CountAnswer& answer, Gauge gauge, Reckoning reckoning, CountForm form) {
    int value = answer.count;
    if (const auto pin = project_.pins.find(quantity); pin != project_.pins.end() && pin->second != value) {
        if (pin->second >= 1 && pin->second <= 2000 && form.takes(pin->second)) {
            const Length cost = gauge.unit() * (pin->second - answer.count);
            reckoning.steps.push_back({{"pinned by you; it costs", {}}, cost});
            value = pin->second;
        } else {
            result_.findings.push_back(
                {Severity::warning,
                 "pin_refused",
                 {refusal(form),
                  {std::string(reckoning.title), pin->second, value, form.multiple, form.plus % form.multiple}}});
        }
    }
    if (answer.below)
        reckoning.steps.push_back({{"one down: {0}", {*answer.below}}, gauge.unit() * (*answer.below - value)});
    reckoning.steps.push_back({{"one up: {0}", {answer.above}}, gauge.unit() * (answer.above - value)});
    reckoning.result = value;
    result_.workings[quantity] = std::move(reckoning);
    return value;
}
CountForm parityOf(Stitches stitches) {
    return stitches.isEven() ? evenCount : oddCount;
}

double tolerance(const FabricGauge& gauge) {
    return std::max(0.5, slopeTolerance / gauge.stitches.unit());
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

std::optional<Slope> Counter::shaped(SlopeRequest request, ShapedEdge edge, std::optional<double> fineness) const {
    const EdgeShaping& how = choices().edge(edge);
    // Where there are not rows enough for every second one alone, all are used.
    for (const int multiple : {how.everySecondRow ? 2 : 1, 1}) {
        request.everyMultiple = multiple;
        if (how.lines > 0)
            if (auto shape = slope(request, how.lines))
                return shape;
        if (auto shape = slopeWithin(request, fineness.value_or(tolerance(gauge_))))
            return shape;
    }
    return std::nullopt;
}

std::optional<Curve> Counter::shaped(CurveRequest request, ShapedEdge edge) const {
    const EdgeShaping& how = choices().edge(edge);
    for (const int multiple : {how.everySecondRow ? 2 : 1, 1}) {
        request.everyMultiple = multiple;
        if (how.lines > 0)
            if (auto shape = curve(request, how.lines))
                return shape;
        if (auto shape = curveWithin(request, tolerance(gauge_)))
            return shape;
    }
    return std::nullopt;
}

std::optional<Curve> decreasedAlong(std::vector<double> ideal, Stitches total, const Counter& counter, ShapedEdge edge,
                                    bool atOnce) {
    CurveRequest request{ideal, total};
    request.atOnce = atOnce;
    int reachable = atOnce ? 0 : -request.decreaseAtMost; // nothing is gone in the first row
    for (double& row : request.ideal)
        row = std::min(row, static_cast<double>(reachable += request.decreaseAtMost));
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
