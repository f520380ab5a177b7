// SPDX-License-Identifier: GPL-3.0-or-later
// The Measure station and the shelves' pages through the real window.
#include "app/canvas/news_bar.h"
#include "app/measure/measure_station.h"
#include "app/shelf/shelves_page.h"
#include "core/article/garment/garment_measures.h"
#include "core/format/measures_csv.h"
#include "core/format/project_json.h"
#include "support/projects.h"
#include "window_fixture.h"

#include <QDate>

using namespace vestimen;
using namespace vestimen::app;
using test::WindowFixture;
using vestimen::test::garment;

namespace {

MeasureStation* open(WindowFixture& fixture) {
    fixture.window().showStation(MainWindow::measure);
    QApplication::processEvents();
    return fixture.window().measureStation();
}

void press(QWidget* in, const QString& text) {
    for (auto* button : in->findChildren<QPushButton*>())
        if (button->text() == text && button->isVisible())
            return QTest::mouseClick(button, Qt::LeftButton);
    QFAIL(qPrintable("no button " + text));
}

} // namespace

class TestMeasureStation : public QObject {
    Q_OBJECT

private slots:
    void onlyNeededMeasuresAreAsked();
    void aLineOnTheFigureAsksForItsMeasure();
    void valuesAreKeptAsTypedInAnyUnit();
    void unitsSwitchAThousandTimes();
    void nonsenseIsSaidAndNothingLost_data();
    void nonsenseIsSaidAndNothingLost();
    void aGarmentIsMeasuredFlat();
    void easeByNameNumberAndPercent();
    void earlierValuesStayWithTheirDates();
    void measuresGoOutAndIn();
    void aShelfItemIsMadeCopiedChangedAndRetired();
    void machinesSayWhatTheirPartsMean();
    void aWearersChangeOnTheShelfIsTold();
    void shelfItemsGoOutAndIn();
    void wordsOnTheShelfAreFound();
};

void TestMeasureStation::onlyNeededMeasuresAreAsked() {
    WindowFixture fixture;
    MeasureStation* measure = open(fixture);
    QVERIFY(!measure->valueEdit(Measure::footLength));
    int last = 0;
    for (const MeasureInfo& each : measureInfos()) {
        QLineEdit* edit = measure->valueEdit(each.measure);
        const auto& needs = garmentNeeds({});
        QCOMPARE(edit && edit->isVisible(), std::find(needs.begin(), needs.end(), each.measure) != needs.end());
        if (!edit)
            continue;
        const int y = edit->mapTo(measure, QPoint()).y();
        QVERIFY(y > last); // in the order of the tape
        last = y;
    }
    measure->all()->setChecked(true);
    for (const MeasureInfo& each : measureInfos())
        QVERIFY2(measure->valueEdit(each.measure) && !measure->valueEdit(each.measure)->isHidden(), each.key);
    WindowFixture::type(measure->valueEdit(Measure::footLength), "25.5");
    QCOMPARE(fixture.project().wearer[Measure::footLength]->value.mm(), 255.0);
    measure->all()->setChecked(false);
    QVERIFY(measure->valueEdit(Measure::footLength)->isHidden());
    QVERIFY(fixture.project().wearer[Measure::footLength]); // not asked any more, and kept
}

void TestMeasureStation::aLineOnTheFigureAsksForItsMeasure() {
    WindowFixture fixture;
    MeasureStation* measure = open(fixture);
    QTest::mouseClick(measure->figure(), Qt::LeftButton, {},
                      measure->figure()->lineCentre(Measure::bodyLength).toPoint());
    QCOMPARE(fixture.window().focusWidget(), static_cast<QWidget*>(measure->valueEdit(Measure::bodyLength)));
    QVERIFY(measure->slip()->plainText().contains("straight down to where the hem shall be"));
    // One that is not asked comes when its line is picked.
    QTest::mouseClick(measure->figure(), Qt::LeftButton, {}, measure->figure()->lineCentre(Measure::hip).toPoint());
    QCOMPARE(fixture.window().focusWidget(), static_cast<QWidget*>(measure->valueEdit(Measure::hip)));
    measure->valueEdit(Measure::wrist)->setFocus();
    QCOMPARE(measure->figure()->view(), FigureView::hand);
    press(measure, "back");
    QCOMPARE(measure->figure()->view(), FigureView::back);
}

