// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/reckon.h"

#include "core/quantity/parsing.h"
#include "core/reckoning/reckoning.h"
#include "core/shaping/count.h"
#include "core/shaping/edge_sums.h"
#include "core/shaping/hang.h"
#include "core/shaping/short_rows.h"
#include "core/shaping/slope.h"
#include "core/swatch/swatch.h"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <functional>

namespace vestimen {
namespace {

using Json = nlohmann::ordered_json;
using Given = std::map<std::string, std::string>;

/// An answer before it is printed.
struct Answer {
    Json result = Json::object();
    std::vector<std::pair<std::string, std::string>> working;
    std::vector<Finding> findings;
    bool answered = true;
};

// ---- options

class Options {
public:
    explicit Options(const Given& given) : given_(given) {}

    bool has(const char* name) const { return given_.count(name) > 0; }

    int integer(const char* name, int least, int most, std::optional<int> otherwise = std::nullopt) const {
        if (!has(name) && otherwise)
            return *otherwise;
        const std::string& text = need(name);
        const auto number = parseNumber(text);
        if (!number || *number != std::floor(*number) || *number < least || *number > most)
            throw UsageError(fmt::format("{} {}: a whole number from {} to {} is allowed", name, text, least, most));
        return static_cast<int>(*number);
    }

    Length length(const char* name) const {
        const auto length = checked(name, parseLength(need(name)));
        if (length <= Length() || length > Length::centimetres(10000.0))
            throw UsageError(fmt::format("{} {}: more than 0 and at most 100 m is allowed", name, need(name)));
        return length;
    }

    Gauge gauge(const char* name) const {
        const auto gauge = checked(name, parseGauge(need(name)));
        if (gauge.perTenCentimetres() < 0.1 || gauge.perTenCentimetres() > 10000.0)
            throw UsageError(fmt::format("{} {}: 0.1 to 10000 in 10 cm is allowed", name, need(name)));
        return gauge;
    }

    /// Lengths, and counts in a length such as 34/12cm.
    std::vector<Reading> readings(const char* name) const {
        const std::string& text = need(name);
        std::vector<Reading> list;
        std::string lengthsOnly;
        for (std::size_t from = 0; from <= text.size();) {
            const auto comma = std::min(text.find(',', from), text.size());
            const std::string part = text.substr(from, comma - from);
            from = comma + 1;
            const auto reading = parseReading(part, LengthUnit::none);
            if (reading && !std::holds_alternative<TapeReading>(*reading))
                list.push_back(*reading);
            else
                lengthsOnly += (lengthsOnly.empty() ? "" : ",") + part;
        }
        if (!lengthsOnly.empty() || list.empty())
            for (const Length each : checked(name, parseLengths(lengthsOnly))) {
                if (each <= Length())
                    throw UsageError(fmt::format("{} {}: only lengths above 0 are allowed", name, text));
                list.emplace_back(TapeReading{each});
            }
        return list;
    }

    std::vector<double> numbers(const char* name) const {
        auto list = checked(name, parseNumbers(need(name)));
        for (const double each : list)
            if (each <= 0.0)
                throw UsageError(fmt::format("{} {}: only numbers above 0 are allowed", name, need(name)));
        return list;
    }

    template<class Value>
    Value oneOf(const char* name, std::initializer_list<std::pair<const char*, Value>> names, Value otherwise) const {
        if (!has(name))
            return otherwise;
        std::string allowed;
        for (const auto& [word, value] : names) {
            if (need(name) == word)
                return value;
            allowed += (allowed.empty() ? "" : ", ") + std::string(word);
        }
        throw UsageError(fmt::format("{} {}: one of {} is allowed", name, need(name), allowed));
    }

private:
    const std::string& need(const char* name) const {
        const auto found = given_.find(name);
        if (found == given_.end())
            throw UsageError(fmt::format("{} is missing", name));
        return found->second;
    }
    template<class Value> static Value checked(const char* name, Parsed<Value> parsed) {
        if (!parsed)
            throw UsageError(fmt::format("{}: {}", name, parsed.problem));
        return *parsed;
    }

