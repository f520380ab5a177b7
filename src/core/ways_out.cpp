// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ways_out.h"

#include "core/article/articles.h"

#include <algorithm>
#include <cctype>
#include <optional>

namespace vestimen {
namespace {

constexpr std::size_t mostWays = 3;

/// What the article has no part in.
std::optional<WayOut> ofTheYarns(const Project& project, const Finding& finding) {
    WayOut way{{}, project};
    if (finding.code == "stripes_odd") {
        way.what = {"Even numbers of rows", {}};
        way.project.stripes.even = true;
        return way;
    }
    if (finding.code == "no_such_yarn") {
        way.what = {"The main yarn", {}};
        for (const AnyChoice& each : choicesOf(project.article))
            if (std::holds_alternative<AYarn>(each.form) && each.get(project.article) >= project.yarns())
                each.set(way.project.article, 0.0);
        for (Stripe& each : way.project.stripes.of)
            each.yarn = each.yarn < project.yarns() ? each.yarn : 0;
        return way;
    }
    if (finding.code == "waste_colour") {
        way.what = {"Waste yarn that contrasts", {}};
        for (const char* colour : {"#F2EBDD", "#D8A62B", "#A8362E", "#1F2A3A"}) {
            way.project.waste.colour = colour;
            if (mends(way.project, finding))
                break;
        }
        return way;
    }
    return std::nullopt;
}

/// Edges that do not meet, where a count was pinned: without it; where one alone does not help, without any.
void addWithoutPins(const Project& project, const Finding& finding, std::vector<WayOut>& ways) {
    if (finding.code != "eased" && finding.code != "rows_differ")
        return;
    const Worked worked = work(project);
    for (const auto& [count, value] : project.pins) {
        WayOut way{{"Without the pinned {0}", {}}, project};
        way.project.pins.erase(count);
        const auto working = worked.workings.find(count);
        std::string name = working == worked.workings.end() ? std::string(count.text()) : working->second.title;
        name[0] = static_cast<char>(std::tolower(static_cast<unsigned char>(name[0]))); // within a sentence
        way.what.operands = {name};
        if (mends(way.project, finding))
            ways.push_back(std::move(way));
    }
    if (project.pins.size() > 1 && ways.empty()) {
        WayOut way{{"Without any pinned count", {}}, project};
        way.project.pins.clear();
        if (mends(way.project, finding))
            ways.push_back(std::move(way));
    }
}

/// It is taken as it is; or, where it was, no more.
std::optional<WayOut> ofTheDecision(const Project& project, const Finding& finding) {
    if (finding.decision.empty())
        return std::nullopt;
    WayOut way{{"Keep it so", {}}, project};
    std::vector<std::string>& decided = way.project.decided;
    if (std::erase(decided, finding.decision) > 0) {
        way.what = {"Warn of it again", {}};
        return way;
    }
    if (finding.severity != Severity::warning)
        return std::nullopt;
    decided.push_back(finding.decision);
    return way;
}

} // namespace

bool mends(const Project& changed, const Finding& finding) {
    // A piece that is parted now is looked for in what stands for it.
    const PieceKey piece(finding.piece);
    const std::string there = piece.empty() ? finding.piece : key(inPlaceOf(changed.article, piece));
    return std::ranges::none_of(work(changed).findings,
                                [&](const Finding& each) { return each.code == finding.code && each.piece == there; });
}

std::vector<WayOut> waysOut(const Project& project, const Finding& finding) {
    std::vector<WayOut> ways;
    if (auto way = ofTheYarns(project, finding); way && mends(way->project, finding))
        ways.push_back(std::move(*way));
    addWithoutPins(project, finding, ways);
    for (Change<Article>& each : changesFor(project.article, project, finding)) {
        if (ways.size() >= mostWays || (each.elseOnly && !ways.empty()))
            continue;
        Project changed = project;
        changed.article = std::move(each.article);
        changed.ease = each.ease;
        if (mends(changed, finding))
            ways.push_back({std::move(each.what), std::move(changed)});
    }
    if (auto way = ofTheDecision(project, finding))
        ways.push_back(std::move(*way));
    return ways;
}

} // namespace vestimen
