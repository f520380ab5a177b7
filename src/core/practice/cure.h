// SPDX-License-Identifier: GPL-3.0-or-later
// A fault on a piece that is being knitted: what it does to it, and its cure on that piece's own bed (craft 22).
#pragma once

#include "core/practice/practice_card.h"

#include <variant>

namespace vestimen {

/// Whether anything can be mended at a place: nothing where it can, else why not. Rows of waste yarn come out again and
/// need no mending; a piece that is off the machine is mended in the hand.
std::optional<Phrase> whyNotMended(const Program& program, ProgramPlace place, const VirtualBed& bed);

/// A column that ran down so many rows, or has a split stitch so many rows down, mended as the fault's card mends its
/// own: a card that begins with what the bed holds now. Or why there is no such column.
std::variant<PracticeCard, Phrase> cureOfColumn(const PracticeCard& fault, const Program& program, ProgramPlace place,
                                                const Siblings* siblings, Needle needle, Rows rows);

/// The carriage went over and knitted nothing: it is taken back the way it came. A card on that piece's bed; or why it
/// could not have been so.
std::variant<PracticeCard, Phrase> cureOfSlip(const PracticeCard& fault, const Program& program, ProgramPlace place,
                                              const Siblings* siblings);

/// The last row, in which needles stood out of its way: it comes off, they go back, and it is knitted again. A card on
/// that piece's bed; or why there is no such row.
std::variant<PracticeCard, Phrase> cureOfRow(const PracticeCard& fault, const Program& program, ProgramPlace place,
                                             const Siblings* siblings, NeedleSpan needles);

} // namespace vestimen
