// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/care_dialog.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/session/session.h"
#include "app/theme/theme.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QLocale>
#include <QPainter>
#include <QPainterPath>
#include <QTextLayout>
#include <QVBoxLayout>

#include <algorithm>
#include <array>

namespace vestimen::app {
namespace {

struct Heading {
    CareTime time;
    const char* text;
};
constexpr std::array headings{Heading{CareTime::before, QT_TRANSLATE_NOOP("CareDialog", "Before the first row")},
                              Heading{CareTime::yarn, QT_TRANSLATE_NOOP("CareDialog", "The yarn’s way")},
                              Heading{CareTime::after, QT_TRANSLATE_NOOP("CareDialog", "When it is done")},
                              Heading{CareTime::hours, QT_TRANSLATE_NOOP("CareDialog", "By hours")}};

struct Point {
    const char* check;
    QPointF at; ///< of a field 100 wide and 120 high
};
constexpr std::array way{Point{"cone", {14, 108}}, Point{"eye", {14, 60}}, Point{"disc", {34, 12}},
                         Point{"spring", {62, 22}}, Point{"feeder", {78, 96}}};

constexpr int widestCheck = 430; // pixels: both columns have room on a small screen

/// In lines of that width: a box to tick does not break its words by itself.
QString inLines(const QString& text, const QFont& font) {
    QTextLayout layout(text, font);
    layout.beginLayout();
    QStringList lines;
    for (QTextLine line = layout.createLine(); line.isValid(); line = layout.createLine()) {
        line.setLineWidth(widestCheck);
        lines << text.mid(line.textStart(), line.textLength()).trimmed();
    }
    return lines.join('\n');
}

const CareTick* tickOf(const std::vector<CareTick>& ticks, const CareCheck& check) {
    const auto found = std::ranges::find_if(ticks, [&](const CareTick& each) { return each.check == check.key; });
    return found == ticks.end() ? nullptr : &*found;
}

} // namespace

YarnWay::YarnWay(QWidget* parent) : QWidget(parent) {
    setMinimumSize(200, 240);
    setAccessibleName(tr("The yarn’s way, point by point"));
}

void YarnWay::show(QStringList points, QList<bool> looked) {
    points_ = std::move(points);
    looked_ = std::move(looked);
    update();
}

void YarnWay::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double scale = std::min(width() / 100.0, height() / 120.0);
    painter.scale(scale, scale);
    // Mast and machine, as far as there are such.
    painter.setPen(QPen(theme.muted, 1.6));
    if (points_.contains(QLatin1String("disc"))) {
        painter.drawLine(QPointF(34, 100), QPointF(34, 12));
        painter.drawLine(QPointF(34, 14), QPointF(62, 20));
    }
    painter.setPen(Qt::NoPen);
    painter.setBrush(theme.rail);
    painter.drawRoundedRect(QRectF(44, 100, 54, 8), 1.5, 1.5);
    painter.setBrush(theme.woad);
    painter.drawRoundedRect(QRectF(64, 92, 28, 10), 2, 2);
    painter.setBrush(theme.wool);
    painter.drawPolygon(QPolygonF({{6, 118}, {22, 118}, {17, 98}, {11, 98}}));
    QPainterPath yarn;
    bool begun = false;
    for (const Point& point : way)
        if (points_.contains(QLatin1String(point.check))) {
            begun ? yarn.lineTo(point.at) : yarn.moveTo(point.at);
            begun = true;
        }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme.madder, 1.0));
    painter.drawPath(yarn);
    painter.setFont(textFont(5, QFont::Bold));
    int number = 0;
    for (const Point& point : way) {
        const qsizetype at = points_.indexOf(QLatin1String(point.check));
        if (at < 0)
            continue;
        const bool looked = looked_.value(at);
        painter.setPen(QPen(theme.madder, 0.9));
        painter.setBrush(looked ? theme.madder : theme.paper);
        const QRectF circle(point.at - QPointF(4.5, 4.5), QSizeF(9, 9));
        painter.drawEllipse(circle);
        painter.setPen(looked ? theme.paper : theme.ink);
        painter.drawText(circle, Qt::AlignCenter, QString::number(++number));
    }
}

