// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of the window, one by one, and what happens when somebody types nonsense into them.
#include "app/knit_fixture.h"
#include "support/projects.h"

#include "app/canvas/next_step.h"
#include "app/canvas/rail_canvas.h"
#include "app/canvas/slip.h"
#include "app/draft/piece_view.h"
#include "app/knit/knitting_state.h"
#include "app/reckoner/reckoner_drawer.h"
#include "app/shelf/begin_page.h"
#include "app/shelf/shelves_page.h"
#include "core/format/project_json.h"

#include <QComboBox>
#include <QDialog>
#include <QPushButton>
#include <QSpinBox>
#include <QSqlError>
#include <QSqlQuery>
#include <QStackedLayout>
#include <QTimer>

#include <cmath>

using namespace vestimen;
using namespace vestimen::app;
using vestimen::test::countsOf;
using vestimen::test::garment;
using vestimen::test::movedBy;
using vestimen::test::odilesPullover;
using vestimen::test::WindowFixture;

namespace {

double luminance(const QColor& colour) {
    const auto channel = [](double value) {
        return value <= 0.03928 ? value / 12.92 : std::pow((value + 0.055) / 1.055, 2.4);
    };
    return 0.2126 * channel(colour.redF()) + 0.7152 * channel(colour.greenF()) + 0.0722 * channel(colour.blueF());
}

double contrast(const QColor& a, const QColor& b) {
    const double x = luminance(a) + 0.05;
    const double y = luminance(b) + 0.05;
    return std::max(x, y) / std::min(x, y);
}

} // namespace

class TestWidgets : public QObject {
    Q_OBJECT

private slots:
    void bothThemesCanBeRead();
    void fontsAreShippedWithFiguresOfOneWidth();
    void readingsInEveryForm_data();
    void readingsInEveryForm();
    void readingsThatAreNone_data();
    void readingsThatAreNone();
    void everyPartMovesItsMeasure();
    void partsOnBothSidesMoveOutward();
    void slipShowsTheWorking();
    void canvasTabsThroughItsParts();
    void sessionUndoesAndRedoes();
    void sessionMergesTyping();
    void previewIsNotStored();
    void typingIsStoredAMomentLater();
    void lastSoundDraftStays();
    void knittingStateFollowsTheJournal();
    void knittingStopsAtBothEnds();
    void aStoreThatFailsIsSaid();
    void draftThatMovedOnIsShown();
    void emptyWorkroomLeadsToAProject();
    void newProjectRefusesNonsense();
    void newProjectHasAShape();
    void newProjectMayBeginWithASwatch();
    void theSwatchIsReadFromTheDraft();
    void aSmallPieceHasTheRailThatItNeeds();
    void theDemoBeginsAnew();
    void badEaseIsRefused();
    void clearedReadingIsTakenAway();
    void unitsSwitchWithoutDrift();
    void choicesSitWithTheirPart();
    void everyStationHasNames();
    void stationsNeedAProject();
    void worksInASmallWindow();
    void theKeyboardComesBack();
    void figurePicksTheMeasureUnderThePointer();
    void treatmentsAreChosenAndAdded();
    void knitScreenSaysWhatIsNext();
};

void TestWidgets::bothThemesCanBeRead() {
    for (const Theme::Name name : {Theme::Name::fleece, Theme::Name::peat}) {
        const Theme& theme = Theme::of(name);
        for (const QColor& text : {theme.ink, theme.muted, theme.madder, theme.woad, theme.weld})
            for (const QColor& ground : {theme.ground, theme.paper})
                QVERIFY2(
                    contrast(text, ground) >= 4.5,
                    qPrintable(QString("%1 on %2: %3").arg(text.name(), ground.name()).arg(contrast(text, ground))));
        QVERIFY(contrast(theme.onWoad, theme.woad) >= 4.5);
    }
}

void TestWidgets::fontsAreShippedWithFiguresOfOneWidth() {
    loadFonts();
    for (const int weight : {int(QFont::Normal), int(QFont::Bold)}) {
        const QFont font = textFont(20, weight);
        QCOMPARE(QFontInfo(font).family(), QString("Lato"));
        const QFontMetrics metrics(font);
        for (char digit = '0'; digit <= '9'; ++digit)
            QCOMPARE(metrics.horizontalAdvance(QLatin1Char(digit)), metrics.horizontalAdvance(QLatin1Char('0')));
    }
    QCOMPARE(QFontInfo(titleFont(20)).family(), QString("Vollkorn"));
}

void TestWidgets::readingsInEveryForm_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<double>("mm"); // over 40 stitches
    QTest::newRow("millimetres") << "142" << 142.0;
    QTest::newRow("decimal comma") << "142,5" << 142.5;
    QTest::newRow("centimetres") << "14.2cm" << 142.0;
    QTest::newRow("inches") << "5 1/2in" << 139.7;
    QTest::newRow("gauge rule") << "28.1/10cm" << 100 * 40 / 28.1;
    QTest::newRow("count") << "34/12cm" << 120.0 * 40 / 34;
    QTest::newRow("per cm") << "2.81/cm" << 10 * 40 / 2.81;
}

void TestWidgets::readingsInEveryForm() {
    QFETCH(QString, text);
    QFETCH(double, mm);
    const auto reading = parseReading(text.toStdString());
    QVERIFY2(reading, reading.problem.c_str());
    QVERIFY(std::abs(fieldLength(*reading, 40)->mm() - mm) < 1e-6);
    // What is shown again means the same.
    const auto again = parseReading(vestimen::text(*reading));
    QVERIFY(again);
    QVERIFY(std::abs(fieldLength(*again, 40)->mm() - mm) < 0.06);
}

void TestWidgets::readingsThatAreNone_data() {
    QTest::addColumn<QString>("text");
    for (const char* text : {"x", "--4", "0", "-142", "1/0", "28/", "/10cm", "28/0cm", "142 km", "99999999"})
        QTest::newRow(text) << text;
}

