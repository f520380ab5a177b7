// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/loops.h"
#include "core/knitting/program.h"

#include <algorithm>

namespace vestimen {

/// Waste knitting only protects: finds the loops of the work that are below it. Where neighbours hang from neighbours
/// row by row, what is below the next needle is beside what was below the last.
class BelowWaste {
public:
    /// `direction`: from one needle to the next, 1 to the right or -1.
    BelowWaste(const Program& program, const Loops& loops, int direction)
        : program_(program), direction_(direction), loop_(loops.begin()) {}

    /// What is below a needle's oldest loop, or that loop; called from needle to needle.
    LoopId of(LoopId top) {
        if (alike_ == 0 || top != top_ || !isWork(below_))
            seek(top);
        const LoopId found = below_;
        top_ += static_cast<LoopId>(topStep_);
        below_ += static_cast<LoopId>(belowStep_);
        --alike_;
        return found;
    }

private:
    bool isWork(LoopId id) {
        loop_.goTo(id);
        const Loop loop = *loop_;
        return !protects(program_.yarns[loop.yarn].role) || loop.parent == noLoop;
    }
    void seek(LoopId top) {
        loop_.goTo(top);
        top_ = below_ = top;
        topStep_ = belowStep_ = direction_ * loop_.step();
        alike_ = loop_.alike(topStep_);
        while (!isWork(below_)) {
            alike_ = std::min(alike_, loop_.alike(belowStep_));
            belowStep_ *= loop_.parentStep();
            below_ = (*loop_).parent;
        }
    }

    const Program& program_;
    int direction_;
    Loops::const_iterator loop_;
    LoopId alike_ = 0; ///< so many needles, from the next on, are as the last one says
    LoopId top_ = 0;
    LoopId below_ = 0;
    int topStep_ = 0; ///< from one needle's loop to the next one's
    int belowStep_ = 0;
};

} // namespace vestimen
