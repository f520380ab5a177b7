// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/row_counter.h"
#include "support/stand_in.h"

#include <QSignalSpy>
#include <QTest>

using namespace vestimen;
using vestimen::test::StandInCounter;
using To = CounterReading::To;
using Kind = CounterNews::Kind;

namespace {

/// What a listener makes of readings, one after the other, with the carriage going along.
struct Knitter {
    CounterListener listener{400, 120};
    To carriage = To::right;
    int rows = 0;
    std::int64_t now = 100000;

    Kind hear(int number, std::optional<To> to, int after = 1000) {
        now += after;
        const CounterNews news = listener.hear({number, now, to}, carriage);
        if (news.kind == Kind::row || news.kind == Kind::missed) {
            rows += news.rows;
            if (news.rows % 2 == 1)
                carriage = carriage == To::left ? To::right : To::left;
        }
        return news.kind;
    }
};

} // namespace

class TestRowCounter : public QObject {
    Q_OBJECT

private slots:
    void standInsReplaceOnlyTheirOwn();
    void linesGoThereAndBack();
    void rubbishIsNoReading_data();
    void rubbishIsNoReading();
    void rowsAreCounted();
    void doubleTriggersAreNoRows();
    void lostRowsAreMadeUp();
    void aCounterThatWasSwitchedOff();
    void theWrongWay();
    void noCarriageIsSoFast();
    void theStandInKnits();
    void aLostLineIsFoundAgain();
    void rubbishAndHalfLines();
};

void TestRowCounter::linesGoThereAndBack() {
    for (const CounterReading& reading :
         {CounterReading{1, 0, To::left}, {214, 73512, To::right}, {0, 0, std::nullopt}, {999999, 1, std::nullopt}})
        QCOMPARE(parseCounterLine(counterLine(reading)), std::optional(reading));
    QCOMPARE(parseCounterLine("pass 7 left 20\r\n"), std::optional(CounterReading{7, 20, To::left}));
}

void TestRowCounter::rubbishIsNoReading_data() {
    QTest::addColumn<QByteArray>("line");
    for (const char* line : {"",
                             "pass",
                             "pass ",
                             "pass 214",
                             "pass 214 up 5",
                             "pass 0 left 5",
                             "pass -3 left 5",
                             "pass 214 left",
                             "pass 214 left -5",
                             "pass 214 left 05",
                             "pass 214 left 5 5",
                             "count 7",
                             "pass 2#4 rihgt",
                             "pass 007 left 5",
                             "pass 12 left now",
                             "Pass 12 left 5",
                             "count",
                             "count ",
                             "count x 5",
                             "count 3 left 5",
                             "pass 99999999999 left 5",
                             "pass 3 left 9999999999999",
                             "scale 312.4 g steady"})
        QTest::newRow(line[0] ? line : "empty") << QByteArray(line);
}

void TestRowCounter::rubbishIsNoReading() {
    QFETCH(QByteArray, line);
    QVERIFY(!parseCounterLine(line.toStdString()));
}

void TestRowCounter::rowsAreCounted() {
    Knitter knitter;
    for (int i = 1; i <= 20; ++i) {
        QCOMPARE(knitter.hear(i, i % 2 == 1 ? To::left : To::right), Kind::row);
        QCOMPARE(knitter.hear(i, std::nullopt), Kind::nothing);
        QCOMPARE(knitter.hear(i, i % 2 == 1 ? To::left : To::right), Kind::nothing); // the same line again
    }
    QCOMPARE(knitter.rows, 20);
}

void TestRowCounter::doubleTriggersAreNoRows() {
    Knitter knitter;
    QCOMPARE(knitter.hear(1, To::left), Kind::row);
    QCOMPARE(knitter.hear(2, To::left, 60), Kind::doubled);
    QCOMPARE(knitter.hear(3, To::left, 399), Kind::doubled);
    QCOMPARE(knitter.hear(4, To::right), Kind::row);
    QCOMPARE(knitter.hear(5, To::right, 401), Kind::wrongWay); // too late to be a double trigger
    QCOMPARE(knitter.rows, 2);
}

void TestRowCounter::lostRowsAreMadeUp() {
    Knitter knitter;
    QCOMPARE(knitter.hear(40, std::nullopt), Kind::nothing); // where it stands is where we begin
    QCOMPARE(knitter.hear(41, To::left), Kind::row);
    QCOMPARE(knitter.hear(44, std::nullopt), Kind::missed);
    QCOMPARE(knitter.rows, 4);
    QCOMPARE(knitter.carriage, To::right);
    QCOMPARE(knitter.hear(47, To::left), Kind::missed);
    QCOMPARE(knitter.rows, 7);
    // Two passes bring the carriage back: the side does not fit.
    QCOMPARE(knitter.hear(49, To::right), Kind::wrongWay);
    QCOMPARE(knitter.rows, 7);
}

void TestRowCounter::aCounterThatWasSwitchedOff() {
    Knitter knitter;
    QCOMPARE(knitter.hear(214, To::left), Kind::row);
    QCOMPARE(knitter.hear(0, std::nullopt), Kind::nothing);
    QCOMPARE(knitter.hear(1, To::right), Kind::row);
    knitter.listener.forget();
    QCOMPARE(knitter.hear(77, To::left), Kind::row);
    QCOMPARE(knitter.rows, 3);
}