void TestWidgets::readingsThatAreNone() {
    QFETCH(QString, text);
    const auto reading = parseReading(text.toStdString());
    QVERIFY(!reading);
    QVERIFY(!reading.problem.empty());
}

void TestWidgets::everyPartMovesItsMeasure() {
    const Project project = odilesPullover();
    const Worked worked = work(project);
    const GarmentCounts c = countsOf(project);
    const auto moved = [&](PieceKey piece, HandleKey part, int steps) {
        return countsOf(movedBy(project, piece, part, steps));
    };
    QCOMPARE(moved(pieces::front, parts::length, -5).bodyLength(), c.bodyLength() + Rows(5));
    QCOMPARE(moved(pieces::front, parts::welt, 3).bodyWelt.visible, c.bodyWelt.visible + Rows(3));
    QCOMPARE(moved(pieces::back, parts::width, 2).body, c.body + Stitches(4));
    QCOMPARE(moved(pieces::back, parts::armhole, -4).armhole, c.armhole + Rows(4));
    QCOMPARE(moved(pieces::front, parts::neckDepth, -6).frontNeck.depth, c.frontNeck.depth + Rows(6));
    QCOMPARE(moved(pieces::front, parts::neckWidth, 3).neck, c.neck + Stitches(6));
    // Both its ends move: two stitches for each step.
    QCOMPARE(moved(pieces::front, parts::neckFlat, 3).frontNeck.centre, c.frontNeck.centre + Stitches(6));
    QCOMPARE(moved(pieces::back, parts::shoulder, -2).shoulderRows, c.shoulderRows + Rows(2));
    QCOMPARE(moved(pieces::leftSleeve, parts::length, -7).sleeveLength(), c.sleeveLength() + Rows(7));
    QCOMPARE(moved(pieces::leftSleeve, parts::welt, 2).cuff.visible, c.cuff.visible + Rows(2));
    QCOMPARE(moved(pieces::leftSleeve, parts::wrist, 1).wrist, c.wrist + Stitches(2));
    QCOMPARE(moved(pieces::leftSleeve, parts::sleeveTop, 2).sleeveTop, c.sleeveTop + Stitches(4));
    QCOMPARE(moved(pieces::neckTrim, parts::trimDepth, 4).trimRows, c.trimRows + Rows(4));
    // What the body measures stays.
    QVERIFY(movedBy(project, pieces::front, parts::length, -5).wearer == project.wearer);
    for (const WorkedPiece& piece : worked.pieces)
        for (const Handle& each : piece.handles) {
            QVERIFY(*each.label);
            QVERIFY(!stateOf(each, ReadingUnit::centimetres).isEmpty());
            for (const CountKey quantity : each.counts)
                QVERIFY(worked.workings.count(quantity) == 1);
        }
}

void TestWidgets::partsOnBothSidesMoveOutward() {
    Project project = odilesPullover();
    project.ease[static_cast<std::size_t>(Measure::chest)] = {Ease::Kind::percent, 10};
    const Project wider = movedBy(project, pieces::back, parts::width, 1);
    QCOMPARE(wider.ease[static_cast<std::size_t>(Measure::chest)].kind, Ease::Kind::percent);
    QCOMPARE(countsOf(wider).body, countsOf(project).body + Stitches(2));
}

void TestWidgets::slipShowsTheWorking() {
    Slip slip;
    slip.begin("Neck");
    slip.addReckoning(work(odilesPullover()).workings.at(quantities::neckStitches), ReadingUnit::centimetres);
    slip.addNote("a note", Severity::warning);
    slip.end();
    const QStringList lines = slip.plainText().split('\n');
    QCOMPARE(lines[0], QString("Neck"));
    QCOMPARE(lines[1], QString("wide: 17.2 cm"));
    QVERIFY(slip.plainText().contains("Stitches of the neck: 48"));
    QVERIFY(slip.plainText().contains("one up: 50"));
    QVERIFY(lines.contains("one up: 50: 7.1 mm"));
    QVERIFY(lines.indexOf("Stitches of the neck: 48") < lines.indexOf("one up: 50: 7.1 mm")); // alternatives come last
    QCOMPARE(slip.accessibleName(), QString("Neck"));
}

void TestWidgets::canvasTabsThroughItsParts() {
    const Project project = odilesPullover();
    RailCanvas canvas;
    canvas.resize(800, 640);
    const Worked worked = work(project);
    const WorkedPiece& front = *worked.piece(pieces::front);
    canvas.setView(railView(front, project, *worked.measured.gauge, ReadingUnit::centimetres));
    canvas.show();
    canvas.setFocus();
    QList<HandleKey> visited;
    connect(&canvas, &RailCanvas::partPicked, this, [&](HandleKey part) { visited << part; });
    for (int i = 0; i < 8; ++i)
        QTest::keyClick(&canvas, Qt::Key_Tab);
    QVERIFY(std::ranges::equal(visited, front.handles, {}, {}, &Handle::key));
    QCOMPARE(visited.size(), 8);
    QTest::keyClick(&canvas, Qt::Key_Backtab);
    QCOMPARE(canvas.picked(), visited[6]);
    // An arrow key the other way does nothing; along its way it moves.
    int nudges = 0;
    connect(&canvas, &RailCanvas::nudged, this, [&](HandleKey, int steps) { nudges += steps; });
    canvas.pick(parts::length);
    QTest::keyClick(&canvas, Qt::Key_Left);
    QCOMPARE(nudges, 0);
    QTest::keyClick(&canvas, Qt::Key_Up);
    QCOMPARE(nudges, 1);
    canvas.pick(parts::width);
    QTest::keyClick(&canvas, Qt::Key_Right);
    QCOMPARE(nudges, 2);
    canvas.setAsWorn(true);
    QTest::keyClick(&canvas, Qt::Key_Left); // turned round, outward is to the left
    QCOMPARE(nudges, 3);
}

