// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/draft_edits.h"

#include "app/shell/session.h"
#include "app/theme/theme.h"

#include <QCoreApplication>

#include <cmath>

namespace vestimen::app {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Draft", text);
}

bool isSleeve(PieceKind piece) {
    return piece == PieceKind::leftSleeve || piece == PieceKind::rightSleeve;
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

QList<Part> partsOf(PieceKind piece) {
    switch (piece) {
    case PieceKind::back:
        return {Part::length, Part::welt, Part::width, Part::armhole, Part::shoulder, Part::neckWidth};
    case PieceKind::front:
        return {Part::length, Part::welt, Part::width, Part::armhole, Part::shoulder, Part::neckWidth, Part::neckDepth};
    case PieceKind::leftSleeve:
    case PieceKind::rightSleeve:
        return {Part::length, Part::welt, Part::wrist, Part::sleeveTop};
    case PieceKind::neckTrim:
        break;
    }
    return {Part::trimDepth};
}

QString partName(Part part, PieceKind piece) {
    switch (part) {
    case Part::length:
        return isSleeve(piece) ? tr("Sleeve length") : tr("Body length");
    case Part::welt:
        return isSleeve(piece) ? tr("Cuff") : tr("Welt");
    case Part::width:
        return tr("Width");
    case Part::armhole:
        return tr("Armhole");
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
        return tr("Neck trim");
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
    case Part::armhole:
        return {Quantity::armholeRows};
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
    case Part::armhole:
        addEase(project, Measure::armholeDepth, -rows);
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
    case Part::sleeveTop: // the sleeve's top goes into an armhole of half its width
        addEase(project, Measure::armholeDepth, stitches);
        break;
    case Part::trimDepth:
        project.choices.neckTrimDepth += rows / 2.0;
        break;
    case Part::none:
        break;
    }
    return project;
}

QString partState(const Worked& worked, const Project& project, PieceKind piece, Part part, ReadingUnit unit) {
    if (!worked.counts || !worked.measured.gauge)
        return {};
    const PulloverCounts& c = *worked.counts;
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
    case Part::armhole:
        return rows(c.armhole);
    case Part::neckDepth:
        return rows(c.neckDepth);
    case Part::neckWidth:
        return stitches(c.neck);
    case Part::shoulder:
        return rows(c.shoulderRows);
    case Part::wrist:
        return stitches(c.wrist, seams);
    case Part::sleeveTop:
        return stitches(c.sleeveTop, seams);
    case Part::trimDepth:
        return rows(c.trimRows / 2);
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
    const PulloverCounts& c = *worked.counts;
    const FabricPicture picture = vestimen::picture(piece->fabric, piece->program, firstSeenPass(piece->program), true);
    view.picture = picture;
    view.outline = piece->outline;
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
        view.widthLabel = partState(worked, project, kind, Part::width, unit);
        const double top = c.bodyLength().count();
        add(Part::length, middle, 0, true);
        add(Part::welt, left + (right - left) * 0.2, view.weltRows, true);
        add(Part::width, right, (view.markRow + view.weltRows) / 2.0, false);
        add(Part::armhole, right, view.markRow, true);
        if (c.shoulderRows > Rows(0))
            add(Part::shoulder, right, view.markRow + c.armhole.count(), true);
        add(Part::neckWidth, middle + c.neck.count() / 2.0, top, false);
        if (kind == PieceKind::front)
            add(Part::neckDepth, middle, top - c.neckDepth.count(), true);
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
        add(Part::sleeveTop, right, c.sleeveLength().count() - c.sleeve.plainAfter.count() / 2.0, false);
        break;
    case PieceKind::neckTrim:
        view.picture = vestimen::picture(piece->fabric, piece->program, 1, true);
        view.widthLabel = tr("%1 stitches · folded to %2")
                              .arg(c.trim.count())
                              .arg(partState(worked, project, kind, Part::trimDepth, unit));
        add(Part::trimDepth, middle, c.trimRows.count(), true);
        break;
    }
    return view;
}

} // namespace vestimen::app
