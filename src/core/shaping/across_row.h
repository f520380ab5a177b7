// SPDX-License-Identifier: GPL-3.0-or-later
// Changes of width across a row (craft 9), and buttonholes along a band (craft 17).
#pragma once

#include "core/quantity/count.h"
#include "core/quantity/needle.h"
#include "core/shaping/count.h"

#include <optional>
#include <vector>

namespace vestimen {

enum class RunEnds { half, whole };

/// Places in a row, counted from 1 at the left, and the plain stitches before, between and after them.
struct RowPlaces {
    std::vector<int> positions;
    std::vector<int> plainRuns; ///< one more than there are positions
};

/// `change` stitches more, or fewer when negative, spread evenly over `over` stitches. A decrease at p puts stitch p
/// onto p + 1; an increase at p makes one after p. Runs between neighbours differ by at most one stitch; at the ends
/// stands half a run, or a whole one. Nothing when there is no room: see mostSpread().
std::optional<RowPlaces> spread(Stitches over, Stitches change, RunEnds ends);
/// The most stitches that can be taken away, or added, at once.
Stitches mostSpread(Stitches over, bool fewer, RunEnds ends);

/// `fewer` stitches taken away evenly over `over`, with so many plain ones before the first: the runs after it differ
/// by at most one stitch, the last among them. Nothing where there is no room: each takes two stitches.
std::optional<RowPlaces> spreadFrom(Stitches over, Stitches fewer, Stitches firstRun);

/// The stitches that an edge has fewer than the piece beside it: as many as the share asks for, even, so that both stay
/// centred, no more than can go, or be made again, at once; and where those beside it are of a form, so is what is
/// kept.
Stitches gathered(Stitches beside, double share, const CountForm& form = anyCount);

/// Every `every`th stitch onto its neighbour, beginning with the outermost of a side, or further in. From the left,
/// stitch p goes onto p + 1; from the right, onto p - 1; the last one only where it has that neighbour. `every` is 2 or
/// more. Positions are in the order of working. `first`: the first to go, counted from that side.
std::vector<int> thin(Stitches over, int every, Side from, int first = 1);

/// `holes` holes of `size` stitches over `over` stitches, with so many plain ones before the first and after the last;
/// where that is not said, half a run. Positions are the holes' first stitches. Nothing when they do not fit with a
/// stitch between each two, or when one hole is given two ends that disagree.
std::optional<RowPlaces> buttonholes(Stitches over, int holes, Stitches size, std::optional<Stitches> first,
                                     std::optional<Stitches> last);
/// The most holes that fit.
int mostButtonholes(Stitches over, Stitches size, std::optional<Stitches> first, std::optional<Stitches> last);

} // namespace vestimen
