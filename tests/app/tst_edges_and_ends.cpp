// SPDX-License-Identifier: GPL-3.0-or-later
// Edges, ends and yarns through the real window: chosen in Draft, said and done in Knit, found again in Join.
#include "app/knit_fixture.h"
#include "support/projects.h"

#include "app/canvas/edge_method_card.h"
#include "core/article/garment/parts.h"
#include "core/format/project_json.h"
#include "core/knitting/wording.h"

#include <QCheckBox>
#include <QComboBox>
#include <QMenu>

using namespace vestimen::test;
using namespace vestimen;

namespace {

template<class Widget> Widget* named(QWidget* parent, const QString& name) {
    for (Widget* each : parent->findChildren<Widget*>())
        if (each->isVisible() && each->accessibleName() == name)
            return each;
    return nullptr;
}

/// Picks an entry as the keyboard does.
void choose(QComboBox* box, int index) {
    QVERIFY(box);
    box->setFocus();
    for (int i = 0; i < 20 && box->currentIndex() != index; ++i)
        QTest::keyClick(box, box->currentIndex() > index ? Qt::Key_Up : Qt::Key_Down);
    QCOMPARE(box->currentIndex(), index);
}

EdgeMethodCard* card(QWidget* parent) {
    for (EdgeMethodCard* each : parent->findChildren<EdgeMethodCard*>())
        if (each->isVisible())
            return each;
    return nullptr;
}

Yarn madder() {
    Yarn yarn;
    yarn.name = "Madder 4-ply";
    yarn.colour = "#A8362E";
    return yarn;
}

} // namespace

class TestEdgesAndEnds : public QObject {
    Q_OBJECT

private slots:
    void aStripedPulloverIsKnitted();
    void knitAndJoinSayOneFigure();
    void theHandThatWorksMatters();
    void aChangedJoinIsHeardBeforeTheYarnIsCut();
    void whatWasLeftTooShortIsSaid();
    void aBandHangsFromItsFrontAsThatWasBegun();
    void anEdgeIsChosenAndShown();
    void wasteYarnAndEndsOfAStripe();
    void aFurtherYarnIsTakenFromItsShelfAgain();
    void theSwatchKeepsItsWeights();
};

/// Stripes, a contrast neck and ends woven in, every piece to its end, by keys.
void TestEdgesAndEnds::aStripedPulloverIsKnitted() {
    WindowFixture fixture;
    Project striped = fixture.project();
    striped.moreYarns = {madder()};
    striped.stripes.of = {{.yarn = 0, .height = Rows(12)}, {.yarn = 1, .height = Rows(4)}};
    striped.ends = Ends::whileKnitting;
    garment(striped).neck.trim.yarn = 1;
    garment(striped).neck.trim.kind = WeltKind::latchedRib;
    fixture.window().session().edit("Stripes", striped);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    int woven = 0;
    for (const PieceKey kind : piecesOf(garment(fixture.project()))) {
        KnitStation* knit = beginPiece(fixture, kind);
        QVERIFY(knit->state());
        knitUntil(knit, [&](const KnittingState& state) {
            const Operation& op = state.program().operations[state.next()->from.operation];
            const auto* say = std::get_if<operation::Say>(&op.action);
            if (say && (say->code == "weave_new_end" || say->code == "weave_old_end")) {
                ++woven;
                if (!texts(knit).contains(QString::fromStdString(say->text)))
                    return true; // what it says is not to be read
            }
            return false;
        });
        QVERIFY2(knit->state()->finished(), kind.text().data());
        QVERIFY(knit->state()->bed().fabric().findings.empty());
        const Fabric& fabric = knit->state()->bed().fabric();
        std::set<std::string> seen;
        for (const Pass& pass : fabric.passes)
            if (!pass.protects)
                seen.insert(knit->state()->program().yarns[pass.yarn].id);
        QCOMPARE(seen, kind == pieces::neckTrim ? std::set<std::string>({"B"}) : std::set<std::string>({"A", "B"}));
    }
    QVERIFY(woven > 20);
}

