// SPDX-License-Identifier: GPL-3.0-or-later
// How long a knitter takes, from what the journal kept, and how long the rest of a piece will take.
#pragma once

#include "core/knitting/wording.h"

#include <optional>
#include <vector>

namespace vestimen {

/// Something that was done, and how long after what was done before it.
struct TimedStep {
    bool isRow = false; ///< else something by hand
    double seconds = 0.0;
};

/// Whether what was done last, at a place, was a row.
bool isAfterRow(const Program& program, ProgramPlace place);

struct Pace {
    double row = 0.0;    ///< seconds for a row
    double byHand = 0.0; ///< and for a step that is done by hand
};
/// Before anything was timed.
inline constexpr Pace usualPace{4.0, 25.0};

/// The middle of what rows and steps by hand took. Pauses, which are longer than five minutes, are no work; what took
/// less than a fifth of a second went along with something else; a clock that was set back says nothing. Nothing
/// before twenty rows were timed. Until three steps by hand were, one counts as long as four rows.
std::optional<Pace> pace(const std::vector<TimedStep>& steps);

/// Seconds from a place to the end of the program.
double secondsLeft(const Program& program, ProgramPlace place, const Pace& pace);

} // namespace vestimen
