// SPDX-License-Identifier: GPL-3.0-or-later
// Moves through a piece that is on the machine, other than one step on or back (craft 22).
#pragma once

#include "core/bed/virtual_bed.h"
#include "core/knitting/wording.h"

#include <optional>

namespace vestimen {

/// Passes that a program has made at a place.
int passesBefore(const Program& program, ProgramPlace place);
/// Right after so many passes, before anything that is done by hand there; the beginning for 0 or fewer, the end for
/// more than there are.
ProgramPlace placeAfterPasses(const Program& program, int passes);

/// The rows that the counter can be set to without leaving the stretch that it counts: from its last setting to the
/// next one.
struct CounterStretch {
    int first = 0;
    int last = 0;
};
CounterStretch counterStretch(const Program& program, ProgramPlace place);
/// Where the counter shows a row of the stretch; nothing for another row.
std::optional<ProgramPlace> placeAtRow(const Program& program, ProgramPlace place, int row);

/// Whether something that is done by hand changes the piece, and is no reminder alone.
bool isShaping(const Program& program, const ProgramStep& step);

} // namespace vestimen
