// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/measure/history_line.h"

#include "app/theme/theme.h"

#include <QDate>
#include <QPainter>
#include <QPainterPath>

namespace vestimen::app {

HistoryLine::HistoryLine(QWidget* parent) : QWidget(parent) {
    setFixedHeight(96);
    setAccessibleName(tr("Earlier values"));
    hide();
}

void HistoryLine::show(const std::vector<MeasureValue>& earlier, const std::optional<MeasureValue>& now,
                       ReadingUnit unit) {
    values_ = earlier;
    if (now && !now->borrowed)
        values_.push_back(*now);
    unit_ = unit;
    QStringList words;
    for (const MeasureValue& each : values_)
        words << QStringLiteral("%1: %2").arg(QString::fromStdString(each.date),
                                              QString::fromStdString(text(each.value, unit)));
    setAccessibleDescription(words.join(QStringLiteral("; ")));
    setVisible(values_.size() > 1);
    update();
}

void HistoryLine::paintEvent(QPaintEvent*) {
    if (values_.size() < 2)
        return;
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto day = [&](std::size_t i) {
        const QDate date = QDate::fromString(QString::fromStdString(values_[i].date), Qt::ISODate);
        return date.isValid() ? static_cast<double>(date.toJulianDay()) : static_cast<double>(i);
    };
    double low = values_[0].value.mm();
    double high = low;
    for (const MeasureValue& each : values_) {
        low = std::min(low, each.value.mm());
        high = std::max(high, each.value.mm());
    }
    const double days = std::max(1.0, day(values_.size() - 1) - day(0));
    const double span = std::max(1.0, high - low);
    const QRectF area(8, 26, width() - 16, height() - 52);
    const auto at = [&](std::size_t i) {
        return QPointF(area.left() + (day(i) - day(0)) / days * area.width(),
                       area.bottom() - (values_[i].value.mm() - low) / span * area.height());
    };
    QPainterPath path(at(0));
    for (std::size_t i = 1; i < values_.size(); ++i)
        path.lineTo(at(i));
    painter.setPen(QPen(theme.woad, 1.8));
    painter.drawPath(path);
    painter.setBrush(theme.paper);
    for (std::size_t i = 0; i < values_.size(); ++i)
        painter.drawEllipse(at(i), 3.4, 3.4);
    painter.setFont(textFont(12));
    painter.setPen(theme.muted);
    const auto label = [&](std::size_t i, Qt::Alignment side) {
        const QRectF line(0, 0, width(), 18);
        painter.drawText(line, side | Qt::AlignVCenter, QString::fromStdString(text(values_[i].value, unit_)));
        painter.drawText(line.translated(0, height() - 20), side | Qt::AlignVCenter,
                         QString::fromStdString(values_[i].date));
    };
    label(0, Qt::AlignLeft);
    label(values_.size() - 1, Qt::AlignRight);
}

} // namespace vestimen::app
