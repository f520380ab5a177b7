// SPDX-License-Identifier: GPL-3.0-or-later
// The pieces of a garment (craft 13).
#pragma once

#include "core/article/garment/garment.h"

#include <array>
#include <optional>
#include <string_view>
#include <vector>

namespace vestimen {

/// Of a garment.
namespace pieces {
inline constexpr PieceKey back{"back"};
inline constexpr PieceKey leftBack{"left_back"};
inline constexpr PieceKey rightBack{"right_back"};
inline constexpr PieceKey front{"front"};
inline constexpr PieceKey leftFront{"left_front"};
inline constexpr PieceKey rightFront{"right_front"};
inline constexpr PieceKey leftSleeve{"left_sleeve"};
inline constexpr PieceKey rightSleeve{"right_sleeve"};
inline constexpr PieceKey neckTrim{"neck_trim"};
inline constexpr PieceKey secondNeckTrim{"second_neck_trim"};
inline constexpr PieceKey leftArmTrim{"left_arm_trim"};
inline constexpr PieceKey rightArmTrim{"right_arm_trim"};
inline constexpr PieceKey leftBand{"left_band"};
inline constexpr PieceKey rightBand{"right_band"};
} // namespace pieces
inline constexpr std::array allPieces = {
    pieces::back,        pieces::leftBack,     pieces::rightBack,   pieces::front,    pieces::leftFront,
    pieces::rightFront,  pieces::leftSleeve,   pieces::rightSleeve, pieces::neckTrim, pieces::secondNeckTrim,
    pieces::leftArmTrim, pieces::rightArmTrim, pieces::leftBand,    pieces::rightBand};

/// Those that a garment has, in the order in which they are knitted.
std::vector<PieceKey> piecesOf(const Garment& choices);
bool isSleeve(PieceKey kind);
/// Knitted onto other pieces: trims and bands.
bool isTrim(PieceKey kind);
bool isBand(PieceKey kind);
bool isNeckTrim(PieceKey kind);
/// The back, or a half of it.
bool isBack(PieceKey kind);
/// One of the two fronts of a cardigan, or a panel of a front or back in two.
bool isHalf(PieceKey kind);
/// A half that is sewn to the other one down the middle.
bool isPanel(PieceKey kind, const Garment& choices);
/// The piece that a garment's front, or back, has on a side of the wearer.
PieceKey frontOf(const Garment& choices, Side wearers);
PieceKey backOf(const Garment& choices, Side wearers);
const char* label(PieceKey kind);

/// The wearer's side on which a side of the machine comes to lie, for pieces knitted upward and worn knit side out.
Side wearerSide(PieceKey piece, Side machineSide);
/// Where on the wearer a piece's edge at the machine's left or right lies, in a word or two; empty where it is no one
/// place. A sleeve's edges are its front and its back.
const char* wornEdge(PieceKey piece, Side machineSide, const Garment& choices);
/// The machine's side of a half that lies away from the opening, or from the seam down the middle.
Side outerSide(PieceKey half);

} // namespace vestimen
