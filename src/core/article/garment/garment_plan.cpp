// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/garment_plan.h"

#include "core/article/garment/body_knitting.h"
#include "core/article/garment/garment_joins.h"
#include "core/article/garment/garment_options.h"
#include "core/article/garment/garment_outlines.h"
#include "core/article/garment/pockets.h"
#include "core/article/garment/sleeve_knitting.h"
#include "core/article/garment/trim_knitting.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

/// The other one of two that mirror each other.
std::optional<PieceKey> pairOf(PieceKey piece, const Garment& garment) {
    static const std::map<PieceKey, PieceKey> pairs = {
        {pieces::leftBack, pieces::rightBack},           {pieces::rightBack, pieces::leftBack},
        {pieces::leftFront, pieces::rightFront},         {pieces::rightFront, pieces::leftFront},
        {pieces::leftBackSide, pieces::rightBackSide},   {pieces::rightBackSide, pieces::leftBackSide},
        {pieces::leftFrontSide, pieces::rightFrontSide}, {pieces::rightFrontSide, pieces::leftFrontSide},
        {pieces::leftSleeve, pieces::rightSleeve},       {pieces::rightSleeve, pieces::leftSleeve}};
    // Sleeves that are knitted down hang each from its own armhole.
    if (isSleeve(piece) && garment.sleevesKnittedDown())
        return std::nullopt;
    const auto found = pairs.find(piece);
    return found == pairs.end() ? std::nullopt : std::optional(found->second);
}

Knitting knittingOf(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece) {
    if (isNeckTrim(piece))
        return neckTrimKnitting(brief, counts, piece);
    if (isBand(piece))
        return bandKnitting(brief, counts, piece);
    if (isTrim(piece))
        return armTrimKnitting(brief, counts, piece);
    if (isPocket(piece) || isPocketTrim(piece))
        return pocketKnitting(brief, counts, piece);
    if (isSleeve(piece))
        return sleeveKnitting(brief, counts, piece);
    Knitting knitting = bodyKnitting(brief, counts, piece);
    addPockets(brief, counts, piece, knitting);
    return knitting;
}

PlannedPiece planned(const GarmentCounts& counts, const GarmentMeasures& measures, const GarmentBrief& brief,
                     PieceKey key) {
    const Garment& garment = brief.choices;
    const FabricGauge& gauge = counts.gauge;
    const Stitches seams(garment.making.seamStitches ? 2 : 0);
    PlannedPiece piece;
    piece.key = key;
    piece.atLeft = wornEdge(key, Side::left, garment);
    piece.atRight = wornEdge(key, Side::right, garment);
    piece.pair = pairOf(key, garment);
    if (key == pieces::rightSleeve && !garment.sleevesKnittedDown())
        piece.twin = pieces::leftSleeve;
    if (key == pieces::rightPocket && garment.pocket.kind == PocketKind::patch && garment.pocket.isAt(Side::left))
        piece.twin = pieces::leftPocket;
    const bool patch = isPocket(key) && garment.pocket.kind == PocketKind::patch;
    const bool ofPocket = isPocket(key) || isPocketTrim(key);
    piece.ontoOthers = isTrim(key) || (ofPocket && !patch);
    piece.seam = seams / 2;
    auto [handles, marks] = ofPocket ? pocketParts(counts, key) : partsOf(counts, measures, brief, key);
    piece.handles = std::move(handles);
    piece.marks = std::move(marks);
    if (ofPocket) {
        piece.width = gauge.width(counts.pocket - (patch ? seams : Stitches(0)));
        piece.length = piece.handles.front().length;
        if (patch)
            piece.outline = patchOutline(garment);
    } else if (isTrim(key)) {
        piece.width = gauge.width(trimStitches(counts, key));
        piece.length = std::get<Rows>(piece.handles.front().count) == Rows(0) ? Length() : piece.handles.front().length;
    } else if (isSleeve(key)) {
        piece.outline = sleeveOutline(measures);
        if (garment.sleevesKnittedDown())
            piece.outline = upsideDown(std::move(piece.outline), measures.sleeveLength);
        // The underarm's row is one on all.
        const bool down = garment.sleevesKnittedDown();
        piece.level = {down ? counts.capRows : counts.sleeveRows, counts.hemRise + counts.toUnderarm, down,
                       1.0 * (counts.cuff.visible + counts.sleeveRows).count()};
        piece.width = gauge.width(counts.sleeveTop - seams);
        piece.length = gauge.height(counts.sleeveLength());
    } else {
        const GarmentCounts own = countsOfPiece(counts, key, garment);
        piece.level = {own.hemRise + own.toUnderarm, counts.hemRise + counts.toUnderarm, false,
                       1.0 * (own.bodyWelt.visible + own.hemRise + own.toUnderarm).count()};
        const Stitches widest = std::max(own.body, own.hem);
        piece.outline = bodyOutline(measures, key, garment.body.welt.depth,
                                    gauge.height(counts.hemRise + counts.toUnderarm - own.hemRise - own.toUnderarm));
        piece.width = gauge.width((isHalf(key) ? own.ofHalf(own.half(key), widest) : widest) - seams);
        piece.length = gauge.height(own.bodyLength());
    }
    piece.knitting = knittingOf(brief, counts, key);
    return piece;
}

