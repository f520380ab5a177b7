// SPDX-License-Identifier: GPL-3.0-or-later
// Shaping along curves: against exhaustive search, against slopes, and as armholes and caps.
#include "support/check_property.h"

#include "core/shaping/curve.h"
#include "core/shaping/curved_edges.h"
#include "core/shaping/slope.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <numbers>

using namespace vestimen;

namespace {

/// Straight from the convention, for the near and the far side.
double deviationOf(const std::vector<CurveEvent>& events, const std::vector<double>& ideal) {
    double worst = 0.0;
    for (int k = 1; k <= static_cast<int>(ideal.size()); ++k)
        for (const int late : {0, 1}) {
            int gone = 0;
            for (const CurveEvent& each : events)
                if (each.row + (each.boundOff ? late : 0) < k)
                    gone += each.stitches.count();
            worst = std::max(worst, std::abs(gone - ideal[static_cast<std::size_t>(k - 1)]));
        }
    return worst;
}

/// The smallest deviation of any schedule with at most so many runs, by trying them all; 1e9 when there is none.
double exhaustive(const CurveRequest& request, int runs) {
    const int rows = static_cast<int>(request.ideal.size());
    double best = 1e9;
    std::vector<CurveEvent> events;
    const std::function<void(int, int, int)> extend = [&](int row, int left, int runsLeft) {
        if (left == 0)
            best = std::min(best, deviationOf(events, request.ideal));
        if (left == 0 || runsLeft == 0)
            return;
        for (int every = request.everyMultiple; row + every <= rows; every += request.everyMultiple)
            for (int n = 1; n <= std::max(request.decreaseAtMost, request.bindOffAtMost) && n <= left; ++n) {
                const bool bound = n > request.decreaseAtMost;
                if (bound && n < 2)
                    continue;
                const std::size_t before = events.size();
                for (int times = 1; n * times <= left && row + every * times <= rows; ++times) {
                    const int at = row + every * times;
                    if (bound && (at % 2 != 0 || at == rows))
                        break;
                    events.push_back({at, Stitches(n), bound});
                    extend(at, left - n * times, runsLeft - 1);
                }
                events.resize(before);
            }
    };
    extend(0, request.total.count(), runs);
    for (int n = 1; request.atOnce && n <= std::min(request.decreaseAtMost, request.total.count()); ++n) {
        events = {{0, Stitches(n), false}};
        if (runs > 0)
            extend(0, request.total.count() - n, runs - 1);
    }
    return best;
}

CurveRequest randomRequest(int mostRows, int mostStitches) {
    CurveRequest request;
    request.total = Stitches(*rc::gen::inRange(0, mostStitches + 1));
    const int rows = *rc::gen::inRange(1, mostRows + 1);
    for (int i = 0; i < rows; ++i)
        request.ideal.push_back(request.total.count() * (*rc::gen::inRange(0, 101) / 100.0));
    std::ranges::sort(request.ideal);
    request.decreaseAtMost = *rc::gen::inRange(0, 3);
    request.bindOffAtMost = *rc::gen::inRange(0, 5);
    request.everyMultiple = *rc::gen::inRange(1, 3);
    request.atOnce = *rc::gen::arbitrary<bool>();
    return request;
}

} // namespace

class TestCurve : public QObject {
    Q_OBJECT

private slots:
    void aBlendedLineIsAsTrueAsCanBe();
    void againstExhaustiveSearch();
    void aStraightCurveIsASlope();
    void withinToleranceIsTheFewestRuns();
    void schedulesAddUp();
    void anArmhole();
    void aCap();
    void limits();
    void lengthsOfCurves();
};

void TestCurve::againstExhaustiveSearch() {
    int possible = 0;
    CHECK_PROPERTY("as close as any schedule can be", [&] {
        const CurveRequest request = randomRequest(9, 6);
        for (int runs = 1; runs <= 3; ++runs) {
            const auto found = curve(request, runs);
            const double wanted = exhaustive(request, runs);
            RC_ASSERT(found.has_value() == (wanted < 1e8));
            possible += found ? 1 : 0;
            if (found)
                RC_ASSERT(std::abs(found->deviation - wanted) < 1e-6);
        }
    });
    QVERIFY(possible > 100);
}

