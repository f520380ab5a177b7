// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/ask_card.h"
#include "app/knit/knitting_state.h"
#include "core/practice/practice_card.h"

#include <QLineEdit>
#include <QObject>

#include <optional>
#include <variant>

namespace vestimen::app {

/// From what the knitter sees to its cause, its cure, and what it does to this piece.
class FaultQuestions : public QObject {
    Q_OBJECT

public:
    /// Does something to the piece, and says whether that went well.
    using Change = std::function<bool(const std::function<void()>&)>;

    FaultQuestions(AskCard& card, Change change, QObject* parent);
    /// The state outlives the question: who puts it away dismisses the card.
    void ask(KnittingState& state);
    /// About one that is known already, by its key.
    void offer(KnittingState& state, const QString& key);

signals:
    void said(const QString& text);
    /// Of the handbook.
    void pageWanted(const QString& key);
    /// A cure on this piece's bed, and what the journal says once it is done.
    void cureWanted(const vestimen::PracticeCard& cure, const QString& note);

private:
    const std::vector<PracticeCard>& faults();
    void offer(KnittingState& state, const PracticeCard& fault);
    void askWhere(KnittingState& state, const PracticeCard& fault);
    void askWhichNeedles(KnittingState& state, const PracticeCard& fault);
    /// Says what is in the way and asks again, or shows the cure.
    void follow(const std::variant<PracticeCard, Phrase>& cure, const QString& note,
                const std::function<void()>& again);
    std::optional<Needle> needleIn(const QLineEdit& field);
    void keep(KnittingState& state, const QString& note, int rowsOff);

    AskCard& card_;
    Change change_;
    std::vector<PracticeCard> faults_;
};

} // namespace vestimen::app
