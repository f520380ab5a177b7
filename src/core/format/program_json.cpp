// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/program_json.h"

#include "core/format/json_reader.h"
#include "core/format/stitch_size_json.h"

#include <fmt/format.h>

#include <charconv>

namespace vestimen {
namespace {

using namespace operation;

const char* text(Side side) {
    return side == Side::left ? "left" : "right";
}

Side side(const JsonReader& reader) {
    return reader.oneOf<Side>({{"left", Side::left}, {"right", Side::right}});
}

Needle needle(const JsonReader& reader) {
    const std::string name = reader.text();
    const auto parsed = Needle::parse(name);
    if (!parsed)
        reader.fail("is \"" + name + "\" and should be a needle such as L12, R3 or b:L4");
    return *parsed;
}

/// "first:L12", "edge:right:34", "front/edge:armhole_left:34", "front/kept:neck:7".
std::string text(const HangSource& source, const Hung& hung) {
    return toText(source) + ":" + (source.isByNeedle() ? hung.of.name() : std::to_string(hung.index));
}

/// More than any piece has; so many take a moment and some memory to run.
constexpr int mostRows = 30000;

constexpr std::pair<YarnRole, const char*> roles[] = {
    {YarnRole::main, "main"}, {YarnRole::contrast, "contrast"}, {YarnRole::waste, "waste"}, {YarnRole::ravel, "ravel"}};

class OperationWriter {
public:
    explicit OperationWriter(const Program& program) : program_(program) {}