void TestWidgets::sessionUndoesAndRedoes() {
    WindowFixture fixture;
    Session& session = fixture.window().session();
    const Project first = session.project();
    QVERIFY(!session.canUndo());
    Project second = first;
    garment(second).making.seamStitches = false;
    session.edit("Seams", second);
    QCOMPARE(session.undoText(), QString("Seams"));
    QVERIFY(countsOf(session.project()).body < countsOf(first).body);
    session.undo();
    QVERIFY(session.project() == first);
    QCOMPARE(session.redoText(), QString("Seams"));
    session.redo();
    QVERIFY(session.project() == second);
    session.undo();
    Project third = first;
    third.name = "Another";
    session.edit("Name", third);
    QVERIFY(!session.canRedo());
    // Stored as it was made: no Save button.
    QVERIFY(fixture.workroom().project(session.projectId()) == third);
    session.edit("Nothing", third);
    QCOMPARE(session.undoText(), QString("Name"));
}

void TestWidgets::sessionMergesTyping() {
    WindowFixture fixture;
    Session& session = fixture.window().session();
    const Project before = session.project();
    for (const char* name : {"P", "Pu", "Pul"}) {
        Project next = session.project();
        next.name = name;
        session.edit("Name", next, true);
    }
    session.undo();
    QVERIFY(session.project() == before);
}

void TestWidgets::typingIsStoredAMomentLater() {
    WindowFixture fixture;
    Session& session = fixture.window().session();
    const auto type = [&](int buttons) {
        Project next = session.project();
        garment(next).opening.buttons = buttons;
        session.edit("buttons", next, true);
    };
    const auto kept = [&] { return garment(fixture.workroom().project(session.projectId())).opening.buttons; };
    const int before = kept();
    type(3);
    type(4);
    QCOMPARE(std::get<Garment>(session.worked().article).opening.buttons, 4); // the screen does not wait
    QVERIFY(kept() != 3 && kept() != 4);
    QTRY_COMPARE(kept(), 4);
    type(5);
    fixture.window().showStation(MainWindow::draft); // whoever goes elsewhere leaves nothing behind
    QCOMPARE(kept(), 5);
    type(8);
    session.undo();
    QCOMPARE(kept(), before); // all that was typed in a row goes at once, and is not stored after it
    QTest::qWait(500);
    QCOMPARE(kept(), before);
    // A drag that begins before it is stored, and is given up: what was only shown is never kept.
    type(9);
    Project shown = session.project();
    garment(shown).opening.buttons = 20;
    session.preview(shown);
    QCOMPARE(kept(), 9);
    QTest::qWait(500);
    QCOMPARE(kept(), 9);
    session.endPreview();
    QCOMPARE(garment(session.project()).opening.buttons, 9);
    // What could not be stored is tried again when the station is left.
    QSqlQuery(fixture.workroom().database())
        .exec("CREATE TEMP TRIGGER full BEFORE UPDATE ON project BEGIN SELECT RAISE(ABORT, 'no room'); END");
    type(10);
    QTest::qWait(500);
    QCOMPARE(kept(), 9);
    QSqlQuery(fixture.workroom().database()).exec("DROP TRIGGER full");
    fixture.window().showStation(MainWindow::measure);
    QCOMPARE(kept(), 10);
    type(7);
    const qint64 id = session.projectId();
    fixture.restart();
    QCOMPARE(garment(fixture.workroom().project(id)).opening.buttons, 7);
}

void TestWidgets::previewIsNotStored() {
    WindowFixture fixture;
    Session& session = fixture.window().session();
    const Project before = session.project();
    Project shown = before;
    garment(shown).body.welt.depth = Length::millimetres(70);
    session.preview(shown);
    QVERIFY(session.project() == shown);
    QVERIFY(fixture.workroom().project(session.projectId()) == before);
    session.endPreview();
    QVERIFY(session.project() == before);
    session.preview(shown);
    session.edit("Welt", shown);
    session.undo();
    QVERIFY(session.project() == before);
}

void TestWidgets::lastSoundDraftStays() {
    WindowFixture fixture;
    Session& session = fixture.window().session();
    const Stitches body = countsOf(session.project()).body;
    Project impossible = session.project();
    impossible.wearer[Measure::neckWidth] = MeasureValue{Length::millimetres(290), false, {}};
    impossible.wearer[Measure::chest] = MeasureValue{Length::millimetres(310), false, {}};
    session.edit("Impossible", impossible);
    QVERIFY(!session.worked().sound());
    QVERIFY(session.drawn());
    QCOMPARE(std::get<int>(session.drawn()->workings.at(quantities::bodyStitches).result), body.count());
    fixture.window().showStation(MainWindow::draft);
    QVERIFY(fixture.window().draftStation()->slip()->plainText().contains("leaves no shoulders"));
    QCOMPARE(fixture.window().thread()->knot(MainWindow::draft)->answer(), QString("something to mend"));
    fixture.window().showStation(MainWindow::knit);
    int closed = 0;
    for (QPushButton* each : fixture.window().knitStation()->findChildren<QPushButton*>())
        if (each->text() == "Begin" && each->isVisible()) {
            // The swatch is no part of the draft.
            const bool isSwatch = each->parentWidget()->findChild<QLabel*>()->text() == "Swatch";
            QCOMPARE(each->isEnabled(), isSwatch);
            closed += isSwatch ? 0 : 1;
        }
    QCOMPARE(closed, 5);
}

