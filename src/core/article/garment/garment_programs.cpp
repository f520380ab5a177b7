// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_programs.h"

#include "core/article/garment/body_program.h"
#include "core/article/garment/sleeve_program.h"
#include "core/article/garment/trim_program.h"

namespace vestimen {

Program writePiece(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
    if (isNeckTrim(piece))
        return writeNeckTrim(project, counts, piece);
    if (isBand(piece))
        return writeBand(project, counts, piece);
    if (isTrim(piece))
        return writeArmTrim(project, counts, piece);
    return isSleeve(piece) ? writeSleeve(project, counts, piece) : writeBody(project, counts, piece);
}

} // namespace vestimen
