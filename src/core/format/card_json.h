// SPDX-License-Identifier: GPL-3.0-or-later
// Practice cards as JSON: docs/format/card.schema.json and docs/format/card.md.
#pragma once

#include "core/format/format_error.h"
#include "core/practice/practice_card.h"

#include <string>

namespace vestimen {

/// FormatError when the text is no sound card. What the bed makes of it, problemsOf() says.
PracticeCard cardFromJson(const std::string& text);

} // namespace vestimen
