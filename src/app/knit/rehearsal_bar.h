// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPushButton>
#include <QSlider>
#include <QSpinBox>
#include <QTimer>
#include <QWidget>

namespace vestimen::app {

/// What only a rehearsal has: it plays by itself, jumps to any row, and takes a technique apart.
class RehearsalBar : public QWidget {
    Q_OBJECT

public:
    explicit RehearsalBar(QWidget* parent = nullptr);
    /// Where the piece is; jumps nowhere.
    void show(int passesDone, int passesAll);
    void play(bool on);
    bool plays() const { return timer_.isActive(); }
    QSlider* jump() const { return jump_; }
    /// For learners: the needles are set by hand before each row that shapes.
    QPushButton* byHand() const { return byHand_; }

signals:
    void stepWanted();
    void jumpWanted(int passes);
    void slowMotionWanted();
    void byHandWanted(bool on);

private:
    QPushButton* play_;
    QSpinBox* speed_;
    QPushButton* byHand_;
    QSlider* jump_;
    QTimer timer_;
};

} // namespace vestimen::app
