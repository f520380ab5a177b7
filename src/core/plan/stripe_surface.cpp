// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/stripe_surface.h"

#include <algorithm>
#include <string>

namespace vestimen {
namespace {

Rows lastRow(const std::vector<Stage>& stages) {
    Rows last;
    for (const Stage& stage : stages) {
        last = std::max(last, stage.at);
        if (const auto* branches = std::get_if<act::Branches>(&stage.act))
            for (const Branch& each : branches->each)
                last = std::max(last, stage.at + lastRow(each.stages));
        if (const auto* parts = std::get_if<act::Parts>(&stage.act))
            for (const Part& each : parts->each)
                last = std::max(last, each.from + lastRow(each.stages));
    }
    return last;
}

/// What is knitted after a piece's last stage: a row over all, and one back.
constexpr Rows rowsAfter{4};

void lay(const std::vector<Patch>& stripes, Rows from, std::vector<Patch>& surface, std::vector<Stage>& stages) {
    std::vector<Patch> all;
    for (Patch each : stripes) {
        each.from -= from;
        each.to -= from;
        all.push_back(each);
    }
    // A patch of the article's own says more than a stripe.
    all.insert(all.end(), surface.begin(), surface.end());
    surface = std::move(all);
    for (Stage& stage : stages)
        if (auto* branches = std::get_if<act::Branches>(&stage.act))
            for (Branch& each : branches->each)
                lay(stripes, from + stage.at, each.surface, each.stages);
    for (Stage& stage : stages)
        if (auto* parts = std::get_if<act::Parts>(&stage.act))
            for (Part& each : parts->each)
                lay(stripes, each.from, each.surface, each.stages);
}

/// More cannot be told from each other under a pointer.
constexpr std::size_t mostHandles = 12;

/// The upper edges of the stripes that are listed, where they lie for the first time.
void addHandles(PlannedPiece& piece, const Ground& ground, const FabricGauge& gauge, int base) {
    const double bottom = (piece.level.y > 0.0 ? piece.level.y : piece.marks.weltRows) - piece.level.row.count();
    const double wide = piece.knitting.stitches.count();
    int high = 0;
    for (std::size_t i = 0; i < std::min(ground.stripes.of.size(), mostHandles); ++i) {
        const Rows rows = stripeRows(ground.stripes.of[i], gauge.rows, ground.stripes.even);
        high += rows.count();
        if (high <= base || high - base > lastRow(piece.knitting.stages).count())
            continue;
        piece.handles.push_back({.key = HandleKey("stripe_" + std::to_string(i + 1)),
                                 .label = "Stripe",
                                 .length = gauge.height(rows),
                                 .count = rows,
                                 // By turns, so that those of narrow ones lie beside each other.
                                 .x = wide * (i % 2 == 0 ? -0.44 : -0.36),
                                 .y = bottom + high - base,
                                 .canPin = false,
                                 .pulls = {{StripeAt{i}, 1.0}}});
    }
}

} // namespace

void layStripes(std::vector<PlannedPiece>& pieces, const Ground& ground, const FabricGauge& gauge) {
    if (ground.stripes.of.empty())
        return;
    for (PlannedPiece& piece : pieces) {
        if (piece.ontoOthers || piece.knitting.work != 0)
            continue;
        const int last = (lastRow(piece.knitting.stages) + rowsAfter).count();
        const Level& level = piece.level;
        // Heights between the piece's first row and its last, in the garment.
        const int base = level.height.count() + (level.downward ? level.row.count() : -level.row.count());
        const int low = level.downward ? base - last : base;
        std::vector<Patch> patches;
        for (const StripeStretch& each : stripesBetween(ground.stripes, low, low + last, gauge.rows)) {
            const Rows from(level.downward ? base - each.to : each.from - base);
            patches.push_back(
                {.from = from, .to = from + Rows(each.to - each.from), .yarn = each.yarn, .ends = each.ends});
        }
        std::ranges::sort(patches, {}, &Patch::from);
        lay(patches, Rows(0), piece.knitting.surface, piece.knitting.stages);
        if (!level.downward && !ground.stripes.mixed)
            addHandles(piece, ground, gauge, base);
    }
}

} // namespace vestimen
