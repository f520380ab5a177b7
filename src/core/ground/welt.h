// SPDX-License-Identifier: GPL-3.0-or-later
// A welt as it is chosen, and in rows and stitches (craft 12).
#pragma once

#include "core/ground/edge_methods.h"
#include "core/ground/welt_kinds.h"
#include "core/quantity/count.h"
#include "core/quantity/length.h"
#include "core/yarn/yarn.h"

#include <array>

namespace vestimen {

/// An edge can have so much fewer stitches than the piece beside it.
inline constexpr double mostGather = 0.4;

/// How many rounds its edge or its end may have, and how far it may be racked.
inline constexpr int mostRounds = 3;
inline constexpr int mostRacked = 5;
/// How far its stitch size may be from what is usual for its kind, in whole numbers.
inline constexpr int mostLooser = 4;

/// What hands do at a welt, where its kind leaves a choice.
struct WeltMaking {
    CastOnMethod castOn = CastOnMethod::closedLoop;              ///< where it begins with its edge
    BindOffMethod bindOff = BindOffMethod::chainRoundTheNeedles; ///< where it ends with its edge
    int looser = 0;                                              ///< than is usual for its kind; negative for tighter
    bool foldRow = true;                                         ///< the row of the fold is looser
    bool innerTighter = true;                                    ///< the half of a folded hem that lies inside
    // On two beds.
    int rounds = 1;       ///< after it is cast on, each a row on one bed and one on the other
    int linking = 1;      ///< such rounds where it meets what is knitted on one bed
    int racked = 0;       ///< rows after which the second bed is racked by a needle; 0: it stays
    int rackedOver = 3;   ///< needles to the right, and as many back, by turns
    int secondLooser = 0; ///< than on the main bed, in whole numbers; negative for tighter

    /// Both edges as chains round the needles, which are alike.
    void stretch() {
        castOn = CastOnMethod::latchChain;
        bindOff = BindOffMethod::chainRoundTheNeedles;
    }
    bool operator==(const WeltMaking&) const = default;
};

struct Welt {
    WeltKind kind = WeltKind::foldedHem;
    Length depth = Length::millimetres(40);
    double gather = 0.0; ///< share of the stitches beside it that the edge does not have; 0 to mostGather
    YarnNumber yarn = 0;
    WeltMaking making = {};

    bool hasDepth() const { return traits(kind).layers > 0; }
    bool operator==(const Welt&) const = default;
};

/// How stitches are taken away or made across a whole row (craft 9): moved by hand, taken off on a garter bar and hung
/// again, or knitted off on waste yarn and hung again.
enum class AcrossWay { byHand, garterBar, wasteYarn };
/// How every second stitch goes before what is left is drawn up (craft 19): onto its neighbour, and the bare needles
/// stay out; or closed up as above.
enum class HalvingWay { bareNeedles, garterBar, wasteYarn };
inline constexpr std::array allAcrossWays = {AcrossWay::byHand, AcrossWay::garterBar, AcrossWay::wasteYarn};

struct WeltCounts {
    WeltKind kind = WeltKind::foldedHem;
    Rows knitted = {};      ///< both layers
    Rows visible = {};      ///< what the finished welt adds to the length
    Stitches gathered = {}; ///< so many fewer than the piece has beside it
    AcrossWay way = AcrossWay::wasteYarn;
    YarnNumber yarn = 0;
    WeltMaking making = {};
    bool goesOn = false; ///< on both beds, by the piece
};

} // namespace vestimen
