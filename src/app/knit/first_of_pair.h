// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/session.h"
#include "core/record/corrections.h"

#include <QList>
#include <QString>

#include <map>
#include <optional>

namespace vestimen::app {

/// The other of a pair of sleeves or fronts, as it was really knitted, turned round for the second. Of pieces that hang
/// from others there is none.
class FirstOfPair {
public:
    /// Where the program was changed under the first.
    struct Deviation {
        Program before; ///< the second's program until then
        Program after;
        SharedPlace shared; ///< up to where both agree
        QString text;

        /// A place up to there, in the program after it.
        ProgramPlace inAfter(ProgramPlace place) const { return place == shared.begun ? shared.drafted : place; }
    };

    /// Nothing where the piece is of no pair or the other was not begun. WorkroomError when it cannot be read.
    static std::optional<FirstOfPair> of(const Session& session, PieceKey second);

    /// Whether it was knitted otherwise than it is drafted now.
    bool differs() const { return differs_; }
    const Program& asBegun() const { return asBegun_; }
    const Program& asKnitted() const { return asKnitted_; }
    /// In the order of their rows.
    const QList<Deviation>& deviations() const { return deviations_; }
    /// The one that begins with what comes next on the second; null where there is none.
    const Deviation* deviationAt(const Program& program, ProgramPlace place, const ProgramStep* next) const;
    /// What was noted, marked or changed, by passes made.
    const std::multimap<int, QString>& remarks() const { return remarks_; }

private:
    FirstOfPair() = default;

    bool differs_ = false;
    Program asBegun_;
    Program asKnitted_;
    QList<Deviation> deviations_;
    std::multimap<int, QString> remarks_;
};

} // namespace vestimen::app
