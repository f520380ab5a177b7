// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/line_joins.h"

#include "core/joining/join_ways.h"

#include <algorithm>
#include <cctype>
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
    case Along::Of::castOn:
        return named(fabric.castOn);
    case Along::Of::firstRow:
        return fabric.passes.empty() ? 0 : static_cast<int>(fabric.passes.front().loopCount);
    case Along::Of::allRows:
        // A round on two beds is one row.
        return static_cast<int>(std::ranges::count_if(
            fabric.passes, [](const Pass& pass) { return pass.beds != operation::Beds::second; }));
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

/// Whether the yarn was at these loops when it was broken.
bool wasAt(const std::map<std::string, std::vector<LoopId>>& loops, const std::string& name, const YarnEnd& end) {
    const auto found = loops.find(name);
    return !end.begins && found != loops.end() && std::ranges::count(found->second, end.loop) > 0;
}

/// Whether an end of a fabric lies where a join looks for one.
bool liesAt(const YarnEnd& end, const EndAt& wanted, const Fabric& fabric) {
    const int passes = static_cast<int>(fabric.passes.size());
    switch (wanted.along.of) {
    case Along::Of::kept:
        return wasAt(fabric.kept, wanted.along.name, end);
    case Along::Of::bound:
        return wasAt(fabric.bound, wanted.along.name, end);
    case Along::Of::castOn:
        return false;
    case Along::Of::edge: {
        const auto edge = std::ranges::find(fabric.edges, wanted.along.name, &NamedEdge::name);
        if (edge == fabric.edges.end() || end.side != edge->side || end.begins == wanted.atTop)
            return false;
        // A loose row before it is bound off is no more of the edge.
        return wanted.atTop ? end.pass == edge->lastPass || end.pass == edge->lastPass + 1
                            : end.pass == edge->firstPass - 1;
    }
    case Along::Of::firstRow:
        return end.begins && end.pass == 0;
    case Along::Of::allRows:
        return end.begins ? !wanted.atTop && end.pass == 0 : wanted.atTop && end.pass == passes;
    }
    return false;
}

/// Yarn ends that joins took, by piece and operation.
using Taken = std::set<std::pair<std::string, std::size_t>>;

std::optional<JoinEnd> endFor(const PlannedJoin& planned, const Fabrics& fabrics, Taken& taken) {
    for (const EndAt& wanted : planned.ends) {
        const auto fabric = fabrics.find(wanted.along.piece.text());
        if (fabric == fabrics.end())
            continue;
        const Fabric& of = *fabric->second;
        for (const YarnEnd& end : of.yarnEnds) {
            // Waste yarn comes out again.
            const bool comesOut = end.begins && static_cast<std::size_t>(end.pass) < of.passes.size() &&
                                  of.passes[static_cast<std::size_t>(end.pass)].protects;
            if (!comesOut && liesAt(end, wanted, of) && taken.emplace(wanted.along.piece.text(), end.operation).second)
                return JoinEnd{wanted.along.piece, end.operation, end.side,
                               end.pass > 0 ? of.passes[static_cast<std::size_t>(end.pass) - 1].row : 0};
        }
    }
    return std::nullopt;
}

Join joined(const PlannedJoin& planned, const Fabrics& fabrics, const FabricGauge& gauge, Taken& taken,
            const std::vector<Join>& before) {
    Join join;
    join.key = planned.key;
    join.title = planned.title;
    join.method = planned.chosen.value_or(planned.method);
    join.trim = planned.makes;
    join.first = counted(planned.first, fabrics, gauge);
    const bool closedInItself = planned.second.line.empty() && !planned.second.count;
    join.second = closedInItself ? join.first : counted(planned.second, fabrics, gauge);
    join.tailSide = planned.tailSide;
    if (const auto first = std::ranges::find(before, planned.goesOnFrom, &Join::key); first != before.end())
        join.end = first->end;
    else
        join.end = endFor(planned, fabrics, taken);
    if (planned.tailAt && join.end)
        join.tailSide = join.end->at == planned.tailAt->side ? planned.tailAt->there : planned.tailAt->elsewhere;
    join.facing = planned.facing;
    if (*planned.check.text)
        join.check = told(planned.check, {join.first.count});
    if (isHung(join.method))
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
    Taken taken;
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
        const auto first = next == left.end() ? left.begin() : next;
        joins.push_back(joined(**first, fabrics, gauge, taken, joins));
        done.insert((*first)->key);
        left.erase(first);
    }
    return joins;
}

namespace {

/// "the left shoulder": what a join is called within a sentence.
std::string nameWithin(const Join& join) {
    std::string name = render(join.title);
    if (!name.empty())
        name[0] = static_cast<char>(std::tolower(static_cast<unsigned char>(name[0])));
    return "the " + name;
}

} // namespace

void layTails(const std::vector<Join>& joins, const std::map<std::string, Program*>& programs) {
    for (const Join& join : joins) {
        const auto program = join.end ? programs.find(join.end->piece.text()) : programs.end();
        if (program == programs.end() || join.end->operation >= program->second->operations.size())
            continue;
        operation::Tail* tail = tailOf(program->second->operations[join.end->operation]);
        if (!tail)
            continue;
        tail->use += (tail->use.empty() ? "" : " and ") + nameWithin(join);
        tail->length += join.tail;
        tail->at = join.end->at;
    }
}

} // namespace vestimen
