// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/practice_view.h"

#include "app/canvas/label.h"
#include "app/session/session.h"
#include "app/theme/habit.h"
#include "app/theme/theme.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QStyle>
#include <QVBoxLayout>

#include <array>

namespace vestimen::app {
namespace {

struct MoveKey {
    HandMove move;
    Qt::Key key;
    const char* text;
};
constexpr std::array moveKeys{
    MoveKey{HandMove::knit, Qt::Key_Space, QT_TRANSLATE_NOOP("PracticeView", "Space · carriage over")},
    MoveKey{HandMove::lever, Qt::Key_L, QT_TRANSLATE_NOOP("PracticeView", "L · hold lever")},
    MoveKey{HandMove::passFree, Qt::Key_F, QT_TRANSLATE_NOOP("PracticeView", "F · over, knit nothing")},
    MoveKey{HandMove::wind, Qt::Key_C, QT_TRANSLATE_NOOP("PracticeView", "C · loops on")},
    MoveKey{HandMove::bindOff, Qt::Key_O, QT_TRANSLATE_NOOP("PracticeView", "O · bind off")},
    MoveKey{HandMove::wrap, Qt::Key_W, QT_TRANSLATE_NOOP("PracticeView", "W · wrap")},
    MoveKey{HandMove::liftBar, Qt::Key_B, QT_TRANSLATE_NOOP("PracticeView", "B · lift the bar")},
    MoveKey{HandMove::hang, Qt::Key_H, QT_TRANSLATE_NOOP("PracticeView", "H · hang the next")},
    MoveKey{HandMove::takeOff, Qt::Key_T, QT_TRANSLATE_NOOP("PracticeView", "T · take off")},
    MoveKey{HandMove::letDown, Qt::Key_D, QT_TRANSLATE_NOOP("PracticeView", "D · let down")},
    MoveKey{HandMove::takeUp, Qt::Key_U, QT_TRANSLATE_NOOP("PracticeView", "U · take up a rung")},
    MoveKey{HandMove::cross, Qt::Key_X, QT_TRANSLATE_NOOP("PracticeView", "X · cross")},
    MoveKey{HandMove::drawUp, Qt::Key_P, QT_TRANSLATE_NOOP("PracticeView", "P · draw up")}};

/// From the bed towards the knitter.
constexpr std::array positions{Position::out, Position::work, Position::hold};

constexpr int narrow = 440; ///< below this two buttons stand in a line

} // namespace

PracticeView::PracticeView(QWidget* parent)
    : QWidget(parent), bed_(new BedCanvas(this)), needles_(new NeedlePicture(this)), steps_(new QListWidget(this)),
      answer_(new Label(this)), playBar_(new QWidget(this)), play_(new QPushButton(playBar_)),
      speed_(new QSpinBox(playBar_)), turnButton_(new QPushButton(this)), handBar_(new QWidget(this)),
      grid_(new QGridLayout(handBar_)), try_(new QPushButton(tr("Enter · try this step"), handBar_)),
      undo_(new QPushButton(tr("Z · take back"), handBar_)), show_(new QPushButton(tr("? · show the step"), handBar_)) {
    setFocusPolicy(Qt::StrongFocus);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(8);
    all->addWidget(bed_, 3);
    all->addWidget(needles_);
    steps_->setAccessibleName(tr("Steps"));
    steps_->setWordWrap(true);
    steps_->setFocusPolicy(Qt::NoFocus);
    steps_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    all->addWidget(steps_, 2);
    answer_->setWordWrap(true);
    answer_->setAccessibleName(tr("What would have happened"));
    all->addWidget(answer_);
    auto* bar = new QHBoxLayout(playBar_);
    bar->setContentsMargins(0, 0, 0, 0);
    play_->setFocusPolicy(Qt::NoFocus);
    connect(play_, &QPushButton::clicked, this, [this] { play(!plays()); });
    bar->addWidget(play_);
    const auto button = [&](const QString& text, auto action) {
        auto* made = new QPushButton(text, playBar_);
        made->setFocusPolicy(Qt::NoFocus);
        connect(made, &QPushButton::clicked, this, action);
        bar->addWidget(made);
    };
    button(tr("← back"), [this] { stepBy(-1); });
    button(tr("→ on"), [this] { stepBy(1); });
    speed_->setRange(1, 20);
    speed_->setValue(2);
    speed_->setSuffix(tr(" / s"));
    speed_->setAccessibleName(tr("Movements in a second"));
    speed_->setFocusPolicy(Qt::ClickFocus);
    connect(speed_, &QSpinBox::valueChanged, this, [this] { play(plays()); });
    bar->addWidget(speed_);
    bar->addStretch(1);
    all->addWidget(handBar_);
    all->addWidget(playBar_);
    auto* foot = new QHBoxLayout;
    foot->addStretch(1);
    turnButton_->setCheckable(true);
    turnButton_->setFocusPolicy(Qt::NoFocus);
    connect(turnButton_, &QPushButton::clicked, this, &PracticeView::takeTurn);
    foot->addWidget(turnButton_);
    all->addLayout(foot);
    grid_->setContentsMargins(0, 0, 0, 0);
    for (const MoveKey& each : moveKeys) {
        auto* made = new QPushButton(tr(each.text), handBar_);
        made->setFocusPolicy(Qt::NoFocus);
        connect(made, &QPushButton::clicked, this, [this, move = each.move] { make(move); });
        buttons_[each.move] = made;
    }
    for (QPushButton* each : {try_, undo_, show_})
        each->setFocusPolicy(Qt::NoFocus);
    try_->setObjectName(QStringLiteral("primary"));
    connect(undo_, &QPushButton::clicked, this, &PracticeView::takeBack);
    connect(show_, &QPushButton::clicked, this, &PracticeView::showStep);
    connect(try_, &QPushButton::clicked, this, &PracticeView::tryStep);
    connect(&timer_, &QTimer::timeout, this, [this] {
        stepBy(1);
        if (at_ == movements())
            play(false);
    });
    connect(bed_, &BedCanvas::pressed, this, &PracticeView::press);
    connect(bed_, &BedCanvas::dragged, this, [this](Needle from, Needle to) {
        if (!turn_)
            return;
        const NeedleSpan moved = span();
        const bool within = from.slot() >= moved.first.slot() && from.slot() <= moved.last.slot();
        const NeedleSpan needles = within ? moved : NeedleSpan{from, from};
        const int over = to.slot() - from.slot();
        answer(turn_->move(needles, over));
        chosen_ = needles.first.shifted(over);
        other_ = needles.last.shifted(over);
        fill();
    });
}

void PracticeView::say(const QString& text, bool wrong) {
    answer_->setText(text);
    answer_->setObjectName(wrong ? QStringLiteral("problem") : QStringLiteral("muted"));
    answer_->style()->unpolish(answer_); // looks its name up anew
    answer_->style()->polish(answer_);
}

QPushButton* PracticeView::button(HandMove move) const {
    return buttons_.at(move);
}

void PracticeView::show(const PracticeCard& card, const Siblings* siblings, const QColor& yarn) {
    play(false);
    yarn_ = yarn;
    turn_.reset();
    card_ = std::make_unique<PracticeCard>(card);
    siblings_ = siblings;
    apart_ = inMotions(card_->program, siblings_);
    moves_.clear();
    bool began = false;
    for (std::size_t i = 0; i < apart_.operations.size(); ++i) {
        const auto* say = std::get_if<operation::Say>(&apart_.operations[i].action);
        began = began || (say && isSection(*say));
        if (began && !say)
            moves_.push_back(i);
    }
    at_ = 0;
    answer_->clear();
    steps_->clear();
    int number = 0;
    for (const CardStep& step : stepsOf(*card_))
        steps_->addItem(tr("%1. %2").arg(++number).arg(inHabit(step.text)));
    takeTurn(false);
}

void PracticeView::play(bool on) {
    if (on && at_ == movements())
        at_ = 0;
    on = on && !turn_;
    play_->setText(on ? tr("Space · stop") : tr("Space · play"));
    on ? timer_.start(1000 / speed_->value()) : timer_.stop();
}

void PracticeView::stepBy(int steps) {
    if (turn_ || !card_)
        return;
    at_ = std::clamp(at_ + steps, 0, movements());
    fill();
}

void PracticeView::takeTurn(bool on) {
    if (!card_)
        return;
    play(false);
    turn_ = on ? std::make_unique<PracticeTurn>(*card_, siblings_) : nullptr;
    wrong_.clear();
    other_.reset();
    say(on ? tr("Your turn: ← → choose a needle, with Shift several, ↑ ↓ its position, Ctrl ← → moves "
                "stitches, S the other bed. Or with the pointer: press, drag; pressed again it goes to "
                "its next position.")
           : QString());
    turnButton_->setChecked(on);
    turnButton_->setText(on ? tr("Esc · watch again") : tr("Y · your turn"));
    playBar_->setVisible(!on);
    handBar_->setVisible(on);
    if (on) {
        const NeedleSpan all = turn_->bed().occupied();
        chosen_ = all.empty() ? Needle::named(Side::left, 1) : all.end(turn_->bed().carriage());
        fillButtons();
    }
    fill();
}

/// Those that the card has a use for: the others would only be in the way.
void PracticeView::fillButtons() {
    for (const auto& [move, button] : buttons_) {
        grid_->removeWidget(button);
        button->hide();
    }
    for (QPushButton* each : {try_, undo_, show_})
        grid_->removeWidget(each);
    int at = 0;
    const int perLine = width() < narrow ? 2 : 3;
    for (const HandMove move : movesOf(*card_)) {
        grid_->addWidget(buttons_[move], at / perLine, at % perLine);
        buttons_[move]->show();
        ++at;
    }
    for (QPushButton* each : {undo_, show_, try_}) {
        grid_->addWidget(each, at / perLine, at % perLine);
        ++at;
    }
}

NeedleSpan PracticeView::span() const {
    const Needle other = other_.value_or(chosen_);
    return other.slot() < chosen_.slot() ? NeedleSpan{other, chosen_} : NeedleSpan{chosen_, other};
}

void PracticeView::showBed(const VirtualBed& bed, const Program& program) {
    BedView view = bedView(bed, program, cardGauge, yarn_.isValid() ? yarn_ : Theme::current().wool);
    if (turn_)
        view.hand = HandView{chosen_, wrong_, other_};
    bed_->setView(std::move(view));
}

void PracticeView::fillSteps(std::size_t step) {
    for (int row = 0; row < steps_->count(); ++row) {
        QFont font = steps_->font();
        font.setBold(row == static_cast<int>(step));
        steps_->item(row)->setFont(font);
    }
    const int row = std::min(static_cast<int>(step), steps_->count() - 1);
    steps_->setCurrentRow(row);
}

void PracticeView::fill() {
    if (!card_)
        return;
    if (turn_) {
        showBed(turn_->bed(), card_->program);
        needles_->hide();
        fillSteps(turn_->step());
        for (const auto& [move, button] : buttons_)
            button->setEnabled(!turn_->isDone());
        try_->setEnabled(!turn_->isDone());
        return;
    }
    // Before the next movement; what it does to the needles stands beside it.
    const auto place = [&](int movement) {
        return movement == 0             ? moves_.empty() ? apart_.operations.size() : moves_.front()
                           : movement >= movements() ? apart_.operations.size()
                                         : moves_[static_cast<std::size_t>(movement)];
    };
    VirtualBed before(apart_, siblings_);
    before.advance({place(at_), 0});
    showBed(before, apart_);
    needles_->show();
    if (at_ == movements()) {
        needles_->clear(tr("done"));
    } else {
        VirtualBed after(apart_, siblings_);
        after.advance({place(at_) + 1, 0});
        if (std::holds_alternative<operation::Knit>(apart_.operations[place(at_)].action))
            needles_->clear(tr("a row"));
        else
            needles_->setStates(before, after, tr("next"));
    }
    std::size_t step = 0;
    for (std::size_t i = 0; i < place(at_); ++i)
        if (const auto* say = std::get_if<operation::Say>(&apart_.operations[i].action); say && isSection(*say))
            ++step;
    fillSteps(step == 0 ? 0 : step - 1);
}

void PracticeView::choose(Needle needle, bool along) {
    if (!turn_ || !turn_->bed().onBed(needle))
        return;
    if (along && !other_)
        other_ = chosen_;
    if (!along)
        other_.reset();
    chosen_ = needle;
    fill();
}

void PracticeView::press(Needle needle, bool along) {
    if (!turn_)
        return;
    setFocus();
    const NeedleSpan all = span();
    const bool again = needle.slot() >= all.first.slot() && needle.slot() <= all.last.slot();
    if (along || !again)
        return choose(needle, along);
    // Pressed again, it goes to its next position, and all that are chosen with it.
    putAll([](const NeedleState& state) {
        return state.position == Position::work && state.loops > 0 ? Position::hold
               : state.position == Position::work                  ? Position::out
                                                                   : Position::work;
    });
}

void PracticeView::answer(const std::optional<Phrase>& refused) {
    wrong_.clear();
    say(refused ? coreText(*refused) : QString(), true);
}

void PracticeView::make(HandMove move) {
    if (!turn_)
        return;
    const auto refused = turn_->make(move, span());
    answer(refused);
    // The next loop goes onto the next needle; what is knitted leaves nothing chosen but one needle.
    if (!refused && move == HandMove::hang && turn_->bed().onBed(chosen_.shifted(1)))
        chosen_ = chosen_.shifted(1);
    fill();
}

void PracticeView::putAll(const std::function<Position(const NeedleState&)>& to) {
    const NeedleSpan all = span();
    std::optional<Phrase> refused;
    for (int i = 0; i < all.size(); ++i) {
        const Needle needle = all.first.shifted(i);
        if (const auto why = turn_->put(needle, to(turn_->bed().needle(needle))))
            refused = why;
    }
    answer(refused);
    fill();
}

void PracticeView::turnNeedle(int towardsKnitter) {
    putAll([towardsKnitter](const NeedleState& state) {
        const auto at = std::ranges::find(positions, state.position) - positions.begin();
        return positions[static_cast<std::size_t>(
            std::clamp<std::ptrdiff_t>(at + towardsKnitter, 0, positions.size() - 1))];
    });
}

void PracticeView::takeBack() {
    if (!turn_)
        return;
    answer(turn_->undo() ? std::nullopt : std::optional(Phrase{"Nothing was done yet.", {}}));
    fill();
}

void PracticeView::showStep() {
    if (!turn_ || turn_->isDone())
        return;
    turn_->showStep();
    wrong_.clear();
    say(tr("So it is after that step."));
    fill();
}

void PracticeView::tryStep() {
    if (!turn_ || turn_->isDone())
        return;
    const Trial trial = turn_->tryStep();
    wrong_ = trial.needles;
    QStringList said;
    for (std::size_t i = 0; i < std::min<std::size_t>(trial.happened.size(), 3); ++i)
        said << coreText(trial.happened[i]);
    if (trial.right())
        said << (turn_->isDone() ? turn_->wentRight() ? tr("Right to the end.")
                                                      : tr("Done. It counts once every step is right at the first try.")
                                 : tr("Right."));
    say(said.join(QLatin1Char(' ')), !trial.right());
    if (trial.right())
        other_.reset();
    fill();
    if (turn_->isDone() && turn_->wentRight())
        emit wentRight(QString::fromStdString(card_->key));
}

bool PracticeView::takeKey(const QKeyEvent& event) {
    if (!card_)
        return false;
    const int key = event.key();
    const bool sideways = key == Qt::Key_Left || key == Qt::Key_Right;
    const int over = key == Qt::Key_Left ? -1 : 1;
    if (!turn_) {
        if (sideways)
            stepBy(over);
        else if (key == Qt::Key_Space)
            play(!plays());
        else if (key == Qt::Key_Y)
            takeTurn(true);
        else
            return false;
        return true;
    }
    if (key == Qt::Key_Escape) {
        takeTurn(false);
    } else if (sideways && event.modifiers().testFlag(Qt::ControlModifier)) {
        const NeedleSpan moved = span();
        const auto refused = turn_->move(moved, over);
        answer(refused);
        if (!refused) {
            chosen_ = chosen_.shifted(over);
            if (other_)
                other_ = other_->shifted(over);
        }
        fill();
    } else if (sideways) {
        choose(chosen_.shifted(over), event.modifiers().testFlag(Qt::ShiftModifier));
    } else if (key == Qt::Key_Up || key == Qt::Key_Down) {
        turnNeedle(key == Qt::Key_Down ? 1 : -1);
    } else if (key == Qt::Key_Return || key == Qt::Key_Enter) {
        tryStep();
    } else if (key == Qt::Key_Z) {
        takeBack();
    } else if (key == Qt::Key_Question) {
        showStep();
    } else if (key == Qt::Key_S) {
        choose(Needle::atSlot(chosen_.slot(), chosen_.bed() == Bed::main ? Bed::second : Bed::main), false);
    } else {
        for (const MoveKey& each : moveKeys)
            if (each.key == key) {
                make(each.move);
                return true;
            }
        return false;
    }
    return true;
}

void PracticeView::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    if (turn_ && (event->oldSize().width() < narrow) != (width() < narrow))
        fillButtons();
}

void PracticeView::keyPressEvent(QKeyEvent* event) {
    if (!takeKey(*event))
        QWidget::keyPressEvent(event);
}

} // namespace vestimen::app
