// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/needle.h"
#include "devices/row_counter.h"

#include <functional>

namespace vestimen::app {

/// Hears the row counter, and says what it means for a piece whose carriage stands somewhere.
class CounterEar : public QObject {
    Q_OBJECT

public:
    /// `carriage`: where it stands on the screen; nothing while nobody knits.
    CounterEar(std::function<std::optional<Side>()> carriage, QObject* parent = nullptr);
    RowCounter* counter() { return &counter_; }
    void use(const QString& port, int doubleWithin, int leastBetween);
    /// The next line is taken as it comes.
    void forget() { listener_.forget(); }

signals:
    /// `missed`: their lines were lost, and the counter's number tells of them.
    void rowsKnitted(int rows, bool missed);
    void wrongWay(vestimen::Side to);
    void lineChanged();

private:
    void hear(const CounterReading& reading);

    std::function<std::optional<Side>()> carriage_;
    RowCounter counter_;
    CounterListener listener_;
};

} // namespace vestimen::app
