// SPDX-License-Identifier: GPL-3.0-or-later
// Names that look like markup, and a workroom that breaks while the window is open: the window shows text and says
// sentences.
#include "app/window_fixture.h"

#include "app/shelf/safe_copies_dialog.h"
#include "app/window/guarded_application.h"
#include "core/format/project_json.h"
#include "support/projects.h"
#include "support/workroom_files.h"

#include <QComboBox>
#include <QHelpEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QSignalSpy>
#include <QTextDocument>
#include <QToolTip>

using namespace vestimen;
using namespace vestimen::app;
using vestimen::test::garment;
using vestimen::test::runSql;
using vestimen::test::WindowFixture;

namespace {

const std::string hostile = "<img src=\"file:///dev/zero\"><b>Odile</b>";

/// Everything that people name, named like markup.
Project hostileProject() {
    Project project = test::odilesPullover();
    project.name = project.wearer.name = project.yarn.name = project.machine.name = project.swatch.name = hostile;
    project.swatch.yarn = project.swatch.machine = hostile;
    project.yarn.fibre = project.yarn.colourName = hostile;
    return project;
}

/// Labels that Qt would take for markup, if it is asked.
QStringList richLabels(const QWidget& window) {
    QStringList rich;
    for (const QLabel* label : window.findChildren<QLabel*>()) {
        const bool auto_ = label->textFormat() == Qt::AutoText;
        const bool showsMarkup = label->textFormat() == Qt::RichText && label->text().contains("<img");
        if (auto_ || showsMarkup)
            rich << label->accessibleName() + ": " + label->text().left(60);
    }
    return rich;
}

class Thrower : public QObject {
protected:
    bool event(QEvent* event) override {
        if (event->type() == QEvent::User)
            throw std::runtime_error("the floor gave way");
        return QObject::event(event);
    }
};

} // namespace

class TestHostile : public QObject {
    Q_OBJECT

private slots:
    void namesAreTextInEveryStation();
    void tipsAreText();
    void nothingThatIsThrownEndsTheProgram();
    void aBrokenStoreIsSaidInEveryStation_data();
    void aBrokenStoreIsSaidInEveryStation();
    void aBrokenPieceIsACardOfItsOwn();
    void safeCopiesAreListedAndPutBack();
    void itFitsASmallScreen();
    void manyProjectsAreSought();
    void tilesStandInTheRoomThereIs();
    void twoWindowsLoseNothing();
    void whatBothChangedIsSaid();
};

void TestHostile::namesAreTextInEveryStation() {
    WindowFixture fixture(false);
    MainWindow& window = fixture.window();
    window.session().create(hostileProject());
    window.openReckoner(true);
    for (int station = MainWindow::workroomPage; station <= MainWindow::review; ++station) {
        QTest::keyClick(&window, static_cast<Qt::Key>(Qt::Key_1 + station), Qt::ControlModifier);
        QCoreApplication::processEvents();
        QCOMPARE(richLabels(window), QStringList());
    }
    window.knitStation()->beginSwatch();
    QCOMPARE(richLabels(window), QStringList());
    // The tip is somewhere, as it was typed.
    QVERIFY(!window.findChildren<QLabel*>().isEmpty());
}

void TestHostile::tipsAreText() {
    QPushButton button("x");
    button.setToolTip(QString::fromStdString(hostile));
    button.show();
    QVERIFY(QTest::qWaitForWindowExposed(&button));
    QHelpEvent ask(QEvent::ToolTip, QPoint(2, 2), button.mapToGlobal(QPoint(2, 2)));
    QCoreApplication::sendEvent(&button, &ask);
    QTRY_VERIFY(QToolTip::isVisible());
    QVERIFY2(!QToolTip::text().contains("<img"), qPrintable(QToolTip::text()));
    QTextDocument shown;
    shown.setHtml(QToolTip::text());
    QCOMPARE(shown.toPlainText(), QString::fromStdString(hostile)); // nothing of it is lost
    QToolTip::hideText();
}

void TestHostile::nothingThatIsThrownEndsTheProgram() {
    WindowFixture fixture;
    Thrower thrower;
    QCoreApplication::postEvent(&thrower, new QEvent(QEvent::User));
    QTRY_VERIFY(fixture.window().message().contains("the floor gave way"));
}

void TestHostile::aBrokenStoreIsSaidInEveryStation_data() {
    QTest::addColumn<QStringList>("statements");
    QTest::newRow("no journal") << QStringList{"DROP TABLE journal"};
    QTest::newRow("no settings") << QStringList{"DROP TABLE setting"};
    QTest::newRow("no swatches") << QStringList{"DROP TABLE swatch"};
    QTest::newRow("no pieces") << QStringList{"PRAGMA foreign_keys = OFF", "DROP TABLE journal", "DROP TABLE piece"};
    QTest::newRow("nothing to find") << QStringList{"DROP TABLE found_at", "DROP TABLE source"};
}

