// SPDX-License-Identifier: GPL-3.0-or-later
// A heel or a toe by short rows (craft 10): needles go to hold one a row where the carriage stands, and come back one a
// row opposite it.
#pragma once

#include "core/plan/knitting.h"

namespace vestimen {

/// Out and in over `of`, so that `leave` needles work at the turning row; as many are left as the parity of `of`
/// allows. It begins with a plain row from its outer side, where the carriage stands then, and ends there: twice as
/// many rows as needles go out.
struct ShortRowCup {
    NeedleSpan of;
    Side outer;
    Stitches leave;
    bool wrapped = true;
    YarnNumber yarn = 0;

    Stitches out() const { return Stitches(of.size()) - leave; }
    Rows rows() const { return Rows(2 * out().count()); }
};

/// As a branch, worked while the rest waits in hold. It sets the hold lever back; the rest is still to be released.
Branch branchOf(const ShortRowCup& cup);

} // namespace vestimen
