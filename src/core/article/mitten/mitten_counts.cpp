// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/mitten/mitten_counts.h"

#include "core/knitting/piece_parts.h"
#include "core/plan/edge_dues.h"
#include "core/shaping/across_row.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

namespace counts = mitten_counts;

/// Loops beyond the needles of the gap: one at either end.
constexpr Stitches beyondTheGap{2};
/// Fewer cannot be drawn up.
constexpr Stitches leastThumb{6};
constexpr Stitches leastTip{2};
constexpr int firstRound = 6;

CountForm formOf(const Mitten& mitten) {
    CountForm form = evenCount;
    if (mitten.top == MittenTop::open)
        form = both(form, traits(mitten.topEdge.kind).form);
    return form;
}

bool countThumb(const Mitten& mitten, Counting& counting, const MittenMeasures& measures, PieceKey piece,
                MittenCounts& counted) {
    const Stitches seams(mitten.seamStitches ? 2 : 0); // it is sewn up at its side, whenever it is knitted
    counted.thumb = counting.stitches(counts::thumb, "Stitches of the thumb", measures.thumbGirth, seams, evenCount,
                                      "even, so that both its halves are alike");
    if (counted.thumb < leastThumb) {
        counting.error("thumb_short",
                       {"A thumb of {0} stitches cannot be: {1} are the fewest.", {counted.thumb, leastThumb}}, piece);
        return false;
    }
    // Loops that go double onto the gap's neighbours.
    const Stitches beyond = mitten.thumb == ThumbSchool::first ? beyondTheGap : Stitches(0);
    int pairs = 0;
    if (mitten.gusset) {
        // One stitch of the hand, with a pair beside it for every step.
        counted.gap = Stitches(1);
        counted.loops = counted.gap + beyond;
        counted.own = counted.thumb - counted.loops;
        pairs = (counted.own.count() - 1) / 2;
    } else if (mitten.thumb == ThumbSchool::afterwards) {
        counted.own = counted.gap = counted.loops = counted.thumb / 2;
    } else {
        counted.own = counted.gap = (counted.thumb - beyondTheGap) / 2;
        counted.loops = counted.gap + beyondTheGap;
    }
    Reckoning& working = counting.working(counts::thumb);
    working.steps.push_back({{"of these the hand’s own", {}}, counted.own});
    working.steps.push_back({{"and cast on beside them", {}}, counted.loops});
    if (pairs > 0) {
        const auto shape = slopeWithin({counted.toThumb - Rows(1), Stitches(pairs)}, tolerance(counting.gauge()));
        if (counted.toThumb < Rows(3) || !shape) {
            counting.error("gusset_rows",
                           {"A gusset of {0} pairs does not fit into {1} up to the thumb: leave the gusset out, or let "
                            "the thumb begin higher.",
                            {pairs, counted.toThumb}},
                           piece);
            return false;
        }
        counted.gusset = *shape;
        working.steps.push_back({{"pairs of the gusset", {}}, pairs});
    }
    const Stitches beside = counted.gap + besideTheFold + Stitches(2);
    if (beside > counted.half()) {
        counting.error("thumb_wide",
                       {"A thumb that takes {0} stitches is too wide for a palm of {1}: {2} must stay beside it.",
                        {counted.gap, counted.half(), besideTheFold + Stitches(2)}},
                       piece);
        return false;
    }
    counted.thumbRows =
        counting.rows(counts::thumbRows, "Rows of the thumb",
                      mitten.thumbOpen ? mitten.thumbHeight : measures.thumbLength, anyCount, "nearest whole row");
    if (counted.thumbRows < Rows(2)) {
        counting.error("thumb_short",
                       {"A thumb {0} long has {1}: 2 are the fewest.",
                        {mitten.thumbOpen ? mitten.thumbHeight : measures.thumbLength, counted.thumbRows}},
                       piece);
        return false;
    }
    return true;
}

