// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

namespace vestimen {
namespace {

/// Every second needle, or every third, is out of work until the welt is closed; both edge needles work.
template<int out> struct MockRib {
    static constexpr const char* section = out == 2 ? "mock rib" : "mock rib of three";

    static Stitches working(NeedleSpan span) { return Stitches(span.size() - span.size() / out); }

    static int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
        const Rows half = welt.knitted / 2;
        const StitchSize size = writer.size(welt.making.looser - 2);
        beginOnWaste(writer, span, out, wasteRows);
        writer.section(section);
        writer.knit(half, working(span), size);
        const int seenFrom = writer.passes() + 1;
        writer.knit(half, working(span), size);
        writer.say("hang_welt", "Hang the loops of the first row into the empty needles. All needles to work.");
        writer.hang(intoTheEmpty(span));
        return seenFrom;
    }

    static WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
        const Stitches all(span.size());
        writer.section(section);
        const Rows between(welt.gathered > Stitches(0) ? 1 : 0);
        if (between > Rows(0))
            writer.say("between", "One row between, so that no needle takes three stitches.");
        writer.knit(between, all, writer.size());
        writer.say("transfer", out == 2
                                   ? "Every second stitch goes onto its neighbour; the empty needles go out of work."
                                   : "Every third stitch goes onto its neighbour; the empty needles go out of work.");
        operation::Transfer transfer;
        for (Needle needle = span.first.shifted(out - 1); needle <= span.last; needle = needle.shifted(out))
            transfer.moves.emplace_back(needle, needle.shifted(-1));
        writer.add(std::move(transfer));
        return {foldedDown(writer, working(span), welt, welt.making.looser - 2, between), working(span)};
    }

private:
    /// Each loop beside an empty needle goes there: from its left, and of three from its right as well. Those of the
    /// edges that are beside none go onto their own.
    static operation::Hang intoTheEmpty(NeedleSpan span) {
        operation::Hang hang = hangOfFirstRow(working(span).count());
        for (int i = 0; i < span.size(); ++i) {
            if (i % out == out - 1)
                continue;
            const bool isAtLeftOfOne = i % out == out - 2 && i + 1 < span.size();
            const bool isAtRightOfOne = out == 3 && i % out == 0 && i > 0;
            hang.put(span.first.shifted(isAtLeftOfOne ? i + 1 : isAtRightOfOne ? i - 1 : i), span.first.shifted(i));
        }
        return hang;
    }
};

} // namespace

const WeltMaker mockRib{MockRib<2>::up, MockRib<2>::down};
const WeltMaker mockRibOfThree{MockRib<3>::up, MockRib<3>::down};

} // namespace vestimen
