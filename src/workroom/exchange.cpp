// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/exchange.h"

#include "core/format/format_of.h"
#include "core/format/project_json.h"
#include "files/files.h"
#include "workroom/damaged.h"
#include "workroom/piece_exchange.h"
#include "workroom/project_parts.h"
#include "workroom/search_words.h"

#include <QCoreApplication>
#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QFileInfo>
#include <QHash>
#include <QSet>
#include <QSqlError>
#include <QSqlQuery>
#include <QTemporaryDir>
#include <QUuid>

#include <functional>

namespace vestimen {
namespace {

constexpr int mostFiles = 5000;

QString tr(const char* text) {
    return QCoreApplication::translate("Workroom", text);
}

struct ShelfFolder {
    Shelf shelf;
    const char* table;
    const char* folder;
};
constexpr ShelfFolder folders[] = {{Shelf::projects, "project", "projects"},
                                   {Shelf::swatches, "swatch", "swatches"},
                                   {Shelf::wearers, "wearer", "wearers"},
                                   {Shelf::machines, "machine", "machines"},
                                   {Shelf::yarns, "yarn", "yarns"}};

/// Returns the name that the file was given; none where it could not be written.
QString writeItem(const QString& folder, const QString& name, const QString& body, Exchanged& done) {
    QString file = folder + '/' + fileNameFor(name, QStringLiteral(".json"));
    for (int again = 2; QFile::exists(file); ++again)
        file = folder + '/' + fileNameFor(QStringLiteral("%1 (%2)").arg(name).arg(again), QStringLiteral(".json"));
    try {
        writeFile(QFile::encodeName(file).toStdString(), body.toStdString(), Existing::refuse);
        ++done.files;
        return QFileInfo(file).fileName();
    } catch (const FileError& error) {
        done.problems << QString::fromUtf8(error.what());
        return {};
    }
}

/// So many rows in the middle of a damaged table are asked for one by one.
constexpr qint64 mostAsked = 100'000;

/// A table's rows, their id first, from both ends: a page that cannot be read stops a query. What lies between two such
/// pages is asked for one by one.
void eachRow(const QSqlDatabase& database, const char* table, const char* columns, Exchanged& done,
             const std::function<void(const QSqlQuery&)>& take) {
    QSet<qint64> seen;
    QString stopped;
    qint64 low = 0;
    qint64 high = mostAsked;
    for (const char* order : {"ASC", "DESC"}) {
        QSqlQuery query(database);
        query.setForwardOnly(true);
        const bool isRead = query.exec(QStringLiteral("SELECT id, %1 FROM %2 ORDER BY id %3")
                                           .arg(QLatin1String(columns), QLatin1String(table), QLatin1String(order)));
        while (isRead && query.next()) {
            if (seen.contains(query.value(0).toLongLong()))
                return;
            const qint64 id = query.value(0).toLongLong();
            seen.insert(id);
            (order[0] == 'A' ? low : high) = id;
            take(query);
        }
        if (query.lastError().type() == QSqlError::NoError)
            return;
        stopped = query.lastError().databaseText();
    }
    QSqlQuery one(database);
    one.setForwardOnly(true);
    if (one.prepare(
            QStringLiteral("SELECT id, %1 FROM %2 WHERE id = ?").arg(QLatin1String(columns), QLatin1String(table))))
        for (qint64 id = low + 1; id < high && id - low < mostAsked; ++id) {
            one.bindValue(0, id);
            if (one.exec() && one.next())
                take(one);
            one.finish();
        }
    done.problems << tr("Some of the %1s cannot be read: %2.").arg(QLatin1String(table), stopped);
}

bool makeFolder(const QString& folder, Exchanged& done) {
    if (QDir().mkpath(folder))
        return true;
    done.problems << tr("The folder %1 cannot be made.").arg(folder);
    return false;
}

/// `projects`: the files that the projects are in.
void exportPieces(const QSqlDatabase& database, const QString& folder, const QHash<qint64, QString>& projects,
                  Exchanged& done) {
    eachRow(database, "piece", "name, project", done, [&](const QSqlQuery& query) {
        const QString name = query.value(1).toString();
        const QString project = projects.value(query.value(2).toLongLong());
        QString missing;
        try {
            const QString body = pieceToJson(database, query.value(0).toLongLong(), project, missing);
            writeItem(folder, QStringLiteral("%1 %2").arg(QFileInfo(project).completeBaseName(), name), body, done);
        } catch (const WorkroomError& error) {
            missing = error.message();
        }
        if (!missing.isEmpty())
            done.problems << tr("Of “%1”, a begun piece, not all can be read: %2").arg(name, missing);
    });
}

/// A folder that is read: what each project's file has become.
using ProjectsRead = QHash<QString, qint64>;

/// Its project was in the same folder; else one of that name, where there is one alone.
qint64 projectOf(const Workroom& workroom, const PieceFile& piece, const QString& file, const ProjectsRead& projects) {
    const QString beside = QDir(QFileInfo(file).path() + QStringLiteral("/../projects")).filePath(piece.projectFile);
    if (const auto found = projects.constFind(QDir::cleanPath(beside)); found != projects.cend())
        return *found;
    QList<qint64> named;
    for (const ShelfItem& each : workroom.items(Shelf::projects, true))
        if (each.name == piece.projectName)
            named << each.id;
    if (named.size() != 1)
        throw WorkroomError(
            named.isEmpty()
                ? tr("its project “%1” is not in the workroom: read that first").arg(piece.projectName)
                : tr("there are several projects “%1”: read it with its own beside it").arg(piece.projectName));
    return named[0];
}

/// False where the text is nothing that a workroom keeps.
bool importText(Workroom& workroom, const std::string& text, const QString& file, ProjectsRead& projects) {
    const auto put = [&](Shelf shelf, const std::string& name, const std::string& body) {
        const QString title = QString::fromStdString(name);
        if (const auto there = workroom.find(shelf, title, body)) {
            if (shelf == Shelf::projects)
                projects[QDir::cleanPath(file)] = *there;
            return;
        }
        const qint64 id =
            workroom.add(shelf, title, body, shelf == Shelf::projects ? QString() : searchWords(shelf, body));
        if (shelf == Shelf::projects) {
            stockShelves(workroom, id, projectFromJson(body));
            projects[QDir::cleanPath(file)] = id;
        }
    };
    const std::string kind = formatOf(text);
    const auto from = [&](Shelf shelf, auto read) {
        const auto value = read(text);
        put(shelf, value.name, toJson(value));
        return true;
    };
    if (kind == "vestimen-project")
        return from(Shelf::projects, projectFromJson);
    if (kind == "vestimen-swatch")
        return from(Shelf::swatches, swatchFromJson);
    if (kind == "vestimen-wearer")
        return from(Shelf::wearers, wearerFromJson);
    if (kind == "vestimen-machine")
        return from(Shelf::machines, machineFromJson);
    if (kind == "vestimen-yarn")
        return from(Shelf::yarns, yarnFromJson);
    if (kind != "vestimen-begun-piece")
        return false;
    const PieceFile piece = pieceFromJson(text);
    workroom.addPiece(projectOf(workroom, piece, file, projects), piece.program, piece.begun, piece.journal);
    return true;
}

} // namespace

QString fileNameFor(const QString& name, const QString& ending) {
    QString file = name.simplified();
    for (QChar& c : file)
        if (c == '/' || c == '\\' || c == ':' || c.category() == QChar::Other_Control)
            c = '-';
    while (file.startsWith('.'))
        file[0] = '-';
    // A name is at most 255 bytes long; room for a number and the ending.
    while (file.toUtf8().size() > 230)
        file.chop(1);
    return (file.isEmpty() ? tr("unnamed") : file) + ending;
}

QString photographFolderOf(const QString& workroom) {
    const QFileInfo info(workroom);
    return info.absolutePath() + '/' + info.completeBaseName() + QStringLiteral(".photographs");
}

namespace {

/// Pictures as they are, each looked at before it is read.
void exportPhotographs(const QString& from, const QString& into, Exchanged& done) {
    const QFileInfoList pictures =
        QDir(from).entryInfoList({QStringLiteral("*.png"), QStringLiteral("*.jpg")}, QDir::Files, QDir::Name);
    if (pictures.isEmpty() || !makeFolder(into, done))
        return;
    for (const QFileInfo& each : pictures) {
        try {
            const std::string bytes = readFile(QFile::encodeName(each.filePath()).toStdString(), largestPhotograph);
            writeFile(QFile::encodeName(into + '/' + each.fileName()).toStdString(), bytes, Existing::refuse);
            ++done.files;
        } catch (const FileError& error) {
            done.problems << QString::fromUtf8(error.what());
        }
    }
}

} // namespace

Exchanged exportAll(const QSqlDatabase& database, const QString& photographs, const QString& folder) {
    Exchanged done;
    QHash<qint64, QString> projects;
    for (const auto& [shelf, table, name] : folders) {
        const QString into = folder + '/' + QLatin1String(name);
        if (makeFolder(into, done))
            eachRow(database, table, "name, body", done, [&, of = shelf](const QSqlQuery& query) {
                const QString written = writeItem(into, query.value(1).toString(), query.value(2).toString(), done);
                if (of == Shelf::projects)
                    projects[query.value(0).toLongLong()] = written;
            });
    }
    if (const QString into = folder + QStringLiteral("/pieces"); makeFolder(into, done))
        exportPieces(database, into, projects, done);
    exportPhotographs(photographs, folder + QStringLiteral("/photographs"), done);
    return done;
}

namespace {

bool hasTables(const QSqlDatabase& database) {
    QSqlQuery query(database);
    return query.exec(QStringLiteral("SELECT count(*) FROM sqlite_master WHERE name = 'project'")) && query.next() &&
           query.value(0).toInt() > 0;
}

/// Calls `use` with what is open of a file, as it is or made readable; false where nothing is.
bool withWhatCanBeRead(const QString& file, Exchanged& done, const std::function<void(const QSqlDatabase&)>& use) {
    QTemporaryDir aside;
    const auto opened = [&](const QString& path) {
        const QString name = QUuid::createUuid().toString();
        bool isOpen = false;
        {
            QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), name);
            database.setDatabaseName(path);
            database.setConnectOptions(QStringLiteral("QSQLITE_OPEN_READONLY"));
            isOpen = database.open() && hasTables(database);
            if (isOpen)
                use(database);
        }
        QSqlDatabase::removeDatabase(name);
        return isOpen;
    };
    // Its log may hold the last rows: as it is, where that goes.
    if (hasSoundHeader(file) && opened(file))
        return true;
    try {
        const QByteArray bytes = madeReadable(file);
        const QString copy = aside.filePath(QStringLiteral("workroom.sqlite"));
        writeFile(QFile::encodeName(copy).toStdString(), bytes.toStdString(), Existing::replace);
        if (opened(copy))
            return true;
        done.problems << tr("Nothing in %1 can be read any more.").arg(file);
    } catch (const FileError& error) {
        done.problems << QString::fromUtf8(error.what());
    }
    return false;
}

} // namespace

