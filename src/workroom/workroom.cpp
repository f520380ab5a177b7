// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/workroom.h"

#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "workroom/damaged.h"
#include "workroom/search_words.h"
#include "workroom/workroom_schema.h"

#include <QCoreApplication>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QScopedValueRollback>
#include <QSqlError>
#include <QSqlQuery>
#include <QStandardPaths>
#include <QUuid>

#include <cerrno>
#include <cstdio>

#include <fcntl.h>
#include <sys/file.h>
#include <unistd.h>

namespace vestimen {
namespace {

constexpr int backupsKept = 5;
constexpr int applicationId = workroomApplicationId;

QString tr(const char* text) {
    return QCoreApplication::translate("Workroom", text);
}

const char* table(Shelf shelf) {
    static constexpr const char* tables[] = {"project", "swatch", "wearer", "machine", "yarn"};
    return tables[static_cast<int>(shelf)];
}

constexpr const char* kindNames[] = {"done", "back", "unravelled", "set", "adjusted", "note", "mark", "pause"};

JournalRecord::Kind kindFromName(const QString& text) {
    for (std::size_t i = 0; i < std::size(kindNames); ++i)
        if (text == QLatin1String(kindNames[i]))
            return static_cast<JournalRecord::Kind>(i);
    throw WorkroomError(tr("The journal has a record of the kind “%1”, which this Vestimen does not know.").arg(text));
}

Program readProgram(const QString& text, const QString& piece) {
    try {
        return programFromJson(text.toStdString());
    } catch (const FormatError& error) {
        throw WorkroomError(tr("The program of “%1” cannot be read: %2").arg(piece, QString::fromUtf8(error.what())));
    }
}

QString now() {
    return QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs);
}

QString order(Shelf shelf) {
    return shelf == Shelf::projects ? QStringLiteral("changed DESC, id DESC") : QStringLiteral("id");
}

ShelfItem itemAt(const QSqlQuery& query) {
    return {query.value(0).toLongLong(), query.value(1).toString(), query.value(2).toString(),
            QDateTime::fromString(query.value(3).toString(), Qt::ISODateWithMs), query.value(4).toInt() != 0};
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
void checkFile(const QString& path) {
    const QFileInfo info(path);
    if (info.isSymLink() && !info.exists())
        throw WorkroomError(
            tr("%1 is a link to a file that is not there: name the file itself, or mend the link.").arg(path));
    if (info.isDir())
        throw WorkroomError(tr("%1 is a folder: name a file.").arg(path));
    if (info.exists() && !info.isFile())
        throw WorkroomError(tr("%1 is a device or a pipe: name an ordinary file.").arg(path));
    QFile file(path);
    if (!file.exists() || file.size() == 0)
        return;
    if (!file.open(QIODevice::ReadOnly))
        throw WorkroomError(tr("%1 cannot be opened: you may not read it.").arg(path));
    if (file.read(16) != QByteArray("SQLite format 3\0", 16))
        throw WorkroomError(tr("%1 is not a workroom. It was left as it is; choose another file.").arg(path));
}

/// The knitter's alone, where it is made here.
void makeFolder(const QString& path) {
    const bool isOurs = !QFileInfo::exists(path) || path == QFileInfo(defaultWorkroomFile()).absolutePath();
    if (!QDir().mkpath(path))
        throw WorkroomError(
            tr("The folder %1 cannot be written: choose another one, or allow writing there.").arg(path));
    if (isOurs)
        QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
}

/// Nobody else opens a workroom in this folder meanwhile. The kernel lets go of it with the process, however that ends.
class FolderLock {
public:
    explicit FolderLock(const QString& folder)
        : folder_(::open(QFile::encodeName(folder).constData(), O_RDONLY | O_DIRECTORY | O_CLOEXEC)) {
        constexpr int mostWaits = 600;
        constexpr useconds_t wait = 50'000;
        for (int i = 0; folder_ >= 0 && i < mostWaits && !isHeld_; ++i) {
            isHeld_ = ::flock(folder_, LOCK_EX | LOCK_NB) == 0;
            if (!isHeld_ && errno != EWOULDBLOCK && errno != EINTR)
                break;
            if (!isHeld_)
                ::usleep(wait);
        }
        // Where folders cannot be locked, as on some network disks, it goes on as it can.
        isHeld_ = isHeld_ || (errno != EWOULDBLOCK && errno != EINTR);
    }
    FolderLock(const FolderLock&) = delete;
    FolderLock& operator=(const FolderLock&) = delete;
    ~FolderLock() {
        if (folder_ >= 0)
            ::close(folder_);
    }
    bool isHeld() const { return isHeld_; }

private:
    int folder_;
    bool isHeld_ = false;
};

/// What is wrong with a file's contents, for one that could not be opened; empty where nothing is, or where it cannot
/// be told just now. SQLITE_CORRUPT, SQLITE_NOTADB, and SQLITE_IOERR_SHORT_READ; a full disk is none of them.
bool saysDamage(const QSqlError& error) {
    const int code = error.nativeErrorCode().toInt();
    return (code & 0xff) == 11 || (code & 0xff) == 26 || code == 522;
}

/// A header that tells of more pages than the file has.
bool isCutOff(const QString& file) {
    QFile header(file);
    if (!header.open(QIODevice::ReadOnly))
        return false;
    const QByteArray begin = header.read(100);
    if (begin.size() < 100)
        return true;
    const auto number = [&](qsizetype at, int size) {
        qint64 value = 0;
        for (int i = 0; i < size; ++i)
            value = value << 8 | static_cast<quint8>(begin[at + i]);
        return value;
    };
    const qint64 page = number(16, 2) == 1 ? 65536 : number(16, 2);
    return number(28, 4) * page > header.size();
}

QString damageOf(const QString& file) {
    // A header that says another kind of log opens for reading alone.
    if (QFileInfo(file).isReadable() && !hasSoundHeader(file))
        return tr("%1 is damaged: its beginning is not that of a workroom.").arg(file);
    if (isCutOff(file))
        return tr("%1 is damaged: a part of it is missing.").arg(file);
    const QString name = QUuid::createUuid().toString();
    QString problem;
    {
        QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), name);
        database.setDatabaseName(file);
        database.setConnectOptions(QStringLiteral("QSQLITE_OPEN_READONLY"));
        if (database.open()) {
            QSqlQuery query(database);
            const bool isRead = query.exec(QStringLiteral("PRAGMA quick_check")) && query.next();
            if (isRead ? query.value(0) != QLatin1String("ok") : saysDamage(query.lastError()))
                problem = tr("%1 is damaged: %2.")
                              .arg(file, isRead ? query.value(0).toString() : query.lastError().databaseText());
        }
    }
    QSqlDatabase::removeDatabase(name);
    return problem;
}