void TestMeasureStation::valuesAreKeptAsTypedInAnyUnit() {
    WindowFixture fixture;
    MeasureStation* measure = open(fixture);
    const auto shown = [&](const QString& typed) {
        WindowFixture::type(measure->valueEdit(Measure::chest), typed);
        measure->valueEdit(Measure::wrist)->setFocus();
        return measure->valueEdit(Measure::chest)->text();
    };
    QCOMPARE(shown("96"), QString("96 cm"));
    QCOMPARE(shown("965mm"), QString("965 mm"));
    QCOMPARE(shown("96,5 cm"), QString("96,5 cm"));
    QCOMPARE(shown("37 3/4in"), QString("95.9 cm")); // inches are shown in what is read,
    fixture.window().session().setUnit(ReadingUnit::inches);
    QCOMPARE(measure->valueEdit(Measure::chest)->text(), QString("37 3/4 in")); // and stay as they were written
    QCOMPARE(fixture.project().wearer[Measure::chest]->value, Length::inches(37.75));
}

void TestMeasureStation::unitsSwitchAThousandTimes() {
    WindowFixture fixture;
    MeasureStation* measure = open(fixture);
    WindowFixture::type(measure->valueEdit(Measure::chest), "37 3/4in");
    const Project before = fixture.project();
    const QString body = fixture.workroom().items(Shelf::projects).first().body;
    for (int i = 0; i < 1000; ++i)
        fixture.window().session().setUnit(i % 2 == 0 ? ReadingUnit::inches : ReadingUnit::centimetres);
    QVERIFY(fixture.project() == before);
    QCOMPARE(fixture.workroom().items(Shelf::projects).first().body, body);
    fixture.restart(); // the unit that was read last is read again
    QCOMPARE(fixture.window().session().unit(), ReadingUnit::centimetres);
}

void TestMeasureStation::nonsenseIsSaidAndNothingLost_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QString>("says");
    QTest::newRow("letters") << "wide"
                             << "is not a length";
    QTest::newRow("double sign") << "--9"
                                 << "is not a length";
    QTest::newRow("nought below") << "1/0"
                                  << "is not a length";
    QTest::newRow("two points") << "9.8.1"
                                << "is not a length";
    QTest::newRow("too large") << "980"
                               << "Did you mean 98.0 cm?";
    QTest::newRow("too small") << "9,8"
                               << "cannot be";
    QTest::newRow("negative") << "-98"
                              << "cannot be";
}

void TestMeasureStation::nonsenseIsSaidAndNothingLost() {
    QFETCH(QString, typed);
    QFETCH(QString, says);
    WindowFixture fixture;
    MeasureStation* measure = open(fixture);
    QLineEdit* edit = measure->valueEdit(Measure::chest);
    // At once, as pasted, so that no sound value lies on the way.
    edit->setFocus();
    edit->selectAll();
    edit->insert(typed);
    emit edit->textEdited(typed);
    QVERIFY2(measure->problem().contains(says), qPrintable(measure->problem()));
    QVERIFY(edit->property("wrong").toBool());
    QCOMPARE(fixture.project().wearer[Measure::chest]->value.mm(), 940.0);
}

void TestMeasureStation::aGarmentIsMeasuredFlat() {
    WindowFixture fixture;
    MeasureStation* measure = open(fixture);
    press(measure, "On a garment that fits");
    QLineEdit* chest = measure->valueEdit(Measure::chest);
    QVERIFY(chest->text().isEmpty()); // that one was taken on the body
    QCOMPARE(chest->placeholderText(), QString("94.0 cm"));
    QVERIFY(measure->result(Measure::chest).endsWith("· body"));
    WindowFixture::type(chest, "53");
    measure->valueEdit(Measure::wrist)->setFocus();
    QCOMPARE(chest->text(), QString("53 cm"));
    QCOMPARE(measure->result(Measure::chest), QString("106.0 cm · garment")); // doubled, no ease
    QCOMPARE(fixture.worked().widest->mm(), 530.0);
    press(measure, "On the body");
    WindowFixture::type(chest, "95");
    QCOMPARE(measure->result(Measure::chest), QString("103.0 cm")); // a body gets its ease again
}

