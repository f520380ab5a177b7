// SPDX-License-Identifier: GPL-3.0-or-later
// A join that is knitted through both its edges, as the machine meets it.
#pragma once

#include "core/ground/ground.h"
#include "core/joining/line_joins.h"
#include "core/knitting/program.h"

#include <optional>

namespace vestimen {

/// Both edges on the same needles, one loosest row, and latched off: a row program whose sources are the pieces' own
/// loops and openings, counted from their fabrics. Nothing for a join of another way, and for one that cannot be hung.
std::optional<Program> joinProgram(const Ground& ground, const Join& join);

} // namespace vestimen
