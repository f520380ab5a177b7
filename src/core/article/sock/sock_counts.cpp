// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/sock/sock_counts.h"

#include "core/plan/edge_dues.h"
#include "core/shaping/small_things.h"

#include <algorithm>
#include <cmath>

namespace vestimen {

NeedleSpan LaidSock::whole() const {
    NeedleSpan all = centred(counts.top);
    const Stitches gone = counts.narrowed();
    all = {all.first.shifted(gone.count()), all.last.shifted(-gone.count())};
    (heelSide == Side::right ? all.first : all.last) =
        all.end(opposite(heelSide)).towards(heelSide, counts.over().count());
    return all;
}

std::optional<SockMeasures> sockMeasures(const Ground& ground) {
    const auto measure = [&](Measure each) { return withEase(ground.wearer, ground.ease, each); };
    const auto girth = measure(Measure::footGirth);
    const auto length = measure(Measure::footLength);
    const auto leg = measure(Measure::legLength);
    const auto heel = measure(Measure::heelHeight);
    if (!girth || !length || !leg || !heel)
        return std::nullopt;
    return SockMeasures{*girth, *length, *leg - *heel};
}

namespace {

/// Below the cuff, and between heel and toe.
constexpr Rows leastLeg{4};
constexpr Rows leastFoot{4};
constexpr Stitches leastHeel{8};

CountForm topForm(const Sock& sock) {
    return traits(sock.cuff.kind).form;
}
CountForm footForm(const Sock& sock) {
    return sock.seam == SockSeam::sole ? CountForm{.multiple = 4} : evenCount;
}

/// Whether the carriage is back after the cuff at the side where it began.
bool isBackAfter(const WeltCounts& cuff, const Sock& sock, const Ground& ground) {
    Knitting begun;
    begun.begin = cuff;
    begun.wasteRows = sock.wasteRows;
    begun.ravelCord = ground.waste.cord;
    return carriageAfter(begun, Rows(0)) == begun.carriage;
}

/// How the leg narrows, and widens again.
bool countLeg(const Sock& sock, Counting& counting, PieceKey piece, SockCounts& counted) {
    const FabricGauge& gauge = counting.gauge();
    counted.toAnkle = counted.leg;
    if (sock.ankle) {
        const Rows above(static_cast<int>(std::lround(gauge.rows.over(sock.ankleAbove))));
        counted.toAnkle -= std::min(counted.leg, above);
        counting.working(sock_counts::leg).steps.push_back({{"of these down to the ankle", {}}, counted.toAnkle});
    }
    const auto shape = [&](Rows rows, Stitches each, Slope& slope) {
        if (each == Stitches(0))
            return true;
        const auto found =
            rows > Rows(0) ? counting.slope({rows, each}, sock.leg, tolerance(gauge), piece) : std::nullopt;
        if (found)
            slope = *found;
        else
            counting.error("sock_leg",
                           {"{0} at each side do not come and go within {1} of the leg: make it longer, or the calf "
                            "and the foot nearer to the ankle.",
                            {each, rows}},
                           piece);
        return found.has_value();
    };
    const Stitches out = counted.stitches - counted.ankle;
    return shape(counted.toAnkle - Rows(2), (counted.top - counted.over() - counted.ankle) / 2, counted.upper) &&
           shape(counted.leg - counted.toAnkle - Rows(2), (out > Stitches(0) ? out : -out) / 2, counted.lower);
}

} // namespace

std::optional<SockCounts> countSock(const Sock& sock, const Ground& ground, const FabricGauge& gauge,
                                    const SockMeasures& measures, PieceKey piece, Plan& plan) {
    Counting counting(ground, gauge, plan.workings, plan.findings);
    SockCounts counted;
    const Stitches seams(sock.seamStitches ? 2 : 0);
    const bool isSole = sock.seam == SockSeam::sole;
    const char* reason = isSole ? "a multiple of four, so that half a heel lies at each edge"
                                : "even, so that heel and instep are alike";
    // A cuff may have one or two more, which go below it; a shaped leg has its own count.
    counted.stitches = sock.shapedLeg
                           ? counting.stitches(sock_counts::stitches, "Stitches around the foot", measures.foot, seams,
                                               footForm(sock), reason)
                           : counting.stitchesBeside(topForm(sock), sock_counts::stitches, "Stitches around the foot",
                                                     measures.foot, seams, footForm(sock), reason);
    if (sock.shapedLeg) {
        counted.top = counting.stitches(sock_counts::top, "Stitches around the calf", sock.calf, seams, topForm(sock),
                                        traits(sock.cuff.kind).reason);
    } else {
        counted.top = counted.stitches;
        while (!topForm(sock).takes(counted.top.count()))
            counted.top += Stitches(1);
    }
    counted.ankle = counted.stitches;
    if (sock.ankle)
        counted.ankle = counting.stitches(sock_counts::ankle, "Stitches around the ankle", sock.ankleGirth, seams,
                                          evenCount, "even, so that both sides are alike");
    if (counted.top < counted.ankle) {
        counting.error("sock_leg",
                       sock.ankle ? Phrase{"The ankle, {0}, is wider than the leg above it, {1}: make it narrower, or "
                                           "the leg straight.",
                                           {sock.ankleGirth, sock.shapedLeg ? sock.calf : measures.foot}}
                                  : Phrase{"The leg, {0}, is narrower around the calf than around the foot, {1}: a "
                                           "sock that narrows needs a wider calf.",
                                           {sock.calf, measures.foot}},
                       piece);
        return std::nullopt;
    }
    if (!counting.fitsBed(counted.top, piece))
        return std::nullopt;
    counted.cuff = counting.welt(sock_counts::cuff, "Rows of the cuff", sock.cuff, AcrossWay::wasteYarn);
    if (const Stitches more = counted.top - counted.stitches; !sock.shapedLeg && more > Stitches(0))
        counting.working(sock_counts::stitches)
            .steps.push_back({more == Stitches(1)
                                  ? Phrase{"the cuff has one more, so that it begins and ends alike", {}}
                                  : Phrase{"the cuff has {0} more, so that it begins and ends alike", {more}},
                              counted.top});

    const Length below = measures.leg - gauge.height(counted.cuff.visible);
    if (below >= gauge.height(leastLeg))
        counted.leg = counting.rows(sock_counts::leg, "Rows from the cuff to the heel", below,
                                    isBackAfter(counted.cuff, sock, ground) ? evenCount : oddCount,
                                    "so that the carriage comes to the heel’s side");
    if (counted.leg < leastLeg) {
        counting.error(
            "leg_short",
            {"{0} from the cuff’s edge to the heel have no room for a cuff of {1} and {2} below it: make the "
             "leg longer or the cuff less deep.",
             {measures.leg, gauge.height(counted.cuff.visible), leastLeg}},
            piece);
        return std::nullopt;
    }
    if (!countLeg(sock, counting, piece, counted))
        return std::nullopt;

    counted.heelLeft = leftForShare(counted.half(), sock.heelLeft);
    Reckoning& heel = counting.working(sock_counts::heel);
    heel.title = "Needles left at the heel";
    const Stitches out = counted.heelOut();
    if (isSole)
        heel.steps = {{{"half of the stitches", {}}, counted.half()},
                      {{"out of each half of the heel, one in two rows, and in again", {}}, out / 2},
                      {{"rows of each half", {}}, Rows(2 * out.count())},
                      {{"that never go out, of both", {}}, counted.heelLeft}};
    else
        heel.steps = {{{"half of the stitches", {}}, counted.half()},
                      {{"out, one a row, and as many in again", {}}, out},
                      {{"rows out and in", {}}, Rows(2 * out.count() - 1)},
                      {{"that never go out", {}}, counted.heelLeft}};
    heel.result = counted.heelLeft.count();
    if (counted.half() < leastHeel || counted.heelOut() < Stitches(4) || counted.heelLeft < Stitches(2)) {
        counting.error("heel_left",
                       {"A heel over {0} needles with {1} left at its turning row cannot be: it needs {2} needles, at "
                        "least 4 that go out and 2 that stay.",
                        {counted.half(), counted.heelLeft, leastHeel}},
                       piece);
        return std::nullopt;
    }

    const Rows heelDeep(counted.heelOut().count());
    Reckoning toe{"Rows of the toe", {}, {}};
    if (sock.toe == Toe::likeHeel) {
        counted.toe = heelDeep;
        toe.steps = {{{"out, as at the heel", {}}, counted.toe}};
    } else {
        counted.toeLeft = leftForShare(counted.half(), sock.heelLeft);
        const Stitches each = (counted.half() - counted.toeLeft) / 2;
        counted.toe = Rows(2 * each.count());
        toe.steps = {{{"one fewer at each side of each half, every second row", {}}, counted.toe}};
        const auto sides =
            counting.slope({counted.toe - Rows(1), each - Stitches(1)}, sock.toeEdge, tolerance(gauge), piece);
        if (!sides) // as many rows as it has stitches always do
            return std::nullopt;
        counted.toeSides = *sides;
    }
    toe.result = counted.toe.count();
    counting.working(sock_counts::toe) = std::move(toe);

    const double all = gauge.rows.over(measures.footLength);
    const int between = static_cast<int>(std::lround(all)) - heelDeep.count() - counted.toe.count();
    if (Rows(between) < leastFoot) {
        counting.error("foot_short",
                       {"A foot {0} long is shorter than its heel, {1}, and its toe, {2}: leave more needles at the "
                        "turning row, or make the foot longer.",
                        {measures.footLength, gauge.height(heelDeep), gauge.height(counted.toe)}},
                       piece);
        return std::nullopt;
    }
    counted.foot = counting.remainder(sock_counts::foot, "Rows between heel and toe",
                                      {{{"foot, heel and toe included", {}}, measures.footLength},
                                       {{"in rows", {}}, Figure{all, 2}},
                                       {{"of these the heel", {}}, heelDeep},
                                       {{"and the toe", {}}, counted.toe}},
                                      between);
    if (isSole && counted.foot < Rows(2)) { // one takes the carriage from one half of the heel to the other
        counting.error(
            "foot_short",
            {"{0} between heel and toe are too few for a seam along the sole: it needs {1}.", {counted.foot, Rows(2)}},
            piece);
        return std::nullopt;
    }
    if (sock.hasLoop())
        counted.loop =
            counting.rows(sock_counts::loop, "Rows of the loop", sock.loopLength, anyCount, "nearest whole row");
    return counted;
}

} // namespace vestimen
