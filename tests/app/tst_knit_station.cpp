// SPDX-License-Identifier: GPL-3.0-or-later
// The machine screen: a whole pullover from cast on to bind off, what goes wrong on the way, and the row counter.
#include "app/knit_fixture.h"
#include "support/projects.h"

#include "app/knit/knit_settings_form.h"
#include "app/knit/piece_picture.h"
#include "app/theme/theme.h"
#include "core/record/pace.h"
#include "support/stand_in.h"

#include <QElapsedTimer>
#include <QRegularExpression>
#include <QSignalSpy>

#include <algorithm>
#include <functional>
#include <vector>

using namespace vestimen;
using namespace vestimen::app;
using namespace vestimen::test;

class TestKnitStation : public QObject {
    Q_OBJECT

private slots:
    void theWholePullover();
    void aStripedPieceSaysItsYarns();
    void whatMustBeTicked_data();
    void whatMustBeTicked();
    void aClickOrAPedalWillDo();
    void stepsSurviveARestart();
    void theCounterDrivesFiveHundredRows();
    void theCounterAsks();
    void aFloodMovesNothing();
    void aRowKnittedWhileAskingIsKept();
    void questionsAreAnsweredByKeys();
    void aQuestionOfTheMachineWaits();
    void aRowIsSetByHand();
    void theDraftIsTakenOver();
    void aSecondWindowLooksOn();
    void theScreenIsFilled();
    void plainRowsShowWhatComesNext();
    void anotherSizeIsNotOverlooked();
    void whatIsOnHoldIsSaid();
    void marksAndPausesAreKept();
    void piecesHangInOrder();
    void aPieceIsRehearsed();
    void aLearnerSetsTheNeedles();
    void theFabricIsTurned();
    void theRowsArePrinted();
    void theRestIsEstimated();
    void restIsRemindedOf();
    void settingsAreKept();
    void theSecondIsKnittedLikeTheFirst_data();
    void theSecondIsKnittedLikeTheFirst();

private:
    static void settle(KnitStation* knit, Confirm confirm, const QString& port = {});
};

void TestKnitStation::settle(KnitStation* knit, Confirm confirm, const QString& port) {
    KnitSettings settings;
    settings.confirm = confirm;
    settings.counterPort = port;
    knit->useSettings(settings);
}

/// Its stripes are in the work's own yarns; each change is a step, and the bed is drawn in their colours.
void TestKnitStation::aStripedPieceSaysItsYarns() {
    WindowFixture fixture;
    Project striped = fixture.project();
    Yarn second = striped.yarn;
    second.name = "Madder <b>4-ply</b>"; // text, never markup
    second.colour = "#A8362E";
    striped.moreYarns = {second};
    striped.stripes.of = {{0, Rows(4)}, {1, Rows(4)}};
    garment(striped).neck.trim.yarn = 1;
    fixture.window().session().edit("Stripes", striped);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    KnitStation* knit = beginPiece(fixture, pieces::back);
    knitUntil(knit, [](const KnittingState& state) {
        const ProgramStep* next = state.next();
        const Operation& op = state.program().operations[next->from.operation];
        const auto* said = std::get_if<operation::Say>(&op.action);
        return said && said->code == "leave_hanging";
    });
    QVERIFY(texts(knit).contains("it knits again in 4 rows"));
    QVERIFY(!knit->state()->finished());
    // The row after it is of the other yarn, by its name.
    knitUntil(knit, [](const KnittingState& state) { return state.next()->isRows; });
    QVERIFY(texts(knit).contains("Madder <b>4-ply</b>"));
    knitUntil(knit, [](const KnittingState&) { return false; });
    QVERIFY(knit->state()->finished());
    QVERIFY(knit->state()->bed().fabric().findings.empty());
    const Fabric& fabric = knit->state()->bed().fabric();
    const Program& program = knit->state()->program();
    int changes = 0;
    for (std::size_t i = 1; i < fabric.passes.size(); ++i)
        changes += fabric.passes[i].yarn != fabric.passes[i - 1].yarn ? 1 : 0;
    QVERIFY(changes > 40);
    QCOMPARE(program.yarns.back().colour, std::string("#A8362E"));
    // The trim is of the second yarn throughout.
    const WorkedPiece* trim = fixture.worked().piece(pieces::neckTrim);
    for (const Pass& pass : trim->fabric.passes)
        QCOMPARE(trim->program.yarns[pass.yarn].id, std::string("B"));
}

void TestKnitStation::theWholePullover() {
    WindowFixture fixture;
    for (const PieceKey kind : piecesOf(garment(fixture.project()))) {
        KnitStation* knit = beginPiece(fixture, kind);
        QVERIFY(knit->state());
        const qint64 id = knit->state()->piece().id;
        const int all = knit->state()->passesAll();
        if (kind == pieces::leftSleeve) {
            // One increase too many at the left, found some rows later, and carried.
            const auto shaped = [](const KnittingState& state) { return state.bed().counter() >= 87; };
            knitUntil(knit, shaped);
            const int row = knit->state()->bed().counter();
            const auto before = knit->state()->bed().occupied().size();
            QTest::keyClick(knit, Qt::Key_M);
            answerDigits(knit, "11"); // once too often, at the left
            QVERIFY2(knit->question()->words().contains("Or carry it"), qPrintable(knit->question()->words()));
            answerDigits(knit, "2"); // carry it
            QCOMPARE(knit->state()->bed().counter(), row);
            QCOMPARE(knit->state()->bed().occupied().size(), before + 1);
            QVERIFY(texts(knit).contains("once too often"));
        }
        if (kind == pieces::back) {
            // Five rows come off again.
            knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() >= 120; });
            const int row = knit->state()->bed().counter();
            const Side carriage = knit->state()->bed().carriage();
            QTest::keyClick(knit, Qt::Key_U);
            answerNumber(knit, 5);
            QCOMPARE(knit->state()->bed().counter(), row - 5);
            QCOMPARE(knit->state()->bed().carriage(), opposite(carriage));
            QVERIFY(fixture.window().message().contains("5 rows unravelled"));
        }
        // Quit in the middle, and go on where it was.
        knitUntil(knit, [all](const KnittingState& state) { return state.passesDone() >= all * 2 / 3; });
        const ProgramPlace place = knit->state()->place();
        const int stitches = knit->state()->bed().occupied().size();
        fixture.restart();
        fixture.window().showStation(MainWindow::knit);
        knit = fixture.window().knitStation();
        knit->resume(id);
        QVERIFY(knit->state()->place() == place);
        QCOMPARE(knit->state()->bed().occupied().size(), stitches);
        knitUntil(knit, [](const KnittingState&) { return false; });
        QVERIFY(knit->state()->finished());
        QCOMPARE(knit->state()->passesDone(), all);
        QVERIFY(knit->state()->bed().fabric().findings.empty());
        QVERIFY(knit->state()->bed().occupied().empty());
        QTest::keyClick(knit, Qt::Key_Space); // nothing follows
        QVERIFY(knit->state()->finished());
    }
    QCOMPARE(fixture.workroom().begunCount(fixture.window().session().projectId()),
             static_cast<int>(piecesOf(garment(fixture.project())).size()));
}

