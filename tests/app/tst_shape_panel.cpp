// SPDX-License-Identifier: GPL-3.0-or-later
// A shape of one's own through the real window: drawn in numbers and by dragging, edges named and joined, outlines
// read, and what cannot be read said.
#include "app/knit_fixture.h"
#include "support/projects.h"

#include "app/draft/shape_panel.h"
#include "core/article/articles.h"

#include <QComboBox>
#include <QDir>
#include <QFile>
#include <QMenu>
#include <QSignalSpy>

using namespace vestimen::test;
using namespace vestimen;

namespace {

/// A fixture whose open project is of the usual drawing.
class ShapeFixture : public WindowFixture {
public:
    ShapeFixture() {
        Project next = project();
        next.article = OwnShape();
        next.stripes = {};
        window().session().edit("An own shape", next);
        window().showStation(MainWindow::draft);
    }

    DraftStation* draft() { return window().draftStation(); }
    ShapePanel* panel() { return draft()->shapePanel(); }
    const Drawing& drawing() const { return std::get<OwnShape>(project().article).drawing; }
    template<class Widget> Widget* named(const QString& name) {
        for (Widget* each : panel()->findChildren<Widget*>())
            if (each->accessibleName() == name && each->isVisibleTo(panel()))
                return each;
        return nullptr;
    }
    void click(const QString& text) {
        for (QPushButton* each : panel()->findChildren<QPushButton*>())
            if (each->text() == text && each->isVisibleTo(panel()))
                return each->click();
        QFAIL(qPrintable("no button " + text));
    }
    void showCoat() {
        draft()->showPiece("piece_1");
        draft()->canvas()->pick({});
        draft()->refresh();
    }
    const std::vector<WidthAt>& heights() const { return std::get<ByHeights>(drawing().pieces.front().form).at; }
};

QString written(const QDir& folder, const QString& name, const QByteArray& text) {
    QFile file(folder.filePath(name));
    if (!file.open(QIODevice::WriteOnly) || file.write(text) != text.size())
        qFatal("a test's file cannot be written");
    return file.fileName();
}

} // namespace

class TestShapePanel : public QObject {
    Q_OBJECT

private slots:
    void widthsAreTyped();
    void heightsComeAndGo();
    void widthsAreDragged();
    void edgesAreNamedAndParted();
    void edgesAreJoinedByThreads();
    void outlinesAreRead();
    void whatCannotBeReadIsSaid();
    void piecesComeAndGo();
};

void TestShapePanel::widthsAreTyped() {
    ShapeFixture fixture;
    fixture.showCoat();
    auto* right = fixture.named<QSpinBox>("Height 3, right edge");
    QVERIFY(right);
    const Length before = fixture.worked().pieces.front().width;
    right->setFocus();
    right->selectAll();
    QTest::keyClicks(right, "180");
    QTest::keyClick(right, Qt::Key_Tab);
    QCOMPARE(fixture.heights()[2].right.mm(), 180.0);
    QVERIFY(std::abs((fixture.worked().pieces.front().width - before).mm() - 15.0) < 4.0);
    // What cannot be is said, and nothing is lost.
    right->setFocus();
    right->selectAll();
    QTest::keyClicks(right, "-300");
    QVERIFY(!fixture.worked().sound());
    QVERIFY2(test::hasFinding(fixture.worked().findings, "shape_heights"), test::listed(fixture.worked().findings));
    QVERIFY(fixture.draft()->slip()->plainText().contains("right edge lies to the left"));
    fixture.window().session().undo();
    QVERIFY(fixture.worked().sound());
    // A round side is longer than a straight one.
    auto* round = fixture.named<QCheckBox>("Height 4, round up to the next");
    QVERIFY(round && round->isChecked());
    round->click();
    QVERIFY(!fixture.heights()[3].curved);
    const Project kept = fixture.project();
    fixture.restart();
    QCOMPARE(fixture.project(), kept);
}

void TestShapePanel::heightsComeAndGo() {
    ShapeFixture fixture;
    fixture.showCoat();
    QCOMPARE(fixture.heights().size(), 5U);
    fixture.click("Add a height above");
    QCOMPARE(fixture.heights().size(), 6U);
    QCOMPARE(fixture.heights().back().height.mm(), 410.0);
    QVERIFY(fixture.named<QSpinBox>("Height 6, how high"));
    QVERIFY(fixture.worked().sound());
    for (int i = 0; i < 10; ++i)
        for (QPushButton* each : fixture.panel()->findChildren<QPushButton*>())
            if (each->accessibleName() == "Take this height away" && each->isEnabled()) {
                each->click();
                break;
            }
    QCOMPARE(fixture.heights().size(), 2U); // and not fewer
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
}

