// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/virtual_bed.h"

#include <vector>

namespace vestimen {

/// What is done by hand, needle by needle in the order in which hands do it, with the bed as it is before. The same
/// fabric comes of it. What cannot be taken apart comes back as it is: rows, reminders, stitches that change places.
std::vector<Operation> inSlowMotion(const Operation& operation, const VirtualBed& before);

} // namespace vestimen
