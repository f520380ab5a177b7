// SPDX-License-Identifier: GPL-3.0-or-later
// The drawer of quick sums through the real window.
#include "app/window_fixture.h"

#include "app/reckoner/reckoner_drawer.h"
#include "core/format/project_json.h"
#include "core/reckoner/reckoner.h"

using namespace vestimen;
using namespace vestimen::app;
using vestimen::test::WindowFixture;

class TestReckonerDrawer : public QObject {
    Q_OBJECT

private slots:
    void opensFromEveryStation();
    void answersWhileTyping();
    void takesWhatTheProjectKnows();
    void saysWhatIsMissing();
    void everySumCanBeAsked();
    void answersAreKept();
    void unitsFollowTheWindow();
    void worksWithoutAProject();
    void chipsCompleteALine();
    void olderLinesComeBack();
    void examplesCanBeClicked();

private:
    static ReckonerDrawer* openDrawer(WindowFixture& fixture) {
        fixture.window().openReckoner(true);
        return fixture.window().reckoner();
    }
};

void TestReckonerDrawer::opensFromEveryStation() {
    WindowFixture fixture;
    MainWindow& window = fixture.window();
    for (int station = MainWindow::workroomPage; station <= MainWindow::shelvesPage; ++station) {
        window.showStation(station);
        QVERIFY(!window.reckoner()->isVisible());
        QTest::keyClick(&window, Qt::Key_K, Qt::ControlModifier);
        QVERIFY(window.reckoner()->isVisible());
        QVERIFY(window.reckoner()->question()->hasFocus());
        QTest::keyClicks(window.reckoner()->question(), "carriage right 3");
        QCOMPARE(window.reckoner()->headline(), QString("it ends left"));
        QTest::keyClick(window.reckoner()->question(), Qt::Key_Escape);
        QVERIFY(!window.reckoner()->isVisible());
        QCOMPARE(window.currentStation(), station);
    }
    // The same key closes it, and the question is still there to be typed over.
    QTest::keyClick(&window, Qt::Key_K, Qt::ControlModifier);
    QCOMPARE(window.reckoner()->question()->selectedText(), QString("carriage right 3"));
    QTest::keyClick(&window, Qt::Key_K, Qt::ControlModifier);
    QVERIFY(!window.reckoner()->isVisible());
}

void TestReckonerDrawer::answersWhileTyping() {
    WindowFixture fixture;
    ReckonerDrawer* drawer = openDrawer(fixture);
    WindowFixture::type(drawer->question(), "slope 62 -24 lines 2");
    QVERIFY2(drawer->headline().startsWith("every"), qPrintable(drawer->headline()));
    QVERIFY2(drawer->working().contains("2.0645 stitches"), qPrintable(drawer->working())); // a check figure
    QTest::keyClick(drawer->question(), Qt::Key_Backspace);
    QTest::keyClicks(drawer->question(), "3");
    QVERIFY2(drawer->working().contains("1.2258 stitches"), qPrintable(drawer->working()));
    WindowFixture::type(drawer->question(), "");
    QVERIFY(drawer->headline().isEmpty());
    for (const Sum& sum : sums())
        QVERIFY2(drawer->working().contains(sum.example), sum.name); // what could be asked
}

void TestReckonerDrawer::takesWhatTheProjectKnows() {
    WindowFixture fixture;
    ReckonerDrawer* drawer = openDrawer(fixture);
    WindowFixture::type(drawer->question(), "count 52 cm");
    QVERIFY2(drawer->headline().startsWith("146"), qPrintable(drawer->headline()));
    QVERIFY2(drawer->hint().contains("gauge from this project: 28.1 in 10 cm"), qPrintable(drawer->hint()));
    // A reading that changes the gauge changes the answer.
    Project next = fixture.project();
    next.swatch.treatments.back().widths = {TapeReading{Length::millimetres(120)}};
    fixture.window().session().edit("reading", next);
    QVERIFY2(drawer->headline().startsWith("173"), qPrintable(drawer->headline()));
}

