// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/joins.h"
#include "core/reckoner/options.h"
#include "core/shaping/across_row.h"
#include "core/shaping/short_rows.h"
#include "core/shaping/slope.h"

#include <cstdlib>

#include <algorithm>

namespace vestimen::reckoner {
namespace {

Json json(const Slope& slope) {
    Json lines = Json::array();
    for (const SlopeLine& line : slope.lines)
        lines.push_back({{"every", line.every.count()}, {"times", line.times}});
    return {{"lines", lines}, {"plain_after", slope.plainAfter.count()}, {"deviation_stitches", slope.deviation}};
}

/// What slope and taper have in common. `change` is for each side.
SumAnswer answerSlope(const Options& options, int change, bool bothSides) {
    SlopeRequest request;
    request.rows = Rows(options.integer("--rows", 1, 2000));
    request.events = Stitches(std::abs(change));
    request.everyAtLeast = options.integer("--every-min", 1, 1000, 1);
    request.everyMultiple = options.integer("--every-step", 1, 100, 1);
    const int lines = options.integer("--lines", 1, 20, 3);
    const auto best = vestimen::slope(request, lines);
    if (!best) {
        const int gap =
            (request.everyAtLeast + request.everyMultiple - 1) / request.everyMultiple * request.everyMultiple;
        return noAnswer("too_steep",
                        {"{0} changes, {1} rows apart at least, need {2} rows; there are {3}. {4} changes would fit.",
                         {request.events, gap, request.events * gap, request.rows, request.rows.count() / gap}});
    }
    Json result = json(*best);
    result["trade_off"] = Json::array();
    for (int n = 1; n <= lines; ++n)
        result["trade_off"].push_back(json(*vestimen::slope(request, n)));
    SumAnswer answer;
    answer.result = result.dump();
    const char* every = change < 0
                            ? (bothSides ? "every {0} rows decrease one at each side" : "every {0} rows decrease one")
                            : (bothSides ? "every {0} rows increase one at each side" : "every {0} rows increase one");
    std::string headline;
    for (const SlopeLine& line : best->lines) {
        answer.working.push_back({{every, {line.every}}, Figure{static_cast<double>(line.times), 0, "times"}});
        headline += fmt::format("{}{} × {}", headline.empty() ? "" : ", then ",
                                line.every == Rows(1) ? "row" : fmt::format("{} rows", line.every.count()), line.times);
    }
    answer.working.push_back({{"plain rows after", {}}, best->plainAfter});
    answer.working.push_back({{"farthest from the straight line", {}}, Figure{best->deviation, 4, "stitches"}});
    answer.headline = best->lines.empty() ? Phrase{"plain throughout", {}} : Phrase{"every {0}", {headline}};
    return answer;
}

Json json(const RowPlaces& row) {
    return {{"positions", row.positions}, {"plain_runs", row.plainRuns}};
}

} // namespace

SumAnswer slope(const Options& options) {
    return answerSlope(options, options.integer("--change", -1000, 1000), false);
}

SumAnswer taper(const Options& options) {
    const int from = options.integer("--from", 1, 2000);
    const int to = options.integer("--to", 1, 2000);
    const bool both = options.oneOf<bool>("--sides", {{"one", false}, {"both", true}}, true);
    if (both && (to - from) % 2 != 0)
        return noAnswer("parity", {"{0} stitches cannot come to {1} by the same number on both sides: {2} or {3} can.",
                                   {from, to, to - 1, to + 1}});
    return answerSlope(options, both ? (to - from) / 2 : to - from, both);
}

namespace {

/// So many plain stitches, then a change, and one more after every `step` stitches.
std::optional<RowPlaces> steppedPlaces(int over, int change, int first, int step) {
    RowPlaces places;
    const int changes = std::abs(change);
    const int needs = change < 0 ? 2 : 1; // stitches that one takes
    int before = 0;
    for (int i = 0; i < changes; ++i) {
        const int at = first + 1 + i * step;
        if (at + needs - 1 > over || (i > 0 && step < needs))
            return std::nullopt;
        places.positions.push_back(at);
        places.plainRuns.push_back(at - 1 - before);
        before = at + needs - 1;
    }
    places.plainRuns.push_back(over - before);
    return places;
}

} // namespace

SumAnswer spread(const Options& options) {
    const int over = options.integer("--over", 1, 2000);
    const int change = options.integer("--change", -2000, 2000);
    const RunEnds ends =
        options.oneOf<RunEnds>("--ends", {{"half", RunEnds::half}, {"whole", RunEnds::whole}}, RunEnds::half);
    // From a run that somebody gives, on by a step that somebody gives.
    const bool bySteps = options.has("--first") || options.has("--step");
    std::optional<RowPlaces> row;
    if (bySteps) {
        if (change == 0)
            throw UsageError("--change 0: with --first or --step something must change");
        row = steppedPlaces(over, change, options.integer("--first", 0, 2000), options.integer("--step", 1, 2000));
        if (!row)
            return noAnswer("no_room",
                            {"{0} changes from there on do not fit into {1} stitches: begin sooner, or take a smaller "
                             "step.",
                             {std::abs(change), over}});
    } else {
        row = vestimen::spread(Stitches(over), Stitches(change), ends);
    }
    if (!row)
        return noAnswer("no_room", {change < 0 ? "{0} stitches cannot lose {1} in one row: at most {2} can go."
                                               : "{0} stitches cannot take {1} more in one row: at most {2} can come.",
                                    {over, std::abs(change), mostSpread(Stitches(over), change < 0, ends)}});
    Json result = {{"remaining", over + change}};
    result.update(json(*row));
    SumAnswer answer;
    answer.result = result.dump();
    answer.working = {
        {{change < 0 ? "each of these goes onto its right neighbour" : "one more after each of these", {}},
         listed(row->positions)},
        {{"plain stitches before, between and after", {}}, listed(row->plainRuns)},
        {{"stitches then", {}}, over + change}};
    answer.headline = {"{0} stitches then, {1} changes", {over + change, std::abs(change)}};
    return answer;
}

SumAnswer thin(const Options& options) {
    const int over = options.integer("--over", 1, 2000);
    const int every = options.integer("--every", 2, 2000);
    const Side from = options.oneOf<Side>("--from", {{"left", Side::left}, {"right", Side::right}}, Side::left);
    const auto positions = vestimen::thin(Stitches(over), every, from);
    const int events = static_cast<int>(positions.size());
    SumAnswer answer;
    answer.result = Json{{"events", events}, {"positions", positions}, {"remaining", over - events}}.dump();
    answer.working = {{{from == Side::left ? "each of these goes onto its right neighbour"
                                           : "each of these goes onto its left neighbour",
                        {}},
                       listed(positions)},
                      {{"stitches then", {}}, over - events}};
    answer.headline = {"{0} go, {1} stitches then", {events, over - events}};
    return answer;
}

SumAnswer buttonholes(const Options& options) {
    const Stitches over(options.integer("--over", 1, 2000));
    const int holes = options.integer("--holes", 1, 200);
    const Stitches size(options.integer("--size", 1, 200));
    const auto first = options.optionalStitches("--first");
    const auto last = options.optionalStitches("--last");
    const auto row = vestimen::buttonholes(over, holes, size, first, last);
    if (!row) {
        const int most = mostButtonholes(over, size, first, last);
        return noAnswer("no_room", {"{0} holes of {1} do not fit with these ends and a stitch between: {2} would.",
                                    {holes, size, most}});
    }
    SumAnswer answer;
    answer.result = Json{{"starts", row->positions}, {"plain_runs", row->plainRuns}}.dump();
    answer.working = {{{"first stitch of each hole", {}}, listed(row->positions)},
                      {{"plain stitches before, between and after", {}}, listed(row->plainRuns)}};
    answer.headline = {"holes begin at {0}", {listed(row->positions)}};
    return answer;
}

SumAnswer shortRows(const Options& options) {
    const int needles = options.integer("--needles", 1, 2000);
    SumAnswer answer;
    std::vector<int> steps;
    int rows = 0;
    Json left = nullptr;
    Json right = nullptr;
    if (options.has("--leave")) {
        if (options.has("--rows"))
            throw UsageError("--rows and --leave: only one of them is allowed");
        const int leave = options.integer("--leave", 0, 2000);
        if (leave >= needles)
            return noAnswer("leave",
                            {"{0} of {1} needles cannot be left: at most {2}.", {leave, needles, needles - 1}});
        rows = needles - leave;
        steps.assign(static_cast<std::size_t>(rows), 1);
        // By turns, beginning on the right.
        right = (rows + 1) / 2;
        left = rows / 2;
        answer.working.push_back({{"one needle a row, right and left by turns", {}}, Figure{double(rows), 0, "rows"}});
    } else if (options.has("--group")) {
        if (options.has("--rows"))
            throw UsageError("--rows and --group: only one of them is allowed");
        const int group = options.integer("--group", 1, 2000);
        for (int rest = needles; rest > 0; rest -= group)
            steps.push_back(std::min(group, rest));
        rows = 2 * static_cast<int>(steps.size());
        answer.working.push_back({{"groups of {0}, one every two rows", {group}}, static_cast<int>(steps.size())});
    } else {
        rows = options.integer("--rows", 1, 4000);
        if (rows % 2 != 0)
            return noAnswer("odd_rows", {"Short rows turn every two rows, so {0} rows cannot be: {1} or {2} can.",
                                         {rows, rows - 1, rows + 1}});
        if (rows / 2 > needles)
            return noAnswer("too_many_turns", {"{0} turns are more than {1} needles: at most {2} rows.",
                                               {rows / 2, needles, 2 * needles}});
        for (const Stitches step : evenSteps(Stitches(needles), rows / 2))
            steps.push_back(step.count());
        answer.working.push_back({{"turns, one every two rows", {}}, rows / 2});
    }
    // What went out towards the middle comes back from there, the last group first.
    if (options.has("--outward"))
        std::ranges::reverse(steps);
    answer.result =
        Json{{"steps", steps}, {"turns", steps.size()}, {"rows", rows}, {"side_left", left}, {"side_right", right}}
            .dump();
    answer.working.push_back({{"needles each turn", {}}, listed(steps)});
    answer.headline = {"{0} turns: {1}", {static_cast<int>(steps.size()), listed(steps)}};
    return answer;
}

SumAnswer hang(const Options& options) {
    const int needles = options.integer("--needles", 1, 2000);
    const int rows = options.integer("--rows", 1, 10000);
    const auto hung = vestimen::hang(Stitches(needles), Rows(rows));
    if (!hung)
        return noAnswer("too_many_needles",
                        {"{0} needles cannot be hung into {1} openings: at most {1} can.", {needles, rows}});
    SumAnswer answer;
    answer.result = json(*hung).dump();
    answer.working = {
        {{"needles for each row", {}}, Figure{hung->ratio, 4}},
        {{"about {0} needles of {1} rows, off at the end by", {hung->fractionNeedles, hung->fractionRows}},
         Figure{hung->fractionErrorRows, 1, "rows"}}};
    const auto list = [&](const char* title, const std::vector<HangPair>& order, std::size_t most) {
        std::string line;
        for (std::size_t i = 0; i < order.size() && i < most; ++i)
            line += fmt::format("{}{}→{}", i == 0 ? "" : ", ", order[i].first, order[i].second);
        answer.working.push_back({{title, {}}, line});
    };
    list("needle→row, ends and middles first", hung->halving(), options.has("--full") ? hung->map.size() : 9);
    if (options.has("--full"))
        list("needle→row, all", hung->map, hung->map.size());
    answer.headline = {"about {0} needles of {1} rows", {hung->fractionNeedles, hung->fractionRows}};
    return answer;
}

SumAnswer carriage(const Options& options) {
    const Side start = options.oneOf<Side>("--start", {{"left", Side::left}, {"right", Side::right}}, Side::right);
    const int rows = options.integer("--rows", 0, 100000);
    const Side ends = rows % 2 == 0 ? start : opposite(start);
    SumAnswer answer;
    answer.result = Json{{"ends", ends == Side::left ? "left" : "right"}}.dump();
    answer.working = {{{"starts", {}}, start},
                      {{rows % 2 == 0 ? "an even number of rows" : "an odd number of rows", {}}, rows},
                      {{"ends", {}}, ends}};
    answer.headline = {"it ends {0}", {ends}};
    return answer;
}

SumAnswer tail(const Options& options) {
    const Length along = options.length("--along");
    const auto way = options.oneOf<TailFor>("--for",
                                            {{"backstitch", TailFor::backstitch},
                                             {"graft", TailFor::graft},
                                             {"mattress", TailFor::mattress},
                                             {"latch", TailFor::latch}},
                                            TailFor::mattress);
    const Length left = vestimen::tail(way, along);
    SumAnswer answer;
    answer.result = Json{{"length_mm", left.mm()}}.dump();
    answer.working = {{{"along", {}}, along},
                      {{way == TailFor::mattress     ? "1.5 times that, and 15 cm"
                        : way == TailFor::graft      ? "3.5 times that"
                        : way == TailFor::backstitch ? "3 times that"
                                                     : "4 times that, in one row",
                        {}},
                       left}};
    answer.headline = {"leave {0}", {left}};
    return answer;
}

} // namespace vestimen::reckoner
