// SPDX-License-Identifier: GPL-3.0-or-later
// What is left when all is joined (craft 24): ends, buttons, blocking and a label.
#pragma once

#include "core/bed/fabric.h"
#include "core/reckoning/phrase.h"

#include <span>
#include <string>
#include <vector>

namespace vestimen {

struct Project;
struct Worked;

struct Chore {
    std::string key; ///< stays the same when the draft changes: "ends/front"
    Phrase what;
};

/// In the order in which it is done.
std::vector<Chore> leftToDo(const Project& project, const Worked& worked);

} // namespace vestimen
