// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/two_bed_program.h"
#include "core/knitting/welt_maker.h"

#include <algorithm>

namespace vestimen {
namespace {

/// Tighter on each bed than one bed’s fabric.
constexpr int tighter = 2;

/// From the main bed's stitch at one edge to the main bed's at the other; those of the second bed go over to the main
/// one in the end.
template<WeltKind kind> struct TwoBedRib {
    static constexpr TwoBedArrangement stitches = *traits(kind).onTwoBeds;
    static constexpr const char* section = traits(kind).name;

    /// A row on the main bed, that knits the stitches which came from the second with those that they lie on.
    static constexpr int closing = stitches.everyNeedle ? 1 : 0;

    /// A round is a row of the edge; of a shallow rib one row is left.
    static int linking(const WeltCounts& welt) {
        return std::clamp(welt.knitted.count() - 1 - closing, 0, welt.making.linking);
    }

    static int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows) {
        const StitchSize size = writer.size(welt.making.looser - tighter);
        writer.section("cast on");
        castOnTwoBeds(writer, span, stitches);
        writer.hangWeights(span);
        if (welt.making.rounds > 0)
            writer.say("edge_rounds", "A round on each bed by itself makes the edge: it closes, and stays elastic.");
        knitRounds(writer, span, stitches, welt.making.rounds, size, welt.making.secondLooser);
        writer.counterTo(0);
        writer.section(section);
        const int seenFrom = writer.passes() + 1;
        if (welt.goesOn) {
            knitRib(writer, span, stitches, welt.knitted, welt.making, size);
            return seenFrom;
        }
        knitRib(writer, span, stitches, welt.knitted - Rows(linking(welt) + closing), welt.making, size);
        toTheMainBed(writer, span, stitches, linking(welt), size, welt.making.secondLooser);
        writer.knit(Rows(closing), Stitches(span.size()), writer.size());
        return seenFrom;
    }

    static WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt) {
        const StitchSize size = writer.size(welt.making.looser - tighter);
        writer.section(section);
        toBothBeds(writer, span, stitches);
        knitRounds(writer, span, stitches, linking(welt), size, welt.making.secondLooser);
        knitRib(writer, span, stitches, welt.knitted - Rows(linking(welt)), welt.making, size);
        const int seenTo = writer.passes();
        toTheMainBed(writer, span, stitches, 0, size, 0);
        return {seenTo, Stitches(span.size())};
    }

    static int passesMoreUp(const WeltCounts& welt) {
        return 2 * welt.making.rounds + (welt.goesOn ? 0 : linking(welt));
    }

    static constexpr WeltMaker maker{up, down, passesMoreUp};
};

} // namespace

const WeltMaker twoBedRib = TwoBedRib<WeltKind::twoBedRib>::maker;
const WeltMaker twoByOneRib = TwoBedRib<WeltKind::twoByOneRib>::maker;
const WeltMaker twoByTwoRib = TwoBedRib<WeltKind::twoByTwoRib>::maker;
const WeltMaker everyNeedleRib = TwoBedRib<WeltKind::everyNeedleRib>::maker;

} // namespace vestimen
