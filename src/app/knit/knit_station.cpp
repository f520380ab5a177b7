// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/knit/knit_station.h"

#include "app/canvas/fields.h"
#include "app/canvas/label.h"
#include "app/knit/care_dialog.h"
#include "app/knit/knit_words.h"
#include "app/knit/piece_print.h"
#include "app/theme/theme.h"
#include "core/bed/virtual_bed.h"
#include "core/knitting/swatch_program.h"
#include "core/swatch_plan.h"

#include <QBoxLayout>
#include <QFileDialog>
#include <QKeyEvent>

#include <algorithm>

namespace vestimen::app {

KnitStation::KnitStation(Session& session, QWidget* parent)
    : Station(session, parent), pages_(new QStackedWidget(this)), ear_([this]() -> std::optional<Side> {
          const bool knits = state_ && !state_->finished() && !state_->looksOn() && !state_->isRehearsal();
          return knits ? std::optional(state_->bed().carriage()) : std::nullopt;
      }) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(24, 14, 24, 0);
    layout->addWidget(pages_);
    setFocusPolicy(Qt::StrongFocus);
    choice_ = new PieceChoice(session, this);
    choicePage_ = scrolledColumn(choice_, this);
    pages_->addWidget(choicePage_);
    connect(choice_, &PieceChoice::beginWanted, this, &KnitStation::begin);
    connect(choice_, &PieceChoice::swatchWanted, this, [this] { beginSwatch(true); });
    connect(choice_->nextStep(), &NextStep::swatchWanted, this, &Station::swatchWanted);
    connect(choice_->nextStep(), &NextStep::measuresWanted, this, &Station::measuresWanted);
    connect(choice_, &PieceChoice::resumeWanted, this, &KnitStation::resume);
    connect(choice_, &PieceChoice::rehearsalWanted, this, &KnitStation::rehearse);
    connect(choice_, &PieceChoice::careWanted, this, [this] {
        try {
            CareDialog dialog(this->session().workroom(), this->session().project().machine, QDate::currentDate(),
                              this);
            connect(&dialog, &CareDialog::said, this, &KnitStation::said);
            dialog.exec();
        } catch (const WorkroomError& error) {
            emit said(error.message());
        }
        refresh();
    });
    connect(choice_, &PieceChoice::draftWanted, this, &KnitStation::adoptDraft);
    buildMachine();
    connect(&session, &Session::opened, this, [this] { putAway(); });
    connect(&ear_, &CounterEar::rowsKnitted, this, [this](int rows, bool missed) {
        if (missed)
            emit said(tr("The row counter went on while its line was lost: %1.").arg(rowsText(rows)));
        countRows(rows);
    });
    connect(&ear_, &CounterEar::wrongWay, this, &KnitStation::askAboutWrongWay);
    connect(&ear_, &CounterEar::lineChanged, this, [this] {
        if (state_)
            fillMachine();
    });
    useSettings(KnitSettings::read(session.workroom()));
}

void KnitStation::useSettings(const KnitSettings& settings) {
    settings_ = settings;
    announcer_.use(settings.sound);
    ear_.use(settings.counterPort, settings.doubleWithin, settings.leastBetween);
}