    Json operator()(const CastOn& op) const {
        Json json = {{"op", "cast_on"},
                     {"method", traits(op.method).option.key},
                     {"from", op.from.name()},
                     {"to", op.to.name()}};
        if (op.every != 1)
            json["every"] = op.every;
        json["yarn"] = yarn(op.yarn);
        json["carriage"] = text(op.carriage);
        if (!op.as.empty())
            json["as"] = op.as;
        if (op.ownEnd)
            json["own_end"] = true;
        writeTail(op.tail, json);
        return json;
    }
    Json operator()(const SlipRow&) const { return {{"op", "slip"}}; }
    Json operator()(const Rack& op) const { return {{"op", "rack"}, {"to", op.to}}; }
    Json operator()(const Knit& op) const {
        const YarnRole role = program_.yarns[op.yarn].role;
        Json json = {{"op", role == YarnRole::waste   ? "waste"
                            : role == YarnRole::ravel ? "ravel"
                                                      : "knit"},
                     {"rows", op.rows.count()},
                     {"yarn", yarn(op.yarn)}};
        if (op.size)
            json["size"] = program_.machine.sizes.text(*op.size);
        if (op.floatAllowed)
            json["float"] = true;
        if (op.beds != Beds::both)
            json["beds"] = op.beds == Beds::main ? "main" : "second";
        if (op.secondSize)
            json["second_size"] = program_.machine.sizes.text(*op.secondSize);
        return json;
    }
    Json operator()(const Hold& op) const {
        Json json = {{"op", "hold"}, {"from", op.from.name()}, {"to", op.to.name()}};
        if (op.apart)
            json["apart"] = true;
        return json;
    }
    Json operator()(const Release& op) const {
        return {{"op", "release"}, {"from", op.from.name()}, {"to", op.to.name()}};
    }
    Json operator()(const HoldLever& op) const { return {{"op", "hold_lever"}, {"on", op.on}}; }
    Json operator()(const Wrap& op) const { return {{"op", "wrap"}, {"needle", op.needle.name()}}; }
    Json operator()(const Increase& op) const { return shaping("increase", op); }
    Json operator()(const Decrease& op) const { return shaping("decrease", op); }
    Json operator()(const BindOff& op) const {
        Json json = {{"op", "bind_off"}, {"method", traits(op.method).option.key}};
        if (op.all)
            json["all"] = true;
        else
            json.update({{"side", text(op.side)}, {"count", op.count}});
        if (op.at)
            json["at"] = op.at->name();
        if (!op.as.empty())
            json["as"] = op.as;
        if (op.sewnWith > Length())
            json["sewn_with_mm"] = op.sewnWith.mm();
        writeTail(op.tail, json);
        return json;
    }
    Json operator()(const Transfer& op) const {
        Json moves = Json::array();
        for (const auto& [from, to] : op.moves)
            moves.push_back({from.name(), to.name()});
        Json json = {{"op", "transfer"}, {"moves", moves}};
        if (!op.stay.empty())
            json["stay"] = names(op.stay);
        return json;
    }
    Json operator()(const Cross& op) const {
        return {{"op", "cross"}, {"left", names(op.left)}, {"right", names(op.right)}};
    }
    Json operator()(const Place& op) const {
        return {{"op", "place"}, {"needles", names(op.needles)}, {"yarn", yarn(op.yarn)}};
    }
    Json operator()(const Hang& op) const {
        Json map = Json::array();
        for (const Hung& hung : op.map)
            map.push_back({hung.needle.name(), text(op.source(hung), hung)});
        Json json = {{"op", "hang"}, {"map", map}};
        for (const HangSource& each : op.allOf)
            json["all_of"].push_back(toText(each));
        if (op.again)
            json["again"] = true;
        return json;
    }
    Json operator()(const TakeOff& op) const {
        return {{"op", "take_off"},
                {"from", op.from.name()},
                {"to", op.to.name()},
                {"onto", op.onto == Onto::waste ? "waste" : "holder"},
                {"as", op.as}};
    }
    Json operator()(const DrawUp& op) const {
        Json json = {{"op", "draw_up"}, {"as", op.as}, {"yarn", yarn(op.yarn)}};
        writeTail(op.tail, json);
        return json;
    }
    Json operator()(const Drop& op) const {
        Json json = {{"op", "drop"}, {"needle", op.needle.name()}, {"rows", op.rows.count()}};
        if (op.ladder)
            json["ladder"] = true;
        return json;
    }
    Json operator()(const Reform& op) const {
        return {{"op", "reform"},
                {"needle", op.needle.name()},
                {"rows", op.rows.count()},
                {"as", op.as == Reformed::purl ? "purl" : "knit"}};
    }
    Json operator()(const Split& op) const {
        return {{"op", "split"}, {"needle", op.needle.name()}, {"rows", op.rows.count()}};
    }
    Json operator()(const BreakYarn& op) const {
        Json json = {{"op", "break_yarn"}, {"yarn", yarn(op.yarn)}};
        writeTail(op.tail, json);
        return json;
    }
    static void writeTail(const Tail& tail, Json& json) {
        if (tail.length > Length())
            json["tail"] = {{"mm", tail.length.mm()}, {"for", tail.use}, {"at", text(tail.at)}};
    }
    Json operator()(const JoinYarn& op) const {
        Json json = {{"op", "join_yarn"}, {"yarn", yarn(op.yarn)}};
        if (op.carriage)
            json["carriage"] = text(*op.carriage);
        writeTail(op.tail, json);
        return json;
    }
    Json operator()(const MoveCarriage& op) const {
        return {{"op", "carriage"}, {"to", text(op.to)}, {"how", op.how == Crossing::lifted ? "lifted" : "free_pass"}};
    }
    Json operator()(const Mark& op) const {
        if (const auto* at = std::get_if<Side>(&op.at))
            return {{"op", "mark"}, {"side", text(*at)}, {"as", op.as}};
        return {{"op", "mark"}, {"needle", std::get<Needle>(op.at).name()}, {"as", op.as}};
    }
    Json operator()(const Counter& op) const { return {{"op", "counter"}, {"to", op.to}}; }
    Json operator()(const Say& op) const {
        Json json = {{"op", "say"}, {"text", op.text}};
        if (!op.code.empty())
            json["code"] = op.code;
        return json;
    }

private:
    const std::string& yarn(YarnIndex index) const { return program_.yarns[index].id; }
    static Json names(const std::vector<Needle>& needles) {
        Json list = Json::array();
        for (const Needle each : needles)
            list.push_back(each.name());
        return list;
    }
    template<class Op> static Json shaping(const char* name, const Op& op) {
        Json json = {{"op", name}, {"side", text(op.side)}, {"count", op.count}};
        json["kind"] = op.kind == Shaping::edge ? "edge" : "fashioned";
        if (op.kind == Shaping::fashioned)
            json["inset"] = op.inset;
        return json;
    }