void TestHostile::aBrokenStoreIsSaidInEveryStation() {
    QFETCH(QStringList, statements);
    WindowFixture fixture;
    MainWindow& window = fixture.window();
    const Project before = fixture.project();
    runSql(fixture.workroom().file(), statements);
    for (int station = MainWindow::workroomPage; station <= MainWindow::review; ++station) {
        QTest::keyClick(&window, static_cast<Qt::Key>(Qt::Key_1 + station), Qt::ControlModifier);
        QCoreApplication::processEvents();
    }
    // What is on the screen is kept, and can be worked with.
    Project next = before;
    garment(next).neck.trim.depth = Length::millimetres(30);
    window.session().edit("deeper", next);
    QCoreApplication::processEvents();
    QVERIFY(fixture.project() == next);
}

void TestHostile::aBrokenPieceIsACardOfItsOwn() {
    WindowFixture fixture;
    runSql(fixture.workroom().file(), {"UPDATE piece SET program = '{' WHERE id = (SELECT min(id) FROM piece)",
                                       "UPDATE project SET body = '[' WHERE id = (SELECT max(id) FROM project)"});
    fixture.window().workroomStation()->refresh();
    QCoreApplication::processEvents();
    QString all;
    for (const QLabel* label : fixture.window().workroomStation()->findChildren<QLabel*>())
        all += label->text() + '\n';
    QVERIFY2(all.contains("cannot be read"), qPrintable(all));
    QVERIFY(all.contains("Yarns"));
    QVERIFY(all.contains("Projects"));
}

void TestHostile::safeCopiesAreListedAndPutBack() {
    WindowFixture fixture;
    fixture.workroom().keepSafe();
    SafeCopiesDialog dialog(fixture.workroom());
    dialog.show();
    auto* list = dialog.findChild<QListWidget*>();
    QCOMPARE(list->count(), 1);
    const auto texts = [&] {
        QString all;
        for (const QLabel* label : dialog.findChildren<QLabel*>())
            all += label->text() + '\n';
        return all;
    };
    QVERIFY2(texts().contains("10 projects") && texts().contains("Set-in pullover"), qPrintable(texts()));
    const auto press = [&](const QString& text) {
        for (QPushButton* button : dialog.findChildren<QPushButton*>())
            if (button->text() == text)
                return button->click();
        QFAIL(qPrintable(text));
    };
    if (const QByteArray folder = qgetenv("VESTIMEN_SMALL_SHOTS"); !folder.isEmpty())
        dialog.grab().save(QString("%1/copies.png").arg(folder.constData()));
    QTemporaryDir folder;
    dialog.exportInto(folder.path());
    QVERIFY2(texts().contains(" files are in "), qPrintable(texts()));
    dialog.importFrom(folder.path());
    QVERIFY(dialog.hasImported());
    // It is asked for twice, and nothing is put back before.
    press("Put this copy back");
    QVERIFY(!dialog.chosen());
    QVERIFY(texts().contains("stays beside it"));
    press("Yes, put it back");
    QVERIFY(dialog.chosen().has_value());
    QCOMPARE(dialog.result(), int(QDialog::Accepted));
}

void TestHostile::itFitsASmallScreen() {
    WindowFixture fixture;
    MainWindow& window = fixture.window();
    const QSize small(1008, 656); // of 1024 × 700, with a frame
    QStringList tooLarge;
    for (int station = MainWindow::workroomPage; station <= MainWindow::review; ++station) {
        QTest::keyClick(&window, static_cast<Qt::Key>(Qt::Key_1 + station), Qt::ControlModifier);
        QCoreApplication::processEvents();
        window.resize(small);
        QCoreApplication::processEvents();
        if (window.size() != small)
            tooLarge << QString("station %1 is %2 × %3").arg(station).arg(window.width()).arg(window.height());
        if (const QByteArray folder = qgetenv("VESTIMEN_SMALL_SHOTS"); !folder.isEmpty())
            window.grab().save(QString("%1/small-%2.png").arg(folder.constData()).arg(station));
    }
    QCOMPARE(tooLarge, QStringList());
}

