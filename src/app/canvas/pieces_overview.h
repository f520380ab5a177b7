// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/fabric_picture.h"
#include "core/work.h"

#include <QColor>
#include <QList>
#include <QWidget>

namespace vestimen::app {

/// All pieces of an article hanging side by side, to one scale. One is opened with the mouse, or with the arrow keys
/// and Enter. Joins that somebody drew lead from edge to edge as threads.
class PiecesOverview : public QWidget {
    Q_OBJECT

public:
    explicit PiecesOverview(QWidget* parent = nullptr);

    void show(const Worked& worked, const QColor& colour, ReadingUnit unit);
    void clear();
    void setAsWorn(bool asWorn);
    /// What room is left is above and below them; else they hang from the top.
    void setInTheMiddle(bool on) { inTheMiddle_ = on; }
    QRectF place(PieceKey piece) const;

    QSize minimumSizeHint() const override { return {420, 320}; }

signals:
    void opened(PieceKey piece);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    struct Hanging {
        PieceKey key;
        QString name;
        bool ontoOthers = false;
        FabricPicture picture;
        QString size;
        QRectF at; ///< in pixels, the fabric alone
    };
    /// A join from edge to edge: where it begins and ends, in needle boundaries and rows of two pieces.
    struct Thread {
        PieceKey from;
        QPointF begin;
        PieceKey to;
        QPointF end;
    };
    void layOut();
    void paintThreads(QPainter& painter) const;
    QPointF point(const Hanging& piece, double slot, double rows) const;
    /// Whether all pieces have room at so many pixels a millimetre; they are placed then.
    bool fits(double scale);
    int index(QPointF point) const;

    QList<Hanging> pieces_;
    QList<Thread> threads_;
    FabricGauge gauge_;
    QColor colour_;
    bool asWorn_ = false;
    bool inTheMiddle_ = false;
    double scale_ = 1.0;
    int chosen_ = 0;
};

} // namespace vestimen::app
