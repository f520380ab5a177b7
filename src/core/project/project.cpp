// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project.h"

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

} // namespace

const char* label(BodyKind body) {
    static constexpr std::array labels = {"Drop shoulder", "Set-in sleeves", "Raglan", "Sleeveless", "Strapped top"};
    return labels[static_cast<std::size_t>(body)];
}

const char* label(Closure closure) {
    return closure == Closure::pullover ? "Closed front" : "Open front, with bands";
}

const char* label(NeckSchool school) {
    static constexpr std::array labels = {"Neck held, shaped by short rows", "Neck bound off, sides decreased",
                                          "Neck on waste yarn, sides decreased"};
    return labels[static_cast<std::size_t>(school)];
}

const char* label(ShoulderKind shoulder) {
    static constexpr std::array labels = {"Straight shoulders", "Sloped by short rows", "Bound off in steps"};
    return labels[static_cast<std::size_t>(shoulder)];
}

const char* label(WeltKind welt) {
    static constexpr std::array labels = {"Folded hem", "Mock rib, every second needle", "Latched rib", "Two-bed rib",
                                          "Rolled edge"};
    return labels[static_cast<std::size_t>(welt)];
}

const char* label(AcrossWay way) {
    static constexpr std::array labels = {"Gather by hand, stitch by stitch", "Gather with a garter bar",
                                          "Gather by way of waste yarn"};
    return labels[static_cast<std::size_t>(way)];
}

const char* label(SleeveSchool school) {
    return school == SleeveSchool::up ? "Knitted up from the cuff" : "Knitted down from the armhole";
}

const char* label(HemLine hem) {
    return hem == HemLine::straight ? "Straight lower edge" : "Curved lower edge, higher at the sides";
}

const char* label(NeckKind neck) {
    static constexpr std::array labels = {"Round neck", "V neck", "Square neck", "Boat neck"};
    return labels[static_cast<std::size_t>(neck)];
}

const char* label(SideKind sides) {
    static constexpr std::array labels = {"Straight sides", "A-line", "Waisted"};
    return labels[static_cast<std::size_t>(sides)];
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
