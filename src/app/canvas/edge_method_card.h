// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/ground/edge_methods.h"

#include <QString>
#include <QWidget>

#include <span>
#include <vector>

namespace vestimen::app {

/// A way to cast on or to bind off: what it is good for, and its steps, each as five needles and a sentence.
class EdgeMethodCard : public QWidget {
    Q_OBJECT

public:
    explicit EdgeMethodCard(QWidget* parent = nullptr);

    void show(CastOnMethod method);
    void show(BindOffMethod method);
    /// How ends are woven in.
    void showWeaving();
    /// Nothing is shown.
    void clear();
    bool isEmpty() const { return title_.isEmpty(); }
    /// Size of its letters: 1 beside a drawing, more at the machine.
    void setScale(double scale);
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override;
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void showSteps(const QString& title, const QString& facts, std::span<const HandStep> steps);
    template<class Traits> void fill(const Traits& traits, const QString& match);
    /// Draws it, or only measures where there is no painter; returns its height.
    int layOut(QPainter* painter, int width) const;

    QString title_;
    QString facts_;
    std::vector<HandStep> steps_;
    double scale_ = 1.0;
};

/// Five needles as they are after a step, within an area.
void paintHandStep(QPainter& painter, const QRectF& area, const char* picture);

} // namespace vestimen::app
