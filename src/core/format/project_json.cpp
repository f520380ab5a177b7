// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/project_json.h"

#include "core/format/json_reader.h"
#include "core/format/values_json.h"

#include <algorithm>

namespace vestimen {
namespace {

// Both earlier ones are still read: 1 had no tools, fabrics, photographs, history or shapes; 2 no open fronts, schools
// or ways of shaping.
constexpr int newestVersion = 4;

// ---- choices

constexpr std::initializer_list<std::pair<const char*, BodyKind>> bodyNames = {
    {"drop_shoulder", BodyKind::dropShoulder},
    {"set_in", BodyKind::setIn},
    {"raglan", BodyKind::raglan},
    {"sleeveless", BodyKind::sleeveless},
    {"strapped", BodyKind::strapped}};
constexpr std::initializer_list<std::pair<const char*, Closure>> closureNames = {{"pullover", Closure::pullover},
                                                                                 {"cardigan", Closure::cardigan}};
constexpr std::initializer_list<std::pair<const char*, NeckSchool>> schoolNames = {
    {"hold", NeckSchool::hold}, {"bind_off", NeckSchool::bindOff}, {"waste_yarn", NeckSchool::wasteYarn}};
constexpr std::initializer_list<std::pair<const char*, ShoulderKind>> shoulderNames = {
    {"straight", ShoulderKind::straight}, {"short_rows", ShoulderKind::shortRows}, {"stepped", ShoulderKind::stepped}};
constexpr std::initializer_list<std::pair<const char*, AcrossWay>> acrossNames = {
    {"by_hand", AcrossWay::byHand}, {"garter_bar", AcrossWay::garterBar}, {"waste_yarn", AcrossWay::wasteYarn}};
constexpr std::initializer_list<std::pair<const char*, WeltKind>> weltNames = {{"folded_hem", WeltKind::foldedHem},
                                                                               {"mock_rib", WeltKind::mockRib},
                                                                               {"latched_rib", WeltKind::latchedRib},
                                                                               {"two_bed_rib", WeltKind::twoBedRib},
                                                                               {"rolled", WeltKind::rolled}};
constexpr std::initializer_list<std::pair<const char*, SleeveLine>> sleeveNames = {{"tapered", SleeveLine::tapered},
                                                                                   {"straight", SleeveLine::straight}};
constexpr std::initializer_list<std::pair<const char*, SleeveReach>> reachNames = {{"full", SleeveReach::full},
                                                                                   {"short", SleeveReach::shortened}};
constexpr std::initializer_list<std::pair<const char*, SleeveSchool>> sleeveSchoolNames = {
    {"up", SleeveSchool::up}, {"down", SleeveSchool::down}};
constexpr std::initializer_list<std::pair<const char*, HemLine>> hemNames = {{"straight", HemLine::straight},
                                                                             {"curved", HemLine::curved}};
constexpr std::initializer_list<std::pair<const char*, Side>> wearerSides = {{"left", Side::left},
                                                                             {"right", Side::right}};
constexpr std::initializer_list<std::pair<const char*, NeckKind>> neckNames = {
    {"round", NeckKind::round}, {"v", NeckKind::vee}, {"square", NeckKind::square}, {"boat", NeckKind::boat}};

constexpr std::initializer_list<std::pair<const char*, SideKind>> sideNames = {
    {"straight", SideKind::straight}, {"a_line", SideKind::aLine}, {"waisted", SideKind::waisted}};

template<class Value> const char* nameOf(Value value, std::initializer_list<std::pair<const char*, Value>> names) {
    return std::ranges::find(names, value, &std::pair<const char*, Value>::second)->first;
}

Json json(const Welt& welt) {
    return {{"kind", nameOf(welt.kind, weltNames)},
            {"depth_mm", welt.depth.mm()},
            {"gathered_percent", welt.gather * 100.0}};
}

Welt readWelt(const JsonReader& json) {
    json.expectKeys({"kind", "depth_mm", "gathered_percent"});
    Welt welt{json.at("kind").oneOf<WeltKind>(weltNames), millimetres(json.at("depth_mm"), 0, 1000)};
    if (const auto gathered = json.find("gathered_percent"))
        welt.gather = gathered->number(0, mostGather * 100.0) / 100.0;
    return welt;
}

/// Choices that a file may leave out: earlier files did not know them.
template<class Value>
void readIfSaid(const JsonReader& json, const char* key, Value& value,
                std::initializer_list<std::pair<const char*, Value>> names) {
    if (const auto found = json.find(key))
        value = found->oneOf<Value>(names);
}

constexpr std::array<const char*, allEdges.size()> edgeKeys = {"sides", "armhole", "neck", "sleeve", "cap"};

Json shapingJson(const Choices& choices) {
    Json result = Json::object();
    for (const ShapedEdge each : allEdges) {
        const EdgeShaping& edge = choices.edge(each);
        result[edgeKeys[static_cast<std::size_t>(each)]] = {{"lines", edge.lines},
                                                            {"every_second_row", edge.everySecondRow},
                                                            {"fashioned", edge.fashioned},
                                                            {"inset", edge.inset}};
    }
    return result;
}

/// Earlier files said the same of all edges, and how many lines of the sleeve's.
void readShaping(const JsonReader& json, Choices& choices) {
    for (EdgeShaping& edge : choices.edges) {
        if (const auto inset = json.find("fashioning_inset"))
            edge.inset = inset->integer(1, 7);
        if (const auto second = json.find("every_second_row"))
            edge.everySecondRow = second->boolean();
    }
    if (const auto lines = json.find("sleeve_lines"))
        choices.edge(ShapedEdge::sleeve).lines = lines->integer(0, 50);
    const auto shaping = json.find("shaping");
    if (!shaping)
        return;
    shaping->expectKeys({"sides", "armhole", "neck", "sleeve", "cap"});
    for (const ShapedEdge each : allEdges)
        if (const auto found = shaping->find(edgeKeys[static_cast<std::size_t>(each)])) {
            found->expectKeys({"lines", "every_second_row", "fashioned", "inset"});
            choices.edge(each) = {found->at("lines").integer(0, 50), found->at("every_second_row").boolean(),
                                  found->at("fashioned").boolean(), found->at("inset").integer(1, 7)};
        }
}

Json json(const Choices& choices) {
    return {{"closure", nameOf(choices.closure, closureNames)},
            {"neck_school", nameOf(choices.neckSchool, schoolNames)},
            {"back_neck", choices.backNeck},
            {"neck_trim_in_two", choices.neckTrimInTwo},
            {"panels", choices.panels},
            {"sleeve", nameOf(choices.sleeveLine, sleeveNames)},
            {"sleeve_reach", nameOf(choices.sleeveReach, reachNames)},
            {"hem_line", nameOf(choices.hemLine, hemNames)},
            {"hem_rise_mm", choices.hemRise.mm()},
            {"sleeve_school", nameOf(choices.sleeveSchool, sleeveSchoolNames)},
            {"welt_afterwards", choices.weltAfterwards},
            {"across", nameOf(choices.acrossWay, acrossNames)},
            {"short_sleeve_mm", choices.shortSleeve.mm()},
            {"strap_mm", choices.strap.mm()},
            {"strap_back_mm", choices.strapBack.mm()},
            {"band_depth_mm", choices.bandDepth.mm()},
            {"buttons", choices.buttons},
            {"button_mm", choices.button.mm()},
            {"buttonholes", nameOf(choices.buttonholes, wearerSides)},
            {"body", nameOf(choices.body, bodyNames)},
            {"neck", nameOf(choices.neck, neckNames)},
            {"sides", nameOf(choices.sides, sideNames)},
            {"underarm_mm", choices.underarm.mm()},
            {"narrower_mm", choices.narrower.mm()},
            {"cap_top_mm", choices.capTop.mm()},
            {"cap_ease_mm", choices.capEase.mm()},
            {"arm_trim_depth_mm", choices.armTrimDepth.mm()},
            {"body_welt", json(choices.bodyWelt)},
            {"cuff", json(choices.cuff)},
            {"shoulder", nameOf(choices.shoulder, shoulderNames)},
            {"wrap_turns", choices.wrapTurns},
            {"neck_trim_depth_mm", choices.neckTrimDepth.mm()},
            {"seam_stitches", choices.seamStitches},
            {"shaping", shapingJson(choices)},
            {"waste_rows", choices.wasteRows.count()}};
}

Choices readChoices(const JsonReader& json) {
    json.expectKeys({"closure",
                     "neck_school",
                     "back_neck",
                     "neck_trim_in_two",
                     "panels",
                     "sleeve",
                     "sleeve_reach",
                     "short_sleeve_mm",
                     "strap_mm",
                     "strap_back_mm",
                     "band_depth_mm",
                     "buttons",
                     "button_mm",
                     "buttonholes",
                     "body",
                     "neck",
                     "sides",
                     "underarm_mm",
                     "narrower_mm",
                     "cap_top_mm",
                     "cap_ease_mm",
                     "arm_trim_depth_mm",
                     "body_welt",
                     "cuff",
                     "shoulder",
                     "wrap_turns",
                     "neck_trim_depth_mm",
                     "seam_stitches",
                     "sleeve_school",
                     "welt_afterwards",
                     "across",
                     "hem_line",
                     "hem_rise_mm",
                     "shaping",
                     "fashioning_inset",
                     "every_second_row",
                     "sleeve_lines",
                     "waste_rows"});
    Choices choices;
    // Version 1 knew the drop shoulder with a round neck only.
    readIfSaid(json, "body", choices.body, bodyNames);
    readIfSaid(json, "neck", choices.neck, neckNames);
    readIfSaid(json, "sides", choices.sides, sideNames);
    readIfSaid(json, "closure", choices.closure, closureNames);
    readIfSaid(json, "neck_school", choices.neckSchool, schoolNames);
    readIfSaid(json, "sleeve", choices.sleeveLine, sleeveNames);
    readIfSaid(json, "sleeve_reach", choices.sleeveReach, reachNames);
    readIfSaid(json, "sleeve_school", choices.sleeveSchool, sleeveSchoolNames);
    if (const auto across = json.find("across"))
        choices.acrossWay = across->oneOf<AcrossWay>(acrossNames);
    if (const auto afterwards = json.find("welt_afterwards"))
        choices.weltAfterwards = afterwards->boolean();
    readIfSaid(json, "hem_line", choices.hemLine, hemNames);
    readIfSaid(json, "buttonholes", choices.buttonholes, wearerSides);
    if (const auto backNeck = json.find("back_neck"))
        choices.backNeck = backNeck->boolean();
    if (const auto inTwo = json.find("neck_trim_in_two"))
        choices.neckTrimInTwo = inTwo->boolean();
    if (const auto panels = json.find("panels"))
        choices.panels = panels->boolean();
    if (const auto buttons = json.find("buttons"))
        choices.buttons = buttons->integer(0, 100);
    for (const auto& [name, length] : {std::pair{"underarm_mm", &choices.underarm},
                                       {"narrower_mm", &choices.narrower},
                                       {"cap_top_mm", &choices.capTop},
                                       {"cap_ease_mm", &choices.capEase},
                                       {"arm_trim_depth_mm", &choices.armTrimDepth},
                                       {"short_sleeve_mm", &choices.shortSleeve},
                                       {"strap_mm", &choices.strap},
                                       {"hem_rise_mm", &choices.hemRise},
                                       {"strap_back_mm", &choices.strapBack},
                                       {"band_depth_mm", &choices.bandDepth},
                                       {"button_mm", &choices.button}})
        if (const auto found = json.find(name))
            *length = millimetres(*found, 0, 1000);
    choices.bodyWelt = readWelt(json.at("body_welt"));
    choices.cuff = readWelt(json.at("cuff"));
    choices.shoulder = json.at("shoulder").oneOf<ShoulderKind>(shoulderNames);
    choices.wrapTurns = json.at("wrap_turns").boolean();
    choices.neckTrimDepth = millimetres(json.at("neck_trim_depth_mm"), 0, 1000);
    choices.seamStitches = json.at("seam_stitches").boolean();
    readShaping(json, choices);
    choices.wasteRows = Rows(json.at("waste_rows").integer(2, 60));
    return choices;
}

// ---- project

Json easeJson(const EaseTable& ease) {
    Json result = Json::object();
    for (const MeasureInfo& each : measureInfos()) {
        const Ease& room = ease[static_cast<std::size_t>(each.measure)];
        if (room.kind == Ease::Kind::fit)
            result[each.key] = {{"fit", label(room.fit)}};
        else if (room.value != 0.0)
            result[each.key] = {{room.kind == Ease::Kind::percent ? "percent" : "mm", room.value}};
    }
    return result;
}

EaseTable readEase(const JsonReader& json) {
    EaseTable ease;
    json.forEachKey([&](const std::string& key, const JsonReader& each) {
        each.expectKeys({"mm", "percent", "fit"});
        Ease& room = ease[static_cast<std::size_t>(readMeasureKey(key, each))];
        if (const auto fit = each.find("fit"))
            room = Ease::of(fit->oneOf<Fit>({{"close", Fit::close}, {"easy", Fit::easy}, {"roomy", Fit::roomy}}));
        else if (each.has("percent"))
            room = {Ease::Kind::percent, each.at("percent").number(-90, 1000)};
        else
            room = {Ease::Kind::length, each.at("mm").number(-5000, 5000)};
    });
    return ease;
}

template<class Read> auto readAlone(const std::string& text, const char* format, const char* body, Read read) {
    const Json parsed = parseJson(text);
    const JsonReader reader(parsed);
    expectFormat(reader, format, newestVersion);
    reader.expectKeys({"format", "version", body});
    return read(reader.at(body));
}

std::string alone(const char* format, const char* body, Json json) {
    return Json{{"format", format}, {"version", newestVersion}, {body, std::move(json)}}.dump(2) + "\n";
}

} // namespace

std::string toJson(const Project& project) {
    Json result = {
        {"format", "vestimen-project"},    {"version", newestVersion},         {"name", project.name},
        {"article", "pullover"},           {"machine", json(project.machine)}, {"yarn", json(project.yarn)},
        {"swatch", json(project.swatch)},  {"wearer", json(project.wearer)},   {"ease", easeJson(project.ease)},
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
    result["notes"] = Json::array();
    for (const Note& note : project.notes)
        result["notes"].push_back({{"piece", note.piece}, {"text", note.text}});
    return result.dump(2) + "\n";
}

Project projectFromJson(const std::string& text) {
    const Json parsed = parseJson(text);
    const JsonReader reader(parsed);
    expectFormat(reader, "vestimen-project", newestVersion);
    reader.expectKeys({"format", "version", "name", "article", "machine", "yarn", "swatch", "wearer", "ease", "choices",
                       "pins", "made", "joined", "notes"});
    Project project;
    project.name = reader.at("name").text();
    if (const std::string article = reader.at("article").text();
        article != "pullover" && article != "drop_shoulder_pullover")
        reader.at("article").fail("is \"" + article + "\", which this Vestimen cannot draft");
    project.machine = readMachine(reader.at("machine"));
    project.yarn = readYarn(reader.at("yarn"));
    project.swatch = readSwatch(reader.at("swatch"));
    if (project.swatch.machine.empty()) { // version 1 did not say what the swatch was made with
        project.swatch.machine = project.machine.name;
        project.swatch.sizes = project.machine.sizes;
        project.swatch.yarn = project.yarn.name;
        project.swatch.strands = project.yarn.strands;
    }
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
    if (const auto notes = reader.find("notes"))
        notes->forEach([&](const JsonReader& each) {
            each.expectKeys({"piece", "text"});
            project.notes.push_back({each.at("piece").text(), each.at("text").text()});
        });
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
