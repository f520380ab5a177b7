// SPDX-License-Identifier: GPL-3.0-or-later
// How a welt is knitted: one value for each kind, each in its own file, welt_*.cpp. The gathering into it is not
// theirs: they see the stitches that the welt has.
#pragma once

#include "core/ground/welt.h"
#include "core/knitting/program_writer.h"

namespace vestimen {

/// What a welt that was knitted down came to.
struct WeltDown {
    int seenTo = 0;    ///< the last pass that is seen
    Stitches stitches; ///< still in work
};

struct WeltMaker {
    /// From the bare bed to all needles in work. Returns the first pass that is seen.
    int (*up)(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows wasteRows);
    /// From needles in work to the row before it is bound off.
    WeltDown (*down)(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt);
    /// Passes after the waste yarn and the cord, over those of its depth; none where nothing is said.
    int (*passesMore)(const WeltCounts& welt) = nullptr;
};

extern const WeltMaker foldedHem;
extern const WeltMaker mockRib;
extern const WeltMaker latchedRib;
extern const WeltMaker twoBedRib;
extern const WeltMaker rolledEdge;
extern const WeltMaker mockRibOfThree;
extern const WeltMaker latchedRibOfTwo;
extern const WeltMaker twoByOneRib;
extern const WeltMaker twoByTwoRib;
extern const WeltMaker everyNeedleRib;
const WeltMaker& makerOf(WeltKind kind);

// What several of them do.

/// A hang into the first row, of which nothing may be left out; with room for so many loops.
operation::Hang hangOfFirstRow(int loops);
/// Waste yarn and a ravel cord, and the work's yarn joined; every `out`th needle stays out of work, or none where it is
/// 0.
void beginOnWaste(ProgramWriter& writer, NeedleSpan span, int out, Rows wasteRows);
/// The edge is the cast on itself.
void beginAtTheEdge(ProgramWriter& writer, NeedleSpan span, CastOnMethod method);
/// The row of the fold: looser, or of the size of those before it.
void foldRow(ProgramWriter& writer, Stitches working, const WeltCounts& welt, int looser);
/// Both layers downward: what is seen, less the rows that are knitted already, with the fold as its last row, and the
/// half behind it. Returns the last pass that is seen.
int foldedDown(ProgramWriter& writer, Stitches working, const WeltCounts& welt, int looser, Rows seen = Rows(0));

} // namespace vestimen
