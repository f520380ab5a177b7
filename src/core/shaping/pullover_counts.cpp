// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/pullover_counts.h"

#include "core/garment/curved_edges.h"
#include "core/shaping/count.h"
#include "core/shaping/edge_sums.h"
#include "core/shaping/short_rows.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

/// Default tolerance of a slope: half a stitch over the best, or this, whichever is larger (craft 8).
constexpr Length slopeTolerance = Length::millimetres(3);

/// Makes one count after the other, writes down how, and lets a pin take the place of what was reckoned.
class Counter {
public:
    Counter(const Project& project, const FabricGauge& gauge, CountedPullover& result)
        : project_(project), gauge_(gauge), result_(result) {}

    Stitches stitches(Quantity quantity, const char* title, Length width, Stitches seams, Parity parity,
                      const char* parityReason) {
        Reckoning reckoning{title, {}, {}};
        const CountRequest request{width + gauge_.stitches.unit() * seams.count(), gauge_.stitches, 1, 0, parity};
        const auto answer = count(request);
        reckoning.steps.push_back({{"wide", {}}, width});
        reckoning.steps.push_back({{"÷ {0} a stitch", {Figure{gauge_.stitches.unit().mm(), 3, "mm"}}},
                                   Figure{gauge_.stitches.over(width), 2}});
        if (seams.count() > 0)
            reckoning.steps.push_back({{"and {0} for the seams", {seams}}, Figure{answer->exact, 2}});
        reckoning.steps.push_back({{parityReason, {}}, answer->count});
        return Stitches(settled(quantity, *answer, gauge_.stitches, std::move(reckoning), parity));
    }

    Rows rows(Quantity quantity, const char* title, Length length, Parity parity, const char* parityReason) {
        Reckoning reckoning{title, {}, {}};
        const auto answer = count({length, gauge_.rows, 1, 0, parity});
        reckoning.steps.push_back({{"long", {}}, length});
        reckoning.steps.push_back(
            {{"÷ {0} a row", {Figure{gauge_.rows.unit().mm(), 3, "mm"}}}, Figure{answer->exact, 2}});
        reckoning.steps.push_back({{parityReason, {}}, answer->count});
        return Rows(settled(quantity, *answer, gauge_.rows, std::move(reckoning), parity));
    }

    WeltCounts welt(Quantity quantity, const char* title, const Welt& welt) {
        WeltCounts counts{welt.kind, {}, {}};
        counts.knitted = rows(quantity, title, welt.depth * 2.0, Parity::even, "twice the depth, even, to be folded");
        // A folded hem is closed by one row through both layers.
        counts.visible = counts.knitted / 2 + Rows(welt.kind == WeltKind::foldedHem ? 1 : 0);
        return counts;
    }

    /// A count that is what others leave over.
    Rows remainder(Quantity quantity, const char* title, std::vector<Step> steps, int value) {
        Reckoning reckoning{title, std::move(steps), {}};
        CountAnswer answer;
        answer.count = value;
        answer.made = gauge_.rows.unit() * value;
        answer.below = value - 1;
        answer.above = value + 1;
        return Rows(settled(quantity, answer, gauge_.rows, std::move(reckoning), Parity::any));
    }

    Reckoning& working(Quantity quantity) { return result_.workings[quantity]; }

    void error(const char* code, Phrase text, PieceKind piece) {
        result_.findings.push_back({Severity::error, code, std::move(text), key(piece)});
    }

