// SPDX-License-Identifier: GPL-3.0-or-later
// Drawings of one's own shapes, as they stand in projects.
#pragma once

#include "core/drawing/drawing.h"
#include "core/format/json_reader.h"

namespace vestimen {

Json json(const Drawing& drawing);
/// Every loop is sound, every edge and join has its place; else FormatError.
Drawing readDrawing(const JsonReader& json);

} // namespace vestimen
