// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_choices.h"

#include "core/article/garment/garment_options.h"

#include <functional>

namespace vestimen {
namespace {

// ---- where on the drawing

bool isBody(const Place& at) {
    return !isTrim(at.piece) && !isSleeve(at.piece);
}
bool isWholePiece(const Place& at) {
    return at.part == parts::none && !isTrim(at.piece);
}
bool isWholeBody(const Place& at) {
    return isWholePiece(at) && isBody(at);
}
template<class... Keys> bool isAt(const Place& at, const Keys&... keys) {
    return ((at.part == keys) || ...);
}
bool isNeck(const Place& at) {
    return isAt(at, parts::neckDepth, parts::neckWidth, parts::neckFlat);
}
/// Whether the place is that edge's, as the choices are.
template<ShapedEdge edge> bool isEdge(const Garment& choices, const Place& at) {
    return edgeOf(at.part, at.piece, choices) == edge;
}
template<Welt Garment::*welt> bool isWelt(const Garment&, const Place& at) {
    return at.part == parts::welt && isSleeve(at.piece) == (welt == &Garment::cuff);
}
template<Welt Garment::*welt> bool isSomeWelt(const Garment& choices, const Place& at) {
    return isWelt<welt>(choices, at) && (choices.*welt).hasDepth();
}
bool isSleevesLength(const Garment&, const Place& at) {
    return isSleeve(at.piece) && isAt(at, parts::none, parts::length, parts::wrist);
}
bool isArmhole(const Garment& choices, const Place& at) {
    return choices.body != BodyKind::dropShoulder && isAt(at, parts::armhole, parts::upperWidth);
}
bool isLowerEdge(const Garment&, const Place& at) {
    return isBody(at) && isAt(at, parts::welt, parts::length, parts::hemFlat);
}

// ---- what is chosen

/// A neckline brings its usual depth along.
Field<Garment> neckline() {
    Field<Garment> neck = oneOf<&Garment::neck>();
    neck.choose = [](Garment& garment, EaseTable& ease, double value) {
        chooseNeck(garment, ease, static_cast<NeckKind>(static_cast<int>(value)));
    };
    return neck;
}
template<auto member> Field<Garment> length(int least, int most) {
    return aLength<member>({least, most});
}
/// A field of one of the welts, or of how one of the edges is shaped, where it is kept in that.
template<auto of, auto field> Field<Garment> inside() {
    static const auto inner = field();
    return {inner.form, [](const Garment& garment) { return inner.get(std::invoke(of, garment)); },
            [](Garment& garment, double value) { inner.set(std::invoke(of, garment), value); }};
}
constexpr auto weltKind = [] { return oneOf<&Welt::kind>(); };
constexpr auto weltDepth = [] { return aLength<&Welt::depth>({5, 200}); };
constexpr auto weltGather = [] { return aShare<&Welt::gather>(0.0, mostGather); };
constexpr auto edgeLines = [] { return aNumber<&EdgeShaping::lines>({0, 50}, {0, 50}); };
constexpr auto edgeEverySecondRow = [] { return yesOrNo<&EdgeShaping::everySecondRow>(); };
constexpr auto edgeFashioned = [] { return yesOrNo<&EdgeShaping::fashioned>(); };
constexpr auto edgeInset = [] { return aNumber<&EdgeShaping::inset>({1, 7}, {1, 7}); };
template<ShapedEdge which> constexpr auto shapingOf = [](auto& garment) -> auto& {
    return garment.edge(which);
};

template<Welt Garment::*welt> void addWelt(std::vector<Choice<Garment>>& all, const char* within, const char* depth) {
    all.insert(
        all.end(),
        {{{within, "kind", true}, "Kind of welt", inside<welt, weltKind>(), isWelt<welt>},
         {{within, "depth_mm", true}, depth, inside<welt, weltDepth>(), isSomeWelt<welt>},
         {{within, "gathered_percent"}, "Gathered into its edge by", inside<welt, weltGather>(), isSomeWelt<welt>}});
}

template<ShapedEdge edge> void addEdge(std::vector<Choice<Garment>>& all, const char* within) {
    constexpr bool (*fashioned)(const Garment&, const Place&) = [](const Garment& choices, const Place& at) {
        return isEdge<edge>(choices, at) && choices.edge(edge).fashioned;
    };
    all.insert(all.end(), {{{within, "lines"}, "Lines of the shaping", inside<shapingOf<edge>, edgeLines>()},
                           {{within, "every_second_row"},
                            "On every second row only",
                            inside<shapingOf<edge>, edgeEverySecondRow>(),
                            isEdge<edge>},
                           {{within, "fashioned"},
                            "The outer stitches move together",
                            inside<shapingOf<edge>, edgeFashioned>(),
                            isEdge<edge>},
                           {{within, "inset"}, "Stitches that move", inside<shapingOf<edge>, edgeInset>(), fashioned}});
}

std::vector<Choice<Garment>> allChoices() {
    using C = const Garment&;
    using At = const Place&;
    std::vector<Choice<Garment>> all = {
        {{"", "body"},
         "Armholes and sleeves",
         oneOf<&Garment::body>(),
         [](C, At at) { return isWholePiece(at) || isAt(at, parts::armhole, parts::upperWidth, parts::cap); },
         true},
        {{"", "closure"},
         "Front",
         oneOf<&Garment::closure>(),
         [](C, At at) { return isWholeBody(at) || isBand(at.piece); },
         true},
        {{"", "panels"},
         "Back and closed front in two panels",
         yesOrNo<&Garment::panels>(),
         [](C, At at) { return isWholeBody(at); },
         true},
        {{"", "neck"}, "Neckline", neckline(), [](C, At at) { return isWholeBody(at) || isNeck(at); }, true},
        {{"", "neck_school"},
         "How the neck is worked",
         oneOf<&Garment::neckSchool>(),
         [](C c, At at) { return isNeck(at) && c.neck != NeckKind::boat; }},
        {{"", "neck_flat_percent"},
         "Flat at the middle of the neck",
         aShare<&Garment::neckFlat>(leastNeckFlat, mostNeckFlat),
         [](C c, At at) { return isNeck(at) && hasRoundNeck(at.piece, c); }},
        {{"", "neck_profile"},
         "Sides of the neck",
         oneOf<&Garment::neckProfile>(),
         [](C c, At at) { return isNeck(at) && hasRoundNeck(at.piece, c); }},
        {{"", "back_neck"},
         "Shape the back of the neck too",
         yesOrNo<&Garment::backNeck>(),
         [](C c, At at) { return isNeck(at) && c.neck != NeckKind::boat && c.body != BodyKind::strapped; }},
        {{"", "neck_trim_in_two"},
         "Neck trim in two parts",
         yesOrNo<&Garment::neckTrimInTwo>(),
         [](C, At at) { return isNeck(at) || isNeckTrim(at.piece); }},
        {{"", "neck_trim_depth_mm", true},
         "Depth of the neck trim",
         length<&Garment::neckTrimDepth>(4, 150),
         [](C, At at) { return at.part == parts::trimDepth && isNeckTrim(at.piece); }},
        {{"", "sides"},
         "Sides",
         oneOf<&Garment::sides>(),
         [](C, At at) { return isWholeBody(at) || isAt(at, parts::width, parts::hemWidth, parts::waist); },
         true},
        {{"", "shoulder", true}, "Shoulders", oneOf<&Garment::shoulder>(), [](C c, At at) {
             return c.hasShoulders() && (isWholeBody(at) || isAt(at, parts::shoulder, parts::neckDepth));
         }}};
    addWelt<&Garment::bodyWelt>(all, "body_welt", "Depth of the welt");
    addWelt<&Garment::cuff>(all, "cuff", "Depth of the cuff");
    all.insert(
        all.end(),
        {{{"", "across"},
          "How the edge is gathered",
          oneOf<&Garment::acrossWay>(),
          [](C c, At at) {
              return (isSomeWelt<&Garment::bodyWelt>(c, at) && c.bodyWelt.gather > 0.0) ||
                     (isSomeWelt<&Garment::cuff>(c, at) && c.cuff.gather > 0.0);
          }},
         {{"", "hem_line"}, "Lower edge", oneOf<&Garment::hemLine>(), isLowerEdge},
         {{"", "hem_rise_mm"},
          "Higher at the sides by",
          length<&Garment::hemRise>(15, 200),
          [](C c, At at) { return isLowerEdge(c, at) && c.hemLine == HemLine::curved; }},
         {{"", "hem_flat_percent"},
          "Flat at the middle of the lower edge",
          aShare<&Garment::hemFlat>(leastHemFlat, mostHemFlat),
          [](C c, At at) { return isLowerEdge(c, at) && c.hemLine == HemLine::curved; }},
         {{"", "hem_profile"},
          "Sides of the lower edge",
          oneOf<&Garment::hemProfile>(),
          [](C c, At at) { return isLowerEdge(c, at) && c.hemLine == HemLine::curved; }},
         {{"", "welt_afterwards"},
          "Knit the welts down afterwards",
          yesOrNo<&Garment::weltAfterwards>(),
          [](C, At at) { return at.part == parts::welt; }},
         {{"", "sleeve"}, "Sleeve", oneOf<&Garment::sleeveLine>(), isSleevesLength},
         {{"", "sleeve_reach"}, "Sleeve’s length", oneOf<&Garment::sleeveReach>(), isSleevesLength},
         {{"", "sleeve_school"},
          "Which way the sleeve is knitted",
          oneOf<&Garment::sleeveSchool>(),
          [](C, At at) { return isSleeve(at.piece) && isAt(at, parts::none, parts::sleeveTop, parts::cap); }},
         {{"", "short_sleeve_mm"},
          "From the underarm to its edge",
          length<&Garment::shortSleeve>(40, 500),
          [](C c, At at) { return isSleevesLength(c, at) && c.sleeveReach == SleeveReach::shortened; }},
         {{"", "underarm_mm"}, "Off at each underarm", length<&Garment::underarm>(5, 80), isArmhole},
         {{"", "narrower_mm"},
          "Less than cross-back, each side",
          length<&Garment::narrower>(0, 60),
          [](C c, At at) { return !c.hasSleeves() && at.part == parts::upperWidth; }},
         {{"", "arm_trim_depth_mm"},
          "Depth of the armhole trim",
          length<&Garment::armTrimDepth>(4, 150),
          [](C, At at) { return at.part == parts::trimDepth && !isNeckTrim(at.piece) && !isBand(at.piece); }},
         {{"", "strap_mm"},
          "Width of a strap",
          length<&Garment::strap>(15, 150),
          [](C c, At at) { return c.body == BodyKind::strapped && isAt(at, parts::neckWidth, parts::upperWidth); }},
         {{"", "strap_back_mm"},
          "Depth of the neck between the straps, back",
          length<&Garment::strapBack>(10, 300),
          [](C c, At at) { return c.body == BodyKind::strapped && isBack(at.piece) && isNeck(at); }},
         {{"", "cap_top_mm"},
          "Flat top of the cap",
          length<&Garment::capTop>(0, 300),
          [](C c, At at) { return c.body == BodyKind::setIn && at.part == parts::capTop; }},
         {{"", "cap_ease_mm"},
          "Cap longer than its armhole by",
          length<&Garment::capEase>(0, 25),
          [](C c, At at) { return c.body == BodyKind::setIn && at.part == parts::cap; }},
         {{"", "band_depth_mm"},
          "Depth of the bands",
          length<&Garment::bandDepth>(4, 150),
          [](C, At at) { return isBand(at.piece); }},
         {{"", "buttons"},
          "Buttons",
          aNumber<&Garment::buttons>({0, 100}, {0, 30}),
          [](C, At at) { return isBand(at.piece); }},
         {{"", "button_mm"},
          "A button is across",
          length<&Garment::button>(5, 60),
          [](C, At at) { return isBand(at.piece); }},
         {{"", "buttonholes"},
          "Buttonholes",
          oneOf<&Garment::buttonholes>(),
          [](C, At at) { return isBand(at.piece); }},
         {{"", "wrap_turns", true},
          "Wrap the turns",
          yesOrNo<&Garment::wrapTurns>(),
          [](C, At at) { return isAt(at, parts::shoulder, parts::neckDepth); }},
         {{"", "seam_stitches", true},
          "One stitch more for each seam",
          yesOrNo<&Garment::seamStitches>(),
          [](C, At at) { return isAt(at, parts::width, parts::sleeveTop, parts::wrist); }},
         {{"", "waste_rows", true}, "Rows of waste yarn", aNumber<&Garment::wasteRows>({2, 60}, {2, 60})}});
    addEdge<ShapedEdge::sides>(all, "shaping/sides");
    addEdge<ShapedEdge::armhole>(all, "shaping/armhole");
    addEdge<ShapedEdge::neck>(all, "shaping/neck");
    addEdge<ShapedEdge::sleeve>(all, "shaping/sleeve");
    addEdge<ShapedEdge::cap>(all, "shaping/cap");
    return all;
}

} // namespace

std::span<const Choice<Garment>> garmentChoices() {
    static const std::vector<Choice<Garment>> all = allChoices();
    return all;
}

} // namespace vestimen
