// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/ask_card.h"

#include "app/canvas/label.h"

#include <QApplication>
#include <QStyle>

#include <algorithm>
#include <cmath>
#include <utility>

namespace vestimen::app {
namespace {

/// A key that was on its way when a question came by itself was not meant for it.
constexpr qint64 onItsWay = 700; // ms

/// A few stand side by side, more in two columns.
int columnsFor(qsizetype buttons) {
    return buttons > 3 ? 2 : 3;
}

} // namespace

AskCard::AskCard(QWidget* parent)
    : QWidget(parent), column_(new QVBoxLayout(this)), text_(new Label(this)), words_(new Label(this)),
      grid_(new QGridLayout) {
    setObjectName(QStringLiteral("askCard"));
    setAttribute(Qt::WA_StyledBackground);
    column_->setContentsMargins(22, 12, 22, 14);
    column_->setSpacing(10);
    text_->setObjectName(QStringLiteral("askText"));
    text_->setWordWrap(true);
    column_->addWidget(text_);
    words_->setWordWrap(true);
    column_->addWidget(words_);
    grid_->setSpacing(10);
    column_->addLayout(grid_);
    setScale(1.0);
    hide();
}

void AskCard::setScale(double scale) {
    const auto sized = [scale](int pixels) { return static_cast<int>(std::lround(pixels * scale)); };
    const QString sheet =
        QStringLiteral("#askCard QLabel, #askCard QCheckBox, #askCard QComboBox, #askCard QSpinBox, #askCard QLineEdit "
                       "{ font-size: %1px; }"
                       "#askCard #askText { font-size: %2px; font-weight: 700; }"
                       "#askCard QPushButton { font-size: %3px; padding: 9px 16px; text-align: left; }"
                       "#askCard QPushButton#small { font-size: %4px; padding: 4px 10px; }"
                       "#askCard QSpinBox { font-weight: 700; padding: 7px 9px; }"
                       "#askCard QLineEdit, #askCard QComboBox { padding: 7px 9px; }")
            .arg(sized(18))
            .arg(sized(25))
            .arg(sized(19))
            .arg(sized(15));
    if (styleSheet() != sheet)
        setStyleSheet(sheet);
}

void AskCard::ask(const Question& question) {
    clear();
    asked_ = question;
    settle();
}

void AskCard::askUnasked(const Question& question) {
    unasked_ = question;
    if (!asked_)
        settle();
}

void AskCard::setWords(const QString& words) {
    words_->setText(words);
    words_->setVisible(!words.isEmpty());
}

bool AskCard::leave() {
    if (!asked_)
        return false;
    answer([] {});
    return true;
}

void AskCard::dismiss() {
    if (!isOpen())
        return; // every row asks for it
    asked_.reset();
    unasked_.reset();
    settle();
}

void AskCard::settle() {
    if (asked_)
        show(*asked_, true);
    else if (unasked_)
        show(*unasked_, false);
    else
        clear();
    setVisible(isOpen());
    emit opened(isOpen(), form_ && form_->sizeHint().height() > 120);
    if (asked_ && asked_->first)
        asked_->first->setFocus();
}

void AskCard::clear() {
    if (isAncestorOf(QApplication::focusWidget()))
        emit keyboardFreed();
    text_->clear();
    words_->clear();
    for (QPushButton* button : std::exchange(buttons_, {})) {
        button->hide();
        button->deleteLater();
    }
    if (QWidget* form = std::exchange(form_, nullptr)) {
        form->hide();
        form->deleteLater();
    }
}

void AskCard::show(const Question& question, bool leavable) {
    clear();
    text_->setText(question.text);
    setWords(question.words);
    form_ = question.form;
    if (form_) {
        column_->insertWidget(2, form_);
        form_->show();
    }
    for (const Answer& each : question.answers)
        addButton(!form_               ? QString::number(buttons_.size() + 1)
                  : buttons_.isEmpty() ? tr("Enter")
                                       : QString(),
                  each.text, each.then);
    if (leavable)
        addButton(tr("Esc"), tr("leave it"), [] {});
    const int columns = columnsFor(buttons_.size());
    for (int i = 0; i < buttons_.size(); ++i)
        grid_->addWidget(buttons_[i], i / columns, i % columns);
    for (int column = 0; column < 3; ++column)
        grid_->setColumnStretch(column, column < columns ? 1 : 0);
    choose(0);
    shown_.start();
}

void AskCard::addButton(const QString& key, const QString& text, const std::function<void()>& then) {
    auto* button = new QPushButton(key.isEmpty() ? text : QStringLiteral("%1 · %2").arg(key, text), this);
    button->setAccessibleName(text);
    button->setFocusPolicy(Qt::TabFocus);
    connect(button, &QPushButton::clicked, this, [this, then] { answer(then); });
    button->show();
    buttons_.append(button);
}

void AskCard::answer(const std::function<void()>& then) {
    const auto what = then; // the button goes, and its words with it
    (asked_ ? asked_ : unasked_).reset();
    settle();
    what();
}

void AskCard::choose(qsizetype button) {
    chosen_ = button;
    for (qsizetype i = 0; i < buttons_.size(); ++i) {
        buttons_[i]->setObjectName(i == chosen_ ? QStringLiteral("primary") : QString());
        buttons_[i]->style()->unpolish(buttons_[i]); // looks its name up anew
        buttons_[i]->style()->polish(buttons_[i]);
    }
}

/// So many further on is the one below; where all stand side by side, the next.
qsizetype AskCard::below() const {
    return buttons_.size() > columnsFor(buttons_.size()) ? columnsFor(buttons_.size()) : 1;
}

QPushButton* AskCard::underKeyboard() const {
    for (QPushButton* each : buttons_)
        if (each->hasFocus())
            return each;
    return buttons_[chosen_];
}

bool AskCard::takeKey(const QKeyEvent& event) {
    if (!isOpen() || event.modifiers() & ~(Qt::KeypadModifier | Qt::ShiftModifier))
        return false;
    const qsizetype last = buttons_.size() - 1;
    switch (event.key()) {
    case Qt::Key_Escape:
        answer([] {});
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (asked_ || (!event.isAutoRepeat() && shown_.elapsed() > onItsWay))
            underKeyboard()->click();
        return true;
    case Qt::Key_Right:
        choose(std::min(last, chosen_ + 1));
        return true;
    case Qt::Key_Left:
        choose(std::max<qsizetype>(0, chosen_ - 1));
        return true;
    case Qt::Key_Down:
        choose(std::min(last, chosen_ + below()));
        return true;
    case Qt::Key_Up:
        choose(std::max<qsizetype>(0, chosen_ - below()));
        return true;
    default:
        break;
    }
    const qsizetype digit = event.key() - Qt::Key_1;
    if (form_ || event.key() < Qt::Key_1 || event.key() > Qt::Key_9)
        return false;
    const qsizetype answers = last + (asked_ ? 0 : 1); // the last leaves it
    if (digit < answers)
        buttons_[digit]->click();
    return true;
}

void AskCard::keyPressEvent(QKeyEvent* event) {
    if (!takeKey(*event))
        QWidget::keyPressEvent(event);
}

} // namespace vestimen::app
