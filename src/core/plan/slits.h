// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/plan/piece_group.h"
#include "core/plan/yarn_changes.h"

namespace vestimen {

/// To hold, and what is knitted beside it has an edge of its own. Nothing for an empty span.
void holdApart(ProgramWriter& writer, NeedleSpan span);

/// Slits in all of a group's needles, in rows of one size and yarn.
void writeSlits(ProgramWriter& writer, YarnChanges& yarns, Group& group, const act::Slits& slits, StitchSize size,
                YarnNumber yarn);

} // namespace vestimen