    bool fitsBed(Stitches stitches, PieceKind piece) {
        if (stitches <= project_.machine.needles)
            return true;
        error("too_wide",
              {"It needs {0} needles, {1}; the bed has {2}, {3}. Ways out: less ease, a looser stitch size on a new "
               "swatch, or a machine with more needles.",
               {stitches, gauge_.width(stitches), project_.machine.needles, gauge_.width(project_.machine.needles)}},
              piece);
        return false;
    }

private:
    int settled(Quantity quantity, const CountAnswer& answer, Gauge gauge, Reckoning reckoning, Parity parity) {
        int value = answer.count;
        if (const auto pin = project_.pins.find(quantity); pin != project_.pins.end() && pin->second != value) {
            const bool parityFits = parity == Parity::any || (pin->second % 2 == 0) == (parity == Parity::even);
            if (pin->second >= 1 && pin->second <= 2000 && parityFits) {
                const Length cost = gauge.unit() * (pin->second - answer.count);
                reckoning.steps.push_back({{"pinned by you; it costs", {}}, cost});
                value = pin->second;
            } else {
                result_.findings.push_back({Severity::warning,
                                            "pin_refused",
                                            {parity == Parity::even ? "The pinned {0} of {1} must be even: {2} is used."
                                             : parity == Parity::odd ? "The pinned {0} of {1} must be odd: {2} is used."
                                                                     : "The pinned {0} of {1} cannot be: {2} is used.",
                                             {std::string(reckoning.title), pin->second, value}}});
            }
        }
        if (answer.below)
            reckoning.steps.push_back({{"one down: {0}", {*answer.below}}, gauge.unit() * (*answer.below - value)});
        reckoning.steps.push_back({{"one up: {0}", {answer.above}}, gauge.unit() * (answer.above - value)});
        reckoning.result = value;
        result_.workings[quantity] = std::move(reckoning);
        return value;
    }

    const Project& project_;
    const FabricGauge& gauge_;
    CountedPullover& result_;
};

Parity parityOf(Stitches stitches) {
    return stitches.isEven() ? Parity::even : Parity::odd;
}

/// A mock rib begins and ends with a working needle.
Parity weltParity(const Welt& welt) {
    return welt.kind == WeltKind::mockRib ? Parity::odd : Parity::any;
}
const char* weltParityReason(const Welt& welt) {
    return welt.kind == WeltKind::mockRib ? "odd, so that the rib begins and ends alike" : "nearest whole stitch";
}

/// The default tolerance of a shaping over the best that is possible, in stitches.
double tolerance(const FabricGauge& gauge) {
    return std::max(0.5, slopeTolerance / gauge.stitches.unit());
}

/// What an ideal says from its second row on: the first is knitted between the two sides' first steps.
std::vector<double> fromSecondRow(std::vector<double> ideal) {
    if (!ideal.empty())
        ideal.erase(ideal.begin());
    return ideal;
}

void addRuns(Reckoning& working, const Curve& curve, const FabricGauge& gauge) {
    for (const CurveRun& run : curve.runs) {
        const char* words = run.every == Rows(0)   ? "at once, {1} fewer at each side"
                            : run.boundOff         ? "every {0} rows, {1} bound off at each side"
                            : run.every == Rows(1) ? "every row, {1} fewer at each side"
                                                   : "every {0} rows, {1} fewer at each side";
        working.steps.push_back({{words, {run.every, run.stitches}}, Figure{static_cast<double>(run.times), 0, "×"}});
    }
    working.steps.push_back({{"farthest from the curve", {}}, gauge.stitches.unit() * curve.deviation});
}