void TestMeasureStation::easeByNameNumberAndPercent() {
    WindowFixture fixture;
    MeasureStation* measure = open(fixture);
    press(measure, "close");
    QCOMPARE(measure->result(Measure::chest), QString("96.0 cm"));
    QCOMPARE(measure->easeEdit(Measure::chest)->text(), QString("close"));
    press(measure, "roomy");
    QCOMPARE(measure->result(Measure::chest), QString("109.0 cm"));
    WindowFixture::type(measure->easeEdit(Measure::chest), "10 %");
    QCOMPARE(measure->result(Measure::chest), QString("103.4 cm"));
    WindowFixture::type(measure->easeEdit(Measure::chest), "easy");
    QCOMPARE(measure->result(Measure::chest), QString("102.0 cm"));
    QVERIFY(measure->slip()->plainText().contains("ease, easy: 8.0 cm"));
    fixture.restart();
    QCOMPARE(open(fixture)->easeEdit(Measure::chest)->text(), QString("easy"));
}

void TestMeasureStation::earlierValuesStayWithTheirDates() {
    WindowFixture fixture;
    MeasureStation* measure = open(fixture);
    const auto before = fixture.project().wearer.before(Measure::chest).size();
    const std::string taken = fixture.project().wearer[Measure::chest]->date;
    WindowFixture::type(measure->takenBy(), "Bram");
    WindowFixture::type(measure->valueEdit(Measure::chest), "97.5");
    const Wearer& wearer = fixture.project().wearer;
    QCOMPARE(wearer.before(Measure::chest).size(), before + 1); // once, whatever the number of keys
    QCOMPARE(wearer.before(Measure::chest).back().date, taken);
    QCOMPARE(wearer[Measure::chest]->date, QDate::currentDate().toString(Qt::ISODate).toStdString());
    QCOMPARE(wearer[Measure::chest]->by, std::string("Bram"));
    QVERIFY(measure->slip()->plainText().contains("by Bram"));
    // It was taken the day before, as somebody remembers.
    WindowFixture::type(measure->date(), "2026-11-20");
    QCOMPARE(fixture.project().wearer[Measure::chest]->date, std::string("2026-11-20"));
    for (const char* wrong : {"20.11.2026", "2026-13-01", "2999-01-01", "yesterday"}) {
        WindowFixture::type(measure->date(), wrong);
        QVERIFY2(measure->date()->property("wrong").toBool(), wrong);
    }
    QCOMPARE(fixture.project().wearer[Measure::chest]->date, std::string("2026-11-20"));
}

void TestMeasureStation::measuresGoOutAndIn() {
    WindowFixture fixture;
    MeasureStation* measure = open(fixture);
    QTemporaryDir folder;
    const Wearer before = fixture.project().wearer;
    const auto onShelf = [&] {
        const auto source = fixture.workroom().source(fixture.window().session().projectId(), Shelf::wearers);
        return wearerFromJson(fixture.workroom().item(Shelf::wearers, source->item)->body.toStdString());
    };
    QVERIFY(onShelf() == before);
    for (const char* name : {"measures.csv", "measures.json"}) {
        const QString file = folder.filePath(name);
        QVERIFY(measure->exportMeasures(file));
        WindowFixture::type(measure->valueEdit(Measure::wrist), "19");
        const Wearer typed = fixture.project().wearer;
        QVERIFY(!(typed == before));
        // It says what would change, and changes nothing before somebody says so.
        QVERIFY(measure->importMeasures(file));
        QVERIFY2(measure->question()->question().contains("Wrist 19"), qPrintable(measure->question()->question()));
        QVERIFY(fixture.project().wearer == typed);
        measure->question()->buttons().at(1)->click();
        QVERIFY(fixture.project().wearer == typed);
        QVERIFY(measure->importMeasures(file));
        measure->question()->buttons().at(0)->click();
        QVERIFY(fixture.project().wearer[Measure::wrist] == before[Measure::wrist]);
        // What was taken stays in the history, and the shelf goes along, there and back.
        QCOMPARE(fixture.project().wearer.before(Measure::wrist).back().value.mm(), 190.0);
        QVERIFY(onShelf() == fixture.project().wearer);
        fixture.window().session().undo();
        QVERIFY(fixture.project().wearer == typed);
        QVERIFY(onShelf() == typed);
        fixture.window().session().undo();
        QVERIFY(fixture.project().wearer == before);
        QVERIFY(onShelf() == before);
    }
    // A table of one measure leaves all others where they are.
    QFile one(folder.filePath("one.csv"));
    QVERIFY(one.open(QIODevice::WriteOnly) && one.write("measure,mm,date\nwrist,181,2026-11-20\n") > 0);
    one.close();
    QVERIFY(measure->importMeasures(one.fileName()));
    measure->question()->buttons().at(0)->click();
    QCOMPARE(fixture.project().wearer[Measure::wrist]->value.mm(), 181.0);
    QVERIFY(fixture.project().wearer[Measure::chest] == before[Measure::chest]);
    QCOMPARE(fixture.project().wearer.name, before.name);
    fixture.window().session().undo();
    QFile broken(folder.filePath("broken.csv"));
    QVERIFY(broken.open(QIODevice::WriteOnly) && broken.write("measure,mm\nnose,60\n") > 0);
    broken.close();
    QVERIFY(!measure->importMeasures(broken.fileName()));
    QVERIFY(fixture.window().message().contains("line 2"));
    QVERIFY(!measure->importMeasures(folder.filePath("nowhere.csv")));
    QVERIFY(!measure->exportMeasures("/nowhere/at/all.csv"));
    QVERIFY(fixture.project().wearer == before);
}

