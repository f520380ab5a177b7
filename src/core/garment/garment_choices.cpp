// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/garment/garment_choices.h"

namespace vestimen {
namespace {

// ---- where on the drawing

bool isBody(const Place& at) {
    return !isTrim(at.piece) && !isSleeve(at.piece);
}
bool isWholePiece(const Place& at) {
    return at.part == Part::none && !isTrim(at.piece);
}
bool isWholeBody(const Place& at) {
    return isWholePiece(at) && isBody(at);
}
template<Part... parts> bool isAt(const Place& at) {
    return ((at.part == parts) || ...);
}
bool isNeck(const Place& at) {
    return isAt<Part::neckDepth, Part::neckWidth, Part::neckFlat>(at);
}
/// Whether the place is that edge's, as the choices are.
template<ShapedEdge edge> bool isEdge(const Choices& choices, const Place& at) {
    return edgeOf(at.part, at.piece, choices) == edge;
}
template<Welt Choices::*welt> bool isWelt(const Choices&, const Place& at) {
    return at.part == Part::welt && isSleeve(at.piece) == (welt == &Choices::cuff);
}
template<Welt Choices::*welt> bool isSomeWelt(const Choices& choices, const Place& at) {
    return isWelt<welt>(choices, at) && (choices.*welt).hasDepth();
}
bool isSleevesLength(const Choices&, const Place& at) {
    return isSleeve(at.piece) && isAt<Part::none, Part::length, Part::wrist>(at);
}
bool isArmhole(const Choices& choices, const Place& at) {
    return choices.body != BodyKind::dropShoulder && isAt<Part::armhole, Part::upperWidth>(at);
}
bool isLowerEdge(const Choices&, const Place& at) {
    return isBody(at) && isAt<Part::welt, Part::length, Part::hemFlat>(at);
}

// ---- what is chosen

template<auto member> OneOf oneOf() {
    using Kind = std::remove_reference_t<decltype(Choices().*member)>;
    return {optionsOf<Kind>, [](const Choices& choices) { return static_cast<int>(choices.*member); },
            [](Choices& choices, int value) { choices.*member = static_cast<Kind>(value); }};
}
/// A neckline brings its usual depth along.
OneOf neckline() {
    OneOf neck = oneOf<&Choices::neck>();
    neck.choose = [](Project& project, int value) { chooseNeck(project, static_cast<NeckKind>(value)); };
    return neck;
}
template<Welt Choices::*welt> OneOf weltKind() {
    return {optionsOf<WeltKind>, [](const Choices& choices) { return static_cast<int>((choices.*welt).kind); },
            [](Choices& choices, int value) { (choices.*welt).kind = static_cast<WeltKind>(value); }};
}
template<bool Choices::*member> YesOrNo yesOrNo() {
    return {[](Choices& choices) -> bool& { return choices.*member; }};
}
template<Length Choices::*member> ALength length(int least, int most) {
    return {[](Choices& choices) -> Length& { return choices.*member; }, {least, most}};
}
template<Welt Choices::*welt> ALength weltDepth() {
    return {[](Choices& choices) -> Length& { return (choices.*welt).depth; }, {5, 200}};
}
template<Welt Choices::*welt> AShare weltGather() {
    return {[](Choices& choices) -> double& { return (choices.*welt).gather; }, 0.0, mostGather};
}
template<ShapedEdge edge, bool EdgeShaping::*member> YesOrNo edgeYesOrNo() {
    return {[](Choices& choices) -> bool& { return choices.edge(edge).*member; }};
}
template<ShapedEdge edge, int EdgeShaping::*member> ANumber edgeNumber(Range range) {
    return {[](const Choices& choices) { return choices.edge(edge).*member; },
            [](Choices& choices, int value) { choices.edge(edge).*member = value; }, range, range};
}

template<Welt Choices::*welt> void addWelt(std::vector<GarmentChoice>& all, const char* within, const char* depth) {
    all.insert(all.end(),
               {{{within, "kind", true}, "Kind of welt", weltKind<welt>(), isWelt<welt>},
                {{within, "depth_mm", true}, depth, weltDepth<welt>(), isSomeWelt<welt>},
                {{within, "gathered_percent"}, "Gathered into its edge by", weltGather<welt>(), isSomeWelt<welt>}});
}

template<ShapedEdge edge> void addEdge(std::vector<GarmentChoice>& all, const char* within) {
    constexpr bool (*fashioned)(const Choices&, const Place&) = [](const Choices& choices, const Place& at) {
        return isEdge<edge>(choices, at) && choices.edge(edge).fashioned;
    };
    all.insert(all.end(),
               {{{within, "lines"}, "Lines of the shaping", edgeNumber<edge, &EdgeShaping::lines>({0, 50})},
                {{within, "every_second_row"},
                 "On every second row only",
                 edgeYesOrNo<edge, &EdgeShaping::everySecondRow>(),
                 isEdge<edge>},
                {{within, "fashioned"},
                 "The outer stitches move together",
                 edgeYesOrNo<edge, &EdgeShaping::fashioned>(),
                 isEdge<edge>},
                {{within, "inset"}, "Stitches that move", edgeNumber<edge, &EdgeShaping::inset>({1, 7}), fashioned}});
}

std::vector<GarmentChoice> allChoices() {
    using C = const Choices&;
    using At = const Place&;
    std::vector<GarmentChoice> all = {
        {{"", "body"},
         "Armholes and sleeves",
         oneOf<&Choices::body>(),
         [](C, At at) { return isWholePiece(at) || isAt<Part::armhole, Part::upperWidth, Part::cap>(at); }},
        {{"", "closure"},
         "Front",
         oneOf<&Choices::closure>(),
         [](C, At at) { return isWholeBody(at) || isBand(at.piece); }},
        {{"", "panels"},
         "Back and closed front in two panels",
         yesOrNo<&Choices::panels>(),
         [](C, At at) { return isWholeBody(at); }},
        {{"", "neck"}, "Neckline", neckline(), [](C, At at) { return isWholeBody(at) || isNeck(at); }},
        {{"", "neck_school"},
         "How the neck is worked",
         oneOf<&Choices::neckSchool>(),
         [](C c, At at) { return isNeck(at) && c.neck != NeckKind::boat; }},
        {{"", "neck_flat_percent"},
         "Flat at the middle of the neck",
         AShare{[](Choices& c) -> double& { return c.neckFlat; }, leastNeckFlat, mostNeckFlat},
         [](C c, At at) { return isNeck(at) && hasRoundNeck(at.piece, c); }},
        {{"", "neck_profile"},
         "Sides of the neck",
         oneOf<&Choices::neckProfile>(),
         [](C c, At at) { return isNeck(at) && hasRoundNeck(at.piece, c); }},
        {{"", "back_neck"},
         "Shape the back of the neck too",
         yesOrNo<&Choices::backNeck>(),
         [](C c, At at) { return isNeck(at) && c.neck != NeckKind::boat && c.body != BodyKind::strapped; }},
        {{"", "neck_trim_in_two"},
         "Neck trim in two parts",
         yesOrNo<&Choices::neckTrimInTwo>(),
         [](C, At at) { return isNeck(at) || isNeckTrim(at.piece); }},
        {{"", "neck_trim_depth_mm", true},
         "Depth of the neck trim",
         length<&Choices::neckTrimDepth>(4, 150),
         [](C, At at) { return at.part == Part::trimDepth && isNeckTrim(at.piece); }},
        {{"", "sides"},
         "Sides",
         oneOf<&Choices::sides>(),
         [](C, At at) { return isWholeBody(at) || isAt<Part::width, Part::hemWidth, Part::waist>(at); }},
        {{"", "shoulder", true}, "Shoulders", oneOf<&Choices::shoulder>(), [](C c, At at) {
             return c.hasShoulders() && (isWholeBody(at) || isAt<Part::shoulder, Part::neckDepth>(at));
         }}};
    addWelt<&Choices::bodyWelt>(all, "body_welt", "Depth of the welt");
    addWelt<&Choices::cuff>(all, "cuff", "Depth of the cuff");
    all.insert(
        all.end(),
        {{{"", "across"},
          "How the edge is gathered",
          oneOf<&Choices::acrossWay>(),
          [](C c, At at) {
              return (isSomeWelt<&Choices::bodyWelt>(c, at) && c.bodyWelt.gather > 0.0) ||
                     (isSomeWelt<&Choices::cuff>(c, at) && c.cuff.gather > 0.0);
          }},
         {{"", "hem_line"}, "Lower edge", oneOf<&Choices::hemLine>(), isLowerEdge},
         {{"", "hem_rise_mm"},
          "Higher at the sides by",
          length<&Choices::hemRise>(15, 200),
          [](C c, At at) { return isLowerEdge(c, at) && c.hemLine == HemLine::curved; }},
         {{"", "hem_flat_percent"},
          "Flat at the middle of the lower edge",
          AShare{[](Choices& c) -> double& { return c.hemFlat; }, leastHemFlat, mostHemFlat},
          [](C c, At at) { return isLowerEdge(c, at) && c.hemLine == HemLine::curved; }},
         {{"", "hem_profile"},
          "Sides of the lower edge",
          oneOf<&Choices::hemProfile>(),
          [](C c, At at) { return isLowerEdge(c, at) && c.hemLine == HemLine::curved; }},
         {{"", "welt_afterwards"},
          "Knit the welts down afterwards",
          yesOrNo<&Choices::weltAfterwards>(),
          [](C, At at) { return at.part == Part::welt; }},
         {{"", "sleeve"}, "Sleeve", oneOf<&Choices::sleeveLine>(), isSleevesLength},
         {{"", "sleeve_reach"}, "Sleeve’s length", oneOf<&Choices::sleeveReach>(), isSleevesLength},
         {{"", "sleeve_school"},
          "Which way the sleeve is knitted",
          oneOf<&Choices::sleeveSchool>(),
          [](C, At at) { return isSleeve(at.piece) && isAt<Part::none, Part::sleeveTop, Part::cap>(at); }},
         {{"", "short_sleeve_mm"},
          "From the underarm to its edge",
          length<&Choices::shortSleeve>(40, 500),
          [](C c, At at) { return isSleevesLength(c, at) && c.sleeveReach == SleeveReach::shortened; }},
         {{"", "underarm_mm"}, "Off at each underarm", length<&Choices::underarm>(5, 80), isArmhole},
         {{"", "narrower_mm"},
          "Less than cross-back, each side",
          length<&Choices::narrower>(0, 60),
          [](C c, At at) { return !c.hasSleeves() && at.part == Part::upperWidth; }},
         {{"", "arm_trim_depth_mm"},
          "Depth of the armhole trim",
          length<&Choices::armTrimDepth>(4, 150),
          [](C, At at) { return at.part == Part::trimDepth && !isNeckTrim(at.piece) && !isBand(at.piece); }},
         {{"", "strap_mm"},
          "Width of a strap",
          length<&Choices::strap>(15, 150),
          [](C c, At at) { return c.body == BodyKind::strapped && isAt<Part::neckWidth, Part::upperWidth>(at); }},
         {{"", "strap_back_mm"},
          "Depth of the neck between the straps, back",
          length<&Choices::strapBack>(10, 300),
          [](C c, At at) { return c.body == BodyKind::strapped && isBack(at.piece) && isNeck(at); }},
         {{"", "cap_top_mm"},
          "Flat top of the cap",
          length<&Choices::capTop>(0, 300),
          [](C c, At at) { return c.body == BodyKind::setIn && at.part == Part::capTop; }},
         {{"", "cap_ease_mm"},
          "Cap longer than its armhole by",
          length<&Choices::capEase>(0, 25),
          [](C c, At at) { return c.body == BodyKind::setIn && at.part == Part::cap; }},
         {{"", "band_depth_mm"},
          "Depth of the bands",
          length<&Choices::bandDepth>(4, 150),
          [](C, At at) { return isBand(at.piece); }},
         {{"", "buttons"},
          "Buttons",
          ANumber{[](C c) { return c.buttons; }, [](Choices& c, int value) { c.buttons = value; }, {0, 100}, {0, 30}},
          [](C, At at) { return isBand(at.piece); }},
         {{"", "button_mm"},
          "A button is across",
          length<&Choices::button>(5, 60),
          [](C, At at) { return isBand(at.piece); }},
         {{"", "buttonholes"},
          "Buttonholes",
          oneOf<&Choices::buttonholes>(),
          [](C, At at) { return isBand(at.piece); }},
         {{"", "wrap_turns", true},
          "Wrap the turns",
          yesOrNo<&Choices::wrapTurns>(),
          [](C, At at) { return isAt<Part::shoulder, Part::neckDepth>(at); }},
         {{"", "seam_stitches", true},
          "One stitch more for each seam",
          yesOrNo<&Choices::seamStitches>(),
          [](C, At at) { return isAt<Part::width, Part::sleeveTop, Part::wrist>(at); }},
         {{"", "waste_rows", true},
          "Rows of waste yarn",
          ANumber{[](C c) { return c.wasteRows.count(); },
                  [](Choices& c, int value) { c.wasteRows = Rows(value); },
                  {2, 60},
                  {2, 60}}}});
    addEdge<ShapedEdge::sides>(all, "shaping/sides");
    addEdge<ShapedEdge::armhole>(all, "shaping/armhole");
    addEdge<ShapedEdge::neck>(all, "shaping/neck");
    addEdge<ShapedEdge::sleeve>(all, "shaping/sleeve");
    addEdge<ShapedEdge::cap>(all, "shaping/cap");
    return all;
}

} // namespace

std::span<const GarmentChoice> garmentChoices() {
    static const std::vector<GarmentChoice> all = allChoices();
    return all;
}

} // namespace vestimen
