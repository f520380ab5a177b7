// SPDX-License-Identifier: GPL-3.0-or-later
// Joins as they are planned: lines of edges, counted from the fabrics when these are there.
#pragma once

#include "core/joining/joins.h"

#include <string>
#include <vector>

namespace vestimen {

/// One side of a join.
struct PlannedEdge {
    Line line = {};
    Phrase what;                       ///< after its own operands: what is counted of each stretch
    std::optional<int> count = {};     ///< where not all of the line is taken
    std::optional<Length> length = {}; ///< where it is known better than by what is counted: along a slant
    JoinUnit unit = JoinUnit::rows;
    bool hung = false; ///< each opening has its needle, and is listed
    /// Within a sentence, for those that say where the yarn is and where to work to: the edge ("the back"), and where
    /// its line begins and ends ("the armhole", "the neck"). Lines are as they hang purl side facing.
    const char* name = "";
    const char* from = "";
    const char* to = "";
};

/// Where an end of yarn is looked for that a join can be worked with: at open or bound loops, where the yarn was when
/// they came off; of rows, at the lower end of an edge where the yarn began, or at the upper where it was broken.
struct EndAt {
    Along along;
    bool atTop = false;
};

/// How it is done where there are more stitches than rows, so that they cannot be hung on them.
struct ElseSewn {
    Phrase facing;
};

struct PlannedJoin {
    std::string key;
    Phrase title;
    JoinMethod method = JoinMethod::mattress;
    std::optional<JoinMethod> chosen = {}; ///< by the knitter, in its place
    PlannedEdge first;
    PlannedEdge second = {};      ///< without a line and a count, the first is closed in itself
    std::vector<EndAt> ends = {}; ///< the first that is found, and that no join before it took
    std::string goesOnFrom = {};  ///< the key of a join whose end is used on
    Phrase tailSide = {};         ///< where its edges do not say where they begin and end
    Phrase facing = {};           ///< of what is hung it follows from the ridge: see hanging.h
    WornSide wornOut = WornSide::knit;
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
                         const FabricGauge& gauge, Hand hand = Hand::right);

/// What is left of each yarn for the joins that are worked with it, and which these are: on the operations that break
/// or join it. A program by the name of its piece.
void layTails(const std::vector<Join>& joins, const std::map<std::string, Program*>& programs);

} // namespace vestimen
