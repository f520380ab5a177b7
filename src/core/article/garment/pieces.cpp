// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/pieces.h"

#include <algorithm>
#include <map>
#include <tuple>

namespace vestimen {

std::vector<PieceKey> piecesOf(const Garment& choices) {
    std::vector<PieceKey> pieces;
    pieces.reserve(allPieces.size());
    const auto add = [&](std::initializer_list<PieceKey> more) { pieces.insert(pieces.end(), more); };
    choices.backInHalves() ? add({pieces::leftBack, pieces::rightBack}) : add({pieces::back});
    if (choices.hasSidePanels())
        add({pieces::leftBackSide, pieces::rightBackSide});
    choices.frontInHalves() ? add({pieces::leftFront, pieces::rightFront}) : add({pieces::front});
    if (choices.hasSidePanels())
        add({pieces::leftFrontSide, pieces::rightFrontSide});
    if (choices.hasSleeves())
        add({pieces::leftSleeve, pieces::rightSleeve});
    const bool ownPockets = choices.pocket.kind == PocketKind::patch || choices.pocket.kind == PocketKind::slit;
    const bool pocketTrims = choices.pocket.kind == PocketKind::slit && choices.pocket.trim > Length();
    for (const auto& [side, pocket, trim] : {std::tuple{Side::left, pieces::leftPocket, pieces::leftPocketTrim},
                                             std::tuple{Side::right, pieces::rightPocket, pieces::rightPocketTrim}}) {
        if (ownPockets && choices.pocket.isAt(side))
            add({pocket});
        if (pocketTrims && choices.pocket.isAt(side))
            add({trim});
    }
    add({pieces::neckTrim});
    if (choices.trimIsInTwo())
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

bool isPocket(PieceKey kind) {
    return kind == pieces::leftPocket || kind == pieces::rightPocket;
}

bool isPocketTrim(PieceKey kind) {
    return kind == pieces::leftPocketTrim || kind == pieces::rightPocketTrim;
}

Side wearersSideOf(PieceKey kind) {
    return std::string_view(kind.text()).starts_with("left") ? Side::left : Side::right;
}

bool isTrim(PieceKey kind) {
    return isNeckTrim(kind) || kind == pieces::leftArmTrim || kind == pieces::rightArmTrim || isBand(kind);
}

bool isBack(PieceKey kind) {
    return kind == pieces::back || kind == pieces::leftBack || kind == pieces::rightBack ||
           kind == pieces::leftBackSide || kind == pieces::rightBackSide;
}

bool isSidePanel(PieceKey kind) {
    return kind == pieces::leftBackSide || kind == pieces::rightBackSide || kind == pieces::leftFrontSide ||
           kind == pieces::rightFrontSide;
}

bool isHalf(PieceKey kind) {
    return kind == pieces::leftFront || kind == pieces::rightFront || kind == pieces::leftBack ||
           kind == pieces::rightBack || isSidePanel(kind);
}

PieceKey frontOf(const Garment& choices, Side wearers) {
    if (!choices.frontInHalves())
        return pieces::front;
    return wearers == Side::left ? pieces::leftFront : pieces::rightFront;
}

PieceKey backOf(const Garment& choices, Side wearers) {
    if (!choices.backInHalves())
        return pieces::back;
    return wearers == Side::left ? pieces::leftBack : pieces::rightBack;
}

PieceKey frontSideOf(const Garment& choices, Side wearers) {
    if (!choices.hasSidePanels())
        return frontOf(choices, wearers);
    return wearers == Side::left ? pieces::leftFrontSide : pieces::rightFrontSide;
}

PieceKey backSideOf(const Garment& choices, Side wearers) {
    if (!choices.hasSidePanels())
        return backOf(choices, wearers);
    return wearers == Side::left ? pieces::leftBackSide : pieces::rightBackSide;
}

bool hasSides(PieceKey body, const Garment& choices) {
    return isSidePanel(body) || !choices.hasSidePanels();
}

const char* label(PieceKey kind, const Garment& choices) {
    struct Labels {
        const char* usual;
        const char* besideSidePanels;
    };
    static const std::map<PieceKey, Labels> labels = {{pieces::back, {"Back", "Back middle"}},
                                                      {pieces::leftBack, {"Left back", "Left back middle"}},
                                                      {pieces::rightBack, {"Right back", "Right back middle"}},
                                                      {pieces::leftBackSide, {"Left back side", nullptr}},
                                                      {pieces::rightBackSide, {"Right back side", nullptr}},
                                                      {pieces::front, {"Front", "Front middle"}},
                                                      {pieces::leftFront, {"Left front", "Left front middle"}},
                                                      {pieces::rightFront, {"Right front", "Right front middle"}},
                                                      {pieces::leftFrontSide, {"Left front side", nullptr}},
                                                      {pieces::rightFrontSide, {"Right front side", nullptr}},
                                                      {pieces::leftSleeve, {"Left sleeve", nullptr}},
                                                      {pieces::rightSleeve, {"Right sleeve", nullptr}},
                                                      {pieces::neckTrim, {"Neck trim", nullptr}},
                                                      {pieces::secondNeckTrim, {"Neck trim, second part", nullptr}},
                                                      {pieces::leftArmTrim, {"Left armhole trim", nullptr}},
                                                      {pieces::rightArmTrim, {"Right armhole trim", nullptr}},
                                                      {pieces::leftBand, {"Left band", nullptr}},
                                                      {pieces::rightBand, {"Right band", nullptr}},
                                                      {pieces::leftPocket, {"Left pocket", nullptr}},
                                                      {pieces::rightPocket, {"Right pocket", nullptr}},
                                                      {pieces::leftPocketTrim, {"Left pocket trim", nullptr}},
                                                      {pieces::rightPocketTrim, {"Right pocket trim", nullptr}}};
    const auto found = labels.find(kind);
    if (found == labels.end())
        return "";
    const Labels& its = found->second;
    return choices.hasSidePanels() && its.besideSidePanels ? its.besideSidePanels : its.usual;
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
    // The bag of a slit hangs upside down while it is knitted.
    if (isPocket(piece) && choices.pocket.kind == PocketKind::slit)
        return atLeft ? "wearer’s right" : "wearer’s left";
    return wearerSide(piece, machineSide) == Side::left ? "wearer’s left" : "wearer’s right";
}

Side outerSide(PieceKey half) {
    const bool left = half == pieces::leftFront || half == pieces::leftBack || half == pieces::leftFrontSide ||
                      half == pieces::leftBackSide;
    return wearerSide(half, left ? Side::left : Side::right);
}

const char* innerEdge(PieceKey half, const Garment& choices) {
    if (isSidePanel(half))
        return "panel_edge";
    return isBack(half) || !choices.isCardigan() ? "centre_edge" : "front_edge";
}

} // namespace vestimen
