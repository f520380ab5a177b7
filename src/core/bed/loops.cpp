// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bed/loops.h"

#include <algorithm>

namespace vestimen {

static_assert(sizeof(Loop) == 8);

void Loops::beginWritten() {
    stretches_.push_back({.begin = size_, .written = static_cast<LoopId>(written_.size())});
}

void Loops::pushOver(LoopId row, YarnIndex yarn) {
    const LoopId last = size_ - 1;
    Stretch over = stretches_.back();
    over.written += static_cast<LoopId>(over.readingStep) * (last - over.begin);
    over.readingStep = static_cast<std::int8_t>(-over.readingStep);
    over.begin = size_;
    over.parentStep = -1;
    over.first = Loop{.parent = last, .yarn = yarn};
    stretches_.push_back(over);
    size_ += size_ - row;
}

std::size_t Loops::stretchOf(LoopId id) const {
    if (id >= stretches_.back().begin) // the newest are asked for most
        return stretches_.size() - 1;
    const auto after = std::ranges::upper_bound(stretches_, id, {}, &Stretch::begin);
    return static_cast<std::size_t>(after - stretches_.begin()) - 1;
}

Loop Loops::operator[](LoopId id) const {
    return loop(stretches_[stretchOf(id)], id);
}

Loops::const_iterator Loops::begin() const {
    return {*this, 0, 0};
}

Loops::const_iterator Loops::end() const {
    return {*this, size_, stretches_.size()};
}

Loops::const_iterator Loops::from(LoopId id) const {
    return id == size_ ? end() : const_iterator(*this, id, stretchOf(id));
}

} // namespace vestimen
