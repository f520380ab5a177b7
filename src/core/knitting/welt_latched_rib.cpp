// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

namespace vestimen {
namespace {

/// Every third needle is let down to the first row and taken up again from the other side: a purl column where the
/// others are knit. The edge stitches stay, for the seams. Returns the last pass.
int latchedColumns(ProgramWriter& writer, NeedleSpan span, Rows rows) {
    writer.section("latched rib");
    writer.knit(rows, Stitches(span.size()), writer.size(-1));
    writer.say(
        "latch",
        "Column by column: let the stitch down to the beginning of the rib and take it up with the latch tool, rung by "
        "rung, from the side that faces you.");
    for (Needle needle = span.first.shifted(2); needle < span.last; needle = needle.shifted(3)) {
        writer.add(operation::Drop{needle, rows});
        writer.add(operation::Reform{needle, rows, operation::Reformed::purl});
    }
    return writer.passes();
}

int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows) {
    const int seenFrom = writer.passes() + 1;
    beginAtTheEdge(writer, span);
    latchedColumns(writer, span, welt.knitted);
    return seenFrom;
}

WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
    return {latchedColumns(writer, span, welt.knitted), Stitches(span.size())};
}

} // namespace

const WeltMaker latchedRib{up, down, false, 0};

} // namespace vestimen
