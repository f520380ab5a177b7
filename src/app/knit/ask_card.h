// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QElapsedTimer>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <functional>
#include <optional>

namespace vestimen::app {

/// A question at the machine, on the screen itself and as large as the rest of it: answered with a digit, with arrows
/// and Enter, or by a click. It stands in nobody's way: other keys do what they always do.
class AskCard : public QWidget {
    Q_OBJECT

public:
    struct Answer {
        QString text;
        std::function<void()> then;
    };
    struct Question {
        QString text;
        QString words;            ///< what there is to know before answering
        QList<Answer> answers;    ///< with a form, Enter in a field gives the first
        QWidget* form = nullptr;  ///< fields to be filled in; goes with the question
        QWidget* first = nullptr; ///< the field that has the keyboard then
    };

    explicit AskCard(QWidget* parent = nullptr);
    /// The knitter's own question, which can be left with Escape. One of the machine's that is open waits beneath it.
    void ask(const Question& question);
    /// A question that comes by itself: one like it makes way; where the knitter is at one of their own, it waits.
    void askUnasked(const Question& question);
    /// While the question stands.
    void setWords(const QString& words);
    /// The knitter's own question is over, without an answer; false where there was none.
    bool leave();
    /// Both questions are over, without an answer.
    void dismiss();
    bool isOpen() const { return asked_ || unasked_; }
    QString question() const { return text_->text(); }
    QString words() const { return words_->text(); }
    QWidget* form() const { return form_; }
    QList<QPushButton*> buttons() const { return buttons_; }
    /// Digits, arrows, Enter, and Escape while a question is open.
    bool takeKey(const QKeyEvent& event);
    void setScale(double scale);

signals:
    /// A question is there, or the last one is gone; `roomy`: it needs more room than one of a few lines.
    void opened(bool open, bool roomy);
    /// A field that had the keyboard goes: somebody else should take it.
    void keyboardFreed();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void show(const Question& question, bool leavable);
    void answer(const std::function<void()>& then);
    void clear();
    /// Shows what is on top now, or goes.
    void settle();
    void addButton(const QString& key, const QString& text, const std::function<void()>& then);
    void choose(qsizetype button);
    qsizetype below() const;
    QPushButton* underKeyboard() const;

    QVBoxLayout* column_;
    QLabel* text_;
    QLabel* words_;
    QGridLayout* grid_;
    QWidget* form_ = nullptr;
    QList<QPushButton*> buttons_;
    qsizetype chosen_ = 0;
    std::optional<Question> asked_;
    std::optional<Question> unasked_;
    QElapsedTimer shown_;
};

} // namespace vestimen::app
