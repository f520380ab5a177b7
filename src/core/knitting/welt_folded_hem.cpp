// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

namespace vestimen {
namespace {

int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const Stitches all(span.size());
    const Rows half = welt.knitted / 2;
    beginOnWaste(writer, span, 0, wasteRows);
    writer.section("folded hem");
    const int own = welt.making.looser;
    const int inner = own - (welt.making.innerTighter ? 1 : 0);
    writer.knit(half - Rows(1), all, writer.size(inner));
    foldRow(writer, all, welt, inner);
    const int seenFrom = writer.passes() + 1;
    writer.knit(half, all, writer.size(own));
    writer.say("hang_welt", "Hang the loops of the first row on the same needles.");
    operation::Hang hang = hangOfFirstRow(span.size());
    for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(1))
        hang.put(needle, needle);
    writer.hang(std::move(hang));
    writer.say("two_layers",
               "Push the needles right out, or knit this row by hand: two layers are hard on the carriage.");
    writer.knit(Rows(1), all, writer.size(1));
    return seenFrom;
}

WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
    const Stitches all(span.size());
    writer.section("folded hem");
    return {foldedDown(writer, all, welt, welt.making.looser), all};
}

} // namespace

const WeltMaker foldedHem{up, down, [](const WeltCounts&) { return 1; }}; // the row that closes it

} // namespace vestimen
