// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/wearer/measure.h"

#include <QWidget>

namespace vestimen::app {

/// A measure's values over time, as a small line. Hidden while there is only one.
class HistoryLine : public QWidget {
    Q_OBJECT

public:
    explicit HistoryLine(QWidget* parent = nullptr);
    void show(const std::vector<MeasureValue>& earlier, const std::optional<MeasureValue>& now, ReadingUnit unit);
    QSize sizeHint() const override { return {240, 96}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<MeasureValue> values_;
    ReadingUnit unit_ = ReadingUnit::centimetres;
};

} // namespace vestimen::app
