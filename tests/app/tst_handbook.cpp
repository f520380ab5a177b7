// SPDX-License-Identifier: GPL-3.0-or-later
// The handbook and practice, driven by keys and by pointer; F1 from every station; a fault from what is seen to the
// journal.
#include "support/projects.h"

#include "app/canvas/choice_fields.h"
#include "app/draft/draft_station.h"
#include "app/handbook/handbook_station.h"
#include "app/handbook/practice_record.h"
#include "app/handbook/topics.h"
#include "app/join/join_station.h"
#include "app/knit/care_dialog.h"
#include "app/knit/fault_tiles.h"
#include "app/knit/knit_station.h"
#include "app/theme/habit.h"
#include "app/window/main_window.h"
#include "core/format/project_json.h"

#include <QDir>
#include <QLineEdit>
#include <QSpinBox>
#include <QTemporaryDir>
#include <QTest>

using namespace vestimen;
using namespace vestimen::app;
using namespace vestimen::test;

namespace {

Needle at(const char* name) {
    return *Needle::parse(name);
}

/// One movement of a learner: needles that are chosen, and what is pressed then.
struct Movement {
    const char* from = "";
    const char* to = "";
    QList<int> keys = {};
    int times = 1;
    Qt::KeyboardModifiers with = Qt::NoModifier;
};
using Steps = QList<QList<Movement>>;

/// A card's steps as they are done right.
const QMap<QString, Steps>& rightHands() {
    const Movement row{"", "", {Qt::Key_Space}};
    static const QMap<QString, Steps> all{
        {"cast_on_wound", {{{"L5", "R5", {Qt::Key_C}}}, {row}}},
        {"increase_edge", {{{"R6", "", {Qt::Key_Down}}}, {row}}},
        {"decrease_fashioned",
         {{{"L5", "L3", {Qt::Key_Right}, 1, Qt::ControlModifier}},
          {{"R3", "R5", {Qt::Key_Left}, 1, Qt::ControlModifier}},
          {row}}},
        {"transfer_one", {{{"L2", "", {Qt::Key_Right}, 1, Qt::ControlModifier}}, {row, row}}},
        {"dropped_stitch", {{{"L3", "", {Qt::Key_U}, 3}}}},
        {"latch_column", {{{"R2", "", {Qt::Key_D}}}, {{"R2", "", {Qt::Key_U}, 4}}}},
        {"short_rows_wrapped",
         {{{"", "", {Qt::Key_L}}, {"L5", "L3", {Qt::Key_Down}}},
          {row},
          {{"L3", "", {Qt::Key_W}}},
          {row},
          {{"L5", "L3", {Qt::Key_Up}}, {"", "", {Qt::Key_L}}, row}}},
        {"hang_a_hem", {{{"L4", "", {Qt::Key_H}, 8}}, {row}}},
        {"bind_off_latch_off", {{row}, {{"L5", "R5", {Qt::Key_O}}}}},
        {"waste_yarn_off", {{{"", "", {Qt::Key_Space}, 10}}, {{"L5", "R5", {Qt::Key_T}}}}},
        {"cable", {{{"L2", "R2", {Qt::Key_X}}}, {row, row}}},
        {"increase_fashioned",
         {{{"L5", "L4", {Qt::Key_Left}, 1, Qt::ControlModifier}, {"L4", "", {Qt::Key_B}}},
          {{"R4", "R5", {Qt::Key_Right}, 1, Qt::ControlModifier}, {"R4", "", {Qt::Key_B}}},
          {row}}},
    };
    return all;
}

void chooseByKeys(PracticeView& view, Needle from, Needle to) {
    for (int i = 0; i < 400 && view.chosen() != from; ++i)
        QTest::keyClick(&view, view.chosen().slot() < from.slot() ? Qt::Key_Right : Qt::Key_Left);
    // A span that was chosen before goes with the first step aside and back.
    QTest::keyClick(&view, Qt::Key_Right);
    QTest::keyClick(&view, Qt::Key_Left);
    for (int i = 0; i < 60 && view.chosen() != to; ++i)
        QTest::keyClick(&view, view.chosen().slot() < to.slot() ? Qt::Key_Right : Qt::Key_Left, Qt::ShiftModifier);
}

void byKeys(PracticeView& view, const Movement& movement) {
    if (*movement.from)
        chooseByKeys(view, at(movement.from), *movement.to ? at(movement.to) : at(movement.from));
    for (int i = 0; i < movement.times; ++i)
        for (const int key : movement.keys)
            QTest::keyClick(&view, static_cast<Qt::Key>(key), movement.with);
}

void press(PracticeView& view, Needle needle, Qt::KeyboardModifiers with = Qt::NoModifier) {
    QTest::mouseClick(view.bed(), Qt::LeftButton, with, view.bed()->place(needle).toPoint());
}

void byPointer(PracticeView& view, const Movement& movement) {
    static const QMap<int, HandMove> buttons{
        {Qt::Key_Space, HandMove::knit}, {Qt::Key_C, HandMove::wind},    {Qt::Key_L, HandMove::lever},
        {Qt::Key_W, HandMove::wrap},     {Qt::Key_U, HandMove::takeUp},  {Qt::Key_D, HandMove::letDown},
        {Qt::Key_H, HandMove::hang},     {Qt::Key_O, HandMove::bindOff}, {Qt::Key_T, HandMove::takeOff},
        {Qt::Key_X, HandMove::cross},    {Qt::Key_B, HandMove::liftBar}};
    if (*movement.from) {
        press(view, Needle::atSlot(7)); // away from what was chosen before
        if (view.chosen() != at(movement.from))
            press(view, at(movement.from));
        if (*movement.to)
            press(view, at(movement.to), Qt::ShiftModifier);
    }
    for (int i = 0; i < movement.times; ++i)
        for (const int key : movement.keys) {
            if (buttons.contains(key)) {
                QVERIFY(view.button(buttons[key])->isVisible());
                QTest::mouseClick(view.button(buttons[key]), Qt::LeftButton);
            } else if (movement.with.testFlag(Qt::ControlModifier)) {
                const Needle from = at(movement.from);
                const Needle to = from.shifted(key == Qt::Key_Left ? -1 : 1);
                QTest::mousePress(view.bed(), Qt::LeftButton, Qt::NoModifier, view.bed()->place(from).toPoint());
                QTest::mouseRelease(view.bed(), Qt::LeftButton, Qt::NoModifier, view.bed()->place(to).toPoint());
            } else {
                press(view, at(movement.from));
            }
        }
}

} // namespace