/// From the welt to the underarm: one slope, or two with a straight piece at the waist.
bool countSides(Counter& counter, const PulloverMeasures& m, const Choices& choices, PulloverCounts& counts,
                const FabricGauge& gauge) {
    const auto rowsOf = [&](Length length) { return Rows(count({length, gauge.rows})->count); };
    const auto stretch = [&](Stitches from, Stitches to, Rows rows, Rows straight) {
        const SlopeRequest request{rows - straight, to > from ? (to - from) / 2 : (from - to) / 2, 1,
                                   choices.everySecondRow ? 2 : 1};
        auto shape = request.rows > Rows(0) ? slopeWithin(request, tolerance(gauge)) : std::nullopt;
        if (!shape) {
            counter.error(
                "side_slope",
                {"The sides cannot go from {0} to {1} stitches in {2} rows: make these widths less different, "
                 "or the body longer.",
                 {from, to, std::max(Rows(0), request.rows)}},
                PieceKind::back);
            return false;
        }
        Reckoning& working = counter.working(
            m.sides == SideKind::waisted && to == counts.waist ? Quantity::waistStitches : Quantity::hemStitches);
        for (const SlopeLine& line : shape->lines)
            working.steps.push_back(
                {{to > from ? "every {0} rows, one more at each side" : "every {0} rows, one fewer at each side",
                  {line.every}},
                 Figure{static_cast<double>(line.times), 0, "×"}});
        shape->plainAfter += straight;
        counts.sides.push_back({*shape, to > from});
        return true;
    };
    switch (m.sides) {
    case SideKind::straight:
        counts.sides = {{Slope{{}, counts.toUnderarm, 0.0}, false}};
        return true;
    case SideKind::aLine:
        return stretch(counts.hem, counts.body, counts.toUnderarm, rowsOf(sideStraight));
    case SideKind::waisted:
        break;
    }
    counts.toWaist =
        counter.rows(Quantity::waistRows, "Rows from the welt to the waist",
                     m.waistHeight - gauge.height(counts.bodyWelt.visible), Parity::any, "nearest whole row");
    const Rows half = rowsOf(waistStraight / 2.0);
    return stretch(counts.hem, counts.waist, counts.toWaist + half, half * 2) &&
           stretch(counts.waist, counts.body, counts.toUnderarm - counts.toWaist - half, rowsOf(sideStraight));
}

bool countArmhole(Counter& counter, const PulloverMeasures& m, PulloverCounts& counts, const FabricGauge& gauge) {
    if (!m.hasArmhole())
        return true;
    const Stitches side = counts.armholeInset() - counts.underarm;
    const Rows curved(static_cast<int>(std::lround(counts.armhole.count() * armholeCurveShare)));
    const std::vector<double> wanted = fromSecondRow(quarterEllipse(side, curved, counts.armhole));
    CurveRequest request{wanted, side};
    request.atOnce = true;
    // An ellipse begins along the row, steeper than two stitches in every row: its first rows are asked for what can be
    // done, so that the tolerance is kept by the rest.
    int reachable = 0;
    for (double& row : request.ideal)
        row = std::min(row, static_cast<double>(reachable += request.decreaseAtMost));
    auto shape = curveWithin(request, tolerance(gauge));
    if (!shape || counts.armhole < Rows(4)) {
        counter.error("armhole_shape",
                      {"{0} stitches cannot go off each side of an armhole of {1} rows: make it deeper, or wider "
                       "between the armholes.",
                       {counts.armholeInset(), counts.armhole}},
                      PieceKind::back);
        return false;
    }
    shape->deviation = deviationFrom(*shape, wanted);
    counts.armholeCurve = *shape;
    addRuns(counter.working(Quantity::armholeRows), *shape, gauge);
    counts.armholeEdge = armholeEdge(gauge.width(counts.underarm), gauge.width(side), gauge.height(curved),
                                     gauge.height(counts.armhole - curved));
    return true;
}

/// A V is one straight line on each side: a first decrease where the halves part, then the rest evenly, done before the
/// shoulder's needles are held.
bool countVee(Counter& counter, const Project& project, PulloverCounts& counts, Rows half) {
    counts.neckCentre = Stitches(counts.neck.count() % 2);
    const Stitches further = counts.neck / 2 - Stitches(1);
    const SlopeRequest request{half - std::max(Rows(2), counts.shoulderRows), further, 1,
                               project.choices.everySecondRow ? 2 : 1};
    const auto shape = request.rows > Rows(0) ? slopeWithin(request, 0.5) : std::nullopt;
    if (!shape) {
        counter.error("neck_depth",
                      {"A V of {0} rows has no room for {1} decreases on each side: make it deeper or narrower.",
                       {counts.neckDepth, further + Stitches(1)}},
                      PieceKind::front);
        return false;
    }
    counts.neckSlope = *shape;
    counts.neckEdge = half;
    Reckoning& working = counter.working(Quantity::neckRows);
    for (const SlopeLine& line : shape->lines)
        working.steps.push_back({{"every {0} rows, one fewer at each side", {line.every}},
                                 Figure{static_cast<double>(line.times), 0, "×"}});
    return true;
}

