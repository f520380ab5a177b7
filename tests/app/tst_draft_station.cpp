// SPDX-License-Identifier: GPL-3.0-or-later
// The Draft station through the real window, by mouse and by keyboard: shapes of garments, their parts and pieces.
#include "app/window_fixture.h"

#include "app/draft/piece_view.h"

#include "core/format/project_json.h"
#include "core/ways_out.h"
#include "support/projects.h"
#include "workroom/project_parts.h"
#include "workroom/search_words.h"

#include <QAbstractItemView>
#include <QCheckBox>
#include <QFileDialog>
#include <QMenu>
#include <QMessageBox>

#include <algorithm>
#include <cmath>

using namespace vestimen;
using namespace vestimen::app;
using vestimen::test::countsOf;
using vestimen::test::garment;
using vestimen::test::movedBy;
using vestimen::test::WindowFixture;

namespace {

/// Opens a project of the demo in the Draft station.
DraftStation* open(WindowFixture& fixture, const QString& name) {
    for (const ShelfItem& each : fixture.workroom().items(Shelf::projects))
        if (each.name == name)
            fixture.window().session().open(each.id);
    fixture.window().showStation(MainWindow::draft);
    return fixture.window().draftStation();
}

template<class Field> Field* named(QWidget* station, const QString& name) {
    for (Field* each : station->findChildren<Field*>())
        if (each->accessibleName() == name)
            return each;
    return nullptr;
}

/// Picks an entry as the keyboard does.
void choose(QComboBox* box, int index) {
    box->setFocus();
    while (box->currentIndex() > index)
        QTest::keyClick(box, Qt::Key_Up);
    while (box->currentIndex() < index)
        QTest::keyClick(box, Qt::Key_Down);
}

/// The pieces that have a tab, after the one for all of them.
QStringList tabs(DraftStation* draft) {
    QStringList names;
    for (int i = 1; i < draft->tabs()->count(); ++i)
        names << draft->tabs()->tabText(i);
    return names;
}

void click(QTabBar* tabs, const QString& name) {
    for (int i = 0; i < tabs->count(); ++i)
        if (tabs->tabText(i) == name)
            QTest::mouseClick(tabs, Qt::LeftButton, {}, tabs->tabRect(i).center());
}

} // namespace

class TestDraftStation : public QObject {
    Q_OBJECT

private slots:
    void aDropShoulderBecomesSetIn();
    void sleevelessHasItsOwnPieces();
    void necklinesAreChosen();
    void sidesAreChosen();
    void depthsAreTyped();
    void partsOfASetInPieceMove();
    void theCapIsDragged();
    void aDragStopsWhereItMust_data();
    void aDragStopsWhereItMust();
    void lengthsOfAPartAreTyped();
    void aCardiganHasTwoFronts();
    void onlyWhatWorksIsOffered();
    void everyChoiceOfAPartWorks();
    void theSliderSettlesTheLines();
    void rowsAndDrawingPointAtEachOther();
    void anEarlierStateIsCompared();
    void allPiecesHangSideBySide();
    void waysOutAreButtons();
    void panelsAreChosen();
    void yarnsAndStripes();
    void shelvesHaveWaysOut();
    void everyPieceIsShownEveryWay();
    void draftsAreExported();
    void theDialogsKindGivesTheEnding_data();
    void theDialogsKindGivesTheEnding();
};

void TestDraftStation::aDropShoulderBecomesSetIn() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Drop-shoulder pullover");
    draft->showPiece(pieces::front);
    draft->canvas()->pick(parts::none);
    const Project before = fixture.project();
    choose(named<QComboBox>(draft, "Armholes and sleeves"), 1);
    QCOMPARE(garment(fixture.project()).body.kind, BodyKind::setIn);
    QCOMPARE(fixture.window().session().undoText(), QString("Armholes and sleeves"));
    // Nobody has measured Odile across the back: the last drawing stays, and the slip says what is missing.
    QVERIFY(!fixture.worked().widest);
    QVERIFY(draft->canvas()->handlePosition(parts::width));
    QVERIFY2(draft->slip()->plainText().contains("Cross-back"), qPrintable(draft->slip()->plainText()));
    fixture.window().showStation(MainWindow::measure);
    MeasureStation* measure = fixture.window().measureStation();
    QVERIFY(measure->valueEdit(Measure::crossBack)->isVisible());
    WindowFixture::type(measure->valueEdit(Measure::crossBack), "37.5");
    fixture.window().showStation(MainWindow::draft);
    QVERIFY(fixture.worked().sound());
    QVERIFY(draft->canvas()->handlePosition(parts::upperWidth));
    draft->showPiece(pieces::leftSleeve);
    QVERIFY(draft->canvas()->handlePosition(parts::cap));
    // And back, step by step.
    QTest::keyClick(&fixture.window(), Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(&fixture.window(), Qt::Key_Z, Qt::ControlModifier);
    QVERIFY(fixture.project() == before);
    QVERIFY(!draft->canvas()->handlePosition(parts::cap));
}

