// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt.h"

namespace vestimen {
namespace {

HangSource firstRow(Needle needle) {
    return {{}, HangSource::Kind::first, {}, 0, needle};
}

} // namespace

int writeWelt(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const Stitches all(span.size());
    const bool rib = welt.kind == WeltKind::mockRib;
    const Stitches working = rib ? Stitches((all.count() + 1) / 2) : all;

    writer.section("waste yarn");
    writer.castOn(span, rib ? 2 : 1, wasteYarn);
    writer.hangWeights();
    writer.knit(wasteRows, working, writer.size(), wasteYarn);
    writer.changeYarn(wasteYarn, ravelCord);
    writer.knit(Rows(1), working, writer.size(), ravelCord);
    writer.changeYarn(ravelCord, mainYarn);
    writer.counterTo(0);

    const Rows half = welt.knitted / 2;
    operation::Hang hang;
    hang.allOf = {"first"};
    int seenFrom = 0;
    if (rib) {
        writer.section("mock rib");
        writer.knit(half, working, writer.size(-2));
        seenFrom = writer.passes() + 1;
        writer.knit(half, working, writer.size(-2));
        writer.say("hang_welt", "Hang the loops of the first row into the empty needles. All needles to work.");
        for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(2))
            hang.map.emplace_back(needle == span.last ? needle : needle.shifted(1), firstRow(needle));
        writer.add(std::move(hang));
    } else {
        writer.section("folded hem");
        writer.knit(half - Rows(1), all, writer.size(-1));
        writer.say("fold_row", "The next row is the fold: looser.");
        writer.knit(Rows(1), all, writer.size(2));
        seenFrom = writer.passes() + 1;
        writer.knit(half, all, writer.size());
        writer.say("hang_welt", "Hang the loops of the first row on the same needles.");
        for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(1))
            hang.map.emplace_back(needle, firstRow(needle));
        writer.add(std::move(hang));
        writer.say("two_layers",
                   "Push the needles right out, or knit this row by hand: two layers are hard on the carriage.");
        writer.knit(Rows(1), all, writer.size(1));
    }
    writer.say("ravel", "Pull the ravel cord when the piece is off: every loop of the first row must be hung before.");
    return seenFrom;
}

} // namespace vestimen
