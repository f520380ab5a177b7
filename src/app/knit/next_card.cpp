// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/next_card.h"

#include "app/canvas/label.h"
#include "app/theme/theme.h"

#include <QMouseEvent>
#include <QPainter>

#include <cmath>

namespace vestimen::app {
namespace {

constexpr int side = 22;
constexpr int edge = 8;
constexpr int lineHeight = 22;
constexpr int smallest = 14; ///< letters of a sentence

/// The application's style sheet would win over setFont; setting another is dear, and a row mostly changes nothing.
void dress(QWidget* widget, const QString& style) {
    if (widget->styleSheet() != style)
        widget->setStyleSheet(style);
}

} // namespace

NextCard::NextCard(QWidget* parent)
    : QWidget(parent), when_(new Label(this)), sentence_(new Label(this)), then_(new Label(this)) {
    setCursor(Qt::PointingHandCursor);
    setToolTip(tr("A click says that it is done."));
    setAttribute(Qt::WA_StyledBackground);
    setObjectName(QStringLiteral("nextCard"));
    setMinimumWidth(320);
    sentence_->setWordWrap(true);
    sentence_->setAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    sentence_->setAccessibleName(tr("What to do next"));
    then_->setWordWrap(true);
    then_->setAlignment(Qt::AlignLeft | Qt::AlignBottom);
}

void NextCard::setWords(const QString& when, const QString& sentence, const QString& then) {
    when_->setText(when);
    sentence_->setText(sentence);
    then_->setText(then);
    layOut();
}

void NextCard::setScale(double scale) {
    scale_ = scale;
    layOut();
}

void NextCard::layOut() {
    const Theme& theme = Theme::current();
    const auto sized = [this](int pixels) { return static_cast<int>(std::lround(pixels * scale_)); };
    const qsizetype length = sentence_->text().size();
    const int large = length > 110 ? 21 : length > 80 ? 24 : length > 44 ? 28 : 32;
    dress(this, QStringLiteral("#nextCard { background: %1; border: 2.5px solid %2; border-radius: 10px; }")
                    .arg(theme.paper.name(), theme.madder.name()));
    const auto text = [&](int pixels, int weight, const QColor& colour) {
        return QStringLiteral("font-size: %1px; font-weight: %2; color: %3;")
            .arg(sized(pixels))
            .arg(weight)
            .arg(colour.name());
    };
    dress(when_, text(18, 700, theme.madder));
    dress(then_, text(17, 400, theme.muted));
    const int wide = width() - 2 * side;
    const int top = sized(24);
    then_->ensurePolished();
    const int bottom = then_->text().isEmpty() ? 0 : std::min(then_->heightForWidth(wide), sized(44));
    // In a narrow window it takes more lines: smaller, so that none is cut off.
    const int room = height() - 2 * edge - top - bottom;
    int fitting = large;
    while (fitting > smallest && QFontMetrics(textFont(sized(fitting), QFont::Bold))
                                         .boundingRect(QRect(0, 0, wide, 10000), Qt::TextWordWrap, sentence_->text())
                                         .height() > room)
        --fitting;
    dress(sentence_, text(fitting, 700, theme.ink));
    when_->setGeometry(side, edge, wide, top);
    sentence_->setGeometry(side, edge + top, wide, height() - 2 * edge - top - bottom);
    then_->setGeometry(side, height() - edge - bottom, wide, bottom);
}

void NextCard::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton && rect().contains(event->position().toPoint()))
        emit clicked();
}

void NextCard::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    layOut();
}

ComingLines::ComingLines(QWidget* parent) : QWidget(parent) {
    setFixedHeight(118);
    setAccessibleName(tr("Coming"));
}

void ComingLines::setLines(const QStringList& lines) {
    lines_ = lines;
    setAccessibleDescription(lines.join('\n'));
    update();
}

void ComingLines::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintCard(painter, rect());
    painter.setFont(textFont(14));
    painter.setPen(Theme::current().ink);
    int y = 8;
    for (const QString& line : lines_) {
        painter.drawText(QRect(14, y, width() - 28, lineHeight), Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(line, Qt::ElideRight, width() - 28));
        y += lineHeight + 2;
    }
}

} // namespace vestimen::app
