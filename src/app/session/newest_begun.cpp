// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session/newest_begun.h"

namespace vestimen::app {

std::optional<BegunPiece> newestBegun(const QList<BegunPiece>& pieces, const std::string& name) {
    std::optional<BegunPiece> newest;
    for (const BegunPiece& each : pieces)
        if (each.name == QString::fromStdString(name) && (!newest || each.id > newest->id))
            newest = each;
    return newest;
}

} // namespace vestimen::app
