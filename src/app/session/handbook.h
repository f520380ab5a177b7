// SPDX-License-Identifier: GPL-3.0-or-later
// What there is to read and to practise: explanations that ship with the application, cards, and cards of one's own.
#pragma once

#include "core/practice/practice_card.h"

#include <QString>
#include <QStringList>

#include <optional>
#include <vector>

namespace vestimen::app {

struct HandbookPage {
    QString key; ///< "short_rows", "cast_on_wound"
    QString title;
    QString group;
    QString text; ///< Markdown, without its title; empty where it is a card
    std::optional<PracticeCard> card;

    /// All its words, to be searched.
    QString words() const;
};

struct Handbook {
    std::vector<HandbookPage> pages; ///< by group, in the order in which they are listed
    QStringList problems;            ///< of files that cannot be read or that the bed refuses: they have no page

    const HandbookPage* page(const QString& key) const;
};

/// `ownFolder`: where a knitter's own cards lie, as JSON; it need not be there.
Handbook loadHandbook(const QString& ownFolder);

} // namespace vestimen::app
