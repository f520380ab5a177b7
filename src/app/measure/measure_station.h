// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/canvas/slip.h"
#include "app/shell/station.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>

namespace vestimen::app {

/// A drawn figure on which each measure is a line.
class FigureCanvas : public QWidget {
    Q_OBJECT

public:
    explicit FigureCanvas(QWidget* parent = nullptr);
    void show(Measure chosen, const Wearer& wearer);
    QSize minimumSizeHint() const override { return {220, 380}; }

signals:
    void picked(Measure measure);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    QTransform figureTransform() const;

    Measure chosen_ = Measure::chest;
    Wearer wearer_;
};

/// The measures that the garment needs, in the order in which a tape goes round a person; ease; result.
class MeasureStation : public Station {
    Q_OBJECT

public:
    explicit MeasureStation(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    QLineEdit* valueEdit(Measure measure) const { return values_[static_cast<std::size_t>(measure)]; }
    QLineEdit* easeEdit(Measure measure) const { return eases_[static_cast<std::size_t>(measure)]; }
    QLabel* problem() const { return problem_; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void typedValue(Measure measure, const QString& text);
    void typedEase(Measure measure, const QString& text);
    void choose(Measure measure);
    void fillSlip();

    FigureCanvas* figure_;
    Slip* slip_;
    QLabel* title_;
    QLabel* problem_;
    QLineEdit* name_;
    std::array<QLineEdit*, measureCount> values_{};
    std::array<QLineEdit*, measureCount> eases_{};
    std::array<QLabel*, measureCount> results_{};
    Measure chosen_ = Measure::chest;
};

} // namespace vestimen::app
