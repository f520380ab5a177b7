// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/machine.h"
#include "core/quantity/needle.h"
#include "core/quantity/parsing.h"
#include "core/quantity/printing.h"
#include "core/reckoning/phrase.h"

#include <QTest>

using namespace vestimen;

class TestQuantity : public QObject {
    Q_OBJECT

private slots:
    void lengthIsReadWithItsUnit_data();
    void lengthIsReadWithItsUnit();
    void lengthIsRefused_data();
    void lengthIsRefused();
    void bareNumbersTakeTheUnitThatIsAskedFor();
    void gaugeIsRead_data();
    void gaugeIsRead();
    void gaugeIsRefused_data();
    void gaugeIsRefused();
    void listsTakeTheUnitThatFollows();
    void needlesHaveNoZero();
    void needleNamesAreStrict_data();
    void needleNamesAreStrict();
    void centredPiecesPutTheOddStitchRight();
    void spansCountBothEnds();
    void numbersPrintWithoutTrailingZeros();
    void lengthsPrintInEachUnit();
    void stitchSizesGoRound_data();
    void stitchSizesGoRound();
    void stitchSizesStopAtTheEnds();
    void sevenMachines();
    void swatchAdviceFollowsThePitch();
    void phrasesFillTheirPlaces();
};

void TestQuantity::lengthIsReadWithItsUnit_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<double>("mm");
    QTest::newRow("mm") << "520mm" << 520.0;
    QTest::newRow("cm with space") << " 52 cm " << 520.0;
    QTest::newRow("m") << "0.52m" << 520.0;
    QTest::newRow("decimal comma") << "52,5cm" << 525.0;
    QTest::newRow("inches") << "20.5in" << 520.7;
    QTest::newRow("whole and fraction") << "20 1/2in" << 520.7;
    QTest::newRow("fraction alone") << "1/2in" << 12.7;
    QTest::newRow("inch sign") << "2\"" << 50.8;
    QTest::newRow("plus") << "+3mm" << 3.0;
    QTest::newRow("negative") << "-10mm" << -10.0;
}

void TestQuantity::lengthIsReadWithItsUnit() {
    QFETCH(QString, text);
    QFETCH(double, mm);
    const auto length = parseLength(text.toStdString());
    QVERIFY2(length, length.problem.c_str());
    QCOMPARE((*length).mm(), mm);
}

void TestQuantity::lengthIsRefused_data() {
    QTest::addColumn<QString>("text");
    for (const char* text : {"", "52", "cm", "5 2cm", "--5cm", "+-5cm", "1/0in", "fivecm", "5km", "1e3mm", "nanmm",
                             "infcm", "1/2/3in", "5.5.5mm", "12 cm cm"})
        QTest::newRow(text) << text;
}

void TestQuantity::lengthIsRefused() {
    QFETCH(QString, text);
    const auto length = parseLength(text.toStdString());
    QVERIFY(!length);
    // The sentence says what was given and what would be right.
    QVERIFY(QString::fromStdString(length.problem).contains(text.trimmed()));
    QVERIFY(QString::fromStdString(length.problem).contains("52cm"));
}

void TestQuantity::bareNumbersTakeTheUnitThatIsAskedFor() {
    QCOMPARE((*parseLength("52", LengthUnit::centimetre)).mm(), 520.0);
    QCOMPARE((*parseLength("52", LengthUnit::millimetre)).mm(), 52.0);
    QCOMPARE((*parseLength("2", LengthUnit::inch)).mm(), 50.8);
    QCOMPARE((*parseLength("52mm", LengthUnit::centimetre)).mm(), 52.0);
}

void TestQuantity::gaugeIsRead_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<double>("perTen");
    QTest::newRow("per 10 cm") << "28.1/10cm" << 28.1;
    QTest::newRow("per cm") << "2.81/cm" << 28.1;
    QTest::newRow("per inch") << "7/in" << 700.0 / 25.4;
    QTest::newRow("over 4 in") << "28/4in" << 700.0 / 25.4;
    QTest::newRow("spaces") << "28 / 10 cm" << 28.0;
}