/// Changes of a garment, and of its ease.
class Changes {
public:
    Changes(const Garment& garment, const Ground& ground) : garment_(garment), ground_(ground) {}

    void choose(Phrase what, const std::function<void(Garment&)>& change, bool elseOnly = false) {
        Garment next = garment_;
        change(next);
        all_.push_back({std::move(what), next, ground_.ease, elseOnly});
    }

    /// As few as it takes.
    void morePanels() {
        bool first = true;
        for (const Panels panels : allPanels)
            if (panels > garment_.body.panels) {
                choose(
                    {label(panels), {}}, [panels](Garment& garment) { garment.body.panels = panels; }, !first);
                first = false;
            }
    }

    /// As wide as the bed allows.
    void narrower(const std::string& where) {
        const auto gauge = measured(ground_.swatch).gauge;
        if (!gauge)
            return;
        const Stitches seams(garment_.making.seamStitches ? 2 : 0);
        // Two stitches less than the bed has, so that any rib's form fits.
        const Length most = gauge->width(ground_.machine.needles - seams - Stitches(2));
        const PieceKey piece(where);
        EaseTable ease = ground_.ease;
        const auto bringTo = [&](Measure measure, Length wanted) {
            if (const auto& taken = ground_.wearer[measure])
                ease[static_cast<std::size_t>(measure)] = {Ease::Kind::length, (wanted - taken->value).mm()};
        };
        if (isBack(piece)) {
            const Length widest = most * (1.0 + static_cast<int>(garment_.body.panels));
            const auto bringDown = [&](Measure measure) {
                const auto now = withEase(ground_.wearer, ground_.ease, measure);
                if (now && *now > widest * 2.0)
                    bringTo(measure, widest * 2.0);
            };
            bringDown(Measure::chest);
            if (garment_.body.sides != SideKind::straight)
                bringDown(Measure::hip);
            all_.push_back({{"Less ease: {0} wide", {widest}}, garment_, ease});
        } else if (piece == pieces::leftSleeve) {
            if (garment_.body.kind == BodyKind::dropShoulder)
                bringTo(Measure::armholeDepth, most / 2.0);
            else
                bringTo(Measure::upperArm, most);
            all_.push_back({{"Less ease: {0} wide", {most}}, garment_, ease});
        }
    }

    /// Somewhere where they have room.
    void pockets() {
        const auto lengthened = [](Length length, double by) {
            return Length::millimetres(std::round(length.mm() + by));
        };
        for (const double up : {20.0, 40.0, 60.0, 80.0, 120.0, 160.0})
            choose(
                {"Pockets {0} higher", {Length::millimetres(up)}},
                [&](Garment& g) { g.pocket.height = lengthened(g.pocket.height, up); }, up > 20.0);
        for (const double less : {0.8, 0.6, 0.4})
            choose(
                {"Pockets {0} deep", {garment_.pocket.depth * less}},
                [&](Garment& g) { g.pocket.depth = garment_.pocket.depth * less; }, less < 0.8);
        for (const double less : {0.8, 0.6, 0.4})
            choose(
                {"Pockets {0} wide", {garment_.pocket.width * less}},
                [&](Garment& g) { g.pocket.width = garment_.pocket.width * less; }, less < 0.8);
        for (const double out : {10.0, 20.0, 40.0})
            choose(
                {"Pockets {0} further out", {Length::millimetres(out)}},
                [&](Garment& g) { g.pocket.fromMiddle = lengthened(g.pocket.fromMiddle, out); }, true);
        for (const double down : {40.0, 80.0, 160.0})
            choose(
                {"Pockets {0} lower", {Length::millimetres(down)}},
                [&](Garment& g) { g.pocket.height = lengthened(g.pocket.height, -down); }, true);
    }

