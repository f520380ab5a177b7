// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/draft/piece_view.h"

#include "app/session/session.h"
#include "app/theme/theme.h"
#include "core/bed/fabric_picture.h"
#include "core/plan/outline_distance.h"

#include <QCoreApplication>

#include <algorithm>
#include <cmath>

namespace vestimen::app {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("Draft", text);
}

QString sideNames(Side machineSide, const char* onTheWearer) {
    const QString machine = machineSide == Side::left ? tr("machine left") : tr("machine right");
    const QString worn = coreText(onTheWearer);
    return worn.isEmpty() ? machine : machine + '\n' + worn;
}

} // namespace

QString stateOf(const Handle& handle, ReadingUnit unit) {
    const QString length = QString::fromStdString(text(handle.length, unit));
    if (const Rows* rows = std::get_if<Rows>(&handle.count))
        return tr("%1 · %2 rows").arg(length).arg(rows->count());
    return tr("%1 · %2 stitches").arg(length).arg(std::get<Stitches>(handle.count).count());
}

RailView railView(const WorkedPiece& piece, const Project& project, const FabricGauge& gauge, ReadingUnit unit) {
    RailView view;
    view.picture = pictureOf(piece.fabric, piece.program);
    view.outline = piece.outline;
    const auto farthest = farthestFromIdeal(view.picture, piece.outline, gauge, piece.seam);
    if (farthest && farthest->distance >= Length::millimetres(0.05)) {
        view.farthest = {farthest->slot, farthest->row};
        view.farthestText = tr("%1 mm").arg(farthest->distance.mm(), 0, 'f', 1);
    }
    view.gauge = gauge;
    view.needles = project.machine.needles.count();
    view.colour = fabricColour(QString::fromStdString(project.yarn.colour));
    view.leftNames = sideNames(Side::left, piece.atLeft);
    view.rightNames = sideNames(Side::right, piece.atRight);
    view.weltRows = piece.marks.weltRows;
    view.weltLabel = coreText(piece.marks.welt, unit);
    view.marks = piece.marks;
    view.markRow = piece.marks.markRow;
    view.markSpan = piece.marks.markSpan;
    if (*piece.marks.below.text)
        view.widthLabel = coreText(piece.marks.below, unit);
    else if (const Handle* width = piece.handle(piece.marks.width))
        view.widthLabel = stateOf(*width, unit);
    for (const Handle& each : piece.handles)
        view.handles.append({each.key, {each.x, each.y}, each.upright, coreText(each.label), each.leftward});
    return view;
}

QList<QRectF> litBlocks(const FabricPicture& picture, int firstPass, int lastPass) {
    QList<QRectF> lit;
    for (const FabricBlock& block : picture.blocks) {
        if (block.lastPass < firstPass || block.firstPass > lastPass)
            continue;
        // Rows of a block follow each other pass by pass.
        const double passes = block.lastPass - block.firstPass + 1;
        const double rows = block.to - block.from;
        const double from = std::max(0, firstPass - block.firstPass) / passes * rows;
        const double to = (std::min(lastPass, block.lastPass) - block.firstPass + 1) / passes * rows;
        lit.append({QPointF(block.firstSlot, block.from + from), QPointF(block.lastSlot + 1, block.from + to)});
    }
    return lit;
}

int passAt(const FabricPicture& picture, QPointF at) {
    for (const FabricBlock& block : picture.blocks)
        if (at.x() >= block.firstSlot && at.x() < block.lastSlot + 1 && at.y() >= block.from && at.y() < block.to) {
            const double share = (at.y() - block.from) / (block.to - block.from);
            return block.firstPass + static_cast<int>(share * (block.lastPass - block.firstPass + 1));
        }
    return -1;
}

} // namespace vestimen::app
