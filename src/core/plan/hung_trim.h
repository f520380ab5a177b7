// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/ground/buttonhole.h"
#include "core/plan/knitting.h"

namespace vestimen {

/// A trim hung on open loops and row edges (craft 17): folded, hung again on itself and bound off; or of another kind,
/// from the needles to its edge. Eyelets at the given needles lie half-way down both layers, so that they meet when it
/// is folded.
struct HungTrim {
    FabricGauge gauge;
    BegunHung begun;
    Stitches stitches;
    Rows rows; ///< both layers, where it has two; even
    const char* section = "trim";
    const char* again = "Fold the trim towards you and hang the loops of its first row on the same needles.";
    const char* tug = "Tug the trim lengthwise: it settles.";
    /// Folded and closed on the needles; of another kind it is knitted as a welt down, and a rolled one is plain rows.
    WeltKind kind = WeltKind::foldedHem;
    YarnNumber yarn = 0;
    Rows tipRows = {}; ///< the last of a rolled one, in another yarn
    YarnNumber tipYarn = 0;
    bool onItsEdge = false;             ///< closed by hanging the edge again, not its first row
    std::vector<NeedleSpan> holes = {}; ///< of one that is closed on the needles; of a slit the needle to its right
    HoleKind hole = HoleKind::eyelet;
    Rows slitRows = {};
    Side holesFrom = Side::right;                                ///< at which each is begun to be bound off
    std::vector<Needle> buttons = {};                            ///< marked in the outer layer
    const char* buttonsAs = "button";                            ///< the name of these marks
    BindOffMethod bindOff = BindOffMethod::chainRoundTheNeedles; ///< of both layers at once
};

/// Its outer layer's ends are the edges "end_left" and "end_right".
Knitting hungTrim(HungTrim trim);
/// What is seen of it.
Rows seenOf(WeltKind kind, Rows rows);

} // namespace vestimen
