// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/knitting/program_writer.h"
#include "core/shaping/garment_counts.h"

namespace vestimen {

/// From the bare bed through waste yarn, ravel cord and the welt, closed (craft 12). Returns the first pass that is
/// seen at the finished edge.
int writeWelt(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows);

/// The passes that the welt takes from the bare bed.
int weltPasses(const WeltCounts& welt, Rows wasteRows);

} // namespace vestimen
