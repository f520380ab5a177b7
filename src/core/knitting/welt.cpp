// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt.h"

#include "core/knitting/across_program.h"
#include "core/knitting/piece_parts.h"
#include "core/shaping/across_row.h"

#include <algorithm>

namespace vestimen {
namespace {

/// A hang into the first row, of which nothing may be left out; with room for so many loops.
operation::Hang hangOfFirstRow(int loops) {
    const HangSource firstRow{.kind = HangSource::Kind::first};
    operation::Hang hang{.sources = {firstRow}, .allOf = {firstRow}};
    hang.map.reserve(static_cast<std::size_t>(loops));
    return hang;
}

NeedleSpan gatheredSpan(NeedleSpan span, const WeltCounts& welt) {
    const int off = welt.gathered.count() / 2;
    return {span.first.shifted(off), span.last.shifted(-off)};
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
    operation::Hang hang = hangOfFirstRow(span.size());
    for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(1))
        hang.put(needle, needle);
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
    operation::Hang hang = hangOfFirstRow(working.count());
    for (Needle needle = span.first; needle <= span.last; needle = needle.shifted(2))
        hang.put(needle == span.last ? needle : needle.shifted(1), needle);
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

int latchedRib(ProgramWriter& writer, NeedleSpan span, Rows rows) {
    const int seenFrom = writer.passes() + 1;
    beginAtTheEdge(writer, span);
    latchedColumns(writer, span, rows);
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

namespace {

/// Returns the first pass that is seen.
int writeUngathered(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
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

} // namespace

int writeWelt(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const NeedleSpan narrow = gatheredSpan(span, welt);
    const int seenFrom = writeUngathered(writer, narrow, welt, wasteRows);
    writeAcross(writer, narrow, welt.gathered, welt.way, wasteRows);
    return seenFrom;
}

void beginWithoutWelt(ProgramWriter& writer, NeedleSpan span, Rows wasteRows) {
    beginOnWaste(writer, span, 1, wasteRows);
}

int passesWithoutWelt(Rows wasteRows) {
    return (wasteRows + Rows(1)).count();
}

namespace {

/// Both layers: what is seen, less the rows that are knitted already, with the fold as its last row, and the half
/// behind it.
int foldedDown(ProgramWriter& writer, Stitches working, const WeltCounts& welt, int looser, Rows seen = Rows(0)) {
    writer.knit(welt.visible - seen - Rows(1), working, writer.size(looser));
    writer.say("fold_row", "The next row is the fold: looser.");
    writer.knit(Rows(1), working, writer.size(2));
    const int seenTo = writer.passes();
    writer.knit(welt.knitted / 2, working, writer.size(looser - 1));
    return seenTo;
}

/// The loops of this piece's first row, upside down: what was at the left hangs at the right. On the same needles, or
/// two on one where a gathered welt loses one. Returns the needles that are then in work.
NeedleSpan hangFirstRow(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
    writer.section("hang the first row");
    writer.say("hang_upside_down", welt.gathered > Stitches(0)
                                       ? "Purl side facing you, upside down: hang every loop of the first row, two on "
                                         "one needle where the list says so. Pull the ravel cord only when each is on "
                                         "its needle."
                                       : "Purl side facing you, upside down: hang every loop of the first row. Pull "
                                         "the ravel cord only when each is on its needle.");
    const NeedleSpan narrow = gatheredSpan(span, welt);
    const auto places = spread(Stitches(span.size()), -welt.gathered, RunEnds::half);
    operation::Hang hang = hangOfFirstRow(span.size());
    Needle needle = narrow.first;
    for (int stitch = 1; stitch <= span.size(); ++stitch) {
        hang.put(needle, span.last.shifted(1 - stitch));
        if (!places || !std::ranges::binary_search(places->positions, stitch))
            needle = needle.shifted(1);
    }
    writer.add(std::move(hang));
    writer.add(operation::JoinYarn{mainYarn, writer.carriage()});
    writer.counterTo(0);
    return narrow;
}

} // namespace

namespace {

/// Returns the last pass that is seen.
int writeUngatheredDown(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
    const Stitches all(span.size());
    Stitches last = all;
    int seenTo = writer.passes();
    switch (welt.kind) {
    case WeltKind::foldedHem:
        writer.section("folded hem");
        seenTo = foldedDown(writer, all, welt, 0);
        break;
    case WeltKind::mockRib: {
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
        last = Stitches((all.count() + 1) / 2);
        seenTo = foldedDown(writer, last, welt, -2, between);
        break;
    }
    case WeltKind::latchedRib:
        seenTo = latchedColumns(writer, span, welt.knitted);
        break;
    case WeltKind::twoBedRib: {
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
        seenTo = writer.passes();
        writer.say("transfer", "Move every stitch of the second bed to the empty needle across from it.");
        writer.add(std::move(back));
        break;
    }
    case WeltKind::rolled:
        break;
    }
    writer.section("bind off");
    writer.say("loose_row", "One loose row, so that the edge stretches.");
    writer.knit(Rows(1), last, writer.size(3));
    writer.edge("folded_behind", Side::left, seenTo + 1, writer.passes());
    writer.add(operation::BindOff{.method = "chain_round_the_needles", .all = true, .as = "welt_edge"});
    if (welt.kind == WeltKind::foldedHem || welt.kind == WeltKind::mockRib)
        writer.say("slip_stitch", "Fold the welt to the purl side and slip-stitch its bound edge down, loop by loop.");
    return seenTo;
}

} // namespace

int writeWeltAfterwards(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
    const NeedleSpan narrow = hangFirstRow(writer, span, welt);
    const int from = writer.passes() + 1;
    const int to = writeUngatheredDown(writer, narrow, welt);
    for (const Side side : {Side::left, Side::right})
        writer.edge(sided(side, "welt_left", "welt_right"), side, from, to);
    return to;
}

int writeWeltDown(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const NeedleSpan narrow = writeAcross(writer, span, -welt.gathered, welt.way, wasteRows);
    return writeUngatheredDown(writer, narrow, welt);
}

int weltPasses(const WeltCounts& welt, Rows wasteRows) {
    const int across = welt.gathered > Stitches(0) ? acrossPasses(welt.way, wasteRows) : 0;
    switch (welt.kind) {
    case WeltKind::foldedHem:
        return across + (wasteRows + Rows(1) + welt.knitted + Rows(1)).count();
    case WeltKind::mockRib:
        return across + (wasteRows + Rows(1) + welt.knitted).count();
    case WeltKind::latchedRib:
    case WeltKind::twoBedRib:
        return across + welt.knitted.count();
    case WeltKind::rolled:
        break;
    }
    return 0;
}

} // namespace vestimen
