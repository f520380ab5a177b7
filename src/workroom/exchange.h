// SPDX-License-Identifier: GPL-3.0-or-later
// All of a workroom's projects, shelves and begun pieces as JSON files in a folder, and back; also what can be read of
// a damaged one.
#pragma once

#include "workroom/workroom.h"

namespace vestimen {

struct Exchanged {
    int files = 0;
    QStringList problems; ///< one sentence for each that was left out
};

/// A name that a file can have, with all of what is readable in it.
QString fileNameFor(const QString& name, const QString& ending);

/// Writes one file for each item and begun piece, in one folder for each kind; nothing is written over. Items on pages
/// that cannot be read are left out, and said.
/// `photographs`: the folder that they lie in; they go along.
Exchanged exportAll(const QSqlDatabase& database, const QString& photographs, const QString& folder);
/// The same from a file that no workroom can be opened from. It is only read.
Exchanged saveWhatCanBeRead(const QString& file, const QString& folder);
/// How much of such a file that is.
struct ReadableContents {
    int projects = 0;
    int pieces = 0;
    int others = 0; ///< swatches, wearers, machines and yarns
};
ReadableContents whatCanBeRead(const QString& file);
/// Reads every JSON file of a folder and of the folders in it, adds what is not there yet, and says what was no
/// project, swatch, wearer, machine, yarn or begun piece.
Exchanged importAll(Workroom& workroom, const QString& folder);

} // namespace vestimen
