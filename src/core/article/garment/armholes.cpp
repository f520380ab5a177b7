// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/armholes.h"

#include "core/knitting/piece_parts.h"

#include <algorithm>

namespace vestimen {

Armholes::Armholes(ProgramWriter& writer, const GarmentCounts& counts, const GarmentBrief& project, PieceKey piece,
                   NeedleSpan below)
    : writer_(writer), counts_(counts), project_(project), sides_{Side::left, Side::right}, below_(below),
      mark_(writer.passes()), width_(below.size()),
      near_(project.choices.hasSleeves() ? writer.carriage() : opposite(writer.carriage())) {
    if (isHalf(piece))
        sides_ = {outerSide(piece)};
    for (const CurveEvent& each : counts.armholeCurve.events())
        decreases_.emplace_back(each.row + 1, each.stitches.count());
}

int Armholes::underarmRow(Side side) const {
    return counts_.underarm == Stitches(0) ? -1 : side == near_ ? 0 : 1;
}

void Armholes::knitTo(Rows row) {
    while (row_ < row.count()) {
        doDue();
        int next = row.count();
        for (const Side side : sides_)
            if (const int at = underarmRow(side); at > row_)
                next = std::min(next, at);
        for (const auto& [at, stitches] : decreases_)
            if (at > row_)
                next = std::min(next, at);
        writer_.knitPlain(Rows(next - row_), width_, writer_.size());
        row_ = next;
    }
}

int Armholes::dueAt(int row) const {
    for (const auto& [at, stitches] : decreases_)
        if (at == row)
            return stitches;
    return 0;
}

int Armholes::leftAt(int row) const {
    int left = 0;
    for (const auto& [at, stitches] : decreases_)
        left += at >= row ? stitches : 0;
    return left;
}

void Armholes::decrease(Side side, int stitches, Stitches most, bool besideBindOff) {
    writer_.add(moveIn(side, stitches, project_.choices.edge(ShapedEdge::armhole), std::min(most, counts_.shoulder),
                       besideBindOff));
}

int Armholes::firstPass(Side side) const {
    return mark_ + 1 + std::max(0, underarmRow(side));
}

void Armholes::nameEdge(Side side, int lastPass) {
    writer_.edge(sided(side, "armhole_left", "armhole_right"), side, firstPass(side), lastPass);
}

NeedleSpan Armholes::top() const {
    const int inset = counts_.armholeInset().count();
    NeedleSpan span = below_;
    for (const Side side : sides_)
        span = fromEdge(span, side, inset, span.size() - inset);
    return span;
}

void Armholes::doDue() {
    for (const Side side : sides_)
        if (underarmRow(side) == row_)
            underarm(side);
    if (const int stitches = dueAt(row_); stitches > 0) {
        const Stitches room = roomAtEachSide(width_, stitches, sides_.size() > 1 ? stitches : 0);
        for (const Side side : sides_) {
            decrease(side, stitches, room, project_.choices.hasSleeves() && underarmRow(side) == row_);
            width_ -= Stitches(stitches);
        }
    }
}

/// Bound off where the carriage stands, for a sleeve; or open on a holder at the other side, for a trim.
void Armholes::underarm(Side side) {
    const int count = counts_.underarm.count();
    if (project_.choices.hasSleeves()) {
        writer_.add(
            operation::BindOff{.side = side, .count = count, .as = sided(side, "underarm_left", "underarm_right")});
    } else {
        const NeedleSpan span = fromEdge(below_, side, 0, count);
        writer_.add(operation::TakeOff{span.first, span.last, operation::Onto::holder,
                                       sided(side, "underarm_left", "underarm_right")});
    }
    width_ -= counts_.underarm;
}

} // namespace vestimen
