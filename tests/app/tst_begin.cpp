// SPDX-License-Identifier: GPL-3.0-or-later
// From the page to begin to the making up, through the real window: a hat by keyboard, a blanket by pointer.
#include "app/window_fixture.h"
#include "support/projects.h"

#include "app/shelf/begin_page.h"
#include "app/window/thread.h"

#include <QAbstractItemView>
#include <QCheckBox>
#include <QListWidget>
#include <QSpinBox>
#include <QTimer>

using namespace vestimen;
using namespace vestimen::app;
using vestimen::test::WindowFixture;

namespace {

/// What is done on the page while it is open.
void begin(WindowFixture& fixture, const std::function<void(BeginPage&)>& hands) {
    bool done = false;
    QTimer::singleShot(0, [&] {
        auto* page = qobject_cast<BeginPage*>(QApplication::activeModalWidget());
        QVERIFY(page);
        // Where there is no window manager, nobody else gives it the keyboard.
        page->activateWindow();
        QApplication::setActiveWindow(page);
        QApplication::processEvents();
        hands(*page);
        done = true;
        if (page->isVisible())
            page->reject(); // what the test wanted has failed
    });
    QTest::keyClick(&fixture.window(), Qt::Key_N, Qt::ControlModifier);
    QVERIFY(done);
    fixture.window().activateWindow();
    QApplication::setActiveWindow(&fixture.window());
}

template<class Field> Field* named(QWidget* parent, const char* name) {
    for (Field* each : parent->findChildren<Field*>())
        if (each->accessibleName() == name && each->isVisibleTo(parent))
            return each;
    qFatal("no field %s", name);
}

QPushButton* button(QWidget* parent, const QString& text) {
    QApplication::processEvents();
    for (QPushButton* each : parent->findChildren<QPushButton*>())
        if (each->text() == text && each->isVisible())
            return each;
    return nullptr;
}

/// The button that begins a piece, on its card.
QPushButton* beginOf(QWidget* station, const QString& piece) {
    QApplication::processEvents();
    for (QLabel* each : station->findChildren<QLabel*>())
        if (each->text() == piece && each->objectName() == "heading" && each->isVisible())
            return button(each->parentWidget(), "Begin");
    return nullptr;
}

void knitToTheEnd(KnitStation* knit) {
    for (int i = 0; i < 5000 && !knit->state()->finished(); ++i)
        QTest::keyClick(knit, Qt::Key_Space);
    QVERIFY(knit->state()->finished());
    QVERIFY(knit->state()->bed().fabric().findings.empty());
}

} // namespace

class TestBegin : public QObject {
    Q_OBJECT

private slots:
    void aHatByKeyboard();
    void aBlanketByPointer();
    void thePageSaysWhatItAsksFor();
    void choicesAreDrawnAtOnce();
    void aNameOfOnesOwnStays();
    void whatCannotBeDraftedIsSaidThere();
};

