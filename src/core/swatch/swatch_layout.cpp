// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/swatch/swatch_layout.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

/// A tape is read to the millimetre: half of it may be wrong at either end of the field.
constexpr double tapeStep = 1.0;
/// Needles outside the field on each side, one of them for the marker.
constexpr int leastBeside = 4;
constexpr int gapInEyelets = 2; ///< places left out between whole numbers and parts

/// Eyelets side by side in one row, from a needle to the right; `apart` needles from one to the next.
std::vector<Needle> eyeletsFrom(Needle first, int count, int apart) {
    std::vector<Needle> needles;
    for (int i = 0; i < count; ++i)
        needles.push_back(first.shifted(i * apart));
    return needles;
}

void layEyelets(const Swatch& swatch, SwatchLayout& layout) {
    const int parts = std::max(1, swatch.sizes.parts);
    layout.wholeEyelets = swatch.size.steps / parts;
    layout.partEyelets = swatch.size.steps % parts;
    // An eyelet needs a neighbour to lie on and a plain stitch before the next one.
    const int apart = 2 * layout.every;
    const Needle first = layout.all.first.shifted(2 * layout.every);
    const int room = (layout.all.size() - 3 * layout.every) / apart;
    const int margin = layout.lowerMargin.size();
    const int low = std::max(2, margin / 3);
    if (layout.wholeEyelets + layout.partEyelets + (layout.partEyelets > 0 ? gapInEyelets : 0) <= room) {
        EyeletRow row{low + 1, eyeletsFrom(first, layout.wholeEyelets, apart)};
        const auto rest =
            eyeletsFrom(first.shifted((layout.wholeEyelets + gapInEyelets) * apart), layout.partEyelets, apart);
        row.needles.insert(row.needles.end(), rest.begin(), rest.end());
        if (!row.needles.empty())
            layout.eyelets.push_back(row);
        return;
    }
    const int high = std::min(margin - 1, low + 4);
    layout.eyelets = {{low + 1, eyeletsFrom(first, std::min(layout.wholeEyelets, room), apart)},
                      {high + 1, eyeletsFrom(first, std::min(layout.partEyelets, room), apart)}};
}

} // namespace

int needlesApart(FabricKind fabric) {
    return fabric == FabricKind::mockRib || fabric == FabricKind::twoBedRib ? 2 : 1;
}

SwatchLayout layOut(const Swatch& swatch) {
    SwatchLayout layout;
    layout.all = centred(swatch.castOn);
    layout.field = centred(swatch.field);
    layout.every = needlesApart(swatch.fabric);
    const auto working = [&](Needle needle, int step) {
        while ((needle.slot() - layout.all.first.slot()) % layout.every != 0)
            needle = needle.shifted(step);
        return needle;
    };
    layout.markerLeft = working(layout.field.first.shifted(-1), -1);
    layout.markerRight = working(layout.field.last.shifted(1), 1);

    int row = 0;
    const auto next = [&](int rows) {
        const RowSpan span{row + 1, row + rows};
        row += rows;
        return span;
    };
    layout.lowerMargin = next(swatch.margin.count());
    layout.lowerContrast = next(Swatch::contrastRows);
    layout.fieldRows = next(swatch.fieldRows.count());
    layout.upperContrast = next(Swatch::contrastRows);
    layout.upperMargin = next(swatch.margin.count());
    const int heights = std::clamp(swatch.markerHeights, 1, std::max(1, swatch.fieldRows.count() - 1));
    for (int i = 1; i <= heights; ++i)
        layout.markerRows.push_back(layout.fieldRows.first - 1 + swatch.fieldRows.count() * i / (heights + 1));
    layEyelets(swatch, layout);
    return layout;
}

Phrase eyeletSentence(const Swatch& swatch) {
    const SwatchLayout layout = layOut(swatch);
    const std::string size = swatch.sizes.text(swatch.size);
    if (layout.wholeEyelets > 0 && layout.partEyelets > 0)
        return {"eyelets {0}, a gap, {1}: size {2}", {layout.wholeEyelets, layout.partEyelets, size}};
    if (layout.partEyelets > 0)
        return {"no whole eyelets, a gap, {0}: size {1}", {layout.partEyelets, size}};
    if (layout.wholeEyelets > 0)
        return {"eyelets {0}: size {1}", {layout.wholeEyelets, size}};
    return {"no eyelets: size {0}", {size}};
}

bool canKnit(const Machine& machine, FabricKind fabric) {
    return fabric != FabricKind::twoBedRib || machine.beds > 1;
}