/// The tail that Knit says where the front comes off is the one that Join says for that shoulder.
void TestEdgesAndEnds::knitAndJoinSayOneFigure() {
    WindowFixture fixture;
    const Worked& worked = fixture.worked();
    const auto join = std::ranges::find_if(worked.joins, [](const Join& each) {
        return each.end && each.method == JoinMethod::latchOff && each.key.starts_with("shoulder");
    });
    QVERIFY(join != worked.joins.end());
    KnitStation* knit = beginPiece(fixture, join->end->piece);
    knitUntil(knit, [&](const KnittingState& state) { return state.next()->from.operation == join->end->operation; });
    QVERIFY(!knit->state()->finished());
    const QString figure = coreText(Operand(join->tail));
    QVERIFY2(texts(knit).contains("leave " + figure), qPrintable(texts(knit)));
    fixture.window().showStation(MainWindow::join);
    JoinStation* station = fixture.window().joinStation();
    station->list()->setCurrentRow(static_cast<int>(join - worked.joins.begin()));
    const QString said = station->slip()->plainText();
    QVERIFY2(said.contains("tail to leave"), qPrintable(said));
    QVERIFY2(said.contains(figure), qPrintable(said));
    QVERIFY2(said.contains("It hangs at the"), qPrintable(said));
    // A side that is sewn from a folded hem has no end there.
    const auto side = std::ranges::find(worked.joins, std::string("seam_left"), &Join::key);
    station->list()->setCurrentRow(static_cast<int>(side - worked.joins.begin()));
    QVERIFY(side->end || station->slip()->plainText().contains("yarn to cut"));
}

void TestEdgesAndEnds::theHandThatWorksMatters() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::join);
    JoinStation* station = fixture.window().joinStation();
    const auto& joins = fixture.worked().joins;
    const auto join = std::ranges::find_if(joins, [](const Join& each) { return each.end && each.hang; });
    QVERIFY(join != joins.end());
    station->list()->setCurrentRow(static_cast<int>(join - joins.begin()));
    auto* hand = named<QComboBox>(station, "The hand that works");
    choose(hand, 0);
    const QString right = station->slip()->plainText();
    choose(hand, 1);
    const QString left = station->slip()->plainText();
    // The other hand begins at the other side; what hangs first, or how it is turned, follows.
    QVERIFY2(right.contains("is at your left") && !right.contains("is at your right"), qPrintable(right));
    QVERIFY2(left.contains("is at your right") && !left.contains("is at your left"), qPrintable(left));
    QVERIFY(right.contains("Latch off from left to right") && left.contains("Latch off from right to left"));
    const auto facing = [](const QString& words) {
        return words.mid(words.indexOf("Hang the")).section(QLatin1Char('.'), 0, 0);
    };
    QVERIFY2(facing(right) != facing(left), qPrintable(facing(right)));
    QVERIFY(fixture.project().hand == Hand::left);
    fixture.restart();
    fixture.window().showStation(MainWindow::join);
    QCOMPARE(named<QComboBox>(fixture.window().joinStation(), "The hand that works")->currentIndex(), 1);
}

void TestEdgesAndEnds::aChangedJoinIsHeardBeforeTheYarnIsCut() {
    WindowFixture fixture;
    const auto& joins = fixture.worked().joins;
    const auto join = std::ranges::find_if(joins, [](const Join& each) {
        return each.end && each.method == JoinMethod::latchOff && each.key.starts_with("shoulder");
    });
    QVERIFY(join != joins.end());
    const std::size_t operation = join->end->operation;
    const std::string key = join->key;
    // Begun when the shoulder took less.
    Program begun = fixture.worked().piece(join->end->piece)->program;
    tailOf(begun.operations[operation])->length = Length::millimetres(310);
    fixture.window().showStation(MainWindow::knit);
    KnitStation* knit = fixture.window().knitStation();
    knit->resume(fixture.workroom().beginPiece(fixture.window().session().projectId(), begun));
    knitUntil(knit, [&](const KnittingState& state) { return state.next()->from.operation == operation; });
    QVERIFY(knit->question()->isOpen());
    QVERIFY2(texts(knit).contains("The joins have changed"), qPrintable(texts(knit)));
    QTest::keyClick(knit, Qt::Key_1);
    QVERIFY(!knit->question()->isOpen());
    QCOMPARE(tailOf(knit->state()->program().operations[operation])->length, join->tail);
    QCOMPARE(knit->state()->next()->from.operation, operation);
    QVERIFY(texts(knit).contains("leave " + coreText(Operand(join->tail))));
}

void TestEdgesAndEnds::whatWasLeftTooShortIsSaid() {
    WindowFixture fixture;
    const auto& joins = fixture.worked().joins;
    const auto join = std::ranges::find_if(joins, [](const Join& each) {
        return each.end && each.method == JoinMethod::latchOff && each.key.starts_with("shoulder");
    });
    Program begun = fixture.worked().piece(join->end->piece)->program;
    tailOf(begun.operations[join->end->operation])->length = Length::millimetres(310);
    fixture.workroom().beginPiece(fixture.window().session().projectId(), begun);
    fixture.window().showStation(MainWindow::join);
    JoinStation* station = fixture.window().joinStation();
    station->list()->setCurrentRow(static_cast<int>(join - joins.begin()));
    QVERIFY2(station->slip()->plainText().contains("which is too short"), qPrintable(station->slip()->plainText()));
}

