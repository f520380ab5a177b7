// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/scarf/scarf_plan.h"

#include "core/ground/welt_choices.h"

namespace vestimen {
namespace {

bool isWhole(const Place& at) {
    return at.part.empty();
}
/// What is dragged across the bed, and along the rows.
bool isAcross(const Scarf&, const Place& at) {
    return isWhole(at) || at.part == HandleKey("width");
}
bool isAlong(const Scarf&, const Place& at) {
    return isWhole(at) || at.part == HandleKey("length");
}
bool isWidth(const Scarf& scarf, const Place& at) {
    return scarf.sideways ? isAlong(scarf, at) && !scarf.untilTheYarnIsUsedUp : isAcross(scarf, at);
}
bool isLength(const Scarf& scarf, const Place& at) {
    return scarf.sideways ? isAcross(scarf, at) : isAlong(scarf, at) && !scarf.untilTheYarnIsUsedUp;
}
bool isPatterned(const Scarf& scarf, const Place& at) {
    return isAcross(scarf, at) && scarf.repeat > 1;
}
bool isBorder(const Scarf&, const Place& at) {
    return isWhole(at) || at.part == HandleKey("border");
}
bool isFolded(const Scarf& scarf, const Place& at) {
    return isBorder(scarf, at) && traits(scarf.border.kind).layers == 2;
}
bool isSideBorder(const Scarf& scarf, const Place& at) {
    return scarf.sideBorders && (isWhole(at) || at.part == HandleKey("side_depth"));
}

} // namespace

std::span<const Choice<Scarf>> choicesOf(const Scarf&) {
    static const std::vector<Choice<Scarf>> all = [] {
        std::vector<Choice<Scarf>> choices = {
            {{"", "width_mm"}, "Width", aLength<&Scarf::width>({50, 3000}, 10000), isWidth, true},
            {{"", "panels"}, "Panels", aNumber<&Scarf::panels>({1, 1000}, {1, mostPanels}), isAcross, true},
            {{"", "length_mm"}, "Length", aLength<&Scarf::length>({100, 10000}, 1000000), isLength, true},
            {{"", "sideways"}, "Knitted sideways", yesOrNo<&Scarf::sideways>(), isAcross, true},
            {{"", "until_yarn_is_used_up"},
             "Until the yarn is used up",
             yesOrNo<&Scarf::untilTheYarnIsUsedUp>(),
             isAlong,
             true},
            {{"border", "kind"},
             "Border where it begins and ends",
             oneOf<&Scarf::border, &Welt::kind>(),
             isBorder,
             true},
            {{"border", "depth_mm"},
             "Depth of the border",
             aLength<&Scarf::border, &Welt::depth>({5, 200}),
             [](const Scarf& scarf, const Place& at) { return isBorder(scarf, at) && scarf.border.hasDepth(); },
             true},
            {{"border", "yarn"},
             "Yarn of the border",
             aYarn<&Scarf::border, &Welt::yarn>(),
             [](const Scarf& scarf, const Place& at) { return isBorder(scarf, at) && scarf.border.hasDepth(); }},
            {{"border", "cast_on"},
             "How it is cast on",
             oneOf<&Scarf::border, &Welt::making, &WeltMaking::castOn>(),
             [](const Scarf& scarf, const Place& at) {
                 return isBorder(scarf, at) && !traits(scarf.border.kind).beginsOpen &&
                        !traits(scarf.border.kind).onTwoBeds;
             }},
            {{"border", "bind_off"},
             "How it is bound off",
             oneOf<&Scarf::border, &Welt::making, &WeltMaking::bindOff>(),
             isBorder},
            {{"border", "looser"},
             "Looser than is usual for it, in whole numbers",
             aNumber<&Scarf::border, &Welt::making, &WeltMaking::looser>({-mostLooser, mostLooser},
                                                                         {-mostLooser, mostLooser}),
             [](const Scarf& scarf, const Place& at) { return isBorder(scarf, at) && scarf.border.hasDepth(); }},
            {{"border", "loose_fold_row"},
             "The row of the fold is looser",
             yesOrNo<&Scarf::border, &Welt::making, &WeltMaking::foldRow>(),
             isFolded},
            {{"border", "inner_half_tighter"},
             "Its inner half is tighter",
             yesOrNo<&Scarf::border, &Welt::making, &WeltMaking::innerTighter>(),
             isFolded},
            {{"", "side_bind_off"}, "How the side borders are bound off", oneOf<&Scarf::sideBindOff>(), isSideBorder},
            {{"", "side_borders"},
             "Folded borders along the sides",
             yesOrNo<&Scarf::sideBorders>(),
             [](const Scarf&, const Place& at) { return isWhole(at) || at.part == HandleKey("side_depth"); },
             true},
            {{"", "side_depth_mm"},
             "Depth of the side borders",
             aLength<&Scarf::sideDepth>({5, 100}),
             isSideBorder,
             true},
            {{"", "side_yarn"}, "Yarn of the side borders", aYarn<&Scarf::sideYarn>(), isSideBorder},
            {{"", "side_parts"},
             "Parts of each side border",
             aNumber<&Scarf::sideParts>({1, 1000}, {1, mostSideParts}),
             isSideBorder},
            {{"", "repeat"}, "Stitches of a repeat", aNumber<&Scarf::repeat>({1, 100}, {1, 60}), isAcross},
            {{"", "repeat_plus"}, "And so many more", aNumber<&Scarf::repeatPlus>({0, 99}, {0, 59}), isPatterned},
            {{"", "seam_stitches"},
             "One stitch more for each seam",
             yesOrNo<&Scarf::seamStitches>(),
             [](const Scarf& scarf, const Place& at) {
                 return isAcross(scarf, at) && (scarf.panels > 1 || scarf.sideBorders);
             }},
            {{"", "waste_rows"}, "Rows of waste yarn", aNumber<&Scarf::wasteRows>({2, 60}, {2, 60})},
        };
        WeltChoices<Scarf, isBorder, &Scarf::border>::addOnTwoBeds(choices, "border");
        return choices;
    }();
    return all;
}

} // namespace vestimen