bool countBody(Counter& counter, const Project& project, const PulloverMeasures& m, PulloverCounts& counts,
               const FabricGauge& gauge) {
    const Choices& choices = project.choices;
    const Stitches seams(choices.seamStitches ? 2 : 0);
    counts.body = counter.stitches(Quantity::bodyStitches, "Stitches of back and front", m.width, seams,
                                   weltParity(choices.bodyWelt), weltParityReason(choices.bodyWelt));
    counts.upper = counts.body;
    if (m.hasArmhole()) {
        counts.upper = counter.stitches(Quantity::upperStitches, "Stitches between the armholes", m.upperWidth, seams,
                                        parityOf(counts.body),
                                        counts.body.isEven() ? "even, as the body is" : "odd, as the body is");
        if (counts.armholeInset() < Stitches(1)) {
            counter.error(
                "no_armhole",
                {"{0} stitches between the armholes leave nothing of the body's {1} to shape: at most {2} do.",
                 {counts.upper, counts.body, counts.body - Stitches(2)}},
                PieceKind::back);
            return false;
        }
        counts.underarm = std::min(counter.stitches(Quantity::underarmStitches, "Stitches off at the underarm",
                                                    m.underarm, Stitches(0), Parity::any, "nearest whole stitch"),
                                   counts.armholeInset());
    }
    counts.neck = counter.stitches(Quantity::neckStitches, "Stitches of the neck", m.neckWidth, Stitches(0),
                                   parityOf(counts.body),
                                   counts.body.isEven() ? "even, as the body is, so that the shoulders agree"
                                                        : "odd, as the body is, so that the shoulders agree");
    counts.shoulder = (counts.upper - counts.neck) / 2;
    counts.hem = counts.body;
    const char* sameParity = counts.body.isEven() ? "even, as the body is" : "odd, as the body is";
    if (m.sides != SideKind::straight)
        counts.hem = counter.stitches(Quantity::hemStitches, "Stitches at the hem", m.hemWidth, seams,
                                      parityOf(counts.body), sameParity);
    if (m.sides == SideKind::waisted)
        counts.waist = counter.stitches(Quantity::waistStitches, "Stitches at the waist", m.waistWidth, seams,
                                        parityOf(counts.body), sameParity);
    bool sound = counter.fitsBed(std::max(counts.body, counts.hem), PieceKind::back);
    if (counts.shoulder < Stitches(4) || counts.neck < Stitches(3)) {
        counter.error("no_shoulder",
                      {"A neck of {0} stitches in a body of {1} leaves {2} for each shoulder: at least 4 are needed, "
                       "and 3 for the neck.",
                       {counts.neck, counts.upper, counts.shoulder}},
                      PieceKind::front);
        sound = false;
    }

    counts.bodyWelt = counter.welt(Quantity::bodyWeltRows, "Rows of the welt", choices.bodyWelt);
    const bool sloped = m.shoulderDrop > Length();
    if (sloped)
        counts.shoulderRows = counter.rows(Quantity::shoulderRows, "Rows of the shoulder slope", m.shoulderDrop,
                                           Parity::even, "even, two for each turn");
    // Every turn puts at least one needle to hold.
    if (counts.shoulderRows.count() / 2 > counts.shoulder.count())
        counts.shoulderRows = Rows(std::max(0, counts.shoulder.count()) * 2);
    counts.armhole =
        counter.rows(Quantity::armholeRows, "Rows of the armhole", m.armholeDepth, Parity::any, "nearest whole row");
    const auto all = count({m.length, gauge.rows});
    counts.toUnderarm =
        counter.remainder(Quantity::bodyRows, "Rows from the welt to the underarm",
                          {{{"rows in all", {}}, Rows(all->count)},
                           {{"less the welt", {}}, -counts.bodyWelt.visible},
                           {{"less the armhole", {}}, -counts.armhole},
                           {{"less the shoulder", {}}, -counts.shoulderRows}},
                          all->count - (counts.bodyWelt.visible + counts.armhole + counts.shoulderRows).count());
    if (counts.toUnderarm < Rows(2)) {
        counter.error("body_too_short",
                      {"Welt, armhole and shoulder leave {0} rows below the underarm: make the body longer.",
                       {counts.toUnderarm}},
                      PieceKind::back);
        sound = false;
    }
    return sound && countSides(counter, m, choices, counts, gauge) && countArmhole(counter, m, counts, gauge);
}