void TestKnitStation::whatMustBeTicked_data() {
    QTest::addColumn<int>("confirm");
    QTest::addRow("everything") << int(Confirm::always);
    QTest::addRow("shaping") << int(Confirm::shaping);
    QTest::addRow("nothing") << int(Confirm::never);
}

void TestKnitStation::whatMustBeTicked() {
    QFETCH(int, confirm);
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    settle(knit, static_cast<Confirm>(confirm));
    int keys = 0;
    int shapings = 0;
    int reminders = 0;
    int together = 0; // a reminder and then what shapes, before the same row
    bool reminded = false;
    for (const ProgramStep& step : knit->state()->steps()) {
        const bool shapes = !step.isRows && isShaping(knit->state()->program(), step);
        if (!step.isRows)
            ++(shapes ? shapings : reminders);
        together += shapes && reminded ? 1 : 0;
        reminded = !step.isRows && !shapes;
    }
    QVERIFY(shapings > 20 && reminders > 5);
    for (; !knit->state()->finished() && keys < 3000; ++keys)
        QTest::keyClick(knit, Qt::Key_Space);
    const int rows = knit->state()->passesAll();
    // What follows the last row takes one key more.
    const int ticks = confirm == int(Confirm::always)    ? shapings + reminders
                      : confirm == int(Confirm::shaping) ? shapings + together
                                                         : 0;
    QVERIFY2(keys >= rows + ticks && keys <= rows + ticks + 2,
             qPrintable(QString("%1 keys for %2 rows and %3 ticks").arg(keys).arg(rows).arg(ticks)));
    QVERIFY(knit->state()->bed().fabric().findings.empty());
}

void TestKnitStation::aClickOrAPedalWillDo() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    knitUntil(knit, [](const KnittingState& state) { return state.rowsAhead() > 4; });
    const int rows = knit->state()->passesDone();
    QTest::mouseClick(knit->card(), Qt::LeftButton);
    QCOMPARE(knit->state()->passesDone(), rows + 1);
    QTest::mouseClick(knit->card(), Qt::RightButton);
    QCOMPARE(knit->state()->passesDone(), rows + 1);
    for (const Qt::Key key : {Qt::Key_PageDown, Qt::Key_Return, Qt::Key_Enter})
        QTest::keyClick(knit, key);
    QCOMPARE(knit->state()->passesDone(), rows + 4);
    QTest::keyClick(knit, Qt::Key_PageUp);
    QCOMPARE(knit->state()->passesDone(), rows + 3);
}

void TestKnitStation::stepsSurviveARestart() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::front);
    // Between two things that come before one row.
    knitUntil(knit, [](const KnittingState& state) {
        const ProgramStep* next = state.next();
        if (!next || next->isRows || state.bed().counter() < 200)
            return false;
        const ProgramStep* after = stepAt(state.steps(), next->to);
        return after && !after->isRows;
    });
    QTest::keyClick(knit, Qt::Key_Space);
    const ProgramPlace place = knit->state()->place();
    QVERIFY(!knit->state()->next()->isRows);
    const qint64 id = knit->state()->piece().id;
    fixture.restart();
    fixture.window().showStation(MainWindow::knit);
    fixture.window().knitStation()->resume(id);
    QVERIFY(fixture.window().knitStation()->state()->place() == place);
}

void TestKnitStation::theCounterDrivesFiveHundredRows() {
    WindowFixture fixture;
    StandInCounter standIn(30);
    QVERIFY(standIn.started());
    standIn.tell("pace 50"); // a row in a second and a half, by its own clock
    int rows = 0;
    int kept = 0;
    for (const PieceKey kind : {pieces::back, pieces::front}) {
        KnitStation* knit = beginPiece(fixture, kind);
        settle(knit, Confirm::never, standIn.port());
        QTRY_COMPARE(knit->counter()->state(), DeviceLine::State::connected);
        QTRY_VERIFY(texts(knit).contains("row counter on"));
        standIn.tell(knit->state()->bed().carriage() == Side::left ? "side left" : "side right");
        standIn.tell("jitter 15");
        standIn.tell("doubles 7");
        const int before = knit->state()->passesDone();
        standIn.tell("rows 120");
        QTest::qSleep(400); // a busy computer hears late, but the same
        QTRY_COMPARE_WITH_TIMEOUT(knit->state()->passesDone(), before + 120, 60000);
        // The plug is out while the carriage goes on: double triggers cannot be told apart then.
        standIn.tell("doubles 0");
        standIn.tell("lose");
        QTRY_COMPARE(knit->counter()->state(), DeviceLine::State::lost);
        QTRY_VERIFY(texts(knit).contains("row counter lost"));
        standIn.tell("rows 31");
        QTest::qWait(2600);
        QCOMPARE(knit->state()->passesDone(), before + 120);
        QSignalSpy said(knit, &KnitStation::said);
        standIn.tell("find");
        QTRY_COMPARE_WITH_TIMEOUT(knit->state()->passesDone(), before + 151, 20000);
        QCOMPARE(said.size(), 1);
        QVERIFY(said.front().front().toString().contains("31 rows"));
        standIn.tell("doubles 5");
        standIn.tell("rows 100");
        QTRY_COMPARE_WITH_TIMEOUT(knit->state()->passesDone(), before + 251, 60000);
        QVERIFY(knit->question()->question().isEmpty());
        rows += knit->state()->passesDone() - before;
        for (const JournalRecord& each : fixture.workroom().journal(knit->state()->piece().id))
            kept += each.kind == JournalRecord::Kind::done ? 1 : 0;
        QVERIFY(knit->state()->bed().fabric().findings.empty());
    }
    QCOMPARE(rows, 502);
    QVERIFY(kept >= rows); // every row, and what went along with it
}

