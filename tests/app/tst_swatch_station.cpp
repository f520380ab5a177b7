// SPDX-License-Identifier: GPL-3.0-or-later
// The Swatch station through the real window: planned, knitted, read, treated, judged, printed, weighed.
#include "app/canvas/news_bar.h"
#include "app/knit/knit_station.h"
#include "app/measure/measure_station.h"
#include "app/shelf/workroom_page.h"
#include "app/swatch/judge_page.h"
#include "app/swatch/read_panel.h"
#include "app/swatch/swatch_print.h"
#include "app/swatch/swatch_station.h"
#include "app/swatch/treatment_bar.h"
#include "core/format/gauge_rule_svg.h"
#include "core/format/project_json.h"
#include "support/pdf_lines.h"
#include "support/projects.h"
#include "support/stand_in.h"
#include "window_fixture.h"

#include <QComboBox>
#include <QDateTime>
#include <QDialog>
#include <QRegularExpression>
#include <QSignalSpy>

#include <cmath>

using namespace vestimen;
using vestimen::test::linesOfPdf;
using vestimen::test::millimetre;
using namespace vestimen::app;
using test::WindowFixture;

namespace {

SwatchStation* open(WindowFixture& fixture, SwatchStation::Mode mode) {
    fixture.window().showStation(MainWindow::swatch);
    SwatchStation* station = fixture.window().swatchStation();
    station->showMode(mode);
    QApplication::processEvents();
    return station;
}

} // namespace

class TestSwatchStation : public QObject {
    Q_OBJECT

private slots:
    void aPlanIsChangedAndKnitted();
    void anotherMachineBringsItsOwnField();
    void onlyWhatTheMachineCanKnitIsOffered();
    void checkFiguresComeOutOnTheDrawing();
    void everyFormOfReadingIsKeptAsTyped();
    void tabGoesThroughAllLines();
    void aLineIsPickedOnTheDrawing();
    void tenReadingsWithASlipOfThePoint();
    void theDoubtIsToldAtThePieceThatIsNamed();
    void treatmentsHaveTheirOwnReadings();
    void aWarningWhenTheArticleIsTreatedOtherwise();
    void restSaysWhenItIsReady();
    void theGaugeRuleReadsBackFromPdf();
    void thePlanIsPrintedOnOnePage();
    void sizesLieSideBySide();
    void judgedAndPhotographed();
    void theScaleWeighsAndMayBeLost();
    void anotherProjectsChangeIsTakenOrLeft();
    void undoingAChoiceLeavesTheShelfAsItWas();
    void cancelledDialogsChangeNothing();
};

void TestSwatchStation::aPlanIsChangedAndKnitted() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::plan);
    PlanPanel* plan = station->plan();
    plan->field()->setValue(20);
    QCOMPARE(fixture.project().swatch.field, Stitches(20));
    QCOMPARE(fixture.project().swatch.castOn, Stitches(40)); // the room beside the field stays
    QVERIFY(station->slip()->plainText().contains("is under the 40 × 60"));
    WindowFixture::type(plan->size(), "7 2/3");
    QCOMPARE(fixture.project().swatch.size.steps, 23);
    WindowFixture::type(plan->size(), "77");
    QVERIFY(plan->size()->property("wrong").toBool());
    plan->margin()->setValue(2);
    QVERIFY(station->slip()->plainText().contains("no room for the eyelets"));
    QVERIFY(!plan->knit()->isEnabled());
    plan->margin()->setValue(8);
    QVERIFY(plan->knit()->isEnabled());

    QTest::mouseClick(plan->knit(), Qt::LeftButton);
    QCOMPARE(fixture.window().currentStation(), int(MainWindow::knit));
    const KnitStation* knit = fixture.window().knitStation();
    QVERIFY(knit->state());
    QCOMPARE(knit->state()->program().piece, std::string("swatch"));
    for (int i = 0; i < 500 && !knit->state()->finished(); ++i)
        QTest::keyClick(fixture.window().knitStation(), Qt::Key_Space);
    QVERIFY(knit->state()->finished());
    QCOMPARE(knit->state()->passesDone(), fixture.project().swatch.rows().count());
    QCOMPARE(knit->answer(), QString("Swatch, done"));
}

