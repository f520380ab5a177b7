// SPDX-License-Identifier: GPL-3.0-or-later
// A folded border that is hung along the rows of an edge, or on its bound stitches, in as many parts as it takes (craft
// 17).
#pragma once

#include "core/plan/plan.h"

namespace vestimen {

struct EdgeBorder {
    struct Part {
        PieceKey key;
        Phrase name;
    };
    Side side = Side::left; ///< of the piece, as it hung
    Along edge;
    int openings = 0;        ///< of the edge: its rows, or what was bound off
    Stitches stitches;       ///< all along it, no more than it has openings
    std::vector<Part> parts; ///< from the beginning of its rows
    Rows rows;               ///< both layers
    YarnNumber yarn = 0;
    BindOffMethod bindOff = BindOffMethod::chainRoundTheNeedles;
    Handle depth;     ///< without its place and what it stands for
    std::string ends; ///< key of the join that shuts both ends
    Phrase endsTitle;
    const char* between = "";            ///< title of what joins two parts, {0} and {1}
    std::vector<std::string> after = {}; ///< joins that come before it

    bool isBound() const { return edge.of == Along::Of::bound; }
    /// Of the parts up to one of them, from 0.
    Stitches to(std::size_t part) const;
    Stitches of(std::size_t part) const { return to(part + 1) - to(part); }
};

/// One of its parts, from 0: purl side facing, a left edge runs up, a right one down; a bound one hangs upside down.
PlannedPiece borderPart(const EdgeBorder& border, std::size_t part, const FabricGauge& gauge);
std::vector<PlannedJoin> borderJoins(const EdgeBorder& border, const FabricGauge& gauge);

} // namespace vestimen
