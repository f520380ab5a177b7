// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/program_writer.h"

#include <fmt/format.h>

#include <algorithm>

namespace vestimen {
namespace {

/// Edge weights go up every so many rows (craft 22).
constexpr int rowsBetweenWeights = 25;

} // namespace

ProgramWriter::ProgramWriter(const Ground& ground, std::string piece, std::string worn, Side carriage)
    : mainSize_(ground.swatch.size), hasMast_(ground.machine.hasMast),
      hasWeights_(ground.machine.has(Tool::combAndWeights)), weightsApart_(ground.swatch.weightsApart),
      ravelCord_(ground.waste.cord), carriage_(carriage) {
    program_.piece = std::move(piece);
    program_.worn = std::move(worn);
    const Machine& machine = ground.machine;
    program_.machine.needles = machine.needles.count();
    program_.machine.beds = machine.beds;
    program_.machine.wrapsItselfOnCarriageSide = machine.holdWrapsItself;
    program_.machine.halfPitch = machine.beds > 1;
    program_.machine.sizes = machine.sizes;
    program_.machine.positionNames = machine.positionNames;
    program_.yarns = {{"A", ground.yarn.name.empty() ? "main yarn" : ground.yarn.name, YarnRole::main},
                      {.id = "W", .name = "waste yarn", .role = YarnRole::waste, .colour = ground.waste.colour},
                      {"V", "ravel cord", YarnRole::ravel}};
    program_.operations.reserve(256); // as many as most pieces have
    program_.shape.reserve(128);
    program_.edges.reserve(8);
}

StitchSize ProgramWriter::size(int looser) const {
    return program_.machine.sizes.looser(mainSize_, looser);
}

YarnIndex ProgramWriter::addYarn(ProgramYarn yarn) {
    program_.yarns.push_back(std::move(yarn));
    return static_cast<YarnIndex>(program_.yarns.size() - 1);
}

void ProgramWriter::section(const char* name) {
    say(sectionRemark, name);
    if (!hasMast_)
        say("slack", "There is no mast: take the slack out at the edge before every row.");
}

void ProgramWriter::hangWeights(NeedleSpan span) {
    if (!hasWeights_)
        return say("weights", "There is no comb: hold the first rows down by hand.");
    weightsHang_ = true;
    if (weightsApart_ <= Stitches(0))
        return say("weights", "Hang comb and weights.");
    const int weights = std::max(1, (span.size() + weightsApart_.count() / 2) / weightsApart_.count());
    say("weights", fmt::format("Hang comb and weights, as at the swatch: {} of them, one to every {} needles.", weights,
                               weightsApart_.count()));
}

Program ProgramWriter::take() {
    // What comes off after the last row, and is not hung again: the weights would pull its loops down.
    auto& operations = program_.operations;
    const auto isOnNeedles = [](const Operation& each) {
        return std::holds_alternative<operation::Knit>(each.action) ||
               std::holds_alternative<operation::Hang>(each.action);
    };
    const auto last = std::find_if(operations.rbegin(), operations.rend(), isOnNeedles).base();
    const auto off = std::find_if(last, operations.end(), [](const Operation& each) {
        const auto* bound = std::get_if<operation::BindOff>(&each.action);
        return (bound && bound->all) || std::holds_alternative<operation::TakeOff>(each.action) ||
               std::holds_alternative<operation::DrawUp>(each.action);
    });
    const bool onACord = std::ranges::any_of(operations, [](const Operation& each) {
        const auto* castOn = std::get_if<operation::CastOn>(&each.action);
        return castOn && castOn->method == CastOnMethod::weightedHem;
    });
    if (weightsHang_ && off != operations.end())
        operations.insert(
            off, {operation::Say{onACord ? "Lighten the weights. When the loops are secured: weights off first, "
                                           "then the cord out, though a round elastic stays in; then lift the "
                                           "piece off, towards you."
                                         : "Lighten the weights. When the loops are secured: weights off first, "
                                           "then comb and cord out, then lift the piece off, towards you.",
                                 RemarkCode("lift_off").text()},
                  std::nullopt});
    return std::move(program_);
}

void ProgramWriter::hang(operation::Hang hang) {
    if (hang.map.empty())
        return add(std::move(hang));
    std::vector<Needle> needles;
    for (const Hung& each : hang.map)
        needles.push_back(each.needle);
    std::ranges::sort(needles);
    const auto again = std::ranges::unique(needles);
    needles.erase(again.begin(), again.end());
    // A first row that stood on waste yarn, or was cast on: its loops lie under those of the row above.
    const bool ofFirstRow = std::ranges::count(hang.sources, HangSource::Kind::first, &HangSource::kind) > 0;
    const bool fromWaste = protects(program_.yarns[firstYarn()].role) && ravelCord_;
    add(std::move(hang));
    std::string look =
        fmt::format("Look along them, from both sides: each of the {} needles has caught its loop.", needles.size());
    if (ofFirstRow)
        look += fromWaste
                    ? " Missed most is the loop of the very first row, and one of the row above is taken "
                      "instead: the cord, drawn a little, shows which it is."
                    : " Missed most is the loop of the very first row, and one of the row above is taken instead.";
    say("every_loop", std::move(look));
}

YarnIndex ProgramWriter::firstYarn() const {
    for (const Operation& each : program_.operations)
        if (const auto* castOn = std::get_if<operation::CastOn>(&each.action))
            return castOn->yarn;
    return yarns::main;
}

void ProgramWriter::castOn(NeedleSpan span, int every, YarnIndex yarn, CastOnMethod method) {
    add(operation::CastOn{method, span.first, span.last, every, yarn, carriage_});
}

void ProgramWriter::knit(Rows rows, Stitches width, StitchSize size, YarnIndex yarn) {
    knit({.rows = rows, .yarn = yarn, .size = size}, width);
}

void ProgramWriter::knit(operation::Knit knit, Stitches width) {
    const auto [rows, yarn] = std::pair(knit.rows, knit.yarn);
    if (rows <= Rows(0))
        return;
    program_.operations.push_back({std::move(knit), counter_});
    auto& shape = program_.shape;
    if (!shape.empty() && shape.back().stitches == width.count())
        shape.back().passes += rows.count();
    else
        shape.push_back({rows.count(), width.count()});
    passes_ += rows.count();
    counter_ += rows.count();
    if (rows.count() % 2 != 0)
        carriage_ = opposite(carriage_);
    sinceWeights_ = yarn == work_ ? sinceWeights_ + rows.count() : 0;
}

void ProgramWriter::knitPlain(Rows rows, Stitches width, StitchSize size, int secondLooser) {
    while (rows > Rows(0)) {
        if (weightsHang_ && sinceWeights_ >= rowsBetweenWeights) {
            say("weights", "Move the edge weights up.");
            sinceWeights_ = 0;
        }
        const Rows now = weightsHang_ ? std::min(rows, Rows(rowsBetweenWeights - sinceWeights_)) : rows;
        knit({.rows = now,
              .yarn = work_,
              .size = size,
              .secondSize = secondLooser == 0 ? std::nullopt : std::optional(looser(size, secondLooser))},
             width);
        rows -= now;
    }
}

void ProgramWriter::slip() {
    program_.operations.push_back({operation::SlipRow{}, counter_});
    ++counter_;
    carriage_ = opposite(carriage_);
}

void ProgramWriter::changeYarn(std::optional<YarnIndex> from, YarnIndex to, operation::Tail tail) {
    if (from)
        add(operation::BreakYarn{*from, std::move(tail)});
    add(operation::JoinYarn{to, carriage_});
}

void ProgramWriter::counterTo(int row) {
    counter_ = row;
    add(operation::Counter{row});
}

void ProgramWriter::moveCarriage(Side to, operation::Crossing how) {
    if (to != carriage_)
        add(operation::MoveCarriage{to, how});
    carriage_ = to;
}

void ProgramWriter::holdLever(bool on) {
    if (on != leverOn_)
        add(operation::HoldLever{on});
    leverOn_ = on;
}

void ProgramWriter::offOnWaste(Rows wasteRows, Stitches width, std::optional<YarnIndex> joined,
                               const std::vector<std::pair<std::string, NeedleSpan>>& spans) {
    changeYarn(joined, yarns::waste);
    knit(wasteRows, width, size(), yarns::waste);
    add(operation::BreakYarn{yarns::waste});
    for (const auto& [name, span] : spans)
        add(operation::TakeOff{span.first, span.last, operation::Onto::waste, name});
}

void ProgramWriter::edge(const char* name, Side side, int firstPass, int lastPass) {
    if (lastPass >= firstPass)
        program_.edges.push_back({name, side, firstPass, lastPass});
}

void ProgramWriter::markSides(const char* name) {
    add(operation::Mark{Side::left, name});
    add(operation::Mark{Side::right, name});
}

} // namespace vestimen
