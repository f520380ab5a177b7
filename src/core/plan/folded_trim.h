// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/knitting.h"

namespace vestimen {

/// A trim hung on open loops and row edges, folded, hung again on itself and bound off (craft 17). Eyelets at the given
/// needles lie half-way down both layers, so that they meet when it is folded.
struct FoldedTrim {
    FabricGauge gauge;
    BegunHung begun;
    Stitches stitches;
    Rows rows; ///< both layers; even
    const char* section = "trim";
    const char* again = "Fold the trim towards you and hang the loops of its first row on the same needles.";
    std::vector<NeedleSpan> eyelets = {};
    bool endsAreSewn = true; ///< both layers, with the tail of the bind-off
};

/// Its outer layer's ends are the edges "end_left" and "end_right".
Knitting foldedTrim(FoldedTrim trim);

} // namespace vestimen