Exchanged saveWhatCanBeRead(const QString& file, const QString& folder) {
    Exchanged done;
    Exchanged problems;
    if (!withWhatCanBeRead(file, problems, [&](const QSqlDatabase& database) {
            done = exportAll(database, photographFolderOf(file), folder);
        }))
        done.problems = problems.problems;
    return done;
}

ReadableContents whatCanBeRead(const QString& file) {
    ReadableContents contents;
    Exchanged ignored;
    withWhatCanBeRead(file, ignored, [&](const QSqlDatabase& database) {
        const auto countRows = [&](const char* table, const char* columns) {
            int rows = 0;
            eachRow(database, table, columns, ignored, [&](const QSqlQuery&) { ++rows; });
            return rows;
        };
        contents.projects = countRows("project", "name, body");
        contents.pieces = countRows("piece", "name, program");
        for (const auto& [shelf, table, name] : folders)
            if (shelf != Shelf::projects)
                contents.others += countRows(table, "name, body");
    });
    return contents;
}

Exchanged importAll(Workroom& workroom, const QString& folder) {
    Exchanged done;
    ProjectsRead projects;
    QDirIterator found(folder, {QStringLiteral("*.json")}, QDir::Files | QDir::NoSymLinks,
                       QDirIterator::Subdirectories);
    // Pieces come after the projects that they are of.
    QStringList files;
    QStringList pieces;
    while (found.hasNext() && files.size() + pieces.size() < mostFiles) {
        const QString file = found.next();
        (found.fileInfo().dir().dirName() == QLatin1String("pieces") ? pieces : files) << file;
    }
    if (found.hasNext())
        done.problems << tr("There are more than %1 files; the rest was left out.").arg(mostFiles);
    for (const QString& file : files + pieces) {
        try {
            const std::string text = readFile(QFile::encodeName(file).toStdString());
            bool isOurs = false;
            workroom.together([&] { isOurs = importText(workroom, text, file, projects); });
            // What was taken back again is not counted.
            if (isOurs)
                ++done.files;
            else
                done.problems << tr("%1 is no project, swatch, wearer, machine, yarn or begun piece.").arg(file);
        } catch (const FormatError& error) {
            done.problems << tr("%1: %2").arg(file, QString::fromUtf8(error.what()));
        } catch (const FileError& error) {
            done.problems << QString::fromUtf8(error.what());
        } catch (const WorkroomError& error) {
            done.problems << tr("%1: %2").arg(file, error.message());
        }
    }
    return done;
}

} // namespace vestimen
