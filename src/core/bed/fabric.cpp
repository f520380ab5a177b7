// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bed/fabric.h"

#include <algorithm>

namespace vestimen {

std::vector<LoopId> Fabric::edge(const std::string& name) const {
    std::vector<LoopId> openings;
    openings.reserve(passes.size());
    const auto add = [&](Side side, std::size_t first, std::size_t last) {
        for (std::size_t pass = first; pass <= last && pass <= passes.size(); ++pass)
            if (pass >= 1 && passes[pass - 1].loopCount > 0 && !passes[pass - 1].protects)
                openings.push_back(passes[pass - 1].end(side));
    };
    for (const NamedEdge& each : edges)
        if (each.name == name)
            add(each.side, static_cast<std::size_t>(std::max(0, each.firstPass)),
                static_cast<std::size_t>(std::max(0, each.lastPass)));
    if (openings.empty() && (name == "left" || name == "right"))
        add(name == "left" ? Side::left : Side::right, 1, passes.size());
    return openings;
}

int Fabric::row(LoopId loop) const {
    const auto after = std::upper_bound(passes.begin(), passes.end(), loop,
                                        [](LoopId id, const Pass& pass) { return id < pass.firstLoop; });
    return after == passes.begin() ? 0 : std::prev(after)->row;
}

} // namespace vestimen
