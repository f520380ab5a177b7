// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bed/fabric.h"

#include <algorithm>

namespace vestimen {

std::vector<LoopId> Fabric::edge(const std::string& name) const {
    std::vector<LoopId> openings;
    const auto add = [&](Side side, std::size_t first, std::size_t last) {
        for (std::size_t pass = first; pass <= last && pass <= passes.size(); ++pass)
            if (pass >= 1 && passes[pass - 1].loopCount > 0)
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

LoopId Fabric::firstRowLoop(Needle needle) const {
    if (!firstMainPass)
        return noLoop;
    const Pass& pass = passes[*firstMainPass];
    // The loops lie in needle order, forwards or backwards.
    const auto begin = loops.begin() + pass.firstLoop;
    const auto end = begin + pass.loopCount;
    const auto found = pass.from == Side::left
                           ? std::lower_bound(begin, end, needle.slot(), [](const Loop& l, int slot) { return l.slot < slot; })
                           : std::lower_bound(begin, end, needle.slot(), [](const Loop& l, int slot) { return l.slot > slot; });
    for (auto loop = found; loop != end && loop->slot == needle.slot(); ++loop)
        if (loop->bed == needle.bed())
            return static_cast<LoopId>(loop - loops.begin());
    return noLoop;
}

std::vector<FabricRun> runs(const Fabric& fabric) {
    std::vector<int> heights(fabric.loops.size(), 0);
    const auto heightFrom = [&](LoopId id) {
        const Loop& loop = fabric.loops[id];
        if (loop.kind == LoopKind::castOn || loop.kind == LoopKind::hung || loop.parent == noLoop)
            return 0;
        const int below = heights[loop.parent];
        return loop.kind == LoopKind::wrap || loop.kind == LoopKind::picked ? below : below + 1;
    };
    std::vector<FabricRun> result;
    LoopId next = 0;
    std::size_t more = 0;
    const auto settle = [&](LoopId id) {
        int height = heightFrom(id);
        for (; more < fabric.moreParents.size() && fabric.moreParents[more].first <= id; ++more)
            if (fabric.moreParents[more].first == id && fabric.loops[fabric.moreParents[more].second].kind != LoopKind::hung)
                height = std::max(height, heights[fabric.moreParents[more].second] + 1);
        heights[id] = height;
    };
    for (std::size_t p = 0; p < fabric.passes.size(); ++p) {
        const Pass& pass = fabric.passes[p];
        for (; next < pass.firstLoop; ++next)
            settle(next);
        for (; next < pass.firstLoop + pass.loopCount; ++next) {
            settle(next);
            const Loop& loop = fabric.loops[next];
            const int step = pass.from == Side::left ? 1 : -1;
            if (!result.empty() && result.back().pass == static_cast<int>(p) && result.back().height == heights[next] &&
                result.back().yarn == loop.yarn &&
                (step > 0 ? result.back().lastSlot + 1 : result.back().firstSlot - 1) == loop.slot) {
                (step > 0 ? result.back().lastSlot : result.back().firstSlot) = loop.slot;
                continue;
            }
            result.push_back({static_cast<int>(p), heights[next], loop.slot, loop.slot, loop.yarn});
        }
    }
    return result;
}

} // namespace vestimen
