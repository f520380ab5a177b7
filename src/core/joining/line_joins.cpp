// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/line_joins.h"

#include <algorithm>
#include <cstdlib>
#include <set>

namespace vestimen {
namespace {

using Fabrics = std::map<std::string, const Fabric*>;

int openingsOf(const Along& along, const Fabric& fabric) {
    const auto named = [&](const std::map<std::string, std::vector<LoopId>>& loops) {
        const auto found = loops.find(along.name);
        return found == loops.end() ? 0 : static_cast<int>(found->second.size());
    };
    switch (along.of) {
    case Along::Of::edge:
        return fabric.edgeRows(along.name);
    case Along::Of::kept:
        return named(fabric.kept);
    case Along::Of::bound:
        return named(fabric.bound);
    case Along::Of::firstRow:
        return fabric.passes.empty() ? 0 : static_cast<int>(fabric.passes.front().loopCount);
    case Along::Of::allRows:
        return static_cast<int>(fabric.passes.size());
    }
    return 0;
}

bool isRows(const Along& along) {
    return along.of == Along::Of::edge || along.of == Along::Of::allRows;
}

/// What was counted comes after what a phrase says of itself.
Phrase told(const Phrase& phrase, const std::vector<int>& counted) {
    Phrase all = phrase;
    all.operands.insert(all.operands.end(), counted.begin(), counted.end());
    return all;
}

JoinEdge counted(const PlannedEdge& planned, const Fabrics& fabrics, const FabricGauge& gauge) {
    JoinEdge edge;
    edge.unit = planned.unit;
    std::vector<int> counts;
    Rows rows;
    Stitches stitches;
    for (const Along& along : planned.line) {
        const auto fabric = fabrics.find(along.piece.text());
        const int count = fabric == fabrics.end() ? 0 : openingsOf(along, *fabric->second);
        counts.push_back(count);
        if (isRows(along))
            rows += Rows(count);
        else
            stitches += Stitches(count);
        if (planned.hung)
            for (int i = 1; i <= count; ++i)
                edge.hung.push_back({along.piece, along.backwards ? count + 1 - i : i});
    }
    edge.what = told(planned.what, counts);
    edge.count = planned.count.value_or(rows.count() + stitches.count());
    edge.length = planned.length.value_or(gauge.height(rows) + gauge.width(stitches));
    return edge;
}

/// The side, as its piece hung, where the yarn was when these loops came off.
Side endsAt(const Along& kept, const Fabrics& fabrics) {
    const auto fabric = fabrics.find(kept.piece.text());
    if (fabric == fabrics.end())
        return Side::right;
    const auto found = fabric->second->kept.find(kept.name);
    if (found != fabric->second->kept.end() && !found->second.empty())
        for (const Pass& pass : fabric->second->passes)
            if (const LoopId loop = found->second.front();
                loop >= pass.firstLoop && loop < pass.firstLoop + pass.loopCount)
                return opposite(pass.from);
    return Side::right;
}

Join joined(const PlannedJoin& planned, const Fabrics& fabrics, const FabricGauge& gauge) {
    Join join;
    join.key = planned.key;
    join.title = planned.title;
    join.method = planned.method;
    join.trim = planned.makes;
    join.first = counted(planned.first, fabrics, gauge);
    const bool closedInItself = planned.second.line.empty() && !planned.second.count;
    join.second = closedInItself ? join.first : counted(planned.second, fabrics, gauge);
    join.tailSide = planned.tailSide;
    if (planned.tailAt)
        join.tailSide = endsAt(planned.tailAt->loops, fabrics) == planned.tailAt->side ? planned.tailAt->there
                                                                                       : planned.tailAt->elsewhere;
    join.facing = planned.facing;
    if (*planned.check.text)
        join.check = told(planned.check, {join.first.count});
    if (planned.method == JoinMethod::latchOff)
        join.hang = hang(Stitches(join.first.count), Rows(join.second.count));
    if (planned.elseSewn && !join.hang) {
        join.method = JoinMethod::sewOn;
        join.tailSide = planned.elseSewn->tailSide;
        join.facing = planned.elseSewn->facing;
    }
    if (planned.mayDiffer && std::abs(join.first.count - join.second.count) > *planned.mayDiffer) {
        Phrase differs = planned.differs;
        if (!*differs.text)
            differs.text = planned.first.unit == JoinUnit::rows
                               ? "The edges have {0} and {1} rows and should have the same."
                               : "The edges have {0} and {1} loops and should have the same.";
        join.findings.push_back({Severity::error, "rows_differ", told(differs, {join.first.count, join.second.count})});
    }
    return finished(std::move(join));
}

} // namespace

std::vector<Join> joined(const std::vector<PlannedJoin>& planned, const Fabrics& fabrics, const FabricGauge& gauge) {
    std::vector<Join> joins;
    std::set<std::string> done;
    std::vector<const PlannedJoin*> left;
    for (const PlannedJoin& each : planned)
        left.push_back(&each);
    while (!left.empty()) {
        const auto next = std::ranges::find_if(left, [&](const PlannedJoin* each) {
            return std::ranges::all_of(each->after, [&](const std::string& key) {
                return done.contains(key) ||
                       std::ranges::none_of(planned, [&](const auto& any) { return any.key == key; });
            });
        });
        // In a circle nothing can come first: as listed then.
        const auto taken = next == left.end() ? left.begin() : next;
        joins.push_back(joined(**taken, fabrics, gauge));
        done.insert((*taken)->key);
        left.erase(taken);
    }
    return joins;
}

} // namespace vestimen
