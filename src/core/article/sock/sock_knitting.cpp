// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/sock/sock_knitting.h"

#include "core/knitting/piece_parts.h"
#include "core/plan/edge_dues.h"
#include "core/plan/short_row_cup.h"

namespace vestimen {
namespace {

ShortRowCup cupOf(const LaidSock& laid, NeedleSpan of, Side outer, YarnNumber yarn) {
    return {of, outer, laid.counts.heelLeft, laid.sock.wrapTurns, yarn};
}

act::Branches alone(Branch branch) {
    act::Branches branches;
    branches.each.push_back(std::move(branch));
    branches.apart = false;
    return branches;
}

void addHeel(const LaidSock& laid, Knitting& knitting) {
    const Rows row = laid.counts.leg;
    knitting.at(row, act::Section{"heel"});
    knitting.at(row, alone(branchOf(cupOf(laid, laid.heel(), laid.heelSide, laid.sock.heelYarn))));
    knitting.at(row, act::Section{"foot"});
    knitting.at(row, act::Release{laid.instep()});
}

const char* seamAt(Side side) {
    return sided(side, "seam_left", "seam_right");
}

/// Half a heel over the outer quarter of the stitches, by pairs of rows from the edge and back: one needle out for
/// each, at the inner side, and then one in.
Branch halfHeel(const LaidSock& laid, Side side) {
    const int out = laid.counts.heelOut().count() / 2;
    const Side inner = opposite(side);
    const bool wraps = laid.sock.wrapTurns;
    // The first pair turns beside the rest.
    std::vector<Due> outward = {{Rows(0), Stitches(0)}};
    std::vector<Due> inward;
    const Rows turning(2 * out);
    for (int pair = 1; pair <= out; ++pair) {
        outward.push_back({Rows(2 * pair), Stitches(1)});
        inward.push_back({turning + Rows(2 * pair), Stitches(1)});
    }
    Branch half{laid.quarter(side), {}, {}};
    half.edges.push_back({at(inner), Held{wraps}, std::move(outward)});
    half.edges.push_back({at(inner), Released{.wrapped = wraps}, std::move(inward), turning + Rows(2)});
    half.stages.push_back({turning, act::Say{"turning_row", "The turning row comes next: fewest needles work now. "
                                                            "After its pair one comes back in every second row."}});
    half.stages.push_back({turning * 2, act::HoldLever{false}});
    half.stages.push_back({turning * 2, act::Name{seamAt(side), side, Rows(0), turning * 2}});
    half.surface.push_back({.from = Rows(0), .to = turning * 2, .yarn = laid.sock.heelYarn});
    return half;
}

/// One half where the carriage is; a row over all takes it to the other side, for the other half.
void addHeelInHalves(const LaidSock& laid, Knitting& knitting) {
    Rows row = laid.counts.leg;
    for (const Side side : {laid.heelSide, opposite(laid.heelSide)}) {
        knitting.at(row, act::Name{seamAt(side), side, {}, row});
        knitting.at(row, act::Section{side == laid.heelSide ? "half of the heel" : "the other half of the heel"});
        knitting.at(row, alone(halfHeel(laid, side)));
        knitting.at(row, act::Release{laid.instep()});
        knitting.at(row, act::Release{laid.quarter(opposite(side))});
        if (side == laid.heelSide)
            knitting.at(row, act::Section{"across to the other edge"});
        row += Rows(1);
    }
    knitting.at(row - Rows(1), act::Section{"foot"});
}

/// Names of the sides that a seam takes, below the toe.
void nameSides(const LaidSock& laid, Rows row, Knitting& knitting) {
    if (!laid.isSole())
        return knitting.name(row, "seam_left", "seam_right");
    Rows from = laid.counts.leg;
    for (const Side side : {laid.heelSide, opposite(laid.heelSide)}) {
        knitting.at(row, act::Name{seamAt(side), side, from, row});
        from += Rows(1);
    }
}

void addToeLikeHeel(const LaidSock& laid, Knitting& knitting) {
    const Rows row = laid.counts.leg + laid.counts.foot;
    const bool instep = laid.toeOverInstep();
    const NeedleSpan of = instep ? laid.instep() : laid.heel();
    std::vector<std::pair<std::string, NeedleSpan>> off = {{"toe", of}};
    if (laid.isSole())
        off.insert(off.end(), {{"facing_left", laid.quarter(Side::left)}, {"facing_right", laid.quarter(Side::right)}});
    else
        off.emplace_back("facing", instep ? laid.heel() : laid.instep());
    nameSides(laid, row, knitting);
    knitting.at(row, act::Section{"toe"});
    Branch toe = branchOf(cupOf(laid, of, laid.carriageAtToe(), laid.sock.toeYarn));
    if (laid.isSole()) // the yarn is at the edge, and would lie under half of the sole
        toe.stages.insert(toe.stages.begin(), {Rows(0), act::NewYarn{}});
    knitting.at(row, alone(std::move(toe)));
    for (std::size_t i = 1; i < off.size(); ++i)
        knitting.at(row, act::Release{off[i].second});
    knitting.at(row, act::Section{"off on waste yarn"});
    knitting.at(row, act::OffOnWaste{.as = std::move(off)});
}

void addNarrowedToe(const LaidSock& laid, Knitting& knitting) {
    const SockCounts& counts = laid.counts;
    const Rows row = counts.leg + counts.foot;
    const int each = (counts.half() - counts.toeLeft).count() / 2;
    nameSides(laid, row, knitting);
    knitting.at(row, act::Section{laid.isSole() ? "toe, one part after the other" : "toe, one half after the other"});
    act::Branches toe;
    toe.apart = !laid.isSole();
    toe.nextSection = laid.isSole() ? "the next part of the toe" : "the other half of the toe";
    const auto part = [&](NeedleSpan of, bool leftMoves, bool rightMoves) {
        Branch one{of, {}, {}};
        one.edges.push_back({leftMoves && rightMoves ? Edge::At::both
                             : leftMoves             ? Edge::At::left
                                                     : Edge::At::right,
                             Moved{.how = laid.sock.toeEdge, .atMost = counts.toeLeft, .inside = true},
                             duesOfHalf(counts.toeSides)});
        one.surface.push_back({.from = Rows(0), .to = counts.toe, .yarn = laid.sock.toeYarn});
        return one;
    };
    const auto end = [&](Branch& one, const char* left, const char* right, const char* as, int fromLeft,
                         int fromRight) {
        one.stages = {
            {counts.toe, act::Name{left, Side::left, Rows(0)}},
            {counts.toe, act::Name{right, Side::right, Rows(0)}},
            {counts.toe,
             act::OffOnWaste{.as = {{as, {one.of.first.shifted(fromLeft), one.of.last.shifted(-fromRight)}}}}}};
        toe.each.push_back(std::move(one));
    };
    if (laid.isSole()) {
        Branch left = part(laid.quarter(Side::left), false, true);
        end(left, "seam_left", "sole_left", "facing_left", 0, each);
        Branch middle = part(laid.instep(), true, true);
        end(middle, "instep_left", "instep_right", "toe", each, each);
        Branch right = part(laid.quarter(Side::right), true, false);
        end(right, "sole_right", "seam_right", "facing_right", each, 0);
    } else {
        for (const Side side : {Side::left, Side::right}) {
            const bool heel = side == laid.heelSide;
            Branch half = part(heel ? laid.heel() : laid.instep(), true, true);
            end(half, heel ? "sole_left" : "instep_left", heel ? "sole_right" : "instep_right", heel ? "toe" : "facing",
                each, each);
        }
    }
    knitting.at(row, std::move(toe));
    knitting.at(row, act::HoldLever{false});
}

} // namespace

Knitting sockKnitting(const LaidSock& laid, const Ground& ground, const FabricGauge& gauge) {
    const auto& [sock, counts, heelSide] = laid;
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = counts.top;
    knitting.begin = counts.cuff;
    knitting.carriage = heelSide;
    knitting.openTurns = !sock.wrapTurns;
    knitting.wasteRows = sock.wasteRows;
    knitting.ravelCord = ground.waste.cord;
    knitting.at(Rows(0), act::Mark{"leg"});
    if (counts.over() > Stitches(0))
        knitting.edges.push_back({at(opposite(heelSide)), Moved{sock.leg}, {{Rows(1), Stitches(-1)}}});
    // Of a straight leg what the cuff has more goes right below it.
    if (!sock.shapedLeg && counts.ankle == counts.stitches && counts.narrowed() > Stitches(0))
        knitting.edges.push_back({Edge::At::both, Moved{sock.leg}, {{Rows(1), -counts.narrowed()}}});
    else if (counts.top - counts.over() > counts.ankle)
        knitting.edges.push_back({Edge::At::both, Moved{sock.leg}, duesOf(counts.upper, Rows(1), false)});
    if (counts.ankle != counts.stitches)
        knitting.edges.push_back({Edge::At::both, Moved{sock.leg},
                                  duesOf(counts.lower, counts.toAnkle, counts.stitches > counts.ankle),
                                  counts.toAnkle});
    laid.isSole() ? addHeelInHalves(laid, knitting) : addHeel(laid, knitting);
    sock.toe == Toe::likeHeel ? addToeLikeHeel(laid, knitting) : addNarrowedToe(laid, knitting);
    return knitting;
}

Knitting sockLoopKnitting(const Sock& sock, const SockCounts& counted, const FabricGauge& gauge) {
    Knitting knitting;
    knitting.gauge = gauge;
    knitting.stitches = sockLoopStitches;
    knitting.begin = WeltCounts{.kind = WeltKind::rolled};
    knitting.wasteRows = sock.wasteRows;
    knitting.at(Rows(0), act::Section{"cord"});
    knitting.at(Rows(0),
                act::Say{"strand_behind", "After every row the carriage slips back, and the yarn lies behind the "
                                          "stitches: pull the cord down, and it closes."});
    knitting.at(Rows(0), act::OneWay{counted.loop});
    knitting.at(counted.loop, act::DrawUp{"end"});
    return knitting;
}

} // namespace vestimen
