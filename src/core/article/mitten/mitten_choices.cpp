// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/mitten/mitten_plan.h"

#include "core/ground/welt_choices.h"

namespace vestimen {

inline constexpr Option thumbOptions[] = {{"first", "Thumb knitted first"}, {"afterwards", "Thumb knitted afterwards"}};
template<> inline constexpr std::span<const Option> optionsOf<ThumbSchool> = thumbOptions;

inline constexpr Option topOptions[] = {{"grafted", "Halves narrowed, then grafted"},
                                        {"bound_off", "Halves narrowed, then bound off together"},
                                        {"drawn_up", "Thinned across the row, then drawn up"},
                                        {"open", "Open, for bare fingers"}};
template<> inline constexpr std::span<const Option> optionsOf<MittenTop> = topOptions;

namespace {

bool isAt(const Place& at, HandleKey part) {
    return at.part.empty() || at.part == part;
}
bool isCuff(const Mitten&, const Place& at) {
    return isAt(at, "cuff");
}
bool isThumb(const Mitten&, const Place& at) {
    return isAt(at, "thumb") || at.part == HandleKey("thumb_length");
}
bool isTop(const Mitten&, const Place& at) {
    return isAt(at, "top");
}
bool isOpen(const Mitten& mitten, const Place& at) {
    return isTop(mitten, at) && !mitten.hasTip();
}
bool isDeepOpen(const Mitten& mitten, const Place& at) {
    return isOpen(mitten, at) && mitten.topEdge.hasDepth();
}
bool isTip(const Mitten& mitten, const Place& at) {
    return isTop(mitten, at) && mitten.hasTip();
}
bool isHalves(const Mitten& mitten, const Place& at) {
    return isTop(mitten, at) && mitten.inHalves();
}

using CuffChoices = WeltChoices<Mitten, isCuff, &Mitten::cuff>;

} // namespace

std::span<const Choice<Mitten>> choicesOf(const Mitten&) {
    static const std::vector<Choice<Mitten>> all = [] {
        std::vector<Choice<Mitten>> choices = {
            {{"cuff", "kind"}, "Cuff", oneOf<&Mitten::cuff, &Welt::kind>(), isCuff, true},
            {{"cuff", "depth_mm"},
             "Depth of the cuff",
             aLength<&Mitten::cuff, &Welt::depth>({5, 200}),
             CuffChoices::isDeep,
             true},
            {{"cuff", "yarn"}, "Yarn of the cuff", aYarn<&Mitten::cuff, &Welt::yarn>(), CuffChoices::isDeep},
        };
        CuffChoices::add(choices, "cuff");
        const Choice<Mitten> more[] = {
            {{"", "thumb"}, "Thumb", oneOf<&Mitten::thumb>(), isThumb, true},
            {{"", "gusset"}, "With a gusset", yesOrNo<&Mitten::gusset>(), isThumb, true},
            {{"", "thumb_open"}, "Open thumb", yesOrNo<&Mitten::thumbOpen>(), isThumb, true},
            {{"", "thumb_height_mm"},
             "Height of the open thumb",
             aLength<&Mitten::thumbHeight>({5, 100}),
             [](const Mitten& mitten, const Place& at) { return isThumb(mitten, at) && mitten.thumbOpen; },
             true},
            {{"", "thumb_yarn"}, "Yarn of the thumb", aYarn<&Mitten::thumbYarn>(), isThumb},
            {{"", "top"}, "Top", oneOf<&Mitten::top>(), isTop, true},
            {{"", "top_above_mm"},
             "Of an open top, above the thumb",
             aLength<&Mitten::topAbove>({10, 150}),
             isOpen,
             true},
            {{"top_edge", "kind"}, "Edge of the open top", oneOf<&Mitten::topEdge, &Welt::kind>(), isOpen, true},
            {{"top_edge", "depth_mm"},
             "Its depth",
             aLength<&Mitten::topEdge, &Welt::depth>({5, 100}),
             isDeepOpen,
             true},
            {{"top_edge", "yarn"}, "Its yarn", aYarn<&Mitten::topEdge, &Welt::yarn>(), isDeepOpen},
            {{"top_edge", "bind_off"},
             "How it is bound off",
             oneOf<&Mitten::topEdge, &Welt::making, &WeltMaking::bindOff>(),
             isOpen},
            {{"", "flap"}, "With a flap over the fingers", yesOrNo<&Mitten::flap>(), isOpen, true},
            {{"", "flap_overlap_mm"},
             "It begins below the open edge by",
             aLength<&Mitten::flapOverlap>({5, 80}),
             [](const Mitten& mitten, const Place& at) { return isOpen(mitten, at) && mitten.flap; },
             true},
            {{"", "tip_left_percent"}, "Left at the tip", aShare<&Mitten::tipLeft>(0.1, 0.8), isTip},
            {{"tip", "lines"}, "Lines of the shaping", aNumber<&Mitten::tip, &EdgeShaping::lines>({0, 50}, {0, 50})},
            {{"tip", "every_second_row"},
             "On every second row only",
             yesOrNo<&Mitten::tip, &EdgeShaping::everySecondRow>(),
             isHalves},
            {{"tip", "fashioned"}, "Fashioned", yesOrNo<&Mitten::tip, &EdgeShaping::fashioned>(), isHalves},
            {{"tip", "inset"}, "Stitches moved", aNumber<&Mitten::tip, &EdgeShaping::inset>({1, 7}, {1, 7}), isHalves},
            {{"", "tip_bind_off"},
             "How it is bound off",
             oneOf<&Mitten::tipBindOff>(),
             [](const Mitten& mitten, const Place& at) {
                 return isTop(mitten, at) && mitten.top == MittenTop::boundOff;
             }},
            {{"", "across"},
             "How stitches are moved across a row",
             oneOf<&Mitten::acrossWay>(),
             [](const Mitten& mitten, const Place& at) {
                 return (isThumb(mitten, at) && !mitten.thumbOpen) || (isThumb(mitten, at) && mitten.gusset) ||
                        (isTop(mitten, at) && mitten.top == MittenTop::drawnUp);
             }},
            {{"", "halving"},
             "How every second stitch goes, before it is drawn up",
             oneOf<&Mitten::halving>(),
             [](const Mitten& mitten, const Place& at) {
                 return (isThumb(mitten, at) && !mitten.thumbOpen) ||
                        (isTop(mitten, at) && mitten.top == MittenTop::drawnUp);
             }},
            {{"", "seam_stitches"},
             "One stitch more for each seam",
             yesOrNo<&Mitten::seamStitches>(),
             [](const Mitten&, const Place& at) { return isAt(at, "girth"); }},
            {{"", "waste_rows"}, "Rows of waste yarn", aNumber<&Mitten::wasteRows>({2, 60}, {2, 60})},
        };
        choices.insert(choices.end(), std::begin(more), std::end(more));
        return choices;
    }();
    return all;
}

} // namespace vestimen
