// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/pullover_programs.h"

#include "core/knitting/body_program.h"
#include "core/knitting/sleeve_program.h"
#include "core/knitting/trim_program.h"

namespace vestimen {

Program writePiece(const Project& project, const PulloverCounts& counts, PieceKind piece) {
    switch (piece) {
    case PieceKind::back:
    case PieceKind::front:
        return writeBody(project, counts, piece);
    case PieceKind::neckTrim:
        return writeNeckTrim(project, counts);
    case PieceKind::leftArmTrim:
    case PieceKind::rightArmTrim:
        return writeArmTrim(project, counts, piece);
    case PieceKind::leftSleeve:
    case PieceKind::rightSleeve:
        break;
    }
    return writeSleeve(project, counts, piece);
}

} // namespace vestimen
