// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/virtual_bed.h"

#include <vector>

namespace vestimen {

/// What would have happened as a bed was set. Nothing, where it was set right.
struct Trial {
    std::vector<Phrase> happened;
    std::vector<Needle> needles; ///< those that were set otherwise than they should be
    bool right() const { return happened.empty(); }
};

/// Where a bed that somebody set stands otherwise than the one that is wanted, needle by needle, the worst first.
/// Loops before `before` are the same in both; of newer ones it counts what they were made from, not in which order.
Trial setOtherwise(const VirtualBed& wanted, const VirtualBed& set, LoopId before);

} // namespace vestimen
