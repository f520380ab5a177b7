// SPDX-License-Identifier: GPL-3.0-or-later
// What readers of outlines share: curves as straight lines, and pieces from lines.
#pragma once

#include "core/drawing/tracing.h"
#include "core/format/outline_file.h"

#include <functional>

namespace vestimen {

/// A curve, from its parameter 0 to 1, as a line that is never farther from it than 0.05 mm, in at most 400 parts; its
/// first point is left out.
void addCurve(std::vector<DrawnPoint>& line, const std::function<DrawnPoint(double)>& curve);

/// FormatError where no pieces come of them.
OutlineFile outlinesOf(std::vector<DrawnLine> lines);

} // namespace vestimen
