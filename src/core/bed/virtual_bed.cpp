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
    // The longer part stays.
    if (slot - settled_.first <= settled_.last - slot) {
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

void VirtualBed::push(Needle needle, LoopId loop) {
    activate(needle);
    NeedleState& state = at(needle);
    if (state.loops == 0)
        state.first = loop;
    else
        state.more.push_back(loop);
    ++state.loops;
    if (state.loops == program_.machine.loopsPerNeedle + 1)
        findFull(needle);
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
    NeedleState stack = std::move(at(from));
    clear(at(from));
    return stack;
}

void VirtualBed::move(NeedleState stack, Needle to) {
    if (stack.loops == 0 || !inReach(to))
        return;
    push(to, stack.first);
    for (const LoopId loop : stack.more)
        push(to, loop);
    NeedleState& state = at(to);
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

int VirtualBed::repeatRow(const operation::Knit& knit, int rows) {
    if (!steady_ || rows <= 0)
        return 0;
    Pass row = fabric_.passes.back();
    const auto width = static_cast<int>(row.loopCount);
    const bool isSettled = settled_.size() == width && width > 0;
    if (!isSettled && !(settled_.empty() && width > 0 && fabric_.loops.canPushOver(row.firstLoop)))
        return 0;
    fabric_.loopsPerYarn[knit.yarn] += rows * width;
    for (int i = 0; i < rows; ++i) {
        // Every loop hangs from the one below it: the row before, read backwards.
        const LoopId below = row.firstLoop + row.loopCount - 1;
        row.from = opposite(row.from);
        if (isSettled) {
            const bool leftwards = row.from == Side::right;
            const auto slot = static_cast<std::int16_t>(leftwards ? settled_.last : settled_.first);
            fabric_.loops.pushStretch(Loop{below, slot, knit.yarn}, leftwards ? -1 : 1, -1, row.loopCount);
        } else {
            fabric_.loops.pushOver(row.firstLoop, knit.yarn);
        }
        row.firstLoop += row.loopCount;
        row.row = ++counter_;
        fabric_.passes.push_back(row);
        checkShape(width);
    }
    if (isSettled) {
        settled_.step = row.from == Side::left ? 1 : -1;
        settled_.atFirst = row.end(Side::left);
    } else {
        for (auto loop = fabric_.loops.from(row.firstLoop); loop != fabric_.loops.end(); ++loop)
            needles_[static_cast<std::size_t>((*loop).slot + half_)].first = loop.id();
    }
    carriage_ = opposite(row.from);
    yarns_[knit.yarn].side = carriage_;
    lastKnitted_ = fabric_.loops.back().needle();
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
    row.from = carriage_;
    row.yarn = knit.yarn;
    row.protects = role == YarnRole::waste || role == YarnRole::ravel;
    row.size = size_;
    row.operation = place_.operation;
    row.firstLoop = static_cast<LoopId>(fabric_.loops.size());
    row.row = ++counter_;
    const Side from = carriage_;
    const bool twoBeds = program_.machine.beds > 1;
    std::optional<Needle> floatAt;
    std::optional<Needle> ladderAt;
    lastKnitted_.reset();
    steady_ = !leverOn_ && !twoBeds;
    passOverIdle();
    const int count = std::max(0, lastActive_ - firstActive_ + 1);
    const int step = from == Side::left ? 1 : -1;
    int slot = from == Side::left ? firstActive_ : lastActive_;

    auto& loops = fabric_.loops;
    int placedStitches = 0;
    const auto laysYarn = [&](Needle needle) {
        if (floatAt && !knit.floatAllowed)
            find("undeclared_float", floatAt,
                 {"The yarn would lie loose across {0}, which holds: put it back to work, or break the yarn.",
                  {*floatAt}});
        if (ladderAt)
            find("undeclared_ladder", ladderAt,
                 {"{0} is empty between needles that knit and would leave a ladder: hang a loop on it, or transfer.",
                  {*ladderAt}});
        floatAt.reset();
        ladderAt.reset();
        lastKnitted_ = needle;
    };
    Runs runs(step);
    const Settled before = settled_;
    for (int i = 0; i < count; ++i, slot += step) {
        if (before.holds(slot)) {
            const int plain = before.size();
            const auto id = static_cast<LoopId>(loops.size());
            loops.pushStretch(Loop{before.loop(slot), static_cast<std::int16_t>(slot), knit.yarn}, step,
                              step * before.step, static_cast<LoopId>(plain));
            runs.add(slot, plain, id);
            settled_.step = step;
            settled_.atFirst = step > 0 ? id : id + static_cast<LoopId>(plain) - 1;
            laysYarn(Needle::atSlot(slot));
            i += plain - 1;
            slot += step * (plain - 1);
            lastKnitted_ = Needle::atSlot(slot);
            continue;
        }
        for (int bed = 0; bed < (twoBeds ? 2 : 1); ++bed) {
            NeedleState& state = needles_[static_cast<std::size_t>(slot + half_) + (bed == 1 ? perBed_ : 0)];
            if (state.position == Position::hold && leverOn_) {
                if (lastKnitted_ && !floatAt && state.loops > 0)
                    floatAt = Needle::atSlot(slot, bed == 1 ? Bed::second : Bed::main);
                continue;
            }
            if (state.position == Position::out) {
                const bool otherBedWorks =
                    twoBeds && needles_[static_cast<std::size_t>(slot + half_) + (bed == 1 ? 0 : perBed_)].loops > 0;
                if (bed == 0 && lastKnitted_ && !ladderAt && !state.ladderAllowed && !otherBedWorks)
                    ladderAt = Needle::atSlot(slot);
                continue;
            }
            const Needle needle = Needle::atSlot(slot, bed == 1 ? Bed::second : Bed::main);
            laysYarn(needle);
            if (state.loops == 0 && !state.expectsEmpty)
                find("undeclared_empty", needle,
                     {"{0} is in work but holds nothing: hang a loop on it, or put it out of work.", {needle}});
            const auto id = static_cast<LoopId>(loops.size());
            YarnIndex yarn = knit.yarn;
            steady_ = steady_ && state.position == Position::work && state.loops == 1 && state.placed < 0;
            if (state.placed >= 0) {
                yarn = static_cast<YarnIndex>(state.placed);
                ++fabric_.loopsPerYarn[yarn];
                ++placedStitches;
                state.placed = -1;
            }
            loops.push_back(Loop{state.first, static_cast<std::int16_t>(slot), yarn,
                                 state.loops == 0 ? LoopKind::empty : LoopKind::knit, needle.bed()});
            runs.add(slot, 1, id);
            if (state.loops > 1) {
                addParents(id, state, false);
                state.more.clear();
            }
            state.first = id;
            state.loops = 1;
            state.expectsEmpty = false;
            state.wrapped = false;
            state.position = Position::work;
        }
    }
    // A rib's short runs do not settle, so that its rows are alike.
    const bool isMost = 2 * runs.longest().size() > static_cast<int>(loops.size() - row.firstLoop);
    settle(!twoBeds && isMost ? runs.longest() : Settled{});
    anyPlaced_ = false;
    fabric_.loopsPerYarn[knit.yarn] += static_cast<int>(loops.size() - row.firstLoop) - placedStitches;
    row.loopCount = static_cast<LoopId>(fabric_.loops.size()) - row.firstLoop;
    if (!fabric_.firstMainPass && row.loopCount > 0 && role == YarnRole::main)
        fabric_.firstMainPass = fabric_.passes.size();
    fabric_.passes.push_back(row);
    checkShape(static_cast<int>(row.loopCount));
    carriage_ = opposite(from);
    yarns_[knit.yarn].side = carriage_;
    steady_ = steady_ && fabric_.findings.size() == findings;
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
