// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/ways_out.h"

#include "core/article/articles.h"

#include <algorithm>

namespace vestimen {
namespace {

constexpr std::size_t mostWays = 3;

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
    for (Change<Article>& each : changesFor(project.article, project, finding)) {
        if (ways.size() >= mostWays || (each.elseOnly && !ways.empty()))
            continue;
        Project changed = project;
        changed.article = std::move(each.article);
        changed.ease = each.ease;
        if (mends(changed, finding))
            ways.push_back({std::move(each.what), std::move(changed)});
    }
    return ways;
}

} // namespace vestimen