/// A front that was begun shorter has fewer rows to hang the band on, though the band comes first by name.
void TestEdgesAndEnds::aBandHangsFromItsFrontAsThatWasBegun() {
    WindowFixture fixture;
    Project open = fixture.project();
    garment(open).opening.closure = Closure::cardigan;
    fixture.window().session().edit("Cardigan", open);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    Project shorter = open;
    shorter.ease[static_cast<std::size_t>(Measure::bodyLength)] = {Ease::Kind::length, -60.0};
    const Worked begun = work(shorter);
    QVERIFY2(begun.sound(), test::listed(begun.findings));
    fixture.workroom().beginPiece(fixture.window().session().projectId(), begun.piece(pieces::leftFront)->program);
    // And a band that was begun by another program as well.
    Program hung = fixture.worked().piece(pieces::leftBand)->program;
    for (Operation& each : hung.operations)
        if (auto* bound = std::get_if<operation::BindOff>(&each.action))
            bound->tail = {Length::millimetres(310), "the buttons", Side::left};
    fixture.workroom().beginPiece(fixture.window().session().projectId(), hung);
    const auto& joins = fixture.worked().joins;
    const auto band = std::ranges::find(joins, std::string("band_left"), &Join::key);
    QVERIFY(band != joins.end());
    fixture.window().showStation(MainWindow::join);
    JoinStation* station = fixture.window().joinStation();
    station->list()->setCurrentRow(static_cast<int>(band - joins.begin()));
    const QString said = station->slip()->plainText();
    QVERIFY2(!said.contains(coreText(Operand(band->first.length))), qPrintable(said));
    QVERIFY2(!said.contains(coreText(Operand(band->second.length))), qPrintable(said));
}

void TestEdgesAndEnds::anEdgeIsChosenAndShown() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::draft);
    DraftStation* draft = fixture.window().draftStation();
    draft->showPiece(pieces::leftSleeve);
    draft->canvas()->pick(parts::welt);
    choose(named<QComboBox>(draft, "Kind of welt"), int(WeltKind::latchedRib));
    // Loops wound on depend on the hand: said, with what always stretches.
    QVERIFY(hasFinding(fixture.worked().findings, "firm_edge"));
    auto* castOn = named<QComboBox>(draft, "How its edge is cast on");
    QVERIFY(castOn);
    QVERIFY(card(draft));
    QVERIFY(card(draft)->accessibleDescription().contains("firm to fair"));
    choose(castOn, int(CastOnMethod::latchChain));
    QCOMPARE(garment(fixture.project()).sleeves.cuff.making.castOn, CastOnMethod::latchChain);
    QVERIFY(!hasFinding(fixture.worked().findings, "firm_edge"));
    QVERIFY(card(draft)->accessibleName().contains("chain round the needles"));
    QVERIFY(card(draft)->heightForWidth(260) > 150);
    // The same at the machine, at the step that does it.
    KnitStation* knit = beginPiece(fixture, pieces::leftSleeve);
    knitUntil(knit, [](const KnittingState& state) {
        const Operation& op = state.program().operations[state.next()->from.operation];
        return std::holds_alternative<operation::CastOn>(op.action);
    });
    QVERIFY2(texts(knit).contains("by a chain round the needles"), qPrintable(texts(knit)));
    QVERIFY(card(knit));
    QCOMPARE(card(knit)->accessibleName(), QString("Cast on: chain round the needles"));
    knitUntil(knit, [](const KnittingState& state) { return state.next()->isRows; });
    QVERIFY(!card(knit));
    // A trim of another kind; its methods are greyed by nothing.
    fixture.window().showStation(MainWindow::draft);
    draft->showPiece(pieces::neckTrim);
    draft->canvas()->pick(parts::trimDepth);
    choose(named<QComboBox>(draft, "Kind of trim"), int(WeltKind::rolled));
    choose(named<QComboBox>(draft, "How it is bound off"), int(BindOffMethod::longChain));
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QVERIFY(card(draft)->accessibleDescription().contains("full"));
    // One that is firm is a warning, and mended in one step.
    choose(named<QComboBox>(draft, "How it is bound off"), int(BindOffMethod::sewnThrough));
    QVERIFY(hasFinding(fixture.worked().findings, "firm_edge"));
    QPushButton* way = lastButton(draft, "Chain round the needles");
    QVERIFY(way);
    way->click();
    QCOMPARE(garment(fixture.project()).neck.trim.bindOff, BindOffMethod::chainRoundTheNeedles);
}

