// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/draft_edits.h"

#include "app/shell/session.h"
#include "app/theme/theme.h"
#include "core/bed/outline_distance.h"

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

QString sideNames(PieceKind piece, Side machineSide) {
    const bool left = wearerSide(piece, machineSide) == Side::left;
    const QString machine = machineSide == Side::left ? tr("machine left") : tr("machine right");
    return machine + '\n' + (left ? tr("wearer’s left") : tr("wearer’s right"));
}

} // namespace

QList<Part> partsOf(PieceKind piece, const Choices& choices) {
    if (isTrim(piece))
        return {Part::trimDepth};
    const bool shaped = choices.body != BodyKind::dropShoulder;
    QList<Part> parts = {Part::length, Part::welt};
    if (isSleeve(piece)) {
        parts << Part::wrist << Part::sleeveTop;
        if (shaped)
            parts << Part::cap << Part::capTop;
        return parts;
    }
    if (choices.sides != SideKind::straight)
        parts << Part::hemWidth;
    if (choices.sides == SideKind::waisted)
        parts << Part::waist;
    parts << Part::width << Part::armhole;
    if (shaped)
        parts << Part::upperWidth;
    parts << Part::shoulder << Part::neckWidth;
    if (piece == PieceKind::front && choices.neck != NeckKind::boat)
        parts << Part::neckDepth;
    return parts;
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
        return piece == PieceKind::neckTrim ? tr("Neck trim") : tr("Armhole trim");
    case Part::none:
        break;
    }
    return {};
}

