// SPDX-License-Identifier: GPL-3.0-or-later
// The drop-shoulder pullover from measures to programs: figures worked by hand, and what must agree with what.
#include "support/projects.h"

#include "core/article/garment/garment_outlines.h"
#include "core/bed/virtual_bed.h"
#include "core/knitting/wording.h"

#include <QTest>

#include <cmath>
#include <numeric>

using namespace vestimen;
using vestimen::test::countsOf;
using vestimen::test::garment;
using vestimen::test::hasFinding;
using vestimen::test::listed;
using vestimen::test::odilesPullover;
using vestimen::test::pietsPullover;
using vestimen::test::WorkedGarment;
using vestimen::test::workGarment;

namespace {

void setMeasure(Project& project, Measure measure, double mm) {
    project.wearer[measure] = MeasureValue{Length::millimetres(mm), false, {}};
}

} // namespace

class TestPullover : public QObject {
    Q_OBJECT

private slots:
    void demoIsSound();
    void countsByHand();
    void shouldersAndNeckAgree();
    void neckStepsFillTheNeck();
    void sleeveGoesFromWristToTop();
    void mockRibBeginsAndEndsAlike();
    void straightShoulders();
    void outlinesClose();
    void sidesSwapOnTheBack();
    void widthsOnTheBedAreTheCounts();
    void frontAndBackAgreeRowForRow();
    void everyKeptLoopIsThere();
    void pinsReplaceCounts();
    void pinsOfTheWrongParityAreRefused();
    void fewerLinesCanBeAskedFor();
    void increasesOnEverySecondRow();
    void eyeletsAreNotesWhenWanted();
    void tooWideForTheBed();
    void contradictionsSayWhatWouldWork_data();
    void contradictionsSayWhatWouldWork();
    void tightNeckIsAQuestion();
    void machineWithoutHold();
    void workIsDeterministic();
};

