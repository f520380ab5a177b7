// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/joining/join_program.h"

#include "core/joining/join_ways.h"
#include "core/knitting/program_writer.h"

#include <algorithm>
#include <cstdlib>
#include <utility>

namespace vestimen {
namespace {

/// The size that a scale ends with.
constexpr int loosest = 1000;

HangSource sourceOf(const Along& along) {
    const HangSource::Kind kind = along.of == Along::Of::kept     ? HangSource::Kind::kept
                                  : along.of == Along::Of::bound  ? HangSource::Kind::bound
                                  : along.of == Along::Of::castOn ? HangSource::Kind::castOn
                                                                  : HangSource::Kind::edge;
    return {along.piece.text(), kind, along.name};
}

/// What each place of a line is hung from: openings of a stretch follow each other. Empty where they cannot be told.
std::vector<HangSource> sourcesOf(const JoinEdge& edge) {
    const Line& line = edge.line;
    std::vector<HangSource> sources;
    std::size_t stretch = 0;
    for (std::size_t place = 0; place < edge.hung.size(); ++place) {
        const JoinOpening& now = edge.hung[place];
        if (place > 0 &&
            (edge.hung[place - 1].piece != now.piece || std::abs(edge.hung[place - 1].index - now.index) != 1))
            ++stretch;
        while (stretch < line.size() && line[stretch].piece != now.piece) // of which nothing was there
            ++stretch;
        if (stretch >= line.size())
            return {};
        sources.push_back(sourceOf(line[stretch]));
    }
    return sources;
}

} // namespace

std::optional<Program> joinProgram(const Ground& ground, const Join& join) {
    if (!join.hanging || !join.hang || join.first.hung.empty() || join.second.hung.empty())
        return std::nullopt;
    const std::vector<HangSource> first = sourcesOf(join.first);
    const std::vector<HangSource> second = sourcesOf(join.second);
    if (first.size() != join.first.hung.size() || second.size() != join.second.hung.size())
        return std::nullopt;
    const NeedleSpan span = centred(Stitches(join.first.count));
    ProgramWriter writer(ground, "join " + join.key, render(join.title), join.hanging->yarn);
    const auto hang = [&](const std::vector<HangSource>& sources, const JoinEdge& edge,
                          const std::vector<HangPair>& pairs) {
        operation::Hang hung;
        for (const auto& [needle, place] : pairs) {
            const auto at = static_cast<std::size_t>(place) - 1;
            hung.from(sources[at]);
            hung.put(span.first.shifted(needle - 1), edge.hung[at].index);
        }
        for (const HangSource& each : hung.sources)
            if (each.kind == HangSource::Kind::kept && std::ranges::count(hung.allOf, each) == 0)
                hung.allOf.push_back(each);
        writer.hang(std::move(hung));
    };
    std::vector<HangPair> straight;
    for (int i = 1; i <= join.first.count; ++i)
        straight.emplace_back(i, i);
    const auto hangFirst = [&] { hang(first, join.first, straight); };
    const auto hangSecond = [&] { hang(second, join.second, join.hang->map); };
    writer.section("join");
    join.hanging->secondFirst ? hangSecond() : hangFirst();
    join.hanging->secondFirst ? hangFirst() : hangSecond();
    writer.add(operation::JoinYarn{writer.work(), writer.carriage()});
    writer.counterTo(0);
    writer.say("loose_row", "The loosest row.");
    writer.knit(Rows(1), Stitches(join.first.count), writer.size(loosest));
    writer.add(operation::BindOff{.method = wayOf(join.method).latched ? BindOffMethod::latchOff
                                                                       : BindOffMethod::chainRoundTheNeedles,
                                  .all = true});
    return writer.take();
}

} // namespace vestimen
