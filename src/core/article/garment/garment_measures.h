// SPDX-License-Identifier: GPL-3.0-or-later
// The garment's own measures, in millimetres: the body's with ease, and what the choices make of them (craft 13 to 16).
#pragma once

#include "core/article/garment/pieces.h"

#include <optional>
#include <vector>

namespace vestimen {

/// The garment's own measures: the body's with ease.
struct GarmentMeasures {
    Length width;        ///< of back and of front
    Length upperWidth;   ///< between the armholes; the same as `width` on a drop shoulder
    Length underarm;     ///< bound off on each side where a shaped armhole begins
    Length hemWidth;     ///< at the lower edge; the same as `width` where the sides are straight
    Length waistWidth;   ///< of waisted sides
    Length waistHeight;  ///< from the lower edge, of waisted sides
    Length length;       ///< at the middle
    Length hemRise;      ///< of a curved lower edge at the sides; 0 for a straight one
    Length armholeDepth; ///< from the underarm to the shoulder, or along a raglan up to the neck
    Length neckWidth;
    Length neckDepth;     ///< of the front; 0 for a boat neck
    Length backNeckDepth; ///< 0 where the back goes straight across
    Length shoulderDrop;  ///< 0 for straight shoulders
    Length opening;       ///< between the edges of a cardigan's fronts; the bands fill it
    Length sleeveTop;
    Length sleeveLength;
    Length cuffDepth;
    Length wrist;            ///< of the sleeve; a gathered cuff is narrower
    double cuffGather = 0.0; ///< share of its stitches that the cuff does without
    double hemGather = 0.0;  ///< the same of the body's welt
    Length upperArm;
    Length headGirth;
    Length capTop;
    Length capEase;
    std::optional<Length> cap; ///< its height, or a raglan's; nothing where the sleeve is too wide for any
    BodyKind body = BodyKind::dropShoulder;
    NeckKind neck = NeckKind::round;
    double hemFlat = aThird; ///< the same of a curved hem
    Profile hemProfile = Profile::ellipse;
    bool hemLastAtOnce = false; ///< in growing steps, in place of a profile
    double neckFlat = aThird;   ///< share of a round neck that is flat at the middle
    double neckStraight = 0.3;  ///< share of its depth that is straight at the top
    Profile neckProfile = Profile::ellipse;
    SideKind sides = SideKind::straight;
    bool openFront = false;
    bool backInHalves = false;
    bool frontInHalves = false;
    Length sidePanel; ///< finished, below the armhole; 0 where there is none

    /// Where the armhole begins, from the lower edge.
    Length underarmHeight() const { return length - shoulderDrop - armholeDepth; }
    bool hasArmhole() const { return upperWidth < width; }
    bool isCardigan() const { return openFront; }
    bool hasSidePanels() const { return sidePanel > Length(); }
    /// Whether some of its pieces mirror each other.
    bool hasHalves() const { return frontInHalves || hasSidePanels(); }
    /// What a shaped armhole takes off each side.
    Length armholeInset() const { return (width - upperWidth) / 2.0; }
};

/// Of a lower edge whose last group comes back at once: the share of its rising part that comes back in steps before.
inline constexpr double hemInStepsShare = 2.0 / 3.0;
/// Share of an armhole's depth that is curved.
inline constexpr double armholeCurveShare = 0.45;
/// Sides go straight for so long at the waist, and at least so long below the armhole.
inline constexpr Length waistStraight = Length::millimetres(20);
inline constexpr Length sideStraight = Length::millimetres(30);
/// Straight length at the top of a sleeve.
inline constexpr Length sleeveStraight = Length::millimetres(40);
/// What a raglan leaves of each half of a front at its top.
inline constexpr Length raglanTip = Length::millimetres(10);
/// What a seam through a shoulder leaves on either side of it, at least.
inline constexpr Length leastOfShoulder = Length::millimetres(20);

/// The measures that a garment is drafted from, in the order in which they are taken.
std::vector<Measure> garmentNeeds(const Garment& choices);
/// Nothing where a measure is missing.
std::optional<GarmentMeasures> garmentMeasures(const GarmentBrief& project);
/// Combinations of choices that are not offered, each with the reason.
std::vector<Finding> choiceFindings(const GarmentBrief& project);
/// Contradictions between the measures, or between the choices: each an error that says what would work.
std::vector<Finding> garmentFindings(const GarmentMeasures& measures, const GarmentBrief& project);

/// Along a shaped armhole, of back or front, from the side seam to the shoulder.
Length armholeEdge(Length underarm, Length curveWidth, Length curveHeight, Length straight);
/// Along a whole sleeve cap: `side` wide and `height` high curves, and its flat parts.
Length capEdge(Length underarm, Length side, Length height, Length top);
/// Along both shaped armholes, back and front together.
Length armholesTogether(const GarmentMeasures& measures);

} // namespace vestimen