void TestBegin::aHatByKeyboard() {
    WindowFixture fixture(false);
    begin(fixture, [](BeginPage& page) {
        // The kinds have the keyboard first; an arrow goes to the next.
        QCOMPARE(QApplication::focusWidget(), page.tiles().front());
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Right);
        QVERIFY(page.tiles()[1]->isChecked() && !page.tiles()[0]->isChecked());
        auto* stitches = page.findChild<QLineEdit*>("new_stitches");
        auto* rows = page.findChild<QLineEdit*>("new_rows");
        QVERIFY(page.findChild<QLabel*>()); // drawn with a starter's gauge, and it says so
        WindowFixture::type(stitches, "26");
        WindowFixture::type(rows, "38");
        WindowFixture::type(page.findChild<QLineEdit*>("new_wearer_name"), "Bram");
        QTest::keyClick(rows, Qt::Key_Return);
        QVERIFY(!page.isVisible());
    });
    MainWindow& window = fixture.window();
    QCOMPARE(QString(keyOf(fixture.project().article)), QString("hat"));
    QCOMPARE(fixture.project().name, std::string("Hat"));
    QCOMPARE(window.currentStation(), int(MainWindow::draft));
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));

    // Draft: its parts are gone through and moved like any other's.
    DraftStation* draft = window.draftStation();
    QCOMPARE(draft->tabs()->count(), 2);
    draft->showPiece("hat");
    draft->canvas()->setFocus();
    QStringList visited;
    for (std::size_t i = 0; i < fixture.worked().piece("hat")->handles.size(); ++i) {
        QTest::keyClick(draft->canvas(), Qt::Key_Tab);
        visited << QString::fromStdString(draft->canvas()->picked().text());
    }
    QCOMPARE(visited, QStringList({"brim", "girth", "crown", "height"}));
    const auto count = [&](CountKey key) { return std::get<int>(fixture.worked().workings.at(key).result); };
    const int rows = count("hat_rows");
    for (int i = 0; i < 3; ++i)
        QTest::keyClick(draft->canvas(), Qt::Key_Up);
    QCOMPARE(count("hat_rows"), rows + 3);
    draft->canvas()->pick("girth");
    const int around = count("hat_stitches");
    QTest::keyClick(draft->canvas(), Qt::Key_Right);
    QCOMPARE(count("hat_stitches"), around + 2);
    QVERIFY(draft->slip()->plainText().contains("Stitches around"));

    // Knit: all of it, one key a step.
    QTest::keyClick(&window, Qt::Key_4, Qt::ControlModifier);
    QPushButton* start = beginOf(window.knitStation(), "Hat");
    QVERIFY(start);
    QTest::mouseClick(start, Qt::LeftButton);
    QVERIFY(window.knitStation()->state());
    knitToTheEnd(window.knitStation());

    // Join: the crown is drawn up, then the seam.
    QTest::keyClick(&window, Qt::Key_5, Qt::ControlModifier);
    QListWidget* joins = window.joinStation()->list();
    QCOMPARE(joins->count(), 2);
    QVERIFY(joins->item(0)->text().contains("Crown"));
    joins->setCurrentRow(1);
    QVERIFY(window.joinStation()->slip()->plainText().startsWith("Seam"));
    for (int i = 0; i < joins->count(); ++i)
        joins->item(i)->setCheckState(Qt::Checked);
    QCOMPARE(fixture.project().joined, (std::vector<std::string>{"crown", "seam"}));
    // And it is as it was after a new start.
    const Project before = fixture.project();
    fixture.restart();
    QVERIFY(fixture.project() == before);
    QTest::keyClick(&fixture.window(), Qt::Key_6, Qt::ControlModifier);
    QVERIFY(fixture.window().reviewStation()->edit("hat", true));
}

void TestBegin::aBlanketByPointer() {
    WindowFixture fixture(false);
    begin(fixture, [](BeginPage& page) {
        QTest::mouseClick(page.tiles()[4], Qt::LeftButton);
        WindowFixture::type(page.findChild<QLineEdit*>("new_stitches"), "28");
        WindowFixture::type(page.findChild<QLineEdit*>("new_rows"), "40");
        named<QSpinBox>(&page, "Width")->setValue(1200);
        named<QSpinBox>(&page, "Length")->setValue(300);
        QLabel* problem = nullptr;
        for (QLabel* each : page.findChildren<QLabel*>())
            if (each->objectName() == "problem")
                problem = each;
        QVERIFY(problem && problem->text().contains("more panels")); // too wide for the bed
        named<QSpinBox>(&page, "Panels")->setValue(3);
        QVERIFY(problem->text().isEmpty());
        QCOMPARE(page.findChild<QLineEdit*>("new_name")->text(), QString("Blanket"));
        QTest::mouseClick(button(&page, "Draft it"), Qt::LeftButton);
    });
    MainWindow& window = fixture.window();
    QCOMPARE(fixture.worked().pieces.size(), 3u);
    DraftStation* draft = window.draftStation();
    QCOMPARE(draft->tabs()->count(), 4);
    draft->showAll();
    QVERIFY(!draft->overview()->place("panel_3").isEmpty());
    // Too wide after all: a way out is offered, in the panels that it takes.
    Project wide = fixture.project();
    std::get<Scarf>(wide.article).width = Length::millimetres(2600);
    window.session().edit("wider", wide);
    QVERIFY(!fixture.worked().sound());
    QPushButton* way = button(draft, "In 4 panels");
    QVERIFY(way);
    QTest::mouseClick(way, Qt::LeftButton);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QCOMPARE(draft->tabs()->count(), 5);
    window.session().undo();
    window.session().undo();
    QCOMPARE(fixture.worked().pieces.size(), 3u);

    // Every station has something to say of it, though nobody is measured.
    for (const auto station : {MainWindow::swatch, MainWindow::measure, MainWindow::draft, MainWindow::review}) {
        window.showStation(station);
        QCOMPARE(window.currentStation(), int(station));
    }
    QCOMPARE(window.thread()->knot(MainWindow::measure)->answer(), QString("nothing to measure"));
    window.showStation(MainWindow::knit);
    QPushButton* start = beginOf(window.knitStation(), "Panel 1");
    QVERIFY(start);
    QTest::mouseClick(start, Qt::LeftButton);
    knitToTheEnd(window.knitStation());
    QCOMPARE(window.knitStation()->state()->program().piece, std::string("panel_1"));
    window.showStation(MainWindow::join);
    QCOMPARE(window.joinStation()->list()->count(), 2);
    QVERIFY(window.joinStation()->list()->item(0)->text().contains("Panel 1 to panel 2"));
}