void TestWidgets::knittingStateFollowsTheJournal() {
    WindowFixture fixture;
    const Worked& worked = fixture.worked();
    Workroom& workroom = fixture.workroom();
    const qint64 id =
        workroom.beginPiece(fixture.window().session().projectId(), worked.piece(pieces::leftSleeve)->program);
    const auto find = [&] {
        for (const BegunPiece& each : workroom.begunPieces())
            if (each.id == id)
                return each;
        return BegunPiece{};
    };
    const auto none = std::make_shared<const std::map<std::string, Fabric>>();
    KnittingState state(workroom, find(), none);
    for (int i = 0; i < 120; ++i)
        state.done();
    for (int i = 0; i < 3; ++i)
        state.back();
    state.note("a knot in the yarn");
    KnittingState again(workroom, find(), none);
    QVERIFY(again.place() == state.place());
    QCOMPARE(again.bed().counter(), state.bed().counter());
    QCOMPARE(again.bed().carriage(), state.bed().carriage());
    QCOMPARE(again.bed().occupied().size(), state.bed().occupied().size());
    QCOMPARE(workroom.journal(id).size(), 124);
    QCOMPARE(workroom.journal(id).back().text, QString("a knot in the yarn"));
}

void TestWidgets::knittingStopsAtBothEnds() {
    WindowFixture fixture;
    const qint64 id = fixture.workroom().beginPiece(fixture.window().session().projectId(),
                                                    fixture.worked().piece(pieces::neckTrim)->program);
    fixture.window().showStation(MainWindow::knit);
    KnitStation* knit = fixture.window().knitStation();
    knit->resume(id);
    QTest::keyClick(knit, Qt::Key_Backspace);
    QVERIFY(knit->state()->place() == ProgramPlace{});
    QVERIFY(fixture.workroom().journal(id).isEmpty());
    for (int i = 0; i < 200; ++i)
        QTest::keyClick(knit, Qt::Key_Return);
    QVERIFY(knit->state()->finished());
    const auto records = fixture.workroom().journal(id).size();
    QTest::keyClick(knit, Qt::Key_Space);
    QCOMPARE(fixture.workroom().journal(id).size(), records);
    // The trim hangs from its siblings: nothing was amiss.
    QVERIFY(knit->state()->bed().fabric().findings.empty());
}

void TestWidgets::aStoreThatFailsIsSaid() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::knit);
    KnitStation* knit = fixture.window().knitStation();
    const qint64 id = fixture.workroom().beginPiece(fixture.window().session().projectId(),
                                                    fixture.worked().piece(pieces::back)->program);
    knit->resume(id);
    QTest::keyClick(knit, Qt::Key_Space);
    const ProgramPlace place = knit->state()->place();
    {
        // Somebody else holds the file.
        QSqlDatabase other = QSqlDatabase::addDatabase("QSQLITE", "other");
        other.setDatabaseName(fixture.workroom().file());
        other.setConnectOptions("QSQLITE_BUSY_TIMEOUT=0");
        QVERIFY(other.open());
        QVERIFY(other.transaction());
        QVERIFY(!other.exec("INSERT INTO setting VALUES ('x', 'y')").lastError().isValid());
        QTest::keyClick(knit, Qt::Key_Space);
        QVERIFY2(fixture.window().message().contains("could not be read or written"),
                 qPrintable(fixture.window().message()));
        // Not on the disk, so not on the screen either.
        QVERIFY(knit->state()->place() == place);
        other.rollback();
        other.close();
    }
    QSqlDatabase::removeDatabase("other");
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(place < knit->state()->place());
}

void TestWidgets::draftThatMovedOnIsShown() {
    WindowFixture fixture;
    Session& session = fixture.window().session();
    const Program begun = fixture.worked().piece(pieces::back)->program;
    fixture.workroom().beginPiece(session.projectId(), begun);
    Project next = session.project();
    next.pins[quantities::bodyStitches] = 160;
    session.edit("Pin", next);
    fixture.window().showStation(MainWindow::knit);
    QString all;
    for (QLabel* label : fixture.window().knitStation()->findChildren<QLabel*>())
        all += label->text() + '\n';
    QVERIFY(all.contains("the draft has moved on"));
    QVERIFY(fixture.workroom().pieces(session.projectId())[0].program == begun);
}

void TestWidgets::emptyWorkroomLeadsToAProject() {
    WindowFixture fixture(false);
    QVERIFY(!fixture.window().session().hasProject());
    QString all;
    for (QLabel* label : fixture.window().workroomStation()->findChildren<QLabel*>())
        all += label->text();
    QVERIFY(all.contains("This workroom is empty"));
    BeginPage dialog(fixture.workroom());
    dialog.findChild<QLineEdit*>("new_yarn")->setText("Cream double-knit");
    dialog.findChild<QLineEdit*>("new_stitches")->setText("24");
    dialog.findChild<QLineEdit*>("new_rows")->setText("34,5");
    dialog.findChild<QLineEdit*>("new_wearer_name")->setText("Bram");
    dialog.accept();
    QCOMPARE(dialog.result(), int(QDialog::Accepted));
    fixture.window().session().create(dialog.project(), dialog.sources());
    QCOMPARE(fixture.workroom().items(Shelf::swatches).size(), 1);
    QCOMPARE(fixture.workroom().items(Shelf::wearers)[0].name, QString("Bram"));
    QCOMPARE(fixture.workroom().count(Shelf::machines), 7); // its machine was one of the shelf's
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QVERIFY(fixture.worked().measured.unproven);
    QVERIFY(test::hasFinding(fixture.worked().findings, "unproven_gauge"));
    QVERIFY(fixture.project().wearer[Measure::chest]->borrowed);
    QCOMPARE(fixture.project().swatch.field, Stitches(40));
    fixture.window().showStation(MainWindow::swatch);
    QVERIFY(fixture.window().swatchStation()->slip()->plainText().contains("typed, not measured"));
}

void TestWidgets::newProjectRefusesNonsense() {
    WindowFixture fixture(false);
    BeginPage dialog(fixture.workroom());
    for (const char* wrong : {"", "x", "0", "-3", "1e9", "400"}) {
        dialog.findChild<QLineEdit*>("new_stitches")->setText(wrong);
        dialog.findChild<QLineEdit*>("new_rows")->setText("40");
        dialog.accept();
        QCOMPARE(dialog.result(), 0);
    }
    bool said = false;
    for (QLabel* label : dialog.findChildren<QLabel*>())
        said = said || label->text().contains("3 to 150");
    QVERIFY(said);
    dialog.findChild<QLineEdit*>("new_stitches")->setText("28");
    dialog.findChild<QLineEdit*>("new_name")->clear();
    dialog.accept();
    QCOMPARE(dialog.result(), 0);
    QVERIFY(fixture.workroom().items(Shelf::projects).isEmpty());
}

