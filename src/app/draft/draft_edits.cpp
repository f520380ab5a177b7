// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/draft_edits.h"

#include "app/session/session.h"

#include <QCoreApplication>

#include <algorithm>
#include <cmath>

namespace vestimen::app {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Draft", text);
}

/// Changes a measure's ease so that the measure with ease comes out longer by `by`.
void addEase(Project& project, Measure measure, Length by) {
    Ease& ease = project.ease[static_cast<std::size_t>(measure)];
    if (ease.kind == Ease::Kind::fit)
        ease = {Ease::Kind::length, easeLength(project.wearer, project.ease, measure).mm()};
    if (ease.kind == Ease::Kind::percent) {
        const auto& taken = project.wearer[measure];
        if (taken && taken->value > Length())
            ease.value += 100.0 * (by / taken->value);
        return;
    }
    ease.value += by.mm();
}

} // namespace

Rows trimRowsOf(const GarmentCounts& counts, PieceKind trim) {
    return isNeckTrim(trim) ? counts.trimRows : isBand(trim) ? counts.bandRows : counts.armTrimRows;
}

QList<Part> partsOf(PieceKind piece, const Choices& choices) {
    if (isTrim(piece))
        return {Part::trimDepth};
    const bool shaped = choices.body != BodyKind::dropShoulder;
    QList<Part> parts = {Part::length, Part::welt};
    if (isSleeve(piece)) {
        parts << Part::wrist << Part::sleeveTop;
        if (choices.body == BodyKind::setIn)
            parts << Part::cap;
        if (shaped)
            parts << Part::capTop;
        return parts;
    }
    if (choices.sides != SideKind::straight)
        parts << Part::hemWidth;
    if (choices.sides == SideKind::waisted)
        parts << Part::waist;
    parts << Part::width << Part::armhole;
    if (shaped && choices.body != BodyKind::raglan)
        parts << Part::upperWidth;
    if (choices.hasShoulders())
        parts << Part::shoulder;
    parts << Part::neckWidth;
    const bool back = isBack(piece);
    if (choices.neck != NeckKind::boat && (!back || choices.backNeck || choices.body == BodyKind::strapped))
        parts << Part::neckDepth;
    return parts;
}

std::optional<ShapedEdge> edgeOf(Part part, PieceKind piece, const Choices& choices) {
    const bool shaped = choices.body != BodyKind::dropShoulder;
    switch (part) {
    case Part::length:
        return isSleeve(piece) ? std::optional(ShapedEdge::sleeve) : std::nullopt;
    case Part::wrist:
    case Part::sleeveTop:
        return ShapedEdge::sleeve;
    case Part::width:
    case Part::hemWidth:
    case Part::waist:
        return choices.sides == SideKind::straight ? std::nullopt : std::optional(ShapedEdge::sides);
    case Part::armhole:
    case Part::upperWidth:
        return shaped ? std::optional(ShapedEdge::armhole) : std::nullopt;
    case Part::neckDepth:
    case Part::neckWidth: {
        const bool vee = choices.neck == NeckKind::vee && !isBack(piece);
        return vee || choices.neckSchool != NeckSchool::hold ? std::optional(ShapedEdge::neck) : std::nullopt;
    }
    case Part::cap:
    case Part::capTop:
        return ShapedEdge::cap;
    case Part::none:
    case Part::welt:
    case Part::shoulder:
    case Part::trimDepth:
        break;
    }
    return std::nullopt;
}

QString partName(Part part, PieceKind piece) {
    switch (part) {
    case Part::length:
        return isSleeve(piece) ? tr("Sleeve length") : tr("Body length");
    case Part::welt:
        return isSleeve(piece) ? tr("Cuff") : tr("Welt");
    case Part::width:
        return tr("Width");
    case Part::hemWidth:
        return tr("Hem");
    case Part::waist:
        return tr("Waist");
    case Part::armhole:
        return tr("Armhole");
    case Part::upperWidth:
        return tr("Between the armholes");
    case Part::cap:
        return tr("Cap");
    case Part::capTop:
        return tr("Top of the cap");
    case Part::neckDepth:
        return tr("Neck depth");
    case Part::neckWidth:
        return tr("Neck width");
    case Part::shoulder:
        return tr("Shoulder");
    case Part::wrist:
        return tr("Wrist");
    case Part::sleeveTop:
        return tr("Sleeve top");
    case Part::trimDepth:
        return isNeckTrim(piece) ? tr("Neck trim") : isBand(piece) ? tr("Band") : tr("Armhole trim");
    case Part::none:
        break;
    }
    return {};
}

QList<Quantity> quantitiesOf(Part part, PieceKind piece, const Choices& choices) {
    switch (part) {
    case Part::length:
        return {isSleeve(piece) ? Quantity::sleeveRows : Quantity::bodyRows};
    case Part::welt:
        return {isSleeve(piece) ? Quantity::cuffRows : Quantity::bodyWeltRows};
    case Part::width:
        if (isHalf(piece))
            return {isPanel(piece, choices) ? Quantity::panelStitches : Quantity::frontStitches,
                    Quantity::bodyStitches};
        return {Quantity::bodyStitches};
    case Part::hemWidth:
        return {Quantity::hemStitches};
    case Part::waist:
        return {Quantity::waistStitches, Quantity::waistRows};
    case Part::armhole:
        return {Quantity::armholeRows};
    case Part::upperWidth:
        return {Quantity::upperStitches, Quantity::underarmStitches};
    case Part::cap:
        return {Quantity::capRows};
    case Part::capTop:
        return {Quantity::capTopStitches};
    case Part::neckDepth:
        return {isBack(piece) ? Quantity::backNeckRows : Quantity::neckRows};
    case Part::neckWidth:
        return {Quantity::neckStitches};
    case Part::shoulder:
        return {Quantity::shoulderRows};
    case Part::wrist:
        return {Quantity::wristStitches};
    case Part::sleeveTop:
        return {Quantity::sleeveTopStitches};
    case Part::trimDepth:
        if (isBand(piece))
            return {Quantity::bandRows, Quantity::bandStitches};
        if (!isNeckTrim(piece))
            return {Quantity::armTrimRows, Quantity::armTrimStitches};
        return {Quantity::trimRows, Quantity::trimStitches};
    case Part::none:
        break;
    }
    return {};
}

