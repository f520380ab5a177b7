// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/join/join_picture.h"

#include "app/canvas/rail_canvas.h"
#include "app/session/session.h"
#include "app/theme/theme.h"

#include <QPainter>
#include <QPainterPath>

#include <algorithm>

namespace vestimen::app {
namespace {

QString unitText(JoinUnit unit, int count) {
    return unit == JoinUnit::rows ? JoinPicture::tr("%1 rows").arg(count) : JoinPicture::tr("%1 stitches").arg(count);
}

} // namespace

JoinPicture::JoinPicture(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setFixedHeight(232);
    setAccessibleName(tr("The two edges of the join"));
}

void JoinPicture::show(const Join* join) {
    join_ = join ? std::optional(*join) : std::nullopt;
    hand_ = -1;
    update();
}

void JoinPicture::setHand(int at) {
    hand_ = at;
    update();
}

void JoinPicture::paintEvent(QPaintEvent*) {
    if (!join_)
        return;
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintCard(painter, rect());
    const double left = 28;
    const double full = width() - 2 * left;
    const double longest = std::max({1.0, join_->first.length.mm(), join_->second.length.mm()});
    const auto edge = [&](const JoinEdge& each, double y, bool above) {
        const double wide = full * each.length.mm() / longest;
        const double x = left + (full - wide) / 2;
        QPainterPath shape;
        shape.addRect(QRectF(x, above ? y - 44 : y, wide, 44));
        paintKnitting(painter, shape, theme.wool, true);
        painter.setPen(QPen(theme.ink, 2));
        painter.drawLine(QPointF(x, y), QPointF(x + wide, y));
        const int marks = std::min(each.count, 240);
        painter.setPen(QPen(theme.ink, 1));
        for (int i = 0; i < marks; ++i) {
            const double at = x + wide * (i + 0.5) / std::max(1, marks);
            painter.drawLine(QPointF(at, y), QPointF(at, y + (above ? -5 : 5)));
        }
        painter.setFont(textFont(13));
        painter.setPen(theme.ink);
        painter.drawText(QRectF(left, above ? y - 70 : y + 48, full, 22), Qt::AlignCenter,
                         coreText(each.what) + QStringLiteral(" · ") + unitText(each.unit, each.count));
        return QPointF(x, wide);
    };
    const double y1 = 84;
    const double y2 = 148;
    const QPointF top = edge(join_->first, y1, true);
    const QPointF bottom = edge(join_->second, y2, false);
    if (join_->method == JoinMethod::graft)
        return paintGraft(painter, left, full, y1, y2);
    if (!join_->hang) {
        // A seam: bars taken from each side by turns.
        painter.setPen(QPen(theme.madder, 1.6));
        QPainterPath thread(QPointF(left + 6, y1));
        for (int i = 1; i <= 40; ++i)
            thread.lineTo(left + 6 + (full - 12) * i / 40.0, i % 2 != 0 ? y2 : y1);
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(thread);
        return;
    }
    // As hands do it: ends, middle, middles. The first ones are drawn strong and numbered.
    const auto order = join_->hang->halving();
    const NeedleSpan span = centred(Stitches(join_->first.count));
    const auto between = [&](const HangPair& pair) {
        const auto x = [](QPointF drawn, int place, int of) {
            return drawn.x() + drawn.y() * (place - 0.5) / std::max(1, of);
        };
        return QLineF(x(top, pair.first, join_->first.count), y1, x(bottom, pair.second, join_->second.count), y2);
    };
    if (hand_ >= 0 && hand_ < static_cast<int>(order.size())) {
        const QLineF line = between(order[static_cast<std::size_t>(hand_)]);
        painter.setPen(QPen(theme.woad, 4.5, Qt::SolidLine, Qt::RoundCap));
        painter.drawPolyline(QPolygonF({line.p1() - QPointF(0, 10), line.p1(), line.p2(), line.p2() + QPointF(0, 10)}));
    }
    painter.setFont(textFont(11, QFont::Bold));
    for (std::size_t i = order.size(); i-- > 0;) {
        if (i >= 33)
            continue;
        const QLineF line = between(order[i]);
        const bool strong = i < 9;
        painter.setPen(QPen(strong ? theme.madder : theme.muted, strong ? 2.0 : 0.8));
        painter.drawLine(line);
        if (!strong)
            continue;
        painter.setPen(theme.ink);
        painter.setFont(textFont(11));
        painter.drawText(QRectF(line.x1() - 24, y1 - 24, 48, 14), Qt::AlignCenter,
                         QString::fromStdString(span.first.shifted(order[i].first - 1).name()));
        painter.setFont(textFont(11, QFont::Bold));
        painter.setPen(QPen(theme.madder, 2.0));
        const QPointF middle = line.center();
        painter.setBrush(theme.paper);
        painter.drawEllipse(middle, 9, 9);
        painter.setPen(theme.ink);
        painter.drawText(QRectF(middle.x() - 9, middle.y() - 9, 18, 18), Qt::AlignCenter, QString::number(i + 1));
    }
}

/// The first loops, large: up out of one edge, down and up through two loops of the other, and down again where it came
/// out. Numbered in that order.
void JoinPicture::paintGraft(QPainter& painter, double left, double wide, double above, double below) const {
    const Theme& theme = Theme::current();
    const int loops = std::min({join_->first.count, join_->second.count, 7});
    const auto x = [&](double loop) { return left + wide * (loop + 0.5) / std::max(1, loops); };
    painter.setPen(QPen(theme.ink, 1.6));
    painter.setBrush(theme.paper);
    for (int i = 0; i < loops; ++i)
        for (const double y : {above + 6, below - 6})
            painter.drawEllipse(QPointF(x(i), y), 0.22 * wide / loops, 13);
    QList<QPointF> order = {{x(-0.12), below - 6}};
    for (int i = 0; i + 1 < loops; ++i)
        order << QPointF(x(i + 0.12), above + 6) << QPointF(x(i + 0.88), above + 6) << QPointF(x(i + 0.12), below - 6)
              << QPointF(x(i + 0.88), below - 6);
    if (loops > 0)
        order << QPointF(x(loops - 0.88), above + 6) << QPointF(x(loops - 0.88), below - 6);
    painter.setPen(QPen(theme.madder, 2.2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    painter.setBrush(Qt::NoBrush);
    painter.drawPolyline(order);
    painter.setFont(textFont(11, QFont::Bold));
    for (qsizetype i = 0; i < order.size(); ++i) {
        const bool up = order[i].y() < (above + below) / 2;
        painter.setPen(theme.ink);
        painter.drawText(QRectF(order[i].x() - 12, up ? above - 24 : below + 8, 24, 16), Qt::AlignCenter,
                         QString::number(i + 1));
    }
}

HangCard::HangCard(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setFixedHeight(84);
    setAccessibleName(tr("The needle that is next"));
}

void HangCard::show(int at, int of, const QString& needle, const QString& takes) {
    count_ = tr("%1 of %2 · Space: next · Backspace: back").arg(at + 1).arg(of);
    needle_ = needle;
    takes_ = takes;
    setAccessibleDescription(text());
    update();
}

void HangCard::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintCard(painter, rect());
    constexpr int needleRoom = 118;
    painter.setPen(theme.woad);
    painter.setFont(textFont(40, QFont::Bold));
    painter.drawText(QRect(14, 0, needleRoom, height()), Qt::AlignVCenter, needle_);
    painter.setPen(theme.ink);
    painter.setFont(textFont(18));
    painter.drawText(QRect(needleRoom + 22, 6, width() - needleRoom - 34, height() - 30),
                     Qt::AlignVCenter | Qt::TextWordWrap, takes_);
    painter.setPen(theme.muted);
    painter.setFont(textFont(12));
    painter.drawText(QRect(needleRoom + 22, height() - 24, width() - needleRoom - 34, 18), Qt::AlignVCenter, count_);
}

} // namespace vestimen::app