void TestEdgesAndEnds::wasteYarnAndEndsOfAStripe() {
    WindowFixture fixture;
    Project striped = fixture.project();
    striped.moreYarns = {madder()};
    striped.stripes.of = {{.yarn = 0, .height = Rows(12)}, {.yarn = 1, .height = Rows(4)}};
    fixture.window().session().edit("Stripes", striped);
    fixture.window().showStation(MainWindow::draft);
    DraftStation* draft = fixture.window().draftStation();
    draft->showAll();
    auto* ends = named<QPushButton>(draft, "Stripe 2, its ends");
    QVERIFY(ends && ends->menu());
    const int before = fixture.worked().supplies.ends;
    ends->menu()->actions()[2]->trigger();
    QCOMPARE(fixture.project().stripes.of[1].ends, std::optional(Ends::whileKnitting));
    QVERIFY(fixture.worked().supplies.ends < before);
    QCOMPARE(ends->text(), QString("weave"));
    QVERIFY(card(draft) && card(draft)->accessibleName() == "Ends woven in");
    // Beside the state before it: as many ends as there were.
    choose(named<QComboBox>(draft, "Compare with an earlier state"), 1);
    const QString slip = draft->slip()->plainText();
    QVERIFY2(slip.contains("ends to darn in") && slip.contains(QString::number(before)), qPrintable(slip));
    // Waste yarn in the work's own colour is warned of, and mended.
    auto* colour = named<QPushButton>(draft, "Colour of the waste yarn");
    QVERIFY(colour && colour->menu());
    for (QAction* each : colour->menu()->actions())
        if (each->text() == "Madder")
            each->trigger();
    QCOMPARE(fixture.project().waste.colour, std::string("#A8362E"));
    QVERIFY(hasFinding(fixture.worked().findings, "waste_colour"));
    QPushButton* way = lastButton(draft, "Waste yarn that contrasts");
    QVERIFY(way);
    way->click();
    QVERIFY(!hasFinding(fixture.worked().findings, "waste_colour"));
    for (QCheckBox* each : draft->findChildren<QCheckBox*>())
        if (each->isVisible() && each->text() == "and a ravel cord")
            each->click();
    QVERIFY(!fixture.project().waste.cord);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
}

void TestEdgesAndEnds::aFurtherYarnIsTakenFromItsShelfAgain() {
    WindowFixture fixture;
    const qint64 shelf = fixture.workroom().add(Shelf::yarns, "Madder 4-ply", toJson(madder()));
    Project two = fixture.project();
    two.moreYarns = {madder()};
    fixture.window().session().edit("A yarn", two);
    fixture.window().showStation(MainWindow::draft);
    DraftStation* draft = fixture.window().draftStation();
    draft->showAll();
    const auto offered = [&]() -> QAction* {
        for (QPushButton* each : draft->findChildren<QPushButton*>())
            if (each->isVisible() && each->accessibleName() == "Colour" && each->menu() &&
                each->menu()->actions().back()->text().contains("shelf")) {
                emit each->menu()->aboutToShow();
                return each->menu()->actions().back();
            }
        return nullptr;
    };
    QVERIFY(offered());
    QVERIFY(!offered()->isEnabled()); // it says the same
    Yarn darker = madder();
    darker.colour = "#7A1F1A";
    darker.gramsOnHand = 350;
    fixture.workroom().save(Shelf::yarns, shelf, "Madder 4-ply", toJson(darker));
    QVERIFY(offered()->isEnabled());
    offered()->trigger();
    QCOMPARE(fixture.project().moreYarns[0], darker);
    // One that was put away leaves the project as it is.
    darker.colour = "#112233";
    fixture.workroom().save(Shelf::yarns, shelf, "Madder 4-ply", toJson(darker));
    fixture.workroom().retire(Shelf::yarns, shelf, true);
    QVERIFY(!offered()->isEnabled());
    QVERIFY(offered()->text().contains("keeps its own"));
}

void TestEdgesAndEnds::theSwatchKeepsItsWeights() {
    WindowFixture fixture;
    fixture.window().showStation(MainWindow::swatch);
    SwatchStation* swatch = fixture.window().swatchStation();
    QSpinBox* apart = nullptr;
    for (QSpinBox* each : swatch->findChildren<QSpinBox*>())
        if (each->toolTip().startsWith("From one weight to the next"))
            apart = each;
    QVERIFY(apart);
    apart->setValue(30);
    QCOMPARE(fixture.project().swatch.weightsApart, Stitches(30));
    KnitStation* knit = beginPiece(fixture, pieces::back);
    knitUntil(knit, [](const KnittingState& state) {
        const Operation& op = state.program().operations[state.next()->from.operation];
        const auto* say = std::get_if<operation::Say>(&op.action);
        return say && say->code == "weights";
    });
    QVERIFY2(texts(knit).contains("one to every 30 needles"), qPrintable(texts(knit)));
}

QTEST_MAIN(TestEdgesAndEnds)
#include "tst_edges_and_ends.moc"
