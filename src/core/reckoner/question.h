// SPDX-License-Identifier: GPL-3.0-or-later
// A sum asked in one line, as a knitter would write it on a slip of paper.
#pragma once

#include "core/quantity/gauge.h"
#include "core/quantity/parsing.h"
#include "core/reckoner/reckoner.h"

#include <optional>
#include <string_view>

namespace vestimen {

/// What the open project can fill in where a question leaves it out.
struct KnownFigures {
    std::optional<FabricGauge> gauge;
    double swatchGrams = 0.0; ///< 0: not weighed
    int swatchStitches = 0;
};

struct Question {
    const Sum* sum = nullptr;
    GivenOptions given;
    std::vector<std::string> assumed; ///< names of the options that the project filled in
};

/// "count 52 cm 28.1/10cm even", "slope 62 -24 lines 2", "band 52 cm depth 2 cm folded". The first word is a sum, or
/// how one begins; values stand in the order of its options, or before or after an option's name, with or without
/// dashes: "slope 62 rows 24 fewer 3 lines". Words such as "even" find their own option; words that only fill a
/// sentence
/// ("how many", "for", "a") are passed over. Gauges may be left out, or be "stitches" or "rows", where the project has
/// one.
Parsed<Question> parseQuestion(std::string_view line, const KnownFigures& known);

/// The names, without dashes, of what a question that was read does not say: what a line can be completed with.
std::vector<std::string> leftOpen(const Question& question);

/// A sum's options in the order in which values are taken: "count LENGTH GAUGE multiple plus …".
std::string usage(const Sum& sum);

} // namespace vestimen
