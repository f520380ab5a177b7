// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/swatch_plan.h"

#include "core/bed/virtual_bed.h"
#include "core/knitting/swatch_program.h"

#include <cmath>

#include <functional>

namespace vestimen {

SwatchPlan planSwatch(const Project& project, Length pieceWidth) {
    SwatchPlan plan;
    plan.layout = layOut(project.swatch);
    plan.findings = swatchPlanFindings(project.swatch, project.machine, pieceWidth);
    if (anyError(plan.findings))
        return plan;
    plan.program = writeSwatch(project);
    plan.fabric = knit(*plan.program);
    plan.findings.insert(plan.findings.end(), plan.fabric.findings.begin(), plan.fabric.findings.end());
    return plan;
}

std::vector<Phrase> differences(const Worked& now, const Worked& then) {
    std::vector<Phrase> sentences;
    const auto gauge = [&](const char* text, auto read) {
        const auto value = [&](const Worked& worked) {
            return worked.measured.gauge ? read(*worked.measured.gauge).perTenCentimetres() : 0.0;
        };
        if (std::abs(value(now) - value(then)) >= 0.005)
            sentences.push_back({text, {Figure{value(now), 2}, Figure{value(then), 2}}});
    };
    gauge("Stitches in 10 cm: {0}, would be {1}.", [](const FabricGauge& g) { return g.stitches; });
    gauge("Rows in 10 cm: {0}, would be {1}.", [](const FabricGauge& g) { return g.rows; });
    if (!then.counts || !now.counts) {
        if (now.counts)
            sentences.push_back(
                {"The draft would no longer work out: {0} things to mend.", {static_cast<int>(then.findings.size())}});
        return sentences;
    }
    const auto count = [&](const char* text, auto which) {
        const int before = std::invoke(which, now.counts.value()).count();
        const int after = std::invoke(which, then.counts.value()).count();
        if (before != after)
            sentences.push_back({text, {before, after}});
    };
    count("Back and front, stitches: {0}, would be {1}.", &GarmentCounts::body);
    count("Rows to the underarm: {0}, would be {1}.", &GarmentCounts::toUnderarm);
    count("Rows of the armhole: {0}, would be {1}.", &GarmentCounts::armhole);
    count("Neck, stitches: {0}, would be {1}.", &GarmentCounts::neck);
    count("Rows of the neck: {0}, would be {1}.", [](const GarmentCounts& counts) { return counts.frontNeck.depth; });
    count("Sleeve top, stitches: {0}, would be {1}.", &GarmentCounts::sleeveTop);
    count("Wrist, stitches: {0}, would be {1}.", &GarmentCounts::wrist);
    count("Sleeve rows: {0}, would be {1}.", &GarmentCounts::sleeveRows);
    count("Neck trim, stitches: {0}, would be {1}.", &GarmentCounts::trim);
    return sentences;
}

} // namespace vestimen
