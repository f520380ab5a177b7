// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/practice/cure.h"

#include <set>
#include <utility>

namespace vestimen {
namespace {

/// What was knitted so far, without its reminders.
Program knittedSoFar(const Program& program, ProgramPlace place) {
    Program so = program;
    so.shape.clear();
    so.edges.clear();
    so.operations.clear();
    for (std::size_t i = 0; i < place.operation && i < program.operations.size(); ++i)
        if (!std::holds_alternative<operation::Say>(program.operations[i].action))
            so.operations.push_back(program.operations[i]);
    if (place.rowsDone > 0 && place.operation < program.operations.size())
        if (const auto* knit = std::get_if<operation::Knit>(&program.operations[place.operation].action)) {
            operation::Knit part = *knit;
            part.rows = Rows(place.rowsDone);
            so.operations.push_back({part, program.operations[place.operation].row});
        }
    return so;
}

/// What a fault's card does to its column, done to another one; nothing for what is done elsewhere.
struct ToColumn {
    Needle needle;
    Rows rows;
    operation::Reformed as;

    std::optional<Action> operator()(operation::Drop drop) const {
        drop.needle = needle;
        drop.rows = rows;
        return drop;
    }
    std::optional<Action> operator()(operation::Split split) const {
        split.needle = needle;
        split.rows = rows;
        return split;
    }
    std::optional<Action> operator()(const operation::Reform&) const { return operation::Reform{needle, rows, as}; }
    template<class Op> std::optional<Action> operator()(const Op&) const { return std::nullopt; }
};

} // namespace

std::optional<Phrase> whyNotMended(const Program& program, ProgramPlace place, const VirtualBed& bed) {
    if (bed.fabric().passes.empty())
        return Phrase{"No row was knitted yet: set it up again, and begin.", {}};
    if (place.operation >= program.operations.size())
        return Phrase{"The piece is off the machine: mend it in the hand, with the latch tool from its knit side, and "
                      "fasten the last loop with a thread.",
                      {}};
    if (bed.fabric().passes.back().protects)
        return Phrase{"These rows are waste yarn and come out again: they only have to hold. Look whether the stitches "
                      "below them are caught.",
                      {}};
    return std::nullopt;
}

std::variant<PracticeCard, Phrase> cureOfSlip(const PracticeCard& fault, const Program& program, ProgramPlace place,
                                              const Siblings* siblings) {
    PracticeCard card = fault;
    card.program = knittedSoFar(program, place);
    auto& operations = card.program.operations;
    VirtualBed bed(card.program, siblings);
    bed.advance({operations.size(), 0});
    const CardEnd end = endOf(bed, card.program);
    const std::size_t found = bed.fabric().findings.size();
    bed.perform({operation::SlipRow{}, std::nullopt});
    if (bed.fabric().findings.size() > found)
        return bed.fabric().findings.back().text;
    operations.push_back({operation::SlipRow{}, std::nullopt});
    operations.push_back(
        {operation::Say{"Draw the strand out from behind and take the carriage back the way it came; set "
                        "the row counter back.",
                        sectionRemark.text()},
         std::nullopt});
    operations.push_back({operation::SlipRow{}, std::nullopt});
    operations.push_back({operation::Counter{bed.counter() - 1}, std::nullopt});
    card.end = end;
    return card;
}

std::variant<PracticeCard, Phrase> cureOfRow(const PracticeCard& fault, const Program& program, ProgramPlace place,
                                             const Siblings* siblings, NeedleSpan needles) {
    PracticeCard card = fault;
    card.program = knittedSoFar(program, place);
    auto& operations = card.program.operations;
    // What was done by hand since that row is done again after it.
    while (!operations.empty() && !std::holds_alternative<operation::Knit>(operations.back().action))
        operations.pop_back();
    if (operations.empty())
        return Phrase{"No row was knitted yet.", {}};
    operation::Knit row = std::get<operation::Knit>(operations.back().action);
    if (row.rows > Rows(1))
        std::get<operation::Knit>(operations.back().action).rows = row.rows - Rows(1);
    else
        operations.pop_back();
    row.rows = Rows(1);
    VirtualBed bed(card.program, siblings);
    bed.advance({operations.size(), 0});
    for (int i = 0; i < needles.size(); ++i) {
        const Needle each = needles.first.shifted(i);
        if (!bed.onBed(each) || bed.needle(each).loops == 0)
            return Phrase{"{0} holds no stitch that could have been left out.", {each}};
        if (bed.leverOn() && bed.needle(each).position == Position::hold)
            return Phrase{"{0} is meant to wait in that row.", {each}};
    }
    operations.push_back({operation::Hold{needles.first, needles.last}, std::nullopt});
    const auto step = [&](const char* text) {
        operations.push_back({operation::Say{text, sectionRemark.text()}, std::nullopt});
    };
    step("The row comes out, stitch by stitch, and the carriage is where it began. Put these needles back to work.");
    operations.push_back({operation::Release{needles.first, needles.last}, std::nullopt});
    step("And the row again, looking whether each of them takes the yarn.");
    operations.push_back({row, std::nullopt});
    VirtualBed mended(card.program, siblings);
    mended.advance({operations.size(), 0});
    card.end = endOf(mended, card.program);
    return card;
}

std::variant<PracticeCard, Phrase> cureOfColumn(const PracticeCard& fault, const Program& program, ProgramPlace place,
                                                const Siblings* siblings, Needle needle, Rows rows) {
    PracticeCard card = fault;
    card.program = knittedSoFar(program, place);
    const std::size_t ran = card.program.operations.size();
    VirtualBed bed(card.program, siblings);
    bed.advance({ran, 0});
    if (!bed.onBed(needle))
        return Phrase{"The bed has no needle {0}.", {needle}};
    const std::size_t found = bed.fabric().findings.size();
    const CardEnd end = endOf(bed, card.program);
    const NeedleState before = bed.needle(needle);
    // A column of a latched rib is taken up as it was.
    const bool isPurl = before.loops > 0 && bed.fabric().loops[before.newest()].isPurl;
    // What runs down stops at the work's first row: below it is waste yarn.
    int own = 0;
    for (LoopId loop = before.loops > 0 ? before.newest() : noLoop;
         loop != noLoop && own < rows.count() && !protects(program.yarns[bed.fabric().loops[loop].yarn].role);
         loop = bed.fabric().loops[loop].parent)
        ++own;
    if (before.loops > 0 && own < rows.count())
        return Phrase{"At {0} the work has {1} rows: below them is waste yarn, or its edge.", {needle, own}};
    const ToColumn toColumn{needle, rows, isPurl ? operation::Reformed::purl : operation::Reformed::knit};
    std::set<std::size_t> done;         // each once: a card may take its own rungs up a few at a time
    const Operation* section = nullptr; // which begins with what comes next
    for (const Operation& each : fault.program.operations) {
        if (const auto* say = std::get_if<operation::Say>(&each.action); say && isSection(*say)) {
            section = &each;
        } else if (auto there = std::visit(toColumn, each.action); there && done.insert(there->index()).second) {
            if (section)
                card.program.operations.push_back(*std::exchange(section, nullptr));
            card.program.operations.push_back({std::move(*there), std::nullopt});
        }
    }
    if (stepsOf(card).empty())
        return Phrase{"The card of this fault has no step that mends a column.", {}};
    VirtualBed mended(card.program, siblings);
    mended.advance({card.program.operations.size(), 0});
    if (mended.fabric().findings.size() > found)
        return mended.fabric().findings[found].text;
    card.end = end;
    return card;
}

} // namespace vestimen
