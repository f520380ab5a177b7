// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/paper.h"

#include <QPageSize>

namespace vestimen::app::paper {

bool begin(QPainter& painter, QPdfWriter& writer, const QSizeF& millimetres) {
    writer.setResolution(resolution);
    writer.setPageSize(QPageSize(millimetres, QPageSize::Millimeter, {}, QPageSize::ExactMatch));
    writer.setPageMargins({});
    writer.setCreator(QStringLiteral("Vestimen"));
    return painter.begin(&writer);
}

double write(QPainter& painter, const QRectF& room, double letters, int flags, const QString& words, bool asTitle) {
    // A font's size is a whole number of pixels, which a millimetre is not.
    constexpr int pixels = 100;
    QFont font = asTitle ? titleFont(10) : textFont(10);
    font.setPixelSize(pixels);
    const double by = letters / pixels;
    painter.save();
    painter.setPen(Theme::current().ink);
    painter.setFont(font);
    painter.translate(room.topLeft());
    painter.scale(by, by);
    QRectF taken;
    painter.drawText(QRectF(0, 0, room.width() / by, room.height() / by), flags, words, &taken);
    painter.restore();
    return taken.height() * by;
}

} // namespace vestimen::app::paper