void TestWidgets::newProjectHasAShape() {
    WindowFixture fixture(false);
    BeginPage dialog(fixture.workroom());
    dialog.findChild<QLineEdit*>("new_stitches")->setText("28");
    dialog.findChild<QLineEdit*>("new_rows")->setText("40");
    const auto choose = [&](const char* what, int index) {
        for (QComboBox* box : dialog.findChildren<QComboBox*>())
            if (box->accessibleName() == what) {
                box->setCurrentIndex(index);
                emit box->activated(index);
                return;
            }
        QFAIL(what);
    };
    choose("Armholes and sleeves", 1);
    choose("Neckline", 1);
    dialog.accept();
    QCOMPARE(dialog.result(), int(QDialog::Accepted));
    QCOMPARE(garment(dialog.project()).body.kind, BodyKind::setIn);
    QCOMPARE(garment(dialog.project()).neck.kind, NeckKind::vee);
    fixture.window().session().create(dialog.project());
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
}

void TestWidgets::newProjectMayBeginWithASwatch() {
    WindowFixture fixture(false);
    BeginPage dialog(fixture.workroom());
    dialog.findChild<QComboBox*>("new_swatch")->setCurrentIndex(1);
    QVERIFY(!dialog.findChild<QLineEdit*>("new_stitches")->isEnabled());
    dialog.accept();
    QCOMPARE(dialog.result(), int(QDialog::Accepted));
    fixture.window().session().create(dialog.project());
    QVERIFY(test::hasFinding(fixture.worked().findings, "no_gauge"));
    // Every station that waits sketches what belongs there, says so, and leads on; nothing of it can be had.
    QVERIFY(fixture.window().session().sketch());
    for (const auto station : {MainWindow::draft, MainWindow::knit, MainWindow::join, MainWindow::review}) {
        fixture.window().showStation(station);
        const QList<NextStep*> steps = fixture.window().findChildren<NextStep*>();
        QVERIFY(std::ranges::any_of(steps, [](const NextStep* each) { return each->isVisible(); }));
    }
    fixture.window().showStation(MainWindow::draft);
    DraftStation* draft = fixture.window().draftStation();
    QVERIFY(draft->slip()->plainText().contains("There is no gauge yet"));
    QVERIFY(draft->slip()->plainText().contains("28 stitches and 40 rows"));
    QVERIFY(draft->canvas()->view().sketched && !draft->canvas()->view().picture.blocks.empty());
    QVERIFY(draft->canvas()->view().handles.isEmpty());
    fixture.window().showStation(MainWindow::knit);
    QStringList begin;
    for (const QPushButton* each : fixture.window().findChildren<QPushButton*>())
        if (each->isVisible() && each->isEnabled() && (each->text() == "Begin" || each->text() == "Rehearse"))
            begin << each->text();
    QCOMPARE(begin, (QStringList{"Begin", "Rehearse"})); // of the swatch
    fixture.window().showStation(MainWindow::join);
    QVERIFY(fixture.window().joinStation()->isLaidOut());
    QVERIFY(!fixture.window().joinStation()->laidOut()->threads().isEmpty());
    QListWidget* joins = fixture.window().joinStation()->list();
    QVERIFY(joins->count() > 3 && !(joins->item(0)->flags() & Qt::ItemIsEnabled));
    QTemporaryDir folder;
    fixture.window().exportTo(folder.filePath("a.svg"));
    QVERIFY(!QFile::exists(folder.filePath("a.svg")));
    // A way to the swatch, and a way to type what is known.
    fixture.window().showStation(MainWindow::draft);
    const auto button = [&](const QString& text) {
        for (QPushButton* each : draft->findChildren<QPushButton*>())
            if (each->isVisible() && each->text() == text)
                return each;
        return static_cast<QPushButton*>(nullptr);
    };
    QTest::mouseClick(button("Type a gauge you know"), Qt::LeftButton);
    WindowFixture::type(draft->findChild<QLineEdit*>("known_stitches"), "2");
    WindowFixture::type(draft->findChild<QLineEdit*>("known_rows"), "42");
    QTest::mouseClick(button("Draft with this gauge"), Qt::LeftButton);
    QVERIFY(!fixture.worked().measured.gauge);
    QVERIFY(draft->slip()->plainText().contains("from 3 to 150"));
    WindowFixture::type(draft->findChild<QLineEdit*>("known_stitches"), "30");
    QTest::mouseClick(button("Draft with this gauge"), Qt::LeftButton);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QVERIFY(fixture.worked().measured.unproven);
    QVERIFY(!draft->canvas()->view().sketched && !draft->canvas()->view().handles.isEmpty());
    fixture.window().showStation(MainWindow::join);
    QVERIFY(joins->item(0)->flags() & Qt::ItemIsUserCheckable);
    fixture.window().session().undo();
    fixture.window().showStation(MainWindow::draft);
    QVERIFY(!fixture.worked().sound());
}

/// Whoever wants to read the swatch is led to where it is read.
void TestWidgets::theSwatchIsReadFromTheDraft() {
    WindowFixture fixture(false);
    BeginPage dialog(fixture.workroom());
    dialog.findChild<QComboBox*>("new_swatch")->setCurrentIndex(1);
    dialog.accept();
    fixture.window().session().create(dialog.project());
    fixture.window().showStation(MainWindow::draft);
    for (QPushButton* each : fixture.window().draftStation()->findChildren<QPushButton*>())
        if (each->isVisible() && each->text() == "Read the swatch")
            QTest::mouseClick(each, Qt::LeftButton);
    QCOMPARE(fixture.window().currentStation(), int(MainWindow::swatch));
    SwatchCanvas* canvas = fixture.window().swatchStation()->canvas();
    WindowFixture::type(canvas->edits(true).value(0), "142");
    QVERIFY(!fixture.worked().sound());
    WindowFixture::type(canvas->edits(false).value(0), "150");
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
}

