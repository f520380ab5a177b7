// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practice/practice_card.h"

#include "core/record/slow_motion.h"

#include <algorithm>

namespace vestimen {

CardEnd endOf(const VirtualBed& bed, const Program& program) {
    const Fabric& fabric = bed.fabric();
    CardEnd end;
    for (const Pass& pass : fabric.passes)
        end.rows += pass.loopCount > 0 ? 1 : 0;
    for (int of = 0; of < program.machine.beds; ++of) {
        const NeedleSpan span = bed.occupied(of == 0 ? Bed::main : Bed::second);
        for (int i = 0; i < span.size(); ++i) {
            const NeedleState state = bed.needle(span.first.shifted(i));
            end.loops += state.loops;
            end.waits += state.loops > 0 && state.position == Position::hold ? 1 : 0;
            end.ladder += state.loops == 0 ? 1 : 0;
        }
    }
    for (const auto& [name, loops] : fabric.kept)
        end.kept += static_cast<int>(loops.size());
    for (const Loop loop : fabric.loops) {
        end.bound += loop.kind == LoopKind::bound ? 1 : 0;
        end.purls += loop.isPurl ? 1 : 0;
    }
    end.split = static_cast<int>(bed.splitStitches().size());
    return end;
}

std::vector<CardStep> stepsOf(const PracticeCard& card) {
    std::vector<CardStep> steps;
    const auto& operations = card.program.operations;
    for (std::size_t i = 0; i < operations.size(); ++i)
        if (const auto* say = std::get_if<operation::Say>(&operations[i].action); say && isSection(*say)) {
            if (!steps.empty())
                steps.back().to = i;
            steps.push_back({say->text, i + 1, operations.size()});
        }
    return steps;
}

std::vector<Phrase> problemsOf(const PracticeCard& card) {
    std::vector<Phrase> problems;
    if (stepsOf(card).empty())
        problems.push_back({"There is no step: a section of the program begins each.", {}});
    VirtualBed bed(card.program);
    bed.advance({card.program.operations.size(), 0});
    for (const Finding& finding : bed.fabric().findings)
        if (finding.severity == Severity::error)
            problems.push_back(finding.text);
    const CardEnd end = endOf(bed, card.program);
    const auto compare = [&](const char* text, int is, int promised) {
        if (is != promised)
            problems.push_back({text, {is, promised}});
    };
    compare("{0} rows are knitted in the end, and {1} are promised.", end.rows, card.end.rows);
    compare("{0} loops are on needles in the end, and {1} are promised.", end.loops, card.end.loops);
    compare("{0} needles wait in the end, and {1} are promised.", end.waits, card.end.waits);
    compare("{0} stitches are kept in the end, and {1} are promised.", end.kept, card.end.kept);
    compare("{0} stitches are bound off in the end, and {1} are promised.", end.bound, card.end.bound);
    compare("{0} stitches are purl in the end, and {1} are promised.", end.purls, card.end.purls);
    compare("{0} needles between the others are empty in the end, and {1} are promised.", end.ladder, card.end.ladder);
    compare("{0} stitches are split in the end, and {1} are promised.", end.split, card.end.split);
    return problems;
}

namespace {

using namespace operation;

struct CardFor {
    std::string operator()(const CastOn& op) const {
        switch (op.method) {
        case CastOnMethod::closedLoop:
            return "cast_on_wound";
        case CastOnMethod::latchChain:
            return "cast_on_latch_chain";
        case CastOnMethod::weightedHem:
            return "cast_on_weighted_hem";
        case CastOnMethod::zigzag:
            return "cast_on_zigzag";
        }
        return {};
    }
    std::string operator()(const BindOff& op) const {
        return op.all ? std::string("bind_off_") + traits(op.method).option.key : "bind_off_at_the_edge";
    }
    std::string operator()(const Increase& op) const {
        return op.kind == Shaping::edge ? "increase_edge" : "increase_fashioned";
    }
    std::string operator()(const Decrease& op) const {
        return op.kind == Shaping::edge ? "decrease_edge" : "decrease_fashioned";
    }
    std::string operator()(const Transfer& op) const { return op.moves.size() > 3 ? "thin_across" : "transfer_one"; }
    std::string operator()(const Hang& op) const {
        using Kind = HangSource::Kind;
        const bool ofEdge =
            std::ranges::any_of(op.sources, [](const HangSource& each) { return each.kind == Kind::edge; });
        const bool ofFirst =
            std::ranges::any_of(op.sources, [](const HangSource& each) { return each.kind == Kind::first; });
        return ofEdge ? "hang_an_edge" : ofFirst ? "hang_a_hem" : "thin_by_waste";
    }
    std::string operator()(const Hold&) const { return "short_rows_wrapped"; }
    std::string operator()(const Release&) const { return "short_rows_wrapped"; }
    std::string operator()(const HoldLever&) const { return "short_rows_wrapped"; }
    std::string operator()(const operation::Wrap&) const { return "short_rows_wrapped"; }
    std::string operator()(const Cross&) const { return "cable"; }
    std::string operator()(const TakeOff&) const { return "waste_yarn_off"; }
    std::string operator()(const DrawUp&) const { return "draw_up"; }
    std::string operator()(const Drop&) const { return "latch_column"; }
    std::string operator()(const Reform&) const { return "latch_column"; }
    std::string operator()(const Split&) const { return "fault_split_stitch"; }
    std::string operator()(const BreakYarn&) const { return "weave_in"; }
    std::string operator()(const JoinYarn&) const { return "weave_in"; }
    template<class Op> std::string operator()(const Op&) const { return {}; }
};

} // namespace

std::string cardFor(const Operation& operation) {
    return std::visit(CardFor{}, operation.action);
}

Program inMotions(const Program& program, const Siblings* siblings) {
    Program taken = program;
    taken.operations.clear();
    VirtualBed bed(program, siblings);
    for (std::size_t i = 0; i < program.operations.size(); ++i) {
        const Operation& whole = program.operations[i];
        bed.advance({i, 0});
        if (const auto* knit = std::get_if<operation::Knit>(&whole.action)) {
            operation::Knit row = *knit;
            row.rows = Rows(1);
            for (int made = 0; made < knit->rows.count(); ++made)
                taken.operations.push_back({row, made == 0 ? whole.row : std::nullopt});
            continue;
        }
        for (Operation& each : inSlowMotion(whole, bed))
            taken.operations.push_back(std::move(each));
    }
    return taken;
}

} // namespace vestimen
