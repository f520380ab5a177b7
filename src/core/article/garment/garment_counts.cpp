// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_counts.h"

#include "core/article/garment/counter.h"
#include "core/shaping/across_row.h"

#include <numeric>

namespace vestimen {
namespace {

/// A curved hem where a seam goes through it: what comes back beside it, from the middle out, and what comes back in
/// the side panel, which begins where its innermost stitches would.
void splitHem(const GarmentCounts& counts, bool side, GarmentCounts& own) {
    if (counts.hemRise == Rows(0))
        return;
    const Rows up = counts.hemRise + counts.toUnderarm;
    const Stitches panel = counts.ofHalf(counts.sidePanel, counts.hem);
    Stitches beside = std::max(Stitches(0), counts.hemSide - panel + Stitches(2)); // it has some to begin with
    if (side && beside == Stitches(0))
        return;
    std::vector<Stitches> inner;
    std::size_t next = 0;
    for (; beside > Stitches(0); ++next) {
        inner.push_back(std::min(beside, counts.hemSteps[next]));
        beside -= inner.back();
    }
    const auto rise = [](const std::vector<Stitches>& steps) {
        return steps.empty() ? Rows(0) : Rows(2 + 2 * static_cast<int>(steps.size()));
    };
    const Rows before(side ? 2 * static_cast<int>(next) : 0);
    own.hemSteps =
        side ? std::vector<Stitches>(counts.hemSteps.begin() + static_cast<std::ptrdiff_t>(next), counts.hemSteps.end())
             : inner;
    own.hemSide = std::accumulate(own.hemSteps.begin(), own.hemSteps.end(), Stitches(0));
    own.hemRise = rise(own.hemSteps);
    own.toUnderarm = up - before - own.hemRise;
}

} // namespace

GarmentCounts countsOfPiece(const GarmentCounts& counts, PieceKey piece, const Garment& choices) {
    GarmentCounts own = counts;
    if (!choices.hasSidePanels() || isSleeve(piece) || isTrim(piece))
        return own;
    const bool side = isSidePanel(piece);
    const auto from = counts.shoulderSteps.begin();
    const auto parted = from + counts.sideSteps;
    splitHem(counts, side, own);
    if (side) {
        own.frontNeck = own.backNeck = {};
        own.shoulder = counts.sideShoulder;
        own.shoulderSteps = {from, parted};
        own.shoulderRows = Rows(2 * counts.sideSteps);
    } else {
        // Its shoulder begins to slope where that of the side panel ends.
        const Rows before(2 * counts.sideSteps);
        own.shoulder = counts.middleShoulder;
        own.shoulderSteps = {parted, counts.shoulderSteps.end()};
        own.armhole += before;
        own.shoulderRows -= before;
        own.underarm = Stitches(0);
        own.armholeCurve = {};
        own.body = own.upper = own.hem = own.waist = isHalf(piece) ? own.half(piece) * 2 : counts.middlePanel;
        own.sides = {{Slope{{}, own.toUnderarm, 0.0}, false}};
    }
    const Stitches hem = isHalf(piece) ? own.ofHalf(own.half(piece), own.hem) : own.hem;
    own.bodyWelt.gathered = gathered(hem, Garment::gatherOf(choices.body.welt), traits(choices.body.welt.kind).form);
    return own;
}

CountedGarment countGarment(const GarmentBrief& project, const GarmentMeasures& measures, const FabricGauge& gauge) {
    CountedGarment result;
    Counter counter(project, gauge, result);
    GarmentCounts counts;
    counts.gauge = gauge;
    const bool body = countBody(counter, measures, counts);
    const bool necks = body && countNecks(counter, measures, counts);
    const bool arms = body && (!project.choices.hasSleeves() || countSleeve(counter, measures, counts));
    if (body && necks && arms && countTrims(counter, measures, counts) && countPockets(counter, measures, counts))
        result.counts = counts;
    return result;
}

} // namespace vestimen