void TestCurve::aStraightCurveIsASlope() {
    CHECK_PROPERTY("one stitch at a time along a line is a slope", [] {
        const int rows = *rc::gen::inRange(1, 90);
        const int events = *rc::gen::inRange(1, rows + 1);
        CurveRequest request;
        request.total = Stitches(events);
        request.decreaseAtMost = 1;
        for (int k = 1; k <= rows; ++k)
            request.ideal.push_back(events * (k - 0.5) / rows);
        for (int lines = 1; lines <= 3; ++lines) {
            const auto as = slope({Rows(rows), Stitches(events)}, lines);
            const auto found = curve(request, lines);
            RC_ASSERT(found.has_value() && as.has_value());
            RC_ASSERT(std::abs(found->deviation - as->deviation) < 1e-6);
        }
    });
}

void TestCurve::withinToleranceIsTheFewestRuns() {
    CHECK_PROPERTY("no schedule with fewer runs comes as close", [] {
        const CurveRequest request = randomRequest(40, 20);
        const double tolerance = *rc::gen::inRange(0, 30) / 10.0;
        const auto chosen = curveWithin(request, tolerance);
        if (!chosen || request.total == Stitches(0))
            return;
        const int runs = static_cast<int>(chosen->runs.size());
        const auto truest = curve(request, request.total.count());
        RC_ASSERT(truest.has_value());
        RC_ASSERT(chosen->deviation <= truest->deviation + tolerance + 1e-6);
        RC_ASSERT(std::abs(curve(request, runs)->deviation - chosen->deviation) < 1e-6);
        if (const auto fewer = curve(request, runs - 1))
            RC_ASSERT(fewer->deviation > truest->deviation + tolerance - 1e-6);
    });
}

void TestCurve::schedulesAddUp() {
    CHECK_PROPERTY("a schedule takes off what was asked, where the bed allows it, and is as close as it says", [] {
        const CurveRequest request = randomRequest(60, 30);
        const auto found = curveWithin(request, 0.5);
        if (!found)
            return;
        RC_ASSERT(found->total() == request.total);
        RC_ASSERT(found->plainAfter >= Rows(0));
        const auto events = found->events();
        const int last = events.empty() ? 0 : events.back().row;
        RC_ASSERT(last + found->plainAfter.count() == static_cast<int>(request.ideal.size()));
        for (const CurveEvent& each : events) {
            if (each.boundOff)
                RC_ASSERT(each.row % 2 == 0);
            RC_ASSERT(each.stitches.count() <= (each.boundOff ? request.bindOffAtMost : request.decreaseAtMost));
        }
        RC_ASSERT(std::abs(deviationOf(events, request.ideal) - found->deviation) < 1e-9);
        RC_ASSERT(std::abs(deviationFrom(*found, request.ideal) - found->deviation) < 1e-9);
    });
}

void TestCurve::anArmhole() {
    // 11 stitches go within the lower 36 of 86 rows.
    const CurveRequest request{quarterEllipse(Stitches(11), Rows(36), Rows(86)), Stitches(11)};
    const auto found = curveWithin(request, 0.85);
    QVERIFY(found);
    QCOMPARE(found->total(), Stitches(11));
    QVERIFY2(found->runs.size() <= 4, qPrintable(QString::number(found->runs.size())));
    // Fast at first, then slower: half of them within the first sixth of the curve.
    int early = 0;
    for (const CurveEvent& each : found->events())
        early += each.row <= 6 ? each.stitches.count() : 0;
    QVERIFY(early >= 4 && early <= 8);
    QVERIFY(found->plainAfter >= Rows(50));
}

void TestCurve::aCap() {
    CurveRequest request{bell(34, Rows(52)), Stitches(34)};
    request.bindOffAtMost = 6;
    const auto found = curveWithin(request, 0.85);
    QVERIFY(found);
    QCOMPARE(found->total(), Stitches(34));
    QVERIFY(found->deviation < 3.5);
    // Steep at both ends and slow between: the middle third loses the least.
    int thirds[3] = {};
    for (const CurveEvent& each : found->events())
        thirds[std::min(2, 3 * each.row / 52)] += each.stitches.count();
    QVERIFY(thirds[1] < thirds[0] && thirds[1] < thirds[2]);
}

