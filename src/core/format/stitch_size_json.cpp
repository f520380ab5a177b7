// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/stitch_size_json.h"

namespace vestimen {

Json scaleJson(const StitchSizeScale& scale) {
    return {{"kind", scale.kind == StitchSizeScale::Kind::plates ? "plates" : "dial"},
            {"parts", scale.parts},
            {"lowest", scale.lowest},
            {"highest", scale.highest}};
}

StitchSizeScale readScale(const JsonReader& json) {
    using Kind = StitchSizeScale::Kind;
    json.expectKeys({"kind", "parts", "lowest", "highest"});
    return {json.at("kind").oneOf<Kind>({{"dial", Kind::dial}, {"plates", Kind::plates}}),
            json.at("parts").integer(1, 10), json.at("lowest").integer(0, 100), json.at("highest").integer(0, 100)};
}

PositionNames readPositionNames(const JsonReader& json) {
    PositionNames names = usualPositionNames();
    std::size_t count = 0;
    json.forEach([&](const JsonReader& name) {
        if (count >= names.size())
            name.fail("is one name too many: there are four positions");
        names[count++] = name.text();
    });
    return names;
}

} // namespace vestimen
