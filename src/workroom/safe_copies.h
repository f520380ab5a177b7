// SPDX-License-Identifier: GPL-3.0-or-later
// Safe copies of a workroom: made aside, looked through, then renamed into their place, so that a copy that has its
// name is whole. docs/format/workroom.md.
#pragma once

#include <QDateTime>
#include <QList>
#include <QSqlDatabase>
#include <QString>
#include <QStringList>

#include <optional>

namespace vestimen {

struct SafeCopy {
    QString file;
    QString title;     ///< its day, or what it was made before, as it stands in the name
    QDate day;         ///< of a daily copy; invalid for the others
    QDateTime written; ///< when the disk says that it was written
    qint64 bytes = 0;
};

/// All copies beside a workroom, the latest first; not yet looked through.
QList<SafeCopy> safeCopies(const QString& workroom);
/// The first of them that holds a sound workroom.
std::optional<SafeCopy> newestGoodCopy(const QString& workroom);

/// What is wrong with a file as a workroom, in one sentence; empty where it is sound. It is only
/// read.
QString problemOfCopy(const QString& file);
/// What a copy holds, by name: its projects, and how many pieces are begun.
struct CopyContents {
    QStringList projects;
    int begun = 0;
};
CopyContents contentsOfCopy(const QString& file);

/// Writes all of an open workroom into a file, which is replaced when there is one. Empty, or a sentence about what was
/// in the way; there is no half copy then.
QString writeCopy(const QSqlDatabase& database, const QString& file);
/// Daily copies beyond the newest so many go. Those that are dated after `today` are left alone, and do not count: a
/// clock was ahead.
void removeOldCopies(const QString& workroom, QDate today, int kept);

/// Puts a copy in the place of the workroom, which must not be open; what was there is kept beside it under a name that
/// says so. Empty, or a sentence; the workroom is as it was then.
QString restoreCopy(const SafeCopy& copy, const QString& workroom);

/// Removes a workroom's file with its logs.
void removeWithLogs(const QString& file);

QString dailyCopyName(const QString& workroom, QDate day);
QString copyBeforeName(const QString& workroom, const QString& what);

} // namespace vestimen
