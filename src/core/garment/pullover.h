// SPDX-License-Identifier: GPL-3.0-or-later
// The drop-shoulder pullover as outlines with named edges, in millimetres (craft 13 and 14).
#pragma once

#include "core/project/project.h"

#include <array>
#include <vector>

namespace vestimen {

enum class PieceKind { back, front, leftSleeve, rightSleeve, neckTrim };
inline constexpr std::array allPieces = {PieceKind::back, PieceKind::front, PieceKind::leftSleeve,
                                         PieceKind::rightSleeve, PieceKind::neckTrim};
/// In files and programs: "back", "left_sleeve" …
const char* key(PieceKind kind);
const char* label(PieceKind kind);

/// The garment's own measures: the body's with ease.
struct PulloverMeasures {
    Length width; ///< of back and of front
    Length length;
    Length armholeDepth;
    Length neckWidth;
    Length neckDepth;
    Length shoulderDrop; ///< 0 for straight shoulders
    Length sleeveTop;
    Length sleeveLength;
    Length cuffDepth;
    Length wrist;
    Length upperArm;
    Length headGirth;
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
/// Straight length at the top of a sleeve.
inline constexpr Length sleeveStraight = Length::millimetres(40);

/// The measures that a pullover is drafted from.
const std::vector<Measure>& pulloverNeeds();
/// Nothing where a measure is missing.
std::optional<PulloverMeasures> pulloverMeasures(const Project& project);
/// Contradictions between the measures: each an error that says what would work.
std::vector<Finding> pulloverFindings(const PulloverMeasures& measures, const Project& project);
Outline bodyOutline(const PulloverMeasures& measures, PieceKind piece);
Outline sleeveOutline(const PulloverMeasures& measures, PieceKind piece);
/// The way round the front and back neck.
Length neckOpening(const PulloverMeasures& measures);

/// The wearer's side on which a side of the machine comes to lie, for pieces knitted upward and worn knit side out.
Side wearerSide(PieceKind piece, Side machineSide);

} // namespace vestimen
