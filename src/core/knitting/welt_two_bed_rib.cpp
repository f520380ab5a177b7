// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

#include <algorithm>

namespace vestimen {
namespace {

/// So many stitches on the main bed and so many on the second by turns, from the main bed's at one edge to the main
/// bed's at the other; those of the second bed go over to the main one in the end.
template<int front, int back> struct TwoBedRib {
    static constexpr int repeat = front + back;
    static constexpr const char* section = repeat == 2 ? "two-bed rib"
                                           : back == 1 ? "two-by-one rib"
                                                       : "two-by-two rib";

    static bool isBehind(int place) { return place % repeat >= front; }
    static Needle behind(Needle needle) { return Needle::atSlot(needle.slot(), Bed::second); }

    static int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows) {
        const int seenFrom = writer.passes() + 1;
        writer.section("cast on");
        for (int first = 0; first < std::min(repeat, span.size()); ++first) {
            const NeedleSpan from{span.first.shifted(first), span.last};
            writer.castOn(isBehind(first) ? NeedleSpan{behind(from.first), behind(from.last)} : from, repeat,
                          writer.work(), CastOnMethod::zigzag);
        }
        writer.counterTo(0);
        writer.hangWeights(span);
        writer.section(section);
        writer.knit(welt.knitted, Stitches(span.size()), writer.size(welt.making.looser - 2));
        toTheMainBed(writer, span);
        return seenFrom;
    }

    static WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
        const Stitches all(span.size());
        writer.section(section);
        writer.say("transfer", repeat == 2 ? "Every second stitch goes over to the second bed."
                               : back == 1 ? "Every third stitch goes over to the second bed."
                                           : "Two stitches of four go over to the second bed.");
        operation::Transfer over;
        for (int place = 0; place < span.size(); ++place)
            if (const Needle needle = span.first.shifted(place); isBehind(place))
                over.moves.emplace_back(needle, behind(needle));
        writer.add(std::move(over));
        writer.knit(welt.knitted, all, writer.size(welt.making.looser - 2));
        const int seenTo = writer.passes();
        toTheMainBed(writer, span);
        return {seenTo, all};
    }

private:
    static void toTheMainBed(ProgramWriter& writer, NeedleSpan span) {
        writer.say("transfer", "Move every stitch of the second bed to the empty needle across from it.");
        operation::Transfer transfer;
        for (int place = 0; place < span.size(); ++place)
            if (const Needle needle = span.first.shifted(place); isBehind(place))
                transfer.moves.emplace_back(behind(needle), needle);
        writer.add(std::move(transfer));
    }
};

} // namespace

const WeltMaker twoBedRib{TwoBedRib<1, 1>::up, TwoBedRib<1, 1>::down, 0};
const WeltMaker twoByOneRib{TwoBedRib<2, 1>::up, TwoBedRib<2, 1>::down, 0};
const WeltMaker twoByTwoRib{TwoBedRib<2, 2>::up, TwoBedRib<2, 2>::down, 0};

} // namespace vestimen
