// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/values_json.h"

#include "core/format/stitch_size_json.h"

#include <algorithm>
#include <array>

namespace vestimen {
namespace {

constexpr std::array<const char*, 7> treatmentKeys = {"off_the_machine", "pulled",  "rested", "washed",
                                                      "steamed",         "blocked", "custom"};
constexpr std::array<const char*, 4> fabricKeys = {"plain", "patterned", "mock_rib", "two_bed_rib"};
constexpr std::array<const char*, 5> verdictKeys = {"none", "too_thin", "good", "stiff", "uneven"};
constexpr std::array<const char*, 4> thicknessKeys = {"metres_per_100g", "tex", "nm", "wraps_per_inch"};

/// A value of an enumeration by its key in files.
template<class Value, std::size_t count>
Value fromKey(const JsonReader& json, const std::array<const char*, count>& keys, const char* what) {
    const std::string given = json.text();
    const auto known = std::find(keys.begin(), keys.end(), given);
    if (known == keys.end())
        json.fail("is \"" + given + "\", which is no " + what);
    return static_cast<Value>(known - keys.begin());
}

template<class Value, std::size_t count> const char* keyOf(Value value, const std::array<const char*, count>& keys) {
    return keys[static_cast<std::size_t>(value)];
}

std::string textOr(const JsonReader& json, const char* key, std::string otherwise = {}) {
    const auto found = json.find(key);
    return found ? found->text() : std::move(otherwise);
}

Json json(const Reading& reading) {
    struct Visitor {
        Json operator()(const TapeReading& tape) const {
            Json result = {{"tape_mm", tape.length.mm()}};
            if (!tape.typed.empty())
                result["typed"] = tape.typed;
            return result;
        }
        Json operator()(const RuleReading& rule) const { return {{"rule_per_10cm", rule.perTenCentimetres}}; }
        Json operator()(const CountReading& count) const {
            Json result = {{"counted", count.counted}, {"within_mm", count.within.mm()}};
            if (!count.typed.empty())
                result["typed"] = count.typed;
            return result;
        }
    };
    return std::visit(Visitor{}, reading);
}

Reading readReading(const JsonReader& json) {
    if (json.has("tape_mm")) {
        json.expectKeys({"tape_mm", "typed"});
        return TapeReading{millimetres(json.at("tape_mm"), 0, 100000), textOr(json, "typed")};
    }
    if (json.has("rule_per_10cm")) {
        json.expectKeys({"rule_per_10cm"});
        return RuleReading{json.at("rule_per_10cm").number(0, 100000)};
    }
    json.expectKeys({"counted", "within_mm", "typed"});
    return CountReading{json.at("counted").number(0, 100000), millimetres(json.at("within_mm"), 0, 100000),
                        textOr(json, "typed")};
}

Json json(const std::vector<Reading>& readings) {
    Json list = Json::array();
    for (const Reading& each : readings)
        list.push_back(json(each));
    return list;
}

Treatment readTreatment(const JsonReader& json) {
    json.expectKeys({"kind", "hours", "began", "note", "widths", "heights"});
    Treatment treatment;
    treatment.kind = fromKey<TreatmentKind>(json.at("kind"), treatmentKeys, "treatment");
    treatment.hours = json.at("hours").number(0, 100000);
    treatment.began = textOr(json, "began");
    treatment.note = json.at("note").text();
    json.at("widths").forEach([&](const JsonReader& r) { treatment.widths.push_back(readReading(r)); });
    json.at("heights").forEach([&](const JsonReader& r) { treatment.heights.push_back(readReading(r)); });
    return treatment;
}

Json json(const MeasureValue& value) {
    Json result = {{"mm", value.value.mm()}};
    if (value.borrowed)
        result["borrowed"] = true;
    if (value.onGarment)
        result["on_garment"] = true;
    for (const auto& [key, text] : {std::pair{"date", &value.date}, {"typed", &value.typed}, {"by", &value.by}})
        if (!text->empty())
            result[key] = *text;
    return result;
}

/// With `earlier`, the key of that name is the caller's business.
MeasureValue readMeasureValue(const JsonReader& json) {
    json.expectKeys({"mm", "borrowed", "on_garment", "date", "typed", "by", "earlier"});
    MeasureValue value{millimetres(json.at("mm"), 0, 10000)};
    if (const auto borrowed = json.find("borrowed"))
        value.borrowed = borrowed->boolean();
    if (const auto onGarment = json.find("on_garment"))
        value.onGarment = onGarment->boolean();
    value.date = textOr(json, "date");
    value.typed = textOr(json, "typed");
    value.by = textOr(json, "by");
    return value;
}

} // namespace

Length millimetres(const JsonReader& json, double least, double most) {
    return Length::millimetres(json.number(least, most));
}

// ---- machine

Json json(const Machine& machine) {
    Json tools = Json::array();
    for (const ToolInfo& each : toolInfos())
        if (machine.has(each.tool))
            tools.push_back(each.key);
    return {{"name", machine.name},
            {"needles", machine.needles.count()},
            {"pitch_mm", machine.pitch.mm()},
            {"beds", machine.beds},
            {"sizes", scaleJson(machine.sizes)},
            {"position_names", machine.positionNames},
            {"can_hold", machine.canHold},
            {"hold_wraps_itself", machine.holdWrapsItself},
            {"has_row_counter", machine.hasRowCounter},
            {"has_mast", machine.hasMast},
            {"needles_by_hand", machine.needlesByHand},
            {"tools", tools}};
}

Machine readMachine(const JsonReader& json) {
    json.expectKeys({"name", "needles", "pitch_mm", "beds", "sizes", "position_names", "can_hold", "hold_wraps_itself",
                     "has_row_counter", "has_mast", "has_garter_bar", "needles_by_hand", "tools"});
    Machine machine;
    machine.name = json.at("name").text();
    machine.needles = Stitches(json.at("needles").integer(2, 2000));
    machine.pitch = millimetres(json.at("pitch_mm"), 0.5, 50);
    machine.beds = json.at("beds").integer(1, 2);
    machine.sizes = readScale(json.at("sizes"));
    machine.positionNames = readPositionNames(json.at("position_names"));
    machine.canHold = json.at("can_hold").boolean();
    machine.holdWrapsItself = json.at("hold_wraps_itself").boolean();
    machine.hasRowCounter = json.at("has_row_counter").boolean();
    machine.hasMast = json.at("has_mast").boolean();
    if (const auto byHand = json.find("needles_by_hand"))
        machine.needlesByHand = byHand->boolean();
    if (const auto tools = json.find("tools")) {
        machine.tools.fill(false);
        tools->forEach([&](const JsonReader& each) {
            const std::string key = each.text();
            const auto known = std::find_if(toolInfos().begin(), toolInfos().end(),
                                            [&](const ToolInfo& tool) { return key == tool.key; });
            if (known == toolInfos().end())
                each.fail("is \"" + key + "\", which is no tool that is known");
            machine.tools[static_cast<std::size_t>(known->tool)] = true;
        });
    } else if (const auto garterBar = json.find("has_garter_bar")) {
        machine.tools[static_cast<std::size_t>(Tool::garterBar)] = garterBar->boolean();
    }
    return machine;
}

// ---- yarn

Json json(const Yarn& yarn) {
    Json result = {{"name", yarn.name},
                   {"fibre", yarn.fibre},
                   {"colour", yarn.colour},
                   {"colour_name", yarn.colourName},
                   {"lot", yarn.lot},
                   {"strands", yarn.strands},
                   {"grams_on_hand", yarn.gramsOnHand},
                   {"cost_per_100g", yarn.costPer100g},
                   {"note", yarn.note}};
    if (yarn.gramsPerBall > 0.0)
        result["grams_per_ball"] = yarn.gramsPerBall;
    if (yarn.thickness.value > 0.0)
        result["thickness"] = {{keyOf(yarn.thickness.kind, thicknessKeys), yarn.thickness.value}};
    return result;
}

Yarn readYarn(const JsonReader& json) {
    json.expectKeys({"name", "fibre", "colour", "colour_name", "lot", "grams_per_ball", "metres_per_100g", "thickness",
                     "strands", "grams_on_hand", "cost_per_100g", "note"});
    Yarn yarn;
    yarn.name = json.at("name").text();
    yarn.fibre = json.at("fibre").text();
    yarn.colour = json.at("colour").colour();
    if (const auto ball = json.find("grams_per_ball"))
        yarn.gramsPerBall = ball->number(0, 100000);
    yarn.colourName = textOr(json, "colour_name");
    yarn.lot = textOr(json, "lot");
    if (const auto metres = json.find("metres_per_100g"))
        yarn.thickness = {Thickness::Kind::metresPer100g, metres->number(0, 100000)};
    if (const auto thickness = json.find("thickness"))
        thickness->forEachKey([&](const std::string& key, const JsonReader& value) {
            const auto known = std::find(thicknessKeys.begin(), thicknessKeys.end(), key);
            if (known == thicknessKeys.end())
                value.fail("is no measure of thickness that is known");
            yarn.thickness = {static_cast<Thickness::Kind>(known - thicknessKeys.begin()), value.number(0, 100000)};
        });
    yarn.strands = json.at("strands").integer(1, 100);
    yarn.gramsOnHand = json.at("grams_on_hand").number(0, 1e6);
    if (const auto cost = json.find("cost_per_100g"))
        yarn.costPer100g = cost->number(0, 1e9);
    yarn.note = textOr(json, "note");
    return yarn;
}

// ---- swatch

Json json(const Swatch& swatch) {
    Json result = {{"name", swatch.name},
                   {"machine", swatch.machine},
                   {"yarn", swatch.yarn},
                   {"strands", swatch.strands},
                   {"sizes", scaleJson(swatch.sizes)},
                   {"size_steps", swatch.size.steps},
                   {"fabric", keyOf(swatch.fabric, fabricKeys)},
                   {"pattern", swatch.pattern},
                   {"cast_on", swatch.castOn.count()},
                   {"field_stitches", swatch.field.count()},
                   {"field_rows", swatch.fieldRows.count()},
                   {"margin_rows", swatch.margin.count()},
                   {"marker_heights", swatch.markerHeights},
                   {"grams", swatch.grams},
                   {"verdict", keyOf(swatch.verdict, verdictKeys)},
                   {"notes", swatch.notes},
                   {"photographs", swatch.photographs}};
    if (swatch.weights > 0 || swatch.weightsApart > Stitches(0))
        result["weights"] = {{"count", swatch.weights}, {"needles_apart", swatch.weightsApart.count()}};
    result["treatments"] = Json::array();
    for (const Treatment& each : swatch.treatments)
        result["treatments"].push_back({{"kind", keyOf(each.kind, treatmentKeys)},
                                        {"hours", each.hours},
                                        {"began", each.began},
                                        {"note", each.note},
                                        {"widths", json(each.widths)},
                                        {"heights", json(each.heights)}});
    if (swatch.treatmentInUse)
        result["treatment_in_use"] = *swatch.treatmentInUse;
    if (swatch.articleTreatment)
        result["article_treatment"] = keyOf(*swatch.articleTreatment, treatmentKeys);
    if (swatch.known)
        result["known_gauge"] = {{"stitches_per_10cm", swatch.known->stitches.perTenCentimetres()},
                                 {"rows_per_10cm", swatch.known->rows.perTenCentimetres()}};
    return result;
}

Swatch readSwatch(const JsonReader& json) {
    json.expectKeys({"name",
                     "machine",
                     "yarn",
                     "strands",
                     "sizes",
                     "size_steps",
                     "fabric",
                     "pattern",
                     "cast_on",
                     "field_stitches",
                     "field_rows",
                     "margin_rows",
                     "marker_heights",
                     "rows",
                     "weights",
                     "grams",
                     "verdict",
                     "notes",
                     "photographs",
                     "treatments",
                     "treatment_in_use",
                     "article_treatment",
                     "known_gauge"});
    Swatch swatch;
    swatch.name = json.at("name").text();
    swatch.machine = textOr(json, "machine");
    swatch.yarn = textOr(json, "yarn");
    if (const auto strands = json.find("strands"))
        swatch.strands = strands->integer(1, 100);
    if (const auto sizes = json.find("sizes"))
        swatch.sizes = readScale(*sizes);
    swatch.size.steps = json.at("size_steps").integer(0, 1000);
    if (const auto fabric = json.find("fabric"))
        swatch.fabric = fromKey<FabricKind>(*fabric, fabricKeys, "fabric");
    swatch.pattern = textOr(json, "pattern");
    swatch.castOn = Stitches(json.at("cast_on").integer(1, 2000));
    swatch.field = Stitches(json.at("field_stitches").integer(1, 2000));
    swatch.fieldRows = Rows(json.at("field_rows").integer(1, 10000));
    if (const auto margin = json.find("margin_rows"))
        swatch.margin = Rows(margin->integer(0, 1000));
    else // version 1 told all the rows
        swatch.margin = Rows(
            std::max(0, json.at("rows").integer(1, 10000) - swatch.fieldRows.count() - 2 * Swatch::contrastRows) / 2);
    if (const auto heights = json.find("marker_heights"))
        swatch.markerHeights = heights->integer(1, 12);
    if (const auto weights = json.find("weights")) {
        weights->expectKeys({"count", "needles_apart"});
        swatch.weights = weights->at("count").integer(0, 200);
        swatch.weightsApart = Stitches(weights->at("needles_apart").integer(0, 400));
    }
    swatch.grams = json.at("grams").number(0, 100000);
    if (json.has("notes")) {
        swatch.notes = json.at("notes").text();
        swatch.verdict = fromKey<FabricVerdict>(json.at("verdict"), verdictKeys, "verdict");
    } else {
        swatch.notes = json.at("verdict").text();
    }
    if (const auto photographs = json.find("photographs"))
        photographs->forEach([&](const JsonReader& each) {
            const std::string name = each.text();
            if (name.empty() || name[0] == '.' || name.find('/') != std::string::npos)
                each.fail("should be the name of a file in the photographs’ folder");
            swatch.photographs.push_back(name);
        });
    json.at("treatments").forEach([&](const JsonReader& each) { swatch.treatments.push_back(readTreatment(each)); });
    if (const auto inUse = json.find("treatment_in_use"))
        swatch.treatmentInUse = inUse->integer(0, 1000);
    if (const auto article = json.find("article_treatment"))
        swatch.articleTreatment = fromKey<TreatmentKind>(*article, treatmentKeys, "treatment");
    if (const auto known = json.find("known_gauge")) {
        known->expectKeys({"stitches_per_10cm", "rows_per_10cm"});
        swatch.known = FabricGauge{Gauge::perTenCentimetres(known->at("stitches_per_10cm").number(0.1, 1000)),
                                   Gauge::perTenCentimetres(known->at("rows_per_10cm").number(0.1, 1000))};
    }
    return swatch;
}

// ---- wearer

Json json(const Wearer& wearer) {
    Json measures = Json::object();
    for (const MeasureInfo& each : measureInfos()) {
        const auto& taken = wearer[each.measure];
        const auto& before = wearer.before(each.measure);
        if (!taken && before.empty())
            continue;
        Json entry = taken ? json(*taken) : Json::object();
        for (const MeasureValue& value : before)
            entry["earlier"].push_back(json(value));
        measures[each.key] = std::move(entry);
    }
    return {{"name", wearer.name},
            {"figure", wearer.isChild ? "child" : "adult"},
            {"note", wearer.note},
            {"measures", measures}};
}

Measure readMeasureKey(const std::string& key, const JsonReader& json) {
    const auto measure = measureFromKey(key);
    if (!measure)
        json.fail("is no measure that is known");
    return *measure;
}

Wearer readWearer(const JsonReader& json) {
    json.expectKeys({"name", "figure", "note", "measures"});
    Wearer wearer;
    wearer.name = json.at("name").text();
    if (const auto figure = json.find("figure"))
        wearer.isChild = figure->oneOf<bool>({{"adult", false}, {"child", true}});
    wearer.note = textOr(json, "note");
    json.at("measures").forEachKey([&](const std::string& key, const JsonReader& each) {
        const auto at = static_cast<std::size_t>(readMeasureKey(key, each));
        if (const auto earlier = each.find("earlier"))
            earlier->forEach([&](const JsonReader& old) { wearer.earlier[at].push_back(readMeasureValue(old)); });
        if (each.has("mm") || !each.has("earlier"))
            wearer.measures[at] = readMeasureValue(each);
    });
    return wearer;
}

Json findingJson(const Finding& finding) {
    Json json = {{"severity", name(finding.severity)}, {"code", finding.code.text()}, {"text", render(finding.text)}};
    if (!finding.piece.empty())
        json["piece"] = finding.piece;
    if (finding.operation >= 0)
        json["operation"] = finding.operation;
    if (finding.row >= 0)
        json["row"] = finding.row;
    if (finding.needle)
        json["needle"] = finding.needle->name();
    return json;
}

} // namespace vestimen
