// SPDX-License-Identifier: GPL-3.0-or-later
// A pullover or cardigan as it is chosen. Everything else is worked out from it.
#pragma once

#include "core/ground/buttonhole.h"
#include "core/ground/edge_shaping.h"
#include "core/ground/ground.h"
#include "core/ground/welt.h"

#include <array>

namespace vestimen {

/// Straight across, sloped by short rows, or in steps that are bound off (craft 15).
enum class ShoulderKind { straight, shortRows, stepped };

/// How body and sleeve meet (craft 13): sewn straight to the body, set into a shaped armhole, along slanting lines up
/// to the neck, or no sleeve at all, with shoulders or only straps.
enum class BodyKind { dropShoulder, setIn, raglan, sleeveless, strapped };
/// A back, and a front that is not open, in one piece, or in panels that are sewn together: with seams down the middle,
/// through both shoulders beside the neck, or all three.
enum class Panels { one, two, three, four };
/// One front, or two that mirror each other with bands along the opening.
enum class Closure { pullover, cardigan };
/// The neckline of the front (craft 14). A boat neck is as straight in front as at the back.
enum class NeckKind { round, vee, square, boat };
/// How the sides of a round neckline or of a curved lower edge rise from its flat middle (craft 12 and 14).
enum class Profile { ellipse, straight };
/// Share of the width that lies flat at the middle, unless somebody drags it. Written so that it is the same number
/// when it was kept in percent.
inline constexpr double aThird = 100.0 / 3.0 / 100.0;
inline constexpr double leastNeckFlat = 0.1;
inline constexpr double mostNeckFlat = 0.7;
/// Share of a round neck's depth that is straight at its top, above what curves or slopes.
inline constexpr double mostNeckStraight = 0.6;
inline constexpr double leastHemFlat = 0.1;
inline constexpr double mostHemFlat = 0.8;
/// How a neckline is worked (craft 14): its stitches wait in hold and each side is shaped by short rows; or its middle
/// is bound off, or goes onto waste yarn, and its sides are decreased.
enum class NeckSchool { hold, bindOff, wasteYarn };
/// What becomes of a top edge that is joined to another.
enum class TopEdge { onWaste, boundOff };
/// Behind the front, by short rows within it; behind it, hung into a slit; or sewn onto it (craft 18).
enum class PocketKind { none, inside, slit, patch };
enum class PocketSides { both, left, right };
enum class SleeveLine { tapered, straight };
enum class SleeveReach { full, shortened };
/// Up from the cuff, or down from the armhole that is hung (craft 16).
enum class SleeveSchool { up, down };
/// The sides below the armholes: straight, from the hip's width to the chest's, or in to the waist and out again.
enum class SideKind { straight, aLine, waisted };

/// The edges that are shaped row by row, each in its own way (craft 8).
enum class ShapedEdge { sides, armhole, neck, sleeve, cap };
inline constexpr std::array allEdges = {ShapedEdge::sides, ShapedEdge::armhole, ShapedEdge::neck, ShapedEdge::sleeve,
                                        ShapedEdge::cap};

/// Straight across, or higher at the sides, by short rows from the middle out.
enum class HemLine { straight, curved };

/// Counts of a garment.
namespace quantities {
inline constexpr CountKey bodyStitches{"body_stitches"};
inline constexpr CountKey neckStitches{"neck_stitches"};
inline constexpr CountKey bodyWeltRows{"body_welt_rows"};
inline constexpr CountKey bodyRows{"body_rows"};
inline constexpr CountKey armholeRows{"armhole_rows"};
inline constexpr CountKey shoulderRows{"shoulder_rows"};
inline constexpr CountKey neckRows{"neck_rows"};
inline constexpr CountKey wristStitches{"wrist_stitches"};
inline constexpr CountKey sleeveTopStitches{"sleeve_top_stitches"};
inline constexpr CountKey cuffRows{"cuff_rows"};
inline constexpr CountKey sleeveRows{"sleeve_rows"};
inline constexpr CountKey trimStitches{"trim_stitches"};
inline constexpr CountKey trimRows{"trim_rows"};
inline constexpr CountKey upperStitches{"upper_stitches"};
inline constexpr CountKey underarmStitches{"underarm_stitches"};
inline constexpr CountKey capTopStitches{"cap_top_stitches"};
inline constexpr CountKey capRows{"cap_rows"};
inline constexpr CountKey armTrimStitches{"arm_trim_stitches"};
inline constexpr CountKey armTrimRows{"arm_trim_rows"};
inline constexpr CountKey hemStitches{"hem_stitches"};
inline constexpr CountKey waistStitches{"waist_stitches"};
inline constexpr CountKey waistRows{"waist_rows"};
inline constexpr CountKey backNeckRows{"back_neck_rows"};
inline constexpr CountKey frontStitches{"front_stitches"};
inline constexpr CountKey bandStitches{"band_stitches"};
inline constexpr CountKey bandRows{"band_rows"};
inline constexpr CountKey hemRiseRows{"hem_rise_rows"};
inline constexpr CountKey panelStitches{"panel_stitches"};
inline constexpr CountKey sidePanelStitches{"side_panel_stitches"};
inline constexpr CountKey middlePanelStitches{"middle_panel_stitches"};
inline constexpr CountKey pocketStitches{"pocket_stitches"};
inline constexpr CountKey pocketRows{"pocket_rows"};
inline constexpr CountKey pocketTrimRows{"pocket_trim_rows"};
inline constexpr CountKey pocketBelowRows{"pocket_below_rows"};
inline constexpr std::array all = {
    bodyStitches,   neckStitches,  bodyWeltRows,      bodyRows,       armholeRows,       shoulderRows,
    neckRows,       wristStitches, sleeveTopStitches, cuffRows,       sleeveRows,        trimStitches,
    trimRows,       upperStitches, underarmStitches,  capTopStitches, capRows,           armTrimStitches,
    armTrimRows,    hemStitches,   waistStitches,     waistRows,      backNeckRows,      frontStitches,
    bandStitches,   bandRows,      hemRiseRows,       panelStitches,  sidePanelStitches, middlePanelStitches,
    pocketStitches, pocketRows,    pocketTrimRows,    pocketBelowRows};
} // namespace quantities

struct Garment {
    static constexpr const char* key = "garment";
    static constexpr const char* label = "Pullover or cardigan";

