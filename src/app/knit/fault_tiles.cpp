// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/fault_tiles.h"

#include "app/theme/habit.h"
#include "app/theme/theme.h"

#include <QGridLayout>
#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>

namespace vestimen::app {
namespace {

constexpr int perLine = 5;
constexpr int columns = 9;
constexpr int rows = 4;

class Tile : public QAbstractButton {
public:
    Tile(const QString& key, const QString& text, QWidget* parent) : QAbstractButton(parent), key_(key) {
        setText(text);
        setAccessibleName(text);
        setFocusPolicy(Qt::StrongFocus);
        setMinimumSize(150, 84);
    }
    QSize sizeHint() const override { return {180, 108}; }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        const Theme& theme = Theme::current();
        painter.setPen(hasFocus() ? QPen(theme.woad, 2.4) : QPen(theme.line, 1));
        painter.setBrush(theme.paper);
        painter.drawRoundedRect(QRectF(rect()).adjusted(1.5, 1.5, -1.5, -1.5), 6, 6);
        paintFault(painter, QRectF(12, 8, width() - 24, height() - 48), key_);
        painter.setPen(theme.ink);
        painter.setFont(textFont(13));
        painter.drawText(QRectF(6, height() - 38, width() - 12, 34), Qt::AlignCenter | Qt::TextWordWrap, text());
    }
    /// Arrows and Enter are for all of them.
    void keyPressEvent(QKeyEvent* event) override {
        event->key() == Qt::Key_Space ? QAbstractButton::keyPressEvent(event) : event->ignore();
    }
    void focusInEvent(QFocusEvent* event) override {
        QAbstractButton::focusInEvent(event);
        update();
    }

private:
    QString key_;
};

/// Needles above, the fabric below them; what is astray in the colour of the thread.
class FaultPainter {
public:
    FaultPainter(QPainter& painter, const QRectF& area)
        : painter_(&painter), area_(area), wide_(area.width() / columns), high_((area.height() - 14) / rows) {}

    double x(double column) const { return area_.left() + column * wide_; }
    double y(double row) const { return area_.top() + 14 + row * high_; }

    void needle(int column, double lean = 0.0) {
        painter_->setPen(QPen(theme_->ink, 1.6));
        painter_->drawLine(QPointF(x(column + 0.5), area_.top()), QPointF(x(column + 0.5) + lean, area_.top() + 12));
    }
    void needles(int without = -1) {
        for (int column = 0; column < columns; ++column)
            if (column != without)
                needle(column);
    }
    void loop(double column, double row, double size = 1.0, bool astray = false, double thick = 1.3) {
        QPainterPath path;
        const double half = wide_ * 0.42 * size;
        const QPointF top(x(column + 0.5), y(row));
        path.moveTo(top + QPointF(-half, high_));
        path.cubicTo(top + QPointF(-half, 0), top + QPointF(half, 0), top + QPointF(half, high_));
        painter_->setBrush(Qt::NoBrush);
        painter_->setPen(QPen(astray ? theme_->madder : theme_->muted, astray ? thick + 0.9 : thick));
        painter_->drawPath(path);
    }
    void fabric(int skip = -1, int from = 0) {
        for (int row = from; row < rows; ++row)
            for (int column = 0; column < columns; ++column)
                if (column != skip)
                    loop(column, row);
    }
    void strand(const QList<QPointF>& points, double thick = 2.2) {
        QPainterPath path(points.front());
        for (qsizetype i = 1; i < points.size(); ++i) {
            const QPointF middle = (points[i - 1] + points[i]) / 2.0;
            path.quadTo(points[i - 1], middle);
            path.lineTo(i + 1 == points.size() ? points[i] : middle);
        }
        painter_->setBrush(Qt::NoBrush);
        painter_->setPen(QPen(theme_->madder, thick, Qt::SolidLine, Qt::RoundCap));
        painter_->drawPath(path);
    }
    void rungs(int column, int to) {
        for (int row = 0; row < to; ++row)
            strand({{x(column), y(row + 0.6)}, {x(column + 1), y(row + 0.6)}}, 1.8);
    }
    void carriage(double column, double tilt) {
        painter_->save();
        painter_->translate(x(column), area_.top() + 2);
        painter_->rotate(tilt);
        painter_->setPen(Qt::NoPen);
        painter_->setBrush(theme_->woad);
        painter_->drawRoundedRect(QRectF(-wide_ * 1.5, -5, wide_ * 3, 13), 3, 3);
        painter_->restore();
    }
    void hole(double column, double row) {
        painter_->setPen(QPen(theme_->madder, 2));
        painter_->setBrush(theme_->ground);
        painter_->drawEllipse(QPointF(x(column), y(row)), wide_ * 0.55, high_ * 0.6);
    }
    void weight(double column, double row) {
        painter_->setPen(QPen(theme_->madder, 2));
        painter_->setBrush(theme_->madder);
        painter_->drawRect(QRectF(x(column), y(row), wide_ * 1.6, high_ * 0.7));
    }
    QRectF area() const { return area_; }

private:
    QPainter* painter_;
    QRectF area_;
    double wide_, high_;
    const Theme* theme_ = &Theme::current();
};

} // namespace