void KnitStation::buildMachine() {
    screen_ = new MachineScreen(this);
    pages_->addWidget(screen_);
    connect(screen_->head(), &MachineHead::otherPieceWanted, this, &KnitStation::leave);
    connect(screen_->card(), &NextCard::clicked, this, [this] { step(true); });
    connect(screen_->ask(), &AskCard::keyboardFreed, this, [this] { setFocus(); });
    questions_ = new KnitQuestions(
        *screen_->ask(), [this](const std::function<void()>& what) { return change(what); }, this);
    connect(questions_, &KnitQuestions::said, this, &KnitStation::said);
    faults_ = new FaultQuestions(
        *screen_->ask(), [this](const std::function<void()>& what) { return change(what); }, this);
    connect(faults_, &FaultQuestions::said, this, &KnitStation::said);
    connect(questions_, &KnitQuestions::faultWanted, this, [this](const QString& key) {
        if (state_)
            faults_->offer(*state_, key);
    });
    connect(faults_, &FaultQuestions::pageWanted, this, &KnitStation::pageWanted);
    connect(faults_, &FaultQuestions::cureWanted, this, &KnitStation::followCure);
    addKeys();
    rehearsal_ = screen_->rehearsal();
    connect(rehearsal_, &RehearsalBar::stepWanted, this, [this] {
        step(true);
        if (!state_ || state_->finished())
            play(false);
    });
    connect(rehearsal_, &RehearsalBar::slowMotionWanted, this, &KnitStation::slowDown);
    connect(rehearsal_, &RehearsalBar::jumpWanted, this, [this](int passes) {
        if (state_ && state_->isRehearsal())
            change([&] { state_->jump(passes); });
    });
    connect(rehearsal_, &RehearsalBar::byHandWanted, this, [this](bool on) {
        play(rehearsal_->plays() && !on);
        shownRow_.reset();
        if (state_)
            fillMachine();
        setFocus();
    });
    hand_ = screen_->hand();
    connect(hand_, &HandBar::changed, this, [this] { fillHand(); });
    connect(hand_, &HandBar::said, this, &KnitStation::said);
    connect(screen_->bed(), &BedCanvas::pressed, hand_, &HandBar::press);
    connect(screen_->bed(), &BedCanvas::dragged, hand_, &HandBar::drag);
}

void KnitStation::addKeys() {
    keys_ = screen_->keys();
    keys_->add({Qt::Key_Space, Qt::Key_Return, Qt::Key_Enter, Qt::Key_PageDown}, tr("Space"), tr("done"),
               [this] { step(true); });
    keys_->add({Qt::Key_Backspace, Qt::Key_PageUp}, tr("Backspace"), tr("back"), [this] { step(false); });
    ofYarn_ = {
        keys_->add({Qt::Key_U}, tr("U"), tr("unravel"), [this] { questions_->askToUnravel(*state_); }),
        keys_->add({Qt::Key_M}, tr("M"), tr("mistake"), [this] { questions_->askForMistake(*state_); }),
        keys_->add({Qt::Key_W}, tr("W"), tr("fault"), [this] { faults_->ask(*state_); }),
        keys_->add({Qt::Key_C}, tr("C"), tr("counter"), [this] { questions_->askForCounter(*state_); }),
        keys_->add({Qt::Key_N}, tr("N"), tr("note"), [this] { questions_->askForNote(*state_); }),
        keys_->add({Qt::Key_X}, tr("X"), tr("mark"), [this] { change([this] { state_->mark(tr("look here")); }); })};
    keys_->add({Qt::Key_P}, tr("P"), tr("pause"), [this] { leave(); });
    keys_->add({Qt::Key_D}, tr("D"), tr("print"), [this] { askToPrint(); });
    keys_->add({Qt::Key_V}, tr("V"), tr("turn"), [this] { turnFabric(); });
    keys_->add({Qt::Key_F}, tr("F"), tr("full"), [this] { fillScreen(!fillsScreen_); });
    keys_->add({Qt::Key_S}, tr("S"), tr("settings"), [this] { askForSettings(); });
    // These have their buttons in the rehearsal's own bar.
    keys_->addKey(Qt::Key_R, [this] { play(!rehearsal_->plays()); });
    keys_->addKey(Qt::Key_T, [this] { slowDown(); });
    keys_->addKey(Qt::Key_H, [this] {
        if (state_->isRehearsal())
            rehearsal_->byHand()->toggle();
    });
    keys_->addKey(Qt::Key_Escape, [this] { fillScreen(false); });
}

PracticeView* KnitStation::cure() const {
    return cure_ && pages_->currentWidget() == cure_ ? cure_->view() : nullptr;
}

void KnitStation::followCure(const PracticeCard& cure, const QString& note) {
    if (!state_)
        return;
    if (!cure_) {
        cure_ = new CurePage(this);
        connect(cure_, &CurePage::left, this, &KnitStation::endCure);
        connect(cure_, &CurePage::mended, this, [this](const QString& mended) {
            endCure();
            if (change([&] { state_->note(mended); }))
                emit said(tr("In the journal: %1.").arg(mended));
        });
        pages_->addWidget(cure_);
    }
    cure_->follow(cure, state_->siblings(), fabricColour(QString::fromStdString(session().project().yarn.colour)),
                  note);
    pages_->setCurrentWidget(cure_);
    setFocus();
}

