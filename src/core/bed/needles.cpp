// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bed/needles.h"

namespace vestimen {
namespace {

/// A run that has become so short is not worth its while.
constexpr int shortest = 8;

bool isIdle(const NeedleState& state) {
    return state.position == Position::out && state.loops == 0;
}

} // namespace

void Needles::settle(const NeedleRun& run) {
    if (!settled_.empty() && !run.holds(settled_.first))
        writeSettled(settled_.first, settled_.last);
    settled_ = run;
    hung_ = {};
}

void Needles::hangOnSettled(LoopId atFirst) {
    hung_ = {settled_.first, settled_.last, atFirst};
    touched_ = true;
    for (int slot = settled_.first; slot <= settled_.last; ++slot) {
        NeedleState& state = states_[index(Needle::atSlot(slot))];
        state.loops = 2;
        state.ladderAllowed = false;
    }
}

void Needles::hungKnitted() {
    hung_ = {};
    for (int slot = settled_.first; slot <= settled_.last; ++slot)
        states_[index(Needle::atSlot(slot))].loops = 1;
}

void Needles::unsettle(int slot) {
    if (settled_.size() <= shortest || !hung_.empty()) {
        unsettleAll();
    } else if (slot - settled_.first <= settled_.last - slot) { // the longer part stays
        writeSettled(settled_.first, slot);
        settled_.atFirst = settled_.loop(slot + 1);
        settled_.first = slot + 1;
    } else {
        writeSettled(slot, settled_.last);
        settled_.last = slot - 1;
    }
}

void Needles::writeSettled(int first, int last) {
    for (int slot = first; slot <= last; ++slot) {
        NeedleState& state = states_[index(Needle::atSlot(slot))];
        state.first = settled_.loop(slot);
        if (!hung_.empty())
            state.more.push_back(hung_.loop(slot));
    }
}

void Needles::passOverIdle() {
    const auto isIdleAt = [this](int slot) {
        return isIdle(look(Needle::atSlot(slot))) && (!twoBeds() || isIdle(look(Needle::atSlot(slot, Bed::second))));
    };
    while (firstActive_ < lastActive_ && isIdleAt(firstActive_))
        ++firstActive_;
    while (firstActive_ < lastActive_ && isIdleAt(lastActive_))
        --lastActive_;
}

NeedleSpan Needles::occupied(Bed bed) const {
    if (bed == Bed::second && !twoBeds())
        return {Needle::atSlot(0, bed), Needle::atSlot(-1, bed)};
    NeedleSpan span{Needle::atSlot(firstActive_, bed), Needle::atSlot(lastActive_, bed)};
    while (!span.empty() && look(span.first).loops == 0)
        span.first = span.first.shifted(1);
    while (!span.empty() && look(span.last).loops == 0)
        span.last = span.last.shifted(-1);
    return span;
}

std::optional<Needle> Needles::outermost(Side side) const {
    const NeedleSpan span = occupied(Bed::main);
    return span.empty() ? std::nullopt : std::optional(span.end(side));
}

bool Needles::allHeld() const {
    return std::ranges::all_of(
        states_, [](const NeedleState& state) { return state.loops == 0 || state.position == Position::hold; });
}

} // namespace vestimen
