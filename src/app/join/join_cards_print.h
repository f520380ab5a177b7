// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/joining/joins.h"
#include "core/quantity/printing.h"

#include <QList>
#include <QString>

#include <utility>
#include <vector>

namespace vestimen::app {

struct JoinCard {
    Join join;
    std::vector<std::pair<QString, QString>> hangs; ///< needle, and what it takes, in the order in which hands work
};

/// The cards of the making up one after the other, as PDF on A4: what meets what, both edges as lines to one scale, and
/// what hangs where. False when the file cannot be written.
bool printJoinCards(const QString& file, const QString& project, const QList<JoinCard>& cards, ReadingUnit unit);

} // namespace vestimen::app