void TestDraftStation::sleevelessHasItsOwnPieces() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::leftSleeve);
    QCOMPARE(tabs(draft), (QStringList{"Back", "Front", "Left sleeve", "Right sleeve", "Neck trim"}));
    draft->canvas()->pick(parts::cap);
    choose(named<QComboBox>(draft, "Armholes and sleeves"), int(BodyKind::sleeveless));
    QCOMPARE(tabs(draft), (QStringList{"Back", "Front", "Neck trim", "Left armhole trim", "Right armhole trim"}));
    QVERIFY(isTrim(pieces::leftArmTrim) && draft->piece() == pieces::back); // there is no sleeve to show
    click(draft->tabs(), "Left armhole trim");
    QCOMPARE(draft->piece(), pieces::leftArmTrim);
    draft->canvas()->setFocus();
    draft->canvas()->pick(parts::trimDepth);
    const Rows rows = countsOf(fixture.project()).armTrimRows;
    QVERIFY(draft->slip()->plainText().contains("Rows of the armhole trim"));
    QVERIFY2(draft->canvas()->view().widthLabel.contains("stitches · folded to"),
             qPrintable(draft->canvas()->view().widthLabel));
    for (int i = 0; i < 4; ++i)
        QTest::keyClick(draft->canvas(), Qt::Key_Up);
    QCOMPARE(countsOf(fixture.project()).armTrimRows, rows + Rows(4));
    // The other stations follow.
    fixture.window().showStation(MainWindow::review);
    QVERIFY(!fixture.window().reviewStation()->edit(pieces::leftSleeve, true));
    QVERIFY(fixture.window().reviewStation()->edit(pieces::leftArmTrim, true)->isVisible());
    fixture.window().showStation(MainWindow::join);
    QListWidget* joins = fixture.window().joinStation()->list();
    QCOMPARE(joins->count(), 10);
    for (int i = 0; i < joins->count(); ++i)
        joins->setCurrentRow(i);
}

void TestDraftStation::necklinesAreChosen() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Drop-shoulder pullover");
    draft->showPiece(pieces::front);
    draft->canvas()->pick(parts::neckDepth);
    QComboBox* neck = named<QComboBox>(draft, "Neckline");
    QVERIFY(neck->isVisible());
    const Rows round = countsOf(fixture.project()).frontNeck.depth;
    choose(neck, 1);
    QCOMPARE(garment(fixture.project()).neck.kind, NeckKind::vee);
    QVERIFY(fixture.worked().sound()); // deeper at once, since a V as shallow as a round neck cannot be
    QVERIFY(countsOf(fixture.project()).frontNeck.depth > round + Rows(20));
    choose(neck, 2);
    QVERIFY(fixture.worked().sound());
    choose(neck, 3);
    QVERIFY(fixture.worked().sound());
    QVERIFY(!draft->canvas()->handlePosition(parts::neckDepth));
    QTest::keyClick(&fixture.window(), Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(&fixture.window(), Qt::Key_Z, Qt::ControlModifier);
    QTest::keyClick(&fixture.window(), Qt::Key_Z, Qt::ControlModifier);
    QCOMPARE(garment(fixture.project()).neck.kind, NeckKind::round);
    QCOMPARE(countsOf(fixture.project()).frontNeck.depth, round);
}

void TestDraftStation::sidesAreChosen() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::back);
    draft->canvas()->pick(parts::width);
    QComboBox* sides = named<QComboBox>(draft, "Sides");
    QVERIFY(sides->isVisible());
    QVERIFY(!draft->canvas()->handlePosition(parts::hemWidth));
    choose(sides, 2);
    QVERIFY(fixture.worked().sound());
    RailCanvas* canvas = draft->canvas();
    const Stitches waist = countsOf(fixture.project()).waist;
    canvas->pick(parts::waist);
    canvas->setFocus();
    QVERIFY2(draft->slip()->plainText().contains("Stitches at the waist: 125"), qPrintable(draft->slip()->plainText()));
    QTest::keyClick(canvas, Qt::Key_Left);
    QCOMPARE(countsOf(fixture.project()).waist, waist - Stitches(2));
    // The hem, with the mouse.
    const Stitches hem = countsOf(fixture.project()).hem;
    const QPoint at = canvas->handlePosition(parts::hemWidth)->toPoint();
    const int far = int(3 * canvas->stitchSize().width() + 0.5);
    QTest::mousePress(canvas, Qt::LeftButton, {}, at);
    QTest::mouseMove(canvas, at + QPoint(far / 2, 0));
    QTest::mouseMove(canvas, at + QPoint(far, 0));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, at + QPoint(far, 0));
    QCOMPARE(countsOf(fixture.project()).hem, hem + Stitches(6));
    QVERIFY(fixture.window().session().undoText().startsWith("Hem"));
}

void TestDraftStation::depthsAreTyped() {
    WindowFixture fixture;
    DraftStation* draft = fixture.window().draftStation();
    fixture.window().showStation(MainWindow::draft);
    const auto type = [&](PieceKey piece, HandleKey part, const QString& name, int mm) {
        draft->showPiece(piece);
        draft->canvas()->pick(part);
        auto* box = named<QSpinBox>(draft, name);
        QVERIFY2(box && box->isVisible(), qPrintable(name));
        box->setFocus();
        box->selectAll();
        QTest::keyClicks(box, QString::number(mm));
        QTest::keyClick(box, Qt::Key_Return);
    };
    type(pieces::neckTrim, parts::trimDepth, "Depth of the neck trim", 33);
    type(pieces::front, parts::welt, "Depth of the welt", 52);
    type(pieces::leftSleeve, parts::welt, "Depth of the cuff", 61);
    const Garment& choices = garment(fixture.project());
    QCOMPARE(choices.neck.trim.depth, Length::millimetres(33));
    QCOMPARE(choices.body.welt.depth, Length::millimetres(52));
    QCOMPARE(choices.sleeves.cuff.depth, Length::millimetres(61));
    QVERIFY(fixture.worked().sound());
}

