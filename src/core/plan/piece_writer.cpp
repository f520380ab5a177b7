// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/piece_writer.h"

#include "core/knitting/across_program.h"
#include "core/knitting/edge_program.h"
#include "core/knitting/piece_parts.h"
#include "core/knitting/program_writer.h"
#include "core/knitting/two_bed_program.h"
#include "core/knitting/welt.h"
#include "core/plan/piece_group.h"
#include "core/plan/slits.h"
#include "core/plan/yarn_changes.h"
#include "core/shaping/across_row.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cstdlib>
#include <optional>
#include <utility>

namespace vestimen {
namespace {

/// What waits on a holder until its branch is worked.
constexpr const char* waitingName = "waiting";

bool contains(NeedleSpan span, Needle needle) {
    return span.first <= needle && needle <= span.last;
}

class PieceWriter {
public:
    PieceWriter(const Ground& ground, const Knitting& knitting, const std::string& piece)
        : ground_(ground), knitting_(knitting), writer_(ground, piece, worn(PieceKey(piece)), knitting.carriage) {
        writer_.wantOpenTurns(knitting.openTurns);
        writer_.measureBy(knitting.gauge);
        writer_.workWith(yarns_.inProgram(knitting.work));
    }

    Program write() {
        std::visit([this](const auto& each) { begin(each); }, knitting_.begin);
        const NeedleSpan all = firstRow(knitting_);
        Group piece(knitting_.edges, knitting_.surface, all, all);
        work(piece, knitting_.stages);
        return writer_.take();
    }

private:
    // ---- what it begins with

    void begin(const WeltCounts& welt) {
        // A rolled edge is the first row's own cast on.
        const bool isEdgeAlone = welt.knitted == Rows(0);
        writer_.workWith(yarns_.inProgram(isEdgeAlone ? surfaceAt(knitting_.surface, Rows(0)).yarn : welt.yarn));
        seenFrom_ = writeWelt(writer_, firstRow(knitting_), welt, knitting_.wasteRows);
        if (welt.goesOn)
            onTwoBeds_ = {traits(welt.kind).onTwoBeds, welt.making.secondLooser};
    }
    void begin(const BegunOpen&) {
        writer_.workWith(yarns_.inProgram(surfaceAt(knitting_.surface, Rows(0)).yarn));
        beginWithoutWelt(writer_, firstRow(knitting_), knitting_.wasteRows);
        seenFrom_ = writer_.passes() + 1;
    }
    void begin(const BegunHung& begun) {
        writer_.section(begun.section);
        for (const act::Say& each : begun.before)
            writer_.say(each.code, each.text);
        writer_.hang(begun.hang);
        for (const act::Say& each : begun.after)
            writer_.say(each.code, each.text);
        if (begun.weights)
            writer_.hangWeights(firstRow(knitting_));
        writer_.workWith(yarns_.inProgram(surfaceAt(knitting_.surface, Rows(0)).yarn));
        writer_.add(operation::JoinYarn{writer_.work(), writer_.carriage()});
        writer_.counterTo(0);
        seenFrom_ = writer_.passes() + 1;
    }

    // ---- rows

    /// How a whole row is knitted.
    struct Surface {
        YarnNumber yarn;
        Ends ends = Ends::later; ///< where the yarn is changed for it
        int looser = 0;
        bool halfSize = false;
        bool alone = false;
    };
    Surface surfaceAt(const std::vector<Patch>& surface, Rows row) const {
        Surface found{knitting_.work, ground_.ends};
        for (const Patch& each : surface)
            if (each.holds(row) && each.needles.empty()) {
                found.yarn = each.yarn.value_or(found.yarn);
                if (each.yarn)
                    found.ends = each.ends.value_or(ground_.ends);
                found.looser = each.looser.value_or(found.looser);
                found.halfSize = found.halfSize || each.halfSize;
                found.alone = found.alone || each.alone;
            }
        return found;
    }

    void work(Group& group, const std::vector<Stage>& stages) {
        for (auto stage = stages.begin(); stage != stages.end(); ++stage) {
            const auto stop = std::find_if(stage, stages.end(), [](const Stage& each) { return !goesOn(each.act); });
            group.stop = stop == stages.end() ? Rows(0) : stop->at;
            while (group.row < stage->at)
                knitOn(group, stage->at);
            // What an edge brings into work is bare until the piece's own next row.
            const auto isFlap = [&](const Stage& each) {
                return each.at == stage->at && std::holds_alternative<act::Flap>(each.act);
            };
            if (std::none_of(stage, stages.end(), isFlap))
                shape(group, true);
            if (!goesOn(stage->act))
                yarns_.breakHanging();
            std::visit([&](const auto& each) { perform(group, each); }, stage->act);
        }
        yarns_.breakLaidIn([](YarnNumber) { return false; });
        yarns_.breakHanging();
    }