bool hasOurTables(const QSqlDatabase& database) {
    const QStringList tables = database.tables();
    return tables.contains(QStringLiteral("project")) && tables.contains(QStringLiteral("piece")) &&
           tables.contains(QStringLiteral("journal"));
}

/// A file in which a workroom was begun once and not finished.
bool isLeftOver(const QString& file) {
    const QString name = QUuid::createUuid().toString();
    bool blank = false;
    {
        QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), name);
        database.setDatabaseName(file);
        blank = database.open() && isBlank(database);
    }
    QSqlDatabase::removeDatabase(name);
    return blank;
}

} // namespace

QString defaultWorkroomFile() {
    return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
           QStringLiteral("/vestimen/workroom.sqlite");
}

Workroom::Workroom(const QString& file, Opening opening) : file_(file), connection_(QUuid::createUuid().toString()) {
    try {
        checkFile(file);
    } catch (const WorkroomError& error) {
        const auto copy = newestGoodCopy(file);
        if (QFileInfo(file).isFile() && (copy || file == defaultWorkroomFile()))
            throw WorkroomTrouble(
                WorkroomTrouble::Kind::damaged,
                tr("%1 is damaged: its beginning is not that of a workroom. It was left as it is.").arg(file), copy);
        throw;
    }
    QFileInfo info(file);
    makeFolder(info.absolutePath());
    if (!info.exists() && !QFileInfo(info.absolutePath()).isWritable())
        throw WorkroomError(tr("The folder %1 cannot be written: choose another one, or allow writing there.")
                                .arg(info.absolutePath()));
    if (info.exists() && !info.isWritable())
        throw WorkroomError(tr("%1 is read-only: allow writing, or choose another file.").arg(file));
    // A second start at the same moment waits, and opens what the first makes.
    const FolderLock lock(info.absolutePath());
    if (!lock.isHeld())
        throw WorkroomError(
            tr("%1 is just being opened by another Vestimen, and that takes long: try again.").arg(file));
    info.refresh();
    bool isNew = false;
    if (!info.exists() || info.size() == 0 || isLeftOver(file)) {
        const auto copy = newestGoodCopy(file);
        if (copy && opening == Opening::asItIs)
            throw WorkroomTrouble(WorkroomTrouble::Kind::missing,
                                  info.exists() ? tr("%1 is empty, and there are safe copies of it.").arg(file)
                                                : tr("%1 is missing, and there are safe copies of it.").arg(file),
                                  copy);
        begin();
        isNew = true;
    }
    try {
        open(file);
        const int version = check();
        run(database_, QStringLiteral("PRAGMA journal_mode = WAL"));
        run(database_, QStringLiteral("PRAGMA synchronous = FULL"));
        run(database_, QStringLiteral("PRAGMA foreign_keys = ON"));
        if (version < schemaVersion)
            migrate(version);
        QFile::setPermissions(file, QFile::ReadOwner | QFile::WriteOwner);
    } catch (const WorkroomTrouble&) {
        close();
        throw;
    } catch (const WorkroomError&) {
        close();
        // Whatever the sentence is: a file that is damaged is called so.
        if (const QString problem = damageOf(file); !problem.isEmpty())
            throw WorkroomTrouble(WorkroomTrouble::Kind::damaged, problem + ' ' + tr("It was left as it is."),
                                  newestGoodCopy(file));
        throw;
    } catch (...) {
        close();
        throw;
    }
    if (!isNew) // there is nothing in it yet
        keepSafe();
}

