// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/knitting_state.h"
#include "devices/device_line.h"

#include <QLabel>

namespace vestimen::app {

/// The line above the machine screen: which piece, where in it, how much is left, and whether the row counter is heard.
class MachineHead : public QWidget {
    Q_OBJECT

public:
    explicit MachineHead(QWidget* parent = nullptr);
    /// `left`: the time that the rest takes, in words; empty where nobody can say.
    void fill(const KnittingState& state, const QString& project, const QString& left, DeviceLine::State counter);

signals:
    void otherPieceWanted();

private:
    QLabel* piece_;
    QLabel* where_;
    QLabel* line_; ///< of the row counter
};

} // namespace vestimen::app