bool countNeck(Counter& counter, const Project& project, const PulloverMeasures& m, PulloverCounts& counts) {
    if (counts.shoulderRows > Rows(0))
        counts.shoulderSteps = evenSteps(counts.shoulder, counts.shoulderRows.count() / 2);
    if (m.neck == NeckKind::boat) {
        counts.neckCentre = counts.neck;
        return true;
    }
    const bool sloped = counts.shoulderRows > Rows(0);
    counts.neckDepth = counter.rows(
        Quantity::neckRows, "Rows of the front neck's depth", m.neckDepth, sloped ? Parity::odd : Parity::any,
        sloped ? "odd, so that front and back shoulders begin in the same row" : "nearest whole row");
    const Rows least = sloped ? counts.shoulderRows + Rows(1) : Rows(4);
    // A shaped armhole has both its sides begun before the neck divides them.
    const Rows most = counts.armhole + counts.shoulderRows - Rows(m.hasArmhole() ? 3 : 1);
    if (counts.neckDepth < least || counts.neckDepth > most) {
        counter.error(
            "neck_depth",
            {"A front neck of {0} rows cannot be worked here: {1} to {2} rows can.", {counts.neckDepth, least, most}},
            PieceKind::front);
        return false;
    }
    // The last row joins what the shoulder held; sloped halves are one row shorter than the neck is deep.
    const Rows half = counts.neckDepth - Rows(sloped ? 1 : 0);
    if (m.neck == NeckKind::vee)
        return countVee(counter, project, counts, half);
    if (m.neck == NeckKind::square) {
        counts.neckCentre = counts.neck;
        counts.neckSteps = {Stitches(0)};
        counts.neckEdge = half - Rows(2);
        return true;
    }
    // The centre has the parity of the neck, so that both sides agree.
    const auto centre = count({Length::millimetres(counts.neck.count() * neckFlatShare),
                               Gauge::ofUnit(Length::millimetres(1.0)), 1, 0, parityOf(counts.neck)});
    counts.neckCentre = Stitches(std::min(centre->count, counts.neck.count()));
    const Stitches side = (counts.neck - counts.neckCentre) / 2;
    const int turns = std::clamp(static_cast<int>(std::lround(half.count() * (1.0 - neckStraightShare) / 2.0)), 1,
                                 std::max(1, (half.count() - 2) / 2));
    counts.neckSteps = quarterEllipseSteps(side, Rows(2 * turns));
    counts.neckEdge = half - Rows(2 * turns);
    return true;
}

