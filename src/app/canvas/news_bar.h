// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/session.h"

#include <QLabel>
#include <QPushButton>
#include <QWidget>

namespace vestimen::app {

/// Says that a part's version on the shelf has changed, and what it would change here; to be taken or left.
class NewsBar : public QWidget {
    Q_OBJECT

public:
    NewsBar(Session& session, Shelf shelf, QWidget* parent = nullptr);
    /// Shows itself while there is news.
    void fill();
    QPushButton* take() const { return take_; }
    QPushButton* leave() const { return leave_; }
    QString words() const { return words_->text(); }

private:
    Session& session_;
    Shelf shelf_;
    QLabel* words_;
    QPushButton* take_;
    QPushButton* leave_;
};

} // namespace vestimen::app
