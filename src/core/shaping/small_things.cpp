// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/small_things.h"

#include <cmath>

namespace vestimen {

std::optional<ShortRowHeel> shortRowHeel(Stitches needles, Stitches leave) {
    const Stitches out = needles - leave;
    if (leave < Stitches(1) || out < Stitches(2) || !out.isEven())
        return std::nullopt;
    return ShortRowHeel{out, out / 2, Rows(out.count()), Rows(2 * out.count() - 1)};
}

Stitches leftForShare(Stitches needles, double share) {
    return needles - Stitches(2 * static_cast<int>(std::lround(needles.count() * (1.0 - share) / 2.0)));
}

std::optional<HandAroundThumb> handAroundThumb(Stitches hand, Stitches gap, Stitches loops) {
    const Stitches beyond = loops - gap;
    if (gap < Stitches(0) || beyond < Stitches(0) || !beyond.isEven() || hand - gap < beyond)
        return std::nullopt;
    return HandAroundThumb{hand, beyond / 2, beyond};
}

} // namespace vestimen
