// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/pieces_overview.h"

#include "app/canvas/knitting_paths.h"
#include "app/session/session.h"
#include "app/theme/theme.h"
#include "core/bed/fabric_picture.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>

namespace vestimen::app {
namespace {

constexpr double gap = 26.0;
constexpr double railRoom = 14.0;
constexpr double nameRoom = 44.0;

} // namespace

PiecesOverview::PiecesOverview(QWidget* parent) : QWidget(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("All pieces, to one scale"));
}

void PiecesOverview::show(const Worked& worked, const QColor& colour, ReadingUnit unit) {
    pieces_.clear();
    gauge_ = worked.measured.gauge.value_or(FabricGauge{});
    colour_ = colour;
    for (const WorkedPiece& piece : worked.pieces)
        pieces_.append({piece.key,
                        pieceName(worked.article, piece.key),
                        piece.ontoOthers,
                        pictureOf(piece.fabric, piece.program),
                        tr("%1 × %2").arg(QString::fromStdString(text(piece.width, unit)),
                                          QString::fromStdString(text(piece.length, unit))),
                        {}});
    chosen_ = std::clamp(chosen_, 0, std::max(0, static_cast<int>(pieces_.size()) - 1));
    layOut();
    update();
}

void PiecesOverview::clear() {
    pieces_.clear();
    update();
}

void PiecesOverview::setAsWorn(bool asWorn) {
    asWorn_ = asWorn;
    update();
}

QRectF PiecesOverview::place(PieceKey piece) const {
    for (const Hanging& each : pieces_)
        if (each.key == piece)
            return each.at;
    return {};
}

bool PiecesOverview::fits(double scale) {
    double x = gap;
    double y = railRoom;
    double deepest = 0.0;
    const Hanging* stacked = nullptr; // the piece that was placed last, and its column
    double stackLeft = 0.0;
    double stackWidth = 0.0;
    for (Hanging& each : pieces_) {
        const double wide = (each.picture.lastSlot - each.picture.firstSlot + 1) * gauge_.stitches.unit().mm() * scale;
        const double high = each.picture.rows * gauge_.rows.unit().mm() * scale;
        const double room = std::max(wide, 110.0);
        // Trims are flat: they hang one below the other, as far down as the row reaches.
        if (each.ontoOthers && stacked && stacked->ontoOthers) {
            const double below = stacked->at.bottom() + nameRoom + railRoom;
            if (below + high <= y + std::max(deepest, stacked->at.height()) && stackLeft + room <= width() - gap) {
                each.at = QRectF(stackLeft + (room - wide) / 2, below, wide, high);
                stackWidth = std::max(stackWidth, room);
                x = std::max(x, stackLeft + stackWidth + gap);
                stacked = &each;
                continue;
            }
        }
        if (x + room > width() - gap && x > gap) {
            x = gap;
            y += deepest + nameRoom + railRoom;
            deepest = 0.0;
        }
        each.at = QRectF(x + (room - wide) / 2, y, wide, high);
        stackLeft = x;
        stackWidth = room;
        stacked = &each;
        x += room + gap;
        deepest = std::max(deepest, high);
        if (x - gap > width())
            return false;
    }
    return y + deepest + nameRoom <= height();
}

void PiecesOverview::layOut() {
    // The largest scale at which all have room; the smallest is taken in any case.
    scale_ = 1.0;
    while (!fits(scale_) && scale_ > 0.05)
        scale_ *= 0.97;
    if (!inTheMiddle_)
        return;
    double lowest = 0.0;
    double rightmost = 0.0;
    for (const Hanging& each : pieces_) {
        lowest = std::max(lowest, each.at.bottom());
        rightmost = std::max(rightmost, each.at.right());
    }
    const QPointF by(std::max(0.0, (width() - gap - rightmost) / 2), std::max(0.0, (height() - nameRoom - lowest) / 2));
    for (Hanging& each : pieces_)
        each.at.translate(by);
}

void PiecesOverview::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    layOut();
}

void PiecesOverview::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    for (qsizetype i = 0; i < pieces_.size(); ++i) {
        const Hanging& each = pieces_[i];
        const double stitch = gauge_.stitches.unit().mm() * scale_;
        const double row = gauge_.rows.unit().mm() * scale_;
        const auto point = [&](double slot, double rows) {
            const double x = (slot - each.picture.firstSlot) * stitch;
            return QPointF(asWorn_ ? each.at.right() - x : each.at.left() + x, each.at.bottom() - rows * row);
        };
        painter.setPen(QPen(theme.muted, 2));
        painter.drawLine(each.at.topLeft() - QPointF(8, 5), each.at.topRight() + QPointF(8, -5));
        KnittingPaths knitted(each.picture, colour_);
        for (const FabricBlock& block : each.picture.blocks)
            knitted.add(block.yarn,
                        QRectF(point(block.firstSlot, block.to), point(block.lastSlot + 1, block.from)).normalized());
        knitted.paint(painter, asWorn_);
        painter.setPen(QPen(theme.ink, 1.4));
        for (const auto* lines : {&each.picture.outline, &each.picture.within})
            for (const OutlineLine& line : *lines)
                painter.drawLine(point(line.x1, line.y1), point(line.x2, line.y2));
        const QRectF name(each.at.center().x() - 85, each.at.bottom() + 4, 170, 18);
        painter.setFont(textFont(13, QFont::Bold));
        painter.drawText(name, Qt::AlignCenter, each.name);
        painter.setFont(textFont(12));
        painter.setPen(theme.muted);
        painter.drawText(name.translated(0, 17), Qt::AlignCenter, each.size);
        if (hasFocus() && i == chosen_) {
            painter.setPen(QPen(theme.woad, 2));
            painter.setBrush(Qt::NoBrush);
            painter.drawRoundedRect(each.at.adjusted(-12, -10, 12, nameRoom - 4), 8, 8);
        }
    }
}

int PiecesOverview::index(QPointF point) const {
    for (qsizetype i = 0; i < pieces_.size(); ++i)
        if (pieces_[i].at.adjusted(-10, -railRoom, 10, nameRoom).contains(point))
            return static_cast<int>(i);
    return -1;
}

void PiecesOverview::mousePressEvent(QMouseEvent* event) {
    if (const int i = index(event->position()); i >= 0) {
        chosen_ = i;
        emit opened(pieces_[i].key);
    }
}

void PiecesOverview::keyPressEvent(QKeyEvent* event) {
    const int count = static_cast<int>(pieces_.size());
    const int step = event->key() == Qt::Key_Right ? 1 : event->key() == Qt::Key_Left ? -1 : 0;
    if (step != 0 && count > 0) {
        chosen_ = (chosen_ + step + count) % count;
        update();
    } else if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && count > 0) {
        emit opened(pieces_[chosen_].key);
    } else {
        QWidget::keyPressEvent(event);
    }
}

} // namespace vestimen::app