void paintFault(QPainter& painter, const QRectF& area, const QString& key) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    FaultPainter draw(painter, area);
    const QString fault = key.mid(6); // after "fault_"
    if (fault == QLatin1String("loops_at_the_edges")) {
        draw = FaultPainter(painter, area.adjusted(18, 0, -18, 0));
        draw.needles();
        draw.fabric();
        for (const double row : {0.0, 2.0}) {
            draw.loop(-0.9, row, 1.3, true);
            draw.loop(columns - 0.1, row + 1.0, 1.3, true);
        }
    } else if (fault == QLatin1String("tight_last_stitches")) {
        draw.needles();
        for (int row = 0; row < rows; ++row)
            for (int column = 0; column < columns; ++column)
                draw.loop(column, row, column > 5 ? 0.45 : 1.0, column > 5);
    } else if (fault == QLatin1String("not_knitted")) {
        draw.needles();
        draw.fabric();
        draw.loop(4, -0.9, 1.2, true);
        draw.strand({{draw.x(3.6), draw.y(-1.2)}, {draw.x(4.5), draw.y(-1.9)}, {draw.x(5.4), draw.y(-1.2)}});
    } else if (fault == QLatin1String("split_stitch")) {
        draw.needles();
        draw.fabric(4);
        draw.loop(4, 0, 0.5, true, 0.4);
        draw.strand({{draw.x(4.1), draw.y(1)}, {draw.x(4.5), draw.y(0.3)}, {draw.x(5.0), draw.y(1)}}, 1.0);
        for (int row = 1; row < rows; ++row)
            draw.loop(4, row);
    } else if (fault == QLatin1String("dropped")) {
        draw.needles();
        draw.fabric(4);
        draw.rungs(4, 3);
        draw.loop(4, 3, 1.0, true);
    } else if (fault == QLatin1String("float_across")) {
        draw.needles();
        draw.fabric();
        draw.strand({{draw.x(2.5), draw.y(0.2)}, {draw.x(4.5), draw.y(1.1)}, {draw.x(6.5), draw.y(0.2)}}, 2.6);
    } else if (fault == QLatin1String("row_slipped")) {
        draw.needles();
        draw.fabric();
        draw.strand({{draw.x(-0.2), draw.y(-0.3)}, {draw.x(4.5), draw.y(0.1)}, {draw.x(columns + 0.2), draw.y(-0.3)}},
                    2.6);
    } else if (fault == QLatin1String("uneven_rows")) {
        draw.needles();
        for (int row = 0; row < rows; ++row)
            for (int column = 0; column < columns; ++column)
                draw.loop(column, row, (row + column) % 3 == 0 ? 1.35 : 0.7, (row + column) % 3 == 0, 0.6);
    } else if (fault == QLatin1String("hole_at_a_turn")) {
        draw.needles();
        draw.fabric();
        draw.hole(4.0, 1.6);
    } else if (fault == QLatin1String("snarl")) {
        draw.needles();
        draw.fabric();
        draw.carriage(4.5, 0);
        draw.strand({{draw.x(3), draw.y(0.2)},
                     {draw.x(6), draw.y(0.8)},
                     {draw.x(3.2), draw.y(1.3)},
                     {draw.x(5.6), draw.y(-0.2)},
                     {draw.x(3.9), draw.y(1.7)},
                     {draw.x(5.4), draw.y(0.9)}});
    } else if (fault == QLatin1String("jam")) {
        draw.needles(5);
        draw.needle(5, 9);
        draw.fabric();
        draw.carriage(4.0, -7);
    } else if (fault == QLatin1String("yarn_not_feeding")) {
        draw.needles();
        draw.fabric(-1, 2);
        draw.strand({{draw.x(8.6), draw.y(-1.4)}, {draw.x(8.1), draw.y(0.2)}, {draw.x(8.8), draw.y(1.0)}});
    } else if (fault == QLatin1String("bent_needle")) {
        draw.needles(4);
        painter.save();
        draw.needle(4, -10);
        painter.restore();
        draw.fabric(4);
        draw.loop(4, 1, 1.0, true);
    } else if (fault == QLatin1String("weights_fallen")) {
        draw.needles();
        draw.fabric();
        for (int column = 6; column < columns; ++column)
            draw.loop(column, -0.7, 1.0, true);
        draw.weight(7.2, 3.0);
    } else {
        draw.needles();
        draw.fabric();
    }
    painter.restore();
}

FaultTiles::FaultTiles(const std::vector<PracticeCard>& faults, QWidget* parent) : QWidget(parent) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(8);
    for (const PracticeCard& fault : faults) {
        const int at = static_cast<int>(tiles_.size());
        auto* tile = new Tile(QString::fromStdString(fault.key), inHabit(fault.title), this);
        tile->setAccessibleDescription(QString::fromStdString(fault.sign));
        connect(tile, &QAbstractButton::clicked, this, [this, at] { emit picked(at); });
        grid->addWidget(tile, at / perLine, at % perLine);
        tiles_ << tile;
    }
    if (!tiles_.isEmpty())
        setFocusProxy(tiles_.front());
}

void FaultTiles::keyPressEvent(QKeyEvent* event) {
    qsizetype at = -1;
    for (qsizetype i = 0; i < tiles_.size(); ++i)
        if (tiles_[i]->hasFocus())
            at = i;
    const int key = event->key();
    const qsizetype to = key == Qt::Key_Left    ? at - 1
                         : key == Qt::Key_Right ? at + 1
                         : key == Qt::Key_Up    ? at - perLine
                         : key == Qt::Key_Down  ? at + perLine
                                                : -1;
    if (at >= 0 && (key == Qt::Key_Return || key == Qt::Key_Enter))
        return tiles_[at]->click();
    if (to >= 0 && to < tiles_.size())
        return tiles_[to]->setFocus();
    QWidget::keyPressEvent(event);
}

} // namespace vestimen::app