void TestKnitStation::theCounterAsks() {
    WindowFixture fixture;
    StandInCounter standIn(20);
    standIn.tell("pace 50");
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    settle(knit, Confirm::shaping, standIn.port());
    QTRY_COMPARE(knit->counter()->state(), DeviceLine::State::connected);
    // Something that shapes comes first: it is asked for before the row counts.
    knitUntil(knit, [](const KnittingState& state) {
        return state.bed().counter() > 60 && state.asksFirst(Confirm::shaping);
    });
    const int passes = knit->state()->passesDone();
    const bool left = knit->state()->bed().carriage() == Side::left;
    standIn.tell(left ? "side left" : "side right");
    standIn.tell("pass");
    QTRY_VERIFY(knit->question()->question().contains("Was this done before?"));
    QCOMPARE(knit->state()->passesDone(), passes);
    QTest::mouseClick(knit->question()->buttons().front(), Qt::LeftButton);
    QCOMPARE(knit->state()->passesDone(), passes + 1);
    QVERIFY(!knit->question()->isVisible());
    // The wrong way: asked, and no row unless the knitter says so.
    standIn.tell(left ? "side right" : "side left");
    QTest::qWait(30);
    standIn.tell("back");
    QTRY_VERIFY(knit->question()->question().contains("where it already stands"));
    QCOMPARE(knit->state()->passesDone(), passes + 1);
    QTest::mouseClick(knit->question()->buttons().front(), Qt::LeftButton);
    QCOMPARE(knit->state()->passesDone(), passes + 1);
    standIn.tell("rubbish");
    standIn.tell("pass");
    QTRY_COMPARE(knit->state()->passesDone(), passes + 2);
}

void TestKnitStation::aFloodMovesNothing() {
    WindowFixture fixture;
    StandInCounter standIn;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    knitUntil(knit, [](const KnittingState& state) { return state.passesDone() == 30; });
    KnitSettings settings;
    settings.confirm = Confirm::never;
    settings.counterPort = standIn.port();
    knit->useSettings(settings);
    QTRY_COMPARE(knit->counter()->state(), DeviceLine::State::connected);
    QSignalSpy heard(knit->counter(), &RowCounter::heard);
    standIn.tell("flood 10000");
    QTRY_VERIFY2(heard.count() > 100, qPrintable(QString::number(heard.count()))); // it did come
    QTest::qWait(300);
    // At most what a hand could have knitted; the rest is noise.
    QVERIFY2(knit->state()->passesDone() <= 31, qPrintable(QString::number(knit->state()->passesDone())));
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(knit->state()->passesDone() >= 31);
}

void TestKnitStation::aRowKnittedWhileAskingIsKept() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    settle(knit, Confirm::always);
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() >= 87 && state.rowsAhead() >= 2; });
    const int passes = knit->state()->passesDone();
    const auto to =
        knit->state()->bed().carriage() == Side::left ? CounterReading::To::right : CounterReading::To::left;
    QTest::keyClick(knit, Qt::Key_M);
    answerDigits(knit, "5");                    // some rows are wrong
    emit knit->counter()->heard({1, 1000, to}); // the carriage goes across while the question stands
    answerNumber(knit, 1);
    QCOMPARE(knit->state()->passesDone(), passes + 1);
    QVERIFY(fixture.window().message().contains("knitted meanwhile"));
}

void TestKnitStation::questionsAreAnsweredByKeys() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() >= 87; });
    const ProgramPlace place = knit->state()->place();
    AskCard* card = knit->question();
    const auto chosen = [card] {
        for (QPushButton* each : card->buttons())
            if (each->objectName() == "primary")
                return each->accessibleName();
        return QString();
    };
    QTest::keyClick(knit, Qt::Key_M);
    QVERIFY(card->isVisible());
    QCOMPARE(chosen(), QString("The last shaping was done once too often"));
    QTest::keyClick(knit, Qt::Key_Down); // two columns
    QCOMPARE(chosen(), QString("A stitch has dropped"));
    QTest::keyClick(knit, Qt::Key_Right);
    QTest::keyClick(knit, Qt::Key_Up);
    QCOMPARE(chosen(), QString("The last shaping was left out"));
    QTest::keyClick(knit, Qt::Key_Return);
    QVERIFY2(card->question().contains("left out: on which side"), qPrintable(card->question()));
    QTest::keyClick(knit, Qt::Key_7); // there are two
    QVERIFY(card->question().contains("on which side"));
    QTest::keyClick(knit, Qt::Key_Escape);
    QVERIFY(!card->isOpen() && !card->isVisible());
    // What was asked for by mistake costs no row, and leaves the keyboard at the machine.
    for (const Qt::Key key : {Qt::Key_M, Qt::Key_U, Qt::Key_C, Qt::Key_N, Qt::Key_S}) {
        QTest::keyClick(knit, key);
        QVERIFY(card->isOpen());
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Escape);
        QVERIFY(!card->isOpen());
        QVERIFY(knit->hasFocus());
    }
    QTest::keyClick(knit, Qt::Key_M);
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(!card->isOpen());
    QVERIFY(knit->state()->place() == place);
    QCOMPARE(knit->state()->remarks().size(), 0);
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(knit->state()->place() != place);
}

