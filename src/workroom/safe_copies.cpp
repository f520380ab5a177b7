// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/safe_copies.h"

#include "workroom/workroom_schema.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSqlError>
#include <QSqlQuery>
#include <QUuid>

#include <fcntl.h>
#include <unistd.h>

namespace vestimen {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Workroom", text);
}

QString stem(const QString& workroom) {
    return QFileInfo(workroom).completeBaseName() + QStringLiteral(".backup-");
}

QString beside(const QString& workroom, const QString& name) {
    return QFileInfo(workroom).absolutePath() + '/' + name;
}

/// A connection of its own to a file that is only read.
class ReadOnly {
public:
    explicit ReadOnly(const QString& file) : name_(QUuid::createUuid().toString()) {
        database_ = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), name_);
        database_.setDatabaseName(file);
        database_.setConnectOptions(QStringLiteral("QSQLITE_OPEN_READONLY"));
        database_.open();
    }
    ReadOnly(const ReadOnly&) = delete;
    ReadOnly& operator=(const ReadOnly&) = delete;
    ~ReadOnly() {
        database_.close();
        database_ = QSqlDatabase();
        QSqlDatabase::removeDatabase(name_);
    }
    const QSqlDatabase& database() const { return database_; }

private:
    QString name_;
    QSqlDatabase database_;
};

/// On the disk, and not only on the way there.
bool flush(const QString& path) {
    const int descriptor = ::open(QFile::encodeName(path).constData(), O_RDONLY | O_CLOEXEC);
    const bool flushed = descriptor >= 0 && ::fsync(descriptor) == 0;
    if (descriptor >= 0)
        ::close(descriptor);
    return flushed;
}

bool renameOver(const QString& from, const QString& to) {
    return ::rename(QFile::encodeName(from).constData(), QFile::encodeName(to).constData()) == 0 &&
           flush(QFileInfo(to).absolutePath());
}

/// Of a workroom's files: its logs, which may hold the last rows, and itself.
constexpr const char* endings[] = {"-wal", "-shm", "-journal", ""};

} // namespace

void removeWithLogs(const QString& file) {
    for (const char* ending : endings)
        QFile::remove(file + QLatin1String(ending));
}

QString dailyCopyName(const QString& workroom, QDate day) {
    return beside(workroom, stem(workroom) + day.toString(Qt::ISODate) + QStringLiteral(".sqlite"));
}

QString copyBeforeName(const QString& workroom, const QString& what) {
    return beside(workroom, stem(workroom) + QStringLiteral("before-") + what + QStringLiteral(".sqlite"));
}

QList<SafeCopy> safeCopies(const QString& workroom) {
    QList<SafeCopy> copies;
    const QString before = stem(workroom);
    for (const QFileInfo& info : QDir(QFileInfo(workroom).absolutePath()).entryInfoList(QDir::Files)) {
        if (!info.fileName().startsWith(before) || !info.fileName().endsWith(QStringLiteral(".sqlite")))
            continue;
        const QString title = info.completeBaseName().mid(before.size());
        copies.append(
            {info.absoluteFilePath(), title, QDate::fromString(title, Qt::ISODate), info.lastModified(), info.size()});
    }
    // What a clock that ran ahead has written is no newer than the rest.
    const QDateTime soon = QDateTime::currentDateTime().addDays(1);
    const auto isAhead = [&](const SafeCopy& copy) {
        return copy.written > soon || (copy.day.isValid() && copy.day > soon.date());
    };
    std::ranges::sort(copies, [&](const SafeCopy& a, const SafeCopy& b) {
        if (isAhead(a) != isAhead(b))
            return isAhead(b);
        return std::pair(a.written, a.title) > std::pair(b.written, b.title);
    });
    return copies;
}

std::optional<SafeCopy> newestGoodCopy(const QString& workroom) {
    for (const SafeCopy& copy : safeCopies(workroom))
        if (problemOfCopy(copy.file).isEmpty())
            return copy;
    return std::nullopt;
}