class TestHandbook : public QObject {
    Q_OBJECT

private slots:
    void init();
    void cleanup();
    void everyPageOpens();
    void searched();
    void f1FromEveryStation();
    void f1OnAField();
    void theMovingPicture();
    void tenCardsByHand_data();
    void tenCardsByHand();
    void knownAfterThreeDays();
    void abandonedHalfWay();
    void ownCards();
    void printed();
    void aFaultFromSeeingItToTheJournal();
    void aSplitStitchFurtherDown();
    void faultsWhereNothingIsToMend();
    void everyFaultHasItsPicture();
    void wordsOfTheOtherHabit_data();
    void wordsOfTheOtherHabit();
    void oneHabitEverywhere();
    void careIsTickedAndQuiet();
    void hoursAreTheJournals();

private:
    HandbookStation* book() { return window_->handbookStation(); }
    void beginFront(int rows);
    AskCard* asked() { return window_->knitStation()->question(); }
    void answer(const QString& text);

    std::unique_ptr<QTemporaryDir> folder_;
    std::unique_ptr<Workroom> workroom_;
    std::unique_ptr<MainWindow> window_;
};

void TestHandbook::init() {
    folder_ = std::make_unique<QTemporaryDir>();
    workroom_ = std::make_unique<Workroom>(folder_->filePath("workroom.sqlite"));
    window_ = std::make_unique<MainWindow>(*workroom_);
    window_->session().create(odilesPullover());
    window_->show();
    window_->activateWindow();
    QVERIFY(QTest::qWaitForWindowActive(window_.get()));
}

void TestHandbook::cleanup() {
    window_.reset();
    workroom_.reset();
    folder_.reset();
}

void TestHandbook::everyPageOpens() {
    window_->openHandbook("the_machine");
    QVERIFY(book()->handbook().problems.isEmpty());
    QVERIFY(book()->handbook().pages.size() > 65);
    int cards = 0;
    int pictures = 0;
    int texts = 0;
    int schools = 0;
    for (const HandbookPage& page : book()->handbook().pages) {
        QVERIFY2(book()->open(page.key), qPrintable(page.key));
        QCOMPARE(book()->opened(), page.key);
        cards += page.card ? 1 : 0;
        if (page.card) {
            QVERIFY(book()->practice()->isVisible());
            QVERIFY(book()->practice()->movements() > 0);
        } else {
            ++texts;
            schools += page.text.contains("\n## Schools\n") ? 1 : 0;
            QVERIFY(book()->reading()->isVisible());
            QVERIFY2(book()->reading()->toPlainText().size() > 200, qPrintable(page.key));
            if (page.text.contains("](card:")) {
                ++pictures;
                const QString name = "card:" + page.text.section("](card:", 1, 1).section(')', 0, 0);
                const QImage image =
                    book()->reading()->document()->resource(QTextDocument::ImageResource, QUrl(name)).value<QImage>();
                QVERIFY2(image.width() == 960, qPrintable(page.key));
                QVERIFY2(book()->reading()->toHtml().contains(QString("<img src=\"%1\"").arg(name)),
                         qPrintable(page.key)); // it is on the page
            }
            // What it points to is there.
            static const QRegularExpression link(R"(\]\((\w+)\))");
            for (auto each = link.globalMatch(page.text); each.hasNext();) {
                const QString to = each.next().captured(1);
                QVERIFY2(book()->handbook().page(to), qPrintable(page.key + " > " + to));
            }
        }
    }
    QCOMPARE(cards, 51);
    QCOMPARE(texts, 27);
    QCOMPARE(schools, 17);
    QVERIFY(pictures >= 5);
    QVERIFY(!book()->open("no such page"));
}

void TestHandbook::searched() {
    window_->openHandbook("the_machine");
    book()->search()->setText("ladder rung");
    QStringList found;
    for (int row = 0; row < book()->list()->count(); ++row)
        found << book()->list()->item(row)->data(Qt::UserRole).toString();
    QVERIFY(found.contains("dropped_stitch"));
    QVERIFY(!found.contains("cable"));
    book()->search()->setText("<b>zzz</b> \\ %1");
    QCOMPARE(book()->list()->count(), 0);
    QVERIFY(book()->reading()->toPlainText().contains("No page"));
    book()->search()->clear();
    QVERIFY(book()->list()->count() > 70);
}

