// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/fabric_picture.h"
#include "core/work.h"

#include <QColor>
#include <QList>
#include <QWidget>

#include <optional>

namespace vestimen::app {

/// A join as it is drawn: what it takes at either side, and a thread between.
struct DrawnThread {
    struct Stroke {
        PieceKey piece;
        QList<QPointF> points; ///< in needle boundaries and rows
    };
    QList<Stroke> first;
    QList<Stroke> second; ///< empty where the first is closed in itself
    int number = 0;       ///< in the order of the making up; 0 where it has none
    bool done = false;    ///< drawn tight
};

/// All pieces of an article hanging side by side, to one scale. One is opened with the mouse, or with the arrow keys
/// and Enter. Joins lead from edge to edge as threads: those that somebody drew, or those that it is given.
class PiecesOverview : public QWidget {
    Q_OBJECT

public:
    explicit PiecesOverview(QWidget* parent = nullptr);

    void show(const Worked& worked, const QColor& colour, ReadingUnit unit);
    void clear();
    /// Faint and dashed: with a starter's gauge, or near measures.
    void setSketched(bool on);
    /// In place of those that somebody drew.
    void setThreads(QList<DrawnThread> threads);
    void pickThread(int thread);
    int pickedThread() const { return picked_; }
    const QList<DrawnThread>& threads() const { return threads_; }
    /// Where a thread is taken hold of: at its number.
    QPointF handle(qsizetype thread) const;
    void setAsWorn(bool asWorn);
    /// What room is left is above and below them; else they hang from the top.
    void setInTheMiddle(bool on) { inTheMiddle_ = on; }
    QRectF place(PieceKey piece) const;

    QSize minimumSizeHint() const override { return {420, 320}; }

signals:
    void opened(PieceKey piece);
    void threadPicked(int thread);

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
        PieceMarks marks;
    };
    /// Of a thread, in pixels: both ends, in the middle of what it takes.
    struct Ends {
        QPointF from, to;
        QPointF hanging; ///< how far it hangs down between them
    };
    void layOut();
    void paintNames(QPainter& painter) const;
    void paintThread(QPainter& painter, const DrawnThread& thread, bool picked) const;
    void paintNumber(QPainter& painter, const DrawnThread& thread, QPointF at, bool picked) const;
    void paintThreads(QPainter& painter) const;
    std::optional<Ends> ends(const DrawnThread& thread) const;
    /// Where each thread has its number: about in its middle, beside names and other numbers where there is room.
    QList<QPointF> numbers() const;
    std::optional<QPointF> middle(const QList<DrawnThread::Stroke>& strokes) const;
    int threadAt(QPointF point) const;
    QPointF point(const Hanging& piece, double slot, double rows) const;
    /// Whether all pieces have room at so many pixels a millimetre; they are placed then.
    bool fits(double scale);
    int index(QPointF point) const;

    QList<Hanging> pieces_;
    QList<DrawnThread> threads_;
    int picked_ = -1; ///< of them
    FabricGauge gauge_;
    QColor colour_;
    bool asWorn_ = false;
    bool inTheMiddle_ = false;
    bool sketched_ = false;
    double scale_ = 1.0;
    int chosen_ = 0;
};

} // namespace vestimen::app
