// SPDX-License-Identifier: GPL-3.0-or-later
// A swatch becomes a pullover that can be knitted and joined: the user's whole path through the real window, with
// mouse and keyboard.
#include "app/window_fixture.h"
#include "support/projects.h"

#include <QListWidget>
#include <QPushButton>
#include <QTableWidget>

#include <cmath>

using namespace vestimen;
using namespace vestimen::app;
using vestimen::test::countsOf;
using vestimen::test::WindowFixture;

namespace {

/// The tile of a project on the workroom page.
QAbstractButton* tile(MainWindow& window, const QString& name) {
    QApplication::processEvents();
    for (QAbstractButton* each : window.workroomStation()->findChildren<QAbstractButton*>())
        if (each->text() == name && each->isVisible())
            return each;
    return nullptr;
}

QPushButton* button(QWidget* parent, const QString& text) {
    QApplication::processEvents(); // new widgets are shown by the event loop
    for (QPushButton* each : parent->findChildren<QPushButton*>())
        if (each->text() == text && each->isVisible())
            return each;
    return nullptr;
}

} // namespace

class TestMainPath : public QObject {
    Q_OBJECT

private slots:
    void fromSwatchToReview();

private:
    void chooseProject(WindowFixture& fixture);
    void changeAReading(WindowFixture& fixture);
    void changeMeasures(WindowFixture& fixture);
    void dragTheHem(WindowFixture& fixture);
    void turnAndPick(WindowFixture& fixture);
    void knitTheBack(WindowFixture& fixture);
    void joinIt(WindowFixture& fixture);
    void reviewIt(WindowFixture& fixture);
};

void TestMainPath::fromSwatchToReview() {
    WindowFixture fixture;
    for (const auto step : {&TestMainPath::chooseProject, &TestMainPath::changeAReading, &TestMainPath::changeMeasures,
                            &TestMainPath::dragTheHem, &TestMainPath::turnAndPick, &TestMainPath::knitTheBack,
                            &TestMainPath::joinIt, &TestMainPath::reviewIt}) {
        (this->*step)(fixture);
        if (QTest::currentTestFailed())
            return;
    }
}

void TestMainPath::chooseProject(WindowFixture& fixture) {
    MainWindow& window = fixture.window();
    QCOMPARE(window.currentStation(), int(MainWindow::workroomPage));
    QAbstractButton* pullover = tile(window, "Drop-shoulder pullover");
    QVERIFY(pullover);
    QTest::mouseClick(pullover, Qt::LeftButton);
    QCOMPARE(window.currentStation(), int(MainWindow::draft));
    QVERIFY(fixture.worked().sound());
}

void TestMainPath::changeAReading(WindowFixture& fixture) {
    MainWindow& window = fixture.window();
    QTest::mouseClick(window.thread()->knot(MainWindow::swatch), Qt::LeftButton);
    QCOMPARE(window.currentStation(), int(MainWindow::swatch));
    const GarmentCounts before = countsOf(fixture.project());
    const auto programBefore = fixture.worked().pieces[0].program;
    QLineEdit* third = window.swatchStation()->canvas()->edits(true).value(2);
    QVERIFY(third && third->isVisible());
    QCOMPARE(third->text(), QString("143.5"));
    WindowFixture::type(third, "137.5");
    // Gauge, counts, pieces and programs followed at once.
    QVERIFY(fixture.worked().measured.gauge->stitches.perTenCentimetres() > 28.5);
    QVERIFY(countsOf(fixture.project()).body > before.body);
    QVERIFY(!(fixture.worked().pieces[0].program == programBefore));
    QVERIFY(window.thread()->knot(MainWindow::swatch)->answer().startsWith("28.5"));
    QVERIFY(window.thread()->knot(MainWindow::draft)->isLoose());
    // Tab goes through the readings.
    QTest::keyClick(third, Qt::Key_Tab);
    QVERIFY(window.swatchStation()->canvas()->edits(true).value(3)->hasFocus());
    // A slip of the point is pointed at, and the last sound draft stays.
    WindowFixture::type(third, "1.43");
    QVERIFY(!fixture.worked().sound() || !fixture.worked().findings.empty());
    QVERIFY(window.swatchStation()->slip()->plainText().contains("reading 3"));
    WindowFixture::type(third, "143.5");
    QVERIFY(fixture.worked().findings.empty());
}

