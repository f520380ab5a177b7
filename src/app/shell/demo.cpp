// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/demo.h"

#include "app/knit/knitting_state.h"
#include "core/format/project_json.h"
#include "core/work.h"
#include "workroom/project_parts.h"

#include <QDir>
#include <QFile>
#include <QStandardPaths>

namespace vestimen::app {
namespace {

Project shipped(const QString& name) {
    QFile file(QStringLiteral(":/demo/%1.json").arg(name));
    if (!file.open(QIODevice::ReadOnly))
        throw WorkroomError(QStringLiteral("The demo “%1” is missing from this build.").arg(name));
    return projectFromJson(file.readAll().toStdString());
}

qint64 addProject(Workroom& workroom, const Project& project) {
    const qint64 id = workroom.add(Shelf::projects, QString::fromStdString(project.name), toJson(project));
    std::map<Shelf, qint64> sources;
    for (const ShelfItem& machine : workroom.items(Shelf::machines))
        if (machine.name.toStdString() == project.machine.name)
            sources[Shelf::machines] = machine.id;
    stockShelves(workroom, id, project, sources);
    return id;
}

} // namespace

QString demoFolder() {
    return QStandardPaths::writableLocation(QStandardPaths::GenericCacheLocation) + QStringLiteral("/vestimen-demo");
}

QString makeDemoWorkroom(const QString& folder, bool fresh) {
    const QString file = folder + QStringLiteral("/workroom.sqlite");
    if (fresh)
        for (const char* ending : {"", "-wal", "-shm"})
            QFile::remove(file + QLatin1String(ending));
    if (QFile::exists(file))
        return file;
    Workroom workroom(file);
    workroom.together([&] {
        const Project small = shipped(QStringLiteral("small-pullover"));
        const qint64 smallId = addProject(workroom, small);
        // A sleeve of the small one is under way.
        const Worked worked = work(small);
        if (const WorkedPiece* sleeve = worked.piece(PieceKind::leftSleeve)) {
            const qint64 id = workroom.beginPiece(smallId, sleeve->program);
            BegunPiece piece;
            for (const BegunPiece& each : workroom.pieces(smallId))
                if (each.id == id)
                    piece = each;
            KnittingState state(workroom, piece, std::make_shared<const std::map<std::string, Fabric>>());
            for (int i = 0; i < 40; ++i)
                state.done();
        }
        const qint64 id = addProject(workroom, shipped(QStringLiteral("drop-shoulder-pullover")));
        workroom.setSetting(QStringLiteral("open_project"), QString::number(id));
    });
    return file;
}

} // namespace vestimen::app
