// SPDX-License-Identifier: GPL-3.0-or-later
// How a drawn piece is knitted: its strips one after the other, their sides shaped by what the carriage allows.
#pragma once

#include "core/article/own_shape/own_shape_counts.h"

#include <map>
#include <string>

namespace vestimen {

struct DrawnKnitting {
    Knitting knitting;
    /// By each edge's name, what lies along it in the fabric.
    std::map<std::string, Line> edges;
};

DrawnKnitting knittingOf(const OwnShape& shape, const DrawnPiece& piece, PieceKey key, const CountedShape& counted,
                         const FabricGauge& gauge, const Ground& ground);

} // namespace vestimen
