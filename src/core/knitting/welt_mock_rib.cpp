// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

namespace vestimen {
namespace {

int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const Stitches working((span.size() + 1) / 2);
    const Rows half = welt.knitted / 2;
    beginOnWaste(writer, span, 2, wasteRows);
    writer.section("mock rib");
    writer.knit(half, working, writer.size(-2));
    const int seenFrom = writer.passes() + 1;
    writer.knit(half, working, writer.size(-2));
    writer.say("hang_welt", "Hang the loops of the first row into the empty needles. All needles to work.");
    operation::Hang hang = hangOfFirstRow(working.count());
    for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(2))
        hang.put(needle == span.last ? needle : needle.shifted(1), needle);
    writer.add(std::move(hang));
    return seenFrom;
}

WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
    const Stitches all(span.size());
    writer.section("mock rib");
    const Rows between(welt.gathered > Stitches(0) ? 1 : 0);
    if (between > Rows(0))
        writer.say("between", "One row between, so that no needle takes three stitches.");
    writer.knit(between, all, writer.size());
    writer.say("transfer", "Every second stitch goes onto its neighbour; the empty needles go out of work.");
    operation::Transfer transfer;
    for (Needle needle = span.first.shifted(1); needle <= span.last; needle = needle.shifted(2))
        transfer.moves.emplace_back(needle, needle.shifted(-1));
    writer.add(std::move(transfer));
    const Stitches working((all.count() + 1) / 2);
    return {foldedDown(writer, working, welt, -2, between), working};
}

} // namespace

const WeltMaker mockRib{up, down, true, 0};

} // namespace vestimen
