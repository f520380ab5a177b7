// SPDX-License-Identifier: GPL-3.0-or-later
// What the virtual bed says of programs, as one JSON object, so that anyone can hold another bed against it:
// docs/format/rehearsal.md.
#pragma once

#include "core/bed/fabric.h"

#include <string>
#include <vector>

namespace vestimen {

/// A program and what came of it. Both must stay while it is written.
struct Rehearsed {
    const Program* program;
    const Fabric* fabric;
};

/// `general`: findings that belong to no piece, or to the whole of them.
std::string rehearsalJson(const std::vector<Rehearsed>& pieces, const std::vector<Finding>& general);

} // namespace vestimen
