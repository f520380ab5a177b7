// SPDX-License-Identifier: GPL-3.0-or-later
// Drawings to begin with, to be drawn over.
#pragma once

#include "core/drawing/drawing.h"

#include <span>

namespace vestimen {

struct DrawingStart {
    const char* label;
    Drawing (*make)();
};

/// A coat for a dog, a bag, a toy, and a top whose straps go over the shoulders, front and back in one.
std::span<const DrawingStart> drawingStarts();

} // namespace vestimen
