// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/practice_view.h"

#include <QKeyEvent>
#include <QWidget>

namespace vestimen::app {

/// A cure on the bed of the piece that is being knitted: watched or done by hand, then noted, or left.
class CurePage : public QWidget {
    Q_OBJECT

public:
    explicit CurePage(QWidget* parent = nullptr);
    PracticeView* view() const { return view_; }
    /// The siblings must outlive what is shown. The note is for the journal, once it is mended.
    void follow(const PracticeCard& cure, const Siblings& siblings, const QColor& yarn, const QString& note);
    void stop() { view_->play(false); }
    /// Whether the key was one of its own.
    bool takeKey(const QKeyEvent& event);

signals:
    void mended(const QString& note);
    void left();

private:
    PracticeView* view_;
    QString note_;
};

} // namespace vestimen::app