void TestShapePanel::widthsAreDragged() {
    ShapeFixture fixture;
    fixture.showCoat();
    RailCanvas* canvas = fixture.draft()->canvas();
    const auto pull = [&](HandleKey part, QPoint by) {
        const auto at = canvas->handlePosition(part);
        QVERIFY(at);
        QTest::mousePress(canvas, Qt::LeftButton, {}, at->toPoint());
        QTest::mouseMove(canvas, at->toPoint() + by / 2);
        QTest::mouseMove(canvas, at->toPoint() + by);
        QTest::mouseRelease(canvas, Qt::LeftButton, {}, at->toPoint() + by);
    };
    const auto heights = fixture.heights();
    // Outward at the left, by whole stitches.
    pull("left_0", {-30, 0});
    const double wider = (heights[0].left - fixture.heights()[0].left).mm();
    const double stitch = fixture.worked().measured.gauge->stitches.unit().mm();
    QVERIFY2(wider > 1.5 * stitch, qPrintable(QString::number(wider)));
    QVERIFY(std::abs(std::remainder(wider, stitch)) < 0.01);
    QCOMPARE(fixture.heights()[0].right, heights[0].right);
    // A height stops below the next one.
    pull("height_1", {0, -600});
    QVERIFY(fixture.worked().sound());
    QVERIFY(fixture.heights()[1].height > heights[1].height);
    QVERIFY(fixture.heights()[1].height < fixture.heights()[2].height);
    canvas->pick("height");
    canvas->setFocus();
    const double before = fixture.heights().back().height.mm();
    QTest::keyClick(canvas, Qt::Key_Up);
    const double row = fixture.worked().measured.gauge->rows.unit().mm();
    QVERIFY(std::abs(fixture.heights().back().height.mm() - before - row) < 0.01);
}

void TestShapePanel::edgesAreNamedAndParted() {
    ShapeFixture fixture;
    fixture.showCoat();
    auto* name = fixture.named<QLineEdit>("Edge 2, name");
    QVERIFY(name);
    WindowFixture::type(name, "<b>strap</b>");
    QTest::keyClick(name, Qt::Key_Return);
    QCOMPARE(fixture.drawing().pieces[0].edges[1].name, std::string("<b>strap</b>"));
    QVERIFY(QString::fromStdString(render(fixture.worked().joins.front().title)).contains("<b>strap</b>"));
    // Two of one name are told apart by nobody.
    WindowFixture::type(name, "neck");
    QTest::keyClick(name, Qt::Key_Return);
    QVERIFY(test::hasFinding(fixture.worked().findings, "shape_heights"));
    fixture.window().session().undo();
    const std::size_t edges = fixture.drawing().pieces[0].edges.size();
    QMenu* corners = nullptr;
    for (QPushButton* each : fixture.panel()->findChildren<QPushButton*>())
        if (each->menu() && each->isVisibleTo(fixture.panel()))
            corners = each->menu();
    QVERIFY(corners);
    emit corners->aboutToShow();
    QVERIFY(!corners->actions().isEmpty());
    corners->actions().front()->trigger();
    QCOMPARE(fixture.drawing().pieces[0].edges.size(), edges + 1);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    QCOMPARE(fixture.worked().joins.size(), 2U); // which are of the same edges still
    QVERIFY(QString::fromStdString(render(fixture.worked().joins.front().title)).contains("strap"));
}

void TestShapePanel::edgesAreJoinedByThreads() {
    ShapeFixture fixture;
    fixture.draft()->showAll();
    const auto threads = [&] {
        QApplication::processEvents();
        const QImage image = fixture.draft()->overview()->grab().toImage();
        int madder = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x)
                madder += image.pixelColor(x, y) == Theme::current().madder ? 1 : 0;
        return madder;
    };
    const int two = threads();
    QVERIFY(two > 50);
    fixture.click("Join two edges");
    QCOMPARE(fixture.drawing().joins.size(), 3U);
    QVERIFY(threads() > two);
    auto* first = fixture.named<QComboBox>("Join 3, first edge");
    QVERIFY(first);
    const int neck = first->findText("Coat, neck");
    QVERIFY(neck >= 0);
    first->setCurrentIndex(neck);
    emit first->activated(neck);
    QCOMPARE(fixture.drawing().joins.back().first, (DrawnEdgeAt{0, 3}));
    for (int i = 0; i < 3; ++i)
        for (QPushButton* each : fixture.panel()->findChildren<QPushButton*>())
            if (each->accessibleName() == "Take this join away") {
                each->click();
                QApplication::processEvents();
                QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
                break;
            }
    QVERIFY(fixture.drawing().joins.empty());
    QCOMPARE(threads(), 0);
}

