// SPDX-License-Identifier: GPL-3.0-or-later
// What hats, mittens, socks, cushions and blankets ask.
#include "core/reckoner/options.h"
#include "core/shaping/across_row.h"
#include "core/shaping/count.h"
#include "core/shaping/slope.h"
#include "core/shaping/small_things.h"

#include <algorithm>
#include <iterator>
#include <tuple>

namespace vestimen::reckoner {
namespace {

constexpr int mostCounted = 30000;

double easeOf(const Options& options) {
    return options.number("--ease", -50.0, 100.0);
}

/// Of a hand: from the wrist to the thumb, and the thumb, in shares of its length.
constexpr double handToThumb = 0.3;
constexpr double handOfThumb = 1.0 / 3.0;

/// Rows of a length, at least one.
int rowsOf(Length length, Gauge rows) {
    return std::max(1, static_cast<int>(std::lround(rows.over(length))));
}

SumAnswer beyond(Length length) {
    return noAnswer("beyond_any_bed", {"{0} is more than any bed has: is the length or the gauge right?", {length}});
}

/// Stitches around a girth with ease; nothing where they are more than any bed has.
std::optional<CountAnswer> around(Length girth, double ease, Gauge stitches, const CountForm& form) {
    auto counted = vestimen::count({girth * (1.0 + ease / 100.0), stitches, form});
    return counted && counted->count <= mostCounted ? counted : std::nullopt;
}

} // namespace

SumAnswer hat(const Options& options) {
    const Length head = options.length("--head");
    const double ease = easeOf(options);
    const Length height = options.length("--height");
    const Length brim = options.length("--brim");
    const Gauge stitches = options.gauge("--stitch-gauge");
    const Gauge rows = options.gauge("--row-gauge");
    const int multiple = options.integer("--multiple", 1, 1000, 1);
    const int plus = options.integer("--plus", 0, 1000, 0);
    const auto counted = around(head, ease, stitches, {multiple, plus, Parity::any});
    if (!counted || rows.over(height) > mostCounted || rows.over(brim) > mostCounted)
        return beyond(std::max({head, height, brim}));
    const int high = rowsOf(height, rows);
    const int deep = rowsOf(brim, rows);
    SumAnswer answer;
    answer.result = Json{
        {"exact", counted->exact},
        {"stitches", counted->count},
        {"below", counted->below ? Json(*counted->below) : Json(nullptr)},
        {"above", counted->above},
        {"made_mm", counted->made.mm()},
        {"rows", high},
        {"brim_rows",
         deep}}.dump();
    answer.working = {{{"around the head, with its ease", {}}, head * (1.0 + ease / 100.0)},
                      {{"÷ one stitch", {}}, Figure{stitches.unit().mm(), 3, "mm"}},
                      {{"exact", {}}, Figure{counted->exact, 3}},
                      {{"a multiple of {0} and {1} more", {multiple, plus}}, counted->count},
                      {{"as knitted", {}}, counted->made},
                      {{"rows of the height", {}}, Rows(high)},
                      {{"rows of the brim, as deep as it is seen", {}}, Rows(deep)}};
    answer.headline = {"{0} stitches, {1}, and {2} of the brim", {counted->count, Rows(high), Rows(deep)}};
    return answer;
}

SumAnswer crown(const Options& options) {
    int now = options.integer("--over", 1, 2000);
    std::vector<int> every;
    for (const std::string& part : options.words("--every")) { // whole numbers: "9,8" can only be two
        const auto each = parseNumber(part);
        if (!each || *each != std::floor(*each) || *each < 2.0 || *each > 2000.0)
            throw UsageError(fmt::format("--every {}: whole numbers from 2 to 2000 are allowed", part));
        every.push_back(static_cast<int>(*each));
    }
    // A number, or k: the first of every round is the k-th.
    const std::string given = options.has("--first") ? options.words("--first").front() : "1";
    const int first = given == "k" ? 0 : options.integer("--first", 1, 2000, 1);
    SumAnswer answer;
    Json rounds = Json::array();
    for (const int each : every) {
        const int events =
            static_cast<int>(vestimen::thin(Stitches(now), each, Side::left, first == 0 ? each : first).size());
        now -= events;
        rounds.push_back({{"events", events}, {"remaining", now}});
        answer.working.push_back({{"every {0}, {1} go", {each, events}}, Stitches(now)});
    }
    answer.result = Json{{"rounds", rounds}}.dump();
    answer.headline = {"{0} stitches after {1} rounds", {now, static_cast<int>(every.size())}};
    return answer;
}

SumAnswer heel(const Options& options) {
    const int needles = options.integer("--needles", 3, 2000);
    const int leave = options.integer("--leave", 1, 2000);
    const auto counted = shortRowHeel(Stitches(needles), Stitches(leave));
    if (!counted && leave > needles - 2)
        return noAnswer("leave", {"{0} of {1} needles cannot be left: at most {2}.", {leave, needles, needles - 2}});
    if (!counted)
        return noAnswer("parity",
                        {leave > 1 ? "{0} needles with {1} left do not go out alike on both sides: {2} or {3} left do."
                                   : "{0} needles with {1} left do not go out alike on both sides: {3} left do.",
                         {needles, leave, leave - 1, leave + 1}});
    SumAnswer answer;
    answer.result = Json{{"out", counted->out.count()},
                         {"each_side", counted->eachSide.count()},
                         {"rows_out", counted->rowsOut.count()},
                         {"rows", counted->rows.count()},
                         {"ends", counted->rows.isEven() ? "same" : "opposite"},
                         {"rows_with_a_plain_one", counted->rows.count() + 1}}
                        .dump();
    answer.working = {{{"needles out, one a row", {}}, counted->out.count()},
                      {{"at each side", {}}, counted->eachSide.count()},
                      {{"the last out and the first in fall before one row: rows out and in", {}}, counted->rows},
                      {{"an odd number: the carriage ends on the other side", {}}, counted->rows},
                      {{"with a plain row first it comes back: so a sock is knitted", {}}, counted->rows + Rows(1)}};
    answer.headline = {"{0} out and in, {1} at each side", {counted->rows, counted->eachSide.count()}};
    return answer;
}

SumAnswer mitten(const Options& options) {
    const Length palm = options.length("--palm");
    const Length hand = options.length("--hand");
    const Length thumb = options.length("--thumb-girth");
    const double ease = easeOf(options);
    const Gauge stitches = options.gauge("--stitch-gauge");
    const Gauge rows = options.gauge("--row-gauge");
    const auto counted = around(palm, ease, stitches, evenCount);
    const auto ofThumb = around(thumb, ease, stitches, evenCount);
    if (!counted || !ofThumb || rows.over(hand) > mostCounted)
        return beyond(std::max(palm, hand));
    const int toThumb = rowsOf(hand * handToThumb, rows);
    const int thumbRows = rowsOf(hand * handOfThumb, rows);
    const int tip = rowsOf(palm * ((1.0 + ease / 100.0) / 4.0), rows);
    const int half = counted->count / 2;
    const double left = options.number("--tip-left", 10.0, 80.0, 100.0 / 3.0) / 100.0;
    const int fewer = std::max(0, static_cast<int>(std::lround(half * (1.0 - left) / 2.0)));
    // The first pair goes at once, the last before the row that is closed.
    const auto sides = fewer > 0 ? slopeWithin({Rows(std::max(1, tip - 1)), Stitches(fewer - 1)}, 0.5) : std::nullopt;
    if (!sides)
        return noAnswer("too_steep", {"{0} stitches cannot go off each side of the tip in {1}: leave more of them.",
                                      {fewer, Rows(tip)}});
    // One needle holds what two had, and a thread is drawn through.
    const int drawn = (ofThumb->count + 1) / 2;
    std::vector<int> tipAfter = {0};
    std::ranges::copy(sides->eventRows(), std::back_inserter(tipAfter));
    Json result{{"stitches", counted->count},       {"rows_to_thumb", toThumb},     {"thumb_stitches", ofThumb->count},
                {"thumb_rows", thumbRows},          {"thumb_drawn_up", drawn},      {"tip_rows", tip},
                {"tip_each_side_of_a_half", fewer}, {"tip_left", half - 2 * fewer}, {"tip_after_rows", tipAfter}};
    std::optional<int> cuff;
    if (options.has("--cuff")) {
        const Length deep = options.length("--cuff");
        if (rows.over(deep) > mostCounted)
            return beyond(deep);
        result["cuff_rows"] = *(cuff = rowsOf(deep, rows));
    }
    SumAnswer answer;
    answer.result = result.dump();
    answer.working = {{{"stitches around the palm, even", {}}, counted->count},
                      {{"to the thumb, three tenths of the hand", {}}, Rows(toThumb)},
                      {{"stitches around the thumb, even", {}}, ofThumb->count},
                      {{"the thumb, a third of the hand", {}}, Rows(thumbRows)},
                      {{"its top: every second onto its neighbour, drawn up", {}}, drawn},
                      {{"the tip, as high as half of the palm is wide", {}}, Rows(tip)},
                      {{"fewer at each side of each half", {}}, fewer},
                      {{"after these rows of the tip", {}}, listed(tipAfter)},
                      {{"left of each half", {}}, half - 2 * fewer}};
    if (cuff)
        answer.working.insert(answer.working.begin() + 1, {{"rows of the cuff", {}}, Rows(*cuff)});
    answer.headline = {"{0} stitches, the thumb of {1} after {2}", {counted->count, ofThumb->count, Rows(toThumb)}};
    return answer;
}

SumAnswer thumb(const Options& options) {
    const int hand = options.integer("--hand", 1, 2000);
    const int gap = options.integer("--gap", 0, hand);
    const int loops = options.integer("--loops", 1, 2000);
    const auto hung = handAroundThumb(Stitches(hand), Stitches(gap), Stitches(loops));
    if (!hung && loops >= gap && (loops - gap) % 2 != 0)
        return noAnswer("parity", {"{0} loops on a gap of {1} needles leave more at one end than at the other: {2} or "
                                   "{3} loops do not.",
                                   {loops, gap, std::max(gap, loops - 1), loops + 1}});
    if (!hung)
        return noAnswer("no_room", {"{0} loops do not hang on a gap of {1} needles and the neighbours that a hand of "
                                    "{2} has: {3} to {4} loops do.",
                                    {loops, gap, hand, gap, hand - (hand - gap) % 2}});
    SumAnswer answer;
    answer.result = Json{{"needles", hung->needles.count()},
                         {"extra_each_side", hung->extraEachSide.count()},
                         {"doubled", hung->doubled.count()}}
                        .dump();
    answer.working = {{{"needles of the hand, the gap included", {}}, hung->needles.count()},
                      {{"loops beyond the gap, at each end", {}}, hung->extraEachSide.count()},
                      {{"needles that take one of them as well", {}}, hung->doubled.count()}};
    answer.headline = {"{0} needles, {1} of them with two loops", {hung->needles.count(), hung->doubled.count()}};
    return answer;
}

SumAnswer sock(const Options& options) {
    const Length foot = options.length("--foot");
    const Length girth = options.length("--foot-girth");
    const double ease = easeOf(options);
    const Gauge stitches = options.gauge("--stitch-gauge");
    const Gauge rows = options.gauge("--row-gauge");
    double share = 1.0 / 3.0;
    if (options.has("--leave-share")) {
        const std::string word = options.words("--leave-share").front();
        share = word == "third" ? 1.0 / 3.0 : word == "half" ? 0.5 : options.number("--leave-share", 0.05, 0.95);
    }
    const auto counted = around(girth, ease, stitches, evenCount);
    if (!counted || rows.over(foot) > mostCounted)
        return beyond(std::max(foot, girth));
    const Stitches half(counted->count / 2);
    const Stitches leave = leftForShare(half, share);
    const auto heel = shortRowHeel(half, leave);
    if (!heel)
        return noAnswer("leave",
                        {"A heel over {0} needles with {1} left cannot be: choose a share that leaves one or more, "
                         "and lets two or more go.",
                         {half, leave}});
    const int all = rowsOf(foot, rows);
    const int between = all - 2 * heel->rowsOut.count();
    if (between < 0)
        return noAnswer("no_room",
                        {"The foot has {0}, and heel and toe take {1} each: leave more needles at the turning row.",
                         {Rows(all), heel->rowsOut}});
    Json result{{"stitches", counted->count},
                {"heel_needles", half.count()},
                {"heel_leave", leave.count()},
                {"foot_rows", between},
                {"toe_rows", heel->rowsOut.count()}};
    // The whole of it, where cuff or leg are asked for: the counter at the end of each part.
    std::vector<Step> whole;
    int at = 0;
    for (const auto& [option, key, words] :
         {std::tuple{"--cuff", "cuff_rows", "the cuff ends at"}, {"--leg", "leg_rows", "the leg ends at"}})
        if (options.has(option)) {
            const Length high = options.length(option);
            if (rows.over(high) > mostCounted)
                return beyond(high);
            result[key] = rowsOf(high, rows);
            at += rowsOf(high, rows);
            whole.push_back({{words, {}}, Rows(at)});
        }
    if (!whole.empty()) {
        const int turned = heel->rows.count() + 1;
        whole.push_back({{"the heel ends at", {}}, Rows(at += turned)});
        whole.push_back({{"the foot ends at", {}}, Rows(at += between)});
        whole.push_back({{"the toe ends at", {}}, Rows(at += turned)});
        result["rows"] = at;
    }
    SumAnswer answer;
    answer.result = result.dump();
    answer.working = {{{"stitches around the foot, even", {}}, counted->count},
                      {{"needles of the heel", {}}, half.count()},
                      {{"left at its turning row", {}}, leave.count()},
                      {{"rows of the whole foot", {}}, Rows(all)},
                      {{"heel and toe are each as long as needles go out", {}}, heel->rowsOut},
                      {{"and take so many rows, out and in", {}}, heel->rows},
                      {{"with the plain row that each begins with", {}}, heel->rows + Rows(1)},
                      {{"rows between heel and toe", {}}, Rows(between)}};
    std::ranges::copy(whole, std::back_inserter(answer.working));
    answer.headline = {"{0} stitches, {1} left at the heel, {2} between heel and toe",
                       {counted->count, leave.count(), Rows(between)}};
    return answer;
}

SumAnswer cushion(const Options& options) {
    const int castOn = options.integer("--cast-on", 1, 2000);
    const int bands = options.integer("--bands", 1, 200);
    const int fewer = options.integer("--fewer", 0, 1000);
    const int tube = options.integer("--tube", 0, 1000);
    const int closing = options.integer("--closing", 0, 1000);
    const int background = options.integer("--background", 0, 1000);
    std::vector<int> stitches;
    int now = castOn;
    for (int band = 0; band < bands; ++band) {
        stitches.push_back(now);
        if (band + 1 < bands && Stitches(fewer) > mostSpread(Stitches(now), true, RunEnds::half))
            return noAnswer("no_room", {"{0} fewer do not come out of {1} stitches at once: {2} would.",
                                        {fewer, now, mostSpread(Stitches(now), true, RunEnds::half).count()}});
        now -= fewer;
    }
    // Above the last tube nothing follows.
    std::vector<int> counter;
    for (int band = 1; band <= bands; ++band)
        counter.push_back(band * (tube + closing) + std::min(band, bands - 1) * background);
    const int rows = counter.back();
    SumAnswer answer;
    answer.result =
        Json{
            {"stitches", stitches}, {"counter", counter}, {"rows", rows}, {"ends_at", rows % 2 == 0 ? "right" : "left"}}
            .dump();
    answer.working = {{{"stitches of each band", {}}, listed(stitches)},
                      {{"rows of a band: tube, closing and background", {}}, Rows(tube + closing + background)},
                      {{"the last one ends with its tube closed", {}}, Rows(tube + closing)},
                      {{"the counter at the end of each", {}}, listed(counter)},
                      {{"rows in all, from the right", {}}, Rows(rows)}};
    answer.headline = {"{0} stitches at the last band, {1} in all", {stitches.back(), Rows(rows)}};
    return answer;
}

SumAnswer panels(const Options& options) {
    const Length width = options.length("--width");
    const Gauge gauge = options.gauge("--stitch-gauge");
    const int bed = options.integer("--bed", 2, 2000);
    const int seams = options.integer("--seams", 0, 100, 0);
    const double all = gauge.over(width);
    if (all > mostCounted)
        return beyond(width);
    for (int panels = 1; panels <= mostCounted; ++panels) {
        const int each = std::max(1, static_cast<int>(std::lround(all / panels))) + (panels > 1 ? seams : 0);
        if (each > bed)
            continue;
        if (each <= seams && panels > 1)
            break;
        SumAnswer answer;
        answer.result = Json{{"panels", panels}, {"each", each}}.dump();
        answer.working = {{{"wide", {}}, width},
                          {{"in stitches", {}}, Figure{all, 2}},
                          {{"panels that fit the bed", {}}, panels},
                          {{"stitches of each, with {0} for its seams", {panels > 1 ? seams : 0}}, each}};
        answer.headline = {"{0} panels of {1} stitches", {panels, each}};
        return answer;
    }
    return noAnswer("no_room",
                    {"A bed of {0} needles has no room beside {1} for seams: {2} at most.", {bed, seams, bed - 1}});
}

} // namespace vestimen::reckoner
