// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/joins.h"

#include "core/joining/join_ways.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

Length tailFor(JoinMethod method, Length along) {
    const auto way = wayOf(method).tail;
    const Length tail = way ? tailToLeave(*way, along) : Length();
    // Of few loops there must be something to hold.
    return method == JoinMethod::drawUp ? std::max(tail, Length::millimetres(150)) : tail;
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

} // namespace vestimen
