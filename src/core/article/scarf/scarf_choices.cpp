// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/scarf/scarf_plan.h"

#include "core/ground/welt_options.h"

namespace vestimen {
namespace {

template<auto field> Field<Scarf> ofBorder() {
    static const auto inner = field();
    return {inner.form, [](const Scarf& scarf) { return inner.get(scarf.border); },
            [](Scarf& scarf, double value) { inner.set(scarf.border, value); }};
}
constexpr auto kind = [] { return oneOf<&Welt::kind>(); };
constexpr auto depth = [] { return aLength<&Welt::depth>({5, 200}); };

bool isWhole(const Place& at) {
    return at.part.empty();
}
bool isWidth(const Scarf&, const Place& at) {
    return isWhole(at) || at.part == HandleKey("width");
}
bool isPatterned(const Scarf& scarf, const Place& at) {
    return isWidth(scarf, at) && scarf.repeat > 1;
}
bool isLength(const Scarf&, const Place& at) {
    return isWhole(at) || at.part == HandleKey("length");
}
bool isBorder(const Scarf&, const Place& at) {
    return isWhole(at) || at.part == HandleKey("border");
}

} // namespace

std::span<const Choice<Scarf>> choicesOf(const Scarf&) {
    static const std::vector<Choice<Scarf>> all = {
        {{"", "width_mm"}, "Width", aLength<&Scarf::width>({50, 3000}, 10000), isWidth, true},
        {{"", "panels"}, "Panels", aNumber<&Scarf::panels>({1, 1000}, {1, mostPanels}), isWidth, true},
        {{"", "length_mm"},
         "Length",
         aLength<&Scarf::length>({100, 10000}, 1000000),
         [](const Scarf& scarf, const Place& at) { return isLength(scarf, at) && !scarf.untilTheYarnIsUsedUp; },
         true},
        {{"", "until_yarn_is_used_up"},
         "Until the yarn is used up",
         yesOrNo<&Scarf::untilTheYarnIsUsedUp>(),
         isLength,
         true},
        {{"border", "kind"}, "Border at both ends", ofBorder<kind>(), isBorder, true},
        {{"border", "depth_mm"},
         "Depth of the border",
         ofBorder<depth>(),
         [](const Scarf& scarf, const Place& at) { return isBorder(scarf, at) && scarf.border.hasDepth(); },
         true},
        {{"", "repeat"}, "Stitches of a repeat", aNumber<&Scarf::repeat>({1, 100}, {1, 60}), isWidth},
        {{"", "repeat_plus"}, "And so many more", aNumber<&Scarf::repeatPlus>({0, 99}, {0, 59}), isPatterned},
        {{"", "seam_stitches"},
         "One stitch more for each seam",
         yesOrNo<&Scarf::seamStitches>(),
         [](const Scarf& scarf, const Place& at) { return isWidth(scarf, at) && scarf.panels > 1; }},
        {{"", "waste_rows"}, "Rows of waste yarn", aNumber<&Scarf::wasteRows>({2, 60}, {2, 60})},
    };
    return all;
}

} // namespace vestimen