QList<Quantity> quantitiesOf(Part part, PieceKind piece) {
    switch (part) {
    case Part::length:
        return {isSleeve(piece) ? Quantity::sleeveRows : Quantity::bodyRows};
    case Part::welt:
        return {isSleeve(piece) ? Quantity::cuffRows : Quantity::bodyWeltRows};
    case Part::width:
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
        return {Quantity::neckRows};
    case Part::neckWidth:
        return {Quantity::neckStitches};
    case Part::shoulder:
        return {Quantity::shoulderRows};
    case Part::wrist:
        return {Quantity::wristStitches};
    case Part::sleeveTop:
        return {Quantity::sleeveTopStitches};
    case Part::trimDepth:
        if (piece != PieceKind::neckTrim)
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
        addEase(project, Measure::frontNeckDepth, -rows);
        break;
    case Part::neckWidth:
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
        (piece == PieceKind::neckTrim ? project.choices.neckTrimDepth : project.choices.armTrimDepth) += rows / 2.0;
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
    switch (part) {
    case Part::length:
        return rows(isSleeve(piece) ? c.sleeveLength() : c.bodyLength());
    case Part::welt:
        return rows(isSleeve(piece) ? c.cuff.visible : c.bodyWelt.visible);
    case Part::width:
        return stitches(c.body, seams);
    case Part::hemWidth:
        return stitches(c.hem, seams);
    case Part::waist:
        return stitches(c.waist, seams);
    case Part::armhole:
        return rows(c.armhole);
    case Part::upperWidth:
        return stitches(c.upper, seams);
    case Part::cap:
        return rows(c.capRows);
    case Part::capTop:
        return stitches(c.capTop);
    case Part::neckDepth:
        return rows(c.frontNeck.depth);
    case Part::neckWidth:
        return stitches(c.neck);
    case Part::shoulder:
        return rows(c.shoulderRows);
    case Part::wrist:
        return stitches(c.wrist, seams);
    case Part::sleeveTop:
        return stitches(c.sleeveTop, seams);
    case Part::trimDepth:
        return rows((piece == PieceKind::neckTrim ? c.trimRows : c.armTrimRows) / 2);
    case Part::none:
        break;
    }
    return {};
}

RailView railView(const Worked& worked, const Project& project, PieceKind kind, ReadingUnit unit) {
    RailView view;
    const WorkedPiece* piece = worked.piece(kind);
    if (!piece || !worked.counts || !worked.measured.gauge)
        return view;
    const GarmentCounts& c = *worked.counts;
    const FabricPicture picture = vestimen::picture(piece->fabric, piece->program, firstSeenPass(piece->program), true);
    view.picture = picture;
    view.outline = piece->outline;
    const Stitches seam(project.choices.seamStitches ? 1 : 0);
    if (const auto farthest = farthestFromIdeal(picture, piece->outline, *worked.measured.gauge, seam)) {
        view.farthest = {farthest->slot, farthest->row};
        view.farthestText = tr("%1 mm").arg(farthest->distance.mm(), 0, 'f', 1);
    }
    view.gauge = *worked.measured.gauge;
    view.needles = project.machine.needles.count();
    view.colour = fabricColour(QString::fromStdString(project.yarn.colour));
    view.leftNames = sideNames(kind, Side::left);
    view.rightNames = sideNames(kind, Side::right);
    const double left = picture.firstSlot;
    const double right = picture.lastSlot + 1;
    const double middle = (left + right) / 2.0;
    const auto add = [&](Part part, double x, double y, bool upright) {
        view.handles.append({part, {x, y}, upright, partName(part, kind)});
    };
    const Welt& welt = isSleeve(kind) ? project.choices.cuff : project.choices.bodyWelt;
    const QString weltName = welt.kind == WeltKind::mockRib ? tr("mock rib") : tr("folded hem");
    switch (kind) {
    case PieceKind::back:
    case PieceKind::front: {
        view.weltRows = c.bodyWelt.visible.count();
        view.weltLabel = tr("%1 · %2 rows, folded in half").arg(weltName).arg(c.bodyWelt.knitted.count());
        view.markRow = (c.bodyWelt.visible + c.toUnderarm).count();
        view.markSpan = centred(c.body);
        view.widthLabel = partState(worked, project, kind, c.hem > c.body ? Part::hemWidth : Part::width, unit);
        const double top = c.bodyLength().count();
        add(Part::length, middle, 0, true);
        add(Part::welt, left + (right - left) * 0.2, view.weltRows, true);
        const bool straight = project.choices.sides == SideKind::straight;
        const double body = middle + c.body.count() / 2.0;
        if (!straight)
            add(Part::hemWidth, middle + c.hem.count() / 2.0, view.weltRows / 2.0, false);
        if (project.choices.sides == SideKind::waisted)
            add(Part::waist, middle + c.waist.count() / 2.0, view.weltRows + c.toWaist.count(), false);
        add(Part::width, body, straight ? (view.markRow + view.weltRows) / 2.0 : view.markRow - 8.0, false);
        add(Part::armhole, body, view.markRow, true);
        const double upper = middle + c.upper.count() / 2.0;
        if (c.upper < c.body)
            add(Part::upperWidth, upper, view.markRow + c.armhole.count() * 0.7, false);
        if (c.shoulderRows > Rows(0))
            add(Part::shoulder, upper, view.markRow + c.armhole.count(), true);
        add(Part::neckWidth, middle + c.neck.count() / 2.0, top, false);
        if (kind == PieceKind::front && project.choices.neck != NeckKind::boat)
            add(Part::neckDepth, middle, top - c.frontNeck.depth.count(), true);
        break;
    }
    case PieceKind::leftSleeve:
    case PieceKind::rightSleeve:
        view.weltRows = c.cuff.visible.count();
        view.weltLabel = weltName;
        view.widthLabel = partState(worked, project, kind, Part::sleeveTop, unit);
        add(Part::length, middle, 0, true);
        add(Part::welt, middle - c.wrist.count() * 0.3, view.weltRows, true);
        add(Part::wrist, middle + c.wrist.count() / 2.0, view.weltRows / 2.0, false);
        add(Part::sleeveTop, right, (c.sleeveLength() - c.capRows).count() - c.sleeve.plainAfter.count() / 2.0, false);
        if (c.capRows > Rows(0)) {
            add(Part::cap, middle, c.sleeveLength().count(), true);
            add(Part::capTop, middle + c.capTop.count() / 2.0, c.sleeveLength().count(), false);
            view.markRow = (c.sleeveLength() - c.capRows).count();
            view.markSpan = centred(c.sleeveTop);
        }
        break;
    case PieceKind::neckTrim:
    case PieceKind::leftArmTrim:
    case PieceKind::rightArmTrim: {
        const bool neck = kind == PieceKind::neckTrim;
        view.picture = vestimen::picture(piece->fabric, piece->program, 1, true);
        view.widthLabel = tr("%1 stitches · folded to %2")
                              .arg((neck ? c.trim : c.armTrim).count())
                              .arg(partState(worked, project, kind, Part::trimDepth, unit));
        add(Part::trimDepth, middle, (neck ? c.trimRows : c.armTrimRows).count(), true);
        break;
    }
    }
    return view;
}

} // namespace vestimen::app