void TestKnitStation::aQuestionOfTheMachineWaits() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() >= 87; });
    const int passes = knit->state()->passesDone();
    AskCard* card = knit->question();
    auto goesWrong = [knit, at = qint64{1000}]() mutable {
        at += 5000;
        const bool left = knit->state()->bed().carriage() == Side::left;
        emit knit->counter()->heard(
            {static_cast<int>(at / 5000), at, left ? CounterReading::To::left : CounterReading::To::right});
    };
    QTest::keyClick(knit, Qt::Key_N);
    auto* note = asked<QLineEdit>(knit);
    QTest::keyClicks(note, "a knot");
    goesWrong();
    QVERIFY(note->hasFocus());
    QTest::keyClicks(note, " here");
    QTest::keyClick(note, Qt::Key_Return);
    QCOMPARE(knit->state()->remarks().size(), 1);
    QVERIFY(knit->hasFocus());
    QVERIFY2(card->question().contains("where it already stands"), qPrintable(card->question()));
    // A key that was on its way is no answer; the same key later is.
    QTest::keyClick(knit, Qt::Key_Right);
    QTest::keyClick(knit, Qt::Key_Return);
    QVERIFY(card->isOpen());
    QTest::qWait(800);
    QTest::keyClick(knit, Qt::Key_Return);
    QVERIFY(!card->isOpen());
    QCOMPARE(knit->state()->passesDone(), passes + 1); // it was counted
    goesWrong();
    QVERIFY(card->isOpen());
    QTest::keyClick(knit, Qt::Key_1);
    QVERIFY(!card->isOpen());
    QCOMPARE(knit->state()->passesDone(), passes + 1);
}

void TestKnitStation::aRowIsSetByHand() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() == 90; });
    QTest::keyClick(knit, Qt::Key_C);
    auto* row = asked<QSpinBox>(knit);
    QVERIFY(row && row->hasFocus());
    QCOMPARE(row->value(), 90);
    row->setValue(row->maximum() + 50); // never beyond what this counter counts
    QCOMPARE(row->value(), row->maximum());
    row->selectAll();
    QTest::keyClicks(row, "97");
    QTest::keyClick(row, Qt::Key_Tab);
    const auto fields = knit->question()->form()->findChildren<QLineEdit*>();
    QVERIFY(fields.back()->hasFocus());
    QTest::keyClicks(fields.back(), "the cord slipped off");
    QTest::keyClick(fields.back(), Qt::Key_Return);
    QCOMPARE(knit->state()->bed().counter(), 97);
    QVERIFY(texts(knit).contains("the cord slipped off"));
    const auto journal = fixture.workroom().journal(knit->state()->piece().id);
    QCOMPARE(journal.back().kind, JournalRecord::Kind::set);
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(knit->state()->bed().fabric().findings.empty());
}

void TestKnitStation::theDraftIsTakenOver() {
    WindowFixture fixture;
    Session& session = fixture.window().session();
    KnitStation* knit = beginPiece(fixture, pieces::front);
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() == 100; });
    const qint64 id = knit->state()->piece().id;
    QTest::keyClick(knit, Qt::Key_P);
    QVERIFY(!knit->state());
    QCOMPARE(fixture.workroom().journal(id).back().kind, JournalRecord::Kind::pause);
    Project deeper = session.project();
    deeper.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {Ease::Kind::length, 30.0};
    session.edit("Deeper neck", deeper);
    fixture.window().showStation(MainWindow::draft);
    fixture.window().showStation(MainWindow::knit);
    QApplication::processEvents();
    QVERIFY(texts(knit).contains("can be taken over from here"));
    QPushButton* take = lastButton(knit, "Take the draft over");
    QVERIFY(take);
    QTest::mouseClick(take, Qt::LeftButton);
    QVERIFY(knit->state());
    QCOMPARE(knit->state()->bed().counter(), 100);
    QVERIFY(knit->state()->program() == session.worked().piece(pieces::front)->program);
    knitUntil(knit, [](const KnittingState&) { return false; });
    QVERIFY(knit->state()->finished());
    QVERIFY(knit->state()->bed().fabric().findings.empty());
    // Another width cannot be had any more.
    QTest::keyClick(knit, Qt::Key_P);
    KnitStation* second = beginPiece(fixture, pieces::back);
    knitUntil(second, [](const KnittingState& state) { return state.bed().counter() == 50; });
    const int done = second->state()->passesDone();
    QTest::keyClick(second, Qt::Key_P);
    Project wider = session.project();
    wider.pins[quantities::bodyStitches] = 160;
    session.edit("Wider", wider);
    QVERIFY(session.worked().sound());
    knit->refresh();
    QApplication::processEvents();
    take = lastButton(knit, "Take the draft over");
    QVERIFY(take);
    QTest::mouseClick(take, Qt::LeftButton);
    QVERIFY(second->state());
    QVERIFY2(
        second->question()->question().contains(QString("%1 rows must come off").arg(done)),
        qPrintable(second->question()->question() + '|' + fixture.window().message() + '|' + QString::number(done)));
    QTest::mouseClick(second->question()->buttons().back(), Qt::LeftButton);
    QCOMPARE(second->state()->passesDone(), done);
}

