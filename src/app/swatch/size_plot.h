// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/swatch/size_gauges.h"

#include <QWidget>

namespace vestimen::app {

/// Swatches of one yarn by stitch size: stitches and rows in 10 cm as points, with what their readings spread over.
class SizePlot : public QWidget {
    Q_OBJECT

public:
    explicit SizePlot(QWidget* parent = nullptr);
    void show(std::vector<SizeGauge> points, StitchSizeScale sizes, std::optional<ReadOff> readOff,
              std::optional<Gauge> wanted);
    QSize minimumSizeHint() const override { return {300, 220}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<SizeGauge> points_;
    StitchSizeScale sizes_;
    std::optional<ReadOff> readOff_;
    std::optional<Gauge> wanted_;
};

} // namespace vestimen::app