/// What is left of the rows that a top needs, in them.
bool countTip(const Mitten& mitten, Counting& counting, const MittenMeasures& measures, PieceKey piece,
              MittenCounts& counted) {
    const FabricGauge& gauge = counting.gauge();
    counted.tip = counting.rows(counts::tip, "Rows of the tip", measures.girth / 4.0, anyCount,
                                "as high as half of the palm is wide");
    if (mitten.inHalves()) {
        const int each = static_cast<int>(std::lround(counted.half().count() * (1.0 - mitten.tipLeft) / 2.0));
        counted.tipLeft = counted.half() - Stitches(2 * each);
        if (counted.tipLeft < leastTip || each < 1) {
            counting.error("mitten_tip",
                           {"Halves of {0} stitches with {1} left at the tip cannot be: leave at least {2}, and "
                            "narrow by two or more.",
                            {counted.half(), counted.tipLeft, leastTip}},
                           piece);
            return false;
        }
        // One a row at each side is the most.
        counted.tip = std::max(counted.tip, Rows(each));
        counting.working(counts::tip).result = counted.tip.count();
        const auto sides =
            counting.slope({counted.tip - Rows(1), Stitches(each - 1)}, mitten.tip, tolerance(gauge), piece);
        if (!sides)
            return false;
        counted.tipSides = *sides;
        counting.working(counts::tip).steps.push_back({{"fewer at each side of each half", {}}, Stitches(each)});
        return true;
    }
    Stitches now = counted.stitches;
    for (int every = firstRound; every >= 2 && now.count() > counted.stitches.count() * mitten.tipLeft; --every) {
        counted.rounds.push_back(every);
        now -= Stitches(static_cast<int>(thin(now, every, Side::left).size()));
    }
    const int rounds = std::max(1, static_cast<int>(counted.rounds.size()));
    counted.plain = Rows(std::max(1, (counted.tip.count() - 1) / rounds));
    counted.tip = counted.plain * static_cast<int>(counted.rounds.size()) + Rows(1);
    counted.tipLeft = now - Stitches(static_cast<int>(thin(now, 2, Side::left).size()));
    Reckoning& working = counting.working(counts::tip);
    working.steps = {{{"rounds that thin, and plain rows after each", {}}, static_cast<int>(counted.rounds.size())},
                     {{"plain rows after each", {}}, counted.plain},
                     {{"stitches that are drawn up", {}}, counted.tipLeft}};
    working.result = counted.tip.count();
    if (counted.tipLeft < Stitches(4)) {
        counting.error("mitten_tip",
                       {"The tip thins to {0} stitches, and 4 are the fewest that can be drawn up: leave more of them.",
                        {counted.tipLeft}},
                       piece);
        return false;
    }
    return true;
}

/// From so far below the open edge to the tip of the hand.
bool countFlap(const Mitten& mitten, Counting& counting, const MittenMeasures& measures, PieceKey piece,
               MittenCounts& counted) {
    const FabricGauge& gauge = counting.gauge();
    if (!countTip(mitten, counting, measures, piece, counted))
        return false;
    counted.flapEdge = counting.welt(counts::flapEdge, "Rows of the flap’s edge", mitten.topEdge, mitten.acrossWay);
    const Length high = measures.whole - measures.hand + mitten.flapOverlap;
    counted.flap = counting.rows(counts::flap, "Rows of the flap, with its edge", high, anyCount, "nearest whole row") -
                   counted.flapEdge.visible;
    const Rows below(static_cast<int>(std::lround(gauge.rows.over(mitten.flapOverlap))));
    counted.flapMark = std::min(counted.hand, counted.hand + counted.edge.visible - below);
    if (counted.flap < counted.tip + Rows(2) || counted.flapMark <= counted.toThumb) {
        counting.error("mitten_short",
                       {"A flap {0} high that is sewn on {1} below the open edge cannot be: it needs room for its tip, "
                        "and lies above the thumb. Let the open top end lower, or the flap begin higher.",
                        {high, mitten.flapOverlap}},
                       piece);
        return false;
    }
    return true;
}

} // namespace

NeedleSpan LaidMitten::whole() const {
    NeedleSpan all = centred(counts.top);
    // What a cuff has more goes at the edge of the back, or at both edges.
    if (counts.over() == 2)
        all = {all.first.shifted(1), all.last.shifted(-1)};
    else if (palmSide == Side::left)
        all.last = all.last.shifted(-counts.over());
    else
        all.first = all.first.shifted(counts.over());
    return all;
}