void TestQuantity::gaugeIsRead() {
    QFETCH(QString, text);
    QFETCH(double, perTen);
    const auto gauge = parseGauge(text.toStdString());
    QVERIFY2(gauge, gauge.problem.c_str());
    QVERIFY(std::abs((*gauge).perTenCentimetres() - perTen) < 1e-9);
}

void TestQuantity::gaugeIsRefused_data() {
    QTest::addColumn<QString>("text");
    for (const char* text : {"", "28", "28/", "/cm", "0/cm", "-3/cm", "28/0cm", "28/10", "28/10kg", "x/cm"})
        QTest::newRow(text) << text;
}

void TestQuantity::gaugeIsRefused() {
    QFETCH(QString, text);
    const auto gauge = parseGauge(text.toStdString());
    QVERIFY(!gauge);
    QVERIFY(gauge.problem.find("28.1/10cm") != std::string::npos);
}

void TestQuantity::listsTakeTheUnitThatFollows() {
    const auto lengths = parseLengths("142,141.5,14.35cm");
    QVERIFY(lengths);
    QCOMPARE((*lengths).size(), 3u);
    QCOMPARE((*lengths)[0].mm(), 1420.0); // the unit that follows next is cm
    const auto mixed = parseLengths("142mm,141.5,143mm");
    QVERIFY(mixed);
    QCOMPARE((*mixed)[1].mm(), 141.5);
    QVERIFY(!parseLengths("142mm,,143mm"));
    QVERIFY(!parseLengths("142,141"));
    QCOMPARE((*parseNumbers("1,2.5,3")).size(), 3u);
    QVERIFY(!parseNumbers("1,x"));
}

void TestQuantity::needlesHaveNoZero() {
    QCOMPARE(Needle::named(Side::left, 1).slot(), -1);
    QCOMPARE(Needle::named(Side::right, 1).slot(), 0);
    QCOMPARE(Needle::named(Side::left, 1).towards(Side::right).name(), std::string("R1"));
    for (int slot = -150; slot < 150; ++slot) {
        const Needle needle = Needle::atSlot(slot);
        QCOMPARE(Needle::parse(needle.name()), std::optional(needle));
        QVERIFY(needle.number() >= 1);
        QVERIFY(needle < needle.shifted(1));
    }
    QCOMPARE(Needle::parse("b:L4")->bed(), Bed::second);
    QCOMPARE(Needle::parse("b:L4")->name(), std::string("b:L4"));
}

void TestQuantity::needleNamesAreStrict_data() {
    QTest::addColumn<QString>("text");
    for (const char* text : {"", "L", "L0", "R0", "0", "12", "l3", "L-3", "L3x", "X3", "b:", "b:3", "L 3", "R99999"})
        QTest::newRow(text) << text;
}

void TestQuantity::needleNamesAreStrict() {
    QFETCH(QString, text);
    QVERIFY(!Needle::parse(text.toStdString()));
}

void TestQuantity::centredPiecesPutTheOddStitchRight() {
    QCOMPARE(centred(Stitches(152)).first.name(), std::string("L76"));
    QCOMPARE(centred(Stitches(152)).last.name(), std::string("R76"));
    QCOMPARE(centred(Stitches(5)).first.name(), std::string("L2"));
    QCOMPARE(centred(Stitches(5)).last.name(), std::string("R3"));
    for (int n = 1; n < 200; ++n)
        QCOMPARE(centred(Stitches(n)).size(), n);
}

void TestQuantity::spansCountBothEnds() {
    const NeedleSpan span{Needle::named(Side::left, 2), Needle::named(Side::right, 3)};
    QCOMPARE(span.size(), 5);
    QVERIFY(!span.empty());
    QCOMPARE(span.end(Side::left).name(), std::string("L2"));
    QVERIFY((NeedleSpan{Needle::atSlot(3), Needle::atSlot(2)}.empty()));
}

void TestQuantity::numbersPrintWithoutTrailingZeros() {
    QCOMPARE(number(12.50, 2), std::string("12.5"));
    QCOMPARE(number(12.0, 2), std::string("12"));
    QCOMPARE(number(100.0, 0), std::string("100"));
    QCOMPARE(number(-0.001, 1), std::string("0"));
}

