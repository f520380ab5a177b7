// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/project_json.h"

#include "core/format/json_reader.h"
#include "core/format/stitch_size_json.h"

#include <array>

namespace vestimen {
namespace {

constexpr std::array<const char*, 7> treatmentKeys = {"off_the_machine", "pulled",  "rested", "washed",
                                                      "steamed",         "blocked", "custom"};

Length millimetres(const JsonReader& json, double least, double most) {
    return Length::millimetres(json.number(least, most));
}

// ---- machine

Json json(const Machine& machine) {
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
            {"has_garter_bar", machine.hasGarterBar}};
}

Machine readMachine(const JsonReader& json) {
    json.expectKeys({"name", "needles", "pitch_mm", "beds", "sizes", "position_names", "can_hold", "hold_wraps_itself",
                     "has_row_counter", "has_mast", "has_garter_bar"});
    Machine machine;
    machine.name = json.at("name").text();
    machine.needles = Stitches(json.at("needles").integer(2, 2000));
    machine.pitch = millimetres(json.at("pitch_mm"), 0.5, 50);
    machine.beds = json.at("beds").integer(1, 2);
    machine.sizes = readScale(json.at("sizes"));
    std::size_t names = 0;
    json.at("position_names").forEach([&](const JsonReader& name) {
        if (names >= machine.positionNames.size())
            name.fail("is one name too many: there are four positions");
        machine.positionNames[names++] = name.text();
    });
    machine.canHold = json.at("can_hold").boolean();
    machine.holdWrapsItself = json.at("hold_wraps_itself").boolean();
    machine.hasRowCounter = json.at("has_row_counter").boolean();
    machine.hasMast = json.at("has_mast").boolean();
    machine.hasGarterBar = json.at("has_garter_bar").boolean();
    return machine;
}

// ---- yarn

Json json(const Yarn& yarn) {
    return {{"name", yarn.name},       {"fibre", yarn.fibre},
            {"colour", yarn.colour},   {"metres_per_100g", yarn.metresPer100g},
            {"strands", yarn.strands}, {"grams_on_hand", yarn.gramsOnHand}};
}

Yarn readYarn(const JsonReader& json) {
    json.expectKeys({"name", "fibre", "colour", "metres_per_100g", "strands", "grams_on_hand"});
    Yarn yarn;
    yarn.name = json.at("name").text();
    yarn.fibre = json.at("fibre").text();
    yarn.colour = json.at("colour").text();
    if (yarn.colour.size() != 7 || yarn.colour[0] != '#' ||
        yarn.colour.find_first_not_of("0123456789abcdefABCDEF", 1) != std::string::npos)
        json.at("colour").fail("should be a colour such as #8E9AA3");
    yarn.metresPer100g = json.at("metres_per_100g").number(0, 100000);
    yarn.strands = json.at("strands").integer(1, 100);
    yarn.gramsOnHand = json.at("grams_on_hand").number(0, 1e6);
    return yarn;
}

// ---- swatch

Json json(const Reading& reading) {
    struct Visitor {
        Json operator()(const TapeReading& tape) const { return {{"tape_mm", tape.length.mm()}}; }
        Json operator()(const RuleReading& rule) const { return {{"rule_per_10cm", rule.perTenCentimetres}}; }
        Json operator()(const CountReading& count) const {
            return {{"counted", count.counted}, {"within_mm", count.within.mm()}};
        }
    };
    return std::visit(Visitor{}, reading);
}

Reading readReading(const JsonReader& json) {
    if (json.has("tape_mm")) {
        json.expectKeys({"tape_mm"});
        return TapeReading{millimetres(json.at("tape_mm"), 0, 100000)};
    }
    if (json.has("rule_per_10cm")) {
        json.expectKeys({"rule_per_10cm"});
        return RuleReading{json.at("rule_per_10cm").number(0, 100000)};
    }
    json.expectKeys({"counted", "within_mm"});
    return CountReading{json.at("counted").number(0, 100000), millimetres(json.at("within_mm"), 0, 100000)};
}

Json json(const std::vector<Reading>& readings) {
    Json list = Json::array();
    for (const Reading& each : readings)
        list.push_back(json(each));
    return list;
}

Json json(const Swatch& swatch) {
    Json result = {{"name", swatch.name},
                   {"field_stitches", swatch.field.count()},
                   {"field_rows", swatch.fieldRows.count()},
                   {"size_steps", swatch.size.steps},
                   {"cast_on", swatch.castOn.count()},
                   {"rows", swatch.rows.count()},
                   {"grams", swatch.grams},
                   {"verdict", swatch.verdict}};
    result["treatments"] = Json::array();
    for (const Treatment& each : swatch.treatments)
        result["treatments"].push_back({{"kind", treatmentKeys[static_cast<std::size_t>(each.kind)]},
                                        {"hours", each.hours},
                                        {"note", each.note},
                                        {"widths", json(each.widths)},
                                        {"heights", json(each.heights)}});
    if (swatch.treatmentInUse)
        result["treatment_in_use"] = *swatch.treatmentInUse;
    if (swatch.known)
        result["known_gauge"] = {{"stitches_per_10cm", swatch.known->stitches.perTenCentimetres()},
                                 {"rows_per_10cm", swatch.known->rows.perTenCentimetres()}};
    return result;
}

Swatch readSwatch(const JsonReader& json) {
    json.expectKeys({"name", "field_stitches", "field_rows", "size_steps", "cast_on", "rows", "grams", "verdict",
                     "treatments", "treatment_in_use", "known_gauge"});
    Swatch swatch;
    swatch.name = json.at("name").text();
    swatch.field = Stitches(json.at("field_stitches").integer(1, 2000));
    swatch.fieldRows = Rows(json.at("field_rows").integer(1, 10000));
    swatch.size.steps = json.at("size_steps").integer(0, 1000);
    swatch.castOn = Stitches(json.at("cast_on").integer(1, 2000));
    swatch.rows = Rows(json.at("rows").integer(1, 10000));
    swatch.grams = json.at("grams").number(0, 100000);
    swatch.verdict = json.at("verdict").text();
    json.at("treatments").forEach([&](const JsonReader& each) {
        each.expectKeys({"kind", "hours", "note", "widths", "heights"});
        Treatment treatment;
        const std::string kind = each.at("kind").text();
        const auto known = std::find(treatmentKeys.begin(), treatmentKeys.end(), kind);
        if (known == treatmentKeys.end())
            each.at("kind").fail("is \"" + kind + "\", which is no treatment");
        treatment.kind = static_cast<TreatmentKind>(known - treatmentKeys.begin());
        treatment.hours = each.at("hours").number(0, 100000);
        treatment.note = each.at("note").text();
        each.at("widths").forEach([&](const JsonReader& r) { treatment.widths.push_back(readReading(r)); });
        each.at("heights").forEach([&](const JsonReader& r) { treatment.heights.push_back(readReading(r)); });
        swatch.treatments.push_back(std::move(treatment));
    });
    if (const auto inUse = json.find("treatment_in_use"))
        swatch.treatmentInUse = inUse->integer(0, 1000);
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
    for (const MeasureInfo& each : measureInfos())
        if (const auto& taken = wearer[each.measure]) {
            measures[each.key] = {{"mm", taken->value.mm()}};
            if (taken->borrowed)
                measures[each.key]["borrowed"] = true;
            if (!taken->date.empty())
                measures[each.key]["date"] = taken->date;
        }
    return {{"name", wearer.name}, {"measures", measures}};
}

Measure readMeasureKey(const std::string& key, const JsonReader& json) {
    const auto measure = measureFromKey(key);
    if (!measure)
        json.fail("is no measure that is known");
    return *measure;
}

Wearer readWearer(const JsonReader& json) {
    json.expectKeys({"name", "measures"});
    Wearer wearer;
    wearer.name = json.at("name").text();
    json.at("measures").forEachKey([&](const std::string& key, const JsonReader& each) {
        each.expectKeys({"mm", "borrowed", "date"});
        MeasureValue value{millimetres(each.at("mm"), 0, 10000), false, {}};
        if (const auto borrowed = each.find("borrowed"))
            value.borrowed = borrowed->boolean();
        if (const auto date = each.find("date"))
            value.date = date->text();
        wearer[readMeasureKey(key, each)] = value;
    });
    return wearer;
}

// ---- choices

Json json(const Welt& welt) {
    return {{"kind", welt.kind == WeltKind::mockRib ? "mock_rib" : "folded_hem"}, {"depth_mm", welt.depth.mm()}};
}

Welt readWelt(const JsonReader& json) {
    json.expectKeys({"kind", "depth_mm"});
    return {json.at("kind").oneOf<WeltKind>({{"folded_hem", WeltKind::foldedHem}, {"mock_rib", WeltKind::mockRib}}),
            millimetres(json.at("depth_mm"), 0, 1000)};
}

Json json(const Choices& choices) {
    return {{"body_welt", json(choices.bodyWelt)},
            {"cuff", json(choices.cuff)},
            {"shoulder", choices.shoulder == ShoulderKind::straight ? "straight" : "short_rows"},
            {"wrap_turns", choices.wrapTurns},
            {"neck_trim_depth_mm", choices.neckTrimDepth.mm()},
            {"seam_stitches", choices.seamStitches},
            {"fashioning_inset", choices.fashioningInset},
            {"every_second_row", choices.everySecondRow},
            {"sleeve_lines", choices.sleeveLines},
            {"waste_rows", choices.wasteRows.count()}};
}

Choices readChoices(const JsonReader& json) {
    json.expectKeys({"body_welt", "cuff", "shoulder", "wrap_turns", "neck_trim_depth_mm", "seam_stitches",
                     "fashioning_inset", "every_second_row", "sleeve_lines", "waste_rows"});
    Choices choices;
    choices.bodyWelt = readWelt(json.at("body_welt"));
    choices.cuff = readWelt(json.at("cuff"));
    choices.shoulder =
        json.at("shoulder")
            .oneOf<ShoulderKind>({{"straight", ShoulderKind::straight}, {"short_rows", ShoulderKind::shortRows}});
    choices.wrapTurns = json.at("wrap_turns").boolean();
    choices.neckTrimDepth = millimetres(json.at("neck_trim_depth_mm"), 0, 1000);
    choices.seamStitches = json.at("seam_stitches").boolean();
    choices.fashioningInset = json.at("fashioning_inset").integer(1, 7);
    choices.everySecondRow = json.at("every_second_row").boolean();
    choices.sleeveLines = json.at("sleeve_lines").integer(0, 50);
    choices.wasteRows = Rows(json.at("waste_rows").integer(2, 60));
    return choices;
}

// ---- project

Json easeJson(const EaseTable& ease) {
    Json result = Json::object();
    for (const MeasureInfo& each : measureInfos()) {
        const Ease& room = ease[static_cast<std::size_t>(each.measure)];
        if (room != Ease{})
            result[each.key] = {{room.kind == Ease::Kind::percent ? "percent" : "mm", room.value}};
    }
    return result;
}

EaseTable readEase(const JsonReader& json) {
    EaseTable ease;
    json.forEachKey([&](const std::string& key, const JsonReader& each) {
        each.expectKeys({"mm", "percent"});
        Ease& room = ease[static_cast<std::size_t>(readMeasureKey(key, each))];
        if (each.has("percent"))
            room = {Ease::Kind::percent, each.at("percent").number(-90, 1000)};
        else
            room = {Ease::Kind::length, each.at("mm").number(-5000, 5000)};
    });
    return ease;
}

template<class Read> auto readAlone(const std::string& text, const char* format, const char* body, Read read) {
    const Json parsed = parseJson(text);
    const JsonReader reader(parsed);
    expectFormat(reader, format, 1);
    reader.expectKeys({"format", "version", body});
    return read(reader.at(body));
}

std::string alone(const char* format, const char* body, Json json) {
    return Json{{"format", format}, {"version", 1}, {body, std::move(json)}}.dump(2) + "\n";
}

} // namespace