void TestSwatchStation::anotherMachineBringsItsOwnField() {
    WindowFixture fixture;
    PlanPanel* plan = open(fixture, SwatchStation::Mode::plan)->plan();
    const Swatch before = fixture.project().swatch;
    const int chunky = plan->machine()->findText("Chunky bed 9 mm");
    QVERIFY(chunky >= 0);
    plan->machine()->setCurrentIndex(chunky);
    emit plan->machine()->activated(chunky);
    QCOMPARE(fixture.project().machine.needles, Stitches(112));
    QCOMPARE(fixture.project().swatch.field, Stitches(20));
    QCOMPARE(fixture.project().swatch.castOn, Stitches(34));
    QCOMPARE(fixture.project().swatch.machine, std::string("Chunky bed 9 mm"));
    fixture.window().session().undo();
    QVERIFY(fixture.project().swatch == before);
    QCOMPARE(fixture.project().machine.needles, Stitches(200));
}

void TestSwatchStation::onlyWhatTheMachineCanKnitIsOffered() {
    WindowFixture fixture;
    PlanPanel* plan = open(fixture, SwatchStation::Mode::plan)->plan();
    QCOMPARE(plan->fabric()->findText("two-bed rib"), -1);
    const int twoBeds = plan->machine()->findText("Double bed 5 mm");
    plan->machine()->setCurrentIndex(twoBeds);
    emit plan->machine()->activated(twoBeds);
    const int rib = plan->fabric()->findText("two-bed rib");
    QVERIFY(rib >= 0);
    plan->fabric()->setCurrentIndex(rib);
    emit plan->fabric()->activated(rib);
    QCOMPARE(fixture.project().swatch.fabric, FabricKind::twoBedRib);
    QVERIFY(test::hasFinding(fixture.worked().findings, "other_fabric"));
}

void TestSwatchStation::checkFiguresComeOutOnTheDrawing() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    const QStringList widths = {"142.0", "141.0", "143.5"};
    const QStringList heights = {"150.0", "151.5", "149.5"};
    for (int i = 0; i < 3; ++i) {
        WindowFixture::type(station->canvas()->edits(true).value(i), widths[i]);
        WindowFixture::type(station->canvas()->edits(false).value(i), heights[i]);
    }
    const QString slip = station->slip()->plainText();
    QVERIFY2(slip.contains("Stitches in 10 cm: 28.1") && slip.contains("Rows in 10 cm: 39.9"), qPrintable(slip));
    QVERIFY2(slip.contains("1.8 %, 1.3 %"), qPrintable(slip));
    QCOMPARE(fixture.worked().measured.gauge->stitches.perTenCentimetres(), 100.0 / ((426.5 / 3) / 40));
}

void TestSwatchStation::everyFormOfReadingIsKeptAsTyped() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    const auto shown = [&](const QString& typed) {
        WindowFixture::type(station->canvas()->edits(true).value(0), typed);
        station->canvas()->edits(false).value(0)->setFocus(); // leave the field
        station->refresh();
        return station->canvas()->edits(true).value(0)->text();
    };
    QCOMPARE(shown("141,5"), QString("141,5"));
    QCOMPARE(shown("14.2cm"), QString("14.2 cm"));
    QCOMPARE(shown("28.1/10cm"), QString("28.1/10cm"));
    QCOMPARE(shown("34/12cm"), QString("34/12 cm"));
    for (const char* wrong : {"x", "--4", "1/0", "14.2.3", "142 km"}) {
        WindowFixture::type(station->canvas()->edits(true).value(0), wrong);
        QVERIFY2(station->problem().contains("is no reading"), wrong);
        QVERIFY(station->canvas()->edits(true).value(0)->property("wrong").toBool());
    }
}

void TestSwatchStation::tabGoesThroughAllLines() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    auto edits = station->canvas()->edits(true) + station->canvas()->edits(false);
    edits.first()->setFocus();
    for (qsizetype i = 1; i < edits.size(); ++i) {
        QTest::keyClick(fixture.window().focusWidget(), Qt::Key_Tab);
        QCOMPARE(fixture.window().focusWidget(), static_cast<QWidget*>(edits[i]));
    }
}

