// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/rehearsal_bar.h"

#include "app/canvas/label.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QSignalBlocker>

namespace vestimen::app {

RehearsalBar::RehearsalBar(QWidget* parent)
    : QWidget(parent), play_(new QPushButton(tr("R · play"), this)), speed_(new QSpinBox(this)),
      byHand_(new QPushButton(tr("H · by hand"), this)), jump_(new QSlider(Qt::Horizontal, this)) {
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(0, 0, 0, 8);
    play_->setFocusPolicy(Qt::NoFocus);
    speed_->setRange(1, 50);
    speed_->setValue(8);
    speed_->setSuffix(tr(" steps a second"));
    speed_->setAccessibleName(tr("How fast it plays"));
    speed_->setFocusPolicy(Qt::ClickFocus);
    auto* slow = new QPushButton(tr("T · needle by needle"), this);
    slow->setFocusPolicy(Qt::NoFocus);
    jump_->setAccessibleName(tr("Jump to a row"));
    jump_->setFocusPolicy(Qt::TabFocus);
    auto* words = new Label(tr("rehearsal: nothing is kept"), this);
    words->setObjectName(QStringLiteral("muted"));
    line->addWidget(play_);
    line->addWidget(speed_);
    line->addWidget(slow);
    byHand_->setCheckable(true);
    byHand_->setFocusPolicy(Qt::NoFocus);
    line->addWidget(byHand_);
    connect(byHand_, &QPushButton::toggled, this, &RehearsalBar::byHandWanted);
    line->addWidget(jump_, 1);
    line->addWidget(words);
    connect(play_, &QPushButton::clicked, this, [this] { play(!plays()); });
    connect(speed_, &QSpinBox::valueChanged, this, [this] { play(plays()); });
    connect(slow, &QPushButton::clicked, this, &RehearsalBar::slowMotionWanted);
    connect(jump_, &QSlider::valueChanged, this, &RehearsalBar::jumpWanted);
    connect(&timer_, &QTimer::timeout, this, &RehearsalBar::stepWanted);
}

void RehearsalBar::show(int passesDone, int passesAll) {
    const QSignalBlocker quiet(jump_);
    jump_->setRange(0, passesAll);
    jump_->setValue(passesDone);
    setVisible(true);
}

void RehearsalBar::play(bool on) {
    play_->setText(on ? tr("R · stop") : tr("R · play"));
    on ? timer_.start(1000 / speed_->value()) : timer_.stop();
}

} // namespace vestimen::app
