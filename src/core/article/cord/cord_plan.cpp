// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/cord/cord_plan.h"

#include "core/ground/welt_options.h"
#include "core/plan/counting.h"

#include <algorithm>

namespace vestimen {

inline constexpr Option useOptions[] = {
    {"cord", "A cord"}, {"ties", "Two ties"}, {"loop", "A loop, its ends sewn together"}, {"belt", "A belt"}};
template<> inline constexpr std::span<const Option> optionsOf<CordUse> = useOptions;

namespace {

namespace pieces {
constexpr PieceKey cord{"cord"}, second{"second_cord"};
} // namespace pieces
namespace counts {
constexpr CountKey rows{"cord_rows"};
constexpr std::array all = {rows};
} // namespace counts
namespace handles {
constexpr HandleKey length{"length"}, stitches{"stitches"};
} // namespace handles

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

bool isPair(const Cord& cord) {
    return cord.use == CordUse::ties;
}

Rows countCord(const Cord& cord, const Ground& ground, const FabricGauge& gauge, Plan& plan) {
    Counting counting(ground, gauge, plan.workings, plan.findings);
    const Length knitted = cord.length / (1.0 + cord.stretch);
    const Rows rows = counting.rows(counts::rows, "Rows of the cord", knitted, anyCount, "nearest whole row");
    auto& steps = counting.working(counts::rows).steps;
    steps.insert(steps.begin(), {{{"as it is worn, pulled", {}}, cord.length},
                                 {{"it gives when it is pulled", {}}, Figure{100.0 * cord.stretch, 0, "%"}}});
    return rows;
}

Knitting knittingOf(const Cord& cord, Rows rows, const FabricGauge& gauge) {
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = cord.stitches;
    WeltCounts begun{.kind = WeltKind::rolled};
    begun.making.castOn = cord.castOn;
    knitting.begin = begun;
    knitting.wasteRows = cord.wasteRows;
    knitting.at(Rows(0), act::Section{"cord"});
    knitting.at(Rows(0),
                act::Say{"strand_behind", "After every row the carriage slips back, and the yarn lies behind the "
                                          "stitches: pull the cord down, and it closes."});
    knitting.at(Rows(0), act::OneWay{rows});
    knitting.at(rows, act::DrawUp{"end"});
    return knitting;
}

Outline outlineOf(const Cord& cord, Rows rows, const FabricGauge& gauge) {
    const Length half = gauge.width(cord.stitches) / 2.0;
    const Length high = gauge.height(rows);
    return {{{"hem", {{-half, Length()}, {half, Length()}}},
             {"right", {{half, Length()}, {half, high}}},
             {"top", {{half, high}, {-half, high}}},
             {"left", {{-half, high}, {-half, Length()}}}}};
}

std::vector<Handle> handlesOf(const Cord& cord, Rows rows, const FabricGauge& gauge) {
    const NeedleSpan all = centred(cord.stitches);
    const double right = all.last.slot() + 1.0;
    return {{.key = handles::length,
             .label = "Length",
             .length = gauge.height(rows),
             .count = rows,
             .x = (all.first.slot() + right) / 2.0,
             .y = static_cast<double>(rows.count()),
             .counts = {counts::rows},
             .pulls = {{"length_mm", gauge.rows.unit().mm() * (1.0 + cord.stretch)}}},
            {.key = handles::stitches,
             .label = "Stitches",
             .length = gauge.width(cord.stitches),
             .count = cord.stitches,
             .x = right,
             .y = rows.count() / 2.0,
             .upright = false,
             .canPin = false,
             .pulls = {{"stitches", 1.0, true}}}};
}

} // namespace

std::span<const Choice<Cord>> choicesOf(const Cord&) {
    const auto everywhere = [](const Cord&, const Place&) { return true; };
    static const std::vector<Choice<Cord>> all = {
        {{"", "use"}, "What it is for", oneOf<&Cord::use>(), everywhere, true},
        {{"", "stitches"},
         "Stitches",
         aNumber<&Cord::stitches>({fewestCordStitches, mostCordStitches}, {fewestCordStitches, mostCordStitches}),
         everywhere,
         true},
        {{"", "length_mm"}, "Length as it is worn", aLength<&Cord::length>({20, 5000}, 20000), everywhere, true},
        {{"", "stretch_percent"}, "It gives when it is pulled", aShare<&Cord::stretch>(0.0, 1.0), everywhere, true},
        {{"", "cast_on"}, "How it is cast on", oneOf<&Cord::castOn>(), everywhere},
        {{"", "waste_rows"}, "Rows of waste yarn", aNumber<&Cord::wasteRows>({2, 60}, {2, 60})},
    };
    return all;
}

std::span<const CountKey> countsOf(const Cord&) {
    return counts::all;
}

const char* usualName(const Cord& cord) {
    if (isPair(cord))
        return "Ties";
    return cord.use == CordUse::loop ? "Loop" : cord.use == CordUse::belt ? "Belt" : "Cord";
}

std::vector<PieceName> namesOf(const Cord& cord) {
    if (isPair(cord))
        return {{pieces::cord, {"First tie", {}}}, {pieces::second, {"Second tie", {}}}};
    return {{pieces::cord, {usualName(cord), {}}}};
}

PieceKey inPlaceOf(const Cord&, PieceKey) {
    return pieces::cord;
}

std::vector<Measure> needsOf(const Cord&) {
    return {};
}

void useUsualEase(const Cord&, EaseTable&) {}

std::vector<Finding> limitsOf(const Cord&, const Ground&) {
    return {};
}

std::vector<Finding> contradictionsOf(const Cord&, const Ground&) {
    return {};
}

Checked check(const Cord& cord, const Ground& ground) {
    Checked checked{mm(5) * cord.stitches.count(), {}};
    const auto find = [&](Severity severity, FindingCode code, Phrase text) {
        checked.findings.push_back({severity, code, std::move(text)});
    };
    if (cord.stitches < Stitches(fewestCordStitches) || cord.stitches > Stitches(mostCordStitches))
        find(Severity::error, "cord_stitches",
             {"A cord of {0} stitches does not close: {1} to {2} do.",
              {cord.stitches, fewestCordStitches, mostCordStitches}});
    if (cord.length < mm(10) || cord.length > mm(10000))
        find(Severity::error, "cord_length", {"A cord {0} long cannot be: 1 cm to 10 m can.", {cord.length}});
    if (cord.stretch < 0.0 || cord.stretch > 2.0)
        find(Severity::error, "cord_length",
             {"A cord that gives {0} cannot be: up to 200 % can.", {Figure{100.0 * cord.stretch, 0, "%"}}});
    if (cord.use != CordUse::belt)
        find(ground.wearer.isChild ? Severity::warning : Severity::note, "cord_child",
             {"Cords and ties catch, and can strangle: none at the neck or hood of a child’s clothes, and short ones "
              "elsewhere. What is the rule where you live goes first.",
              {}});
    return checked;
}

Plan plan(const Cord& cord, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    const Rows rows = countCord(cord, ground, gauge, plan);
    for (const PieceKey key : {pieces::cord, pieces::second}) {
        if (key == pieces::second && !isPair(cord))
            continue;
        PlannedPiece piece;
        piece.key = key;
        if (key == pieces::second)
            piece.twin = pieces::cord;
        piece.outline = outlineOf(cord, rows, gauge);
        piece.width = gauge.width(cord.stitches);
        piece.length = gauge.height(rows);
        piece.handles = handlesOf(cord, rows, gauge);
        piece.marks.width = handles::stitches;
        piece.knitting = knittingOf(cord, rows, gauge);
        plan.pieces.push_back(std::move(piece));
        const std::string name = key == pieces::cord ? "end" : "second_end";
        plan.joins.push_back(
            {.key = name,
             .title = {isPair(cord) ? key == pieces::cord ? "End of the first tie" : "End of the second tie"
                                    : "End of the cord",
                       {}},
             .method = JoinMethod::drawUp,
             .first = {.line = {{key, "end", Along::Of::kept}},
                       .what = {"{0} loops on the tail", {}},
                       .unit = JoinUnit::stitches},
             .ends = {{{key, "end", Along::Of::kept}}},
             .tailSide = {"Through all loops a second time, then down inside the cord.", {}},
             .facing = {"From its end.", {}},
             .check = {"Every loop is on the tail, twice.", {}}});
    }
    if (cord.use == CordUse::loop)
        plan.joins.push_back({.key = "loop",
                              .title = {"Ends of the loop", {}},
                              .method = JoinMethod::sewOn,
                              .first = {.what = {"{0} stitches of one end", {cord.stitches}},
                                        .count = cord.stitches.count(),
                                        .length = gauge.width(cord.stitches),
                                        .unit = JoinUnit::stitches},
                              .second = {.what = {"{0} stitches of the other", {cord.stitches}},
                                         .count = cord.stitches.count(),
                                         .length = gauge.width(cord.stitches),
                                         .unit = JoinUnit::stitches},
                              .goesOnFrom = "end",
                              .tailSide = {"End to end, not twisted.", {}},
                              .facing = {"From the knit side.", {}},
                              .check = {"The loop holds when it is pulled.", {}},
                              .after = {"end"}});
    return plan;
}

std::vector<Change<Cord>> changesFor(const Cord& cord, const Ground& ground, const Finding& finding) {
    std::vector<Change<Cord>> changes;
    if (finding.code == "cord_stitches") {
        Cord next = cord;
        next.stitches = Cord().stitches;
        changes.push_back({{"{0} stitches", {next.stitches}}, next, ground.ease});
    }
    return changes;
}

} // namespace vestimen