void TestMeasureStation::aShelfItemIsMadeCopiedChangedAndRetired() {
    WindowFixture fixture;
    ShelvesPage* shelves = fixture.window().shelvesStation();
    shelves->showShelf(Shelf::yarns);
    fixture.window().showStation(MainWindow::shelvesPage);
    press(shelves, "New");
    const qint64 id = shelves->item();
    QLineEdit* name = shelves->form()->findChild<QLineEdit*>();
    QCOMPARE(fixture.window().focusWidget(), static_cast<QWidget*>(name));
    WindowFixture::type(name, "Fog lace");
    const auto field = [&](const QString& label) {
        for (auto* edit : shelves->form()->findChildren<QLineEdit*>())
            if (edit->accessibleName() == label)
                return edit;
        return static_cast<QLineEdit*>(nullptr);
    };
    WindowFixture::type(field("thickness"), "400");
    WindowFixture::type(field("strands together"), "none");
    QVERIFY(shelves->problem().contains("whole number from 1 to 100"));
    WindowFixture::type(field("grams on hand"), "150");
    Yarn yarn = yarnFromJson(fixture.workroom().item(Shelf::yarns, id)->body.toStdString());
    QCOMPARE(yarn.name, std::string("Fog lace"));
    QCOMPARE(yarn.thickness.value, 400.0);
    QCOMPARE(yarn.strands, 1);
    QTest::keyClick(&fixture.window(), Qt::Key_Z, Qt::ControlModifier);
    yarn = yarnFromJson(fixture.workroom().item(Shelf::yarns, id)->body.toStdString());
    QCOMPARE(yarn.gramsOnHand, 15.0); // one key back
    press(shelves, "Copy");
    QVERIFY(shelves->item() != id);
    QCOMPARE(fixture.workroom().item(Shelf::yarns, shelves->item())->name, QString("Fog lace, copy"));
    press(shelves, "Retire");
    QVERIFY(fixture.workroom().item(Shelf::yarns, shelves->item())->retired);
    press(shelves, "Bring back");
    QVERIFY(!fixture.workroom().item(Shelf::yarns, shelves->item())->retired);
    press(shelves, "Use in project");
    QCOMPARE(fixture.project().yarn.name, std::string("Fog lace, copy"));
}

void TestMeasureStation::machinesSayWhatTheirPartsMean() {
    WindowFixture fixture;
    ShelvesPage* shelves = fixture.window().shelvesStation();
    shelves->showShelf(Shelf::machines);
    fixture.window().showStation(MainWindow::shelvesPage);
    for (int i = 0; i < shelves->list()->count(); ++i)
        if (shelves->list()->item(i)->text() == "Standard bed 4.5 mm")
            shelves->list()->setCurrentRow(i);
    const auto says = [&](const QString& text) { return shelves->form()->consequences().join(' ').contains(text); };
    QVERIFY(says("One bed"));
    QVERIFY(!says("No yarn mast"));
    QCheckBox* mast = nullptr;
    for (auto* each : shelves->form()->findChildren<QCheckBox*>())
        if (each->text().contains("mast"))
            mast = each;
    QVERIFY(mast);
    mast->setChecked(false);
    QVERIFY(says("No yarn mast: the plans remind you"));
    // The open project uses this machine: it hears of it, and takes it or leaves it.
    fixture.window().showStation(MainWindow::swatch);
    QVERIFY(fixture.window().session().news(Shelf::machines));
    QVERIFY(fixture.project().machine.hasMast);
    fixture.window().session().takeNews(Shelf::machines);
    QVERIFY(!fixture.project().machine.hasMast);
    const Program& back = fixture.worked().piece(pieces::back)->program;
    QVERIFY(std::any_of(back.operations.begin(), back.operations.end(), [](const Operation& each) {
        const auto* say = std::get_if<operation::Say>(&each.action);
        return say && say->code == "slack";
    }));
}

