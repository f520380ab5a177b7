// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/measures_csv.h"
#include "core/format/project_json.h"
#include "support/projects.h"

#include <QTest>

#include <set>

using namespace vestimen;
using vestimen::test::garment;
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

std::vector<Measure> everything() {
    std::vector<Measure> all;
    for (const MeasureInfo& each : measureInfos())
        all.push_back(each.measure);
    return all;
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
    void aGarmentIsMeasuredFlat();
    void typedMeasuresAreKeptAsTyped();
    void saneNeighboursAreSuggested();
    void earlierValuesAreKept();
    void tablesGoThereAndBack();
    void brokenTablesAreRefused_data();
    void brokenTablesAreRefused();
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
        const Wearer wearer = borrowed(starterSizes()[size]);
        const auto findings = measureFindings(wearer, everything());
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
    QCOMPARE(easeOf(Measure::upperArm, Fit::easy).value * 2, easeOf(Measure::chest, Fit::easy).value);
    ease[chest] = Ease::of(Fit::roomy);
    const double roomy = withEase(wearer, ease, Measure::chest)->mm() - 940.0;
    QVERIFY(roomy >= 120 && roomy <= 180);
    for (const Fit fit : {Fit::close, Fit::easy, Fit::roomy})
        QCOMPARE(*parseEase(label(fit)), Ease::of(fit));
    QCOMPARE(*parseEase("8cm"), (Ease{Ease::Kind::length, 80}));
    QCOMPARE(*parseEase("-5,5 %"), (Ease{Ease::Kind::percent, -5.5}));
    for (const char* wrong : {"snug", "--5", "5 %%", "1/0", "3m", "300 %"})
        QVERIFY2(!parseEase(wrong) && !parseEase(wrong).problem.empty(), wrong);
}

void TestWearer::missingMeasuresAreNamed() {
    Wearer wearer = adult();
    wearer[Measure::neckWidth].reset();
    const auto findings = measureFindings(wearer, everything());
    QCOMPARE(findings.size(), 1u);
    QCOMPARE(findings[0].severity, Severity::error);
    QVERIFY(render(findings[0].text).find("Neck width") != std::string::npos);
}

void TestWearer::aGarmentIsMeasuredFlat() {
    const auto flat = parseMeasure(Measure::chest, "52", LengthUnit::centimetre, true);
    QVERIFY2(flat, flat.problem.c_str());
    QCOMPARE((*flat).value.mm(), 1040.0); // doubled
    QVERIFY((*flat).onGarment);
    QCOMPARE(text(Measure::chest, *flat, ReadingUnit::centimetres), std::string("52 cm"));
    const auto length = parseMeasure(Measure::bodyLength, "64 cm", LengthUnit::inch, true);
    QCOMPARE((*length).value.mm(), 640.0);
    // What cannot be taken on a garment is taken on the body.
    QVERIFY(!(*parseMeasure(Measure::headGirth, "56", LengthUnit::centimetre, true)).onGarment);
    Wearer wearer = adult();
    wearer.take(Measure::chest, *flat);
    QCOMPARE(withEase(wearer, easyFit(), Measure::chest)->mm(), 1040.0); // it has its room already
    // Questions are about bodies: a cuff may well be wider than half an arm.
    wearer.take(Measure::wrist, *parseMeasure(Measure::wrist, "17", LengthUnit::centimetre, true));
    QVERIFY(!hasFinding(measureFindings(wearer, everything()), "measure_doubtful"));
}

void TestWearer::typedMeasuresAreKeptAsTyped() {
    const auto typed = parseMeasure(Measure::chest, "38 1/2\"", LengthUnit::centimetre, false);
    QVERIFY2(typed, typed.problem.c_str());
    QCOMPARE((*typed).value, Length::inches(38.5));
    QCOMPARE(text(Measure::chest, *typed, ReadingUnit::inches), std::string("38 1/2 in"));
    QCOMPARE(text(Measure::chest, *typed, ReadingUnit::centimetres), std::string("97.8 cm"));
    // What a field shows while it is as typed means the very same length again.
    for (const char* text : {"98", "98,5 cm", "985mm", "0.985 m", "20 1/2in", "38.5 \""}) {
        const auto first = parseMeasure(Measure::waist, text, LengthUnit::centimetre, false);
        QVERIFY2(first, first.problem.c_str());
        const bool inches = QByteArray(text).endsWith('"') || QByteArray(text).endsWith("in");
        const auto unit = inches ? ReadingUnit::inches : ReadingUnit::centimetres;
        const auto again =
            parseMeasure(Measure::waist, vestimen::text(Measure::waist, *first, unit), LengthUnit::centimetre, false);
        QCOMPARE((*again).value, (*first).value);
        QCOMPARE((*again).typed, (*first).typed);
    }
}

void TestWearer::saneNeighboursAreSuggested() {
    const auto slip = parseMeasure(Measure::chest, "9.8", LengthUnit::centimetre, false);
    QVERIFY(!slip);
    QVERIFY2(slip.problem.find("Did you mean 98.0 cm?") != std::string::npos, slip.problem.c_str());
    const auto neck = parseMeasure(Measure::backNeckDepth, "40cm", LengthUnit::centimetre, false);
    QVERIFY2(neck.problem.find("4.0 cm") != std::string::npos, neck.problem.c_str());
    for (const char* wrong : {"", "abc", "--9", "1/0", "9 8", "1.234,5", "nan", "inf", "9e3"})
        QVERIFY2(!parseMeasure(Measure::chest, wrong, LengthUnit::centimetre, false), wrong);
}