NeedleSpan LaidMitten::half(Side side) const {
    return fromEdge(whole(), side, 0, counts.half().count());
}

NeedleSpan LaidMitten::own() const {
    if (counts.pairs() == 0)
        return fromEdge(half(palmSide), opposite(palmSide), besideTheFold.count(), counts.own.count());
    const Needle middle = gap().first;
    return {middle.shifted(-counts.pairs()), middle.shifted(counts.pairs())};
}

NeedleSpan LaidMitten::gap() const {
    return fromEdge(half(palmSide), opposite(palmSide), besideTheFold.count(), counts.gap.count());
}

std::optional<MittenMeasures> mittenMeasures(const Mitten& mitten, const Ground& ground) {
    const auto measure = [&](Measure each) { return withEase(ground.wearer, ground.ease, each); };
    const auto girth = measure(Measure::palmGirth);
    const auto hand = measure(Measure::handLength);
    const auto toThumb = measure(Measure::wristToThumb);
    const auto thumbGirth = measure(Measure::thumbGirth);
    const auto thumbLength = measure(Measure::thumbLength);
    if (!girth || !hand || !toThumb || !thumbGirth || !thumbLength)
        return std::nullopt;
    return MittenMeasures{
        *girth, mitten.hasTip() ? *hand : *toThumb + mitten.topAbove, *hand, *toThumb, *thumbGirth, *thumbLength};
}

std::optional<MittenCounts> countMitten(const Mitten& mitten, Counting& counting, const MittenMeasures& measures,
                                        PieceKey piece) {
    const FabricGauge& gauge = counting.gauge();
    MittenCounts counted;
    counted.stitches = counting.stitchesBeside(
        traits(mitten.cuff.kind).form, counts::stitches, "Stitches around the hand", measures.girth,
        Stitches(mitten.seamStitches ? 2 : 0), formOf(mitten), "even, so that palm and back are alike");
    counted.top =
        counted.stitches + moreAtTheEdge(counted.stitches, traits(mitten.cuff.kind).form).value_or(Stitches(0));
    if (counted.over() > 0)
        counting.working(counts::stitches)
            .steps.push_back({counted.over() == 1
                                  ? Phrase{"the cuff has one more, so that it begins and ends alike", {}}
                                  : Phrase{"the cuff has {0} more, so that it begins and ends alike", {counted.over()}},
                              counted.top});
    if (!counting.fitsBed(counted.top + Stitches(2), piece))
        return std::nullopt;
    counted.cuff = counting.welt(counts::cuff, "Rows of the cuff", mitten.cuff, mitten.acrossWay);
    counted.toThumb = counting.rows(counts::toThumb, "Rows from the cuff to the thumb", measures.toThumb, anyCount,
                                    "nearest whole row");
    counted.hand =
        counting.rows(counts::hand, "Rows from the cuff to the top", measures.hand, anyCount, "nearest whole row");
    if (!countThumb(mitten, counting, measures, piece, counted))
        return std::nullopt;
    if (counted.pairs() > 0 && !counting.fitsBed(counted.top + Stitches(2 * counted.pairs()), piece))
        return std::nullopt;
    Rows needed(2);
    if (mitten.hasTip()) {
        if (!countTip(mitten, counting, measures, piece, counted))
            return std::nullopt;
        needed += counted.tip;
    } else {
        counted.edge = counting.welt(counts::edge, "Rows of the open top’s edge", mitten.topEdge, mitten.acrossWay);
        needed += counted.edge.visible;
        counted.hand -= counted.edge.visible;
    }
    if (mitten.hasFlap() && !countFlap(mitten, counting, measures, piece, counted))
        return std::nullopt;
    if (counted.toThumb < Rows(2) || counted.hand + counted.edge.visible - counted.toThumb < needed) {
        counting.error(
            "mitten_short",
            {"A hand of {0} with the thumb at {1} leaves no room for what comes above it, {2}: make the hand "
             "longer, or let the thumb begin lower.",
             {measures.hand, measures.toThumb, gauge.height(needed)}},
            piece);
        return std::nullopt;
    }
    return counted;
}

} // namespace vestimen