    void otherRibs() {
        for (const WeltKind kind : {WeltKind::latchedRib, WeltKind::mockRib})
            choose({kind == WeltKind::latchedRib ? "Latched rib" : "Mock rib", {}}, [kind](Garment& garment) {
                for (WeltKind* each : {&garment.body.welt.kind, &garment.sleeves.cuff.kind, &garment.neck.trim.kind,
                                       &garment.body.armTrim.kind})
                    if (traits(*each).onTwoBeds)
                        *each = kind;
            });
    }

    void otherNecks() {
        for (const NeckKind neck : {NeckKind::round, NeckKind::vee, NeckKind::square}) {
            Change<Garment> next{{label(neck), {}}, garment_, ground_.ease};
            chooseNeck(next.article, next.ease, neck);
            all_.push_back(std::move(next));
        }
    }

    std::vector<Change<Garment>> take() { return std::move(all_); }

private:
    const Garment& garment_;
    const Ground& ground_;
    std::vector<Change<Garment>> all_;
};

} // namespace

const char* usualName(const Garment& garment) {
    return garment.isCardigan() ? "Cardigan" : "Pullover";
}

std::vector<PieceName> namesOf(const Garment& garment) {
    std::vector<PieceName> names;
    for (const PieceKey key : piecesOf(garment))
        names.push_back({key, {label(key, garment), {}}});
    return names;
}

std::vector<Measure> needsOf(const Garment& garment) {
    return garmentNeeds(garment);
}

std::span<const Choice<Garment>> choicesOf(const Garment&) {
    return garmentChoices();
}

void useUsualEase(const Garment&, EaseTable&) {}

std::span<const CountKey> countsOf(const Garment&) {
    return quantities::all;
}

PieceKey inPlaceOf(const Garment& garment, PieceKey piece) {
    if (std::ranges::count(piecesOf(garment), piece) > 0)
        return piece;
    const bool side = isSidePanel(piece);
    if (piece == pieces::front || (isHalf(piece) && !isBack(piece)))
        return side ? frontSideOf(garment, Side::left) : frontOf(garment, Side::left);
    return side ? backSideOf(garment, Side::left) : backOf(garment, Side::left);
}

std::vector<Finding> limitsOf(const Garment& garment, const Ground& ground) {
    std::vector<Finding> findings;
    if (!ground.machine.canHold)
        findings.push_back(
            {Severity::error,
             "cannot_hold",
             {"The neck and shoulders are worked with held needles, and this machine cannot hold.", {}}});
    const auto tooFar =
        std::ranges::find_if(garment.edges, [](const EdgeShaping& edge) { return edge.inset < 1 || edge.inset > 7; });
    if (tooFar != garment.edges.end())
        findings.push_back({Severity::error,
                            "inset",
                            {"Increases and decreases {0} stitches in cannot be: 1 to 7 can.", {tooFar->inset}}});
    if (garment.making.wasteRows < Rows(2) || garment.making.wasteRows > Rows(60))
        findings.push_back(
            {Severity::error,
             "waste_rows",
             {"{0} rows of waste yarn cannot be: 2 to 60 can; 10 or more are safe.", {garment.making.wasteRows}}});
    return findings;
}

std::vector<Finding> contradictionsOf(const Garment& garment, const Ground& ground) {
    return choiceFindings({ground, garment});
}

Checked check(const Garment& garment, const Ground& ground) {
    const GarmentBrief brief(ground, garment);
    const auto measures = garmentMeasures(brief);
    if (!measures)
        return {};
    return {measures->width, garmentFindings(*measures, brief)};
}

