// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/swatch_plan.h"

#include "core/bed/virtual_bed.h"
#include "core/knitting/swatch_program.h"

#include <cmath>

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
    const auto count = [&](const char* text, auto PulloverCounts::*which) {
        if (now.counts.value().*which != then.counts.value().*which)
            sentences.push_back({text, {(now.counts.value().*which).count(), (then.counts.value().*which).count()}});
    };
    count("Back and front, stitches: {0}, would be {1}.", &PulloverCounts::body);
    count("Rows to the underarm: {0}, would be {1}.", &PulloverCounts::toUnderarm);
    count("Rows of the armhole: {0}, would be {1}.", &PulloverCounts::armhole);
    count("Neck, stitches: {0}, would be {1}.", &PulloverCounts::neck);
    count("Rows of the neck: {0}, would be {1}.", &PulloverCounts::neckDepth);
    count("Sleeve top, stitches: {0}, would be {1}.", &PulloverCounts::sleeveTop);
    count("Wrist, stitches: {0}, would be {1}.", &PulloverCounts::wrist);
    count("Sleeve rows: {0}, would be {1}.", &PulloverCounts::sleeveRows);
    count("Neck trim, stitches: {0}, would be {1}.", &PulloverCounts::trim);
    return sentences;
}

} // namespace vestimen
