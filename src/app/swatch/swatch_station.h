// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/slip.h"
#include "app/shell/station.h"
#include "core/quantity/parsing.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QSpinBox>

#include <functional>

namespace vestimen::app {

/// The swatch drawn on the rail, with the readings entered on the drawing.
class SwatchCanvas : public QWidget {
    Q_OBJECT

public:
    explicit SwatchCanvas(QWidget* parent = nullptr);
    void show(const Project& project);
    QList<QLineEdit*> edits(bool widths) const { return widths ? widths_ : heights_; }
    QSize minimumSizeHint() const override { return {420, 340}; }

signals:
    void typed(bool isWidth, int index, const QString& text);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void placeEdits();
    void matchEdits(QList<QLineEdit*>& edits, const std::vector<Reading>& readings, bool widths);
    QRectF swatchRect() const;
    QRectF fieldRect() const;
    QPointF lineAt(bool width, int index, int count) const;

    Project project_;
    MeasuredFabric measured_;
    QList<QLineEdit*> widths_;
    QList<QLineEdit*> heights_;
};

class SwatchStation : public Station {
    Q_OBJECT

public:
    explicit SwatchStation(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    SwatchCanvas* canvas() const { return canvas_; }
    Slip* slip() const { return slip_; }

private:
    void buildControls();
    void read(bool isWidth, int index, const QString& text);
    void change(const QString& what, const std::function<void(Swatch&)>& change);
    void fillTreatments();
    void fillSlip();

    SwatchCanvas* canvas_;
    Slip* slip_;
    QLabel* title_;
    QLabel* subtitle_;
    QLabel* problem_;
    QHBoxLayout* treatments_;
    QLineEdit* size_;
    QSpinBox* field_;
    QSpinBox* fieldRows_;
    QLineEdit* grams_;
    bool filling_ = false;
};

/// "142", "14.2 cm", "28.1/10cm" (gauge rule) or "34/12cm" (a count in a length). Bare numbers are millimetres.
Parsed<Reading> parseReading(const std::string& text);
QString readingText(const Reading& reading);

} // namespace vestimen::app
