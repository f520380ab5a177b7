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
    edge.line = planned.line;
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

/// Where along its line an end lies, from 0 to 1, and how it is told to which edge; nothing where it lies on neither.
struct AlongLine {
    bool ofSecond = false;
    double place = 0.0;
};

std::optional<double> placeAlong(const JoinEnd& end, const Line& line, const Fabrics& fabrics) {
    double before = 0.0;
    std::optional<double> place;
    for (const Along& along : line) {
        const auto fabric = fabrics.find(along.piece.text());
        if (fabric == fabrics.end())
            continue;
        const double count = openingsOf(along, *fabric->second);
        if (!place && along.piece == end.piece && count > 0) {
            std::optional<double> within; // from its first opening, as they are counted
            const auto among = [&](const std::map<std::string, std::vector<LoopId>>& loops) -> std::optional<double> {
                const auto named = loops.find(along.name);
                if (named == loops.end() || end.loop == noLoop)
                    return std::nullopt;
                const auto at = std::ranges::find(named->second, end.loop);
                return at == named->second.end() ? std::nullopt
                                                 : std::optional(static_cast<double>(at - named->second.begin()));
            };
            switch (along.of) {
            case Along::Of::kept:
                within = among(fabric->second->kept);
                break;
            case Along::Of::bound:
                within = among(fabric->second->bound);
                break;
            case Along::Of::castOn:
            case Along::Of::firstRow:
                break;
            case Along::Of::edge:
            case Along::Of::allRows:
                // It was looked for at its lower or its upper end.
                within = end.loop == noLoop ? 0.0 : count - 1.0;
                break;
            }
            if (within)
                place = before + 0.5 + (along.backwards ? count - 1.0 - *within : *within);
        }
        before += count;
    }
    if (!place || before <= 0.0)
        return std::nullopt;
    return *place / before;
}

std::optional<AlongLine> placeOf(const Join& join, const PlannedJoin& planned, const Fabrics& fabrics) {
    if (!join.end)
        return std::nullopt;
    if (const auto place = placeAlong(*join.end, planned.first.line, fabrics))
        return AlongLine{false, *place};
    if (const auto place = placeAlong(*join.end, planned.second.line, fabrics))
        return AlongLine{true, *place};
    return std::nullopt;
}

/// From where to where, by names within a sentence.
struct Reach {
    const char* from = "";
    const char* to = "";
};
Reach reachOf(const PlannedEdge& edge, bool fromItsEnd) {
    return fromItsEnd ? Reach{edge.to, edge.from} : Reach{edge.from, edge.to};
}

/// Both edges onto the same needles: turned as the ridge wants them, with the yarn where the hand begins.
void hangBoth(Join& join, const PlannedJoin& planned, Hand hand, const std::optional<AlongLine>& tail) {
    join.hang = hang(Stitches(join.first.count), Rows(join.second.count));
    if (!join.hang)
        return;
    std::optional<TailPlace> at;
    if (tail)
        at = TailPlace{tail->ofSecond, tail->place < 0.5 ? Side::left : Side::right};
    const Hanging hanging = hangingOf(wayOf(join.method).ridge, planned.wornOut, hand, at);
    join.hanging = hanging;
    for (const auto& [edge, facing] : {std::pair{&join.first, hanging.first}, {&join.second, hanging.second}})
        if (facing == WornSide::knit) {
            edge->line = turnedOver(std::move(edge->line));
            std::ranges::reverse(edge->hung);
        }
    const PlannedEdge& before = hanging.secondFirst ? planned.second : planned.first;
    const PlannedEdge& after = hanging.secondFirst ? planned.first : planned.second;
    const WornSide facing = hanging.secondFirst ? hanging.second : hanging.first;
    join.facing = {"Hang {0} first, {1} facing you; then {2} on the same needles, {3} facing you.",
                   {Words{before.name}, Words{label(facing)}, Words{after.name}, Words{label(opposite(facing))}}};
    // As the edges lie on the needles now, from the yarn to the other end.
    const PlannedEdge& told = tail && tail->ofSecond ? planned.second : planned.first;
    const WornSide turned = tail && tail->ofSecond ? hanging.second : hanging.first;
    const bool fromItsEnd = (hanging.yarn == Side::left) == (turned == WornSide::knit);
    const Reach reach = reachOf(told, fromItsEnd);
    const bool latched = wayOf(join.method).latched;
    if (tail)
        join.tailSide = {
            latched ? "The tail of {0} is at your {1}, at {2}: knit the loose row with it, to the {3}. Latch off from "
                      "{1} to {3}: the tail fastens the last loop, at {4}."
                    : "The tail of {0} is at your {1}, at {2}: knit the loose row with it, to the {3}. Bind off from "
                      "{3} to {1}, from {4} back to {2}.",
            {Words{told.name}, hanging.yarn, Words{reach.from}, opposite(hanging.yarn), Words{reach.to}}};
    else
        join.tailSide = {
            latched ? "Lay in a new length at your {0}, at {1}: knit the loose row with it, to the {2}. Latch off from "
                      "{0} to {2}: it fastens the last loop, at {3}."
                    : "Lay in a new length at your {0}, at {1}: knit the loose row with it, to the {2}. Bind off from "
                      "{2} to {0}, from {3} back to {1}.",
            {hanging.yarn, Words{reach.from}, opposite(hanging.yarn), Words{reach.to}}};
}

