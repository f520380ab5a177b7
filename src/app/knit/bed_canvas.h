// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/fabric_picture.h"
#include "core/bed/virtual_bed.h"
#include "core/quantity/gauge.h"

#include <QColor>
#include <QWidget>

namespace vestimen::app {

/// What the machine screen draws of a bed.
struct BedView {
    std::vector<NeedleState> needles; ///< the main bed from left to right
    int firstSlot = 0;                ///< slot of the first of them
    Side carriage = Side::right;
    bool finished = false;
    FabricPicture picture;
    QList<QColor> yarns; ///< by index
    FabricGauge gauge;
};
BedView bedView(const VirtualBed& bed, const Program& program, const FabricGauge& gauge, const QColor& mainColour);

/// The bed strip with every needle's position and the carriage on its side, and the fabric growing under it.
class BedCanvas : public QWidget {
    Q_OBJECT

public:
    explicit BedCanvas(QWidget* parent = nullptr);
    void setView(BedView view);
    QSize minimumSizeHint() const override { return {400, 180}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    BedView view_;
};

/// Exactly the needles that the next thing concerns, before and after it.
class NeedlePicture : public QWidget {
    Q_OBJECT

public:
    explicit NeedlePicture(QWidget* parent = nullptr);
    void setStates(const VirtualBed& before, const VirtualBed& after);
    /// Nothing to show: plain rows.
    void clear();
    bool isEmpty() const { return groups_.empty(); }
    QSize minimumSizeHint() const override { return {240, 118}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Shown {
        Needle needle;
        Position positionBefore, positionAfter;
        int loopsBefore, loopsAfter;
        bool changed;
    };
    std::vector<std::vector<Shown>> groups_;
};

} // namespace vestimen::app