Project movedBy(Project project, PieceKind piece, Part part, int steps, const FabricGauge& gauge) {
    const Length rows = gauge.rows.unit() * steps;
    const Length stitches = gauge.stitches.unit() * steps;
    switch (part) {
    case Part::length: // the lower edge: down is longer
        addEase(project, isSleeve(piece) ? Measure::centreBackToWrist : Measure::bodyLength, -rows);
        break;
    case Part::welt:
        (isSleeve(piece) ? project.choices.cuff : project.choices.bodyWelt).depth += rows;
        break;
    case Part::width: // both sides, back and front
        addEase(project, Measure::chest, stitches * 4.0);
        break;
    case Part::hemWidth:
        addEase(project, Measure::hip, stitches * 4.0);
        break;
    case Part::waist:
        addEase(project, Measure::waist, stitches * 4.0);
        break;
    case Part::armhole:
        addEase(project, Measure::armholeDepth, -rows);
        break;
    case Part::upperWidth:
        addEase(project, Measure::crossBack, stitches * 2.0);
        break;
    case Part::cap: // higher, with a longer edge on both sides
        project.choices.capEase = std::clamp(project.choices.capEase + rows * 2.0, Length(), Length::millimetres(25));
        break;
    case Part::capTop:
        project.choices.capTop += stitches * 2.0;
        break;
    case Part::neckDepth:
        if (!isBack(piece))
            addEase(project, Measure::frontNeckDepth, -rows);
        else if (project.choices.body == BodyKind::strapped)
            project.choices.strapBack += -rows;
        else
            addEase(project, Measure::backNeckDepth, -rows);
        break;
    case Part::neckWidth: // between straps, these make room for it
        if (project.choices.body == BodyKind::strapped)
            project.choices.strap += -stitches;
        else
            addEase(project, Measure::neckWidth, stitches * 2.0);
        break;
    case Part::shoulder:
        addEase(project, Measure::shoulderDrop, -rows);
        break;
    case Part::wrist:
        addEase(project, Measure::wrist, stitches * 2.0);
        break;
    case Part::sleeveTop: // a straight top goes into an armhole of half its width; a cap goes round the arm
        if (project.choices.body == BodyKind::dropShoulder)
            addEase(project, Measure::armholeDepth, stitches);
        else
            addEase(project, Measure::upperArm, stitches * 2.0);
        break;
    case Part::trimDepth:
        (isNeckTrim(piece) ? project.choices.neckTrimDepth
         : isBand(piece)   ? project.choices.bandDepth
                           : project.choices.armTrimDepth) += rows / 2.0;
        break;
    case Part::none:
        break;
    }
    return project;
}

QString partState(const Worked& worked, const Project& project, PieceKind piece, Part part, ReadingUnit unit) {
    if (!worked.counts || !worked.measured.gauge)
        return {};
    const GarmentCounts& c = *worked.counts;
    const FabricGauge& gauge = *worked.measured.gauge;
    const auto text = [&](Length length) { return QString::fromStdString(vestimen::text(length, unit)); };
    const auto rows = [&](Rows count) { return tr("%1 · %2 rows").arg(text(gauge.height(count))).arg(count.count()); };
    const auto stitches = [&](Stitches count, int seams = 0) {
        return tr("%1 · %2 stitches").arg(text(gauge.width(count - Stitches(seams)))).arg(count.count());
    };
    const int seams = project.choices.seamStitches ? 2 : 0;
    // Of a half, a width of the body.
    const auto ofPiece = [&](Stitches width) { return isHalf(piece) ? c.ofHalf(c.half(piece), width) : width; };
    switch (part) {
    case Part::length:
        return rows(isSleeve(piece) ? c.sleeveLength() : c.bodyLength());
    case Part::welt:
        return rows(isSleeve(piece) ? c.cuff.visible : c.bodyWelt.visible);
    case Part::width:
        return stitches(ofPiece(c.body), seams);
    case Part::hemWidth:
        return stitches(ofPiece(c.hem), seams);
    case Part::waist:
        return stitches(ofPiece(c.waist), seams);
    case Part::armhole:
        return rows(c.armhole);
    case Part::upperWidth:
        return stitches(ofPiece(c.upper), seams);
    case Part::cap:
        return rows(c.capRows);
    case Part::capTop:
        return stitches(c.capTop);
    case Part::neckDepth:
        return rows((isBack(piece) ? c.backNeck : c.frontNeck).depth);
    case Part::neckWidth:
        return stitches(c.neck);
    case Part::shoulder:
        return rows(c.shoulderRows);
    case Part::wrist:
        return stitches(c.wrist, seams);
    case Part::sleeveTop:
        return stitches(c.sleeveTop, seams);
    case Part::trimDepth:
        return rows(trimRowsOf(c, piece) / 2);
    case Part::none:
        break;
    }
    return {};
}

} // namespace vestimen::app
