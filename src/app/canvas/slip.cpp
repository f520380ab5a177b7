// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/slip.h"

#include "app/canvas/label.h"
#include "app/session/session.h"
#include "app/theme/theme.h"

#include <QPainter>
#include <QPainterPath>

#include <cmath>

namespace vestimen::app {
namespace {

constexpr int slipWidth = 296;
constexpr int margin = 18;
constexpr int titleHeight = 58;
constexpr int tooth = 8;
constexpr int mostLaidOut = 300;

int noteWeight(Severity severity) {
    return severity == Severity::note ? QFont::Normal : QFont::Bold;
}

} // namespace

Slip::Slip(QWidget* parent) : QWidget(parent), layout_(new QVBoxLayout(this)), controls_(new QVBoxLayout) {
    setFixedWidth(slipWidth);
    controls_->setSpacing(8);
    layout_->addLayout(controls_);
    layout_->addStretch(1);
    place();
}

void Slip::begin(const QString& title) {
    title_ = title;
    lines_.clear();
}

void Slip::addLine(const QString& what, const QString& value) {
    lines_.append({Kind::line, what, value, {}});
}
void Slip::addAnswer(const QString& what, const QString& value) {
    lines_.append({Kind::answer, what, value, {}});
}
void Slip::addRule() {
    lines_.append({Kind::rule, {}, {}, {}});
}
void Slip::addNote(const QString& text, Severity severity) {
    lines_.append({Kind::note, text, {}, severity});
}

void Slip::addReckoning(const Reckoning& reckoning, ReadingUnit unit) {
    // What is summed up stands above the result, alternatives below it.
    QList<Line> after;
    for (const Step& step : reckoning.steps) {
        const bool alternative = QByteArrayView(step.what.text).startsWith("one ");
        (alternative ? after : lines_)
            .append({Kind::line,
                     coreText(step.what, unit),
                     coreText(step.value, alternative ? ReadingUnit::millimetres : unit),
                     {}});
    }
    addRule();
    addAnswer(coreText(reckoning.title), coreText(reckoning.result, unit));
    lines_ += after;
}

void Slip::end() {
    setAccessibleName(title_);
    setAccessibleDescription(plainText());
    const int high = linesHeight();
    // The controls below are painted again only when they move.
    high == shownHeight_ ? update(0, 0, width(), high) : update();
    shownHeight_ = high;
    place();
}

QString Slip::plainText() const {
    QString text = title_;
    for (const Line& line : lines_)
        if (line.kind != Kind::rule)
            text += '\n' + line.what + (line.value.isEmpty() ? QString() : ": " + line.value);
    for (const Label* each : findChildren<Label*>())
        if (each->isVisibleTo(this))
            text += '\n' + each->text();
    return text;
}

const QStaticText& Slip::laidOut(const QString& text, int pixels, int weight, int width) const {
    if (laidOut_.size() > mostLaidOut)
        laidOut_.clear();
    const QString key = QStringLiteral("%1 %2 %3 ").arg(pixels).arg(weight).arg(width) + text;
    auto found = laidOut_.find(key);
    if (found == laidOut_.end()) {
        QStaticText words(text);
        words.setTextFormat(Qt::PlainText);
        QTextOption option;
        option.setWrapMode(QTextOption::WordWrap);
        words.setTextOption(option);
        words.setTextWidth(width);
        words.setPerformanceHint(QStaticText::AggressiveCaching);
        words.prepare({}, textFont(pixels, weight));
        found = laidOut_.insert(key, words);
    }
    return *found;
}

int Slip::lineHeight(const Line& line) const {
    constexpr int width = slipWidth - 2 * margin;
    const auto height = [](const QStaticText& words) { return static_cast<int>(std::ceil(words.size().height())); };
    switch (line.kind) {
    case Kind::rule:
        return 14;
    case Kind::answer:
        return 34;
    case Kind::note:
        return 8 + height(laidOut(line.what, 13, noteWeight(line.severity), width));
    case Kind::line:
        break;
    }
    const int valueWidth = static_cast<int>(std::ceil(laidOut(line.value, 14, QFont::Normal, -1).size().width()));
    return std::max(24, height(laidOut(line.what, 13, QFont::Normal, width - valueWidth - 10)) + 7);
}

int Slip::linesHeight() const {
    int height = titleHeight;
    for (const Line& line : lines_)
        height += lineHeight(line);
    return height;
}

void Slip::place() {
    layout_->setContentsMargins(margin, linesHeight() + 10, margin, margin + tooth);
}

QSize Slip::sizeHint() const {
    return {slipWidth, 400};
}

void Slip::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    place();
}

void Slip::paintEvent(QPaintEvent*) {
    const Theme& theme = Theme::current();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const double bottom = height() - 1.0;
    QPainterPath paper(QPointF(0.5, 8.5));
    paper.quadTo(0.5, 0.5, 8.5, 0.5);
    paper.lineTo(width() - 8.5, 0.5);
    paper.quadTo(width() - 0.5, 0.5, width() - 0.5, 8.5);
    paper.lineTo(width() - 0.5, bottom - tooth);
    const int teeth = width() / (2 * tooth);
    const double step = (width() - 1.0) / teeth;
    for (int i = 0; i < teeth; ++i) {
        paper.lineTo(width() - 0.5 - step * (i + 0.5), bottom);
        paper.lineTo(width() - 0.5 - step * (i + 1), bottom - tooth);
    }
    paper.closeSubpath();
    painter.setPen(theme.line);
    painter.setBrush(theme.paper);
    painter.drawPath(paper);

    painter.setPen(theme.ink);
    painter.setFont(titleFont(18));
    const int wide = width() - 2 * margin;
    painter.drawText(QRect(margin, 12, wide, 34), Qt::AlignLeft | Qt::AlignVCenter,
                     QFontMetrics(titleFont(18)).elidedText(title_, Qt::ElideRight, wide));
    int y = titleHeight;
    for (const Line& line : lines_) {
        const int high = lineHeight(line);
        const QRect row(margin, y, wide, high);
        y += high;
        if (line.kind == Kind::rule) {
            painter.setPen(QPen(theme.ink, 1.2));
            painter.drawLine(margin, row.center().y(), margin + wide, row.center().y());
        } else if (line.kind == Kind::note) {
            painter.setFont(textFont(13, noteWeight(line.severity)));
            painter.setPen(line.severity == Severity::error     ? theme.madder
                           : line.severity == Severity::warning ? theme.weld
                                                                : theme.muted);
            painter.drawStaticText(row.topLeft(), laidOut(line.what, 13, noteWeight(line.severity), wide));
        } else {
            const bool answer = line.kind == Kind::answer;
            const auto draw = [&](const QString& text, int pixels, int weight, const QColor& colour, bool atRight,
                                  int width) {
                const QStaticText& words = laidOut(text, pixels, weight, width);
                const QSizeF size = words.size();
                painter.setFont(textFont(pixels, weight));
                painter.setPen(colour);
                painter.drawStaticText(
                    QPointF(atRight ? row.right() - size.width() : row.left(), row.center().y() - size.height() / 2),
                    words);
                return static_cast<int>(std::ceil(size.width()));
            };
            const int valueWidth = answer ? draw(line.value, 22, QFont::Bold, theme.woad, true, -1)
                                          : draw(line.value, 14, QFont::Normal, theme.ink, true, -1);
            draw(line.what, answer ? 14 : 13, answer ? QFont::Bold : QFont::Normal, answer ? theme.ink : theme.muted,
                 false, wide - valueWidth - 10);
        }
    }
}

} // namespace vestimen::app
