// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ground/stripes.h"
#include "core/reckoner/options.h"
#include "core/shaping/count.h"

#include <algorithm>

namespace vestimen::reckoner {
namespace {

/// Rows as plain numbers, lengths with their unit: "4, 2cm, 4".
std::vector<Stripe> stripesOf(const Options& options, const char* name) {
    std::vector<Stripe> stripes;
    for (const std::string& part : options.words(name)) {
        Stripe stripe{static_cast<YarnNumber>(stripes.size())};
        if (const auto rows = parseNumber(part)) {
            if (*rows != std::floor(*rows) || *rows < 1.0 || *rows > mostStripeRows.count())
                throw UsageError(
                    fmt::format("{} {}: whole rows from 1 to {} are allowed", name, part, mostStripeRows.count()));
            stripe.height = Rows(static_cast<int>(*rows));
        } else if (const auto length = parseLength(part); length && *length > Length()) {
            stripe.height = *length;
        } else {
            throw UsageError(fmt::format("{} {}: rows such as 6, or lengths such as 2cm are allowed", name, part));
        }
        stripes.push_back(stripe);
    }
    if (stripes.size() > static_cast<std::size_t>(mostStripes))
        throw UsageError(fmt::format("{}: {} heights, and at most {} are allowed", name, stripes.size(), mostStripes));
    return stripes;
}

} // namespace

SumAnswer rib(const Options& options) {
    const int every = options.integer("--every", 2, 20, 2);
    const bool latched = options.oneOf<bool>("--kind", {{"mock", false}, {"latched", true}}, false);
    const int seams = options.integer("--seams", 0, 10, 0);
    const Gauge gauge = options.gauge("--stitch-gauge");
    CountRequest request{options.length("--width") + gauge.unit() * seams, gauge};
    // Both edges end alike: every kth is left out, or re-formed, with k - 1 plain ones beyond the last.
    request.form = {every, every - 1, Parity::any};
    const auto counted = vestimen::count(request);
    if (!counted || counted->count > 2000)
        return noAnswer("beyond_any_bed",
                        {"{0} are more than any bed has: is the width or the gauge right?", {request.length}});
    const int purls = (counted->count - (every - 1)) / every;
    SumAnswer answer;
    answer.result =
        Json{{"exact", counted->exact}, {"stitches", counted->count}, {"purls", purls}, {"plain_at_ends", every - 1}}
            .dump();
    answer.working = {{{"width, and {0} for seams", {seams}}, request.length},
                      {{"÷ one stitch", {}}, Figure{gauge.unit().mm(), 3, "mm"}},
                      {{"exact", {}}, Figure{counted->exact, 3}},
                      {{"a multiple of {0} and {1} more", {every, every - 1}}, counted->count}};
    answer.headline = {latched ? "{0} stitches, {1} of them latched to purl, {2} plain at each end"
                               : "{0} needles, {1} of them left out, {2} in work at each end",
                       {counted->count, purls, every - 1}};
    return answer;
}

SumAnswer match(const Options& options) {
    const int rows = options.integer("--rows", 1, 30000);
    const Gauge gauge = options.gauge("--row-gauge");
    const Gauge other = options.gauge("--other-row-gauge");
    const Length length = gauge.unit() * rows;
    const double exact = other.over(length);
    if (exact > 30000.0)
        return noAnswer("beyond_any_bed",
                        {"{0} of the other are more rows than any piece has: is its gauge right?", {Figure{exact, 0}}});
    const int matched = std::max(1, static_cast<int>(std::lround(exact)));
    SumAnswer answer;
    answer.result = Json{{"length_mm", length.mm()}, {"other_rows", matched}}.dump();
    answer.working = {{{"{0} rows are high", {rows}}, length},
                      {{"÷ one row of the other", {}}, Figure{other.unit().mm(), 3, "mm"}},
                      {{"exact", {}}, Figure{exact, 3}},
                      {{"rows of the other", {}}, Rows(matched)}};
    answer.headline = {"{0} of the other, {1} high", {Rows(matched), length}};
    return answer;
}

SumAnswer stripes(const Options& options) {
    if (options.has("--length") == options.has("--rows"))
        throw UsageError("--length and --rows: one of them is needed");
    Stripes laid;
    laid.of = stripesOf(options, "--heights");
    laid.even = options.has("--even");
    const bool needsGauge = options.has("--length") || std::ranges::any_of(laid.of, [](const Stripe& each) {
                                return std::holds_alternative<Length>(each.height);
                            });
    const Gauge gauge = needsGauge ? options.gauge("--row-gauge") : Gauge::perTenCentimetres(40.0);
    const double wanted = options.has("--length") ? gauge.over(options.length("--length")) : 0.0;
    if (wanted > 30000.0)
        return noAnswer("beyond_any_bed", {"{0} are more rows than any piece has: is the length or the gauge right?",
                                           {Figure{wanted, 0}}});
    const int rows = options.has("--length") ? std::max(1, static_cast<int>(std::lround(wanted)))
                                             : options.integer("--rows", 1, 30000);
    Json list = Json::array();
    std::vector<int> heights;
    int low = 0;
    int rest = 0;
    for (std::size_t i = 0; low < rows; i = (i + 1) % laid.of.size()) {
        const int whole = stripeRows(laid.of[i], gauge, laid.even).count();
        const int high = std::min(rows, low + whole);
        list.push_back({{"index", i + 1}, {"rows", high - low}, {"from", low + 1}, {"to", high}});
        heights.push_back(high - low);
        rest = low + whole > rows ? rows - low : 0;
        low = high;
    }
    const int count = static_cast<int>(heights.size());
    // Two stripes of one yarn beside each other are no change.
    std::vector<std::string> yarns;
    if (options.has("--yarns"))
        yarns = options.words("--yarns");
    if (!yarns.empty() && yarns.size() != laid.of.size())
        throw UsageError(
            fmt::format("--yarns: {} are given for {} heights: one for each is needed", yarns.size(), laid.of.size()));
    int changes = 0;
    for (int stripe = 1; stripe < count; ++stripe) {
        const auto of = [&](int each) { return static_cast<std::size_t>(each) % laid.of.size(); };
        changes += yarns.empty() ? (laid.of.size() > 1 ? 1 : 0) : yarns[of(stripe)] != yarns[of(stripe - 1)];
    }
    SumAnswer answer;
    answer.result = Json{{"stripes", list}, {"changes", changes}, {"ends", 2 * (changes + 1)}, {"rest", rest}}.dump();
    answer.working = {{{"rows in all", {}}, Rows(rows)},
                      {{"stripes", {}}, count},
                      {{"of rows", {}}, listed(heights)},
                      {{"changes of yarn", {}}, changes},
                      {{"ends, where each yarn is broken", {}}, 2 * (changes + 1)}};
    if (rest > 0)
        answer.working.push_back({{"the last is cut short, at", {}}, Rows(rest)});
    answer.headline = {"{0} stripes, {1} changes", {count, changes}};
    return answer;
}

SumAnswer balls(const Options& options) {
    const double ball = options.number("--ball", 0.1, 100000.0);
    const double spare = options.number("--spare", 0.0, 1000.0, 0.0);
    if (options.has("--grams") == options.has("--stitches"))
        throw UsageError("--grams and --stitches: one of them is needed");
    const double plain = options.has("--grams") ? options.number("--grams", 0.01, 1e7)
                                                : options.integer("--stitches", 1, 100000000) *
                                                      options.number("--mg-a-stitch", 0.001, 100000.0) / 1000.0;
    const double grams = plain * (1.0 + spare / 100.0);
    const double needed = std::ceil(grams / ball - 1e-9);
    if (needed > 1e6)
        return noAnswer("beyond_any_bed",
                        {"{0} balls are more than anybody buys: is the ball's weight right?", {Figure{needed, 0}}});
    const int count = std::max(1, static_cast<int>(needed));
    SumAnswer answer;
    answer.result = Json{{"grams", grams}, {"balls", count}, {"left_over", count * ball - grams}}.dump();
    answer.working = {{{"knitted", {}}, Figure{plain, 1, "g"}}};
    if (spare > 0.0)
        answer.working.push_back({{"and {0} to spare", {Figure{spare, 1, "%"}}}, Figure{grams, 1, "g"}});
    answer.working.push_back({{"÷ a ball of {0}", {Figure{ball, 0, "g"}}}, count});
    answer.working.push_back({{"left over", {}}, Figure{count * ball - grams, 1, "g"}});
    answer.headline = {"{0} balls of one lot, {1} left over", {count, Figure{count * ball - grams, 0, "g"}}};
    return answer;
}

} // namespace vestimen::reckoner
