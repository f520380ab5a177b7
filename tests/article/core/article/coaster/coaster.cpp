// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/coaster/coaster.h"

#include "core/plan/counting.h"

#include <array>

namespace vestimen {
namespace {

constexpr PieceKey piece{"coaster"};
constexpr CountKey widest{"coaster_stitches"};
constexpr std::array counts = {widest};
constexpr int least = 7;

} // namespace

std::span<const Choice<Coaster>> choicesOf(const Coaster&) {
    static const std::vector<Choice<Coaster>> all = {
        {{"", "width_mm"},
         "Width",
         aLength<&Coaster::width>({50, 300}),
         [](const Coaster&, const Place&) { return true; },
         true},
        {{"", "fashioned"},
         "The outer stitches move together",
         yesOrNo<&Coaster::fashioned>(),
         [](const Coaster&, const Place&) { return true; }},
        {{"", "dotted"}, "Dotted", yesOrNo<&Coaster::dotted>(), [](const Coaster&, const Place&) { return true; }},
        {{"", "striped"}, "Striped", yesOrNo<&Coaster::striped>(), [](const Coaster&, const Place&) { return true; }},
    };
    return all;
}

std::span<const CountKey> countsOf(const Coaster&) {
    return counts;
}
const char* usualName(const Coaster&) {
    return "Coaster";
}
std::vector<PieceName> namesOf(const Coaster&) {
    return {{piece, {"Coaster", {}}}};
}
PieceKey inPlaceOf(const Coaster&, PieceKey) {
    return piece;
}
std::vector<Measure> needsOf(const Coaster&) {
    return {};
}
void useUsualEase(const Coaster&, EaseTable&) {}
std::vector<Finding> limitsOf(const Coaster&, const Ground&) {
    return {};
}
std::vector<Finding> contradictionsOf(const Coaster&, const Ground&) {
    return {};
}
Checked check(const Coaster& coaster, const Ground&) {
    return {coaster.width, {}};
}

Plan plan(const Coaster& coaster, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    Counting counting(ground, gauge, plan.workings, plan.findings);
    const Stitches stitches = counting.stitches(widest, "Stitches at its widest", coaster.width, Stitches(0), oddCount,
                                                "odd, to come to a point");
    if (!counting.fitsBed(stitches, piece))
        return plan;
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = Stitches(least);
    WeltCounts edge;
    edge.kind = WeltKind::rolled;
    knitting.begin = edge;
    Edge sides{Edge::At::both, Moved{{.fashioned = coaster.fashioned, .inset = 2}}, {}};
    Rows row(2);
    for (Stitches now(least); now < stitches; now += Stitches(2), row += Rows(2))
        sides.due.push_back({row, Stitches(1)});
    const Rows middle = row;
    for (Stitches now = stitches; now > Stitches(least); now -= Stitches(2), row += Rows(2))
        sides.due.push_back({row, Stitches(-1)});
    knitting.edges = {sides};
    if (coaster.striped)
        knitting.surface = {{middle, row, 1, 1}};
    const NeedleSpan dots = centred(Stitches(least));
    if (coaster.dotted)
        knitting.surface.push_back(
            {.from = Rows(4),
             .to = Rows(8),
             .yarn = 1,
             .needles = {{dots.first, dots.first.shifted(1)}, {dots.last.shifted(-1), dots.last}}});
    knitting.stages = {{row, act::Mark{"top"}}, {row, act::EndWelt{edge}}};
    knitting.name(row, "seam_left", "seam_right");
    PlannedPiece planned;
    planned.key = piece;
    planned.width = gauge.width(stitches);
    planned.length = gauge.height(row);
    planned.handles = {{.key = "width",
                        .label = "Width",
                        .length = planned.width,
                        .count = stitches,
                        .x = stitches.count() / 2.0,
                        .y = 1.0 * middle.count(),
                        .upright = false,
                        .counts = {widest},
                        .pulls = {{"width_mm", 2.0 * gauge.stitches.unit().mm()}}}};
    planned.marks.width = "width";
    planned.knitting = std::move(knitting);
    plan.pieces.push_back(std::move(planned));
    return plan;
}

std::vector<Change<Coaster>> changesFor(const Coaster&, const Ground&, const Finding&) {
    return {};
}

} // namespace vestimen
