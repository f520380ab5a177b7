// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/workroom.h"

#include "core/format/program_json.h"
#include "core/format/project_json.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QSqlError>
#include <QSqlQuery>
#include <QStandardPaths>
#include <QUuid>

namespace vestimen {
namespace {

constexpr int applicationId = 0x56455354; // "VEST"
constexpr int backupsKept = 5;

QString tr(const char* text) {
    return QCoreApplication::translate("Workroom", text);
}

const char* table(Shelf shelf) {
    static constexpr const char* tables[] = {"project", "swatch", "wearer", "machine", "yarn"};
    return tables[static_cast<int>(shelf)];
}

const char* name(JournalRecord::Kind kind) {
    static constexpr const char* names[] = {"done", "back", "note"};
    return names[static_cast<int>(kind)];
}

JournalRecord::Kind kindFromName(const QString& text) {
    if (text == QLatin1String("back"))
        return JournalRecord::Kind::back;
    return text == QLatin1String("note") ? JournalRecord::Kind::note : JournalRecord::Kind::done;
}

QString now() {
    return QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs);
}

[[noreturn]] void failed(const QSqlError& error) {
    throw WorkroomError(
        tr("The workroom could not be read or written (%1). What is on the screen is kept; make room on "
           "the disk, or allow writing, and try again.")
            .arg(error.databaseText().isEmpty() ? error.text() : error.databaseText()));
}

QSqlQuery run(const QSqlDatabase& database, const QString& text, const QVariantList& values = {}) {
    QSqlQuery query(database);
    query.setForwardOnly(true);
    if (!query.prepare(text))
        failed(query.lastError());
    for (const QVariant& value : values)
        query.addBindValue(value);
    if (!query.exec())
        failed(query.lastError());
    return query;
}

int pragma(const QSqlDatabase& database, const char* name) {
    QSqlQuery query = run(database, QStringLiteral("PRAGMA %1").arg(QLatin1String(name)));
    return query.next() ? query.value(0).toInt() : 0;
}

/// Before SQLite touches anything: is there a file, and is it one of its own?
void checkHeader(const QString& path) {
    QFile file(path);
    if (!file.exists() || file.size() == 0)
        return;
    if (!file.open(QIODevice::ReadOnly))
        throw WorkroomError(tr("%1 cannot be opened: you may not read it.").arg(path));
    if (file.read(16) != QByteArray("SQLite format 3\0", 16))
        throw WorkroomError(tr("%1 is not a workroom. It was left as it is; choose another file.").arg(path));
}

constexpr const char* schema[] = {
    "CREATE TABLE project (id INTEGER PRIMARY KEY, name TEXT NOT NULL, body TEXT NOT NULL, changed TEXT NOT NULL)",
    "CREATE TABLE swatch (id INTEGER PRIMARY KEY, name TEXT NOT NULL, body TEXT NOT NULL, changed TEXT NOT NULL)",
    "CREATE TABLE wearer (id INTEGER PRIMARY KEY, name TEXT NOT NULL, body TEXT NOT NULL, changed TEXT NOT NULL)",
    "CREATE TABLE machine (id INTEGER PRIMARY KEY, name TEXT NOT NULL, body TEXT NOT NULL, changed TEXT NOT NULL)",
    "CREATE TABLE yarn (id INTEGER PRIMARY KEY, name TEXT NOT NULL, body TEXT NOT NULL, changed TEXT NOT NULL)",
    "CREATE TABLE piece (id INTEGER PRIMARY KEY, project INTEGER NOT NULL REFERENCES project(id), name TEXT NOT NULL, "
    "program TEXT NOT NULL, begun TEXT NOT NULL)",
    "CREATE TABLE journal (seq INTEGER PRIMARY KEY AUTOINCREMENT, piece INTEGER NOT NULL REFERENCES piece(id), "
    "kind TEXT NOT NULL CHECK (kind IN ('done', 'back', 'note')), operation INTEGER NOT NULL, rows_done INTEGER NOT "
    "NULL, text TEXT NOT NULL, at TEXT NOT NULL)",
    "CREATE INDEX journal_piece ON journal(piece, seq)",
    "CREATE TRIGGER journal_kept BEFORE UPDATE ON journal BEGIN SELECT RAISE(ABORT, 'the journal is append-only'); END",
    "CREATE TRIGGER journal_whole BEFORE DELETE ON journal BEGIN SELECT RAISE(ABORT, 'the journal is append-only'); "
    "END",
    "CREATE TABLE setting (key TEXT PRIMARY KEY, value TEXT NOT NULL)",
};

} // namespace

