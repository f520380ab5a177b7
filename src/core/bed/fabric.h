// SPDX-License-Identifier: GPL-3.0-or-later
// What comes off the virtual bed: every loop ever made, pass by pass.
#pragma once

#include "core/bed/loops.h"
#include "core/knitting/program.h"
#include "core/reckoning/reckoning.h"

#include <map>
#include <string>
#include <vector>

namespace vestimen {

/// One crossing of the carriage. Its loops stand together in Fabric::loops, in the order in which they were knitted.
struct Pass {
    int row = 0; ///< the counter's reading after it
    Side from = Side::right;
    YarnIndex yarn = 0;
    bool protects = false; ///< waste yarn or ravel cord, which comes out again
    operation::Beds beds = operation::Beds::both;
    std::optional<StitchSize> size;
    std::size_t operation = 0;
    LoopId firstLoop = 0;
    LoopId loopCount = 0;

    /// The loop at one end of the row.
    LoopId end(Side side) const { return side == from ? firstLoop : firstLoop + loopCount - 1; }
};

struct FabricMark {
    std::string as;
    std::variant<Needle, Side> at;
    int pass = 0; ///< passes made before it
    int row = 0;
};

/// Where a yarn begins, or is broken.
struct YarnEnd {
    std::size_t operation = 0;
    YarnIndex yarn = 0;
    Side side = Side::right;
    int pass = 0; ///< passes made before it
    bool begins = false;
    LoopId loop = noLoop; ///< beside which it comes out; none where it begins
};

struct Fabric {
    std::string piece;
    Loops loops;
    std::vector<std::pair<LoopId, LoopId>> moreParents; ///< (loop, parent), by loop
    std::vector<Pass> passes;
    std::vector<LoopId> split; ///< of half their yarn, and not let down since; in the order in which that was found
    std::map<std::string, std::vector<LoopId>> kept;   ///< from left to right
    std::map<std::string, std::vector<LoopId>> castOn; ///< cast on under a name, from left to right
    std::vector<std::pair<LoopId, int>> begunAt; ///< cast on while nothing hung there: the first loop, and the counter
    std::map<std::string, std::vector<LoopId>> bound; ///< bound off under a name, from left to right
    std::vector<FabricMark> marks;
    std::vector<NamedEdge> edges;
    std::vector<int> loopsPerYarn;
    int ends = 0;
    std::vector<YarnEnd> yarnEnds;            ///< in the order in which they were made
    std::optional<std::size_t> firstMainPass; ///< index of the first pass in a main yarn
    std::vector<Finding> findings;

    /// The openings of a named edge from the bottom up, or of the whole "left" or "right"; rows that come out again
    /// have none. Empty when unknown.
    std::vector<LoopId> edge(const std::string& name) const;
    /// How many openings that is.
    int edgeRows(const std::string& name) const;
    /// The counter's reading after the pass that the loop was made in or after; 0 before the first.
    int row(LoopId loop) const;
};

} // namespace vestimen
