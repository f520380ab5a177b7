// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_programs.h"

#include "core/article/garment/body_knitting.h"
#include "core/article/garment/sleeve_knitting.h"
#include "core/article/garment/trim_program.h"
#include "core/plan/piece_writer.h"

namespace vestimen {

Program writePiece(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
    if (isNeckTrim(piece))
        return writeNeckTrim(project, counts, piece);
    if (isBand(piece))
        return writeBand(project, counts, piece);
    if (isTrim(piece))
        return writeArmTrim(project, counts, piece);
    return writePiece(project.ground,
                      isSleeve(piece) ? sleeveKnitting(project, counts, piece) : bodyKnitting(project, counts, piece),
                      key(piece));
}

} // namespace vestimen
