// SPDX-License-Identifier: GPL-3.0-or-later
// The garment in whole stitches and rows, each count with its working.
#pragma once

#include "core/article/garment/garment_measures.h"
#include "core/article/garment/pieces.h"
#include "core/shaping/curve.h"
#include "core/shaping/slope.h"

#include <algorithm>
#include <map>
#include <vector>

namespace vestimen {

/// A stretch of both side seams: it widens or narrows by one stitch at each event, or goes straight.
struct SideSlope {
    Slope slope;
    bool widens = false;
};

/// The neckline of back or front. It divides the piece in two halves, which mirror each other; a front of a cardigan,
/// or a panel, is one half.
struct NeckCounts {
    Rows depth;      ///< 0 where it goes straight across
    Stitches centre; ///< held, bound off or off on waste yarn at once; of one half where the piece is in two
    Stitches side;   ///< beyond the centre, of each half
    std::vector<Stitches> steps; ///< held at each half, one for two rows; empty where its edge is decreased
    Curve shape;                 ///< decreases at each half's edge
    Rows rows;                   ///< of each half
    Rows slopeBefore;            ///< rows of the shoulder's slope that are knitted before the neck begins
    Rows firstTurn;              ///< row of a half, from 0, in which its next shoulder step is due
    Stitches bottom;   ///< open or bound stitches that the trim is hung on; of one half where the piece is in two
    Rows edge;         ///< rows of one side edge that are hung for the trim, above the last held or bound stitch
    Length edgeLength; ///< of one side, along it, beyond the width of the open or bound stitches
    Stitches trimEdge; ///< needles for one side edge
    /// Rows of a half, from 1 and rising, whose ends are hung between the held stitches of its neck, one needle each.
    std::vector<int> rowsBetween;

    /// Needles for one side beyond those for its open or bound stitches.
    Stitches sideNeedles() const { return trimEdge + Stitches(static_cast<int>(rowsBetween.size())); }
    /// So many stitches of a half are held, from the middle outward, when a row of it, from 1, is knitted.
    int heldBy(int row) const {
        int held = 0;
        for (std::size_t turn = 0; turn < steps.size() && static_cast<int>(2 * turn) < row; ++turn)
            held += steps[turn].count();
        return held;
    }
    /// The rows of a half that are over before its last stitches are held: from then on its edge goes straight up.
    Rows turning() const {
        int turns = static_cast<int>(steps.size());
        while (turns > 1 && steps[static_cast<std::size_t>(turns) - 1] == Stitches(0))
            --turns;
        return Rows(std::max(0, 2 * (turns - 1)));
    }
};

struct GarmentCounts {
    FabricGauge gauge; ///< that they were counted with
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
    WeltCounts bodyWelt;                 ///< of one piece
    Rows hemRise;                        ///< of a curved lower edge: rows that are knitted in its middle alone; even
    Stitches hemSide;                    ///< that wait at each side meanwhile
    std::vector<Stitches> hemSteps;      ///< by which they come back, one for two rows
    Rows toUnderarm;                     ///< from the welt to the underarm mark
    Rows toWaist;                        ///< of waisted sides, from the welt to the middle of the waist
    Rows armhole;                        ///< from the mark to where the shoulder begins, or a raglan ends
    Rows shoulderRows;                   ///< even; 0 where the shoulders are straight
    std::vector<Stitches> shoulderSteps; ///< one for two rows, and a last one where they are bound off
    NeckCounts frontNeck;
    NeckCounts backNeck;
    Stitches front; ///< of each half of a front, below the armhole and beside its side panel; 0 where it is not halved
    Stitches back;  ///< the same of a back
    Stitches sidePanel;      ///< below the armhole; 0 where there is none
    Stitches middlePanel;    ///< of one that is not halved, between side panels
    Stitches sideShoulder;   ///< of a side panel; with the seams' stitches it and the next are more than a shoulder
    Stitches middleShoulder; ///< of what has the neck
    int sideSteps = 0;       ///< of the shoulder's steps
    Stitches wrist;
    Stitches sleeveTop;
    WeltCounts cuff;
    Rows sleeveRows;    ///< from the cuff to the top, or to the cap
    Slope sleeve;       ///< the events happen on both sides
    Rows capRows;       ///< of a set-in sleeve, from the underarm to its top; 0 else
    Stitches capTop;    ///< bound off last
    Curve cap;          ///< what goes off both sides after the underarm, from the cap's second row on
    Length capEdge;     ///< along the whole cap
    Stitches trim;      ///< of the neck, in all
    Stitches trimFirst; ///< of its first part; all, where it is knitted in one
    Rows trimRows;      ///< both layers, where it has two
    Rows trimSeen;
    Stitches armTrimEdge; ///< of a sleeveless armhole: needles for the rows of back or front
    Stitches armTrim;
    Rows armTrimRows; ///< both layers, where it has two
    Rows armTrimSeen;
    Stitches band;                ///< of a cardigan: needles for the front edge and the end of the neck trim
    Stitches bandEdge;            ///< of these, for the rows of the front
    Rows bandRows;                ///< both layers
    Stitches buttonhole;          ///< stitches of each: of an eyelet 1 or 2
    Rows slitRows;                ///< of one that is a slit; 0 of others
    std::vector<int> buttonholes; ///< first stitches, counted from 1 at the lower edge

