// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/ground/ground.h"
#include "core/knitting/program.h"

namespace vestimen {

/// The name by which a swatch goes among the pieces.
inline constexpr const char* swatchPiece = "swatch";

/// The project's swatch as a row program, knitted like any piece: closed-loop cast on, lower margin with the eyelets
/// of the stitch size, contrast rows, the field with its width marked, contrast rows, upper margin, a loose row, bind
/// off. The plan must have no error (swatchPlanFindings).
Program writeSwatch(const Ground& project);

} // namespace vestimen