/// The hat, the mitten, the cord: as many needles as they need, and the whole bed for who wants it.
void TestWidgets::aSmallPieceHasTheRailThatItNeeds() {
    WindowFixture fixture;
    for (const ShelfItem& each : fixture.workroom().items(Shelf::projects))
        if (each.name == "Line handler’s mittens")
            fixture.window().session().open(each.id);
    fixture.window().showStation(MainWindow::draft);
    DraftStation* draft = fixture.window().draftStation();
    draft->showPiece(PieceKey("left_mitten"));
    RailCanvas* canvas = draft->canvas();
    const FabricPicture& picture = canvas->view().picture;
    const int farthest = std::max(-picture.firstSlot, picture.lastSlot + 1);
    QVERIFY(farthest > 0);
    QVERIFY(canvas->needsAPart());
    QVERIFY(canvas->shownNeedles() >= farthest + 5 && canvas->shownNeedles() < farthest + 16);
    const double wide = canvas->stitchSize().width();
    QVERIFY(draft->wholeBed()->isVisible());
    QTest::mouseClick(draft->wholeBed(), Qt::LeftButton);
    QCOMPARE(canvas->shownNeedles(), canvas->view().needles / 2);
    QVERIFY(canvas->stitchSize().width() < wide);
    // A back that fills most of the bed has nothing to choose.
    for (const ShelfItem& each : fixture.workroom().items(Shelf::projects))
        if (each.name == "Drop-shoulder pullover")
            fixture.window().session().open(each.id);
    draft->showPiece(PieceKey("back"));
    QVERIFY(!draft->wholeBed()->isVisible());
}

/// With its safe copies: one that is left over would be offered in its place.
void TestWidgets::theDemoBeginsAnew() {
    const QTemporaryDir folder;
    const QString file = makeDemoWorkroom(folder.path(), true);
    QVERIFY(QFile::copy(file, folder.filePath("workroom.backup-2026-12-01.sqlite")));
    QCOMPARE(makeDemoWorkroom(folder.path(), true), file);
    QVERIFY(!QFile::exists(folder.filePath("workroom.backup-2026-12-01.sqlite")));
    QVERIFY(QFile::copy(file, folder.filePath("workroom.backup-2026-12-01.sqlite")));
    QVERIFY(QFile::remove(file)); // somebody empties the place for what can be made again
    makeDemoWorkroom(folder.path(), false);
    const Workroom again(file);
    QVERIFY(again.items(Shelf::projects).size() > 5);
}

void TestWidgets::badEaseIsRefused() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::measure);
    MeasureStation* measure = fixture.window().measureStation();
    const auto ease = [&] { return fixture.project().ease[static_cast<std::size_t>(Measure::wrist)]; };
    QCOMPARE(ease(), (Ease{Ease::Kind::length, 40}));
    // What was sound on the way stays when the next key makes it wrong.
    const std::pair<const char*, double> wrong[] = {{"wide", 40}, {"--5", 40}, {"999999", 999}, {"500 %", 500}};
    for (const auto& [text, kept] : wrong) {
        WindowFixture::type(measure->easeEdit(Measure::wrist), text);
        QVERIFY2(!measure->problem().isEmpty(), text);
        QVERIFY(measure->easeEdit(Measure::wrist)->property("wrong").toBool());
        QCOMPARE(ease(), (Ease{Ease::Kind::length, kept}));
    }
    WindowFixture::type(measure->easeEdit(Measure::wrist), "5 %");
    QVERIFY(measure->problem().isEmpty());
    QCOMPARE(fixture.project().ease[static_cast<std::size_t>(Measure::wrist)], (Ease{Ease::Kind::percent, 5}));
    WindowFixture::type(measure->easeEdit(Measure::wrist), "-1cm");
    QCOMPARE(fixture.project().ease[static_cast<std::size_t>(Measure::wrist)], (Ease{Ease::Kind::length, -10}));
}

void TestWidgets::clearedReadingIsTakenAway() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::swatch);
    SwatchCanvas* canvas = fixture.window().swatchStation()->canvas();
    QCOMPARE(canvas->edits(true).size(), 4); // three and one for the next
    WindowFixture::type(canvas->edits(true).value(3), "142.4");
    QCOMPARE(fixture.project().swatch.treatments.back().widths.size(), 4u);
    QCOMPARE(canvas->edits(true).size(), 5);
    WindowFixture::type(canvas->edits(true).value(1), "");
    QCOMPARE(fixture.project().swatch.treatments.back().widths.size(), 3u);
    WindowFixture::type(canvas->edits(false).value(0), "no");
    QCOMPARE(fixture.project().swatch.treatments.back().heights.size(), 3u);
    QVERIFY(canvas->edits(false).value(0)->property("wrong").toBool());
}

void TestWidgets::unitsSwitchWithoutDrift() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::measure);
    Session& session = fixture.window().session();
    const Project before = session.project();
    for (int i = 0; i < 200; ++i)
        session.setUnit(i % 2 == 0 ? ReadingUnit::inches : ReadingUnit::centimetres);
    QVERIFY(session.project() == before);
    session.setUnit(ReadingUnit::inches);
    QVERIFY(fixture.window().measureStation()->valueEdit(Measure::chest)->text().endsWith("in"));
}

