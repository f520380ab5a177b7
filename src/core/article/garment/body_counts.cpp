// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/counter.h"
#include "core/shaping/curved_edges.h"
#include "core/shaping/short_rows.h"

#include <algorithm>
#include <cmath>
#include <iterator>
#include <vector>

namespace vestimen {
namespace {

/// From the welt to the underarm: one slope, or two with a straight piece at the waist.
bool countSides(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    const FabricGauge& gauge = counter.gauge();
    const auto rowsOf = [&](Length length) { return Rows(count({length, gauge.rows})->count); };
    const auto stretch = [&](Stitches from, Stitches to, Rows rows, Rows straight) {
        // A simple increase waits for the carriage: its side may come a row later.
        const bool waits = to > from && !counter.choices().edge(ShapedEdge::sides).fashioned;
        const SlopeRequest request{rows - straight, to > from ? (to - from) / 2 : (from - to) / 2, waits ? 2 : 1};
        // Stitches that move need one to move onto; a half has half of the body's.
        Stitches narrowest = std::min(from, to);
        for (const Stitches half :
             m.hasSidePanels() ? std::vector{counts.sidePanel} : std::vector{counts.front, counts.back})
            if (half > Stitches(0))
                narrowest = std::min(narrowest, counts.ofHalf(half, std::min(from, to)));
        const bool room =
            request.rows > Rows(0) && narrowest.count() >= counter.choices().edge(ShapedEdge::sides).inset + 2;
        auto shape = room ? counter.shaped(request, ShapedEdge::sides) : std::nullopt;
        if (!shape) {
            counter.error(
                "side_slope",
                {"The sides cannot go from {0} to {1} stitches in {2} rows: make these widths less different, "
                 "or the body longer.",
                 {from, to, std::max(Rows(0), request.rows)}},
                pieces::back);
            return false;
        }
        Reckoning& working = counter.working(
            m.sides == SideKind::waisted && to == counts.waist ? quantities::waistStitches : quantities::hemStitches);
        addLines(working, linesInWords(*shape, to > from));
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
    counts.toWaist = counter.rows(quantities::waistRows, "Rows from the welt to the waist",
                                  m.waistHeight - gauge.height(counts.bodyWelt.visible + counts.hemRise), anyCount,
                                  "nearest whole row");
    const Rows half = rowsOf(waistStraight / 2.0);
    return stretch(counts.hem, counts.waist, counts.toWaist + half, half * 2) &&
           stretch(counts.waist, counts.body, counts.toUnderarm - counts.toWaist - half, rowsOf(sideStraight));
}

bool countArmhole(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    if (!m.hasArmhole())
        return true;
    const FabricGauge& gauge = counter.gauge();
    const bool raglan = m.body == BodyKind::raglan;
    const Stitches side = counts.armholeInset() - counts.underarm;
    const Rows curved =
        raglan ? counts.armhole : Rows(static_cast<int>(std::lround(counts.armhole.count() * armholeCurveShare)));
    const auto shape = raglan ? raglanLine(counter, side, counts.armhole, ShapedEdge::armhole)
                              : decreasedAlong(fromSecondRow(quarterEllipse(side, curved, counts.armhole)), side,
                                               counter, ShapedEdge::armhole);
    if (!shape || counts.armhole < Rows(4)) {
        counter.error("armhole_shape",
                      {"{0} stitches cannot go off each side of an armhole of {1} rows: make it deeper, or wider "
                       "between the armholes.",
                       {counts.armholeInset(), counts.armhole}},
                      pieces::back);
        return false;
    }
    counts.armholeCurve = *shape;
    addRuns(counter.working(quantities::armholeRows), *shape, gauge);
    counts.armholeEdge =
        raglan ? gauge.width(counts.underarm) +
                     Length::millimetres(std::hypot(gauge.width(side).mm(), gauge.height(counts.armhole).mm()))
               : armholeEdge(gauge.width(counts.underarm), gauge.width(side), gauge.height(curved),
                             gauge.height(counts.armhole - curved));
    return true;
}

/// Of a side panel what lies beyond its armhole is the shoulder's outer part; the rest of the shoulder, and a stitch at
/// each edge of the seam, are beside the neck.
bool countSidePanels(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    const Garment& choices = counter.choices();
    const WeltTraits& welt = traits(choices.body.welt.kind);
    const Stitches seams(choices.making.seamStitches ? 2 : 0);
    const Stitches flare = (counts.hem - counts.body) / 2;
    counts.sidePanel = counter.stitches(quantities::sidePanelStitches, "Stitches of each side panel", m.sidePanel,
                                        seams, welt.form.shifted(-flare.count()), welt.reason);
    counts.sideShoulder = counts.sidePanel - counts.armholeInset();
    counts.middleShoulder = counts.shoulder + seams - counts.sideShoulder;
    if (!m.backInHalves) {
        CountForm form = both(welt.form, parityOf(counts.neck));
        if (form.multiple == 0)
            form = parityOf(counts.neck);
        counts.middlePanel = counter.stitches(
            quantities::middlePanelStitches, "Stitches of the middle panel",
            counter.gauge().width(counts.body - seams - (counts.sidePanel - seams) * 2), seams, form,
            welt.form == anyCount ? "even or odd, as the neck is, so that the shoulders agree" : welt.reason);
        counts.middleShoulder = (counts.middlePanel - counts.neck) / 2;
    }
    const Stitches least(3);
    if (counts.sideShoulder >= least && counts.middleShoulder >= least)
        return true;
    counter.error("panels_shoulder",
                  {"The seam parts a shoulder into {0} stitches at the armhole and {1} at the neck: at least {2} are "
                   "needed at each. Choose two panels, or wider shoulders.",
                   {counts.sideShoulder, counts.middleShoulder, least}},
                  backSideOf(choices, Side::left));
    return false;
}

/// Halves: of a cardigan's front less half of the opening, with a stitch at its edge for the band to hang on; panels
/// with one for the seam. Their lower edges have the form that the welt wants.
bool countPanels(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    if (!m.hasHalves())
        return true;
    const Garment& choices = counter.choices();
    const Stitches seams(choices.making.seamStitches ? 2 : 0);
    if (m.hasSidePanels() && !countSidePanels(counter, m, counts))
        return false;
    // What is beside a side panel has straight edges.
    const Stitches flare = m.hasSidePanels() ? Stitches(0) : (counts.hem - counts.body) / 2;
    const Length beside = m.hasSidePanels() ? counter.gauge().width(counts.sidePanel - seams) : Length();
    const CountForm form = traits(choices.body.welt.kind).form.shifted(-flare.count());
    const auto half = [&](CountKey quantity, const char* title, Length width) {
        return counter.stitches(quantity, title, width - beside, seams, form, traits(choices.body.welt.kind).reason);
    };
    if (m.backInHalves)
        counts.back =
            half(quantities::panelStitches,
                 m.hasSidePanels() ? "Stitches of each middle panel" : "Stitches of each panel", m.width / 2.0);
    if (m.frontInHalves)
        counts.front = m.isCardigan()
                           ? half(quantities::frontStitches, "Stitches of each front", (m.width - m.opening) / 2.0)
                           : counts.back;
    const Stitches widest = std::max({counts.body, counts.hem, counts.waist});
    for (const PieceKey kind : {pieces::leftBack, pieces::leftFront}) {
        const Stitches wide = counts.half(kind);
        if (wide == Stitches(0))
            continue;
        const Stitches neck = m.hasSidePanels() ? wide - counts.middleShoulder : counts.neckOfHalf(wide);
        if (neck < Stitches(3)) {
            counter.error("front_too_narrow",
                          {m.isCardigan() && kind == pieces::leftFront
                               ? "A front of {0} stitches leaves {1} for its half of the neck: at least 3 are needed. "
                                 "Make the bands narrower, or the neck wider."
                               : "A panel of {0} stitches leaves {1} for its half of the neck: at least 3 are needed. "
                                 "Make the neck wider.",
                           {wide, neck}},
                          kind);
            return false;
        }
        if (m.hasSidePanels() && !counter.fitsBed(wide, kind))
            return false;
    }
    if (counts.middlePanel > Stitches(0) && !counter.fitsBed(counts.middlePanel, pieces::back))
        return false;
    // One with a side hangs about the middle of the bed by its hem and grows at its side only: what it reaches to one
    // side of the middle counts twice.
    for (const PieceKey kind :
         m.hasSidePanels() ? std::vector{pieces::leftBackSide} : std::vector{pieces::leftBack, pieces::leftFront}) {
        const Stitches wide = counts.half(kind);
        if (wide == Stitches(0))
            continue;
        const Stitches most = counts.ofHalf(wide, widest);
        const Stitches hem = counts.ofHalf(wide, counts.hem);
        const Stitches oneSide = (hem + Stitches(1)) / 2 + (most - hem);
        if (!counter.fitsBed(std::max(most, oneSide * 2), kind))
            return false;
    }
    return true;
}

/// Widths: of the body, between the armholes, at the neck, hem and waist.
bool countWidths(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    const Garment& choices = counter.choices();
    const Stitches seams(choices.making.seamStitches ? 2 : 0);
    // A rib says how many its edge has; where the sides are shaped, the body above it follows.
    const CountForm rib = traits(choices.body.welt.kind).form;
    const char* ribReason = traits(choices.body.welt.kind).reason;
    const bool shapedSides = m.sides != SideKind::straight;
    const bool hemFirst = shapedSides && rib != anyCount;
    if (hemFirst)
        counts.hem =
            counter.stitches(quantities::hemStitches, "Stitches at the hem", m.hemWidth, seams, rib, ribReason);
    counts.body = counter.stitches(quantities::bodyStitches, "Stitches of back and front", m.width, seams,
                                   hemFirst ? parityOf(counts.hem) : rib,
                                   !hemFirst             ? ribReason
                                   : counts.hem.isEven() ? "even, as the hem is"
                                                         : "odd, as the hem is");
    counts.upper = counts.body;
    if (m.hasArmhole()) {
        counts.upper = counter.stitches(quantities::upperStitches, "Stitches between the armholes", m.upperWidth, seams,
                                        parityOf(counts.body),
                                        counts.body.isEven() ? "even, as the body is" : "odd, as the body is");
        if (counts.armholeInset() < Stitches(1)) {
            counter.error(
                "no_armhole",
                {"{0} stitches between the armholes leave nothing of the body's {1} to shape: at most {2} do.",
                 {counts.upper, counts.body, counts.body - Stitches(2)}},
                pieces::back);
            return false;
        }
        counts.underarm = std::min(counter.stitches(quantities::underarmStitches, "Stitches off at the underarm",
                                                    m.underarm, Stitches(0), anyCount, "nearest whole stitch"),
                                   counts.armholeInset());
    }
    counts.neck = counter.stitches(quantities::neckStitches, "Stitches of the neck", m.neckWidth, Stitches(0),
                                   parityOf(counts.body),
                                   counts.body.isEven() ? "even, as the body is, so that the shoulders agree"
                                                        : "odd, as the body is, so that the shoulders agree");
    counts.shoulder = (counts.upper - counts.neck) / 2;
    const char* sameParity = counts.body.isEven() ? "even, as the body is" : "odd, as the body is";
    if (!shapedSides)
        counts.hem = counts.body;
    else if (!hemFirst)
        counts.hem = counter.stitches(quantities::hemStitches, "Stitches at the hem", m.hemWidth, seams,
                                      parityOf(counts.body), sameParity);
    if (m.sides == SideKind::waisted)
        counts.waist = counter.stitches(quantities::waistStitches, "Stitches at the waist", m.waistWidth, seams,
                                        parityOf(counts.body), sameParity);
    const bool fits = m.backInHalves || m.hasSidePanels() ||
                      counter.fitsBed(std::max({counts.body, counts.hem, counts.waist}), pieces::back);
    const Stitches least(choices.hasShoulders() ? 4 : 2);
    if (counts.shoulder >= least && counts.neck >= Stitches(3))
        return fits && countPanels(counter, m, counts);
    counter.error("no_shoulder",
                  {"A neck of {0} stitches in a body of {1} leaves {2} for each shoulder: at least {3} are needed, "
                   "and 3 for the neck.",
                   {counts.neck, counts.upper, counts.shoulder, least}},
                  pieces::back);
    return false;
}

/// The steps by which it slopes, one for two rows; where a seam goes through it, each part has its own.
void countShoulder(GarmentCounts& counts, bool stepped) {
    const int steps = counts.shoulderRows.count() / 2 + (stepped ? 1 : 0);
    if (counts.sidePanel == Stitches(0)) {
        counts.shoulderSteps = evenSteps(counts.shoulder, steps);
        return;
    }
    const Stitches side = counts.sideShoulder;
    const Stitches middle = counts.middleShoulder;
    const double share = static_cast<double>(side.count()) / (side + middle).count();
    // Each has one at least, if there are two, and every step has a stitch.
    counts.sideSteps = std::clamp(static_cast<int>(std::lround(steps * share)), 1, std::max(1, steps - 1));
    counts.shoulderSteps = evenSteps(side, counts.sideSteps);
    if (steps > counts.sideSteps)
        std::ranges::copy(evenSteps(middle, steps - counts.sideSteps), std::back_inserter(counts.shoulderSteps));
}

/// Rows: the welt, up to the underarm, the armhole and the shoulder.
bool countHeights(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    const Garment& choices = counter.choices();
    const FabricGauge& gauge = counter.gauge();
    counts.bodyWelt = counter.welt(quantities::bodyWeltRows, "Rows of the welt", choices.body.welt);
    counter.gather(counts.bodyWelt,
                   m.hasSidePanels() ? counts.ofHalf(counts.sidePanel, counts.hem)
                   : m.backInHalves  ? counts.ofHalf(counts.back, counts.hem)
                                     : counts.hem,
                   m.hemGather, m.sides == SideKind::straight ? quantities::bodyStitches : quantities::hemStitches);
    const bool sloped = m.shoulderDrop > Length();
    if (sloped)
        counts.shoulderRows = counter.rows(quantities::shoulderRows, "Rows of the shoulder slope", m.shoulderDrop,
                                           evenCount, "even, two for each turn");
    // Every turn puts at least one needle to hold.
    const int mostTurns = counts.shoulder.count() - (choices.body.shoulder == ShoulderKind::stepped ? 1 : 0);
    if (counts.shoulderRows.count() / 2 > mostTurns)
        counts.shoulderRows = Rows(std::max(0, mostTurns) * 2);
    // The necks of halves begin with the carriage at the armhole: an even number of rows above it.
    // Elsewhere a piece's two underarms lie one row apart, and so do its shoulders: they begin at the same side, so
    // that its two armholes have the same rows.
    const bool slopes = counts.shoulderRows > Rows(0);
    const bool shortRows = choices.body.shoulder == ShoulderKind::shortRows;
    const bool isOdd = shortRows == choices.hasSleeves();
    CountForm parity = anyCount;
    const char* reason = "nearest whole row";
    if (slopes && m.hasHalves()) {
        parity = isOdd ? oddCount : evenCount;
        reason = isOdd ? "odd, so that the halves’ necks begin where the yarn is"
                       : "even, so that the halves’ necks begin where the yarn is";
    } else if (m.hasSidePanels()) {
        parity = choices.hasSleeves() ? evenCount : oddCount;
        reason = choices.hasSleeves() ? "even, so that a side panel’s yarn ends at its armhole"
                                      : "odd, so that a side panel’s yarn ends at its armhole";
    } else if (slopes && m.hasArmhole() && choices.hasShoulders()) {
        parity = isOdd ? oddCount : evenCount;
        reason = isOdd ? "odd, so that both sides of an armhole have the same rows"
                       : "even, so that both sides of an armhole have the same rows";
    }
    counts.armhole = counter.rows(quantities::armholeRows, "Rows of the armhole", m.armholeDepth, parity, reason);
    if (m.hemRise > Length())
        counts.hemRise = counter.rows(quantities::hemRiseRows, "Rows of the curved hem", m.hemRise, evenCount,
                                      "even, two for each turn");
    const auto all = count({m.length, gauge.rows});
    std::vector<Step> steps = {{{"rows in all", {}}, Rows(all->count)},
                               {{"less the welt", {}}, -counts.bodyWelt.visible},
                               {{"less the armhole", {}}, -counts.armhole},
                               {{"less the shoulder", {}}, -counts.shoulderRows}};
    if (counts.hemRise > Rows(0))
        steps.insert(steps.begin() + 2, {{"less the curve of the hem", {}}, -counts.hemRise});
    int below = all->count - (counts.bodyWelt.visible + counts.hemRise + counts.armhole + counts.shoulderRows).count();
    // A half comes from its curve with the carriage at its middle, and to its underarm where that is begun.
    const bool isCurvedHalf = m.hasHalves() && counts.hemRise > Rows(0);
    const int wanted = choices.hasSleeves() ? 0 : 1;
    if (isCurvedHalf && below % 2 != wanted) {
        --below;
        steps.push_back({{wanted == 0 ? "even, so that the carriage comes to the armhole"
                                      : "odd, so that the carriage comes away from the armhole",
                          {}},
                         Rows(below)});
    }
    counts.toUnderarm =
        counter.remainder(quantities::bodyRows, "Rows from the welt to the underarm", std::move(steps), below);
    if (isCurvedHalf && counts.toUnderarm.count() % 2 != wanted) {
        counter.error("body_rows_odd",
                      {"With a curved hem, {0} rows bring the carriage to the wrong side for the underarm of a half: "
                       "pin one more or fewer.",
                       {counts.toUnderarm}},
                      frontSideOf(choices, Side::left));
        return false;
    }
    if (counts.shoulderRows > Rows(0))
        countShoulder(counts, choices.body.shoulder == ShoulderKind::stepped);
    if (counts.toUnderarm < Rows(2)) {
        counter.error("body_too_short",
                      {"Welt, armhole and shoulder leave {0} rows below the underarm: make the body longer.",
                       {counts.toUnderarm}},
                      pieces::back);
        return false;
    }
    return true;
}

/// So many steps that grow from the first to the last but one, and the last with what is left.
std::vector<Stitches> growingSteps(Stitches width, int steps) {
    std::vector<Stitches> all;
    Stitches gone;
    for (int i = 1; i < steps; ++i) {
        const double share = hemInStepsShare * i * i / ((steps - 1.0) * (steps - 1.0));
        const Stitches until(static_cast<int>(std::lround(width.count() * share)));
        all.push_back(until - gone);
        gone = until;
    }
    all.push_back(width - gone);
    return all;
}

/// The stitches at each side that wait while the middle is knitted, and the steps by which they come back.
bool countHem(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    if (counts.hemRise == Rows(0))
        return true;
    const Stitches ofFront = counts.front + counts.sidePanel;
    const Stitches hem =
        counts.front > Stitches(0) ? std::min(counts.hem, counts.ofHalf(ofFront, counts.hem) * 2) : counts.hem;
    counts.hemSide = Stitches(static_cast<int>(std::lround(hem.count() * (1.0 - m.hemFlat) / 2.0)));
    const Rows turns = counts.hemRise - Rows(2);
    if (turns < Rows(2) || counts.hemSide.count() < turns.count() / 2 || hem - counts.hemSide * 2 < Stitches(2)) {
        counter.error("hem_rise_rows",
                      {"A curved hem of {0} rows cannot be worked over {1} stitches at each side: 4 to {2} rows can.",
                       {counts.hemRise, counts.hemSide, counts.hemSide * 2}},
                      pieces::back);
        return false;
    }
    counts.hemSteps = m.hemLastAtOnce                     ? growingSteps(counts.hemSide, turns.count() / 2)
                      : m.hemProfile == Profile::straight ? evenSteps(counts.hemSide, turns.count() / 2)
                                                          : quarterEllipseSteps(counts.hemSide, turns);
    // At least one comes back at every turn: a needle that is only wrapped, again and again, fills up.
    for (Stitches& step : counts.hemSteps)
        if (step == Stitches(0)) {
            *std::ranges::max_element(counts.hemSteps) -= Stitches(1);
            step = Stitches(1);
        }
    if (m.hasSidePanels())
        for (const PieceKey middle : {backOf(counter.choices(), Side::left), frontOf(counter.choices(), Side::left)}) {
            const GarmentCounts own = countsOfPiece(counts, middle, counter.choices());
            const Stitches flat = isHalf(middle) ? own.half(middle) - own.hemSide : own.hem - own.hemSide * 2;
            if (flat < Stitches(2)) {
                counter.error("hem_rise_rows",
                              {"The flat of a curved hem has {0} stitches between the side panels: make it wider.",
                               {std::max(Stitches(0), flat)}},
                              middle);
                return false;
            }
        }
    return true;
}

} // namespace

bool countBody(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    const bool wide = countWidths(counter, m, counts);
    const bool high = countHeights(counter, m, counts);
    return wide && high && countHem(counter, m, counts) && countSides(counter, m, counts) &&
           countArmhole(counter, m, counts);
}

} // namespace vestimen
