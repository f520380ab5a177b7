// SPDX-License-Identifier: GPL-3.0-or-later
// The whole line from the project to the finished garment, worked out at once.
#pragma once

#include "core/bed/fabric.h"
#include "core/garment/outlines.h"
#include "core/joining/joins.h"
#include "core/shaping/garment_counts.h"
#include "core/supplies/supplies.h"

#include <memory>

namespace vestimen {

struct WorkedPiece {
    PieceKind kind = PieceKind::back;
    Outline outline; ///< the ideal one, in mm; empty for the neck trim
    Program program;
    Fabric fabric;
    Length width;  ///< of the finished piece at its widest, seams left out
    Length length; ///< from the finished edge to the top
};

/// All that follows from a project. `pieces` is empty where a finding is an error.
struct Worked {
    Choices choices; ///< that it follows from
    MeasuredFabric measured;
    std::optional<GarmentMeasures> measures;
    std::optional<GarmentCounts> counts;
    std::map<Quantity, Reckoning> workings;
    std::vector<WorkedPiece> pieces;
    std::vector<Join> joins;
    Supplies supplies;
    std::vector<Finding> findings;

    const WorkedPiece* piece(PieceKind kind) const;
    bool sound() const { return !pieces.empty() && !anyError(findings); }
};

/// Deterministic; never throws for what a knitter could have entered.
Worked work(const Project& project);

} // namespace vestimen
