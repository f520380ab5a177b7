// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/counter.h"
#include "core/shaping/across_row.h"
#include "core/shaping/edge_sums.h"

#include "core/plan/hung_trim.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

/// Of a trim: both layers of one that is folded.
Rows rowsOf(Counter& counter, CountKey quantity, const char* title, const Garment::Trim& trim) {
    std::optional<Gauge> own;
    if (trim.ownRows > 0)
        own = Gauge::perTenCentimetres(trim.ownRows);
    return traits(trim.kind).layers == 2
               ? counter.rows(quantity, title, trim.depth * 2.0, evenCount, "twice the depth, even, to be folded", own)
               : counter.rows(quantity, title, trim.depth, evenCount, "even, so that the carriage comes back", own);
}

/// A folded trim stretches by about this much to let a head through (craft 14).
constexpr double trimStretch = 1.35;

bool countNeckTrim(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    const bool raglan = m.body == BodyKind::raglan;
    const auto edges = [](const NeckCounts& neck) { return neck.sideNeedles() * 2; };
    const auto edgesOf = [](const NeckCounts& neck) {
        return neck.rowsBetween.empty() ? "two edges of {0} rows"
                                        : "two edges of {0} rows, and row ends between the held stitches";
    };
    const NeckCounts& back = counts.backNeck;
    const NeckCounts& front = counts.frontNeck;
    const Stitches frontBottom = counts.frontBottom();
    const Stitches backBottom = counts.backBottom();
    // What each half of a shaped piece ends in, and the tops of the sleeves.
    const Stitches tips = counts.shoulder * (back.depth > Rows(0) ? 4 : 2);
    counts.trim = backBottom + edges(back) + frontBottom + edges(front);
    Reckoning& trim = counter.working(quantities::trimStitches);
    trim.title = "Stitches of the neck trim";
    trim.steps = {{{"back neck", {}}, backBottom}};
    if (back.depth > Rows(0))
        trim.steps.push_back({{edgesOf(back), {back.edge}}, edges(back)});
    trim.steps.push_back({{"front neck", {}}, frontBottom});
    if (front.depth > Rows(0))
        trim.steps.push_back({{edgesOf(front), {front.edge}}, edges(front)});
    if (raglan) {
        counts.trim += counts.capTop * 2 + tips;
        trim.steps.push_back({{"the tops of both sleeves", {}}, counts.capTop * 2});
        trim.steps.push_back({{"what the raglans leave of each half", {}}, tips});
    }
    trim.result = counts.trim.count();
    counts.trimFirst = counts.trim;
    if (counter.choices().trimIsInTwo()) {
        const Stitches sleeve = raglan ? counts.capTop : Stitches(0);
        const Stitches tip = raglan ? counts.shoulder : Stitches(0);
        const Stitches backTip = back.depth > Rows(0) ? tip : Stitches(0);
        // An open front, or the point of a V, parts at the middle of the back; else at both shoulders.
        counts.trimFirst =
            m.neck == NeckKind::vee || m.isCardigan()
                ? front.bottom + front.sideNeedles() + tip + sleeve + backTip + back.sideNeedles() + backBottom / 2
                : backBottom + (back.sideNeedles() + backTip + sleeve) * 2;
        trim.steps.push_back({{"in two parts, the first of", {}}, counts.trimFirst});
    }
    const Garment::Trim& choices = counter.choices().neck.trim;
    counts.trimRows = rowsOf(counter, quantities::trimRows, "Rows of the neck trim", choices);
    counts.trimSeen = seenOf(choices.kind, counts.trimRows);
    const Welt& welt = counter.choices().body.welt;
    if (welt.hasDepth() && choices.depth >= welt.depth)
        counter.note("neck_trim_deep",
                     {"The neck trim is as deep as the welt, {0}: half as deep is usual.", {choices.depth}},
                     pieces::neckTrim);
    const Length open = counter.gauge().width(counts.trim);
    // What is bound off firmly keeps the trim from stretching.
    const double stretches = traits(choices.bindOff).stretch == Stretch::firm ? 1.0 : trimStretch;
    if (!m.isCardigan() && open * stretches < m.headGirth)
        counter.warning("head_tight",
                        {"The neck trim has {0} needles, {1}, and stretches to about {2}: a head of {3} will hardly "
                         "pass. Make the neck wider or deeper.",
                         {counts.trim, open, open * stretches, m.headGirth}},
                        pieces::neckTrim);
    const Stitches widest = std::max(counts.trimFirst, counts.trim - counts.trimFirst);
    if (widest <= counter.project().machine.needles || counter.choices().trimIsInTwo())
        return counter.fitsBed(widest, pieces::neckTrim);
    counter.error("trim_too_wide",
                  {"The neck trim needs {0} needles, {1}, and the bed has {2}: knit the trim in two parts, or make the "
                   "neck smaller.",
                   {counts.trim, counter.gauge().width(counts.trim), counter.project().machine.needles}},
                  pieces::neckTrim);
    return false;
}

