// SPDX-License-Identifier: GPL-3.0-or-later
// Where the stretches that a join takes lie in the picture of their piece.
#pragma once

#include "core/bed/fabric_picture.h"
#include "core/joining/line_joins.h"

#include <vector>

namespace vestimen {

/// In needle boundaries (slot s lies from s to s + 1) and rows, as a FabricPicture has them.
struct PicturePoint {
    double slot = 0.0;
    double row = 0.0;
};

/// One for each opening of a stretch, in their order: at the side of its rows, on top of loops that were kept or bound
/// off, below those of a first row. Those that are not seen, since they are folded away, are left out.
std::vector<PicturePoint> placesOf(const Along& along, const Fabric& fabric, const FabricPicture& picture);

} // namespace vestimen
