// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/scarf/scarf_plan.h"

#include "core/ground/two_beds.h"
#include "core/ground/welt_findings.h"
#include "core/joining/line_joins.h"
#include "core/plan/counting.h"
#include "core/plan/edge_border.h"
#include "core/supplies/supplies.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

namespace vestimen {
namespace {

namespace counts {
constexpr CountKey stitches{"panel_stitches"}, border{"border_rows"}, rows{"scarf_rows"};
constexpr CountKey sideStitches{"side_border_stitches"}, sideRows{"side_border_rows"};
constexpr std::array all = {stitches, border, rows, sideStitches, sideRows};
} // namespace counts
namespace handles {
constexpr HandleKey width{"width"}, length{"length"}, border{"border"}, sideDepth{"side_depth"};
} // namespace handles

constexpr int leastPanel = 6;
constexpr Length leastLength = Length::millimetres(100);
constexpr Length mostLength = Length::millimetres(10000);
constexpr Length leastWidth = Length::millimetres(50);
constexpr Length mostWidth = Length::millimetres(3000);

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

PieceKey panelKey(const Scarf& scarf, int panel) {
    return scarf.panels > 1 ? PieceKey(fmt::format("panel_{}", panel)) : PieceKey("scarf");
}

Stitches seamsOf(const Scarf& scarf) {
    return Stitches((scarf.panels > 1 || scarf.sideBorders) && scarf.seamStitches ? 2 : 0);
}

/// Across the bed, without the side borders.
Length betweenSides(const Scarf& scarf) {
    return scarf.across() - (scarf.sideBorders ? scarf.sideDepth * 2.0 : Length());
}

PieceKey sideKey(const Scarf& scarf, Side side, int part) {
    const char* name = side == Side::left ? "left_border" : "right_border";
    return scarf.sideParts > 1 ? PieceKey(fmt::format("{}_{}", name, part)) : PieceKey(name);
}

Phrase sideName(const Scarf& scarf, Side side, int part) {
    const bool left = side == Side::left;
    return scarf.sideParts > 1 ? Phrase{left ? "Left border, part {0}" : "Right border, part {0}", {part}}
                               : Phrase{left ? "Left border" : "Right border", {}};
}

/// So many more has the last panel, that a pattern ends as it began.
Stitches plusOf(const Scarf& scarf) {
    return Stitches(scarf.repeat > 1 ? scarf.repeatPlus : 0);
}

/// Of each panel but the last one: whole repeats between its seam stitches, so that the pattern goes on over the seams.
CountForm formOf(const Scarf& scarf) {
    const int plus = scarf.panels > 1 ? 0 : plusOf(scarf).count();
    const CountForm pattern =
        scarf.repeat > 1 ? CountForm{scarf.repeat, plus, Parity::any}.shifted(seamsOf(scarf).count()) : anyCount;
    return both(traits(scarf.border.kind).form, pattern);
}

struct Counted {
    Stitches panel;
    Stitches last;
    WeltCounts border;
    Rows rows;     ///< between the borders
    Stitches side; ///< along each side, where it has a border
    Rows sideRows; ///< of that, both layers

