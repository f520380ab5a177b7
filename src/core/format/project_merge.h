// SPDX-License-Identifier: GPL-3.0-or-later
// Two changed versions of one project brought together, field by field.
#pragma once

#include "core/project/project.h"

#include <string>
#include <vector>

namespace vestimen {

struct MergedProject {
    Project project;
    /// Fields that were changed in both, each as its path in the JSON form, "wearer/measures/chest"; `mine` stands
    /// there.
    std::vector<std::string> conflicts;
};

/// Fields that only one side changed are that side's. What cannot be read as a project when it is brought together, is
/// `mine` with all that `theirs` changed as conflicts.
MergedProject merged(const Project& base, const Project& mine, const Project& theirs);

} // namespace vestimen
