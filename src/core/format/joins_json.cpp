// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/joins_json.h"

#include "core/format/values_json.h"
#include "core/joining/join_ways.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

const char* kindOf(Along::Of of) {
    switch (of) {
    case Along::Of::edge:
        return "edge";
    case Along::Of::kept:
        return "kept";
    case Along::Of::bound:
        return "bound";
    case Along::Of::castOn:
        return "cast";
    case Along::Of::firstRow:
        return "first";
    case Along::Of::allRows:
        break;
    }
    return "rows";
}

/// To the hundredth of a millimetre, finer than anything is measured.
double inMm(Length length) {
    return std::round(length.mm() * 100.0) / 100.0;
}

const char* name(Side side) {
    return side == Side::left ? "left" : "right";
}

const char* sideName(WornSide side) {
    return side == WornSide::knit ? "knit" : "purl";
}

Json lineJson(const Line& line) {
    Json json = Json::array();
    for (const Along& each : line) {
        Json stretch = {{"piece", each.piece.text()}, {"of", kindOf(each.of)}};
        if (!each.name.empty())
            stretch["name"] = each.name;
        if (each.backwards)
            stretch["backwards"] = true;
        json.push_back(std::move(stretch));
    }
    return json;
}

Json edgeJson(const JoinEdge& edge) {
    Json json = {{"what", render(edge.what)},
                 {"line", lineJson(edge.line)},
                 {"unit", edge.unit == JoinUnit::rows ? "rows" : "stitches"},
                 {"count", edge.count},
                 {"length_mm", inMm(edge.length)}};
    for (const JoinOpening& each : edge.hung)
        json["openings"].push_back({each.piece.text(), each.index});
    return json;
}

Json tailJson(const Join& join) {
    Json json = {{"mm", inMm(join.tail)}};
    if (!join.end)
        return json;
    json["piece"] = join.end->piece.text();
    json["operation"] = join.end->operation;
    json["row"] = join.end->row;
    json["side"] = name(join.end->at);
    return json;
}

/// `after`: of the joins that come before it, those that there are.
Json joinJson(const PlannedJoin& planned, const Join& join, Json after) {
    Json json = {{"key", join.key},
                 {"title", render(join.title)},
                 {"way", wayOf(join.method).option.key},
                 {"after", std::move(after)},
                 {"first", edgeJson(join.first)}};
    if (!planned.second.line.empty() || planned.second.count) // else the first is closed in itself
        json["second"] = edgeJson(join.second);
    json["eased_percent"] = std::round(join.eased * 1000.0) / 10.0;
    if (join.hang)
        for (const auto& [needle, opening] : join.hang->map)
            json["hang"].push_back({needle, opening});
    if (join.hanging)
        json["hanging"] = {{"first", join.hanging->secondFirst ? "second" : "first"},
                           {"first_shows", sideName(join.hanging->first)},
                           {"second_shows", sideName(join.hanging->second)},
                           {"yarn", name(join.hanging->yarn)}};
    if (join.tail > Length())
        json["tail"] = tailJson(join);
    for (const auto& [key, text] :
         {std::pair{"facing", &join.facing}, {"where", &join.tailSide}, {"check", &join.check}})
        if (*text->text != 0)
            json[key] = render(*text);
    if (join.trim)
        json["makes"] = join.trim->text();
    for (const Finding& finding : join.findings)
        json["findings"].push_back(findingJson(finding));
    return json;
}

} // namespace

std::string joinsJson(const Worked& worked) {
    Json json = {{"format", "vestimen-joins"}, {"version", 1}, {"joins", Json::array()}};
    for (const Join& join : worked.joins) {
        const auto planned = std::ranges::find(worked.plannedJoins, join.key, &PlannedJoin::key);
        if (planned == worked.plannedJoins.end())
            continue;
        Json after = Json::array();
        for (const std::string& each : planned->after)
            if (std::ranges::find(worked.joins, each, &Join::key) != worked.joins.end())
                after.push_back(each);
        json["joins"].push_back(joinJson(*planned, join, std::move(after)));
    }
    return json.dump(1) + "\n";
}

} // namespace vestimen
