// SPDX-License-Identifier: GPL-3.0-or-later
// The counts of a mitten, and how it lies on the bed.
#pragma once

#include "core/article/mitten/mitten_plan.h"
#include "core/plan/counting.h"
#include "core/shaping/slope.h"

namespace vestimen {

struct MittenMeasures {
    Length girth; ///< around the palm
    Length hand;  ///< from the wrist to the tip, or to the open edge
    Length whole; ///< from the wrist to the tip in any case
    Length toThumb;
    Length thumbGirth;
    Length thumbLength;
};

struct MittenCounts {
    Stitches stitches; ///< around the hand; even
    Stitches top;      ///< that the cuff is knitted over: one more where its form is odd
    WeltCounts cuff;
    WeltCounts edge; ///< of an open top
    WeltCounts flapEdge;
    Rows flap;     ///< above its edge
    Rows flapMark; ///< of the hand, where the flap is sewn on
    Rows hand;     ///< above the cuff, in all
    Rows toThumb;
    Slope gusset; ///< pairs that the hand widens by towards the thumb
    Stitches thumb;
    Stitches own;   ///< stitches of the hand that become the thumb’s
    Stitches gap;   ///< needles where the hand goes on over the thumb
    Stitches loops; ///< cast on for the thumb’s other side; its outer ones go double onto the gap’s neighbours
    Rows thumbRows;
    Rows tip;         ///< that narrow
    Slope tipSides;   ///< of each half
    Stitches tipLeft; ///< of each half; of all, where it is drawn up
    /// Rounds that thin where it is drawn up: every so many, and the plain rows after each.
    std::vector<int> rounds;
    Rows plain;

    Stitches half() const { return stitches / 2; }
    int over() const { return (top - stitches).count(); }
    int pairs() const { return static_cast<int>(gusset.eventRows().size()); }
};

/// One mitten: which half is the palm. The machine shows the purl side, so the left hand's palm lies at the left.
struct LaidMitten {
    const MittenCounts& counts;
    Side palmSide;

    NeedleSpan whole() const;
    NeedleSpan half(Side side) const;
    /// The stitches that the thumb takes, and those of the gap that it leaves.
    NeedleSpan own() const;
    NeedleSpan gap() const;
};

namespace mitten_counts {
inline constexpr CountKey stitches{"mitten_stitches"}, cuff{"cuff_rows"}, hand{"hand_rows"}, toThumb{"rows_to_thumb"},
    thumb{"thumb_stitches"}, thumbRows{"thumb_rows"}, tip{"tip_rows"}, edge{"edge_rows"}, flap{"flap_rows"},
    flapEdge{"flap_edge_rows"};
inline constexpr std::array all = {stitches, cuff, hand, toThumb, thumb, thumbRows, tip, edge, flap, flapEdge};
} // namespace mitten_counts

/// From the fold to the thumb.
inline constexpr Stitches besideTheFold{1};

std::optional<MittenMeasures> mittenMeasures(const Mitten& mitten, const Ground& ground);
std::optional<MittenCounts> countMitten(const Mitten& mitten, Counting& counting, const MittenMeasures& measures,
                                        PieceKey piece);

} // namespace vestimen
