// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/fabric_picture.h"
#include "core/plan/handle.h"
#include "core/plan/outline.h"
#include "core/quantity/gauge.h"
#include "core/quantity/name.h"

#include <QColor>
#include <QList>
#include <QPainter>
#include <QString>
#include <QWidget>

#include <optional>

namespace vestimen::app {

struct RailHandle {
    HandleKey part;
    QPointF at;          ///< stitches from the bed's middle, rows from the lower edge
    bool upright = true; ///< moves up and down; else sideways
    QString name;
    bool leftward = false; ///< of one that moves sideways: more lies to the left
};

/// What the rail shows of a piece.
struct RailView {
    FabricPicture picture;
    Outline outline;
    FabricGauge gauge;
    int needles = 200;
    int wanted = 0; ///< needles that the piece would need where the bed has fewer; 0: it fits
    QString wantedLabel;
    QColor colour;
    int weltRows = 0; ///< visible rows of the welt
    QString weltLabel;
    int markRow = 0;       ///< rows from the lower edge to the underarm mark; 0: none
    NeedleSpan markSpan{}; ///< the stitches of that row
    PieceMarks marks;      ///< of which pockets and buttons are drawn
    QString widthLabel;
    QString leftNames; ///< what lies at machine left, both names
    QString rightNames;
    QList<RailHandle> handles;
    bool sketched = false; ///< with a starter's gauge: dashed and faint
    QPointF farthest;      ///< where the fabric is farthest from the ideal line, in stitches and rows
    QString farthestText;  ///< by how much; empty: nothing to mark
    /// Another state of the same piece, drawn over it, and whose state it is; empty: nothing to compare with.
    std::vector<OutlineLine> other;
    int otherRows = 0;
    QString otherLabel;
};

/// A piece hanging from the needle rail, to scale: newest row at the top, needle names along the rail, rows up the
/// side. Parts are picked with the mouse or Tab, dragged or moved with the arrow keys, by whole stitches and rows.
class RailCanvas : public QWidget {
    Q_OBJECT

public:
    explicit RailCanvas(QWidget* parent = nullptr);

    void setView(RailView view);
    const RailView& view() const { return view_; }
    void clear();
    /// The knit side, as it is worn, instead of the purl side, as it hangs.
    void setAsWorn(bool asWorn);
    bool asWorn() const { return asWorn_; }
    /// All needles of the bed, also where the piece needs a few of them.
    void setWholeBed(bool whole);
    /// Whether the piece needs so few needles that its part of the bed is shown.
    bool needsAPart() const;
    /// Needles that are shown at each side of the middle.
    int shownNeedles() const { return half_; }
    /// Rows that the row list points at: rectangles in stitches and rows.
    void setLit(const QList<QRectF>& lit);
    const QList<QRectF>& lit() const { return lit_; }
    void pick(HandleKey part);
    HandleKey picked() const { return picked_; }
    /// What stands beside the pointer while something is dragged.
    void setBubble(const QString& text);
    /// Where a handle is drawn, for tests.
    std::optional<QPointF> handlePosition(HandleKey part) const;
    /// Pixels for one row and one stitch.
    QSizeF stitchSize() const { return {stitch_, row_}; }

    QSize minimumSizeHint() const override { return {420, 320}; }

signals:
    void partPicked(HandleKey part);
    /// A drag began, went on by whole stitches or rows since its beginning (up and outward are positive), or ended.
    void dragBegan(HandleKey part);
    void draggedBy(HandleKey part, int steps);
    void dragEnded(HandleKey part, bool keep);
    /// A place of the fabric that is no part was pressed: stitches and rows.
    void fabricPressed(QPointF stitchesAndRows);
    /// An arrow key: one row or stitch.
    void nudged(HandleKey part, int steps);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool focusNextPrevChild(bool next) override;

private:
    void layOut();
    QPointF position(double stitches, double rows) const;
    QPointF place(QPointF pixels) const;
    const RailHandle* handle(HandleKey part) const;
    const RailHandle* handleAt(QPointF point) const;
    void paintRail(QPainter& painter) const;
    void paintWanted(QPainter& painter) const;
    void paintFabric(QPainter& painter) const;
    void paintOther(QPainter& painter) const;
    void paintScale(QPainter& painter) const;
    void paintLabels(QPainter& painter) const;
    void paintHandles(QPainter& painter) const;

    RailView view_;
    bool asWorn_ = false;
    bool wholeBed_ = false;
    int half_ = 100; ///< needles shown at each side of the middle
    HandleKey picked_;
    HandleKey dragging_;
    QPointF dragFrom_;
    double dragStitch_ = 1.0; ///< scale when the drag began: it must not change under the hand
    double dragRow_ = 1.0;
    int dragSteps_ = 0;
    QString bubble_;
    QList<QRectF> lit_;
    double stitch_ = 1.0;
    double row_ = 1.0;
    double middle_ = 0.0;
    double top_ = 0.0;
};

/// Draws a needle rail from slot `first` to `last`, `stitch` pixels a needle, with names above it.
void paintNeedleRail(QPainter& painter, double left, double top, double stitch, int first, int last, bool mirrored);
/// Fills fabric blocks with the look of knitting: purl bumps, or knit stitches.
void paintKnitting(QPainter& painter, const QPainterPath& shape, const QColor& colour, bool knitSide);

} // namespace vestimen::app
