// SPDX-License-Identifier: GPL-3.0-or-later
// The garment laid out: a thread for every join, picked with the mouse, drawn tight when it is ticked.
#include "app/knit_fixture.h"
#include "support/pdf_lines.h"
#include "support/projects.h"

#include "core/article/articles.h"

#include <QPushButton>

#include <set>

using namespace vestimen::test;
using namespace vestimen;

namespace {

JoinStation* openJoin(WindowFixture& fixture) {
    fixture.window().showStation(MainWindow::join);
    for (QPushButton* each : fixture.window().joinStation()->findChildren<QPushButton*>())
        if (each->text() == "Laid out")
            QTest::mouseClick(each, Qt::LeftButton);
    QApplication::processEvents();
    return fixture.window().joinStation();
}

} // namespace

class TestJoinStation : public QObject {
    Q_OBJECT

private slots:
    void everyJoinIsAThread_data();
    void everyJoinIsAThread();
    void whatIsTickedIsDrawnTight();
    void whatRestsOnOthersIsSaid();
    void aMapIsWorkedThroughWithOneKey();
    void theOrderIsRearranged();
    void aForgottenEndIsPutOnTheList();
    void whatIsLeftToDoIsTicked();
    void theBlockingSheetIsTrueToScale();
    void aCardForEachJoinIsPrinted();
    void whatDoesNotMeetGoesBackToTheDraft();
    void whatIsNotKnittedYetIsSaid();
    void anotherWayIsChosen();
};

void TestJoinStation::everyJoinIsAThread_data() {
    QTest::addColumn<int>("article");
    for (std::size_t i = 0; i < allArticles().size(); ++i)
        QTest::addRow("%s", keyOf(allArticles()[i])) << static_cast<int>(i);
}

void TestJoinStation::everyJoinIsAThread() {
    QFETCH(int, article);
    WindowFixture fixture;
    Project project = fixture.project();
    project.article = allArticles()[static_cast<std::size_t>(article)];
    project.wearer = withBorrowedMeasures(project.wearer);
    useUsualEase(project.article, project.ease);
    fixture.window().session().edit("another", project);
    JoinStation* join = openJoin(fixture);
    QVERIFY(join->isLaidOut() && join->laidOut()->isVisible());
    QCOMPARE(join->laidOut()->threads().size(), static_cast<qsizetype>(fixture.worked().joins.size()));
    for (int i = 0; i < join->list()->count(); ++i) {
        const DrawnThread& thread = join->laidOut()->threads()[i];
        QCOMPARE(thread.number, i + 1);
        QVERIFY2(!thread.first.isEmpty(), qPrintable(join->list()->item(i)->text()));
        QVERIFY(join->laidOut()->rect().contains(join->laidOut()->handle(i).toPoint()));
        // Names can be read.
        for (const WorkedPiece& piece : fixture.worked().pieces) {
            const QRectF at = join->laidOut()->place(piece.key);
            const QRectF name(at.center().x() - 40, at.bottom() + 6, 80, 30);
            QVERIFY2(!name.contains(join->laidOut()->handle(i)), qPrintable(join->list()->item(i)->text()));
        }
    }
    // Picked by its number; where two lie on each other, the one that comes first.
    for (int i = 0; i < join->list()->count(); ++i) {
        const QPointF handle = join->laidOut()->handle(i);
        int wanted = 0;
        while (QLineF(join->laidOut()->handle(wanted), handle).length() > 12.0)
            ++wanted;
        QTest::mouseClick(join->laidOut(), Qt::LeftButton, {}, handle.toPoint());
        QCOMPARE(join->list()->currentRow(), wanted);
        QCOMPARE(join->laidOut()->pickedThread(), wanted);
        QVERIFY(!join->slip()->plainText().isEmpty());
    }
    // Enter on the list goes to what hangs where.
    if (join->list()->count() > 0) {
        join->list()->setFocus();
        emit join->list()->itemActivated(join->list()->item(0));
        QVERIFY(!join->isLaidOut());
    }
}