Length tapeError(Stitches field, const FabricGauge& gauge, Length pieceWidth) {
    return Length::millimetres(tapeStep) * (pieceWidth / gauge.width(field));
}

std::vector<Finding> swatchPlanFindings(const Swatch& swatch, const Machine& machine, Length pieceWidth) {
    std::vector<Finding> findings;
    const auto find = [&](Severity severity, FindingCode code, Phrase text) {
        findings.push_back({severity, code, std::move(text)});
    };
    const SwatchAdvice advice = swatchAdvice(machine);
    if (!canKnit(machine, swatch.fabric))
        find(Severity::error, "no_second_bed",
             {"A two-bed rib needs a second bed, and this machine has one: choose mock rib, or another machine.", {}});
    if (swatch.castOn > machine.needles)
        find(Severity::error, "swatch_beyond_bed",
             {"The swatch takes {0} needles and the bed has {1}: cast on fewer.",
              {swatch.castOn.count(), machine.needles.count()}});
    if (swatch.field < Stitches(4) || swatch.fieldRows < Rows(4))
        find(Severity::error, "field_tiny",
             {"A field of {0} stitches × {1} rows cannot be measured: make it at least 4 × 4, better {2} × {3}.",
              {swatch.field.count(), swatch.fieldRows.count(), advice.field.count(), advice.fieldRows.count()}});
    if (swatch.castOn < swatch.field + Stitches(2 * leastBeside))
        find(Severity::error, "no_side_margin",
             {"{0} stitches leave no room beside a field of {1}: cast on at least {2}, so that the edges do not pull.",
              {swatch.castOn.count(), swatch.field.count(), (swatch.field + Stitches(2 * leastBeside)).count()}});
    if (swatch.margin < Rows(4))
        find(Severity::error, "no_margin",
             {"A margin of {0} rows has no room for the eyelets: make it at least 4, better {1}.",
              {swatch.margin.count(), advice.margin.count()}});
    const StitchSizeScale& sizes = machine.sizes;
    if (swatch.size.steps < sizes.lowest * sizes.parts || swatch.size.steps > sizes.highest * sizes.parts ||
        !(swatch.sizes == sizes))
        find(Severity::error, "no_such_size",
             {"This machine has no stitch size {0}: choose one from {1} to {2}.",
              {swatch.sizes.text(swatch.size), sizes.lowest, sizes.highest}});
    if (anyError(findings))
        return findings;

    if (swatch.field < advice.field || swatch.fieldRows < advice.fieldRows) {
        // Before anything is read, a fabric somewhat looser than the needles stand is near enough for this.
        const FabricGauge gauge =
            measured(swatch).gauge.value_or(FabricGauge{Gauge::ofUnit(machine.pitch), Gauge::ofUnit(machine.pitch)});
        // Told of the way in which it is short.
        const bool narrow = swatch.field < advice.field;
        const auto error = [&](Length field) { return Length::millimetres(tapeStep) * (pieceWidth / field); };
        find(Severity::warning, "field_small",
             {narrow
                  ? "A field of {0} × {1} is under the {2} × {3} that suits this machine: a millimetre misread makes "
                    "{4} at {5} wide; with the full field, {6}."
                  : "A field of {0} × {1} is under the {2} × {3} that suits this machine: a millimetre misread makes "
                    "{4} in a length of {5}; with the full field, {6}.",
              {swatch.field.count(), swatch.fieldRows.count(), advice.field.count(), advice.fieldRows.count(),
               error(narrow ? gauge.width(swatch.field) : gauge.height(swatch.fieldRows)), pieceWidth,
               error(narrow ? gauge.width(advice.field) : gauge.height(advice.fieldRows))}});
    }
    if (swatch.margin < advice.margin)
        find(Severity::warning, "margin_small",
             {"Margins of {0} rows let the edges curl into the field: {1} are better.",
              {swatch.margin.count(), advice.margin.count()}});
    if (needlesApart(swatch.fabric) > 1 && swatch.field.count() % 2 != 0)
        find(Severity::warning, "field_splits_repeat",
             {"The rib repeats every 2 needles: a field of {0} ends in the middle of one; take {1} or {2}.",
              {swatch.field.count(), swatch.field.count() - 1, swatch.field.count() + 1}});
    if (swatch.fabric != FabricKind::plain)
        find(Severity::note, "other_fabric",
             {"This swatch is {0}: plain pieces need a plain swatch of their own.",
              {std::string(label(swatch.fabric))}});
    return findings;
}

} // namespace vestimen
