// SPDX-License-Identifier: GPL-3.0-or-later
// Row programs as JSON: docs/format/program.schema.json and docs/format/program.md.
#pragma once

#include "core/format/format_error.h"
#include "core/knitting/program.h"

#include <string>

namespace vestimen {

std::string toJson(const Program& program);
/// FormatError when the text is no sound program.
Program programFromJson(const std::string& text);

} // namespace vestimen
