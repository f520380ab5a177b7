// SPDX-License-Identifier: GPL-3.0-or-later
// A whole draft for other programs: drawings at true size, and the counts as a table.
#pragma once

#include "core/work.h"

#include <string>
#include <vector>

namespace vestimen {

/// Pieces side by side in mm. Each is a group of its own name, with the groups of toSvg() inside: "back_stitches" …
std::string draftSvg(const Worked& worked, const std::string& colour);

/// The same as closed polylines in mm, on two layers for each piece: "back_outline", stepped, and "back_ideal".
/// `only`: these pieces alone; all when empty. Throws std::runtime_error where no temporary file can be written.
std::string draftDxf(const Worked& worked, const std::vector<PieceKey>& only = {});

/// One line a count: count, what, value.
std::string countsCsv(const Worked& worked);

} // namespace vestimen
