// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/projects.h"

#include <QTest>

#include <cmath>

using namespace vestimen;
using vestimen::test::hasFinding;

namespace {

std::vector<Reading> tape(std::initializer_list<double> values) {
    std::vector<Reading> readings;
    for (const double value : values)
        readings.emplace_back(TapeReading{Length::millimetres(value)});
    return readings;
}

Swatch swatchOf(std::vector<Reading> widths, std::vector<Reading> heights) {
    Swatch swatch;
    Treatment treatment;
    treatment.widths = std::move(widths);
    treatment.heights = std::move(heights);
    swatch.treatments = {treatment};
    return swatch;
}

} // namespace

class TestSwatch : public QObject {
    Q_OBJECT

private slots:
    void checkFigures();
    void threeKindsOfReadingAgree();
    void absurdReadingsArePassedOver();
    void oneReadingHasNoInterval();
    void intervalIsStudents();
    void theOddReadingIsNamed();
    void aSlipOfThePointIsNamed();
    void lastTreatmentIsInUseUnlessAnotherIsChosen();
    void aKnownGaugeIsUnproven();
    void nothingReadIsAnError();
    void fewReadingsAreAWarning();
    void absurdGaugeIsAnError();
    void workingGoesLineByLine();
};

void TestSwatch::checkFigures() {
    const MeasuredFabric fabric = measured(swatchOf(tape({142.0, 141.0, 143.5}), tape({150.0, 151.5, 149.5})));
    QCOMPARE(QString::number(fabric.gauge->stitches.perTenCentimetres(), 'f', 2), QString("28.14"));
    QCOMPARE(QString::number(fabric.gauge->rows.perTenCentimetres(), 'f', 2), QString("39.91"));
    QCOMPARE(QString::number(fabric.across.spread * 100, 'f', 2), QString("1.76"));
    QCOMPARE(QString::number(fabric.up.spread * 100, 'f', 2), QString("1.33"));
}

void TestSwatch::threeKindsOfReadingAgree() {
    // 142 mm over 40 stitches, said in three ways.
    const Length wanted = Length::millimetres(142);
    const Reading readings[] = {TapeReading{wanted}, RuleReading{100.0 * 40 / 142.0},
                                CountReading{34, Length::millimetres(142.0 * 34 / 40)}};
    for (const Reading& reading : readings)
        QVERIFY(std::abs(fieldLength(reading, 40)->mm() - 142.0) < 1e-9);
}

void TestSwatch::absurdReadingsArePassedOver() {
    QVERIFY(!fieldLength(TapeReading{Length()}, 40));
    QVERIFY(!fieldLength(TapeReading{Length::millimetres(-3)}, 40));
    QVERIFY(!fieldLength(RuleReading{0.0}, 40));
    QVERIFY(!fieldLength(RuleReading{-28.0}, 40));
    QVERIFY(!fieldLength(CountReading{0.0, Length::millimetres(100)}, 40));
    const MeasuredDirection direction = measured(tape({0.0, 142.0, -1.0}), 40);
    QCOMPARE(direction.lengths.size(), 1u);
    QVERIFY(!measured(tape({142.0}), 0).gauge);
}

void TestSwatch::oneReadingHasNoInterval() {
    const MeasuredDirection direction = measured(tape({142.0}), 40);
    QVERIFY(direction.gauge);
    QVERIFY(!direction.interval);
    QCOMPARE(direction.spread, 0.0);
}

void TestSwatch::intervalIsStudents() {
    // Quantiles from a printed table.
    QVERIFY(std::abs(studentsT95(1) - 12.706) < 0.001);
    QVERIFY(std::abs(studentsT95(2) - 4.303) < 0.001);
    QVERIFY(std::abs(studentsT95(9) - 2.262) < 0.001);
    const MeasuredDirection direction = measured(tape({142.0, 141.0, 143.5}), 40);
    // Standard deviation 1.2583, n = 3: 4.303 · 1.2583 / √3 = 3.126 mm of 142.17 mm.
    QVERIFY(std::abs(*direction.interval * direction.mean.mm() - 3.126) < 0.002);
}

void TestSwatch::theOddReadingIsNamed() {
    QCOMPARE(measured(tape({142.0, 150.0, 141.5}), 40).odd, std::optional(1));
    QVERIFY(!measured(tape({142.0, 143.0, 141.5}), 40).odd);
    const auto findings = swatchFindings(swatchOf(tape({142.0, 150.0, 141.5}), tape({150, 150, 150})));
    QVERIFY(hasFinding(findings, "spread"));
}

void TestSwatch::aSlipOfThePointIsNamed() {
    std::vector<Reading> ten = tape({142, 141.5, 142.3, 141.8, 142.1, 14.21, 141.9, 142.2, 142, 141.7});
    QCOMPARE(measured(ten, 40).odd, std::optional(5));
}

void TestSwatch::lastTreatmentIsInUseUnlessAnotherIsChosen() {
    Swatch swatch = swatchOf(tape({138, 138, 138}), tape({140, 140, 140}));
    swatch.treatments.push_back(swatchOf(tape({142, 142, 142}), tape({150, 150, 150})).treatments[0]);
    QCOMPARE(measured(swatch).across.mean.mm(), 142.0);
    swatch.treatmentInUse = 0;
    QCOMPARE(measured(swatch).across.mean.mm(), 138.0);
    swatch.treatmentInUse = 7;
    QCOMPARE(measured(swatch).across.mean.mm(), 142.0);
}

void TestSwatch::aKnownGaugeIsUnproven() {
    Swatch swatch;
    swatch.known = FabricGauge{Gauge::perTenCentimetres(28), Gauge::perTenCentimetres(40)};
    QVERIFY(measured(swatch).unproven);
    QVERIFY(hasFinding(swatchFindings(swatch), "unproven_gauge"));
    Swatch read = swatchOf(tape({142, 142, 142}), tape({150, 150, 150}));
    read.known = swatch.known;
    QVERIFY(!measured(read).unproven);
    QCOMPARE(measured(read).across.mean.mm(), 142.0);
}

void TestSwatch::nothingReadIsAnError() {
    QVERIFY(hasFinding(swatchFindings(Swatch{}), "no_gauge"));
    QVERIFY(anyError(swatchFindings(swatchOf(tape({142}), {}))));
}

void TestSwatch::fewReadingsAreAWarning() {
    const auto findings = swatchFindings(swatchOf(tape({142, 142}), tape({150, 150, 150})));
    QCOMPARE(findings.size(), 1u);
    QVERIFY(hasFinding(findings, "few_readings"));
    QVERIFY(!anyError(findings));
}

void TestSwatch::absurdGaugeIsAnError() {
    QVERIFY(hasFinding(swatchFindings(swatchOf(tape({14.2, 14.2, 14.2}), tape({150, 150, 150}))), "absurd_gauge"));
    QVERIFY(hasFinding(swatchFindings(swatchOf(tape({142, 142, 142}), tape({15000, 15000, 15000}))), "absurd_gauge"));
}

void TestSwatch::workingGoesLineByLine() {
    const Reckoning working = gaugeReckoning(measured(tape({142.0, 141.0, 143.5}), 40), 40, true);
    QCOMPARE(working.steps.size(), 2u);
    QCOMPARE(render(working.steps[0].what), std::string("mean of 3 widths"));
    QCOMPARE(render(working.steps[1].value), std::string("3.554 mm"));
    QCOMPARE(render(working.result), std::string("28.14"));
    QVERIFY(gaugeReckoning({}, 40, true).steps.empty());
}

QTEST_APPLESS_MAIN(TestSwatch)
#include "tst_swatch.moc"