    const Program& program_;
};

class OperationReader {
public:
    explicit OperationReader(const Program& program) : program_(program) {}

    Operation read(const JsonReader& json) const {
        Operation operation{action(json), std::nullopt};
        if (const auto row = json.find("row"))
            operation.row = row->integer(0, 30000);
        return operation;
    }

private:
    static Tail readTail(const JsonReader& json) {
        const auto tail = json.find("tail");
        if (!tail)
            return {};
        tail->expectKeys({"mm", "for", "at"});
        return {Length::millimetres(tail->at("mm").number(1.0, 100000.0)), tail->at("for").text(),
                side(tail->at("at"))};
    }
    /// A way to cast on or to bind off.
    Action action(const JsonReader& json) const {
        const std::string op = json.at("op").text();
        if (op == "cast_on") {
            json.expectKeys(
                {"op", "row", "method", "from", "to", "every", "yarn", "carriage", "as", "own_end", "tail"});
            CastOn castOn{oneOfTable<CastOnMethod>(json.at("method"), castOnTraits),
                          needle(json.at("from")),
                          needle(json.at("to")),
                          1,
                          yarn(json.at("yarn")),
                          side(json.at("carriage")),
                          readTail(json)};
            if (const auto every = json.find("every"))
                castOn.every = every->integer(1, 100);
            if (const auto as = json.find("as"))
                castOn.as = as->text();
            if (const auto ownEnd = json.find("own_end"))
                castOn.ownEnd = ownEnd->boolean();
            return castOn;
        }
        if (op == "knit" || op == "waste" || op == "ravel")
            return knit(json, op);
        if (op == "slip") {
            json.expectKeys({"op", "row"});
            return SlipRow{};
        }
        if (op == "rack") {
            json.expectKeys({"op", "row", "to"});
            return Rack{json.at("to").integer(-50, 50)};
        }
        if (op == "hold" || op == "release") {
            const bool isHold = op == "hold";
            json.expectKeys(isHold ? std::initializer_list<const char*>{"op", "row", "from", "to", "apart"}
                                   : std::initializer_list<const char*>{"op", "row", "from", "to"});
            const Needle from = needle(json.at("from"));
            const Needle to = needle(json.at("to"));
            if (!isHold)
                return Release{from, to};
            const auto apart = json.find("apart");
            return Hold{from, to, apart && apart->boolean()};
        }
        if (op == "hold_lever") {
            json.expectKeys({"op", "row", "on"});
            return HoldLever{json.at("on").boolean()};
        }
        if (op == "wrap") {
            json.expectKeys({"op", "row", "needle"});
            return operation::Wrap{needle(json.at("needle"))};
        }
        if (op == "increase")
            return shaping<Increase>(json);
        if (op == "decrease")
            return shaping<Decrease>(json);
        if (op == "bind_off") {
            json.expectKeys({"op", "row", "side", "count", "method", "all", "as", "at", "sewn_with_mm", "tail"});
            BindOff bindOff;
            if (const auto as = json.find("as"))
                bindOff.as = as->text();
            bindOff.method = oneOfTable<BindOffMethod>(json.at("method"), bindOffTraits);
            if (const auto sewn = json.find("sewn_with_mm"))
                bindOff.sewnWith = Length::millimetres(sewn->number(1.0, 1000000.0));
            if (const auto all = json.find("all"))
                bindOff.all = all->boolean();
            if (!bindOff.all) {
                bindOff.side = side(json.at("side"));
                bindOff.count = json.at("count").integer(1, 1000);
                if (const auto at = json.find("at"))
                    bindOff.at = needle(*at);
            }
            bindOff.tail = readTail(json);
            return bindOff;
        }
        if (op == "transfer") {
            json.expectKeys({"op", "row", "moves", "stay"});
            Transfer transfer;
            json.at("moves").forEach([&](const JsonReader& move) {
                const auto ends = needles(move);
                if (ends.size() != 2)
                    move.fail("should be a pair of needles");
                transfer.moves.emplace_back(ends[0], ends[1]);
            });
            if (const auto stay = json.find("stay"))
                transfer.stay = needles(*stay);
            return transfer;
        }
        if (op == "cross") {
            json.expectKeys({"op", "row", "left", "right"});
            return Cross{needles(json.at("left")), needles(json.at("right"))};
        }
        if (op == "place") {
            json.expectKeys({"op", "row", "needles", "yarn"});
            return Place{needles(json.at("needles")), yarn(json.at("yarn"))};
        }
        if (op == "hang")
            return hang(json);
        if (op == "take_off") {
            json.expectKeys({"op", "row", "from", "to", "onto", "as"});
            return TakeOff{needle(json.at("from")), needle(json.at("to")),
                           json.at("onto").oneOf<Onto>({{"waste", Onto::waste}, {"holder", Onto::holder}}),
                           json.at("as").text()};
        }
        if (op == "draw_up") {
            json.expectKeys({"op", "row", "as", "yarn", "tail"});
            return DrawUp{json.at("as").text(), readTail(json), yarn(json.at("yarn"))};
        }
        if (op == "drop") {
            json.expectKeys({"op", "row", "needle", "rows", "ladder"});
            const auto ladder = json.find("ladder");
            return Drop{needle(json.at("needle")), Rows(json.at("rows").integer(1, 30000)),
                        ladder && ladder->boolean()};
        }
        if (op == "reform") {
            json.expectKeys({"op", "row", "needle", "rows", "as"});
            return Reform{needle(json.at("needle")), Rows(json.at("rows").integer(1, 30000)),
                          json.at("as").oneOf<Reformed>({{"knit", Reformed::knit}, {"purl", Reformed::purl}})};
        }
        if (op == "split") {
            json.expectKeys({"op", "row", "needle", "rows"});
            return Split{needle(json.at("needle")), Rows(json.at("rows").integer(1, 30000))};
        }
        if (op == "break_yarn") {
            json.expectKeys({"op", "row", "yarn", "tail"});
            return BreakYarn{yarn(json.at("yarn")), readTail(json)};
        }
        if (op == "join_yarn") {
            json.expectKeys({"op", "row", "yarn", "carriage", "tail"});
            JoinYarn join{yarn(json.at("yarn")), std::nullopt, readTail(json)};
            if (const auto carriage = json.find("carriage"))
                join.carriage = side(*carriage);
            return join;
        }
        if (op == "carriage") {
            json.expectKeys({"op", "row", "to", "how"});
            return MoveCarriage{side(json.at("to")), json.at("how").oneOf<Crossing>({{"free_pass", Crossing::freePass},
                                                                                     {"lifted", Crossing::lifted}})};
        }
        if (op == "mark") {
            json.expectKeys({"op", "row", "needle", "side", "as"});
            if (json.has("side"))
                return Mark{side(json.at("side")), json.at("as").text()};
            return Mark{needle(json.at("needle")), json.at("as").text()};
        }
        if (op == "counter") {
            json.expectKeys({"op", "row", "to"});
            return Counter{json.at("to").integer(0, 30000)};
        }
        if (op == "say") {
            json.expectKeys({"op", "row", "text", "code"});
            const auto code = json.find("code");
            return Say{json.at("text").text(), code ? code->text() : ""};
        }
        json.at("op").fail("is \"" + op + "\", which is no operation");
    }