void TestSwatchStation::aLineIsPickedOnTheDrawing() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    QLineEdit* second = station->canvas()->edits(true).value(1);
    const QPoint beside(second->x() - 30, second->geometry().center().y());
    QTest::mouseClick(station->canvas(), Qt::LeftButton, {}, beside);
    QCOMPARE(fixture.window().focusWidget(), static_cast<QWidget*>(second));
    QCOMPARE(second->selectedText(), second->text());
}

void TestSwatchStation::tenReadingsWithASlipOfThePoint() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    const QStringList typed = {"142", "141", "143", "142.5", "141.5", "14.2", "142", "143", "141", "142"};
    for (int i = 0; i < typed.size(); ++i)
        WindowFixture::type(station->canvas()->edits(true).value(i), typed[i]);
    const MeasuredDirection& across = fixture.worked().measured.across;
    QCOMPARE(across.lengths.size(), 10u);
    QCOMPARE(across.odd, std::optional(5));
    QVERIFY(across.oddByTen);
    QVERIFY(station->slip()->plainText().contains("Reading 6, 14.2 mm, is ten times off"));
    // No field lies on another.
    const auto edits = station->canvas()->edits(true) + station->canvas()->edits(false);
    for (qsizetype i = 0; i < edits.size(); ++i)
        for (qsizetype j = 0; j < i; ++j)
            QVERIFY2(!edits[i]->geometry().intersects(edits[j]->geometry()),
                     qPrintable(edits[i]->accessibleName() + " on " + edits[j]->accessibleName()));
    WindowFixture::type(station->canvas()->edits(true).value(5), "142");
    QVERIFY(!fixture.worked().measured.across.odd);
}

void TestSwatchStation::theDoubtIsToldAtThePieceThatIsNamed() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    QVERIFY(station->reading()->pieceName().startsWith("Back, "));
    station->reading()->piece()->setEditText("1 m");
    const double interval = *fixture.worked().measured.across.interval;
    QVERIFY(station->slip()->plainText().contains(
        QStringLiteral("1 m comes out: ± %1 mm").arg(interval * 1000, 0, 'f', 0)));
    station->reading()->piece()->setEditText("nonsense");
    QVERIFY(!station->slip()->plainText().contains("comes out"));
}

void TestSwatchStation::treatmentsHaveTheirOwnReadings() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    const auto before = fixture.project().swatch.treatments;
    auto* bar = station->findChild<TreatmentBar*>();
    emit bar->added(TreatmentKind::steamed);
    QCOMPARE(fixture.project().swatch.treatments.size(), before.size() + 1);
    QCOMPARE(station->canvas()->edits(true).size(), 1); // nothing read yet
    QVERIFY(!fixture.worked().measured.gauge);
    WindowFixture::type(station->canvas()->edits(true).value(0), "139");
    WindowFixture::type(station->canvas()->edits(false).value(0), "152");
    QCOMPARE(fixture.project().swatch.treatments[0], before[0]);
    const auto chip = [&](const QString& begins) -> QPushButton* {
        for (auto* each : bar->findChildren<QPushButton*>())
            if (each->text().startsWith(begins))
                return each;
        return nullptr;
    };
    QVERIFY(chip("steamed")->text().contains("↔ −2.2 %")); // 139 after 142.2
    QTest::mouseClick(chip("off the machine"), Qt::LeftButton);
    QCOMPARE(fixture.project().swatch.treatmentInUse, std::optional(0));
    emit bar->removed(3);
    QCOMPARE(fixture.project().swatch.treatments, before);
}

void TestSwatchStation::aWarningWhenTheArticleIsTreatedOtherwise() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    QComboBox* article = station->reading()->article();
    QVERIFY(!station->slip()->plainText().contains("treat the swatch"));
    const int steamed = article->findText("steamed");
    article->setCurrentIndex(steamed);
    emit article->activated(steamed);
    QVERIFY(test::hasFinding(fixture.worked().findings, "treatment_differs"));
    QVERIFY(station->slip()->plainText().contains("treat the swatch the same way"));
}

