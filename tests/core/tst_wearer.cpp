// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/projects.h"

#include <QTest>

#include <set>

using namespace vestimen;
using vestimen::test::hasFinding;

namespace {

Wearer adult() {
    return withBorrowedMeasures({});
}

Wearer with(Measure measure, double mm) {
    Wearer wearer = adult();
    wearer[measure] = MeasureValue{Length::millimetres(mm), false, {}};
    return wearer;
}

} // namespace

class TestWearer : public QObject {
    Q_OBJECT

private slots:
    void everyMeasureHasItsPlace();
    void starterSizesAreSoundAndRising();
    void gapsAreBorrowedFromTheNearestChest();
    void takenMeasuresAreNotBorrowedOver();
    void easeIsALengthOrAShare();
    void missingMeasuresAreNamed();
    void absurdMeasuresAreErrors_data();
    void absurdMeasuresAreErrors();
    void doubtfulMeasuresAreQuestions();
};

void TestWearer::everyMeasureHasItsPlace() {
    std::set<std::string> keys;
    for (std::size_t i = 0; i < measureCount; ++i) {
        const MeasureInfo& each = measureInfos()[i];
        QCOMPARE(static_cast<std::size_t>(each.measure), i);
        QCOMPARE(measureFromKey(each.key), std::optional(each.measure));
        QVERIFY(each.least < each.most);
        keys.insert(each.key);
    }
    QCOMPARE(keys.size(), measureCount);
    QVERIFY(!measureFromKey("shoe_size"));
}

void TestWearer::starterSizesAreSoundAndRising() {
    for (std::size_t size = 0; size < starterSizes().size(); ++size) {
        Wearer wearer;
        for (std::size_t i = 0; i < measureCount; ++i)
            wearer.measures[i] = MeasureValue{Length::millimetres(starterSizes()[size].mm[i]), true, {}};
        const auto findings = measureFindings(wearer);
        QVERIFY2(findings.empty(), test::listed(findings));
        if (size > 0)
            for (std::size_t i = 0; i < measureCount; ++i)
                QVERIFY(starterSizes()[size].mm[i] >= starterSizes()[size - 1].mm[i]);
    }
}

void TestWearer::gapsAreBorrowedFromTheNearestChest() {
    Wearer child;
    child[Measure::chest] = MeasureValue{Length::millimetres(690), false, {}};
    child = withBorrowedMeasures(child);
    QCOMPARE(child[Measure::wrist]->value.mm(), 140.0);
    QVERIFY(child[Measure::wrist]->borrowed);
    QVERIFY(!child[Measure::chest]->borrowed);
}

void TestWearer::takenMeasuresAreNotBorrowedOver() {
    const Wearer wearer = withBorrowedMeasures(with(Measure::wrist, 181));
    QCOMPARE(wearer[Measure::wrist]->value.mm(), 181.0);
    QVERIFY(!wearer[Measure::wrist]->borrowed);
}

void TestWearer::easeIsALengthOrAShare() {
    const Wearer wearer = with(Measure::chest, 940);
    EaseTable ease{};
    const auto chest = static_cast<std::size_t>(Measure::chest);
    QCOMPARE(withEase(wearer, ease, Measure::chest)->mm(), 940.0);
    ease[chest] = {Ease::Kind::length, 100};
    QCOMPARE(withEase(wearer, ease, Measure::chest)->mm(), 1040.0);
    ease[chest] = {Ease::Kind::percent, -5};
    QCOMPARE(withEase(wearer, ease, Measure::chest)->mm(), 893.0);
    QVERIFY(!withEase({}, ease, Measure::chest));
    QCOMPARE(easyFit()[static_cast<std::size_t>(Measure::upperArm)].value * 2, easyFit()[chest].value);
}

void TestWearer::missingMeasuresAreNamed() {
    Wearer wearer = adult();
    wearer[Measure::neckWidth].reset();
    const auto findings = measureFindings(wearer);
    QCOMPARE(findings.size(), 1u);
    QCOMPARE(findings[0].severity, Severity::error);
    QVERIFY(render(findings[0].text).find("Neck width") != std::string::npos);
}

void TestWearer::absurdMeasuresAreErrors_data() {
    QTest::addColumn<int>("measure");
    QTest::addColumn<double>("mm");
    QTest::newRow("zero chest") << static_cast<int>(Measure::chest) << 0.0;
    QTest::newRow("negative length") << static_cast<int>(Measure::bodyLength) << -600.0;
    QTest::newRow("centimetres for millimetres") << static_cast<int>(Measure::chest) << 94.0;
    QTest::newRow("not a number") << static_cast<int>(Measure::wrist) << std::nan("");
    QTest::newRow("giant") << static_cast<int>(Measure::upperArm) << 5000.0;
}

void TestWearer::absurdMeasuresAreErrors() {
    QFETCH(int, measure);
    QFETCH(double, mm);
    const auto findings = measureFindings(with(static_cast<Measure>(measure), mm));
    QVERIFY(hasFinding(findings, "measure_absurd"));
    QVERIFY(anyError(findings));
}

void TestWearer::doubtfulMeasuresAreQuestions() {
    const auto swapped = measureFindings(with(Measure::wrist, 330));
    QVERIFY(hasFinding(swapped, "wrist_over_arm"));
    QVERIFY(!anyError(swapped));
    QVERIFY(hasFinding(measureFindings(with(Measure::armholeDepth, 320)), "armhole_doubtful"));
    QVERIFY(hasFinding(measureFindings(with(Measure::armholeDepth, 150)), "armhole_doubtful"));
    QVERIFY(hasFinding(measureFindings(with(Measure::neckWidth, 120)), "measure_doubtful"));
}

QTEST_APPLESS_MAIN(TestWearer)
#include "tst_wearer.moc"