void TestJoinStation::whatIsTickedIsDrawnTight() {
    WindowFixture fixture;
    JoinStation* join = openJoin(fixture);
    const QPointF hanging = join->laidOut()->handle(0);
    QVERIFY(!join->laidOut()->threads()[0].done);
    join->list()->item(0)->setCheckState(Qt::Checked);
    QVERIFY(join->laidOut()->threads()[0].done);
    QVERIFY(join->laidOut()->handle(0).y() < hanging.y());
    join->list()->item(0)->setCheckState(Qt::Unchecked);
    QCOMPARE(join->laidOut()->handle(0), hanging);
}

/// Ticked before what it rests on: it is said, and kept.
void TestJoinStation::whatRestsOnOthersIsSaid() {
    WindowFixture fixture;
    JoinStation* join = openJoin(fixture);
    int trim = -1;
    for (int i = 0; i < join->list()->count(); ++i)
        if (join->list()->item(i)->text().endsWith("Neck trim"))
            trim = i;
    QVERIFY(trim > 0);
    join->list()->item(trim)->setCheckState(Qt::Checked);
    QVERIFY2(fixture.window().message().contains("rests on what is not ticked yet: Left shoulder"),
             qPrintable(fixture.window().message()));
    QCOMPARE(join->list()->item(trim)->checkState(), Qt::Checked);
    QCOMPARE(fixture.project().joined.size(), std::size_t{1});
    // In order nothing is said.
    WindowFixture another;
    JoinStation* inOrder = openJoin(another);
    for (const int row : {0, trim})
        inOrder->list()->item(row)->setCheckState(Qt::Checked);
    QVERIFY(!another.window().message().contains("rests on"));
    QCOMPARE(another.project().joined.size(), std::size_t{2});
}

/// In halving order, each needle once, large; the place is kept when something else is ticked meanwhile.
void TestJoinStation::aMapIsWorkedThroughWithOneKey() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::join);
    JoinStation* join = fixture.window().joinStation();
    int sleeve = 0;
    while (!join->list()->item(sleeve)->text().contains("Left sleeve"))
        ++sleeve;
    join->list()->setCurrentRow(sleeve);
    const Join& worked = fixture.worked().joins[static_cast<std::size_t>(sleeve)];
    QVERIFY(worked.hang.has_value());
    const auto order = worked.hang->halving();
    const NeedleSpan span = centred(Stitches(worked.first.count));
    join->hangTable()->setFocus();
    QVERIFY(join->hangCard()->isVisible());
    std::set<QString> said;
    for (std::size_t i = 0; i < order.size(); ++i) {
        const QString needle = QString::fromStdString(span.first.shifted(order[i].first - 1).name());
        QVERIFY2(join->hangCard()->text().startsWith(needle + " · "), qPrintable(join->hangCard()->text()));
        QVERIFY(said.insert(needle).second);
        QTest::keyClick(join->hangTable(), Qt::Key_Space);
    }
    // There is no more than the last, and one can go back.
    QCOMPARE(join->hangTable()->currentRow(), static_cast<int>(order.size()) - 1);
    QTest::keyClick(join->hangTable(), Qt::Key_Backspace);
    QCOMPARE(join->hangTable()->currentRow(), static_cast<int>(order.size()) - 2);
    join->list()->item(0)->setCheckState(Qt::Checked);
    QCOMPARE(join->hangTable()->currentRow(), static_cast<int>(order.size()) - 2);
    // Of another join it begins anew; a seam has none.
    for (int i = 0; i < join->list()->count(); ++i) {
        join->list()->setCurrentRow(i);
        QCOMPARE(join->hangCard()->isVisible(), join->hangTable()->rowCount() > 0);
        if (i != sleeve)
            QVERIFY(join->hangTable()->currentRow() <= 0);
    }
}

namespace {

QStringList titles(const JoinStation* join) {
    QStringList all;
    for (int i = 0; i < join->list()->count(); ++i)
        all.append(join->list()->item(i)->text().section(". ", 1));
    return all;
}

} // namespace