void TestHostile::manyProjectsAreSought() {
    WindowFixture fixture;
    const std::string body = toJson(test::odilesPullover());
    fixture.workroom().together([&] {
        for (int i = 0; i < 500; ++i)
            fixture.workroom().add(Shelf::projects, QString("Watch pullover %1").arg(i), body);
    });
    WorkroomPage* page = fixture.window().workroomStation();
    page->refresh();
    auto* list = page->findChild<QListWidget*>();
    QVERIFY(list);
    QCOMPARE(list->count(), 510);
    for (QLineEdit* seek : page->findChildren<QLineEdit*>())
        if (seek->isVisible())
            WindowFixture::type(seek, "pullover 49");
    QCoreApplication::processEvents();
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    list = page->findChild<QListWidget*>();
    QCOMPARE(list->count(), 11); // 49 and 490 to 499
    // The shelves are in reach without scrolling.
    int shelves = 0;
    for (QPushButton* button : page->findChildren<QPushButton*>())
        shelves += button->isVisible() && button->text() == "Machines" ? 1 : 0;
    QCOMPARE(shelves, 1);
    QSignalSpy chosen(page, &WorkroomPage::projectChosen);
    emit list->itemActivated(list->item(0));
    QCOMPARE(chosen.count(), 1);
}

/// A window that is made wider or narrower moves the tiles and reads nothing again.
void TestHostile::tilesStandInTheRoomThereIs() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::workroomPage);
    WorkroomPage* page = fixture.window().workroomStation();
    QCoreApplication::processEvents();
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    const auto tiles = [&] {
        QSet<QWidget*> all;
        for (QAbstractButton* each : page->findChildren<QAbstractButton*>())
            if (!qobject_cast<QPushButton*>(each) && each->height() == 222)
                all.insert(each);
        return all;
    };
    const QSet<QWidget*> before = tiles();
    QVERIFY(before.size() > 5);
    QMap<int, int> inFirstRow; // by the window's width
    for (const int wide : {1900, 1010, 1500}) {
        fixture.window().resize(wide, 800);
        for (int i = 0; i < 5; ++i) // a layout within a layout asks for another turn
            QCoreApplication::processEvents();
        QVERIFY(tiles() == before);
        int top = 1 << 20;
        for (QWidget* each : before)
            top = std::min(top, each->y());
        for (QWidget* each : before) {
            inFirstRow[wide] += each->y() == top ? 1 : 0;
            QVERIFY(each->geometry().right() <= each->parentWidget()->width());
            for (QWidget* other : before)
                QVERIFY2(each == other || !each->geometry().intersects(other->geometry()),
                         qPrintable(QString("at %1: %2 at %3, %4 wide")
                                        .arg(wide)
                                        .arg(each->accessibleName())
                                        .arg(each->x())
                                        .arg(each->width())));
        }
    }
    QVERIFY(inFirstRow[1010] < inFirstRow[1500] && inFirstRow[1500] < inFirstRow[1900]);
}

void TestHostile::twoWindowsLoseNothing() {
    WindowFixture fixture;
    Session& here = fixture.window().session();
    Workroom elsewhere(fixture.workroom().file());
    MainWindow other(elsewhere);
    other.session().open(here.projectId());
    Project mine = here.project();
    garment(mine).neck.trim.depth = Length::millimetres(31);
    here.edit("deeper", mine);
    // The other window still shows the project as it was, and changes something else.
    Project theirs = other.session().project();
    QVERIFY(!(theirs == mine));
    theirs.wearer[Measure::wrist] = MeasureValue{Length::millimetres(171), false, {}};
    other.session().edit("wrist", theirs);
    const Project both = elsewhere.project(here.projectId());
    QCOMPARE(garment(both).neck.trim.depth.mm(), 31.0);
    QCOMPARE(both.wearer[Measure::wrist]->value.mm(), 171.0);
    QVERIFY(other.session().project() == both);
    QTRY_VERIFY2(other.message().contains("another window"), qPrintable(other.message()));
    // This one takes it when somebody comes back to it; undo leads back.
    here.catchUp();
    QVERIFY(here.project() == both);
    here.undo();
    QVERIFY(here.project() == mine);
    here.catchUp(); // nothing new
    QVERIFY(here.project() == mine);
}

void TestHostile::whatBothChangedIsSaid() {
    WindowFixture fixture;
    Session& here = fixture.window().session();
    Workroom elsewhere(fixture.workroom().file());
    MainWindow other(elsewhere);
    other.session().open(here.projectId());
    Project mine = here.project();
    garment(mine).neck.trim.depth = Length::millimetres(31);
    here.edit("31", mine);
    Project theirs = other.session().project();
    garment(theirs).neck.trim.depth = Length::millimetres(44);
    other.session().edit("44", theirs);
    QCOMPARE(garment(elsewhere.project(here.projectId())).neck.trim.depth.mm(), 44.0);
    QTRY_VERIFY2(other.message().contains("trim"), qPrintable(other.message()));
}

int main(int argc, char** argv) {
    GuardedApplication application(argc, argv);
    TestHostile test;
    return QTest::qExec(&test, argc, argv);
}
#include "tst_hostile.moc"
