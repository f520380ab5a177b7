// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bed/fabric.h"

#include <algorithm>

namespace vestimen {

namespace {

/// Calls `each` with the rows of an edge that have an opening, and the side.
template<class Each> void forEdge(const Fabric& fabric, const std::string& name, Each each) {
    const auto& passes = fabric.passes;
    bool isFound = false;
    const auto go = [&](Side side, int first, int last) {
        for (int pass = std::max(1, first); pass <= std::min(last, static_cast<int>(passes.size())); ++pass)
            // A round's row on the second bed lies on the other face: both are one row of the edge.
            if (const Pass& row = passes[static_cast<std::size_t>(pass) - 1];
                row.loopCount > 0 && !row.protects && row.beds != operation::Beds::second) {
                each(row, side);
                isFound = true;
            }
    };
    for (const NamedEdge& edge : fabric.edges)
        if (edge.name == name)
            go(edge.side, edge.firstPass, edge.lastPass);
    if (!isFound && (name == "left" || name == "right"))
        go(name == "left" ? Side::left : Side::right, 1, static_cast<int>(passes.size()));
}

} // namespace

std::vector<LoopId> Fabric::edge(const std::string& name) const {
    std::vector<LoopId> openings;
    openings.reserve(passes.size());
    forEdge(*this, name, [&](const Pass& row, Side side) { openings.push_back(row.end(side)); });
    return openings;
}

int Fabric::edgeRows(const std::string& name) const {
    int rows = 0;
    forEdge(*this, name, [&](const Pass&, Side) { ++rows; });
    return rows;
}

int Fabric::row(LoopId loop) const {
    const auto after = std::upper_bound(passes.begin(), passes.end(), loop,
                                        [](LoopId id, const Pass& pass) { return id < pass.firstLoop; });
    return after == passes.begin() ? 0 : std::prev(after)->row;
}

} // namespace vestimen