/// The height is solved, not guessed: whole rows for which the cap's edge comes nearest to both armholes plus ease.
bool countCap(Counter& counter, const PulloverMeasures& m, PulloverCounts& counts, const FabricGauge& gauge) {
    counts.capTop = counter.stitches(Quantity::capTopStitches, "Stitches of the cap's flat top", m.capTop, Stitches(0),
                                     parityOf(counts.sleeveTop),
                                     counts.sleeveTop.isEven() ? "even, as the sleeve is" : "odd, as the sleeve is");
    const Stitches side = (counts.sleeveTop - counts.capTop) / 2 - counts.underarm;
    const Length wanted = counts.armholeEdge * 2.0 + m.capEase;
    const auto edge = [&](int rows) {
        return capEdge(gauge.width(counts.underarm), gauge.width(side), gauge.height(Rows(rows)),
                       gauge.width(counts.capTop));
    };
    const int least = 4;
    const int most = (counts.armhole + counts.shoulderRows).count();
    int rows = least;
    while (side > Stitches(0) && rows < most && edge(rows) < wanted)
        ++rows;
    if (rows > least && wanted - edge(rows - 1) < edge(rows) - wanted)
        --rows;
    if (side <= Stitches(0) || edge(least) > wanted + gauge.rows.unit() || most < least) {
        counter.error("cap_too_wide",
                      {"A sleeve of {0} stitches is too wide for armholes of {1} and {1}: make the armhole deeper, or "
                       "the upper arm's ease smaller.",
                       {counts.sleeveTop, counts.armholeEdge}},
                      PieceKind::leftSleeve);
        return false;
    }
    counts.capRows =
        counter.remainder(Quantity::capRows, "Rows of the cap",
                          {{{"both armhole edges", {}}, counts.armholeEdge * 2.0},
                           {{"and ease", {}}, m.capEase},
                           {{"the cap's edge is", {}}, edge(rows)},
                           {{"in {0} rows it misses by", {Rows(rows)}}, Figure{(edge(rows) - wanted).mm(), 1, "mm"}}},
                          rows);
    counts.capEdge = edge(counts.capRows.count());
    CurveRequest request{fromSecondRow(bell(side.count(), counts.capRows)), side};
    request.bindOffAtMost = std::max(6, side.count() / 3);
    request.atOnce = true;
    const auto shape = curveWithin(request, tolerance(gauge));
    if (!shape) {
        counter.error("cap_shape",
                      {"{0} stitches cannot go off each side of a cap in {1} rows.", {side, counts.capRows}},
                      PieceKind::leftSleeve);
        return false;
    }
    counts.cap = *shape;
    addRuns(counter.working(Quantity::capRows), *shape, gauge);
    return true;
}

bool countSleeve(Counter& counter, const Project& project, const PulloverMeasures& m, PulloverCounts& counts,
                 const FabricGauge& gauge, CountedPullover& result) {
    const Choices& choices = project.choices;
    const Stitches seams(choices.seamStitches ? 2 : 0);
    counts.wrist = counter.stitches(Quantity::wristStitches, "Stitches at the wrist", m.wrist, seams,
                                    weltParity(choices.cuff), weltParityReason(choices.cuff));
    counts.sleeveTop = counter.stitches(Quantity::sleeveTopStitches, "Stitches of the sleeve top", m.sleeveTop, seams,
                                        parityOf(counts.wrist),
                                        counts.wrist.isEven() ? "even, as the wrist is" : "odd, as the wrist is");
    bool sound = counter.fitsBed(counts.sleeveTop, PieceKind::leftSleeve);
    counts.cuff = counter.welt(Quantity::cuffRows, "Rows of the cuff", choices.cuff);
    if (m.hasArmhole() && !countCap(counter, m, counts, gauge))
        return false;
    const auto all = count({m.sleeveLength, gauge.rows});
    std::vector<Step> steps = {{{"rows in all", {}}, Rows(all->count)}, {{"less the cuff", {}}, -counts.cuff.visible}};
    if (m.hasArmhole())
        steps.push_back({{"less the cap", {}}, -counts.capRows});
    counts.sleeveRows = counter.remainder(
        Quantity::sleeveRows, m.hasArmhole() ? "Rows from the cuff to the cap" : "Rows from the cuff to the top",
        std::move(steps), all->count - (counts.cuff.visible + counts.capRows).count());
    const int least = choices.fashioningInset + 2;
    const Stitches increases = (counts.sleeveTop - counts.wrist) / 2;
    const auto straight = count({sleeveStraight, gauge.rows});
    SlopeRequest request{counts.sleeveRows - Rows(straight->count), increases, 1, choices.everySecondRow ? 2 : 1};
    std::optional<Slope> shape;
    if (increases >= Stitches(0) && request.rows > Rows(0) && counts.wrist.count() >= least)
        shape = choices.sleeveLines > 0 ? slope(request, choices.sleeveLines) : slopeWithin(request, tolerance(gauge));
    if (!shape) {
        counter.error("sleeve_slope",
                      {"From {0} to {1} stitches in {2} rows cannot be shaped: make the sleeve longer, the wrist wider "
                       "or the armhole shallower.",
                       {counts.wrist, counts.sleeveTop, request.rows}},
                      PieceKind::leftSleeve);
        return false;
    }
    counts.sleeve = *shape;
    Reckoning& working = result.workings[Quantity::sleeveRows];
    working.steps.push_back({{"of these straight at the top", {}}, straight->count + shape->plainAfter.count()});
    for (const SlopeLine& line : shape->lines)
        working.steps.push_back(
            {{"every {0} rows, both sides", {line.every}}, Figure{static_cast<double>(line.times), 0, "×"}});
    working.steps.push_back({{"farthest from the straight line", {}}, gauge.stitches.unit() * shape->deviation});
    counts.sleeve.plainAfter += Rows(straight->count);
    return sound;
}

