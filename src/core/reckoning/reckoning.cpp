// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reckoning/reckoning.h"

#include <algorithm>

namespace vestimen {

bool anyError(const std::vector<Finding>& findings) {
    return std::any_of(findings.begin(), findings.end(),
                       [](const Finding& finding) { return finding.severity == Severity::error; });
}

const char* name(Severity severity) {
    switch (severity) {
    case Severity::note:
        return "note";
    case Severity::warning:
        return "warning";
    case Severity::error:
        break;
    }
    return "error";
}

} // namespace vestimen
