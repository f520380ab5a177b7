// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/canvas/question_bar.h"

#include "app/canvas/label.h"

#include <QHBoxLayout>

namespace vestimen::app {

QuestionBar::QuestionBar(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("card"));
    setAttribute(Qt::WA_StyledBackground);
    line_ = new QHBoxLayout(this);
    line_->setContentsMargins(16, 8, 10, 8);
    words_ = new Label(this);
    words_->setObjectName(QStringLiteral("heading"));
    words_->setWordWrap(true);
    line_->addWidget(words_, 1);
    hide();
}

void QuestionBar::ask(const QString& question, const QList<Answer>& answers) {
    dismiss();
    words_->setText(question);
    for (const Answer& answer : answers) {
        auto* button = new QPushButton(answer.text, this);
        if (buttons_.isEmpty())
            button->setObjectName(QStringLiteral("primary"));
        button->setFocusPolicy(Qt::TabFocus);
        line_->addWidget(button);
        buttons_.append(button);
        connect(button, &QPushButton::clicked, this, [this, then = answer.then] {
            dismiss();
            then();
        });
    }
    show();
}

void QuestionBar::dismiss() {
    hide();
    words_->clear();
    for (QPushButton* button : std::exchange(buttons_, {}))
        button->deleteLater();
}

} // namespace vestimen::app
