// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reckoner/options.h"
#include "core/shaping/count.h"
#include "core/shaping/edge_sums.h"

namespace vestimen::reckoner {
namespace {

Figure exactly(double value) {
    return {value, 3};
}

} // namespace

SumAnswer gauge(const Options& options) {
    // By tape, by count in a length, and by rule, in each direction on its own.
    const auto readings = [&](const char* tape, const char* rule) {
        std::vector<Reading> list;
        if (options.has(tape) || !options.has(rule))
            list = options.readings(tape);
        if (options.has(rule))
            for (const double value : options.numbers(rule))
                list.emplace_back(RuleReading{value});
        return list;
    };
    Swatch swatch;
    if (options.has("--widths") || !options.has("--rule-stitches") || options.has("--stitches"))
        swatch.field = Stitches(options.integer("--stitches", 1, 2000));
    if (options.has("--heights") || !options.has("--rule-rows") || options.has("--rows"))
        swatch.fieldRows = Rows(options.integer("--rows", 1, 10000));
    Treatment treatment;
    treatment.widths = readings("--widths", "--rule-stitches");
    treatment.heights = readings("--heights", "--rule-rows");
    swatch.treatments = {treatment};
    const MeasuredFabric fabric = measured(swatch);

    SumAnswer answer;
    const auto percent = [](std::optional<double> share) { return share ? Json(*share * 100.0) : Json(nullptr); };
    answer.result = Json{{"stitches_per_10cm", fabric.gauge->stitches.perTenCentimetres()},
                         {"rows_per_10cm", fabric.gauge->rows.perTenCentimetres()},
                         {"stitch_width_mm", fabric.gauge->stitches.unit().mm()},
                         {"row_height_mm", fabric.gauge->rows.unit().mm()},
                         {"width_spread_percent", fabric.across.spread * 100.0},
                         {"height_spread_percent", fabric.up.spread * 100.0},
                         {"width_interval_percent", percent(fabric.across.interval)},
                         {"height_interval_percent", percent(fabric.up.interval)}}
                        .dump();
    const auto show = [&](Reckoning reckoning) {
        answer.working.insert(answer.working.end(), reckoning.steps.begin(), reckoning.steps.end());
        answer.working.push_back({{reckoning.title, {}}, reckoning.result});
    };
    show(gaugeReckoning(fabric.across, swatch.field.count(), true));
    show(gaugeReckoning(fabric.up, swatch.fieldRows.count(), false));
    answer.findings = swatchFindings(swatch);
    answer.headline = {
        "{0} stitches and {1} rows in 10 cm",
        {Figure{fabric.gauge->stitches.perTenCentimetres(), 1}, Figure{fabric.gauge->rows.perTenCentimetres(), 1}}};
    return answer;
}

SumAnswer count(const Options& options) {
    CountRequest request;
    request.length = options.length("--length");
    request.gauge = options.gauge("--gauge");
    request.form.multiple = options.integer("--multiple", 1, 1000, 1);
    request.form.plus = options.integer("--plus", 0, 1000, 0);
    request.form.parity = options.oneOf<Parity>(
        "--parity", {{"any", Parity::any}, {"even", Parity::even}, {"odd", Parity::odd}}, Parity::any);
    request.rounding = options.oneOf<Rounding>(
        "--round", {{"nearest", Rounding::nearest}, {"up", Rounding::up}, {"down", Rounding::down}}, Rounding::nearest);
    const auto counted = vestimen::count(request);
    if (!counted) {
        CountRequest free = request;
        free.form.parity = Parity::any;
        const auto nearest = vestimen::count(free);
        return noAnswer("parity",
                        {"A multiple of {0} plus {1} is never {2}: {3} is the nearest that fits the repeat.",
                         {request.form.multiple, request.form.plus,
                          std::string(request.form.parity == Parity::even ? "even" : "odd"), nearest->count}});
    }
    if (counted->count > 30000)
        return noAnswer("beyond_any_bed", {"{0} are more than any bed or piece has: is the length or the gauge right?",
                                           {counted->count}});
    SumAnswer answer;
    answer.result = Json{{"exact", counted->exact},
                         {"count", counted->count},
                         {"made_mm", counted->made.mm()},
                         {"error_mm", counted->error.mm()},
                         {"below", counted->below ? Json(*counted->below) : Json(nullptr)},
                         {"above", counted->above}}
                        .dump();
    answer.working = {{{"length", {}}, request.length},
                      {{"÷ one", {}}, Figure{request.gauge.unit().mm(), 3, "mm"}},
                      {{"exact", {}}, exactly(counted->exact)},
                      {{"count", {}}, counted->count},
                      {{"comes out", {}}, counted->made}};
    answer.headline = {"{0}, which comes out {1}", {counted->count, counted->made}};
    return answer;
}

SumAnswer hem(const Options& options) {
    if (options.has("--single") && options.has("--folded"))
        throw UsageError("--single and --folded: only one of them is allowed");
    const Length depth = options.length("--depth");
    const Gauge gauge = options.gauge("--gauge");
    const bool folded = !options.has("--single");
    const HemRows rows = vestimen::hem(depth, gauge, folded, options.has("--even"));
    SumAnswer answer;
    answer.result =
        Json{{"rows", rows.rows.count()}, {"fold_row", rows.foldRow ? Json(rows.foldRow->count()) : Json(nullptr)}}
            .dump();
    answer.working = {{{folded ? "twice the depth" : "depth", {}}, depth * (folded ? 2.0 : 1.0)},
                      {{"÷ one row", {}}, Figure{gauge.unit().mm(), 3, "mm"}},
                      {{"exact", {}}, exactly(rows.exact)},
                      {{folded || options.has("--even") ? "rows, even" : "rows", {}}, rows.rows}};
    answer.headline = rows.foldRow ? Phrase{"{0} rows, the fold in row {1}", {rows.rows, rows.foldRow->count()}}
                                   : Phrase{"{0} rows", {rows.rows}};
    return answer;
}

SumAnswer band(const Options& options) {
    const Length edge = options.length("--edge");
    const Length depth = options.length("--depth");
    const FabricGauge gauge{options.gauge("--stitch-gauge"), options.gauge("--row-gauge")};
    const BandCounts counts = vestimen::band(edge, depth, gauge, options.has("--folded"));
    if (counts.needles > Stitches(2000))
        return noAnswer("beyond_any_bed", {"The band would take {0} needles, and no bed has more than 2000: hang it in "
                                           "parts.",
                                           {counts.needles}});
    Json result = {{"needles", counts.needles.count()}, {"rows", counts.rows.count()}, {"hang", nullptr}};
    SumAnswer answer;
    answer.working = {
        {{"edge ÷ one stitch", {}}, exactly(counts.exactNeedles)},
        {{"needles", {}}, counts.needles},
        {{options.has("--folded") ? "twice the depth ÷ one row" : "depth ÷ one row", {}}, exactly(counts.exactRows)},
        {{"rows", {}}, counts.rows}};
    if (options.has("--edge-rows")) {
        const Rows rows(options.integer("--edge-rows", 1, 10000));
        const auto hung = vestimen::hang(counts.needles, rows);
        if (!hung)
            return noAnswer("too_many_needles",
                            {"The band takes {0} needles, but the edge has only {1} openings: hang at most {1}.",
                             {counts.needles, rows}});
        result["hang"] = json(*hung);
        answer.working.push_back({{"needles for each row of the edge", {}}, Figure{hung->ratio, 4}});
    }
    answer.result = result.dump();
    answer.headline = {"{0} needles, {1} rows", {counts.needles, counts.rows}};
    return answer;
}

SumAnswer pocket(const Options& options) {
    const Length depth = options.length("--depth");
    const Gauge gauge = options.gauge("--gauge");
    const Rows opening(options.integer("--opening-row", 1, 10000));
    const PocketCounts counts = vestimen::pocket(depth, gauge, opening);
    SumAnswer answer;
    answer.result = Json{{"rows", counts.rows.count()},
                         {"fold_below_mm", counts.foldBelow.mm()},
                         {"clearance_mm", counts.clearance.mm()}}
                        .dump();
    answer.working = {{{"twice the depth ÷ one row", {}}, exactly(counts.exactRows)},
                      {{"rows, even", {}}, counts.rows},
                      {{"the fold hangs below the opening by", {}}, counts.foldBelow},
                      {{"the opening is above the lower edge by", {}}, gauge.unit() * opening.count()},
                      {{"left below the fold", {}}, counts.clearance}};
    if (counts.clearance < pocketClearance) {
        const int needed = static_cast<int>(std::ceil((counts.foldBelow + pocketClearance) / gauge.unit() - 1e-9));
        answer.findings.push_back({Severity::warning,
                                   "pocket_low",
                                   {"The fold would be {0} above the lower edge; {1} are wanted: open it in row {2} or "
                                    "above.",
                                    {counts.clearance, pocketClearance, needed}}});
    }
    answer.headline = {"{0} rows, folding {1} below the opening", {counts.rows, counts.foldBelow}};
    return answer;
}

SumAnswer facing(const Options& options) {
    const Length line = options.length("--line");
    const Length zip = options.length("--zip");
    const Length depth = options.length("--depth");
    const FabricGauge gauge{options.gauge("--stitch-gauge"), options.gauge("--row-gauge")};
    if (zip > line)
        return noAnswer("zip_too_long",
                        {"A zip of {0} is longer than the line of {1}: the nearest is a zip of {1}.", {zip, line}});
    const FacingCounts counts = vestimen::facing(line, zip, depth, gauge);
    SumAnswer answer;
    answer.result = Json{{"stitches", counts.stitches.count()},
                         {"rows", counts.rows.count()},
                         {"overhang_each_mm", counts.overhangEach.mm()}}
                        .dump();
    answer.working = {{{"line ÷ one stitch", {}}, exactly(counts.exactStitches)},
                      {{"stitches", {}}, counts.stitches},
                      {{"depth ÷ one row", {}}, exactly(counts.exactRows)},
                      {{"rows", {}}, counts.rows},
                      {{"the line is longer at each end by", {}}, counts.overhangEach}};
    answer.headline = {"{0} stitches, {1} rows, {2} beyond the zip at each end",
                       {counts.stitches, counts.rows, counts.overhangEach}};
    return answer;
}

SumAnswer weight(const Options& options) {
    const double grams = options.number("--swatch-grams", 0.01, 100000.0);
    const int swatch = options.integer("--swatch-stitches", 1, 10000000);
    const int stitches = options.integer("--stitches", 1, 100000000);
    const double spare = options.number("--spare", 0.0, 1000.0, 0.0);
    const double plain = grams / swatch * stitches;
    const double all = plain * (1.0 + spare / 100.0);
    SumAnswer answer;
    answer.result = Json{{"grams", all}}.dump();
    answer.working = {{{"one stitch", {}}, Figure{1000.0 * grams / swatch, 3, "mg"}},
                      {{"{0} stitches", {stitches}}, Figure{plain, 1, "g"}}};
    if (spare > 0.0)
        answer.working.push_back({{"and {0} to spare", {Figure{spare, 1, "%"}}}, Figure{all, 1, "g"}});
    answer.headline = {"{0} of yarn", {Figure{all, 0, "g"}}};
    return answer;
}

} // namespace vestimen::reckoner
