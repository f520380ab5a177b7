// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/counter.h"
#include "core/shaping/curved_edges.h"

#include <algorithm>
#include <ranges>

namespace vestimen {
namespace {

/// The height is solved, not guessed: whole rows for which the cap's edge comes nearest to both armholes plus ease.
bool countCap(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    const FabricGauge& gauge = counter.gauge();
    const Stitches side = (counts.sleeveTop - counts.capTop) / 2 - counts.underarm;
    const Length wanted = counts.armholeEdge * 2.0 + m.capEase;
    const auto edge = [&](int rows) {
        return capEdge(gauge.width(counts.underarm), gauge.width(side), gauge.height(Rows(rows)),
                       gauge.width(counts.capTop));
    };
    const int least = 4;
    const int most = (counts.armhole + counts.shoulderRows).count();
    int rows = least;
    if (side > Stitches(0) && least < most)
        rows =
            *std::ranges::partition_point(std::views::iota(least, most), [&](int some) { return edge(some) < wanted; });
    Length nearest = edge(rows);
    if (rows > least)
        if (const Length below = edge(rows - 1); wanted - below < nearest - wanted) {
            --rows;
            nearest = below;
        }
    if (side <= Stitches(0) || (rows == least && nearest > wanted + gauge.rows.unit()) || most < least) {
        counter.error("cap_too_wide",
                      {"A sleeve of {0} stitches is too wide for armholes of {1} and {1}: make the armhole deeper, or "
                       "the upper arm's ease smaller.",
                       {counts.sleeveTop, counts.armholeEdge}},
                      pieces::leftSleeve);
        return false;
    }
    counts.capRows =
        counter.remainder(quantities::capRows, "Rows of the cap",
                          {{{"both armhole edges", {}}, counts.armholeEdge * 2.0},
                           {{"and ease", {}}, m.capEase},
                           {{"the cap's edge is", {}}, nearest},
                           {{"in {0} rows it misses by", {Rows(rows)}}, Figure{(nearest - wanted).mm(), 1, "mm"}}},
                          rows);
    counts.capEdge = counts.capRows == Rows(rows) ? nearest : edge(counts.capRows.count());
    // The last row knits the top alone: the bell is done before it.
    CurveRequest request{fromSecondRow(bell(side.count(), counts.capRows - Rows(1))), side};
    // Two from each side of seven would meet on the middle one.
    request.decreaseAtMost = counts.capTop < Stitches(4) ? 1 : 2;
    request.bindOffAtMost = std::max(6, side.count() / 3);
    request.atOnce = true;
    const auto shape = counter.shaped(std::move(request), ShapedEdge::cap);
    if (!shape) {
        counter.error("cap_shape",
                      {"{0} stitches cannot go off each side of a cap in {1} rows.", {side, counts.capRows}},
                      pieces::leftSleeve);
        return false;
    }
    counts.cap = *shape;
    addRuns(counter.working(quantities::capRows), *shape, gauge);
    return true;
}

/// The slanting lines have the rows of the body's.
bool countRaglanSleeve(Counter& counter, GarmentCounts& counts) {
    const Stitches side = (counts.sleeveTop - counts.capTop) / 2 - counts.underarm;
    const auto shape = side > Stitches(0) ? raglanLine(counter, side, counts.armhole, ShapedEdge::cap) : std::nullopt;
    if (!shape) {
        counter.error(
            "cap_shape",
            {"{0} stitches cannot go off each side of a raglan sleeve in {1} rows: make its top wider, or the "
             "armhole deeper.",
             {side, counts.armhole}},
            pieces::leftSleeve);
        return false;
    }
    counts.capRows =
        counter.remainder(quantities::capRows, "Rows of the raglan",
                          {{{"as many as back and front have", {}}, counts.armhole}}, counts.armhole.count());
    if (counts.capRows != counts.armhole) {
        counter.error("raglan_rows",
                      {"A raglan sleeve has the {0} rows of its armhole: pin those instead.", {counts.armhole}},
                      pieces::leftSleeve);
        return false;
    }
    counts.cap = *shape;
    counts.capEdge = counts.armholeEdge * 2.0 + counter.gauge().width(counts.capTop);
    addRuns(counter.working(quantities::capRows), *shape, counter.gauge());
    return true;
}

} // namespace

bool countSleeve(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    const Garment& choices = counter.choices();
    const FabricGauge& gauge = counter.gauge();
    const Stitches seams(choices.making.seamStitches ? 2 : 0);
    counts.wrist = counter.stitches(quantities::wristStitches, "Stitches at the wrist", m.wrist, seams,
                                    traits(choices.sleeves.cuff.kind).form, traits(choices.sleeves.cuff.kind).reason);
    // A straight sleeve is as wide at its top as its cuff made the wrist.
    const Length top = m.wrist < m.sleeveTop ? m.sleeveTop : gauge.width(counts.wrist - seams);
    counts.sleeveTop = counter.stitches(quantities::sleeveTopStitches, "Stitches of the sleeve top", top, seams,
                                        parityOf(counts.wrist),
                                        counts.wrist.isEven() ? "even, as the wrist is" : "odd, as the wrist is");
    bool sound = counter.fitsBed(counts.sleeveTop, pieces::leftSleeve);
    if (choices.sleevesKnittedDown() &&
        (counts.sleeveTop - counts.underarm * 2).count() > 2 * counts.armholeRowsHung().count()) {
        counter.error("sleeve_down",
                      {"A sleeve top of {0} stitches cannot be hung on the {1} rows of its armhole: knit the sleeve up "
                       "from the cuff.",
                       {counts.sleeveTop, counts.armhole * 2}},
                      pieces::leftSleeve);
        sound = false;
    }
    counts.cuff = counter.welt(quantities::cuffRows, "Rows of the cuff", choices.sleeves.cuff);
    counter.gather(counts.cuff, counts.wrist, m.cuffGather, quantities::wristStitches);
    if (m.hasArmhole()) {
        counts.capTop = counter.stitches(
            quantities::capTopStitches, "Stitches of the cap's flat top", m.capTop, Stitches(0),
            parityOf(counts.sleeveTop), counts.sleeveTop.isEven() ? "even, as the sleeve is" : "odd, as the sleeve is");
        if (counts.capTop < Stitches(2)) {
            counter.error(
                "cap_top_stitches",
                {"A sleeve cannot narrow to {0} at its top, with nothing to move its last stitches onto: 2 or "
                 "more can be.",
                 {counts.capTop}},
                pieces::leftSleeve);
            return false;
        }
        if (!(m.body == BodyKind::raglan ? countRaglanSleeve(counter, counts) : countCap(counter, m, counts)))
            return false;
    }
    const auto all = count({m.sleeveLength, gauge.rows});
    std::vector<Step> steps = {{{"rows in all", {}}, Rows(all->count)}, {{"less the cuff", {}}, -counts.cuff.visible}};
    if (m.hasArmhole())
        steps.push_back({{"less the cap", {}}, -counts.capRows});
    counts.sleeveRows = counter.remainder(
        quantities::sleeveRows, m.hasArmhole() ? "Rows from the cuff to the cap" : "Rows from the cuff to the top",
        std::move(steps), all->count - (counts.cuff.visible + counts.capRows).count());
    const EdgeShaping& edge = choices.edge(ShapedEdge::sleeve);
    const int least = edge.inset + 2;
    const Stitches increases = (counts.sleeveTop - counts.wrist) / 2;
    const auto straight = count({sleeveStraight, gauge.rows});
    // A simple increase waits for the carriage: its side may come a row later.
    const SlopeRequest request{counts.sleeveRows - Rows(straight->count), increases, edge.fashioned ? 1 : 2};
    std::optional<Slope> shape;
    if (increases >= Stitches(0) && request.rows > Rows(0) && counts.wrist.count() >= least)
        shape = counter.shaped(request, ShapedEdge::sleeve);
    if (!shape) {
        counter.error("sleeve_slope",
                      {"From {0} to {1} stitches in {2} rows cannot be shaped: make the sleeve longer, the wrist wider "
                       "or the armhole shallower.",
                       {counts.wrist, counts.sleeveTop, request.rows}},
                      pieces::leftSleeve);
        return false;
    }
    counts.sleeve = *shape;
    Reckoning& working = counter.working(quantities::sleeveRows);
    working.steps.push_back({{"of these straight at the top", {}}, straight->count + shape->plainAfter.count()});
    addLines(working, linesInWords(*shape, true));
    working.steps.push_back({{"farthest from the straight line", {}}, gauge.stitches.unit() * shape->deviation});
    counts.sleeve.plainAfter += Rows(straight->count);
    return sound;
}

} // namespace vestimen