std::string toJson(const Project& project) {
    Json result = {{"format", "vestimen-project"},
                   {"version", 1},
                   {"name", project.name},
                   {"article", "drop_shoulder_pullover"},
                   {"machine", json(project.machine)},
                   {"yarn", json(project.yarn)},
                   {"swatch", json(project.swatch)},
                   {"wearer", json(project.wearer)},
                   {"ease", easeJson(project.ease)},
                   {"choices", json(project.choices)}};
    result["pins"] = Json::object();
    for (const auto& [quantity, value] : project.pins)
        result["pins"][key(quantity)] = value;
    result["made"] = Json::array();
    for (const MadePiece& made : project.made) {
        Json each = {{"piece", made.piece}};
        if (made.width)
            each["width_mm"] = made.width->mm();
        if (made.length)
            each["length_mm"] = made.length->mm();
        if (!made.note.empty())
            each["note"] = made.note;
        result["made"].push_back(std::move(each));
    }
    result["joined"] = project.joined;
    return result.dump(2) + "\n";
}

Project projectFromJson(const std::string& text) {
    const Json parsed = parseJson(text);
    const JsonReader reader(parsed);
    expectFormat(reader, "vestimen-project", 1);
    reader.expectKeys({"format", "version", "name", "article", "machine", "yarn", "swatch", "wearer", "ease", "choices",
                       "pins", "made", "joined"});
    Project project;
    project.name = reader.at("name").text();
    if (const std::string article = reader.at("article").text(); article != "drop_shoulder_pullover")
        reader.at("article").fail("is \"" + article + "\", which this Vestimen cannot draft");
    project.machine = readMachine(reader.at("machine"));
    project.yarn = readYarn(reader.at("yarn"));
    project.swatch = readSwatch(reader.at("swatch"));
    project.wearer = readWearer(reader.at("wearer"));
    project.ease = readEase(reader.at("ease"));
    project.choices = readChoices(reader.at("choices"));
    reader.at("pins").forEachKey([&](const std::string& name, const JsonReader& value) {
        const auto quantity = quantityFromKey(name);
        if (!quantity)
            value.fail("is no count that can be pinned");
        project.pins[*quantity] = value.integer(1, 2000);
    });
    if (const auto made = reader.find("made"))
        made->forEach([&](const JsonReader& each) {
            each.expectKeys({"piece", "width_mm", "length_mm", "note"});
            MadePiece piece;
            piece.piece = each.at("piece").text();
            if (const auto width = each.find("width_mm"))
                piece.width = millimetres(*width, 0, 10000);
            if (const auto length = each.find("length_mm"))
                piece.length = millimetres(*length, 0, 10000);
            if (const auto note = each.find("note"))
                piece.note = note->text();
            project.made.push_back(std::move(piece));
        });
    if (const auto joined = reader.find("joined"))
        joined->forEach([&](const JsonReader& each) { project.joined.push_back(each.text()); });
    return project;
}

std::string toJson(const Machine& machine) {
    return alone("vestimen-machine", "machine", json(machine));
}
std::string toJson(const Yarn& yarn) {
    return alone("vestimen-yarn", "yarn", json(yarn));
}
std::string toJson(const Swatch& swatch) {
    return alone("vestimen-swatch", "swatch", json(swatch));
}
std::string toJson(const Wearer& wearer) {
    return alone("vestimen-wearer", "wearer", json(wearer));
}

Machine machineFromJson(const std::string& text) {
    return readAlone(text, "vestimen-machine", "machine", readMachine);
}
Yarn yarnFromJson(const std::string& text) {
    return readAlone(text, "vestimen-yarn", "yarn", readYarn);
}
Swatch swatchFromJson(const std::string& text) {
    return readAlone(text, "vestimen-swatch", "swatch", readSwatch);
}
Wearer wearerFromJson(const std::string& text) {
    return readAlone(text, "vestimen-wearer", "wearer", readWearer);
}

} // namespace vestimen
