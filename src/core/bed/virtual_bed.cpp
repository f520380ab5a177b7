// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bed/virtual_bed.h"

#include <algorithm>
#include <cstdlib>
#include <utility>

namespace vestimen {
namespace {

/// A broken program could find something on every needle of every row; nobody reads past these.
constexpr std::size_t mostFindings = 200;

} // namespace

VirtualBed::VirtualBed(const Program& program, const Siblings* siblings)
    : program_(program), siblings_(siblings), needles_(program.machine.needles, program.machine.beds),
      yarns_(program.yarns.size()) {
    fabric_.piece = program.piece;
    fabric_.edges = program.edges;
    fabric_.loopsPerYarn.assign(program.yarns.size(), 0);
    const auto passes = static_cast<std::size_t>(passCount(program));
    fabric_.passes.reserve(passes);
    fabric_.loops.reserve(2 * passes, 4 * needles_.size());
    fabric_.moreParents.reserve(needles_.size());
}

void VirtualBed::find(FindingCode code, std::optional<Needle> needle, Phrase text, Severity severity) {
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
          {needle, static_cast<int>(needles_.look(needle).loops), program_.machine.loopsPerNeedle}});
}

void VirtualBed::findFloat(Needle needle) {
    find("undeclared_float", needle,
         {"The yarn would lie loose across {0}, which holds: put it back to work, or break the yarn.", {needle}});
}

void VirtualBed::findLadder(Needle needle) {
    find(
        "undeclared_ladder", needle,
        {"{0} is empty between needles that knit and would leave a ladder: hang a loop on it, or transfer.", {needle}});
}

void VirtualBed::findEmpty(Needle needle) {
    find("undeclared_empty", needle,
         {"{0} is in work but holds nothing: hang a loop on it, or put it out of work.", {needle}});
}

void VirtualBed::findCrowded(Needle needle, const NeedleState& state) {
    const auto isStitch = [this](LoopId loop) { return fabric_.loops[loop].kind != LoopKind::wrap; };
    if (isStitch(state.first) + std::ranges::count_if(state.more, isStitch) >= 3)
        find("needle_crowded", needle,
             {"{0} knits three stitches as one, a hard knot: knit a row between, or use two needles.", {needle}},
             Severity::warning);
}

void VirtualBed::findOtherWidth(int stitches, int wanted) {
    shapeWrong_ = true;
    find("shape_mismatch", std::nullopt, {"This row has {0} stitches where the shaping has {1}.", {stitches, wanted}});
}

void VirtualBed::move(NeedleState stack, Needle to) {
    if (stack.loops == 0 || !inReach(to))
        return;
    NeedleState& state = needles_.at(to);
    push(to, state, stack.first);
    for (const LoopId loop : stack.more)
        push(to, state, loop);
    if (state.position == Position::out)
        state.position = Position::work;
}

void VirtualBed::move(Needle from, Needle to) {
    NeedleState& stack = needles_.at(from);
    if (stack.loops != 1)
        return move(needles_.lift(from), to);
    // Mostly one, which need not be lifted with all that is about it.
    const LoopId loop = stack.first;
    stack.clear();
    if (!inReach(to))
        return;
    NeedleState& state = needles_.at(to);
    push(to, state, loop);
    if (state.position == Position::out)
        state.position = Position::work;
}

std::optional<YarnIndex> VirtualBed::yarnAtHand(const char* what) {
    if (!workingYarn_ || !yarns_[*workingYarn_].joined) {
        find("no_yarn", std::nullopt, {"There is no yarn to {0} with: join one first.", {std::string(what)}});
        return std::nullopt;
    }
    return workingYarn_;
}

std::optional<Needle> VirtualBed::strandFrom(const YarnPlace& yarn) const {
    if (yarn.last == noLoop)
        return std::nullopt;
    const auto isIt = [&](LoopId loop) {
        return loop == yarn.last || (loop != noLoop && loop > yarn.last && fabric_.loops[loop].kind == LoopKind::hung &&
                                     fabric_.loops[loop].parent == yarn.last);
    };
    return needles_.find(yarn.lastAt, isIt).value_or(yarn.lastAt);
}

void VirtualBed::checkStrand(Needle from, LoopId last) {
    constexpr int most = 2;
    const Needle to = fabric_.loops[fabric_.passes.back().firstLoop].needle();
    if (const int over = passedOver(standsAt(from), standsAt(to), last); over > most)
        find("long_strand", to,
             {"The yarn would lie loose from {0} to {1}, over {2} needles: begin this row where the yarn is, or break "
              "it.",
              {from, to, over}});
}