void TestShapePanel::outlinesAreRead() {
    ShapeFixture fixture;
    fixture.draft()->showAll();
    QTemporaryDir folder;
    QSignalSpy said(fixture.panel(), &ShapePanel::said);
    fixture.panel()->readOutline(VESTIMEN_SOURCE_DIR "/tests/data/corpus/seal.outline");
    QVERIFY2(said.last().first().toString().startsWith("4 piece"), qPrintable(said.last().first().toString()));
    QVERIFY(said.last().first().toString().contains("1 line"));
    QCOMPARE(fixture.drawing().pieces.size(), 6U);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    for (const WorkedPiece& each : fixture.worked().pieces)
        QVERIFY2(each.fabric.findings.empty(), test::listed(each.fabric.findings));
    // A tracing grows as a whole, and its edges can be named.
    fixture.draft()->showPiece("piece_3");
    fixture.draft()->canvas()->pick({});
    fixture.draft()->refresh();
    QVERIFY(!fixture.named<QSpinBox>("Height 1, how high"));
    QVERIFY(fixture.named<QLineEdit>("Edge 1, name"));
    const Length wide = fixture.worked().pieces[2].width;
    fixture.draft()->canvas()->pick("width");
    fixture.draft()->canvas()->setFocus();
    for (int i = 0; i < 5; ++i)
        QTest::keyClick(fixture.draft()->canvas(), Qt::Key_Right);
    QVERIFY(fixture.worked().pieces[2].width > wide);
    fixture.panel()->readOutline(VESTIMEN_SOURCE_DIR "/tests/data/corpus/bag.outline");
    QVERIFY2(said.last().first().toString().contains("piece"), qPrintable(said.last().first().toString()));
    QVERIFY(fixture.drawing().pieces.size() > 6U);
    QVERIFY2(fixture.worked().sound(), test::listed(fixture.worked().findings));
    const Project kept = fixture.project();
    fixture.restart();
    QCOMPARE(fixture.project(), kept);
}

void TestShapePanel::whatCannotBeReadIsSaid() {
    ShapeFixture fixture;
    fixture.draft()->showAll();
    QTemporaryDir folder;
    const QDir in(folder.path());
    QSignalSpy said(fixture.panel(), &ShapePanel::said);
    const Project before = fixture.project();
    const auto refused = [&](const QString& file, const QString& why) {
        said.clear();
        fixture.panel()->readOutline(file);
        QCOMPARE(said.size(), 1);
        QVERIFY2(said.first().first().toString().contains(why), qPrintable(said.first().first().toString()));
        QVERIFY(fixture.project() == before);
    };
    refused(in.filePath("nowhere.svg"), "nowhere.svg");
    refused(folder.path(), "");
    refused(
        written(
            in, "open.svg",
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"9mm\" viewBox=\"0 0 9 9\"><path d=\"M0 0H9\"/></svg>"),
        "no closed outline");
    refused(written(in, "pixels.svg", "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"90\"/>"), "how large");
    refused(written(in, "unit.dxf", "0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n"), "$INSUNITS");
    // Half a gigabyte of nothing.
    QFile huge(in.filePath("huge.svg"));
    QVERIFY(huge.open(QIODevice::WriteOnly) && huge.resize(500LL * 1024 * 1024));
    huge.close();
    refused(huge.fileName(), "huge.svg");
    // More pieces than there is room for.
    QByteArray many = "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"200mm\" viewBox=\"0 0 200 200\">";
    for (int i = 0; i < 11; ++i)
        many += "<rect x=\"" + QByteArray::number(i * 15) + "\" width=\"12\" height=\"30\"/>";
    refused(written(in, "many.svg", many + "</svg>"), "room for 10");
}

void TestShapePanel::piecesComeAndGo() {
    ShapeFixture fixture;
    fixture.draft()->showAll();
    for (QPushButton* each : fixture.panel()->findChildren<QPushButton*>())
        if (each->menu() && each->isVisibleTo(fixture.panel()))
            each->menu()->actions().last()->trigger();
    QCOMPARE(fixture.drawing(), drawingStarts().back().make());
    QCOMPARE(fixture.draft()->tabs()->tabText(1), QString("Top"));
    fixture.window().session().undo();
    fixture.click("Add a piece by heights");
    QCOMPARE(fixture.drawing().pieces.size(), 3U);
    QCOMPARE(fixture.draft()->tabs()->count(), 4);
    fixture.showCoat();
    WindowFixture::type(fixture.named<QLineEdit>("Name of the piece"), "Back");
    QTest::keyClick(fixture.named<QLineEdit>("Name of the piece"), Qt::Key_Return);
    QCOMPARE(fixture.draft()->tabs()->tabText(1), QString("Back"));
    fixture.click("Take this piece away");
    QCOMPARE(fixture.drawing().pieces.size(), 2U);
    QVERIFY(fixture.drawing().joins.empty()); // both were of it
    QVERIFY(fixture.worked().sound());
    fixture.window().session().undo();
    QCOMPARE(fixture.drawing().joins.size(), 2U);
}

QTEST_MAIN(TestShapePanel)
#include "tst_shape_panel.moc"