void TestBegin::thePageSaysWhatItAsksFor() {
    WindowFixture fixture(false);
    BeginPage page(fixture.workroom());
    page.show();
    QVERIFY(page.facts().contains("chest"));
    QVERIFY(page.facts().contains("short rows") && page.facts().contains("rows ·"));
    page.tiles()[1]->click();
    QVERIFY(page.facts().contains("head girth") && page.facts().contains("drawing up"));
    QVERIFY(page.facts().contains("evening"));
    page.tiles()[4]->click();
    QVERIFY(page.facts().contains("no measures"));
    bool said = false;
    for (QLabel* each : page.findChildren<QLabel*>())
        said = said || each->text().contains("starter gauge");
    QVERIFY(said);
}

void TestBegin::choicesAreDrawnAtOnce() {
    WindowFixture fixture(false);
    BeginPage page(fixture.workroom());
    page.show();
    page.tiles()[1]->click();
    const QRectF before = page.pieces()->place("hat");
    QVERIFY(!before.isEmpty());
    auto* crown = named<QComboBox>(&page, "Crown");
    crown->setCurrentIndex(0);
    emit crown->activated(0);
    QVERIFY(!page.facts().contains("every")); // and the words follow
    named<QSpinBox>(&page, "Depth of the brim")->setValue(90);
    page.tiles()[0]->click();
    QVERIFY(!page.pieces()->place("front").isEmpty());
    // A V brings its depth along, and keeps it while others are looked at.
    auto* neck = named<QComboBox>(&page, "Neckline");
    neck->setCurrentIndex(1);
    emit neck->activated(1);
    const QRectF vee = page.pieces()->place("front");
    page.tiles()[4]->click();
    page.tiles()[0]->click();
    QCOMPARE(page.pieces()->place("front"), vee);
    page.findChild<QLineEdit*>("new_stitches")->setText("28");
    page.findChild<QLineEdit*>("new_rows")->setText("40");
    page.accept();
    QCOMPARE(page.project().ease[static_cast<std::size_t>(Measure::frontNeckDepth)],
             (Ease{Ease::Kind::length, usualVeeDepth.mm()}));
    page.show();
    // What was chosen of a hat is still so when one comes back to it.
    page.tiles()[1]->click();
    QCOMPARE(named<QSpinBox>(&page, "Depth of the brim")->value(), 90);
    QCOMPARE(named<QComboBox>(&page, "Crown")->currentIndex(), 0);
}

void TestBegin::aNameOfOnesOwnStays() {
    WindowFixture fixture(false);
    BeginPage page(fixture.workroom());
    page.show();
    auto* name = page.findChild<QLineEdit*>("new_name");
    QCOMPARE(name->text(), QString("Pullover"));
    page.tiles()[4]->click();
    QCOMPARE(name->text(), QString("Scarf"));
    WindowFixture::type(name, "For the pilot");
    page.tiles()[1]->click();
    QCOMPARE(name->text(), QString("For the pilot"));
}

void TestBegin::whatCannotBeDraftedIsSaidThere() {
    WindowFixture fixture(false);
    BeginPage page(fixture.workroom());
    page.show();
    page.tiles()[1]->click();
    named<QSpinBox>(&page, "Depth of the brim")->setValue(199);
    bool said = false;
    for (QLabel* each : page.findChildren<QLabel*>())
        said = said || (each->objectName() == "problem" && each->text().contains("brim"));
    QVERIFY(said);
    QVERIFY(page.pieces()->place("hat").isEmpty());
}

QTEST_MAIN(TestBegin)
#include "tst_begin.moc"