    Stitches pocket;   ///< of each; 0 where there is none
    Stitches toPocket; ///< from the middle of the front, or the edge of its half, to the pocket
    Rows pocketBelow;  ///< from the welt to the pocket's mouth
    Rows pocketRows;   ///< of its bag: of an inside one both layers
    Rows pocketTrim;   ///< on its mouth, both layers
    /// Of an inside one all that is knitted alone: even.
    Rows flap() const { return pocketTrim > Rows(0) ? pocketRows + pocketTrim + Rows(1) : pocketRows; }
    /// Its needles, on a side of the wearer.
    NeedleSpan pocketAt(const Garment& choices, Side wearers) const;

    /// Open or bound stitches of a whole neckline, both halves where the piece is in two.
    Stitches frontBottom() const { return frontNeck.bottom * (front > Stitches(0) ? 2 : 1); }
    Stitches backBottom() const { return backNeck.bottom * (back > Stitches(0) ? 2 : 1); }
    /// What a shaped armhole takes off each side.
    Stitches armholeInset() const { return (body - upper) / 2; }
    /// Rows of back or front that a sleeveless armhole's trim can be hung into, on the side that parts first.
    Stitches armholeRowsHung() const { return Stitches(armhole.count() - 1); }
    /// From the underarm to the row in which a neck begins.
    Rows toNeck(const NeckCounts& neckline) const { return armhole + shoulderRows - neckline.depth; }
    /// The stitches, below the armhole, of a half front or back.
    Stitches half(PieceKey kind) const { return isSidePanel(kind) ? sidePanel : isBack(kind) ? back : front; }
    /// Of a half with so many: how wide it is where the body would be `wide`, and its part of the neck.
    Stitches ofHalf(Stitches half, Stitches wide) const { return half + (wide - body) / 2; }
    Stitches neckOfHalf(Stitches half) const { return half - armholeInset() - shoulder; }
    /// Rows along the opening of a cardigan, from the finished lower edge to the neck.
    Rows frontEdge() const { return bodyWelt.visible + hemRise + toUnderarm + toNeck(frontNeck); }

    /// From the finished lower edge to the top of the shoulder.
    Rows bodyLength() const { return bodyWelt.visible + hemRise + toUnderarm + armhole + shoulderRows; }
    Rows sleeveLength() const { return cuff.visible + sleeveRows + capRows; }
};

/// The counts as one piece of the body has them: a side panel has no neck, and the shoulder's outer part; what is
/// beside it has straight edges and the inner part. They are the garment's where there are no side panels.
GarmentCounts countsOfPiece(const GarmentCounts& counts, PieceKey piece, const Garment& choices);

struct CountedGarment {
    std::optional<GarmentCounts> counts; ///< nothing where a finding is an error
    std::map<CountKey, Reckoning> workings;
    std::vector<Finding> findings;
};

CountedGarment countGarment(const GarmentBrief& project, const GarmentMeasures& measures, const FabricGauge& gauge);

} // namespace vestimen
