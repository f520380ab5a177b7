// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/mistakes.h"

#include "app/session/session.h"

#include <QCoreApplication>

namespace vestimen::app {
namespace {

class Words {
    Q_DECLARE_TR_FUNCTIONS(Mistakes)
};

Remedies ofShaping(const KnittingState& state, Mistake mistake, Side side) {
    Remedies remedies;
    remedies.summary = Words::tr("%1, %2").arg(mistakeText(mistake), side == Side::left ? Words::tr("at the left")
                                                                                        : Words::tr("at the right"));
    const auto from = mendedFrom(state.program(), state.place(), side);
    if (!from) {
        remedies.words = Words::tr("Nothing was shaped on that side yet.");
        return remedies;
    }
    remedies.rowsToUnravel = state.passesDone() - passesBefore(state.program(), *from);
    remedies.words =
        remedies.rowsToUnravel > 0
            ? Words::tr("To mend it, unravel %1 rows and do the shaping again.").arg(remedies.rowsToUnravel)
            : Words::tr("To mend it, put the stitches back before the next row.");
    remedies.words += '\n';
    auto correction =
        carried(state.program(), state.place(), {side, mistake == Mistake::tooMany ? 1 : -1}, &state.siblings());
    if (!correction)
        remedies.words += Words::tr("It cannot be carried: no shaping of its kind follows on that side to make it "
                                    "good.");
    else if (anyError(correction->findings))
        remedies.words += Words::tr("It cannot be carried: %1").arg(coreText(correction->findings.front().text));
    else {
        remedies.words += Words::tr("Or carry it: the piece is %1 st off at that edge from row %2 to row %3, where the "
                                    "next shaping on that side makes it good. Everything after stays as it was "
                                    "drafted; the rest was rehearsed to the end.")
                              .arg(correction->stitches)
                              .arg(correction->fromRow)
                              .arg(correction->goodRow);
        remedies.correction = std::move(correction);
    }
    return remedies;
}

} // namespace

QString mistakeText(Mistake mistake) {
    switch (mistake) {
    case Mistake::tooMany:
        return Words::tr("The last shaping was done once too often");
    case Mistake::tooFew:
        return Words::tr("The last shaping was left out");
    case Mistake::droppedStitch:
        return Words::tr("A stitch has dropped");
    case Mistake::notPutBack:
        return Words::tr("Held needles were not put back");
    case Mistake::wrongRows:
        break;
    }
    return Words::tr("Some rows are wrong");
}

QString faultOf(Mistake mistake) {
    return mistake == Mistake::droppedStitch ? QStringLiteral("fault_dropped")
           : mistake == Mistake::notPutBack  ? QStringLiteral("fault_float_across")
                                             : QString();
}

bool hasSide(Mistake mistake) {
    return mistake == Mistake::tooMany || mistake == Mistake::tooFew;
}

Remedies remediesFor(const KnittingState& state, Mistake mistake, Side side) {
    switch (mistake) {
    case Mistake::tooMany:
    case Mistake::tooFew:
        return ofShaping(state, mistake, side);
    default:
        break;
    }
    return {Words::tr("Draw the yarn out stitch by stitch and hang each loop back."),
            std::min(1, state.passesDone()),
            {},
            mistakeText(mistake)};
}

QString afterUnravelling(const KnittingState& state, int rows) {
    const bool sameSide = rows % 2 == 0;
    return Words::tr("The counter goes back to row %1 and the carriage to the %2.")
        .arg(std::max(0, state.bed().counter() - rows))
        .arg(sameSide == (state.bed().carriage() == Side::left) ? Words::tr("left") : Words::tr("right"));
}

} // namespace vestimen::app