    /// Of a panel, from end to end.
    Rows edge() const { return rows + border.visible * 2; }
};

/// So many loops of both side borders go with a row: those that are hung, and the loose last ones, too.
double sideLoops(const Counted& counted, const FabricGauge& gauge) {
    return 2.0 * (counted.sideRows.count() + 4) * (gauge.rows.unit() / gauge.stitches.unit());
}

/// The rows that the yarn on hand lasts for, with some to spare, but no more than a scarf can be long: what the borders
/// and two cast ons take is set aside.
std::optional<int> rowsForYarn(const Scarf& scarf, const Ground& ground, const FabricGauge& gauge,
                               const Counted& counted) {
    const auto perStitch = gramsPerStitch(ground.swatch);
    if (!perStitch || !(ground.yarn.gramsOnHand > 0.0))
        return std::nullopt;
    const double loops = ground.yarn.gramsOnHand / (1.0 + spareShare) / *perStitch;
    double across = (counted.panel * (scarf.panels - 1) + counted.last).count();
    if (scarf.sideBorders)
        across += sideLoops(counted, gauge);
    // A border's closing rows, the cast on and the loose row before the bind-off.
    const auto stitches = traits(scarf.border.kind).onTwoBeds;
    const int beds = stitches && stitches->everyNeedle ? 2 : 1; // a row over both has twice the stitches
    const double aside =
        beds * (2.0 * counted.border.knitted.count() + (stitches ? scarf.border.making.rounds : 0)) + 6.0;
    const double rows = std::min(loops / across - aside, gauge.rows.over((scarf.sideways ? mostWidth : mostLength) -
                                                                         gauge.height(counted.border.visible) * 2.0));
    return static_cast<int>(std::floor(rows / 2.0)) * 2;
}

/// Needles along a side: as long as it is, no more than it has rows.
bool countSides(const Scarf& scarf, Counting& counting, Counted& counted) {
    if (!scarf.sideBorders)
        return true;
    const FabricGauge& gauge = counting.gauge();
    counted.side = counting.stitches(counts::sideStitches, "Stitches along each side", gauge.height(counted.edge()),
                                     Stitches(0), anyCount, "nearest whole stitch");
    const PieceKey first = sideKey(scarf, Side::left, 1);
    if (counted.side.count() > counted.edge().count() || counted.side.count() < 4 * scarf.sideParts ||
        counted.sideRows < Rows(4)) {
        counting.error("side_border",
                       {"Side borders of {0} stitches in {1} parts and {2} rows cannot be hung on {3} rows: at least 4 "
                        "of each in a part, and no more stitches than rows.",
                        {counted.side, scarf.sideParts, counted.sideRows, counted.edge()}},
                       first);
        return false;
    }
    const Stitches widest((counted.side.count() + scarf.sideParts - 1) / scarf.sideParts);
    return counting.fitsBed(
        widest, first,
        "A side border needs {0} needles, {1}; the bed has {2}, {3}. Ways out: more parts, a swatch "
        "of at most {4} stitches to 10 cm, or a machine with more needles.");
}

std::optional<Counted> countScarf(const Scarf& scarf, const Ground& ground, const FabricGauge& gauge, Plan& plan) {
    Counting counting(ground, gauge, plan.workings, plan.findings);
    const PieceKey first = panelKey(scarf, 1);
    Counted counted;
    const Length each = (betweenSides(scarf) - gauge.width(scarf.panels > 1 ? plusOf(scarf) : Stitches(0))) /
                        static_cast<double>(scarf.panels);
    counted.panel = counting.stitches(counts::stitches, scarf.panels > 1 ? "Stitches of each panel" : "Stitches", each,
                                      seamsOf(scarf), formOf(scarf),
                                      scarf.repeat > 1 ? "so that the repeats meet" : traits(scarf.border.kind).reason);
    counted.last = counted.panel + (scarf.panels > 1 ? plusOf(scarf) : Stitches(0));
    if (!counting.fitsBed(counted.last, first,
                          scarf.sideways
                              ? "It needs {0} needles, {1}; the bed has {2}, {3}. Ways out: more panels, a shorter "
                                "piece, a swatch of at most {4} stitches to 10 cm, or a machine with more needles."
                              : "It needs {0} needles, {1}; the bed has {2}, {3}. Ways out: more panels, a narrower "
                                "piece, a swatch of at most {4} stitches to 10 cm, or a machine with more needles."))
        return std::nullopt;
    if (counted.panel - seamsOf(scarf) < Stitches(leastPanel)) {
        counting.error("panel_narrow",
                       {"Panels of {0} stitches are too narrow: each needs {1} between its seams. Choose fewer panels.",
                        {counted.panel, leastPanel}},
                       first);
        return std::nullopt;
    }
    counted.border = counting.welt(counts::border, "Rows of each border", scarf.border, scarf.acrossWay);
    if (scarf.sideBorders)
        counted.sideRows = counting.rows(counts::sideRows, "Rows of the side borders", scarf.sideDepth * 2.0, evenCount,
                                         "both layers, and as many in each");
    const Length borders = gauge.height(counted.border.visible) * 2.0;
    if (!scarf.untilTheYarnIsUsedUp) {
        counted.rows =
            counting.rows(counts::rows, "Rows between the borders", std::max(Length(), scarf.along() - borders),
                          evenCount, "even, so that the carriage comes back");
        return countSides(scarf, counting, counted) ? std::optional(counted) : std::nullopt;
    }
    const auto rows = rowsForYarn(scarf, ground, gauge, counted);
    if (!rows || *rows < 10) {
        counting.error(
            "scarf_yarn",
            rows ? Phrase{scarf.sideways ? "{0} on hand are not enough for ten rows of {1} stitches and their borders: "
                                           "make it shorter, or choose a width."
                                         : "{0} on hand are not enough for ten rows of {1} stitches and their borders: "
                                           "make it narrower, or choose a length.",
                          {Figure{ground.yarn.gramsOnHand, 0, "g"}, counted.panel}}
                 : Phrase{scarf.sideways ? "To knit until the yarn is used up, its grams on hand must be known and the "
                                           "swatch weighed: say both, or choose a width."
                                         : "To knit until the yarn is used up, its grams on hand must be known and the "
                                           "swatch weighed: say both, or choose a length.",
                          {}},
            first);
        return std::nullopt;
    }
    if (!ground.stripes.of.empty() || scarf.border.yarn != 0 || scarf.sideYarn != 0)
        counting.warning("scarf_yarn",
                         {"It is knitted until {0} of the main yarn would be used up if all of it were of that: with "
                          "other yarns as well, some of the main one is left.",
                          {Figure{ground.yarn.gramsOnHand, 0, "g"}}},
                         first);
    std::vector<Step> steps = {
        {{"on hand", {}}, Figure{ground.yarn.gramsOnHand, 0, "g"}},
        {{"{0} a stitch, with {1} to spare",
          {Figure{*gramsPerStitch(ground.swatch) * 1000.0, 2, "mg"}, Figure{spareShare * 100.0, 0, "%"}}},
         counted.panel * (scarf.panels - 1) + counted.last}};
    if (scarf.sideBorders)
        steps.push_back(
            {{"and for each row, of the side borders", {}}, Figure{sideLoops(counted, gauge), 1, "stitches"}});
    counted.rows = counting.remainder(counts::rows, "Rows between the borders", std::move(steps), *rows);
    return countSides(scarf, counting, counted) ? std::optional(counted) : std::nullopt;
}

Knitting knittingOf(const Scarf& scarf, const Counted& counted, Stitches stitches, const FabricGauge& gauge) {
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = stitches;
    knitting.begin = counted.border;
    knitting.wasteRows = scarf.wasteRows;
    knitting.stages = {{Rows(0), act::Section{"plain"}},
                       {Rows(0), act::Mark{"field"}},
                       {counted.rows, act::Mark{"field_end"}},
                       {counted.rows, act::EndWelt{counted.border}}};
    knitting.name(counted.rows, "seam_left", "seam_right");
    return knitting;
}

PlannedPiece panelOf(const Scarf& scarf, const Counted& counted, int panel, const FabricGauge& gauge) {
    const bool isLast = panel == scarf.panels;
    const Stitches stitches = isLast ? counted.last : counted.panel;
    const Rows border = counted.border.visible;
    const Rows all = counted.rows + border * 2;
    const double stitch = gauge.stitches.unit().mm();
    const double row = gauge.rows.unit().mm();
    const NeedleSpan span = centred(stitches);
    const double right = span.last.slot() + 1.0;
    const double middle = (span.first.slot() + right) / 2.0;
    PlannedPiece piece;
    piece.key = panelKey(scarf, panel);
    if (panel > 1 && stitches == counted.panel)
        piece.twin = panelKey(scarf, 1);
    piece.seam = seamsOf(scarf) / 2;
    piece.width = gauge.width(stitches - seamsOf(scarf));
    piece.length = gauge.height(all);
    const Length half = piece.width / 2.0;
    piece.outline = {{{"hem", {{-half, Length()}, {half, Length()}}},
                      {"seam_right", {{half, Length()}, {half, piece.length}}},
                      {"top", {{half, piece.length}, {-half, piece.length}}},
                      {"seam_left", {{-half, piece.length}, {-half, Length()}}}}};
    piece.handles = {
        {.key = handles::border,
         .label = "Border",
         .length = gauge.height(border),
         .count = border,
         .x = middle - stitches.count() * 0.3,
         .y = 1.0 * border.count(),
         .counts = {counts::border},
         .canPin = scarf.border.hasDepth(),
         .pulls = scarf.border.hasDepth() ? std::vector<Pull>{{"border/depth_mm", row}} : std::vector<Pull>()},
        {.key = handles::width,
         .label = scarf.panels > 1 ? (scarf.sideways ? "Length of a panel" : "Width of a panel")
                  : scarf.sideways ? "Length"
                                   : "Width",
         .length = piece.width,
         .count = stitches,
         .x = right,
         .y = all.count() / 2.0,
         .upright = false,
         .counts = {counts::stitches},
         .pulls = {{scarf.sideways ? "length_mm" : "width_mm", stitch * 2.0 * scarf.panels}}},
        {.key = handles::length,
         .label = scarf.sideways ? "Width" : "Length",
         .length = piece.length,
         .count = all,
         .x = middle,
         .y = 1.0 * all.count(),
         .counts = {counts::rows},
         .pulls = scarf.untilTheYarnIsUsedUp ? std::vector<Pull>()
                                             : std::vector<Pull>{{scarf.sideways ? "width_mm" : "length_mm", row}}}};
    piece.marks.weltRows = border.count();
    piece.marks.welt = {traits(scarf.border.kind).name, {}};
    piece.marks.width = handles::width;
    piece.knitting = knittingOf(scarf, counted, stitches, gauge);
    return piece;
}

/// The side of the panel that is free at a side: panels are joined each with its left to the next one's right.
Along freeSide(const Scarf& scarf, Side side) {
    return side == Side::left ? Along{panelKey(scarf, scarf.panels), "seam_left"}
                              : Along{panelKey(scarf, 1), "seam_right"};
}

EdgeBorder borderOf(const Scarf& scarf, const Counted& counted, Side side, const FabricGauge& gauge) {
    const bool left = side == Side::left;
    EdgeBorder border;
    border.side = side;
    border.edge = freeSide(scarf, side);
    border.openings = counted.edge().count();
    border.stitches = counted.side;
    for (int part = 1; part <= scarf.sideParts; ++part)
        border.parts.push_back({sideKey(scarf, side, part), sideName(scarf, side, part)});
    border.rows = counted.sideRows;
    border.yarn = scarf.sideYarn;
    border.bindOff = scarf.sideBindOff;
    border.depth = {.key = handles::sideDepth,
                    .label = "Side border",
                    .counts = {counts::sideRows, counts::sideStitches},
                    .canPin = false,
                    .pulls = {{"side_depth_mm", gauge.rows.unit().mm()}}};
    border.ends = left ? "left_border_ends" : "right_border_ends";
    border.endsTitle = {left ? "Left border, both ends" : "Right border, both ends", {}};
    border.between = left ? "Left border, part {0} to part {1}" : "Right border, part {0} to part {1}";
    for (int panel = 1; panel < scarf.panels; ++panel)
        border.after.push_back(fmt::format("seam_{}", panel));
    return border;
}

std::vector<PlannedJoin> joinsOf(const Scarf& scarf) {
    std::vector<PlannedJoin> joins;
    for (int panel = 1; panel < scarf.panels; ++panel)
        joins.push_back({.key = fmt::format("seam_{}", panel),
                         .title = {"Panel {0} to panel {1}", {panel, panel + 1}},
                         .method = JoinMethod::mattress,
                         .first = {.line = {{panelKey(scarf, panel), "seam_left"}},
                                   .what = {"one panel, {0} rows", {}},
                                   .name = "the one panel",
                                   .from = "its lower edge",
                                   .to = "its upper edge"},
                         .second = {.line = {{panelKey(scarf, panel + 1), "seam_right"}},
                                    .what = {"the next, {0} rows", {}},
                                    .name = "the next panel",
                                    .from = "its lower edge",
                                    .to = "its upper edge"},
                         .ends = {{{panelKey(scarf, panel + 1), "seam_right"}},
                                  {{panelKey(scarf, panel), "seam_left"}, true},
                                  {{panelKey(scarf, panel + 1), "seam_right"}, true},
                                  {{panelKey(scarf, panel), "seam_left"}}},
                         .facing = {"Knit side facing you, always one stitch in: row for row, so that "
                                    "repeats meet.",
                                    {}},
                         .mayDiffer = 0});
    return joins;
}

} // namespace

std::span<const CountKey> countsOf(const Scarf&) {
    return counts::all;
}

const char* usualName(const Scarf& scarf) {
    return scarf.panels > 1 ? "Blanket" : "Scarf";
}

std::vector<PieceName> namesOf(const Scarf& scarf) {
    std::vector<PieceName> names;
    if (scarf.panels <= 1)
        names.push_back({panelKey(scarf, 1), {"Scarf", {}}});
    for (int panel = 1; scarf.panels > 1 && panel <= std::min(scarf.panels, mostPanels); ++panel)
        names.push_back({panelKey(scarf, panel), {"Panel {0}", {panel}}});
    if (scarf.sideBorders)
        for (const Side side : {Side::left, Side::right})
            for (int part = 1; part <= std::clamp(scarf.sideParts, 1, mostSideParts); ++part)
                names.push_back({sideKey(scarf, side, part), sideName(scarf, side, part)});
    return names;
}

PieceKey inPlaceOf(const Scarf& scarf, PieceKey piece) {
    for (const PieceName& each : namesOf(scarf))
        if (each.key == piece)
            return piece;
    return piece.text().find("border") != std::string::npos && scarf.sideBorders ? sideKey(scarf, Side::left, 1)
                                                                                 : panelKey(scarf, 1);
}

std::vector<Measure> needsOf(const Scarf&) {
    return {};
}

void useUsualEase(const Scarf&, EaseTable&) {}

std::vector<Finding> limitsOf(const Scarf&, const Ground&) {
    return {};
}

std::vector<Finding> contradictionsOf(const Scarf& scarf, const Ground& ground) {
    std::vector<Finding> findings;
    const auto error = [&](FindingCode code, Phrase text) {
        findings.push_back({Severity::error, code, std::move(text)});
    };
    if (auto missing = bedsMissing(scarf.border, ground.machine))
        findings.push_back(std::move(*missing));
    const CountForm form = formOf(scarf);
    if (form.multiple == 0 ||
        (scarf.panels > 1 && !traits(scarf.border.kind).form.takes(form.plus + plusOf(scarf).count())))
        error("repeat_and_welt",
              {"A repeat of {0} and {1} more never comes out even with this border: change the repeat or the border.",
               {scarf.repeat, scarf.repeatPlus}});
    return findings;
}

Checked check(const Scarf& scarf, const Ground& ground) {
    Checked checked{scarf.across() / static_cast<double>(std::max(1, scarf.panels)), contradictionsOf(scarf, ground),
                    scarf.repeat > 1 ? FabricKind::patterned : FabricKind::plain};
    const auto error = [&](FindingCode code, Phrase text) {
        checked.findings.push_back({Severity::error, code, std::move(text)});
    };
    if (scarf.panels < 1 || scarf.panels > mostPanels)
        error("panels", {"{0} panels cannot be: 1 to {1} can.", {scarf.panels, mostPanels}});
    const bool given = !scarf.untilTheYarnIsUsedUp;
    if ((given || !scarf.sideways) && (scarf.width < leastWidth || scarf.width > mostWidth))
        error("scarf_width", {"A width of {0} cannot be: 5 cm to 3 m can.", {scarf.width}});
    if ((given || scarf.sideways) && (scarf.length < leastLength || scarf.length > mostLength))
        error("scarf_length", {"A length of {0} cannot be: 10 cm to 10 m can.", {scarf.length}});
    if (scarf.border.hasDepth() &&
        (scarf.border.depth < mm(5) || (given && scarf.border.depth * 2.0 > scarf.along() - mm(40))))
        error("welt_depth", {scarf.sideways ? "Borders {0} deep cannot be on a width of {1}: 5 mm to {2} can."
                                            : "Borders {0} deep cannot be on a length of {1}: 5 mm to {2} can.",
                             {scarf.border.depth, scarf.along(), std::max(mm(5), (scarf.along() - mm(40)) / 2.0)}});
    if (scarf.sideBorders && (scarf.sideDepth < mm(5) || betweenSides(scarf) < leastWidth))
        error("welt_depth", {"Side borders {0} deep cannot be on a piece of {1}: 5 mm to {2} can.",
                             {scarf.sideDepth, scarf.across(), std::max(mm(5), (scarf.across() - leastWidth) / 2.0)}});
    if (scarf.sideBorders && (scarf.sideParts < 1 || scarf.sideParts > mostSideParts))
        error("panels", {"Side borders in {0} parts cannot be: 1 to {1} can.", {scarf.sideParts, mostSideParts}});
    // What lies flat all round needs no word.
    if (!anyError(checked.findings) && !(scarf.sideBorders && scarf.border.hasDepth()))
        checked.findings.push_back(
            {Severity::note,
             "curl",
             {scarf.sideBorders
                  ? "Plain knitting curls to its knit side where it begins and ends: leave it so, or choose "
                    "a border there."
              : scarf.border.hasDepth()
                  ? (scarf.sideways ? "Plain knitting curls towards its purl side where its rows end: here at both "
                                      "ends. Blocking or a strip sewn along helps them."
                                    : "Plain knitting curls towards its purl side at the sides: the borders keep the "
                                      "ends flat, and blocking or a strip sewn along helps the sides.")
                  : (scarf.sideways ? "Plain knitting curls, where its rows end to the purl side and where it begins "
                                      "and ends to the knit side: leave it so, or choose a border."
                                    : "Plain knitting curls, at the sides to the purl side and at the ends to the knit "
                                      "side: leave it so, or choose a border for the ends."),
              {}}});
    return checked;
}

Plan plan(const Scarf& scarf, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    const auto counted = countScarf(scarf, ground, gauge, plan);
    if (!counted)
        return plan;
    for (int panel = 1; panel <= scarf.panels; ++panel) {
        plan.pieces.push_back(panelOf(scarf, *counted, panel, gauge));
        plan.pieces.back().knitting.ravelCord = ground.waste.cord;
    }
    plan.joins = joinsOf(scarf);
    if (scarf.sideBorders) {
        for (const Side side : {Side::left, Side::right}) {
            const EdgeBorder border = borderOf(scarf, *counted, side, gauge);
            for (std::size_t part = 0; part < border.parts.size(); ++part)
                plan.pieces.push_back(borderPart(border, part, gauge));
            std::ranges::move(borderJoins(border, gauge), std::back_inserter(plan.joins));
        }
    }
    return plan;
}

std::vector<Change<Scarf>> changesFor(const Scarf& scarf, const Ground& ground, const Finding& finding) {
    std::vector<Change<Scarf>> changes;
    const auto choose = [&](Phrase what, auto change, bool elseOnly = false) {
        Scarf next = scarf;
        change(next);
        changes.push_back({std::move(what), next, ground.ease, elseOnly});
    };
    const auto gauge = measured(ground.swatch).gauge;
    if (finding.code == "too_wide" && finding.piece.find("border") != std::string::npos) {
        for (int parts = scarf.sideParts + 1; parts <= mostSideParts; ++parts)
            choose(
                {"Side borders in {0} parts", {parts}}, [parts](Scarf& next) { next.sideParts = parts; }, true);
    } else if (finding.code == "too_wide" && gauge) {
        // The first that might fit, and one more where repeats or a rib's form ask for it.
        const Length most = gauge->width(ground.machine.needles - Stitches(2));
        const int least = std::max(scarf.panels + 1, static_cast<int>(std::ceil(scarf.across() / most)));
        for (int panels = least; panels <= std::min(least + 2, mostPanels); ++panels)
            choose(
                {"In {0} panels", {panels}}, [panels](Scarf& next) { next.panels = panels; }, true);
        choose({scarf.sideways ? "Knitted lengthways" : "Knitted sideways", {}},
               [](Scarf& next) { next.sideways = !next.sideways; });
        const Length widest =
            gauge->width(ground.machine.needles - Stitches(2 + scarf.repeat)) * static_cast<double>(scarf.panels) +
            (scarf.across() - betweenSides(scarf));
        choose({scarf.sideways ? "Shorter: {0}" : "Narrower: {0}", {widest}},
               [widest](Scarf& next) { (next.sideways ? next.length : next.width) = widest; });
    } else if (finding.code == "panel_narrow") {
        for (int panels = scarf.panels - 1; panels >= 1; --panels)
            choose(
                {"In {0} panels", {panels}}, [panels](Scarf& next) { next.panels = panels; }, true);
    } else if (finding.code == "rib_needs_two_beds") {
        choose({"Latched rib", {}}, [](Scarf& next) { next.border.kind = WeltKind::latchedRib; });
        choose({"Mock rib", {}}, [](Scarf& next) { next.border.kind = WeltKind::mockRib; });
    } else if (finding.code == "side_border") {
        for (int parts = scarf.sideParts - 1; parts >= 1; --parts)
            choose(
                {"Side borders in {0} parts", {parts}}, [parts](Scarf& next) { next.sideParts = parts; }, true);
        choose({"No borders along the sides", {}}, [](Scarf& next) { next.sideBorders = false; });
    } else if (finding.code == "scarf_yarn") {
        choose({scarf.sideways ? "As wide as was chosen" : "As long as was chosen", {}},
               [](Scarf& next) { next.untilTheYarnIsUsedUp = false; });
    } else if (finding.code == "repeat_and_welt") {
        choose({"A rolled edge", {}}, [](Scarf& next) { next.border.kind = WeltKind::rolled; });
    }
    return changes;
}

} // namespace vestimen
