// SPDX-License-Identifier: GPL-3.0-or-later
// A fabric's shape for drawing and export, in stitches and rows.
#pragma once

#include "core/bed/fabric.h"

#include <vector>

namespace vestimen {

/// Neighbouring stitches of one pass at one height. Heights count rows up from the first loop of the column, so that
/// short rows pile up where they were knitted; loops that were cast on have height 0.
struct FabricRun {
    int pass = 0;
    int height = 0;
    int firstSlot = 0;
    int lastSlot = 0;
    YarnIndex yarn = 0;
};

/// The fabric as runs, in the order of the passes. A piece that begins with short rows, the edge named "curved_start",
/// hangs straight from the row that closes it: its columns begin higher at the sides.
std::vector<FabricRun> runs(const Fabric& fabric);

/// Stitches of one yarn in a rectangle: slots first … last, rows from … to - 1 above the picture's base.
struct FabricBlock {
    int firstSlot = 0;
    int lastSlot = 0;
    int from = 0;
    int to = 0;
    YarnIndex yarn = 0;
    int firstPass = 0;
    int lastPass = 0;
};

/// A line of the stepped outline; coordinates are needle boundaries (slot s lies from s to s + 1) and rows.
struct OutlineLine {
    int x1 = 0, y1 = 0, x2 = 0, y2 = 0;
};

/// A stitch that was moved onto its neighbour, and its needle left in work: a buttonhole, or lace.
struct Eyelet {
    int slot = 0;
    int row = 0; ///< of the loop that its needle then took, from the picture's base
    bool operator==(const Eyelet&) const = default;
};

struct FabricPicture {
    std::vector<FabricBlock> blocks;
    std::vector<Eyelet> eyelets;
    std::vector<OutlineLine> outline;
    /// Around what lies over later rows, as a thumb does over its palm; and where a tube begins and is closed.
    std::vector<OutlineLine> within;
    int firstSlot = 0; ///< the bounds; empty when lastSlot < firstSlot
    int lastSlot = -1;
    int rows = 0;
    std::vector<std::string> colours; ///< of the program's yarns, #rrggbb; empty where it says none
};

/// What is seen of a fabric. Passes before `firstPass` (from 1) are folded away or not part of the piece, and the row
/// of that pass is row 0; with `mainOnly`, waste yarn and ravel cord are left out.
FabricPicture picture(const Fabric& fabric, const Program& program, int firstPass, bool mainOnly);

/// What is seen of a finished piece, waste yarn and what is folded behind left out.
FabricPicture pictureOf(const Fabric& fabric, const Program& program);

/// The first pass that is seen on the finished piece: where its named seam edges begin.
int firstSeenPass(const Program& program);

} // namespace vestimen
