// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bed/virtual_bed.h"

#include <algorithm>

namespace vestimen {
namespace {

/// A broken program could find something on every needle of every row; nobody reads past these.
constexpr std::size_t mostFindings = 200;

} // namespace

VirtualBed::VirtualBed(const Program& program, const Siblings* siblings)
    : program_(program), siblings_(siblings), half_(program.machine.needles / 2),
      perBed_(static_cast<std::size_t>(program.machine.needles)),
      needles_(perBed_ * static_cast<std::size_t>(program.machine.beds)), yarns_(program.yarns.size()),
      firstActive_(half_), lastActive_(-half_ - 1) {
    fabric_.piece = program.piece;
    fabric_.edges = program.edges;
    fabric_.loopsPerYarn.assign(program.yarns.size(), 0);
    const auto passes = static_cast<std::size_t>(passCount(program));
    fabric_.passes.reserve(passes);
    fabric_.loops.reserve(2 * passes);
    fabric_.moreParents.reserve(perBed_);
}

NeedleState VirtualBed::needle(Needle needle) const {
    NeedleState state = look(needle);
    if (settled_.holds(needle.slot()))
        state.first = settled_.loop(needle.slot());
    return state;
}

void VirtualBed::writeSettled(int first, int last) {
    for (int slot = first; slot <= last; ++slot)
        needles_[static_cast<std::size_t>(slot + half_)].first = settled_.loop(slot);
}

void VirtualBed::unsettle(int slot) {
    // The longer part stays, if it is worth it.
    if (settled_.size() <= 8) {
        writeSettled(settled_.first, settled_.last);
        settled_ = {};
    } else if (slot - settled_.first <= settled_.last - slot) {
        writeSettled(settled_.first, slot);
        settled_.atFirst = settled_.loop(slot + 1);
        settled_.first = slot + 1;
    } else {
        writeSettled(slot, settled_.last);
        settled_.last = slot - 1;
    }
}

void VirtualBed::settle(Settled now) {
    if (!settled_.empty() && !now.holds(settled_.first))
        writeSettled(settled_.first, settled_.last);
    settled_ = now;
}

NeedleSpan VirtualBed::occupied(Bed bed) const {
    NeedleSpan span{Needle::atSlot(firstActive_, bed), Needle::atSlot(lastActive_, bed)};
    while (!span.empty() && look(span.first).loops == 0)
        span.first = span.first.shifted(1);
    while (!span.empty() && look(span.last).loops == 0)
        span.last = span.last.shifted(-1);
    return span;
}

void VirtualBed::find(const char* code, std::optional<Needle> needle, Phrase text, Severity severity) {
    if (fabric_.findings.size() < mostFindings)
        fabric_.findings.push_back(
            {severity, code, std::move(text), program_.piece, static_cast<int>(place_.operation), counter_, needle});
}

void VirtualBed::findBeyondBed(Needle needle) {
    find("beyond_bed", needle, {"The bed has no needle {0}; it has {1} needles.", {needle, program_.machine.needles}});
}

void VirtualBed::findFull(Needle needle) {
    find("needle_full", needle,
         {"{0} would hold {1} loops; it takes {2}. Knit some off first.",
          {needle, static_cast<int>(look(needle).loops), program_.machine.loopsPerNeedle}});
}

void VirtualBed::clear(NeedleState& state) {
    state.first = noLoop;
    state.loops = 0;
    state.more.clear();
    state.wrapped = false;
}

NeedleState VirtualBed::lift(Needle from) {
    NeedleState& state = at(from);
    NeedleState stack = std::move(state);
    clear(state);
    return stack;
}

void VirtualBed::move(NeedleState stack, Needle to) {
    if (stack.loops == 0 || !inReach(to))
        return;
    NeedleState& state = at(to);
    push(to, state, stack.first);
    for (const LoopId loop : stack.more)
        push(to, state, loop);
    if (state.position == Position::out)
        state.position = Position::work;
}

std::optional<Needle> VirtualBed::outermost(Side side) const {
    const int step = side == Side::left ? 1 : -1;
    for (int slot = side == Side::left ? firstActive_ : lastActive_; slot >= firstActive_ && slot <= lastActive_;
         slot += step)
        if (needles_[static_cast<std::size_t>(slot + half_)].loops > 0)
            return Needle::atSlot(slot);
    return std::nullopt;
}

void VirtualBed::passOverIdle() {
    const auto isIdle = [this](int slot) {
        const auto at = static_cast<std::size_t>(slot + half_);
        const auto empty = [](const NeedleState& state) { return state.position == Position::out && state.loops == 0; };
        return empty(needles_[at]) && (needles_.size() == perBed_ || empty(needles_[at + perBed_]));
    };
    while (firstActive_ < lastActive_ && isIdle(firstActive_))
        ++firstActive_;
    while (firstActive_ < lastActive_ && isIdle(lastActive_))
        --lastActive_;
}

std::optional<YarnIndex> VirtualBed::yarnAtHand(const char* what) {
    if (!workingYarn_ || !yarns_[*workingYarn_].joined) {
        find("no_yarn", std::nullopt, {"There is no yarn to {0} with: join one first.", {std::string(what)}});
        return std::nullopt;
    }
    return workingYarn_;
}

void VirtualBed::checkTurn() {
    if (!lastKnitted_ || !leverOn_)
        return;
    const Needle last = *lastKnitted_;
    const auto warn = [&](Needle needle) {
        find(
            "open_turn", needle,
            {"The yarn turns at {0} without a wrap and leaves a small hole: lay it under that needle first.", {needle}},
            program_.openTurnsWanted ? Severity::note : Severity::warning);
    };
    if (look(last).position == Position::hold) {
        if (!program_.machine.wrapsItselfOnCarriageSide && !look(last).wrapped)
            warn(last);
        return;
    }
    const Needle next = last.towards(carriage_);
    if (onBed(next) && look(next).position == Position::hold && look(next).loops > 0 && !look(next).wrapped)
        warn(next);
}

void VirtualBed::checkHeadOn() {
    if (program_.machine.beds < 2 || program_.machine.halfPitch)
        return;
    for (std::size_t i = 0; i < perBed_; ++i)
        if (needles_[i].position == Position::work && needles_[i + perBed_].position == Position::work) {
            const Needle needle = Needle::atSlot(static_cast<int>(i) - half_);
            find("head_on", needle,
                 {"{0} meets the needle of the other bed head-on: offset the beds by half a pitch, or take one out.",
                  {needle}});
            return;
        }
}

void VirtualBed::checkShape(int stitches) {
    if (program_.shape.empty() || shapeWrong_)
        return;
    while (shapeRun_ < program_.shape.size() && shapePasses_ == program_.shape[shapeRun_].passes) {
        ++shapeRun_;
        shapePasses_ = 0;
    }
    const int wanted = shapeRun_ < program_.shape.size() ? program_.shape[shapeRun_].stitches : 0;
    ++shapePasses_;
    if (wanted == stitches)
        return;
    shapeWrong_ = true;
    find("shape_mismatch", std::nullopt, {"This row has {0} stitches where the shaping has {1}.", {stitches, wanted}});
}

bool VirtualBed::knitsLikeBefore() const {
    if (!steady_ || fabric_.passes.empty())
        return false;
    const Pass& before = fabric_.passes.back();
    return before.from != carriage_ && before.loopCount > 0 &&
           (settled_.empty() ? fabric_.loops.canPushOver(before.firstLoop)
                             : settled_.size() == static_cast<int>(before.loopCount));
}

/// Every loop hangs from the one below it: the row before, read backwards.
void VirtualBed::addLoopsLikeBefore(Pass& row) {
    const Pass& before = fabric_.passes.back();
    row.firstLoop = before.firstLoop + before.loopCount;
    row.loopCount = before.loopCount;
    if (settled_.empty()) {
        fabric_.loops.pushOver(before.firstLoop, row.yarn);
    } else {
        const bool leftwards = row.from == Side::right;
        const auto slot = static_cast<std::int16_t>(leftwards ? settled_.last : settled_.first);
        fabric_.loops.pushStretch(Loop{row.firstLoop - 1, slot, row.yarn}, leftwards ? -1 : 1, -1, row.loopCount);
    }
    fabric_.loopsPerYarn[row.yarn] += static_cast<int>(row.loopCount);
}

void VirtualBed::putOnNeedles(const Pass& row) {
    if (settled_.empty()) {
        for (auto loop = fabric_.loops.from(row.firstLoop); loop != fabric_.loops.end(); ++loop)
            needles_[static_cast<std::size_t>((*loop).slot + half_)].first = loop.id();
    } else {
        settled_.step = row.from == Side::left ? 1 : -1;
        settled_.atFirst = row.end(Side::left);
    }
    lastKnitted_ = fabric_.loops.back().needle();
}

void VirtualBed::finishRow(const Pass& row) {
    fabric_.passes.push_back(row);
    checkShape(static_cast<int>(row.loopCount));
    carriage_ = opposite(row.from);
    yarns_[row.yarn].side = carriage_;
}

int VirtualBed::repeatRow(int rows) {
    if (rows <= 0 || !knitsLikeBefore())
        return 0;
    Pass row = fabric_.passes.back();
    for (int i = 0; i < rows; ++i) {
        row.from = carriage_;
        row.row = ++counter_;
        addLoopsLikeBefore(row);
        finishRow(row);
    }
    putOnNeedles(row);
    return rows;
}

void VirtualBed::pass(const operation::Knit& knit) {
    const std::size_t findings = fabric_.findings.size();
    const bool joined = yarns_[knit.yarn].joined;
    if (!joined)
        find("no_yarn", std::nullopt,
             {"{0} is not joined: join it where the carriage stands.", {program_.yarns[knit.yarn].name}});
    else if (yarns_[knit.yarn].side != carriage_)
        find("colour_side", std::nullopt,
             {"{0} lies on the other side: it can only be taken up where it is.", {program_.yarns[knit.yarn].name}});
    if (workingYarn_ && *workingYarn_ != knit.yarn)
        lastKnitted_.reset();
    workingYarn_ = knit.yarn;
    if (knit.size)
        size_ = knit.size;
    checkHeadOn();
    checkTurn();

    const YarnRole role = program_.yarns[knit.yarn].role;
    Pass row;
    row.row = ++counter_;
    row.from = carriage_;
    row.yarn = knit.yarn;
    row.protects = role == YarnRole::waste || role == YarnRole::ravel;
    row.size = size_;
    row.operation = place_.operation;
    if (knitsLikeBefore()) {
        addLoopsLikeBefore(row);
        putOnNeedles(row);
    } else {
        knitAcross(knit, row);
    }
    if (!fabric_.firstMainPass && row.loopCount > 0 && role == YarnRole::main)
        fabric_.firstMainPass = fabric_.passes.size();
    finishRow(row);
    steady_ = steady_ && fabric_.findings.size() == findings;
}

/// One crossing of the carriage, needle by needle.
struct VirtualBed::Across {
    const operation::Knit& knit;
    Runs runs;
    std::optional<Needle> floatAt = {};  ///< the first that waits since the last that knitted
    std::optional<Needle> ladderAt = {}; ///< the first that is out of work since then, and was not meant to be
    int placedStitches = 0;              ///< in another yarn
};

void VirtualBed::knitAcross(const operation::Knit& knit, Pass& row) {
    const int step = row.from == Side::left ? 1 : -1;
    const bool twoBeds = program_.machine.beds > 1;
    Across across{knit, Runs(step)};
    row.firstLoop = static_cast<LoopId>(fabric_.loops.size());
    lastKnitted_.reset();
    steady_ = !leverOn_ && !twoBeds;
    passOverIdle();
    const Settled before = settled_;
    int slot = step > 0 ? firstActive_ : lastActive_;
    for (int left = lastActive_ - firstActive_ + 1; left > 0; --left, slot += step) {
        if (before.holds(slot)) {
            const auto id = static_cast<LoopId>(fabric_.loops.size());
            const auto count = static_cast<LoopId>(before.size());
            layYarn(Needle::atSlot(slot), across);
            fabric_.loops.pushStretch(Loop{before.loop(slot), static_cast<std::int16_t>(slot), knit.yarn}, step,
                                      step * before.step, count);
            across.runs.add(slot, before.size(), id);
            settled_.step = step;
            settled_.atFirst = step > 0 ? id : id + count - 1;
            left -= before.size() - 1;
            slot += step * (before.size() - 1);
            lastKnitted_ = Needle::atSlot(slot);
            continue;
        }
        NeedleState& state = needles_[static_cast<std::size_t>(slot + half_)];
        if (state.position == Position::out) {
            const bool otherBedWorks = twoBeds && needles_[static_cast<std::size_t>(slot + half_) + perBed_].loops > 0;
            if (lastKnitted_ && !across.ladderAt && !state.ladderAllowed && !otherBedWorks)
                across.ladderAt = Needle::atSlot(slot);
        } else {
            knitNeedle(Needle::atSlot(slot), state, across);
        }
        if (twoBeds)
            if (NeedleState& other = needles_[static_cast<std::size_t>(slot + half_) + perBed_];
                other.position != Position::out)
                knitNeedle(Needle::atSlot(slot, Bed::second), other, across);
    }
    anyPlaced_ = false;
    row.loopCount = static_cast<LoopId>(fabric_.loops.size()) - row.firstLoop;
    fabric_.loopsPerYarn[knit.yarn] += static_cast<int>(row.loopCount) - across.placedStitches;
    // A rib's short runs do not settle, so that its rows are alike.
    const bool isMost = 2 * across.runs.most() > static_cast<int>(row.loopCount);
    settle(!twoBeds && isMost ? across.runs.longest() : Settled{});
}

void VirtualBed::layYarn(Needle needle, Across& across) {
    if (across.floatAt && !across.knit.floatAllowed)
        find("undeclared_float", across.floatAt,
             {"The yarn would lie loose across {0}, which holds: put it back to work, or break the yarn.",
              {*across.floatAt}});
    if (across.ladderAt)
        find("undeclared_ladder", across.ladderAt,
             {"{0} is empty between needles that knit and would leave a ladder: hang a loop on it, or transfer.",
              {*across.ladderAt}});
    across.floatAt.reset();
    across.ladderAt.reset();
    lastKnitted_ = needle;
}

void VirtualBed::knitNeedle(Needle needle, NeedleState& state, Across& across) {
    if (state.position == Position::hold && leverOn_) {
        if (lastKnitted_ && !across.floatAt && state.loops > 0)
            across.floatAt = needle;
        return;
    }
    layYarn(needle, across);
    if (state.loops == 0 && !state.expectsEmpty)
        find("undeclared_empty", needle,
             {"{0} is in work but holds nothing: hang a loop on it, or put it out of work.", {needle}});
    const auto id = static_cast<LoopId>(fabric_.loops.size());
    YarnIndex yarn = across.knit.yarn;
    if (state.position != Position::work || state.loops != 1 || state.placed >= 0)
        steady_ = false;
    if (state.placed >= 0) {
        yarn = static_cast<YarnIndex>(state.placed);
        ++fabric_.loopsPerYarn[yarn];
        ++across.placedStitches;
        state.placed = -1;
    }
    fabric_.loops.push_back(Loop{state.first, static_cast<std::int16_t>(needle.slot()), yarn,
                                 state.loops == 0 ? LoopKind::empty : LoopKind::knit, needle.bed()});
    if (state.loops > 1) {
        addParents(id, state, false);
        state.more.clear();
    }
    across.runs.add(needle.slot(), 1, id);
    state.first = id;
    state.loops = 1;
    state.expectsEmpty = false;
    state.wrapped = false;
    state.position = Position::work;
}

Fabric VirtualBed::finish() {
    advance({program_.operations.size(), 0});
    const auto left = std::find_if(needles_.begin(), needles_.end(), [](const auto& state) { return state.loops > 0; });
    if (left != needles_.end()) {
        const auto i = static_cast<int>(left - needles_.begin());
        const int perBed = static_cast<int>(perBed_);
        const Needle needle = Needle::atSlot(i % perBed - half_, i < perBed ? Bed::main : Bed::second);
        find("loops_left", needle, {"{0} still holds a loop at the end: bind it off or take it off.", {needle}});
    }
    for (const auto& [needle, loop] : dropped_)
        find("loop_lost", needle, {"The loop let down at {0} was never taken up again.", {needle}});
    if (!program_.shape.empty() && !shapeWrong_) {
        int wanted = 0;
        for (const WidthRun& run : program_.shape)
            wanted += run.passes;
        if (wanted != static_cast<int>(fabric_.passes.size()))
            find("shape_mismatch", std::nullopt,
                 {"The program has {0} rows where the shaping has {1}.",
                  {static_cast<int>(fabric_.passes.size()), wanted}});
    }
    return std::move(fabric_);
}

Fabric knit(const Program& program, const Siblings* siblings) {
    return VirtualBed(program, siblings).finish();
}

} // namespace vestimen