void Workroom::open(const QString& file) {
    database_ = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), connection_);
    database_.setDatabaseName(file);
    if (!database_.open())
        throw WorkroomError(tr("%1 cannot be opened: %2.").arg(file, database_.lastError().databaseText()));
}

void Workroom::close() {
    database_.close();
    database_ = QSqlDatabase();
    QSqlDatabase::removeDatabase(connection_);
}

/// The version of what was opened. A disk that is full or may not be written is told from a file that is damaged.
int Workroom::check() {
    QSqlQuery first(database_);
    if (!first.exec(QStringLiteral("SELECT count(*) FROM sqlite_master"))) {
        if (!saysDamage(first.lastError()) && !isCutOff(file_))
            throw WorkroomError(tr("%1 cannot be read just now (%2): is the disk full, or may it not be written? It "
                                   "was left as it is.")
                                    .arg(file_, first.lastError().databaseText()));
    }
    first.finish();
    const int version = pragma(database_, "user_version");
    const bool isForeign = pragma(database_, "application_id") != applicationId;
    const QString problem = problemOfContents(database_, false);
    if (problem.isEmpty())
        return version;
    const QString left = problem + ' ' + tr("It was left as it is.");
    // A few broken bytes make a workroom look like another program's, or like one of a time to come.
    const bool wasOurs = hasOurTables(database_) || newestGoodCopy(file_).has_value();
    const bool isFarOff = version > schemaVersion + 100;
    if ((isForeign && !wasOurs) || (!isForeign && version > schemaVersion && !(isFarOff && wasOurs)))
        throw WorkroomError(isForeign ? left + ' ' + tr("Choose another file.") : left);
    if (isForeign || isFarOff)
        throw WorkroomTrouble(
            WorkroomTrouble::Kind::damaged,
            tr("%1 is damaged: its beginning is not that of a workroom. It was left as it is.").arg(file_),
            newestGoodCopy(file_));
    throw WorkroomTrouble(WorkroomTrouble::Kind::damaged, left, newestGoodCopy(file_));
}

Workroom::~Workroom() {
    close();
}

/// A new workroom is made aside and renamed when it is whole: a crash leaves nothing half made under its name.
void Workroom::begin() {
    const QString aside = file_ + QStringLiteral(".beginning");
    removeWithLogs(aside);
    removeWithLogs(file_);
    try {
        open(aside);
        together([&] {
            for (int version = 1; version <= schemaVersion; ++version)
                runSchema(database_, version);
            run(database_, QStringLiteral("PRAGMA application_id = %1").arg(applicationId));
            run(database_, QStringLiteral("PRAGMA user_version = %1").arg(schemaVersion));
            for (const Machine& machine : genericMachines())
                add(Shelf::machines, QString::fromStdString(machine.name), toJson(machine),
                    searchWords(Shelf::machines, toJson(machine)));
        });
        close();
    } catch (...) {
        close();
        QFile::remove(aside);
        throw;
    }
    QFile::setPermissions(aside, QFile::ReadOwner | QFile::WriteOwner);
    if (::rename(QFile::encodeName(aside).constData(), QFile::encodeName(file_).constData()) != 0)
        throw WorkroomError(tr("%1 cannot be made: allow writing in its folder.").arg(file_));
}