    /// Whether the rows after it are knitted as those before it, by what hangs at the edge.
    static bool goesOn(const Act& act) {
        return std::holds_alternative<act::Say>(act) || std::holds_alternative<act::Mark>(act) ||
               std::holds_alternative<act::Section>(act) || std::holds_alternative<act::Name>(act);
    }

    /// As many rows as are alike.
    void knitOn(Group& group, Rows target) {
        shape(group, true);
        shape(group, false);
        const Surface surface = surfaceAt(group.surface, group.row);
        const bool laid = layIn(group);
        const Rows next = laid ? group.row + Rows(1) : std::min(target, boundary(group, surface.alone));
        useYarn(group, surface.yarn, surface.ends);
        const StitchSize size =
            surface.halfSize ? ground_.machine.sizes.half(writer_.size()) : writer_.size(surface.looser);
        const Rows rows = next - group.row;
        if (onTwoBeds_.stitches)
            writer_.knitPlain(rows, onTwoBeds_.stitches->stitches(group.working()), size, onTwoBeds_.secondLooser);
        else if (surface.alone)
            writer_.knit(rows, group.width(), size);
        else
            writer_.knitPlain(rows, group.width(), size);
        group.goOn(rows, writer_.passes());
        yarns_.knitted(group.working());
        turn(group);
        yarns_.breakLaidIn([&](YarnNumber yarn) {
            return std::ranges::any_of(group.surface, [&](const Patch& each) {
                return !each.needles.empty() && each.yarn.value_or(0) == yarn && each.holds(group.row);
            });
        });
    }

    /// Other yarns into the needles that are to knit with them in the next row. Whether there are any.
    bool layIn(const Group& group) {
        bool any = false;
        for (const Patch& each : group.surface) {
            if (each.needles.empty() || !each.holds(group.row))
                continue;
            std::vector<Needle> needles;
            const NeedleSpan working = group.working();
            for (const NeedleSpan& span : each.needles)
                for (Needle needle = std::max(span.first, working.first); needle <= std::min(span.last, working.last);
                     needle = needle.shifted(1))
                    needles.push_back(needle);
            yarns_.layIn(each.yarn.value_or(0), std::move(needles));
            any = true;
        }
        return any;
    }

