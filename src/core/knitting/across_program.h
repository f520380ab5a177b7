// SPDX-License-Identifier: GPL-3.0-or-later
// Change of width across a row (craft 9), as a row program.
#pragma once

#include "core/ground/two_beds.h"
#include "core/ground/welt.h"
#include "core/knitting/program_writer.h"

namespace vestimen {

/// Spreads a change evenly over everything that is on the needles of the main bed, `span`, in one of the ways. The
/// stitches that come out are centred where the others were; `change` is even, negative for fewer. Waste rows are
/// rounded up to even ones, so that the carriage comes back to the main yarn. Returns the needles that are left.
NeedleSpan writeAcross(ProgramWriter& writer, NeedleSpan span, Stitches change, AcrossWay way, Rows wasteRows);

/// One stitch more after each of these places, counted from 1 at the left and rising: what lies between moves out.
/// Returns the needles that work then; of an odd number one more lies at the right.
NeedleSpan writeMore(ProgramWriter& writer, NeedleSpan span, const std::vector<int>& after, AcrossWay way,
                     Rows wasteRows);

/// So many fewer, as spreadFrom() places them. Returns the needles that are left.
NeedleSpan writeFewer(ProgramWriter& writer, NeedleSpan span, Stitches fewer, Stitches firstRun, Side from,
                      AcrossWay way, Rows wasteRows);

/// Puts every `every`th stitch of a span onto its neighbour, beginning with the outermost of a side, as thin() counts
/// them: a crown's round. `every` is 2 or more. What is left is centred, or half a needle off the middle. Returns it.
NeedleSpan writeThinned(ProgramWriter& writer, NeedleSpan span, int every, Side from, AcrossWay way, Rows wasteRows,
                        int first = 1);

/// A crown's round over both beds: every `every`th repeat of the stitches onto the one beside it, as writeThinned()
/// counts stitches. From the middle outward one group after another, on the main bed and at once on the second, so that
/// the yarn between the beds is not strained. `span`: the places, by the main bed's needles. What is left is centred,
/// or half a repeat off the middle. Returns its places.
NeedleSpan writeThinnedOnTwoBeds(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches, int every,
                                 Side from, int first = 1);

/// The passes that a way takes, all in waste yarn.
int acrossPasses(AcrossWay way, Rows wasteRows);

} // namespace vestimen
