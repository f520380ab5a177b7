// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/projects.h"

#include "core/article/articles.h"

#include "core/ground/welt_options.h"

#include "core/format/project_json.h"

#include <algorithm>
#include <fstream>
#include <sstream>

namespace vestimen::test {

std::string readFile(const std::string& path) {
    std::ifstream stream(path, std::ios::binary);
    std::ostringstream text;
    text << stream.rdbuf();
    return text.str();
}

Project odilesPullover() {
    return projectFromJson(readFile(VESTIMEN_SOURCE_DIR "/data/demo/drop-shoulder-pullover.json"));
}

Project pietsPullover() {
    return projectFromJson(readFile(VESTIMEN_SOURCE_DIR "/data/demo/small-pullover.json"));
}

Project ilkesPullover() {
    return projectFromJson(readFile(VESTIMEN_SOURCE_DIR "/data/demo/set-in-pullover.json"));
}

Project somebodys(Article article) {
    Project project = odilesPullover();
    project.wearer = withBorrowedMeasures(project.wearer);
    project.article = std::move(article);
    useUsualEase(project.article, project.ease);
    return project;
}

GarmentCounts countsOf(const Project& project) {
    const GarmentBrief brief(project, garment(project));
    return countGarment(brief, garmentMeasures(brief).value(), measured(project.swatch).gauge.value()).counts.value();
}

WorkedGarment workGarment(const Project& project) {
    WorkedGarment worked{work(project), {}, {}};
    const GarmentBrief brief(project, garment(project));
    worked.measures = garmentMeasures(brief);
    if (!worked.workings.empty() && !worked.pieces.empty())
        worked.counts = countsOf(project);
    return worked;
}

Project movedBy(const Project& project, PieceKey piece, HandleKey part, int steps) {
    const Worked worked = work(project);
    return dragged(project, *worked.piece(piece)->handle(part), steps);
}

int placesOf(const WorkedPiece& piece, const Pass& pass) {
    if (piece.program.machine.beds == 1)
        return static_cast<int>(pass.loopCount);
    std::vector<int> needles;
    for (LoopId id = pass.firstLoop; id < pass.firstLoop + pass.loopCount; ++id)
        needles.push_back(piece.fabric.loops[id].slot);
    std::ranges::sort(needles);
    return static_cast<int>(std::ranges::unique(needles).begin() - needles.begin());
}

void putOn(Project& project, const Machine& machine) {
    project.machine = machine;
    project.swatch.machine = machine.name;
}

bool hasFinding(const std::vector<Finding>& findings, const std::string& code) {
    return std::any_of(findings.begin(), findings.end(), [&](const Finding& each) { return code == each.code.text(); });
}

QByteArray listed(const std::vector<Finding>& findings) {
    QByteArray text;
    for (const Finding& each : findings)
        text += QByteArray(name(each.severity)) + " " + each.code.text() + " " + each.piece.c_str() + ": " +
                render(each.text).c_str() + "\n";
    return text;
}

} // namespace vestimen::test
