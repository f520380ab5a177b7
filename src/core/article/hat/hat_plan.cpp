// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/hat/hat_plan.h"

#include "core/ground/two_beds.h"
#include "core/ground/welt_findings.h"
#include "core/joining/line_joins.h"
#include "core/knitting/piece_parts.h"
#include "core/plan/counting.h"
#include "core/plan/drawn_up.h"
#include "core/shaping/across_row.h"
#include "core/shaping/short_rows.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

namespace vestimen {
namespace {

constexpr PieceKey hatPiece{"hat"};
namespace counts {
constexpr CountKey stitches{"hat_stitches"}, brim{"brim_rows"}, rows{"hat_rows"}, crown{"crown_rows"},
    left{"crown_stitches"};
constexpr std::array all = {stitches, brim, rows, crown, left};
} // namespace counts
namespace handles {
constexpr HandleKey girth{"girth"}, brim{"brim"}, height{"height"}, crown{"crown"};
} // namespace handles

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

/// A wedge is narrower than this at its top.
constexpr int wedgeTip = 2;
constexpr int leastWedge = 6;
/// Fewer cannot be drawn up to a round.
constexpr int leastDrawnUp = 4;

/// A pattern's form, with the seam stitches outside.
CountForm formOf(const Hat& hat) {
    return hat.repeat > 1 ? CountForm{hat.repeat, hat.repeatPlus, Parity::any}.shifted(hat.seamStitches ? 2 : 0)
                          : anyCount;
}

/// One round of a crown that thins.
struct Round {
    int every;
    Side from;
    int first;
    Stitches left; ///< when it is done
};

std::optional<TwoBedArrangement> ribOf(const Hat& hat) {
    return hat.isRibbed() ? traits(hat.brim.kind).onTwoBeds : std::nullopt;
}
/// Stitches that go at once.
int repeatOf(const Hat& hat) {
    const auto rib = ribOf(hat);
    return rib ? rib->repeat() : 1;
}

std::vector<Round> roundsOf(const Hat& hat, Stitches stitches) {
    std::vector<Round> rounds;
    const double enough = stitches.count() * hat.left;
    // On two beds a whole repeat of the rib goes, so that it stays one.
    const auto rib = ribOf(hat);
    Stitches now = stitches;
    Side side = hat.from == RoundsFrom::left ? Side::left : Side::right;
    for (int every = hat.firstEvery; every >= 2 && now.count() > enough; --every) {
        const int first = hat.first == FirstThinned::outermost ? 1 : every;
        const Stitches over = rib ? Stitches(rib->repeats(now.count())) : now;
        const auto gone = static_cast<int>(thin(over, every, side, first).size());
        now -= Stitches(gone * repeatOf(hat));
        rounds.push_back({every, side, first, now});
        if (hat.from == RoundsFrom::byTurns)
            side = opposite(side);
    }
    return rounds;
}

/// The counts of a hat, one after the other.
struct Counted {
    Stitches stitches;
    Stitches more; ///< of the brim, at its edges
    WeltCounts brim;
    Rows rows; ///< above the brim
    Rows crown;
    std::vector<Round> rounds;
    Rows plain;       ///< after each round
    Stitches drawnUp; ///< 0 for wedges

