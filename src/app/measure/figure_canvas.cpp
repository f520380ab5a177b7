// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/measure/figure_canvas.h"

#include "app/theme/theme.h"

#include <QMouseEvent>
#include <QPainter>

#include <cmath>

namespace vestimen::app {

FigureCanvas::FigureCanvas(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setAccessibleName(tr("A figure with the measure that is chosen"));
    setCursor(Qt::PointingHandCursor);
}

void FigureCanvas::show(Measure chosen, FigureKind kind, const Wearer& wearer, const EaseTable& ease,
                        const std::vector<Measure>& asked, const QString& easeLabel) {
    if (chosen != chosen_ || kind != kind_)
        view_ = info(chosen).view;
    chosen_ = chosen;
    kind_ = kind;
    wearer_ = wearer;
    ease_ = ease;
    asked_ = asked;
    easeLabel_ = easeLabel;
    update();
}

void FigureCanvas::turn(FigureView view) {
    view_ = view;
    update();
    emit turned();
}

bool FigureCanvas::isSeen(Measure measure) const {
    // A garment shows both sides at once.
    const bool flat = kind_ == FigureKind::garment && (view_ == FigureView::front || view_ == FigureView::back);
    return flat ? info(measure).onGarment > 0 : info(measure).view == view_;
}

QTransform FigureCanvas::figureTransform() const {
    // What is drawn fills the room, lines beside it too.
    const QRectF box = figurePath(kind_, view_).boundingRect().adjusted(-16, -10, 16, 10);
    const double scale = std::min(width() / box.width(), height() / box.height());
    return QTransform::fromTranslate(width() / 2.0, height() / 2.0)
        .scale(scale, scale)
        .translate(-box.center().x(), -box.center().y());
}

QPointF FigureCanvas::lineCentre(Measure measure) const {
    return figureTransform().map(measureLine(kind_, measure).pointAtPercent(0.5));
}

/// Seen from the front, a girth's ease lies a quarter on each side; a length's ease lies beyond its end.
void FigureCanvas::paintGap(QPainter& painter, Measure measure) const {
    const Length room = easeLength(wearer_, ease_, measure);
    if (kind_ == FigureKind::garment && info(measure).onGarment > 0)
        return; // a garment has its room in it
    if (room == Length() || !wearer_[measure])
        return;
    const Theme& theme = Theme::current();
    const QPainterPath path = measureLine(kind_, measure);
    const double units = room.mm() / millimetresPerUnit(kind_, view_);
    const bool chosen = measure == chosen_;
    painter.setPen(QPen(chosen ? theme.madder : theme.woad, chosen ? 2.2 : 1.2, Qt::SolidLine, Qt::RoundCap));
    QPointF words;
    if (isGirth(measure)) {
        const double gap = units / 4;
        for (const double end : {0.0, 1.0}) {
            const QPointF at = path.pointAtPercent(end);
            const QPointF outward(end == 0.0 ? -gap : gap, 0);
            painter.drawLine(at, at + outward);
            painter.drawLine(at + outward - QPointF(0, 7), at + outward + QPointF(0, 7));
            words = at + outward + QPointF(3, 12);
        }
    } else {
        const QPointF end = path.pointAtPercent(1.0);
        const QPointF before = path.pointAtPercent(0.97);
        const double length = std::hypot(end.x() - before.x(), end.y() - before.y());
        const QPointF beyond = length > 0 ? (end - before) / length * units : QPointF(0, units);
        painter.drawLine(end, end + beyond);
        const QPointF across(-beyond.y(), beyond.x());
        const double wide = std::hypot(across.x(), across.y());
        if (wide > 0)
            painter.drawLine(end + beyond - across / wide * 6, end + beyond + across / wide * 6);
        words = end + beyond + QPointF(6, 4);
    }
    if (!chosen)
        return;
    QFont font = textFont(10, QFont::Bold);
    painter.setFont(font);
    const double wide = QFontMetricsF(font).horizontalAdvance(easeLabel_);
    const QPointF at(std::min(words.x(), figureWidth - wide), words.y());
    painter.setPen(QPen(theme.madder, 0.8));
    painter.setBrush(theme.paper);
    painter.drawRoundedRect(QRectF(at.x() - 3, at.y() - 10, wide + 6, 14), 3, 3);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(theme.madder);
    painter.drawText(at, easeLabel_);
}

void FigureCanvas::paintFigure(QPainter& painter) const {
    const Theme& theme = Theme::current();
    painter.setTransform(figureTransform(), true);
    painter.setPen(QPen(theme.ink, 1.3));
    painter.setBrush(theme.wool);
    painter.drawPath(figurePath(kind_, view_));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme.muted, 0.9));
    painter.drawPath(figureDetails(kind_, view_));
}

void FigureCanvas::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.drawPixmap(0, 0, backdrop_.painted(*this, {kind_, view_}, [&](QPainter& behind) { paintFigure(behind); }));
    painter.setTransform(figureTransform());
    const auto draw = [&](Measure measure) {
        const auto& taken = wearer_[measure];
        const bool chosen = measure == chosen_;
        const bool asked = std::find(asked_.begin(), asked_.end(), measure) != asked_.end();
        painter.setPen(QPen(chosen  ? theme.madder
                            : asked ? theme.woad
                                    : theme.muted,
                            chosen  ? 3.0
                            : asked ? 1.5
                                    : 0.9,
                            taken && !taken->borrowed ? Qt::SolidLine : Qt::DashLine, Qt::RoundCap));
        painter.drawPath(measureLine(kind_, measure));
        if (asked || chosen)
            paintGap(painter, measure);
    };
    for (const MeasureInfo& each : measureInfos())
        if (each.measure != chosen_ && isSeen(each.measure))
            draw(each.measure);
    if (isSeen(chosen_))
        draw(chosen_);
}

void FigureCanvas::mousePressEvent(QMouseEvent* event) {
    const QPointF at = figureTransform().inverted().map(event->position());
    double nearest = 12;
    std::optional<Measure> found;
    for (const MeasureInfo& each : measureInfos()) {
        if (!isSeen(each.measure))
            continue;
        const QPainterPath path = measureLine(kind_, each.measure);
        for (int i = 0; i <= 20; ++i) {
            const QPointF off = path.pointAtPercent(i / 20.0) - at;
            if (const double distance = std::hypot(off.x(), off.y()); distance < nearest) {
                nearest = distance;
                found = each.measure;
            }
        }
    }
    if (found)
        emit picked(*found);
}

} // namespace vestimen::app
