// SPDX-License-Identifier: GPL-3.0-or-later
// What can be done about a finding, as projects in which it is gone.
#pragma once

#include "core/work.h"

#include <vector>

namespace vestimen {

struct WayOut {
    Phrase what;
    Project project;
};

/// Whether a finding is no longer found in a project that was changed for it, at its piece or at the halves of that.
bool mends(const Project& changed, const Finding& finding);

/// At most three, the smallest change first. Only those after which the finding's code is no longer found; empty when
/// nothing but the knitter's own measures can help.
std::vector<WayOut> waysOut(const Project& project, const Finding& finding);

} // namespace vestimen