void TestHandbook::f1FromEveryStation() {
    const QList<QPair<int, QString>> pages{{MainWindow::workroomPage, "the_machine"}, {MainWindow::swatch, "swatch"},
                                           {MainWindow::measure, "measures"},         {MainWindow::draft, "draft"},
                                           {MainWindow::knit, "at_the_machine"},      {MainWindow::review, "review"},
                                           {MainWindow::shelvesPage, "yarn_feed"}};
    for (const auto& [station, page] : pages) {
        window_->showStation(station);
        QTest::keyClick(window_.get(), Qt::Key_F1);
        QCOMPARE(window_->currentStation(), int(MainWindow::handbookPage));
        QCOMPARE(book()->opened(), page);
        QTest::keyClick(window_.get(), Qt::Key_F1);
        QCOMPARE(window_->currentStation(), station);
    }
    // Join: how the picked join is made.
    window_->showStation(MainWindow::join);
    QListWidget* joins = window_->joinStation()->list();
    QSet<QString> opened;
    for (int row = 0; row < joins->count(); ++row) {
        joins->setCurrentRow(row);
        QTest::keyClick(window_.get(), Qt::Key_F1);
        opened << book()->opened();
        QTest::keyClick(book(), Qt::Key_Escape);
        QCOMPARE(window_->currentStation(), int(MainWindow::join));
    }
    QVERIFY(opened.contains("bind_off_latch_off") && opened.contains("mattress"));
    // Knit: what is next by hand.
    beginFront(0);
    const auto& operations = window_->knitStation()->state()->program().operations;
    QVERIFY(!operations.empty());
    QTest::keyClick(window_.get(), Qt::Key_F1);
    QVERIFY2(book()->opened().startsWith("cast_on") || book()->opened().startsWith("waste"),
             qPrintable(book()->opened()));
    QTest::keyClick(window_.get(), Qt::Key_F1);
    QVERIFY(window_->knitStation()->state());
}

void TestHandbook::f1OnAField() {
    window_->showStation(MainWindow::draft);
    window_->draftStation()->showPiece("front");
    window_->draftStation()->canvas()->pick("welt");
    int fields = 0;
    for (QWidget* field : window_->draftStation()->findChildren<QWidget*>()) {
        const QString page = pageAbout(field->property(subjectProperty).toString());
        if (page.isEmpty() || !field->isVisible() || field->focusPolicy() == Qt::NoFocus || !field->isEnabled())
            continue;
        ++fields;
        field->setFocus();
        QTest::keyClick(window_.get(), Qt::Key_F1);
        QCOMPARE(book()->opened(), page);
        QTest::keyClick(window_.get(), Qt::Key_F1);
        QVERIFY(field->hasFocus()); // and on where one was
    }
    QVERIFY(fields > 0);
    QCOMPARE(pageAbout("pocket/depth_mm"), QString("pockets"));
    QCOMPARE(pageAbout("buttonhole_kind"), QString("bands_and_buttonholes"));
    QCOMPARE(pageAbout("waste_rows"), QString("waste_yarn"));
    QCOMPARE(pageAbout("crown/kind"), QString("across_a_row"));
    QCOMPARE(pageAbout(""), QString());
}

void TestHandbook::theMovingPicture() {
    window_->openHandbook("bind_off_at_the_edge");
    PracticeView& view = *book()->practice();
    QCOMPARE(view.shown(), 0);
    QVERIFY(view.movements() >= 4); // three bound off one by one, and a row
    const auto loops = [&] {
        int all = 0;
        for (const NeedleState& needle : view.bed()->view().needles)
            all += needle.loops;
        return all;
    };
    const int before = loops();
    QTest::keyClick(&view, Qt::Key_Right);
    QCOMPARE(view.shown(), 1);
    QVERIFY(loops() == before || loops() == before - 1 || view.shown() == 1);
    for (int i = 0; i < view.movements() + 3; ++i)
        QTest::keyClick(&view, Qt::Key_Right);
    QCOMPARE(view.shown(), view.movements());
    QCOMPARE(loops(), 7);
    QTest::keyClick(&view, Qt::Key_Left);
    QCOMPARE(view.shown(), view.movements() - 1);
    // It plays to the end by itself, and stops there.
    view.speed()->setValue(20);
    QTest::keyClick(&view, Qt::Key_Space);
    QVERIFY(view.plays());
    QTRY_VERIFY(!view.plays());
    QCOMPARE(view.shown(), view.movements());
    QTest::keyClick(&view, Qt::Key_Space); // once more from the beginning
    QVERIFY(view.plays());
    book()->open("cable"); // another page, another picture
    QVERIFY(!view.plays());
    QCOMPARE(view.shown(), 0);
}

void TestHandbook::tenCardsByHand_data() {
    QTest::addColumn<QString>("card");
    QTest::addColumn<bool>("pointer");
    for (auto each = rightHands().begin(); each != rightHands().end(); ++each)
        for (const bool pointer : {false, true})
            QTest::addRow("%s, %s", qPrintable(each.key()), pointer ? "pointer" : "keys") << each.key() << pointer;
}

