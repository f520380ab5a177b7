// SPDX-License-Identifier: GPL-3.0-or-later
// What is done over two beds, as sections of a row program: arrangement, rounds, racking, and back to one.
#pragma once

#include "core/ground/two_beds.h"
#include "core/ground/welt.h"
#include "core/knitting/program_writer.h"

namespace vestimen {

/// A zigzag over both beds. `span`: the places, by the main bed's needles.
void castOnTwoBeds(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches);
/// From the main bed: what belongs on the second goes over. Every needle's has nothing that could.
void toBothBeds(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches);
/// So many rounds, each a row on the main bed and one back on the second: a tube, whose two sides are a row of the
/// edge.
void knitRounds(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches, int rounds, StitchSize size,
                int secondLooser);
/// Rows over both beds; the second is racked by turns to one side and back, and stands at the end as it did before.
void knitRib(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches, Rows rows,
             const WeltMaking& making, StitchSize size);
/// Linking rounds, and every stitch of the second bed onto the main bed's needle across from it.
void toTheMainBed(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches, int rounds,
                  StitchSize size, int secondLooser);

/// How far the second bed is racked after each of so many turns, so that it comes back with the last: from 0 to `over`
/// and back, over and over.
std::vector<int> rackedTo(int turns, int over);

} // namespace vestimen