    Rows body() const { return rows - crown; }
    /// Even, so that both its sides are alike; what is over goes before the crown.
    Stitches wedge(int wedges) const { return stitches / (2 * wedges) * 2; }
    Stitches over(int wedges) const { return stitches - wedge(wedges) * wedges; }
};

struct HatMeasures {
    Length girth;
    Length height;
};

std::optional<HatMeasures> measuresOf(const Ground& ground) {
    const auto girth = withEase(ground.wearer, ground.ease, Measure::headGirth);
    const auto height = withEase(ground.wearer, ground.ease, Measure::headHeight);
    if (!girth || !height)
        return std::nullopt;
    return HatMeasures{*girth, *height};
}

/// A crown that lies flat is as high as its rim is far from its middle.
Length flatCrown(Length girth) {
    return girth / (2.0 * std::numbers::pi);
}

bool countCrown(const Hat& hat, Counting& counting, Length girth, Counted& counted) {
    const FabricGauge& gauge = counting.gauge();
    Reckoning& working = counting.working(counts::crown);
    if (hat.crown == Crown::wedges) {
        counted.crown = counting.rows(counts::crown, "Rows of the wedges", flatCrown(girth), evenCount,
                                      "even, so that the carriage comes back");
        working.steps.push_back({{"wedges of {0} stitches", {counted.wedge(hat.wedges)}}, hat.wedges});
        if (counted.over(hat.wedges) > Stitches(0))
            working.steps.push_back({{"stitches that go before them", {}}, counted.over(hat.wedges)});
        if (counted.wedge(hat.wedges) < Stitches(leastWedge)) {
            counting.error("crown_to_nothing",
                           {"{0} wedges of {1} stitches are too narrow: each needs {2}. Choose fewer wedges.",
                            {hat.wedges, counted.wedge(hat.wedges), leastWedge}},
                           hatPiece);
            return false;
        }
        return true;
    }
    Stitches now = counted.stitches;
    if (hat.crown == Crown::thinned) {
        counted.rounds = roundsOf(hat, counted.stitches);
        const auto rounds = std::max(1, static_cast<int>(counted.rounds.size()));
        const double rows = gauge.rows.over(flatCrown(girth));
        counted.plain =
            Rows(hat.plainRows > 0 ? hat.plainRows : std::max(1, static_cast<int>(std::lround((rows - 1.0) / rounds))));
        if (!counted.rounds.empty())
            now = counted.rounds.back().left;
        working.title = "Rows of the crown";
        working.steps = {{{"flat, as high as from its rim to its middle", {}}, flatCrown(girth)},
                         {{hat.isRibbed() ? "rounds, every {0} repeats of the rib and so on"
                                          : "rounds, every {0} stitches and so on",
                           {hat.firstEvery}},
                          static_cast<int>(counted.rounds.size())},
                         {{"plain rows after each", {}}, counted.plain}};
    } else {
        counted.plain = Rows(0);
        working.title = "Rows of the crown";
    }
    counted.crown = Rows(static_cast<int>(counted.rounds.size()) * counted.plain.count() + 1);
    working.steps.push_back({{"and one of half the stitch size", {}}, counted.crown});
    working.result = counted.crown.count();
    counted.drawnUp = halved(now);
    Reckoning& left = counting.working(counts::left);
    left.title = "Stitches that are drawn up";
    left.steps.push_back({{"around", {}}, counted.stitches});
    for (const Round& each : counted.rounds)
        left.steps.push_back({{"after every {0} went", {each.every}}, each.left});
    left.steps.push_back({{"every second onto its neighbour", {}}, counted.drawnUp});
    left.result = counted.drawnUp.count();
    if (counted.drawnUp < Stitches(leastDrawnUp)) {
        counting.error("crown_to_nothing",
                       {"The crown thins to {0} stitches, and {1} are the fewest that can be drawn up: leave more of "
                        "them, or begin with fewer at a time.",
                        {counted.drawnUp, leastDrawnUp}},
                       hatPiece);
        return false;
    }
    return true;
}

std::optional<Counted> countHat(const Hat& hat, const Ground& ground, const FabricGauge& gauge,
                                const HatMeasures& measures, Plan& plan) {
    Counting counting(ground, gauge, plan.workings, plan.findings);
    Counted counted;
    const CountForm& ofBrimsOwn = traits(hat.brim.kind).form;
    const char* reason = hat.repeat > 1 ? "so that repeats and brim come out even" : traits(hat.brim.kind).reason;
    // A rib that goes on over the hat is all of it; else what the brim has more goes at its edges.
    counted.stitches =
        hat.isRibbed() || hat.repeat <= 1
            ? counting.stitches(counts::stitches, "Stitches around", measures.girth, Stitches(hat.seamStitches ? 2 : 0),
                                both(ofBrimsOwn, formOf(hat)), reason)
            : counting.stitchesBeside(ofBrimsOwn, counts::stitches, "Stitches around", measures.girth,
                                      Stitches(hat.seamStitches ? 2 : 0), formOf(hat), reason);
    counted.more = moreAtTheEdge(counted.stitches, ofBrimsOwn).value_or(Stitches(0));
    if (counted.more > Stitches(0))
        counting.working(counts::stitches)
            .steps.push_back({{"the brim has {0} more, so that it begins and ends alike", {counted.more}},
                              counted.stitches + counted.more});
    if (!counting.fitsBed(counted.stitches + counted.more, hatPiece))
        return std::nullopt;

    FabricGauge brimGauge = gauge;
    if (hat.brimRows > 0)
        brimGauge.rows = Gauge::perTenCentimetres(hat.brimRows);
    Counting ofBrim(ground, brimGauge, plan.workings, plan.findings);
    Welt brim = hat.brim;
    if (hat.turnedUp && brim.hasDepth())
        brim.depth = brim.depth * 2.0;
    counted.brim = ofBrim.welt(counts::brim, "Rows of the brim", brim, hat.acrossWay);
    counted.brim.goesOn = hat.isRibbed();
    if (brim.hasDepth() && hat.brimRows == 0 && traits(brim.kind).layers == 1)
        ofBrim.working(counts::brim)
            .steps.push_back(
                {{"by the swatch’s rows: a rib’s own may differ, knit one of it", {}}, counted.brim.knitted});
    const Length brimSeen = brimGauge.height(counted.brim.visible) / (hat.turnedUp ? 2.0 : 1.0);

    if (!countCrown(hat, counting, measures.girth, counted))
        return std::nullopt;
    const Length above = measures.height - brimSeen;
    if (above <= gauge.height(counted.crown)) {
        counting.error("hat_low",
                       {"A height of {0} has no room for a brim of {1} and a crown of {2}: make the hat higher or the "
                        "brim less deep.",
                        {measures.height, brimSeen, gauge.height(counted.crown)}},
                       hatPiece);
        return std::nullopt;
    }
    counted.rows = counting.rows(counts::rows, "Rows from the brim to the top", above, anyCount, "nearest whole row");
    counting.working(counts::rows).steps.push_back({{"of these in the crown", {}}, counted.crown});
    if (counted.body() < Rows(4)) {
        counting.error("hat_low",
                       {"{0} above the brim leave {1} below a crown of {2}: give it more height, or fewer plain rows "
                        "between the rounds.",
                        {counted.rows, counted.body(), counted.crown}},
                       hatPiece);
        return std::nullopt;
    }
    return counted;
}

/// The stages above the body: rounds with plain rows between, then every second stitch and the tail.
void thinned(const Hat& hat, const Counted& counted, Knitting& knitting) {
    Rows row = counted.body();
    knitting.at(row, act::Section{"crown"});
    for (const Round& each : counted.rounds) {
        knitting.at(row, act::Thin{each.every, each.from, each.first, hat.acrossWay});
        row += counted.plain;
    }
    const Side last = counted.rounds.empty() ? Side::right : opposite(counted.rounds.back().from);
    if (hat.isRibbed())
        knitting.at(row, act::ToMainBed{});
    row += Rows(1);
    addDrawnUp(knitting.stages, knitting.surface, row, {"crown", last, hat.halving, hat.isRibbed()});
    knitting.name(row, "seam_left", "seam_right");
}

void wedged(const Hat& hat, const Counted& counted, Knitting& knitting) {
    const Stitches wide = counted.wedge(hat.wedges);
    const int turns = counted.crown.count() / 2;
    const auto heldEdge = [&](Edge::At at) {
        Edge edge{at, Held{hat.wrapTurns}, {}};
        const std::vector<Stitches> steps = evenSteps((wide - Stitches(wedgeTip)) / 2, turns);
        for (std::size_t i = 0; i < steps.size(); ++i)
            edge.due.push_back({Rows(2 * static_cast<int>(i)), steps[i]});
        return edge;
    };
    // An odd one goes at a side, the others across the row; with two rows between, so that no needle takes three.
    const Stitches over = counted.over(hat.wedges);
    NeedleSpan left = centred(counted.stitches);
    if (!over.isEven()) {
        knitting.edges.push_back({Edge::At::left, Moved{}, {{counted.body() - Rows(2), Stitches(-1)}}});
        left.first = left.first.shifted(1);
    }
    const Stitches across = over - Stitches(over.isEven() ? 0 : 1);
    left = fromEdge(left, Side::left, across.count() / 2, left.size() - across.count());
    act::Branches branches;
    branches.apart = false;
    for (int i = 0; i < hat.wedges; ++i)
        branches.each.push_back({fromEdge(left, Side::left, (wide * i).count(), wide.count()),
                                 {{counted.crown, act::Wait{}}},
                                 {heldEdge(Edge::At::left), heldEdge(Edge::At::right)},
                                 {{.from = Rows(0), .to = counted.crown, .alone = true}}});
    const Rows body = counted.body();
    if (hat.isRibbed()) // and a row before any stitch goes onto another
        knitting.at(body - Rows(over.isEven() ? 1 : 3), act::ToMainBed{});
    knitting.name(body, "seam_left", "seam_right");
    knitting.at(body, act::Section{"crown"});
    knitting.at(body, act::Fewer{across, hat.acrossWay});
    knitting.at(body, act::Say{"wedges", "One wedge after the other, the others in hold: each gets narrower at both "
                                         "sides, in turns."});
    knitting.at(body, branches);
    knitting.at(body, act::HoldLever{false});
    for (int i = 0; i < hat.wedges; ++i) {
        const NeedleSpan own = branches.each[static_cast<std::size_t>(i)].of;
        const int half = (own.size() + 1) / 2;
        const std::string name = fmt::format("wedge_{}", i + 1);
        for (const Side side : {Side::left, Side::right})
            knitting.at(body, act::TakeOff{fromEdge(own, side, 0, side == Side::left ? half : own.size() - half),
                                           operation::Onto::holder, name + sided(side, "_left", "_right")});
    }
}

Knitting knittingOf(const Hat& hat, const Counted& counted, const Ground& ground, const FabricGauge& gauge) {
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = counted.stitches + counted.more;
    // So that the middle stays where it is.
    const Edge::At extra = counted.more == Stitches(2) ? Edge::At::both
                           : counted.stitches.isEven() ? Edge::At::right
                                                       : Edge::At::left;
    if (counted.more > Stitches(0))
        knitting.edges.push_back({extra, Moved{}, {{Rows(1), Stitches(-1)}}});
    knitting.begin = counted.brim;
    knitting.openTurns = !hat.wrapTurns;
    knitting.wasteRows = hat.wasteRows;
    knitting.ravelCord = ground.waste.cord;
    knitting.at(Rows(0), act::Mark{"brim"});
    hat.crown == Crown::wedges ? wedged(hat, counted, knitting) : thinned(hat, counted, knitting);
    return knitting;
}

/// In mm, as the counts make its steps: a round closes the whole row up.
Outline outlineOf(const Hat& hat, const Counted& counted, const FabricGauge& gauge) {
    const Stitches seams(hat.seamStitches ? 2 : 0);
    const Length half = gauge.width(counted.stitches - seams) / 2.0;
    const auto at = [&](Rows row) { return gauge.height(counted.brim.visible + row); };
    std::vector<OutlinePoint> right = {{half, Length()}, {half, at(counted.body())}};
    struct Step {
        Rows row;
        Length left, right; ///< that are gone by then
    };
    std::vector<Step> steps;
    Length inLeft;
    Length inRight;
    std::vector<OutlinePoint> top;
    if (hat.crown == Crown::wedges) {
        const Length wide = gauge.width(counted.wedge(hat.wedges));
        const Length from = wide * (hat.wedges / 2.0);
        for (int i = hat.wedges - 1; i >= 0; --i) {
            top.push_back({wide * (i + 0.5) - from, at(counted.rows)});
            if (i > 0)
                top.push_back({wide * i - from, at(counted.body())});
        }
    } else {
        Rows row = counted.body();
        Stitches before = counted.stitches;
        for (const Round& each : counted.rounds) {
            // Of an odd number one more goes at the right; on two beds a whole repeat.
            const Stitches gone = before - each.left;
            const Stitches atLeft = gone / (2 * repeatOf(hat)) * repeatOf(hat);
            inLeft += gauge.width(atLeft);
            inRight += gauge.width(gone - atLeft);
            steps.push_back({row, inLeft, inRight});
            row += counted.plain;
            before = each.left;
        }
    }
    std::vector<OutlinePoint> left = {{-half, Length()}, {-half, at(counted.body())}};
    for (std::size_t i = 0; i < steps.size(); ++i) {
        const Rows until = i + 1 < steps.size() ? steps[i + 1].row : counted.rows;
        for (const Rows row : {steps[i].row, until}) {
            right.push_back({half - steps[i].right, at(row)});
            left.push_back({steps[i].left - half, at(row)});
        }
    }
    if (steps.empty()) {
        right.back().y = left.back().y = at(hat.crown == Crown::wedges ? counted.body() : counted.rows);
    }
    std::ranges::reverse(left);
    std::vector<OutlinePoint> over = {right.back()};
    over.insert(over.end(), top.begin(), top.end());
    over.push_back(left.front());
    return {{{"hem", {left.back(), right.front()}}, {"seam_right", right}, {"top", over}, {"seam_left", left}}};
}

std::vector<Handle> handlesOf(const Hat& hat, const Counted& counted, const FabricGauge& gauge) {
    const double stitch = gauge.stitches.unit().mm();
    const double row = gauge.rows.unit().mm();
    const NeedleSpan all = centred(counted.stitches);
    const double right = all.last.slot() + 1.0;
    const double middle = (all.first.slot() + right) / 2.0;
    const double brim = counted.brim.visible.count();
    std::vector<Handle> handles;
    if (hat.brim.hasDepth())
        handles.push_back({.key = handles::brim,
                           .label = "Brim",
                           .length = gauge.height(counted.brim.visible),
                           .count = counted.brim.visible,
                           .x = middle - counted.stitches.count() * 0.3,
                           .y = brim,
                           .counts = {counts::brim},
                           .pulls = {{"brim/depth_mm", row / (hat.turnedUp ? 2.0 : 1.0)}}});
    else // nothing to drag, but its kind can be chosen there
        handles.push_back({.key = handles::brim,
                           .label = "Brim",
                           .count = Rows(0),
                           .x = middle - counted.stitches.count() * 0.3,
                           .canPin = false});
    handles.push_back({.key = handles::girth,
                       .label = "Around",
                       .length = gauge.width(counted.stitches - Stitches(hat.seamStitches ? 2 : 0)),
                       .count = counted.stitches,
                       .x = right,
                       .y = brim + counted.body().count() / 2.0,
                       .upright = false,
                       .counts = {counts::stitches},
                       .pulls = {{Measure::headGirth, stitch * 2.0}}});
    handles.push_back(
        {.key = handles::crown,
         .label = "Crown",
         .length = gauge.height(counted.crown),
         .count = counted.crown,
         .x = middle - counted.stitches.count() * 0.3,
         .y = brim + counted.body().count(),
         .counts = hat.crown == Crown::wedges ? std::vector{counts::crown} : std::vector{counts::crown, counts::left},
         .canPin = hat.crown == Crown::wedges});
    handles.push_back({.key = handles::height,
                       .label = "Height",
                       .length = gauge.height(counted.brim.visible + counted.rows),
                       .count = counted.brim.visible + counted.rows,
                       .x = middle,
                       .y = brim + counted.rows.count(),
                       .counts = {counts::rows},
                       .pulls = {{Measure::headHeight, row}}});
    return handles;
}

std::vector<PlannedJoin> joinsOf(const Hat& hat) {
    std::vector<PlannedJoin> joins;
    const Along left{hatPiece, "seam_left"};
    const Along right{hatPiece, "seam_right"};
    joins.push_back(
        {.key = "seam",
         .title = {"Seam", {}},
         .method = JoinMethod::mattress,
         .first = {{left}, {"one side, {0} rows", {}}},
         .second = {{right}, {"the other side, {0} rows", {}}},
         .ends = {{left}, {right}},
         .goesOnFrom = "crown",
         .tailSide = {hat.turnedUp ? "Sew from the crown down to the brim; turn the work there, and sew the "
                                     "brim’s outer half from its other side, since that side shows."
                                   : "Sew from the crown down to the brim.",
                      {}},
         .facing = {"Knit side facing you, always one stitch in.", {}},
         .mayDiffer = 0});
    if (hat.crown != Crown::wedges) {
        joins.insert(joins.begin(),
                     {.key = "crown",
                      .title = {"Crown", {}},
                      .method = JoinMethod::drawUp,
                      .first = {.line = {{hatPiece, "crown", Along::Of::kept}},
                                .what = {"{0} loops on the tail", {}},
                                .unit = JoinUnit::stitches},
                      .ends = {{{hatPiece, "crown", Along::Of::kept}}},
                      .tailSide = {"Through all loops a second time, then pull them together and fasten off.", {}},
                      .facing = {"From the purl side. A soft yarn breaks: pull with care, or draw a stronger one "
                                 "through.",
                                 {}},
                      .check = {"Every loop is on the tail, twice.", {}}});
        joins.back().after = {"crown"};
        return joins;
    }
    for (int i = 1; i <= hat.wedges; ++i) {
        const int next = i % hat.wedges + 1;
        joins.push_back({.key = fmt::format("wedge_{}", i),
                         .title = {"Wedge {0} to wedge {1}", {i, next}},
                         .method = JoinMethod::graft,
                         .first = {.line = {{hatPiece, fmt::format("wedge_{}_right", i), Along::Of::kept}},
                                   .what = {"right side of a wedge, {0} loops", {}},
                                   .unit = JoinUnit::stitches,
                                   .name = "the wedge’s right side",
                                   .from = "the middle",
                                   .to = "the rim"},
                         .second = {.line = {{hatPiece, fmt::format("wedge_{}_left", next), Along::Of::kept}},
                                    .what = {"left side of the next, {0} loops", {}},
                                    .unit = JoinUnit::stitches,
                                    .name = "the next one’s left side",
                                    .from = "the rim",
                                    .to = "the middle"},
                         .ends = {{{hatPiece, fmt::format("wedge_{}_right", i), Along::Of::kept}},
                                  {{hatPiece, fmt::format("wedge_{}_left", next), Along::Of::kept}}},
                         .facing = {"Knit side facing you, loop by loop off the holders.", {}},
                         .check = {"Every loop is caught before the holders come out.", {}},
                         .mayDiffer = 0});
        // The last one closes over the seam.
        if (i == hat.wedges)
            joins.back().after = {"seam"};
    }
    return joins;
}

} // namespace

std::span<const CountKey> countsOf(const Hat&) {
    return counts::all;
}

const char* usualName(const Hat&) {
    return "Hat";
}

std::vector<PieceName> namesOf(const Hat&) {
    return {{hatPiece, {"Hat", {}}}};
}

PieceKey inPlaceOf(const Hat&, PieceKey) {
    return hatPiece;
}

std::vector<Measure> needsOf(const Hat&) {
    return {Measure::headGirth, Measure::headHeight};
}

void useUsualEase(const Hat&, EaseTable& ease) {
    ease[static_cast<std::size_t>(Measure::headGirth)] = Ease::of(Fit::easy);
}

std::vector<Finding> limitsOf(const Hat& hat, const Ground& ground) {
    if (ground.machine.canHold || hat.crown != Crown::wedges)
        return {};
    return {
        {Severity::error,
         "cannot_hold",
         {"Wedges are worked with held needles, and this machine cannot hold: choose a crown that is thinned.", {}}}};
}

std::vector<Finding> contradictionsOf(const Hat& hat, const Ground& ground) {
    std::vector<Finding> findings;
    const auto error = [&](FindingCode code, Phrase text) {
        findings.push_back({Severity::error, code, std::move(text)});
    };
    if (auto missing = bedsMissing(hat.brim, ground.machine))
        findings.push_back(std::move(*missing));
    if (hat.isRibbed() ? both(traits(hat.brim.kind).form, formOf(hat)).multiple == 0
                       : !canLieBeside(traits(hat.brim.kind).form, formOf(hat)))
        error("repeat_and_welt", {"A repeat of {0} and {1} more never comes out even with this brim: change the "
                                  "repeat or the brim.",
                                  {hat.repeat, hat.repeatPlus}});
    return findings;
}

Checked check(const Hat& hat, const Ground& ground) {
    const auto measures = measuresOf(ground);
    if (!measures)
        return {};
    Checked checked{measures->girth, contradictionsOf(hat, ground),
                    hat.isRibbed()   ? FabricKind::twoBedRib
                    : hat.repeat > 1 ? FabricKind::patterned
                                     : FabricKind::plain};
    const auto error = [&](FindingCode code, Phrase text) {
        checked.findings.push_back({Severity::error, code, std::move(text)});
    };
    if (measures->girth < mm(150) || measures->girth > mm(900))
        error("hat_girth", {"A hat {0} around cannot be: 15 to 90 cm can.", {measures->girth}});
    if (measures->height < mm(60) || measures->height > mm(500))
        error("hat_height", {"A hat {0} high cannot be: 6 to 50 cm can.", {measures->height}});
    if (hat.brim.hasDepth() && (hat.brim.depth < mm(5) || hat.brim.depth > measures->height - mm(30)))
        error("brim_deep", {"A brim {0} deep on a hat {1} high cannot be: 5 mm to {2} can.",
                            {hat.brim.depth, measures->height, std::max(mm(5), measures->height - mm(30))}});
    if (auto firm = firmEdge("The brim", hat.brim, false, hatPiece.text()))
        checked.findings.push_back(std::move(*firm));
    return checked;
}

Plan plan(const Hat& hat, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    const auto measures = measuresOf(ground);
    const auto counted = measures ? countHat(hat, ground, gauge, *measures, plan) : std::nullopt;
    if (!counted)
        return plan;
    PlannedPiece piece;
    piece.key = hatPiece;
    piece.atLeft = piece.atRight = "the seam";
    piece.seam = Stitches(hat.seamStitches ? 1 : 0);
    piece.outline = outlineOf(hat, *counted, gauge);
    piece.width = gauge.width(counted->stitches - piece.seam * 2);
    piece.length = gauge.height(counted->brim.visible + counted->rows);
    piece.handles = handlesOf(hat, *counted, gauge);
    piece.marks.weltRows = counted->brim.visible.count();
    piece.marks.welt = hat.brim.hasDepth()
                           ? Phrase{hat.turnedUp ? "{0} · {1} rows, turned up" : "{0} · {1} rows",
                                    {std::string(traits(hat.brim.kind).name), counted->brim.knitted.count()}}
                           : Phrase{traits(hat.brim.kind).name, {}};
    piece.marks.width = handles::girth;
    piece.knitting = knittingOf(hat, *counted, ground, gauge);
    plan.pieces.push_back(std::move(piece));
    plan.joins = joinsOf(hat);
    return plan;
}

std::vector<Change<Hat>> changesFor(const Hat& hat, const Ground& ground, const Finding& finding) {
    std::vector<Change<Hat>> changes;
    const auto choose = [&](Phrase what, auto change, bool elseOnly = false) {
        Hat next = hat;
        change(next);
        changes.push_back({std::move(what), next, ground.ease, elseOnly});
    };
    if (finding.code == "rib_needs_two_beds") {
        choose({"Latched rib", {}}, [](Hat& next) { next.brim.kind = WeltKind::latchedRib; });
        choose({"Mock rib", {}}, [](Hat& next) { next.brim.kind = WeltKind::mockRib; });
    } else if (finding.code == "firm_edge") {
        choose({"Chain round the needles", {}}, [](Hat& next) { next.brim.making.stretch(); });
    } else if (finding.code == "cannot_hold") {
        choose({"A crown thinned in rounds", {}}, [](Hat& next) { next.crown = Crown::thinned; });
    } else if (finding.code == "crown_to_nothing") {
        if (hat.crown == Crown::wedges)
            for (int wedges = hat.wedges - 1; wedges >= 2; --wedges)
                choose(
                    {"{0} wedges", {wedges}}, [wedges](Hat& next) { next.wedges = wedges; }, true);
        else
            choose({"A third left to draw up", {}}, [](Hat& next) { next.left = Hat().left; });
    } else if (finding.code == "hat_low") {
        if (hat.plainRows > 1)
            choose({"Fewer plain rows between the rounds", {}}, [](Hat& next) { next.plainRows = 1; });
        choose({"Drawn up at once", {}}, [](Hat& next) { next.crown = Crown::gathered; });
    } else if (finding.code == "repeat_and_welt") {
        choose({"A rolled edge", {}}, [](Hat& next) { next.brim.kind = WeltKind::rolled; });
    }
    return changes;
}

} // namespace vestimen