    /// What is knitted onto an edge that hangs on the needles.
    struct Trim {
        Length depth = Length::millimetres(20);
        WeltKind kind = WeltKind::foldedHem; ///< bands are folded
        YarnNumber yarn = 0;
        BindOffMethod bindOff = BindOffMethod::chainRoundTheNeedles;
        int ownStitches = 0; ///< in 10 cm, from a swatch of its own; 0: as the swatch has it
        int ownRows = 0;
        int tipRows = 0;        ///< the last ones of a rolled trim, in another yarn
        YarnNumber tipYarn = 0; ///< theirs
        bool operator==(const Trim&) const = default;
    };
    struct Body {
        BodyKind kind = BodyKind::dropShoulder;
        SideKind sides = SideKind::straight;
        ShoulderKind shoulder = ShoulderKind::shortRows;
        TopEdge shoulderEdge = TopEdge::onWaste; ///< of one that is not bound off in steps
        Panels panels = Panels::one;
        Length underarm = Length::millimetres(25);      ///< bound off at each side where a shaped armhole begins
        Length narrower = Length::millimetres(15);      ///< so much less than cross back on each side without a sleeve
        Trim armTrim{.depth = Length::millimetres(15)}; ///< of a sleeveless armhole
        Welt welt;
        bool operator==(const Body&) const = default;
    };
    /// The lower edge.
    struct Hem {
        HemLine line = HemLine::straight;
        Length rise = Length::millimetres(50); ///< by which a curved one is higher at the sides
        double flat = aThird;                  ///< of a curved one
        Profile profile = Profile::ellipse;
        bool lastAtOnce = false; ///< in steps that grow, and what is left at once: the other school of craft 10
        bool operator==(const Hem&) const = default;
    };
    struct Neck {
        NeckKind kind = NeckKind::round;
        NeckSchool school = NeckSchool::hold;
        bool atBack = false;   ///< the back's is shaped too, shallow
        double flat = aThird;  ///< of a round one, front and back
        double straight = 0.3; ///< share of its depth that is straight at the top
        Profile profile = Profile::ellipse;
        Trim trim;
        bool trimInTwo = false; ///< knitted in two parts, where the neckline is longer than the bed
        /// Each part straight onto the held neck of its piece, before the shoulders are joined.
        bool trimFirst = false;
        bool operator==(const Neck&) const = default;
    };
    struct Straps {
        Length width = Length::millimetres(45);     ///< of each
        Length backDepth = Length::millimetres(90); ///< of the back's neck between them
        bool operator==(const Straps&) const = default;
    };
    struct Sleeves {
        SleeveLine line = SleeveLine::tapered;
        SleeveReach reach = SleeveReach::full;
        SleeveSchool school = SleeveSchool::up;
        Length shortLength = Length::millimetres(120); ///< of a short one, from the underarm to its edge
        Length capTop = Length::millimetres(60);       ///< flat top of the cap
        TopEdge topEdge = TopEdge::onWaste;            ///< of a straight one that is knitted up
        Length capEase = Length::millimetres(5);       ///< by which a cap's edge is longer than its armhole
        YarnNumber yarn = 0;                           ///< above the cuff
        Welt cuff;
        bool operator==(const Sleeves&) const = default;
    };
    struct Opening {
        Closure closure = Closure::pullover;
        Trim band{.depth = Length::millimetres(25)}; ///< of a cardigan's fronts; they lie over each other
        bool bandOnItsEdge = false; ///< closed by hanging the garment's edge again, not the band's first row
        int buttons = 6;
        Length button = Length::millimetres(15); ///< across
        Side holes = Side::left;                 ///< the wearer's side whose band has the buttonholes
        HoleKind hole = HoleKind::eyelet;
        Length apart = Length::millimetres(0);  ///< of two buttons: as many as have room; 0: so many as are said
        Length margin = Length::millimetres(0); ///< from each end of the band to the first hole; 0: as is usual
        bool operator==(const Opening&) const = default;
    };
    /// Of the front.
    struct Pocket {
        PocketKind kind = PocketKind::none;
        PocketSides sides = PocketSides::both; ///< of the wearer
        Length width = Length::millimetres(130);
        Length depth = Length::millimetres(130);     ///< of the bag, below its mouth
        Length height = Length::millimetres(200);    ///< of the mouth, above the lower edge
        Length fromMiddle = Length::millimetres(40); ///< to its inner edge; of an open front, from the band
        Length trim = Length::millimetres(20);       ///< depth of the trim on its mouth; 0: none
        YarnNumber trimYarn = 0;
        YarnNumber yarn = 0; ///< of the bag
        bool operator==(const Pocket&) const = default;