Plan plan(const Garment& garment, const Ground& ground, const FabricGauge& gauge) {
    const GarmentBrief brief(ground, garment);
    Plan plan;
    const auto measures = garmentMeasures(brief);
    if (!measures)
        return plan;
    CountedGarment counted = countGarment(brief, *measures, gauge);
    plan.workings = std::move(counted.workings);
    plan.findings = std::move(counted.findings);
    if (!counted.counts)
        return plan;
    for (const PieceKey key : piecesOf(garment))
        plan.pieces.push_back(planned(*counted.counts, *measures, brief, key));
    plan.joins = garmentJoins(garment, *counted.counts);
    return plan;
}

std::vector<Change<Garment>> changesFor(const Garment& garment, const Ground& ground, const Finding& finding) {
    Changes changes(garment, ground);
    const FindingCode code = finding.code;
    if (code == "too_wide") {
        if (isBack(PieceKey(finding.piece)) || isHalf(PieceKey(finding.piece)))
            changes.morePanels();
        changes.narrower(finding.piece);
    } else if (code == "trim_too_wide")
        changes.choose({"Knit the neck trim in two parts", {}}, [](Garment& g) { g.neck.trimInTwo = true; });
    else if (code == "panels_need_shoulders" || code == "panels_shoulder")
        changes.choose({label(Panels::two), {}}, [](Garment& g) { g.body.panels = Panels::two; });
    else if (code == "rib_needs_two_beds")
        changes.otherRibs();
    else if (code == "neck_trim_deep")
        changes.choose({"Half as deep as the welt", {}}, [](Garment& g) {
            g.neck.trim.depth = Length::millimetres(std::round(g.body.welt.depth.mm() / 2.0));
        });
    else if (code == "firm_edge")
        changes.choose({"Chain round the needles", {}}, [&](Garment& g) {
            if (PieceKey(finding.piece) == pieces::neckTrim)
                g.neck.trim.bindOff = BindOffMethod::chainRoundTheNeedles;
            else
                g.sleeves.cuff.making.stretch();
        });
    else if (code == "boat_needs_shoulders" || code == "boat_needs_closed_front")
        changes.otherNecks();
    else if (code == "neck_above_slope")
        changes.choose({"Straight shoulders", {}}, [](Garment& g) { g.body.shoulder = ShoulderKind::straight; });
    else if (code == "no_armhole")
        changes.choose({"A drop shoulder", {}}, [](Garment& g) { g.body.kind = BodyKind::dropShoulder; });
    else if (code == "waist_out_of_place" || code == "side_slope")
        changes.choose({"Straight sides", {}}, [](Garment& g) { g.body.sides = SideKind::straight; });
    else if (code == "buttonhole_size" && isSlit(garment.opening.hole)) {
        if (garment.opening.hole == HoleKind::bridgedSlit)
            changes.choose({"Slits with ends of their own", {}}, [](Garment& g) { g.opening.hole = HoleKind::slit; });
        changes.choose({"Buttonholes bound off", {}}, [](Garment& g) { g.opening.hole = HoleKind::boundOff; });
        for (const double deeper : {5.0, 10.0, 20.0})
            changes.choose(
                {"Bands {0} deeper", {Length::millimetres(deeper)}},
                [deeper](Garment& g) { g.opening.band.depth += Length::millimetres(deeper); }, deeper > 5.0);
    } else if (code == "buttonhole_size")
        changes.choose({"Buttonholes bound off", {}}, [](Garment& g) { g.opening.hole = HoleKind::boundOff; });
    else if (code == "eased" && garment.body.kind == BodyKind::setIn)
        for (const double ease : {15.0, 10.0, 5.0, 0.0})
            changes.choose({"A cap {0} longer than its armhole", {Length::millimetres(ease)}},
                           [ease](Garment& g) { g.sleeves.capEase = Length::millimetres(ease); });
    else if (code == "pocket_low" || code == "pocket_place")
        changes.pockets();
    else if (code == "too_many_buttons")
        for (int buttons = garment.opening.buttons - 1; buttons > 0; --buttons)
            changes.choose(
                {"{0} buttons", {buttons}}, [buttons](Garment& g) { g.opening.buttons = buttons; }, true);
    return changes.take();
}

} // namespace vestimen