void TestMainPath::changeMeasures(WindowFixture& fixture) {
    MainWindow& window = fixture.window();
    QTest::keyClick(&window, Qt::Key_2, Qt::ControlModifier);
    QCOMPARE(window.currentStation(), int(MainWindow::measure));
    const Stitches before = countsOf(fixture.project()).body;
    WindowFixture::type(window.measureStation()->valueEdit(Measure::chest), "98 cm");
    QCOMPARE(fixture.project().wearer[Measure::chest]->value.mm(), 980.0);
    QVERIFY(countsOf(fixture.project()).body > before);
    const Rows neckBefore = countsOf(fixture.project()).frontNeck.depth;
    WindowFixture::type(window.measureStation()->valueEdit(Measure::frontNeckDepth), "10.4");
    QVERIFY(countsOf(fixture.project()).frontNeck.depth > neckBefore);
    // Bad input: a message beside the field, the last good state stays.
    WindowFixture::type(window.measureStation()->valueEdit(Measure::chest), "98 kg");
    QVERIFY(window.measureStation()->problem().contains("is not a length"));
    WindowFixture::type(window.measureStation()->valueEdit(Measure::chest), "4 cm");
    QVERIFY(window.measureStation()->problem().contains("cannot be"));
    WindowFixture::type(window.measureStation()->valueEdit(Measure::chest), "98 cm");
    QVERIFY(window.measureStation()->problem().isEmpty());
    QCOMPARE(fixture.project().wearer[Measure::chest]->value.mm(), 980.0);
}

void TestMainPath::dragTheHem(WindowFixture& fixture) {
    MainWindow& window = fixture.window();
    window.showStation(MainWindow::draft);
    window.draftStation()->showPiece(pieces::front);
    RailCanvas* canvas = window.draftStation()->canvas();
    const Rows before = countsOf(fixture.project()).bodyLength();
    const double row = canvas->stitchSize().height();
    const QPoint hem = canvas->handlePosition(parts::length)->toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, hem);
    QTest::mouseMove(canvas, hem + QPoint(0, int(row * 4 + 0.5)));
    QTest::mouseMove(canvas, hem + QPoint(0, int(row * 8 + 0.5)));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, hem + QPoint(0, int(row * 8 + 0.5)));
    QCOMPARE(countsOf(fixture.project()).bodyLength(), before + Rows(8));
    // Escape gives a drag up.
    const QPoint again = canvas->handlePosition(parts::length)->toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, again);
    QTest::mouseMove(canvas, again + QPoint(0, 40));
    QVERIFY(countsOf(fixture.project()).bodyLength() > before + Rows(8));
    QTest::keyClick(canvas, Qt::Key_Escape);
    QCOMPARE(countsOf(fixture.project()).bodyLength(), before + Rows(8));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, again);
    // The keyboard does the same, by one row.
    QTest::keyClick(canvas, Qt::Key_Down);
    QCOMPARE(countsOf(fixture.project()).bodyLength(), before + Rows(9));
    QTest::keyClick(&window, Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(countsOf(fixture.project()).bodyLength(), before + Rows(8));
    QVERIFY(window.session().undoText().startsWith("Body length"));
}

void TestMainPath::turnAndPick(WindowFixture& fixture) {
    MainWindow& window = fixture.window();
    DraftStation* draft = window.draftStation();
    RailCanvas* canvas = draft->canvas();
    const double right = canvas->handlePosition(parts::width)->x();
    QTest::mouseClick(button(draft, "as worn"), Qt::LeftButton);
    QVERIFY(canvas->asWorn());
    QVERIFY(canvas->handlePosition(parts::width)->x() < right); // it is turned round
    QTest::mouseClick(button(draft, "as it hangs"), Qt::LeftButton);
    QVERIFY(!canvas->asWorn());
    // Pick a number and read its working.
    QTest::mouseClick(canvas, Qt::LeftButton, {}, canvas->handlePosition(parts::width)->toPoint());
    const QString slip = draft->slip()->plainText();
    QVERIFY2(slip.contains("Stitches of back and front: " + QString::number(countsOf(fixture.project()).body.count())),
             qPrintable(slip));
    QVERIFY(slip.contains("for the seams"));
    // Tab goes from part to part.
    canvas->setFocus();
    QTest::keyClick(canvas, Qt::Key_Tab);
    QCOMPARE(canvas->picked(), parts::armhole);
}