void TestHandbook::tenCardsByHand() {
    QFETCH(QString, card);
    QFETCH(bool, pointer);
    window_->openHandbook(card);
    PracticeView& view = *book()->practice();
    const auto tryIt = [&] {
        if (pointer)
            QTest::mouseClick(view.tryButton(), Qt::LeftButton);
        else
            QTest::keyClick(&view, Qt::Key_Return);
    };
    for (const bool wrongFirst : {true, false}) {
        if (pointer)
            QTest::mouseClick(view.turnButton(), Qt::LeftButton);
        else
            QTest::keyClick(&view, Qt::Key_Y);
        QVERIFY(view.turn());
        if (wrongFirst) { // nothing was done: it says what would have happened, and stays
            tryIt();
            QCOMPARE(view.turn()->step(), std::size_t{0});
            QVERIFY(!view.answer().isEmpty() && !view.answer().startsWith("Right"));
        }
        std::size_t step = 0;
        for (const QList<Movement>& movements : rightHands()[card]) {
            for (const Movement& movement : movements)
                pointer ? byPointer(view, movement) : byKeys(view, movement);
            tryIt();
            QVERIFY2(view.turn()->step() == ++step, qPrintable(view.answer()));
        }
        QVERIFY(view.turn()->isDone());
        QCOMPARE(view.turn()->wentRight(), !wrongFirst);
        const auto days = PracticeRecord(*workroom_).days(card).size();
        QCOMPARE(days, wrongFirst ? 0 : 1);
        if (wrongFirst) // and again from the start
            pointer ? QTest::mouseClick(view.turnButton(), Qt::LeftButton) : QTest::keyClick(&view, Qt::Key_Escape);
    }
    QVERIFY2(book()->slip()->plainText().contains("1 day"), qPrintable(book()->slip()->plainText()));
}

void TestHandbook::knownAfterThreeDays() {
    PracticeRecord record(*workroom_);
    const QDate day(2026, 11, 26);
    record.wentRight("cable", day);
    record.wentRight("cable", day); // twice on a day is a day
    QVERIFY(!record.isKnown("cable"));
    record.wentRight("cable", day.addDays(1));
    QVERIFY(!record.isKnown("cable"));
    record.wentRight("cable", day.addDays(5));
    QVERIFY(record.isKnown("cable"));
    window_->openHandbook("cable");
    QVERIFY(book()->list()->currentItem()->text().startsWith(QStringLiteral("✓")));
    // What somebody wrote there by hand is no day.
    workroom_->setSetting("practice", R"({"cable": ["yesterday", 7, "2026-11-27", {"a": 1}], "graft": "x"})");
    QCOMPARE(record.days("cable"), QStringList{"2026-11-27"});
    QCOMPARE(record.days("graft"), QStringList());
    workroom_->setSetting("practice", "}broken");
    QCOMPARE(record.days("cable"), QStringList());
    record.wentRight("cable", day);
    QCOMPARE(record.days("cable").size(), 1);
}

/// A practice that is left half-way counts for nothing, and nothing of it stays.
void TestHandbook::abandonedHalfWay() {
    window_->openHandbook("decrease_fashioned");
    PracticeView& view = *book()->practice();
    QTest::keyClick(&view, Qt::Key_Y);
    byKeys(view, rightHands()["decrease_fashioned"][0][0]);
    QTest::keyClick(&view, Qt::Key_Return);
    QCOMPARE(view.turn()->step(), std::size_t{1});
    QTest::keyClick(window_.get(), Qt::Key_F1);
    QCOMPARE(window_->currentStation(), int(MainWindow::workroomPage));
    QTest::keyClick(window_.get(), Qt::Key_F1);
    window_->openHandbook("decrease_fashioned");
    QVERIFY(!view.turn());
    QCOMPARE(PracticeRecord(*workroom_).days("decrease_fashioned").size(), 0);
    // Take back, show, and the other keys do no harm, whenever they come.
    QTest::keyClick(&view, Qt::Key_Y);
    for (const int key : {Qt::Key_Z, Qt::Key_C, Qt::Key_O, Qt::Key_H, Qt::Key_T, Qt::Key_X, Qt::Key_P, Qt::Key_S,
                          Qt::Key_U, Qt::Key_D, Qt::Key_F, Qt::Key_B, Qt::Key_W, Qt::Key_L, Qt::Key_Z, Qt::Key_Z})
        QTest::keyClick(&view, static_cast<Qt::Key>(key));
    while (!view.turn()->isDone())
        QTest::mouseClick(view.showButton(), Qt::LeftButton);
    QVERIFY(!view.turn()->wentRight());
    QTest::keyClick(&view, Qt::Key_Return);
    QTest::keyClick(&view, Qt::Key_Space);
}

void TestHandbook::ownCards() {
    const QDir own(folder_->filePath("cards"));
    QVERIFY(QDir().mkpath(own.path()));
    const std::string sound = readFile(VESTIMEN_SOURCE_DIR "/data/cards/cable.json");
    const auto put = [&](const QString& name, QString text) {
        QFile file(own.filePath(name));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(text.toUtf8());
    };
    QString mine = QString::fromStdString(sound);
    mine.replace("\"key\": \"cable\"", "\"key\": \"my_cable\"")
        .replace("\"title\": \"Cross two over two\"", "\"title\": \"<b>Mine</b>\"");
    put("mine.json", mine);
    put("twice.json", QString::fromStdString(sound));
    put("refused.json", QString(mine)
                            .replace("my_cable", "refused")
                            .replace("\"left\": [\"L2\", \"L1\"]", "\"left\": [\"L12\", \"L11\"]"));
    put("broken.json", "{");
    QVERIFY(QDir().mkpath(own.filePath("folder.json")));
    window_->openHandbook("my_cable");
    QCOMPARE(book()->opened(), QString("my_cable"));
    QCOMPARE(book()->list()->currentItem()->text(), QString("<b>Mine</b>"));
    const QString problems = book()->handbook().problems.join("\n");
    for (const char* name : {"twice.json", "refused.json", "broken.json"})
        QVERIFY2(problems.contains(name), qPrintable(problems));
    QVERIFY(!book()->handbook().page("refused")); // named, not shown
    QVERIFY(window_->message().contains("refused.json"));
    QTest::keyClick(book()->practice(), Qt::Key_Y);
    QVERIFY(book()->practice()->turn());
}

