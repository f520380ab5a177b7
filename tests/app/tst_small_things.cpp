// SPDX-License-Identifier: GPL-3.0-or-later
// Mittens, socks, a cushion and a cord through the real window: begun by their tile, a part dragged, every piece
// knitted by keys, every join ticked, and all there again after a new start.
#include "app/draft_hands.h"
#include "app/knit_fixture.h"
#include "support/projects.h"

#include "app/knit/bed_canvas.h"
#include "app/shelf/begin_page.h"
#include "core/article/articles.h"
#include "core/knitting/wording.h"

#include <QListWidget>
#include <QTimer>

using namespace vestimen::test;
using namespace vestimen;

namespace {

/// By its tile, with a gauge typed, as by somebody who has a swatch.
void beginOne(WindowFixture& fixture, const char* kind) {
    bool done = false;
    QTimer::singleShot(0, [&] {
        auto* page = qobject_cast<BeginPage*>(QApplication::activeModalWidget());
        QVERIFY(page);
        page->activateWindow();
        QApplication::setActiveWindow(page);
        QApplication::processEvents();
        std::size_t index = 0;
        while (index < allArticles().size() && std::string(keyOf(allArticles()[index])) != kind)
            ++index;
        QTest::mouseClick(page->tiles()[static_cast<qsizetype>(index)], Qt::LeftButton);
        WindowFixture::type(page->findChild<QLineEdit*>("new_stitches"), "28");
        WindowFixture::type(page->findChild<QLineEdit*>("new_rows"), "40");
        WindowFixture::type(page->findChild<QLineEdit*>("new_wearer_name"), "Bram");
        QTest::keyClick(page->findChild<QLineEdit*>("new_rows"), Qt::Key_Return);
        done = !page->isVisible();
        if (page->isVisible())
            page->reject();
    });
    QTest::keyClick(&fixture.window(), Qt::Key_N, Qt::ControlModifier);
    QVERIFY(done);
    fixture.window().activateWindow();
    QApplication::setActiveWindow(&fixture.window());
}

int count(const WindowFixture& fixture, CountKey key) {
    return std::get<int>(fixture.worked().workings.at(key).result);
}

} // namespace

class TestSmallThings : public QObject {
    Q_OBJECT

private slots:
    void fromTheTileToTheLastJoin_data();
    void fromTheTileToTheLastJoin();
    void theMachineSaysWhoseHandItIs();
    void theTurningRowIsSaid();
    void theSecondIsKnittedAsTheFirstCameOut();
    void aRibbedHatIsKnittedOnBothBeds();
    void aSockIsSewnAlongItsSole();
    void theDemoHasThem();
};

void TestSmallThings::fromTheTileToTheLastJoin_data() {
    QTest::addColumn<QString>("kind");
    QTest::addColumn<QString>("part");
    QTest::addColumn<QString>("quantity");
    QTest::newRow("mittens") << "mitten"
                             << "top"
                             << "hand_rows";
    QTest::newRow("socks") << "sock"
                           << "foot"
                           << "foot_rows";
    QTest::newRow("cushion") << "cushion"
                             << "height"
                             << "cushion_rows";
    QTest::newRow("shawl") << "shawl"
                           << "width"
                           << "shawl_rows";
    QTest::newRow("own shape") << "own_shape"
                               << "height"
                               << "rows_1";
    QTest::newRow("cord") << "cord"
                          << "length"
                          << "cord_rows";
}

