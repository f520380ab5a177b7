// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/tails.h"

#include "core/knitting/wording.h"

#include <rapidcheck.h>

#include <algorithm>
#include <cstdlib>
#include <map>

namespace vestimen::test {
namespace {

std::string said(const Program& program, std::size_t operation) {
    return render(sentence(program, program.operations[operation]));
}

/// What an end of yarn is left for that is no join's.
bool isOwn(const operation::Tail& tail) {
    return tail.use == operation::seamTail || tail.use == "winding the edge";
}

/// Where the carriage stands before an operation, counted by hand from the first cast on or join.
Side carriageBefore(const Program& program, std::size_t operation) {
    Side at = Side::right;
    bool known = false;
    for (std::size_t i = 0; i <= operation; ++i) {
        const Action& action = program.operations[i].action;
        if (const auto* castOn = std::get_if<operation::CastOn>(&action)) {
            at = castOn->carriage;
            known = true;
        } else if (const auto* join = std::get_if<operation::JoinYarn>(&action); join && join->carriage && !known) {
            at = *join->carriage;
            known = true;
        } else if (i == operation) {
            break;
        } else if (const auto* knit = std::get_if<operation::Knit>(&action)) {
            at = knit->rows.isEven() ? at : opposite(at);
        } else if (std::holds_alternative<operation::SlipRow>(action)) {
            at = opposite(at);
        } else if (const auto* moved = std::get_if<operation::MoveCarriage>(&action)) {
            at = moved->to;
        }
    }
    return at;
}

/// The rows that are knitted before an operation.
int rowsBefore(const Program& program, std::size_t operation) {
    int rows = 0;
    for (std::size_t i = 0; i < operation; ++i)
        if (const auto* knit = std::get_if<operation::Knit>(&program.operations[i].action))
            rows += knit->rows.count();
    return rows;
}

/// The loop as it was knitted, however often it was hung again.
LoopId knitted(const Fabric& fabric, LoopId loop) {
    while (fabric.loops[loop].kind == LoopKind::hung && fabric.loops[loop].parent != noLoop)
        loop = fabric.loops[loop].parent;
    return loop;
}

} // namespace

TailsSeen checkTails(const Worked& worked) {
    TailsSeen seen;
    std::map<std::pair<std::string, std::size_t>, Length> wanted;
    for (const Join& join : worked.joins) {
        if (!join.end)
            continue;
        RC_ASSERT(join.tail > Length());
        const WorkedPiece* piece = worked.piece(join.end->piece);
        RC_ASSERT(piece != nullptr);
        const Program& program = piece->program;
        const std::size_t operation = join.end->operation;
        wanted[{program.piece, operation}] += join.tail;
        // The yarn is where the carriage is; a chain takes it along to the other edge, loops that are drawn through
        // each other go towards it.
        const auto* bound = std::get_if<operation::BindOff>(&program.operations[operation].action);
        const bool goesAlong =
            bound && bound->method != BindOffMethod::latchOff && bound->method != BindOffMethod::loopThroughLoop;
        const Side carriage = carriageBefore(program, operation);
        RC_ASSERT(join.end->at == (goesAlong ? opposite(carriage) : carriage));
        const operation::Tail* tail = tailOf(program.operations[operation]);
        RC_ASSERT(tail != nullptr);
        RC_ASSERT(tail->at == join.end->at);
        const Fabric& fabric = piece->fabric;
        const int rows = rowsBefore(program, operation);
        const bool begins = std::holds_alternative<operation::CastOn>(program.operations[operation].action) ||
                            std::holds_alternative<operation::JoinYarn>(program.operations[operation].action);
        ++(begins ? seen.begun : seen.broken);
        if (begins) {
            // The outermost stitch of the row that comes next is the lowest of the seam.
            const LoopId first = fabric.passes[static_cast<std::size_t>(rows)].end(join.end->at);
            RC_ASSERT(std::ranges::any_of(fabric.edges, [&](const NamedEdge& edge) {
                const auto openings = fabric.edge(edge.name);
                return edge.side == join.end->at && !openings.empty() && openings.front() == first;
            }));
            continue;
        }
        // It ends at the outermost loop of the last row: that one is open or bound, or the trim's last.
        const Pass& last = fabric.passes[static_cast<std::size_t>(rows) - 1];
        const LoopId end = last.end(join.end->at);
        const int slot = fabric.loops[end].slot;
        const bool isKept = std::ranges::any_of(
            fabric.kept, [&](const auto& kept) { return std::ranges::count(kept.second, end) > 0; });
        const bool isBound = std::ranges::any_of(fabric.bound, [&](const auto& each) {
            return std::ranges::any_of(each.second, [&](LoopId loop) {
                return std::abs(fabric.loops[loop].slot - slot) <= static_cast<int>(last.loopCount);
            });
        });
        // Of what is drawn up every second may lie on its neighbour, which then stands for both.
        bool isDrawn = false;
        if (const auto* drawn = std::get_if<operation::DrawUp>(&program.operations[operation].action)) {
            const std::vector<LoopId>& kept = fabric.kept.at(drawn->as);
            const LoopId outer = join.end->at == Side::left ? kept.front() : kept.back();
            isDrawn = std::abs(fabric.loops[knitted(fabric, outer)].slot - slot) <= 1;
            RC_ASSERT(isDrawn);
        }
        // A bag that was knitted with a ball of its own ends at its mouth, where the piece goes on over its needles.
        const bool isEdgesEnd = std::ranges::any_of(
            fabric.edges, [&](const NamedEdge& edge) { return edge.side == join.end->at && edge.lastPass == rows; });
        seen.open += isKept ? 1 : 0;
        seen.inSteps += isBound && !isKept ? 1 : 0;
        RC_ASSERT(isKept || isBound || isDrawn || isEdgesEnd || rows == static_cast<int>(fabric.passes.size()));
    }
    for (const WorkedPiece& piece : worked.pieces)
        for (std::size_t i = 0; i < piece.program.operations.size(); ++i) {
            const operation::Tail* tail = tailOf(piece.program.operations[i]);
            if (!tail || isOwn(*tail))
                continue;
            const auto found = wanted.find({piece.program.piece, i});
            RC_ASSERT(abs(tail->length - (found == wanted.end() ? Length() : found->second)) <
                      Length::millimetres(0.01));
            if (found == wanted.end())
                continue;
            // Knit says the figure that Join says.
            RC_ASSERT(said(piece.program, i).find(render(Operand(tail->length))) != std::string::npos);
        }
    return seen;
}

} // namespace vestimen::test