void TestHandbook::printed() {
    for (const char* key : {"short_rows", "hang_a_hem", "fault_dropped"}) {
        window_->openHandbook(key);
        const QString file = folder_->filePath(QString("%1.pdf").arg(key));
        QVERIFY(book()->print(file));
        QFile pdf(file);
        QVERIFY(pdf.open(QIODevice::ReadOnly));
        QVERIFY(pdf.size() > 5000 && pdf.read(5) == "%PDF-");
    }
    QVERIFY(!book()->print(folder_->filePath("no/such/folder.pdf")));
    QVERIFY(window_->message().contains("folder.pdf"));
}

void TestHandbook::beginFront(int rows) {
    window_->showStation(MainWindow::knit);
    const qint64 piece = workroom_->beginPiece(window_->session().projectId(),
                                               window_->session().worked().piece(PieceKey("front"))->program);
    window_->knitStation()->resume(piece);
    for (int i = 0; i < 4000 && window_->knitStation()->state()->passesDone() < rows; ++i)
        QTest::keyClick(window_->knitStation(), Qt::Key_Space);
}

void TestHandbook::answer(const QString& text) {
    for (QPushButton* each : asked()->buttons())
        if (each->accessibleName() == text)
            return QTest::mouseClick(each, Qt::LeftButton);
    QFAIL(qPrintable("no answer: " + text));
}

void TestHandbook::aFaultFromSeeingItToTheJournal() {
    beginFront(60);
    KnitStation& knit = *window_->knitStation();
    const auto state = [&] { return knit.state(); };
    const ProgramPlace place = state()->place();
    QTest::keyClick(&knit, Qt::Key_W);
    auto* tiles = qobject_cast<FaultTiles*>(asked()->form());
    QVERIFY(tiles);
    QCOMPARE(tiles->tiles().size(), 14);
    QAbstractButton* dropped = nullptr;
    for (QAbstractButton* tile : tiles->tiles())
        if (tile->text() == "A dropped stitch")
            dropped = tile;
    QVERIFY(dropped);
    QTest::mouseClick(dropped, Qt::LeftButton);
    QVERIFY(asked()->words().contains("latch tool", Qt::CaseInsensitive));
    QVERIFY(asked()->words().contains("no row comes off"));
    answer("follow it on the bed");
    auto* needle = asked()->form()->findChild<QLineEdit*>();
    auto* rows = asked()->form()->findChild<QSpinBox*>();
    needle->setText("nowhere");
    answer("show the cure");
    QVERIFY(window_->message().contains("nowhere"));
    needle = asked()->form()->findChild<QLineEdit*>();
    needle->setText("r7");
    rows = asked()->form()->findChild<QSpinBox*>();
    rows->setValue(10);
    answer("show the cure");
    // The cure, on this piece's bed: rung by rung, first to watch.
    PracticeView* cure = knit.cure();
    QVERIFY(cure);
    QCOMPARE(cure->movements(), 10);
    const auto loopsAt = [&](const char* name) {
        const BedView& view = cure->bed()->view();
        return view.needles[static_cast<std::size_t>(at(name).slot() - view.firstSlot)].loops;
    };
    QCOMPARE(int(loopsAt("R7")), 0);
    QTest::keyClick(cure, Qt::Key_Right);
    QCOMPARE(int(loopsAt("R7")), 1);
    // Then by hand: one rung left out is told.
    QTest::keyClick(cure, Qt::Key_Y);
    byKeys(*cure, {"R7", "", {Qt::Key_U}, 9});
    QTest::keyClick(cure, Qt::Key_Return);
    QVERIFY(!cure->turn()->isDone());
    QVERIFY2(!cure->answer().isEmpty(), qPrintable(cure->answer()));
    QTest::keyClick(cure, Qt::Key_U);
    QTest::keyClick(cure, Qt::Key_Return);
    QVERIFY(cure->turn()->isDone());
    // To the handbook and back, and it is still there.
    QTest::keyClick(window_.get(), Qt::Key_F1);
    QTest::keyClick(window_.get(), Qt::Key_F1);
    QVERIFY(knit.cure());
    QTest::keyClick(&knit, Qt::Key_M);
    QVERIFY(!knit.cure());
    QVERIFY(state()->place() == place);
    const JournalRecord last = workroom_->journal(state()->piece().id).last();
    QVERIFY2(last.text.contains("R7") && last.text.contains("10 rows"), qPrintable(last.text));
    QTest::keyClick(&knit, Qt::Key_Space); // and on
    QVERIFY(state()->place() != place);
    // A row that comes off: a strand over needles.
    const int before = state()->passesDone();
    QTest::keyClick(&knit, Qt::Key_W);
    tiles = qobject_cast<FaultTiles*>(asked()->form());
    int at = 0;
    while (tiles->tiles()[at]->text() != "A strand across needles")
        ++at;
    tiles->tiles()[0]->setFocus();
    for (int i = 0; i < at; ++i) // by keys
        QTest::keyClick(tiles->tiles()[i], Qt::Key_Right);
    QTest::keyClick(tiles->tiles()[at], Qt::Key_Return);
    QVERIFY(asked()->words().contains("one row comes off"));
    // Followed on the bed: the needles stand out, go back, and the row is knitted again.
    answer("follow it on the bed");
    const auto fields = asked()->form()->findChildren<QLineEdit*>();
    QCOMPARE(fields.size(), 2);
    fields[0]->setText("L1");
    fields[1]->setText("l3"); // the other way round is as good
    answer("show the cure");
    cure = knit.cure();
    QVERIFY2(cure, qPrintable(window_->message()));
    const auto positionOf = [&](const char* name) {
        const BedView& view = cure->bed()->view();
        return view.needles[static_cast<std::size_t>(Needle::parse(name)->slot() - view.firstSlot)].position;
    };
    QVERIFY(positionOf("L2") == Position::hold && positionOf("L4") == Position::work);
    QTest::keyClick(cure, Qt::Key_Y);
    byKeys(*cure, {"L3", "L1", {Qt::Key_Up}});
    QTest::keyClick(cure, Qt::Key_Return);
    QTest::keyClick(cure, Qt::Key_Space);
    QTest::keyClick(cure, Qt::Key_Return);
    QVERIFY2(cure->turn()->isDone() && cure->turn()->wentRight(), qPrintable(cure->answer()));
    QTest::keyClick(&knit, Qt::Key_M);
    QCOMPARE(state()->passesDone(), before);
    QVERIFY(workroom_->journal(state()->piece().id).last().text.contains("L3 to L1"));
    QTest::keyClick(&knit, Qt::Key_W);
    QTest::mouseClick(qobject_cast<FaultTiles*>(asked()->form())->tiles()[at], Qt::LeftButton);
    answer("unravel that row");
    QCOMPARE(state()->passesDone(), before - 1);
    const auto journal = workroom_->journal(state()->piece().id);
    QVERIFY(std::ranges::any_of(journal, [](const JournalRecord& each) { return each.text.contains("strand"); }));
    // Too deep for its column, and a needle that the bed has not.
    for (const auto& [name, deep] : {std::pair("R3", 5000), std::pair("R9000", 2)}) {
        QTest::keyClick(&knit, Qt::Key_W);
        tiles = qobject_cast<FaultTiles*>(asked()->form());
        for (QAbstractButton* tile : tiles->tiles())
            if (tile->text() == "A dropped stitch")
                dropped = tile;
        QTest::mouseClick(dropped, Qt::LeftButton);
        answer("follow it on the bed");
        asked()->form()->findChild<QLineEdit*>()->setText(name);
        asked()->form()->findChild<QSpinBox*>()->setValue(deep);
        answer("show the cure");
        QVERIFY(!knit.cure());
        QVERIFY(!window_->message().isEmpty());
        QTest::keyClick(&knit, Qt::Key_Escape);
    }
    // From the fault to its card.
    QTest::keyClick(&knit, Qt::Key_W);
    tiles = qobject_cast<FaultTiles*>(asked()->form());
    QTest::mouseClick(tiles->tiles()[2], Qt::LeftButton);
    answer("watch and practise it");
    QCOMPARE(window_->currentStation(), int(MainWindow::handbookPage));
    QVERIFY(book()->opened().startsWith("fault_"));
}