void TestQuantity::lengthsPrintInEachUnit() {
    QCOMPARE(text(Length::millimetres(142.17)), std::string("142.2 mm"));
    QCOMPARE(text(Length::centimetres(54), ReadingUnit::centimetres), std::string("54.0 cm"));
    QCOMPARE(text(Length::inches(21.25), ReadingUnit::inches), std::string("21¼ in"));
    QCOMPARE(text(Length::inches(0.5), ReadingUnit::inches), std::string("½ in"));
    QCOMPARE(text(Length(), ReadingUnit::inches), std::string("0 in"));
    QCOMPARE(text(Length::inches(-1.5), ReadingUnit::inches), std::string("-1½ in"));
}

void TestQuantity::stitchSizesGoRound_data() {
    QTest::addColumn<int>("parts");
    for (const int parts : {1, 2, 3, 10})
        QTest::newRow(qPrintable(QString::number(parts))) << parts;
}

void TestQuantity::stitchSizesGoRound() {
    QFETCH(int, parts);
    const StitchSizeScale scale{StitchSizeScale::Kind::dial, parts, 0, 10};
    for (int steps = 0; steps <= 10 * parts; ++steps)
        QCOMPARE(scale.parse(scale.text({steps})), std::optional(StitchSize{steps}));
    QVERIFY(!scale.parse("11"));
    QVERIFY(!scale.parse("-1"));
    QVERIFY(!scale.parse("loose"));
}

void TestQuantity::stitchSizesStopAtTheEnds() {
    const StitchSizeScale thirds;
    QCOMPARE(thirds.text({19}), std::string("6⅓"));
    QCOMPARE(thirds.parse("6 1/3"), std::optional(StitchSize{19}));
    QCOMPARE(thirds.parse("6.3"), std::optional(StitchSize{19}));
    QVERIFY(!thirds.parse("6.5"));
    QCOMPARE(thirds.looser({19}, 2).steps, 25);
    QCOMPARE(thirds.looser({19}, 9).steps, 30);
    QCOMPARE(thirds.looser({19}, -9).steps, 0);
    const StitchSizeScale plates{StitchSizeScale::Kind::plates, 1, 1, 4};
    QCOMPARE(plates.text({2}), std::string("plate 2"));
    QCOMPARE(plates.parse("plate 3"), std::optional(StitchSize{3}));
    QVERIFY(!plates.parse("0"));
    QCOMPARE(plates.looser({2}, 5).steps, 4);
}

void TestQuantity::sevenMachines() {
    const auto& machines = genericMachines();
    QCOMPARE(machines.size(), 7u);
    QCOMPARE(machines[0].needles, Stitches(250));
    QCOMPARE(machines[1].pitch.mm(), 4.5);
    QCOMPARE(machines[5].beds, 2);
    const Machine& plates = machines[4];
    QVERIFY(!plates.hasMast);
    QCOMPARE(plates.sizes.kind, StitchSizeScale::Kind::plates);
}

void TestQuantity::swatchAdviceFollowsThePitch() {
    QCOMPARE(swatchAdvice(genericMachines()[1]).field, Stitches(40));
    QCOMPARE(swatchAdvice(genericMachines()[1]).fieldRows, Rows(60));
    QCOMPARE(swatchAdvice(genericMachines()[2]).castOn, Stitches(46));
    QCOMPARE(swatchAdvice(genericMachines()[3]).margin, Rows(8));
}

void TestQuantity::phrasesFillTheirPlaces() {
    const Phrase phrase{"{0} rows, {1} wide, {2} by {3}",
                        {Rows(12), Length::centimetres(5), Needle::atSlot(0), Side::left}};
    QCOMPARE(render(phrase), std::string("12 rows, 50.0 mm wide, R1 by left"));
    QCOMPARE(render(phrase, ReadingUnit::centimetres), std::string("12 rows, 5.0 cm wide, R1 by left"));
    const auto other = [](const char*) { return std::string("{1} — {0}"); };
    QCOMPARE(render({"{0} {1}", {1, std::string("two")}}, ReadingUnit::millimetres, other), std::string("two — 1"));
}

QTEST_APPLESS_MAIN(TestQuantity)
#include "tst_quantity.moc"