    const Given& given_;
};

std::string millimetres(Length length) {
    return number(length.mm(), 3) + " mm";
}

Answer noAnswer(const char* code, Phrase text) {
    Answer answer;
    answer.answered = false;
    answer.findings.push_back({Severity::error, code, std::move(text)});
    return answer;
}

// ---- sums

Answer reckonGauge(const Options& options) {
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
    if (options.has("--widths") || !options.has("--rule-stitches"))
        swatch.field = Stitches(options.integer("--stitches", 1, 2000));
    if (options.has("--heights") || !options.has("--rule-rows"))
        swatch.fieldRows = Rows(options.integer("--rows", 1, 10000));
    Treatment treatment;
    treatment.widths = readings("--widths", "--rule-stitches");
    treatment.heights = readings("--heights", "--rule-rows");
    swatch.treatments = {treatment};
    const MeasuredFabric fabric = measured(swatch);

    Answer answer;
    const auto percent = [](std::optional<double> share) { return share ? Json(*share * 100.0) : Json(nullptr); };
    answer.result = {{"stitches_per_10cm", fabric.gauge->stitches.perTenCentimetres()},
                     {"rows_per_10cm", fabric.gauge->rows.perTenCentimetres()},
                     {"stitch_width_mm", fabric.gauge->stitches.unit().mm()},
                     {"row_height_mm", fabric.gauge->rows.unit().mm()},
                     {"width_spread_percent", fabric.across.spread * 100.0},
                     {"height_spread_percent", fabric.up.spread * 100.0},
                     {"width_interval_percent", percent(fabric.across.interval)},
                     {"height_interval_percent", percent(fabric.up.interval)}};
    const auto show = [&](const Reckoning& reckoning) {
        for (const Step& step : reckoning.steps)
            answer.working.emplace_back(render(step.what), render(step.value));
        answer.working.emplace_back(reckoning.title, render(reckoning.result));
    };
    show(gaugeReckoning(fabric.across, swatch.field.count(), true));
    show(gaugeReckoning(fabric.up, swatch.fieldRows.count(), false));
    answer.findings = swatchFindings(swatch);
    return answer;
}

Answer reckonCount(const Options& options) {
    CountRequest request;
    request.length = options.length("--length");
    request.gauge = options.gauge("--gauge");
    request.multiple = options.integer("--multiple", 1, 1000, 1);
    request.plus = options.integer("--plus", 0, 1000, 0);
    request.parity = options.oneOf<Parity>(
        "--parity", {{"any", Parity::any}, {"even", Parity::even}, {"odd", Parity::odd}}, Parity::any);
    request.rounding = options.oneOf<Rounding>(
        "--round", {{"nearest", Rounding::nearest}, {"up", Rounding::up}, {"down", Rounding::down}}, Rounding::nearest);
    const auto counted = count(request);
    if (!counted) {
        CountRequest free = request;
        free.parity = Parity::any;
        const auto nearest = count(free);
        return noAnswer("parity", {"A multiple of {0} plus {1} is never {2}: {3} is the nearest that fits the repeat.",
                                   {request.multiple, request.plus,
                                    std::string(request.parity == Parity::even ? "even" : "odd"), nearest->count}});
    }
    Answer answer;
    answer.result = {{"exact", counted->exact},
                     {"count", counted->count},
                     {"made_mm", counted->made.mm()},
                     {"error_mm", counted->error.mm()},
                     {"below", counted->below ? Json(*counted->below) : Json(nullptr)},
                     {"above", counted->above}};
    answer.working = {{"length", millimetres(request.length)},
                      {"÷ one", millimetres(request.gauge.unit())},
                      {"exact", number(counted->exact, 3)},
                      {"count", std::to_string(counted->count)},
                      {"comes out", millimetres(counted->made)}};
    return answer;
}

Json json(const Slope& slope) {
    Json lines = Json::array();
    for (const SlopeLine& line : slope.lines)
        lines.push_back({{"every", line.every.count()}, {"times", line.times}});
    return {{"lines", lines}, {"plain_after", slope.plainAfter.count()}, {"deviation_stitches", slope.deviation}};
}

Answer reckonSlope(const Options& options) {
    SlopeRequest request;
    request.rows = Rows(options.integer("--rows", 1, 2000));
    const int change = options.integer("--change", -1000, 1000);
    request.events = Stitches(std::abs(change));
    request.everyAtLeast = options.integer("--every-min", 1, 1000, 1);
    request.everyMultiple = options.integer("--every-step", 1, 100, 1);
    const int lines = options.integer("--lines", 1, 20, 3);
    const auto best = slope(request, lines);
    if (!best) {
        const int gap =
            (request.everyAtLeast + request.everyMultiple - 1) / request.everyMultiple * request.everyMultiple;
        return noAnswer("too_steep",
                        {"{0} changes, {1} rows apart at least, need {2} rows; there are {3}. {4} changes would fit.",
                         {request.events, gap, request.events * gap, request.rows, request.rows.count() / gap}});
    }
    Answer answer;
    answer.result = json(*best);
    answer.result["trade_off"] = Json::array();
    for (int n = 1; n <= lines; ++n)
        answer.result["trade_off"].push_back(json(*slope(request, n)));
    const char* event = change < 0 ? "decrease" : "increase";
    for (const SlopeLine& line : best->lines)
        answer.working.emplace_back(fmt::format("every {} rows {} one", line.every.count(), event),
                                    fmt::format("{} times", line.times));
    answer.working.emplace_back("plain rows after", std::to_string(best->plainAfter.count()));
    answer.working.emplace_back("farthest from the straight line", number(best->deviation, 4) + " stitches");
    return answer;
}

Answer reckonShortRows(const Options& options) {
    const int needles = options.integer("--needles", 1, 2000);
    Answer answer;
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
        answer.working.emplace_back("one needle a row, right and left by turns", std::to_string(rows) + " rows");
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
        answer.working.emplace_back("turns, one every two rows", std::to_string(rows / 2));
    }
    answer.result = {
        {"steps", steps}, {"turns", steps.size()}, {"rows", rows}, {"side_left", left}, {"side_right", right}};
    answer.working.emplace_back("needles each turn", fmt::format("{}", fmt::join(steps, ", ")));
    return answer;
}

Json pairs(const std::vector<HangPair>& list) {
    Json result = Json::array();
    for (const auto& [needle, row] : list)
        result.push_back({needle, row});
    return result;
}

Json json(const HangMap& map) {
    return {{"map", pairs(map.map)},
            {"halving", pairs(map.halving)},
            {"ratio", map.ratio},
            {"fraction", {map.fractionNeedles, map.fractionRows}},
            {"fraction_error_rows", map.fractionErrorRows}};
}

Answer reckonHang(const Options& options) {
    const int needles = options.integer("--needles", 1, 2000);
    const int rows = options.integer("--rows", 1, 10000);
    const auto hung = hang(Stitches(needles), Rows(rows));
    if (!hung)
        return noAnswer("too_many_needles",
                        {"{0} needles cannot be hung into {1} openings: at most {1} can.", {needles, rows}});
    Answer answer;
    answer.result = json(*hung);
    answer.working.emplace_back("needles for each row", number(hung->ratio, 4));
    answer.working.emplace_back("about", fmt::format("{} of {}, off by {} rows at the end", hung->fractionNeedles,
                                                     hung->fractionRows, number(hung->fractionErrorRows, 1)));
    const auto list = [&](const char* title, const std::vector<HangPair>& order, std::size_t most) {
        std::string line;
        for (std::size_t i = 0; i < order.size() && i < most; ++i)
            line += fmt::format("{}{}→{}", i == 0 ? "" : ", ", order[i].first, order[i].second);
        answer.working.emplace_back(title, line);
    };
    list("needle→row, ends and middles first", hung->halving, options.has("--full") ? hung->halving.size() : 9);
    if (options.has("--full"))
        list("needle→row, all", hung->map, hung->map.size());
    return answer;
}

Answer reckonHem(const Options& options) {
    if (options.has("--single") && options.has("--folded"))
        throw UsageError("--single and --folded: only one of them is allowed");
    const Length depth = options.length("--depth");
    const Gauge gauge = options.gauge("--gauge");
    const bool folded = !options.has("--single");
    const HemRows rows = hem(depth, gauge, folded, options.has("--even"));
    Answer answer;
    answer.result = {{"rows", rows.rows.count()},
                     {"fold_row", rows.foldRow ? Json(rows.foldRow->count()) : Json(nullptr)}};
    answer.working.emplace_back(folded ? "twice the depth" : "depth", millimetres(depth * (folded ? 2.0 : 1.0)));
    answer.working.emplace_back("÷ one row", millimetres(gauge.unit()));
    answer.working.emplace_back("exact", number(rows.exact, 3));
    answer.working.emplace_back(folded || options.has("--even") ? "rows, even" : "rows",
                                std::to_string(rows.rows.count()));
    return answer;
}

Answer reckonBand(const Options& options) {
    const Length edge = options.length("--edge");
    const Length depth = options.length("--depth");
    const FabricGauge gauge{options.gauge("--stitch-gauge"), options.gauge("--row-gauge")};
    const BandCounts counts = band(edge, depth, gauge, options.has("--folded"));
    Answer answer;
    answer.result = {{"needles", counts.needles.count()}, {"rows", counts.rows.count()}, {"hang", nullptr}};
    answer.working = {
        {"edge ÷ one stitch", number(counts.exactNeedles, 3)},
        {"needles", std::to_string(counts.needles.count())},
        {options.has("--folded") ? "twice the depth ÷ one row" : "depth ÷ one row", number(counts.exactRows, 3)},
        {"rows", std::to_string(counts.rows.count())}};
    if (options.has("--edge-rows")) {
        const Rows rows(options.integer("--edge-rows", 1, 10000));
        const auto hung = hang(counts.needles, rows);
        if (!hung)
            return noAnswer("too_many_needles",
                            {"The band takes {0} needles, but the edge has only {1} openings: hang at most {1}.",
                             {counts.needles, rows}});
        answer.result["hang"] = json(*hung);
        answer.working.emplace_back("needles for each row of the edge", number(hung->ratio, 4));
    }
    return answer;
}

const std::map<std::string, std::function<Answer(const Options&)>>& functions() {
    static const std::map<std::string, std::function<Answer(const Options&)>> all = {
        {"gauge", reckonGauge}, {"count", reckonCount}, {"slope", reckonSlope}, {"shortrow", reckonShortRows},
        {"hang", reckonHang},   {"hem", reckonHem},     {"band", reckonBand},
    };
    return all;
}

std::string asJsonText(const std::string& sum, const Answer& answer) {
    Json working = Json::array();
    for (const auto& [step, value] : answer.working)
        working.push_back({{"step", step}, {"value", value}});
    Json findings = Json::array();
    for (const Finding& each : answer.findings)
        findings.push_back({{"severity", name(each.severity)}, {"code", each.code}, {"text", render(each.text)}});
    return Json{{"sum", sum}, {"result", answer.result}, {"working", working}, {"findings", findings}}.dump() + "\n";
}

std::string asText(const Answer& answer) {
    std::string text;
    for (const auto& [step, value] : answer.working)
        text += fmt::format("{:<44}  {}\n", step, value);
    for (const Finding& each : answer.findings)
        text += fmt::format("{}: {}\n", name(each.severity), render(each.text));
    return text;
}

} // namespace