    Action knit(const JsonReader& json, const std::string& op) const {
        json.expectKeys({"op", "row", "rows", "yarn", "size", "float", "beds", "second_size"});
        Knit knit{Rows(json.at("rows").integer(1, 30000)), yarn(json.at("yarn")), std::nullopt, false};
        const YarnRole role = program_.yarns[knit.yarn].role;
        if ((op == "waste" && role != YarnRole::waste) || (op == "ravel" && role != YarnRole::ravel))
            json.at("yarn").fail("should be a yarn whose role is " + op);
        const auto sizeOf = [&](const char* key) -> std::optional<StitchSize> {
            const auto text = json.find(key);
            const auto size = text ? program_.machine.sizes.parse(text->text()) : std::nullopt;
            if (text && !size)
                text->fail("is \"" + text->text() + "\", which the machine's scale does not have");
            return size;
        };
        knit.size = sizeOf("size");
        knit.secondSize = sizeOf("second_size");
        if (const auto beds = json.find("beds")) {
            if (beds->text() != "main" && beds->text() != "second")
                beds->fail("should be main or second; without it both beds knit");
            knit.beds = beds->text() == "main" ? Beds::main : Beds::second;
            if (program_.machine.beds < 2)
                beds->fail("is only for a machine of two beds");
        }
        if (const auto allowed = json.find("float"))
            knit.floatAllowed = allowed->boolean();
        return knit;
    }

