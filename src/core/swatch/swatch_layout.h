// SPDX-License-Identifier: GPL-3.0-or-later
// Where everything lies on a swatch: field, margins, contrast rows, marker needles, and the eyelets that tell its
// stitch size a year later (craft 4). Rows are counted from cast on, from 1.
#pragma once

#include "core/quantity/needle.h"
#include "core/swatch/swatch.h"

#include <vector>

namespace vestimen {

/// Rows from one to another, both included.
struct RowSpan {
    int first = 1;
    int last = 0;
    int size() const { return last - first + 1; }
    bool operator==(const RowSpan&) const = default;
};

/// Eyelets made before one row, from the left on the purl side, as the swatch hangs.
struct EyeletRow {
    int beforeRow = 1;
    std::vector<Needle> needles; ///< each is moved onto its right neighbour and left empty in work
};

struct SwatchLayout {
    NeedleSpan all;
    NeedleSpan field;
    int every = 1;     ///< needles from one in work to the next
    Needle markerLeft; ///< the working needle just outside the field
    Needle markerRight;
    RowSpan lowerMargin, lowerContrast, fieldRows, upperContrast, upperMargin;
    std::vector<int> markerRows; ///< rows after which the width is marked
    /// One row with whole numbers, a gap and parts; two, whole numbers below parts, where one has no room.
    std::vector<EyeletRow> eyelets;
    int wholeEyelets = 0;
    int partEyelets = 0;
};

/// Needles from one in work to the next on the main bed: 2 in ribs.
int needlesApart(FabricKind fabric);
SwatchLayout layOut(const Swatch& swatch);

/// "six eyelets, a gap, one: size 6⅓" as numbers: what the eyelets say.
Phrase eyeletSentence(const Swatch& swatch);

/// Whether a fabric can be knitted on a machine: two-bed rib needs two beds.
bool canKnit(const Machine& machine, FabricKind fabric);

/// What is doubtful about a plan: a field under the recommended size, with what it costs in mm on a piece of that
/// width; too little around the field; a size that the scale does not have; a bed too small; a fabric that is not the
/// piece's. Errors where the swatch cannot be knitted on this machine.
std::vector<Finding> swatchPlanFindings(const Swatch& swatch, const Machine& machine, Length pieceWidth);

/// What reading a tape to a millimetre costs: the field's error of ± 0.5 mm at both ends, at a piece's width.
Length tapeError(Stitches field, const FabricGauge& gauge, Length pieceWidth);

} // namespace vestimen
