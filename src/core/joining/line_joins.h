// SPDX-License-Identifier: GPL-3.0-or-later
// Joins as they are planned: lines of edges, counted from the fabrics when these are there.
#pragma once

#include "core/joining/joins.h"

#include <string>
#include <vector>

namespace vestimen {

/// A named stretch of a piece: rows of an edge, or loops that were kept open.
struct Along {
    PieceKey piece;
    std::string name;
    JoinUnit unit = JoinUnit::rows;
};
/// Stretches that lie end to end.
using Line = std::vector<Along>;

struct PlannedJoin {
    std::string key;
    Phrase title;
    JoinMethod method = JoinMethod::mattress;
    Line first;
    Line second; ///< empty where a line is closed in itself
    Phrase firstIs;
    Phrase secondIs;
    Phrase tailSide;
    Phrase facing;
    Phrase check = {};
    std::vector<std::string> after = {}; ///< keys of the joins that come before it
};

/// In an order in which each comes after those that it names, else as they are listed; with what does not meet as a
/// finding: rows that differ by more than `rowsMayDiffer`, loops at all.
std::vector<Join> joined(const std::vector<PlannedJoin>& planned, const std::map<std::string, const Fabric*>& fabrics,
                         const FabricGauge& gauge, int rowsMayDiffer = 0);

} // namespace vestimen
