// SPDX-License-Identifier: GPL-3.0-or-later
// What projects come to, one line each: digests of the programs, the counts with their workings, the findings, the
// joins, the outlines and the fabrics. A change of the core that shall change nothing leaves every line as it was.
//
//   project_digest make RANDOM SEED > projects     the samples in a table of choices, and so many random projects
//   project_digest < projects > before             with the core as it is
//   project_digest show N < projects               all that line N, from 1, is a digest of
#include "support/projects.h"
#include "support/random_projects.h"

#include "core/article/articles.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "core/work.h"

#include <QCryptographicHash>

#include <fmt/format.h>
#include <rapidcheck.h>

#include <algorithm>
#include <cstdio>
#include <iostream>
#include <random>
#include <string>

using namespace vestimen;

namespace {

std::string oneLine(const Project& project) {
    std::string text = toJson(project);
    std::ranges::replace(text, '\n', ' ');
    return text;
}

/// Random pins near what was reckoned, on some.
void pinSome(Project& project, std::uint64_t seed) {
    std::mt19937_64 random(seed);
    if (random() % 4 != 0)
        return;
    const Worked worked = work(project);
    for (const auto& [quantity, working] : worked.workings)
        if (random() % 12 == 0)
            if (const auto* number = std::get_if<int>(&working.result))
                project.pins[quantity] = std::max(1, *number + static_cast<int>(random() % 9) - 4);
}

/// What was not measured, as a starter size has it.
Project borrowed(Project project) {
    for (std::size_t i = 0; i < measureCount; ++i)
        if (!project.wearer.measures[i])
            project.wearer.measures[i] = MeasureValue{Length::millimetres(starterSizes()[6].mm[i]), false, {}};
    return project;
}

void makeTable(const Project& sample) {
    for (const BodyKind body : allBodies)
        for (const NeckKind neck : allNecks)
            for (const Closure closure : allClosures)
                for (const NeckSchool school : allNeckSchools)
                    for (const ShoulderKind shoulder : allShoulders)
                        for (const bool panels : {false, true}) {
                            Project project = sample;
                            Garment& choices = std::get<Garment>(project.article);
                            choices.body.kind = body;
                            chooseNeck(choices, project.ease, neck);
                            choices.opening.closure = closure;
                            choices.neck.school = school;
                            choices.body.shoulder = shoulder;
                            choices.body.panels = panels ? Panels::two : Panels::one;
                            // The rest by turns, so that each meets each.
                            const auto turn = static_cast<std::size_t>(body) + 2 * static_cast<std::size_t>(neck) +
                                              3 * static_cast<std::size_t>(school) +
                                              5 * static_cast<std::size_t>(shoulder) + (panels ? 7u : 0u);
                            choices.body.welt.kind = allWelts[turn % allWelts.size()];
                            choices.sleeves.cuff.kind = allWelts[(turn + 2) % allWelts.size()];
                            choices.body.sides = allSides[turn % allSides.size()];
                            choices.sleeves.school = allSleeveSchools[turn / 2 % allSleeveSchools.size()];
                            choices.making.weltAfterwards = turn % 5 == 4;
                            choices.neck.atBack = turn % 3 == 1;
                            choices.neck.trimInTwo = turn % 4 == 1;
                            std::cout << oneLine(project) << '\n';
                        }
}

void make(int randoms, std::uint64_t seed) {
    for (const Project& sample : {test::odilesPullover(), test::pietsPullover(), test::ilkesPullover()}) {
        std::cout << oneLine(sample) << '\n';
        makeTable(borrowed(sample));
    }
    for (int i = 0; i < randoms; ++i) {
        Project project = test::randomProject(seed + static_cast<std::uint64_t>(i));
        pinSome(project, seed + static_cast<std::uint64_t>(i));
        std::cout << oneLine(project) << '\n';
    }
}

std::string said(const std::vector<Finding>& findings) {
    std::string text;
    for (const Finding& each : findings)
        text += fmt::format("{} {} {} {}\n", name(each.severity), each.code.text(), each.piece, render(each.text));
    return text;
}

std::string programs(const Worked& worked) {
    std::string text;
    for (const WorkedPiece& piece : worked.pieces)
        text += toJson(piece.program) + '\n';
    return text;
}

std::string counts(const Worked& worked) {
    std::string text;
    for (const CountKey quantity : countsOf(worked.article)) {
        const auto found = worked.workings.find(quantity);
        if (found == worked.workings.end())
            continue;
        const Reckoning& working = found->second;
        text += fmt::format("{} {} = {}\n", key(quantity), working.title, render(working.result));
        for (const Step& step : working.steps)
            text += fmt::format("  {}: {}\n", render(step.what), render(step.value));
    }
    return text;
}

std::string findings(const Worked& worked) {
    std::string text = said(worked.findings);
    for (const WorkedPiece& piece : worked.pieces)
        text += said(piece.fabric.findings);
    return text + said(worked.supplies.findings);
}

std::string edge(const JoinEdge& edge) {
    std::string text = fmt::format("{} {} {:.2f} mm:", render(edge.what), edge.count, edge.length.mm());
    for (const JoinOpening& each : edge.hung)
        text += fmt::format(" {}{}", key(each.piece), each.index);
    return text + '\n';
}

std::string joins(const Worked& worked) {
    std::string text;
    for (const Join& join : worked.joins) {
        text += fmt::format("{} {} {} tail {:.2f} mm {} | {} | {} {:.4f}\n", join.key, render(join.title),
                            label(join.method), join.tail.mm(), render(join.tailSide), render(join.facing),
                            render(join.check), join.eased);
        text += edge(join.first) + edge(join.second) + said(join.findings);
        if (join.hang)
            for (const auto& [needle, row] : join.hang->map)
                text += fmt::format(" {}:{}", needle, row);
        text += '\n';
    }
    return text;
}

std::string outlines(const Worked& worked) {
    std::string text;
    for (const WorkedPiece& piece : worked.pieces) {
        text += fmt::format("{} {:.2f} × {:.2f}\n", piece.program.piece, piece.width.mm(), piece.length.mm());
        for (const OutlineEdge& each : piece.outline.edges) {
            text += each.name;
            for (const OutlinePoint& point : each.points)
                text += fmt::format(" {:.2f},{:.2f}", point.x.mm() + 0.0, point.y.mm() + 0.0);
            text += '\n';
        }
    }
    return text;
}

/// What is knitted, whatever is said beside it: every row with its needles, and what is kept and bound.
std::string fabrics(const Worked& worked) {
    std::string text;
    for (const WorkedPiece& piece : worked.pieces) {
        const Fabric& fabric = piece.fabric;
        for (const Pass& pass : fabric.passes)
            text += fmt::format("{} {} {} {} {}\n", piece.program.yarns[pass.yarn].id,
                                pass.from == Side::left ? "l" : "r", pass.loopCount,
                                fabric.loops[pass.end(Side::left)].slot, fabric.loops[pass.end(Side::right)].slot);
        for (const auto& [name, loops] : fabric.kept)
            text += fmt::format("{} {}\n", name, loops.size());
        for (const auto& [name, loops] : fabric.bound)
            text += fmt::format("{} {}\n", name, loops.size());
        text += fmt::format("{} loops\n", fabric.loops.size());
    }
    return text;
}

constexpr std::pair<const char*, std::string (*)(const Worked&)> sections[] = {
    {"programs", programs}, {"fabrics", fabrics}, {"counts", counts},
    {"findings", findings}, {"joins", joins},     {"outlines", outlines}};

void digest(int line, const Worked& worked) {
    std::cout << line;
    for (const auto& [part, text] : sections) {
        const QByteArray hash =
            QCryptographicHash::hash(QByteArray::fromStdString(text(worked)), QCryptographicHash::Md5).toHex();
        std::cout << ' ' << part << ' ' << hash.left(12).toStdString();
    }
    std::cout << '\n';
}

} // namespace

int main(int argc, char** argv) {
    if (argc == 4 && std::string(argv[1]) == "make") {
        make(std::atoi(argv[2]), std::strtoull(argv[3], nullptr, 10));
        return 0;
    }
    const int shown = argc == 3 && std::string(argv[1]) == "show" ? std::atoi(argv[2]) : 0;
    std::string text;
    for (int line = 1; std::getline(std::cin, text); ++line) {
        if (shown != 0 && line != shown)
            continue;
        const Worked worked = work(projectFromJson(text));
        if (shown == 0)
            digest(line, worked);
        else
            for (const auto& [part, of] : sections)
                std::cout << "== " << part << '\n' << of(worked);
    }
    return 0;
}
