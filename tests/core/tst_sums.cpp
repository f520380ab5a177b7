// SPDX-License-Identifier: GPL-3.0-or-later
// The sums of the craft: figures worked by hand, properties over random input, and exhaustive search on small cases.
#include "support/check_property.h"

#include "core/shaping/count.h"
#include "core/shaping/edge_sums.h"
#include "core/shaping/hang.h"
#include "core/shaping/short_rows.h"
#include "core/shaping/slope.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <numeric>
#include <set>

using namespace vestimen;

namespace {

/// Straight from the convention: row k has c(k) events done before it.
double deviationOf(const std::vector<int>& eventRows, int rows, int events) {
    double worst = 0.0;
    for (int k = 1; k <= rows; ++k) {
        const auto done = std::count_if(eventRows.begin(), eventRows.end(), [&](int row) { return row < k; });
        worst = std::max(worst, std::abs(static_cast<double>(done) - events * (k - 0.5) / rows));
    }
    return worst;
}

/// The smallest deviation of any schedule with at most so many lines, by trying them all.
double exhaustive(int rows, int events, int lines, int least, int multiple) {
    double best = 1e9;
    std::vector<int> at;
    const std::function<void(int, int, int)> extend = [&](int row, int left, int linesLeft) {
        if (left == 0) {
            best = std::min(best, deviationOf(at, rows, events));
            return;
        }
        if (linesLeft == 0)
            return;
        for (int every = multiple; row + every <= rows; every += multiple) {
            if (every < least)
                continue;
            std::size_t added = 0;
            for (int times = 1; times <= left && row + every * times <= rows; ++times) {
                at.push_back(row + every * times);
                ++added;
                extend(row + every * times, left - times, linesLeft - 1);
            }
            at.resize(at.size() - added);
        }
    };
    extend(0, events, lines);
    return best;
}

SlopeRequest slopeOf(int rows, int events, int multiple = 1, int least = 1) {
    return {Rows(rows), Stitches(events), least, multiple};
}

} // namespace

class TestSums : public QObject {
    Q_OBJECT

private slots:
    void countByHand();
    void countProperty();
    void countWithImpossibleParity();
    void slopeCheckFigures_data();
    void slopeCheckFigures();
    void slopeAgainstExhaustiveSearch();
    void slopeProperty();
    void slopeWithinToleranceIsTheFewestLines();
    void slopeLimits();
    void shortRowSteps();
    void ellipseSteps();
    void hangProperty();
    void hangFraction();
    void halvingOrderGoesOutsideIn();
    void hems();
    void bands();
};

void TestSums::countByHand() {
    // 520 mm at 28.1 stitches to 10 cm: 146.12.
    const auto answer = count({Length::millimetres(520), Gauge::perTenCentimetres(28.1)});
    QCOMPARE(answer->count, 146);
    QVERIFY(std::abs(answer->exact - 146.12) < 1e-9);
    QVERIFY(std::abs(answer->made.mm() - 519.57) < 0.01);
    QCOMPARE(answer->below, std::optional(145));
    QCOMPARE(answer->above, 147);
    const auto repeat = count({Length::millimetres(520), Gauge::perTenCentimetres(28.1), {12, 1}});
    QCOMPARE(repeat->count, 145);
    QCOMPARE(repeat->below, std::optional(133));
    QCOMPARE(repeat->above, 157);
    // Ties go upward.
    QCOMPARE(count({Length::millimetres(105), Gauge::perTenCentimetres(10)})->count, 11);
    QCOMPARE(count({Length::millimetres(105), Gauge::perTenCentimetres(10), anyCount, Rounding::down})->count, 10);
    QCOMPARE(count({Length::millimetres(101), Gauge::perTenCentimetres(10), anyCount, Rounding::up})->count, 11);
    // An exact fit stays, whatever the floating point makes of it.
    QCOMPARE(count({Length::millimetres(100), Gauge::perTenCentimetres(30), anyCount, Rounding::up})->count, 30);
}