void TestDraftStation::partsOfASetInPieceMove() {
    WindowFixture fixture;
    open(fixture, "Set-in pullover, V neck");
    const Project project = fixture.project();
    const GarmentCounts c = countsOf(project);
    const auto moved = [&](PieceKey piece, HandleKey part, int steps) {
        return countsOf(movedBy(project, piece, part, steps));
    };
    QCOMPARE(moved(pieces::back, parts::upperWidth, 2).upper, c.upper + Stitches(4));
    QCOMPARE(moved(pieces::leftSleeve, parts::sleeveTop, 2).sleeveTop, c.sleeveTop + Stitches(4));
    QVERIFY(moved(pieces::leftSleeve, parts::sleeveTop, 2).capRows < c.capRows); // wider, so lower
    QVERIFY(moved(pieces::leftSleeve, parts::cap, 2).capRows > c.capRows);
    QCOMPARE(moved(pieces::leftSleeve, parts::capTop, 1).capTop, c.capTop + Stitches(2));
    QCOMPARE(moved(pieces::back, parts::armhole, -4).armhole, c.armhole + Rows(4));
    for (const WorkedPiece& piece : fixture.worked().pieces)
        for (const Handle& each : piece.handles) {
            QVERIFY(*each.label);
            QVERIFY(!stateOf(each, ReadingUnit::inches).isEmpty());
            for (const CountKey quantity : each.counts)
                QVERIFY(fixture.worked().workings.count(quantity) == 1);
        }
}

void TestDraftStation::theCapIsDragged() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::rightSleeve);
    RailCanvas* canvas = draft->canvas();
    canvas->setFocus();
    const Stitches before = countsOf(fixture.project()).capTop;
    const double stitch = canvas->stitchSize().width();
    const QPoint top = canvas->handlePosition(parts::capTop)->toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, top);
    QTest::mouseMove(canvas, top + QPoint(int(stitch + 0.5), 0));
    QTest::mouseMove(canvas, top + QPoint(int(2 * stitch + 0.5), 0));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, top + QPoint(int(2 * stitch + 0.5), 0));
    QCOMPARE(countsOf(fixture.project()).capTop, before + Stitches(4));
    QVERIFY(fixture.window().session().undoText().startsWith("Top of the cap"));
    // Escape gives a drag up, also one that leads to nothing that could be.
    const QPoint again = canvas->handlePosition(parts::capTop)->toPoint();
    QTest::mousePress(canvas, Qt::LeftButton, {}, again);
    QTest::mouseMove(canvas, again + QPoint(200, 0));
    QTest::keyClick(canvas, Qt::Key_Escape);
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, again);
    QCOMPARE(countsOf(fixture.project()).capTop, before + Stitches(4));
    QTest::keyClick(canvas, Qt::Key_Left);
    QCOMPARE(countsOf(fixture.project()).capTop, before + Stitches(2));
}

void TestDraftStation::aDragStopsWhereItMust_data() {
    QTest::addColumn<std::string>("piece");
    QTest::addColumn<std::string>("part");
    QTest::addColumn<QPoint>("by");
    QTest::newRow("neck down") << pieces::front.text() << parts::neckDepth.text() << QPoint(0, 700);
    QTest::newRow("shorter") << pieces::back.text() << parts::length.text() << QPoint(0, -1500);
    QTest::newRow("wider") << pieces::back.text() << parts::width.text() << QPoint(700, 0);
    QTest::newRow("cap wider") << pieces::leftSleeve.text() << parts::capTop.text() << QPoint(500, 0);
}

void TestDraftStation::aDragStopsWhereItMust() {
    QFETCH(std::string, piece);
    QFETCH(std::string, part);
    QFETCH(QPoint, by);
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(PieceKey(piece));
    RailCanvas* canvas = draft->canvas();
    const auto handle = canvas->handlePosition(HandleKey(part));
    if (!handle)
        QSKIP("this piece has no such handle");
    const QPoint at = handle->toPoint();
    const Project before = fixture.project();
    QTest::mousePress(canvas, Qt::LeftButton, {}, at);
    for (int i = 1; i <= 10; ++i) {
        QTest::mouseMove(canvas, at + by * i / 10);
        QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    }
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, at + by);
    QVERIFY(fixture.worked().sound());
    QVERIFY(!(fixture.project() == before));
    QVERIFY(!fixture.window().message().isEmpty()); // why it went no further
}

void TestDraftStation::lengthsOfAPartAreTyped() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::back);
    draft->canvas()->pick(parts::armhole);
    auto* underarm = named<QSpinBox>(draft, "Off at each underarm");
    // In the unit that lengths are shown in.
    const int inMillimetres = underarm->value();
    QVERIFY(underarm->text().endsWith(" mm"));
    fixture.window().session().setUnit(ReadingUnit::inches);
    QCoreApplication::processEvents();
    QCOMPARE(underarm->value(), inMillimetres);
    QCOMPARE(underarm->text(), QString::number(inMillimetres / 25.4, 'f', 2) + " in");
    fixture.window().session().setUnit(ReadingUnit::centimetres);
    QCoreApplication::processEvents();
    QVERIFY(underarm->text().endsWith(" mm"));
    QVERIFY(underarm->isVisible());
    underarm->setFocus();
    underarm->selectAll();
    QTest::keyClicks(underarm, "35");
    QTest::keyClick(underarm, Qt::Key_Return);
    QCOMPARE(garment(fixture.project()).body.underarm, Length::millimetres(35));
    QCOMPARE(countsOf(fixture.project()).underarm, Stitches(10));
    QVERIFY(!named<QSpinBox>(draft, "Cap longer than its armhole by")->isVisible());
    draft->showPiece(pieces::leftSleeve);
    draft->canvas()->pick(parts::cap);
    auto* ease = named<QSpinBox>(draft, "Cap longer than its armhole by");
    QVERIFY(ease->isVisible());
    const Rows rows = countsOf(fixture.project()).capRows;
    ease->setFocus();
    for (int i = 0; i < 10; ++i)
        QTest::keyClick(ease, Qt::Key_Up);
    QCOMPARE(garment(fixture.project()).sleeves.capEase, Length::millimetres(15));
    QVERIFY(countsOf(fixture.project()).capRows > rows);
    QVERIFY2(draft->slip()->plainText().contains("it misses by"), qPrintable(draft->slip()->plainText()));
}

