// SPDX-License-Identifier: GPL-3.0-or-later
// Yarn, ends and tails of a whole garment.
#pragma once

#include "core/bed/fabric.h"
#include "core/ground/ground.h"
#include "core/joining/joins.h"

namespace vestimen {

struct PieceSupplies {
    std::string piece;
    int stitches = 0; ///< loops in the main yarn
    int rows = 0;     ///< passes in the main yarn
    std::optional<double> grams;
};

struct Supplies {
    std::vector<PieceSupplies> pieces;
    int stitches = 0;
    /// With the spare. Nothing while the swatch was not weighed.
    std::optional<double> grams;
    int ends = 0; ///< of the main yarn, to be darned in
    Length tails; ///< for all seams
    Reckoning weight;
    std::vector<Finding> findings;
};

/// Yarn to have beyond what the pieces take.
inline constexpr double spareShare = 0.10;

Supplies supplies(const Ground& project, const std::vector<const Program*>& programs,
                  const std::vector<const Fabric*>& fabrics, const std::vector<Join>& joins);

} // namespace vestimen
