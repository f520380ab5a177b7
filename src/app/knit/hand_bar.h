// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/record/by_hand.h"

#include <QKeyEvent>
#include <QLabel>
#include <QSpinBox>
#include <QWidget>

#include <memory>

namespace vestimen::app {

/// A rehearsal for learners: the needles are set for the next row by mouse or keys, and then it is tried.
class HandBar : public QWidget {
    Q_OBJECT

public:
    explicit HandBar(QWidget* parent = nullptr);
    /// Takes the needles into hand at a place, where that row can be set by hand; all must outlive it. Goes on where it
    /// was when that is the same place.
    void take(const Program& program, ProgramPlace place, const Siblings& siblings);
    void letGo();
    /// As if nothing had been set yet.
    void beginAgain();
    const HandBed* bed() const { return hand_.get(); }
    Needle chosen() const { return chosen_; }
    const std::vector<Needle>& wrong() const { return wrong_; }
    QSpinBox* eyes() const { return eyes_; }

    /// Whether the key was one of its own.
    bool takeKey(const QKeyEvent& event);
    /// The needle is chosen, and goes to its next position; or all from the one chosen before go to that one's.
    void press(Needle needle, bool along);
    void drag(Needle from, Needle to);
    /// The row as it is set.
    Trial tryRow();

signals:
    void changed();
    void said(const QString& text);

private:
    void done(bool could, const QString& otherwise);
    void choose(Needle needle);
    void turn(int towardsKnitter);

    QSpinBox* eyes_; ///< of the tool that moves stitches
    std::unique_ptr<HandBed> hand_;
    ProgramPlace place_;
    const Program* program_ = nullptr;
    const Siblings* siblings_ = nullptr;
    Needle chosen_;
    std::vector<Needle> wrong_;
};

} // namespace vestimen::app
