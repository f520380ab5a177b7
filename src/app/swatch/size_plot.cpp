// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/swatch/size_plot.h"

#include "app/theme/theme.h"

#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace vestimen::app {
namespace {

constexpr double left = 44;
constexpr double right = 64;
constexpr double top = 14;
constexpr double bottom = 44;

} // namespace

SizePlot::SizePlot(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setAccessibleName(tr("Stitch size against gauge"));
}

void SizePlot::show(std::vector<SizeGauge> points, StitchSizeScale sizes, std::optional<ReadOff> readOff,
                    std::optional<Gauge> wanted) {
    points_ = std::move(points);
    sizes_ = sizes;
    readOff_ = readOff;
    wanted_ = wanted;
    QStringList words;
    for (const SizeGauge& each : points_)
        words << tr("size %1: %2 × %3")
                     .arg(QString::fromStdString(sizes_.text(each.size)))
                     .arg(each.gauge.stitches.perTenCentimetres(), 0, 'f', 1)
                     .arg(each.gauge.rows.perTenCentimetres(), 0, 'f', 1);
    setAccessibleDescription(words.join(QStringLiteral("; ")));
    update();
}

void SizePlot::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintCard(painter, rect());
    painter.setFont(textFont(13));
    if (points_.empty()) {
        painter.setPen(theme.muted);
        painter.drawText(rect().adjusted(24, 0, -24, 0), Qt::AlignCenter | Qt::TextWordWrap,
                         tr("No swatch of this yarn has been read yet."));
        return;
    }
    double low = INFINITY;
    double high = -INFINITY;
    for (const SizeGauge& each : points_) {
        low = std::min({low, each.stitchesLow.perTenCentimetres(), each.rowsLow.perTenCentimetres()});
        high = std::max({high, each.stitchesHigh.perTenCentimetres(), each.rowsHigh.perTenCentimetres()});
    }
    low = std::floor(low - 1.0);
    high = std::ceil(high + 1.0);
    const double firstSize = points_.front().size.steps - 1.0;
    const double lastSize = points_.back().size.steps + 1.0;
    const auto x = [&](double steps) {
        return left + (steps - firstSize) / (lastSize - firstSize) * (width() - left - right);
    };
    const auto y = [&](double gauge) {
        return height() - bottom - (gauge - low) / (high - low) * (height() - top - bottom);
    };

    const double step = high - low > 40 ? 10 : high - low > 16 ? 5 : high - low > 8 ? 2 : 1;
    for (double gauge = std::ceil(low / step) * step; gauge <= high; gauge += step) {
        painter.setPen(theme.line);
        painter.drawLine(QPointF(left, y(gauge)), QPointF(width() - right, y(gauge)));
        painter.setPen(theme.muted);
        painter.drawText(QRectF(0, y(gauge) - 9, left - 8, 18), Qt::AlignRight | Qt::AlignVCenter,
                         QString::number(gauge));
    }
    painter.drawText(QRectF(left, height() - 22, width() - left - right, 18), Qt::AlignCenter, tr("stitch size"));
    double labelledTo = -INFINITY;
    for (const SizeGauge& each : points_) {
        const double at = x(each.size.steps);
        if (at - labelledTo < 24)
            continue;
        labelledTo = at;
        painter.drawText(QRectF(at - 30, height() - bottom + 4, 60, 18), Qt::AlignCenter,
                         QString::fromStdString(sizes_.text(each.size)));
    }
    for (const bool stitches : {true, false}) {
        const QColor colour = stitches ? theme.woad : theme.moss;
        QPainterPath line;
        for (std::size_t i = 0; i < points_.size(); ++i) {
            const Gauge& gauge = stitches ? points_[i].gauge.stitches : points_[i].gauge.rows;
            const QPointF at(x(points_[i].size.steps), y(gauge.perTenCentimetres()));
            i == 0 ? line.moveTo(at) : line.lineTo(at);
        }
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(colour, 1.2, Qt::DashLine)); // between points it is only read off
        painter.drawPath(line);
        for (const SizeGauge& each : points_) {
            const double at = x(each.size.steps);
            const Gauge& gauge = stitches ? each.gauge.stitches : each.gauge.rows;
            const Gauge& from = stitches ? each.stitchesLow : each.rowsLow;
            const Gauge& to = stitches ? each.stitchesHigh : each.rowsHigh;
            painter.setPen(QPen(colour, 2));
            painter.drawLine(QPointF(at, y(from.perTenCentimetres())), QPointF(at, y(to.perTenCentimetres())));
            painter.setBrush(colour);
            const QPointF centre(at, y(gauge.perTenCentimetres()));
            stitches ? painter.drawEllipse(centre, 4.5, 4.5)
                     : painter.drawRect(QRectF(centre - QPointF(4, 4), QSizeF(8, 8)));
        }
        const Gauge& last = stitches ? points_.back().gauge.stitches : points_.back().gauge.rows;
        painter.setPen(colour);
        painter.drawText(QRectF(x(points_.back().size.steps) + 12, y(last.perTenCentimetres()) - 10, right, 20),
                         Qt::AlignLeft | Qt::AlignVCenter, stitches ? tr("stitches") : tr("rows"));
    }
    if (!readOff_ || !wanted_)
        return;
    painter.setPen(QPen(theme.madder, 1.6, Qt::DashLine));
    const QPointF at(x(readOff_->exactSteps), y(wanted_->perTenCentimetres()));
    painter.drawLine(QPointF(left, at.y()), at);
    painter.drawLine(at, QPointF(at.x(), height() - bottom));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme.madder, 2));
    painter.drawEllipse(at, 6, 6); // an open ring: no swatch stands there
}

} // namespace vestimen::app
