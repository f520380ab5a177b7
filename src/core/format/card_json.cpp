// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/card_json.h"

#include "core/format/json_reader.h"
#include "core/format/program_json.h"
#include "core/joining/join_ways.h"

namespace vestimen {

PracticeCard cardFromJson(const std::string& text) {
    const Json parsed = parseJson(text);
    const JsonReader json(parsed);
    expectFormat(json, "vestimen-card", 1);
    json.expectKeys({"format", "version", "key", "title", "group", "about", "tools", "look", "caution", "sewn",
                     "program", "end", "sign", "causes", "next", "mends"});
    const auto textOr = [&](const char* key) {
        const auto found = json.find(key);
        return found ? found->text() : std::string();
    };
    const auto texts = [&](const char* key) {
        std::vector<std::string> all;
        if (const auto found = json.find(key))
            found->forEach([&](const JsonReader& each) { all.push_back(each.text()); });
        return all;
    };
    PracticeCard card;
    card.key = json.at("key").text();
    card.title = json.at("title").text();
    card.group = json.at("group").text();
    card.about = json.at("about").text();
    card.tools = texts("tools");
    card.look = json.at("look").text();
    card.caution = textOr("caution");
    if (const auto sewn = json.find("sewn"))
        card.sewn = wayOf(oneOfTable<JoinMethod>(*sewn, joinWays)).option.key;
    card.sign = textOr("sign");
    card.causes = texts("causes");
    card.next = textOr("next");
    using Mends = PracticeCard::Mends;
    if (const auto mends = json.find("mends"))
        card.mends = mends->oneOf<Mends>(
            {{"piece", Mends::piece}, {"column", Mends::column}, {"row", Mends::row}, {"slip", Mends::slip}});
    const JsonReader end = json.at("end");
    end.expectKeys({"rows", "loops", "waits", "kept", "bound", "purls", "ladder", "split"});
    const auto count = [&](const char* key) {
        const auto found = end.find(key);
        return found ? found->integer(0, 100'000) : 0;
    };
    card.end = {count("rows"),  count("loops"), count("waits"),  count("kept"),
                count("bound"), count("purls"), count("ladder"), count("split")};
    try {
        card.program = programFromJson(parsed.at("program").dump());
    } catch (const FormatError& error) {
        json.at("program").fail(std::string("is no sound program: ") + error.what());
    } catch (const Json::exception&) {
        json.at("program").fail("is missing"); // at() above says so first
    }
    return card;
}

} // namespace vestimen