void TestReckonerDrawer::saysWhatIsMissing() {
    WindowFixture fixture;
    ReckonerDrawer* drawer = openDrawer(fixture);
    for (const auto& [typed, says] : {std::pair{"slope 62", "change is missing"},
                                      {"hang", "needles is missing"},
                                      {"multiply 3", "is no sum"},
                                      {"taper 58 5 40", "4 or 6 can"},
                                      {"count 52", "length"},
                                      {"hang 90 40", "at most 40 can"}}) {
        WindowFixture::type(drawer->question(), typed);
        QVERIFY2(drawer->hint().contains(says), qPrintable(drawer->hint()));
        QVERIFY2(!drawer->hint().contains("--"), qPrintable(drawer->hint()));
        QVERIFY(drawer->headline().isEmpty());
        QVERIFY(!drawer->keep()->isEnabled());
        QTest::keyClick(drawer->question(), Qt::Key_Return);
        QVERIFY(fixture.project().notes.empty());
    }
}

void TestReckonerDrawer::everySumCanBeAsked() {
    WindowFixture fixture;
    ReckonerDrawer* drawer = openDrawer(fixture);
    for (const Sum& sum : sums()) {
        WindowFixture::type(drawer->question(), sum.example);
        QVERIFY2(!drawer->headline().isEmpty(), sum.example);
        QVERIFY2(drawer->working().contains("<tr>"), sum.example);
        QVERIFY2(drawer->keep()->isEnabled(), sum.example);
    }
}

void TestReckonerDrawer::answersAreKept() {
    WindowFixture fixture;
    ReckonerDrawer* drawer = openDrawer(fixture);
    WindowFixture::type(drawer->question(), "tail 52 cm graft");
    QTest::keyClick(drawer->question(), Qt::Key_Return);
    QCOMPARE(fixture.project().notes, (std::vector<Note>{{"", "tail 52 cm graft → leave 182.0 cm"}}));
    drawer->keptOn()->setCurrentIndex(drawer->keptOn()->findData("front"));
    WindowFixture::type(drawer->question(), "hem 4 cm 39.9/10cm");
    QTest::mouseClick(drawer->keep(), Qt::LeftButton);
    QCOMPARE(drawer->notes()->count(), 2);
    QCOMPARE(drawer->notes()->item(1)->text(), QString("Front: hem 4 cm 39.9/10cm → 32 rows, the fold in row 16"));
    // They stand with the draft, each on its own piece, and in the file.
    fixture.window().showStation(MainWindow::draft);
    DraftStation* draft = fixture.window().draftStation();
    draft->canvas()->pick(parts::none);
    draft->showPiece(pieces::front);
    QVERIFY(draft->slip()->plainText().contains("tail 52 cm graft"));
    QVERIFY(draft->slip()->plainText().contains("hem 4 cm"));
    draft->showPiece(pieces::back);
    QVERIFY(!draft->slip()->plainText().contains("hem 4 cm"));
    QCOMPARE(projectFromJson(toJson(fixture.project())).notes, fixture.project().notes);
    // Also after a restart; undone and forgotten.
    fixture.restart();
    drawer = openDrawer(fixture);
    QCOMPARE(drawer->notes()->count(), 2);
    drawer->notes()->setCurrentRow(0);
    for (QPushButton* each : drawer->findChildren<QPushButton*>())
        if (each->text() == "Forget the chosen one")
            QTest::mouseClick(each, Qt::LeftButton);
    QCOMPARE(drawer->notes()->count(), 1);
    QCOMPARE(fixture.window().session().undoText(), QString("Note forgotten"));
    fixture.window().session().undo();
    QCOMPARE(drawer->notes()->count(), 2);
}