/// By button and by key; where it rests on something, it says on what, and stays.
void TestJoinStation::theOrderIsRearranged() {
    WindowFixture fixture;
    JoinStation* join = openJoin(fixture);
    const QStringList planned = titles(join);
    QVERIFY(!join->asPlanned()->isEnabled());
    const auto at = static_cast<int>(planned.indexOf("Right sleeve to armhole"));
    QVERIFY(at > 0 && planned[at - 1] == "Left sleeve to armhole");
    join->list()->setCurrentRow(at);
    QTest::mouseClick(join->earlier(), Qt::LeftButton);
    QCOMPARE(titles(join)[at - 1], planned[at]);
    QCOMPARE(join->list()->currentRow(), at - 1);
    QVERIFY(join->slip()->plainText().contains(planned[at])); // what is picked goes along
    // Its thread has its number.
    QCOMPARE(join->laidOut()->threads()[at - 1].number, at);
    // Further, as far as it may, by key: over the trim's ends, and not before its shoulder.
    join->list()->setFocus();
    for (int i = 0; i < 6; ++i)
        QTest::keyClick(join->list(), Qt::Key_Up, Qt::AltModifier);
    QVERIFY2(fixture.window().message().contains("rests on “Right shoulder”"), qPrintable(fixture.window().message()));
    QCOMPARE(titles(join)[join->list()->currentRow()], planned[at]);
    QCOMPARE(titles(join)[join->list()->currentRow() - 1], QString("Right shoulder"));
    // It is kept, and taken back.
    fixture.restart();
    join = openJoin(fixture);
    QVERIFY(titles(join) != planned);
    QTest::mouseClick(join->asPlanned(), Qt::LeftButton);
    QCOMPARE(titles(join), planned);
    QVERIFY(!join->asPlanned()->isEnabled());
    // The first cannot go earlier, nor the last later.
    join->list()->setCurrentRow(0);
    QVERIFY(!join->earlier()->isEnabled() && join->later()->isEnabled());
    join->list()->setCurrentRow(join->list()->count() - 1);
    QVERIFY(join->earlier()->isEnabled() && !join->later()->isEnabled());
}

/// An end that was to be woven in and hangs there still is put on the list of those to darn, and taken off again.
void TestJoinStation::aForgottenEndIsPutOnTheList() {
    WindowFixture fixture;
    JoinStation* join = openJoin(fixture);
    const auto ends = [&](const QString& piece) {
        for (int i = 0; i < join->leftToDo()->count(); ++i)
            if (const QString text = join->leftToDo()->item(i)->text(); text.startsWith(piece + ":"))
                return text.contains("one end") ? 1 : text.section(' ', 1, 1).toInt();
        return 0;
    };
    const auto choose = [&](const QString& what) {
        for (QMenu* menu : join->findChildren<QMenu*>())
            for (QAction* each : menu->actions())
                if (each->text() == what)
                    return each->trigger(), true;
        return false;
    };
    const int before = ends("Front");
    QVERIFY(before > 0);
    QVERIFY(!choose("Front: one fewer"));
    const QString time = join->timeLeft();
    for (int i = 0; i < 5; ++i)
        QVERIFY(choose("Front: one more"));
    QCOMPARE(ends("Front"), before + 5);
    QVERIFY(join->timeLeft() != time);
    fixture.restart();
    join = openJoin(fixture);
    QCOMPARE(ends("Front"), before + 5);
    for (int i = 0; i < 5; ++i)
        QVERIFY(choose("Front: one fewer"));
    QCOMPARE(ends("Front"), before);
    QVERIFY(fixture.project().forgottenEnds.empty());
}