void TestDraftStation::aCardiganHasTwoFronts() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::front);
    draft->canvas()->pick(parts::none);
    choose(named<QComboBox>(draft, "Front"), 1);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QCOMPARE(tabs(draft), (QStringList{"Back", "Left front", "Right front", "Left sleeve", "Right sleeve", "Neck trim",
                                       "Left band", "Right band"}));
    // Outward is to the left on the left front, to the right on the right one.
    RailCanvas* canvas = draft->canvas();
    for (const auto& [tab, key] : {std::pair{"Left front", Qt::Key_Left}, {"Right front", Qt::Key_Right}}) {
        click(draft->tabs(), tab);
        canvas->setFocus();
        canvas->pick(parts::width);
        const Stitches front = countsOf(fixture.project()).front;
        QTest::keyClick(canvas, key);
        QTest::keyClick(canvas, key);
        QVERIFY(countsOf(fixture.project()).front > front);
    }
    // And with the mouse, away from the opening.
    click(draft->tabs(), "Left front");
    const QPoint at = canvas->handlePosition(parts::width)->toPoint();
    const int far = int(4 * canvas->stitchSize().width() + 0.5);
    const Stitches front = countsOf(fixture.project()).front;
    QTest::mousePress(canvas, Qt::LeftButton, {}, at);
    QTest::mouseMove(canvas, at - QPoint(far, 0));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, at - QPoint(far, 0));
    QVERIFY(countsOf(fixture.project()).front > front);
    // The band's buttons.
    click(draft->tabs(), "Left band");
    auto* buttons = named<QSpinBox>(draft, "Buttons");
    QVERIFY(buttons->isVisible());
    buttons->setFocus();
    buttons->selectAll();
    QTest::keyClicks(buttons, "8");
    QCOMPARE(countsOf(fixture.project()).buttonholes.size(), 8u);
    // What its needles take, in words.
    fixture.window().showStation(MainWindow::join);
    JoinStation* join = fixture.window().joinStation();
    for (int i = 0; i < join->list()->count(); ++i)
        if (join->list()->item(i)->text().contains("Left band"))
            join->list()->setCurrentRow(i);
    QVERIFY(join->hangTable()->item(0, 2)->text().startsWith("Neck trim, end right, row "));
    QCOMPARE(join->hangTable()->item(1, 2)->text(), QString("Left front, front edge, row 1"));
}

void TestDraftStation::onlyWhatWorksIsOffered() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::front);
    draft->canvas()->pick(parts::neckDepth);
    QComboBox* neck = named<QComboBox>(draft, "Neckline");
    const auto flags = [&](QComboBox* box, int i) { return box->model()->flags(box->model()->index(i, 0)); };
    QVERIFY(flags(neck, int(NeckKind::boat)) & Qt::ItemIsEnabled);
    draft->canvas()->pick(parts::none);
    choose(named<QComboBox>(draft, "Armholes and sleeves"), int(BodyKind::raglan));
    draft->canvas()->pick(parts::neckDepth);
    QVERIFY(!(flags(neck, int(NeckKind::boat)) & Qt::ItemIsEnabled));
    const QString reason = neck->itemData(int(NeckKind::boat), Qt::ToolTipRole).toString();
    QVERIFY2(reason.contains("a raglan has none"), qPrintable(reason));
    // One bed has no two-bed rib.
    draft->canvas()->pick(parts::welt);
    QComboBox* welt = named<QComboBox>(draft, "Kind of welt");
    QVERIFY(!(flags(welt, int(WeltKind::twoBedRib)) & Qt::ItemIsEnabled));
    QVERIFY(flags(welt, int(WeltKind::latchedRib)) & Qt::ItemIsEnabled);
}

/// Every choice that a part's panel shows is taken, one after the other; what follows is drafted, or says what is
/// missing.
void TestDraftStation::everyChoiceOfAPartWorks() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    int taken = 0;
    for (const PieceKey piece : {pieces::back, pieces::front, pieces::leftSleeve}) {
        draft->showPiece(piece);
        const std::vector<Handle> handles = fixture.worked().piece(piece)->handles;
        for (const Handle& handle : handles) {
            const HandleKey part = handle.key;
            draft->canvas()->pick(part);
            for (QComboBox* box : draft->slip()->findChildren<QComboBox*>()) {
                if (!box->isVisible() || box == draft->compare())
                    continue;
                for (int i = 0; i < box->count(); ++i) {
                    const bool offered = box->model()->flags(box->model()->index(i, 0)) & Qt::ItemIsEnabled;
                    if (!offered || i == box->currentIndex())
                        continue;
                    const Project before = fixture.project();
                    box->setCurrentIndex(i);
                    emit box->activated(i);
                    ++taken;
                    QVERIFY(!(fixture.project() == before));
                    // Long necks ask for a trim in two parts, and offer it.
                    if (test::hasFinding(fixture.worked().findings, "trim_too_wide")) {
                        const auto trim = std::ranges::find_if(fixture.worked().findings, [](const Finding& each) {
                            return each.code == "trim_too_wide";
                        });
                        const auto ways = waysOut(fixture.project(), *trim);
                        QVERIFY(ways.size() == 1 && work(ways[0].project).sound());
                        fixture.window().session().undo();
                        continue;
                    }
                    QVERIFY2(fixture.worked().sound(), QByteArray(qPrintable(box->accessibleName())) + ", " +
                                                           qPrintable(box->itemText(i)) + "\n" +
                                                           test::listed(fixture.worked().findings));
                    fixture.window().session().undo();
                    QVERIFY(fixture.project() == before);
                    draft->showPiece(piece);
                    draft->canvas()->pick(part);
                }
            }
        }
    }
    QVERIFY(taken > 30);
}

