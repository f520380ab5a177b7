// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/knitting/program_writer.h"
#include "core/shaping/garment_counts.h"

namespace vestimen {

/// From the bare bed through waste yarn, ravel cord and the welt, closed (craft 12). Returns the first pass that is
/// seen at the finished edge.
int writeWelt(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows);

/// Waste yarn and ravel cord instead of a welt: it is knitted down from the first row afterwards.
void beginWithoutWelt(ProgramWriter& writer, NeedleSpan span, Rows wasteRows);
/// The welt downward, from needles in work in the main yarn to the last loop (craft 12). Its edge is bound off; a
/// folded one's is slip-stitched down behind. Names the edges of what is seen "welt_left" and "welt_right", as they
/// hang upside down, and returns its last pass.
int writeWeltDown(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt);
/// The loops of this piece's first row onto the same needles, upside down: what was at the left hangs at the right.
void hangFirstRow(ProgramWriter& writer, NeedleSpan span);

/// The passes that the welt takes from the bare bed.
int weltPasses(const WeltCounts& welt, Rows wasteRows);
int passesWithoutWelt(Rows wasteRows);

} // namespace vestimen
