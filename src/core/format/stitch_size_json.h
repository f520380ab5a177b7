// SPDX-License-Identifier: GPL-3.0-or-later
// The scale of stitch sizes and the names of needle positions, which stand in machines and in programs alike.
#pragma once

#include "core/format/json_reader.h"
#include "core/machine/position_names.h"
#include "core/machine/stitch_size.h"

namespace vestimen {

Json scaleJson(const StitchSizeScale& scale);
StitchSizeScale readScale(const JsonReader& json);
PositionNames readPositionNames(const JsonReader& json);

} // namespace vestimen
