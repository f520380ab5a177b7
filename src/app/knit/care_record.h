// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/machine/care.h"
#include "workroom/workroom.h"

#include <QDate>

namespace vestimen::app {

/// What was looked at on each machine, by its name, and how long it has knitted.
class CareRecord {
public:
    explicit CareRecord(Workroom& workroom) : workroom_(workroom) {}

    std::vector<CareTick> ticks(const QString& machine) const;
    /// WorkroomError where it cannot be stored.
    void tick(const QString& machine, const QString& check, bool done, QDate day, double hours);
    /// Hours at the machine, from the journals of all pieces that were knitted on it; pauses are no work.
    double hours(const QString& machine) const;

private:
    Workroom& workroom_;
};

} // namespace vestimen::app