void VirtualBed::checkLaidIn(YarnIndex yarn, Needle to) {
    // Catches on fingers, and draws the fabric in (craft 20).
    constexpr int most = 7;
    const YarnPlace& its = yarns_[yarn];
    const auto from = strandFrom(its);
    if (!from)
        return;
    if (const int over = passedOver(standsAt(*from), standsAt(to), its.last); over > most)
        find("long_strand", to,
             {"{3} would lie loose from {0} to {1}, over {2} stitches: up to {4} do. Catch it on its way, or break it.",
              {*from, to, over, program_.yarns[yarn].name, most}});
}

int VirtualBed::passedOver(int from, int to, LoopId since) const {
    const auto [low, high] = std::minmax({from, to});
    const auto countsAt = [&](int slot) {
        const auto counts = [&](Needle needle) {
            return onBed(needle) && (needles_.look(needle).loops > 0 || needles_.look(needle).emptiedAt <= since);
        };
        const Needle behind = Needle::atSlot(slot - rack_, Bed::second);
        return counts(Needle::atSlot(slot)) || (onBed(behind) && needles_.look(behind).loops > 0);
    };
    int over = 0;
    for (int slot = low + 1; slot < high; ++slot)
        over += countsAt(slot) ? 1 : 0;
    return over;
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
    if (needles_.look(last).position == Position::hold) {
        if (!program_.machine.wrapsItselfOnCarriageSide && !needles_.look(last).wrapped)
            warn(last);
        return;
    }
    const Needle next = last.towards(carriage_);
    if (onBed(next) && needles_.look(next).position == Position::hold && needles_.look(next).loops > 0 &&
        !needles_.look(next).wrapped && !needles_.look(next).apart)
        warn(next);
}