/// At row 0, on waste rows and off the machine it says so, and offers nothing that cannot be.
/// Seen two rows after it was knitted: it is shown where it is, let down as far, and taken up.
void TestHandbook::aSplitStitchFurtherDown() {
    beginFront(60);
    KnitStation& knit = *window_->knitStation();
    QTest::keyClick(&knit, Qt::Key_W);
    for (QAbstractButton* tile : qobject_cast<FaultTiles*>(asked()->form())->tiles())
        if (tile->text() == "A split stitch") {
            QTest::mouseClick(tile, Qt::LeftButton);
            break;
        }
    answer("follow it on the bed");
    QVERIFY2(asked()->words().contains("in its hook is 1"), qPrintable(asked()->words()));
    asked()->form()->findChild<QLineEdit*>()->setText("L4");
    asked()->form()->findChild<QSpinBox*>()->setValue(3);
    answer("show the cure");
    PracticeView* cure = knit.cure();
    QVERIFY(cure);
    using Split = std::vector<std::pair<Needle, int>>;
    QCOMPARE(cure->bed()->view().split, (Split{{at("L4"), 3}}));
    QTest::keyClick(cure, Qt::Key_Y);
    QTest::keyClick(cure, Qt::Key_Return); // left as it is
    QVERIFY2(cure->answer().contains("half its yarn"), qPrintable(cure->answer()));
    byKeys(*cure, {"L4", "", {Qt::Key_D}});
    QTest::keyClick(cure, Qt::Key_Return);
    QCOMPARE(cure->turn()->step(), std::size_t{1});
    QVERIFY(cure->bed()->view().split.empty());
    QCOMPARE(cure->bed()->view().rungs, (Split{{at("L4"), 3}}));
    byKeys(*cure, {"L4", "", {Qt::Key_U}, 3});
    QTest::keyClick(cure, Qt::Key_Return);
    QVERIFY(cure->turn()->isDone());
    QTest::keyClick(&knit, Qt::Key_M);
    const JournalRecord last = workroom_->journal(knit.state()->piece().id).last();
    QVERIFY2(last.text.contains("A split stitch at L4, 3 rows down"), qPrintable(last.text));
}

