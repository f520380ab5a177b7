// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/projects.h"

#include <QTest>

#include <algorithm>
#include <cmath>

using namespace vestimen;
using vestimen::test::hasFinding;
using vestimen::test::odilesPullover;

namespace {

const Join& join(const Worked& worked, const std::string& key) {
    return *std::find_if(worked.joins.begin(), worked.joins.end(), [&](const Join& each) { return each.key == key; });
}

} // namespace

class TestJoining : public QObject {
    Q_OBJECT

private slots:
    void inTheUsualOrder();
    void shouldersGoStitchToStitch();
    void trimTakesBothNecksAndTheEdges();
    void sleevesHangBetweenTheMarkers();
    void sleevesAreSewnWhereStitchesOutnumberRows();
    void sidesHaveTheSameRows();
    void tailsFollowTheCraft();
    void unequalEdgesAreWarnedAbout();
    void yarnIsWeighedByTheSwatch();
    void unweighedSwatchIsANote();
    void tooLittleYarnIsAWarning();
    void endsAreThoseOfTheMainYarn();
};

void TestJoining::inTheUsualOrder() {
    const Worked worked = work(odilesPullover());
    std::vector<std::string> keys;
    for (const Join& each : worked.joins)
        keys.push_back(each.key);
    QCOMPARE(keys, (std::vector<std::string>{"shoulder_left", "neck_trim", "shoulder_right", "trim_seam", "sleeve_left",
                                             "sleeve_right", "seam_left", "seam_right"}));
}

void TestJoining::shouldersGoStitchToStitch() {
    const Worked worked = work(odilesPullover());
    for (const char* key : {"shoulder_left", "shoulder_right"}) {
        const Join& shoulder = join(worked, key);
        QCOMPARE(shoulder.first.count, worked.counts->shoulder.count());
        QCOMPARE(shoulder.second.count, shoulder.first.count);
        QCOMPARE(shoulder.eased, 0.0);
        QCOMPARE(static_cast<int>(shoulder.hang->map.size()), shoulder.first.count);
        QVERIFY(*shoulder.check.text != '\0'); // something to look at before the waste yarn comes out
    }
}

void TestJoining::trimTakesBothNecksAndTheEdges() {
    const Worked worked = work(odilesPullover());
    const Join& trim = join(worked, "neck_trim");
    const GarmentCounts& c = *worked.counts;
    QCOMPARE(trim.method, JoinMethod::knitOn);
    QCOMPARE(trim.first.count, c.trim.count());
    QCOMPARE(c.trim, c.neck * 2 + c.frontNeck.trimEdge * 2);
    QCOMPARE(trim.second.count, 2 * c.neck.count() + 2 * c.frontNeck.edge.count());
    QVERIFY(std::abs(trim.eased) < 0.02);
    QCOMPARE(trim.tail, Length());
}

void TestJoining::sleevesHangBetweenTheMarkers() {
    const Worked worked = work(odilesPullover());
    const Join& sleeve = join(worked, "sleeve_left");
    QCOMPARE(sleeve.method, JoinMethod::latchOff);
    QCOMPARE(sleeve.first.count, worked.counts->sleeveTop.count());
    QCOMPARE(sleeve.second.unit, JoinUnit::rows);
    // Front and back armhole, one row apart at most.
    QVERIFY(std::abs(sleeve.second.count - 2 * worked.counts->armhole.count()) <= 1);
    QCOMPARE(sleeve.hang->map.front(), HangPair(1, 1));
    QCOMPARE(sleeve.hang->map.back(), HangPair(sleeve.first.count, sleeve.second.count));
    QCOMPARE(sleeve.hang->halving()[1], sleeve.hang->map.back());
}

void TestJoining::sleevesAreSewnWhereStitchesOutnumberRows() {
    Project project = odilesPullover();
    // A fabric with fewer rows than stitches to 10 cm.
    for (Reading& reading : project.swatch.treatments.back().heights)
        reading = TapeReading{Length::millimetres(240)};
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), test::listed(worked.findings));
    QCOMPARE(join(worked, "sleeve_left").method, JoinMethod::sewOn);
    QVERIFY(!join(worked, "sleeve_left").hang);
}

void TestJoining::sidesHaveTheSameRows() {
    const Worked worked = work(odilesPullover());
    for (const char* key : {"seam_left", "seam_right"}) {
        const Join& seam = join(worked, key);
        QCOMPARE(seam.first.count, seam.second.count);
        const GarmentCounts& c = *worked.counts;
        QCOMPARE(seam.first.count, (c.bodyWelt.visible + c.toUnderarm + c.sleeveLength()).count());
        QVERIFY(seam.findings.empty());
    }
}

void TestJoining::tailsFollowTheCraft() {
    const Worked worked = work(odilesPullover());
    const Join& shoulder = join(worked, "shoulder_left");
    QVERIFY(std::abs((shoulder.tail / shoulder.first.length) - 4.0) < 1e-9);
    const Join& seam = join(worked, "seam_left");
    QVERIFY(std::abs((seam.tail - seam.first.length * 1.5).mm() - 150.0) < 1e-9);
    Length sum;
    for (const Join& each : worked.joins)
        sum += each.tail;
    QCOMPARE(worked.supplies.tails.mm(), sum.mm());
}

void TestJoining::unequalEdgesAreWarnedAbout() {
    Project project = odilesPullover();
    project.pins[Quantity::sleeveTopStitches] = 139;
    const Worked worked = work(project);
    const Join& sleeve = join(worked, "sleeve_left");
    QVERIFY(sleeve.eased < -mostEased);
    QVERIFY(hasFinding(sleeve.findings, "eased"));
}

void TestJoining::yarnIsWeighedByTheSwatch() {
    const Worked worked = work(odilesPullover());
    // 17.4 g over 60 × 104 stitches.
    const double each = 17.4 / (60 * 104);
    QVERIFY(std::abs(*worked.supplies.grams - worked.supplies.stitches * each * 1.1) < 1e-6);
    int stitches = 0;
    for (const PieceSupplies& piece : worked.supplies.pieces) {
        stitches += piece.stitches;
        QVERIFY(std::abs(*piece.grams - piece.stitches * each) < 1e-9);
    }
    QCOMPARE(stitches, worked.supplies.stitches);
}

void TestJoining::unweighedSwatchIsANote() {
    Project project = odilesPullover();
    project.swatch.grams = 0;
    const Worked worked = work(project);
    QVERIFY(!worked.supplies.grams);
    QVERIFY(hasFinding(worked.findings, "swatch_not_weighed"));
    QVERIFY(worked.sound());
}

void TestJoining::tooLittleYarnIsAWarning() {
    Project project = odilesPullover();
    project.yarn.gramsOnHand = 300;
    QVERIFY(hasFinding(work(project).findings, "yarn_short"));
    project.yarn.gramsOnHand = 400;
    QVERIFY(!hasFinding(work(project).findings, "yarn_short"));
}

void TestJoining::endsAreThoseOfTheMainYarn() {
    // Back, two halves of the front, two sleeves and the trim: one break each.
    QCOMPARE(work(odilesPullover()).supplies.ends, 12);
}

QTEST_APPLESS_MAIN(TestJoining)
#include "tst_joining.moc"