void Workroom::migrate(int from) {
    const QString copy = copyBeforeName(file_, QStringLiteral("version-%1").arg(schemaVersion));
    if (!QFile::exists(copy) || !problemOfCopy(copy).isEmpty())
        if (const QString problem = writeCopy(database_, copy); !problem.isEmpty())
            throw WorkroomError(problem + ' ' + tr("The workroom was left as it is."));
    together([&] {
        for (int version = from + 1; version <= schemaVersion; ++version) {
            runSchema(database_, version);
            if (version == 2)
                for (const Shelf shelf : {Shelf::swatches, Shelf::wearers, Shelf::machines, Shelf::yarns})
                    for (const ShelfItem& item : items(shelf))
                        index(shelf, item.id, item.name, searchWords(shelf, item.body.toStdString()));
        }
        run(database_, QStringLiteral("PRAGMA user_version = %1").arg(schemaVersion));
    });
}

void Workroom::keepSafe() {
    const QDate today = QDate::currentDate();
    const QString copy = dailyCopyName(file_, today);
    if (QFile::exists(copy)) {
        copyProblem_.clear();
        return;
    }
    // Once a day everything is looked through; a damaged workroom must not push its good copies out.
    copyProblem_ = problemOfContents(database_, true);
    if (copyProblem_.isEmpty())
        copyProblem_ = writeCopy(database_, copy);
    if (copyProblem_.isEmpty())
        removeOldCopies(file_, today, backupsKept);
}

QList<ShelfItem> Workroom::items(Shelf shelf, bool retiredToo) const {
    QList<ShelfItem> result;
    QSqlQuery query = run(database_,
                          QStringLiteral("SELECT id, name, body, changed, retired FROM %1 WHERE retired <= "
                                         "? ORDER BY %2")
                              .arg(QLatin1String(table(shelf)), order(shelf)),
                          {retiredToo ? 1 : 0});
    while (query.next())
        result.append(itemAt(query));
    return result;
}

std::optional<ShelfItem> Workroom::item(Shelf shelf, qint64 id) const {
    QSqlQuery query = run(
        database_,
        QStringLiteral("SELECT id, name, body, changed, retired FROM %1 WHERE id = ?").arg(QLatin1String(table(shelf))),
        {id});
    return query.next() ? std::optional(itemAt(query)) : std::nullopt;
}

std::optional<qint64> Workroom::find(Shelf shelf, const QString& name, const std::string& body) const {
    QSqlQuery query = run(database_,
                          QStringLiteral("SELECT id FROM %1 WHERE name = ? AND body = ? ORDER BY retired, id LIMIT 1")
                              .arg(QLatin1String(table(shelf))),
                          {name, QString::fromStdString(body)});
    return query.next() ? std::optional(query.value(0).toLongLong()) : std::nullopt;
}

int Workroom::count(Shelf shelf) const {
    QSqlQuery query =
        run(database_, QStringLiteral("SELECT count(*) FROM %1 WHERE retired = 0").arg(QLatin1String(table(shelf))));
    return query.next() ? query.value(0).toInt() : 0;
}

qint64 Workroom::add(Shelf shelf, const QString& name, const std::string& body, const QString& words) {
    const qint64 id =
        run(database_,
            QStringLiteral("INSERT INTO %1 (name, body, changed) VALUES (?, ?, ?)").arg(QLatin1String(table(shelf))),
            {name, QString::fromStdString(body), now()})
            .lastInsertId()
            .toLongLong();
    index(shelf, id, name, words);
    return id;
}

void Workroom::save(Shelf shelf, qint64 id, const QString& name, const std::string& body, const QString& words) {
    run(database_,
        QStringLiteral("UPDATE %1 SET name = ?, body = ?, changed = ? WHERE id = ?").arg(QLatin1String(table(shelf))),
        {name, QString::fromStdString(body), now(), id});
    index(shelf, id, name, words);
}

