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
inline constexpr std::array allPieces = {PieceKind::back,         PieceKind::front,          PieceKind::leftFront,
                                         PieceKind::rightFront,   PieceKind::leftSleeve,     PieceKind::rightSleeve,
                                         PieceKind::neckTrim,     PieceKind::secondNeckTrim, PieceKind::leftArmTrim,
                                         PieceKind::rightArmTrim, PieceKind::leftBand,       PieceKind::rightBand};

/// Those that a garment has, in the order in which they are knitted.
std::vector<PieceKind> piecesOf(const Choices& choices);
bool isSleeve(PieceKind kind);
/// Knitted onto other pieces: trims and bands.
bool isTrim(PieceKind kind);
bool isBand(PieceKind kind);
bool isNeckTrim(PieceKind kind);
/// One of the two fronts of a cardigan.
bool isHalfFront(PieceKind kind);
/// In files and programs: "back", "left_sleeve" …
const char* key(PieceKind kind);
std::optional<PieceKind> pieceFromKey(std::string_view key);
const char* label(PieceKind kind);

/// The wearer's side on which a side of the machine comes to lie, for pieces knitted upward and worn knit side out.
Side wearerSide(PieceKind piece, Side machineSide);
/// The machine's side of a half front that lies away from the opening.
Side outerSide(PieceKind halfFront);

} // namespace vestimen