bool countArmTrim(Counter& counter, GarmentCounts& counts) {
    const FabricGauge& gauge = counter.gauge();
    const Length depth = counter.choices().body.armTrim.depth;
    // The stitches at the underarm stand open on a holder; the rows above them are hung.
    const BandCounts edge = band(counts.armholeEdge - gauge.width(counts.underarm), depth, gauge, true);
    counts.armTrimEdge = std::min(edge.needles, counts.armholeRowsHung());
    counts.armTrim = (counts.armTrimEdge + counts.underarm) * 2;
    const Garment::Trim& choices = counter.choices().body.armTrim;
    counts.armTrimRows = rowsOf(counter, quantities::armTrimRows, "Rows of the armhole trim", choices);
    counts.armTrimSeen = seenOf(choices.kind, counts.armTrimRows);
    Reckoning& trim = counter.working(quantities::armTrimStitches);
    trim.title = "Stitches of the armhole trim";
    trim.steps = {{{"underarms of back and front, open", {}}, counts.underarm * 2},
                  {{"two edges of {0} rows", {counts.armholeRowsHung()}}, counts.armTrimEdge * 2}};
    trim.result = counts.armTrim.count();
    return counter.fitsBed(counts.armTrim, pieces::leftArmTrim);
}

/// Stitches that a button may be across, for an eyelet of one needle and of two.
constexpr double eyeletOfOne = 3.0;
constexpr double eyeletOfTwo = 5.0;

/// Rows of a layer on either side of a slit, at least; and a bridge that spans more than so many pulls it shut.
constexpr Rows besideSlit(2);
constexpr Rows mostBridged(5);

/// No longer than the button, and even with ends of its own, or odd where it is bridged.
bool countSlit(Counter& counter, GarmentCounts& counts) {
    const Garment::Opening& opening = counter.choices().opening;
    const bool bridged = opening.hole == HoleKind::bridgedSlit;
    const Length unit =
        opening.band.ownRows > 0 ? Gauge::perTenCentimetres(opening.band.ownRows).unit() : counter.gauge().rows.unit();
    const int rows = static_cast<int>(opening.button / unit);
    counts.slitRows = Rows(std::max(bridged ? 3 : 2, rows - ((rows % 2 == 0) == bridged ? 1 : 0)));
    const Rows layer = counts.bandRows / 2;
    if (opening.buttons == 0 ||
        (counts.slitRows + besideSlit * 2 <= layer && (!bridged || counts.slitRows <= mostBridged)))
        return true;
    if (bridged && counts.slitRows > mostBridged)
        counter.error(
            "buttonhole_size",
            {"A bridged slit for a button of {0} takes {1} rows, and the bridge pulls more than {2} shut: knit "
             "each side with an end of its own, or take smaller buttons.",
             {opening.button, counts.slitRows, mostBridged}},
            pieces::leftBand);
    else
        counter.error("buttonhole_size",
                      {"A slit for a button of {0} takes {1} rows and {2} beside it, and a layer of the band has {3}: "
                       "make the bands at least {4} deep, or take smaller buttons.",
                       {opening.button, counts.slitRows, besideSlit * 2, layer,
                        unit * (counts.slitRows + besideSlit * 2).count()}},
                      pieces::leftBand);
    return false;
}

