// SPDX-License-Identifier: GPL-3.0-or-later
// Of the writer of pieces: needles that are worked together, and how far they have come.
#pragma once

#include "core/plan/knitting.h"

#include <array>
#include <optional>
#include <utility>
#include <vector>

namespace vestimen {

inline constexpr std::array bothSides = {Side::left, Side::right};

template<class Value> class PerSide {
public:
    Value& operator[](Side side) { return values_[side == Side::left ? 0 : 1]; }
    const Value& operator[](Side side) const { return values_[side == Side::left ? 0 : 1]; }

private:
    std::array<Value, 2> values_{};
};

/// How far an edge has come.
struct EdgeState {
    std::size_t next = 0; ///< of what is due
    int due = 0;          ///< stitches, so far; less than 0 where they move in
    PerSide<std::optional<int>> done;
};

/// Needles that are worked together, and how far they have come: the piece, or a branch of it.
struct Group {
    Group(const std::vector<Edge>& itsEdges, const std::vector<Patch>& itsSurface, NeedleSpan its, NeedleSpan all)
        : edges(itsEdges), surface(itsSurface), span(its), onTheBed(all), states(edges.size()) {
        for (const Side side : bothSides)
            othersBeside[side] = its.end(side) != all.end(side);
    }

    NeedleSpan working() const { return {span.first.shifted(held[Side::left]), span.last.shifted(-held[Side::right])}; }
    Stitches width() const { return Stitches(working().size() - bare); }

    const std::vector<Edge>& edges;
    const std::vector<Patch>& surface;
    NeedleSpan span;            ///< with what waits at its sides
    NeedleSpan onTheBed;        ///< when it began, itself included
    PerSide<bool> othersBeside; ///< that wait
    /// So many rows are knitted, by the last passes.
    void goOn(Rows rows, int passesNow) {
        for (const Side side : bothSides)
            goOnAt(side, rows, passesNow);
        row += rows;
    }
    void setApart(int first, int after) {
        for (const Side side : bothSides)
            apart[side].emplace_back(first, after);
    }
    void goOnAt(Side side, Rows rows, int passesNow) {
        for (int each = rows.count(); each-- > 0;)
            passes[side].push_back(passesNow - each);
    }

    int bare = 0; ///< needles among those that work which stay out
    Rows row;
    Rows stop;                     ///< at which something else than rows and edges comes next
    std::vector<EdgeState> states; ///< of its edges
    PerSide<int> held;
    PerSide<int> wraps;               ///< round the needle that waits beside those that work
    PerSide<const Held*> turns;       ///< what was held there just now
    PerSide<std::vector<int>> passes; ///< that made its rows at a side, from 1
    /// Passes of branches that do not count among its rows: the first, and the first after them.
    PerSide<std::vector<std::pair<int, int>>> apart;
    PerSide<std::optional<Rows>> bound; ///< the row at which its side was last bound off
    std::optional<Rows> shapedBegun;    ///< the rows for which edges have done what was due
    std::optional<Rows> shapedBeginning;
};

} // namespace vestimen