void TestJoinStation::whatIsLeftToDoIsTicked() {
    WindowFixture fixture;
    JoinStation* join = openJoin(fixture);
    QVERIFY(join->leftToDo()->count() > 3);
    const int last = join->leftToDo()->count() - 1;
    join->leftToDo()->item(last)->setCheckState(Qt::Checked);
    const QString today = QDate::currentDate().toString(Qt::ISODate);
    QCOMPARE(fixture.project().finished, (std::vector<Tick>{{"label", today.toStdString()}}));
    const QString before = join->timeLeft();
    QVERIFY2(before.startsWith("About ") && before.contains(" h "), qPrintable(before));
    join->list()->item(0)->setCheckState(Qt::Checked);
    QVERIFY(join->timeLeft() != before);
    QCOMPARE(fixture.project().finished.size(), std::size_t{2});
    QVERIFY(join->slip()->plainText().contains("Ticked on"));
    // Hands that took an hour for it will take as many times as long for the rest.
    const QString usual = join->timeLeft();
    QVERIFY(join->took()->isVisibleTo(join));
    join->took()->setValue(60);
    QVERIFY2(join->timeLeft() != usual, qPrintable(usual));
    const auto tick =
        std::ranges::find_if(fixture.project().finished, [](const Tick& each) { return each.what != "label"; });
    QCOMPARE(tick->minutes, 60.0);
    join->list()->setCurrentRow(1);
    QVERIFY(!join->took()->isVisibleTo(join)); // not made yet
    join->list()->setCurrentRow(0);
    QCOMPARE(join->took()->value(), 60);
    fixture.restart();
    join = openJoin(fixture);
    QCOMPARE(join->leftToDo()->item(last)->checkState(), Qt::Checked);
    QVERIFY(!join->leftToDo()->item(last)->toolTip().isEmpty());
    join->leftToDo()->item(last)->setCheckState(Qt::Unchecked);
    QCOMPARE(fixture.project().finished.size(), std::size_t{1});
    // A file may say anything for a day: it is no markup.
    Project hostile = fixture.project();
    hostile.finished.push_back({"label", "<b><img src='/etc/hostname'></b>"});
    fixture.window().session().edit("hostile", hostile);
    QCOMPARE(join->leftToDo()->item(last)->checkState(), Qt::Checked);
    QVERIFY(!join->leftToDo()->item(last)->toolTip().contains('<'));
}

/// Measured on the page: the outline's own lines, and the line to check it by.
void TestJoinStation::theBlockingSheetIsTrueToScale() {
    WindowFixture fixture;
    JoinStation* join = openJoin(fixture);
    const QTemporaryDir folder;
    const QString file = folder.filePath("blocking.pdf");
    QVERIFY(join->printBlockingSheet(file, BlockingScale::onePage));
    QByteArray pdf = QByteArray::fromStdString(readFile(file.toStdString()));
    QCOMPARE(pdf.count("/Type /Page\n"), static_cast<qsizetype>(fixture.worked().pieces.size()));
    const auto hasLine = [](const QList<QLineF>& lines, double mm) {
        return std::ranges::any_of(
            lines, [&](const QLineF& each) { return std::abs(each.length() / millimetre - mm) < 0.05; });
    };
    const QList<QLineF> small = linesOfPdf(pdf);
    // The back's lower edge and the check line are drawn by one scale.
    const Outline& back = fixture.worked().piece(pieces::back)->outline;
    const double hem = (back.edges[0].points[1].x - back.edges[0].points[0].x).mm();
    bool found = false;
    for (const double parts : {1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0})
        found = found || (hasLine(small, hem / parts) && hasLine(small, 200.0 / parts));
    QVERIFY(found);
    // At full size over several pages, each as wide as its paper has room.
    QVERIFY(join->printBlockingSheet(file, BlockingScale::fullSize));
    pdf = QByteArray::fromStdString(readFile(file.toStdString()));
    QVERIFY(pdf.count("/Type /Page\n") > static_cast<qsizetype>(4 * fixture.worked().pieces.size()));
    QVERIFY(hasLine(linesOfPdf(pdf), hem));
    // A place that cannot be written is said.
    QVERIFY(!join->printBlockingSheet(folder.filePath("nowhere/blocking.pdf"), BlockingScale::onePage));
    QVERIFY(fixture.window().message().contains("cannot be written"));
}

void TestJoinStation::aCardForEachJoinIsPrinted() {
    WindowFixture fixture;
    JoinStation* join = openJoin(fixture);
    const QTemporaryDir folder;
    const QString file = folder.filePath("joins.pdf");
    QVERIFY(join->printCards(file));
    const QList<QLineF> lines = linesOfPdf(QByteArray::fromStdString(readFile(file.toStdString())));
    for (const Join& each : fixture.worked().joins)
        for (const JoinEdge* edge : {&each.first, &each.second}) {
            bool found = false;
            for (const double parts : {1.0, 2.0, 2.5, 4.0, 5.0, 8.0, 10.0})
                found = found || std::ranges::any_of(lines, [&](const QLineF& line) {
                            return std::abs(line.dy()) < 0.01 &&
                                   std::abs(line.length() / millimetre - edge->length.mm() / parts) < 0.05;
                        });
            QVERIFY2(found, qPrintable(QString::fromStdString(render(each.title))));
        }
    QVERIFY(!join->printCards(folder.filePath("nowhere/joins.pdf")));
}

