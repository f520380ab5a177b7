// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/garment_programs.h"

#include "core/knitting/body_program.h"
#include "core/knitting/sleeve_program.h"
#include "core/knitting/trim_program.h"

namespace vestimen {

Program writePiece(const Project& project, const GarmentCounts& counts, PieceKind piece) {
    switch (piece) {
    case PieceKind::back:
    case PieceKind::leftBack:
    case PieceKind::rightBack:
    case PieceKind::front:
    case PieceKind::leftFront:
    case PieceKind::rightFront:
        return writeBody(project, counts, piece);
    case PieceKind::neckTrim:
    case PieceKind::secondNeckTrim:
        return writeNeckTrim(project, counts, piece);
    case PieceKind::leftArmTrim:
    case PieceKind::rightArmTrim:
        return writeArmTrim(project, counts, piece);
    case PieceKind::leftBand:
    case PieceKind::rightBand:
        return writeBand(project, counts, piece);
    case PieceKind::leftSleeve:
    case PieceKind::rightSleeve:
        break;
    }
    return writeSleeve(project, counts, piece);
}

} // namespace vestimen
