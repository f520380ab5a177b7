// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/knitting_state.h"

#include <QLabel>
#include <QWidget>

namespace vestimen::app {

/// The row's number, as large as can be, and what must be so in that row: the carriage's side, size and yarn, what is
/// on hold.
class RowFacts : public QWidget {
    Q_OBJECT

public:
    explicit RowFacts(QWidget* parent = nullptr);
    void show(const KnittingState& state);
    /// Sizes of the number and of the letters, 1 at the machine; more for the far side of the room.
    void setScale(double number, double text);
    /// The coming row is knitted otherwise than the last one, which is said large.
    bool settingChanges() const { return settingChanges_; }

private:
    void style();

    QLabel* row_;
    QLabel* of_;
    QLabel* carriage_;
    QLabel* size_;
    QLabel* held_; ///< the needles on hold
    double number_ = 1.0;
    double text_ = 1.0;
    bool settingChanges_ = false;
};

} // namespace vestimen::app
