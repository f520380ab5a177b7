// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/session.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

namespace vestimen::app {

/// The quick sums, at the window's foot from every station: a question in one line, answered while it is typed. An
/// answer can be kept as a note on the project or on one of its pieces.
class ReckonerDrawer : public QWidget {
    Q_OBJECT

public:
    explicit ReckonerDrawer(Session& session, QWidget* parent = nullptr);

    /// Opens with the question ready to be typed over.
    void openUp();
    void refresh();

    QLineEdit* question() const { return question_; }
    QString headline() const { return headline_->text(); }
    QString hint() const { return hint_->text(); }
    QString working() const { return working_->text(); }
    QListWidget* notes() const { return notes_; }
    QComboBox* keptOn() const { return keptOn_; }
    QPushButton* keep() const { return keep_; }
    /// The words that the line still lacks.
    QList<QPushButton*> chips() const { return chips_; }

signals:
    void closed();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    QWidget* buildLine();
    QWidget* buildNotes();
    void answer();
    void offerChips(const std::vector<std::string>& names);
    /// The line that was asked so many answers ago, from 1; what is typed now is 0.
    void keepAnswered();
    void recall(int back);
    void keepNote();
    void forgetNote();

    Session& session_;
    QLineEdit* question_;
    QHBoxLayout* chipLine_;
    QList<QPushButton*> chips_;
    QStringList asked_; ///< lines that had an answer, the newest first
    QString answered_;  ///< the last line that had one
    QString typed_;     ///< what stood in the line before older ones were looked at
    int recalled_ = 0;
    QLabel* headline_;
    QLabel* hint_;
    QLabel* working_;
    QListWidget* notes_;
    QComboBox* keptOn_;
    QPushButton* keep_;
    QPushButton* forget_;
};

/// A note as it is shown, with its piece's name.
QString noteText(const Article& article, const Note& note);

} // namespace vestimen::app