void TestDraftStation::theSliderSettlesTheLines() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::back);
    draft->canvas()->pick(parts::armhole);
    auto* slider = named<QSlider>(draft, "Fewest lines to truest line");
    QVERIFY(slider->isVisible());
    slider->setFocus();
    QTest::keyClick(slider, Qt::Key_Home);
    double deviation = 1e9;
    std::size_t runs = 0;
    for (int i = 0; i < 5; ++i) {
        const Curve& curve = countsOf(fixture.project()).armholeCurve;
        QVERIFY(fixture.worked().sound());
        QVERIFY(curve.deviation <= deviation + 1e-9); // more lines, nearer to the line
        QVERIFY(curve.runs.size() >= runs);
        deviation = curve.deviation;
        runs = curve.runs.size();
        QTest::keyClick(slider, Qt::Key_Right);
    }
    QVERIFY(runs > 2);
    QCOMPARE(fixture.window().session().undoText(), QString("Lines of the shaping"));
    // For all edges at once.
    draft->canvas()->pick(parts::none);
    slider->setFocus();
    QTest::keyClick(slider, Qt::Key_End);
    for (const EdgeShaping& edge : garment(fixture.project()).edges)
        QCOMPARE(edge.lines, slider->maximum());
    QVERIFY(fixture.worked().sound());
}

void TestDraftStation::rowsAndDrawingPointAtEachOther() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::back);
    RowList* rows = draft->rowList();
    QVERIFY(!rows->isVisible());
    for (QPushButton* each : draft->findChildren<QPushButton*>())
        if (each->text() == "Rows in words")
            QTest::mouseClick(each, Qt::LeftButton);
    QVERIFY(rows->isVisible());
    RailCanvas* canvas = draft->canvas();
    QVERIFY(canvas->lit().isEmpty());
    // From the list to the drawing: each line further down lies no lower.
    rows->setFocus();
    double height = -1.0;
    for (int line = 0; line < rows->count(); line += 7) {
        rows->setCurrentRow(line);
        if (canvas->lit().isEmpty())
            continue;
        double top = 0.0;
        for (const QRectF& each : canvas->lit())
            top = std::max(top, each.bottom());
        QVERIFY(top >= height - 16.0); // the steps of a shoulder lie side by side
        height = top;
    }
    QVERIFY(height > 200.0);
    // And from the drawing to the list: a place in the middle of the body.
    const QPointF hem = *canvas->handlePosition(parts::length);
    const QPoint place =
        (hem - QPointF(canvas->stitchSize().width() * 5, canvas->stitchSize().height() * 100.5)).toPoint();
    QTest::mouseClick(canvas, Qt::LeftButton, {}, place);
    QVERIFY(rows->currentRow() >= 0);
    QVERIFY(!canvas->lit().isEmpty());
    const QRectF lit = canvas->lit().back();
    QVERIFY2(lit.top() <= 100.5 && lit.bottom() >= 100.5, qPrintable(QString::number(lit.top())));
}

void TestDraftStation::anEarlierStateIsCompared() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::back);
    draft->canvas()->setFocus();
    draft->canvas()->pick(parts::armhole);
    const Rows before = countsOf(fixture.project()).armhole;
    for (int i = 0; i < 6; ++i)
        QTest::keyClick(draft->canvas(), Qt::Key_Down);
    QCOMPARE(draft->compare()->count(), 2);
    QVERIFY(draft->compare()->itemText(1).contains("Armhole moved"));
    draft->compare()->setFocus();
    QTest::keyClick(draft->compare(), Qt::Key_Down);
    QVERIFY(!draft->canvas()->view().other.empty());
    draft->canvas()->pick(parts::none);
    const QString slip = draft->slip()->plainText();
    QVERIFY2(slip.contains("then") && slip.contains(QString("%1 rows").arg(before.count())), qPrintable(slip));
    // The state stays the same one after a further edit, and goes when undo leaves it behind.
    choose(named<QComboBox>(draft, "Sides"), 1);
    QVERIFY(draft->compare()->currentText().contains("Armhole moved"));
    QVERIFY(!draft->canvas()->view().other.empty());
    fixture.window().session().undo();
    fixture.window().session().undo();
    QCOMPARE(draft->compare()->currentIndex(), 0);
    QVERIFY(draft->canvas()->view().other.empty());
}

void TestDraftStation::allPiecesHangSideBySide() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    click(draft->tabs(), "All");
    PiecesOverview* all = draft->overview();
    QVERIFY(all->isVisible() && !draft->canvas()->isVisible());
    const auto pieces = piecesOf(garment(fixture.project()));
    for (const PieceKey one : pieces) {
        QVERIFY(QRectF(all->rect()).contains(all->place(one)));
        for (const PieceKey other : pieces)
            QVERIFY(one == other || !all->place(one).intersects(all->place(other)));
    }
    // To one scale.
    const double scale = all->place(pieces::back).height() / fixture.worked().piece(pieces::back)->length.mm();
    const double sleeve =
        all->place(pieces::leftSleeve).height() / fixture.worked().piece(pieces::leftSleeve)->length.mm();
    QVERIFY(std::abs(scale - sleeve) < scale * 0.02);
    QTest::mouseClick(all, Qt::LeftButton, {}, all->place(pieces::rightSleeve).center().toPoint());
    QCOMPARE(draft->piece(), pieces::rightSleeve);
    QVERIFY(draft->canvas()->isVisible());
    click(draft->tabs(), "All");
    all->setFocus();
    for (int i = 0; i < 3; ++i)
        QTest::keyClick(all, Qt::Key_Left);
    QTest::keyClick(all, Qt::Key_Return);
    QCOMPARE(draft->piece(), pieces::back);
}

