// SPDX-License-Identifier: GPL-3.0-or-later
// A cardigan with two pockets and six buttonholes through the real window: chosen and dragged in Draft, every piece
// knitted by keys, every join made by pointer and keys, and what is left to do ticked.
#include "app/draft_hands.h"
#include "app/knit_fixture.h"
#include "support/projects.h"

#include "core/finishing/left_to_do.h"

#include <set>

using namespace vestimen::test;
using namespace vestimen;

namespace {

/// By its box, as a pointer does.
void tick(QListWidget* list, int row) {
    list->scrollToItem(list->item(row));
    const QRect at = list->visualItemRect(list->item(row));
    QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, QPoint(at.left() + 10, at.center().y()));
    if (list->item(row)->checkState() != Qt::Checked) { // a style may draw its box elsewhere: the key for it
        list->setCurrentRow(row);
        list->setFocus();
        QTest::keyClick(list, Qt::Key_Space);
    }
    QCOMPARE(list->item(row)->checkState(), Qt::Checked);
}

} // namespace

class TestCardigan : public QObject {
    Q_OBJECT

private slots:
    void withTwoPocketsAndSixButtonholes();
    void aPocketIsDraggedAndMirrored();
    void aPocketThatHasNoRoomIsSaidWithWaysOut();
};

void TestCardigan::withTwoPocketsAndSixButtonholes() {
    WindowFixture fixture;
    MainWindow& window = fixture.window();
    window.showStation(MainWindow::draft);
    DraftStation* draft = window.draftStation();
    draft->showPiece(pieces::front);
    pickInList(draft, "Open front, with bands");
    draft->showPiece(pieces::leftFront);
    pickInList(draft, "Inside, by short rows");
    draft->showPiece(pieces::leftBand);
    pickInList(draft, "Bound off and cast on again");
    setNumber(draft, "Buttons", 6);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QCOMPARE(fixture.worked().piece(pieces::leftFront)->marks.areas.size(), std::size_t{1});
    QCOMPARE(fixture.worked().piece(pieces::leftBand)->marks.spots.size(), std::size_t{6});

    // Every piece, a key a step. Pockets and holes are met on the way, and the machine says what to do.
    std::vector<PieceKey> kinds;
    for (const WorkedPiece& each : fixture.worked().pieces)
        kinds.push_back(each.key);
    int pockets = 0;
    int holes = 0;
    int buttons = 0;
    for (const PieceKey kind : kinds) {
        KnitStation* knit = beginPiece(fixture, kind);
        QVERIFY(knit->state());
        knitUntil(knit, [&](const KnittingState& state) {
            const Operation& op = state.program().operations[state.next()->from.operation];
            if (const auto* hold = std::get_if<operation::Hold>(&op.action); hold && hold->apart)
                ++pockets;
            if (const auto* bound = std::get_if<operation::BindOff>(&op.action); bound && bound->at) {
                ++holes;
                if (!texts(knit).contains("by hand, without yarn"))
                    holes = -1000;
            }
            if (const auto* mark = std::get_if<operation::Mark>(&op.action); mark && mark->as == "button")
                ++buttons;
            return false;
        });
        QVERIFY2(knit->state()->finished(), kind.text().data());
        QVERIFY(knit->state()->bed().fabric().findings.empty());
        QVERIFY(knit->state()->bed().occupied().empty());
    }
    QCOMPARE(pockets, 4);   // of two pockets, what waits at either side
    QCOMPARE(holes, 2 * 6); // in both layers
    QCOMPARE(buttons, 6);

    // Joined from the first to the last: picked by its number on the drawing, worked needle by needle, ticked.
    window.showStation(MainWindow::join);
    JoinStation* join = window.joinStation();
    QCOMPARE(join->list()->count(), static_cast<int>(fixture.worked().joins.size()));
    QVERIFY(join->list()->count() > 12);
    for (int i = 0; i < join->list()->count(); ++i) {
        join->showLaidOut(true);
        QApplication::processEvents();
        const QPointF number = join->laidOut()->handle(i);
        QVERIFY(!number.isNull());
        QTest::mouseClick(join->laidOut(), Qt::LeftButton, {}, number.toPoint());
        if (join->list()->currentRow() != i) // under another's number
            join->list()->setCurrentRow(i);
        join->showLaidOut(false);
        const Join& made = fixture.worked().joins[static_cast<std::size_t>(i)];
        QVERIFY(join->slip()->plainText().contains(QString::fromStdString(render(made.title))));
        join->hangTable()->setFocus();
        std::set<QString> needles;
        for (int row = 0; row < join->hangTable()->rowCount(); ++row) {
            needles.insert(join->hangCard()->text());
            QTest::keyClick(join->hangTable(), Qt::Key_Space);
        }
        QCOMPARE(static_cast<int>(needles.size()), join->hangTable()->rowCount());
        tick(join->list(), i);
        QVERIFY2(!window.message().contains("rests on"), qPrintable(window.message()));
        QVERIFY(join->laidOut()->threads()[i].done);
    }
    QCOMPARE(fixture.project().joined.size(), fixture.worked().joins.size());

    // And then: ends, six buttons, blocking and the label.
    const auto chores = leftToDo(fixture.project(), fixture.worked());
    QCOMPARE(join->leftToDo()->count(), static_cast<int>(chores.size()));
    QVERIFY(std::ranges::any_of(chores, [](const Chore& each) { return render(each.what).starts_with("6 buttons"); }));
    for (int i = 0; i < join->leftToDo()->count(); ++i)
        tick(join->leftToDo(), i);
    QCOMPARE(fixture.project().finished.size(), fixture.worked().joins.size() + chores.size());
    const Project kept = fixture.project();
    fixture.restart();
    QVERIFY(fixture.project() == kept);
}