void TestSums::countProperty() {
    CHECK_PROPERTY("the nearest count that fits repeat and parity", [] {
        const double mm = *rc::gen::inRange(1, 20000) / 10.0;
        const double gauge = *rc::gen::inRange(30, 1500) / 10.0;
        const int multiple = *rc::gen::inRange(1, 14);
        const int plus = *rc::gen::inRange(0, multiple);
        const auto parity = *rc::gen::element(Parity::any, Parity::even, Parity::odd);
        const auto answer = count({Length::millimetres(mm), Gauge::perTenCentimetres(gauge), {multiple, plus, parity}});
        const auto fits = [&](int n) {
            return n >= 1 && (n - plus) % multiple == 0 &&
                   (parity == Parity::any || (n % 2 == 0) == (parity == Parity::even));
        };
        const double exact = mm * gauge / 100.0;
        std::optional<int> nearest;
        for (int n = 1; n < exact + 40; ++n)
            if (fits(n) && (!nearest || std::abs(n - exact) <= std::abs(*nearest - exact) + 1e-9))
                nearest = n;
        RC_ASSERT(answer.has_value() == nearest.has_value());
        if (!answer)
            return;
        RC_ASSERT(answer->count == *nearest);
        RC_ASSERT(fits(answer->above) && answer->above > answer->count);
        RC_ASSERT(!answer->below || (fits(*answer->below) && *answer->below < answer->count));
        RC_ASSERT(std::abs(answer->error.mm() - (answer->count * 100.0 / gauge - mm)) < 1e-6);
    });
}

void TestSums::countWithImpossibleParity() {
    QVERIFY(!count({Length::millimetres(520), Gauge::perTenCentimetres(28), {4, 0, Parity::odd}}));
    QVERIFY(count({Length::millimetres(520), Gauge::perTenCentimetres(28), {3, 0, Parity::odd}}));
    // Never less than the smallest that fits.
    QCOMPARE(count({Length::millimetres(1), Gauge::perTenCentimetres(10), {12, 5}})->count, 5);
    QVERIFY(!count({Length::millimetres(1), Gauge::perTenCentimetres(10), {12, 5}})->below);
}

void TestSums::slopeCheckFigures_data() {
    QTest::addColumn<int>("rows");
    QTest::addColumn<int>("events");
    QTest::addColumn<int>("multiple");
    QTest::addColumn<QList<double>>("deviations");
    QTest::newRow("24 over 62") << 62 << 24 << 1 << QList<double>{5.2258, 2.0645, 1.2258};
    QTest::newRow("24 over 62, even rows") << 62 << 24 << 2 << QList<double>{5.2258, 2.9032, 1.7419};
    QTest::newRow("17 over 90") << 90 << 17 << 1 << QList<double>{0.85, 0.85, 0.7056};
    QTest::newRow("7 over 40") << 40 << 7 << 1 << QList<double>{0.7875, 0.5625, 0.5625};
}

void TestSums::slopeCheckFigures() {
    QFETCH(int, rows);
    QFETCH(int, events);
    QFETCH(int, multiple);
    QFETCH(QList<double>, deviations);
    for (int lines = 1; lines <= 3; ++lines) {
        const auto best = slope(slopeOf(rows, events, multiple), lines);
        QVERIFY(best);
        QVERIFY2(std::abs(best->deviation - deviations[lines - 1]) < 5e-5,
                 qPrintable(QString::number(best->deviation)));
    }
}

void TestSums::slopeAgainstExhaustiveSearch() {
    for (int rows = 1; rows <= 14; ++rows)
        for (int events = 1; events <= std::min(rows, 5); ++events)
            for (int lines = 1; lines <= 3; ++lines)
                for (const auto& [multiple, least] : {std::pair{1, 1}, {2, 1}, {1, 2}, {2, 4}, {3, 1}}) {
                    const auto best = slope(slopeOf(rows, events, multiple, least), lines);
                    const double wanted = exhaustive(rows, events, lines, least, multiple);
                    QCOMPARE(best.has_value(), wanted < 1e8);
                    if (best)
                        QVERIFY2(std::abs(best->deviation - wanted) < 1e-9,
                                 qPrintable(QString("%1 over %2, %3 lines, multiples of %4 from %5: %6, not %7")
                                                .arg(events)
                                                .arg(rows)
                                                .arg(lines)
                                                .arg(multiple)
                                                .arg(least)
                                                .arg(best->deviation)
                                                .arg(wanted)));
                }
}

