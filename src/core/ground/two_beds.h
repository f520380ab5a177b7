// SPDX-License-Identifier: GPL-3.0-or-later
// How stitches stand on two beds that face each other (craft 12).
#pragma once

#include "core/quantity/count.h"
#include "core/quantity/needle.h"

namespace vestimen {

/// So many on the main bed and so many on the second by turns, each place on one of them, from the main bed's at the
/// left edge. Or every needle of the main bed, and on the second, offset by half a needle, one in each gap.
struct TwoBedArrangement {
    int front = 1;
    int back = 1;
    bool everyNeedle = false;

    /// Places after which it is the same again.
    int repeat() const { return everyNeedle ? 1 : front + back; }
    /// Whole ones among so many places, each with its stitches on both beds.
    int repeats(int places) const { return everyNeedle ? places - 1 : places / repeat(); }
    /// Whether a stitch of a bed stands at a place, from 0, of so many.
    bool has(int place, int places, Bed bed) const {
        if (everyNeedle)
            return bed == Bed::main || place < places - 1;
        return (place % repeat() >= front) == (bed == Bed::second);
    }
    Stitches on(Bed bed, NeedleSpan span) const {
        int stitches = 0;
        for (int place = 0; place < span.size(); ++place)
            stitches += has(place, span.size(), bed) ? 1 : 0;
        return Stitches(stitches);
    }
    /// In a row over both.
    Stitches stitches(NeedleSpan span) const { return on(Bed::main, span) + on(Bed::second, span); }
};

} // namespace vestimen
