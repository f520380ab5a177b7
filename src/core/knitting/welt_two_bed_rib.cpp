// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

namespace vestimen {
namespace {

/// One by one on two beds: every second needle stands on the second bed, and goes over to the main bed in the end.
int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows) {
    const int seenFrom = writer.passes() + 1;
    const NeedleSpan behind{Needle::atSlot(span.first.slot() + 1, Bed::second),
                            Needle::atSlot(span.last.slot(), Bed::second)};
    writer.section("cast on");
    writer.castOn(span, 2, writer.work(), "zigzag");
    if (span.size() > 1)
        writer.castOn(behind, 2, writer.work(), "zigzag");
    writer.counterTo(0);
    writer.hangWeights();
    writer.section("two-bed rib");
    writer.knit(welt.knitted, Stitches(span.size()), writer.size(-2));
    writer.say("transfer", "Move every stitch of the second bed to the empty needle across from it.");
    operation::Transfer transfer;
    for (Needle needle = behind.first; needle <= behind.last; needle = needle.shifted(2))
        transfer.moves.emplace_back(needle, Needle::atSlot(needle.slot()));
    writer.add(std::move(transfer));
    return seenFrom;
}

WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
    const Stitches all(span.size());
    writer.section("two-bed rib");
    writer.say("transfer", "Every second stitch goes over to the second bed.");
    operation::Transfer over;
    operation::Transfer back;
    for (Needle needle = span.first.shifted(1); needle <= span.last; needle = needle.shifted(2)) {
        const Needle behind = Needle::atSlot(needle.slot(), Bed::second);
        over.moves.emplace_back(needle, behind);
        back.moves.emplace_back(behind, needle);
    }
    writer.add(std::move(over));
    writer.knit(welt.knitted, all, writer.size(-2));
    const int seenTo = writer.passes();
    writer.say("transfer", "Move every stitch of the second bed to the empty needle across from it.");
    writer.add(std::move(back));
    return {seenTo, all};
}

} // namespace

const WeltMaker twoBedRib{up, down, false, 0};

} // namespace vestimen
