// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/ask_card.h"
#include "app/knit/knit_settings.h"
#include "app/knit/knitting_state.h"
#include "app/knit/mistakes.h"

namespace vestimen::app {

/// What the knitter asks for at the machine: rows off, the counter, a mistake, a note, the settings. Rows may be
/// counted while a question stands; what was worked out for another row is then not done.
class KnitQuestions : public QObject {
    Q_OBJECT

public:
    /// Does something to the piece, and says whether that went well.
    using Change = std::function<bool(const std::function<void()>&)>;

    KnitQuestions(AskCard& card, Change change, QObject* parent);
    // The state outlives the question: who puts it away dismisses the card.
    void askToUnravel(KnittingState& state);
    void askForCounter(KnittingState& state);
    void askForMistake(KnittingState& state);
    void askForNote(KnittingState& state);
    void askForSettings(const KnitSettings& settings, Announcer& announcer,
                        const std::function<void(const KnitSettings&)>& then);

signals:
    void said(const QString& text);
    /// One with a card of its own, by its key.
    void faultWanted(const QString& key);

private:
    /// `note`: kept in the journal with it.
    void askForRows(KnittingState& state, const QString& question, const QString& words, const QString& note);
    void askForSide(KnittingState& state, Mistake mistake);
    void offerRemedies(KnittingState& state, Mistake mistake, Side side);
    bool isStillAt(const KnittingState& state, ProgramPlace asked);
    void unravel(KnittingState& state, int rows, const QString& note);

    AskCard& card_;
    Change change_;
};

} // namespace vestimen::app
