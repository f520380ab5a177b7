// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QWidget>

#include <functional>

class QHBoxLayout;

namespace vestimen::app {

/// Asks something without standing in the way: shows itself while there is a question, and goes with its answer.
class QuestionBar : public QWidget {
    Q_OBJECT

public:
    struct Answer {
        QString text;
        std::function<void()> then;
    };

    explicit QuestionBar(QWidget* parent = nullptr);
    /// A question that is still open makes way.
    void ask(const QString& question, const QList<Answer>& answers);
    void dismiss();
    QString question() const { return words_->text(); }
    QList<QPushButton*> buttons() const { return buttons_; }

private:
    QHBoxLayout* line_;
    QLabel* words_;
    QList<QPushButton*> buttons_;
};

} // namespace vestimen::app
