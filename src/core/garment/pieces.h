// SPDX-License-Identifier: GPL-3.0-or-later
// The pieces of a garment (craft 13).
#pragma once

#include "core/project/project.h"

#include <array>
#include <optional>
#include <string_view>
#include <vector>

namespace vestimen {

enum class PieceKind {
    back,
    leftBack,
    rightBack,
    front,
    leftFront,
    rightFront,
    leftSleeve,
    rightSleeve,
    neckTrim,
    secondNeckTrim,
    leftArmTrim,
    rightArmTrim,
    leftBand,
    rightBand
};
inline constexpr std::array allPieces = {PieceKind::back,           PieceKind::leftBack,    PieceKind::rightBack,
                                         PieceKind::front,          PieceKind::leftFront,   PieceKind::rightFront,
                                         PieceKind::leftSleeve,     PieceKind::rightSleeve, PieceKind::neckTrim,
                                         PieceKind::secondNeckTrim, PieceKind::leftArmTrim, PieceKind::rightArmTrim,
                                         PieceKind::leftBand,       PieceKind::rightBand};

/// Those that a garment has, in the order in which they are knitted.
std::vector<PieceKind> piecesOf(const Choices& choices);
bool isSleeve(PieceKind kind);
/// Knitted onto other pieces: trims and bands.
bool isTrim(PieceKind kind);
bool isBand(PieceKind kind);
bool isNeckTrim(PieceKind kind);
/// The back, or a half of it.
bool isBack(PieceKind kind);
/// One of the two fronts of a cardigan, or a panel of a front or back in two.
bool isHalf(PieceKind kind);
/// A half that is sewn to the other one down the middle.
bool isPanel(PieceKind kind, const Choices& choices);
/// The piece that a garment's front, or back, has on a side of the wearer.
PieceKind frontOf(const Choices& choices, Side wearers);
PieceKind backOf(const Choices& choices, Side wearers);
/// In files and programs: "back", "left_sleeve" …
const char* key(PieceKind kind);
std::optional<PieceKind> pieceFromKey(std::string_view key);
const char* label(PieceKind kind);

/// The wearer's side on which a side of the machine comes to lie, for pieces knitted upward and worn knit side out.
Side wearerSide(PieceKind piece, Side machineSide);
/// Where on the wearer a piece's edge at the machine's left or right lies, in a word or two; empty where it is no one
/// place. A sleeve's edges are its front and its back.
const char* wornEdge(PieceKind piece, Side machineSide, const Choices& choices);
/// The machine's side of a half that lies away from the opening, or from the seam down the middle.
Side outerSide(PieceKind half);

} // namespace vestimen