void TestHandbook::faultsWhereNothingIsToMend() {
    KnitStation& knit = *window_->knitStation();
    const auto ask = [&] {
        QTest::keyClick(&knit, Qt::Key_W);
        auto* tiles = qobject_cast<FaultTiles*>(asked()->form());
        for (QAbstractButton* tile : tiles->tiles())
            if (tile->text() == "A dropped stitch")
                return QTest::mouseClick(tile, Qt::LeftButton);
    };
    const auto offered = [&] {
        QStringList all;
        for (QPushButton* each : asked()->buttons())
            all << each->accessibleName();
        return all;
    };
    beginFront(0);
    ask();
    QVERIFY2(asked()->words().contains("No row was knitted yet"), qPrintable(asked()->words()));
    QCOMPARE(offered(), (QStringList{"watch and practise it", "leave it"}));
    QTest::keyClick(&knit, Qt::Key_Escape);
    const auto& operations = knit.state()->program().operations;
    const bool beginsOnWaste = std::ranges::any_of(operations, [&](const Operation& each) {
        const auto* row = std::get_if<operation::Knit>(&each.action);
        return row && knit.state()->program().yarns[row->yarn].role == YarnRole::waste;
    });
    QVERIFY(beginsOnWaste);
    for (int i = 0; i < 4000 && !knit.state()->finished(); ++i) {
        const auto& passes = knit.state()->bed().fabric().passes;
        if (!passes.empty() && passes.back().protects)
            break;
        QTest::keyClick(&knit, Qt::Key_Space);
    }
    ask();
    QVERIFY2(asked()->words().contains("waste yarn"), qPrintable(asked()->words()));
    QTest::keyClick(&knit, Qt::Key_Escape);
    for (int i = 0; i < 4000 && !knit.state()->finished(); ++i)
        QTest::keyClick(&knit, Qt::Key_Space);
    QVERIFY(knit.state()->finished());
    ask();
    QVERIFY2(asked()->words().contains("off the machine"), qPrintable(asked()->words()));
}

/// Thirteen drawings, no two alike.
void TestHandbook::everyFaultHasItsPicture() {
    QSet<QByteArray> seen;
    int faults = 0;
    for (const HandbookPage& page : loadHandbook({}).pages) {
        if (!page.card || !page.card->isFault())
            continue;
        ++faults;
        QImage image(160, 80, QImage::Format_ARGB32);
        image.fill(Qt::white);
        QPainter painter(&image);
        paintFault(painter, QRectF(4, 4, 152, 72), page.key);
        painter.end();
        seen << QByteArray(reinterpret_cast<const char*>(image.constBits()), image.sizeInBytes());
    }
    QCOMPARE(seen.size(), faults);
}

void TestHandbook::wordsOfTheOtherHabit_data() {
    QTest::addColumn<QString>("here");
    QTest::addColumn<QString>("other");
    QTest::newRow("a verb") << "Bind off 3 stitches at the right."
                            << "Cast off 3 stitches at the right.";
    QTest::newRow("done") << "7 are bound off"
                          << "7 are cast off";
    QTest::newRow("two in one") << "Waste yarn, a ravel cord, then short rows"
                                << "Scrap yarn, a draw thread, then partial rows";
    QTest::newRow("the longer first") << "The gauge swatch, its gauges"
                                      << "The tension swatch, its tensions";
    QTest::newRow("within a word") << "gauges, engaged, unwelted"
                                   << "tensions, engaged, unwelted";
    QTest::newRow("what faces you") << "Knit sides together, at the left; its purl side faces you"
                                    << "Right sides together, at the left; its wrong side faces you";
    QTest::newRow("a kind of machine") << "Mid-gauge bed 6.5 mm"
                                       << "Mid-gauge bed 6.5 mm";
    QTest::newRow("nothing") << ""
                             << "";
}

void TestHandbook::wordsOfTheOtherHabit() {
    QFETCH(QString, here);
    QFETCH(QString, other);
    QCOMPARE(inOtherWords(here), other);
    QCOMPARE(inOtherWords(other), other); // once is enough
}

