// SPDX-License-Identifier: GPL-3.0-or-later
// A begun piece with its journal as a JSON file: docs/format/begun-piece.md.
#pragma once

#include "workroom/workroom.h"

namespace vestimen {

struct PieceFile {
    QString projectName;
    QString projectFile; ///< of the project, among those that were exported with it
    Program program;     ///< as it was begun
    QDateTime begun;
    QList<JournalRecord> journal;
};

/// Of a row of the workroom's table, however damaged the rest is. `journalProblem`: why some of its journal is missing.
/// WorkroomError where its program is no JSON.
QString pieceToJson(const QSqlDatabase& database, qint64 piece, const QString& projectFile, QString& journalProblem);
/// FormatError where it is none, or its journal does not fit its programs.
PieceFile pieceFromJson(const std::string& text);

} // namespace vestimen
