// SPDX-License-Identifier: GPL-3.0-or-later
// What becomes of sections and stripes when a project's yarns change.
#pragma once

#include "core/project/project.h"

namespace vestimen {

/// Takes one of the further yarns away. What was of it is of the main one; the others keep their yarns.
void removeYarn(Project& project, YarnNumber number);

} // namespace vestimen