const std::vector<Sum>& sums() {
    static const std::vector<Sum> all = {
        {"gauge",
         "a swatch's readings as a gauge",
         {{"--stitches", "stitches of the field"},
          {"--widths", "readings, such as 142mm,141mm"},
          {"--rows", "rows of the field"},
          {"--heights", "readings, such as 150mm,151mm"},
          {"--rule-stitches", "gauge-rule readings, per 10 cm"},
          {"--rule-rows", "gauge-rule readings, per 10 cm"}}},
        {"count",
         "a length as a whole count",
         {{"--length", "such as 52cm"},
          {"--gauge", "such as 28.1/10cm"},
          {"--multiple", "of the repeat"},
          {"--plus", "beside the repeats"},
          {"--parity", "any, even or odd"},
          {"--round", "nearest, up or down"}}},
        {"slope",
         "so many changes over so many rows",
         {{"--rows", "rows"},
          {"--change", "stitches, negative for decreases"},
          {"--lines", "lines at most (3)"},
          {"--every-min", "shortest gap"},
          {"--every-step", "gaps are multiples of it"}}},
        {"shortrow",
         "needles to hold, step by step",
         {{"--needles", "needles"}, {"--rows", "rows, two for a turn"}, {"--leave", "needles left, one needle a row"}}},
        {"hang",
         "an edge's rows onto needles",
         {{"--needles", "needles"}, {"--rows", "rows of the edge"}, {"--full", "print the whole map", true}}},
        {"hem",
         "rows of a hem",
         {{"--depth", "such as 4cm"},
          {"--gauge", "of the rows"},
          {"--single", "one layer", true},
          {"--folded", "two layers (default)", true},
          {"--even", "round to even", true}}},
        {"band",
         "needles and rows of a band",
         {{"--edge", "its length"},
          {"--depth", "of the band"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--row-gauge", "such as 39.9/10cm"},
          {"--folded", "two layers", true},
          {"--edge-rows", "rows of the edge, to hang them"}}},
    };
    return all;
}

SumOutput reckon(const std::string& sum, const std::map<std::string, std::string>& given, bool asJson) {
    const Answer answer = functions().at(sum)(Options(given));
    return {asJson ? asJsonText(sum, answer) : asText(answer), answer.answered};
}

} // namespace vestimen
