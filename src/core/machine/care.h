// SPDX-License-Identifier: GPL-3.0-or-later
// What is looked at before the first row, afterwards, and every so many hours (craft 2, 22, 26).
#pragma once

#include "core/machine/machine.h"

#include <span>
#include <string>
#include <vector>

namespace vestimen {

enum class CareTime {
    before, ///< each day, before the first row
    yarn,   ///< with them, point by point along the yarn's way
    after,  ///< each day, when the knitting is done
    hours   ///< after so many hours of knitting
};

struct CareCheck {
    const char* key;
    CareTime time;
    const char* text;
    int everyHours = 0;
    bool needsMast = false;     ///< only where the machine has one
    bool needsCarriage = false; ///< only where needles are not drawn by hand
    bool needsTwoBeds = false;
};

/// When something was looked at last.
struct CareTick {
    std::string check;
    std::string on; ///< YYYY-MM-DD
    double atHours = 0.0;
    bool operator==(const CareTick&) const = default;
};

/// All checks of a machine, in the order in which they are made.
std::vector<const CareCheck*> careOf(const Machine& machine);

/// Those of a time that are due: the daily ones where they were not ticked on that day, the others where so many hours
/// were knitted since. A tick of another day, also a later one, does not count for the day.
std::vector<const CareCheck*> dueCare(const Machine& machine, CareTime time, std::span<const CareTick> ticks,
                                      const std::string& today, double hours);

} // namespace vestimen
