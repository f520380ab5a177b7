// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/bed_canvas.h"
#include "core/practice/practice_turn.h"

#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QSpinBox>
#include <QTimer>
#include <QWidget>

#include <functional>
#include <map>
#include <memory>

class QGridLayout;

namespace vestimen::app {

/// What cards are drawn by: their yarn is nobody's.
inline const FabricGauge cardGauge{Gauge::perTenCentimetres(28), Gauge::perTenCentimetres(40)};

/// A card as the virtual bed knits it: a moving picture, and then the learner's own hands on the same bed.
class PracticeView : public QWidget {
    Q_OBJECT

public:
    explicit PracticeView(QWidget* parent = nullptr);
    /// What its program hangs from must outlive what is shown.
    void show(const PracticeCard& card, const Siblings* siblings = nullptr, const QColor& yarn = {});
    const PracticeCard* card() const { return card_.get(); }
    /// The same in other colours.
    void refresh() { fill(); }

    /// From where it is to the end, a movement at a time.
    void play(bool on);
    bool plays() const { return timer_.isActive(); }
    void stepBy(int movements);
    /// Movements that were shown, and how many there are.
    int shown() const { return at_; }
    int movements() const { return static_cast<int>(moves_.size()); }

    void takeTurn(bool on);
    const PracticeTurn* turn() const { return turn_.get(); }
    Needle chosen() const { return chosen_; }
    /// What would have happened, or that it went right.
    QString answer() const { return answer_->text(); }
    BedCanvas* bed() const { return bed_; }
    QListWidget* steps() const { return steps_; }
    QPushButton* button(HandMove move) const;
    QPushButton* turnButton() const { return turnButton_; }
    QPushButton* tryButton() const { return try_; }
    QPushButton* undoButton() const { return undo_; }
    QPushButton* showButton() const { return show_; }
    QSpinBox* speed() const { return speed_; }
    /// False where the key stands for nothing here.
    bool takeKey(const QKeyEvent& event);

signals:
    /// Every step, with no try that was wrong.
    void wentRight(const QString& card);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void fill();
    void say(const QString& text, bool wrong = false);
    void fillSteps(std::size_t step);
    void fillButtons();
    void choose(Needle needle, bool along);
    void press(Needle needle, bool along);
    void answer(const std::optional<Phrase>& refused);
    void make(HandMove move);
    void tryStep();
    void turnNeedle(int towardsKnitter);
    void putAll(const std::function<Position(const NeedleState&)>& to);
    void takeBack();
    void showStep();
    NeedleSpan span() const;
    void showBed(const VirtualBed& bed, const Program& program);

    std::unique_ptr<PracticeCard> card_;
    const Siblings* siblings_ = nullptr;
    QColor yarn_;                    ///< of the work; none: wool
    Program apart_;                  ///< the card's program in movements
    std::vector<std::size_t> moves_; ///< operations of it that hands or the carriage do
    int at_ = 0;
    std::unique_ptr<PracticeTurn> turn_;
    Needle chosen_;
    std::optional<Needle> other_; ///< the other end of what is chosen
    std::vector<Needle> wrong_;
    BedCanvas* bed_;
    NeedlePicture* needles_;
    QListWidget* steps_;
    QLabel* answer_;
    QWidget* playBar_;
    QPushButton* play_;
    QSpinBox* speed_;
    QPushButton* turnButton_;
    QWidget* handBar_;
    QGridLayout* grid_;
    QPushButton* try_;
    QPushButton* undo_;
    QPushButton* show_;
    std::map<HandMove, QPushButton*> buttons_;
    QTimer timer_;
};

} // namespace vestimen::app
