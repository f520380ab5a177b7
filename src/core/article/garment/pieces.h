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
inline constexpr PieceKey leftBackSide{"left_back_side"};
inline constexpr PieceKey rightBackSide{"right_back_side"};
inline constexpr PieceKey front{"front"};
inline constexpr PieceKey leftFront{"left_front"};
inline constexpr PieceKey rightFront{"right_front"};
inline constexpr PieceKey leftFrontSide{"left_front_side"};
inline constexpr PieceKey rightFrontSide{"right_front_side"};
inline constexpr PieceKey leftSleeve{"left_sleeve"};
inline constexpr PieceKey rightSleeve{"right_sleeve"};
inline constexpr PieceKey neckTrim{"neck_trim"};
inline constexpr PieceKey secondNeckTrim{"second_neck_trim"};
inline constexpr PieceKey leftArmTrim{"left_arm_trim"};
inline constexpr PieceKey rightArmTrim{"right_arm_trim"};
inline constexpr PieceKey leftBand{"left_band"};
inline constexpr PieceKey rightBand{"right_band"};
inline constexpr PieceKey leftPocket{"left_pocket"};
inline constexpr PieceKey rightPocket{"right_pocket"};
inline constexpr PieceKey leftPocketTrim{"left_pocket_trim"};
inline constexpr PieceKey rightPocketTrim{"right_pocket_trim"};
} // namespace pieces
inline constexpr std::array allPieces = {
    pieces::back,           pieces::leftBack,       pieces::rightBack,  pieces::leftBackSide,   pieces::rightBackSide,
    pieces::front,          pieces::leftFront,      pieces::rightFront, pieces::leftFrontSide,  pieces::rightFrontSide,
    pieces::leftSleeve,     pieces::rightSleeve,    pieces::neckTrim,   pieces::secondNeckTrim, pieces::leftArmTrim,
    pieces::rightArmTrim,   pieces::leftBand,       pieces::rightBand,  pieces::leftPocket,     pieces::rightPocket,
    pieces::leftPocketTrim, pieces::rightPocketTrim};

/// Those that a garment has, in the order in which they are knitted.
std::vector<PieceKey> piecesOf(const Garment& choices);
bool isSleeve(PieceKey kind);
/// Knitted onto other pieces: trims and bands.
bool isTrim(PieceKey kind);
bool isBand(PieceKey kind);
bool isNeckTrim(PieceKey kind);
/// A patch, or the bag of a slit.
bool isPocket(PieceKey kind);
bool isPocketTrim(PieceKey kind);
/// The wearer's side of what is there twice.
Side wearersSideOf(PieceKey kind);
/// The back, or a panel of it.
bool isBack(PieceKey kind);
/// One of two that mirror each other: a front of a cardigan, a panel that meets the other in the middle, or one at the
/// side.
bool isHalf(PieceKey kind);
/// Beside a middle that has the neck.
bool isSidePanel(PieceKey kind);
/// The piece with the neck that a garment's front, or back, has on a side of the wearer.
PieceKey frontOf(const Garment& choices, Side wearers);
PieceKey backOf(const Garment& choices, Side wearers);
/// The one with the side and the armhole.
PieceKey frontSideOf(const Garment& choices, Side wearers);
PieceKey backSideOf(const Garment& choices, Side wearers);
/// Whether it has the sides and the armholes of the body; a middle between side panels has none.
bool hasSides(PieceKey body, const Garment& choices);
const char* label(PieceKey kind, const Garment& choices);

/// The wearer's side on which a side of the machine comes to lie, for pieces knitted upward and worn knit side out.
Side wearerSide(PieceKey piece, Side machineSide);
/// Where on the wearer a piece's edge at the machine's left or right lies, in a word or two; empty where it is no one
/// place. A sleeve's edges are its front and its back.
const char* wornEdge(PieceKey piece, Side machineSide, const Garment& choices);
/// The machine's side of a half that lies away from the middle.
Side outerSide(PieceKey half);
/// The name of a half's edge towards the middle: along the opening, down the middle, or through the shoulder.
const char* innerEdge(PieceKey half, const Garment& choices);

} // namespace vestimen