void TestKnitStation::aSecondWindowLooksOn() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    knitUntil(knit, [](const KnittingState& state) { return state.passesDone() == 20; });
    const qint64 id = knit->state()->piece().id;
    Workroom workroom(fixture.workroom().file());
    MainWindow other(workroom);
    other.show();
    other.session().open(fixture.window().session().projectId());
    other.showStation(MainWindow::knit);
    KnitStation* second = other.knitStation();
    second->resume(id);
    QVERIFY(second->state());
    QVERIFY(second->state()->looksOn());
    QCOMPARE(second->state()->passesDone(), 20);
    QVERIFY(texts(second).contains("read only"));
    const auto records = workroom.journal(id).size();
    QTest::keyClick(second, Qt::Key_Space);
    QVERIFY2(other.message().contains("Another window has this piece"), qPrintable(other.message()));
    QCOMPARE(second->state()->passesDone(), 20);
    QTest::keyClick(second, Qt::Key_Backspace);
    QCOMPARE(workroom.journal(id).size(), records);
    QTest::keyClick(knit, Qt::Key_Space);
    // When the first one leaves, the second can take it.
    QTest::keyClick(knit, Qt::Key_P);
    second->resume(id);
    QVERIFY(!second->state()->looksOn());
}

void TestKnitStation::theScreenIsFilled() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() == 30; });
    QTest::keyClick(knit, Qt::Key_F);
    QVERIFY(knit->fillsScreen());
    QVERIFY(fixture.window().isFullScreen());
    QVERIFY(!fixture.window().thread()->isVisible());
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(knit->state()->bed().counter() >= 30);
    QTest::keyClick(knit, Qt::Key_Escape);
    QVERIFY(!knit->fillsScreen());
    QVERIFY(!fixture.window().isFullScreen());
    QVERIFY(fixture.window().thread()->isVisible());
    // It fits a small window too: the keys keep their letters, and nothing pushes the window wider.
    fixture.window().resize(1024, 700);
    QApplication::processEvents();
    QCOMPARE(fixture.window().width(), 1024);
    for (QPushButton* each : knit->findChildren<QPushButton*>())
        if (each->isVisible())
            QVERIFY2(fixture.window().rect().contains(QRect(each->mapTo(&fixture.window(), QPoint()), each->size())),
                     qPrintable(each->text()));
}

void TestKnitStation::plainRowsShowWhatComesNext() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    knitUntil(knit, [](const KnittingState& state) {
        const ProgramStep* next = state.next();
        if (!next || !next->isRows || state.bed().counter() < 60)
            return false;
        const ProgramStep* after = stepAt(state.steps(), next->to);
        return after && isShaping(state.program(), *after);
    });
    QVERIFY(texts(knit).contains("nothing else to do"));
    QVERIFY(!knit->settingChanges());
    const auto* picture = knit->findChild<NeedlePicture*>();
    QVERIFY(picture && picture->isVisible() && !picture->isEmpty());
    QCOMPARE(picture->when(), QString("in %1 rows").arg(knit->state()->rowsAhead()));
    // A reminder moves no needle.
    knitUntil(knit, [](const KnittingState& state) {
        return state.next() && coreText(state.next()->text).contains("weights");
    });
    QVERIFY(picture->isEmpty());
    QCOMPARE(picture->why(), QString("the needles stay as they are"));
}

void TestKnitStation::whatIsOnHoldIsSaid() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::front);
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() == 100; });
    QVERIFY(!texts(knit).contains("on hold"));
    knitUntil(knit, [](const KnittingState& state) {
        return state.bed().counter() > 226 && state.next() && state.next()->isRows;
    });
    QVERIFY2(texts(knit).contains("on hold: L"), qPrintable(texts(knit)));
}

void TestKnitStation::anotherSizeIsNotOverlooked() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    // The fold of the hem is a looser row, between two that are not.
    int changes = 0;
    knitUntil(knit, [&](const KnittingState& state) {
        if (state.next() && state.next()->isRows && knit->settingChanges())
            ++changes;
        return state.bed().counter() > 60;
    });
    QVERIFY(changes >= 4); // ravel cord, main yarn, the fold, and back
}

void TestKnitStation::marksAndPausesAreKept() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() == 20; });
    QTest::keyClick(knit, Qt::Key_X);
    QVERIFY(texts(knit).contains("last: a mark"));
    QTest::keyClick(knit, Qt::Key_N);
    answerWords(knit, "a knot in the yarn");
    QVERIFY(texts(knit).contains("last: a knot in the yarn"));
    QTest::keyClick(knit, Qt::Key_M);
    answerDigits(knit, "3"); // a stitch has dropped
    QVERIFY(knit->question()->words().contains("rung by rung"));
    answerDigits(knit, "2"); // it was mended
    QCOMPARE(knit->state()->remarks().size(), 3);
}

