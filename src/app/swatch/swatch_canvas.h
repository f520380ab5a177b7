// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/backdrop.h"
#include "core/project/project.h"
#include "core/swatch/swatch_layout.h"

#include <QLineEdit>
#include <QList>
#include <QWidget>

namespace vestimen::app {

/// The swatch drawn on the rail. Planned, it is drawn to scale with all its rows and needles; read, its field has the
/// room, and the readings are entered on it.
class SwatchCanvas : public QWidget {
    Q_OBJECT

public:
    enum class Mode { plan, read };

    explicit SwatchCanvas(QWidget* parent = nullptr);
    void show(const Project& project, Mode mode, ReadingUnit unit);
    /// The fields on the drawing, one for each reading and one for the next.
    QList<QLineEdit*> edits(bool widths) const { return widths ? widths_ : heights_; }
    QSize minimumSizeHint() const override { return {420, 340}; }
    /// Paints the plan onto another device, such as a page.
    static void paintPlan(QPainter& painter, const QRectF& area, const Project& project);

signals:
    void typed(bool isWidth, int index, const QString& text);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    void placeEdits();
    void matchEdits(QList<QLineEdit*>& edits, const std::vector<Reading>& readings, bool widths);
    QPointF lineAt(bool width, int index, int count) const;
    void paintReadings(QPainter& painter) const;

    Project project_;
    Mode mode_ = Mode::read;
    ReadingUnit unit_ = ReadingUnit::centimetres;
    MeasuredFabric measured_;
    QList<QLineEdit*> widths_;
    QList<QLineEdit*> heights_;
    Backdrop<std::pair<Mode, Project>> backdrop_; ///< the swatch without its readings
};

} // namespace vestimen::app
