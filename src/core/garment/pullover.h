// SPDX-License-Identifier: GPL-3.0-or-later
// The pullover, with or without sleeves, as outlines with named edges, in millimetres (craft 13, 14 and 16).
#pragma once

#include "core/project/project.h"

#include <array>
#include <vector>

namespace vestimen {

enum class PieceKind { back, front, leftSleeve, rightSleeve, neckTrim, leftArmTrim, rightArmTrim };
inline constexpr std::array allPieces = {PieceKind::back,        PieceKind::front,    PieceKind::leftSleeve,
                                         PieceKind::rightSleeve, PieceKind::neckTrim, PieceKind::leftArmTrim,
                                         PieceKind::rightArmTrim};
/// Those that a garment has, in the order in which they are knitted.
std::vector<PieceKind> piecesOf(const Choices& choices);
bool isSleeve(PieceKind kind);
bool isTrim(PieceKind kind);
/// In files and programs: "back", "left_sleeve" …
const char* key(PieceKind kind);
const char* label(PieceKind kind);

/// The garment's own measures: the body's with ease.
struct PulloverMeasures {
    Length width;       ///< of back and of front
    Length upperWidth;  ///< between the armholes; the same as `width` on a drop shoulder
    Length underarm;    ///< bound off on each side where a shaped armhole begins
    Length hemWidth;    ///< at the lower edge; the same as `width` where the sides are straight
    Length waistWidth;  ///< of waisted sides
    Length waistHeight; ///< from the lower edge, of waisted sides
    Length length;
    Length armholeDepth;
    Length neckWidth;
    Length neckDepth;    ///< of the front; 0 for a boat neck
    Length shoulderDrop; ///< 0 for straight shoulders
    Length sleeveTop;
    Length sleeveLength;
    Length cuffDepth;
    Length wrist;
    Length upperArm;
    Length headGirth;
    Length capTop;
    Length capEase;
    NeckKind neck = NeckKind::round;
    SideKind sides = SideKind::straight;

    /// Where the armhole begins, from the lower edge.
    Length underarmHeight() const { return length - shoulderDrop - armholeDepth; }
    bool hasArmhole() const { return upperWidth < width; }
    /// What a shaped armhole takes off each side.
    Length armholeInset() const { return (width - upperWidth) / 2.0; }
};

struct OutlinePoint {
    Length x; ///< from the middle, to the right
    Length y; ///< from the lower edge upward
};

struct OutlineEdge {
    const char* name;
    std::vector<OutlinePoint> points;
};

/// Edges in order round the piece, counter-clockwise from the lower left corner, as it hangs.
struct Outline {
    PieceKind piece = PieceKind::back;
    std::vector<OutlineEdge> edges;
};

/// Share of the neck's width that lies flat at the centre, and of its depth that ends straight.
inline constexpr double neckFlatShare = 1.0 / 3.0;
inline constexpr double neckStraightShare = 0.3;
/// Share of an armhole's depth that is curved.
inline constexpr double armholeCurveShare = 0.45;
/// Sides go straight for so long at the waist, and at least so long below the armhole.
inline constexpr Length waistStraight = Length::millimetres(20);
inline constexpr Length sideStraight = Length::millimetres(30);
/// Straight length at the top of a sleeve.
inline constexpr Length sleeveStraight = Length::millimetres(40);

/// The measures that a pullover is drafted from, in the order in which they are taken.
std::vector<Measure> pulloverNeeds(const Choices& choices);
/// Nothing where a measure is missing.
std::optional<PulloverMeasures> pulloverMeasures(const Project& project);
/// Contradictions between the measures: each an error that says what would work.
std::vector<Finding> pulloverFindings(const PulloverMeasures& measures, const Project& project);
/// `welt`: how high the lower edge is before its sides begin to slope.
Outline bodyOutline(const PulloverMeasures& measures, PieceKind piece, Length welt);
Outline sleeveOutline(const PulloverMeasures& measures, PieceKind piece);
/// The way round the front and back neck.
Length neckOpening(const PulloverMeasures& measures);
/// Along a shaped armhole, of back or front, from the side seam to the shoulder.
Length armholeEdge(Length underarm, Length curveWidth, Length curveHeight, Length straight);
/// Along a whole sleeve cap: `side` wide and `height` high curves, and its flat parts.
Length capEdge(Length underarm, Length side, Length height, Length top);
/// The height for which the cap fits both armholes plus ease; nothing where the sleeve is too wide for any.
std::optional<Length> capHeight(const PulloverMeasures& measures);

/// The wearer's side on which a side of the machine comes to lie, for pieces knitted upward and worn knit side out.
Side wearerSide(PieceKind piece, Side machineSide);

} // namespace vestimen
