// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project.h"

#include "core/project/options.h"

#include <array>

namespace vestimen {
namespace {

constexpr std::array<const char*, 28> keys = {
    "body_stitches", "neck_stitches",  "body_welt_rows",      "body_rows",        "armhole_rows",   "shoulder_rows",
    "neck_rows",     "wrist_stitches", "sleeve_top_stitches", "cuff_rows",        "sleeve_rows",    "trim_stitches",
    "trim_rows",     "upper_stitches", "underarm_stitches",   "cap_top_stitches", "cap_rows",       "arm_trim_stitches",
    "arm_trim_rows", "hem_stitches",   "waist_stitches",      "waist_rows",       "back_neck_rows", "front_stitches",
    "band_stitches", "band_rows",      "hem_rise_rows",       "panel_stitches",
};
static_assert(keys.size() == static_cast<std::size_t>(Quantity::panelStitches) + 1);

template<class Kind> const char* labelOf(Kind value) {
    return optionsOf<Kind>[static_cast<std::size_t>(value)].label;
}

} // namespace

const char* label(BodyKind body) {
    return labelOf(body);
}
const char* label(Closure closure) {
    return labelOf(closure);
}
const char* label(NeckSchool school) {
    return labelOf(school);
}
const char* label(ShoulderKind shoulder) {
    return labelOf(shoulder);
}
const char* label(WeltKind welt) {
    return labelOf(welt);
}
const char* label(AcrossWay way) {
    return labelOf(way);
}
const char* label(SleeveSchool school) {
    return labelOf(school);
}
const char* label(HemLine hem) {
    return labelOf(hem);
}
const char* label(NeckKind neck) {
    return labelOf(neck);
}
const char* label(SideKind sides) {
    return labelOf(sides);
}

void chooseNeck(Project& project, NeckKind neck) {
    project.choices.neck = neck;
    Ease& ease = project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)];
    if (neck == NeckKind::vee && ease == Ease{})
        ease = {Ease::Kind::length, usualVeeDepth.mm()};
}

const char* key(Quantity quantity) {
    return keys[static_cast<std::size_t>(quantity)];
}

std::optional<Quantity> quantityFromKey(std::string_view key) {
    for (std::size_t i = 0; i < keys.size(); ++i)
        if (key == keys[i])
            return static_cast<Quantity>(i);
    return std::nullopt;
}

} // namespace vestimen