void TestSmallThings::fromTheTileToTheLastJoin() {
    QFETCH(QString, kind);
    QFETCH(QString, part);
    QFETCH(QString, quantity);
    WindowFixture fixture(false);
    beginOne(fixture, qPrintable(kind));
    MainWindow& window = fixture.window();
    QCOMPARE(QString(keyOf(fixture.project().article)), kind);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));

    // Draft: its parts are gone through, and one is moved by a key.
    DraftStation* draft = window.draftStation();
    const PieceKey first = fixture.worked().pieces.front().key;
    draft->showPiece(first);
    draft->canvas()->setFocus();
    for (std::size_t i = 0; i < fixture.worked().piece(first)->handles.size(); ++i) {
        QTest::keyClick(draft->canvas(), Qt::Key_Tab);
        QVERIFY(!draft->canvas()->picked().empty());
        QVERIFY(!draft->slip()->plainText().isEmpty());
    }
    draft->canvas()->pick(HandleKey(part.toStdString()));
    const CountKey key(quantity.toStdString());
    const int before = count(fixture, key);
    QTest::keyClick(draft->canvas(), Qt::Key_Up);
    QTest::keyClick(draft->canvas(), Qt::Key_Up);
    QCOMPARE(count(fixture, key), before + 2);

    // Knit: every piece, a key a step.
    std::vector<PieceKey> kinds;
    for (const WorkedPiece& each : fixture.worked().pieces)
        kinds.push_back(each.key);
    for (const PieceKey each : kinds) {
        KnitStation* knit = beginPiece(fixture, each);
        QVERIFY(knit->state());
        knitUntil(knit, [](const KnittingState&) { return false; });
        QVERIFY2(knit->state()->finished(), each.text().data());
        QVERIFY(knit->state()->bed().fabric().findings.empty());
    }

    // Join: in the order of the making up, each with something to say.
    window.showStation(MainWindow::join);
    QListWidget* joins = window.joinStation()->list();
    QCOMPARE(joins->count(), static_cast<int>(fixture.worked().joins.size()));
    for (int i = 0; i < joins->count(); ++i) {
        joins->setCurrentRow(i);
        QVERIFY(!window.joinStation()->slip()->plainText().isEmpty());
        joins->item(i)->setCheckState(Qt::Checked);
    }
    QCOMPARE(fixture.project().joined.size(), fixture.worked().joins.size());
    const Project kept = fixture.project();
    fixture.restart();
    QVERIFY(fixture.project() == kept);
    fixture.window().showStation(MainWindow::review);
}

/// The purl side faces: which hand, and that the loops are hung from their other end, stand at the machine when it is
/// time.
void TestSmallThings::theMachineSaysWhoseHandItIs() {
    WindowFixture fixture(false);
    beginOne(fixture, "mitten");
    for (const auto& [piece, hand] :
         {std::pair{"left_mitten", "worn on the left hand"}, {"right_mitten", "worn on the right hand"}}) {
        KnitStation* knit = beginPiece(fixture, PieceKey(std::string_view(piece)));
        bool saysHand = false;
        bool saysLegs = false;
        knitUntil(knit, [&](const KnittingState& state) {
            const Operation& op = state.program().operations[state.next()->from.operation];
            if (const auto* say = std::get_if<operation::Say>(&op.action)) {
                saysHand = saysHand || (say->code == "thumb" && texts(knit).contains(hand));
                saysLegs = saysLegs || (say->code == "both_legs" && texts(knit).contains("both their legs"));
            }
            return saysHand && saysLegs;
        });
        QVERIFY2(saysHand && saysLegs, piece);
    }
}

void TestSmallThings::theTurningRowIsSaid() {
    WindowFixture fixture(false);
    beginOne(fixture, "sock");
    KnitStation* knit = beginPiece(fixture, "left_sock");
    int turns = 0;
    knitUntil(knit, [&](const KnittingState& state) {
        const Operation& op = state.program().operations[state.next()->from.operation];
        const auto* say = std::get_if<operation::Say>(&op.action);
        turns += say && say->code == "turning_row" && texts(knit).contains("turning row") ? 1 : 0;
        return false;
    });
    QCOMPARE(turns, 2); // of the heel, and of the toe
}

/// A row more was knitted by mistake: the other of the pair can have it as well.
void TestSmallThings::theSecondIsKnittedAsTheFirstCameOut() {
    WindowFixture fixture(false);
    beginOne(fixture, "sock");
    for (const WorkedPiece& each : fixture.worked().pieces)
        QVERIFY(each.pair.has_value());
    const WorkedPiece& left = *fixture.worked().piece("left_sock");
    const WorkedPiece& right = *fixture.worked().piece("right_sock");
    QCOMPARE(left.fabric.loops.size(), right.fabric.loops.size());
    QVERIFY(*left.pair == right.key && *right.pair == left.key);
}

