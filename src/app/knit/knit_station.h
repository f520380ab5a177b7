// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/announcer.h"
#include "app/knit/counter_ear.h"
#include "app/knit/cure_page.h"
#include "app/knit/fault_questions.h"
#include "app/knit/first_of_pair.h"
#include "app/knit/knit_questions.h"
#include "app/knit/knit_settings.h"
#include "app/knit/knitting_state.h"
#include "app/knit/machine_screen.h"
#include "app/knit/pace_keeper.h"
#include "app/knit/piece_choice.h"
#include "app/session/station.h"

#include <QElapsedTimer>
#include <QPushButton>
#include <QStackedWidget>

#include <functional>
#include <set>

namespace vestimen::app {

/// The machine screen: which row, what next, which needles; driven by one key.
class KnitStation : public Station {
    Q_OBJECT

public:
    explicit KnitStation(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    /// Goes straight to a begun piece.
    void resume(qint64 piece);
    /// The project's swatch, as it is planned now; goes on with one that is under way unless it shall be begun anew.
    void beginSwatch(bool anew = false);
    /// The program without yarn: played, stepped through, taken apart needle by needle. Nothing is kept.
    void rehearse(const Program& program);
    /// The piece's rows to a PDF file; says whether it was written.
    void print(const QString& file);
    RehearsalBar* rehearsal() const { return rehearsal_; }
    HandBar* hand() const { return hand_; }
    BedCanvas* bed() const { return screen_->bed(); }
    const KnittingState* state() const { return state_.get(); }
    RowCounter* counter() { return ear_.counter(); }
    NextCard* card() const { return screen_->card(); }
    AskCard* question() const { return screen_->ask(); }
    PieceChoice* choice() const { return choice_; }
    /// Where a cure is followed on the piece's own bed; null while none is.
    PracticeView* cure() const;
    /// The machine screen alone, larger, over the whole display.
    void fillScreen(bool fill);
    bool fillsScreen() const { return fillsScreen_; }
    bool settingChanges() const { return screen_->settingChanges(); }
    void useSettings(const KnitSettings& settings);
    const KnitSettings& settings() const { return settings_; }

    QString helpKey() const override;

    /// "Back, 46 of 290 rows", or how many pieces there are.
    QString answer() const;

signals:
    void moved();
    void screenFilled(bool filled);
    /// Of the handbook.
    void pageWanted(const QString& key);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void buildMachine();
    void addKeys();
    void slowDown();
    void fillMachine();
    void fillHand();
    /// The row as the learner set it: knitted where it is right, else what would have happened.
    void tryRow();
    void turnFabric();
    void begin(PieceKey piece);
    void step(bool forward);
    /// A row or a step by hand, with the time it took.
    void doOne();
    /// Does something to the state, says what cannot be done, and shows the result.
    bool change(const std::function<void()>& what);
    void followCure(const PracticeCard& cure, const QString& note);
    void endCure();
    void askToPrint();
    void askForSettings();
    void askAboutWrongWay(Side to);
    /// A question that comes by itself.
    void askBeside(const QString& question, const QList<AskCard::Answer>& answers);
    /// One of them that is heard as well.
    void askAloud(Tone tone, const QString& question, const QList<AskCard::Answer>& answers);
    /// Rows that the counter has counted. Stops and asks where something by hand is not ticked off.
    void countRows(int rows);
    void play(bool on);
    std::shared_ptr<const std::map<std::string, Fabric>> fabricsBeside(const std::string& piece) const;
    void beginProgram(const Program& program);
    void offerDeviation();
    /// Before a yarn is cut or joined for a join that was changed since the piece was begun.
    void offerOtherTail();
    void remindOfRest();
    void adoptDraft(const BegunPiece& piece, const Program& drafted);
    void leave();
    /// Puts the piece away, and all that looks at it.
    void putAway();

    QStackedWidget* pages_;
    PieceChoice* choice_;
    QWidget* choicePage_; ///< in which it scrolls
    MachineScreen* screen_;
    KnitQuestions* questions_;
    FaultQuestions* faults_;
    CurePage* cure_ = nullptr; ///< built when one is first followed
    KeyRow* keys_;
    QList<QPushButton*> ofYarn_; ///< what a rehearsal has no use for
    RehearsalBar* rehearsal_;
    HandBar* hand_;
    std::set<std::size_t> tailsKept_; ///< operations whose tails stay as they were begun
    std::optional<int> shownRow_;     ///< after so many passes the learner asked to be shown
    std::unique_ptr<KnittingState> state_;
    KnitSettings settings_;
    CounterEar ear_;
    Announcer announcer_;
    PaceKeeper pace_;
    QElapsedTimer atMachine_; ///< since the last pause, or the last reminder
    bool fillsScreen_ = false;
    std::optional<FirstOfPair> first_; ///< when this is the second
};

} // namespace vestimen::app
