// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/shaped_sides.h"

#include "core/knitting/piece_parts.h"

#include <algorithm>

namespace vestimen {

void ShapedSides::follow(const Slope& slope, bool widens) {
    for (const SlopeLine& line : slope.lines)
        for (int i = 0; i < line.times; ++i) {
            knit(line.every);
            widens ? widen() : narrow();
        }
    knit(slope.plainAfter);
}

void ShapedSides::followBack(const Slope& slope) {
    knit(slope.plainAfter);
    for (auto line = slope.lines.rbegin(); line != slope.lines.rend(); ++line)
        for (int i = 0; i < line->times; ++i) {
            narrow();
            knit(line->every);
        }
}

void ShapedSides::knit(Rows rows) {
    const Rows already = std::min(rows, skipped_);
    rows -= already;
    skipped_ -= already;
    widenAtCarriage();
    if (!waiting_.empty() && rows > Rows(0)) {
        writer_.knitPlain(Rows(1), width_, writer_.size());
        widenAtCarriage();
        rows -= Rows(1);
    }
    writer_.knitPlain(rows, width_, writer_.size());
}

void ShapedSides::narrow() {
    const Stitches room = roomAtEachSide(width_, 1, sides_.size() > 1 ? 1 : 0);
    for (const Side side : sides_) {
        writer_.add(moveIn(side, 1, edge_, std::min(most_, room)));
        width_ -= Stitches(1);
    }
}

void ShapedSides::widen() {
    if (!edge_.fashioned) {
        waiting_ = sides_;
        return;
    }
    for (const Side side : sides_) {
        writer_.add(operation::Increase{side, 1, operation::Shaping::fashioned, edge_.inset});
        width_ += Stitches(1);
    }
}

void ShapedSides::widenAtCarriage() {
    const auto at = std::ranges::find(waiting_, writer_.carriage());
    if (at == waiting_.end())
        return;
    writer_.add(operation::Increase{.side = *at, .kind = operation::Shaping::edge});
    width_ += Stitches(1);
    waiting_.erase(at);
}

} // namespace vestimen
