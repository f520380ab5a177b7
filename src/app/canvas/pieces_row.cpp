// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/pieces_row.h"

#include "app/canvas/knitting_paths.h"
#include "app/theme/theme.h"

#include <algorithm>

namespace vestimen::app {
namespace {

constexpr std::size_t mostAlike = 4;
constexpr double between = 40.0; ///< mm

} // namespace

std::vector<FabricPicture> picturesOf(const Worked& worked) {
    std::vector<FabricPicture> pictures;
    std::vector<const WorkedPiece*> alike;
    for (const WorkedPiece& piece : worked.pieces) {
        if (piece.ontoOthers)
            continue;
        if (!alike.empty() && alike.back()->program.operations == piece.program.operations)
            alike.push_back(&piece);
        else
            alike = {&piece};
        if (alike.size() <= mostAlike)
            pictures.push_back(pictureOf(piece.fabric, piece.program));
    }
    return pictures;
}

void paintPieces(QPainter& painter, const QRectF& room, const std::vector<FabricPicture>& pictures,
                 const FabricGauge& gauge, const QColor& colour) {
    if (pictures.empty())
        return;
    const double stitch = gauge.stitches.unit().mm();
    const double row = gauge.rows.unit().mm();
    double wide = -between;
    double high = 1;
    for (const FabricPicture& each : pictures) {
        wide += (each.lastSlot - each.firstSlot + 1) * stitch + between;
        high = std::max(high, each.rows * row);
    }
    const double scale = std::min(room.width() / wide, room.height() / high);
    double x = room.center().x() - wide * scale / 2;
    for (const FabricPicture& each : pictures) {
        const auto point = [&](double slot, double rows) {
            return QPointF(x + (slot - each.firstSlot) * stitch * scale, room.bottom() - rows * row * scale);
        };
        KnittingPaths knitted(each, colour);
        for (const FabricBlock& block : each.blocks)
            knitted.add(block.yarn,
                        QRectF(point(block.firstSlot, block.to), point(block.lastSlot + 1, block.from)).normalized());
        painter.setPen(Qt::NoPen);
        knitted.paint([&](const QPainterPath& path, const QColor& its) {
            painter.setBrush(its);
            painter.drawPath(path);
        });
        painter.setPen(QPen(Theme::current().ink, 1.1));
        for (const auto* lines : {&each.outline, &each.within})
            for (const OutlineLine& line : *lines)
                painter.drawLine(point(line.x1, line.y1), point(line.x2, line.y2));
        x += ((each.lastSlot - each.firstSlot + 1) * stitch + between) * scale;
    }
}

} // namespace vestimen::app
