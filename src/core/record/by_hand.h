// SPDX-License-Identifier: GPL-3.0-or-later
// A learner sets the needles for the next row, and the bed says what would have happened.
#pragma once

#include "core/record/bed_in_hands.h"
#include "core/record/set_otherwise.h"

#include <optional>

namespace vestimen {

/// Right after the next row, where a place begins what is set with the needles before that row: positions, stitches
/// moved, bars lifted. Nothing elsewhere, or where hands must also bind off, hang or cast on; those are shown, not set.
std::optional<ProgramPlace> rowSetByHand(const Program& program, ProgramPlace place);

/// The bed before a row, in the learner's hands. The program and the siblings must outlive it.
class HandBed {
public:
    /// At a place where rowSetByHand() is something.
    HandBed(const Program& program, ProgramPlace place, const Siblings* siblings);

    const VirtualBed& bed() const { return hands_.bed(); }
    /// Puts a needle into another position, with its stitches on it. False where the bed has no such needle, or where
    /// it is empty and should hold.
    bool put(Needle needle, Position position);
    /// Takes the stitches of so many neighbours at once, the first and others inward, and hangs them `over` needles to
    /// the right, or to the left when negative. The bare needles go out of work. False where one is empty or there is
    /// no needle to hang it on.
    bool move(Needle first, int count, int over);
    /// Hangs the bar beside it onto an empty needle, from the piece's inner side. False where there is none.
    bool fill(Needle needle);
    /// Takes the last of these back; false where there is none.
    bool undo() { return hands_.undo(); }

    /// The row, tried.
    Trial knit() const;

private:
    /// The side of what is at work that a needle lies on, for what is "inward".
    Side sideOf(Needle needle) const;

    const Program& program_;
    ProgramPlace place_;
    const Siblings* siblings_;
    BedInHands hands_;
};

} // namespace vestimen
