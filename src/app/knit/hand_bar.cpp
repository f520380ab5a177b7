// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/hand_bar.h"

#include "app/canvas/fields.h"

#include <QHBoxLayout>
#include <QPushButton>

#include <algorithm>

namespace vestimen::app {
namespace {

/// From the bed towards the knitter.
constexpr std::array positions{Position::out, Position::work, Position::hold};

} // namespace

HandBar::HandBar(QWidget* parent) : QWidget(parent), eyes_(new QSpinBox(this)) {
    auto* line = new QHBoxLayout(this);
    line->setContentsMargins(0, 0, 0, 8);
    eyes_->setRange(1, 7);
    eyes_->setValue(3);
    eyes_->setPrefix(tr("tool with "));
    eyes_->setSuffix(tr(" eyes"));
    eyes_->setAccessibleName(tr("Stitches that the tool moves at once"));
    eyes_->setFocusPolicy(Qt::ClickFocus);
    line->addWidget(eyes_);
    const auto button = [&](const QString& text, auto action) {
        auto* made = new QPushButton(text, this);
        made->setFocusPolicy(Qt::NoFocus);
        connect(made, &QPushButton::clicked, this, action);
        line->addWidget(made);
    };
    const auto press = [this](int key) {
        return [this, key] { takeKey(QKeyEvent(QEvent::KeyPress, key, Qt::NoModifier)); };
    };
    button(tr("B · lift the bar"), press(Qt::Key_B));
    button(tr("Z · take back"), press(Qt::Key_Z));
    auto* words = new ElidedLabel(tr("click or ← → ↑ ↓: needle and position; Shift: alike up to there; drag or Ctrl ← "
                                     "→: move stitches; 1 to 7: eyes"),
                                  this);
    words->setObjectName(QStringLiteral("muted"));
    words->setToolTip(words->text());
    line->addWidget(words, 1);
    hide();
}

void HandBar::take(const Program& program, ProgramPlace place, const Siblings& siblings) {
    if (hand_ && program_ == &program && place_ == place)
        return;
    program_ = &program;
    siblings_ = &siblings;
    place_ = place;
    beginAgain();
    const NeedleSpan span = hand_->bed().occupied();
    if (!span.empty())
        chosen_ = span.end(hand_->bed().carriage());
    setVisible(true);
}

void HandBar::letGo() {
    hand_.reset();
    wrong_.clear();
    setVisible(false);
}

void HandBar::beginAgain() {
    hand_ = std::make_unique<HandBed>(*program_, place_, siblings_);
    wrong_.clear();
}

void HandBar::done(bool could, const QString& otherwise) {
    if (!could)
        return emit said(otherwise);
    wrong_.clear();
    emit changed();
}

void HandBar::choose(Needle needle) {
    if (!hand_->bed().onBed(needle))
        return;
    chosen_ = needle;
    emit changed();
}

void HandBar::turn(int towardsKnitter) {
    const auto at = std::ranges::find(positions, hand_->bed().needle(chosen_).position) - positions.begin();
    const auto to = std::clamp<std::ptrdiff_t>(at + towardsKnitter, 0, positions.size() - 1);
    done(hand_->put(chosen_, positions[static_cast<std::size_t>(to)]), tr("An empty needle holds nothing."));
}

bool HandBar::takeKey(const QKeyEvent& event) {
    if (!hand_)
        return false;
    const int key = event.key();
    const bool sideways = key == Qt::Key_Left || key == Qt::Key_Right;
    const int over = key == Qt::Key_Left ? -1 : 1;
    if (sideways && event.modifiers().testFlag(Qt::ControlModifier)) {
        const bool moved = hand_->move(chosen_, eyes_->value(), over);
        if (moved)
            chosen_ = chosen_.shifted(over);
        done(moved, tr("There are not so many stitches to move that way."));
    } else if (sideways && event.modifiers().testFlag(Qt::ShiftModifier)) {
        press(chosen_.shifted(over), true);
    } else if (sideways) {
        choose(chosen_.shifted(over));
    } else if (key == Qt::Key_Up || key == Qt::Key_Down) {
        turn(key == Qt::Key_Down ? 1 : -1);
    } else if (key == Qt::Key_B) {
        done(hand_->fill(chosen_), tr("A bar is lifted onto an empty needle, from a stitch beside it."));
    } else if (key == Qt::Key_Z) {
        done(hand_->undo(), tr("Nothing was set yet."));
    } else if (key >= Qt::Key_1 && key <= Qt::Key_7) {
        eyes_->setValue(key - Qt::Key_0);
    } else {
        return false;
    }
    return true;
}

void HandBar::press(Needle needle, bool along) {
    if (!hand_ || !hand_->bed().onBed(needle))
        return;
    if (along) {
        const Position position = hand_->bed().needle(chosen_).position;
        const int step = needle.slot() < chosen_.slot() ? -1 : 1;
        for (Needle each = chosen_; each != needle;) {
            each = each.shifted(step);
            hand_->put(each, position);
        }
        chosen_ = needle;
        return done(true, {});
    }
    chosen_ = needle;
    const NeedleState& state = hand_->bed().needle(needle);
    const Position next = state.position == Position::work && state.loops > 0 ? Position::hold
                          : state.position == Position::out                   ? Position::work
                                                                              : Position::out;
    done(hand_->put(needle, next), {});
}

void HandBar::drag(Needle from, Needle to) {
    if (!hand_)
        return;
    chosen_ = to;
    done(hand_->move(from, eyes_->value(), to.slot() - from.slot()),
         tr("There are not so many stitches to move that way."));
}

Trial HandBar::tryRow() {
    Trial trial = hand_->knit();
    wrong_ = trial.needles;
    emit changed();
    return trial;
}

} // namespace vestimen::app