QString defaultWorkroomFile() {
    return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
           QStringLiteral("/vestimen/workroom.sqlite");
}

Workroom::Workroom(const QString& file) : file_(file), connection_(QUuid::createUuid().toString()) {
    checkHeader(file);
    const QFileInfo info(file);
    if (!QDir().mkpath(info.absolutePath()) || (!info.exists() && !QFileInfo(info.absolutePath()).isWritable()))
        throw WorkroomError(tr("The folder %1 cannot be written: choose another one, or allow writing there.")
                                .arg(info.absolutePath()));
    if (info.exists() && !info.isWritable())
        throw WorkroomError(tr("%1 is read-only: allow writing, or choose another file.").arg(file));
    database_ = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), connection_);
    database_.setDatabaseName(file);
    try {
        if (!database_.open())
            throw WorkroomError(tr("%1 cannot be opened: %2.").arg(file, database_.lastError().databaseText()));
        QSqlQuery check(database_);
        if (!check.exec(QStringLiteral("PRAGMA quick_check")) || !check.next() ||
            check.value(0).toString() != QLatin1String("ok"))
            throw WorkroomError(tr("%1 is damaged. It was left as it is; the newest good copy is beside it, with "
                                   "“backup” in its name.")
                                    .arg(file));
        check.finish();
        const bool isNew = !info.exists() || info.size() == 0;
        if (!isNew && pragma(database_, "application_id") != applicationId)
            throw WorkroomError(
                tr("%1 belongs to another program. It was left as it is; choose another file.").arg(file));
        if (const int version = pragma(database_, "user_version"); version > schemaVersion)
            throw WorkroomError(tr("%1 was written by a newer Vestimen (version %2; this one knows %3). It was left as "
                                   "it is.")
                                    .arg(file)
                                    .arg(version)
                                    .arg(schemaVersion));
        run(database_, QStringLiteral("PRAGMA journal_mode = WAL"));
        run(database_, QStringLiteral("PRAGMA synchronous = FULL"));
        run(database_, QStringLiteral("PRAGMA foreign_keys = ON"));
        if (isNew)
            createSchema();
        else
            keepDailyBackup();
    } catch (...) {
        database_ = QSqlDatabase();
        QSqlDatabase::removeDatabase(connection_);
        throw;
    }
}

Workroom::~Workroom() {
    database_.close();
    database_ = QSqlDatabase();
    QSqlDatabase::removeDatabase(connection_);
}

void Workroom::createSchema() {
    together([&] {
        for (const char* statement : schema)
            run(database_, QString::fromLatin1(statement));
        run(database_, QStringLiteral("PRAGMA application_id = %1").arg(applicationId));
        run(database_, QStringLiteral("PRAGMA user_version = %1").arg(schemaVersion));
        for (const Machine& machine : genericMachines())
            add(Shelf::machines, QString::fromStdString(machine.name), toJson(machine));
    });
}

void Workroom::keepDailyBackup() {
    const QFileInfo info(file_);
    const QString stem = info.completeBaseName() + QStringLiteral(".backup-");
    const QString today = info.absolutePath() + '/' + stem + QDate::currentDate().toString(Qt::ISODate) + ".sqlite";
    if (QFile::exists(today))
        return;
    QSqlQuery copy(database_);
    copy.prepare(QStringLiteral("VACUUM INTO ?"));
    copy.addBindValue(today);
    if (!copy.exec()) // a workroom without room for a copy is still a workroom
        return;
    QStringList old = QDir(info.absolutePath()).entryList({stem + '*'}, QDir::Files, QDir::Name);
    while (old.size() > backupsKept)
        QFile::remove(info.absolutePath() + '/' + old.takeFirst());
}

QList<ShelfItem> Workroom::items(Shelf shelf) const {
    QList<ShelfItem> result;
    const QString order = shelf == Shelf::projects ? QStringLiteral("changed DESC, id") : QStringLiteral("id");
    QSqlQuery query = run(
        database_,
        QStringLiteral("SELECT id, name, body, changed FROM %1 ORDER BY %2").arg(QLatin1String(table(shelf)), order));
    while (query.next())
        result.append({query.value(0).toLongLong(), query.value(1).toString(), query.value(2).toString(),
                       QDateTime::fromString(query.value(3).toString(), Qt::ISODateWithMs)});
    return result;
}

qint64 Workroom::add(Shelf shelf, const QString& name, const std::string& body) {
    return run(database_,
               QStringLiteral("INSERT INTO %1 (name, body, changed) VALUES (?, ?, ?)").arg(QLatin1String(table(shelf))),
               {name, QString::fromStdString(body), now()})
        .lastInsertId()
        .toLongLong();
}

