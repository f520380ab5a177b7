// SPDX-License-Identifier: GPL-3.0-or-later
// A piece as it is really knitted: mistakes that are carried, and a draft that has moved on (craft 22).
#pragma once

#include "core/record/places.h"

#include <optional>

namespace vestimen {

/// The last increase or decrease of a side was done once too many (1), or not at all (-1).
struct ShapingMistake {
    Side side = Side::left;
    int times = 1;
};

/// A program that was changed under a piece which is on the machine, and the place in it where the piece is.
struct Correction {
    Program program;
    ProgramPlace place;
    int stitches = 0;              ///< by which the piece is wider or narrower in between
    int fromRow = 0;               ///< the counter at the mistake
    int goodRow = 0;               ///< from which the piece is again as it was drafted
    std::vector<Finding> findings; ///< of rehearsing the new program to its end; it serves only without errors
};

/// The mistake stays in the piece and is made good at the next change of the same kind on that side: left out, or done
/// once more. Nothing where the side has no such change before the place, or none after it.
std::optional<Correction> carried(const Program& program, ProgramPlace place, ShapingMistake mistake,
                                  const Siblings* siblings = nullptr);
/// Where the piece must be unravelled to, to mend the mistake instead: right before that change. Nothing where there
/// is none.
std::optional<ProgramPlace> mendedFrom(const Program& program, ProgramPlace place, Side side);

/// The same row, in two programs.
struct SharedPlace {
    ProgramPlace begun;
    ProgramPlace drafted;
};
/// How far a begun piece agrees with another program for it: up to its own place, when the draft can be taken over
/// without unravelling a row.
SharedPlace sharedUntil(const Program& begun, ProgramPlace place, const Program& drafted);

/// What the draft wants to be left of a yarn where a piece that was begun by another program breaks or joins it at an
/// operation; nothing where both want the same, or where the draft has no such place.
std::optional<operation::Tail> changedTail(const Program& begun, std::size_t operation, const Program& drafted);

/// Left and right exchanged: needles, sides, edges named for one, and where the carriage stands. For a piece that hangs
/// from no other.
Program mirrorImage(const Program& program);

} // namespace vestimen
