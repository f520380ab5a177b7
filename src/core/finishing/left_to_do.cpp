// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/finishing/left_to_do.h"

#include "core/article/articles.h"
#include "core/joining/join_ways.h"
#include "core/work.h"

#include <algorithm>

namespace vestimen {
namespace {

constexpr double minutesForAnEnd = 2.0;
constexpr double minutesForAButton = 4.0;
constexpr double minutesToPin = 5.0; ///< a piece
constexpr double minutesForALabel = 5.0;

double usualMinutes(const Join& join) {
    return wayOf(join.method).minutes * std::max(join.first.length, join.second.length).cm() / 10.0;
}

} // namespace

double handsPace(const Project& project, const Worked& worked) {
    double expected = 0.0;
    double took = 0.0;
    const auto add = [&](const std::string& what, double minutes) {
        const auto tick = std::ranges::find(project.finished, what, &Tick::what);
        if (tick == project.finished.end() || tick->minutes <= 0.0 || minutes <= 0.0)
            return;
        expected += minutes;
        took += tick->minutes;
    };
    for (const Join& join : worked.joins)
        add(join.key, usualMinutes(join));
    for (const Chore& chore : leftToDo(project, worked))
        add(chore.key, chore.minutes);
    return expected > 0.0 ? took / expected : 1.0;
}

double minutesLeft(const Project& project, const Worked& worked) {
    double minutes = 0.0;
    for (const Join& join : worked.joins)
        if (std::ranges::count(project.joined, join.key) == 0)
            minutes += usualMinutes(join);
    for (const Chore& chore : leftToDo(project, worked))
        if (std::ranges::find(project.finished, chore.key, &Tick::what) == project.finished.end())
            minutes += chore.minutes;
    return minutes * handsPace(project, worked);
}

std::vector<Chore> leftToDo(const Project& project, const Worked& worked) {
    std::vector<Chore> chores;
    std::ptrdiff_t buttons = 0;
    for (const WorkedPiece& piece : worked.pieces)
        buttons += std::ranges::count(piece.fabric.marks, std::string("button"), &FabricMark::as);
    for (const PieceSupplies& piece : worked.supplies.pieces) {
        const auto forgotten = project.forgottenEnds.find(piece.piece);
        const int ends = piece.ends + (forgotten == project.forgottenEnds.end() ? 0 : forgotten->second);
        if (ends > 0)
            chores.push_back({"ends/" + piece.piece,
                              {ends == 1 ? "{0}: one end to darn in" : "{0}: {1} ends to darn in",
                               {render(labelOf(project.article, PieceKey(piece.piece))), ends}},
                              ends * minutesForAnEnd});
    }
    if (buttons > 0)
        chores.push_back({"buttons",
                          {buttons == 1 ? "One button, sewn on at its mark" : "{0} buttons, each sewn on at its mark",
                           {static_cast<int>(buttons)}},
                          static_cast<double>(buttons) * minutesForAButton});
    if (!worked.pieces.empty()) {
        chores.push_back({"blocking",
                          {"Rest, treat as the swatch, block to measure", {}},
                          minutesToPin * static_cast<double>(worked.pieces.size())});
        chores.push_back({"label", {"A label, with the yarn and how it is washed", {}}, minutesForALabel});
    }
    return chores;
}

} // namespace vestimen
