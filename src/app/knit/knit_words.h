// SPDX-License-Identifier: GPL-3.0-or-later
// What the machine screen says of pieces, rows and the bed, in short.
#pragma once

#include "app/session/session.h"
#include "core/bed/virtual_bed.h"
#include "workroom/workroom.h"

#include <QString>

namespace vestimen::app {

/// "1 row", "12 rows"
QString rowsText(int rows);
/// "about 40 min", "about 2 h 30 min"
QString durationText(double seconds);
/// "carriage left"
QString sideText(Side side);
/// What the journal last said besides rows.
QString remarkText(const JournalRecord& record);
/// "on hold: L12 … R74", or nothing.
QString heldText(const VirtualBed& bed, const ProgramMachine& machine);

} // namespace vestimen::app
