// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/window/thread.h"

#include "app/theme/theme.h"

#include <QPainter>
#include <QPainterPath>
#include <QVBoxLayout>

namespace vestimen::app {
namespace {

constexpr int wideColumn = 176;
constexpr int narrowColumn = 64;
constexpr double knotX = 32;

/// The way to the workroom.
class WorkroomButton : public QAbstractButton {
public:
    explicit WorkroomButton(QWidget* parent) : QAbstractButton(parent) {
        setText(Thread::tr("Workroom"));
        setAccessibleName(text());
        setFixedHeight(36);
        setCheckable(true);
        setCursor(Qt::PointingHandCursor);
    }

protected:
    void paintEvent(QPaintEvent*) override {
        const Theme& theme = Theme::current();
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(hasFocus() ? QPen(theme.woad, 2) : QPen(Qt::NoPen));
        painter.setBrush(isChecked() || underMouse() ? theme.ground : theme.paper);
        painter.drawRoundedRect(QRectF(rect()).adjusted(9, 1, -9, -1), 6, 6);
        QPainterPath house(QPointF(24.5, 25.5));
        house.lineTo(24.5, 16);
        house.lineTo(32, 9.5);
        house.lineTo(39.5, 16);
        house.lineTo(39.5, 25.5);
        house.closeSubpath();
        painter.setPen(QPen(theme.ink, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(house);
        if (width() < wideColumn)
            return;
        painter.setPen(theme.ink);
        painter.setFont(textFont(15, QFont::Bold));
        painter.drawText(QRect(52, 0, width() - 60, height()), Qt::AlignVCenter, text());
    }
};

} // namespace

Knot::Knot(const QString& name, bool isLast, QWidget* parent) : QAbstractButton(parent), isLast_(isLast) {
    setText(name);
    setAccessibleName(name);
    setCheckable(true);
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Expanding);
    setMaximumHeight(98);
    setMinimumHeight(64);
    setFixedWidth(wideColumn);
    setFocusPolicy(Qt::StrongFocus);
}

void Knot::setAnswer(const QString& answer, bool reached, bool loose) {
    if (answer == answer_ && reached == reached_ && loose == loose_)
        return;
    answer_ = answer;
    reached_ = reached;
    loose_ = loose;
    setAccessibleDescription(loose ? tr("%1; changed since you last looked").arg(answer) : answer);
    setToolTip(loose ? tr("Changed since you last looked.") : QString());
    update();
}

void Knot::setNarrow(bool narrow) {
    narrow_ = narrow;
    setFixedWidth(narrow ? narrowColumn : wideColumn);
}

void Knot::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double middle = 38;
    if (isChecked() || hasFocus()) {
        painter.setPen(hasFocus() ? QPen(theme.woad, 2) : QPen(Qt::NoPen));
        painter.setBrush(isChecked() ? theme.ground : theme.paper);
        painter.drawRoundedRect(QRectF(7, middle - 31, width() - 14, 62), 7, 7);
    }
    // The yarn: in from above, and on to the next knot; dashed below a loose one.
    QPainterPath above(QPointF(knotX + 4, 0));
    above.cubicTo(knotX + 4, 12, knotX - 6, middle - 26, knotX, middle - 12);
    QPainterPath below(QPointF(knotX, middle + 12));
    below.cubicTo(knotX + 6, middle + 34, knotX - 8, height() - 22, knotX + 4, height());
    const QColor yarn = reached_ ? theme.madder : theme.line;
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(yarn, 3, Qt::SolidLine, Qt::RoundCap));
    painter.drawPath(above);
    painter.setPen(QPen(yarn, 3, loose_ || isLast_ ? Qt::DotLine : Qt::SolidLine, Qt::RoundCap));
    painter.drawPath(below);
    const QPointF centre(knotX, middle);
    if (loose_) {
        // An open loop instead of a drawn knot.
        painter.setPen(QPen(theme.madder, 2.4, Qt::DashLine));
        painter.setBrush(theme.paper);
        painter.drawEllipse(centre, 12, 10);
    } else {
        painter.setPen(QPen(reached_ ? theme.madder : theme.muted, 2.4));
        painter.setBrush(isChecked() ? theme.madder : theme.paper);
        painter.drawEllipse(centre, 11, 11);
    }
    QPainterPath twist(centre + QPointF(-5, 1));
    twist.cubicTo(centre + QPointF(-2, -6), centre + QPointF(2, 6), centre + QPointF(5, -1));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(isChecked() && !loose_ ? theme.paper
                        : reached_             ? theme.madder
                                               : theme.muted,
                        2, Qt::SolidLine, Qt::RoundCap));
    painter.drawPath(twist);
    if (narrow_)
        return;
    painter.setPen(theme.ink);
    painter.setFont(titleFont(17));
    painter.drawText(QRectF(54, middle - 22, width() - 58, 24), Qt::AlignVCenter, text());
    painter.setPen(theme.muted);
    painter.setFont(textFont(12));
    const QRectF line(54, middle + 1, width() - 60, 20);
    painter.drawText(line, Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(answer_, Qt::ElideRight, static_cast<int>(line.width())));
}

Thread::Thread(const QStringList& stations, QWidget* parent) : QWidget(parent), workroom_(new WorkroomButton(this)) {
    setFixedWidth(wideColumn);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 58, 0, 12);
    layout->setSpacing(0);
    layout->addWidget(workroom_);
    layout->addSpacing(16);
    connect(workroom_, &QAbstractButton::clicked, this, [this] { emit chosen(-1); });
    for (int i = 0; i < stations.size(); ++i) {
        auto* knot = new Knot(stations[i], i + 1 == stations.size(), this);
        connect(knot, &Knot::clicked, this, [this, i] { emit chosen(i); });
        layout->addWidget(knot);
        knots_.append(knot);
    }
    layout->addStretch(1);
}

void Thread::setCurrent(int station) {
    workroom_->setChecked(station < 0);
    for (int i = 0; i < knots_.size(); ++i)
        knots_[i]->setChecked(i == station);
}

void Thread::setNarrow(bool narrow) {
    narrow_ = narrow;
    setFixedWidth(narrow ? narrowColumn : wideColumn);
    for (Knot* knot : knots_)
        knot->setNarrow(narrow);
    update();
}

void Thread::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.fillRect(rect(), theme.paper);
    painter.setPen(theme.line);
    painter.drawLine(width() - 1, 0, width() - 1, height());
    painter.setPen(theme.woad);
    painter.setFont(titleFont(23));
    painter.drawText(QRect(narrow_ ? 0 : 20, 12, narrow_ ? narrowColumn : wideColumn, 38),
                     Qt::AlignVCenter | (narrow_ ? Qt::AlignHCenter : Qt::AlignLeft), narrow_ ? "V" : "Vestimen");
}

} // namespace vestimen::app
