// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/program.h"

namespace vestimen {

int passCount(const Program& program) {
    int passes = 0;
    for (const Operation& each : program.operations)
        if (const auto* knit = std::get_if<operation::Knit>(&each.action))
            passes += knit->rows.count();
    return passes;
}

} // namespace vestimen
