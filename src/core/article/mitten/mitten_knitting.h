// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/mitten/mitten_counts.h"

namespace vestimen {

namespace mitten_pieces {
inline constexpr PieceKey left{"left_mitten"}, right{"right_mitten"}, leftThumb{"left_thumb"},
    rightThumb{"right_thumb"}, leftFlap{"left_flap"}, rightFlap{"right_flap"};
} // namespace mitten_pieces

Knitting mittenKnitting(const Mitten& mitten, const MittenCounts& counts, const Ground& ground,
                        const FabricGauge& gauge, Side palmSide);
/// Of a thumb that is knitted afterwards, from what waits on its mitten.
Knitting thumbKnitting(const Mitten& mitten, const MittenCounts& counts, const FabricGauge& gauge, Side palmSide);
/// Of a flap, from its edge to its tip, which is drawn up.
Knitting flapKnitting(const Mitten& mitten, const MittenCounts& counts, const Ground& ground, const FabricGauge& gauge,
                      Side palmSide);

} // namespace vestimen
