// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/piece_parts.h"

#include <algorithm>

namespace vestimen {

const char* sided(Side side, const char* left, const char* right) {
    return side == Side::left ? left : right;
}

NeedleSpan fromEdge(NeedleSpan span, Side side, int skip, int count) {
    if (side == Side::left)
        return {span.first.shifted(skip), span.first.shifted(skip + count - 1)};
    return {span.last.shifted(1 - skip - count), span.last.shifted(-skip)};
}

void hold(ProgramWriter& writer, NeedleSpan span) {
    if (!span.empty())
        writer.add(operation::Hold{span.first, span.last});
}

void release(ProgramWriter& writer, NeedleSpan span) {
    if (!span.empty())
        writer.add(operation::Release{span.first, span.last});
}

operation::Decrease moveIn(Side side, int stitches, const EdgeShaping& edge, Stitches most, bool besideBindOff) {
    // So many must move at once, so that no needle knits three loops: the last chain loop of a bind-off lies on the
    // outermost stitch already.
    const int least = stitches + (besideBindOff ? 1 : 0);
    if (!edge.fashioned && least == 1)
        return {.side = side, .count = 1, .kind = operation::Shaping::edge};
    const int wanted = edge.fashioned ? std::min(edge.inset, most.count()) : 0;
    return {side, stitches, operation::Shaping::fashioned, std::max(least, wanted)};
}

Stitches roomAtEachSide(Stitches width, int stitches, int atOtherSide) {
    const Stitches room = width - Stitches(stitches + atOtherSide);
    return atOtherSide > 0 ? room / 2 : room;
}

std::string worn(PieceKey piece) {
    std::string name = key(piece);
    for (char& c : name)
        if (c == '_')
            c = ' ';
    return name;
}

} // namespace vestimen