    Action hang(const JsonReader& json) const {
        json.expectKeys({"op", "row", "map", "all_of", "again"});
        Hang hang;
        json.at("map").forEach([&](const JsonReader& pair) {
            std::vector<JsonReader> parts;
            pair.forEach([&](const JsonReader& part) { parts.push_back(part); });
            if (parts.size() != 2)
                pair.fail("should be a needle and a source");
            put(hang, needle(parts[0]), parts[1]);
        });
        if (const auto again = json.find("again"))
            hang.again = again->boolean();
        if (const auto all = json.find("all_of"))
            all->forEach([&](const JsonReader& each) {
                auto [source, rest] = sourceKind(each.text());
                if (!source || source->kind == HangSource::Kind::bar ||
                    rest.has_value() == (source->kind == HangSource::Kind::first))
                    each.fail("is \"" + each.text() + "\" and should be like first, edge:right or front/kept:neck");
                source->name = rest.value_or("");
                hang.allOf.push_back(std::move(*source));
            });
        return hang;
    }

    /// The piece and kind of a source, and what follows after a colon. No source where the kind is not known.
    static std::pair<std::optional<HangSource>, std::optional<std::string>> sourceKind(const std::string& text) {
        static const std::map<std::string, HangSource::Kind> kinds = {
            {"first", HangSource::Kind::first}, {"bar", HangSource::Kind::bar},     {"edge", HangSource::Kind::edge},
            {"kept", HangSource::Kind::kept},   {"bound", HangSource::Kind::bound}, {"cast", HangSource::Kind::castOn},
            {"row", HangSource::Kind::row}};
        const auto slash = text.find('/');
        const auto begin = slash == std::string::npos ? 0 : slash + 1;
        const auto colon = text.find(':', begin);
        const auto kind = kinds.find(text.substr(begin, colon - begin));
        if (kind == kinds.end())
            return {};
        const std::string piece = text.substr(0, begin == 0 ? 0 : begin - 1);
        return {HangSource{piece, kind->second},
                colon == std::string::npos ? std::nullopt : std::optional(text.substr(colon + 1))};
    }

    static void put(Hang& hang, Needle needle, const JsonReader& json) {
        const auto wrong = [&]() {
            json.fail("is \"" + json.text() +
                      "\" and should be like first:L12, bar:R3, row:17:L12, edge:right:34 or front/kept:neck:7");
        };
        auto [source, rest] = sourceKind(json.text());
        if (!source || !rest || (source->kind == HangSource::Kind::bar && !source->piece.empty()))
            wrong();
        const auto last = rest->rfind(':');
        const bool isNamed = source->kind != HangSource::Kind::first && source->kind != HangSource::Kind::bar;
        if (isNamed && last == std::string::npos)
            wrong();
        if (source->isByNeedle()) {
            const auto of = Needle::parse(isNamed ? rest->substr(last + 1) : *rest);
            if (!of)
                wrong();
            if (isNamed)
                source->name = rest->substr(0, last);
            hang.from(*source);
            return hang.put(needle, *of);
        }
        int index = 0;
        const char* end = rest->data() + rest->size();
        const auto [stop, error] = std::from_chars(rest->data() + last + 1, end, index);
        if (error != std::errc() || stop != end || index < 1)
            wrong();
        source->name = rest->substr(0, last);
        hang.from(*source);
        hang.put(needle, index);
    }

