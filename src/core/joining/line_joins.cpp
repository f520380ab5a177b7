// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/line_joins.h"

#include <algorithm>
#include <cstdlib>
#include <set>

namespace vestimen {
namespace {

int openingsOf(const Along& along, const std::map<std::string, const Fabric*>& fabrics) {
    const auto fabric = fabrics.find(along.piece.text());
    if (fabric == fabrics.end())
        return 0;
    if (along.unit == JoinUnit::rows)
        return fabric->second->edgeRows(along.name);
    const auto kept = fabric->second->kept.find(along.name);
    return kept == fabric->second->kept.end() ? 0 : static_cast<int>(kept->second.size());
}

JoinEdge counted(const Line& line, Phrase what, const std::map<std::string, const Fabric*>& fabrics,
                 const FabricGauge& gauge) {
    JoinEdge edge;
    edge.what = std::move(what);
    for (const Along& along : line) {
        const int count = openingsOf(along, fabrics);
        edge.unit = along.unit;
        edge.count += count;
        edge.length += along.unit == JoinUnit::rows ? gauge.height(Rows(count)) : gauge.width(Stitches(count));
    }
    edge.what.operands.insert(edge.what.operands.begin(), edge.count);
    return edge;
}

Join joined(const PlannedJoin& planned, const std::map<std::string, const Fabric*>& fabrics, const FabricGauge& gauge,
            int rowsMayDiffer) {
    Join join;
    join.key = planned.key;
    join.title = planned.title;
    join.method = planned.method;
    join.first = counted(planned.first, planned.firstIs, fabrics, gauge);
    join.second = planned.second.empty() ? join.first : counted(planned.second, planned.secondIs, fabrics, gauge);
    join.tailSide = planned.tailSide;
    join.facing = planned.facing;
    join.check = planned.check;
    const int mayDiffer = join.first.unit == JoinUnit::rows ? rowsMayDiffer : 0;
    if (std::abs(join.first.count - join.second.count) > mayDiffer)
        join.findings.push_back(
            {Severity::error,
             "rows_differ",
             {join.first.unit == JoinUnit::rows ? "The edges have {0} and {1} rows and should have the same."
                                                : "The edges have {0} and {1} loops and should have the same.",
              {join.first.count, join.second.count}}});
    return finished(std::move(join));
}

} // namespace

std::vector<Join> joined(const std::vector<PlannedJoin>& planned, const std::map<std::string, const Fabric*>& fabrics,
                         const FabricGauge& gauge, int rowsMayDiffer) {
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
        joins.push_back(joined(**taken, fabrics, gauge, rowsMayDiffer));
        done.insert((*taken)->key);
        left.erase(taken);
    }
    return joins;
}

} // namespace vestimen
