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
    double minutes = 0.0; ///< that it takes, about
};

/// How many times as long as is usual these hands take: of all that was ticked with its minutes, what it took to what
/// was expected. 1 while there is none.
double handsPace(const Project& project, const Worked& worked);

/// What the joins that are not ticked yet, and what is left after them, take by hand: about, at the pace of these
/// hands. What is knitted on is not among it, nor the hours of rest and drying.
double minutesLeft(const Project& project, const Worked& worked);

/// In the order in which it is done.
std::vector<Chore> leftToDo(const Project& project, const Worked& worked);

} // namespace vestimen
