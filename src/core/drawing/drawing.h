// SPDX-License-Identifier: GPL-3.0-or-later
// Shapes of one's own: pieces drawn by widths at heights, or traced from an outline; their edges have names, and joins
// lead from edge to edge. All in mm, upward as they are knitted.
#pragma once

#include "core/quantity/length.h"

#include <compare>
#include <cstddef>
#include <string>
#include <variant>
#include <vector>

namespace vestimen {

struct DrawnPoint {
    Length x; ///< to the right
    Length y; ///< upward
    bool operator==(const DrawnPoint&) const = default;
};
/// Closed: the last point leads to the first.
using DrawnLoop = std::vector<DrawnPoint>;

/// Where its edges lie at a height.
struct WidthAt {
    Length height;
    Length left; ///< of the left edge; less than 0 at the left of the line that heights stand on
    Length right;
    bool curved = false; ///< up to the next height; else straight
    bool operator==(const WidthAt&) const = default;
};
/// Rising. Its corners are, in this order, those at the right from the lowest up and those at the left from the highest
/// down.
struct ByHeights {
    std::vector<WidthAt> at;
    bool operator==(const ByHeights&) const = default;
};
/// One loop around all of it, anticlockwise, and others around holes, clockwise. None crosses itself or another. Its
/// corners are the points, loop after loop.
struct Traced {
    std::vector<DrawnLoop> loops;
    bool operator==(const Traced&) const = default;
};

/// From a corner on to where the next edge begins.
struct DrawnEdge {
    std::string name; ///< within its piece
    std::size_t from = 0;
    bool operator==(const DrawnEdge&) const = default;
};

struct DrawnPiece {
    std::string name;
    std::variant<ByHeights, Traced> form;
    std::vector<DrawnEdge> edges; ///< rising, at least one for each loop
    bool operator==(const DrawnPiece&) const = default;
};

/// An edge of a piece, by their places.
struct DrawnEdgeAt {
    std::size_t piece = 0;
    std::size_t edge = 0;
    auto operator<=>(const DrawnEdgeAt&) const = default;
};
struct DrawnJoin {
    DrawnEdgeAt first;
    DrawnEdgeAt second;
    bool operator==(const DrawnJoin&) const = default;
};

struct Drawing {
    std::vector<DrawnPiece> pieces;
    std::vector<DrawnJoin> joins;
    bool operator==(const Drawing&) const = default;
};

inline constexpr std::size_t mostDrawnPieces = 12;
inline constexpr std::size_t mostHeights = 40;
inline constexpr std::size_t mostDrawnEdges = 40; ///< of a piece
inline constexpr std::size_t mostDrawnJoins = 60;
inline constexpr std::size_t mostTracedPoints = 4000; ///< of a piece
/// Finer than any yarn, larger than any bed.
inline constexpr Length leastDrawn = Length::millimetres(10);
inline constexpr Length mostDrawn = Length::millimetres(5000);

/// How many corners a piece has, at which edges can begin.
std::size_t corners(const DrawnPiece& piece);
/// Four edges: right, upper, left and lower.
std::vector<DrawnEdge> usualEdges(std::size_t heights);
/// A height more, half-way to the next; or past the last, where there is none. Edges keep their places.
void addHeight(DrawnPiece& piece, std::size_t after);
/// Of more than two.
void takeHeight(DrawnPiece& piece, std::size_t index);
/// Without a piece, and the joins that it was in.
void takePiece(Drawing& drawing, std::size_t index);
/// A new edge begins at a corner, or the one that does goes into the one before it.
void addEdge(Drawing& drawing, std::size_t piece, std::size_t corner, std::string name);
void takeEdge(Drawing& drawing, DrawnEdgeAt edge);

} // namespace vestimen
