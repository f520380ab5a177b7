// SPDX-License-Identifier: GPL-3.0-or-later
// Projects and what stands on the workroom's shelves as JSON: docs/format/project.schema.json. Lengths are in mm.
#pragma once

#include "core/format/format_error.h"
#include "core/project/project.h"

#include <string>

namespace vestimen {

std::string toJson(const Project& project);
std::string toJson(const Machine& machine);
std::string toJson(const Yarn& yarn);
std::string toJson(const Swatch& swatch);
std::string toJson(const Wearer& wearer);

/// FormatError when the text is no sound project (machine, yarn …).
Project projectFromJson(const std::string& text);
Machine machineFromJson(const std::string& text);
Yarn yarnFromJson(const std::string& text);
Swatch swatchFromJson(const std::string& text);
Wearer wearerFromJson(const std::string& text);

} // namespace vestimen