namespace {

/// The ways out that are offered, those whose words contain these.
QList<QPushButton*> waysCalled(DraftStation* draft, const char* text) {
    QList<QPushButton*> found;
    for (QPushButton* each : draft->slip()->findChildren<QPushButton*>())
        if (each->isVisible() && each->text().contains(text))
            found << each;
    return found;
}

} // namespace

void TestDraftStation::waysOutAreButtons() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::back);
    Project wide = fixture.project();
    wide.ease[static_cast<std::size_t>(Measure::chest)] = {Ease::Kind::length, 560.0};
    garment(wide).body.kind = BodyKind::dropShoulder;
    fixture.window().session().edit("Too much", wide);
    QVERIFY2(test::hasFinding(fixture.worked().findings, "too_wide"), test::listed(fixture.worked().findings));
    QVERIFY(draft->canvas()->view().wanted > fixture.project().machine.needles.count());
    const auto way = [draft](const char* text) { return waysCalled(draft, text).value(0); };
    QVERIFY(way("In two panels") && way("Less ease"));
    // In two panels it is as wide as it was meant; the drawing goes on with one of them.
    QTest::mouseClick(way("In two panels"), Qt::LeftButton);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QVERIFY(countsOf(fixture.project()).body > fixture.project().machine.needles);
    QVERIFY(isHalf(draft->piece()));
    QCOMPARE(draft->canvas()->view().wanted, 0);
    fixture.window().session().undo();
    draft->showPiece(pieces::back);
    QTest::mouseClick(way("Less ease"), Qt::LeftButton);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QVERIFY(countsOf(fixture.project()).body <= fixture.project().machine.needles);
    QVERIFY(countsOf(fixture.project()).body > fixture.project().machine.needles - Stitches(4));
    QCOMPARE(draft->canvas()->view().wanted, 0);
    QVERIFY(fixture.window().session().undoText().startsWith("Less ease"));
}

void TestDraftStation::yarnsAndStripes() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showAll();
    const auto project = [&]() -> const Project& { return fixture.project(); };
    const auto button = [&](const char* text) {
        for (QPushButton* each : draft->findChildren<QPushButton*>())
            if (each->isVisible() && each->text() == text)
                return each;
        return static_cast<QPushButton*>(nullptr);
    };
    const auto click = [&](const char* text) {
        QPushButton* found = button(text);
        QVERIFY2(found && found->isEnabled(), text);
        QTest::mouseClick(found, Qt::LeftButton);
    };
    // A yarn in another colour, and one from the shelf: they stand in the menu.
    QMenu* menu = button("Add a yarn")->menu();
    emit menu->aboutToShow();
    QVERIFY(menu->actions().size() > 2);
    menu->actions().front()->trigger();
    QCOMPARE(project().yarns(), 2);
    QVERIFY(project().moreYarns[0].colour != project().yarn.colour);
    emit menu->aboutToShow();
    menu->actions().back()->trigger();
    QCOMPARE(project().yarns(), 3);
    // Stripes by turns of the yarns, each as high as the one before.
    for (int i = 0; i < 3; ++i)
        click("Add a stripe");
    QCOMPARE(project().stripes.of.size(), std::size_t(3));
    QVERIFY(project().stripes.of[0].yarn == 0 && project().stripes.of[1].yarn == 1 &&
            project().stripes.of[2].yarn == 2);
    auto* second = named<QSpinBox>(draft, "Stripe 2, height");
    second->setFocus();
    second->setValue(10);
    QCOMPARE(std::get<Rows>(project().stripes.of[1].height), Rows(10));
    choose(named<QComboBox>(draft, "Stripe 3, yarn"), 0);
    QCOMPARE(project().stripes.of[2].yarn, 0);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QVERIFY(fixture.worked().supplies.yarns.size() >= 2);
    // In mm they stay as high as they are; and back.
    choose(named<QComboBox>(draft, "How heights are said"), 1);
    QVERIFY(std::holds_alternative<Length>(project().stripes.of[1].height));
    choose(named<QComboBox>(draft, "How heights are said"), 0);
    QCOMPARE(std::get<Rows>(project().stripes.of[1].height), Rows(10));
    // Odd rows are said, and mended in one step.
    second->setValue(9);
    const auto box = [&](const char* text) {
        for (QCheckBox* each : draft->findChildren<QCheckBox*>())
            if (each->isVisible() && each->text().startsWith(text))
                return each;
        return static_cast<QCheckBox*>(nullptr);
    };
    QVERIFY(box("Even rows") && box("Even rows")->isChecked());
    box("Even rows")->click();
    QVERIFY(!project().stripes.even);
    QVERIFY(test::hasFinding(fixture.worked().findings, "stripes_odd"));
    QCOMPARE(waysCalled(draft, "Even numbers of rows").size(), 1);
    QTest::mouseClick(waysCalled(draft, "Even numbers of rows").front(), Qt::LeftButton);
    QVERIFY(project().stripes.even && !test::hasFinding(fixture.worked().findings, "stripes_odd"));
    // By chance, and others.
    box("Heights by chance")->click();
    QVERIFY(project().stripes.mixed);
    const auto mixed = *project().stripes.mixed;
    click("Others");
    QVERIFY(!(*project().stripes.mixed == mixed));
    box("Heights by chance")->click();
    QVERIFY(!project().stripes.mixed);
    // On the drawing they are dragged; what is below does not move.
    draft->showPiece(pieces::front);
    draft->canvas()->pick("stripe_1");
    QVERIFY(draft->canvas()->handlePosition("stripe_1"));
    const Rows before = std::get<Rows>(project().stripes.of[0].height);
    draft->canvas()->setFocus();
    QTest::keyClick(draft->canvas(), Qt::Key_Up);
    QCOMPARE(std::get<Rows>(project().stripes.of[0].height), before + Rows(2));
    QTest::keyClick(draft->canvas(), Qt::Key_Down);
    QCOMPARE(std::get<Rows>(project().stripes.of[0].height), before);
    // A section has its own, and is of the main one again when that is taken away.
    draft->showPiece(pieces::neckTrim);
    draft->canvas()->pick(parts::none);
    choose(named<QComboBox>(draft, "Yarn of the trim"), 2);
    QCOMPARE(garment(project()).neck.trim.yarn, 2);
    draft->showAll();
    const auto away = [&] {
        QPushButton* last = nullptr;
        for (QPushButton* each : draft->findChildren<QPushButton*>())
            if (each->isVisible() && each->accessibleName() == "Take this yarn away")
                last = each;
        return last;
    };
    away()->click();
    QCOMPARE(project().yarns(), 2);
    QCOMPARE(garment(project()).neck.trim.yarn, 0);
    away()->click();
    QCOMPARE(project().yarns(), 1);
    for (const Stripe& each : project().stripes.of)
        QCOMPARE(each.yarn, 0);
    QVERIFY(!away());
    // With one yarn there is nothing to choose.
    draft->showPiece(pieces::neckTrim);
    draft->canvas()->pick(parts::none);
    QVERIFY(!named<QComboBox>(draft, "Yarn of the trim")->isVisible());
    fixture.window().session().undo();
    QCOMPARE(project().yarns(), 2);
}