void TestSwatchStation::restSaysWhenItIsReady() {
    Treatment rest;
    rest.kind = TreatmentKind::rested;
    QVERIFY(restText(rest, QDateTime::currentDateTime()).isEmpty());
    rest.hours = 12;
    rest.began = "2026-11-24T21:30";
    const QDate day(2026, 11, 25);
    QCOMPARE(restText(rest, QDateTime(day, QTime(8, 0))), QString("ready at 09:30"));
    QCOMPARE(restText(rest, QDateTime(day, QTime(10, 0))), QString("ready since 09:30"));

    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    emit station->findChild<TreatmentBar*>()->added(TreatmentKind::rested);
    WindowFixture::type(station->reading()->hours(), "9");
    QTest::mouseClick(station->reading()->rest(), Qt::LeftButton);
    const Treatment& treatment = fixture.project().swatch.treatments.back();
    QCOMPARE(treatment.hours, 9.0);
    QVERIFY(restText(treatment, QDateTime::currentDateTime()).startsWith("ready at"));
    WindowFixture::type(station->reading()->hours(), "many");
    QVERIFY(station->reading()->hours()->property("wrong").toBool());
}

void TestSwatchStation::theGaugeRuleReadsBackFromPdf() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    QTemporaryDir folder;
    const QString file = folder.filePath("rule.pdf");
    QVERIFY(station->saveRule(file, true));
    const QByteArray pdf = QByteArray::fromStdString(test::readFile(file.toStdString()));
    static const QRegularExpression box("/MediaBox \\[0 0 ([0-9.]+) ([0-9.]+)\\]");
    const auto page = box.match(QString::fromLatin1(pdf));
    QVERIFY(page.hasMatch());
    QVERIFY(std::abs(page.captured(1).toDouble() - 297 * millimetre) < 1.0); // a landscape A4 sheet
    const Swatch& swatch = fixture.project().swatch;
    const RuleDrawing drawing = gaugeRule(swatch.field, swatch.fieldRows, fixture.worked().measured.gauge, swatch.name);
    const QList<QLineF> lines = linesOfPdf(pdf);
    int found = 0;
    for (const auto& line : drawing.lines) {
        if (line.value <= 0.0)
            continue;
        // The mark's own place, from its value; and the check line's length.
        const int field = line.group == RuleDrawing::Group::rows ? swatch.fieldRows.count() : swatch.field.count();
        const bool check = line.group == RuleDrawing::Group::check;
        const double from = drawing.zero + (check ? 0.0 : 100.0 * field / line.value);
        const double to = check ? drawing.zero + 100.0 : from;
        const bool there = std::any_of(lines.begin(), lines.end(), [&](const QLineF& each) {
            return std::abs(each.x1() / millimetre - from) < 0.05 && std::abs(each.x2() / millimetre - to) < 0.05 &&
                   std::abs(std::abs(each.dy()) / millimetre - std::abs(line.y2 - line.y1)) < 0.05;
        });
        QVERIFY2(there, qPrintable(QStringLiteral("no mark for %1 at %2 mm").arg(line.value).arg(from)));
        ++found;
    }
    QVERIFY(found > 100);
    QVERIFY(station->saveRule(folder.filePath("rule.svg"), false));
    QVERIFY(QString::fromStdString(test::readFile(folder.filePath("rule.svg").toStdString())).startsWith("<?xml"));
    QVERIFY(!station->saveRule("/nowhere/at/all/rule.pdf", true));
    QVERIFY(fixture.window().message().contains("cannot be written"));
}

void TestSwatchStation::thePlanIsPrintedOnOnePage() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::plan);
    QTemporaryDir folder;
    const QString file = folder.filePath("plan.pdf");
    QVERIFY(station->savePlan(file));
    const QByteArray pdf = QByteArray::fromStdString(test::readFile(file.toStdString()));
    QCOMPARE(pdf.count("/Type /Page\n"), 1);
    QVERIFY(linesOfPdf(pdf).size() > 60); // the needles at least
}

void TestSwatchStation::sizesLieSideBySide() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::judge);
    JudgePage* judge = station->judge();
    QCOMPARE(judge->others()->count(), 4); // this one and three more of the demo's slate yarn
    WindowFixture::type(judge->wanted(), "27");
    QVERIFY2(judge->answer().contains("size 6⅔") && judge->answer().contains("interpolated"),
             qPrintable(judge->answer()));
    WindowFixture::type(judge->wanted(), "60");
    QVERIFY(judge->answer().contains("Outside what was knitted"));
    WindowFixture::type(judge->wanted(), "many");
    QVERIFY(judge->wanted()->property("wrong").toBool());
    // Another one is taken into the project.
    const std::string before = fixture.project().swatch.name;
    emit judge->others()->itemActivated(judge->others()->item(1));
    QVERIFY(fixture.project().swatch.name != before);
    fixture.window().session().undo();
    QCOMPARE(fixture.project().swatch.name, before);
}

