// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/sock/sock_plan.h"

#include "core/ground/welt_choices.h"

namespace vestimen {

inline constexpr Option toeOptions[] = {{"like_heel", "Like the heel, by short rows"},
                                        {"narrowed", "Narrowed, each half by itself"}};
template<> inline constexpr std::span<const Option> optionsOf<Toe> = toeOptions;
inline constexpr Option seamOptions[] = {{"side", "Along a side of the foot"},
                                         {"sole", "Down the back and along the sole"}};
template<> inline constexpr std::span<const Option> optionsOf<SockSeam> = seamOptions;

namespace {

bool isAt(const Place& at, HandleKey part) {
    return at.part.empty() || at.part == part;
}
bool isCuff(const Sock&, const Place& at) {
    return isAt(at, "cuff");
}
bool isLeg(const Sock&, const Place& at) {
    return isAt(at, "leg");
}
bool isShapedLeg(const Sock& sock, const Place& at) {
    return isLeg(sock, at) && (sock.shapedLeg || sock.ankle);
}
bool isAnkle(const Sock& sock, const Place& at) {
    return (isAt(at, "leg") || at.part == HandleKey("ankle")) && sock.ankle;
}
bool isHeel(const Sock&, const Place& at) {
    return isAt(at, "heel");
}
bool isToe(const Sock&, const Place& at) {
    return isAt(at, "toe");
}
bool isNarrowedToe(const Sock& sock, const Place& at) {
    return isToe(sock, at) && sock.toe == Toe::narrowed;
}

using CuffChoices = WeltChoices<Sock, isCuff, &Sock::cuff>;

} // namespace

std::span<const Choice<Sock>> choicesOf(const Sock&) {
    static const std::vector<Choice<Sock>> all = [] {
        std::vector<Choice<Sock>> choices = {
            {{"cuff", "kind"}, "Cuff", oneOf<&Sock::cuff, &Welt::kind>(), isCuff, true},
            {{"cuff", "depth_mm"},
             "Depth of the cuff",
             aLength<&Sock::cuff, &Welt::depth>({5, 200}),
             CuffChoices::isDeep,
             true},
            {{"cuff", "yarn"}, "Yarn of the cuff", aYarn<&Sock::cuff, &Welt::yarn>(), CuffChoices::isDeep},
        };
        CuffChoices::add(choices, "cuff");
        const Choice<Sock> more[] = {
            {{"", "shaped_leg"}, "Narrows from the calf", yesOrNo<&Sock::shapedLeg>(), isLeg, true},
            {{"", "calf_mm"},
             "Around the calf",
             aLength<&Sock::calf>({80, 700}),
             [](const Sock& sock, const Place& at) { return isLeg(sock, at) && sock.shapedLeg; },
             true},
            {{"", "ankle"}, "Narrower at the ankle", yesOrNo<&Sock::ankle>(), isLeg, true},
            {{"", "ankle_mm"}, "Around the ankle", aLength<&Sock::ankleGirth>({80, 700}), isAnkle, true},
            {{"", "ankle_above_mm"}, "Ankle above the heel", aLength<&Sock::ankleAbove>({5, 400}), isAnkle, true},
            {{"leg", "lines"}, "Lines of the shaping", aNumber<&Sock::leg, &EdgeShaping::lines>({0, 50}, {0, 50})},
            {{"leg", "every_second_row"},
             "On every second row only",
             yesOrNo<&Sock::leg, &EdgeShaping::everySecondRow>(),
             isShapedLeg},
            {{"leg", "fashioned"}, "Fashioned", yesOrNo<&Sock::leg, &EdgeShaping::fashioned>(), isShapedLeg},
            {{"leg", "inset"}, "Stitches moved", aNumber<&Sock::leg, &EdgeShaping::inset>({1, 7}, {1, 7}), isShapedLeg},
            {{"", "seam"}, "Its seam", oneOf<&Sock::seam>(), isHeel, true},
            {{"", "heel_left_percent"}, "Left at the heel’s turning row", aShare<&Sock::heelLeft>(0.1, 0.7), isHeel},
            {{"", "heel_yarn"}, "Yarn of the heel", aYarn<&Sock::heelYarn>(), isHeel},
            {{"", "wrap_turns"}, "Wrap the turns", yesOrNo<&Sock::wrapTurns>(), isHeel},
            {{"", "toe"}, "Toe", oneOf<&Sock::toe>(), isToe, true},
            {{"", "toe_yarn"}, "Yarn of the toe", aYarn<&Sock::toeYarn>(), isToe},
            {{"toe_edge", "lines"},
             "Lines of the toe’s shaping",
             aNumber<&Sock::toeEdge, &EdgeShaping::lines>({0, 50}, {0, 50})},
            {{"toe_edge", "every_second_row"},
             "On every second row only",
             yesOrNo<&Sock::toeEdge, &EdgeShaping::everySecondRow>(),
             isNarrowedToe},
            {{"toe_edge", "fashioned"}, "Fashioned", yesOrNo<&Sock::toeEdge, &EdgeShaping::fashioned>(), isNarrowedToe},
            {{"toe_edge", "inset"},
             "Stitches moved",
             aNumber<&Sock::toeEdge, &EdgeShaping::inset>({1, 7}, {1, 7}),
             isNarrowedToe},
            {{"", "single"},
             "One alone, to hang up",
             yesOrNo<&Sock::single>(),
             [](const Sock&, const Place& at) { return at.part.empty(); },
             true},
            {{"", "loop"},
             "With a loop to hang it by",
             yesOrNo<&Sock::loop>(),
             [](const Sock& sock, const Place& at) {
                 return sock.single && (isCuff(sock, at) || at.piece == PieceKey("loop"));
             },
             true},
            {{"", "loop_mm"},
             "Length of the loop’s cord",
             aLength<&Sock::loopLength>({30, 400}),
             [](const Sock& sock, const Place& at) {
                 return sock.hasLoop() && (isCuff(sock, at) || at.piece == PieceKey("loop"));
             }},
            {{"", "seam_stitches"}, "One stitch more for each seam", yesOrNo<&Sock::seamStitches>(), isLeg},
            {{"", "waste_rows"}, "Rows of waste yarn", aNumber<&Sock::wasteRows>({2, 60}, {2, 60})},
        };
        choices.insert(choices.end(), std::begin(more), std::end(more));
        return choices;
    }();
    return all;
}

} // namespace vestimen
