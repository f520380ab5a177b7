// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/bed_programs.h"

#include <algorithm>
#include <tuple>

namespace vestimen::test {

namespace {

constexpr auto everything = "everything that is on the bed";

} // namespace

Needle at(const char* name) {
    return Needle::parse(name).value();
}

Program program(std::vector<Action> actions) {
    Program result;
    result.piece = "test";
    result.worn = "test";
    result.machine.needles = 20;
    result.yarns = {{"A", "slate", YarnRole::main}, {"W", "cream", YarnRole::waste}, {"B", "rust", YarnRole::contrast}};
    for (Action& action : actions) {
        if (const auto* off = std::get_if<op::TakeOff>(&action); off && off->as == everything) {
            VirtualBed bed(result);
            bed.advance({result.operations.size(), 0});
            const NeedleSpan span = bed.occupied();
            result.operations.push_back({op::TakeOff{span.first, span.last, op::Onto::holder, "rest"}, std::nullopt});
        } else {
            result.operations.push_back({std::move(action), std::nullopt});
        }
    }
    return result;
}

Program onSixNeedles(std::vector<Action> actions) {
    actions.insert(actions.begin(), op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R3"), 1, slate, Side::right});
    return program(std::move(actions));
}

std::vector<std::string> codes(const Program& program, const Siblings* siblings) {
    std::vector<std::string> result;
    for (const Finding& finding : knit(program, siblings).findings)
        if (std::find(result.begin(), result.end(), finding.code.text()) == result.end())
            result.emplace_back(finding.code.text());
    return result;
}

std::string difference(const Fabric& one, const Fabric& other) {
    if (one.loops.size() != other.loops.size())
        return "the number of loops";
    auto there = other.loops.begin();
    for (const Loop here : one.loops) {
        const Loop loop = *there++;
        if (std::tuple(here.parent, here.needle(), here.yarn, here.kind, here.isPurl) !=
            std::tuple(loop.parent, loop.needle(), loop.yarn, loop.kind, loop.isPurl))
            return "the loop on " + here.needle().name() + " before " + std::to_string(there.id());
    }
    for (LoopId id = 0; id < one.loops.size(); id += 97)
        if (one.loops[id].parent != other.loops[id].parent || one.loops[id].slot != other.loops[id].slot)
            return "loop " + std::to_string(id) + " when it is looked up";
    if (one.moreParents != other.moreParents)
        return "further parents";
    if (one.kept != other.kept || one.bound != other.bound || one.castOn != other.castOn)
        return "what is kept, bound off or cast on";
    if (one.loopsPerYarn != other.loopsPerYarn || one.ends != other.ends)
        return "what was knitted of each yarn";
    const auto isLike = [](const Pass& a, const Pass& b) {
        return std::tuple(a.row, a.from, a.yarn, a.protects, a.size, a.operation, a.firstLoop, a.loopCount) ==
               std::tuple(b.row, b.from, b.yarn, b.protects, b.size, b.operation, b.firstLoop, b.loopCount);
    };
    return std::ranges::equal(one.passes, other.passes, isLike) ? "" : "a row";
}

std::string differenceByHand(const Program& program, const Siblings* siblings) {
    VirtualBed atOnce(program, siblings);
    VirtualBed byHand(program, siblings);
    std::vector<Needle> needles;
    const int half = program.machine.needles / 2;
    for (int slot = -half; slot < program.machine.needles - half; ++slot)
        needles.push_back(Needle::atSlot(slot));
    const auto touchAll = [&] {
        for (const Needle needle : needles)
            byHand.setPosition(needle, byHand.needle(needle).position);
    };
    const auto areAlike = [](const NeedleState& a, const NeedleState& b) {
        return a.loops == b.loops && (a.loops == 0 || (a.first == b.first && a.more == b.more)) &&
               std::tuple(a.position, a.wrapped, a.placed, a.ladderAllowed) ==
                   std::tuple(b.position, b.wrapped, b.placed, b.ladderAllowed);
    };
    for (std::size_t i = 0; i < program.operations.size(); ++i) {
        if (const auto* knit = std::get_if<op::Knit>(&program.operations[i].action))
            for (int row = 1; row <= knit->rows.count(); ++row) {
                touchAll();
                byHand.advance({i, row});
            }
        touchAll();
        byHand.advance({i + 1, 0});
        atOnce.advance({i + 1, 0});
        for (const Needle needle : needles)
            if (!areAlike(atOnce.needle(needle), byHand.needle(needle)))
                return "needle " + needle.name() + " after operation " + std::to_string(i);
    }
    return difference(atOnce.finish(), byHand.finish());
}

Action allOff() {
    return op::TakeOff{Needle(), Needle(), op::Onto::holder, everything};
}

} // namespace vestimen::test
