// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/part_words.h"

#include "app/session/session.h"

#include <QCoreApplication>

namespace vestimen::app {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Draft", text);
}

} // namespace

Rows trimRowsOf(const GarmentCounts& counts, PieceKind trim) {
    return isNeckTrim(trim) ? counts.trimRows : isBand(trim) ? counts.bandRows : counts.armTrimRows;
}

QString partName(Part part, PieceKind piece) {
    switch (part) {
    case Part::length:
        return isSleeve(piece) ? tr("Sleeve length") : tr("Body length");
    case Part::welt:
        return isSleeve(piece) ? tr("Cuff") : tr("Welt");
    case Part::width:
        return tr("Width");
    case Part::hemFlat:
        return tr("Flat of the lower edge");
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
    case Part::neckFlat:
        return tr("Flat of the neck");
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
    case Part::hemFlat:
        return stitches(isHalf(piece) ? ofPiece(c.hem) - c.hemSide : c.hem - c.hemSide * 2);
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
    case Part::neckFlat:
        return stitches((isBack(piece) ? c.backNeck : c.frontNeck).centre);
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
