// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/shawl/shawl_plan.h"

#include "core/ground/welt_choices.h"
#include "core/ground/welt_findings.h"
#include "core/plan/counting.h"
#include "core/plan/edge_border.h"
#include "core/plan/edge_dues.h"
#include "core/shaping/short_rows.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <span>

namespace vestimen {

inline constexpr Option shapeOptions[] = {{"from_tip", "Triangle, from its tip"},
                                          {"from_side", "Triangle, from its side"},
                                          {"crescent", "Crescent, by short rows"}};
template<> inline constexpr std::span<const Option> optionsOf<ShawlShape> = shapeOptions;

namespace {

constexpr PieceKey shawlPiece{"shawl"};
namespace counts {
constexpr CountKey stitches{"shawl_stitches"}, rows{"shawl_rows"}, border{"border_rows"};
constexpr CountKey longSide{"left_border_stitches"}, shortSide{"right_border_stitches"}, sideRows{"side_border_rows"};
constexpr std::array all = {stitches, rows, border, longSide, shortSide, sideRows};
} // namespace counts
namespace handles {
constexpr HandleKey width{"width"}, depth{"depth"}, border{"border"}, sideDepth{"side_depth"};
} // namespace handles

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

/// At a tip, and where a crescent begins to grow.
constexpr Stitches tip{3};
/// A crescent begins with a row each way over all, and ends so.
constexpr int turnsWithout = 2;
constexpr int mostSideParts = 20;
/// Of a shawl, before it is one.
constexpr Rows leastRows{8};

struct Counted {
    Stitches stitches; ///< at the widest row; across the depth of one from the side
    Rows rows;
    WeltCounts border;
    Slope edge;                   ///< out, of each side
    std::vector<Stitches> wedges; ///< of a crescent, each side, from the middle out
    Stitches left;                ///< along each edge, where it has a border
    Stitches right;
    Rows sideRows; ///< of that, both layers

    Stitches along(Side side) const { return side == Side::left ? left : right; }
    /// Of an edge, the long edge's own among them.
    Rows edgeRows() const { return rows + border.visible; }

