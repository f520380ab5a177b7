// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/edge_places.h"

#include <algorithm>
#include <optional>

namespace vestimen {
namespace {

class Places {
public:
    Places(const Fabric& fabric, const FabricPicture& picture) : fabric_(fabric), picture_(picture) {}

    /// `across` and `up`: from the loop's lower left corner, in loops.
    void add(LoopId loop, double across, double up) {
        // What was hung again lies where it was knitted.
        while (fabric_.loops[loop].kind == LoopKind::hung && fabric_.loops[loop].parent != noLoop)
            loop = fabric_.loops[loop].parent;
        const int slot = fabric_.loops[loop].slot;
        const int pass = passOf(loop);
        for (const NamedEdge& flap : fabric_.edges)
            if (flap.name == flapEdge && pass + 1 >= flap.firstPass && pass + 1 <= flap.lastPass) {
                // It hangs behind the row that it goes on from, folded in half.
                const int down = std::min(pass + 1 - flap.firstPass, flap.lastPass - pass - 1);
                if (const auto mouth = rowOf(flap.firstPass - 2, slot))
                    points_.push_back({slot + across, *mouth + 1.0 - down - up});
                return;
            }
        if (const auto row = rowOf(pass, slot))
            points_.push_back({slot + across, *row + up});
    }
    void add(const std::vector<LoopId>& loops, double across, double up) {
        for (const LoopId loop : loops)
            add(loop, across, up);
    }
    std::vector<PicturePoint> take() { return std::move(points_); }

private:
    /// That made a loop, or came before it; from 0.
    int passOf(LoopId loop) const {
        const auto after =
            std::ranges::upper_bound(fabric_.passes, loop, {}, [](const Pass& pass) { return pass.firstLoop; });
        return static_cast<int>(after - fabric_.passes.begin()) - 1;
    }
    /// Loops that were cast on or hung lie at the row after them.
    std::optional<int> rowOf(int pass, int slot) const {
        for (const int each : {pass, pass + 1})
            for (const FabricBlock& block : picture_.blocks)
                if (each >= block.firstPass && each <= block.lastPass && slot >= block.firstSlot &&
                    slot <= block.lastSlot)
                    return block.from + each - block.firstPass;
        return std::nullopt;
    }

    const Fabric& fabric_;
    const FabricPicture& picture_;
    std::vector<PicturePoint> points_;
};

} // namespace

std::vector<PicturePoint> placesOf(const Along& along, const Fabric& fabric, const FabricPicture& picture) {
    Places places(fabric, picture);
    const auto named = [&](const auto& lists) {
        const auto found = lists.find(along.name);
        return found == lists.end() ? std::vector<LoopId>() : found->second;
    };
    switch (along.of) {
    case Along::Of::edge: {
        const auto edge = std::ranges::find(fabric.edges, along.name, &NamedEdge::name);
        const bool atRight = edge != fabric.edges.end() ? edge->side == Side::right : along.name == "right";
        places.add(fabric.edge(along.name), atRight ? 1.0 : 0.0, 0.5);
        break;
    }
    case Along::Of::kept:
        places.add(named(fabric.kept), 0.5, 1.0);
        break;
    case Along::Of::bound:
        places.add(named(fabric.bound), 0.5, 1.0);
        break;
    case Along::Of::castOn:
        places.add(named(fabric.castOn), 0.5, 0.0);
        break;
    case Along::Of::firstRow:
        if (fabric.firstMainPass) {
            const Pass& first = fabric.passes[*fabric.firstMainPass];
            for (LoopId loop = first.firstLoop; loop < first.firstLoop + first.loopCount; ++loop)
                places.add(loop, 0.5, 0.0);
        }
        break;
    case Along::Of::allRows:
        for (const Pass& pass : fabric.passes)
            if (pass.loopCount > 0)
                places.add(pass.end(Side::left), 0.0, 0.5);
        break;
    }
    return places.take();
}

} // namespace vestimen
