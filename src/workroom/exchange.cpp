// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/exchange.h"

#include "core/format/format_of.h"
#include "core/format/project_json.h"
#include "files/files.h"
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
#include <QUuid>

#include <functional>

namespace vestimen {
namespace {

constexpr int mostFiles = 5000;

QString tr(const char* text) {
    return QCoreApplication::translate("Workroom", text);
}

constexpr std::pair<Shelf, const char*> folders[] = {{Shelf::projects, "project"},
                                                     {Shelf::swatches, "swatch"},
                                                     {Shelf::wearers, "wearer"},
                                                     {Shelf::machines, "machine"},
                                                     {Shelf::yarns, "yarn"}};

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

/// A table's rows, their id first, from both ends: a page that cannot be read stops a query.
void eachRow(const QSqlDatabase& database, const char* table, const char* columns, Exchanged& done,
             const std::function<void(const QSqlQuery&)>& take) {
    QSet<qint64> seen;
    QString stopped;
    for (const char* order : {"ASC", "DESC"}) {
        QSqlQuery query(database);
        query.setForwardOnly(true);
        const bool isRead = query.exec(QStringLiteral("SELECT id, %1 FROM %2 ORDER BY id %3")
                                           .arg(QLatin1String(columns), QLatin1String(table), QLatin1String(order)));
        while (isRead && query.next()) {
            if (seen.contains(query.value(0).toLongLong()))
                return;
            seen.insert(query.value(0).toLongLong());
            take(query);
        }
        if (query.lastError().type() == QSqlError::NoError)
            return;
        stopped = query.lastError().databaseText();
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

Exchanged exportAll(const QSqlDatabase& database, const QString& folder) {
    Exchanged done;
    QHash<qint64, QString> projects;
    for (const auto& [shelf, table] : folders) {
        const QString into = folder + '/' + QLatin1String(table) + 's';
        if (makeFolder(into, done))
            eachRow(database, table, "name, body", done, [&, of = shelf](const QSqlQuery& query) {
                const QString name = writeItem(into, query.value(1).toString(), query.value(2).toString(), done);
                if (of == Shelf::projects)
                    projects[query.value(0).toLongLong()] = name;
            });
    }
    if (const QString into = folder + QStringLiteral("/pieces"); makeFolder(into, done))
        exportPieces(database, into, projects, done);
    return done;
}

Exchanged saveWhatCanBeRead(const QString& file, const QString& folder) {
    const QString name = QUuid::createUuid().toString();
    Exchanged done;
    {
        QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), name);
        database.setDatabaseName(file);
        database.setConnectOptions(QStringLiteral("QSQLITE_OPEN_READONLY"));
        if (database.open())
            done = exportAll(database, folder);
        else
            done.problems << tr("%1 cannot be opened: %2.").arg(file, database.lastError().databaseText());
    }
    QSqlDatabase::removeDatabase(name);
    return done;
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
            workroom.together([&] {
                if (importText(workroom, text, file, projects))
                    ++done.files;
                else
                    done.problems << tr("%1 is no project, swatch, wearer, machine, yarn or begun piece.").arg(file);
            });
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
