// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reckoner/reckoner.h"

#include "core/reckoner/options.h"

#include <algorithm>

namespace vestimen {
namespace {

using Function = SumAnswer (*)(const reckoner::Options&);

const std::map<std::string, Function>& functions() {
    static const std::map<std::string, Function> all = {
        {"gauge", reckoner::gauge},
        {"count", reckoner::count},
        {"spread", reckoner::spread},
        {"thin", reckoner::thin},
        {"slope", reckoner::slope},
        {"taper", reckoner::taper},
        {"shortrow", reckoner::shortRows},
        {"hang", reckoner::hang},
        {"hem", reckoner::hem},
        {"band", reckoner::band},
        {"buttonholes", reckoner::buttonholes},
        {"pocket", reckoner::pocket},
        {"facing", reckoner::facing},
        {"tail", reckoner::tail},
        {"carriage", reckoner::carriage},
        {"weight", reckoner::weight},
        {"rib", reckoner::rib},
        {"match", reckoner::match},
        {"stripes", reckoner::stripes},
        {"balls", reckoner::balls},
        {"hat", reckoner::hat},
        {"crown", reckoner::crown},
        {"heel", reckoner::heel},
        {"mitten", reckoner::mitten},
        {"thumb", reckoner::thumb},
        {"sock", reckoner::sock},
        {"cushion", reckoner::cushion},
        {"panels", reckoner::panels},
        {"neck", reckoner::neck},
        {"cap", reckoner::cap},
        {"needles", reckoner::needles},
        {"repeats", reckoner::repeats},
        {"correct", reckoner::correct},
        {"pickup", reckoner::pickUp},
        {"sleevetop", reckoner::sleeveTop},
        {"swatch", reckoner::swatchNeedles},
    };
    return all;
}

} // namespace

namespace reckoner {

SumAnswer noAnswer(FindingCode code, Phrase text) {
    SumAnswer answer;
    answer.answered = false;
    answer.result = "{}";
    answer.findings.push_back({Severity::error, code, std::move(text)});
    return answer;
}

Json json(const HangMap& map) {
    const auto pairs = [](const std::vector<HangPair>& list) {
        Json result = Json::array();
        for (const auto& [needle, row] : list)
            result.push_back({needle, row});
        return result;
    };
    return {{"map", pairs(map.map)},
            {"halving", pairs(map.halving())},
            {"ratio", map.ratio},
            {"fraction", {map.fractionNeedles, map.fractionRows}},
            {"fraction_error_rows", map.fractionErrorRows}};
}

Operand listed(const std::vector<int>& numbers) {
    return fmt::format("{}", fmt::join(numbers, ", "));
}

} // namespace reckoner

const std::vector<Sum>& sums() {
    static const std::vector<Sum> all = {
        {"gauge",
         "a swatch's readings as a gauge",
         {{"--stitches", "stitches of the field"},
          {"--widths", "readings, such as 142mm,141mm"},
          {"--rows", "rows of the field"},
          {"--heights", "readings, such as 150mm,151mm"},
          {"--rule-stitches", "gauge-rule readings, per 10 cm"},
          {"--rule-rows", "gauge-rule readings, per 10 cm"}},
         "gauge 40 142mm,141mm 60 150mm,151mm"},
        {"count",
         "a length as a whole count",
         {{"--length", "such as 52cm"},
          {"--gauge", "such as 28.1/10cm"},
          {"--multiple", "of the repeat"},
          {"--plus", "beside the repeats"},
          {"--parity", "any, even or odd", false, {"any", "even", "odd"}},
          {"--round", "nearest, up or down", false, {"nearest", "up", "down"}}},
         "count 52 cm 28.1/10cm parity even"},
        {"slope",
         "so many changes over so many rows",
         {{"--rows", "rows"},
          {"--change", "stitches, negative for decreases"},
          {"--lines", "lines at most (3)"},
          {"--every-min", "shortest gap"},
          {"--every-step", "gaps are multiples of it"}},
         "slope 62 -24"},
        {"shortrow",
         "needles to hold, step by step",
         {{"--needles", "needles"},
          {"--rows", "rows, two for a turn"},
          {"--leave", "needles left, one needle a row"},
          {"--group", "needles in each group"},
          {"--outward", "from the middle outward: the last group first", true}},
         "shortrow 50 16"},
        {"hang",
         "an edge's rows onto needles",
         {{"--needles", "needles"}, {"--rows", "rows of the edge"}, {"--full", "print the whole map", true}},
         "hang 57 85"},
        {"hem",
         "rows of a hem",
         {{"--depth", "such as 4cm"},
          {"--gauge", "of the rows"},
          {"--single", "one layer", true},
          {"--folded", "two layers (default)", true},
          {"--even", "round to even", true}},
         "hem 4 cm 39.9/10cm"},
        {"band",
         "needles and rows of a band",
         {{"--edge", "its length"},
          {"--depth", "of the band"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--row-gauge", "such as 39.9/10cm"},
          {"--folded", "two layers", true},
          {"--edge-rows", "rows of the edge, to hang them"}},
         "band 52 cm 2 cm 28.1/10cm 39.9/10cm folded"},
        {"spread",
         "a change across a row, evenly",
         {{"--over", "stitches"},
          {"--change", "stitches, negative for fewer"},
          {"--ends", "half or whole runs at the ends (half)", false, {"half", "whole"}},
          {"--first", "plain stitches before the first, where you say them"},
          {"--step", "from one to the next, where you say it"}},
         "spread 120 -24"},
        {"thin",
         "every so many stitches one fewer",
         {{"--over", "stitches"},
          {"--every", "such as 9"},
          {"--from", "left or right (left)", false, {"left", "right"}}},
         "thin 108 9"},
        {"taper",
         "from one width to another",
         {{"--from", "stitches"},
          {"--to", "stitches"},
          {"--rows", "rows"},
          {"--sides", "one or both (both)", false, {"one", "both"}},
          {"--lines", "lines at most (3)"},
          {"--every-min", "shortest gap"},
          {"--every-step", "gaps are multiples of it"}},
         "taper 59 121 166"},
        {"buttonholes",
         "holes along a band, evenly",
         {{"--over", "stitches of the band"},
          {"--holes", "how many"},
          {"--size", "stitches of each"},
          {"--first", "plain stitches before the first"},
          {"--last", "plain stitches after the last"}},
         "buttonholes 120 6 3 first 5 last 5"},
        {"pocket",
         "rows of an inside pocket",
         {{"--depth", "such as 12cm"}, {"--gauge", "of the rows"}, {"--opening-row", "row of the opening"}},
         "pocket 12 cm 39.9/10cm 70"},
        {"facing",
         "a strip that faces a zip",
         {{"--line", "that it is joined to"},
          {"--zip", "its real length"},
          {"--depth", "of the strip"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--row-gauge", "such as 39.9/10cm"}},
         "facing 42 cm 40 cm 3 cm 28.1/10cm 39.9/10cm"},
        {"tail",
         "yarn to leave for a seam",
         {{"--along", "its length"},
          {"--for",
           "backstitch, graft, mattress or latch (mattress)",
           false,
           {"backstitch", "graft", "mattress", "latch"}}},
         "tail 52 cm graft"},
        {"carriage",
         "the side where the carriage ends",
         {{"--start", "left or right", false, {"left", "right"}}, {"--rows", "rows"}},
         "carriage right 37"},
        {"weight",
         "yarn for so many stitches",
         {{"--swatch-grams", "the swatch's weight"},
          {"--swatch-stitches", "its stitches"},
          {"--stitches", "of the piece"},
          {"--spare", "percent more"}},
         "weight 17.4 6240 96000 spare 10"},
        {"rib",
         "stitches of a rib that ends alike",
         {{"--width", "such as 48cm"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--kind", "mock or latched (mock)", false, {"mock", "latched"}},
          {"--every", "each so many is left out or latched (2)"},
          {"--seams", "stitches that the seams eat (0)"}},
         "rib 48 cm 28.1/10cm latched every 3 seams 2"},
        {"match",
         "rows of another fabric beside it",
         {{"--rows", "of the one"}, {"--row-gauge", "of the one"}, {"--other-row-gauge", "of the other"}},
         "match 40 39.9/10cm 46/10cm"},
        {"stripes",
         "heights one after the other",
         {{"--heights", "rows or lengths, such as 6, 2cm, 4"},
          {"--length", "of the piece"},
          {"--rows", "of the piece"},
          {"--row-gauge", "such as 39.9/10cm"},
          {"--even", "even rows, so that yarns change at one side", true},
          {"--yarns", "of each height, such as A, B, A"}},
         "stripes 16,4,8,4 rows 240"},
        {"balls",
         "balls to buy",
         {{"--ball", "grams of a ball"},
          {"--grams", "that are needed"},
          {"--stitches", "of the pieces"},
          {"--mg-a-stitch", "a stitch's weight"},
          {"--spare", "percent more"}},
         "balls 50 grams 430 spare 10"},
        {"hat",
         "stitches and rows of a hat",
         {{"--head", "around the head"},
          {"--ease", "percent, negative is tighter"},
          {"--height", "of the hat"},
          {"--brim", "its depth as it is seen"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--row-gauge", "such as 39.9/10cm"},
          {"--multiple", "stitches come in so many (1)"},
          {"--plus", "and so many more (0)"}},
         "hat 57 cm ease -8 height 20 cm brim 5 cm 28.1/10cm 39.9/10cm"},
        {"needles", "needles left and right of the middle", {{"--stitches", "stitches"}}, "needles 147"},
        {"repeats",
         "how often a repeat fits",
         {{"--over", "stitches or rows"}, {"--repeat", "of the repeat"}, {"--plus", "beside the repeats (0)"}},
         "repeats 147 repeat 12 plus 3"},
        {"correct",
         "a count that came out wrong, put right",
         {{"--count", "that was knitted"}, {"--made", "what it came to"}, {"--wanted", "what it should have been"}},
         "correct 147 made 54cm wanted 52cm"},
        {"pickup",
         "needles for the rows of an edge",
         {{"--stitch-gauge", "such as 28.1/10cm"}, {"--row-gauge", "such as 39.9/10cm"}},
         "pickup 28.1/10cm 39.9/10cm"},
        {"sleevetop",
         "stitches of a straight sleeve's top",
         {{"--armhole", "depth of one armhole edge"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--seams", "stitches that seams eat (0)"}},
         "sleevetop 24cm 28.1/10cm"},
        {"swatch",
         "needles and marks of a swatch",
         {{"--stitches", "of the field"}, {"--rows", "of the field"}, {"--margin", "stitches at each side (10)"}},
         "swatch 40 60"},
        {"crown",
         "rounds that thin a crown",
         {{"--over", "stitches"},
          {"--every", "of each round, such as 9,8,7"},
          {"--first", "the first to go: such as 1, 4, or k for the k-th (1)"}},
         "crown 147 every 9,8,7,6,5"},
        {"heel",
         "a heel by short rows, out and in",
         {{"--needles", "of the heel"}, {"--leave", "that work at its turning row"}},
         "heel 30 leave 10"},
        {"mitten",
         "stitches and rows of a mitten",
         {{"--palm", "around the palm"},
          {"--hand", "from the wrist to the fingertip"},
          {"--thumb-girth", "around the thumb"},
          {"--ease", "percent"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--row-gauge", "such as 39.9/10cm"},
          {"--cuff", "its height"},
          {"--tip-left", "percent of each half that is left at the tip (33.3)"}},
         "mitten 20.5 cm hand 18.5 cm thumb-girth 6.6 cm ease 2 28.1/10cm 39.9/10cm"},
        {"thumb",
         "a hand hung around its thumb",
         {{"--hand", "stitches around it"}, {"--gap", "of these the thumb's"}, {"--loops", "cast on for the thumb"}},
         "thumb 58 gap 8 loops 10"},
        {"sock",
         "stitches and rows of a sock",
         {{"--foot", "its length"},
          {"--foot-girth", "around the ball"},
          {"--ease", "percent, negative is tighter"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--row-gauge", "such as 39.9/10cm"},
          {"--leave-share",
           "of the heel's needles left at its turning row: third, half, or such as 0.4 (third)",
           false,
           {"third", "half"}},
          {"--cuff", "its height"},
          {"--leg", "from the cuff to the heel"}},
         "sock 25.5 cm foot-girth 24 cm ease -8 28.1/10cm 39.9/10cm"},
        {"cushion",
         "bands with padded tubes, and what they lose",
         {{"--cast-on", "stitches"},
          {"--bands", "how many"},
          {"--fewer", "after each band"},
          {"--tube", "rows"},
          {"--closing", "rows that close a tube"},
          {"--background", "rows between"}},
         "cushion 112 bands 7 fewer 8 tube 18 closing 2 background 10"},
        {"panels",
         "panels for a bed that is too narrow",
         {{"--width", "of all"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--bed", "its needles"},
          {"--seams", "stitches that each panel gives to its seams (0)"}},
         "panels 130 cm 28.1/10cm bed 150 seams 2"},
        {"neck",
         "a neck in one question",
         {{"--width", "of its opening"},
          {"--depth", "of its opening"},
          {"--stitch-gauge", "such as 28.1/10cm"},
          {"--row-gauge", "such as 39.9/10cm"},
          {"--kind", "round, v or square (round)", false, {"round", "v", "square"}},
          {"--flat", "percent of the width in the middle of a round one (33.3)"},
          {"--straight", "percent of the depth at the top of a round one (30)"}},
         "neck 18 cm depth 8 cm 28.1/10cm 39.9/10cm"},
        {"cap",
         "a sleeve's cap, needles row by row",
         {{"--around", "stitches at the underarm"},
          {"--underarm", "bound off at each side (0)"},
          {"--top", "left at the top"},
          {"--rows", "of the cap"}},
         "cap 96 underarm 5 top 20 rows 52"},
    };
    return all;
}

const Sum* findSum(const std::string& name) {
    const auto found = std::ranges::find_if(sums(), [&](const Sum& sum) { return name == sum.name; });
    return found == sums().end() ? nullptr : &*found;
}

SumAnswer reckon(const std::string& sum, const GivenOptions& given) {
    return functions().at(sum)(reckoner::Options(given));
}

std::string asText(const SumAnswer& answer) {
    std::string text;
    for (const Step& step : answer.working)
        text += fmt::format("{:<44}  {}\n", render(step.what), render(step.value));
    for (const Finding& each : answer.findings)
        text += fmt::format("{}: {}\n", name(each.severity), render(each.text));
    return text;
}

std::string asJson(const std::string& sum, const SumAnswer& answer) {
    using reckoner::Json;
    Json working = Json::array();
    for (const Step& step : answer.working)
        working.push_back({{"step", render(step.what)}, {"value", render(step.value)}});
    Json findings = Json::array();
    for (const Finding& each : answer.findings)
        findings.push_back(
            {{"severity", name(each.severity)}, {"code", each.code.text()}, {"text", render(each.text)}});
    return Json{{"sum", sum}, {"result", Json::parse(answer.result)}, {"working", working}, {"findings", findings}}
               .dump() +
           "\n";
}

} // namespace vestimen
