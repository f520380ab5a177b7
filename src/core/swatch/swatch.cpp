// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/swatch/swatch.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

namespace vestimen {
namespace {

std::optional<Length> positive(Length length) {
    if (!std::isfinite(length.mm()) || length <= Length())
        return std::nullopt;
    return length;
}

/// A reading about ten times off the others can only be a slip of the decimal point.
bool offByTen(Length reading, const std::vector<Length>& all) {
    std::vector<Length> sorted = all;
    std::nth_element(sorted.begin(), sorted.begin() + static_cast<std::ptrdiff_t>(sorted.size() / 2), sorted.end());
    const double ratio = reading / sorted[sorted.size() / 2];
    for (const double ten : {0.1, 10.0})
        if (std::abs(ratio / ten - 1.0) < 0.25)
            return true;
    return false;
}

/// The reading whose removal brings the others closest together.
int oddOneOut(const std::vector<Length>& lengths) {
    int odd = 0;
    double narrowest = INFINITY;
    for (std::size_t left = 0; left < lengths.size(); ++left) {
        double low = INFINITY;
        double high = -INFINITY;
        for (std::size_t i = 0; i < lengths.size(); ++i) {
            if (i == left)
                continue;
            low = std::min(low, lengths[i].mm());
            high = std::max(high, lengths[i].mm());
        }
        if (high - low < narrowest) {
            narrowest = high - low;
            odd = static_cast<int>(left);
        }
    }
    return odd;
}

void addDirectionFindings(const MeasuredDirection& direction, const char* spreadText, const char* fewText,
                          std::vector<Finding>& findings) {
    if (direction.odd && direction.oddByTen)
        findings.push_back({Severity::warning,
                            "decimal_slip",
                            {"Reading {0}, {1}, is ten times off the others: has its decimal point slipped?",
                             {*direction.odd + 1, direction.lengths[static_cast<std::size_t>(*direction.odd)]}}});
    else if (direction.spread > widestSpread && direction.odd)
        findings.push_back({Severity::warning,
                            "spread",
                            {spreadText,
                             {Figure{direction.spread * 100.0, 1, "%"}, *direction.odd + 1,
                              direction.lengths[static_cast<std::size_t>(*direction.odd)]}}});
    if (direction.gauge && direction.lengths.size() < 3)
        findings.push_back(
            {Severity::warning, "few_readings", {fewText, {static_cast<int>(direction.lengths.size())}}});
}

} // namespace

std::optional<Length> fieldLength(const Reading& reading, int field) {
    struct InLength {
        int field;
        std::optional<Length> operator()(const TapeReading& tape) const { return positive(tape.length); }
        std::optional<Length> operator()(const RuleReading& rule) const {
            return positive(Length::millimetres(100.0 * field / rule.perTenCentimetres));
        }
        std::optional<Length> operator()(const CountReading& count) const {
            return positive(count.within * (field / count.counted));
        }
    };
    return std::visit(InLength{field}, reading);
}

MeasuredDirection measured(const std::vector<Reading>& readings, int field) {
    MeasuredDirection direction;
    for (const Reading& reading : readings)
        if (const auto length = fieldLength(reading, field))
            direction.lengths.push_back(*length);
    const auto& lengths = direction.lengths;
    if (lengths.empty() || field < 1)
        return direction;
    const double n = static_cast<double>(lengths.size());
    direction.mean = std::accumulate(lengths.begin(), lengths.end(), Length()) / n;
    direction.gauge = Gauge::ofUnit(direction.mean / field);
    const auto [shortest, longest] = std::minmax_element(lengths.begin(), lengths.end());
    direction.spread = (*longest - *shortest) / direction.mean;
    if (lengths.size() < 2)
        return direction;
    double squares = 0.0;
    for (const Length length : lengths)
        squares += std::pow((length - direction.mean).mm(), 2);
    const double deviation = std::sqrt(squares / (n - 1.0));
    direction.interval =
        studentsT95(static_cast<int>(lengths.size()) - 1) * deviation / std::sqrt(n) / direction.mean.mm();
    if (direction.spread > widestSpread)
        direction.odd = lengths.size() > 2 ? oddOneOut(lengths) : 1;
    if (direction.odd && lengths.size() > 2)
        direction.oddByTen = offByTen(lengths[static_cast<std::size_t>(*direction.odd)], lengths);
    return direction;
}

MeasuredFabric measured(const Treatment& treatment, Stitches field, Rows fieldRows) {
    MeasuredFabric fabric;
    fabric.across = measured(treatment.widths, field.count());
    fabric.up = measured(treatment.heights, fieldRows.count());
    if (fabric.across.gauge && fabric.up.gauge)
        fabric.gauge = FabricGauge{*fabric.across.gauge, *fabric.up.gauge};
    return fabric;
}

std::optional<std::size_t> treatmentIndexInUse(const Swatch& swatch) {
    const auto count = static_cast<int>(swatch.treatments.size());
    if (count == 0)
        return std::nullopt;
    const int chosen = swatch.treatmentInUse.value_or(-1);
    return static_cast<std::size_t>(chosen >= 0 && chosen < count ? chosen : count - 1);
}

const Treatment* treatmentInUse(const Swatch& swatch) {
    const auto index = treatmentIndexInUse(swatch);
    return index ? &swatch.treatments[*index] : nullptr;
}

MeasuredFabric measured(const Swatch& swatch) {
    MeasuredFabric fabric;
    if (const Treatment* treatment = treatmentInUse(swatch))
        fabric = measured(*treatment, swatch.field, swatch.fieldRows);
    if (!fabric.gauge && swatch.known) {
        fabric.gauge = swatch.known;
        fabric.unproven = true;
    }
    return fabric;
}

const char* label(TreatmentKind kind) {
    switch (kind) {
    case TreatmentKind::offTheMachine:
        return "off the machine";
    case TreatmentKind::pulled:
        return "pulled and settled";
    case TreatmentKind::rested:
        return "rested";
    case TreatmentKind::washed:
        return "washed and dried";
    case TreatmentKind::steamed:
        return "steamed";
    case TreatmentKind::blocked:
        return "washed and blocked";
    case TreatmentKind::custom:
        break;
    }
    return "own treatment";
}

const char* label(FabricKind kind) {
    static constexpr std::array labels = {"plain", "plain with a pattern", "mock rib", "two-bed rib"};
    return labels[static_cast<std::size_t>(kind)];
}

const char* label(FabricVerdict verdict) {
    static constexpr std::array labels = {"not judged yet", "too thin", "good", "stiff", "uneven"};
    return labels[static_cast<std::size_t>(verdict)];
}

std::optional<Length> uncertainty(const MeasuredDirection& direction, Length width) {
    if (!direction.interval)
        return std::nullopt;
    return width * *direction.interval;
}

TreatmentChange changeSince(const MeasuredFabric& before, const MeasuredFabric& after) {
    const auto change = [](const MeasuredDirection& a, const MeasuredDirection& b) -> std::optional<double> {
        if (!a.gauge || !b.gauge)
            return std::nullopt;
        return b.mean / a.mean - 1.0;
    };
    return {change(before.across, after.across), change(before.up, after.up)};
}

int loopCount(const Swatch& swatch) {
    const int across = swatch.fabric == FabricKind::mockRib ? (swatch.castOn.count() + 1) / 2 : swatch.castOn.count();
    return across * swatch.rows().count();
}

std::optional<double> gramsPerStitch(const Swatch& swatch) {
    if (swatch.grams <= 0.0 || loopCount(swatch) <= 0)
        return std::nullopt;
    return swatch.grams / loopCount(swatch);
}

Swatch advisedSwatch(const Machine& machine) {
    const SwatchAdvice advice = swatchAdvice(machine);
    Swatch swatch;
    swatch.machine = machine.name;
    swatch.sizes = machine.sizes;
    swatch.size = {(machine.sizes.lowest + machine.sizes.highest) * machine.sizes.parts / 2};
    swatch.castOn = advice.castOn;
    swatch.field = advice.field;
    swatch.fieldRows = advice.fieldRows;
    swatch.margin = advice.margin;
    return swatch;
}

Reckoning gaugeReckoning(const MeasuredDirection& direction, int field, bool isStitches) {
    Reckoning reckoning;
    reckoning.title = isStitches ? "Stitches in 10 cm" : "Rows in 10 cm";
    if (!direction.gauge)
        return reckoning;
    reckoning.steps = {
        {{isStitches ? "mean of {0} widths" : "mean of {0} heights", {static_cast<int>(direction.lengths.size())}},
         direction.mean},
        {{isStitches ? "÷ {0} stitches" : "÷ {0} rows", {field}}, Figure{direction.gauge->unit().mm(), 3, "mm"}},
    };
    reckoning.result = Figure{direction.gauge->perTenCentimetres(), 2};
    return reckoning;
}

std::vector<Finding> swatchFindings(const Swatch& swatch) {
    std::vector<Finding> findings;
    const MeasuredFabric fabric = measured(swatch);
    if (!fabric.gauge) {
        findings.push_back({Severity::error,
                            "no_gauge",
                            {"There is no gauge yet: read the swatch at least once across and once up, or type a "
                             "gauge that you know.",
                             {}}});
        return findings;
    }
    if (fabric.unproven)
        findings.push_back(
            {Severity::warning,
             "unproven_gauge",
             {"This gauge was typed, not measured: knit and read a swatch before the yarn is cut.", {}}});
    addDirectionFindings(fabric.across, "The widths differ by {0}: reading {1}, {2}, is the odd one; read it again.",
                         "Read the width at least three times; there are {0} so far.", findings);
    addDirectionFindings(fabric.up, "The heights differ by {0}: reading {1}, {2}, is the odd one; read it again.",
                         "Read the height at least three times; there are {0} so far.", findings);
    if (const Treatment* used = treatmentInUse(swatch);
        used && swatch.articleTreatment && used->kind != *swatch.articleTreatment && !fabric.unproven)
        findings.push_back({Severity::warning,
                            "treatment_differs",
                            {"This gauge is of fabric that was {0}, and the article will be {1}: treat the swatch the "
                             "same way and read it again.",
                             {std::string(label(used->kind)), std::string(label(*swatch.articleTreatment))}}});
    const double perTen[] = {fabric.gauge->stitches.perTenCentimetres(), fabric.gauge->rows.perTenCentimetres()};
    for (const double gauge : perTen)
        if (gauge < 3.0 || gauge > 150.0)
            findings.push_back({Severity::error,
                                "absurd_gauge",
                                {"A gauge of {0} in 10 cm cannot be knitted on these machines: 3 to 150 can. Look at "
                                 "the readings and the field's size.",
                                 {Figure{gauge, 1}}}});
    return findings;
}

} // namespace vestimen
