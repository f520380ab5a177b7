// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/demo.h"

#include "app/knit/knitting_state.h"
#include "core/format/project_json.h"
#include "core/work.h"
#include "workroom/project_parts.h"
#include "workroom/search_words.h"

#include <QDir>
#include <QFile>
#include <QStandardPaths>
#include <QTemporaryDir>

namespace vestimen::app {
namespace {

QByteArray shippedFile(const QString& name) {
    QFile file(QStringLiteral(":/demo/") + name);
    if (!file.open(QIODevice::ReadOnly))
        throw WorkroomError(QStringLiteral("The demo “%1” is missing from this build.").arg(name));
    return file.readAll();
}

Project shipped(const QString& name) {
    return projectFromJson(shippedFile(name + QStringLiteral(".json")).toStdString());
}

void addSwatch(Workroom& workroom, const QString& name) {
    const Swatch swatch = swatchFromJson(shippedFile(name + QStringLiteral(".json")).toStdString());
    workroom.add(Shelf::swatches, QString::fromStdString(swatch.name), toJson(swatch), searchWords(swatch));
}

QString keepPhotograph(Workroom& workroom, const QString& name) {
    const QTemporaryDir folder;
    const QString file = folder.filePath(name);
    QFile stream(file);
    if (!stream.open(QIODevice::WriteOnly) || stream.write(shippedFile(name)) < 0)
        throw WorkroomError(QStringLiteral("The demo’s photograph cannot be written."));
    stream.close();
    return workroom.addPhotograph(file);
}

qint64 addProject(Workroom& workroom, const Project& project) {
    const qint64 id = workroom.add(Shelf::projects, QString::fromStdString(project.name), toJson(project));
    stockShelves(workroom, id, project);
    return id;
}

/// A piece on the machine, and so many of its steps done; all of them where no number is said.
void begin(Workroom& workroom, qint64 project, const Project& of, PieceKey kind, std::optional<int> steps = {}) {
    const Worked worked = work(of);
    const WorkedPiece* piece = worked.piece(kind);
    if (!piece)
        return;
    const qint64 id = workroom.beginPiece(project, piece->program);
    for (const BegunPiece& each : workroom.pieces(project))
        if (each.id == id) {
            KnittingState state(workroom, each, std::make_shared<const std::map<std::string, Fabric>>());
            for (int i = 0; !state.finished() && i < steps.value_or(i + 1); ++i)
                state.done();
        }
}

} // namespace

QString demoFolder() {
    return QStandardPaths::writableLocation(QStandardPaths::GenericCacheLocation) + QStringLiteral("/vestimen-demo");
}

QString makeDemoWorkroom(const QString& folder, bool fresh) {
    const QString file = folder + QStringLiteral("/workroom.sqlite");
    if (!fresh && QFile::exists(file))
        return file;
    // With its safe copies and photographs: a copy left over would be offered in place of what is missing.
    const QFileInfoList old =
        QDir(folder).entryInfoList({QStringLiteral("workroom.*")}, QDir::Files | QDir::Dirs | QDir::System);
    for (const QFileInfo& each : old)
        each.isDir() && !each.isSymLink() ? QDir(each.filePath()).removeRecursively() : QFile::remove(each.filePath());
    Workroom workroom(file);
    workroom.together([&] {
        for (const char* name : {"bench-cushion", "watch-cardigan", "wheelhouse-blanket", "boot-socks"})
            addProject(workroom, shipped(QLatin1String(name)));
        // A mitten is half knitted, a hat is finished.
        const Project mittens = shipped(QStringLiteral("line-handlers-mittens"));
        begin(workroom, addProject(workroom, mittens), mittens, "left_mitten", 70);
        Project hat = shipped(QStringLiteral("pilots-hat"));
        hat.swatch.photographs = {keepPhotograph(workroom, QStringLiteral("slate-swatch.png")).toStdString()};
        begin(workroom, addProject(workroom, hat), hat, "hat");
        addProject(workroom, shipped(QStringLiteral("striped-pullover")));
        addProject(workroom, shipped(QStringLiteral("set-in-pullover")));
        const Project small = shipped(QStringLiteral("small-pullover"));
        begin(workroom, addProject(workroom, small), small, "left_sleeve", 40);
        // Other swatches of the same yarn lie on the shelf, and a picture of the one in use.
        for (const char* steps : {"15", "18", "22"})
            addSwatch(workroom, QStringLiteral("swatch-slate-%1").arg(QLatin1String(steps)));
        Project pullover = shipped(QStringLiteral("drop-shoulder-pullover"));
        pullover.swatch.photographs = hat.swatch.photographs; // one swatch serves both
        const qint64 id = addProject(workroom, pullover);
        workroom.setSetting(QStringLiteral("open_project"), QString::number(id));
    });
    return file;
}

} // namespace vestimen::app