void TestWidgets::choicesSitWithTheirPart() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::draft);
    DraftStation* draft = fixture.window().draftStation();
    const auto combo = [&](const QString& name) -> QComboBox* {
        for (QComboBox* each : draft->findChildren<QComboBox*>())
            if (each->accessibleName() == name)
                return each;
        return nullptr;
    };
    draft->showPiece(pieces::back);
    draft->canvas()->pick(parts::welt);
    QVERIFY(combo("Kind of welt")->isVisible());
    QVERIFY(!combo("Shoulders")->isVisible());
    combo("Kind of welt")->setFocus();
    QTest::keyClick(combo("Kind of welt"), Qt::Key_Down);
    QCOMPARE(garment(fixture.project()).body.welt.kind, WeltKind::mockRib);
    QCOMPARE(garment(fixture.project()).sleeves.cuff.kind, WeltKind::foldedHem);
    draft->canvas()->pick(parts::shoulder);
    QVERIFY(combo("Shoulders")->isVisible());
    QVERIFY(!combo("Kind of welt")->isVisible());
    draft->canvas()->pick(parts::width);
    QSpinBox* pin = nullptr;
    for (QSpinBox* each : draft->findChildren<QSpinBox*>())
        if (each->accessibleName() == "Count to pin")
            pin = each;
    QVERIFY(pin && pin->isVisible());
    pin->setValue(155);
    for (QPushButton* each : draft->findChildren<QPushButton*>())
        if (each->text() == "Pin this count" && each->isVisible())
            QTest::mouseClick(each, Qt::LeftButton);
    QCOMPARE(countsOf(fixture.project()).body, Stitches(155));
    QVERIFY(draft->slip()->plainText().contains("pinned by you"));
}

void TestWidgets::everyStationHasNames() {
    WindowFixture fixture;
    const auto named = [&] {
        QApplication::processEvents();
        for (QWidget* each : fixture.window().findChildren<QWidget*>()) {
            const bool field =
                qobject_cast<QLineEdit*>(each) || qobject_cast<QComboBox*>(each) || qobject_cast<QSpinBox*>(each);
            if (!field || !each->isVisible() || qobject_cast<QSpinBox*>(each->parentWidget()))
                continue;
            QVERIFY2(!each->accessibleName().isEmpty(), each->metaObject()->className());
        }
    };
    for (int station = MainWindow::workroomPage; station <= MainWindow::review; ++station) {
        fixture.window().showStation(station);
        named();
    }
    fixture.window().showStation(MainWindow::swatch);
    for (const auto mode : {SwatchStation::Mode::plan, SwatchStation::Mode::read, SwatchStation::Mode::judge}) {
        fixture.window().swatchStation()->showMode(mode);
        named();
    }
    fixture.window().showStation(MainWindow::shelvesPage);
    for (const Shelf shelf : {Shelf::yarns, Shelf::machines, Shelf::swatches, Shelf::wearers}) {
        fixture.window().shelvesStation()->showShelf(shelf);
        fixture.window().shelvesStation()->list()->setCurrentRow(0);
        named();
    }
}

void TestWidgets::stationsNeedAProject() {
    WindowFixture fixture(false);
    for (int station = MainWindow::swatch; station <= MainWindow::review; ++station) {
        fixture.window().showStation(station);
        QCOMPARE(fixture.window().currentStation(), int(MainWindow::workroomPage));
        QVERIFY(fixture.window().message().contains("Open a project first"));
    }
}

/// Neighbours that lie on each other, in any layout of a window.
QString overlapping(QWidget& window) {
    for (QLayout* layout : window.findChildren<QLayout*>()) {
        QList<QWidget*> shown;
        for (int i = 0; i < layout->count(); ++i)
            if (QWidget* each = layout->itemAt(i)->widget(); each && each->isVisible())
                shown << each;
        for (qsizetype i = 0; i < shown.size(); ++i)
            for (qsizetype j = 0; j < i; ++j)
                if (shown[i]->geometry().intersects(shown[j]->geometry()) && !qobject_cast<QStackedLayout*>(layout))
                    return shown[i]->accessibleName() + " on " + shown[j]->accessibleName();
    }
    // A button whose words have no room.
    for (auto* button : window.findChildren<QPushButton*>())
        if (button->isVisible() && button->width() < button->minimumSizeHint().width() - 1)
            return "cut: " + button->text();
    return {};
}

void TestWidgets::worksInASmallWindow() {
    WindowFixture fixture;
    fixture.window().resize(1024, 700);
    const auto fits = [&](const QString& what) {
        for (int i = 0; i < 3; ++i) // a scrolled line is laid out after what it lies in
            QApplication::processEvents();
        QVERIFY2(
            fixture.window().width() <= 1024 && fixture.window().height() <= 700,
            qPrintable(
                QString("%1 needs %2 × %3").arg(what).arg(fixture.window().width()).arg(fixture.window().height())));
        QVERIFY2(overlapping(fixture.window()).isEmpty(), qPrintable(what + ": " + overlapping(fixture.window())));
    };
    for (int station = MainWindow::workroomPage; station <= MainWindow::shelvesPage; ++station) {
        fixture.window().showStation(station);
        fits(QString("station %1").arg(station));
    }
    // With the reckoner below, there is still less room for a join's cards.
    fixture.window().showStation(MainWindow::join);
    for (QPushButton* each : fixture.window().findChildren<QPushButton*>())
        if (each->text() == "Reckon")
            each->click();
    fits("join beside the reckoner");
    // The garment with the most pieces.
    Project most = test::ilkesPullover();
    garment(most).body.kind = BodyKind::sleeveless;
    garment(most).opening.closure = Closure::cardigan;
    garment(most).neck.trimInTwo = true;
    fixture.window().session().edit("most pieces", most);
    QCOMPARE(fixture.worked().pieces.size(), 9u);
    for (const int station : {MainWindow::draft, MainWindow::knit, MainWindow::join, MainWindow::review}) {
        fixture.window().showStation(station);
        fits(QString("nine pieces, station %1").arg(station));
    }
    fixture.window().session().undo();
    KnitStation* knit = test::beginPiece(fixture, pieces::leftSleeve);
    test::knitUntil(knit, [](const KnittingState& state) { return state.bed().counter() >= 87; });
    fits("at the machine");
    for (const char key : {'m', 'u', 'c', 'n', 's'}) {
        QTest::keyClick(knit, key);
        fits(QString("asked with %1").arg(key));
        QTest::keyClick(knit->question(), Qt::Key_Escape);
    }
    fixture.window().showStation(MainWindow::swatch);
    for (const auto mode : {SwatchStation::Mode::plan, SwatchStation::Mode::judge}) {
        fixture.window().swatchStation()->showMode(mode);
        fits(QString("swatch, mode %1").arg(int(mode)));
    }
}

