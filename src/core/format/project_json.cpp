// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/project_json.h"

#include "core/article/articles.h"
#include "core/format/drawing_json.h"
#include "core/format/json_reader.h"
#include "core/format/values_json.h"
#include "core/joining/join_ways.h"

#include <algorithm>
#include <map>
#include <set>

namespace vestimen {
namespace {

// Earlier ones are still read: 1 had no tools, fabrics, photographs, history or shapes; 2 no open fronts, schools
// or ways of shaping; 4 knew garments alone; 5 no more than two panels; 6 no ways to cast on and to bind off.
constexpr int newestVersion = 7;

// ---- choices: as their list says

/// The object that a choice stands in, by its path: the choices' own, or one within, such as "shaping/neck".
std::optional<JsonReader> objectAt(const JsonReader& json, const std::string& path) {
    if (path.empty())
        return json;
    const std::size_t slash = path.find('/');
    const auto next = json.find(path.substr(0, slash).c_str());
    if (!next || slash == std::string::npos)
        return next;
    return objectAt(*next, path.substr(slash + 1));
}

Json valueOf(const AnyChoice& choice, const Article& article) {
    struct Write {
        double value;
        Json operator()(const OneOf& one) const { return one.options[static_cast<std::size_t>(value)].key; }
        Json operator()(const YesOrNo&) const { return value != 0.0; }
        Json operator()(const ALength&) const { return value; }
        Json operator()(const ANumber&) const { return static_cast<int>(value); }
        Json operator()(const AYarn&) const { return static_cast<int>(value); }
        Json operator()(const AShare&) const { return value * 100.0; }
    };
    return std::visit(Write{choice.get(article)}, choice.form);
}

double readValue(const JsonReader& json, const AnyChoice& choice) {
    struct Read {
        const JsonReader& json;
        double operator()(const OneOf& one) const {
            const std::string given = json.text();
            std::string allowed;
            for (std::size_t i = 0; i < one.options.size(); ++i) {
                if (given == one.options[i].key)
                    return static_cast<double>(i);
                allowed += (i == 0 ? "" : ", ") + std::string(one.options[i].key);
            }
            json.fail("is \"" + given + "\" and should be one of " + allowed);
        }
        double operator()(const YesOrNo&) const { return json.boolean() ? 1.0 : 0.0; }
        double operator()(const ALength& length) const { return millimetres(json, 0, length.mostInFiles).mm(); }
        double operator()(const ANumber& number) const {
            return json.integer(number.inFiles.least, number.inFiles.most);
        }
        double operator()(const AYarn&) const { return json.integer(0, mostYarns - 1); }
        double operator()(const AShare& share) const {
            return json.number(share.least * 100.0, share.most * 100.0) / 100.0;
        }
    };
    return std::visit(Read{json}, choice.form);
}

Json json(const Article& article) {
    Json result = Json::object();
    for (const AnyChoice& each : choicesOf(article)) {
        const std::string path = each.key.within;
        Json& object = path.empty() ? result : result[Json::json_pointer('/' + path)];
        object[each.key.key] = valueOf(each, article);
    }
    if (const Drawing* drawing = drawingOf(article))
        result["drawing"] = json(*drawing);
    return result;
}

/// The keys of each object, by its path, with those of the objects in it.
std::map<std::string, std::set<std::string>> choiceKeys(const Article& article) {
    std::map<std::string, std::set<std::string>> keys;
    for (const AnyChoice& each : choicesOf(article)) {
        std::string path = each.key.within;
        keys[path].insert(each.key.key);
        while (!path.empty()) {
            const std::size_t slash = path.rfind('/');
            const std::string above = slash == std::string::npos ? std::string() : path.substr(0, slash);
            keys[above].insert(path.substr(slash == std::string::npos ? 0 : slash + 1));
            path = above;
        }
    }
    return keys;
}

/// Earlier files said the same of all edges, and how many lines of the sleeve's; and of panels, whether there are two.
constexpr std::array earlierKeys = {"fashioning_inset", "every_second_row", "sleeve_lines", "panels"};

void readEarlierChoices(const JsonReader& json, Garment& garment) {
    for (EdgeShaping& edge : garment.edges) {
        if (const auto inset = json.find("fashioning_inset"))
            edge.inset = inset->integer(1, 7);
        if (const auto second = json.find("every_second_row"))
            edge.everySecondRow = second->boolean();
    }
    if (const auto lines = json.find("sleeve_lines"))
        garment.edge(ShapedEdge::sleeve).lines = lines->integer(0, 50);
    if (const auto panels = json.find("panels"))
        garment.body.panels = panels->boolean() ? Panels::two : Panels::one;
}

/// The kind of article that a file names: earlier ones knew pullovers and cardigans alone.
Article readKind(const JsonReader& json) {
    const std::string given = json.text();
    if (given == "pullover" || given == "drop_shoulder_pullover")
        return Garment();
    std::string known;
    for (const Article& each : allArticles()) {
        if (given == keyOf(each))
            return each;
        known += (known.empty() ? "" : ", ") + std::string(keyOf(each));
    }
    json.fail("is \"" + given + "\", which this Vestimen cannot draft; it can draft " + known);
}

void readChoices(const JsonReader& json, Article& article) {
    auto* garment = std::get_if<Garment>(&article);
    Drawing* drawing = drawingOf(article);
    for (auto [path, keys] : choiceKeys(article)) {
        if (path.empty() && drawing)
            keys.insert("drawing");
        if (path.empty() && garment)
            keys.insert(earlierKeys.begin(), earlierKeys.end());
        if (const auto object = objectAt(json, path))
            object->expectKeys(keys);
    }
    if (garment)
        readEarlierChoices(json, *garment);
    if (drawing)
        *drawing = readDrawing(json.at("drawing"));
    for (const AnyChoice& each : choicesOf(article)) {
        const std::string path = each.key.within;
        const auto object = each.key.isOld && !path.empty() ? json.at(path.c_str()) : objectAt(json, path);
        if (!object)
            continue; // earlier files did not know it
        if (each.key.isOld)
            each.set(article, readValue(object->at(each.key.key), each));
        else if (const auto value = object->find(each.key.key))
            each.set(article, readValue(*value, each));
    }
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

Json stripesJson(const Stripes& stripes) {
    Json of = Json::array();
    for (const Stripe& each : stripes.of) {
        Json stripe = {{"yarn", each.yarn}};
        if (const Rows* rows = std::get_if<Rows>(&each.height))
            stripe["rows"] = rows->count();
        else
            stripe["mm"] = std::get<Length>(each.height).mm();
        if (each.ends)
            stripe["ends"] = endsOptions[static_cast<std::size_t>(*each.ends)].key;
        of.push_back(std::move(stripe));
    }
    Json json = {{"of", std::move(of)}, {"repeated", stripes.repeated}, {"even_rows", stripes.even}};
    if (const auto& mixed = stripes.mixed)
        json["mixed"] = {
            {"least_rows", mixed->least.count()}, {"most_rows", mixed->most.count()}, {"seed", mixed->seed}};
    return json;
}

Ends readEnds(const JsonReader& json) {
    return json.oneOf<Ends>({{endsOptions[0].key, Ends::later},
                             {endsOptions[1].key, Ends::whileKnitting},
                             {endsOptions[2].key, Ends::intoTheSeam}});
}

WasteYarn readWaste(const JsonReader& json) {
    json.expectKeys({"colour", "ravel_cord"});
    WasteYarn waste;
    if (const auto colour = json.find("colour"))
        waste.colour = colour->colour();
    waste.cord = json.at("ravel_cord").boolean();
    return waste;
}

Stripes readStripes(const JsonReader& json) {
    json.expectKeys({"of", "repeated", "even_rows", "mixed"});
    Stripes stripes;
    const auto rows = [](const JsonReader& from) { return Rows(from.integer(1, mostStripeRows.count())); };
    json.at("of").forEach([&](const JsonReader& each) {
        each.expectKeys({"yarn", "rows", "mm", "ends"});
        if (each.has("rows") == each.has("mm"))
            each.fail("should have either rows or mm");
        if (static_cast<int>(stripes.of.size()) >= mostStripes)
            each.fail("is one stripe too many: " + std::to_string(mostStripes) + " can be");
        Stripe stripe{each.at("yarn").integer(0, mostYarns - 1)};
        if (each.has("rows"))
            stripe.height = rows(each.at("rows"));
        else
            stripe.height = Length::millimetres(each.at("mm").number(0.1, 10000));
        if (const auto ends = each.find("ends"))
            stripe.ends = readEnds(*ends);
        stripes.of.push_back(stripe);
    });
    stripes.repeated = json.at("repeated").boolean();
    stripes.even = json.at("even_rows").boolean();
    if (const auto mixed = json.find("mixed")) {
        mixed->expectKeys({"least_rows", "most_rows", "seed"});
        Stripes::Mixed bounds{rows(mixed->at("least_rows")), rows(mixed->at("most_rows"))};
        if (bounds.most < bounds.least)
            mixed->fail("should have most_rows of at least its least_rows");
        bounds.seed = static_cast<std::uint32_t>(mixed->at("seed").integer(0, 2'000'000'000));
        stripes.mixed = bounds;
    }
    return stripes;
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
        {"format", "vestimen-project"},      {"version", newestVersion},         {"name", project.name},
        {"article", keyOf(project.article)}, {"machine", json(project.machine)}, {"yarn", json(project.yarn)},
        {"swatch", json(project.swatch)},    {"wearer", json(project.wearer)},   {"ease", easeJson(project.ease)},
        {"choices", json(project.article)}};
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
    if (!project.moreYarns.empty())
        for (const Yarn& each : project.moreYarns)
            result["more_yarns"].push_back(json(each));
    if (!project.stripes.of.empty())
        result["stripes"] = stripesJson(project.stripes);
    if (project.ends != Ends::later)
        result["ends"] = endsOptions[static_cast<std::size_t>(project.ends)].key;
    if (project.waste != WasteYarn()) {
        result["waste_yarn"] = {{"ravel_cord", project.waste.cord}};
        if (!project.waste.colour.empty())
            result["waste_yarn"]["colour"] = project.waste.colour;
    }
    if (!project.decided.empty())
        result["decided"] = project.decided;
    result["joined"] = project.joined;
    if (!project.joinOrder.empty())
        result["join_order"] = project.joinOrder;
    for (const auto& [join, way] : project.joinWays)
        result["join_ways"][join] = way;
    if (project.hand == Hand::left)
        result["hand"] = "left";
    for (const Tick& tick : project.finished) {
        result["finished"].push_back({{"what", tick.what}, {"on", tick.on}});
        if (tick.minutes > 0.0)
            result["finished"].back()["minutes"] = tick.minutes;
    }
    for (const auto& [piece, ends] : project.forgottenEnds)
        result["forgotten_ends"][piece] = ends;
    result["notes"] = Json::array();
    for (const Note& note : project.notes)
        result["notes"].push_back({{"piece", note.piece}, {"text", note.text}});
    return result.dump(2) + "\n";
}

Project projectFromJson(const std::string& text) {
    const Json parsed = parseJson(text);
    const JsonReader reader(parsed);
    expectFormat(reader, "vestimen-project", newestVersion);
    reader.expectKeys({"format",     "version",   "name",    "article",    "machine",        "yarn",
                       "more_yarns", "stripes",   "ends",    "waste_yarn", "decided",        "swatch",
                       "wearer",     "ease",      "choices", "pins",       "made",           "joined",
                       "join_order", "join_ways", "hand",    "finished",   "forgotten_ends", "notes"});
    Project project;
    project.name = reader.at("name").text();
    project.article = readKind(reader.at("article"));
    project.machine = readMachine(reader.at("machine"));
    project.yarn = readYarn(reader.at("yarn"));
    if (const auto more = reader.find("more_yarns"))
        more->forEach([&](const JsonReader& each) {
            if (project.yarns() >= mostYarns)
                each.fail("is one yarn too many: a project has " + std::to_string(mostYarns) + " at most");
            project.moreYarns.push_back(readYarn(each));
        });
    if (const auto stripes = reader.find("stripes"))
        project.stripes = readStripes(*stripes);
    if (const auto ends = reader.find("ends"))
        project.ends = readEnds(*ends);
    if (const auto waste = reader.find("waste_yarn"))
        project.waste = readWaste(*waste);
    if (const auto decided = reader.find("decided"))
        decided->forEach([&](const JsonReader& each) { project.decided.push_back(each.text()); });
    project.swatch = readSwatch(reader.at("swatch"));
    if (project.swatch.machine.empty()) { // version 1 did not say what the swatch was made with
        project.swatch.machine = project.machine.name;
        project.swatch.sizes = project.machine.sizes;
        project.swatch.yarn = project.yarn.name;
        project.swatch.strands = project.yarn.strands;
    }
    project.wearer = readWearer(reader.at("wearer"));
    project.ease = readEase(reader.at("ease"));
    readChoices(reader.at("choices"), project.article);
    reader.at("pins").forEachKey([&](const std::string& name, const JsonReader& value) {
        const CountKey count(name);
        if (std::ranges::count(countsOf(project.article), count) == 0)
            value.fail("is no count that can be pinned");
        project.pins[count] = value.integer(1, 2000);
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
    if (const auto order = reader.find("join_order"))
        order->forEach([&](const JsonReader& each) { project.joinOrder.push_back(each.text()); });
    if (const auto ways = reader.find("join_ways"))
        ways->forEachKey([&](const std::string& join, const JsonReader& way) {
            project.joinWays[join] = wayOf(oneOfTable<JoinMethod>(way, joinWays)).option.key;
        });
    if (const auto hand = reader.find("hand"))
        project.hand = hand->oneOf<Hand>({{"right", Hand::right}, {"left", Hand::left}});
    if (const auto finished = reader.find("finished"))
        finished->forEach([&](const JsonReader& each) {
            each.expectKeys({"what", "on", "minutes"});
            Tick tick{each.at("what").text(), each.at("on").text()};
            if (const auto minutes = each.find("minutes"))
                tick.minutes = minutes->number(0.0, 10'000.0);
            project.finished.push_back(std::move(tick));
        });
    if (const auto forgotten = reader.find("forgotten_ends"))
        forgotten->forEachKey([&](const std::string& piece, const JsonReader& ends) {
            project.forgottenEnds[piece] = ends.integer(1, Project::mostForgotten);
        });
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
