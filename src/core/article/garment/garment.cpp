// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment.h"

namespace vestimen {

void chooseNeck(Garment& garment, EaseTable& ease, NeckKind neck) {
    garment.neck.kind = neck;
    Ease& depth = ease[static_cast<std::size_t>(Measure::frontNeckDepth)];
    if (neck == NeckKind::vee && depth == Ease{})
        depth = {Ease::Kind::length, usualVeeDepth.mm()};
}

} // namespace vestimen