/// A pinned count made the sleeve too wide: the button mends it, and the draft is a button away.
void TestJoinStation::whatDoesNotMeetGoesBackToTheDraft() {
    WindowFixture fixture;
    Project project = fixture.project();
    const auto& top = fixture.worked().workings.at(quantities::sleeveTopStitches);
    project.pins[quantities::sleeveTopStitches] = std::get<int>(top.result) + 18;
    fixture.window().session().edit("pinned", project);
    JoinStation* join = openJoin(fixture);
    const auto button = [join](const QString& text) {
        for (QPushButton* each : join->findChildren<QPushButton*>())
            if (each->isVisible() && each->text().startsWith(text))
                return each;
        return static_cast<QPushButton*>(nullptr);
    };
    join->list()->setCurrentRow(0);
    QVERIFY(!button("Without the pinned") && !button("To the draft"));
    join->list()->setCurrentRow(static_cast<int>(titles(join).indexOf("Left sleeve to armhole")));
    QVERIFY(join->slip()->plainText().contains("must be stretched evenly"));
    QVERIFY(button("To the draft"));
    QTest::mouseClick(button("To the draft"), Qt::LeftButton);
    QVERIFY(fixture.window().draftStation()->isVisible());
    fixture.window().showStation(MainWindow::join);
    QPushButton* mend = button("Without the pinned stitches of the sleeve top");
    QVERIFY(mend);
    QTest::mouseClick(mend, Qt::LeftButton);
    QVERIFY(fixture.project().pins.empty());
    QApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    QVERIFY(!button("Without the pinned") && !button("To the draft"));
}

/// From the first piece on that is off the machine.
void TestJoinStation::whatIsNotKnittedYetIsSaid() {
    WindowFixture fixture;
    JoinStation* join = openJoin(fixture);
    join->list()->setCurrentRow(0);
    QVERIFY(!join->slip()->plainText().contains("Not knitted to the end yet"));
    KnitStation* knit = beginPiece(fixture, pieces::back);
    knitUntil(knit, [](const KnittingState&) { return false; });
    fixture.window().showStation(MainWindow::join);
    join->list()->setCurrentRow(0);
    QVERIFY2(join->slip()->plainText().contains("Not knitted to the end yet: Front."),
             qPrintable(join->slip()->plainText()));
    // Ticked all the same: hands may know better.
    join->list()->item(0)->setCheckState(Qt::Checked);
    QCOMPARE(fixture.project().joined.size(), std::size_t{1});
}

/// From the list on its card: its steps, its tail and what is hung follow, and it is kept.
void TestJoinStation::anotherWayIsChosen() {
    WindowFixture fixture;
    JoinStation* join = openJoin(fixture);
    join->showLaidOut(false);
    join->list()->setCurrentRow(0);
    QVERIFY(join->way()->isVisible() && join->way()->count() == 6);
    QVERIFY(join->hangTable()->rowCount() > 0);
    const QString before = join->slip()->plainText();
    const int backstitch = join->way()->findText("backstitch");
    QVERIFY(backstitch > 0);
    join->way()->setFocus();
    join->way()->setCurrentIndex(backstitch);
    emit join->way()->activated(backstitch);
    QCOMPARE(fixture.project().joinWays.at("shoulder_left"), std::string("sew_on"));
    QCOMPARE(join->hangTable()->rowCount(), 0);
    QVERIFY(join->slip()->plainText().contains("backstitch") && join->slip()->plainText() != before);
    QCOMPARE(join->way()->currentIndex(), backstitch); // and back again
    emit join->way()->activated(0);
    QVERIFY(fixture.project().joinWays.empty()); // as planned says nothing
    QVERIFY(join->hangTable()->rowCount() > 0);
    emit join->way()->activated(backstitch);
    fixture.restart();
    QCOMPARE(fixture.project().joinWays.size(), std::size_t{1});
    join = openJoin(fixture);
    // What is knitted on has no other.
    join->list()->setCurrentRow(1);
    QVERIFY(!join->way()->isVisible());
}

QTEST_MAIN(TestJoinStation)
#include "tst_join_station.moc"
