// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/reckoning/finding_code.h"
#include "core/reckoning/phrase.h"

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

namespace vestimen {

/// One line of a working: what was done, and what came of it.
struct Step {
    Phrase what;
    Operand value;
};

/// A number with its working: the sum, line by line, as one would do it on paper.
struct Reckoning {
    const char* title = "";
    std::vector<Step> steps;
    Operand result;
};

enum class Severity : std::uint8_t { note, warning, error };

/// Something the knitter should know: what is wrong, and what would be right.
struct Finding {
    Severity severity = Severity::note;
    FindingCode code = {};
    Phrase text;
    std::string piece = {}; ///< the piece it belongs to; empty: the whole project
    int operation = -1;     ///< index in the piece's program, or -1
    int row = -1;           ///< the row counter there, or -1
    std::optional<Needle> needle = std::nullopt;
    /// What exactly is taken as it is, where somebody may decide so; empty where nobody may.
    std::string decision = {};
};

bool anyError(const std::vector<Finding>& findings);
const char* name(Severity severity);

} // namespace vestimen
