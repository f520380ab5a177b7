// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/hat/hat_plan.h"

#include "core/ground/welt_choices.h"

#include <algorithm>
#include <string_view>

namespace vestimen {

inline constexpr Option crownOptions[] = {
    {"gathered", "Drawn up at once"}, {"thinned", "Thinned in rounds"}, {"wedges", "In wedges, by short rows"}};
template<> inline constexpr std::span<const Option> optionsOf<Crown> = crownOptions;

inline constexpr Option firstOptions[] = {{"outermost", "The outermost stitch goes first"},
                                          {"in_rhythm", "The first of the rhythm goes first"}};
template<> inline constexpr std::span<const Option> optionsOf<FirstThinned> = firstOptions;

inline constexpr Option fromOptions[] = {{"left", "Rounds begin at the left"},
                                         {"right", "Rounds begin at the right"},
                                         {"by_turns", "Rounds begin at either end by turns"}};
template<> inline constexpr std::span<const Option> optionsOf<RoundsFrom> = fromOptions;

namespace {

bool isWhole(const Place& at) {
    return at.part.empty();
}
bool isBrim(const Hat&, const Place& at) {
    return isWhole(at) || at.part == HandleKey("brim");
}
bool isCrown(const Hat&, const Place& at) {
    return isWhole(at) || at.part == HandleKey("crown") || at.part == HandleKey("height");
}
bool isThinned(const Hat& hat, const Place& at) {
    return isCrown(hat, at) && hat.crown == Crown::thinned;
}
bool isWedges(const Hat& hat, const Place& at) {
    return isCrown(hat, at) && hat.crown == Crown::wedges;
}
bool isDrawnUp(const Hat& hat, const Place& at) {
    return isCrown(hat, at) && hat.crown != Crown::wedges;
}
/// In rounds, before wedges, or where a brim is gathered.
bool isMoved(const Hat& hat, const Place& at) {
    return (isCrown(hat, at) && hat.crown != Crown::gathered) || (isBrim(hat, at) && hat.brim.gather > 0.0);
}
bool isGirth(const Hat&, const Place& at) {
    return at.part == HandleKey("girth");
}
bool isPatterned(const Hat& hat, const Place& at) {
    return isGirth(hat, at) && hat.repeat > 1;
}

using BrimChoices = WeltChoices<Hat, isBrim, &Hat::brim>;

} // namespace

std::span<const Choice<Hat>> choicesOf(const Hat&) {
    static const std::vector<Choice<Hat>> all = [] {
        std::vector<Choice<Hat>> choices = {
            {{"brim", "kind"}, "Brim", oneOf<&Hat::brim, &Welt::kind>(), isBrim, true},
            {{"brim", "depth_mm"},
             "Depth of the brim",
             aLength<&Hat::brim, &Welt::depth>({5, 200}),
             BrimChoices::isDeep,
             true},
            {{"brim", "yarn"}, "Yarn of the brim", aYarn<&Hat::brim, &Welt::yarn>(), BrimChoices::isDeep},
        };
        BrimChoices::add(choices, "brim");
        // Where the rib goes on, the crown closes what comes to one bed.
        const auto linking = std::ranges::find_if(
            choices, [](const Choice<Hat>& each) { return std::string_view(each.key.key) == "linking_rounds"; });
        linking->belongs = [](const Hat& hat, const Place& at) {
            return isBrim(hat, at) && traits(hat.brim.kind).onTwoBeds && !hat.isRibbed();
        };
        const Choice<Hat> more[] = {
            {{"", "ribbed"},
             "The rib goes on to the top",
             yesOrNo<&Hat::ribbed>(),
             [](const Hat& hat, const Place& at) {
                 return isBrim(hat, at) && traits(hat.brim.kind).onTwoBeds.has_value();
             },
             true},
            {{"", "turned_up"}, "Turned up", yesOrNo<&Hat::turnedUp>(), BrimChoices::isDeep, true},
            {{"", "brim_rows"},
             "Rows of the brim in 10 cm, by its own swatch; 0: as the swatch",
             aNumber<&Hat::brimRows>({0, 200}, {0, 200}),
             [](const Hat& hat, const Place& at) { return at.part == HandleKey("brim") && hat.brim.hasDepth(); }},
            {{"", "crown"}, "Crown", oneOf<&Hat::crown>(), isCrown, true},
            {{"", "first_every"},
             "The first round takes every",
             aNumber<&Hat::firstEvery>({2, 30}, {2, 15}),
             isThinned},
            {{"", "plain_rows"},
             "Plain rows between rounds; 0: as many as make it round",
             aNumber<&Hat::plainRows>({0, 40}, {0, 12}),
             isThinned},
            {{"", "left_percent"}, "Left when it is drawn up", aShare<&Hat::left>(0.05, 0.9), isThinned},
            {{"", "first_thinned"}, "Which stitch goes first", oneOf<&Hat::first>(), isThinned},
            {{"", "rounds_from"}, "Where rounds begin", oneOf<&Hat::from>(), isThinned},
            {{"", "wedges"}, "Wedges", aNumber<&Hat::wedges>({2, 20}, {3, 10}), isWedges},
            {{"", "wrap_turns"}, "Wrap the turns", yesOrNo<&Hat::wrapTurns>(), isWedges},
            {{"", "across"}, "How stitches are moved", oneOf<&Hat::acrossWay>(), isMoved},
            {{"", "halving"}, "How every second stitch goes, before it is drawn up", oneOf<&Hat::halving>(), isDrawnUp},
            {{"", "repeat"}, "Stitches of a repeat", aNumber<&Hat::repeat>({1, 100}, {1, 60}), isGirth},
            {{"", "repeat_plus"}, "And so many more", aNumber<&Hat::repeatPlus>({0, 99}, {0, 59}), isPatterned},
            {{"", "seam_stitches"}, "One stitch more for each seam", yesOrNo<&Hat::seamStitches>(), isGirth},
            {{"", "waste_rows"}, "Rows of waste yarn", aNumber<&Hat::wasteRows>({2, 60}, {2, 60})},
        };
        choices.insert(choices.end(), std::begin(more), std::end(more));
        return choices;
    }();
    return all;
}

} // namespace vestimen