void TestDraftStation::panelsAreChosen() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::back);
    draft->canvas()->pick(parts::none);
    const auto box = [draft] { return named<QComboBox>(draft, "Panels of back and front"); };
    QVERIFY(box() && box()->isEnabled());
    QCOMPARE(box()->currentIndex(), 0);
    const auto panels = [&] { return garment(fixture.project()).body.panels; };
    choose(box(), 1);
    QCOMPARE(panels(), Panels::two);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QCOMPARE(draft->piece(), pieces::leftBack);
    choose(box(), 2);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QCOMPARE(draft->piece(), pieces::back); // its middle
    choose(box(), 3);
    QCOMPARE(draft->piece(), pieces::leftBack);
    draft->showPiece(pieces::leftBackSide);
    draft->canvas()->pick(parts::none);
    QVERIFY(!draft->canvas()->view().picture.blocks.empty());
    choose(box(), 0);
    QCOMPARE(panels(), Panels::one);
    QCOMPARE(draft->piece(), pieces::back);
    draft->showPiece(pieces::front);
    draft->canvas()->pick(parts::none);
    choose(box(), 1);
    QCOMPARE(draft->piece(), pieces::leftFront);
    choose(box(), 0);
    QCOMPARE(draft->piece(), pieces::front);
    // With a curved hem as well.
    Project curved = fixture.project();
    garment(curved).hem.line = HemLine::curved;
    fixture.window().session().edit("Curved", curved);
    for (const int some : {1, 2, 3}) {
        choose(box(), some);
        QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    }
    choose(box(), 0);
    // Where panels cannot be drafted for some other reason, the drawing stays that of the whole piece.
    Project wrong = fixture.project();
    garment(wrong).body.panels = Panels::two;
    wrong.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {Ease::Kind::length, 2000.0};
    draft->showPiece(pieces::back);
    fixture.window().session().edit("Wrong", wrong);
    QVERIFY(!fixture.worked().sound());
    QVERIFY(isHalf(draft->piece()));
    QVERIFY(!draft->canvas()->view().picture.blocks.empty());
}

void TestDraftStation::shelvesHaveWaysOut() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    draft->showPiece(pieces::back);
    Project wide = fixture.project();
    wide.ease[static_cast<std::size_t>(Measure::chest)] = {Ease::Kind::length, 560.0};
    garment(wide).body.kind = BodyKind::dropShoulder;
    // Too short a bed, one of another pitch, and two that would do; a swatch that is not loose enough, and one that is.
    const auto keep = [&](Shelf shelf, const std::string& body) {
        Project with = wide;
        setPart(with, shelf, body);
        fixture.workroom().add(shelf, partName(with, shelf), body, searchWords(shelf, body));
    };
    for (const auto& [name, needles, pitch] : {std::tuple{"Little longer bed", 204, 4.5},
                                               {"Coarse long bed", 300, 9.0},
                                               {"Longest bed", 280, 4.5},
                                               {"Long bed", 250, 4.5}}) {
        Machine machine = wide.machine;
        machine.name = name;
        machine.needles = Stitches(needles);
        machine.pitch = Length::millimetres(pitch);
        keep(Shelf::machines, toJson(machine));
    }
    for (const auto& [name, share] : {std::pair{"Moss, hardly looser", 1.02}, {"Moss, loose", 1.08}}) {
        Swatch swatch = wide.swatch;
        swatch.name = name;
        const FabricGauge gauge = *fixture.worked().measured.gauge;
        swatch.known = FabricGauge{Gauge::ofUnit(gauge.stitches.unit() * share), gauge.rows};
        swatch.treatments.clear();
        keep(Shelf::swatches, toJson(swatch));
    }
    fixture.window().session().edit("Too much", wide);
    const auto way = [draft](const char* text) { return waysCalled(draft, text); };
    QCOMPARE(way("needles").size(), 1);
    QVERIFY(way("On Long bed, 250 needles").size() == 1);
    QCOMPARE(way("stitches to 10 cm").size(), 1);
    QVERIFY(way("By the swatch Moss, loose").size() == 1);
    QTest::mouseClick(way("On Long bed").front(), Qt::LeftButton);
    QCOMPARE(fixture.project().machine.needles, Stitches(250));
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    fixture.window().session().undo();
    QCOMPARE(fixture.project().machine.needles, Stitches(200));
    QTest::mouseClick(way("By the swatch").front(), Qt::LeftButton);
    QCOMPARE(fixture.project().swatch.name, std::string("Moss, loose"));
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QVERIFY(way("By the swatch").isEmpty());
}

