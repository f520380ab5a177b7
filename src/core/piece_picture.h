// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/fabric_picture.h"

namespace vestimen {

/// What is seen of a finished piece, waste yarn and what is folded behind left out; of a trim or a swatch, all of it.
FabricPicture pictureOf(const Fabric& fabric, const Program& program);

} // namespace vestimen