void Workroom::save(Shelf shelf, qint64 id, const QString& name, const std::string& body) {
    run(database_,
        QStringLiteral("UPDATE %1 SET name = ?, body = ?, changed = ? WHERE id = ?").arg(QLatin1String(table(shelf))),
        {name, QString::fromStdString(body), now(), id});
}

Project Workroom::project(qint64 id) const {
    QSqlQuery query = run(database_, QStringLiteral("SELECT body FROM project WHERE id = ?"), {id});
    if (!query.next())
        throw WorkroomError(tr("That project is no longer in the workroom."));
    try {
        return projectFromJson(query.value(0).toString().toStdString());
    } catch (const FormatError& error) {
        throw WorkroomError(tr("The project cannot be read: %1").arg(QString::fromUtf8(error.what())));
    }
}

QList<BegunPiece> Workroom::pieces(const QString& condition, qint64 project) const {
    QList<BegunPiece> result;
    // Notes keep the place of the record before them, so the last record of all says where the piece is.
    QSqlQuery query =
        run(database_,
            QStringLiteral("SELECT p.id, p.project, p.name, p.program, j.operation, j.rows_done FROM piece "
                           "p LEFT JOIN journal j ON j.seq = (SELECT max(seq) FROM journal WHERE piece = "
                           "p.id) WHERE %1 ORDER BY j.seq DESC, p.id DESC")
                .arg(condition),
            {project});
    while (query.next()) {
        BegunPiece piece;
        piece.id = query.value(0).toLongLong();
        piece.project = query.value(1).toLongLong();
        piece.name = query.value(2).toString();
        try {
            piece.program = programFromJson(query.value(3).toString().toStdString());
        } catch (const FormatError& error) {
            throw WorkroomError(
                tr("The program of “%1” cannot be read: %2").arg(piece.name, QString::fromUtf8(error.what())));
        }
        piece.place = {static_cast<std::size_t>(query.value(4).toLongLong()), query.value(5).toInt()};
        result.append(std::move(piece));
    }
    return result;
}

QList<BegunPiece> Workroom::pieces(qint64 project) const {
    return pieces(QStringLiteral("p.project = ?"), project);
}

QList<BegunPiece> Workroom::begunPieces() const {
    return pieces(QStringLiteral("p.id > ?"), 0);
}

int Workroom::begunCount(qint64 project) const {
    QSqlQuery query =
        run(database_, QStringLiteral("SELECT count(DISTINCT name) FROM piece WHERE project = ?"), {project});
    return query.next() ? query.value(0).toInt() : 0;
}

qint64 Workroom::beginPiece(qint64 project, const Program& program) {
    return run(database_, QStringLiteral("INSERT INTO piece (project, name, program, begun) VALUES (?, ?, ?, ?)"),
               {project, QString::fromStdString(program.piece), QString::fromStdString(toJson(program)), now()})
        .lastInsertId()
        .toLongLong();
}

void Workroom::append(qint64 piece, const JournalRecord& record) {
    run(database_,
        QStringLiteral("INSERT INTO journal (piece, kind, operation, rows_done, text, at) VALUES (?, ?, ?, ?, ?, ?)"),
        {piece, QString::fromLatin1(name(record.kind)), static_cast<qint64>(record.place.operation),
         record.place.rowsDone, record.text.isNull() ? QStringLiteral("") : record.text, now()});
}

QList<JournalRecord> Workroom::journal(qint64 piece) const {
    QList<JournalRecord> result;
    QSqlQuery query =
        run(database_,
            QStringLiteral("SELECT kind, operation, rows_done, text, at FROM journal WHERE piece = ? ORDER BY seq"),
            {piece});
    while (query.next())
        result.append({kindFromName(query.value(0).toString()),
                       {static_cast<std::size_t>(query.value(1).toLongLong()), query.value(2).toInt()},
                       query.value(3).toString(),
                       QDateTime::fromString(query.value(4).toString(), Qt::ISODateWithMs)});
    return result;
}

void Workroom::together(const std::function<void()>& changes) {
    if (!database_.transaction())
        failed(database_.lastError());
    try {
        changes();
    } catch (...) {
        database_.rollback();
        throw;
    }
    if (!database_.commit())
        failed(database_.lastError());
}

QString Workroom::setting(const QString& key) const {
    QSqlQuery query = run(database_, QStringLiteral("SELECT value FROM setting WHERE key = ?"), {key});
    return query.next() ? query.value(0).toString() : QString();
}

void Workroom::setSetting(const QString& key, const QString& value) {
    run(database_,
        QStringLiteral(
            "INSERT INTO setting (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value"),
        {key, value});
}

} // namespace vestimen
