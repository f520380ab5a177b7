// SPDX-License-Identifier: GPL-3.0-or-later
// The whole line from the project to the finished article, worked out at once.
#pragma once

#include "core/bed/fabric.h"
#include "core/joining/line_joins.h"
#include "core/plan/handle.h"
#include "core/plan/outline.h"
#include "core/project/project.h"
#include "core/supplies/supplies.h"

#include <memory>

namespace vestimen {

struct WorkedPiece {
    PieceKey key;
    const char* atLeft = ""; ///< where its edges lie on the wearer; empty where that is no one place
    const char* atRight = "";
    std::optional<PieceKey> pair; ///< the piece that this one is the mirror image of
    bool ontoOthers = false;      ///< a trim or band
    Outline outline;              ///< the ideal one, in mm; empty for what is knitted onto others
    Stitches seam;                ///< at each side edge, outside the outline
    PieceMarks marks;
    std::vector<Handle> handles;
    Program program;
    Fabric fabric;
    Length width;  ///< of the finished piece at its widest, seams left out
    Length length; ///< from the finished edge to the top

    const Handle* handle(HandleKey key) const;
};

/// All that follows from a project. `pieces` is empty where a finding is an error.
struct Worked {
    Article article; ///< that it follows from
    MeasuredFabric measured;
    std::optional<Length> widest; ///< of the pieces; nothing where a measure is missing
    std::map<CountKey, Reckoning> workings;
    std::vector<WorkedPiece> pieces;
    std::vector<PlannedJoin> plannedJoins; ///< what they are counted from, for pieces that came out otherwise
    std::vector<Join> joins;
    Supplies supplies;
    std::vector<Finding> findings;

    const WorkedPiece* piece(PieceKey key) const;
    bool sound() const { return !pieces.empty() && !anyError(findings); }
};

/// Deterministic; never throws for what a knitter could have entered.
Worked work(const Project& project);

/// The project after a handle of a drafted piece was dragged by whole rows (up) or stitches (outward).
Project dragged(Project project, const Handle& handle, int steps);

} // namespace vestimen
