// SPDX-License-Identifier: GPL-3.0-or-later
// What is asked standing at the machine: where needles stand, how often something fits, what a count should have been.
#include "core/knitting/piece_parts.h"
#include "core/reckoner/options.h"
#include "core/swatch/swatch_layout.h"

#include <algorithm>

namespace vestimen::reckoner {

SumAnswer needles(const Options& options) {
    const int stitches = options.integer("--stitches", 1, 2000);
    const NeedleSpan span = centred(Stitches(stitches));
    const int left = stitches / 2;
    SumAnswer answer;
    answer.result = Json{{"from", span.first.name()},
                         {"to", span.last.name()},
                         {"left_of_middle", left},
                         {"right_of_middle", stitches - left}}
                        .dump();
    answer.working = {{{"left of the middle", {}}, left}, {{"right of the middle", {}}, stitches - left}};
    answer.headline = {"{0} to {1}", {span.first, span.last}};
    return answer;
}

SumAnswer repeats(const Options& options) {
    const int over = options.integer("--over", 1, 30000);
    const int repeat = options.integer("--repeat", 1, 30000);
    const int plus = options.integer("--plus", 0, 30000, 0);
    if (repeat + plus > over)
        return noAnswer("no_room", {"A repeat of {0} and {1} more do not fit into {2} once.", {repeat, plus, over}});
    const int times = (over - plus) / repeat;
    const int left = over - plus - times * repeat;
    SumAnswer answer;
    answer.result = Json{{"times", times}, {"left", left}, {"left_each_side", left / 2.0}}.dump();
    answer.working = {{{"less what stands beside the repeats", {}}, over - plus},
                      {{"÷ {0}, whole times", {repeat}}, times},
                      {{"left over", {}}, left}};
    answer.headline = {"{0} times, {1} left over", {times, left}};
    return answer;
}

SumAnswer correct(const Options& options) {
    const int count = options.integer("--count", 1, 30000);
    const Length made = options.length("--made");
    const Length wanted = options.length("--wanted");
    const double exact = count * (wanted / made);
    if (exact > 30000.0)
        return noAnswer("beyond_any_bed",
                        {"{0} are more than any bed or piece has: are both lengths right?", {Figure{exact, 0}}});
    const int right = std::max(1, static_cast<int>(std::lround(exact)));
    SumAnswer answer;
    answer.result = Json{{"exact", exact}, {"count", right}, {"made_mm", made.mm() / count * right}}.dump();
    answer.working = {{{"one was in fact", {}}, Figure{made.mm() / count, 3, "mm"}},
                      {{"÷ that", {}}, Figure{exact, 2}},
                      {{"nearest whole one", {}}, right}};
    answer.headline = {"{0} instead of {1}", {right, count}};
    return answer;
}

SumAnswer pickUp(const Options& options) {
    const Gauge stitches = options.gauge("--stitch-gauge");
    const Gauge rows = options.gauge("--row-gauge");
    const double ratio = stitches.perTenCentimetres() / rows.perTenCentimetres();
    if (ratio > 1.0)
        return noAnswer(
            "too_many_needles",
            {"There are more stitches than rows in 10 cm: not every needle has a row to take. Sew the edge, "
             "or knit the band along it.",
             {}});
    // The best of few: what hands count without a list.
    int needlesOf = 1;
    int rowsOf = 1;
    for (int of = 1; of <= 12; ++of)
        if (const int take = static_cast<int>(std::lround(ratio * of));
            take > 0 && std::abs(1.0 * take / of - ratio) < std::abs(1.0 * needlesOf / rowsOf - ratio) - 1e-9) {
            needlesOf = take;
            rowsOf = of;
        }
    SumAnswer answer;
    answer.result = Json{{"ratio", ratio},
                         {"needles", needlesOf},
                         {"rows", rowsOf},
                         {"error_percent", (1.0 * needlesOf / rowsOf / ratio - 1.0) * 100.0}}
                        .dump();
    answer.working = {{{"stitches ÷ rows of 10 cm", {}}, Figure{ratio, 3}},
                      {{"needles, of every {0} rows", {rowsOf}}, needlesOf}};
    answer.headline = {"{0} needles to {1} rows", {needlesOf, rowsOf}};
    return answer;
}

SumAnswer sleeveTop(const Options& options) {
    const Length depth = options.length("--armhole");
    const Gauge gauge = options.gauge("--stitch-gauge");
    const int seams = options.integer("--seams", 0, 100, 0);
    const double exact = gauge.over(depth * 2.0) + seams;
    if (exact > 2000.0)
        return noAnswer("beyond_any_bed", {"{0} stitches are more than any bed has: is the depth or the gauge right?",
                                           {Figure{exact, 0}}});
    const int stitches = std::max(2, 2 * static_cast<int>(std::lround(exact / 2.0)));
    SumAnswer answer;
    answer.result = Json{{"exact", exact}, {"stitches", stitches}, {"each_armhole", stitches / 2}}.dump();
    answer.working = {{{"both edges of the armhole", {}}, depth * 2.0},
                      {{"stitches, with the seams", {}}, Figure{exact, 2}},
                      {{"even, so that the shoulder lies in the middle", {}}, stitches}};
    answer.headline = {"{0} stitches, {1} each side of the shoulder", {stitches, stitches / 2}};
    return answer;
}

SumAnswer swatchNeedles(const Options& options) {
    Swatch swatch;
    swatch.field = Stitches(options.integer("--stitches", 2, 400));
    swatch.fieldRows = Rows(options.integer("--rows", 2, 1000));
    swatch.castOn = swatch.field + Stitches(2 * options.integer("--margin", 1, 100, 10));
    const SwatchLayout layout = layOut(swatch);
    const int all = layout.upperMargin.last;
    SumAnswer answer;
    answer.result = Json{
        {"from", layout.all.first.name()},
        {"to", layout.all.last.name()},
        {"marker_left", layout.markerLeft.name()},
        {"marker_right", layout.markerRight.name()},
        {"contrast_rows", {layout.lowerContrast.first, layout.upperContrast.first}},
        {"marker_rows", layout.markerRows},
        {"rows", all}}.dump();
    answer.working = {{{"cast on", {}}, layout.all.size()},
                      {{"a mark in", {}}, layout.markerLeft},
                      {{"and in", {}}, layout.markerRight},
                      {{"after rows", {}}, listed(layout.markerRows)},
                      {{"two rows of contrast from row", {}}, layout.lowerContrast.first},
                      {{"and two from row", {}}, layout.upperContrast.first},
                      {{"rows in all", {}}, Rows(all)}};
    answer.headline = {"{0} to {1}, marks in {2} and {3}",
                       {layout.all.first, layout.all.last, layout.markerLeft, layout.markerRight}};
    return answer;
}

} // namespace vestimen::reckoner