/// A row of the full-text table is found again by its place, since that table has no key of its own.
void Workroom::index(Shelf shelf, qint64 id, const QString& name, const QString& words) {
    if (shelf == Shelf::projects)
        return;
    const QString of = QLatin1String(table(shelf));
    QSqlQuery known = run(database_,
                          QStringLiteral("SELECT f.rowid, f.name, f.words FROM found_at a JOIN found f ON "
                                         "f.rowid = a.place WHERE a.shelf = ? AND a.item = ?"),
                          {of, id});
    if (known.next()) {
        if (known.value(1).toString() != name || known.value(2).toString() != words)
            run(database_, QStringLiteral("UPDATE found SET name = ?, words = ? WHERE rowid = ?"),
                {name, words, known.value(0)});
        return;
    }
    const QVariant place =
        run(database_, QStringLiteral("INSERT INTO found (name, words, shelf, item) VALUES (?, ?, ?, ?)"),
            {name, words, of, id})
            .lastInsertId();
    run(database_, QStringLiteral("INSERT INTO found_at (shelf, item, place) VALUES (?, ?, ?)"), {of, id, place});
}

QList<ShelfItem> Workroom::search(Shelf shelf, const QString& typed, bool retiredToo, int most) const {
    QStringList words;
    // Each word in quotes, so that nothing typed is taken for an operator.
    for (QString word : typed.simplified().split(' ', Qt::SkipEmptyParts))
        words << QStringLiteral("\"%1\"*").arg(word.remove('"'));
    words.removeAll(QStringLiteral("\"\"*"));
    const QString of = QLatin1String(table(shelf));
    QSqlQuery query =
        words.isEmpty()
            ? run(database_,
                  QStringLiteral("SELECT id, name, '', changed, retired FROM %1 WHERE retired <= ? ORDER BY "
                                 "%2 LIMIT ?")
                      .arg(of,
                           shelf == Shelf::machines ? QStringLiteral("id") : QStringLiteral("changed DESC, id DESC")),
                  {retiredToo ? 1 : 0, most})
            : run(database_,
                  QStringLiteral("SELECT t.id, t.name, '', t.changed, t.retired FROM found JOIN %1 t ON t.id = "
                                 "found.item WHERE found MATCH ? AND found.shelf = ? AND t.retired <= ? ORDER BY "
                                 "bm25(found, 4.0, 1.0), t.id LIMIT ?")
                      .arg(of),
                  {words.join(' '), of, retiredToo ? 1 : 0, most});
    QList<ShelfItem> result;
    while (query.next())
        result.append(itemAt(query));
    return result;
}

void Workroom::retire(Shelf shelf, qint64 id, bool retired) {
    run(database_, QStringLiteral("UPDATE %1 SET retired = ? WHERE id = ?").arg(QLatin1String(table(shelf))),
        {retired ? 1 : 0, id});
}

QStringList Workroom::projectsFrom(Shelf shelf, qint64 id) const {
    QSqlQuery query = run(database_,
                          QStringLiteral("SELECT p.name FROM source s JOIN project p ON p.id = s.project "
                                         "WHERE s.shelf = ? AND s.item = ? ORDER BY p.name"),
                          {QLatin1String(table(shelf)), id});
    QStringList names;
    while (query.next())
        names << query.value(0).toString();
    return names;
}

std::optional<ShelfSource> Workroom::source(qint64 project, Shelf shelf) const {
    QSqlQuery query = run(database_, QStringLiteral("SELECT item, seen FROM source WHERE project = ? AND shelf = ?"),
                          {project, QLatin1String(table(shelf))});
    if (!query.next())
        return std::nullopt;
    return ShelfSource{query.value(0).toLongLong(), query.value(1).toString()};
}

void Workroom::setSource(qint64 project, Shelf shelf, const ShelfSource& source) {
    run(database_,
        QStringLiteral("INSERT INTO source (project, shelf, item, seen) VALUES (?, ?, ?, ?) ON CONFLICT (project, "
                       "shelf) DO UPDATE SET item = excluded.item, seen = excluded.seen"),
        {project, QLatin1String(table(shelf)), source.item, source.seen});
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
            QStringLiteral(
                "SELECT p.id, p.project, p.name, coalesce((SELECT program FROM journal WHERE piece = p.id AND "
                "program IS NOT NULL ORDER BY seq DESC LIMIT 1), p.program), j.operation, j.rows_done FROM piece "
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
            piece.program = readProgram(query.value(3).toString(), piece.name);
        } catch (const WorkroomError& error) {
            piece.problem = error.message(); // the others are still there
        }
        piece.place = {static_cast<std::size_t>(query.value(4).toLongLong()), query.value(5).toInt()};
        result.append(std::move(piece));
    }
    return result;
}