void TestSums::slopeProperty() {
    CHECK_PROPERTY("a schedule adds up, is what it says, and never gets worse with more lines", [] {
        const int rows = *rc::gen::inRange(1, 240);
        const int multiple = *rc::gen::inRange(1, 3);
        const int events = *rc::gen::inRange(0, rows / multiple + 1);
        double before = 1e9;
        for (int lines = 1; lines <= 4; ++lines) {
            const auto best = slope(slopeOf(rows, events, multiple), lines);
            RC_ASSERT(best.has_value());
            RC_ASSERT(static_cast<int>(best->lines.size()) <= lines);
            int done = 0;
            int times = 0;
            for (const SlopeLine& line : best->lines) {
                RC_ASSERT(line.every.count() % multiple == 0);
                done += line.every.count() * line.times;
                times += line.times;
            }
            RC_ASSERT(times == events);
            RC_ASSERT(done + best->plainAfter.count() == rows);
            RC_ASSERT(best->plainAfter >= Rows(0));
            if (events > 0)
                RC_ASSERT(std::abs(best->deviation - deviationOf(best->eventRows(), rows, events)) < 1e-9);
            RC_ASSERT(best->deviation <= before + 1e-12);
            before = best->deviation;
        }
    });
}

void TestSums::slopeWithinToleranceIsTheFewestLines() {
    CHECK_PROPERTY("no schedule with fewer lines comes as close", [] {
        const int rows = *rc::gen::inRange(2, 160);
        const int events = *rc::gen::inRange(1, rows / 2 + 1);
        const double tolerance = *rc::gen::inRange(0, 30) / 10.0;
        const auto chosen = slopeWithin(slopeOf(rows, events), tolerance);
        const auto truest = slope(slopeOf(rows, events), events);
        RC_ASSERT(chosen.has_value());
        RC_ASSERT(chosen->deviation <= truest->deviation + tolerance + 1e-9);
        const int lines = static_cast<int>(chosen->lines.size());
        RC_ASSERT(std::abs(chosen->deviation - slope(slopeOf(rows, events), lines)->deviation) < 1e-9);
        if (lines > 1)
            RC_ASSERT(slope(slopeOf(rows, events), lines - 1)->deviation > truest->deviation + tolerance - 1e-9);
    });
}

void TestSums::slopeLimits() {
    QVERIFY(!slope(slopeOf(5, 6), 3));
    QVERIFY(!slope(slopeOf(5, 3, 2), 3));
    QVERIFY(!slope(slopeOf(20, 3), 0));
    QVERIFY(!slopeWithin(slopeOf(0, 1), 1.0));
    const auto none = slope(slopeOf(20, 0), 3);
    QVERIFY(none->lines.empty());
    QCOMPARE(none->plainAfter, Rows(20));
    const auto all = slope(slopeOf(6, 6), 1);
    QCOMPARE(all->lines, (std::vector<SlopeLine>{{Rows(1), 6}}));
    QCOMPARE(all->plainAfter, Rows(0));
}

void TestSums::shortRowSteps() {
    CHECK_PROPERTY("steps add up and differ by at most one", [] {
        const int needles = *rc::gen::inRange(1, 200);
        const int turns = *rc::gen::inRange(1, needles + 1);
        const auto steps = evenSteps(Stitches(needles), turns);
        RC_ASSERT(static_cast<int>(steps.size()) == turns);
        RC_ASSERT(std::accumulate(steps.begin(), steps.end(), Stitches()) == Stitches(needles));
        const auto [least, most] = std::minmax_element(steps.begin(), steps.end());
        RC_ASSERT(*most - *least <= Stitches(1));
        RC_ASSERT(*least >= Stitches(1));
    });
}

void TestSums::ellipseSteps() {
    for (int width = 0; width < 60; ++width)
        for (int height = 2; height < 80; height += 2) {
            const auto steps = quarterEllipseSteps(Stitches(width), Rows(height));
            QCOMPARE(static_cast<int>(steps.size()), height / 2);
            QCOMPARE(std::accumulate(steps.begin(), steps.end(), Stitches()), Stitches(width));
            for (const Stitches step : steps)
                QVERIFY(step >= Stitches(0));
        }
    // Fast at first, slower later.
    const auto steps = quarterEllipseSteps(Stitches(30), Rows(20));
    QVERIFY(steps.front() > steps[5]);
}

