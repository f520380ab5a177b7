// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/own_shape/own_shape.h"

namespace vestimen {
namespace {

WidthAt widthAt(double height, double half, bool curved = false) {
    return {Length::millimetres(height), Length::millimetres(-half), Length::millimetres(half), curved};
}

} // namespace

Drawing usualDrawing() {
    // Up the right side, over the neck, down the left one, and along the tail's end.
    DrawnPiece coat{"Coat",
                    ByHeights{{widthAt(0, 110, true), widthAt(50, 160), widthAt(180, 165), widthAt(260, 160, true),
                               widthAt(360, 75)}},
                    {{"right side", 0},
                     {"belly, right", 2},
                     {"right shoulder", 3},
                     {"neck", 4},
                     {"left shoulder", 5},
                     {"belly, left", 6},
                     {"left side", 7},
                     {"tail", 9}}};
    DrawnPiece band{"Belly band",
                    ByHeights{{widthAt(0, 40), widthAt(240, 40)}},
                    {{"front", 0}, {"left end", 1}, {"back", 2}, {"right end", 3}}};
    return {{std::move(coat), std::move(band)}, {{{0, 1}, {1, 3}}, {{0, 5}, {1, 1}}}};
}

} // namespace vestimen
