// SPDX-License-Identifier: GPL-3.0-or-later
// What a drawn piece is bounded by, curves as short straight lines.
#pragma once

#include "core/drawing/drawing.h"
#include "core/reckoning/phrase.h"

#include <optional>

namespace vestimen {

struct ContourPoint {
    DrawnPoint at;
    std::size_t edge = 0;   ///< of the line to the next point
    std::size_t corner = 0; ///< that it is, or comes after
    bool isCorner = true;
};
/// Loop after loop: around all of it anticlockwise, around holes clockwise.
using Contour = std::vector<std::vector<ContourPoint>>;

/// Curved stretches follow their widths without going past them (monotone cubic, Fritsch and Carlson).
Contour contourOf(const DrawnPiece& piece);
/// The lowest and leftmost, and the highest and rightmost point of all. Of a contour with a point.
std::pair<DrawnPoint, DrawnPoint> boundsOf(const Contour& contour);
/// Of an edge, along its lines.
Length lengthOf(const Contour& contour, std::size_t edge);

/// What is wrong with a shape by heights, or with edges and their names.
std::optional<Phrase> problemOf(const DrawnPiece& piece);

} // namespace vestimen