        bool isAt(Side wearers) const {
            return kind != PocketKind::none &&
                   (sides == PocketSides::both || (sides == PocketSides::left) == (wearers == Side::left));
        }
    };
    /// How it is worked throughout.
    struct Making {
        bool weltAfterwards = false; ///< pieces begin on waste yarn, and their welts are knitted down from there
        bool wrapTurns = true;
        AcrossWay acrossWay = AcrossWay::wasteYarn; ///< where a welt is gathered
        bool seamStitches = true;                   ///< one more stitch for each edge that a mattress seam eats
        Rows wasteRows{12};
        bool operator==(const Making&) const = default;
    };

    Body body;
    Hem hem;
    Neck neck;
    Straps straps;
    Sleeves sleeves;
    Opening opening;
    Pocket pocket;
    Making making;
    std::array<EdgeShaping, allEdges.size()> edges{};

    EdgeShaping& edge(ShapedEdge which) { return edges[static_cast<std::size_t>(which)]; }
    const EdgeShaping& edge(ShapedEdge which) const { return edges[static_cast<std::size_t>(which)]; }
    bool trimIsInTwo() const { return neck.trimInTwo || neck.trimFirst; }
    bool hasSleeves() const { return body.kind != BodyKind::sleeveless && body.kind != BodyKind::strapped; }
    /// Whether a welt is knitted down afterwards; a rolled edge is none.
    bool weltFollows(const Welt& welt) const { return making.weltAfterwards && welt.hasDepth(); }
    /// The share of stitches that a welt does without; a rolled edge is none to gather into.
    static double gatherOf(const Welt& welt) { return welt.hasDepth() ? welt.gather : 0.0; }
    bool sleevesKnittedDown() const { return hasSleeves() && sleeves.school == SleeveSchool::down; }
    bool isCardigan() const { return opening.closure == Closure::cardigan; }
    bool backInHalves() const { return body.panels == Panels::two || body.panels == Panels::four; }
    bool frontInHalves() const { return backInHalves() || isCardigan(); }
    /// Through both shoulders, each with an armhole and the shoulder's outer part.
    bool hasSidePanels() const { return body.panels >= Panels::three; }
    /// Straps and raglans leave no shoulder to slope.
    bool hasShoulders() const { return body.kind != BodyKind::raglan && body.kind != BodyKind::strapped; }