    Stitches grown() const { return stitches - tip; }
};

bool isFromSide(const Shawl& shawl) {
    return shawl.shape == ShawlShape::fromSide;
}
Length across(const Shawl& shawl) {
    return isFromSide(shawl) ? shawl.depth : shawl.width;
}
Length along(const Shawl& shawl) {
    return isFromSide(shawl) ? shawl.width : shawl.depth;
}
/// Out and in by the same number on both sides; as the border begins and ends alike.
CountForm formOf(const Shawl& shawl) {
    if (isFromSide(shawl))
        return anyCount;
    return both(oddCount, traits(shawl.border.kind).form);
}

bool isCrescent(const Shawl& shawl) {
    return shawl.shape == ShawlShape::crescent;
}
/// The edges that borders are hung on: of a crescent the curved one alone, which is bound off.
std::span<const Side> borderedSides(const Shawl& shawl) {
    static constexpr std::array both = {Side::left, Side::right};
    if (!shawl.sideBorders)
        return {};
    return std::span(both).subspan(isCrescent(shawl) ? 1 : 0);
}

PieceKey sideKey(Side side, int part) {
    return PieceKey(fmt::format("{}_border_{}", side == Side::left ? "left" : "right", part));
}
Phrase sideName(const Shawl& shawl, Side side, int part) {
    const bool left = side == Side::left;
    if (isCrescent(shawl))
        return {"Curve, border {0}", {part}};
    if (isFromSide(shawl))
        return {left ? "Long edge, border {0}" : "Point, border {0}", {part}};
    return {left ? "Left border {0}" : "Right border {0}", {part}};
}

/// Needles along each edge: as long as it is, no more than it has rows.
bool countSides(const Shawl& shawl, Counting& counting, Counted& counted) {
    if (!shawl.sideBorders)
        return true;
    const FabricGauge& gauge = counting.gauge();
    const bool side = isFromSide(shawl);
    const Length high = gauge.height(counted.rows);
    const Length out = gauge.width(side ? counted.grown() : counted.grown() / 2);
    const Length half = side ? high / 2.0 : high;
    const Length slope =
        mm(std::hypot(half.mm(), out.mm())) * (side ? 2.0 : 1.0) + gauge.height(counted.border.visible);
    counted.sideRows = counting.rows(counts::sideRows, "Rows of a border along the edges", shawl.sideDepth * 2.0,
                                     evenCount, "twice the depth, even, to be folded");
    if (isCrescent(shawl)) {
        counted.right = counted.stitches;
        Reckoning& curve = counting.working(counts::shortSide);
        curve.title = "Stitches along the curve";
        curve.steps = {{{"one on each that was bound off", {}}, counted.right}};
        curve.result = counted.right.count();
    } else {
        counted.left =
            counting.stitches(counts::longSide, side ? "Stitches along the long edge" : "Stitches along the left edge",
                              side ? high : slope, Stitches(0), anyCount, "nearest whole stitch");
        counted.right =
            counting.stitches(counts::shortSide, side ? "Stitches along the point" : "Stitches along the right edge",
                              slope, Stitches(0), anyCount, "nearest whole stitch");
    }
    for (const Side each : borderedSides(shawl)) {
        const Stitches along = counted.along(each);
        const int openings = isCrescent(shawl) ? along.count() : counted.edgeRows().count();
        if (along.count() > openings || along.count() < 4 * shawl.sideParts || counted.sideRows < Rows(4)) {
            counting.error("side_border",
                           {"A border of {0} in {1} parts and {2} cannot be hung on {3}: at least 4 of each in a part, "
                            "and no more stitches than rows. A triangle that is deeper for its width has more of them.",
                            {along, shawl.sideParts, counted.sideRows, counted.edgeRows()}},
                           sideKey(each, 1));
            return false;
        }
        if (!counting.fitsBed(
                Stitches((along.count() + shawl.sideParts - 1) / shawl.sideParts), sideKey(each, 1),
                "A border needs {0} needles, {1}; the bed has {2}, {3}. Ways out: more parts, a swatch of "
                "at most {4} stitches to 10 cm, or a machine with more needles."))
            return false;
    }
    return true;
}

EdgeBorder borderOf(const Shawl& shawl, const Counted& counted, Side side, const FabricGauge& gauge) {
    const bool left = side == Side::left;
    EdgeBorder border;
    border.side = side;
    border.edge = {shawlPiece,
                   isFromSide(shawl) ? (left ? "long_edge" : "slope") : (left ? "slope_left" : "slope_right")};
    border.openings = counted.edgeRows().count();
    if (isCrescent(shawl)) {
        border.edge = {shawlPiece, "curve", Along::Of::bound};
        border.openings = counted.stitches.count();
    }
    border.stitches = counted.along(side);
    for (int part = 1; part <= shawl.sideParts; ++part)
        border.parts.push_back({sideKey(side, part), sideName(shawl, side, part)});
    border.rows = counted.sideRows;
    border.yarn = shawl.sideYarn;
    border.depth = {.key = handles::sideDepth,
                    .label = "Depth of the border",
                    .counts = {counts::sideRows, left ? counts::longSide : counts::shortSide},
                    .canPin = false,
                    .pulls = {{"side_depth_mm", gauge.rows.unit().mm()}}};
    border.ends = left ? "left_border_ends" : "right_border_ends";
    border.endsTitle = {isCrescent(shawl) ? "Border of the curve, both ends"
                        : left            ? "Left border, both ends"
                                          : "Right border, both ends",
                        {}};
    border.between = isCrescent(shawl) ? "Border of the curve, part {0} to part {1}"
                     : left            ? "Left border, part {0} to part {1}"
                                       : "Right border, part {0} to part {1}";
    return border;
}

std::optional<Counted> countShawl(const Shawl& shawl, const Ground& ground, const FabricGauge& gauge, Plan& plan) {
    Counting counting(ground, gauge, plan.workings, plan.findings);
    Counted counted;
    counted.stitches =
        counting.stitches(counts::stitches, "Stitches at the widest row", across(shawl), Stitches(0), formOf(shawl),
                          isFromSide(shawl) ? "nearest whole stitch" : "odd, so that both sides are alike");
    if (!counting.fitsBed(
            counted.stitches, shawlPiece,
            "It needs {0} needles, {1}; the bed has {2}, {3}. Ways out: a triangle from its side, less of it, a "
            "swatch of at most {4} stitches to 10 cm, or a machine with more needles."))
        return std::nullopt;
    // Of one from the side each half has as many.
    counted.rows =
        counting.rows(counts::rows, "Rows", along(shawl), shawl.shape == ShawlShape::fromTip ? anyCount : evenCount,
                      shawl.shape == ShawlShape::fromTip ? "nearest whole row" : "even, so that both halves are alike");
    if (!isFromSide(shawl))
        counted.border = counting.welt(counts::border, "Rows of the border", shawl.border, AcrossWay::byHand);
    const auto tooSteep = [&](Stitches each, Rows in) {
        counting.error("shawl_steep",
                       {"{0} more at a side do not come in {1}: make the shawl less wide, or deeper.", {each, in}},
                       shawlPiece);
    };
    if (counted.stitches < tip + Stitches(4) || counted.rows < leastRows) {
        counting.error("shawl_size",
                       {"{0} and {1} are no shawl: make it wider or deeper.", {counted.stitches, counted.rows}},
                       shawlPiece);
        return std::nullopt;
    }
    if (shawl.shape == ShawlShape::crescent) {
        const int turns = counted.rows.count() / 2 - turnsWithout;
        const Stitches each = counted.grown() / 2;
        if (each < Stitches(turns)) {
            counting.error("shawl_steep",
                           {"A crescent of {0} needles takes at most {1}: make it wider, or less deep.",
                            {counted.stitches, Rows(2 * (each.count() + turnsWithout))}},
                           shawlPiece);
            return std::nullopt;
        }
        counted.wedges = evenSteps(each, turns);
        return countSides(shawl, counting, counted) ? std::optional(counted) : std::nullopt;
    }
    const Rows half = isFromSide(shawl) ? counted.rows / 2 : counted.rows;
    const Stitches each = isFromSide(shawl) ? counted.grown() : counted.grown() / 2;
    const auto edge = counting.slope({half - Rows(2), each}, shawl.edge, tolerance(gauge), shawlPiece);
    if (!edge) {
        tooSteep(each, half - Rows(2));
        return std::nullopt;
    }
    counted.edge = *edge;
    return countSides(shawl, counting, counted) ? std::optional(counted) : std::nullopt;
}

Knitting knittingOf(const Shawl& shawl, const Counted& counted, const FabricGauge& gauge, const Ground& ground) {
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.wasteRows = shawl.wasteRows;
    knitting.ravelCord = ground.waste.cord;
    knitting.openTurns = !shawl.wrapTurns;
    if (isCrescent(shawl))
        knitting.begin = counted.border;
    else
        knitting.begin = WeltCounts{.kind = WeltKind::rolled};
    knitting.stitches = isCrescent(shawl) ? counted.stitches : tip;
    const Rows end = counted.rows;
    if (shawl.shape == ShawlShape::fromTip) {
        knitting.edges.push_back({Edge::At::both, Moved{shawl.edge}, duesOf(counted.edge, Rows(0), true)});
        knitting.at(end, act::EndWelt{counted.border});
        knitting.name(end, "slope_left", "slope_right");
        return knitting;
    }
    if (shawl.shape == ShawlShape::fromSide) {
        // It grows to the right alone.
        knitting.shift = centred(counted.stitches).first.slot() - centred(tip).first.slot();
        // The second half is the first one the other way.
        std::vector<Due> dues = duesOf(counted.edge, Rows(0), true);
        const std::size_t out = dues.size();
        for (std::size_t i = 0; i < out; ++i)
            dues.push_back({end - dues[out - 1 - i].row, Stitches(-1)});
        const auto half = static_cast<std::ptrdiff_t>(out);
        knitting.edges.push_back({Edge::At::right, Moved{shawl.edge}, {dues.begin(), dues.begin() + half}});
        knitting.edges.push_back({Edge::At::right, Moved{shawl.edge}, {dues.begin() + half, dues.end()}, end / 2});
        knitting.at(end / 2, act::Mark{"middle", Edge::At::right});
        knitting.name(end, "long_edge", "slope");
        knitting.at(end, act::BindOff{.method = BindOffMethod::loopThroughLoop, .as = "tip"});
        return knitting;
    }
    std::vector<Due> dues;
    for (std::size_t i = 0; i < counted.wedges.size(); ++i)
        dues.push_back({Rows(2 * static_cast<int>(i) + 2), counted.wedges[i]});
    knitting.at(Rows(0), act::Section{"short rows"});
    knitting.edges.push_back({Edge::At::both, Held{shawl.wrapTurns}, std::move(dues), Rows(2)});
    const Rows over = end - Rows(2);
    knitting.at(over, act::Section{"all over"});
    knitting.at(over, act::AllOver{"Bring back the needles at the side away from the carriage first.",
                                   "All needles knit now, from end to end."});
    knitting.name(over, "end_left", "end_right");
    knitting.at(over, act::BindOff{.method = BindOffMethod::chainRoundTheNeedles, .as = "curve"});
    return knitting;
}

Outline outlineOf(const Shawl& shawl, const Counted& counted, const FabricGauge& gauge) {
    const Length half = gauge.width(counted.stitches) / 2.0;
    const Length high = gauge.height(counted.rows);
    const Length point = gauge.width(tip) / 2.0;
    switch (shawl.shape) {
    case ShawlShape::fromTip: {
        const Length top = high + gauge.height(counted.border.visible);
        return {{{"hem", {{-point, Length()}, {point, Length()}}},
                 {"slope_right", {{point, Length()}, {half, high}, {half, top}}},
                 {"top", {{half, top}, {-half, top}}},
                 {"slope_left", {{-half, top}, {-half, high}, {-point, Length()}}}}};
    }
    case ShawlShape::fromSide: {
        const Length out = -half + gauge.width(tip);
        return {{{"hem", {{-half, Length()}, {out, Length()}}},
                 {"slope", {{out, Length()}, {half, high / 2.0}, {out, high}}},
                 {"top", {{out, high}, {-half, high}}},
                 {"long_edge", {{-half, high}, {-half, Length()}}}}};
    }
    case ShawlShape::crescent:
        break;
    }
    // The rows before the first that are held, and those over all after the last.
    const Length ends = gauge.height(counted.border.visible + Rows(2 * turnsWithout));
    const Length top = gauge.height(counted.border.visible) + high;
    return {{{"hem", {{-half, Length()}, {half, Length()}}},
             {"end_right", {{half, Length()}, {half, ends}}},
             {"top", {{half, ends}, {point, top}, {-point, top}, {-half, ends}}},
             {"end_left", {{-half, ends}, {-half, Length()}}}}};
}

std::vector<Handle> handlesOf(const Shawl& shawl, const Counted& counted, const FabricGauge& gauge) {
    const bool side = isFromSide(shawl);
    const NeedleSpan all = centred(counted.stitches);
    const double right = all.last.slot() + 1.0;
    const double middle = side ? all.first.slot() + 1.5 : (all.first.slot() + right) / 2.0;
    const double begun = isCrescent(shawl) ? counted.border.visible.count() : 0.0;
    const double rows = begun + counted.rows.count();
    Handle stitches{.key = side ? handles::depth : handles::width,
                    .label = side ? "Depth" : "Width",
                    .length = gauge.width(counted.stitches),
                    .count = counted.stitches,
                    .x = right,
                    .y = side ? rows / 2.0 : rows,
                    .upright = false,
                    .counts = {counts::stitches},
                    .pulls = {{side ? "depth_mm" : "width_mm", gauge.stitches.unit().mm() * (side ? 1.0 : 2.0)}}};
    if (shawl.shape != ShawlShape::crescent) {
        stitches.shaping = "edge";
        stitches.schedule = {linesInWords(counted.edge, true), counted.edge.deviation};
    }
    std::vector<Handle> handles = {std::move(stitches),
                                   {.key = side ? handles::width : handles::depth,
                                    .label = side ? "Width" : "Depth",
                                    .length = gauge.height(counted.rows),
                                    .count = counted.rows,
                                    .x = middle,
                                    .y = rows,
                                    .counts = {counts::rows},
                                    .pulls = {{side ? "width_mm" : "depth_mm", gauge.rows.unit().mm()}}}};
    if (!side)
        handles.push_back({.key = handles::border,
                           .label = "Border",
                           .length = gauge.height(counted.border.visible),
                           .count = counted.border.visible,
                           .x = middle - counted.stitches.count() * 0.3,
                           .y = isCrescent(shawl) ? begun : rows + counted.border.visible.count(),
                           .counts = {counts::border},
                           .canPin = shawl.border.hasDepth(),
                           .pulls = {{"border/depth_mm", gauge.rows.unit().mm()}}});
    return handles;
}

bool isAt(const Place& at, HandleKey part) {
    return at.part.empty() || at.part == part;
}
bool isShaped(const Shawl& shawl, const Place& at) {
    return shawl.shape != ShawlShape::crescent && (isAt(at, "width") || isAt(at, "depth"));
}
bool isBorder(const Shawl& shawl, const Place& at) {
    return !isFromSide(shawl) && isAt(at, "border");
}
bool isSide(const Shawl&, const Place& at) {
    return isAt(at, "width") || isAt(at, "side_depth");
}
bool isBordered(const Shawl& shawl, const Place& at) {
    return shawl.sideBorders && isSide(shawl, at);
}
bool isDeepBorder(const Shawl& shawl, const Place& at) {
    return isBorder(shawl, at) && shawl.border.hasDepth();
}

} // namespace

std::span<const Choice<Shawl>> choicesOf(const Shawl&) {
    static const std::vector<Choice<Shawl>> all = [] {
        std::vector<Choice<Shawl>> choices = {
            {{"", "shape"},
             "Shape",
             oneOf<&Shawl::shape>(),
             [](const Shawl&, const Place& at) { return isAt(at, "depth"); },
             true},
            {{"", "width_mm"},
             "Width of the long edge",
             aLength<&Shawl::width>({200, 3000}, 10000),
             [](const Shawl&, const Place& at) { return isAt(at, "width"); },
             true},
            {{"", "depth_mm"},
             "Depth in the middle",
             aLength<&Shawl::depth>({50, 1500}, 10000),
             [](const Shawl&, const Place& at) { return isAt(at, "depth"); },
             true},
            {{"edge", "lines"}, "Lines of the shaping", aNumber<&Shawl::edge, &EdgeShaping::lines>({0, 50}, {0, 50})},
            {{"edge", "every_second_row"},
             "On every second row only",
             yesOrNo<&Shawl::edge, &EdgeShaping::everySecondRow>(),
             isShaped},
            {{"edge", "fashioned"}, "Fashioned", yesOrNo<&Shawl::edge, &EdgeShaping::fashioned>(), isShaped},
            {{"edge", "inset"}, "Stitches moved", aNumber<&Shawl::edge, &EdgeShaping::inset>({1, 7}, {1, 2}), isShaped},
            {{"border", "kind"}, "Border along the long edge", oneOf<&Shawl::border, &Welt::kind>(), isBorder, true},
            {{"border", "depth_mm"},
             "Depth of the border",
             aLength<&Shawl::border, &Welt::depth>({5, 200}),
             isDeepBorder,
             true},
            {{"border", "yarn"}, "Yarn of the border", aYarn<&Shawl::border, &Welt::yarn>(), isDeepBorder},
            {{"border", "bind_off"},
             "How it is bound off",
             oneOf<&Shawl::border, &Welt::making, &WeltMaking::bindOff>(),
             [](const Shawl& shawl, const Place& at) { return isBorder(shawl, at) && !isCrescent(shawl); }},
            {{"border", "cast_on"},
             "How it is cast on",
             oneOf<&Shawl::border, &Welt::making, &WeltMaking::castOn>(),
             [](const Shawl& shawl, const Place& at) {
                 const WeltTraits& kind = traits(shawl.border.kind);
                 return isBorder(shawl, at) && isCrescent(shawl) && !kind.beginsOpen && !kind.onTwoBeds;
             }},
            {{"", "wrap_turns"},
             "Wrap the turns",
             yesOrNo<&Shawl::wrapTurns>(),
             [](const Shawl& shawl, const Place& at) {
                 return shawl.shape == ShawlShape::crescent && isAt(at, "depth");
             }},
            {{"", "side_borders"}, "Borders along its edges", yesOrNo<&Shawl::sideBorders>(), isSide, true},
            {{"", "side_depth_mm"}, "Depth of these", aLength<&Shawl::sideDepth>({5, 60}), isBordered},
            {{"", "side_yarn"}, "Yarn of these", aYarn<&Shawl::sideYarn>(), isBordered},
            {{"", "side_parts"},
             "Parts of each",
             aNumber<&Shawl::sideParts>({1, 1000}, {1, mostSideParts}),
             isBordered},
            {{"", "waste_rows"}, "Rows of waste yarn", aNumber<&Shawl::wasteRows>({2, 60}, {2, 60})},
        };
        WeltChoices<Shawl, isBorder, &Shawl::border>::addOnTwoBeds(choices, "border");
        return choices;
    }();
    return all;
}

std::span<const CountKey> countsOf(const Shawl&) {
    return counts::all;
}

const char* usualName(const Shawl&) {
    return "Shawl";
}

std::vector<PieceName> namesOf(const Shawl& shawl) {
    std::vector<PieceName> names = {{shawlPiece, {"Shawl", {}}}};
    for (const Side side : borderedSides(shawl))
        for (int part = 1; part <= std::clamp(shawl.sideParts, 1, mostSideParts); ++part)
            names.push_back({sideKey(side, part), sideName(shawl, side, part)});
    return names;
}

PieceKey inPlaceOf(const Shawl& shawl, PieceKey piece) {
    return shawl.sideBorders && piece.text().find("border") != std::string::npos
               ? sideKey(borderedSides(shawl).front(), 1)
               : shawlPiece;
}

std::vector<Measure> needsOf(const Shawl&) {
    return {};
}

void useUsualEase(const Shawl&, EaseTable&) {}

std::vector<Finding> limitsOf(const Shawl& shawl, const Ground& ground) {
    if (ground.machine.canHold || shawl.shape != ShawlShape::crescent)
        return {};
    return {{Severity::error,
             "cannot_hold",
             {"A crescent is worked with held needles, and this machine cannot hold: choose a triangle.", {}}}};
}

std::vector<Finding> contradictionsOf(const Shawl& shawl, const Ground& ground) {
    std::vector<Finding> findings;
    if (isFromSide(shawl))
        return findings;
    if (auto missing = bedsMissing(shawl.border, ground.machine))
        findings.push_back(std::move(*missing));
    if (formOf(shawl).multiple == 0)
        findings.push_back(
            {Severity::error,
             "repeat_and_welt",
             {"This border never comes out even with an odd number of stitches, which both sides alike need: "
              "choose another.",
              {}}});
    return findings;
}

Checked check(const Shawl& shawl, const Ground& ground) {
    Checked checked{across(shawl), contradictionsOf(shawl, ground)};
    const auto error = [&](FindingCode code, Phrase text) {
        checked.findings.push_back({Severity::error, code, std::move(text)});
    };
    if (shawl.width < mm(100) || shawl.width > mm(4000) || shawl.depth < mm(30) || shawl.depth > mm(3000))
        error("shawl_size", {"A shawl {0} wide and {1} deep cannot be: 10 cm to 4 m wide and 3 cm to 3 m deep can.",
                             {shawl.width, shawl.depth}});
    if (!isFromSide(shawl) && shawl.border.hasDepth() && (shawl.border.depth < mm(5) || shawl.border.depth > mm(300)))
        error("welt_depth", {"A border {0} deep cannot be: 5 mm to 30 cm can.", {shawl.border.depth}});
    if (shawl.sideBorders && (shawl.sideParts < 1 || shawl.sideParts > mostSideParts))
        error("panels", {"Borders in {0} parts cannot be: 1 to {1} can.", {shawl.sideParts, mostSideParts}});
    if (shawl.sideBorders && (shawl.sideDepth < mm(3) || shawl.sideDepth > mm(100)))
        error("welt_depth", {"A border {0} deep cannot be: 3 mm to 10 cm can.", {shawl.sideDepth}});
    // Two stitches of a tip can be moved, and one must stay beside them.
    if (shawl.shape != ShawlShape::crescent && shawl.edge.fashioned && shawl.edge.inset >= tip.count())
        error("inset", {"{0} stitches moved at a tip of {1} cannot be: 1 or 2 can.", {shawl.edge.inset, tip}});
    return checked;
}

Plan plan(const Shawl& shawl, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    const auto counted = countShawl(shawl, ground, gauge, plan);
    if (!counted)
        return plan;
    Counting(ground, gauge, plan.workings, plan.findings)
        .note("curl", {"Plain knitting curls towards its purl side: block it, or let the edges roll.", {}}, shawlPiece);
    PlannedPiece piece;
    piece.key = shawlPiece;
    piece.outline = outlineOf(shawl, *counted, gauge);
    piece.width = gauge.width(counted->stitches);
    piece.length = gauge.height(counted->rows + counted->border.visible);
    piece.handles = handlesOf(shawl, *counted, gauge);
    piece.marks.width = isFromSide(shawl) ? handles::depth : handles::width;
    if (isCrescent(shawl) && shawl.border.hasDepth()) {
        piece.marks.weltRows = counted->border.visible.count();
        piece.marks.welt = {"{0} · {1} rows",
                            {std::string(traits(shawl.border.kind).name), counted->border.knitted.count()}};
    }
    piece.knitting = knittingOf(shawl, *counted, gauge, ground);
    plan.pieces.push_back(std::move(piece));
    for (const Side side : borderedSides(shawl)) {
        const EdgeBorder border = borderOf(shawl, *counted, side, gauge);
        for (std::size_t part = 0; part < border.parts.size(); ++part)
            plan.pieces.push_back(borderPart(border, part, gauge));
        std::ranges::move(borderJoins(border, gauge), std::back_inserter(plan.joins));
    }
    return plan;
}

std::vector<Change<Shawl>> changesFor(const Shawl& shawl, const Ground& ground, const Finding& finding) {
    std::vector<Change<Shawl>> changes;
    const auto choose = [&](Phrase what, auto change, bool elseOnly = false) {
        Shawl next = shawl;
        change(next);
        changes.push_back({std::move(what), next, ground.ease, elseOnly});
    };
    if (finding.code == "too_wide" && shawl.sideBorders)
        for (int parts = shawl.sideParts + 1; parts <= mostSideParts; ++parts)
            choose(
                {"Borders in {0} parts", {parts}}, [parts](Shawl& next) { next.sideParts = parts; }, true);
    if (finding.code == "side_border")
        choose({"No borders along its edges", {}}, [](Shawl& next) { next.sideBorders = false; });
    if (finding.code == "too_wide" && !isFromSide(shawl)) {
        choose({"A triangle from its side", {}}, [](Shawl& next) { next.shape = ShawlShape::fromSide; });
    } else if (finding.code == "cannot_hold") {
        choose({"A triangle from its side", {}}, [](Shawl& next) { next.shape = ShawlShape::fromSide; });
    } else if (finding.code == "shawl_steep") {
        if (shawl.shape == ShawlShape::crescent)
            choose({"A triangle from its side", {}}, [](Shawl& next) { next.shape = ShawlShape::fromSide; });
        else
            choose({"As wide as it can be", {}}, [](Shawl& next) { next.width = std::min(next.width, next.depth); });
    } else if (finding.code == "repeat_and_welt" || finding.code == "rib_needs_two_beds") {
        choose({"A rolled edge", {}}, [](Shawl& next) { next.border.kind = WeltKind::rolled; });
    } else if (finding.code == "inset") {
        choose({"Two stitches moved", {}}, [](Shawl& next) { next.edge.inset = 2; });
    }
    return changes;
}

} // namespace vestimen
