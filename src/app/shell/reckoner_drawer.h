// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/session.h"

#include <QComboBox>
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

signals:
    void closed();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    QWidget* buildLine();
    QWidget* buildNotes();
    void answer();
    void keepNote();
    void forgetNote();

    Session& session_;
    QLineEdit* question_;
    QLabel* headline_;
    QLabel* hint_;
    QLabel* working_;
    QListWidget* notes_;
    QComboBox* keptOn_;
    QPushButton* keep_;
    QPushButton* forget_;
};

/// A note as it is shown, with its piece's name.
QString noteText(const Note& note);

} // namespace vestimen::app