void TestCurve::limits() {
    CurveRequest request{{0.5, 1.5, 2.5}, Stitches(3)};
    QVERIFY(!curve(request, 0));
    QCOMPARE(curve(request, 1)->runs, (std::vector<CurveRun>{{Rows(1), Stitches(1), 3, false}}));
    request.decreaseAtMost = 0;
    QVERIFY(!curve(request, 3)); // nothing that may be done
    request = {{}, Stitches(2)};
    QVERIFY(!curveWithin(request, 1.0)); // no rows
    request = {{0.0, 0.0}, Stitches(0)};
    QVERIFY(curveWithin(request, 0.0)->runs.empty());
    QCOMPARE(curve(request, 0)->plainAfter, Rows(2));
    // Five at once are bound off after row 2, and after row 3 on the far side.
    request = {{0, 0, 5, 5, 5, 5}, Stitches(5), 0, 5};
    const auto bound = curve(request, 1);
    QCOMPARE(bound->runs, (std::vector<CurveRun>{{Rows(2), Stitches(5), 1, true}}));
    QCOMPARE(bound->deviation, 5.0); // the far side in row 3
}

void TestCurve::lengthsOfCurves() {
    using std::numbers::pi;
    const auto mm = [](double value) { return Length::millimetres(value); };
    QVERIFY(std::abs(quarterEllipseLength(mm(50), mm(50)).mm() - 25 * pi) < 0.01);
    QVERIFY(std::abs(quarterEllipseLength(mm(0), mm(70)).mm() - 70) < 1e-9);
    // A known perimeter: half-axes 3 and 2.
    QVERIFY(std::abs(quarterEllipseLength(mm(30), mm(20)).mm() - 158.6544 / 4) < 0.01);
    QVERIFY(std::abs(bellLength(mm(100), mm(0)).mm() - 100) < 1e-9);
    QCOMPARE(bellLength(mm(0), mm(0)), Length());
    QCOMPARE(quarterEllipseLength(mm(0), mm(0)), Length());
    // Walked in small steps.
    for (const auto& [width, height] : {std::pair{100.0, 120.0}, {30.0, 200.0}, {80.0, 5.0}}) {
        double bell = 0.0;
        double ellipse = 0.0;
        constexpr int parts = 20000;
        for (int i = 0; i < parts; ++i) {
            const auto heightAt = [&](int k) { return height * (1 - std::cos(pi * k / parts)) / 2; };
            bell += std::hypot(width / parts, heightAt(i + 1) - heightAt(i));
            const double a = pi / 2 * i / parts;
            const double b = pi / 2 * (i + 1) / parts;
            ellipse += std::hypot(width * (std::sin(b) - std::sin(a)), height * (std::cos(a) - std::cos(b)));
        }
        QVERIFY(std::abs(bellLength(mm(width), mm(height)).mm() - bell) < 1e-4);
        QVERIFY(std::abs(quarterEllipseLength(mm(width), mm(height)).mm() - ellipse) < 1e-4);
    }
}

void TestCurve::aBlendedLineIsAsTrueAsCanBe() {
    CHECK_PROPERTY("two neighbouring gaps, and no schedule of single decreases comes nearer, but for a hair", [] {
        const int rows = *rc::gen::inRange(6, 120);
        const int multiple = *rc::gen::element(1, 2);
        const int events = *rc::gen::inRange(1, rows / multiple + 1);
        const auto line = blendedLine(Stitches(events), Rows(rows), multiple);
        RC_ASSERT(line.has_value());
        RC_ASSERT(line->total() == Stitches(events));
        int least = rows;
        int most = 0;
        int before = -1;
        for (const CurveEvent& event : line->events()) {
            RC_ASSERT(event.row % multiple == 0 && event.row <= rows);
            if (before >= 0) {
                least = std::min(least, event.row - before);
                most = std::max(most, event.row - before);
            }
            before = event.row;
        }
        RC_ASSERT(most - least <= multiple || most == 0);
        std::vector<double> ideal;
        for (int row = 1; row <= rows; ++row)
            ideal.push_back(events * (row - 0.5) / rows);
        CurveRequest request{ideal, Stitches(events)};
        request.decreaseAtMost = 1;
        request.everyMultiple = multiple;
        const auto best = curve(request, events);
        RC_ASSERT(best.has_value());
        RC_ASSERT(line->deviation >= best->deviation - 1e-6);
        RC_ASSERT(line->deviation <= best->deviation + 0.5);
    });
    QVERIFY(!blendedLine(Stitches(5), Rows(4), 1));
}

QTEST_APPLESS_MAIN(TestCurve)
#include "tst_curve.moc"
