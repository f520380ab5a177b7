// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/practice/practice_card.h"

#include <QAbstractButton>
#include <QWidget>

#include <vector>

namespace vestimen::app {

/// A small drawing of what is seen on fabric and bed, by the fault's key; what is no fault of ours is drawn plain.
void paintFault(QPainter& painter, const QRectF& area, const QString& key);

/// Faults to pick from by what they look like.
class FaultTiles : public QWidget {
    Q_OBJECT

public:
    explicit FaultTiles(const std::vector<PracticeCard>& faults, QWidget* parent = nullptr);
    QList<QAbstractButton*> tiles() const { return tiles_; }

signals:
    /// By its place among them.
    void picked(int fault);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QList<QAbstractButton*> tiles_;
};

} // namespace vestimen::app
