// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/session.h"

#include <QList>

namespace vestimen::app {

/// Something on a shelf with which a piece fits the bed.
struct ShelfWay {
    QString what;
    Shelf shelf;
    qint64 item;
};

/// For a piece that is too wide: a machine with more needles at the same pitch, the shortest bed that does; and a
/// looser swatch of the same yarn from the same machine, the tightest that does. WorkroomError when the shelves cannot
/// be read.
QList<ShelfWay> waysFromShelves(const Session& session, const Finding& finding);

} // namespace vestimen::app