void TestMainPath::knitTheBack(WindowFixture& fixture) {
    fixture.window().showStation(MainWindow::knit);
    KnitStation* knit = fixture.window().knitStation();
    QPushButton* begin = button(knit, "Begin");
    QVERIFY(begin);
    QTest::mouseClick(begin, Qt::LeftButton);
    QVERIFY(knit->state());
    QCOMPARE(knit->state()->program().piece, std::string("back"));
    // Through waste yarn, welt, body, shoulder shaping and neck, one key a row.
    int rows = 0;
    int byHand = 0;
    while (!knit->state()->finished()) {
        const ProgramStep* next = knit->state()->next();
        if (section(knit->state()->program(), next->from.operation) == "off on waste yarn")
            break;
        (next->isRows ? rows : byHand)++;
        QTest::keyClick(knit, Qt::Key_Space);
    }
    QVERIFY(rows > 250);
    QVERIFY(byHand > 40);
    const int row = knit->state()->bed().counter();
    // Two back: the last row over all, and the reminder before it.
    QTest::keyClick(knit, Qt::Key_Backspace);
    QTest::keyClick(knit, Qt::Key_Backspace);
    QCOMPARE(knit->state()->bed().counter(), row - 1);
    QTest::keyClick(knit, Qt::Key_PageUp);
    const ProgramPlace place = knit->state()->place();
    const Side carriage = knit->state()->bed().carriage();

    // Quit in the middle, start again: where it was.
    fixture.restart();
    MainWindow& window = fixture.window();
    QPushButton* resume = button(window.workroomStation(), "Resume");
    QVERIFY(resume);
    QTest::mouseClick(resume, Qt::LeftButton);
    QCOMPARE(window.currentStation(), int(MainWindow::knit));
    QVERIFY(window.knitStation()->state());
    QVERIFY(window.knitStation()->state()->place() == place);
    QCOMPARE(window.knitStation()->state()->bed().carriage(), carriage);
    QVERIFY(window.thread()->knot(MainWindow::knit)->answer().startsWith("Back, "));
    while (!window.knitStation()->state()->finished())
        QTest::keyClick(window.knitStation(), Qt::Key_Space);
    QTest::keyClick(window.knitStation(), Qt::Key_Space); // after the last row nothing happens
    QVERIFY(window.knitStation()->state()->finished());
    QVERIFY(window.knitStation()->state()->bed().fabric().findings.empty());
}

void TestMainPath::joinIt(WindowFixture& fixture) {
    MainWindow& window = fixture.window();
    QTest::keyClick(&window, Qt::Key_5, Qt::ControlModifier);
    QCOMPARE(window.currentStation(), int(MainWindow::join));
    JoinStation* join = window.joinStation();
    QCOMPARE(join->list()->count(), 8);
    const GarmentCounts c = countsOf(fixture.project());
    const struct {
        int row;
        const char* title;
        int hung;
    } expected[] = {{0, "Left shoulder", c.shoulder.count()},
                    {1, "Neck trim", c.trim.count()},
                    {4, "Left sleeve to armhole", c.sleeveTop.count()},
                    {6, "Left side and sleeve", 0}};
    for (const auto& each : expected) {
        join->list()->setCurrentRow(each.row);
        QVERIFY(join->list()->item(each.row)->text().contains(each.title));
        QCOMPARE(join->hangTable()->rowCount(), each.hung);
        QVERIFY(join->slip()->plainText().startsWith(each.title));
    }
    join->list()->setCurrentRow(4);
    QVERIFY(join->hangTable()->item(0, 2)->text().endsWith("Front, row 1"));
    QVERIFY(join->hangTable()->item(1, 2)->text().endsWith("Back, row 1"));
    join->list()->item(0)->setCheckState(Qt::Checked);
    QCOMPARE(fixture.project().joined, std::vector<std::string>{"shoulder_left"});
    QCOMPARE(window.thread()->knot(MainWindow::join)->answer(), QString("1 of 8"));
}

void TestMainPath::reviewIt(WindowFixture& fixture) {
    MainWindow& window = fixture.window();
    QTest::mouseClick(window.thread()->knot(MainWindow::review), Qt::LeftButton);
    ReviewStation* review = window.reviewStation();
    const Length width = fixture.worked().piece(pieces::back)->width;
    const Length length = fixture.worked().piece(pieces::back)->length;
    const QString wide = QString::number((width.mm() + 20) / 10, 'f', 2) + " cm";
    WindowFixture::type(review->edit(pieces::back, true), wide);
    WindowFixture::type(review->edit(pieces::back, false), QString::number(length.cm(), 'f', 2));
    QVERIFY2(review->difference(pieces::back, true)->text().startsWith("+20 mm"),
             qPrintable(review->difference(pieces::back, true)->text()));
    QVERIFY(review->difference(pieces::back, true)->text().contains("too wide"));
    QVERIFY2(review->difference(pieces::back, false)->text().contains("0 mm"),
             qPrintable(review->difference(pieces::back, false)->text() + review->edit(pieces::back, false)->text()));
    WindowFixture::type(review->edit(pieces::back, true), "wide");
    QCOMPARE(fixture.project().made.size(), 1u); // the last good value stays
    QVERIFY(std::abs(fixture.project().made[0].width->mm() - width.mm() - 20) < 0.1);
}

QTEST_MAIN(TestMainPath)
#include "tst_main_path.moc"