void TestDraftStation::everyPieceIsShownEveryWay() {
    WindowFixture fixture;
    DraftStation* draft = open(fixture, "Set-in pullover, V neck");
    for (const BodyKind body : allBodies)
        for (const NeckKind neck : {NeckKind::vee, NeckKind::square}) {
            Project next = fixture.project();
            garment(next).body.kind = body;
            garment(next).neck.kind = neck;
            garment(next).body.sides = neck == NeckKind::vee ? SideKind::waisted : SideKind::aLine;
            garment(next).opening.closure = neck == NeckKind::vee ? Closure::cardigan : Closure::pullover;
            garment(next).sleeves.school =
                neck == NeckKind::vee && body != BodyKind::raglan ? SleeveSchool::down : SleeveSchool::up;
            garment(next).neck.trimInTwo = true;
            garment(next).body.panels = body == BodyKind::setIn || body == BodyKind::strapped ? Panels::two
                                        : body == BodyKind::dropShoulder                      ? Panels::three
                                        : body == BodyKind::sleeveless                        ? Panels::four
                                                                                              : Panels::one;
            fixture.window().session().edit("shape", next);
            QVERIFY(fixture.worked().sound());
            for (const PieceKey piece : piecesOf(garment(next))) {
                draft->showPiece(piece);
                QCOMPARE(draft->piece(), piece);
                // Every part has a handle on the canvas, and inside it.
                for (const Handle& each : fixture.worked().piece(piece)->handles) {
                    const auto at = draft->canvas()->handlePosition(each.key);
                    QVERIFY2(at, each.label);
                    QVERIFY2(draft->canvas()->rect().contains(at->toPoint()), each.label);
                }
            }
        }
}

void TestDraftStation::draftsAreExported() {
    WindowFixture fixture;
    MainWindow& window = fixture.window();
    open(fixture, "Set-in pullover, V neck");
    QTemporaryDir folder;
    for (const auto& [name, begins] : {std::pair{"draft.svg", "<?xml"},
                                       {"draft.DXF", "999"},
                                       {"counts.csv", "count,what,value"},
                                       {"making up.joins.json", "{\n \"format\": \"vestimen-joins\""},
                                       {"project.json", "{"}}) {
        window.exportTo(folder.filePath(name));
        QFile file(folder.filePath(name));
        QVERIFY2(file.open(QIODevice::ReadOnly), name);
        QVERIFY2(file.readAll().trimmed().startsWith(begins), name);
        QVERIFY(window.message().contains(name));
    }
    // Nowhere to write, and nothing to draw, are said.
    window.exportTo(folder.filePath("no/such/folder/draft.svg"));
    QVERIFY(!window.message().startsWith("It is in"));
    Project broken = fixture.project();
    broken.wearer[Measure::chest].reset();
    window.session().edit("chest", broken);
    window.exportTo(folder.filePath("later.dxf"));
    QVERIFY(window.message().contains("no sound draft"));
    QVERIFY(!QFile::exists(folder.filePath("later.dxf")));
}

void TestDraftStation::theDialogsKindGivesTheEnding_data() {
    QTest::addColumn<int>("kind");
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QString>("written");
    QTest::newRow("a project") << 0 << "anna"
                               << "anna.json";
    QTest::newRow("a drawing") << 1 << "anna"
                               << "anna.svg";
    QTest::newRow("outlines") << 2 << "anna"
                              << "anna.dxf";
    QTest::newRow("counts") << 3 << "anna"
                            << "anna.csv";
    QTest::newRow("the name says more than the kind") << 1 << "anna.CSV"
                                                      << "anna.CSV";
    QTest::newRow("a dot in the name") << 2 << "anna 2.5"
                                       << "anna 2.5.dxf";
}

void TestDraftStation::theDialogsKindGivesTheEnding() {
    QFETCH(int, kind);
    QFETCH(QString, typed);
    QFETCH(QString, written);
    WindowFixture fixture;
    open(fixture, "Set-in pullover, V neck");
    QTemporaryDir folder;
    for (const bool again : {false, true}) {
        QTimer::singleShot(0, [&] {
            auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
            QVERIFY(dialog);
            dialog->setDirectory(folder.path());
            dialog->selectNameFilter(dialog->nameFilters().at(kind));
            auto* name = dialog->findChild<QLineEdit*>("fileNameEdit");
            QVERIFY(name);
            name->setText(typed);
            // Over a file that it knows the dialog asks by itself.
            QTimer::singleShot(0, [] {
                if (auto* box = qobject_cast<QMessageBox*>(QApplication::activeModalWidget()))
                    box->button(QMessageBox::Yes)->click();
            });
            static_cast<QDialog*>(dialog)->accept();
        });
        QPushButton* button = nullptr;
        for (QPushButton* each : fixture.window().findChildren<QPushButton*>())
            if (each->text() == "Export" && each->isVisible())
                button = each;
        QVERIFY(button);
        QTest::mouseClick(button, Qt::LeftButton);
        QVERIFY(QFile::exists(folder.filePath(written)));
        QCOMPARE(QDir(folder.path()).entryList(QDir::Files).size(), 1);
        const bool named = typed == written;
        QVERIFY2(fixture.window().message().contains(again && !named ? "is there already" : written),
                 qPrintable(fixture.window().message()));
    }
}

QTEST_MAIN(TestDraftStation)
#include "tst_draft_station.moc"
