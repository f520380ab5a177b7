// SPDX-License-Identifier: GPL-3.0-or-later
// The counts of a sock, and how it lies on the bed.
#pragma once

#include "core/article/sock/sock_plan.h"
#include "core/knitting/piece_parts.h"
#include "core/plan/counting.h"
#include "core/shaping/slope.h"

namespace vestimen {

struct SockMeasures {
    Length foot;       ///< around
    Length footLength; ///< heel to toe
    Length leg;        ///< from the cuff’s edge to the heel
};

struct SockCounts {
    Stitches stitches; ///< of the foot: even, of one that is sewn along its sole a multiple of four
    Stitches top;      ///< that the cuff is knitted over
    Stitches ankle;    ///< at the narrowest row of the leg
    WeltCounts cuff;
    Rows leg;     ///< below the cuff
    Rows toAnkle; ///< of these, down to the narrowest
    Slope upper;  ///< that narrow, down to there
    Slope lower;  ///< and from there to the foot
    Stitches heelLeft;
    Rows foot; ///< between heel and toe
    Rows toe;
    Slope toeSides;
    Stitches toeLeft; ///< of each half, where it is narrowed
    Rows loop;

    Stitches half() const { return stitches / 2; }
    Stitches heelOut() const { return half() - heelLeft; }
    /// One fewer at the instep’s edge, where the cuff’s form has one more.
    Stitches over() const { return (top - stitches).isEven() ? Stitches(0) : Stitches(1); }
    /// At each side, from the cuff to the foot; negative where the foot is wider.
    Stitches narrowed() const { return (top - stitches - over()) / 2; }
    bool isShaped() const { return toAnkle < leg || narrowed() != Stitches(0); }
};

/// One sock as it lies on the bed: the heel’s half at a side, where the carriage comes to it; or, of one that is sewn
/// along its sole, half of it at either side, and the instep in the middle.
struct LaidSock {
    const Sock& sock;
    const SockCounts& counts;
    Side heelSide;

    bool isSole() const { return sock.seam == SockSeam::sole; }
    NeedleSpan whole() const;
    NeedleSpan heel() const { return fromEdge(whole(), heelSide, 0, counts.half().count()); }
    NeedleSpan instep() const {
        return fromEdge(whole(), opposite(heelSide), isSole() ? counts.half().count() / 2 : 0, counts.half().count());
    }
    /// Half of the heel, where it lies at both sides.
    NeedleSpan quarter(Side side) const { return fromEdge(whole(), side, 0, counts.half().count() / 2); }
    Side carriageAtToe() const { return counts.foot.isEven() ? heelSide : opposite(heelSide); }
    /// The toe is knitted over the half at whose side the carriage comes to; of one that is sewn along its sole over
    /// the instep.
    bool toeOverInstep() const { return isSole() || !counts.foot.isEven(); }
};

namespace sock_counts {
inline constexpr CountKey stitches{"sock_stitches"}, top{"cuff_stitches"}, ankle{"ankle_stitches"}, cuff{"cuff_rows"},
    leg{"leg_rows"}, heel{"heel_left"}, foot{"foot_rows"}, toe{"toe_rows"}, loop{"loop_rows"};
inline constexpr std::array all = {stitches, top, ankle, cuff, leg, heel, foot, toe, loop};
} // namespace sock_counts

inline constexpr Stitches sockLoopStitches{3};

std::optional<SockMeasures> sockMeasures(const Ground& ground);
/// Nothing where it cannot be; the findings say why. `piece`: whose they are.
std::optional<SockCounts> countSock(const Sock& sock, const Ground& ground, const FabricGauge& gauge,
                                    const SockMeasures& measures, PieceKey piece, Plan& plan);

} // namespace vestimen
