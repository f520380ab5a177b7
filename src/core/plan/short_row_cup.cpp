// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/short_row_cup.h"

namespace vestimen {

Branch branchOf(const ShortRowCup& cup) {
    const int out = cup.out().count();
    const Side inner = opposite(cup.outer);
    // After the plain row the carriage stands at the inner side: there the first goes out, and the first comes back.
    const auto sideIn = [&](int row) { return row % 2 != 0 ? inner : cup.outer; };
    const auto edge = [&](Side side, Way way, int from, auto sideOfRow) {
        Edge each{at(side), way, {}, Rows(from)};
        for (int row = from; row < from + out; ++row)
            if (sideOfRow(row) == side)
                each.due.push_back({Rows(row), Stitches(1)});
        return each;
    };
    Branch branch{cup.of, {}, {}};
    for (const Side side : {Side::left, Side::right})
        branch.edges.push_back(edge(side, Held{cup.wrapped, true}, 1, sideIn));
    for (const Side side : {Side::left, Side::right})
        branch.edges.push_back(
            edge(side, Released{.wrapped = cup.wrapped}, out, [&](int row) { return opposite(sideIn(row)); }));
    branch.stages.push_back(
        {Rows(out), act::Say{"turning_row", "The turning row comes next: fewest needles work now. From here "
                                            "on one comes back in every row, opposite the carriage."}});
    branch.stages.push_back({cup.rows(), act::HoldLever{false}});
    branch.surface.push_back({.from = Rows(0), .to = cup.rows(), .yarn = cup.yarn});
    return branch;
}

} // namespace vestimen
