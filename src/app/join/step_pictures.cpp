// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/join/step_pictures.h"

#include "app/session/session.h"
#include "app/theme/theme.h"

#include <QFontMetricsF>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace vestimen::app {
namespace {

constexpr int stripHeight = 150;
constexpr double pictureHeight = 64.0;
constexpr int loops = 7;

/// One drawing, `wide` and as high as all.
class StepDrawing {
public:
    StepDrawing(QPainter& painter, const QRectF& room) : painter_(painter), room_(room) {}

    void draw(StepLook look) {
        switch (look) {
        case StepLook::pinned:
            fabrics(8.0);
            pins();
            break;
        case StepLook::firstHung:
            needles();
            hanging(theme_.wool, 0.0);
            break;
        case StepLook::bothHung:
            needles();
            hanging(theme_.wool, 0.0);
            hanging(theme_.woad, 9.0);
            break;
        case StepLook::looseRow:
            needles();
            hanging(theme_.wool, 0.0);
            row(14.0);
            break;
        case StepLook::latched:
            fabrics(4.0);
            chain();
            break;
        case StepLook::rowsKnitted:
            needles();
            hanging(theme_.wool, 0.0);
            for (const double at : {14.0, 19.0, 24.0})
                row(at);
            break;
        case StepLook::barsTaken:
            fabrics(10.0);
            zigzag(10.0);
            break;
        case StepLook::drawnTight:
            fabrics(0.0);
            zigzag(2.0);
            break;
        case StepLook::loopToLoop:
            fabrics(12.0);
            openLoops();
            break;
        case StepLook::backstitches:
            fabrics(0.0);
            stitches();
            break;
        case StepLook::chained:
            fabrics(0.0);
            chain();
            break;
        case StepLook::overTheEdge:
            fabrics(3.0);
            whipped();
            break;
        case StepLook::throughLoops:
            gathered(1.0);
            break;
        case StepLook::drawnUp:
            gathered(0.35);
            break;
        case StepLook::wasteOut:
            needles();
            hanging(theme_.wool, 0.0);
            eye();
            break;
        }
    }

private:
    double x(double place) const { return room_.left() + 10 + place / loops * (room_.width() - 20); }
    double middle() const { return room_.center().y(); }
    void pen(const QColor& colour, double width = 1.6, Qt::PenStyle style = Qt::SolidLine) {
        painter_.setPen(QPen(colour, width, style, Qt::RoundCap, Qt::RoundJoin));
        painter_.setBrush(Qt::NoBrush);
    }