    template<class Op> static Op shaping(const JsonReader& json) {
        json.expectKeys({"op", "row", "side", "count", "kind", "inset"});
        Op op;
        op.side = side(json.at("side"));
        if (const auto count = json.find("count"))
            op.count = count->integer(1, 100);
        op.kind = json.at("kind").oneOf<Shaping>({{"edge", Shaping::edge}, {"fashioned", Shaping::fashioned}});
        if (op.kind == Shaping::fashioned)
            op.inset = json.at("inset").integer(1, 20);
        return op;
    }

    YarnIndex yarn(const JsonReader& json) const {
        const std::string id = json.text();
        for (std::size_t i = 0; i < program_.yarns.size(); ++i)
            if (program_.yarns[i].id == id)
                return static_cast<YarnIndex>(i);
        json.fail("is \"" + id + "\", which is not among the yarns");
    }

    static std::vector<Needle> needles(const JsonReader& json) {
        std::vector<Needle> list;
        json.forEach([&](const JsonReader& each) { list.push_back(needle(each)); });
        return list;
    }

    const Program& program_;
};

Json machineJson(const ProgramMachine& machine) {
    Json json = {{"needles", machine.needles},
                 {"beds", machine.beds},
                 {"loops_per_needle", machine.loopsPerNeedle},
                 {"needle_wraps_itself_on_carriage_side", machine.wrapsItselfOnCarriageSide},
                 {"half_pitch", machine.halfPitch},
                 {"sizes", scaleJson(machine.sizes)}};
    if (machine.beds > 1)
        json["racking"] = machine.racking;
    if (machine.positionNames != usualPositionNames())
        json["position_names"] = machine.positionNames;
    return json;
}

ProgramMachine readMachine(const JsonReader& json) {
    json.expectKeys({"needles", "beds", "loops_per_needle", "needle_wraps_itself_on_carriage_side", "half_pitch",
                     "sizes", "position_names", "racking"});
    ProgramMachine machine;
    machine.needles = json.at("needles").integer(2, 2000);
    machine.beds = json.at("beds").integer(1, 2);
    if (const auto loops = json.find("loops_per_needle"))
        machine.loopsPerNeedle = loops->integer(1, 20);
    if (const auto wraps = json.find("needle_wraps_itself_on_carriage_side"))
        machine.wrapsItselfOnCarriageSide = wraps->boolean();
    if (const auto half = json.find("half_pitch"))
        machine.halfPitch = half->boolean();
    if (const auto racking = json.find("racking"))
        machine.racking = racking->integer(0, 50);
    if (const auto sizes = json.find("sizes"))
        machine.sizes = readScale(*sizes);
    if (const auto names = json.find("position_names"))
        machine.positionNames = readPositionNames(*names);
    return machine;
}

} // namespace

std::string toJson(const Program& program) {
    Json json = {{"format", "vestimen-program"},
                 {"version", 1},
                 {"piece", program.piece},
                 {"worn", program.worn},
                 {"worn_side_out", program.wornSideOut == WornSide::knit ? "knit" : "purl"},
                 {"machine", machineJson(program.machine)}};
    json["yarns"] = Json::object();
    for (const ProgramYarn& yarn : program.yarns)
        for (const auto& [role, name] : roles)
            if (role == yarn.role) {
                json["yarns"][yarn.id] = {{"name", yarn.name}, {"role", name}};
                if (yarn.strands > 0)
                    json["yarns"][yarn.id]["strands"] = yarn.strands;
                if (!yarn.colour.empty())
                    json["yarns"][yarn.id]["colour"] = yarn.colour;
            }
    if (program.openTurnsWanted)
        json["open_turns_wanted"] = true;
    if (!program.firstRowKeptAs.empty())
        json["first_row_kept_as"] = program.firstRowKeptAs;
    json["operations"] = Json::array();
    const OperationWriter writer(program);
    for (const Operation& operation : program.operations) {
        Json each = std::visit(writer, operation.action);
        if (operation.row)
            each["row"] = *operation.row;
        json["operations"].push_back(std::move(each));
    }
    json["edges"] = Json::array();
    for (const NamedEdge& edge : program.edges)
        json["edges"].push_back(
            {{"name", edge.name}, {"side", text(edge.side)}, {"passes", {edge.firstPass, edge.lastPass}}});
    json["shape"] = Json::array();
    for (const WidthRun& run : program.shape)
        json["shape"].push_back({run.passes, run.stitches});
    return json.dump(1) + "\n";
}

Program programFromJson(const std::string& text) {
    const Json parsed = parseJson(text);
    const JsonReader json(parsed);
    expectFormat(json, "vestimen-program", 1);
    json.expectKeys({"format", "version", "piece", "worn", "worn_side_out", "machine", "yarns", "open_turns_wanted",
                     "first_row_kept_as", "operations", "edges", "shape"});
    Program program;
    program.piece = json.at("piece").text();
    program.worn = json.at("worn").text();
    program.wornSideOut =
        json.at("worn_side_out").oneOf<WornSide>({{"knit", WornSide::knit}, {"purl", WornSide::purl}});
    program.machine = readMachine(json.at("machine"));
    json.at("yarns").forEachKey([&](const std::string& id, const JsonReader& yarn) {
        yarn.expectKeys({"name", "role", "strands", "colour"});
        const auto strands = yarn.find("strands");
        program.yarns.push_back({id, yarn.at("name").text(),
                                 yarn.at("role").oneOf<YarnRole>({{"main", YarnRole::main},
                                                                  {"contrast", YarnRole::contrast},
                                                                  {"waste", YarnRole::waste},
                                                                  {"ravel", YarnRole::ravel}}),
                                 strands ? strands->integer(1, 100) : 0,
                                 yarn.has("colour") ? yarn.at("colour").colour() : std::string()});
    });
    if (const auto wanted = json.find("open_turns_wanted"))
        program.openTurnsWanted = wanted->boolean();
    if (const auto kept = json.find("first_row_kept_as"))
        program.firstRowKeptAs = kept->text();
    const OperationReader reader(program);
    int rows = 0;
    json.at("operations").forEach([&](const JsonReader& each) {
        program.operations.push_back(reader.read(each));
        if (const auto* knit = std::get_if<Knit>(&program.operations.back().action))
            rows += knit->rows.count();
        if (rows > mostRows)
            each.fail(fmt::format("brings the program to {} rows; at most {} are read", rows, mostRows));
    });
    const auto pair = [](const JsonReader& list, int least) {
        std::vector<int> values;
        list.forEach([&](const JsonReader& value) { values.push_back(value.integer(least, 100000)); });
        if (values.size() != 2)
            list.fail("should be two whole numbers");
        return std::pair{values[0], values[1]};
    };
    if (const auto edges = json.find("edges"))
        edges->forEach([&](const JsonReader& edge) {
            edge.expectKeys({"name", "side", "passes"});
            const auto [first, last] = pair(edge.at("passes"), 1);
            program.edges.push_back({edge.at("name").text(), side(edge.at("side")), first, last});
        });
    if (const auto shape = json.find("shape"))
        shape->forEach([&](const JsonReader& run) {
            const auto [passes, stitches] = pair(run, 0);
            program.shape.push_back({passes, stitches});
        });
    return program;
}

} // namespace vestimen
