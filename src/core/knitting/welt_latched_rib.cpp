// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

namespace vestimen {
namespace {

/// Every second stitch, or every third, is let down to the first row and taken up again from the other side: a purl
/// column where the others are knit. The edge stitches stay, for the seams.
template<int every> struct LatchedRib {
    /// Returns the last pass.
    static int columns(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
        const Rows rows = welt.knitted;
        writer.section("latched rib");
        writer.knit(rows, Stitches(span.size()), writer.size(welt.making.looser - 1));
        writer.say("latch", "Column by column: let the stitch down to the beginning of the rib and take it up with the "
                            "latch tool, rung by rung, from the side that faces you.");
        for (Needle needle = span.first.shifted(every - 1); needle < span.last; needle = needle.shifted(every)) {
            writer.add(operation::Drop{needle, rows});
            writer.add(operation::Reform{needle, rows, operation::Reformed::purl});
        }
        return writer.passes();
    }

    static int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows) {
        const int seenFrom = writer.passes() + 1;
        beginAtTheEdge(writer, span, welt.making.castOn);
        columns(writer, span, welt);
        return seenFrom;
    }

    static WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
        return {columns(writer, span, welt), Stitches(span.size())};
    }
};

} // namespace

const WeltMaker latchedRib{LatchedRib<3>::up, LatchedRib<3>::down};
const WeltMaker latchedRibOfTwo{LatchedRib<2>::up, LatchedRib<2>::down};

} // namespace vestimen
