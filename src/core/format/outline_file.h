// SPDX-License-Identifier: GPL-3.0-or-later
// Outlines that were drawn elsewhere: SVG and DXF.
#pragma once

#include "core/drawing/drawing.h"
#include "core/format/format_error.h"

#include <string>
#include <string_view>
#include <vector>

namespace vestimen {

struct OutlineFile {
    std::vector<DrawnPiece> pieces; ///< at their size, from the left
    int open = 0;                   ///< lines that close nothing, and were left out
};

/// Paths and shapes of an SVG that says how large it is. What is defined only to be used elsewhere is left out, as are
/// texts and pictures. FormatError where it is broken, has no size, or no outline in it can be a piece.
OutlineFile outlinesFromSvg(const std::string& text);
/// Lines, polylines, arcs, circles, ellipses and splines of a DXF that says its unit. Blocks are left out. FormatError
/// as above.
OutlineFile outlinesFromDxf(const std::string& text);
/// Whichever of the two it is.
OutlineFile outlinesFrom(const std::string& text);

} // namespace vestimen