void TestKnitStation::piecesHangInOrder() {
    WindowFixture fixture;
    fixture.window().resize(1280, 800);
    const auto tileOf = [&](const QString& name) {
        for (QLabel* each : fixture.window().knitStation()->findChildren<QLabel*>())
            if (each->text() == name && each->isVisible() && each->parentWidget()->findChild<PiecePicture*>())
                return each->parentWidget();
        return static_cast<QWidget*>(nullptr);
    };
    const auto settle = [] {
        for (int i = 0; i < 3; ++i)
            QApplication::processEvents();
    };
    fixture.window().showStation(MainWindow::knit);
    settle();
    // In the order of knitting, from left to right and down.
    QPoint before(-1, -1);
    for (const char* name : {"Back", "Front", "Left sleeve", "Right sleeve", "Neck trim", "Swatch"}) {
        QWidget* tile = tileOf(name);
        QVERIFY2(tile, name);
        const QPoint at = tile->mapTo(&fixture.window(), QPoint(0, 0));
        QVERIFY2(at.y() > before.y() || (at.y() == before.y() && at.x() > before.x()), name);
        QVERIFY2(tile->geometry().right() <= tile->parentWidget()->width(), name);
        before = at;
    }
    QVERIFY2(texts(tileOf("Neck trim")).contains("hangs from: "), qPrintable(texts(tileOf("Neck trim"))));
    QVERIFY(!texts(tileOf("Back")).contains("hangs from"));
    QVERIFY2(texts(tileOf("Back")).contains(" g of yarn"), qPrintable(texts(tileOf("Back"))));
    // What is knitted is filled: the more rows, the more of it.
    const auto filled = [&] {
        const QImage image = tileOf("Back")->findChild<PiecePicture*>()->grab().toImage();
        const QColor bare = Theme::current().ground;
        int count = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = image.width() / 2; x < image.width() / 2 + 40; ++x)
                count += image.pixelColor(x, y) != bare && image.pixelColor(x, y) != QColor(Theme::current().paper);
        return count;
    };
    const int none = filled();
    KnitStation* knit = beginPiece(fixture, pieces::back);
    int last = none;
    for (const int row : {60, 160}) {
        knitUntil(knit, [row](const KnittingState& state) { return state.bed().counter() >= row; });
        const qint64 id = knit->state()->piece().id;
        QTest::keyClick(knit, Qt::Key_P);
        settle();
        QVERIFY2(filled() > last + 300, qPrintable(QString("%1 after %2").arg(filled()).arg(last)));
        QVERIFY(texts(tileOf("Back")).contains(QString("on the machine, row %1").arg(row)));
        last = filled();
        knit->resume(id);
    }
}

void TestKnitStation::aPieceIsRehearsed() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::draft);
    fixture.window().showStation(MainWindow::knit);
    KnitStation* knit = fixture.window().knitStation();
    QApplication::processEvents();
    QPushButton* begin = lastButton(knit, "Rehearse");
    QVERIFY(begin);
    const int begunBefore = fixture.workroom().begunCount(fixture.window().session().projectId());
    knit->rehearse(fixture.worked().piece(pieces::leftSleeve)->program);
    QVERIFY(knit->state()->isRehearsal());
    QVERIFY(texts(knit).contains("nothing is kept"));
    // To any row at once, forwards and back.
    knit->rehearsal()->jump()->setValue(150);
    QCOMPARE(knit->state()->passesDone(), 150);
    knit->rehearsal()->jump()->setValue(90);
    QCOMPARE(knit->state()->passesDone(), 90);
    // A technique needle by needle: many small steps, and the same piece after them.
    knitUntil(knit, [](const KnittingState& state) {
        return state.next() && !state.next()->isRows && isShaping(state.program(), *state.next());
    });
    const std::size_t steps = knit->state()->steps().size();
    QTest::keyClick(knit, Qt::Key_T);
    QVERIFY(knit->state()->steps().size() > steps + 3);
    const int before = knit->state()->bed().occupied().size();
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(!knit->state()->next()->isRows);
    knitUntil(knit, [](const KnittingState& state) { return !state.next() || state.next()->isRows; });
    QCOMPARE(knit->state()->bed().occupied().size(), before + 2);
    QTest::keyClick(knit, Qt::Key_T); // plain rows are one movement
    QVERIFY(fixture.window().message().contains("nothing here to take apart"));
    // It plays by itself, to the end.
    knit->rehearsal()->jump()->setValue(knit->state()->passesAll() - 6);
    QTest::keyClick(knit, Qt::Key_R);
    QTRY_VERIFY_WITH_TIMEOUT(knit->state()->finished(), 10000);
    QVERIFY(knit->state()->bed().fabric().findings.empty());
    QTest::keyClick(knit, Qt::Key_P);
    QVERIFY(!knit->state());
    QCOMPARE(fixture.workroom().begunCount(fixture.window().session().projectId()), begunBefore);
}

