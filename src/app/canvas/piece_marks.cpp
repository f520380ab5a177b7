// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/piece_marks.h"

#include "app/theme/theme.h"

namespace vestimen::app {

void paintMarks(QPainter& painter, const PieceMarks& marks, const std::function<QPointF(double, double)>& at,
                double perMm) {
    const Theme& theme = Theme::current();
    painter.save();
    painter.setBrush(Qt::NoBrush);
    for (const MarkedArea& area : marks.areas) {
        const QPointF mouth[] = {at(area.left, area.to), at(area.right, area.to)};
        const QPointF bag[] = {mouth[0], at(area.left, area.from), at(area.right, area.from), mouth[1]};
        painter.setPen(QPen(theme.ink, 1.4, area.behind ? Qt::DashLine : Qt::SolidLine));
        painter.drawPolyline(bag, 4);
        painter.setPen(QPen(theme.ink, 2.6, Qt::SolidLine, Qt::RoundCap));
        painter.drawPolyline(mouth, 2);
    }
    for (const MarkedSpot& spot : marks.spots) {
        const double radius = std::max(2.0, spot.across.mm() * perMm / 2.0);
        painter.setPen(QPen(theme.ink, 1.2, spot.isHole ? Qt::DotLine : Qt::SolidLine));
        painter.setBrush(spot.isHole ? QBrush(Qt::NoBrush) : QBrush(theme.paper));
        painter.drawEllipse(at(spot.x, spot.y), radius, radius);
    }
    painter.restore();
}

} // namespace vestimen::app