QString problemOfCopy(const QString& file) {
    const ReadOnly copy(file);
    if (!copy.database().isOpen())
        return tr("%1 cannot be opened: %2.").arg(file, copy.database().lastError().databaseText());
    return problemOfContents(copy.database(), true);
}

CopyContents contentsOfCopy(const QString& file) {
    const ReadOnly copy(file);
    CopyContents contents;
    QSqlQuery projects(copy.database());
    projects.exec(QStringLiteral("SELECT name FROM project ORDER BY changed DESC, id DESC"));
    while (projects.next())
        contents.projects << projects.value(0).toString();
    QSqlQuery begun(copy.database());
    if (begun.exec(QStringLiteral("SELECT count(*) FROM piece")) && begun.next())
        contents.begun = begun.value(0).toInt();
    return contents;
}

QString writeCopy(const QSqlDatabase& database, const QString& file) {
    const QString aside = file + QStringLiteral(".copying");
    removeWithLogs(aside);
    {
        QSqlQuery copy(database);
        copy.prepare(QStringLiteral("VACUUM INTO ?"));
        copy.addBindValue(aside);
        if (!copy.exec()) {
            const QString why = copy.lastError().databaseText();
            removeWithLogs(aside);
            return tr("The safe copy %1 could not be written (%2). Make room on the disk; it is tried again.")
                .arg(file, why);
        }
    }
    QFile::setPermissions(aside, QFile::ReadOwner | QFile::WriteOwner);
    const QString problem = problemOfCopy(aside);
    if (problem.isEmpty() && flush(aside) && renameOver(aside, file))
        return {};
    removeWithLogs(aside);
    return problem.isEmpty() ? tr("The safe copy %1 could not be put in its place. It is tried again.").arg(file)
                             : problem;
}

void removeOldCopies(const QString& workroom, QDate today, int kept) {
    QList<SafeCopy> daily;
    for (const SafeCopy& copy : safeCopies(workroom))
        if (copy.day.isValid() && copy.day <= today)
            daily.append(copy);
    std::ranges::sort(daily, std::ranges::greater(), &SafeCopy::day);
    for (qsizetype i = kept; i < daily.size(); ++i)
        QFile::remove(daily[i].file);
}

QString restoreCopy(const SafeCopy& copy, const QString& workroom) {
    if (const QString problem = problemOfCopy(copy.file); !problem.isEmpty())
        return problem;
    const QString aside = workroom + QStringLiteral(".copying");
    removeWithLogs(aside);
    if (!QFile::copy(copy.file, aside) || !QFile::setPermissions(aside, QFile::ReadOwner | QFile::WriteOwner) ||
        !flush(aside)) {
        removeWithLogs(aside);
        return tr("%1 could not be copied: make room on the disk, or allow writing there.").arg(copy.file);
    }
    // What was there stays, with its log, which may hold the last rows.
    const QString kept =
        beside(workroom, QFileInfo(workroom).completeBaseName() + QStringLiteral(".replaced-") +
                             QDateTime::currentDateTime().toString(QStringLiteral("yyyy-MM-dd-hhmmss")) +
                             QStringLiteral(".sqlite"));
    QList<QLatin1String> moved;
    const auto giveUp = [&](const QString& why) {
        // The workroom before its logs, which belong to no other.
        for (auto ending = moved.crbegin(); ending != moved.crend(); ++ending)
            if (!QFile::rename(kept + *ending, workroom + *ending))
                break;
        removeWithLogs(aside);
        return why;
    };
    for (const char* name : endings) {
        const QLatin1String ending(name);
        if (!QFile::exists(workroom + ending))
            continue;
        if (!QFile::rename(workroom + ending, kept + ending))
            return giveUp(tr("%1 could not be put aside: allow writing in its folder.").arg(workroom));
        moved.append(ending);
    }
    if (!renameOver(aside, workroom))
        return giveUp(tr("%1 could not be put in its place.").arg(workroom));
    return {};
}

} // namespace vestimen