/// Chosen in the handbook, no station, button, list or card keeps a word of the first habit, and back again.
void TestHandbook::oneHabitEverywhere() {
    const auto wordsShown = [&] {
        QStringList all;
        for (const QWidget* each : window_->findChildren<QWidget*>()) {
            if (const auto* label = qobject_cast<const QLabel*>(each))
                all << label->text();
            else if (const auto* button = qobject_cast<const QAbstractButton*>(each))
                all << button->text();
            else if (const auto* slip = qobject_cast<const Slip*>(each))
                all << slip->plainText();
            else if (const auto* box = qobject_cast<const QComboBox*>(each); box && box != book()->habit())
                for (int i = 0; i < box->count(); ++i)
                    all << box->itemText(i);
            else if (const auto* list = qobject_cast<const QListWidget*>(each))
                for (int i = 0; i < list->count(); ++i)
                    all << list->item(i)->text();
            if (!each->toolTip().isEmpty())
                all << each->toolTip();
        }
        return all;
    };
    static const QRegularExpression here(
        "(?<!mid-)\\b(bind off|bound off|binding off|gauge|waste yarn|ravel cord|short rows?|welts?|second bed|"
        "(knit|purl) sides?)\\b",
        QRegularExpression::CaseInsensitiveOption);
    const auto goRound = [&] {
        QStringList kept;
        for (const int station : {MainWindow::swatch, MainWindow::measure, MainWindow::draft, MainWindow::knit,
                                  MainWindow::join, MainWindow::review, MainWindow::workroomPage}) {
            window_->showStation(station);
            if (station == MainWindow::draft) {
                window_->draftStation()->showPiece("front");
                window_->draftStation()->canvas()->pick("welt");
            }
            if (station == MainWindow::join)
                window_->joinStation()->list()->setCurrentRow(1);
            QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
            for (const QString& text : wordsShown())
                if (here.match(text).hasMatch() && !kept.contains(text))
                    kept << text;
        }
        beginFront(30);
        for (int i = 0; i < 200; ++i)
            QTest::keyClick(window_->knitStation(), Qt::Key_Space);
        window_->openHandbook("bind_off_latch_off");
        for (const QString& text : wordsShown())
            if (here.match(text).hasMatch() && !kept.contains(text))
                kept << text;
        return kept;
    };
    window_->openHandbook("short_rows");
    QVERIFY(!goRound().isEmpty());
    window_->openHandbook("short_rows");
    book()->habit()->setCurrentIndex(1);
    emit book()->habit()->activated(1);
    QTRY_COMPARE(chosenHabit(), Habit::other);
    QCOMPARE(window_->currentStation(), int(MainWindow::handbookPage));
    QCOMPARE(book()->opened(), QString("short_rows"));
    QVERIFY(book()->reading()->toPlainText().startsWith("Partial rows"));
    QCOMPARE(workroom_->setting("words"), QString("other"));
    const QStringList kept = goRound();
    QVERIFY2(kept.isEmpty(), qPrintable(kept.join("\n")));
    // Both habits find it.
    window_->openHandbook("short_rows");
    for (const char* typed : {"partial rows", "short rows"}) {
        book()->search()->setText(typed);
        QVERIFY(book()->list()->count() > 0);
    }
    book()->search()->clear();
    emit book()->habit()->activated(0);
    QTRY_COMPARE(chosenHabit(), Habit::here);
    book()->open("short_rows");
    QVERIFY(book()->reading()->toPlainText().startsWith("Short rows"));
}

void TestHandbook::careIsTickedAndQuiet() {
    window_->showStation(MainWindow::knit);
    QPushButton* button = window_->knitStation()->choice()->care();
    QVERIFY2(button->text().startsWith("Set up the machine"), qPrintable(button->text()));
    const Machine& machine = window_->session().project().machine;
    int boxes = 0;
    // As it opens: every box ticked with the pointer.
    QTimer::singleShot(0, window_.get(), [&] {
        auto* dialog = qobject_cast<CareDialog*>(QApplication::activeModalWidget());
        QVERIFY(dialog);
        for (QCheckBox* box : dialog->boxes()) {
            if (!box->isChecked())
                box->click();
            ++boxes;
        }
        dialog->reject();
    });
    QTest::mouseClick(button, Qt::LeftButton);
    QCOMPARE(boxes, int(careOf(machine).size()));
    QCOMPARE(button->text(), QString("Set-up and care")); // quiet now
    CareDialog again(*workroom_, machine, QDate::currentDate());
    for (QCheckBox* box : again.boxes())
        QVERIFY(box->isChecked());
    QVERIFY(again.box("clamps")->toolTip().contains(QString::number(QDate::currentDate().year())));
    // Tomorrow the daily ones are due again, what goes by hours is not.
    CareDialog tomorrow(*workroom_, machine, QDate::currentDate().addDays(1));
    QVERIFY(!tomorrow.box("clamps")->isChecked());
    QVERIFY(tomorrow.box("oil")->isChecked());
    QVERIFY(careWords(*workroom_, machine, QDate::currentDate().addDays(1), 0.0).contains("to look at"));
    tomorrow.box("clamps")->click();
    again.box("rails")->click(); // taken back
    QVERIFY(CareRecord(*workroom_).ticks(QString::fromStdString(machine.name)).size() + 1 == careOf(machine).size());
    workroom_->setSetting("care", "[broken");
    QVERIFY(CareRecord(*workroom_).ticks(QString::fromStdString(machine.name)).empty());
}

/// Rows that follow each other are time at the machine; a pause is none, and neither is another machine's.
void TestHandbook::hoursAreTheJournals() {
    const qint64 project = window_->session().projectId();
    const Program program = window_->session().worked().piece(PieceKey("back"))->program;
    QList<JournalRecord> journal;
    QDateTime at(QDate(2026, 11, 20), QTime(10, 0));
    for (int i = 0; i < 181; ++i) // three hours, a record a minute
        journal.append({JournalRecord::Kind::done, {0, 0}, {}, at.addSecs(60 * i)});
    journal.append({JournalRecord::Kind::done, {0, 0}, {}, at.addDays(1)});
    journal.append({JournalRecord::Kind::done, {0, 0}, {}, at}); // a clock that was set back
    QVERIFY(workroom_->addPiece(project, program, at, journal));
    const QString machine = QString::fromStdString(window_->session().project().machine.name);
    QVERIFY(std::abs(CareRecord(*workroom_).hours(machine) - 3.0) < 0.01);
    QCOMPARE(CareRecord(*workroom_).hours("another"), 0.0);
}

QTEST_MAIN(TestHandbook)
#include "tst_handbook.moc"
