// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/program_writer.h"

#include <algorithm>

namespace vestimen {
namespace {

/// Edge weights go up every so many rows (craft 22).
constexpr int rowsBetweenWeights = 25;

} // namespace

ProgramWriter::ProgramWriter(const Ground& ground, std::string piece, std::string worn, Side carriage)
    : mainSize_(ground.swatch.size), hasMast_(ground.machine.hasMast),
      hasWeights_(ground.machine.has(Tool::combAndWeights)), carriage_(carriage) {
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
                      {"W", "waste yarn", YarnRole::waste},
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

void ProgramWriter::hangWeights() {
    hasWeights_ ? say("weights", "Hang comb and weights.")
                : say("weights", "There is no comb: hold the first rows down by hand.");
}

void ProgramWriter::castOn(NeedleSpan span, int every, YarnIndex yarn, const char* method) {
    add(operation::CastOn{method, span.first, span.last, every, yarn, carriage_});
}

void ProgramWriter::knit(Rows rows, Stitches width, StitchSize size, YarnIndex yarn) {
    if (rows <= Rows(0))
        return;
    program_.operations.push_back({operation::Knit{rows, yarn, size, false}, counter_});
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

void ProgramWriter::knitPlain(Rows rows, Stitches width, StitchSize size) {
    while (rows > Rows(0)) {
        if (hasWeights_ && sinceWeights_ >= rowsBetweenWeights) {
            say("weights", "Move the edge weights up.");
            sinceWeights_ = 0;
        }
        const Rows now = hasWeights_ ? std::min(rows, Rows(rowsBetweenWeights - sinceWeights_)) : rows;
        knit(now, width, size);
        rows -= now;
    }
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
                               const std::vector<std::pair<std::string, NeedleSpan>>& spans, operation::Tail tail) {
    changeYarn(joined, yarns::waste, std::move(tail));
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
