// SPDX-License-Identifier: GPL-3.0-or-later
// What can be done about a mistake at the machine (craft 22), in words.
#pragma once

#include "app/knit/knitting_state.h"

#include <QString>

#include <array>

namespace vestimen::app {

enum class Mistake { tooMany, tooFew, droppedStitch, notPutBack, wrongRows };
inline constexpr std::array allMistakes{Mistake::tooMany, Mistake::tooFew, Mistake::droppedStitch, Mistake::notPutBack,
                                        Mistake::wrongRows};
QString mistakeText(Mistake mistake);
/// The fault that it is, by its card's key; empty where what is done about it depends on the piece's shaping.
QString faultOf(Mistake mistake);
/// Whether it is at one side of the piece.
bool hasSide(Mistake mistake);

struct Remedies {
    QString words;
    int rowsToUnravel = 0;                ///< 0 where that is no remedy
    std::optional<Correction> correction; ///< where it can be carried
    QString summary;                      ///< in one line, for the journal
};

/// For what is no fault with a card of its own. `side`: of the piece, where the mistake has one.
Remedies remediesFor(const KnittingState& state, Mistake mistake, Side side);
/// What rows that come off leave: "The counter goes back to row 120 and the carriage to the left."
QString afterUnravelling(const KnittingState& state, int rows);

} // namespace vestimen::app