    bool hasStraightSleeveTop() const { return body.kind == BodyKind::dropShoulder && !sleevesKnittedDown(); }
    /// Whether a shoulder, sloped in steps or not, leaves no open loops.
    bool bindsShoulders(bool slopes) const {
        return hasShoulders() &&
               ((slopes && body.shoulder == ShoulderKind::stepped) || body.shoulderEdge == TopEdge::boundOff);
    }

    bool operator==(const Garment&) const = default;
};

inline constexpr std::array allBodies = {BodyKind::dropShoulder, BodyKind::setIn, BodyKind::raglan,
                                         BodyKind::sleeveless, BodyKind::strapped};
inline constexpr std::array allPanels = {Panels::one, Panels::two, Panels::three, Panels::four};
inline constexpr std::array allClosures = {Closure::pullover, Closure::cardigan};
inline constexpr std::array allNeckSchools = {NeckSchool::hold, NeckSchool::bindOff, NeckSchool::wasteYarn};
inline constexpr std::array allShoulders = {ShoulderKind::straight, ShoulderKind::shortRows, ShoulderKind::stepped};
inline constexpr std::array allHemLines = {HemLine::straight, HemLine::curved};
inline constexpr std::array allSleeveSchools = {SleeveSchool::up, SleeveSchool::down};
inline constexpr std::array allNecks = {NeckKind::round, NeckKind::vee, NeckKind::square, NeckKind::boat};
inline constexpr std::array allSides = {SideKind::straight, SideKind::aLine, SideKind::waisted};

/// By which a V is usually deeper than the front of the neck.
inline constexpr Length usualVeeDepth = Length::millimetres(80);
/// Chooses a neckline. A V that has no ease of its own yet becomes as deep as is usual.
void chooseNeck(Garment& garment, EaseTable& ease, NeckKind neck);

/// A garment and what it is drafted on.
struct GarmentBrief {
    GarmentBrief(const Ground& on, const Garment& garment)
        : ground(on), machine(on.machine), yarn(on.yarn), swatch(on.swatch), wearer(on.wearer), ease(on.ease),
          pins(on.pins), choices(garment) {}

    const Ground& ground;
    const Machine& machine;
    const Yarn& yarn;
    const Swatch& swatch;
    const Wearer& wearer;
    const EaseTable& ease;
    const Pins& pins;
    const Garment& choices;
};

} // namespace vestimen
