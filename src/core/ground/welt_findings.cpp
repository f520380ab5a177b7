// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ground/welt_findings.h"

namespace vestimen {

std::optional<Finding> bedsMissing(const Welt& welt, const Machine& machine) {
    if (traits(welt.kind).beds <= machine.beds)
        return std::nullopt;
    return Finding{
        Severity::error,
        "rib_needs_two_beds",
        {"A two-bed rib needs a second bed, and {0} has one: choose a latched rib or a mock rib.", {machine.name}}};
}

} // namespace vestimen