/// Its mouth with the pointer, its edge with a key; the other front's goes along.
void TestCardigan::aPocketIsDraggedAndMirrored() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::draft);
    DraftStation* draft = fixture.window().draftStation();
    draft->showPiece(pieces::front);
    pickInList(draft, "Open front, with bands");
    draft->showPiece(pieces::leftFront);
    pickInList(draft, "A slit, with a bag hung behind it");
    const Garment::Pocket before = garment(fixture.project()).pocket;
    const auto place = draft->canvas()->handlePosition(HandleKey("pocket_mouth"));
    QVERIFY(place.has_value());
    const QPoint from = place->toPoint();
    const QPoint to = from - QPoint(0, static_cast<int>(draft->canvas()->stitchSize().height() * 14));
    QTest::mousePress(draft->canvas(), Qt::LeftButton, {}, from);
    QTest::mouseMove(draft->canvas(), to);
    QTest::mouseRelease(draft->canvas(), Qt::LeftButton, {}, to);
    const Length higher = garment(fixture.project()).pocket.height - before.height;
    const double row = fixture.worked().measured.gauge->rows.unit().mm();
    QVERIFY2(std::abs(higher.mm() - 14 * row) < 1.6 * row, qPrintable(QString::number(higher.mm())));
    draft->canvas()->pick(HandleKey("pocket_place"));
    draft->canvas()->setFocus();
    QTest::keyClick(draft->canvas(), Qt::Key_Left);
    QTest::keyClick(draft->canvas(), Qt::Key_Left);
    QVERIFY(garment(fixture.project()).pocket.fromMiddle != before.fromMiddle);
    // Each front has it as far from its own edge.
    const auto& left = fixture.worked().piece(pieces::leftFront)->marks.areas;
    const auto& right = fixture.worked().piece(pieces::rightFront)->marks.areas;
    QCOMPARE(left.size(), std::size_t{1});
    QCOMPARE(left[0].to, right[0].to);
    QCOMPARE(left[0].left, -right[0].right);
    QCOMPARE(left[0].right, -right[0].left);
}

void TestCardigan::aPocketThatHasNoRoomIsSaidWithWaysOut() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::draft);
    Project project = fixture.project();
    garment(project).pocket.kind = PocketKind::inside;
    garment(project).pocket.height = Length::millimetres(90);
    fixture.window().session().edit("low", project);
    DraftStation* draft = fixture.window().draftStation();
    QVERIFY(hasFinding(fixture.worked().findings, "pocket_low"));
    QPushButton* higher = nullptr;
    for (QPushButton* each : draft->findChildren<QPushButton*>())
        if (each->isVisible() && each->text().startsWith("Pockets") && each->text().endsWith("higher"))
            higher = each;
    QVERIFY(higher);
    QTest::mouseClick(higher, Qt::LeftButton);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QVERIFY(garment(fixture.project()).pocket.height > Length::millimetres(90));
}

QTEST_MAIN(TestCardigan)
#include "tst_cardigan.moc"
