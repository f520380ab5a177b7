// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drawing/drawing.h"

#include <algorithm>

namespace vestimen {
namespace {

/// Of a shape by heights: those of the right side rise, those of the left fall.
struct Corner {
    bool right;
    std::size_t height;
};
Corner cornerAt(std::size_t place, std::size_t heights) {
    return place < heights ? Corner{true, place} : Corner{false, 2 * heights - 1 - place};
}
std::size_t placeOf(Corner corner, std::size_t heights) {
    return corner.right ? corner.height : 2 * heights - 1 - corner.height;
}

/// Joins of edges that are gone go as well, and those behind them move up.
void takeFromJoins(Drawing& drawing, DrawnEdgeAt gone) {
    std::erase_if(drawing.joins, [&](const DrawnJoin& each) { return each.first == gone || each.second == gone; });
    for (DrawnJoin& each : drawing.joins)
        for (DrawnEdgeAt* end : {&each.first, &each.second})
            if (end->piece == gone.piece && end->edge > gone.edge)
                --end->edge;
}

} // namespace

std::size_t corners(const DrawnPiece& piece) {
    if (const auto* heights = std::get_if<ByHeights>(&piece.form))
        return 2 * heights->at.size();
    std::size_t count = 0;
    for (const DrawnLoop& each : std::get<Traced>(piece.form).loops)
        count += each.size();
    return count;
}

std::vector<DrawnEdge> usualEdges(std::size_t heights) {
    const std::size_t top = heights - 1;
    return {{"right", placeOf({true, 0}, heights)},
            {"upper", placeOf({true, top}, heights)},
            {"left", placeOf({false, top}, heights)},
            {"lower", placeOf({false, 0}, heights)}};
}

void addHeight(DrawnPiece& piece, std::size_t after) {
    auto& at = std::get<ByHeights>(piece.form).at;
    const std::size_t heights = at.size();
    if (after >= heights || heights >= mostHeights)
        return;
    const WidthAt& below = at[after];
    WidthAt added = below;
    if (after + 1 < heights) {
        const WidthAt& above = at[after + 1];
        added.height = (below.height + above.height) / 2.0;
        added.left = (below.left + above.left) / 2.0;
        added.right = (below.right + above.right) / 2.0;
    } else {
        added.height += Length::millimetres(50);
    }
    at.insert(at.begin() + static_cast<std::ptrdiff_t>(after) + 1, added);
    const bool atTop = after + 1 == heights;
    for (DrawnEdge& each : piece.edges) {
        Corner corner = cornerAt(each.from, heights);
        // The end goes up with the new one.
        corner.height += corner.height > after || (atTop && corner.height == after) ? 1 : 0;
        each.from = placeOf(corner, heights + 1);
    }
}

void takeHeight(DrawnPiece& piece, std::size_t index) {
    auto& at = std::get<ByHeights>(piece.form).at;
    const std::size_t heights = at.size();
    if (heights <= 2 || index >= heights)
        return;
    at.erase(at.begin() + static_cast<std::ptrdiff_t>(index));
    const bool isTop = index + 1 == heights;
    for (DrawnEdge& each : piece.edges) {
        // An edge that began at it begins at the next, or where the end is now.
        Corner corner = cornerAt(each.from, heights);
        corner.height -= corner.height > index || (isTop && corner.height == index) ? 1 : 0;
        each.from = placeOf(corner, heights - 1);
    }
}

void takePiece(Drawing& drawing, std::size_t index) {
    if (index >= drawing.pieces.size())
        return;
    drawing.pieces.erase(drawing.pieces.begin() + static_cast<std::ptrdiff_t>(index));
    std::erase_if(drawing.joins,
                  [&](const DrawnJoin& each) { return each.first.piece == index || each.second.piece == index; });
    for (DrawnJoin& each : drawing.joins)
        for (DrawnEdgeAt* end : {&each.first, &each.second})
            if (end->piece > index)
                --end->piece;
}

void addEdge(Drawing& drawing, std::size_t piece, std::size_t corner, std::string name) {
    DrawnPiece& of = drawing.pieces[piece];
    const auto place = std::ranges::lower_bound(of.edges, corner, {}, &DrawnEdge::from);
    if (place != of.edges.end() && place->from == corner)
        return;
    const auto index = static_cast<std::size_t>(place - of.edges.begin());
    of.edges.insert(place, {std::move(name), corner});
    for (DrawnJoin& each : drawing.joins)
        for (DrawnEdgeAt* end : {&each.first, &each.second})
            if (end->piece == piece && end->edge >= index)
                ++end->edge;
}

void takeEdge(Drawing& drawing, DrawnEdgeAt edge) {
    DrawnPiece& of = drawing.pieces[edge.piece];
    if (of.edges.size() <= 1)
        return;
    of.edges.erase(of.edges.begin() + static_cast<std::ptrdiff_t>(edge.edge));
    takeFromJoins(drawing, edge);
}

} // namespace vestimen
