// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/yarn_scale.h"
#include "support/stand_in.h"

#include <QSignalSpy>
#include <QTest>

using vestimen::parseScaleLine;
using vestimen::ScaleReading;
using vestimen::YarnScale;
using vestimen::test::StandInScale;

class TestYarnScale : public QObject {
    Q_OBJECT

private slots:
    void linesGoThereAndBack();
    void rubbishIsNoReading_data();
    void rubbishIsNoReading();
    void weighsACone();
    void driftIsNeverSteady();
    void aLostLineIsSaidAndFoundAgain();
    void silenceCountsAsLost();
    void aPortThatIsNotThereIsWaitedFor();
};

void TestYarnScale::linesGoThereAndBack() {
    for (const ScaleReading reading : {ScaleReading{312.4, true}, {0.0, false}, {-1.5, true}, {5000.0, false}})
        QCOMPARE(parseScaleLine(scaleLine(reading)), std::optional(reading));
    QCOMPARE(parseScaleLine("scale 12 g steady\r\n"), std::optional(ScaleReading{12.0, true}));
}

void TestYarnScale::rubbishIsNoReading_data() {
    QTest::addColumn<QByteArray>("line");
    for (const char* line : {"", "scale", "scale  g steady", "scale 31#.4 g st", "scale 12.5 g", "scale 12.5 kg steady",
                             "scale 12,5 g steady", "scale nan g steady", "scale 1e99 g steady", "weight 12 g steady",
                             "scale 12.5 g steady now", "Scale 12.5 g steady", "scale 999999 g steady"})
        QTest::newRow(line[0] ? line : "empty") << QByteArray(line);
}

void TestYarnScale::rubbishIsNoReading() {
    QFETCH(QByteArray, line);
    QVERIFY(!parseScaleLine(line.toStdString()));
}

void TestYarnScale::weighsACone() {
    StandInScale standIn;
    QVERIFY(standIn.started());
    YarnScale scale;
    scale.connectTo(standIn.port());
    standIn.tell("on 312.4");
    QTRY_VERIFY(scale.reading() && scale.reading()->steady && scale.reading()->grams == 312.4);
    QCOMPARE(scale.state(), YarnScale::State::connected);
    standIn.tell("rubbish");
    QTRY_COMPARE(scale.rubbish(), 1);
    QCOMPARE(scale.state(), YarnScale::State::connected);
    standIn.tell("off");
    QTRY_VERIFY(scale.reading() && scale.reading()->steady && scale.reading()->grams == 0.0);
}

void TestYarnScale::driftIsNeverSteady() {
    StandInScale standIn;
    YarnScale scale;
    scale.connectTo(standIn.port());
    standIn.tell("drift 40");
    QTRY_VERIFY(scale.reading() && scale.reading()->grams > 4.0);
    QVERIFY(!scale.reading()->steady);
    standIn.tell("settle");
    QTRY_VERIFY(scale.reading()->steady);
}

void TestYarnScale::aLostLineIsSaidAndFoundAgain() {
    StandInScale standIn;
    YarnScale scale;
    scale.connectTo(standIn.port());
    standIn.tell("on 57");
    QTRY_VERIFY(scale.reading() && scale.reading()->grams == 57.0);
    QSignalSpy changes(&scale, &YarnScale::stateChanged);
    standIn.tell("lose");
    QTRY_COMPARE(scale.state(), YarnScale::State::lost);
    QVERIFY(!scale.reading()); // an old weight is no weight
    QCOMPARE(changes.size(), 1);
    standIn.tell("find");
    QTRY_COMPARE(scale.state(), YarnScale::State::connected);
    QTRY_VERIFY(scale.reading() && scale.reading()->grams == 57.0);
}

void TestYarnScale::silenceCountsAsLost() {
    YarnScale scale;
    {
        StandInScale standIn;
        scale.connectTo(standIn.port());
        QTRY_COMPARE(scale.state(), YarnScale::State::connected);
    }
    QTRY_COMPARE_WITH_TIMEOUT(scale.state(), YarnScale::State::lost, YarnScale::silence + 3000);
    scale.connectTo({});
    QCOMPARE(scale.state(), YarnScale::State::off);
}

void TestYarnScale::aPortThatIsNotThereIsWaitedFor() {
    YarnScale scale;
    StandInScale standIn;
    standIn.tell("lose");
    QTRY_VERIFY(!QFileInfo::exists(standIn.port()));
    scale.connectTo(standIn.port());
    QCOMPARE(scale.state(), YarnScale::State::waiting);
    standIn.tell("find");
    QTRY_COMPARE(scale.state(), YarnScale::State::connected);
}

QTEST_GUILESS_MAIN(TestYarnScale)
#include "tst_yarn_scale.moc"
