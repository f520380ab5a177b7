// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/shelf_ways.h"

#include "core/format/project_json.h"
#include "core/ways_out.h"
#include "workroom/project_parts.h"

#include <QCoreApplication>

#include <algorithm>
#include <string_view>

namespace vestimen::app {
namespace {

constexpr int mostSought = 200;

/// A shelf's item with the project as it would be with it.
struct Candidate {
    qint64 item;
    Project project;
};

/// Those of a shelf that may be used here. What cannot be read is of no use.
template<class Fits> std::vector<Candidate> candidates(const Session& session, Shelf shelf, Fits fits) {
    std::vector<Candidate> all;
    const Project& project = session.project();
    // Swatches of a yarn are found by its name; of machines nobody has many.
    const QString typed = shelf == Shelf::swatches ? partName(project, Shelf::yarns) : QString();
    for (const ShelfItem& each : session.workroom().search(shelf, typed, false, mostSought)) {
        Candidate candidate{each.id, project};
        try {
            if (const auto item = session.workroom().item(shelf, each.id))
                setPart(candidate.project, shelf, item->body.toStdString());
        } catch (const FormatError&) {
            continue;
        }
        if (fits(candidate.project))
            all.push_back(std::move(candidate));
    }
    return all;
}

} // namespace

QList<ShelfWay> waysFromShelves(const Session& session, const Finding& finding) {
    const FindingCode code = finding.code;
    if (code != "too_wide" && code != "trim_too_wide")
        return {};
    QList<ShelfWay> ways;
    const auto firstThatMends = [&](const std::vector<Candidate>& sorted, Shelf shelf, const auto& what) {
        const auto found =
            std::ranges::find_if(sorted, [&](const Candidate& each) { return mends(each.project, finding); });
        if (found != sorted.end())
            ways.append({what(found->project), shelf, found->item});
    };

    const Project& now = session.project();
    auto machines = candidates(session, Shelf::machines, [&](const Project& with) {
        return with.machine.needles > now.machine.needles && with.machine.pitch == now.machine.pitch;
    });
    std::ranges::sort(machines, {}, [](const Candidate& each) { return each.project.machine.needles; });
    firstThatMends(machines, Shelf::machines, [](const Project& with) {
        return QCoreApplication::translate("ShelfWay", "On %1, %2 needles")
            .arg(QString::fromStdString(with.machine.name))
            .arg(with.machine.needles.count());
    });

    const auto stitch = [](const Project& of) {
        const auto gauge = measured(of.swatch).gauge;
        return gauge ? gauge->stitches.unit() : Length();
    };
    auto swatches = candidates(session, Shelf::swatches, [&](const Project& with) {
        return with.swatch.yarn == now.swatch.yarn && with.swatch.machine == now.swatch.machine &&
               stitch(with) > stitch(now);
    });
    std::ranges::sort(swatches, {}, [&](const Candidate& each) { return stitch(each.project); });
    firstThatMends(swatches, Shelf::swatches, [&](const Project& with) {
        return QCoreApplication::translate("ShelfWay", "By the swatch %1, %2 stitches to 10 cm")
            .arg(QString::fromStdString(with.swatch.name))
            .arg(Length::millimetres(100) / stitch(with), 0, 'f', 1);
    });
    return ways;
}

} // namespace vestimen::app
