// SPDX-License-Identifier: GPL-3.0-or-later
// Row programs as JSON: docs/format/program.schema.json and docs/format/program.md.
#pragma once

#include "core/format/format_error.h"
#include "core/knitting/program.h"

#include <string>

namespace vestimen {

std::string toJson(const Program& program);
/// Whether the text says that it is a row program, sound or not.
bool isProgramJson(const std::string& text);
/// FormatError when the text is no sound program.
Program programFromJson(const std::string& text);

} // namespace vestimen
