// SPDX-License-Identifier: GPL-3.0-or-later
// Joins as hands would check them: from the loops that come onto the needles and from the words, never from the
// figures that made both.
#pragma once

#include "core/work.h"

namespace vestimen::test {

/// How many there were.
struct JoinsSeen {
    int hung = 0;     ///< of which the ridge was looked for
    int outside = 0;  ///< of these, seen on the worn side
    int withTail = 0; ///< of these, worked with a piece's own end
    int sewn = 0;     ///< whose words say where their tail is
};

/// Within a property: of what hangs on the same needles, the sides that touch are the worn ones, so that the ridge lies
/// inside, or the others where it is wanted outside; the end of yarn hangs where the words say, and where the hand
/// begins; what is sewn begins where its tail is.
JoinsSeen checkJoinsInTheHand(const Project& project, const Worked& worked);

/// Every sentence that names a side, held against the fabric: what hangs, against the order of the loops on its
/// needles; what is sewn or grafted, against the side that is worn, which faces the needle. Returns how many were held.
int checkFacings(const Project& project, const Worked& worked);

/// Within a property: what sleeves, armhole trims and borders are hung from is hung from end to end: no row at either
/// end of its line is left bare, and between two stretches no more than between any two needles. Returns how many
/// lines there were.
int checkNothingIsLeftBare(const Project& project, const Worked& worked);

/// Within a property: seams that go row for row have edges that differ by a row at most, raglans and
/// panels through a shoulder apart. Returns how many.
int checkSeamsMeet(const Project& project, const Worked& worked);

} // namespace vestimen::test
