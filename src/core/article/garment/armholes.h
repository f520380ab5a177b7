// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/article/garment/garment_counts.h"
#include "core/knitting/program_writer.h"

#include <vector>

namespace vestimen {

/// The sides of a body from the underarm up, with the shaping of its armholes: both of them, or the outer one of a
/// half. The writer must outlive it.
class Armholes {
public:
    /// `below`: the needles of the piece at the underarm.
    Armholes(ProgramWriter& writer, const GarmentCounts& counts, const GarmentBrief& project, PieceKey piece,
             NeedleSpan below);

    /// Knits up to that many rows above the mark. What falls due in the next row is left to whoever knits it.
    void knitTo(Rows row);
    /// What falls due now, when no row follows that would do it.
    void doDue();
    /// Stitches that go off a side after that many rows, by transfer.
    int dueAt(int row) const;
    /// Those that are still to go when so many rows are knitted.
    int leftAt(int row) const;
    /// No more than `most` stitches are moved.
    void decrease(Side side, int stitches, Stitches most, bool besideBindOff = false);

    const std::vector<Side>& sides() const { return sides_; }
    /// The first pass whose end lies along a side's armhole.
    int firstPass(Side side) const;
    /// Names a side's armhole up to a pass.
    void nameEdge(Side side, int lastPass);
    /// The needles of the piece when nothing is left to go.
    NeedleSpan top() const;

private:
    void underarm(Side side);
    /// The row above the mark before which a side's underarm goes; -1 where there is none.
    int underarmRow(Side side) const;

    ProgramWriter& writer_;
    const GarmentCounts& counts_;
    const GarmentBrief& project_;
    std::vector<Side> sides_;
    NeedleSpan below_; ///< the needles below the armholes
    int mark_;
    Stitches width_;
    Side near_; ///< the side whose underarm goes first
    int row_ = 0;
    std::vector<std::pair<int, int>> decreases_; ///< after so many rows, so many on each side
};

} // namespace vestimen