QList<BegunPiece> Workroom::pieces(qint64 project) const {
    return pieces(QStringLiteral("p.project = ?"), project);
}

Program Workroom::programAsBegun(qint64 piece) const {
    QSqlQuery query = run(database_, QStringLiteral("SELECT program, name FROM piece WHERE id = ?"), {piece});
    return query.next() ? readProgram(query.value(0).toString(), query.value(1).toString()) : Program();
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
    return beginPiece(project, program, now());
}

qint64 Workroom::beginPiece(qint64 project, const Program& program, const QString& begun) {
    return run(database_, QStringLiteral("INSERT INTO piece (project, name, program, begun) VALUES (?, ?, ?, ?)"),
               {project, QString::fromStdString(program.piece), QString::fromStdString(toJson(program)), begun})
        .lastInsertId()
        .toLongLong();
}

bool Workroom::addPiece(qint64 project, const Program& program, const QDateTime& begun,
                        const QList<JournalRecord>& journal) {
    const QString at = begun.toUTC().toString(Qt::ISODateWithMs);
    bool isNew = false;
    together([&] {
        QSqlQuery there =
            run(database_, QStringLiteral("SELECT 1 FROM piece WHERE project = ? AND name = ? AND begun = ?"),
                {project, QString::fromStdString(program.piece), at});
        isNew = !there.next();
        if (!isNew)
            return;
        const qint64 piece = beginPiece(project, program, at);
        for (const JournalRecord& record : journal)
            append(piece, record, record.at.toUTC().toString(Qt::ISODateWithMs));
    });
    return isNew;
}

void Workroom::append(qint64 piece, const JournalRecord& record) {
    append(piece, record, now());
}

void Workroom::append(qint64 piece, const JournalRecord& record, const QString& at) {
    run(database_,
        QStringLiteral("INSERT INTO journal (piece, kind, operation, rows_done, text, at, program) VALUES (?, ?, ?, ?, "
                       "?, ?, ?)"),
        {piece, QString::fromLatin1(kindNames[static_cast<std::size_t>(record.kind)]),
         static_cast<qint64>(record.place.operation), record.place.rowsDone,
         record.text.isNull() ? QStringLiteral("") : record.text, at,
         record.program ? QVariant(QString::fromStdString(toJson(*record.program))) : QVariant()});
}

QList<JournalRecord> Workroom::journal(qint64 piece) const {
    QList<JournalRecord> result;
    QSqlQuery query =
        run(database_,
            QStringLiteral(
                "SELECT kind, operation, rows_done, text, at, program FROM journal WHERE piece = ? ORDER BY seq"),
            {piece});
    while (query.next()) {
        result.append({JournalRecord::Kind::note,
                       {static_cast<std::size_t>(std::max<qint64>(0, query.value(1).toLongLong())),
                        std::max(0, query.value(2).toInt())},
                       query.value(3).toString(),
                       QDateTime::fromString(query.value(4).toString(), Qt::ISODateWithMs)});
        JournalRecord& record = result.back();
        try {
            record.kind = kindFromName(query.value(0).toString());
            if (!query.value(5).isNull())
                record.program = readProgram(query.value(5).toString(), tr("an adjusted piece"));
        } catch (const WorkroomError& error) {
            record.kind = JournalRecord::Kind::note;
            record.text = error.message();
        }
    }
    return result;
}

void Workroom::together(const std::function<void()>& changes) {
    if (together_)
        return changes();
    // Nobody else writes from here on, so that what is read now still holds when it is written.
    run(database_, QStringLiteral("BEGIN IMMEDIATE"));
    const QScopedValueRollback within(together_, true);
    try {
        changes();
        run(database_, QStringLiteral("COMMIT"));
    } catch (...) {
        QSqlQuery(database_).exec(QStringLiteral("ROLLBACK"));
        throw;
    }
}

QString Workroom::setting(const QString& key) const {
    QSqlQuery query = run(database_, QStringLiteral("SELECT value FROM setting WHERE key = ?"), {key});
    return query.next() ? query.value(0).toString() : QString();
}

void Workroom::setSetting(const QString& key, const QString& value) {
    run(database_,
        QStringLiteral(
            "INSERT INTO setting (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value"),
        {key, value.isNull() ? QStringLiteral("") : value});
}

} // namespace vestimen