/// The band hangs on the rows of its front and on the end of the neck trim, folded.
bool countBand(Counter& counter, GarmentCounts& counts) {
    const FabricGauge& gauge = counter.gauge();
    const Garment& choices = counter.choices();
    // A patterned band has needles by its own swatch.
    FabricGauge own = gauge;
    if (choices.opening.band.ownStitches > 0)
        own.stitches = Gauge::perTenCentimetres(choices.opening.band.ownStitches);
    const auto along = [&](Rows rows) {
        return std::min(band(gauge.height(rows), choices.opening.band.depth, own, true).needles,
                        Stitches(rows.count()));
    };
    counts.bandEdge = along(counts.frontEdge());
    const Stitches end = along(counts.trimSeen);
    counts.band = counts.bandEdge + end;
    counts.bandRows = rowsOf(counter, quantities::bandRows, "Rows of the band", choices.opening.band);
    Reckoning& working = counter.working(quantities::bandStitches);
    working.title = "Stitches of the band";
    working.steps = {{{"front edge of {0} rows", {counts.frontEdge()}}, counts.bandEdge},
                     {{"the neck trim’s end, {0} rows", {counts.trimSeen}}, end}};
    working.result = counts.band.count();
    const Length unit = own.stitches.unit();
    const Garment::Opening& opening = choices.opening;
    const auto stitchesOf = [&](Length length) { return Stitches(static_cast<int>(std::lround(length / unit))); };
    const bool bound = opening.hole == HoleKind::boundOff;
    // An eyelet of one needle lets a small button through; a larger one takes two. What is bound off is no longer than
    // the button, since it gives.
    const bool slit = isSlit(opening.hole);
    if (slit && !countSlit(counter, counts))
        return false;
    counts.buttonhole = slit || opening.hole == HoleKind::none ? Stitches(1)
                        : bound ? std::max(Stitches(2), Stitches(static_cast<int>(opening.button / unit)))
                                : Stitches(opening.button <= unit * eyeletOfOne ? 1 : 2);
    if (opening.hole == HoleKind::eyelet && opening.buttons > 0 && opening.button > unit * eyeletOfTwo)
        counter.warning("buttonhole_size",
                        {"An eyelet of {0} stitches lets a button of about {1} through, and yours is {2} across: bind "
                         "the holes off instead, or take smaller buttons.",
                         {counts.buttonhole, unit * eyeletOfTwo, opening.button}},
                        pieces::leftBand);
    const Stitches margin =
        std::max(Stitches(2), stitchesOf(opening.margin > Length() ? opening.margin : opening.button));
    // As many as the knitter says, or as lie so far apart.
    const Stitches apart = stitchesOf(opening.apart);
    const int wanted = opening.buttons > 0 && opening.apart > Length() && apart > Stitches(0)
                           ? std::max(1, 1 + (counts.band - margin * 2 - counts.buttonhole).count() / apart.count())
                           : opening.buttons;
    if (wanted > 0) {
        // Stitches of a hole go to both its sides: between two holes of two, one would take one from each.
        const auto holesFor = [&](int buttons) {
            auto holes = buttonholes(counts.band, buttons, counts.buttonhole, margin,
                                     buttons > 1 ? std::optional(margin) : std::nullopt);
            for (int i = 1; holes && i < buttons; ++i)
                if (holes->plainRuns[static_cast<std::size_t>(i)] < counts.buttonhole.count())
                    holes.reset();
            return holes;
        };
        const auto holes = holesFor(wanted);
        if (!holes) {
            int most = mostButtonholes(counts.band, counts.buttonhole, margin, margin);
            while (most > 0 && !holesFor(most))
                --most;
            counter.error(
                "too_many_buttons",
                {"{0} buttons have no room on a band of {1} stitches: {2} have.", {wanted, counts.band, most}},
                pieces::leftBand);
            return false;
        }
        counts.buttonholes = holes->positions;
        working.steps.push_back(
            {{"buttonholes, {0} apart",
              {gauge.width(counts.buttonholes.size() > 1 ? Stitches(counts.buttonholes[1] - counts.buttonholes[0])
                                                         : Stitches(0))}},
             Figure{static_cast<double>(wanted), 0, "×"}});
    }
    return counter.fitsBed(counts.band, pieces::leftBand);
}

} // namespace

bool countTrims(Counter& counter, const GarmentMeasures& m, GarmentCounts& counts) {
    const bool neck = countNeckTrim(counter, m, counts);
    const bool arms = counter.choices().hasSleeves() || countArmTrim(counter, counts);
    return neck && arms && (!m.isCardigan() || countBand(counter, counts));
}

} // namespace vestimen