void TestRowCounter::theWrongWay() {
    Knitter knitter;
    QCOMPARE(knitter.hear(1, To::right), Kind::wrongWay);
    QCOMPARE(knitter.rows, 0);
    QCOMPARE(knitter.hear(2, To::left), Kind::row);
}

void TestRowCounter::noCarriageIsSoFast() {
    Knitter knitter;
    QCOMPARE(knitter.hear(1, To::left), Kind::row);
    for (int i = 2; i <= 10000; ++i)
        QCOMPARE(knitter.hear(i, i % 2 == 1 ? To::left : To::right, 0) == Kind::tooFast, true);
    QCOMPARE(knitter.rows, 1);
    QCOMPARE(knitter.hear(10001, To::right, 2000), Kind::row);
    // Of a flood whose lines did not all come through, nothing is made up.
    QCOMPARE(knitter.hear(19000, std::nullopt, 500), Kind::tooFast);
    QCOMPARE(knitter.hear(19001, To::left, 2000), Kind::row);
    QCOMPARE(knitter.hear(27000, To::right, 500), Kind::tooFast);
    QCOMPARE(knitter.rows, 3);
    // A clock that has gone back was switched off and on.
    QCOMPARE(knitter.hear(27001, To::right, -5000), Kind::row);
}

void TestRowCounter::theStandInKnits() {
    StandInCounter standIn;
    QVERIFY(standIn.started());
    RowCounter counter;
    QSignalSpy heard(&counter, &RowCounter::heard);
    std::vector<CounterReading> passes;
    connect(&counter, &RowCounter::heard, this, [&](const CounterReading& reading) {
        if (reading.to)
            passes.push_back(reading);
    });
    counter.connectTo(standIn.port());
    QTRY_COMPARE(counter.state(), DeviceLine::State::connected);
    standIn.tell("side right");
    standIn.tell("doubles 3");
    standIn.tell("rows 6");
    QTRY_COMPARE(passes.size(), 8u);
    QCOMPARE(passes.front().to, std::optional(To::left));
    QCOMPARE(passes[2].to, passes[3].to);
    QCOMPARE(passes.back().number, 8);
}

void TestRowCounter::aLostLineIsFoundAgain() {
    StandInCounter standIn;
    RowCounter counter;
    QSignalSpy changed(&counter, &RowCounter::changed);
    int last = 0;
    connect(&counter, &RowCounter::heard, this, [&](const CounterReading& reading) { last = reading.number; });
    counter.connectTo(standIn.port());
    standIn.tell("rows 3");
    QTRY_COMPARE(last, 3);
    standIn.tell("lose");
    standIn.tell("rows 4");
    QTRY_COMPARE(counter.state(), DeviceLine::State::lost);
    standIn.tell("find");
    QTRY_COMPARE(counter.state(), DeviceLine::State::connected);
    QTRY_COMPARE(last, 7);
    QCOMPARE(changed.size(), 1); // it is still the same counter
}

void TestRowCounter::rubbishAndHalfLines() {
    StandInCounter standIn;
    RowCounter counter;
    int passes = 0;
    connect(&counter, &RowCounter::heard, this, [&](const CounterReading& reading) { passes += reading.to ? 1 : 0; });
    counter.connectTo(standIn.port());
    QTRY_COMPARE(counter.state(), DeviceLine::State::connected);
    standIn.tell("rubbish");
    QTRY_COMPARE(counter.rubbish(), 1);
    standIn.tell("half"); // what follows makes a broken line of it
    QTRY_COMPARE(counter.rubbish(), 2);
    standIn.tell("pass");
    QTRY_COMPARE(passes, 1);
    standIn.tell("flood 10000");
    QTRY_VERIFY(passes > 1000); // what the line could not hold is lost; the window is not
    QCOMPARE(counter.state(), DeviceLine::State::connected);
}

void TestRowCounter::standInsReplaceOnlyTheirOwn() {
    QTemporaryDir folder;
    const QString letter = folder.filePath("letter");
    QFile file(letter);
    QVERIFY(file.open(QIODevice::WriteOnly) && file.write("dear Odile") > 0);
    file.close();
    const QString link = folder.filePath("link");
    QVERIFY(QFile::link(letter, link));
    for (const QString& taken : {letter, link}) {
        QProcess standIn;
        standIn.start(QCoreApplication::applicationDirPath() + "/vestimen-counter", {"--port", taken});
        QVERIFY(standIn.waitForFinished(5000));
        QCOMPARE(standIn.exitCode(), 1);
    }
    QCOMPARE(QFileInfo(link).symLinkTarget(), letter);
    QVERIFY(file.open(QIODevice::ReadOnly));
    QCOMPARE(file.readAll(), QByteArray("dear Odile"));
    // In the user's own folder when none is named, and gone with it.
    QProcess standIn;
    QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
    environment.insert("XDG_RUNTIME_DIR", folder.path());
    standIn.setProcessEnvironment(environment);
    standIn.start(QCoreApplication::applicationDirPath() + "/vestimen-counter", QStringList());
    QTRY_VERIFY(QFileInfo(folder.filePath("vestimen-counter")).isSymLink());
    standIn.closeWriteChannel();
    QVERIFY(standIn.waitForFinished(5000));
    QVERIFY(!QFileInfo(folder.filePath("vestimen-counter")).isSymLink());
}

QTEST_GUILESS_MAIN(TestRowCounter)
#include "tst_row_counter.moc"