    /// The row before which something else begins: an edge's event, or another surface.
    Rows boundary(const Group& group, bool alone) const {
        const Rows one = group.row + Rows(1);
        if (alone || group.turns[Side::left] || group.turns[Side::right])
            return one;
        Rows next(1'000'000'000);
        const auto consider = [&](Rows row) {
            if (row > group.row)
                next = std::min(next, row);
        };
        for (std::size_t i = 0; i < group.edges.size(); ++i) {
            const Edge& edge = group.edges[i];
            for (const Side side : bothSides)
                if (openAt(group, i, side) != 0 || (isReleasing(group, edge) && group.held[side] > 0))
                    return one;
            if (const std::size_t due = group.states[i].next; due < edge.due.size())
                consider(edge.due[due].row);
        }
        for (const Patch& each : group.surface) {
            consider(each.from);
            consider(each.to);
        }
        return next;
    }

    /// The yarn turns beside what waits at the side that it came to.
    void turn(Group& group) {
        const Side far = writer_.carriage();
        const bool releases = std::ranges::any_of(group.edges, [&](const Edge& edge) {
            const auto* released = std::get_if<Released>(&edge.way);
            return released && released->wrapped && edge.from < group.row;
        });
        // What is released in a branch may turn beside the rest of the piece, which waits as well.
        const bool besideTheRest = releases && group.othersBeside[far];
        if ((group.turns[far] && group.turns[far]->wrapped) || (releases && group.held[far] > 0) || besideTheRest) {
            const Needle beside = group.working().end(far).towards(far);
            if (contains(group.span, beside) || contains(group.onTheBed, beside))
                writer_.add(operation::Wrap{beside});
            ++group.wraps[far];
        }
        group.turns = {};
    }

    void useYarn(const Group& group, YarnNumber yarn, Ends ends) {
        yarns_.use(yarn, ends,
                   {.stitches = knitting_.gauge.stitches,
                    .working = group.working(),
                    .mayHang = group.held[Side::left] == 0 && group.held[Side::right] == 0,
                    .yarnAfter = [&](Rows rows) -> std::optional<YarnNumber> {
                        const Rows row = group.row + rows;
                        return row < group.stop ? std::optional(surfaceAt(group.surface, row).yarn) : std::nullopt;
                    }});
    }

    // ---- edges

    static bool hasSide(const Edge& edge, Side side) { return edge.at == Edge::At::both || edge.at == at(side); }
    static bool isReleasing(const Group& group, const Edge& edge) {
        return std::holds_alternative<Released>(edge.way) && edge.from <= group.row;
    }

    static void fallDue(Group& group) {
        for (std::size_t i = 0; i < group.edges.size(); ++i) {
            const std::vector<Due>& dues = group.edges[i].due;
            EdgeState& state = group.states[i];
            for (; state.next < dues.size() && dues[state.next].row <= group.row; ++state.next)
                state.due += dues[state.next].by.count();
        }
    }

    /// Stitches that are due at a side and not yet done.
    static int openAt(const Group& group, std::size_t edge, Side side) {
        const EdgeState& state = group.states[edge];
        return hasSide(group.edges[edge], side) ? state.due - state.done[side].value_or(0) : 0;
    }

    /// Of these, what the carriage allows now.
    int possibleAt(const Group& group, std::size_t edge, Side side) const {
        const int open = openAt(group, edge, side);
        const bool near = side == writer_.carriage();
        const Way& way = group.edges[edge].way;
        if (const auto* held = std::get_if<Held>(&way); held && held->atCarriage)
            return near ? std::min(open, 1) : 0;
        if (const auto* moved = std::get_if<Moved>(&way))
            return open > 0 && !moved->how.fashioned && !near ? 0 : open;
        if (std::holds_alternative<BoundOff>(way) || std::holds_alternative<WoundOn>(way))
            return near ? open : 0;
        if (const auto* released = std::get_if<Released>(&way)) {
            const int wanted = std::max(open, group.wraps[side] >= released->mostWraps ? 1 : 0);
            return std::max(0, std::min({wanted, group.held[side], near ? released->atCarriage.count() : wanted}));
        }
        return near ? 0 : open;
    }

    /// What is due of the edges that have begun, or of those that begin at this row; once a row.
    void shape(Group& group, bool begun) {
        std::optional<Rows>& last = begun ? group.shapedBegun : group.shapedBeginning;
        if (last == group.row)
            return;
        last = group.row;
        fallDue(group);
        PerSide<int> moved;
        for (std::size_t i = 0; i < group.edges.size(); ++i) {
            const Edge& edge = group.edges[i];
            EdgeState& state = group.states[i];
            if (edge.from > group.row || (edge.from < group.row) != begun || state.next == 0)
                continue;
            for (const Side side : bothSides) {
                if (!hasSide(edge, side))
                    continue;
                const int count = possibleAt(group, i, side);
                const bool first = !state.done[side];
                const auto* held = std::get_if<Held>(&edge.way);
                const bool turnsOnly = first && held && !held->atCarriage && side != writer_.carriage();
                if (count == 0 && !turnsOnly)
                    continue;
                if (edge.section && !state.done[Side::left] && !state.done[Side::right])
                    writer_.section(edge.section);
                state.done[side] = state.done[side].value_or(0) + count;
                std::visit([&](const auto& way) { apply(group, side, way, count, moved, begun); }, edge.way);
            }
        }
    }

    static void shrink(Group& group, Side side, int count) {
        (side == Side::left ? group.span.first : group.span.last) = group.span.end(side).towards(opposite(side), count);
    }

    void apply(Group& group, Side side, const Moved& way, int count, PerSide<int>& moved, bool begun) {
        if (count > 0)
            return widen(group, side, way, count);
        const Side other = opposite(side);
        // What goes at the other side in this row, and where last loops of what is bound off come to lie.
        int alsoMoved = moved[other];
        Stitches wide = group.width() + Stitches(moved[other]);
        for (std::size_t i = 0; i < group.edges.size(); ++i) {
            const Edge& edge = group.edges[i];
            if (edge.from > group.row || (edge.from < group.row) != begun)
                continue;
            if (std::holds_alternative<Moved>(edge.way))
                alsoMoved -= std::min(0, possibleAt(group, i, other));
            else if (std::holds_alternative<BoundOff>(edge.way))
                for (const Side each : bothSides)
                    if (const int bound = possibleAt(group, i, each); bound > 0)
                        wide -= Stitches(bound + 1);
        }
        if (group.bound[other] == group.row)
            wide -= Stitches(1);
        moved[side] += -count;
        const operation::Decrease decrease =
            moveIn(side, -count, way.how, std::min(way.atMost, roomAtEachSide(wide, -count, alsoMoved)),
                   group.bound[side] == group.row);
        if (way.inside)
            writer_.add(byNeedle(group.working().end(side), opposite(side), decrease));
        else
            writer_.add(decrease);
        shrink(group, side, -count);
    }

    void widen(Group& group, Side side, const Moved& way, int count) {
        operation::Increase increase{.side = side, .count = count, .kind = operation::Shaping::edge};
        if (way.how.fashioned) {
            increase.kind = operation::Shaping::fashioned;
            increase.inset = way.how.inset;
        }
        writer_.add(increase);
        shrink(group, side, -count);
    }

    static operation::Transfer byNeedle(Needle outermost, Side inward, const operation::Decrease& decrease) {
        const int moved = decrease.kind == operation::Shaping::edge ? 1 : decrease.inset;
        operation::Transfer transfer;
        transfer.moves.reserve(static_cast<std::size_t>(moved));
        for (int each = 0; each < moved; ++each)
            transfer.moves.emplace_back(outermost.towards(inward, each),
                                        outermost.towards(inward, each + decrease.count));
        return transfer;
    }

    void apply(Group& group, Side side, const BoundOff& way, int count, PerSide<int>&, bool) {
        writer_.add(operation::BindOff{.side = side, .count = count, .as = side == Side::left ? way.left : way.right});
        shrink(group, side, count);
        group.bound[side] = group.row;
    }
    void apply(Group& group, Side side, const WoundOn& way, int count, PerSide<int>&, bool) {
        castOnBeside(group, Stitches(count), side == Side::left ? way.left : way.right, CastOnMethod::closedLoop);
    }
    void apply(Group& group, Side side, const TakenOff& way, int count, PerSide<int>&, bool) {
        const NeedleSpan off = fromEdge(group.span, side, 0, count);
        writer_.add(operation::TakeOff{off.first, off.last, operation::Onto::holder, sided(side, way.left, way.right)});
        shrink(group, side, count);
    }
    void apply(Group& group, Side side, const Held& way, int count, PerSide<int>&, bool) {
        writer_.holdLever(true);
        hold(writer_, fromEdge(group.working(), side, 0, count));
        group.held[side] += count;
        if (!way.atCarriage)
            group.turns[side] = &way;
        else if (way.wrapped && !ground_.machine.holdWrapsItself)
            writer_.add(operation::Wrap{group.working().end(side).towards(side)});
    }
    void apply(Group& group, Side side, const Released&, int count, PerSide<int>&, bool) {
        release(writer_, fromEdge(group.span, side, group.held[side] - count, count));
        group.held[side] -= count;
        group.wraps[side] = 0;
    }

    // ---- stages

    void perform(Group&, const act::Say& say) { writer_.say(say.code, say.text); }
    void perform(Group&, const act::Section& section) { writer_.section(section.name); }
    void perform(Group&, const act::HoldLever& lever) { writer_.holdLever(lever.on); }
    void perform(Group& group, const act::Hold& act) {
        writer_.holdLever(true);
        hold(writer_, fromEdge(group.working(), act.side, 0, act.count.count()));
        group.held[act.side] += act.count.count();
    }
    void perform(Group&, const act::Release& act) { release(writer_, act.needles); }
    void perform(Group&, const act::TakeOff& off) {
        writer_.add(operation::TakeOff{off.needles.first, off.needles.last, off.onto, off.as});
    }

    void perform(Group&, const act::Mark& mark) {
        for (const Side side : bothSides)
            if (mark.at == Edge::At::both || mark.at == at(side))
                writer_.add(operation::Mark{side, mark.name});
    }

    /// Without the passes of branches that do not count among its rows.
    void perform(Group& group, const act::Name& name) {
        int first = name.from ? passOf(group, *name.from, name.side) : seenFrom_;
        int last = name.to ? passOf(group, *name.to - Rows(1), name.side) : seenTo_.value_or(writer_.passes());
        for (const auto& [from, after] : group.apart[name.side])
            if (from > first && from <= last && after > last) {
                last = from - 1;
            } else if (from > first && after <= last) {
                writer_.edge(name.name.c_str(), name.side, first, from - 1);
                first = after;
            } else if (from <= first && first < after) {
                first = after;
            }
        writer_.edge(name.name.c_str(), name.side, first, last);
    }
    /// The pass that makes a row, knitted or not; rows from 0.
    int passOf(const Group& group, Rows row, Side side) const {
        const auto at = static_cast<std::size_t>(row.count());
        const std::vector<int>& passes = group.passes[side];
        return at < passes.size() ? passes[at] : writer_.passes() + row.count() + 1 - static_cast<int>(passes.size());
    }

    void perform(Group& group, const act::Thin& thin) {
        group.span =
            onTwoBeds_.stitches
                ? writeThinnedOnTwoBeds(writer_, group.span, *onTwoBeds_.stitches, thin.every, thin.from, thin.first)
                : writeThinned(writer_, group.span, thin.every, thin.from, thin.way, knitting_.wasteRows, thin.first);
        const Stitches left = onTwoBeds_.stitches ? onTwoBeds_.stitches->stitches(group.span) : group.width();
        writer_.say("across_left", fmt::format("{} needles must hold a loop now.", left.count()));
    }

    void perform(Group& group, const act::Halve& halve) {
        const std::vector<int> places = thin(group.width(), 2, halve.from);
        if (places.empty())
            return;
        writer_.section("halve");
        operation::Transfer transfer;
        const int step = halve.from == Side::left ? 1 : -1;
        for (const int place : places) {
            const Needle needle = group.span.first.shifted(place - 1);
            transfer.moves.emplace_back(needle, needle.shifted(step));
        }
        writer_.add(std::move(transfer));
        // The outermost one went inward as well.
        group.bare += static_cast<int>(places.size()) - 1;
        group.span = fromEdge(group.span, halve.from, 1, group.span.size() - 1);
        writer_.say("across_left", fmt::format("{} needles must hold a loop now.", group.width().count()));
    }

    void perform(Group& group, const act::ToMainBed&) {
        toTheMainBed(writer_, group.span, *onTwoBeds_.stitches, 0, writer_.size(), onTwoBeds_.secondLooser);
        onTwoBeds_.stitches.reset();
    }

    void perform(Group& group, const act::Fewer& fewer) {
        if (fewer.change > Stitches(0))
            group.span = fewer.firstRun
                             ? writeFewer(writer_, group.span, fewer.change, *fewer.firstRun, fewer.from, fewer.way,
                                          knitting_.wasteRows)
                             : writeAcross(writer_, group.span, -fewer.change, fewer.way, knitting_.wasteRows);
    }

    void perform(Group& group, const act::More& more) {
        group.span = writeMore(writer_, group.span, more.after, more.way, knitting_.wasteRows);
    }

    void perform(Group& group, const act::CastOnBeside& beside) {
        castOnBeside(group, beside.count, beside.as, beside.method);
    }
    /// At the carriage.
    void castOnBeside(Group& group, Stitches count, const std::string& as, CastOnMethod method) {
        const Side side = writer_.carriage();
        const Needle next = group.span.end(side).towards(side);
        const Needle last = group.span.end(side).towards(side, count.count());
        writer_.add(operation::CastOn{.method = method,
                                      .from = std::min(next, last),
                                      .to = std::max(next, last),
                                      .yarn = writer_.work(),
                                      .carriage = side,
                                      .as = as});
        shrink(group, side, -count.count());
    }

    void perform(Group&, const act::CastOnOver& over) {
        writer_.add(operation::CastOn{.method = over.method,
                                      .from = over.gap.first,
                                      .to = over.gap.last,
                                      .yarn = writer_.work(),
                                      .carriage = writer_.carriage(),
                                      .as = over.as,
                                      .ownEnd = true});
    }

    void perform(Group& group, const act::HangOn& act) {
        writer_.hang(act.hang);
        group.span = act.working;
        if (!act.joins)
            return;
        writer_.workWith(yarns_.inProgram(surfaceAt(group.surface, group.row).yarn));
        writer_.add(operation::JoinYarn{writer_.work(), writer_.carriage()});
    }

    void perform(Group& group, const act::HangRow& act) {
        const Rows row = group.row - act.below - Rows(1);
        const HangSource source{.kind = HangSource::Kind::row,
                                .name = std::to_string(passOf(group, row, writer_.carriage()))};
        operation::Hang hang{.sources = {source}, .allOf = {source}};
        // Of a part of a piece both ends have a neighbour, and none is lost.
        const bool isWhole = !group.othersBeside[Side::left] && !group.othersBeside[Side::right];
        const NeedleSpan takes = fromEdge(group.span, writer_.carriage(), 0, group.span.size() - (isWhole ? 1 : 0));
        for (Needle needle = takes.first; needle <= takes.last; needle = needle.shifted(1))
            hang.put(needle, needle);
        writer_.hang(std::move(hang));
    }

    void perform(Group& group, const act::OneWay& act) {
        for (int row = 0; row < act.rows.count(); ++row) {
            const Surface surface = surfaceAt(group.surface, group.row);
            useYarn(group, surface.yarn, surface.ends);
            if (row > 0)
                writer_.slip();
            writer_.knit(Rows(1), group.width(), writer_.size(surface.looser));
            group.goOn(Rows(1), writer_.passes());
            yarns_.knitted(group.working());
        }
    }

    void perform(Group&, const act::Holes& holes) {
        operation::Transfer transfer;
        for (const NeedleSpan& hole : holes.holes) {
            transfer.moves.emplace_back(hole.first, hole.first.shifted(-1));
            transfer.stay.push_back(hole.first);
            if (hole.size() > 1) {
                transfer.moves.emplace_back(hole.last, hole.last.shifted(1));
                transfer.stay.push_back(hole.last);
            }
        }
        writer_.add(std::move(transfer));
    }

    void perform(Group&, const act::BindOffWithin& act) {
        const Side from = act.from;
        writer_.add(
            operation::BindOff{.side = from, .count = act.needles.size(), .as = act.as, .at = act.needles.end(from)});
    }

    void perform(Group& group, const act::Slits& slits) {
        const Surface surface = surfaceAt(group.surface, group.row);
        writeSlits(writer_, yarns_, group, slits, writer_.size(surface.looser), surface.yarn);
    }

    void perform(Group&, const act::MarkStitches& mark) {
        for (const Needle needle : mark.needles)
            writer_.add(operation::Mark{needle, mark.as});
    }

    void perform(Group&, const act::HangFirstRow& folded) {
        if (const auto* begun = std::get_if<BegunHung>(&knitting_.begin); begun && folded.theEdge) {
            operation::Hang edge = begun->hang;
            edge.again = true;
            return writer_.hang(std::move(edge));
        }
        const HangSource firstRow{.kind = HangSource::Kind::first};
        operation::Hang again{.sources = {firstRow}, .allOf = {firstRow}};
        if (const auto* begun = std::get_if<BegunHung>(&knitting_.begin))
            for (const Hung& hung : begun->hang.map)
                again.put(hung.needle, hung.needle);
        writer_.hang(std::move(again));
    }

    void perform(Group& group, const act::BindOff& end) {
        if (!end.count)
            return bindOffAll(writer_, group.working(), group.width(), end.method, end.as, knitting_.wasteRows);
        const Side from = end.from.value_or(writer_.carriage());
        if (from != writer_.carriage() || !end.joined) {
            if (end.joined)
                writer_.add(operation::BreakYarn{writer_.work()});
            writer_.moveCarriage(from, operation::Crossing::lifted);
            writer_.add(operation::JoinYarn{writer_.work(), from});
        }
        writer_.add(operation::BindOff{.side = from, .count = end.count->count(), .method = end.method, .as = end.as});
        writer_.add(operation::BreakYarn{writer_.work()});
    }

    void perform(Group&, const act::OffOnWaste& off) {
        Stitches width;
        for (const auto& [name, needles] : off.as)
            width += Stitches(needles.size());
        writer_.offOnWaste(knitting_.wasteRows, width, off.joined ? std::optional(writer_.work()) : std::nullopt,
                           off.as);
    }

    void perform(Group& group, const act::AllOver& over) {
        const Side near = writer_.carriage();
        const Side far = opposite(near);
        const auto bringBack = [&](Side side) {
            release(writer_, fromEdge(group.span, side, 0, group.held[side]));
            group.held[side] = 0;
        };
        // A row that began at the outer end would leave the yarn lying under what waits there.
        if (group.held[far] > 0) {
            writer_.say("far_shoulder", over.farFirst);
            bringBack(far);
        }
        const auto across = [&] {
            const Surface surface = surfaceAt(group.surface, group.row);
            useYarn(group, surface.yarn, surface.ends);
            writer_.knit(Rows(1), group.width(), writer_.size(surface.looser));
            group.goOn(Rows(1), writer_.passes());
        };
        across();
        if (group.held[near] > 0) {
            bringBack(near);
            writer_.holdLever(false);
            writer_.say("all_over", over.thenAll);
            across();
        }
        writer_.holdLever(false);
    }

    void perform(Group& group, const act::EndWelt& end) {
        if (end.welt.knitted > Rows(0)) // of a rolled edge the piece's own yarn goes on
            useYarn(group, end.welt.yarn, ground_.ends);
        seenTo_ = writeWeltDown(writer_, group.span, end.welt, knitting_.wasteRows);
    }

    void perform(Group&, const act::WeltAfterwards& end) {
        seenFrom_ = writer_.passes() + 1;
        writer_.workWith(yarns_.inProgram(end.welt.yarn));
        seenTo_ = writeWeltAfterwards(writer_, firstRow(knitting_), end.welt, knitting_.wasteRows);
    }

    void perform(Group&, const act::DrawUp& draw) {
        writer_.section("draw up");
        writer_.add(operation::DrawUp{.as = draw.as, .yarn = writer_.work()});
    }

    // ---- parts

    void perform(Group&, const act::BreakYarn&) { writer_.add(operation::BreakYarn{writer_.work()}); }
    void perform(Group& group, const act::NewYarn&) {
        writer_.add(operation::BreakYarn{writer_.work()});
        writer_.workWith(yarns_.inProgram(surfaceAt(group.surface, group.row).yarn));
        writer_.add(operation::JoinYarn{writer_.work(), writer_.carriage()});
    }

    void perform(Group&, const act::Parts& parts) {
        for (const Part& each : parts.each) {
            Group own(each.edges, each.surface, each.of, each.of);
            if (!each.goesOn)
                beginPart(each, surfaceAt(own.surface, own.row).yarn);
            work(own, each.stages);
        }
    }

    void beginPart(const Part& part, YarnNumber yarn) {
        writer_.section("next part");
        writer_.moveCarriage(part.carriage, operation::Crossing::lifted);
        writer_.counterTo(part.from.count());
        writer_.workWith(yarns_.inProgram(yarn));
        for (const Part::Loops& each : part.takes)
            hangAgain(each.needles, each.as);
        for (const Part::Loops& each : part.wound)
            writer_.add(operation::CastOn{.from = each.needles.first,
                                          .to = each.needles.last,
                                          .yarn = writer_.work(),
                                          .carriage = part.carriage,
                                          .as = each.as,
                                          .ownEnd = !part.takes.empty()});
        if (part.takes.empty())
            writer_.hangWeights(part.of);
        else
            writer_.add(operation::JoinYarn{writer_.work(), writer_.carriage()});
    }

    void hangAgain(NeedleSpan needles, const std::string& as) {
        writer_.say("hang_again", "Hang the waiting stitches on their needles again, purl side facing you.");
        const HangSource source{.kind = HangSource::Kind::kept, .name = as};
        operation::Hang hang{.sources = {source}, .allOf = {source}};
        int index = 1;
        for (Needle needle = needles.first; needle <= needles.last; needle = needle.shifted(1))
            hang.put(needle, index++);
        writer_.hang(std::move(hang));
    }

    // ---- branches

    void perform(Group& branch, const act::Wait&) {
        hold(writer_, branch.working());
        writer_.add(operation::BreakYarn{writer_.work()});
    }

    void perform(Group& group, const act::Branches& branches) {
        const Side start = writer_.carriage();
        const int counter = writer_.counter();
        const int before = writer_.passes();
        std::vector<const Branch*> order;
        for (const Branch& each : branches.each)
            order.push_back(&each);
        if (start == Side::right)
            std::ranges::reverse(order);
        const bool onHolder = branches.waiting == act::Branches::Waiting::holder;
        NeedleSpan waiting = order.back()->of;
        if (!branches.boundBetween.empty())
            waiting = {std::min(waiting.first, branches.boundBetween.first),
                       std::max(waiting.last, branches.boundBetween.last)};
        for (const Branch* each : order) {
            const bool first = each == order.front();
            if (!first && branches.nextSection)
                writer_.section(branches.nextSection);
            Group own(each->edges, each->surface, each->of, onHolder ? each->of : group.span);
            // What waits already at the piece's sides.
            for (const Side side : bothSides)
                if (each->of.end(side) == group.span.end(side))
                    own.held[side] = group.held[side];
            if (!first)
                bringBack(own, branches, waiting, start, counter);
            else if (branches.waiting == act::Branches::Waiting::off)
                takeOffBeside(group.span, own, branches);
            else if (!onHolder)
                holdBeside(group.span, each->of);
            else if (order.size() > 1)
                toHolder(waiting);
            work(own, each->stages);
        }
        if (!branches.apart)
            group.setApart(before + 1, writer_.passes() + 1);
        if (onHolder)
            writer_.holdLever(false);
    }

    void perform(Group& group, const act::Flap& flap) {
        const YarnIndex around = writer_.work();
        const int counter = writer_.counter();
        const int before = writer_.passes();
        // Where the carriage is first, so that the one of a mirror image does the same.
        std::array beside = {NeedleSpan{group.span.first, flap.of.of.first.shifted(-1)},
                             NeedleSpan{flap.of.of.last.shifted(1), group.span.last}};
        if (writer_.carriage() == Side::right)
            std::swap(beside[0], beside[1]);
        writer_.holdLever(true);
        for (const NeedleSpan& each : beside)
            holdApart(writer_, each);
        writer_.counterTo(0);
        yarns_.useOwnBalls(true);
        Group own(flap.of.edges, flap.of.surface, flap.of.of, group.span);
        writer_.workWith(yarns_.inProgram(surfaceAt(own.surface, Rows(0)).yarn));
        writer_.say("own_ball", fmt::format("Leave {} hanging at the edge.", writer_.nameOf(around)));
        writer_.add(operation::JoinYarn{writer_.work(), writer_.carriage()});
        work(own, flap.of.stages);
        writer_.add(operation::BreakYarn{writer_.work()});
        yarns_.useOwnBalls(false);
        writer_.workWith(around);
        for (const NeedleSpan& each : beside)
            release(writer_, each);
        writer_.holdLever(false);
        writer_.counterTo(counter);
        writer_.edge(flapEdge, Side::left, before + 1, writer_.passes());
        group.setApart(before + 1, writer_.passes() + 1);
    }

    void perform(Group& flap, const act::CloseCorner&) {
        const Side far = writer_.carriage();
        writer_.add(operation::Wrap{flap.span.end(far).towards(far)});
    }

    void takeOffBeside(NeedleSpan all, const Group& branch, const act::Branches& branches) {
        const NeedleSpan left{all.first, branch.span.first.shifted(-1)};
        const NeedleSpan right{branch.span.last.shifted(1), all.last};
        writer_.add(operation::BreakYarn{writer_.work()});
        writer_.say("rest_off", "Take the rest off, each side on a holder of its own, until it is hung again.");
        writer_.add(operation::TakeOff{left.first, left.last, operation::Onto::holder, branches.offLeft});
        writer_.add(operation::TakeOff{right.first, right.last, operation::Onto::holder, branches.offRight});
        writer_.workWith(yarns_.inProgram(surfaceAt(branch.surface, branch.row).yarn));
        writer_.add(operation::JoinYarn{writer_.work(), writer_.carriage()});
    }

    void holdBeside(NeedleSpan all, NeedleSpan branch) {
        writer_.holdLever(true);
        hold(writer_, {all.first, branch.first.shifted(-1)});
        hold(writer_, {branch.last.shifted(1), all.last});
    }

    void toHolder(NeedleSpan waiting) {
        writer_.say("rest_off", "Take the rest onto a holder until its turn comes.");
        writer_.add(operation::TakeOff{waiting.first, waiting.last, operation::Onto::holder, waitingName});
    }

    void fromHolder(NeedleSpan waiting) {
        writer_.holdLever(false);
        hangAgain(waiting, waitingName);
    }

    void bringBack(Group& own, const act::Branches& branches, NeedleSpan waiting, Side start, int counter) {
        const Side outer = branches.apart ? opposite(start) : writer_.carriage();
        if (branches.waiting == act::Branches::Waiting::holder) {
            fromHolder(waiting);
            const NeedleSpan middle = branches.boundBetween;
            writer_.moveCarriage(middle.empty() ? outer : start, operation::Crossing::lifted);
            if (!middle.empty()) {
                writer_.add(operation::JoinYarn{writer_.work(), start});
                writer_.add(operation::BindOff{.side = start, .count = middle.size(), .as = branches.boundAs});
                writer_.add(operation::BreakYarn{writer_.work()});
                own.bound[start] = own.row;
            }
            if (own.held[outer] > 0) {
                writer_.holdLever(true);
                hold(writer_, fromEdge(own.span, outer, 0, own.held[outer]));
            }
            writer_.moveCarriage(outer, operation::Crossing::lifted);
        } else {
            writer_.moveCarriage(outer);
        }
        if (branches.apart)
            writer_.counterTo(counter);
        if (branches.waiting == act::Branches::Waiting::held)
            release(writer_, own.working());
        writer_.workWith(yarns_.inProgram(surfaceAt(own.surface, own.row).yarn));
        writer_.add(operation::JoinYarn{writer_.work(), writer_.carriage()});
    }

    const Ground& ground_;
    const Knitting& knitting_;
    ProgramWriter writer_;
    YarnChanges yarns_{writer_, ground_};
    struct OnTwoBeds {
        std::optional<TwoBedArrangement> stitches;
        int secondLooser = 0;
    };
    OnTwoBeds onTwoBeds_; ///< while the piece is
    int seenFrom_ = 1;
    std::optional<int> seenTo_; ///< where something is folded behind the last that is seen
};

} // namespace

Program writePiece(const Ground& ground, const Knitting& knitting, const std::string& piece) {
    return PieceWriter(ground, knitting, piece).write();
}

} // namespace vestimen
