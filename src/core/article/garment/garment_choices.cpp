// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_choices.h"

#include "core/article/garment/garment_options.h"
#include "core/ground/welt_choices.h"

#include <type_traits>

namespace vestimen {
namespace {

// ---- where on the drawing

template<class... Keys> bool isAt(const Place& at, const Keys&... keys) {
    return ((at.part == keys) || ...);
}
bool isOfPocket(const Place& at) {
    return isPocket(at.piece) || isPocketTrim(at.piece) ||
           isAt(at, parts::pocketMouth, parts::pocketPlace, parts::pocketWidth, parts::pocketDepth);
}
bool isBody(const Place& at) {
    return !isTrim(at.piece) && !isSleeve(at.piece) && !isPocket(at.piece) && !isPocketTrim(at.piece);
}
bool isWholePiece(const Place& at) {
    return at.part == parts::none && !isTrim(at.piece) && !isPocket(at.piece) && !isPocketTrim(at.piece);
}
bool isWholeBody(const Place& at) {
    return isWholePiece(at) && isBody(at);
}
bool isNeck(const Place& at) {
    return isAt(at, parts::neckDepth, parts::neckWidth, parts::neckFlat);
}
/// Whether the place is that edge's, as the choices are.
template<ShapedEdge edge> bool isEdge(const Garment& choices, const Place& at) {
    return edgeOf(at.part, at.piece, choices) == edge;
}
template<auto part, auto welt> bool isWelt(const Garment&, const Place& at) {
    return at.part == parts::welt && isSleeve(at.piece) == std::is_same_v<decltype(part), Garment::Sleeves Garment::*>;
}
template<auto part, auto welt> bool isSomeWelt(const Garment& choices, const Place& at) {
    return isWelt<part, welt>(choices, at) && Path<part, welt>::of(choices).hasDepth();
}
/// Whether the welt at a place is knitted from the piece to its edge.
bool isKnittedDown(const Garment& choices, const Place& at) {
    const bool sleeve = isSleeve(at.piece);
    const Welt& welt = sleeve ? choices.sleeves.cuff : choices.body.welt;
    return choices.weltFollows(welt) || (sleeve && choices.sleevesKnittedDown());
}
template<auto part, auto welt> bool isFolded(const Garment& choices, const Place& at) {
    return isWelt<part, welt>(choices, at) && traits(Path<part, welt>::of(choices).kind).layers == 2;
}
template<auto part, auto welt> bool isHem(const Garment& choices, const Place& at) {
    return isWelt<part, welt>(choices, at) && (Path<part, welt>::of(choices).kind == WeltKind::foldedHem ||
                                               (isFolded<part, welt>(choices, at) && isKnittedDown(choices, at)));
}
template<auto part, auto welt> bool hasBindOff(const Garment& choices, const Place& at) {
    return isWelt<part, welt>(choices, at) && isKnittedDown(choices, at);
}
template<auto part, auto welt> bool hasCastOn(const Garment& choices, const Place& at) {
    const WeltTraits& its = traits(Path<part, welt>::of(choices).kind);
    return isWelt<part, welt>(choices, at) && !isKnittedDown(choices, at) && !its.beginsOpen && !its.onTwoBeds;
}
bool isSleevesLength(const Garment&, const Place& at) {
    return isSleeve(at.piece) && isAt(at, parts::none, parts::length, parts::wrist);
}
bool isArmhole(const Garment& choices, const Place& at) {
    return choices.body.kind != BodyKind::dropShoulder && isAt(at, parts::armhole, parts::upperWidth);
}
bool isLowerEdge(const Garment&, const Place& at) {
    return isBody(at) && isAt(at, parts::welt, parts::length, parts::hemFlat);
}
bool isCurvedEdge(const Garment& choices, const Place& at) {
    return isLowerEdge(choices, at) && choices.hem.line == HemLine::curved;
}
bool isOfNeckTrim(const Place& at) {
    return isNeckTrim(at.piece);
}
bool isOfArmTrim(const Place& at) {
    return isTrim(at.piece) && !isNeckTrim(at.piece) && !isBand(at.piece);
}
bool isBandsOwn(const Garment&, const Place& at) {
    return isBand(at.piece);
}

// ---- what is chosen

/// A neckline brings its usual depth along.
Field<Garment> neckline() {
    Field<Garment> neck = oneOf<&Garment::neck, &Garment::Neck::kind>();
    neck.choose = [](Garment& garment, EaseTable& ease, double value) {
        chooseNeck(garment, ease, static_cast<NeckKind>(static_cast<int>(value)));
    };
    return neck;
}
template<auto part, auto... member> Field<Garment> length(int least, int most) {
    return aLength<part, member...>({least, most});
}
template<auto part, auto welt> void addWelt(std::vector<Choice<Garment>>& all, const char* within, const char* depth) {
    all.insert(
        all.end(),
        {{{within, "kind", true}, "Kind of welt", oneOf<part, welt, &Welt::kind>(), isWelt<part, welt>},
         {{within, "depth_mm", true}, depth, aLength<part, welt, &Welt::depth>({5, 200}), isSomeWelt<part, welt>},
         {{within, "gathered_percent"},
          "Gathered into its edge by",
          aShare<part, welt, &Welt::gather>(0.0, mostGather),
          isSomeWelt<part, welt>},
         {{within, "yarn"}, "Yarn of the welt", aYarn<part, welt, &Welt::yarn>(), isSomeWelt<part, welt>}});
    const auto on = [within](Field<Garment> field, bool (*belongs)(const Garment&, const Place&), const char* key,
                             const char* label) {
        return Choice<Garment>{{within, key}, label, std::move(field), belongs};
    };
    all.insert(all.end(), {on(oneOf<part, welt, &Welt::making, &WeltMaking::castOn>(), hasCastOn<part, welt>, "cast_on",
                              "How its edge is cast on"),
                           on(oneOf<part, welt, &Welt::making, &WeltMaking::bindOff>(), hasBindOff<part, welt>,
                              "bind_off", "How its edge is bound off"),
                           on(aNumber<part, welt, &Welt::making, &WeltMaking::looser>({-mostLooser, mostLooser},
                                                                                      {-mostLooser, mostLooser}),
                              isSomeWelt<part, welt>, "looser", "Looser than is usual for it, in whole numbers"),
                           on(yesOrNo<part, welt, &Welt::making, &WeltMaking::foldRow>(), isFolded<part, welt>,
                              "loose_fold_row", "The row of the fold is looser"),
                           on(yesOrNo<part, welt, &Welt::making, &WeltMaking::innerTighter>(), isHem<part, welt>,
                              "inner_half_tighter", "Its inner half is tighter")});
    WeltChoices<Garment, isSomeWelt<part, welt>, part, welt>::addOnTwoBeds(all, within);
}

/// What a trim and a band have.
template<auto part, auto trim>
void addTrim(std::vector<Choice<Garment>>& all, const char* within, bool (*belongs)(const Garment&, const Place&)) {
    all.insert(all.end(),
               {{{within, "bind_off"}, "How it is bound off", oneOf<part, trim, &Garment::Trim::bindOff>(), belongs},
                {{within, "own_rows"},
                 "Its rows in 10 cm, by a swatch of its own; 0: as the swatch",
                 aNumber<part, trim, &Garment::Trim::ownRows>({0, 200}, {0, 200}),
                 belongs}});
}
/// What a trim alone has; bands are folded.
template<auto part, auto trim, bool (*isThere)(const Place&)>
void addTrimKind(std::vector<Choice<Garment>>& all, const char* within) {
    constexpr bool (*belongs)(const Garment&, const Place&) = [](const Garment&, const Place& at) {
        return isThere(at);
    };
    constexpr bool (*isRolled)(const Garment&, const Place&) = [](const Garment& choices, const Place& at) {
        return isThere(at) && Path<part, trim>::of(choices).kind == WeltKind::rolled;
    };
    all.push_back({{within, "kind"}, "Kind of trim", oneOf<part, trim, &Garment::Trim::kind>(), belongs});
    addTrim<part, trim>(all, within, belongs);
    all.insert(
        all.end(),
        {{{within, "tip_rows"},
          "Last rows in another yarn",
          aNumber<part, trim, &Garment::Trim::tipRows>({0, 20}, {0, 20}),
          isRolled},
         {{within, "tip_yarn"}, "Yarn of the last rows", aYarn<part, trim, &Garment::Trim::tipYarn>(), isRolled}});
}

void addPocket(std::vector<Choice<Garment>>& all) {
    using C = const Garment&;
    using At = const Place&;
    using Pocket = Garment::Pocket;
    constexpr bool (*isThere)(C, At) = [](C c, At at) { return c.pocket.kind != PocketKind::none && isOfPocket(at); };
    constexpr bool (*hasTrim)(C, At) = [](C c, At at) {
        return c.pocket.kind != PocketKind::none && c.pocket.trim > Length() && isOfPocket(at);
    };
    constexpr bool (*isOnFront)(C, At) = [](C, At at) {
        return (isWholeBody(at) && !isBack(at.piece) && !isSidePanel(at.piece)) || isOfPocket(at);
    };
    all.insert(
        all.end(),
        {{{"pocket", "kind"}, "Pockets", oneOf<&Garment::pocket, &Pocket::kind>(), isOnFront},
         {{"pocket", "sides"}, "Which pockets", oneOf<&Garment::pocket, &Pocket::sides>(), isThere},
         {{"pocket", "width_mm"}, "Width of a pocket", length<&Garment::pocket, &Pocket::width>(40, 400), isThere},
         {{"pocket", "depth_mm"}, "Depth of its bag", length<&Garment::pocket, &Pocket::depth>(40, 400), isThere},
         {{"pocket", "height_mm"},
          "Its mouth above the lower edge",
          length<&Garment::pocket, &Pocket::height>(40, 1000),
          isThere},
         {{"pocket", "from_middle_mm"},
          "From the middle, or the band, to the pocket",
          length<&Garment::pocket, &Pocket::fromMiddle>(0, 400),
          isThere},
         {{"pocket", "trim_mm"},
          "Depth of the trim on its mouth; 0: none",
          length<&Garment::pocket, &Pocket::trim>(0, 80),
          isThere},
         {{"pocket", "trim_yarn"},
          "Yarn of the trim on its mouth",
          aYarn<&Garment::pocket, &Pocket::trimYarn>(),
          hasTrim},
         {{"pocket", "yarn"}, "Yarn of its bag", aYarn<&Garment::pocket, &Pocket::yarn>(), isThere}});
}

template<ShapedEdge edge> void addEdge(std::vector<Choice<Garment>>& all, const char* within) {
    constexpr auto shaping = [](auto& garment) -> auto& {
        return garment.edge(edge);
    };
    constexpr bool (*fashioned)(const Garment&, const Place&) = [](const Garment& choices, const Place& at) {
        return isEdge<edge>(choices, at) && choices.edge(edge).fashioned;
    };
    all.insert(all.end(), {{{within, "lines"},
                            "Lines of the shaping",
                            Fields<Garment, shaping, &EdgeShaping::lines>::aNumber({0, 50}, {0, 50})},
                           {{within, "every_second_row"},
                            "On every second row only",
                            Fields<Garment, shaping, &EdgeShaping::everySecondRow>::yesOrNo(),
                            isEdge<edge>},
                           {{within, "fashioned"},
                            "The outer stitches move together",
                            Fields<Garment, shaping, &EdgeShaping::fashioned>::yesOrNo(),
                            isEdge<edge>},
                           {{within, "inset"},
                            "Stitches that move",
                            Fields<Garment, shaping, &EdgeShaping::inset>::aNumber({1, 7}, {1, 7}),
                            fashioned}});
}

std::vector<Choice<Garment>> allChoices() {
    using C = const Garment&;
    using At = const Place&;
    std::vector<Choice<Garment>> all = {
        {{"", "body"},
         "Armholes and sleeves",
         oneOf<&Garment::body, &Garment::Body::kind>(),
         [](C, At at) { return isWholePiece(at) || isAt(at, parts::armhole, parts::upperWidth, parts::cap); },
         true},
        {{"", "closure"},
         "Front",
         oneOf<&Garment::opening, &Garment::Opening::closure>(),
         [](C, At at) { return isWholeBody(at) || isBand(at.piece); },
         true},
        {{"", "body_panels"},
         "Panels of back and front",
         oneOf<&Garment::body, &Garment::Body::panels>(),
         [](C, At at) { return isWholeBody(at); },
         true},
        {{"", "neck"}, "Neckline", neckline(), [](C, At at) { return isWholeBody(at) || isNeck(at); }, true},
        {{"", "neck_school"},
         "How the neck is worked",
         oneOf<&Garment::neck, &Garment::Neck::school>(),
         [](C c, At at) { return isNeck(at) && c.neck.kind != NeckKind::boat; }},
        {{"", "neck_flat_percent"},
         "Flat at the middle of the neck",
         aShare<&Garment::neck, &Garment::Neck::flat>(leastNeckFlat, mostNeckFlat),
         [](C c, At at) { return isNeck(at) && hasRoundNeck(at.piece, c); }},
        {{"", "neck_straight_percent"},
         "Straight at the top of the neck, of its depth",
         aShare<&Garment::neck, &Garment::Neck::straight>(0.0, mostNeckStraight),
         [](C c, At at) { return isNeck(at) && hasRoundNeck(at.piece, c); }},
        {{"", "neck_profile"},
         "Sides of the neck",
         oneOf<&Garment::neck, &Garment::Neck::profile>(),
         [](C c, At at) { return isNeck(at) && hasRoundNeck(at.piece, c); }},
        {{"", "back_neck"},
         "Shape the back of the neck too",
         yesOrNo<&Garment::neck, &Garment::Neck::atBack>(),
         [](C c, At at) { return isNeck(at) && c.neck.kind != NeckKind::boat && c.body.kind != BodyKind::strapped; }},
        {{"", "neck_trim_in_two"},
         "Neck trim in two parts",
         yesOrNo<&Garment::neck, &Garment::Neck::trimInTwo>(),
         [](C, At at) { return isNeck(at) || isNeckTrim(at.piece); }},
        {{"", "neck_trim_depth_mm", true},
         "Depth of the neck trim",
         length<&Garment::neck, &Garment::Neck::trim, &Garment::Trim::depth>(4, 150),
         [](C, At at) { return at.part == parts::trimDepth && isNeckTrim(at.piece); }},
        {{"", "neck_trim_first"},
         "Trim before the shoulders are joined",
         yesOrNo<&Garment::neck, &Garment::Neck::trimFirst>(),
         [](C, At at) { return isNeck(at) || isNeckTrim(at.piece); }},
        {{"", "neck_trim_yarn"},
         "Yarn of the trim",
         aYarn<&Garment::neck, &Garment::Neck::trim, &Garment::Trim::yarn>(),
         [](C, At at) { return isNeckTrim(at.piece); }},
        {{"", "arm_trim_yarn"},
         "Yarn of the trim",
         aYarn<&Garment::body, &Garment::Body::armTrim, &Garment::Trim::yarn>(),
         [](C, At at) { return isTrim(at.piece) && !isNeckTrim(at.piece) && !isBand(at.piece); }},
        {{"", "band_yarn"},
         "Yarn of the bands",
         aYarn<&Garment::opening, &Garment::Opening::band, &Garment::Trim::yarn>(),
         [](C, At at) { return isBand(at.piece); }},
        {{"", "sleeve_yarn"},
         "Yarn of the sleeves",
         aYarn<&Garment::sleeves, &Garment::Sleeves::yarn>(),
         [](C, At at) { return isSleeve(at.piece) && isWholePiece(at); }},
        {{"", "sides"},
         "Sides",
         oneOf<&Garment::body, &Garment::Body::sides>(),
         [](C, At at) { return isWholeBody(at) || isAt(at, parts::width, parts::hemWidth, parts::waist); },
         true},
        {{"", "shoulder", true}, "Shoulders", oneOf<&Garment::body, &Garment::Body::shoulder>(), [](C c, At at) {
             return c.hasShoulders() && (isWholeBody(at) || isAt(at, parts::shoulder, parts::neckDepth));
         }}};
    all.insert(all.end(),
               {{{"", "shoulder_edge"},
                 "How a shoulder ends",
                 oneOf<&Garment::body, &Garment::Body::shoulderEdge>(),
                 [](C c, At at) {
                     return c.hasShoulders() && c.body.shoulder != ShoulderKind::stepped && isAt(at, parts::shoulder);
                 }},
                {{"", "sleeve_top_edge"},
                 "How a sleeve’s top ends",
                 oneOf<&Garment::sleeves, &Garment::Sleeves::topEdge>(),
                 [](C c, At at) {
                     return c.hasStraightSleeveTop() && isSleeve(at.piece) && isAt(at, parts::none, parts::sleeveTop);
                 }}});
    addTrimKind<&Garment::neck, &Garment::Neck::trim, isOfNeckTrim>(all, "neck_trim");
    addTrimKind<&Garment::body, &Garment::Body::armTrim, isOfArmTrim>(all, "arm_trim");
    addTrim<&Garment::opening, &Garment::Opening::band>(all, "band", isBandsOwn);
    all.insert(all.end(),
               {{{"band", "own_stitches"},
                 "Its stitches in 10 cm, by a swatch of its own; 0: as the swatch",
                 aNumber<&Garment::opening, &Garment::Opening::band, &Garment::Trim::ownStitches>({0, 200}, {0, 200}),
                 isBandsOwn},
                {{"band", "closed_on_its_edge"},
                 "Closed on the garment’s own edge",
                 yesOrNo<&Garment::opening, &Garment::Opening::bandOnItsEdge>(),
                 isBandsOwn}});
    addWelt<&Garment::body, &Garment::Body::welt>(all, "body_welt", "Depth of the welt");
    addWelt<&Garment::sleeves, &Garment::Sleeves::cuff>(all, "cuff", "Depth of the cuff");
    all.insert(all.end(),
               {{{"", "across"},
                 "How the edge is gathered",
                 oneOf<&Garment::making, &Garment::Making::acrossWay>(),
                 [](C c, At at) {
                     return (isSomeWelt<&Garment::body, &Garment::Body::welt>(c, at) && c.body.welt.gather > 0.0) ||
                            (isSomeWelt<&Garment::sleeves, &Garment::Sleeves::cuff>(c, at) &&
                             c.sleeves.cuff.gather > 0.0);
                 }},
                {{"", "hem_line"}, "Lower edge", oneOf<&Garment::hem, &Garment::Hem::line>(), isLowerEdge},
                {{"", "hem_rise_mm"},
                 "Higher at the sides by",
                 length<&Garment::hem, &Garment::Hem::rise>(15, 200),
                 isCurvedEdge},
                {{"", "hem_flat_percent"},
                 "Flat at the middle of the lower edge",
                 aShare<&Garment::hem, &Garment::Hem::flat>(leastHemFlat, mostHemFlat),
                 isCurvedEdge},
                {{"", "hem_profile"},
                 "Sides of the lower edge",
                 oneOf<&Garment::hem, &Garment::Hem::profile>(),
                 [](C c, At at) { return isCurvedEdge(c, at) && !c.hem.lastAtOnce; }},
                {{"", "hem_last_at_once"},
                 "In growing steps, the last third at once",
                 yesOrNo<&Garment::hem, &Garment::Hem::lastAtOnce>(),
                 isCurvedEdge},
                {{"", "welt_afterwards"},
                 "Knit the welts down afterwards",
                 yesOrNo<&Garment::making, &Garment::Making::weltAfterwards>(),
                 [](C, At at) { return at.part == parts::welt; }},
                {{"", "sleeve"}, "Sleeve", oneOf<&Garment::sleeves, &Garment::Sleeves::line>(), isSleevesLength},
                {{"", "sleeve_reach"},
                 "Sleeve’s length",
                 oneOf<&Garment::sleeves, &Garment::Sleeves::reach>(),
                 isSleevesLength},
                {{"", "sleeve_school"},
                 "Which way the sleeve is knitted",
                 oneOf<&Garment::sleeves, &Garment::Sleeves::school>(),
                 [](C, At at) { return isSleeve(at.piece) && isAt(at, parts::none, parts::sleeveTop, parts::cap); }},
                {{"", "short_sleeve_mm"},
                 "From the underarm to its edge",
                 length<&Garment::sleeves, &Garment::Sleeves::shortLength>(40, 500),
                 [](C c, At at) { return isSleevesLength(c, at) && c.sleeves.reach == SleeveReach::shortened; }},
                {{"", "underarm_mm"},
                 "Off at each underarm",
                 length<&Garment::body, &Garment::Body::underarm>(5, 80),
                 isArmhole},
                {{"", "narrower_mm"},
                 "Less than cross-back, each side",
                 length<&Garment::body, &Garment::Body::narrower>(0, 60),
                 [](C c, At at) { return !c.hasSleeves() && at.part == parts::upperWidth; }},
                {{"", "arm_trim_depth_mm"},
                 "Depth of the armhole trim",
                 length<&Garment::body, &Garment::Body::armTrim, &Garment::Trim::depth>(4, 150),
                 [](C, At at) { return at.part == parts::trimDepth && !isNeckTrim(at.piece) && !isBand(at.piece); }},
                {{"", "strap_mm"},
                 "Width of a strap",
                 length<&Garment::straps, &Garment::Straps::width>(15, 150),
                 [](C c, At at) {
                     return c.body.kind == BodyKind::strapped && isAt(at, parts::neckWidth, parts::upperWidth);
                 }},
                {{"", "strap_back_mm"},
                 "Depth of the neck between the straps, back",
                 length<&Garment::straps, &Garment::Straps::backDepth>(10, 300),
                 [](C c, At at) { return c.body.kind == BodyKind::strapped && isBack(at.piece) && isNeck(at); }},
                {{"", "cap_top_mm"},
                 "Flat top of the cap",
                 length<&Garment::sleeves, &Garment::Sleeves::capTop>(0, 300),
                 [](C c, At at) { return c.body.kind == BodyKind::setIn && at.part == parts::capTop; }},
                {{"", "cap_ease_mm"},
                 "Cap longer than its armhole by",
                 length<&Garment::sleeves, &Garment::Sleeves::capEase>(0, 25),
                 [](C c, At at) { return c.body.kind == BodyKind::setIn && at.part == parts::cap; }},
                {{"", "band_depth_mm"},
                 "Depth of the bands",
                 length<&Garment::opening, &Garment::Opening::band, &Garment::Trim::depth>(4, 150),
                 isBandsOwn},
                {{"", "buttons"},
                 "Buttons",
                 aNumber<&Garment::opening, &Garment::Opening::buttons>({0, 100}, {0, 30}),
                 isBandsOwn},
                {{"", "button_mm"},
                 "A button is across",
                 length<&Garment::opening, &Garment::Opening::button>(5, 60),
                 isBandsOwn},
                {{"", "buttonholes"}, "Buttonholes", oneOf<&Garment::opening, &Garment::Opening::holes>(), isBandsOwn},
                {{"", "buttonhole_kind"},
                 "How a buttonhole is made",
                 oneOf<&Garment::opening, &Garment::Opening::hole>(),
                 isBandsOwn},
                {{"", "buttons_apart_mm"},
                 "Buttons lie so far apart, as many as have room; 0: so many as are said",
                 length<&Garment::opening, &Garment::Opening::apart>(0, 300),
                 isBandsOwn},
                {{"", "buttonhole_margin_mm"},
                 "From each end of the band to a buttonhole; 0: as is usual",
                 length<&Garment::opening, &Garment::Opening::margin>(0, 150),
                 isBandsOwn},
                {{"", "wrap_turns", true},
                 "Wrap the turns",
                 yesOrNo<&Garment::making, &Garment::Making::wrapTurns>(),
                 [](C, At at) { return isAt(at, parts::shoulder, parts::neckDepth); }},
                {{"", "seam_stitches", true},
                 "One stitch more for each seam",
                 yesOrNo<&Garment::making, &Garment::Making::seamStitches>(),
                 [](C, At at) { return isAt(at, parts::width, parts::sleeveTop, parts::wrist); }},
                {{"", "waste_rows", true},
                 "Rows of waste yarn",
                 aNumber<&Garment::making, &Garment::Making::wasteRows>({2, 60}, {2, 60})}});
    addPocket(all);
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