void TestKnitStation::aLearnerSetsTheNeedles() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::knit);
    KnitStation* knit = fixture.window().knitStation();
    knit->rehearse(fixture.window().session().worked().piece(pieces::leftSleeve)->program);
    QTest::keyClick(knit, Qt::Key_H);
    QVERIFY(knit->rehearsal()->byHand()->isChecked());
    // Cast on, welt and plain rows are shown as ever; the first increase is set by hand.
    for (int i = 0; i < 300 && !knit->hand()->bed(); ++i)
        QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(knit->hand()->bed());
    QVERIFY(knit->hand()->isVisible());
    const int rows = knit->state()->passesDone();
    const NeedleSpan before = knit->state()->bed().occupied();
    QVERIFY(texts(knit).contains("Set the needles below"));
    // Nothing set: the row does not knit, and it is said what would have happened.
    QTest::keyClick(knit, Qt::Key_Space);
    QCOMPARE(knit->state()->passesDone(), rows);
    QVERIFY2(knit->question()->question().contains("The row would have") ||
                 knit->question()->question().contains("would be bare"),
             qPrintable(knit->question()->question()));
    QVERIFY(!knit->hand()->wrong().empty());
    QTest::mouseClick(knit->question()->buttons()[1], Qt::LeftButton); // from the beginning
    QVERIFY(knit->hand()->wrong().empty());
    // The right side by keys: a tool with two eyes, over by one, and the bar on the bare needle.
    QCOMPARE(knit->hand()->chosen(), before.end(knit->state()->bed().carriage()));
    const auto chooseAt = [&](Needle needle) {
        for (int i = 0; i < 400 && knit->hand()->chosen() != needle; ++i)
            QTest::keyClick(knit, knit->hand()->chosen().slot() < needle.slot() ? Qt::Key_Right : Qt::Key_Left);
        QCOMPARE(knit->hand()->chosen(), needle);
    };
    const auto* increase = std::get_if<operation::Increase>(
        &knit->state()->program().operations[knit->state()->next()->from.operation].action);
    QVERIFY(increase && increase->kind == operation::Shaping::fashioned && increase->count == 1);
    chooseAt(before.last);
    QTest::keyClick(knit, static_cast<Qt::Key>(Qt::Key_0 + increase->inset));
    QCOMPARE(knit->hand()->eyes()->value(), increase->inset);
    QTest::keyClick(knit, Qt::Key_Right, Qt::ControlModifier);
    QCOMPARE(knit->hand()->bed()->bed().occupied().last, before.last.shifted(1));
    chooseAt(before.last.shifted(1 - increase->inset));
    QTest::keyClick(knit, Qt::Key_B);
    QTest::keyClick(knit, Qt::Key_Space);
    // One side is right; what is left to say lies on the other.
    QVERIFY(!knit->hand()->wrong().empty());
    for (const Needle needle : knit->hand()->wrong())
        QVERIFY(needle.slot() < 0);
    // The left side by mouse: dragged outward, one too far, taken back, and right.
    BedCanvas* bed = knit->bed();
    const auto drag = [&](Needle from, Needle to) {
        QTest::mousePress(bed, Qt::LeftButton, {}, bed->place(from).toPoint());
        QTest::mouseMove(bed, bed->place(to).toPoint());
        QTest::mouseRelease(bed, Qt::LeftButton, {}, bed->place(to).toPoint());
    };
    drag(before.first, before.first.shifted(-2));
    QCOMPARE(knit->hand()->bed()->bed().occupied().first, before.first.shifted(-2));
    QTest::keyClick(knit, Qt::Key_Z);
    drag(before.first, before.first.shifted(-1));
    const Needle bare = before.first.shifted(increase->inset - 1);
    QTest::mouseClick(bed, Qt::LeftButton, {}, bed->place(bare).toPoint());
    QCOMPARE(knit->hand()->chosen(), bare);
    QTest::keyClick(knit, Qt::Key_B);
    QTest::keyClick(knit, Qt::Key_Space);
    QCOMPARE(knit->state()->passesDone(), rows + 1);
    QCOMPARE(knit->state()->bed().occupied().size(), before.size() + 2);
    QVERIFY(fixture.window().message().contains("Right"));
    QVERIFY(!knit->hand()->bed());
    // The next one is shown: as without it, step by step.
    for (int i = 0; i < 300 && !knit->hand()->bed(); ++i)
        QTest::keyClick(knit, Qt::Key_Space);
    QTest::keyClick(knit, Qt::Key_Down);
    QTest::keyClick(knit, Qt::Key_Left, Qt::ShiftModifier);
    QCOMPARE(knit->hand()->bed()->bed().needle(knit->hand()->chosen()).position, Position::hold);
    QTest::keyClick(knit, Qt::Key_Space);
    const int here = knit->state()->passesDone();
    QTest::mouseClick(knit->question()->buttons()[2], Qt::LeftButton);
    QVERIFY(!knit->hand()->bed());
    QTest::keyClick(knit, Qt::Key_Space);
    QCOMPARE(knit->state()->passesDone(), here);
    QTest::keyClick(knit, Qt::Key_Space);
    QCOMPARE(knit->state()->passesDone(), here + 1);
    // Taken apart needle by needle, that row is shown as well.
    for (int i = 0; i < 300 && !knit->hand()->bed(); ++i)
        QTest::keyClick(knit, Qt::Key_Space);
    QTest::keyClick(knit, Qt::Key_T);
    QVERIFY(!knit->hand()->bed());
    QTest::keyClick(knit, Qt::Key_P); // put away while it waits
    QVERIFY(!knit->state());
    QTest::keyClick(knit, Qt::Key_Down);
}

void TestKnitStation::theFabricIsTurned() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    QCOMPARE(knit->bed()->view().shown, WornSide::purl);
    QTest::keyClick(knit, Qt::Key_V);
    QCOMPARE(knit->bed()->view().shown, WornSide::knit);
    QCOMPARE(KnitSettings::read(fixture.workroom()).shown, WornSide::knit);
    QTest::keyClick(knit, Qt::Key_Space);
    QCOMPARE(knit->bed()->view().shown, WornSide::knit);
    QTest::keyClick(knit, Qt::Key_V);
    QCOMPARE(KnitSettings::read(fixture.workroom()).shown, WornSide::purl);
}

void TestKnitStation::theRowsArePrinted() {
    WindowFixture fixture;
    QTemporaryDir folder;
    KnitStation* knit = beginPiece(fixture, pieces::front);
    const QString file = folder.filePath("front.pdf");
    fixture.window().chooseTheme(true);
    knit->print(file);
    QVERIFY(fixture.window().message().contains("The rows are in"));
    QVERIFY(Theme::current().name == Theme::Name::peat); // paper changes nothing on the screen
    fixture.window().chooseTheme(false);
    QFile pdf(file);
    QVERIFY(pdf.open(QIODevice::ReadOnly));
    const QByteArray bytes = pdf.readAll();
    QVERIFY(bytes.startsWith("%PDF-"));
    QVERIFY(bytes.count("/Type /Page\n") >= 2);
    knit->print(folder.filePath("nowhere/front.pdf"));
    QVERIFY(fixture.window().message().contains("cannot be written"));
}

void TestKnitStation::theSecondIsKnittedLikeTheFirst_data() {
    QTest::addColumn<int>("answer");
    QTest::addRow("in everything") << 0;
    QTest::addRow("asked at each row") << 1;
    QTest::addRow("as drafted") << 2;
}

