// SPDX-License-Identifier: GPL-3.0-or-later
// What the writers of pieces share.
#pragma once

#include "core/ground/edge_shaping.h"
#include "core/knitting/program_writer.h"

#include <string>

namespace vestimen {

/// The name of the two that belongs to a side.
const char* sided(Side side, const char* left, const char* right);
/// From the outermost needle of a side inward: `skip` needles left out, then `count`.
NeedleSpan fromEdge(NeedleSpan span, Side side, int skip, int count);
/// Nothing for an empty span.
void hold(ProgramWriter& writer, NeedleSpan span);
void release(ProgramWriter& writer, NeedleSpan span);
/// A decrease in the way of an edge. Where it is fashioned, no more stitches are moved than `most`, and no fewer than
/// go: else some would stay outside. Several at a simple edge move side by side, so that none lies on two others; so
/// does what is decreased beside a bind-off of this very row.
operation::Decrease moveIn(Side side, int stitches, const EdgeShaping& edge, Stitches most, bool besideBindOff = false);
/// How many stitches may be moved at a side of a piece that loses so many there and so many at its other side in one
/// row: the needles that take them stay apart.
Stitches roomAtEachSide(Stitches width, int stitches, int atOtherSide);
/// Where a piece is worn, in words: "left sleeve".
std::string worn(PieceKey piece);

} // namespace vestimen
