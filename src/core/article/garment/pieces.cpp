// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/pieces.h"

#include <algorithm>

namespace vestimen {

std::vector<PieceKey> piecesOf(const Garment& choices) {
    std::vector<PieceKey> pieces;
    pieces.reserve(allPieces.size());
    const auto add = [&](std::initializer_list<PieceKey> more) { pieces.insert(pieces.end(), more); };
    choices.body.panels ? add({pieces::leftBack, pieces::rightBack}) : add({pieces::back});
    choices.frontInHalves() ? add({pieces::leftFront, pieces::rightFront}) : add({pieces::front});
    if (choices.hasSleeves())
        add({pieces::leftSleeve, pieces::rightSleeve});
    add({pieces::neckTrim});
    if (choices.neck.trimInTwo)
        add({pieces::secondNeckTrim});
    if (!choices.hasSleeves())
        add({pieces::leftArmTrim, pieces::rightArmTrim});
    if (choices.isCardigan())
        add({pieces::leftBand, pieces::rightBand});
    return pieces;
}

bool isSleeve(PieceKey kind) {
    return kind == pieces::leftSleeve || kind == pieces::rightSleeve;
}

bool isBand(PieceKey kind) {
    return kind == pieces::leftBand || kind == pieces::rightBand;
}

bool isNeckTrim(PieceKey kind) {
    return kind == pieces::neckTrim || kind == pieces::secondNeckTrim;
}

bool isTrim(PieceKey kind) {
    return isNeckTrim(kind) || kind == pieces::leftArmTrim || kind == pieces::rightArmTrim || isBand(kind);
}

bool isBack(PieceKey kind) {
    return kind == pieces::back || kind == pieces::leftBack || kind == pieces::rightBack;
}

bool isHalf(PieceKey kind) {
    return kind == pieces::leftFront || kind == pieces::rightFront || kind == pieces::leftBack ||
           kind == pieces::rightBack;
}

bool isPanel(PieceKey kind, const Garment& choices) {
    return isHalf(kind) && (isBack(kind) || !choices.isCardigan());
}

PieceKey frontOf(const Garment& choices, Side wearers) {
    if (!choices.frontInHalves())
        return pieces::front;
    return wearers == Side::left ? pieces::leftFront : pieces::rightFront;
}

PieceKey backOf(const Garment& choices, Side wearers) {
    if (!choices.body.panels)
        return pieces::back;
    return wearers == Side::left ? pieces::leftBack : pieces::rightBack;
}

const char* label(PieceKey kind) {
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
    const auto at = std::ranges::find(allPieces, kind);
    return at == allPieces.end() ? "" : labels[static_cast<std::size_t>(at - allPieces.begin())];
}

Side wearerSide(PieceKey piece, Side machineSide) {
    return isBack(piece) ? opposite(machineSide) : machineSide;
}

const char* wornEdge(PieceKey piece, Side machineSide, const Garment& choices) {
    const bool atLeft = machineSide == Side::left;
    if (isSleeve(piece) || piece == pieces::leftArmTrim || piece == pieces::rightArmTrim) {
        // From the armhole, purl side facing, a left one goes up the front and down the back; a sleeve that is knitted
        // up from its cuff hangs the other way round.
        const bool leftOne = piece == pieces::leftSleeve || piece == pieces::leftArmTrim;
        const bool down = !isSleeve(piece) || choices.sleevesKnittedDown();
        return (leftOne == atLeft) == down ? "front" : "back";
    }
    if (isBand(piece))
        return (piece == pieces::leftBand) == atLeft ? "neck" : "lower edge";
    if (isNeckTrim(piece))
        return "";
    return wearerSide(piece, machineSide) == Side::left ? "wearer’s left" : "wearer’s right";
}

Side outerSide(PieceKey half) {
    const bool left = half == pieces::leftFront || half == pieces::leftBack;
    return wearerSide(half, left ? Side::left : Side::right);
}

} // namespace vestimen
