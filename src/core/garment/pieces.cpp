// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/garment/pieces.h"

namespace vestimen {

std::vector<PieceKind> piecesOf(const Choices& choices) {
    std::vector<PieceKind> pieces;
    pieces.reserve(allPieces.size());
    const auto add = [&](std::initializer_list<PieceKind> more) { pieces.insert(pieces.end(), more); };
    choices.panels ? add({PieceKind::leftBack, PieceKind::rightBack}) : add({PieceKind::back});
    choices.frontInHalves() ? add({PieceKind::leftFront, PieceKind::rightFront}) : add({PieceKind::front});
    if (choices.hasSleeves())
        add({PieceKind::leftSleeve, PieceKind::rightSleeve});
    add({PieceKind::neckTrim});
    if (choices.neckTrimInTwo)
        add({PieceKind::secondNeckTrim});
    if (!choices.hasSleeves())
        add({PieceKind::leftArmTrim, PieceKind::rightArmTrim});
    if (choices.isCardigan())
        add({PieceKind::leftBand, PieceKind::rightBand});
    return pieces;
}

bool isSleeve(PieceKind kind) {
    return kind == PieceKind::leftSleeve || kind == PieceKind::rightSleeve;
}

bool isBand(PieceKind kind) {
    return kind == PieceKind::leftBand || kind == PieceKind::rightBand;
}

bool isNeckTrim(PieceKind kind) {
    return kind == PieceKind::neckTrim || kind == PieceKind::secondNeckTrim;
}

bool isTrim(PieceKind kind) {
    return isNeckTrim(kind) || kind == PieceKind::leftArmTrim || kind == PieceKind::rightArmTrim || isBand(kind);
}

bool isBack(PieceKind kind) {
    return kind == PieceKind::back || kind == PieceKind::leftBack || kind == PieceKind::rightBack;
}

bool isHalf(PieceKind kind) {
    return kind == PieceKind::leftFront || kind == PieceKind::rightFront || kind == PieceKind::leftBack ||
           kind == PieceKind::rightBack;
}

bool isPanel(PieceKind kind, const Choices& choices) {
    return isHalf(kind) && (isBack(kind) || !choices.isCardigan());
}

PieceKind frontOf(const Choices& choices, Side wearers) {
    if (!choices.frontInHalves())
        return PieceKind::front;
    return wearers == Side::left ? PieceKind::leftFront : PieceKind::rightFront;
}

PieceKind backOf(const Choices& choices, Side wearers) {
    if (!choices.panels)
        return PieceKind::back;
    return wearers == Side::left ? PieceKind::leftBack : PieceKind::rightBack;
}

const char* key(PieceKind kind) {
    static constexpr std::array keys = {"back",       "left_back",        "right_back",    "front",
                                        "left_front", "right_front",      "left_sleeve",   "right_sleeve",
                                        "neck_trim",  "second_neck_trim", "left_arm_trim", "right_arm_trim",
                                        "left_band",  "right_band"};
    static_assert(keys.size() == allPieces.size());
    return keys[static_cast<std::size_t>(kind)];
}

std::optional<PieceKind> pieceFromKey(std::string_view key) {
    for (const PieceKind kind : allPieces)
        if (key == vestimen::key(kind))
            return kind;
    return std::nullopt;
}

const char* label(PieceKind kind) {
    static constexpr std::array labels = {"Back",
                                          "Left back",
                                          "Right back",
                                          "Front",
                                          "Left front",
                                          "Right front",
                                          "Left sleeve",
                                          "Right sleeve",
                                          "Neck trim",
                                          "Neck trim, second part",
                                          "Left armhole trim",
                                          "Right armhole trim",
                                          "Left band",
                                          "Right band"};
    static_assert(labels.size() == allPieces.size());
    return labels[static_cast<std::size_t>(kind)];
}

Side wearerSide(PieceKind piece, Side machineSide) {
    return isBack(piece) ? opposite(machineSide) : machineSide;
}

const char* wornEdge(PieceKind piece, Side machineSide, const Choices& choices) {
    const bool atLeft = machineSide == Side::left;
    if (isSleeve(piece) || piece == PieceKind::leftArmTrim || piece == PieceKind::rightArmTrim) {
        // From the armhole, purl side facing, a left one goes up the front and down the back; a sleeve that is knitted
        // up from its cuff hangs the other way round.
        const bool leftOne = piece == PieceKind::leftSleeve || piece == PieceKind::leftArmTrim;
        const bool down = !isSleeve(piece) || choices.sleevesKnittedDown();
        return (leftOne == atLeft) == down ? "front" : "back";
    }
    if (isBand(piece))
        return (piece == PieceKind::leftBand) == atLeft ? "neck" : "lower edge";
    if (isNeckTrim(piece))
        return "";
    return wearerSide(piece, machineSide) == Side::left ? "wearer’s left" : "wearer’s right";
}

Side outerSide(PieceKind half) {
    const bool left = half == PieceKind::leftFront || half == PieceKind::leftBack;
    return wearerSide(half, left ? Side::left : Side::right);
}

} // namespace vestimen
