// SPDX-License-Identifier: GPL-3.0-or-later
// The tables of a workroom, and whether a file has them.
#pragma once

#include <QSqlDatabase>
#include <QString>

namespace vestimen {

inline constexpr int workroomApplicationId = 0x56455354; // "VEST"
inline constexpr int workroomSchemaVersion = 3;

/// Makes the tables of one version from those of the one before; 1 begins with none. WorkroomError when that fails.
void runSchema(const QSqlDatabase& database, int version);

/// Whether nothing was ever stored in it: what is left where a workroom was begun and not finished.
bool isBlank(const QSqlDatabase& database);

/// What is wrong with the contents of an open file, in one sentence; empty where all is sound. `wholly`: every page and
/// every reference, not only the quick check.
QString problemOfContents(const QSqlDatabase& database, bool wholly);

} // namespace vestimen
