// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/supplies/supplies.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

bool isMain(const Program& program, YarnIndex yarn) {
    return program.yarns[yarn].role == YarnRole::main;
}

/// Each break of the main yarn leaves two ends, as does the last bind-off.
int mainEnds(const Program& program) {
    int ends = 0;
    for (const Operation& each : program.operations) {
        if (const auto* broken = std::get_if<operation::BreakYarn>(&each.action))
            ends += isMain(program, broken->yarn) ? 2 : 0;
        else if (const auto* bound = std::get_if<operation::BindOff>(&each.action))
            ends += bound->all ? 2 : 0;
    }
    return ends;
}

} // namespace

Supplies supplies(const Ground& project, const std::vector<const Program*>& programs,
                  const std::vector<const Fabric*>& fabrics, const std::vector<Join>& joins) {
    Supplies result;
    const Swatch& swatch = project.swatch;
    const auto perStitch = gramsPerStitch(swatch);
    double weighed = 0.0;
    for (std::size_t i = 0; i < programs.size(); ++i) {
        PieceSupplies piece;
        piece.piece = programs[i]->piece;
        double asOne = 0.0; // with the strands of the work's yarn
        for (std::size_t yarn = 0; yarn < programs[i]->yarns.size(); ++yarn)
            if (isMain(*programs[i], static_cast<YarnIndex>(yarn))) {
                const int strands = programs[i]->yarns[yarn].strands;
                piece.stitches += fabrics[i]->loopsPerYarn[yarn];
                asOne += fabrics[i]->loopsPerYarn[yarn] *
                         (strands > 0 ? static_cast<double>(strands) / std::max(1, project.yarn.strands) : 1.0);
            }
        for (const Pass& pass : fabrics[i]->passes)
            piece.rows += isMain(*programs[i], pass.yarn) ? 1 : 0;
        if (perStitch)
            piece.grams = *perStitch * asOne;
        weighed += asOne;
        result.stitches += piece.stitches;
        result.ends += mainEnds(*programs[i]);
        result.pieces.push_back(std::move(piece));
    }
    for (const Join& join : joins)
        result.tails += join.tail;
    result.weight.title = "Yarn";
    result.weight.steps = {{{"stitches in all pieces", {}}, result.stitches}};
    if (!perStitch) {
        result.findings.push_back(
            {Severity::note,
             "swatch_not_weighed",
             {"Weigh the whole swatch: then Vestimen can say how much yarn the pieces take.", {}}});
        return result;
    }
    const double knitted = *perStitch * weighed;
    if (std::lround(weighed) != result.stitches)
        result.weight.steps.push_back(
            {{"by their strands they take as much yarn as", {}}, static_cast<int>(std::lround(weighed))});
    result.grams = knitted * (1.0 + spareShare);
    result.weight.steps.push_back({{"swatch: {0} over {1} stitches", {Figure{swatch.grams, 1, "g"}, loopCount(swatch)}},
                                   Figure{*perStitch * 1000.0, 2, "mg a stitch"}});
    result.weight.steps.push_back({{"pieces", {}}, Figure{knitted, 0, "g"}});
    result.weight.steps.push_back(
        {{"and {0} to spare", {Figure{spareShare * 100.0, 0, "%"}}}, Figure{*result.grams, 0, "g"}});
    result.weight.result = Figure{*result.grams, 0, "g"};
    if (project.yarn.gramsOnHand > 0.0 && project.yarn.gramsOnHand < *result.grams)
        result.findings.push_back({Severity::warning,
                                   "yarn_short",
                                   {"The pieces take about {0} with some to spare; {1} are on hand.",
                                    {Figure{*result.grams, 0, "g"}, Figure{project.yarn.gramsOnHand, 0, "g"}}}});
    return result;
}

} // namespace vestimen