void TestSums::hangProperty() {
    CHECK_PROPERTY("rising, never a row twice, within half a row of the straight line", [] {
        const int rows = *rc::gen::inRange(1, 400);
        const int needles = *rc::gen::inRange(1, rows + 1);
        const auto hung = hang(Stitches(needles), Rows(rows));
        RC_ASSERT(hung.has_value());
        RC_ASSERT(static_cast<int>(hung->map.size()) == needles);
        RC_ASSERT(hung->map.front() == HangPair(1, 1));
        if (needles > 1)
            RC_ASSERT(hung->map.back() == HangPair(needles, rows));
        for (int i = 0; i < needles; ++i) {
            const auto [needle, row] = hung->map[static_cast<std::size_t>(i)];
            RC_ASSERT(needle == i + 1);
            if (i > 0)
                RC_ASSERT(row > hung->map[static_cast<std::size_t>(i) - 1].second);
            const double line = needles == 1 ? 1.0 : 1.0 + i * (rows - 1.0) / (needles - 1.0);
            RC_ASSERT(std::abs(row - line) <= 0.5 + 1e-9);
        }
        auto sorted = hung->halving();
        std::sort(sorted.begin(), sorted.end());
        RC_ASSERT(sorted == hung->map);
    });
    QVERIFY(!hang(Stitches(31), Rows(30)));
    QVERIFY(!hang(Stitches(0), Rows(30)));
}

void TestSums::hangFraction() {
    const auto twoOfThree = hang(Stitches(20), Rows(30));
    QCOMPARE(twoOfThree->fractionNeedles, 2);
    QCOMPARE(twoOfThree->fractionRows, 3);
    QCOMPARE(twoOfThree->fractionErrorRows, 0.0);
    const auto fiveOfSeven = hang(Stitches(121), Rows(171));
    QCOMPARE(fiveOfSeven->fractionNeedles, 5);
    QCOMPARE(fiveOfSeven->fractionRows, 7);
    QVERIFY(std::abs(fiveOfSeven->fractionErrorRows - (121.0 * 7 / 5 - 171)) < 1e-9);
}

void TestSums::halvingOrderGoesOutsideIn() {
    QCOMPARE(halvingOrder(9), (std::vector<int>{0, 8, 4, 2, 6, 1, 3, 5, 7}));
    QCOMPARE(halvingOrder(1), std::vector<int>{0});
    QCOMPARE(halvingOrder(2), (std::vector<int>{0, 1}));
    QVERIFY(halvingOrder(0).empty());
    for (int n = 1; n < 200; ++n) {
        const auto order = halvingOrder(n);
        QCOMPARE(static_cast<int>(std::set<int>(order.begin(), order.end()).size()), n);
    }
}

void TestSums::hems() {
    const Gauge rows = Gauge::perTenCentimetres(39.9);
    const HemRows folded = hem(Length::millimetres(40), rows, true);
    QCOMPARE(folded.rows, Rows(32)); // 2 · 40 mm · 0.399 = 31.92
    QCOMPARE(folded.foldRow, std::optional(Rows(16)));
    QCOMPARE(hem(Length::millimetres(40), rows, false).rows, Rows(16));
    QCOMPARE(hem(Length::millimetres(42), rows, false).rows, Rows(17));
    QCOMPARE(hem(Length::millimetres(42), rows, false, true).rows, Rows(16));
    QVERIFY(!hem(Length::millimetres(42), rows, false).foldRow);
    QCOMPARE(hem(Length::millimetres(0.1), rows, true).rows, Rows(2));
}

void TestSums::bands() {
    const FabricGauge gauge{Gauge::perTenCentimetres(28.0), Gauge::perTenCentimetres(40.0)};
    const BandCounts single = band(Length::millimetres(500), Length::millimetres(20), gauge, false);
    QCOMPARE(single.needles, Stitches(140));
    QCOMPARE(single.rows, Rows(8));
    QCOMPARE(band(Length::millimetres(500), Length::millimetres(20), gauge, true).rows, Rows(16));
}

QTEST_APPLESS_MAIN(TestSums)
#include "tst_sums.moc"
