// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/exchange.h"

#include "core/format/format_of.h"
#include "core/format/project_json.h"
#include "files/files.h"
#include "workroom/project_parts.h"
#include "workroom/search_words.h"

#include <QCoreApplication>
#include <QDir>
#include <QDirIterator>
#include <QFile>
#include <QSet>
#include <QSqlError>
#include <QSqlQuery>
#include <QUuid>

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

void writeItem(const QString& folder, const QString& name, const QString& body, Exchanged& done) {
    QString file = folder + '/' + fileNameFor(name, QStringLiteral(".json"));
    for (int again = 2; QFile::exists(file); ++again)
        file = folder + '/' + fileNameFor(QStringLiteral("%1 (%2)").arg(name).arg(again), QStringLiteral(".json"));
    try {
        writeFile(QFile::encodeName(file).toStdString(), body.toStdString(), Existing::refuse);
        ++done.files;
    } catch (const FileError& error) {
        done.problems << QString::fromUtf8(error.what());
    }
}

/// From both ends, since a page that cannot be read stops a query.
void exportTable(const QSqlDatabase& database, const char* table, const QString& folder, Exchanged& done) {
    QSet<qint64> seen;
    QString stopped;
    for (const char* order : {"ASC", "DESC"}) {
        QSqlQuery query(database);
        query.setForwardOnly(true);
        bool isRead = query.exec(QStringLiteral("SELECT id, name, body FROM %1 ORDER BY id %2")
                                     .arg(QLatin1String(table), QLatin1String(order)));
        while (isRead && query.next()) {
            if (seen.contains(query.value(0).toLongLong()))
                return;
            seen.insert(query.value(0).toLongLong());
            writeItem(folder, query.value(1).toString(), query.value(2).toString(), done);
        }
        if (query.lastError().type() == QSqlError::NoError)
            return;
        stopped = query.lastError().databaseText();
    }
    done.problems << tr("Some of the %1s cannot be read: %2.").arg(QLatin1String(table), stopped);
}

/// False where the text is nothing that a workroom keeps.
bool importText(Workroom& workroom, const std::string& text) {
    const auto put = [&](Shelf shelf, const std::string& name, const std::string& body) {
        const QString title = QString::fromStdString(name);
        if (workroom.find(shelf, title, body))
            return;
        const qint64 id =
            workroom.add(shelf, title, body, shelf == Shelf::projects ? QString() : searchWords(shelf, body));
        if (shelf == Shelf::projects)
            stockShelves(workroom, id, projectFromJson(body));
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
    return false;
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
    for (const auto& [shelf, table] : folders) {
        const QString into = folder + '/' + QLatin1String(table) + 's';
        if (!QDir().mkpath(into)) {
            done.problems << tr("The folder %1 cannot be made.").arg(into);
            continue;
        }
        exportTable(database, table, into, done);
    }
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
    QDirIterator files(folder, {QStringLiteral("*.json")}, QDir::Files | QDir::NoSymLinks,
                       QDirIterator::Subdirectories);
    for (int count = 0; files.hasNext(); ++count) {
        const QString file = files.next();
        if (count == mostFiles) {
            done.problems << tr("There are more than %1 files; the rest was left out.").arg(mostFiles);
            break;
        }
        try {
            const std::string text = readFile(QFile::encodeName(file).toStdString());
            workroom.together([&] {
                if (importText(workroom, text))
                    ++done.files;
                else
                    done.problems << tr("%1 is no project, swatch, wearer, machine or yarn.").arg(file);
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