void TestSwatchStation::judgedAndPhotographed() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::judge);
    JudgePage* judge = station->judge();
    QTest::mouseClick(judge->verdict(FabricVerdict::stiff), Qt::LeftButton);
    QCOMPARE(fixture.project().swatch.verdict, FabricVerdict::stiff);
    judge->notes()->setFocus();
    judge->notes()->clear();
    QTest::keyClicks(judge->notes(), "board");
    QCOMPARE(fixture.project().swatch.notes, std::string("board"));
    QTRY_COMPARE(fixture.workroom().search(Shelf::swatches, "board").size(), 1); // found by its note at once
    const auto pictures = fixture.project().swatch.photographs.size();
    QTemporaryDir folder;
    QFile broken(folder.filePath("broken.png"));
    QFile whole(VESTIMEN_SOURCE_DIR "/data/demo/slate-swatch.png");
    QVERIFY(whole.open(QIODevice::ReadOnly) && broken.open(QIODevice::WriteOnly));
    broken.write(whole.read(60)); // begins like a picture and ends there
    broken.close();
    QVERIFY(!judge->addPhotograph(broken.fileName()));
    QVERIFY2(fixture.window().message().contains("damaged"), qPrintable(fixture.window().message()));
    QVERIFY(!judge->addPhotograph(folder.filePath("nowhere.png")));
    QCOMPARE(fixture.project().swatch.photographs.size(), pictures);
    QImage picture(40, 30, QImage::Format_RGB32);
    picture.fill(Qt::darkGray);
    QVERIFY(picture.save(folder.filePath("new.jpg")));
    QVERIFY(judge->addPhotograph(folder.filePath("new.jpg")));
    QCOMPARE(fixture.project().swatch.photographs.size(), pictures + 1);
    QCOMPARE(judge->photographs()->count(), int(pictures) + 1);
    QVERIFY(!judge->photographs()->item(int(pictures))->icon().isNull());
    fixture.restart();
    QCOMPARE(fixture.project().swatch.photographs.size(), pictures + 1);
}

void TestSwatchStation::theScaleWeighsAndMayBeLost() {
    test::StandInScale standIn;
    QVERIFY(standIn.started());
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    ScalePanel* scale = station->reading()->scale();
    QVERIFY(scale->words().contains("type the weight"));
    scale->port()->setEditText(standIn.port());
    emit scale->port()->lineEdit()->editingFinished();
    standIn.tell("on 18.6");
    QTRY_COMPARE(scale->words(), QString("18.6 g, steady"));
    QTest::mouseClick(scale->take(), Qt::LeftButton);
    QCOMPARE(fixture.project().swatch.grams, 18.6);
    QVERIFY(station->slip()->plainText().contains("yarn in a stitch"));
    standIn.tell("drift 30");
    QTRY_VERIFY(scale->words().endsWith("moving"));
    QVERIFY(!scale->take()->isEnabled());
    standIn.tell("lose");
    QTRY_VERIFY(scale->words().contains("lost"));
    WindowFixture::type(station->reading()->grams(), "17,2"); // typing works meanwhile
    QCOMPARE(fixture.project().swatch.grams, 17.2);
    standIn.tell("settle");
    standIn.tell("on 20");
    standIn.tell("find");
    QTRY_COMPARE(scale->words(), QString("20.0 g, steady"));
}

