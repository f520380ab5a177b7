// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/swatch_plan.h"

#include "core/article/articles.h"
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
    if (then.pieces.empty() || now.pieces.empty()) {
        if (!now.pieces.empty())
            sentences.push_back(
                {"The draft would no longer work out: {0} things to mend.", {static_cast<int>(then.findings.size())}});
        return sentences;
    }
    for (const CountKey key : countsOf(now.article)) {
        const auto before = now.workings.find(key);
        const auto after = then.workings.find(key);
        if (before == now.workings.end() || after == then.workings.end())
            continue;
        const int* was = std::get_if<int>(&before->second.result);
        const int* would = std::get_if<int>(&after->second.result);
        if (was && would && *was != *would)
            sentences.push_back({"{0}: {1}, would be {2}.", {std::string(before->second.title), *was, *would}});
    }
    return sentences;
}

} // namespace vestimen
