// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/joins.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

Length tailFor(JoinMethod method, Length along) {
    switch (method) {
    case JoinMethod::latchOff:
        return tailToLeave(TailFor::latch, along);
    case JoinMethod::mattress:
        return tailToLeave(TailFor::mattress, along);
    case JoinMethod::sewOn:
        return tailToLeave(TailFor::backstitch, along);
    case JoinMethod::graft:
        return tailToLeave(TailFor::graft, along);
    case JoinMethod::drawUp: // of few loops there must be something to hold
        return std::max(tailToLeave(TailFor::backstitch, along), Length::millimetres(150));
    case JoinMethod::knitOn:
        break;
    }
    return {};
}

} // namespace

Join finished(Join join) {
    if (join.first.length > Length())
        join.eased = (join.second.length - join.first.length) / join.first.length;
    if (std::abs(join.eased) > mostEased)
        join.findings.push_back({Severity::warning,
                                 "eased",
                                 {join.eased > 0.0 ? "The second edge is {0} longer and must be eased in evenly."
                                                   : "The second edge is {0} shorter and must be stretched evenly.",
                                  {Figure{std::abs(join.eased) * 100.0, 1, "%"}}}});
    if (join.tail == Length())
        join.tail = tailFor(join.method, std::max(join.first.length, join.second.length));
    return join;
}

const char* label(JoinMethod method) {
    switch (method) {
    case JoinMethod::latchOff:
        return "hang both, one loosest row, latch off";
    case JoinMethod::knitOn:
        return "hang and knit on";
    case JoinMethod::mattress:
        return "mattress stitch";
    case JoinMethod::graft:
        return "graft, loop by loop";
    case JoinMethod::drawUp:
        return "tail through all loops, drawn up";
    case JoinMethod::sewOn:
        break;
    }
    return "backstitch";
}

} // namespace vestimen
