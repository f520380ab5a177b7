// SPDX-License-Identifier: GPL-3.0-or-later
#include "workroom/project_parts.h"

#include "core/format/project_json.h"
#include "workroom/search_words.h"

namespace vestimen {
namespace {

/// Calls `use` with the part of a project that stands on a shelf.
template<class Use> auto withPart(const Project& project, Shelf shelf, Use use) {
    switch (shelf) {
    case Shelf::swatches:
        return use(project.swatch);
    case Shelf::wearers:
        return use(project.wearer);
    case Shelf::machines:
        return use(project.machine);
    default:
        return use(project.yarn);
    }
}

} // namespace

std::string partBody(const Project& project, Shelf shelf) {
    return withPart(project, shelf, [](const auto& part) { return toJson(part); });
}

QString partName(const Project& project, Shelf shelf) {
    return withPart(project, shelf, [](const auto& part) { return QString::fromStdString(part.name); });
}

void setPart(Project& project, Shelf shelf, const std::string& body) {
    switch (shelf) {
    case Shelf::swatches:
        project.swatch = swatchFromJson(body);
        break;
    case Shelf::wearers:
        project.wearer = wearerFromJson(body);
        break;
    case Shelf::machines:
        project.machine = machineFromJson(body);
        break;
    case Shelf::yarns:
        project.yarn = yarnFromJson(body);
        break;
    case Shelf::projects:
        break;
    }
}

bool samePart(const Project& a, const Project& b, Shelf shelf) {
    switch (shelf) {
    case Shelf::swatches:
        return a.swatch == b.swatch;
    case Shelf::wearers:
        return a.wearer == b.wearer;
    case Shelf::machines:
        return a.machine == b.machine;
    default:
        return a.yarn == b.yarn;
    }
}

void stockShelves(Workroom& workroom, qint64 projectId, const Project& project,
                  const std::map<Shelf, qint64>& sources) {
    for (const Shelf shelf : sharedShelves) {
        const std::string body = partBody(project, shelf);
        const QString name = partName(project, shelf);
        if (name.isEmpty())
            continue;
        const auto known = sources.find(shelf);
        std::optional<qint64> item =
            known != sources.end() ? std::optional(known->second) : workroom.find(shelf, name, body);
        if (!item)
            item = workroom.add(shelf, name, body, searchWords(shelf, body));
        workroom.setSource(projectId, shelf, {*item, QString::fromStdString(body)});
    }
}

} // namespace vestimen
