// SPDX-License-Identifier: GPL-3.0-or-later
// Curves asked in one question: a neck, and a sleeve's cap needle by needle (craft 14 and 16).
#include "core/reckoner/options.h"
#include "core/shaping/count.h"
#include "core/shaping/curved_edges.h"
#include "core/shaping/lines_in_words.h"
#include "core/shaping/slope.h"

#include <algorithm>

namespace vestimen::reckoner {
namespace {

/// Of a stitch: finer than an eye sees.
constexpr double tolerance = 0.5;
constexpr int mostCounted = 2000;

enum class Kind { round, vee, square };

Json json(const std::vector<CurveEvent>& events) {
    Json all = Json::array();
    for (const CurveEvent& each : events)
        all.push_back({{"after_row", each.row}, {"stitches", each.stitches.count()}, {"bound_off", each.boundOff}});
    return all;
}

void addLines(SumAnswer& answer, const Curve& shape) {
    for (const ScheduleLine& line : linesInWords(shape))
        answer.working.push_back({line.what, Figure{static_cast<double>(line.times), 0, "times"}});
}

/// One side of a round neck; a wider middle where decreases cannot follow.
std::optional<Curve> roundSide(int& side, int rows, double straight) {
    const Rows curved(std::max(1, static_cast<int>(std::lround(rows * (1.0 - straight)))));
    for (; side > 0; --side) {
        CurveRequest request{withinReach(quarterEllipse(Stitches(side), curved, Rows(rows - 1)), 2, true),
                             Stitches(side)};
        request.atOnce = true;
        if (auto shape = curveWithin(request, tolerance)) {
            shape->plainAfter += Rows(1); // all is gone before the last row
            return shape;
        }
    }
    return std::nullopt;
}

/// One side of a V: a first decrease where the halves part, the others along a straight line.
std::optional<Curve> veeSide(int side, int rows) {
    Curve shape;
    if (side == 0) {
        shape.plainAfter = Rows(rows);
        return shape;
    }
    const auto line = slopeWithin({Rows(rows - 2), Stitches(side - 1)}, tolerance);
    if (!line)
        return std::nullopt;
    shape.runs = {{Rows(0), Stitches(1), 1, false}};
    for (const SlopeLine& each : line->lines)
        shape.runs.push_back({each.every, Stitches(1), each.times, false});
    shape.plainAfter = line->plainAfter + Rows(2);
    shape.deviation = line->deviation;
    return shape;
}

} // namespace

SumAnswer neck(const Options& options) {
    const Length width = options.length("--width");
    const Length depth = options.length("--depth");
    const Gauge stitches = options.gauge("--stitch-gauge");
    const Gauge rowGauge = options.gauge("--row-gauge");
    const auto kind = options.oneOf<Kind>(
        "--kind", {{"round", Kind::round}, {"v", Kind::vee}, {"square", Kind::square}}, Kind::round);
    const double flat = options.number("--flat", 10.0, 70.0, 100.0 / 3.0) / 100.0;
    const double straight = options.number("--straight", 0.0, 60.0, 30.0) / 100.0;
    const auto counted = vestimen::count({width, stitches, anyCount});
    const double high = rowGauge.over(depth);
    if (!counted || counted->count > mostCounted || high > mostCounted)
        return noAnswer("beyond_any_bed",
                        {"{0} is more than any bed has: is the length or the gauge right?", {std::max(width, depth)}});
    const int all = counted->count;
    const int rows = std::max(1, static_cast<int>(std::lround(high)));
    if (all < 3 || rows < 4)
        return noAnswer("no_room", {"A neck of {0} stitches and {1} rows is none: 3 stitches and 4 rows are the least.",
                                    {all, rows}});
    int side = 0;
    if (kind == Kind::round) {
        const auto middle = static_cast<int>(std::lround(all * flat));
        side = (all - (middle + (all - middle) % 2)) / 2;
    } else if (kind == Kind::vee) {
        side = all / 2;
    }
    const auto shape = kind == Kind::vee     ? veeSide(side, rows)
                       : kind == Kind::round ? roundSide(side, rows, straight)
                                             : std::optional(Curve{{}, Rows(rows)});
    if (!shape)
        return noAnswer("too_steep", {"{0} stitches cannot go off each side of a neck in {1}: make it deeper or "
                                      "narrower.",
                                      {side, Rows(rows)}});
    const int centre = all - 2 * side;
    SumAnswer answer;
    answer.result = Json{{"stitches", all},
                         {"rows", rows},
                         {"centre", centre},
                         {"each_side", side},
                         {"events", json(shape->events())},
                         {"plain_after", shape->plainAfter.count()},
                         {"deviation_stitches", shape->deviation}}
                        .dump();
    answer.working = {{{"wide, in stitches", {}}, all},
                      {{"deep, in rows", {}}, Rows(rows)},
                      {{"of the middle, off or held at once", {}}, centre},
                      {{"at each side", {}}, side}};
    addLines(answer, *shape);
    answer.working.push_back({{"plain rows to the top", {}}, shape->plainAfter});
    answer.working.push_back({{"farthest from the curve", {}}, Figure{shape->deviation, 2, "stitches"}});
    answer.headline = {"{0} stitches in the middle, {1} at each side over {2}", {centre, side, Rows(rows)}};
    return answer;
}

SumAnswer cap(const Options& options) {
    const int around = options.integer("--around", 4, mostCounted);
    const int underarm = options.integer("--underarm", 0, mostCounted, 0);
    const int top = options.integer("--top", 1, mostCounted);
    const int rows = options.integer("--rows", 4, mostCounted);
    const int both = around - top - 2 * underarm;
    if (both % 2 != 0)
        return noAnswer("parity", {"{0} stitches cannot come to {1} by the same number on both sides: {2} or {3} can.",
                                   {around, top, top - 1, top + 1}});
    const int side = both / 2;
    // The first row is knitted between the two sides' bind-offs, the last one knits the top alone.
    CurveRequest request;
    if (side > 0) {
        request.ideal = bell(side, Rows(rows - 1));
        request.ideal.erase(request.ideal.begin());
        request.total = Stitches(side);
        request.decreaseAtMost = top < 4 ? 1 : 2;
        request.bindOffAtMost = std::max(6, side / 3);
        request.atOnce = true;
    }
    const auto shape = side > 0 ? curveWithin(request, tolerance) : std::nullopt;
    if (!shape)
        return noAnswer("too_steep",
                        {"{0} stitches cannot go off each side of a cap in {1}: make it higher, or its top "
                         "wider.",
                         {side, Rows(rows)}});
    const std::vector<CurveEvent> events = shape->events();
    std::vector<int> needles;
    for (int row = 1; row <= rows; ++row) {
        int now = around - 2 * underarm;
        for (const CurveEvent& each : events) // of what is bound off the other side follows a row later
            now -= (each.row < row ? each.stitches.count() : 0) +
                   (each.row + (each.boundOff ? 1 : 0) < row ? each.stitches.count() : 0);
        needles.push_back(now);
    }
    SumAnswer answer;
    answer.result = Json{{"each_side", side},
                         {"events", json(events)},
                         {"needles", needles},
                         {"deviation_stitches", shape->deviation}}
                        .dump();
    answer.working = {{{"above the underarm", {}}, around - 2 * underarm}, {{"go off at each side", {}}, side}};
    addLines(answer, *shape);
    answer.working.push_back({{"needles, row by row", {}}, listed(needles)});
    answer.working.push_back({{"left at the top", {}}, top});
    answer.headline = {"{0} off each side over {1}, {2} left", {side, Rows(rows), top}};
    return answer;
}

} // namespace vestimen::reckoner
