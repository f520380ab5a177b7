// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/workroom_schema.h"

#include "workroom/workroom.h"

#include <QCoreApplication>
#include <QSqlError>
#include <QSqlQuery>

namespace vestimen {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Workroom", text);
}

constexpr const char* first[] = {
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

/// From version 1 to 2: items are retired, found by their words, and known as a project's source.
constexpr const char* second[] = {
    "ALTER TABLE swatch ADD COLUMN retired INTEGER NOT NULL DEFAULT 0",
    "ALTER TABLE wearer ADD COLUMN retired INTEGER NOT NULL DEFAULT 0",
    "ALTER TABLE machine ADD COLUMN retired INTEGER NOT NULL DEFAULT 0",
    "ALTER TABLE yarn ADD COLUMN retired INTEGER NOT NULL DEFAULT 0",
    "ALTER TABLE project ADD COLUMN retired INTEGER NOT NULL DEFAULT 0",
    "CREATE VIRTUAL TABLE found USING fts5(name, words, shelf UNINDEXED, item UNINDEXED, "
    "tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3')",
    "CREATE TABLE found_at (shelf TEXT NOT NULL, item INTEGER NOT NULL, place INTEGER NOT NULL, "
    "PRIMARY KEY (shelf, item)) WITHOUT ROWID",
    "CREATE TABLE source (project INTEGER NOT NULL REFERENCES project(id), shelf TEXT NOT NULL CHECK (shelf IN "
    "('swatch', 'wearer', 'machine', 'yarn')), item INTEGER NOT NULL, seen TEXT NOT NULL, "
    "PRIMARY KEY (project, shelf)) WITHOUT ROWID",
    "CREATE INDEX source_item ON source(shelf, item)",
};

/// From version 2 to 3: the journal knows more kinds of records, and programs that were changed under a piece.
constexpr const char* third[] = {
    "ALTER TABLE journal RENAME TO journal_before",
    "CREATE TABLE journal (seq INTEGER PRIMARY KEY AUTOINCREMENT, piece INTEGER NOT NULL REFERENCES piece(id), "
    "kind TEXT NOT NULL CHECK (kind IN ('done', 'back', 'unravelled', 'set', 'adjusted', 'note', 'mark', 'pause')), "
    "operation INTEGER NOT NULL, rows_done INTEGER NOT NULL, text TEXT NOT NULL, at TEXT NOT NULL, program TEXT)",
    "INSERT INTO journal SELECT seq, piece, kind, operation, rows_done, text, at, NULL FROM journal_before",
    "DROP TABLE journal_before",
    "CREATE INDEX journal_piece ON journal(piece, seq)",
    "CREATE INDEX journal_program ON journal(piece, seq) WHERE program IS NOT NULL",
    "CREATE TRIGGER journal_kept BEFORE UPDATE ON journal BEGIN SELECT RAISE(ABORT, 'the journal is append-only'); END",
    "CREATE TRIGGER journal_whole BEFORE DELETE ON journal BEGIN SELECT RAISE(ABORT, 'the journal is append-only'); "
    "END",
};

/// The tables that a version has, besides those that SQLite makes by itself.
QStringList tablesOf(int version) {
    QStringList tables = {"project", "swatch", "wearer", "machine", "yarn", "piece", "journal", "setting"};
    if (version >= 2)
        tables << "found"
               << "found_at"
               << "source";
    return tables;
}

/// The first value of a statement; invalid where it cannot be run.
QVariant value(const QSqlDatabase& database, const char* statement) {
    QSqlQuery query(database);
    return query.exec(QLatin1String(statement)) && query.next() ? query.value(0) : QVariant();
}

} // namespace

void runSchema(const QSqlDatabase& database, int version) {
    const auto all = [&](const auto& statements) {
        for (const char* statement : statements) {
            QSqlQuery query(database);
            if (!query.exec(QString::fromLatin1(statement)))
                throw WorkroomError(tr("The workroom’s tables cannot be made (%1): make room on the disk.")
                                        .arg(query.lastError().databaseText()));
        }
    };
    switch (version) {
    case 1:
        return all(first);
    case 2:
        return all(second);
    default:
        return all(third);
    }
}

bool isBlank(const QSqlDatabase& database) {
    return value(database, "PRAGMA application_id") == 0 && value(database, "SELECT count(*) FROM sqlite_master") == 0;
}

QString problemOfContents(const QSqlDatabase& database, bool wholly) {
    const QString name = database.databaseName();
    const QVariant sound = value(database, wholly ? "PRAGMA integrity_check" : "PRAGMA quick_check");
    if (sound != QLatin1String("ok"))
        return tr("%1 is damaged: %2.").arg(name, sound.isValid() ? sound.toString() : tr("it cannot be read"));
    if (value(database, "PRAGMA application_id") != workroomApplicationId)
        return tr("%1 belongs to another program.").arg(name);
    const int version = value(database, "PRAGMA user_version").toInt();
    if (version < 1)
        return tr("%1 is damaged: it says version %2, and the first was 1.").arg(name).arg(version);
    if (version > workroomSchemaVersion)
        return tr("%1 was written by a newer Vestimen (version %2; this one knows %3).")
            .arg(name)
            .arg(version)
            .arg(workroomSchemaVersion);
    const QStringList there = database.tables();
    for (const QString& table : tablesOf(version))
        if (!there.contains(table))
            return tr("%1 is damaged: its table “%2” is missing.").arg(name, table);
    if (wholly && value(database, "PRAGMA foreign_key_check").isValid())
        return tr("%1 is damaged: some of its entries belong to nothing that is there.").arg(name);
    return {};
}

} // namespace vestimen
