// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/ground/welt.h"
#include "core/knitting/program_writer.h"

namespace vestimen {

/// From the bare bed through waste yarn, ravel cord and the welt, closed (craft 12), to all needles of `span`: a
/// gathered welt has fewer, and they are made after it (craft 9). Returns the first pass that is seen at the finished
/// edge.
int writeWelt(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows);

/// Waste yarn and ravel cord instead of a welt: it is knitted down from the first row afterwards.
void beginWithoutWelt(ProgramWriter& writer, NeedleSpan span, Rows wasteRows);
/// The welt downward, from needles in work in the main yarn to the last loop (craft 12); a gathered one is thinned out
/// first. Its edge is bound off; a folded one's is slip-stitched down behind. Returns the last pass that is seen at the
/// finished edge; what comes after it is the edge "folded_behind".
int writeWeltDown(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows);
/// The same, from the first row of a finished piece, which is hung again upside down; for a gathered one, two to a
/// needle where it loses one. Names what is seen of its edges
/// "welt_left" and "welt_right", as they hang.
int writeWeltAfterwards(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows);

/// The passes that the welt takes from the bare bed.
int weltPasses(const WeltCounts& welt, Rows wasteRows, bool ravelCord);
int passesWithoutWelt(Rows wasteRows, bool ravelCord);

} // namespace vestimen