void VirtualBed::checkHeadOn() {
    if (program_.machine.beds < 2 || program_.machine.halfPitch)
        return;
    const auto works = [this](Needle needle) {
        return onBed(needle) && needles_.look(needle).position == Position::work;
    };
    for (int slot = needles_.firstActive(); slot <= needles_.lastActive(); ++slot)
        if (const Needle needle = Needle::atSlot(slot);
            works(needle) && works(Needle::atSlot(slot - rack_, Bed::second))) {
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
    if (wanted != stitches)
        findOtherWidth(stitches, wanted);
}

bool VirtualBed::knitsLikeBefore() const {
    if (!steady_ || needles_.touched() || fabric_.passes.empty())
        return false;
    const Pass& before = fabric_.passes.back();
    return before.from != carriage_ && before.loopCount > 0 &&
           (needles_.settled().empty() ? fabric_.loops.canPushOver(before.firstLoop)
                                       : needles_.settled().size() == static_cast<int>(before.loopCount));
}

/// Every loop hangs from the one below it: each row is the one before, read backwards.
void VirtualBed::knitLikeBefore(Pass row, int rows) {
    row.firstLoop = fabric_.passes.back().firstLoop;
    row.loopCount = fabric_.passes.back().loopCount;
    const NeedleRun settled = needles_.settled();
    int step = row.from == Side::left ? 1 : -1;
    for (int i = 0; i < rows; ++i, step = -step) {
        row.from = step > 0 ? Side::left : Side::right;
        row.row = ++counter_;
        if (settled.empty())
            fabric_.loops.pushOver(row.firstLoop, row.yarn);
        else
            fabric_.loops.pushStretch(
                Loop{row.firstLoop + row.loopCount - 1, static_cast<std::int16_t>(settled.near(step)), row.yarn}, step,
                -1, row.loopCount);
        row.firstLoop += row.loopCount;
        add(row);
    }
    fabric_.loopsPerYarn[row.yarn] += rows * static_cast<int>(row.loopCount);
    leadsFrom(static_cast<LoopId>(fabric_.loops.size()) - 1, row.yarn, fabric_.loops.back().needle());
    if (settled.empty())
        for (auto loop = fabric_.loops.from(row.firstLoop); loop.id() < fabric_.loops.size(); ++loop)
            needles_.unsettled((*loop).needle()).first = loop.id();
    else
        needles_.settledKnitted(row.end(Side::left), row.from == Side::left ? 1 : -1);
    lastKnitted_ = fabric_.loops.back().needle();
    finishRow(row);
}

void VirtualBed::add(const Pass& row) {
    fabric_.passes.push_back(row);
    checkShape(static_cast<int>(row.loopCount));
}

void VirtualBed::finishRow(const Pass& row) {
    rackKnittedAt_ = rack_;
    carriage_ = opposite(row.from);
    yarns_[row.yarn].side = carriage_;
    needles_.rowIsDone();
}

int VirtualBed::repeatRow(int rows) {
    if (rows <= 0 || !knitsLikeBefore())
        return 0;
    Pass row = fabric_.passes.back();
    row.from = carriage_;
    knitLikeBefore(row, rows);
    return rows;
}

void VirtualBed::checkRungs() {
    for (auto at = dropped_.begin(); at != dropped_.end();) {
        const auto& [needle, dropped] = *at;
        if (dropped.begun && !dropped.ladder)
            find("rung_open", needle,
                 {"{1} rungs at {0} stay open: take them up too, or say that a ladder is meant.",
                  {needle, static_cast<int>(dropped.rungs.size())}});
        at = dropped.begun ? dropped_.erase(at) : std::next(at);
    }
}

std::optional<std::pair<Needle, int>> VirtualBed::columnOf(std::size_t split) const {
    const LoopId sought = fabric_.split[split];
    const auto rowsTo = [&](LoopId newest) {
        int rows = 1;
        LoopId loop = newest;
        for (; loop != noLoop && loop > sought; ++rows)
            loop = fabric_.loops[loop].parent;
        return loop == sought ? rows : 0;
    };
    int rows = 0;
    const auto isIt = [&](LoopId newest) {
        if (const int found = rowsTo(newest); found > 0)
            rows = found;
        return rows > 0;
    };
    const auto needle = needles_.find(splits_[split].at, isIt);
    return needle ? std::optional(std::pair(*needle, rows)) : std::nullopt;
}

std::vector<std::pair<Needle, int>> VirtualBed::splitStitches() const {
    std::vector<std::pair<Needle, int>> all;
    for (std::size_t i = 0; i < splits_.size(); ++i)
        if (const auto column = columnOf(i))
            all.push_back(*column);
    return all;
}

void VirtualBed::checkSplit() {
    for (std::size_t i = 0; i < splits_.size(); ++i) {
        const auto column = splits_[i].isKnittedOn ? std::nullopt : columnOf(i);
        if (!column)
            continue;
        const Position position = needles_.look(column->first).position;
        if (position == Position::work || (position == Position::hold && !leverOn_)) {
            splits_[i].isKnittedOn = true;
            find("split_stitch", column->first,
                 {"{0} knits on over a stitch of half its yarn: let it down first, and take it up again.",
                  {column->first}});
        }
    }
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
    if (!fabric_.passes.empty() && fabric_.passes.back().yarn != knit.yarn)
        lastKnitted_.reset();
    workingYarn_ = knit.yarn;
    if (knit.size)
        size_ = knit.size;
    checkHeadOn();
    checkTurn();
    checkRungs();
    checkSplit();
    const LoopId strandLoop = yarns_[knit.yarn].last;
    // After a slip it lies behind the stitches; on the wrong side it was found already.
    const bool mayBeLong = knit.floatAllowed || yarns_[knit.yarn].slipped || yarns_[knit.yarn].side != carriage_;
    const auto strand = joined && !mayBeLong ? strandFrom(yarns_[knit.yarn]) : std::nullopt;
    yarns_[knit.yarn].slipped = false;

    const YarnRole role = program_.yarns[knit.yarn].role;
    Pass row;
    row.from = carriage_;
    row.yarn = knit.yarn;
    row.protects = protects(role);
    row.beds = knit.beds;
    row.size = size_;
    row.operation = place_.operation;
    if (knitsLikeBefore()) {
        knitLikeBefore(row, 1);
    } else {
        row.row = ++counter_;
        knitAcross(knit, row);
        add(row);
        finishRow(row);
    }
    // What was laid in holds for this pass alone, also where its needle did not knit.
    for (const Needle needle : std::exchange(placed_, {}))
        if (needles_.look(needle).placed >= 0)
            needles_.at(needle).placed = -1;
    if (fabric_.passes.back().loopCount == 0)
        find("nothing_knits", std::nullopt,
             {"The carriage goes over and no needle knits: put needles to work, or leave the row out.", {}});
    else if (strand)
        checkStrand(*strand, strandLoop);
    if (!fabric_.firstMainPass && fabric_.passes.back().loopCount > 0 && role == YarnRole::main)
        fabric_.firstMainPass = fabric_.passes.size() - 1;
    steady_ = steady_ && fabric_.findings.size() == findings;
}

/// One crossing of the carriage, needle by needle.
struct VirtualBed::Across {
    const operation::Knit& knit;
    int step; ///< from one slot to the next: 1 or -1
    LongestRun run;
    std::optional<Needle> floatAt = {};  ///< the first that waits since the last that knitted
    std::optional<Needle> ladderAt = {}; ///< the first that is out of work since then, and was not meant to be
    int placedStitches = 0;              ///< in another yarn
};

void VirtualBed::knitAcross(const operation::Knit& knit, Pass& row) {
    const int step = row.from == Side::left ? 1 : -1;
    Across across{knit, step, LongestRun(step)};
    row.firstLoop = static_cast<LoopId>(fabric_.loops.size());
    lastKnitted_.reset();
    steady_ = !leverOn_ && !needles_.twoBeds();
    needles_.passOverIdle();
    const NeedleRun active{needles_.firstActive(), needles_.lastActive()};
    const NeedleRun settled = needles_.settled();
    if (needles_.twoBeds()) {
        knitTwoBeds(across);
    } else if (settled.empty()) {
        knitUnsettled(active.near(step), active.size(), across);
    } else {
        knitUnsettled(active.near(step), std::abs(settled.near(step) - active.near(step)), across);
        knitSettled(across);
        knitUnsettled(settled.far(step) + step, std::abs(active.far(step) - settled.far(step)), across);
    }
    row.loopCount = static_cast<LoopId>(fabric_.loops.size()) - row.firstLoop;
    fabric_.loopsPerYarn[knit.yarn] += static_cast<int>(row.loopCount) - across.placedStitches;
    // A rib's short runs do not settle, so that its rows are alike.
    const bool isMost = 2 * across.run.size() > static_cast<int>(row.loopCount);
    needles_.settle(isMost && !needles_.twoBeds() ? across.run.run() : NeedleRun());
}

void VirtualBed::knitSettled(Across& across) {
    const NeedleRun settled = needles_.settled();
    const int step = across.step;
    const int from = settled.near(step);
    const auto id = static_cast<LoopId>(fabric_.loops.size());
    const auto count = static_cast<LoopId>(settled.size());
    layYarn(Needle::atSlot(from), across);
    fabric_.loops.pushStretch(Loop{settled.loop(from), static_cast<std::int16_t>(from), across.knit.yarn}, step,
                              step * settled.step, count);
    across.run.add(from, settled.size(), id);
    if (const NeedleRun hung = needles_.hung(); !hung.empty()) {
        for (LoopId made = 0; made < count; ++made)
            fabric_.moreParents.emplace_back(id + made, hung.loop(from + step * static_cast<int>(made)));
        needles_.hungKnitted();
        steady_ = false;
    }
    needles_.settledKnitted(step > 0 ? id : id + count - 1, step);
    leadsFrom(id + count - 1, across.knit.yarn, Needle::atSlot(settled.far(step)));
    lastKnitted_ = Needle::atSlot(settled.far(step));
}

void VirtualBed::knitUnsettled(int from, int needles, Across& across) {
    for (int slot = from; needles > 0; --needles, slot += across.step) {
        const Needle needle = Needle::atSlot(slot);
        if (NeedleState& state = needles_.unsettled(needle); state.position != Position::out)
            knitNeedle(needle, state, across);
        else if (lastKnitted_ && !across.ladderAt && !state.ladderAllowed)
            across.ladderAt = needle;
    }
}

/// As the needles stand: a second bed's that is offset lies to the right of the main bed's.
void VirtualBed::knitTwoBeds(Across& across) {
    const auto worksAt = [&](Needle needle) {
        return onBed(needle) && needles_.look(needle).position != Position::out;
    };
    const auto knitAt = [&](Needle needle, operation::Beds other) {
        if (across.knit.beds != other && worksAt(needle))
            knitNeedle(needle, needles_.unsettled(needle), across);
    };
    const int low = needles_.firstActive() + std::min(0, rack_);
    const int high = needles_.lastActive() + std::max(0, rack_);
    const NeedleRun places{low, high};
    // Beyond its own stitches a bed has no gaps.
    const NeedleSpan own = needles_.occupied(Bed::main);
    for (int place = places.near(across.step), left = places.size(); left > 0; --left, place += across.step) {
        const Needle needle = Needle::atSlot(place);
        const Needle behind = Needle::atSlot(place - rack_, Bed::second);
        const bool hasBehind = onBed(behind) && needles_.look(behind).loops > 0;
        if (own.first < needle && needle < own.last && !worksAt(needle) && lastKnitted_ && !across.ladderAt &&
            !hasBehind && !needles_.look(needle).ladderAllowed)
            across.ladderAt = needle;
        if (across.step > 0)
            knitAt(needle, operation::Beds::second);
        knitAt(behind, operation::Beds::main);
        if (across.step < 0)
            knitAt(needle, operation::Beds::second);
    }
}

void VirtualBed::layYarn(Needle needle, Across& across) {
    if (across.floatAt && !across.knit.floatAllowed)
        findFloat(*across.floatAt);
    if (across.ladderAt)
        findLadder(*across.ladderAt);
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
        findEmpty(needle);
    const auto id = static_cast<LoopId>(fabric_.loops.size());
    YarnIndex yarn = across.knit.yarn;
    if (state.position != Position::work || state.loops != 1 || state.placed >= 0)
        steady_ = false;
    if (state.placed >= 0) {
        yarn = static_cast<YarnIndex>(state.placed);
        if (!across.knit.floatAllowed)
            checkLaidIn(yarn, needle);
        ++fabric_.loopsPerYarn[yarn];
        ++across.placedStitches;
        state.placed = -1;
    }
    fabric_.loops.push_back(Loop{state.first, static_cast<std::int16_t>(needle.slot()), yarn,
                                 state.loops == 0 ? LoopKind::empty : LoopKind::knit, needle.bed()});
    leadsFrom(id, yarn, needle);
    if (state.loops > 1) {
        if (state.loops > 2)
            findCrowded(needle, state);
        addParents(id, state, false);
        state.more.clear();
    }
    across.run.add(needle.slot(), 1, id);
    state.first = id;
    state.loops = 1;
    state.expectsEmpty = false;
    state.wrapped = false;
    state.position = Position::work;
}

/// The first row's loops are open below where they stood on yarn that comes out again.
void VirtualBed::checkFirstRow() {
    if (!fabric_.firstMainPass)
        return;
    const Pass& first = fabric_.passes[*fabric_.firstMainPass];
    const std::vector<bool>& hung = sourcesUsed_[{&fabric_, HangSource::Kind::first}];
    std::vector<LoopId> open;
    auto loop = fabric_.loops.from(first.firstLoop);
    for (LoopId i = 0; i < first.loopCount; ++i, ++loop) {
        const LoopId below = (*loop).parent;
        if (below != noLoop && protects(program_.yarns[fabric_.loops[below].yarn].role) &&
            (loop.id() >= hung.size() || !hung[loop.id()]))
            open.push_back(loop.id());
    }
    if (open.empty())
        return;
    if (program_.firstRowKeptAs.empty()) {
        find("first_left_open", fabric_.loops[open.front()].needle(),
             {"{0} loops of the first row stood on waste yarn and were never hung: hang them, or name the row that is "
              "kept for a join.",
              {static_cast<int>(open.size())}});
    } else {
        std::ranges::sort(open, {}, [this](LoopId id) { return fabric_.loops[id].slot; });
        fabric_.kept[program_.firstRowKeptAs] = std::move(open);
    }
}

Fabric VirtualBed::finish() {
    advance({program_.operations.size(), 0});
    for (const Bed bed : {Bed::main, Bed::second})
        if (const NeedleSpan left = occupied(bed); !left.empty()) {
            find("loops_left", left.first,
                 {"{0} still holds a loop at the end: bind it off or take it off.", {left.first}});
            break;
        }
    checkRungs();
    for (const auto& [needle, dropped] : dropped_)
        if (!dropped.ladder)
            find("loop_lost", needle, {"The loop let down at {0} was never taken up again.", {needle}});
    for (const Split& split : splits_)
        if (!split.isKnittedOn)
            find("split_stitch", split.at,
                 {"A stitch of half its yarn at {0} was never mended: let it down, and take it up again.", {split.at}});
    checkFirstRow();
    for (const NamedEdge& edge : program_.edges)
        if (edge.firstPass < 1 || edge.firstPass > edge.lastPass ||
            edge.lastPass > static_cast<int>(fabric_.passes.size()))
            find("edge_beyond", std::nullopt,
                 {"The edge {0} goes from row {1} to {2}, and the piece has {3} rows.",
                  {edge.name, edge.firstPass, edge.lastPass, static_cast<int>(fabric_.passes.size())}});
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
