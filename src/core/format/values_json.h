// SPDX-License-Identifier: GPL-3.0-or-later
// Machine, yarn, swatch and wearer as JSON, which stand alone on the shelves and inside projects.
#pragma once

#include "core/format/json_reader.h"
#include "core/project/project.h"

namespace vestimen {

Json json(const Machine& machine);
Json json(const Yarn& yarn);
Json json(const Swatch& swatch);
Json json(const Wearer& wearer);

// Keys of version 1 that were replaced since are read as well.
Machine readMachine(const JsonReader& json);
Yarn readYarn(const JsonReader& json);
Swatch readSwatch(const JsonReader& json);
Wearer readWearer(const JsonReader& json);

Length millimetres(const JsonReader& json, double least, double most);
Measure readMeasureKey(const std::string& key, const JsonReader& json);

/// What was found, and where.
Json findingJson(const Finding& finding);

} // namespace vestimen
