// SPDX-License-Identifier: GPL-3.0-or-later
// The making up: edge against edge, in order (craft 23).
#pragma once

#include "core/bed/fabric.h"
#include "core/joining/hanging.h"
#include "core/knitting/program.h"
#include "core/quantity/gauge.h"
#include "core/quantity/name.h"
#include "core/reckoning/reckoning.h"
#include "core/shaping/hang.h"
#include "core/shaping/tail.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace vestimen {

enum class JoinMethod {
    latchOff,
    knitOn,
    mattress,
    sewOn,
    graft,
    drawUp,
    bindOffTogether,
    mattressOfThree,
    slipStitch,
    whip,
    linker,
    latchOffOutside,
    bindOffOutside
};
enum class JoinUnit { stitches, rows };

/// A stitch of a piece, from 1 at its left as it hung, purl side facing; or a row of an edge, from 1 at the bottom.
struct JoinOpening {
    PieceKey piece;
    int index = 0;
};

/// A named stretch of a piece: rows of an edge, loops that were kept open, bound off or cast on under a name, or all of
/// its first row.
struct Along {
    enum class Of { edge, kept, bound, castOn, firstRow, allRows };
    PieceKey piece;
    std::string name = {};
    Of of = Of::edge;
    /// Which way its openings follow each other when the line is hung, as they are counted on their piece.
    bool backwards = false;
};
/// Stretches that lie end to end.
using Line = std::vector<Along>;
/// The same from its other end.
Line turnedOver(Line line);

/// One edge of a join: openings of a piece, in order, with where each can be found.
struct JoinEdge {
    Phrase what;
    JoinUnit unit = JoinUnit::stitches;
    int count = 0;
    Length length;
    Line line = {}; ///< what it is counted of; as it hangs, from left to right, where it does
    /// Each opening, as they follow from left to right when the edge is hung; empty where nothing is.
    std::vector<JoinOpening> hung = {};
};

/// The end of yarn that a join is worked with: of a piece, left by an operation of its program.
struct JoinEnd {
    PieceKey piece;
    std::size_t operation = 0;
    Side at = Side::right; ///< as the piece hung, purl side facing
    int row = 0;           ///< the counter there
    LoopId loop = noLoop;  ///< beside which it comes out; none where the yarn begins
};

struct Join {
    std::string key; ///< stays the same when the draft changes
    Phrase title;
    JoinMethod method = JoinMethod::latchOff;
    JoinEdge first;
    JoinEdge second;
    /// (second length - first length) / first length: what is eased in, or stretched when negative.
    double eased = 0.0;
    /// Needle and opening, both from 1 as they hang; the needles take the first edge stitch for stitch.
    std::optional<HangMap> hang;
    std::optional<Hanging> hanging; ///< where both hang on the same needles
    Length tail;                    ///< yarn that it takes
    std::optional<JoinEnd> end;     ///< that is left so long for it; where no end lies, a new length is cut
    Phrase tailSide;
    Phrase facing;
    Phrase check;                 ///< before any waste yarn is pulled; empty when there is none
    std::optional<PieceKey> trim; ///< what a knit-on join makes; its program says what hangs where
    std::vector<Finding> findings;
};

const char* label(JoinMethod method);

/// More than this share eased in is warned about.
inline constexpr double mostEased = 0.05;

/// Works out what is eased in, with its finding, and the tail where none is said.
Join finished(Join join);

} // namespace vestimen