bool countTrim(Counter& counter, const Project& project, PulloverCounts& counts, const FabricGauge& gauge) {
    const bool vee = project.choices.neck == NeckKind::vee;
    const Length high = gauge.height(counts.neckEdge);
    counts.neckEdgeLength = vee ? Length::millimetres(std::hypot(high.mm(), gauge.width(counts.neck / 2).mm())) : high;
    counts.trimEdge = std::min(band(counts.neckEdgeLength, project.choices.neckTrimDepth, gauge, true).needles,
                               Stitches(counts.neckEdge.count()));
    counts.trim = counts.trimEdge * 2 + counts.neck + (vee ? counts.neckCentre : counts.neck);
    counts.trimRows = counter.rows(Quantity::trimRows, "Rows of the neck trim", project.choices.neckTrimDepth * 2.0,
                                   Parity::even, "twice the depth, even, to be folded");
    return counter.fitsBed(counts.trim, PieceKind::neckTrim);
}

bool countArmTrim(Counter& counter, const Project& project, PulloverCounts& counts, const FabricGauge& gauge) {
    const Length depth = project.choices.armTrimDepth;
    // The stitches at the underarm stand open on a holder; the rows above them are hung.
    const BandCounts edge = band(counts.armholeEdge - gauge.width(counts.underarm), depth, gauge, true);
    counts.armTrimEdge = std::min(edge.needles, counts.armholeRowsHung());
    counts.armTrim = (counts.armTrimEdge + counts.underarm) * 2;
    counts.armTrimRows = counter.rows(Quantity::armTrimRows, "Rows of the armhole trim", depth * 2.0, Parity::even,
                                      "twice the depth, even, to be folded");
    Reckoning& trim = counter.working(Quantity::armTrimStitches);
    trim.title = "Stitches of the armhole trim";
    trim.steps = {{{"underarms of back and front, open", {}}, counts.underarm * 2},
                  {{"two edges of {0} rows", {counts.armholeRowsHung()}}, counts.armTrimEdge * 2}};
    trim.result = counts.armTrim.count();
    return counter.fitsBed(counts.armTrim, PieceKind::leftArmTrim);
}

} // namespace

CountedPullover countPullover(const Project& project, const PulloverMeasures& measures, const FabricGauge& gauge) {
    CountedPullover result;
    Counter counter(project, gauge, result);
    PulloverCounts counts;
    const bool body = countBody(counter, project, measures, counts, gauge);
    const bool neck = body && countNeck(counter, project, measures, counts);
    const bool sleeveless = project.choices.body == BodyKind::sleeveless;
    const bool arms = body && (sleeveless ? countArmTrim(counter, project, counts, gauge)
                                          : countSleeve(counter, project, measures, counts, gauge, result));
    if (!body || !neck || !arms || !countTrim(counter, project, counts, gauge))
        return result;
    Reckoning& trim = result.workings[Quantity::trimStitches];
    trim.title = "Stitches of the neck trim";
    trim.steps = {{{"back neck", {}}, counts.neck},
                  {{"front neck, held", {}}, counts.trim - counts.neck - counts.trimEdge * 2},
                  {{"two edges of {0} rows", {counts.neckEdge}}, counts.trimEdge * 2}};
    trim.result = counts.trim.count();
    result.counts = counts;
    return result;
}

} // namespace vestimen