/// Chosen in Draft, by list and box; at the machine the second bed is seen, racked when it is, and gone for the top.
void TestSmallThings::aRibbedHatIsKnittedOnBothBeds() {
    WindowFixture fixture(false);
    beginOne(fixture, "hat");
    Project project = fixture.project();
    project.machine.beds = 2;
    fixture.window().session().edit({}, project);
    DraftStation* draft = fixture.window().draftStation();
    draft->showPiece("hat");
    draft->canvas()->pick("brim");
    pickInList(draft, "Two-bed rib, two by one");
    setNumber(draft, "The second bed is racked after so many rows; 0: it stays", 2);
    tickBox(draft, "The rib goes on to the top");
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QVERIFY(std::get<Hat>(fixture.project().article).isRibbed());

    KnitStation* knit = beginPiece(fixture, "hat");
    const auto* bed = knit->findChild<BedCanvas*>();
    QVERIFY(bed);
    bool racked = false;
    bool alone = false;
    std::size_t most = 0;
    knitUntil(knit, [&](const KnittingState& state) {
        const auto behind = static_cast<std::size_t>(
            std::ranges::count_if(bed->view().second, [](const NeedleState& needle) { return needle.loops > 0; }));
        most = std::max(most, behind);
        racked = racked || (state.bed().rack() == 1 && bed->view().secondBy == 1.5);
        alone = alone || (most > 0 && behind == 0);
        return false;
    });
    QVERIFY(knit->state()->finished() && knit->state()->bed().fabric().findings.empty());
    QCOMPARE(most, static_cast<std::size_t>(count(fixture, "hat_stitches") / 3));
    QVERIFY(racked && alone);
}

void TestSmallThings::aSockIsSewnAlongItsSole() {
    WindowFixture fixture(false);
    beginOne(fixture, "sock");
    DraftStation* draft = fixture.window().draftStation();
    draft->showPiece("left_sock");
    draft->canvas()->pick("heel");
    pickInList(draft, "Down the back and along the sole");
    draft->canvas()->pick("leg");
    tickBox(draft, "Narrower at the ankle");
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    draft->canvas()->pick("ankle");
    const int before = count(fixture, "ankle_stitches");
    draft->canvas()->setFocus();
    QTest::keyClick(draft->canvas(), Qt::Key_Left);
    QVERIFY(count(fixture, "ankle_stitches") < before);
    KnitStation* knit = beginPiece(fixture, "left_sock");
    int halves = 0;
    knitUntil(knit, [&](const KnittingState& state) {
        const Operation& op = state.program().operations[state.next()->from.operation];
        const auto* say = std::get_if<operation::Say>(&op.action);
        halves += say && say->code == "turning_row" && texts(knit).contains("turning row") ? 1 : 0;
        return false;
    });
    QVERIFY(knit->state()->finished() && knit->state()->bed().fabric().findings.empty());
    QCOMPARE(halves, 3); // of each half of the heel, and of the toe
    QVERIFY(std::ranges::any_of(fixture.worked().joins,
                                [](const Join& join) { return render(join.title) == "Back and sole, left sock"; }));
}

void TestSmallThings::theDemoHasThem() {
    WindowFixture fixture;
    std::map<std::string, int> kinds;
    int begun = 0;
    int finished = 0;
    for (const ShelfItem& each : fixture.workroom().items(Shelf::projects)) {
        fixture.window().session().open(each.id);
        QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
        ++kinds[keyOf(fixture.project().article)];
        for (const BegunPiece& piece : fixture.workroom().pieces(each.id)) {
            ++begun;
            finished += piece.place.operation >= piece.program.operations.size() ? 1 : 0;
            QVERIFY(piece.problem.isEmpty());
        }
        for (const std::string& join : fixture.project().joined)
            QVERIFY(std::ranges::any_of(fixture.worked().joins, [&](const Join& one) { return one.key == join; }));
    }
    for (const char* kind : {"garment", "hat", "mitten", "sock", "scarf", "cushion"})
        QVERIFY2(kinds[kind] > 0, kind);
    QCOMPARE(begun, 3);
    QCOMPARE(finished, 1);
}

QTEST_MAIN(TestSmallThings)
#include "tst_small_things.moc"
