// SPDX-License-Identifier: GPL-3.0-or-later
// The drop-shoulder pullover in whole stitches and rows, each count with its working.
#pragma once

#include "core/garment/pullover.h"
#include "core/shaping/slope.h"

#include <map>
#include <vector>

namespace vestimen {

struct WeltCounts {
    WeltKind kind = WeltKind::foldedHem;
    Rows knitted; ///< both layers
    Rows visible; ///< what the finished welt adds to the length
};

struct PulloverCounts {
    Stitches body;
    Stitches shoulder; ///< each
    Stitches neck;
    WeltCounts bodyWelt;
    Rows toUnderarm;   ///< from the welt to the underarm mark
    Rows armhole;      ///< from the mark to where the shoulder begins
    Rows shoulderRows; ///< even; 0 for straight shoulders
    std::vector<Stitches> shoulderSteps;
    Rows neckDepth;
    Stitches neckCentre;
    std::vector<Stitches> neckSteps; ///< each side, one for two rows
    Rows neckEdge;                   ///< rows of one straight side edge of the front neck
    Stitches wrist;
    Stitches sleeveTop;
    WeltCounts cuff;
    Rows sleeveRows;   ///< from the cuff to the top
    Slope sleeve;      ///< the events happen on both sides
    Stitches trimEdge; ///< needles for one straight side edge of the front neck
    Stitches trim;
    Rows trimRows; ///< both layers

    /// From the finished lower edge to the top of the shoulder.
    Rows bodyLength() const { return bodyWelt.visible + toUnderarm + armhole + shoulderRows; }
    Rows sleeveLength() const { return cuff.visible + sleeveRows; }
};

struct CountedPullover {
    std::optional<PulloverCounts> counts; ///< nothing where a finding is an error
    std::map<Quantity, Reckoning> workings;
    std::vector<Finding> findings;
};

CountedPullover countPullover(const Project& project, const PulloverMeasures& measures, const FabricGauge& gauge);

} // namespace vestimen