/// From the tail to the other end.
void sayFromTheTail(Join& join, const PlannedJoin& planned, const std::optional<AlongLine>& tail) {
    const PlannedEdge& told = tail && tail->ofSecond ? planned.second : planned.first;
    if (*told.from == '\0')
        return;
    const Reach reach = reachOf(told, tail && tail->place > 0.5);
    if (tail)
        join.tailSide = {"The tail of {0} is at {1}: work from there to {2}.",
                         {Words{told.name}, Words{reach.from}, Words{reach.to}}};
    else
        join.tailSide = {"Work from {0} to {1}, with a new length.", {Words{reach.from}, Words{reach.to}}};
}

/// A join begins at one end of its line: a tail in the middle of it, where two panels meet, serves neither way. Where
/// the last step of a slope was bound off, the yarn ends a few loops in.
bool canBegin(const JoinEnd& end, const PlannedJoin& planned, const Fabrics& fabrics) {
    constexpr double near = 0.4; // of the first stretch of the line, or of its last
    for (const PlannedEdge* edge : {&planned.first, &planned.second})
        if (const auto place = placeAlong(end, edge->line, fabrics)) {
            const auto count = [&](const Along& along) {
                const auto fabric = fabrics.find(along.piece.text());
                return fabric == fabrics.end() ? 0 : openingsOf(along, *fabric->second);
            };
            int all = 0;
            for (const Along& along : edge->line)
                all += count(along);
            return *place * all < near * count(edge->line.front()) ||
                   (1.0 - *place) * all < near * count(edge->line.back());
        }
    return true;
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
            if (comesOut || !liesAt(end, wanted, of))
                continue;
            const JoinEnd found{wanted.along.piece, end.operation, end.side,
                                end.pass > 0 ? of.passes[static_cast<std::size_t>(end.pass) - 1].row : 0, end.loop};
            if (canBegin(found, planned, fabrics) && taken.emplace(wanted.along.piece.text(), end.operation).second)
                return found;
        }
    }
    return std::nullopt;
}

Join joined(const PlannedJoin& planned, const Fabrics& fabrics, const FabricGauge& gauge, Hand hand, Taken& taken,
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
    join.facing = planned.facing;
    if (*planned.check.text)
        join.check = told(planned.check, {join.first.count});
    const auto tail = placeOf(join, planned, fabrics);
    if (isHung(join.method))
        hangBoth(join, planned, hand, tail);
    if (planned.elseSewn && isHung(join.method) && !join.hang) {
        join.method = JoinMethod::sewOn;
        join.facing = planned.elseSewn->facing;
    }
    if (!join.hanging)
        sayFromTheTail(join, planned, tail);
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

Line turnedOver(Line line) {
    std::ranges::reverse(line);
    for (Along& each : line)
        each.backwards = !each.backwards;
    return line;
}

std::vector<Join> joined(const std::vector<PlannedJoin>& planned, const Fabrics& fabrics, const FabricGauge& gauge,
                         Hand hand) {
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
        joins.push_back(joined(**first, fabrics, gauge, hand, taken, joins));
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
        tail->length = wholeCentimetres(tail->length + join.tail); // sums of lengths may be a hair off
        tail->at = join.end->at;
    }
}

} // namespace vestimen
