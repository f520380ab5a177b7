// SPDX-License-Identifier: GPL-3.0-or-later
// Yarn, ends and tails of a whole garment.
#pragma once

#include "core/bed/fabric.h"
#include "core/ground/ground.h"
#include "core/joining/joins.h"

namespace vestimen {

struct PieceSupplies {
    std::string piece;
    int stitches = 0; ///< loops, waste yarn left out
    int rows = 0;     ///< passes
    std::optional<double> grams;
    int ends = 0;    ///< to be darned in
    int tucked = 0;  ///< woven in while knitting, or left for the seam
    int hanging = 0; ///< changes at which the other yarn hangs at the edge and is carried up, with no end
};

/// Of one of the project's yarns.
struct YarnSupplies {
    YarnNumber number = 0;
    int stitches = 0;
    std::optional<double> grams; ///< with the spare
    std::optional<double> metres;
    int ends = 0;         ///< to be darned in, those that are woven in or left for the seam not counted
    int piecesEnough = 0; ///< that what is on hand suffices for, in the order of knitting
    int ballsToBuy = 0;   ///< with what is on hand; 0 where it suffices, or where it is not known how it is sold
};

struct Supplies {
    std::vector<PieceSupplies> pieces;
    std::vector<YarnSupplies> yarns; ///< those that are used
    int stitches = 0;
    /// With the spare. Nothing while the swatch was not weighed.
    std::optional<double> grams;
    int ends = 0;    ///< to be darned in
    int tucked = 0;  ///< woven in while knitting, or left for the seam
    int hanging = 0; ///< changes with no end
    Length tails;    ///< for all seams
    Reckoning weight;
    std::vector<Finding> findings;
};

/// Yarn to have beyond what the pieces take.
inline constexpr double spareShare = 0.10;

Supplies supplies(const Ground& project, const std::vector<const Program*>& programs,
                  const std::vector<const Fabric*>& fabrics, const std::vector<Join>& joins);

} // namespace vestimen