void TestKnitStation::theSecondIsKnittedLikeTheFirst() {
    QFETCH(int, answer);
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() >= 40; });
    QTest::keyClick(knit, Qt::Key_N);
    answerWords(knit, "a knot in the yarn");
    const int noted = knit->state()->passesDone();
    knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() >= 87; });
    QTest::keyClick(knit, Qt::Key_M);
    answerDigits(knit, "222"); // left out, at the right, carry it
    const Program made = knit->state()->program();
    knitUntil(knit, [](const KnittingState&) { return false; });
    QTest::keyClick(knit, Qt::Key_P);
    QApplication::processEvents();
    QPushButton* start = lastButton(knit, "Begin"); // the swatch and the trim come after it
    for (QPushButton* each : knit->findChildren<QPushButton*>())
        if (each->text() == "Begin" && each->isVisible())
            for (QLabel* label : each->parentWidget()->findChildren<QLabel*>())
                if (label->text() == "Right sleeve")
                    start = each;
    QTest::mouseClick(start, Qt::LeftButton);
    QVERIFY(knit->state());
    QVERIFY2(knit->question()->question().contains("otherwise than drafted"), qPrintable(texts(knit)));
    const Program drafted = knit->state()->program();
    QCOMPARE(knit->question()->buttons().size(), 3);
    QTest::mouseClick(knit->question()->buttons()[answer], Qt::LeftButton);
    QVERIFY(knit->question()->question().isEmpty());
    QCOMPARE(knit->state()->program() == drafted, answer == 2);
    knitUntil(knit, [noted](const KnittingState& state) { return state.passesDone() == noted; });
    QVERIFY(texts(knit).contains("on the first, at this row: a knot in the yarn"));
    if (answer == 1) {
        // At the row where the decrease was left out, not before.
        QVERIFY(mirrorImage(knit->state()->program()).operations != made.operations);
        knitUntil(knit, [knit](const KnittingState&) { return !knit->question()->question().isEmpty(); });
        QVERIFY2(knit->question()->question().contains("On the first, from this row on"),
                 qPrintable(knit->question()->question()));
        QVERIFY(knit->state()->bed().counter() < 87 && knit->state()->bed().counter() > 60);
        // A restart asks again, and a click does the same here.
        const qint64 id = knit->state()->piece().id;
        fixture.restart();
        fixture.window().showStation(MainWindow::knit);
        knit = fixture.window().knitStation();
        knit->resume(id);
        QVERIFY(knit->question()->question().contains("On the first, from this row on"));
        QTest::mouseClick(knit->question()->buttons().front(), Qt::LeftButton);
        QVERIFY(knit->question()->question().isEmpty());
    }
    // The other way round, stitch by stitch.
    const Program like = knit->state()->program();
    QCOMPARE(like.piece, std::string("right_sleeve"));
    QCOMPARE(mirrorImage(like).operations == made.operations, answer != 2);
    knitUntil(knit, [](const KnittingState&) { return false; });
    QVERIFY(knit->state()->bed().fabric().findings.empty());
}

void TestKnitStation::theRestIsEstimated() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    settle(knit, Confirm::never);
    QVERIFY(!texts(knit).contains("about "));
    std::vector<double> took;
    QElapsedTimer time;
    time.start();
    for (int i = 0; i < 24; ++i) {
        QTest::qWait(230); // quick hands
        QTest::keyClick(knit, Qt::Key_Space);
        took.push_back(static_cast<double>(time.restart()) / 1000.0);
    }
    // As fast as the machine and its disk let these hands be.
    const auto [least, most] = std::ranges::minmax(took);
    const auto minutes = [knit](double row) {
        return secondsLeft(knit->state()->program(), knit->state()->place(), {row, 4 * row}) / 60.0;
    };
    const QString all = texts(knit);
    const auto said = QRegularExpression("about (\\d+) min").match(all);
    QVERIFY2(said.hasMatch(), qPrintable(all));
    const int about = said.captured(1).toInt();
    QVERIFY2(about >= minutes(least) * 0.8 - 1 && about <= minutes(most) * 1.2 + 3, qPrintable(all));
    QTest::keyClick(knit, Qt::Key_P);
    QTest::qWait(50); // the rows that were shown before go
    QVERIFY2(texts(knit).contains(" min to go"), qPrintable(texts(knit)));
    QVERIFY(texts(knit).contains(QString::fromUtf8(" rows · not begun · about ")));
}

void TestKnitStation::restIsRemindedOf() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    KnitSettings settings;
    settings.restAfter = 1;
    knit->useSettings(settings);
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(!fixture.window().message().contains("rest hands"));
    QTest::qWait(1100);
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(fixture.window().message().contains("rest hands"));
}

void TestKnitStation::settingsAreKept() {
    WindowFixture fixture;
    KnitStation* knit = beginPiece(fixture, pieces::back);
    QTest::keyClick(knit, Qt::Key_S);
    auto* form = qobject_cast<KnitSettingsForm*>(knit->question()->form());
    QVERIFY(form && form->confirm()->hasFocus());
    QTest::keyClick(form->confirm(), Qt::Key_Right); // shaping alone
    QTest::keyClick(form->confirm(), Qt::Key_Down);
    QVERIFY(form->port()->hasFocus());
    QTest::keyClicks(form->port(), "/nowhere/at/all");
    QTest::keyClick(form->port(), Qt::Key_Return);
    QVERIFY(!knit->question()->isOpen());
    QCOMPARE(knit->counter()->port(), QString("/nowhere/at/all"));
    QCOMPARE(knit->counter()->state(), DeviceLine::State::waiting); // for as long as it takes
    fixture.restart();
    const KnitSettings kept = KnitSettings::read(fixture.workroom());
    QVERIFY(kept.confirm == Confirm::shaping);
    QCOMPARE(kept.counterPort, QString("/nowhere/at/all"));
    QCOMPARE(kept.doubleWithin, 400);
    QCOMPARE(kept.restAfter, 2400);
    fixture.workroom().setSetting("counter_double_ms", "soon");
    fixture.workroom().setSetting("knit_rest_s", "-5");
    QCOMPARE(KnitSettings::read(fixture.workroom()).doubleWithin, 400);
    QCOMPARE(KnitSettings::read(fixture.workroom()).restAfter, 2400);
}

QTEST_MAIN(TestKnitStation)
#include "tst_knit_station.moc"