void TestReckonerDrawer::unitsFollowTheWindow() {
    WindowFixture fixture;
    ReckonerDrawer* drawer = openDrawer(fixture);
    WindowFixture::type(drawer->question(), "tail 20 in latch");
    QCOMPARE(drawer->headline(), QString("leave 203.2 cm"));
    fixture.window().session().setUnit(ReadingUnit::inches);
    QVERIFY2(drawer->headline().endsWith("in"), qPrintable(drawer->headline()));
    QVERIFY(drawer->headline().contains("80"));
    fixture.window().session().setUnit(ReadingUnit::centimetres);
}

void TestReckonerDrawer::worksWithoutAProject() {
    WindowFixture fixture(false);
    ReckonerDrawer* drawer = openDrawer(fixture);
    WindowFixture::type(drawer->question(), "count 52 cm 28.1/10cm");
    QVERIFY(drawer->headline().startsWith("146"));
    QVERIFY(!drawer->keep()->isEnabled()); // there is nothing to keep it on
    WindowFixture::type(drawer->question(), "count 52 cm");
    QVERIFY2(drawer->hint().contains("gauge is missing"), qPrintable(drawer->hint()));
}

void TestReckonerDrawer::chipsCompleteALine() {
    WindowFixture fixture;
    ReckonerDrawer* drawer = openDrawer(fixture);
    WindowFixture::type(drawer->question(), "slope 62 rows");
    QVERIFY(drawer->headline().isEmpty());
    QStringList names;
    for (QPushButton* chip : drawer->chips())
        names << chip->text();
    QVERIFY2(names.contains("change"), qPrintable(names.join(' ')));
    QVERIFY(!names.contains("rows"));
    drawer->chips()[names.indexOf("change")]->click();
    QTest::keyClicks(drawer->question(), "-24");
    QCOMPARE(drawer->question()->text(), QString("slope 62 rows change -24"));
    QVERIFY(!drawer->headline().isEmpty());
    QVERIFY(drawer->chips().isEmpty());
}

void TestReckonerDrawer::olderLinesComeBack() {
    WindowFixture fixture;
    ReckonerDrawer* drawer = openDrawer(fixture);
    for (const char* line : {"count 52 cm", "slope 62 rows 24 fewer 3 lines", "count 40 cm"}) {
        WindowFixture::type(drawer->question(), line);
        QTest::keyClick(drawer->question(), Qt::Key_Return);
    }
    WindowFixture::type(drawer->question(), "spr");
    QTest::keyClick(drawer->question(), Qt::Key_Up);
    QCOMPARE(drawer->question()->text(), QString("count 40 cm"));
    QTest::keyClick(drawer->question(), Qt::Key_Up);
    QCOMPARE(drawer->question()->text(), QString("slope 62 rows 24 fewer 3 lines"));
    QVERIFY(!drawer->headline().isEmpty());
    QTest::keyClick(drawer->question(), Qt::Key_Up);
    QTest::keyClick(drawer->question(), Qt::Key_Up); // there are no older ones
    QCOMPARE(drawer->question()->text(), QString("count 52 cm"));
    for (int i = 0; i < 3; ++i)
        QTest::keyClick(drawer->question(), Qt::Key_Down);
    QVERIFY(drawer->question()->text().startsWith("spr"));
}

void TestReckonerDrawer::examplesCanBeClicked() {
    WindowFixture fixture;
    ReckonerDrawer* drawer = openDrawer(fixture);
    WindowFixture::type(drawer->question(), "");
    auto* working = drawer->findChild<QLabel*>();
    for (QLabel* label : drawer->findChildren<QLabel*>())
        if (label->accessibleName() == "Working")
            working = label;
    const QString examples = working->text();
    for (const Sum& sum : sums()) {
        QVERIFY(examples.contains(QString("href='%1'").arg(QString(sum.example).toHtmlEscaped())));
        emit working->linkActivated(sum.example);
        QVERIFY2(!drawer->headline().isEmpty(), sum.example);
    }
}

QTEST_MAIN(TestReckonerDrawer)
#include "tst_reckoner_drawer.moc"
