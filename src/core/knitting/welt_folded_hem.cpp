// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

namespace vestimen {
namespace {

int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const Stitches all(span.size());
    const Rows half = welt.knitted / 2;
    beginOnWaste(writer, span, 1, wasteRows);
    writer.section("folded hem");
    writer.knit(half - Rows(1), all, writer.size(-1));
    writer.say("fold_row", "The next row is the fold: looser.");
    writer.knit(Rows(1), all, writer.size(2));
    const int seenFrom = writer.passes() + 1;
    writer.knit(half, all, writer.size());
    writer.say("hang_welt", "Hang the loops of the first row on the same needles.");
    operation::Hang hang = hangOfFirstRow(span.size());
    for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(1))
        hang.put(needle, needle);
    writer.add(std::move(hang));
    writer.say("two_layers",
               "Push the needles right out, or knit this row by hand: two layers are hard on the carriage.");
    writer.knit(Rows(1), all, writer.size(1));
    return seenFrom;
}

WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
    const Stitches all(span.size());
    writer.section("folded hem");
    return {foldedDown(writer, all, welt, 0), all};
}

} // namespace

const WeltMaker foldedHem{up, down, true, 1};

} // namespace vestimen
