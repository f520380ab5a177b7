// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt.h"

#include "core/knitting/piece_parts.h"

namespace vestimen {
namespace {

HangSource firstRow(Needle needle) {
    return {{}, HangSource::Kind::first, {}, 0, needle};
}

/// Waste yarn and a ravel cord over every `every`th needle, and the main yarn joined.
void beginOnWaste(ProgramWriter& writer, NeedleSpan span, int every, Rows wasteRows) {
    const Stitches working((span.size() + every - 1) / every);
    writer.section("waste yarn");
    writer.castOn(span, every, wasteYarn);
    writer.hangWeights();
    writer.knit(wasteRows, working, writer.size(), wasteYarn);
    writer.changeYarn(wasteYarn, ravelCord);
    writer.knit(Rows(1), working, writer.size(), ravelCord);
    writer.changeYarn(ravelCord, mainYarn);
    writer.counterTo(0);
}

int foldedHem(ProgramWriter& writer, NeedleSpan span, Rows half, Rows wasteRows) {
    const Stitches all(span.size());
    beginOnWaste(writer, span, 1, wasteRows);
    writer.section("folded hem");
    writer.knit(half - Rows(1), all, writer.size(-1));
    writer.say("fold_row", "The next row is the fold: looser.");
    writer.knit(Rows(1), all, writer.size(2));
    const int seenFrom = writer.passes() + 1;
    writer.knit(half, all, writer.size());
    writer.say("hang_welt", "Hang the loops of the first row on the same needles.");
    operation::Hang hang;
    hang.allOf = {"first"};
    for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(1))
        hang.map.emplace_back(needle, firstRow(needle));
    writer.add(std::move(hang));
    writer.say("two_layers",
               "Push the needles right out, or knit this row by hand: two layers are hard on the carriage.");
    writer.knit(Rows(1), all, writer.size(1));
    return seenFrom;
}

int mockRib(ProgramWriter& writer, NeedleSpan span, Rows half, Rows wasteRows) {
    const Stitches working((span.size() + 1) / 2);
    beginOnWaste(writer, span, 2, wasteRows);
    writer.section("mock rib");
    writer.knit(half, working, writer.size(-2));
    const int seenFrom = writer.passes() + 1;
    writer.knit(half, working, writer.size(-2));
    writer.say("hang_welt", "Hang the loops of the first row into the empty needles. All needles to work.");
    operation::Hang hang;
    hang.allOf = {"first"};
    for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(2))
        hang.map.emplace_back(needle == span.last ? needle : needle.shifted(1), firstRow(needle));
    writer.add(std::move(hang));
    return seenFrom;
}

/// The edge is the cast on itself.
void beginAtTheEdge(ProgramWriter& writer, NeedleSpan span) {
    writer.section("cast on");
    writer.castOn(span, 1, mainYarn);
    writer.counterTo(0);
    writer.hangWeights();
}

/// Every third needle is let down to the first row and taken up again from the other side: a purl column where the
/// others are knit. The edge stitches stay, for the seams.
int latchedRib(ProgramWriter& writer, NeedleSpan span, Rows rows) {
    const int seenFrom = writer.passes() + 1;
    beginAtTheEdge(writer, span);
    writer.section("latched rib");
    writer.knit(rows, Stitches(span.size()), writer.size(-1));
    writer.say("latch",
               "Column by column: let the stitch down to the cast on and take it up with the latch tool, rung by "
               "rung, from the side that faces you.");
    for (Needle needle = span.first.shifted(2); needle < span.last; needle = needle.shifted(3)) {
        writer.add(operation::Drop{needle, rows});
        writer.add(operation::Reform{needle, rows, operation::Reformed::purl});
    }
    return seenFrom;
}

/// One by one on two beds: every second needle stands on the second bed, and goes over to the main bed in the end.
int twoBedRib(ProgramWriter& writer, NeedleSpan span, Rows rows) {
    const int seenFrom = writer.passes() + 1;
    const NeedleSpan behind{Needle::atSlot(span.first.slot() + 1, Bed::second),
                            Needle::atSlot(span.last.slot(), Bed::second)};
    writer.section("cast on");
    writer.castOn(span, 2, mainYarn, "zigzag");
    if (span.size() > 1)
        writer.castOn(behind, 2, mainYarn, "zigzag");
    writer.counterTo(0);
    writer.hangWeights();
    writer.section("two-bed rib");
    writer.knit(rows, Stitches(span.size()), writer.size(-2));
    writer.say("transfer", "Move every stitch of the second bed to the empty needle across from it.");
    operation::Transfer transfer;
    for (Needle needle = behind.first; needle <= behind.last; needle = needle.shifted(2))
        transfer.moves.emplace_back(needle, Needle::atSlot(needle.slot()));
    writer.add(std::move(transfer));
    return seenFrom;
}

} // namespace

int writeWelt(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    int seenFrom = 0;
    switch (welt.kind) {
    case WeltKind::foldedHem:
        seenFrom = foldedHem(writer, span, welt.knitted / 2, wasteRows);
        break;
    case WeltKind::mockRib:
        seenFrom = mockRib(writer, span, welt.knitted / 2, wasteRows);
        break;
    case WeltKind::latchedRib:
        return latchedRib(writer, span, welt.knitted);
    case WeltKind::twoBedRib:
        return twoBedRib(writer, span, welt.knitted);
    case WeltKind::rolled:
        beginAtTheEdge(writer, span);
        return 1;
    }
    writer.say("ravel", "Pull the ravel cord when the piece is off: every loop of the first row must be hung before.");
    return seenFrom;
}

int weltPasses(const WeltCounts& welt, Rows wasteRows) {
    switch (welt.kind) {
    case WeltKind::foldedHem:
        return (wasteRows + Rows(1) + welt.knitted + Rows(1)).count();
    case WeltKind::mockRib:
        return (wasteRows + Rows(1) + welt.knitted).count();
    case WeltKind::latchedRib:
    case WeltKind::twoBedRib:
        return welt.knitted.count();
    case WeltKind::rolled:
        break;
    }
    return 0;
}

} // namespace vestimen
