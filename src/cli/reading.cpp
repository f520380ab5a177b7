// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/reading.h"

namespace vestimen {

void print(const Finding& finding) {
    std::string place;
    if (!finding.piece.empty())
        place = finding.piece + (finding.row >= 0 ? fmt::format(", row {}", finding.row) : "") + ": ";
    fmt::print("{} {}: {}{}\n", name(finding.severity), finding.code.text(), place, render(finding.text));
}

} // namespace vestimen
