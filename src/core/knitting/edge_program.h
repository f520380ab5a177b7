// SPDX-License-Identifier: GPL-3.0-or-later
// The last of a piece, as its bind off wants it (craft 11).
#pragma once

#include "core/knitting/program_writer.h"

#include <string>

namespace vestimen {

/// The needles in work off, all at once and closed under a name: with the yarn that a sewn edge takes, or above waste
/// yarn. `working` of the span's needles hold loops.
void bindOffAll(ProgramWriter& writer, NeedleSpan span, Stitches working, BindOffMethod method, const std::string& as,
                Rows wasteRows);

} // namespace vestimen
