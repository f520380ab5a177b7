// SPDX-License-Identifier: GPL-3.0-or-later
// A workroom's file that SQLite does not open any more: what is whole of it is made readable again, in a copy.
#pragma once

#include <QByteArray>
#include <QString>

namespace vestimen {

/// Whether the file's header tells what SQLite makes: of any other it may read pages wrongly and say nothing.
bool hasSoundHeader(const QString& file);

/// The bytes of a file as SQLite would open them: its header as a workroom's is where it is broken, and as many pages
/// as it once had, those that were cut off empty. The file itself is only read. Throws FileError.
QByteArray madeReadable(const QString& file);

} // namespace vestimen
