// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/fabric_picture.h"
#include "core/bed/virtual_bed.h"
#include "core/quantity/gauge.h"

#include <QColor>
#include <QWidget>

#include <optional>
#include <vector>

namespace vestimen::app {

/// What a learner is at, on a bed that is set by hand.
struct HandView {
    Needle chosen;
    std::vector<Needle> wrong;        ///< that were set otherwise than they should be
    std::optional<Needle> other = {}; ///< the other end, where several are chosen
};

/// What the machine screen draws of a bed.
struct BedView {
    std::vector<NeedleState> needles; ///< the main bed from left to right
    int firstSlot = 0;                ///< slot of the first of them
    std::vector<NeedleState> second;  ///< the second bed's, while it holds a stitch
    double secondBy = 0;              ///< so many needles further right than the main bed's
    Side carriage = Side::right;
    bool finished = false;
    FabricPicture picture;
    QList<QColor> yarns; ///< by index
    FabricGauge gauge;
    WornSide shown = WornSide::purl;           ///< the side that faces the eye
    std::vector<std::pair<Needle, int>> rungs; ///< columns that were let down, with so many rungs open
    std::vector<std::pair<Needle, int>> split; ///< stitches of half their yarn, so many rows down, 1 the newest
    std::optional<HandView> hand;              ///< with every stitch on its needle, and for the mouse
};
BedView bedView(const VirtualBed& bed, const Program& program, const FabricGauge& gauge, const QColor& mainColour);

/// The bed strip with every needle's position and the carriage on its side, and the fabric growing under it. Where it
/// is set by hand, a needle can be pressed, and dragged to another.
class BedCanvas : public QWidget {
    Q_OBJECT

public:
    explicit BedCanvas(QWidget* parent = nullptr);
    void setView(BedView view);
    const BedView& view() const { return view_; }
    /// Where a needle of the strip is.
    QPointF place(Needle needle) const;
    QSize minimumSizeHint() const override { return {400, 180}; }

signals:
    /// `along`: with every needle from the one pressed before.
    void pressed(vestimen::Needle needle, bool along);
    void dragged(vestimen::Needle from, vestimen::Needle to);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;

private:
    /// The needles that are shown, by index, and how wide each of them is.
    struct Strip {
        int first = 0;
        int last = 0;
        double stitch = 1.0;
        double x(double index) const;
    };
    Strip strip() const;
    /// From the upper edge of the rail down to the fabric.
    double room() const;
    void paintSecond(QPainter& painter, const Strip& strip) const;
    std::optional<Needle> needleAt(const QPointF& point) const;
    void paintRungs(QPainter& painter, const Strip& strip, double top, double row) const;
    void paintSplit(QPainter& painter, const Strip& strip, double top, double row) const;
    void paintHand(QPainter& painter, const Strip& strip) const;
    /// From the rail down to where the chosen needle is marked.
    double markAt() const { return view_.second.empty() ? 44 : 104; }

    BedView view_;
    std::optional<Needle> pressed_;
    Qt::KeyboardModifiers pressedWith_;
};

/// Exactly the needles that the next thing concerns, before and after it.
class NeedlePicture : public QWidget {
    Q_OBJECT

public:
    explicit NeedlePicture(QWidget* parent = nullptr);
    /// `when`: said beside it, for what is still to come.
    void setStates(const VirtualBed& before, const VirtualBed& after, const QString& when = {});
    /// Nothing to show: plain rows, or for another reason.
    void clear(const QString& why = tr("nothing to do by hand"));
    bool isEmpty() const { return groups_.empty(); }
    const QString& when() const { return when_; }
    /// What is said where there is nothing to show.
    const QString& why() const { return why_; }
    /// As it is on the screen, in its own size; on paper too.
    void paintOn(QPainter& painter) const;
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
    /// Those that change of a bed, with their neighbours, in no more than so many stretches.
    void add(const VirtualBed& before, const VirtualBed& after, Bed bed, std::size_t most);

    std::vector<std::vector<Shown>> groups_;
    QString when_;
    QString why_; ///< there is nothing to show
};

} // namespace vestimen::app
