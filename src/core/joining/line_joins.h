// SPDX-License-Identifier: GPL-3.0-or-later
// Joins as they are planned: lines of edges, counted from the fabrics when these are there.
#pragma once

#include "core/joining/joins.h"

#include <string>
#include <vector>

namespace vestimen {

/// A named stretch of a piece: rows of an edge, loops that were kept open or bound off, or all of its first row.
struct Along {
    enum class Of { edge, kept, bound, firstRow, allRows };
    PieceKey piece;
    std::string name = {};
    Of of = Of::edge;
    /// Which way its openings follow each other when the line is hung, as they are counted on their piece.
    bool backwards = false;
};
/// Stretches that lie end to end.
using Line = std::vector<Along>;

/// One side of a join.
struct PlannedEdge {
    Line line = {};
    Phrase what;                       ///< after its own operands: what is counted of each stretch
    std::optional<int> count = {};     ///< where not all of the line is taken
    std::optional<Length> length = {}; ///< where it is known better than by what is counted: along a slant
    JoinUnit unit = JoinUnit::rows;
    bool hung = false; ///< each opening has its needle, and is listed
};

/// What is said by where the yarn was when kept loops came off: at that side, or at the other.
struct TailAt {
    Along loops;
    Side side = Side::left;
    Phrase there;
    Phrase elsewhere;
};

/// How it is done where there are more stitches than rows, so that they cannot be hung on them.
struct ElseSewn {
    Phrase tailSide;
    Phrase facing;
};

struct PlannedJoin {
    std::string key;
    Phrase title;
    JoinMethod method = JoinMethod::mattress;
    PlannedEdge first;
    PlannedEdge second = {}; ///< without a line and a count, the first is closed in itself
    Phrase tailSide = {};
    std::optional<TailAt> tailAt = {};
    Phrase facing;
    Phrase check = {}; ///< after its own operands: what is counted of the first edge
    std::optional<ElseSewn> elseSewn = {};
    std::optional<PieceKey> makes = {};  ///< a piece that is knitted on
    std::optional<int> mayDiffer = {};   ///< what is counted of both, by no more than so much
    Phrase differs = {};                 ///< how it is said, in its own words
    std::vector<std::string> after = {}; ///< keys of the joins that come before it
};

/// In an order in which each comes after those that it names, else as they are listed; with what does not meet as a
/// finding.
std::vector<Join> joined(const std::vector<PlannedJoin>& planned, const std::map<std::string, const Fabric*>& fabrics,
                         const FabricGauge& gauge);

} // namespace vestimen