    void needles() {
        pen(theme_.ink, 2.0);
        for (int i = 0; i <= loops; ++i)
            painter_.drawLine(QPointF(x(i), room_.top() + 4), QPointF(x(i), room_.top() + 20));
        painter_.drawLine(QPointF(x(-0.4), room_.top() + 4), QPointF(x(loops + 0.4), room_.top() + 4));
    }
    void hanging(const QColor& colour, double by) {
        painter_.setPen(QPen(theme_.ink, 1.2));
        painter_.setBrush(colour);
        const double top = room_.top() + 30 + by;
        painter_.drawRect(QRectF(x(-0.3) + by, top, x(loops + 0.3) - x(-0.3), room_.bottom() - 4 - top));
        pen(theme_.ink, 1.4);
        for (int i = 0; i <= loops; ++i)
            painter_.drawLine(QPointF(x(i), room_.top() + 20), QPointF(x(i) + by / 2, top));
    }
    void row(double at) {
        pen(theme_.madder, 2.0);
        QPainterPath path(QPointF(x(-0.3), room_.top() + at));
        for (int i = 0; i <= loops; ++i)
            path.cubicTo(x(i - 0.3), room_.top() + at + 9, x(i + 0.1), room_.top() + at + 9, x(i + 0.3),
                         room_.top() + at);
        painter_.drawPath(path);
    }
    /// Two edges, so far apart.
    void fabrics(double apart) {
        painter_.setPen(QPen(theme_.ink, 1.2));
        painter_.setBrush(theme_.wool);
        painter_.drawRect(QRectF(x(0), room_.top() + 4, x(loops) - x(0), middle() - apart / 2 - room_.top() - 4));
        painter_.drawRect(
            QRectF(x(0), middle() + apart / 2, x(loops) - x(0), room_.bottom() - 4 - middle() - apart / 2));
    }
    void pins() {
        for (const double at : {0.3, 0.5 * loops, loops - 0.3}) {
            pen(theme_.madder, 1.6);
            painter_.drawLine(QPointF(x(at), middle() - 14), QPointF(x(at), middle() + 14));
            painter_.setBrush(theme_.madder);
            painter_.drawEllipse(QPointF(x(at), middle() - 15), 2.6, 2.6);
        }
    }
    void chain() {
        pen(theme_.madder, 1.8);
        for (int i = 0; i < loops; ++i)
            painter_.drawEllipse(QPointF(x(i + 0.5), middle()), (x(1) - x(0)) * 0.6, 5.0);
    }
    void zigzag(double apart) {
        pen(theme_.madder, 1.8);
        QPainterPath path(QPointF(x(0.3), middle() + apart / 2 + 5));
        for (int i = 1; i < 2 * loops - 1; ++i)
            path.lineTo(x(0.3 + i / 2.0), middle() + (i % 2 != 0 ? -1 : 1) * (apart / 2 + 5));
        painter_.drawPath(path);
    }
    /// Up through a loop of the lower edge, down and up through two of the upper, down where it came out.
    void openLoops() {
        constexpr double apart = loops / 4.0;
        pen(theme_.ink, 1.2);
        for (int i = 0; i < 4; ++i)
            for (const double side : {-1.0, 1.0})
                painter_.drawEllipse(QPointF(x((i + 0.5) * apart), middle() + side * 9), (x(apart) - x(0)) * 0.2, 8.0);
        pen(theme_.madder, 1.8);
        QPainterPath path(QPointF(x(0.5 * apart), middle() + 12));
        for (int i = 0; i < 3; ++i) {
            path.lineTo(x((i + 0.45) * apart), middle() - 12);
            path.lineTo(x((i + 1.4) * apart), middle() - 12);
            path.lineTo(x((i + 0.6) * apart), middle() + 12);
            path.lineTo(x((i + 1.5) * apart), middle() + 12);
        }
        painter_.drawPath(path);
    }
    void stitches() {
        pen(theme_.madder, 2.2);
        for (int i = 0; i < loops; ++i)
            painter_.drawLine(QPointF(x(i + 0.1), middle()), QPointF(x(i + 0.75), middle()));
        pen(theme_.madder, 1.2, Qt::DotLine);
        for (int i = 0; i + 1 < loops; ++i)
            painter_.drawArc(QRectF(x(i + 0.1), middle() - 7, x(1.6) - x(0), 14), 0, 180 * 16);
    }
    void whipped() {
        pen(theme_.madder, 2.0);
        for (int i = 0; i < 2 * loops; ++i)
            painter_.drawLine(QPointF(x(i / 2.0 + 0.1), middle() + 7), QPointF(x(i / 2.0 + 0.4), middle() - 7));
    }
    /// Loops on a thread, of so much of their width.
    void gathered(double share) {
        const double half = (x(loops) - x(0)) / 2 * share;
        const double centre = room_.center().x();
        pen(theme_.ink, 1.2);
        painter_.setBrush(theme_.wool);
        const QPointF sides[] = {{centre - half, middle() - 6},
                                 {centre + half, middle() - 6},
                                 {x(loops), room_.bottom() - 4},
                                 {x(0), room_.bottom() - 4}};
        painter_.drawPolygon(sides, 4);
        pen(theme_.ink, 1.2);
        for (int i = 0; i < loops; ++i)
            painter_.drawEllipse(QPointF(centre - half + (i + 0.5) * 2 * half / loops, middle() - 10),
                                 half / loops * 0.7, 5.0);
        pen(theme_.madder, 1.8);
        painter_.drawLine(QPointF(centre - half - 12, middle() - 10), QPointF(centre + half + 16, middle() - 16));
    }
    void eye() {
        const QPointF at(room_.center().x(), room_.bottom() - 18);
        pen(theme_.ink, 1.6);
        painter_.setBrush(theme_.paper);
        QPainterPath path(at - QPointF(15, 0));
        path.quadTo(at - QPointF(0, 13), at + QPointF(15, 0));
        path.quadTo(at + QPointF(0, 13), at - QPointF(15, 0));
        painter_.drawPath(path);
        painter_.setBrush(theme_.woad);
        painter_.drawEllipse(at, 4, 4);
    }

    QPainter& painter_;
    QRectF room_;
    const Theme& theme_ = Theme::current();
};

} // namespace

StepPictures::StepPictures(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setFixedHeight(stripHeight);
    setAccessibleName(tr("The steps of this join"));
}

void StepPictures::show(std::optional<JoinMethod> method) {
    steps_ = method ? wayOf(*method).steps : std::span<const JoinStep>();
    QStringList words;
    for (const JoinStep& each : steps_)
        words.append(coreText(each.text));
    setAccessibleDescription(words.join(' '));
    setVisible(!steps_.empty());
    fit();
    update();
}

double StepPictures::columnWidth() const {
    return (width() - 16.0) / static_cast<double>(std::max<std::size_t>(1, steps_.size()));
}

void StepPictures::fit() {
    double words = 0.0;
    const QFontMetricsF metrics(textFont(12));
    for (std::size_t i = 0; i < steps_.size(); ++i)
        words = std::max(words, metrics
                                    .boundingRect(QRectF(0, 0, columnWidth() - 14, 1000), Qt::TextWordWrap,
                                                  tr("%1. %2").arg(i + 1).arg(coreText(steps_[i].text)))
                                    .height());
    setFixedHeight(std::max(stripHeight, static_cast<int>(std::ceil(pictureHeight + 4 + words + 16))));
}

void StepPictures::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    fit();
}

void StepPictures::paintEvent(QPaintEvent*) {
    if (steps_.empty())
        return;
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintCard(painter, rect());
    const double wide = columnWidth();
    for (std::size_t i = 0; i < steps_.size(); ++i) {
        const QRectF room(8 + static_cast<double>(i) * wide, 8, wide, height() - 16.0);
        const QRectF picture(room.left() + 8, room.top(), std::min(room.width() - 16, 150.0), pictureHeight);
        StepDrawing(painter, picture).draw(steps_[i].look);
        painter.setPen(theme.ink);
        painter.setFont(textFont(12));
        painter.drawText(QRectF(room.left() + 8, room.top() + pictureHeight + 4, room.width() - 14,
                                room.height() - pictureHeight - 4),
                         Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap,
                         tr("%1. %2").arg(i + 1).arg(coreText(steps_[i].text)));
    }
}

} // namespace vestimen::app
