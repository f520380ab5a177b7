// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/counter.h"
#include "core/knitting/piece_parts.h"
#include "core/shaping/edge_sums.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

/// Between a pocket and the edge of its piece, at least.
constexpr Stitches leastBeside(3);
/// Rows between a mouth and where the neck begins.
constexpr Rows leastAbove(4);

/// Of the piece with the neck, half of it where it is in one, at its narrowest up to a row.
Stitches roomUpTo(const GarmentCounts& own, PieceKey piece, Rows row) {
    Stitches narrowest = std::min(own.body, own.hem);
    if (own.waist > Stitches(0))
        narrowest = std::min(narrowest, own.waist);
    if (row > own.hemRise + own.toUnderarm)
        narrowest = std::min(narrowest, own.upper);
    return isHalf(piece) ? own.ofHalf(own.half(piece), narrowest) : narrowest / 2;
}

bool hasRoom(Counter& counter, const GarmentCounts& counts, PieceKey piece) {
    const Garment::Pocket& pocket = counter.choices().pocket;
    const FabricGauge& gauge = counter.gauge();
    const GarmentCounts own = countsOfPiece(counts, piece, counter.choices());
    if (isHalf(piece) && counts.toPocket < leastBeside) {
        counter.error("pocket_place",
                      {"A pocket {0} from the edge of the front would lie across the opening: at least {1}.",
                       {gauge.width(counts.toPocket), gauge.width(leastBeside)}},
                      piece);
        return false;
    }
    const Stitches room = roomUpTo(own, piece, counts.pocketBelow);
    if (counts.toPocket + counts.pocket + leastBeside > room) {
        counter.error("pocket_place",
                      {"A pocket of {0} stitches that begins {1} from the middle needs {2} stitches, and the front has "
                       "{3} there: make it narrower, or bring it nearer to the middle.",
                       {counts.pocket, gauge.width(counts.toPocket), counts.toPocket + counts.pocket + leastBeside,
                        std::max(Stitches(0), room)}},
                      piece);
        return false;
    }
    const Rows neck = own.hemRise + own.toUnderarm + own.toNeck(own.frontNeck) - own.frontNeck.slopeBefore;
    if (counts.pocketBelow + leastAbove > neck) {
        const Rows welt = own.bodyWelt.visible;
        counter.error("pocket_place",
                      {"A mouth {0} above the lower edge comes to the neck, which begins {1} up: at most {2} can be.",
                       {gauge.height(counts.pocketBelow + welt), gauge.height(neck + welt),
                        gauge.height(neck + welt - leastAbove)}},
                      piece);
        return false;
    }
    if (pocket.kind == PocketKind::patch && counts.pocketBelow < counts.pocketRows + own.hemRise + Rows(2)) {
        const Rows least = own.bodyWelt.visible + counts.pocketRows + own.hemRise + Rows(2);
        counter.error(
            "pocket_low",
            {"A patch of {0} below a mouth {1} above the lower edge would lie over the welt: put the mouth at "
             "least {2} up, or make it less deep.",
             {gauge.height(counts.pocketRows), gauge.height(own.bodyWelt.visible + counts.pocketBelow),
              gauge.height(least)}},
            piece);
        return false;
    }
    // A curved lower edge is highest at the sides.
    const Length depth =
        pocket.kind == PocketKind::inside ? gauge.height(counts.pocketRows) / 2.0 : gauge.height(counts.pocketRows);
    const Length below = gauge.height(own.bodyWelt.visible + counts.pocketBelow - own.hemRise);
    if (below - depth < pocketClearance || counts.pocketBelow < own.hemRise + Rows(2)) {
        counter.error(
            "pocket_low",
            {"A bag {0} deep below a mouth {1} above the lower edge would hang out, or show: its fold should "
             "stay {2} above the edge. Put the mouth at least {3} up, or make the bag at most {4} deep.",
             {depth, below, pocketClearance, depth + pocketClearance, std::max(Length(), below - pocketClearance)}},
            piece);
        return false;
    }
    return true;
}

} // namespace

NeedleSpan GarmentCounts::pocketAt(const Garment& choices, Side wearers) const {
    const PieceKey piece = frontOf(choices, wearers);
    const GarmentCounts own = countsOfPiece(*this, piece, choices);
    if (isHalf(piece))
        return fromEdge(centred(own.ofHalf(own.half(piece), own.hem)), opposite(outerSide(piece)), toPocket.count(),
                        pocket.count());
    // A front hangs with the wearer's left at the machine's left; where a stitch lies at its middle, none has it.
    const NeedleSpan all = centred(own.hem);
    const int half = all.size() / 2;
    return fromEdge(all, wearers, half - (toPocket + pocket).count(), pocket.count());
}

bool countPockets(Counter& counter, const GarmentMeasures&, GarmentCounts& counts) {
    const Garment& choices = counter.choices();
    const Garment::Pocket& pocket = choices.pocket;
    if (pocket.kind == PocketKind::none)
        return true;
    const FabricGauge& gauge = counter.gauge();
    const bool inside = pocket.kind == PocketKind::inside;
    const bool trimmed = pocket.trim > Length();
    counts.pocket = counter.stitches(quantities::pocketStitches, "Stitches of each pocket", pocket.width,
                                     Stitches(choices.making.seamStitches ? 2 : 0), anyCount, "nearest whole stitch");
    if (trimmed)
        counts.pocketTrim = counter.rows(quantities::pocketTrimRows, "Rows of the trim on a pocket’s mouth",
                                         pocket.trim * 2.0, evenCount, "twice the depth, even, to be folded");
    counts.pocketRows =
        inside ? counter.rows(quantities::pocketRows, "Rows of a pocket’s bag", pocket.depth * 2.0,
                              trimmed ? oddCount : evenCount,
                              trimmed ? "twice the depth, odd, so that with its mouth the carriage comes back"
                                      : "twice the depth, even, so that the carriage comes back")
               : counter.rows(quantities::pocketRows, "Rows of a pocket’s bag", pocket.depth, evenCount,
                              "even, so that the carriage comes back");
    counts.pocketBelow =
        counter.rows(quantities::pocketBelowRows, "Rows from the welt to a pocket’s mouth",
                     pocket.height - gauge.height(counts.bodyWelt.visible), anyCount, "nearest whole row");
    // The rows in which the underarms go off have enough to do.
    const Rows under = counts.hemRise + counts.toUnderarm;
    if (counts.pocketBelow == under || counts.pocketBelow == under + Rows(1)) {
        counts.pocketBelow = under - Rows(1);
        Reckoning& working = counter.working(quantities::pocketBelowRows);
        working.steps.push_back({{"before the underarm’s rows", {}}, counts.pocketBelow});
        working.result = counts.pocketBelow.count();
    }
    counts.toPocket =
        std::max(Stitches(1), Stitches(static_cast<int>(std::lround(gauge.stitches.over(pocket.fromMiddle)))));
    for (const Side side : {Side::left, Side::right})
        if (pocket.isAt(side) && !hasRoom(counter, counts, frontOf(choices, side)))
            return false;
    return true;
}

} // namespace vestimen
