// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/piece_picture.h"

#include "core/garment/pieces.h"

namespace vestimen {

FabricPicture pictureOf(const Fabric& fabric, const Program& program) {
    const auto kind = pieceFromKey(program.piece);
    return picture(fabric, program, !kind || isTrim(*kind) ? 1 : firstSeenPass(program), true);
}

} // namespace vestimen
