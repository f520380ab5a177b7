// SPDX-License-Identifier: GPL-3.0-or-later
// The pullover in whole stitches and rows, each count with its working.
#pragma once

#include "core/garment/pullover.h"
#include "core/shaping/curve.h"
#include "core/shaping/slope.h"

#include <map>
#include <vector>

namespace vestimen {

struct WeltCounts {
    WeltKind kind = WeltKind::foldedHem;
    Rows knitted; ///< both layers
    Rows visible; ///< what the finished welt adds to the length
};

/// A stretch of both side seams: it widens or narrows by one stitch at each event, or goes straight.
struct SideSlope {
    Slope slope;
    bool widens = false;
};

struct PulloverCounts {
    Stitches body;
    Stitches hem;                 ///< at the lower edge; the body's where the sides are straight
    Stitches waist;               ///< of waisted sides
    std::vector<SideSlope> sides; ///< from the welt to the underarm, one after the other
    Stitches upper;               ///< between the armholes; the body's on a drop shoulder
    Stitches underarm;  ///< off each side where a shaped armhole begins: at the near side, one row later at the far one
    Curve armholeCurve; ///< what goes off both sides after that, from the armhole's second row on
    Length armholeEdge; ///< along back or front, from the side seam to the shoulder
    Stitches shoulder;  ///< each
    Stitches neck;
    WeltCounts bodyWelt;
    Rows toUnderarm;   ///< from the welt to the underarm mark
    Rows toWaist;      ///< of waisted sides, from the welt to the middle of the waist
    Rows armhole;      ///< from the mark to where the shoulder begins
    Rows shoulderRows; ///< even; 0 for straight shoulders
    std::vector<Stitches> shoulderSteps;
    Rows neckDepth;
    Stitches neckCentre;
    std::vector<Stitches> neckSteps; ///< held on each side, one for two rows; empty for a V and a boat neck
    Slope neckSlope;                 ///< of a V: after one decrease at once, the further ones of each side
    Rows neckEdge;                   ///< rows of one side edge of the front neck that are hung for the trim
    Length neckEdgeLength;           ///< of that edge, along it
    Stitches wrist;
    Stitches sleeveTop;
    WeltCounts cuff;
    Rows sleeveRows;   ///< from the cuff to the top, or to the cap
    Slope sleeve;      ///< the events happen on both sides
    Rows capRows;      ///< of a set-in sleeve, from the underarm to its top; 0 else
    Stitches capTop;   ///< bound off last
    Curve cap;         ///< what goes off both sides after the underarm, from the cap's second row on
    Length capEdge;    ///< along the whole cap
    Stitches trimEdge; ///< needles for one side edge of the front neck
    Stitches trim;
    Rows trimRows;        ///< both layers
    Stitches armTrimEdge; ///< of a sleeveless armhole: needles for the rows of back or front
    Stitches armTrim;
    Rows armTrimRows; ///< both layers

    /// What a shaped armhole takes off each side.
    Stitches armholeInset() const { return (body - upper) / 2; }
    /// Rows of back or front that a sleeveless armhole's trim can be hung into, on the side that parts first.
    Stitches armholeRowsHung() const { return Stitches(armhole.count() - 1); }
    /// From the underarm to the row in which the front neck begins.
    Rows toNeck() const { return armhole + shoulderRows - neckDepth; }

    /// From the finished lower edge to the top of the shoulder.
    Rows bodyLength() const { return bodyWelt.visible + toUnderarm + armhole + shoulderRows; }
    Rows sleeveLength() const { return cuff.visible + sleeveRows + capRows; }
};

struct CountedPullover {
    std::optional<PulloverCounts> counts; ///< nothing where a finding is an error
    std::map<Quantity, Reckoning> workings;
    std::vector<Finding> findings;
};

CountedPullover countPullover(const Project& project, const PulloverMeasures& measures, const FabricGauge& gauge);

} // namespace vestimen