void TestWidgets::theKeyboardComesBack() {
    WindowFixture fixture;
    MainWindow& window = fixture.window();
    const auto leaveDialog = [] {
        QTimer::singleShot(0, [] {
            auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
            QVERIFY(dialog);
            QTest::keyClick(dialog, Qt::Key_Escape);
        });
    };
    // Where there is no window manager, nobody else makes the window active again.
    const auto newProject = [&](QWidget* from) {
        leaveDialog();
        QTest::keyClick(from, Qt::Key_N, Qt::ControlModifier);
        QApplication::setActiveWindow(&window);
    };
    window.showStation(MainWindow::measure);
    QLineEdit* chest = window.measureStation()->valueEdit(Measure::chest);
    chest->setFocus();
    newProject(chest);
    QVERIFY(chest->hasFocus());
    window.showStation(MainWindow::draft);
    RailCanvas* canvas = window.draftStation()->canvas();
    canvas->setFocus();
    newProject(canvas);
    QVERIFY(canvas->hasFocus());
    QTest::keyClick(canvas, Qt::Key_K, Qt::ControlModifier);
    QVERIFY(window.reckoner()->question()->hasFocus());
    QTest::keyClick(window.reckoner()->question(), Qt::Key_Escape);
    QVERIFY(canvas->hasFocus());
    KnitStation* knit = test::beginPiece(fixture, pieces::back);
    QVERIFY(knit->hasFocus());
    newProject(knit);
    QVERIFY(knit->hasFocus());
    const ProgramPlace place = knit->state()->place();
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space);
    QVERIFY(knit->state()->place() != place);
}

void TestWidgets::figurePicksTheMeasureUnderThePointer() {
    FigureCanvas figure;
    figure.resize(400, 840);
    const Project odile = odilesPullover();
    figure.show(Measure::upperArm, FigureKind::adult, odile.wearer, odile.ease, garmentNeeds({}), {});
    figure.QWidget::show();
    std::optional<Measure> picked;
    connect(&figure, &FigureCanvas::picked, this, [&](Measure measure) { picked = measure; });
    for (const FigureKind kind : {FigureKind::adult, FigureKind::child, FigureKind::garment})
        for (const MeasureInfo& each : measureInfos()) {
            if (measureLine(kind, each.measure).isEmpty()) {
                QCOMPARE(kind, FigureKind::garment);
                continue;
            }
            // Each measure has a line, in the view that is shown when it is chosen, and that line picks it.
            figure.show(each.measure, kind, odile.wearer, odile.ease, garmentNeeds({}), {});
            QCOMPARE(figure.view(), each.view);
            picked.reset();
            QTest::mouseClick(&figure, Qt::LeftButton, {}, figure.lineCentre(each.measure).toPoint());
            QVERIFY2(picked, each.key);
        }
    figure.show(Measure::chest, FigureKind::adult, odile.wearer, odile.ease, garmentNeeds({}), {});
    QTest::mouseClick(&figure, Qt::LeftButton, {}, figure.lineCentre(Measure::bodyLength).toPoint());
    QCOMPARE(picked, std::optional(Measure::bodyLength));
    picked.reset();
    QTest::mouseClick(&figure, Qt::LeftButton, {}, QPoint(4, 4));
    QVERIFY(!picked);
}

void TestWidgets::treatmentsAreChosenAndAdded() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::swatch);
    QApplication::processEvents();
    const auto chip = [&](const QString& begins) -> QPushButton* {
        for (QPushButton* each : fixture.window().swatchStation()->findChildren<QPushButton*>())
            if (each->text().startsWith(begins) && each->isVisible())
                return each;
        return nullptr;
    };
    QVERIFY(chip("rested, 12 h"));
    QTest::mouseClick(chip("rested, 12 h"), Qt::LeftButton);
    QCOMPARE(fixture.project().swatch.treatmentInUse, std::optional(1));
    QVERIFY(fixture.window().thread()->knot(MainWindow::swatch)->answer().startsWith("28.4"));
    QCOMPARE(fixture.window().swatchStation()->canvas()->edits(true).value(0)->text(), QString("140.5"));
    fixture.window().session().undo();
    QVERIFY(!fixture.project().swatch.treatmentInUse);
}

void TestWidgets::knitScreenSaysWhatIsNext() {
    WindowFixture fixture;
    const qint64 id = fixture.workroom().beginPiece(fixture.window().session().projectId(),
                                                    fixture.worked().piece(pieces::back)->program);
    fixture.window().showStation(MainWindow::knit);
    KnitStation* knit = fixture.window().knitStation();
    knit->resume(id);
    const auto says = [&](const QString& text) {
        for (QLabel* label : knit->findChildren<QLabel*>())
            if (label->isVisible() && label->text().contains(text))
                return true;
        return false;
    };
    QApplication::processEvents();
    QVERIFY(says("Cast on 148 stitches with waste yarn"));
    QVERIFY(says("carriage right"));
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(says("Hang comb and weights"));
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(says("Knit 12 rows; nothing else to do."));
    QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(says("Knit 11 rows; nothing else to do."));
    QVERIFY(says("carriage left"));
    QTest::keyClick(knit, Qt::Key_Backspace);
    QVERIFY(says("Knit 12 rows; nothing else to do."));
    QVERIFY(says("carriage right"));
}

QTEST_MAIN(TestWidgets)
#include "tst_widgets.moc"
