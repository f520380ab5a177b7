// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/piece_picture.h"

#include "app/canvas/knitting_paths.h"
#include "app/theme/theme.h"

#include <QPainter>
#include <QPainterPath>

#include <algorithm>

namespace vestimen::app {
namespace {

constexpr double railRoom = 12.0;

/// How far up a block is knitted when so many passes are made.
int knittedTo(const FabricBlock& block, int passes) {
    if (passes < 0 || block.lastPass <= passes)
        return block.to;
    return std::clamp(block.from + passes - block.firstPass + 1, block.from, block.to);
}

} // namespace

PiecePicture::PiecePicture(QWidget* parent) : QWidget(parent) {
    setAttribute(Qt::WA_TransparentForMouseEvents);
}

QSizeF PiecePicture::sizeOf(const FabricPicture& picture, const FabricGauge& gauge) {
    return {(picture.lastSlot - picture.firstSlot + 1) * gauge.stitches.unit().mm(),
            picture.rows * gauge.rows.unit().mm()};
}

void PiecePicture::show(FabricPicture picture, int passes, const FabricGauge& gauge, const QColor& colour,
                        double scale) {
    picture_ = std::move(picture);
    passes_ = passes;
    gauge_ = gauge;
    colour_ = colour;
    scale_ = scale;
    update();
}

void PiecePicture::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QSizeF size = sizeOf(picture_, gauge_) * scale_;
    const QRectF at((width() - size.width()) / 2, railRoom, size.width(), size.height());
    painter.setPen(QPen(theme.muted, 2));
    painter.drawLine(QPointF(0, railRoom - 5), QPointF(width(), railRoom - 5));
    const double stitch = gauge_.stitches.unit().mm() * scale_;
    const double row = gauge_.rows.unit().mm() * scale_;
    const auto point = [&](double slot, double rows) {
        return QPointF(at.left() + (slot - picture_.firstSlot) * stitch, at.bottom() - rows * row);
    };
    QPainterPath all;
    all.setFillRule(Qt::WindingFill);
    KnittingPaths knitted(picture_, colour_);
    for (const FabricBlock& block : picture_.blocks) {
        const auto upTo = [&](int height) {
            return QRectF(point(block.firstSlot, height), point(block.lastSlot + 1, block.from)).normalized();
        };
        all.addRect(upTo(block.to));
        if (const int to = knittedTo(block, passes_); to > block.from)
            knitted.add(block.yarn, upTo(to));
    }
    painter.fillPath(all, theme.ground);
    knitted.paint(painter, false);
    painter.setPen(QPen(theme.ink, 1.2));
    for (const auto* lines : {&picture_.outline, &picture_.within})
        for (const OutlineLine& line : *lines)
            painter.drawLine(point(line.x1, line.y1), point(line.x2, line.y2));
}

} // namespace vestimen::app