void TestWearer::earlierValuesAreKept() {
    Wearer child;
    const auto at = [](double mm, const char* date) { return MeasureValue{Length::millimetres(mm), false, date}; };
    child.take(Measure::chest, MeasureValue{Length::millimetres(560), true});
    child.take(Measure::chest, at(580, "2025-11-01"));
    QVERIFY(child.before(Measure::chest).empty()); // a borrowed value is no history
    child.take(Measure::chest, at(585, "2025-11-01"));
    QVERIFY(child.before(Measure::chest).empty()); // the same day: a correction
    child.take(Measure::chest, at(610, "2026-11-25"));
    QCOMPARE(child.before(Measure::chest).size(), 1u);
    QCOMPARE(child.before(Measure::chest)[0].value.mm(), 585.0);
}

void TestWearer::tablesGoThereAndBack() {
    Wearer wearer = borrowed(starterSizes()[5]);
    wearer.name = "Odile";
    MeasureValue chest{Length::inches(38.5), false, "2026-11-01", false, "38 1/2 in", "Piet, \"the mate\""};
    wearer.take(Measure::chest, chest);
    chest.date = "2026-11-25";
    chest.onGarment = true;
    wearer.take(Measure::chest, chest);
    QCOMPARE(wearer.before(Measure::chest).size(), 1u);
    QVERIFY(measuresFromCsv(measuresCsv(wearer), wearer) == wearer);
    // What people typed is text, in whatever program the table is opened.
    for (const char* by : {"=1+2", "+49", "-x", "@sum", "'quoted'", "a \"b\", c"}) {
        Wearer odd = wearer;
        odd[Measure::chest]->by = by;
        QVERIFY2(measuresFromCsv(measuresCsv(odd), odd) == odd, by);
        QVERIFY(measuresCsv(odd).find(std::string(",\"") + "=") == std::string::npos);
    }
    Wearer broken = wearer;
    broken[Measure::chest]->by = "Bram,\nwho came by";
    QCOMPARE(measuresFromCsv(measuresCsv(broken), broken)[Measure::chest]->by, std::string("Bram, who came by"));
    QVERIFY(wearerFromJson(toJson(wearer)) == wearer);
    // Columns in another order, others missing, one too many.
    const Wearer read = measuresFromCsv("mm,shoe,measure\n172,41,wrist\n980,41,chest\n", {});
    QCOMPARE(read[Measure::wrist]->value.mm(), 172.0);
    QCOMPARE(read[Measure::chest]->value.mm(), 980.0);
}

void TestWearer::brokenTablesAreRefused_data() {
    QTest::addColumn<QByteArray>("table");
    QTest::addColumn<QByteArray>("says");
    QTest::newRow("empty") << QByteArray() << QByteArray("line 1");
    QTest::newRow("no column") << QByteArray("measure,cm\nchest,98\n") << QByteArray("columns measure and mm");
    QTest::newRow("unknown measure") << QByteArray("measure,mm\nnose,60\n") << QByteArray("line 2: \"nose\"");
    QTest::newRow("letters") << QByteArray("measure,mm\nchest,980\nwaist,abc\n") << QByteArray("line 3");
    QTest::newRow("absurd") << QByteArray("measure,mm\nchest,98\n") << QByteArray("between 300 and 2000");
    QTest::newRow("date") << QByteArray("measure,mm,date\nchest,980,yesterday\n") << QByteArray("no date");
    QTest::newRow("no such day") << QByteArray("measure,mm,date\nchest,980,2026-02-30\n") << QByteArray("no date");
    QTest::newRow("state") << QByteArray("measure,mm,state\nchest,980,guessed\n") << QByteArray("no state");
    QTest::newRow("garment") << QByteArray("measure,mm,state\nhead_girth,560,garment\n")
                             << QByteArray("cannot be taken on a garment");
    QTest::newRow("too many fields") << QByteArray("measure,mm\nchest,980,1,2\n") << QByteArray("line 2");
    QTest::newRow("open quote") << QByteArray("measure,mm,by\nchest,980,\"Piet\n") << QByteArray("line 2");
}

void TestWearer::brokenTablesAreRefused() {
    QFETCH(QByteArray, table);
    QFETCH(QByteArray, says);
    try {
        measuresFromCsv(table.toStdString(), {});
        QFAIL("the table was taken");
    } catch (const FormatError& error) {
        QVERIFY2(QByteArray(error.what()).contains(says), error.what());
    }
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
    const auto findings = measureFindings(with(static_cast<Measure>(measure), mm), everything());
    QVERIFY(hasFinding(findings, "measure_absurd"));
    QVERIFY(anyError(findings));
}

void TestWearer::doubtfulMeasuresAreQuestions() {
    const auto swapped = measureFindings(with(Measure::wrist, 330), everything());
    QVERIFY(hasFinding(swapped, "wrist_over_arm"));
    QVERIFY(!anyError(swapped));
    QVERIFY(hasFinding(measureFindings(with(Measure::armholeDepth, 320), everything()), "armhole_doubtful"));
    QVERIFY(hasFinding(measureFindings(with(Measure::armholeDepth, 150), everything()), "armhole_doubtful"));
    QVERIFY(hasFinding(measureFindings(with(Measure::neckWidth, 120), everything()), "measure_doubtful"));
}

QTEST_APPLESS_MAIN(TestWearer)
#include "tst_wearer.moc"