CareDialog::CareDialog(Workroom& workroom, const Machine& machine, QDate today, QWidget* parent)
    : QDialog(parent), record_(workroom), machine_(machine), today_(today),
      hours_(record_.hours(QString::fromStdString(machine.name))), way_(new YarnWay(this)) {
    QVBoxLayout* column = dialogForm(this, tr("Set-up and care"));
    auto* words =
        new Label(tr("%1 · %2 h knitted").arg(QString::fromStdString(machine.name)).arg(hours_, 0, 'f', 1), this);
    words->setObjectName(QStringLiteral("muted"));
    column->addWidget(words);
    auto* sides = new QHBoxLayout;
    sides->setSpacing(24);
    auto* left = new QVBoxLayout;
    auto* right = new QVBoxLayout;
    left->setSpacing(5);
    right->setSpacing(5);
    sides->addLayout(left, 3);
    sides->addLayout(right, 2);
    column->addLayout(sides);
    for (const Heading& heading : headings) {
        auto* list = heading.time == CareTime::yarn ? right : left;
        if (heading.time == CareTime::after || heading.time == CareTime::hours)
            list->addSpacing(10);
        auto* title = new Label(tr(heading.text), this);
        title->setObjectName(QStringLiteral("heading"));
        list->addWidget(title);
        int number = 0;
        for (const CareCheck* check : careOf(machine_)) {
            if (check->time != heading.time)
                continue;
            const QString text = check->everyHours > 0
                                     ? tr("%1 Every %2 h.").arg(coreText(check->text)).arg(check->everyHours)
                                     : coreText(check->text);
            const QString numbered = heading.time == CareTime::yarn ? tr("%1. %2").arg(++number).arg(text) : text;
            auto* box = new QCheckBox(inLines(numbered, font()), this);
            box->setProperty("check", QLatin1String(check->key));
            connect(box, &QCheckBox::toggled, this, [this, check](bool on) {
                try {
                    record_.tick(QString::fromStdString(machine_.name), QLatin1String(check->key), on, today_, hours_);
                } catch (const WorkroomError& error) {
                    emit said(error.message());
                }
                showWay();
            });
            list->addWidget(box);
            boxes_ << box;
        }
    }
    way_->setMaximumHeight(300);
    right->addWidget(way_, 1);
    left->addStretch(1);
    auto* caution =
        new Label(tr("Latches and tools pierce, weights fall on feet, fingers stay out of the carriage’s way."), this);
    caution->setObjectName(QStringLiteral("muted"));
    caution->setWordWrap(true);
    column->addWidget(caution);
    auto* close = new QDialogButtonBox(QDialogButtonBox::Close, this);
    connect(close, &QDialogButtonBox::rejected, this, &QDialog::reject);
    column->addWidget(close);
    fill();
}

QCheckBox* CareDialog::box(const QString& check) const {
    for (QCheckBox* each : boxes_)
        if (each->property("check").toString() == check)
            return each;
    return nullptr;
}

/// Ticked where it is not due.
void CareDialog::fill() {
    const auto ticks = record_.ticks(QString::fromStdString(machine_.name));
    const std::string today = today_.toString(Qt::ISODate).toStdString();
    for (const Heading& heading : headings) {
        const auto due = dueCare(machine_, heading.time, ticks, today, hours_);
        for (const CareCheck* check : careOf(machine_)) {
            if (check->time != heading.time)
                continue;
            QCheckBox* each = box(QLatin1String(check->key));
            const QSignalBlocker quiet(each);
            const CareTick* tick = tickOf(ticks, *check);
            each->setChecked(tick && std::ranges::count(due, check) == 0);
            if (tick)
                each->setToolTip(
                    tr("Last on %1")
                        .arg(QLocale().toString(QDate::fromString(QString::fromStdString(tick->on), Qt::ISODate),
                                                QLocale::LongFormat)));
        }
    }
    showWay();
}

void CareDialog::showWay() {
    QStringList points;
    QList<bool> looked;
    for (const CareCheck* check : careOf(machine_))
        if (check->time == CareTime::yarn) {
            points << QLatin1String(check->key);
            looked << box(points.back())->isChecked();
        }
    way_->show(points, looked);
}

QString careWords(Workroom& workroom, const Machine& machine, QDate today, double hours) {
    const CareRecord record(workroom);
    const QString name = QString::fromStdString(machine.name);
    const auto ticks = record.ticks(name);
    const std::string day = today.toString(Qt::ISODate).toStdString();
    const auto due = [&](CareTime time) { return dueCare(machine, time, ticks, day, hours).size(); };
    const auto before = due(CareTime::before) + due(CareTime::yarn);
    const auto byHours = due(CareTime::hours);
    if (before > 0 && byHours > 0)
        return CareDialog::tr("Set up the machine: %1 to look at, %2 due by hours").arg(before).arg(byHours);
    if (before > 0)
        return CareDialog::tr("Set up the machine: %1 to look at").arg(before);
    return byHours > 0 ? CareDialog::tr("Care: %1 due by hours").arg(byHours) : CareDialog::tr("Set-up and care");
}

} // namespace vestimen::app
