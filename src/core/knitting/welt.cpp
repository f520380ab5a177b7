// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt.h"

#include "core/knitting/across_program.h"
#include "core/knitting/edge_program.h"
#include "core/knitting/piece_parts.h"
#include "core/knitting/welt_maker.h"
#include "core/shaping/across_row.h"

#include <algorithm>
#include <array>

namespace vestimen {

const WeltMaker& makerOf(WeltKind kind) {
    static constexpr std::array makers = {&foldedHem,   &mockRib,        &latchedRib,      &twoBedRib,
                                          &rolledEdge,  &mockRibOfThree, &latchedRibOfTwo, &twoByOneRib,
                                          &twoByTwoRib, &everyNeedleRib};
    static_assert(makers.size() == weltTraits.size());
    return *makers[static_cast<std::size_t>(kind)];
}

operation::Hang hangOfFirstRow(int loops) {
    const HangSource firstRow{.kind = HangSource::Kind::first};
    operation::Hang hang{.sources = {firstRow}, .allOf = {firstRow}};
    hang.map.reserve(static_cast<std::size_t>(loops));
    return hang;
}

void beginOnWaste(ProgramWriter& writer, NeedleSpan span, int out, Rows wasteRows) {
    const Stitches working(span.size() - (out > 0 ? span.size() / out : 0));
    writer.section("waste yarn");
    // Those between two that stay out, one after the other.
    for (int first = 0; first < std::max(1, out - 1); ++first)
        writer.castOn({span.first.shifted(first), span.last}, std::max(1, out), yarns::waste);
    writer.hangWeights(span);
    writer.knit(wasteRows, working, writer.size(), yarns::waste);
    if (writer.hasRavelCord()) {
        writer.changeYarn(yarns::waste, yarns::ravel);
        writer.knit(Rows(1), working, writer.size(), yarns::ravel);
    }
    writer.changeYarn(writer.hasRavelCord() ? yarns::ravel : yarns::waste, writer.work());
    writer.counterTo(0);
}

void beginAtTheEdge(ProgramWriter& writer, NeedleSpan span, CastOnMethod method) {
    writer.section("cast on");
    writer.castOn(span, 1, writer.work(), method);
    writer.counterTo(0);
    if (method == CastOnMethod::weightedHem)
        writer.weightsHang();
    else
        writer.hangWeights(span);
}

void foldRow(ProgramWriter& writer, Stitches working, const WeltCounts& welt, int looser) {
    if (welt.making.foldRow)
        writer.say("fold_row", "The next row is the fold: looser.");
    writer.knit(Rows(1), working, writer.size(welt.making.foldRow ? 2 + welt.making.looser : looser));
}

int foldedDown(ProgramWriter& writer, Stitches working, const WeltCounts& welt, int looser, Rows seen) {
    writer.knit(welt.visible - seen - Rows(1), working, writer.size(looser));
    foldRow(writer, working, welt, looser);
    const int seenTo = writer.passes();
    writer.knit(welt.knitted / 2, working, writer.size(looser - (welt.making.innerTighter ? 1 : 0)));
    return seenTo;
}

namespace {

NeedleSpan gatheredSpan(NeedleSpan span, const WeltCounts& welt) {
    const int off = welt.gathered.count() / 2;
    return {span.first.shifted(off), span.last.shifted(-off)};
}

} // namespace

int writeWelt(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const NeedleSpan narrow = gatheredSpan(span, welt);
    const WeltMaker& maker = makerOf(welt.kind);
    const int seenFrom = maker.up(writer, narrow, welt, wasteRows);
    if (traits(welt.kind).beginsOpen)
        writer.say("ravel", writer.hasRavelCord()
                                ? "Pull the ravel cord when the piece is off: every loop of the first row must be "
                                  "hung before."
                                : "Snip the waste yarn beside the work when the piece is off, and draw it out: every "
                                  "loop of the first row must be hung before.");
    writeAcross(writer, narrow, welt.gathered, welt.way, wasteRows);
    return seenFrom;
}

void beginWithoutWelt(ProgramWriter& writer, NeedleSpan span, Rows wasteRows) {
    beginOnWaste(writer, span, 0, wasteRows);
}

int passesWithoutWelt(Rows wasteRows, bool ravelCord) {
    return wasteRows.count() + (ravelCord ? 1 : 0);
}

namespace {

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
    writer.hang(std::move(hang));
    writer.add(operation::JoinYarn{writer.work(), writer.carriage()});
    writer.counterTo(0);
    return narrow;
}

} // namespace

namespace {

/// To the last loop. Returns the last pass that is seen.
int writeUngatheredDown(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const auto [seenTo, stitches] = makerOf(welt.kind).down(writer, span, welt);
    const int looser = looserBefore(welt.making.bindOff, 1);
    writer.section("bind off");
    if (looser > 0)
        writer.say("loose_row", "One loose row, so that the edge stretches.");
    writer.knit(Rows(1), stitches, writer.size(looser));
    writer.edge(foldedBehindEdge, Side::left, seenTo + 1, writer.passes());
    bindOffAll(writer, span, stitches, welt.making.bindOff, "welt_edge", wasteRows);
    if (traits(welt.kind).layers == 2)
        writer.say("slip_stitch", "Fold the welt to the purl side and slip-stitch its bound edge down, loop by loop.");
    return seenTo;
}

} // namespace

int writeWeltAfterwards(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const NeedleSpan narrow = hangFirstRow(writer, span, welt);
    const int from = writer.passes() + 1;
    const int to = writeUngatheredDown(writer, narrow, welt, wasteRows);
    for (const Side side : {Side::left, Side::right})
        writer.edge(sided(side, weltLeftEdge, weltRightEdge), side, from, to);
    return to;
}

int writeWeltDown(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows) {
    const NeedleSpan narrow = writeAcross(writer, span, -welt.gathered, welt.way, wasteRows);
    return writeUngatheredDown(writer, narrow, welt, wasteRows);
}

int weltPasses(const WeltCounts& welt, Rows wasteRows, bool ravelCord) {
    const int across = welt.gathered > Stitches(0) ? acrossPasses(welt.way, wasteRows) : 0;
    const WeltMaker& maker = makerOf(welt.kind);
    const int waste = traits(welt.kind).beginsOpen ? passesWithoutWelt(wasteRows, ravelCord) : 0;
    return across + waste + welt.knitted.count() + (maker.passesMore ? maker.passesMore(welt) : 0);
}

} // namespace vestimen