void KnitStation::endCure() {
    if (!cure())
        return;
    cure_->stop();
    pages_->setCurrentWidget(screen_);
    setFocus();
}

QString KnitStation::helpKey() const {
    if (!state_ || state_->finished())
        return {};
    const auto& operations = state_->program().operations;
    // What is to be done by hand before the next row.
    for (std::size_t i = state_->place().operation; i < operations.size(); ++i) {
        if (const std::string key = cardFor(operations[i]); !key.empty())
            return QString::fromStdString(key);
        if (std::holds_alternative<operation::Knit>(operations[i].action))
            break;
    }
    return {};
}

void KnitStation::turnFabric() {
    KnitSettings turned = settings_;
    turned.shown = turned.shown == WornSide::purl ? WornSide::knit : WornSide::purl;
    try {
        turned.write(session().workroom());
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
    settings_ = turned;
    if (state_)
        fillMachine();
}

void KnitStation::fillHand() {
    const KnittingState& state = *state_;
    const bool byHand = state.isRehearsal() && rehearsal_->byHand()->isChecked() && !rehearsal_->plays() &&
                        shownRow_ != state.passesDone() && rowSetByHand(state.program(), state.place());
    if (byHand)
        hand_->take(state.program(), state.place(), state.siblings());
    else
        hand_->letGo();
    const VirtualBed& bed = byHand ? hand_->bed()->bed() : state.bed();
    const FabricGauge gauge = session().worked().measured.gauge.value_or(FabricGauge{});
    BedView view =
        bedView(bed, state.program(), gauge, fabricColour(QString::fromStdString(session().project().yarn.colour)));
    view.shown = settings_.shown;
    if (byHand) {
        view.hand = HandView{hand_->chosen(), hand_->wrong()};
        QStringList all;
        for (const ProgramStep* step = state.next(); step && !step->isRows; step = stepAt(state.steps(), step->to))
            all << coreText(step->text);
        screen_->showByHand(bed.counter() + 1, all.join(QLatin1Char(' ')));
    }
    screen_->bed()->setView(std::move(view));
}

void KnitStation::tryRow() {
    const Trial trial = hand_->tryRow();
    if (trial.right()) {
        emit said(tr("Right: the row is knitted."));
        change([&] { state_->jump(state_->passesDone() + 1); });
        return;
    }
    constexpr std::size_t most = 3;
    QStringList happened;
    for (std::size_t i = 0; i < std::min(most, trial.happened.size()); ++i)
        happened << coreText(trial.happened[i]);
    if (trial.happened.size() > most)
        happened << tr("And %n more.", nullptr, static_cast<int>(trial.happened.size() - most));
    askAloud(Tone::wrongSide, happened.join(QLatin1Char(' ')),
             {{tr("I set it right"), [] {}},
              {tr("From the beginning"),
               [this] {
                   hand_->beginAgain();
                   fillHand();
               }},
              {tr("Show me"), [this] {
                   shownRow_ = state_->passesDone();
                   fillMachine();
               }}});
}

void KnitStation::slowDown() {
    if (!state_ || !state_->isRehearsal())
        return;
    bool apart = false;
    play(false);
    if (hand_->bed()) {
        hand_->letGo(); // it stands before a program that now becomes another
        shownRow_ = state_->passesDone();
    }
    change([&] { apart = state_->slowDown(); });
    if (!apart)
        emit said(tr("There is nothing here to take apart: it is one movement."));
}

void KnitStation::beginSwatch(bool anew) {
    try {
        if (!anew)
            for (const BegunPiece& each : session().workroom().pieces(session().projectId()))
                if (each.program.piece == swatchPiece && each.place.operation < each.program.operations.size())
                    return resume(each.id);
        const SwatchPlan plan = planSwatch(session().project());
        if (plan.program)
            resume(session().workroom().beginPiece(session().projectId(), *plan.program));
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
}

void KnitStation::begin(PieceKey kind) {
    const WorkedPiece* piece = session().worked().piece(kind);
    if (!piece)
        return;
    beginProgram(piece->program);
    if (!state_ || !first_ || !first_->differs())
        return;
    const auto like = [this](const Program& program) {
        const Correction correction{program, {}, 0, 0, 0, {}};
        return change([&] { state_->adjust(correction, tr("like the first of the pair")); });
    };
    QList<AskCard::Answer> answers = {{tr("Like the first"), [this, like] {
                                           if (like(first_->asKnitted()))
                                               emit said(tr("It is knitted like the first one was."));
                                       }}};
    if (!first_->deviations().empty())
        answers.append({tr("Ask at each row"), [this, like] {
                            if (like(first_->asBegun()))
                                emit said(tr("It is asked at each row where the first was knitted otherwise."));
                        }});
    answers.append({tr("As drafted"), [] {}});
    // The same seams get the same deviation: the second is the first one's mirror image.
    askBeside(
        tr("The first was knitted otherwise than drafted: %1. Knit this one like it, mirrored?")
            .arg(first_->deviations().empty() ? tr("its program was another") : first_->deviations().front().text),
        answers);
}

/// Where the second of a pair comes to a row in which the first was changed.
void KnitStation::offerDeviation() {
    const auto* deviation = first_ && state_ && !state_->isRehearsal()
                                ? first_->deviationAt(state_->program(), state_->place(), state_->next())
                                : nullptr;
    if (!deviation)
        return;
    askBeside(tr("On the first, from this row on: %1. The same here, mirrored?").arg(deviation->text),
              {{tr("The same"),
                [this, deviation] {
                    const Correction correction{deviation->after, deviation->inAfter(state_->place()), 0, 0, 0, {}};
                    change([&] { state_->adjust(correction, tr("as on the first: %1").arg(deviation->text)); });
                }},
               {tr("Not on this one"), [] {}}});
}

void KnitStation::offerOtherTail() {
    const ProgramStep* next = state_ && !state_->isRehearsal() && !state_->looksOn() ? state_->next() : nullptr;
    const Worked* drawn = session().drawn();
    const WorkedPiece* drafted = drawn && next ? drawn->piece(PieceKey(state_->program().piece)) : nullptr;
    if (!drafted || screen_->ask()->isOpen())
        return;
    const std::size_t operation = next->from.operation;
    const auto wanted = changedTail(state_->program(), operation, drafted->program);
    if (!wanted || !tailsKept_.insert(operation).second)
        return;
    const Length own = tailOf(state_->program().operations[operation])->length;
    const auto change = [this, operation, wanted] {
        Correction correction{state_->program(), state_->place(), 0, 0, 0, {}};
        operation::Tail* tail = tailOf(correction.program.operations[operation]);
        const Side at = tail->length > Length() ? tail->at : wanted->at;
        *tail = *wanted;
        tail->at = at;
        KnitStation::change([&] { state_->adjust(correction, tr("its end as the joins are now")); });
    };
    const QString question =
        wanted->length > Length()
            ? tr("The joins have changed since this piece was begun: leave %1 here for %2, not %3.")
                  .arg(text(wanted->length), coreText(wanted->use.c_str()), text(own))
            : tr("The joins have changed since this piece was begun: none takes the %1 that are left here.")
                  .arg(text(own));
    askBeside(question,
              {{wanted->length > Length() ? tr("Leave %1").arg(text(wanted->length)) : tr("Weave it in"), change},
               {tr("As it was begun"), [] {}}});
}

void KnitStation::beginProgram(const Program& program) {
    try {
        resume(session().workroom().beginPiece(session().projectId(), program));
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
}

/// What a piece may hang from: the others as they are drafted.
std::shared_ptr<const std::map<std::string, Fabric>> KnitStation::fabricsBeside(const std::string& piece) const {
    auto fabrics = std::make_shared<std::map<std::string, Fabric>>();
    if (const Worked* drawn = session().drawn())
        for (const WorkedPiece& each : drawn->pieces)
            if (each.program.piece != piece)
                fabrics->emplace(each.program.piece, each.fabric);
    return fabrics;
}

void KnitStation::resume(qint64 id) {
    putAway();
    try {
        const QList<BegunPiece> pieces = session().workroom().pieces(session().projectId());
        pace_.read(session().workroom(), pieces);
        pace_.start();
        for (const BegunPiece& each : pieces)
            if (each.id == id && !each.problem.isEmpty())
                throw WorkroomError(each.problem);
            else if (each.id == id)
                state_ = std::make_unique<KnittingState>(session().workroom(), each, fabricsBeside(each.program.piece));
        if (state_)
            first_ = FirstOfPair::of(session(), PieceKey(state_->program().piece));
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
    ear_.forget();
    atMachine_.start();
    refresh();
    setFocus();
    emit moved();
    offerDeviation();
    offerOtherTail();
}

void KnitStation::rehearse(const Program& program) {
    putAway();
    state_ = std::make_unique<KnittingState>(program, fabricsBeside(program.piece));
    refresh();
    setFocus();
    emit moved();
}

void KnitStation::play(bool on) {
    rehearsal_->play(on && state_ && state_->isRehearsal() && !state_->finished());
}

void KnitStation::leave() {
    if (state_ && !state_->finished() && !state_->looksOn() && !state_->isRehearsal())
        change([this] { state_->pause(); });
    fillScreen(false);
    putAway();
    refresh();
    emit moved();
}

void KnitStation::putAway() {
    tailsKept_.clear();
    screen_->ask()->dismiss();
    endCure();
    play(false);
    hand_->letGo();
    shownRow_.reset();
    first_.reset();
    state_.reset();
}

bool KnitStation::change(const std::function<void()>& what) {
    if (!state_)
        return false;
    try {
        what();
    } catch (const WorkroomError& error) {
        emit said(error.message());
        return false;
    }
    fillMachine();
    emit moved();
    if (!screen_->ask()->isOpen())
        offerDeviation();
    offerOtherTail();
    return true;
}

void KnitStation::doOne() {
    const ProgramPlace before = state_->place();
    state_->done(settings_.confirm);
    if (state_->place() != before && !state_->isRehearsal())
        pace_.done(state_->program(), state_->place());
}

void KnitStation::step(bool forward) {
    if (screen_->ask()->leave())
        return; // what was asked for by mistake costs no row
    screen_->ask()->dismiss();
    if (!state_)
        return;
    if (forward && hand_->bed())
        return tryRow();
    const ProgramPlace before = state_->place();
    if (change([&] { forward ? doOne() : state_->back(); }) && state_->place() != before)
        announcer_.announce(forward ? announcementAfter(*state_, before) : announcementBack(*state_));
    remindOfRest();
}

void KnitStation::remindOfRest() {
    if (!state_ || state_->isRehearsal() || settings_.restAfter <= 0 ||
        atMachine_.elapsed() < settings_.restAfter * qint64{1000})
        return;
    atMachine_.start();
    emit said(tr("A while at the machine: rest hands and back for a moment. The row is kept."));
}

void KnitStation::askForSettings() {
    questions_->askForSettings(settings_, announcer_, [this](const KnitSettings& chosen) {
        try {
            chosen.write(session().workroom());
            useSettings(chosen);
        } catch (const WorkroomError& error) {
            emit said(error.message());
        }
        if (state_)
            fillMachine();
    });
}

void KnitStation::askToPrint() {
    if (!state_)
        return;
    const QString name = pieceName(state_->program());
    const QString file = QFileDialog::getSaveFileName(this, tr("Print the rows"), name + QStringLiteral(".pdf"));
    if (!file.isEmpty())
        print(file);
}

void KnitStation::print(const QString& file) {
    const QString title =
        tr("%1 · %2").arg(QString::fromStdString(session().project().name), pieceName(state_->program()));
    const bool written = printPiece(file, title, state_->program(), state_->siblings());
    emit said(written ? tr("The rows are in %1.").arg(file)
                      : tr("%1 cannot be written: choose another place.").arg(file));
}

void KnitStation::askAboutWrongWay(Side to) {
    askAloud(Tone::wrongSide,
             tr("The counter says that the carriage went to the %1, where it already stands on this screen.")
                 .arg(to == Side::left ? tr("left") : tr("right")),
             {{tr("Nothing was knitted"), [] {}},
              {tr("Count a row"), [this] { countRows(1); }},
              {tr("Set the row …"), [this] { questions_->askForCounter(*state_); }}});
}

void KnitStation::askBeside(const QString& question, const QList<AskCard::Answer>& answers) {
    screen_->ask()->askUnasked({question, {}, answers});
}

void KnitStation::askAloud(Tone tone, const QString& question, const QList<AskCard::Answer>& answers) {
    askBeside(question, answers);
    announcer_.announce({tone, question});
}

void KnitStation::countRows(int rows) {
    const ProgramPlace before = state_->place();
    const auto stops = [this](ProgramPlace place) {
        return first_ && first_->deviationAt(state_->program(), place, stepAt(state_->steps(), place));
    };
    for (int left = rows; left > 0 && !state_->finished();) {
        const ProgramStep* next = state_->next();
        if (state_->asksFirst(settings_.confirm)) {
            askAloud(Tone::doNow, tr("The carriage has gone over. Was this done before? %1").arg(coreText(next->text)),
                     {{tr("Yes, done"),
                       [this, left] {
                           // Everything up to the row is asked for once.
                           change([&] {
                               while (state_->next() && !state_->next()->isRows)
                                   state_->done();
                           });
                           countRows(left);
                       }},
                      {tr("No: I take the row off"), [] {}}});
            return;
        }
        if (!change([&] { left -= state_->rowsDone(left, settings_.confirm, stops); }))
            return;
    }
    if (state_->place() != before) {
        if (rows == 1)
            pace_.done(state_->program(), state_->place());
        else
            pace_.start(); // nobody saw when each of them was made
        announcer_.announce(announcementAfter(*state_, before));
    }
    remindOfRest();
}

void KnitStation::adoptDraft(const BegunPiece& piece, const Program& drafted) {
    resume(piece.id);
    if (!state_)
        return;
    const SharedPlace shared = sharedUntil(piece.program, piece.place, drafted);
    const int rows = state_->passesDone() - passesBefore(piece.program, shared.begun);
    const auto take = [this, drafted, shared] {
        const Correction correction{drafted, shared.drafted, 0, 0, 0, {}};
        if (change([&] { state_->adjust(correction, tr("the draft as it is now")); }))
            emit said(tr("From here on it is knitted as it is drafted now."));
    };
    if (shared.begun == piece.place)
        return take();
    askBeside(tr("The draft is another from row %1 on: %2 must come off first.")
                  .arg(state_->bed().counter() - rows)
                  .arg(rowsText(rows)),
              {{tr("They are off"), take}, {tr("Leave it as it was begun"), [] {}}});
}

void KnitStation::fillScreen(bool fill) {
    if (fill == fillsScreen_ || (fill && !state_))
        return;
    fillsScreen_ = fill;
    screen_->setLarge(fill);
    emit screenFilled(fill);
    refresh();
    setFocus();
}

QString KnitStation::answer() const {
    if (state_)
        return state_->finished() ? tr("%1, done").arg(pieceName(state_->program()))
                                  : tr("%1, %2 of %3")
                                        .arg(pieceName(state_->program()))
                                        .arg(state_->passesDone())
                                        .arg(state_->passesAll());
    return {};
}

void KnitStation::refresh() {
    if (!session().hasProject())
        return;
    if (!cure())
        pages_->setCurrentWidget(state_ ? static_cast<QWidget*>(screen_) : choicePage_);
    try {
        state_ ? fillMachine() : choice_->fill();
    } catch (const WorkroomError& error) {
        emit said(error.message());
    }
}

void KnitStation::fillMachine() {
    screen_->head()->fill(*state_, QString::fromStdString(session().project().name),
                          state_->next() && !state_->isRehearsal() ? pace_.left(state_->program(), state_->place())
                                                                   : QString(),
                          ear_.counter()->state());
    screen_->show(*state_);
    for (QPushButton* each : ofYarn_)
        each->setVisible(!state_->isRehearsal());
    const QList<JournalRecord>& remarks = state_->remarks();
    QString remark = remarks.isEmpty() ? QString() : remarkText(remarks.back());
    if (first_ && !state_->isRehearsal())
        if (const auto here = first_->remarks().find(state_->passesDone()); here != first_->remarks().end())
            remark = tr("on the first, at this row: %1").arg(here->second);
    screen_->setRemark(remark);
    fillHand();
}

void KnitStation::keyPressEvent(QKeyEvent* event) {
    if (cure()) {
        if (!cure_->takeKey(*event))
            Station::keyPressEvent(event);
        return;
    }
    if (state_ && (screen_->ask()->takeKey(*event) || hand_->takeKey(*event) || keys_->takeKey(*event)))
        return;
    Station::keyPressEvent(event);
}

} // namespace vestimen::app
