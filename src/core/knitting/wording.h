// SPDX-License-Identifier: GPL-3.0-or-later
// Row programs in the knitter's own words.
#pragma once

#include "core/knitting/program.h"
#include "core/reckoning/phrase.h"

#include <vector>

namespace vestimen {

/// One operation as a sentence: "Move the outer 2 stitches out by one, left; fill the gap from the bar beside it."
Phrase sentence(const Program& program, const Operation& operation);
/// Like `sentence`, for an operation that does the same on both sides as the one that follows it.
Phrase bothSidesSentence(const Operation& operation);
/// Whether two operations differ only in their side, so that they are said and done as one.
bool mirrored(const Operation& a, const Operation& b);
/// The section that a place lies in.
std::string section(const Program& program, std::size_t operation);

/// What is done before a row, or a run of plain rows: the unit that is listed and ticked.
struct ProgramStep {
    ProgramPlace from;   ///< where it begins
    ProgramPlace to;     ///< where it ends
    int row = 0;         ///< the counter before it
    bool isRows = false; ///< rows to knit, else something to do by hand
    Phrase text;
    Rows rows = {};   ///< that it knits
    int rowAfter = 0; ///< the counter after it
};

/// The whole program as steps, in order.
std::vector<ProgramStep> steps(const Program& program);
/// The same for reading: row after row with the carriage slipping back between, as a cord is knitted, is one line.
std::vector<ProgramStep> listedSteps(const Program& program);

/// The step that comes next at a place; null at the end.
const ProgramStep* stepAt(const std::vector<ProgramStep>& steps, ProgramPlace place);
/// One row or one thing done by hand further on, or back; the same place at the end, or at the beginning.
ProgramPlace nextPlace(const Program& program, const std::vector<ProgramStep>& steps, ProgramPlace place);
ProgramPlace previousPlace(const Program& program, const std::vector<ProgramStep>& steps, ProgramPlace place);

} // namespace vestimen