void TestPullover::demoIsSound() {
    for (const Project& project : {odilesPullover(), pietsPullover()}) {
        const WorkedGarment worked = workGarment(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        QCOMPARE(worked.pieces.size(), 5u);
        QCOMPARE(worked.joins.size(), 8u);
    }
    QVERIFY(workGarment(odilesPullover()).findings.empty());
    QVERIFY2(workGarment(pietsPullover()).findings.empty(), listed(workGarment(pietsPullover()).findings));
}

void TestPullover::countsByHand() {
    const WorkedGarment worked = workGarment(odilesPullover());
    const GarmentCounts& c = *worked.counts;
    // 1040 mm / 2 at 28.136 to 10 cm: 146.3, and two for the seams.
    QCOMPARE(c.body, Stitches(148));
    // 172 mm: 48.4, even as the body is.
    QCOMPARE(c.neck, Stitches(48));
    QCOMPARE(c.shoulder, Stitches(50));
    // 40 mm twice at 39.911: 31.9.
    QCOMPARE(c.bodyWelt.knitted, Rows(32));
    QCOMPARE(c.bodyWelt.visible, Rows(17));
    // 620 mm: 247.5 rows in all.
    QCOMPARE(c.bodyLength(), Rows(247));
    QCOMPARE(c.armhole, Rows(85));         // 212 mm: 84.6
    QCOMPARE(c.shoulderRows, Rows(16));    // 40 mm: 15.96
    QCOMPARE(c.frontNeck.depth, Rows(37)); // 92 mm: 36.7, odd
    // 424 mm: 119.3, two for the seams, odd as the wrist (204 mm: 57.4 and 2) is.
    QCOMPARE(c.wrist, Stitches(59));
    QCOMPARE(c.sleeveTop, Stitches(121));
    QVERIFY(std::abs(worked.piece(pieces::back)->width.mm() - 146 * 100 / 28.1360) < 0.1);
}

void TestPullover::shouldersAndNeckAgree() {
    for (const Project& project : {odilesPullover(), pietsPullover()}) {
        const GarmentCounts c = *workGarment(project).counts;
        QCOMPARE(c.neck + c.shoulder * 2, c.body);
        QCOMPARE(std::accumulate(c.shoulderSteps.begin(), c.shoulderSteps.end(), Stitches()), c.shoulder);
        QCOMPARE(static_cast<int>(c.shoulderSteps.size()) * 2, c.shoulderRows.count());
    }
}

void TestPullover::neckStepsFillTheNeck() {
    const GarmentCounts c = *workGarment(odilesPullover()).counts;
    const Stitches side = std::accumulate(c.frontNeck.steps.begin(), c.frontNeck.steps.end(), Stitches());
    QCOMPARE(c.frontNeck.centre + side * 2, c.neck);
    QCOMPARE(c.frontNeck.centre.isEven(), c.neck.isEven());
    // Curve and straight edge make up the depth, less the row over all.
    QCOMPARE(c.frontNeck.turning() + c.frontNeck.edge, c.frontNeck.depth - Rows(1));
}

void TestPullover::sleeveGoesFromWristToTop() {
    const GarmentCounts c = *workGarment(odilesPullover()).counts;
    int events = 0;
    int rows = 0;
    for (const SlopeLine& line : c.sleeve.lines) {
        events += line.times;
        rows += line.times * line.every.count();
    }
    QCOMPARE(c.wrist + Stitches(2 * events), c.sleeveTop);
    QCOMPARE(rows + c.sleeve.plainAfter.count(), c.sleeveRows.count());
    // At least the 40 mm that go straight.
    QVERIFY(c.sleeve.plainAfter >= Rows(16));
}

void TestPullover::mockRibBeginsAndEndsAlike() {
    const WorkedGarment worked = workGarment(pietsPullover());
    QVERIFY(!worked.counts->body.isEven());
    QVERIFY(!worked.counts->wrist.isEven());
    const WorkedPiece* back = worked.piece(pieces::back);
    VirtualBed bed(back->program);
    bed.advance({2, 0});
    const NeedleSpan span = bed.occupied();
    QCOMPARE(span.size(), worked.counts->body.count());
    QCOMPARE(bed.needle(span.first.shifted(1)).loops, std::uint8_t(0));
}

void TestPullover::straightShoulders() {
    Project project = odilesPullover();
    garment(project).body.shoulder = ShoulderKind::straight;
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    QCOMPARE(worked.counts->shoulderRows, Rows(0));
    QVERIFY(worked.counts->shoulderSteps.empty());
    for (const Operation& each : worked.piece(pieces::back)->program.operations)
        QVERIFY(!std::holds_alternative<operation::Hold>(each.action));
}

void TestPullover::outlinesClose() {
    const WorkedGarment worked = workGarment(odilesPullover());
    for (const WorkedPiece& piece : worked.pieces) {
        const auto& edges = piece.outline.edges;
        for (std::size_t i = 0; i < edges.size(); ++i) {
            const OutlinePoint end = edges[i].points.back();
            const OutlinePoint next = edges[(i + 1) % edges.size()].points.front();
            QVERIFY(abs(end.x - next.x) < Length::millimetres(1e-6));
            QVERIFY(abs(end.y - next.y) < Length::millimetres(1e-6));
        }
    }
    // The way round the neck is longer than straight across and back, shorter than round the box.
    const GarmentMeasures& m = *worked.measures;
    QVERIFY(neckOpening(m) > m.neckWidth * 2.0);
    QVERIFY(neckOpening(m) < m.neckWidth * 2.0 + m.neckDepth * 2.0);
}

void TestPullover::sidesSwapOnTheBack() {
    QCOMPARE(wearerSide(pieces::front, Side::left), Side::left);
    QCOMPARE(wearerSide(pieces::back, Side::left), Side::right);
    QCOMPARE(wearerSide(pieces::back, Side::right), Side::left);
}

void TestPullover::widthsOnTheBedAreTheCounts() {
    for (const Project& project : {odilesPullover(), pietsPullover()}) {
        const WorkedGarment worked = workGarment(project);
        const GarmentCounts& c = *worked.counts;
        const auto widest = [&](PieceKey kind) {
            LoopId most = 0;
            for (const Pass& pass : worked.piece(kind)->fabric.passes)
                most = std::max(most, pass.loopCount);
            return static_cast<int>(most);
        };
        QCOMPARE(widest(pieces::back), c.body.count());
        QCOMPARE(widest(pieces::front), c.body.count());
        QCOMPARE(widest(pieces::leftSleeve), c.sleeveTop.count());
        QCOMPARE(widest(pieces::neckTrim), c.trim.count());
    }
}

void TestPullover::frontAndBackAgreeRowForRow() {
    for (const Project& project : {odilesPullover(), pietsPullover()}) {
        const WorkedGarment worked = workGarment(project);
        const Fabric& back = worked.piece(pieces::back)->fabric;
        const Fabric& front = worked.piece(pieces::front)->fabric;
        const GarmentCounts& c = *worked.counts;
        const auto seam = static_cast<std::size_t>((c.bodyWelt.visible + c.toUnderarm).count());
        for (const char* side : {"side_left", "side_right"}) {
            QCOMPARE(back.edge(side).size(), seam);
            QCOMPARE(front.edge(side).size(), seam);
        }
        // Short rows begin one row apart on the two sides of the back; the front's are alike.
        QCOMPARE(front.edge("armhole_left").size(), static_cast<std::size_t>(c.armhole.count()));
        QCOMPARE(front.edge("armhole_right").size(), front.edge("armhole_left").size());
        for (const char* side : {"armhole_left", "armhole_right"}) {
            const auto rows = static_cast<int>(back.edge(side).size());
            QVERIFY(rows == c.armhole.count() || rows == c.armhole.count() + 1);
        }
        QCOMPARE(front.edge("neck_left").size(), static_cast<std::size_t>(c.frontNeck.edge.count()));
        QCOMPARE(front.edge("neck_right").size(), front.edge("neck_left").size());
    }
}

void TestPullover::everyKeptLoopIsThere() {
    const WorkedGarment worked = workGarment(odilesPullover());
    const GarmentCounts& c = *worked.counts;
    for (const PieceKey kind : {pieces::back, pieces::front}) {
        const Fabric& fabric = worked.piece(kind)->fabric;
        QCOMPARE(fabric.kept.at("neck").size(), static_cast<std::size_t>(c.neck.count()));
        QCOMPARE(fabric.kept.at("shoulder_left").size(), static_cast<std::size_t>(c.shoulder.count()));
        QCOMPARE(fabric.kept.at("shoulder_right").size(), static_cast<std::size_t>(c.shoulder.count()));
        for (const auto& [name, loops] : fabric.kept)
            for (const LoopId loop : loops)
                QCOMPARE(fabric.loops[loop].yarn, YarnIndex(0));
    }
    QCOMPARE(worked.piece(pieces::leftSleeve)->fabric.kept.at("top").size(),
             static_cast<std::size_t>(c.sleeveTop.count()));
}

void TestPullover::pinsReplaceCounts() {
    Project project = odilesPullover();
    project.pins[quantities::bodyStitches] = 152;
    project.pins[quantities::armholeRows] = 90;
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    QCOMPARE(worked.counts->body, Stitches(152));
    QCOMPARE(worked.counts->armhole, Rows(90));
    QCOMPARE(worked.counts->bodyLength(), Rows(247)); // the rest settles around it
    std::string cost;
    for (const Step& step : worked.workings.at(quantities::bodyStitches).steps)
        if (std::string(step.what.text).find("pinned") != std::string::npos)
            cost = render(step.value);
    QCOMPARE(cost, std::string("14.2 mm"));
}

void TestPullover::pinsOfTheWrongParityAreRefused() {
    Project project = odilesPullover();
    project.pins[quantities::neckStitches] = 49;
    const WorkedGarment worked = workGarment(project);
    QVERIFY(worked.sound());
    QVERIFY(hasFinding(worked.findings, "pin_refused"));
    QCOMPARE(worked.counts->neck, Stitches(48));

    garment(project).body.welt.kind = WeltKind::latchedRib;
    project.pins = {{quantities::bodyStitches, 150}};
    const WorkedGarment ribbed = workGarment(project);
    QVERIFY(ribbed.sound());
    QCOMPARE(ribbed.counts->body.count() % 3, 2);
    const auto refused = std::ranges::find(ribbed.findings, FindingCode("pin_refused"), &Finding::code);
    QVERIFY(refused != ribbed.findings.end());
    const std::string said = render(refused->text);
    QVERIFY2(said.find("must be a multiple of 3 and 2 more") != std::string::npos, said.c_str());
    project.pins = {{quantities::bodyStitches, 152}};
    QCOMPARE(countsOf(project).body, Stitches(152));
}

void TestPullover::fewerLinesCanBeAskedFor() {
    double before = 1e9;
    for (int lines = 1; lines <= 5; ++lines) {
        Project project = odilesPullover();
        garment(project).edge(ShapedEdge::sleeve).lines = lines;
        const WorkedGarment worked = workGarment(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        QVERIFY(static_cast<int>(worked.counts->sleeve.lines.size()) <= lines);
        QVERIFY(worked.counts->sleeve.deviation <= before);
        before = worked.counts->sleeve.deviation;
    }
}

void TestPullover::increasesOnEverySecondRow() {
    Project project = odilesPullover();
    garment(project).edge(ShapedEdge::sleeve).everySecondRow = true;
    const WorkedGarment worked = workGarment(project);
    for (const SlopeLine& line : worked.counts->sleeve.lines)
        QCOMPARE(line.every.count() % 2, 0);
}

void TestPullover::eyeletsAreNotesWhenWanted() {
    Project project = odilesPullover();
    garment(project).making.wrapTurns = false;
    const WorkedGarment worked = workGarment(project);
    QVERIFY(worked.sound());
    QVERIFY(hasFinding(worked.findings, "open_turn"));
    for (const Finding& finding : worked.findings)
        QCOMPARE(finding.severity, Severity::note);
}

void TestPullover::tooWideForTheBed() {
    Project project = odilesPullover();
    test::putOn(project, genericMachines()[3]); // 112 needles
    const WorkedGarment worked = workGarment(project);
    QVERIFY(!worked.sound());
    QVERIFY(hasFinding(worked.findings, "too_wide"));
    const auto found = std::find_if(worked.findings.begin(), worked.findings.end(),
                                    [](const Finding& finding) { return finding.code == "too_wide"; });
    const QString text = QString::fromStdString(render(found->text, ReadingUnit::centimetres));
    QVERIFY2(text.contains("148 needles, 52.6 cm") && text.contains("112"), qPrintable(text));
}

void TestPullover::contradictionsSayWhatWouldWork_data() {
    QTest::addColumn<int>("measure");
    QTest::addColumn<double>("mm");
    QTest::addColumn<QString>("code");
    QTest::addColumn<QString>("says");
    QTest::newRow("neck wider than the shoulders") << static_cast<int>(Measure::chest) << 300.0 << "neck_too_wide"
                                                   << "at most 160.0 mm";
    QTest::newRow("neck below the underarm") << static_cast<int>(Measure::frontNeckDepth) << 300.0 << "neck_too_deep"
                                             << "at most 242.0 mm";
    QTest::newRow("neck above the slope") << static_cast<int>(Measure::frontNeckDepth) << 30.0 << "neck_above_slope"
                                          << "at least 50.0 mm";
    QTest::newRow("body too short") << static_cast<int>(Measure::bodyLength) << 260.0 << "body_too_short"
                                    << "at least 312.0 mm";
    QTest::newRow("sleeve too short") << static_cast<int>(Measure::centreBackToWrist) << 300.0 << "sleeve_too_short"
                                      << "at least 100.0 mm";
    QTest::newRow("cuff wider than the top") << static_cast<int>(Measure::armholeDepth) << 90.0 << "cuff_too_wide"
                                             << "armhole deeper";
}

void TestPullover::contradictionsSayWhatWouldWork() {
    QFETCH(int, measure);
    QFETCH(double, mm);
    QFETCH(QString, code);
    QFETCH(QString, says);
    Project project = odilesPullover();
    setMeasure(project, static_cast<Measure>(measure), mm);
    const WorkedGarment worked = workGarment(project);
    QVERIFY(!worked.sound());
    QVERIFY(worked.pieces.empty());
    QVERIFY2(hasFinding(worked.findings, code.toStdString()), listed(worked.findings));
    bool said = false;
    for (const Finding& finding : worked.findings)
        said = said || (code == finding.code.text() && QString::fromStdString(render(finding.text)).contains(says));
    QVERIFY2(said, listed(worked.findings));
}

void TestPullover::tightNeckIsAQuestion() {
    Project project = odilesPullover();
    setMeasure(project, Measure::neckWidth, 130);
    setMeasure(project, Measure::frontNeckDepth, 60);
    const WorkedGarment worked = workGarment(project);
    QVERIFY(worked.sound());
    QVERIFY(hasFinding(worked.findings, "head_tight"));
}

void TestPullover::machineWithoutHold() {
    Project project = odilesPullover();
    project.machine.canHold = false;
    QVERIFY(hasFinding(workGarment(project).findings, "cannot_hold"));
    project = odilesPullover();
    project.machine.needles = Stitches(4);
    QVERIFY(hasFinding(workGarment(project).findings, "machine"));
    project = odilesPullover();
    garment(project).making.wasteRows = Rows(0);
    QVERIFY(hasFinding(workGarment(project).findings, "waste_rows"));
}

void TestPullover::workIsDeterministic() {
    const WorkedGarment first = workGarment(odilesPullover());
    const WorkedGarment second = workGarment(odilesPullover());
    for (std::size_t i = 0; i < first.pieces.size(); ++i) {
        QVERIFY(first.pieces[i].program == second.pieces[i].program);
        QCOMPARE(first.pieces[i].fabric.loops.size(), second.pieces[i].fabric.loops.size());
    }
}

QTEST_APPLESS_MAIN(TestPullover)
#include "tst_pullover.moc"
