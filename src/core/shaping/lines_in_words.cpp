// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/shaping/lines_in_words.h"

#include <algorithm>

namespace vestimen {

std::vector<ScheduleLine> linesInWords(const Slope& slope, bool widens) {
    std::vector<ScheduleLine> lines;
    for (const SlopeLine& line : slope.lines) {
        const char* words = line.every == Rows(1)
                                ? (widens ? "every row, one more at each side" : "every row, one fewer at each side")
                            : widens ? "every {0} rows, one more at each side"
                                     : "every {0} rows, one fewer at each side";
        lines.push_back({{words, {line.every}}, line.times});
    }
    return lines;
}

std::vector<ScheduleLine> linesInWords(const Curve& curve) {
    std::vector<ScheduleLine> lines;
    if (curve.blended && !curve.runs.empty()) {
        // The first gap is but half a share, and no part of the rhythm.
        const auto rhythm = curve.runs.begin() + (curve.runs.size() > 1 ? 1 : 0);
        const auto [least, most] = std::ranges::minmax_element(rhythm, curve.runs.end(), {}, &CurveRun::every);
        const bool atOnce = curve.runs.front().every == Rows(1);
        const bool even = least->every == most->every;
        const char* words = atOnce && even ? "after the first row and then every {1} rows, {3} fewer at each side"
                            : atOnce ? "after the first row and then every {1} or {2} rows, mixed evenly, {3} fewer at "
                                       "each side"
                            : even   ? "after {0} rows and then every {1} rows, {3} fewer at each side"
                                     : "after {0} rows and then every {1} or {2} rows, mixed evenly, {3} fewer at each "
                                       "side";
        lines.push_back({{words, {curve.runs.front().every, least->every, most->every, curve.runs.front().stitches}},
                         curve.total().count()});
        return lines;
    }
    for (const CurveRun& run : curve.runs) {
        const char* words = run.every == Rows(0)   ? "at once, {1} fewer at each side"
                            : run.boundOff         ? "every {0} rows, {1} bound off at each side"
                            : run.every == Rows(1) ? "every row, {1} fewer at each side"
                                                   : "every {0} rows, {1} fewer at each side";
        lines.push_back({{words, {run.every, run.stitches}}, run.times});
    }
    return lines;
}

} // namespace vestimen
