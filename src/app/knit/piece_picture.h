// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/fabric_picture.h"
#include "core/quantity/gauge.h"

#include <QColor>
#include <QWidget>

namespace vestimen::app {

/// A piece as it hangs from the rail, to scale with its neighbours: filled as far as it is knitted, in outline beyond.
class PiecePicture : public QWidget {
    Q_OBJECT

public:
    explicit PiecePicture(QWidget* parent = nullptr);
    /// `passes`: that are made; -1 for all. `scale`: pixels of a millimetre.
    void show(FabricPicture picture, int passes, const FabricGauge& gauge, const QColor& colour, double scale);
    /// Of the picture's shape, in millimetres.
    static QSizeF sizeOf(const FabricPicture& picture, const FabricGauge& gauge);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    FabricPicture picture_;
    int passes_ = 0;
    FabricGauge gauge_;
    QColor colour_;
    double scale_ = 1.0;
};

} // namespace vestimen::app
