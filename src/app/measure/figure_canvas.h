// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/backdrop.h"
#include "app/measure/figure_paths.h"

#include <QWidget>

#include <vector>

namespace vestimen::app {

/// A drawn figure on which each measure is a line, with its ease as the gap it is.
class FigureCanvas : public QWidget {
    Q_OBJECT

public:
    explicit FigureCanvas(QWidget* parent = nullptr);
    /// `asked`: the measures that the article needs; the others of this view are drawn thin.
    void show(Measure chosen, FigureKind kind, const Wearer& wearer, const EaseTable& ease,
              const std::vector<Measure>& asked, const QString& easeLabel);
    FigureView view() const { return view_; }
    /// Shows another side or a close-up without choosing a measure.
    void turn(FigureView view);
    QSize minimumSizeHint() const override { return {140, 320}; }
    /// The middle of a measure's line, for tests.
    QPointF lineCentre(Measure measure) const;

signals:
    void picked(vestimen::Measure measure);
    void turned();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    bool isSeen(Measure measure) const;
    QTransform figureTransform() const;
    void paintGap(QPainter& painter, Measure measure) const;
    void paintFigure(QPainter& painter) const;

    Measure chosen_ = Measure::chest;
    FigureKind kind_ = FigureKind::adult;
    FigureView view_ = FigureView::front;
    Wearer wearer_;
    EaseTable ease_{};
    std::vector<Measure> asked_;
    QString easeLabel_;
    Backdrop<std::pair<FigureKind, FigureView>> backdrop_; ///< the figure without its lines
};

} // namespace vestimen::app