void TestMeasureStation::aWearersChangeOnTheShelfIsTold() {
    WindowFixture fixture;
    const auto source = fixture.workroom().source(fixture.window().session().projectId(), Shelf::wearers);
    QVERIFY(source);
    ShelvesPage* shelves = fixture.window().shelvesStation();
    shelves->showShelf(Shelf::wearers);
    fixture.window().showStation(MainWindow::shelvesPage);
    shelves->showItem(source->item);
    for (auto* edit : shelves->form()->findChildren<QLineEdit*>())
        if (edit->accessibleName() == "Chest")
            WindowFixture::type(edit, "99");
    const Project before = fixture.project();
    MeasureStation* measure = open(fixture);
    QVERIFY(measure->news()->isVisible());
    QVERIFY2(measure->news()->words().contains("Stitches of back and front: 148, would be"),
             qPrintable(measure->news()->words()));
    QVERIFY(fixture.project() == before);
    QTest::mouseClick(measure->news()->take(), Qt::LeftButton);
    QCOMPARE(fixture.project().wearer[Measure::chest]->value.mm(), 990.0);
    QVERIFY(!measure->news()->isVisible());
}

void TestMeasureStation::shelfItemsGoOutAndIn() {
    WindowFixture fixture;
    QTemporaryDir folder;
    ShelvesPage* shelves = fixture.window().shelvesStation();
    for (const Shelf shelf : {Shelf::yarns, Shelf::machines, Shelf::swatches, Shelf::wearers}) {
        shelves->showShelf(shelf);
        fixture.window().showStation(MainWindow::shelvesPage);
        shelves->list()->setCurrentRow(0);
        const qint64 id = shelves->item();
        const int before = fixture.workroom().count(shelf);
        const QString file = folder.filePath(QString::number(int(shelf)) + ".json");
        QVERIFY(shelves->exportItem(file));
        QVERIFY(shelves->importItem(file));
        QCOMPARE(fixture.workroom().count(shelf), before + 1);
        QCOMPARE(fixture.workroom().item(shelf, shelves->item())->body, fixture.workroom().item(shelf, id)->body);
        // Another shelf's file, and no file at all.
        QVERIFY(!shelves->importItem(VESTIMEN_SOURCE_DIR "/data/demo/small-pullover.json"));
        QVERIFY(fixture.window().message().contains("was not imported"));
        QVERIFY(!shelves->importItem(folder.filePath("nowhere.json")));
        QCOMPARE(fixture.workroom().count(shelf), before + 1);
    }
}

void TestMeasureStation::wordsOnTheShelfAreFound() {
    WindowFixture fixture;
    ShelvesPage* shelves = fixture.window().shelvesStation();
    shelves->showShelf(Shelf::swatches);
    fixture.window().showStation(MainWindow::shelvesPage);
    const int all = shelves->list()->count();
    QVERIFY(all >= 5);
    WindowFixture::type(shelves->search(), "shirt"); // a word of a note
    QCOMPARE(shelves->list()->count(), 1);
    shelves->list()->setCurrentRow(0);
    QVERIFY(shelves->form()->consequences().join(' ').contains("too thin") || shelves->form()->name().contains("7⅓"));
    WindowFixture::type(shelves->search(), "no such thing");
    QCOMPARE(shelves->list()->item(0)->text(), QString("nothing found"));
    WindowFixture::type(shelves->search(), "");
    QCOMPARE(shelves->list()->count(), all);
}

QTEST_MAIN(TestMeasureStation)
#include "tst_measure_station.moc"
