// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "workroom/workroom.h"

#include <QDate>

namespace vestimen::app {

/// On which days each card went right. Three different days, and hands know it.
class PracticeRecord {
public:
    static constexpr int daysToKnow = 3;

    explicit PracticeRecord(Workroom& workroom) : workroom_(workroom) {}
    QStringList days(const QString& card) const;
    bool isKnown(const QString& card) const { return days(card).size() >= daysToKnow; }
    /// WorkroomError where it cannot be stored.
    void wentRight(const QString& card, QDate day);

private:
    Workroom& workroom_;
};

} // namespace vestimen::app