void TestSwatchStation::anotherProjectsChangeIsTakenOrLeft() {
    WindowFixture fixture;
    Session& session = fixture.window().session();
    const Project first = fixture.project();
    const qint64 firstId = session.projectId();
    const auto source = fixture.workroom().source(firstId, Shelf::swatches);
    Project second = first;
    second.name = "Second pullover";
    session.create(second, {{Shelf::swatches, source->item}});
    // The swatch is read again in the second project, and is the same swatch on the shelf.
    SwatchStation* station = open(fixture, SwatchStation::Mode::read);
    WindowFixture::type(station->canvas()->edits(true).value(0), "146");
    WindowFixture::type(station->canvas()->edits(true).value(1), "146");
    WindowFixture::type(station->canvas()->edits(true).value(2), "146");
    const Swatch read = fixture.project().swatch;
    session.open(firstId);
    QVERIFY(fixture.project() == first); // a snapshot
    station->refresh();
    QVERIFY(station->news()->isVisible());
    QVERIFY2(station->news()->words().contains("Stitches in 10 cm: 28.14, would be 27.4"),
             qPrintable(station->news()->words()));
    QVERIFY(station->news()->words().contains("Stitches of back and front: "));
    QTest::mouseClick(station->news()->leave(), Qt::LeftButton);
    QVERIFY(!station->news()->isVisible());
    session.open(firstId);
    QVERIFY(!session.news(Shelf::swatches)); // left for good
    // What is parted from the shelf does not write to it.
    WindowFixture::type(station->canvas()->edits(true).value(0), "140");
    QCOMPARE(swatchFromJson(fixture.workroom().item(Shelf::swatches, source->item)->body.toStdString()), read);
    // It changes once more, and now it is taken.
    Swatch washed = read;
    washed.notes = "washed at sea";
    fixture.workroom().save(Shelf::swatches, source->item, "washed", toJson(washed), {});
    session.checkShelves();
    QVERIFY(session.news(Shelf::swatches));
    QTest::mouseClick(station->news()->take(), Qt::LeftButton);
    QCOMPARE(fixture.project().swatch, washed);
    session.undo();
    QCOMPARE(swatchFromJson(fixture.workroom().item(Shelf::swatches, source->item)->body.toStdString()), washed);
}

void TestSwatchStation::undoingAChoiceLeavesTheShelfAsItWas() {
    WindowFixture fixture;
    Session& session = fixture.window().session();
    const auto bodies = [&] {
        QStringList all;
        for (const ShelfItem& each : fixture.workroom().items(Shelf::swatches))
            all << each.body;
        return all;
    };
    const QStringList before = bodies();
    const Project project = fixture.project();
    for (const ShelfItem& each : fixture.workroom().items(Shelf::swatches)) {
        session.useFromShelf(Shelf::swatches, each.id);
        QCOMPARE(bodies(), before);
        session.undo();
        QVERIFY(fixture.project() == project);
        QCOMPARE(bodies(), before);
        session.redo();
        QCOMPARE(bodies(), before);
        session.undo();
    }
    // After all that the project's swatch is in step with its own item, and only with that.
    Project next = project;
    next.swatch.notes = "changed";
    session.edit("notes", next);
    QStringList after = bodies();
    int changed = 0;
    for (qsizetype i = 0; i < before.size(); ++i)
        changed += after[i] == before[i] ? 0 : 1;
    QCOMPARE(changed, 1);
    session.undo();
    QCOMPARE(bodies(), before);
}

void TestSwatchStation::cancelledDialogsChangeNothing() {
    WindowFixture fixture;
    SwatchStation* station = open(fixture, SwatchStation::Mode::judge);
    const Project before = fixture.project();
    int cancelled = 0;
    QTimer closer;
    closer.setInterval(20);
    connect(&closer, &QTimer::timeout, this, [&] {
        if (auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget())) {
            ++cancelled;
            dialog->reject();
        }
    });
    closer.start();
    QApplication::setAttribute(Qt::AA_DontUseNativeDialogs);
    const auto press = [&](QWidget* in, const QString& text) {
        for (auto* button : in->findChildren<QPushButton*>())
            if (button->text() == text && button->isVisible())
                return button->click();
        QFAIL(qPrintable("no button " + text));
    };
    press(station, "Add …");
    station->showMode(SwatchStation::Mode::plan);
    press(station, "Print the plan");
    station->showMode(SwatchStation::Mode::read);
    press(station, "Print the gauge rule");
    fixture.window().showStation(MainWindow::measure);
    press(fixture.window().measureStation(), "Import measures …");
    press(fixture.window().measureStation(), "Export measures …");
    fixture.window().showStation(MainWindow::workroomPage);
    press(fixture.window().workroomStation(), "New project");
    QTRY_COMPARE(cancelled, 6);
    QVERIFY(fixture.project() == before);
    QCOMPARE(fixture.workroom().items(Shelf::projects).size(), 10);
}

QTEST_MAIN(TestSwatchStation)
#include "tst_swatch_station.moc"
