// SPDX-License-Identifier: GPL-3.0-or-later
// Every body with every neck and shoulder: what must agree with what, figures worked by hand, and what cannot be.
#include "support/projects.h"

#include "core/bed/fabric_picture.h"
#include "core/bed/virtual_bed.h"
#include "core/format/piece_export.h"
#include "core/format/project_json.h"
#include "core/plan/outline_distance.h"
#include "core/shaping/curved_edges.h"
#include "core/ways_out.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

using namespace vestimen;
using vestimen::test::countsOf;
using vestimen::test::garment;
using vestimen::test::hasFinding;
using vestimen::test::ilkesPullover;
using vestimen::test::listed;
using vestimen::test::WorkedGarment;
using vestimen::test::workGarment;

namespace {

/// Stitches that each pass of a stretch knits, from the pass after a mark on.
std::vector<int> widthsAfter(const Fabric& fabric, const char* mark, int rows) {
    const auto found = std::ranges::find(fabric.marks, mark, &FabricMark::as);
    std::vector<int> widths;
    for (int i = 0; found != fabric.marks.end() && i < rows; ++i)
        widths.push_back(static_cast<int>(fabric.passes.at(static_cast<std::size_t>(found->pass + i)).loopCount));
    return widths;
}

/// No row of a shaped stretch is farther from its ideal than was said, both sides together.
void compareWithIdeal(const std::vector<int>& widths, int whole, int underarm, const std::vector<double>& ideal,
                      double deviation) {
    for (std::size_t row = 2; row < widths.size(); ++row) {
        const double gone = (whole - widths[row]) / 2.0;
        const double off = std::abs(gone - underarm - ideal[row]);
        QVERIFY2(off <= deviation + 1e-6, qPrintable(QString("row %1 is %2 stitches off").arg(row + 1).arg(off)));
    }
}

bool says(const Program& program, const char* words) {
    return toPlainText(program).find(words) != std::string::npos;
}

int turnOf(const Program& program, const char* code) {
    return static_cast<int>(std::ranges::count_if(program.operations, [&](const Operation& each) {
        const auto* said = std::get_if<operation::Say>(&each.action);
        return said && said->code == code;
    }));
}

} // namespace

class TestGarments : public QObject {
    Q_OBJECT

private:
    static void checkGarment(const Project& project, const WorkedGarment& worked);

private slots:
    void demoIsSound();
    void everyCombination_data();
    void everyCombination();
    void everyEdgeAndSleeve_data();
    void everyEdgeAndSleeve();
    void gatheredWelts_data();
    void gatheredWelts();
    void whatCannotBeGathered();
    void aStrapEndsWithADecrease();
    void anArmholeEndsWithADecrease();
    void aCapNeedsATop();
    void panelsMeetInTheMiddle();
    void everyStarterSize_data();
    void everyStarterSize();
    void everyMachine_data();
    void everyMachine();
    void aLineByHand();
    void waistedSidesGoInAndOut();
    void aWaistMustHaveItsRoom();
    void armholeByHand();
    void armholeFollowsItsCurve();
    void sidesOfAnArmholeAreOneRowApart();
    void capFitsItsArmholes();
    void capFollowsItsBell();
    void capEaseMakesItHigher();
    void aVeeNarrowsToItsPoint();
    void aSquareNeckIsStraight();
    void aBoatNeckIsTheBackAgain();
    void sleevelessTrimsTakeTheWholeArmhole();
    void joinsComeInTheirOrder();
    void neededMeasures();
    void whatCannotBe_data();
    void whatCannotBe();
    void aPinnedTopIsWhatTheRowKnits();
    void bandsSpeakOfNoWasteYarn();
    void anotherMakingThanTheSwatchsIsSaid();
    void panelsAreOfferedOnlyWhereTheyFit();
    void panelsStayOnTheBed();
    void anOpenFrontHasBands();
    void aCapHigherThanItsArmholeIsRefused();
    void choicesAreKeptInTheFile();
    void buttonholesAreDrawn_data();
    void buttonholesAreDrawn();
    void boundStitchesAddNoHeight();
    void theFabricLiesNearItsIdeal();
    void distancesAreMeasuredAcross();
};

void TestGarments::demoIsSound() {
    const WorkedGarment worked = workGarment(ilkesPullover());
    QVERIFY2(worked.sound() && worked.findings.empty(), listed(worked.findings));
    QCOMPARE(worked.pieces.size(), 5u);
}

void TestGarments::everyCombination_data() {
    QTest::addColumn<int>("body");
    QTest::addColumn<int>("neck");
    QTest::addColumn<int>("closure");
    QTest::addColumn<int>("school");
    QTest::addColumn<int>("shoulder");
    QTest::addColumn<bool>("backNeck");
    for (const BodyKind body : allBodies)
        for (const NeckKind neck : allNecks)
            for (const Closure closure : allClosures)
                for (const NeckSchool school : allNeckSchools)
                    for (const ShoulderKind shoulder : allShoulders)
                        for (const bool backNeck : {false, true})
                            QTest::addRow("%s, %s, %s, %s, %s, %s", label(body), label(neck), label(closure),
                                          label(school), label(shoulder), backNeck ? "back neck" : "straight back")
                                << int(body) << int(neck) << int(closure) << int(school) << int(shoulder) << backNeck;
}

void TestGarments::everyCombination() {
    QFETCH(int, body);
    QFETCH(int, neck);
    QFETCH(int, closure);
    QFETCH(int, school);
    QFETCH(int, shoulder);
    QFETCH(bool, backNeck);
    Project project = ilkesPullover();
    Garment& choices = garment(project);
    choices.body.kind = static_cast<BodyKind>(body);
    choices.neck.kind = static_cast<NeckKind>(neck);
    choices.opening.closure = static_cast<Closure>(closure);
    choices.neck.school = static_cast<NeckSchool>(school);
    choices.body.shoulder = static_cast<ShoulderKind>(shoulder);
    choices.neck.atBack = backNeck;
    if (choices.neck.kind != NeckKind::vee)
        project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {};
    // A boat neck is wide instead of deep.
    if (choices.neck.kind == NeckKind::boat)
        project.ease[static_cast<std::size_t>(Measure::neckWidth)] = {Ease::Kind::length, 80.0};
    // The lower edges and sleeves take turns.
    int turn = static_cast<int>(body + neck + closure + school + shoulder + backNeck);
    for (const SideKind sides : allSides) {
        choices.body.sides = sides;
        choices.body.welt.kind = allWelts[static_cast<std::size_t>(turn) % allWelts.size()];
        choices.sleeves.cuff.kind = allWelts[static_cast<std::size_t>(turn + 2) % allWelts.size()];
        choices.sleeves.line = turn % 2 == 0 ? SleeveLine::tapered : SleeveLine::straight;
        choices.sleeves.reach = turn % 3 == 0 ? SleeveReach::shortened : SleeveReach::full;
        choices.hem.line = turn % 3 == 1 ? HemLine::curved : HemLine::straight;
        choices.making.weltAfterwards = turn % 4 == 1;
        choices.sleeves.school =
            turn % 2 == 1 && choices.body.kind != BodyKind::raglan ? SleeveSchool::down : SleeveSchool::up;
        ++turn;
        test::putOn(project, genericMachines()[5]); // two beds, for the rib
        // Long necks need a trim in two parts; a raglan's round one does with either.
        choices.neck.trimInTwo = !choices.hasShoulders() && !(choices.body.kind == BodyKind::raglan &&
                                                              choices.neck.kind == NeckKind::round && turn % 2 == 0);
        for (const bool panels : {false, true}) {
            choices.body.panels = panels ? Panels::two : Panels::one;
            const WorkedGarment worked = workGarment(project);
            if (choices.neck.kind == NeckKind::boat && (!choices.hasShoulders() || choices.isCardigan())) {
                QVERIFY(worked.pieces.empty());
                QVERIFY(hasFinding(worked.findings,
                                   choices.hasShoulders() ? "boat_needs_closed_front" : "boat_needs_shoulders"));
                continue;
            }
            checkGarment(project, worked);
            if (QTest::currentTestFailed())
                return;
        }
    }
}

/// What must hold of every garment.
void TestGarments::checkGarment(const Project& project, const WorkedGarment& worked) {
    const Garment& choices = garment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    for (const Finding& finding : worked.findings) // a cuff that begins with its edge depends on the hand
        QVERIFY2(finding.code == "firm_edge" && finding.severity == Severity::note, listed(worked.findings));
    std::vector<PieceKey> kinds;
    for (const WorkedPiece& piece : worked.pieces)
        kinds.push_back(piece.key);
    QCOMPARE(kinds, piecesOf(choices));
    const GarmentCounts& c = *worked.counts;
    QCOMPARE(c.neck + c.shoulder * 2, c.upper);
    // Back and front agree loop for loop at the shoulders, and row for row at the sides and armholes.
    const auto name = [](const char* stem, const char* side) { return std::string(stem) + '_' + side; };
    for (const auto& [a, b] : {std::pair{"left", "right"}, {"right", "left"}}) {
        const bool leftSide = std::string(b) == "left"; // the wearer's
        const Fabric& front = worked.piece(frontOf(choices, leftSide ? Side::left : Side::right))->fabric;
        const Fabric& back = worked.piece(backOf(choices, leftSide ? Side::left : Side::right))->fabric;
        if (choices.hasShoulders()) {
            const bool stepped = choices.body.shoulder == ShoulderKind::stepped;
            const auto& [backLoops, frontLoops] =
                stepped ? std::pair{back.bound, front.bound} : std::pair{back.kept, front.kept};
            QCOMPARE(static_cast<int>(backLoops.at(name("shoulder", a)).size()), c.shoulder.count());
            QCOMPARE(static_cast<int>(frontLoops.at(name("shoulder", b)).size()), c.shoulder.count());
        }
        QCOMPARE(back.edge(name("side", a)).size(), front.edge(name("side", b)).size());
        const int rows = static_cast<int>(back.edge(name("armhole", a)).size());
        // The sides of each piece are a row apart, at the underarm and at the shoulder: never at both, the same way.
        const int inFront = static_cast<int>(front.edge(name("armhole", b)).size());
        QVERIFY2(std::abs(rows - inFront) <= 1, qPrintable(QString("%1, %2 in front").arg(rows).arg(inFront)));
        QVERIFY(std::abs(rows - c.armhole.count()) <= 1);
        // An armhole's trim is hung on all but the topmost row, at most.
        if (!choices.hasSleeves())
            for (const int hung : {rows, inFront})
                QVERIFY2(hung - c.armholeRowsHung().count() == 0 || hung - c.armholeRowsHung().count() == 1,
                         qPrintable(QString("%1 of %2").arg(c.armholeRowsHung().count()).arg(hung)));
        if (choices.body.kind == BodyKind::raglan) {
            const Fabric& sleeve = worked.piece(leftSide ? pieces::leftSleeve : pieces::rightSleeve)->fabric;
            for (const char* cap : {"cap_left", "cap_right"})
                QVERIFY(std::abs(rows - static_cast<int>(sleeve.edge(cap).size())) <= 1);
        }
        for (const auto& [panel, neck] : {std::pair{&back, &c.backNeck}, {&front, &c.frontNeck}})
            if (choices.body.panels != Panels::one && (panel == &back || !choices.isCardigan())) {
                const Rows toNeck = c.bodyWelt.visible + c.hemRise + c.toUnderarm + c.toNeck(*neck);
                const int centre = static_cast<int>(panel->edge("centre_edge").size());
                // A straight back's shoulder comes back in two rows.
                QVERIFY2(std::abs(centre - toNeck.count()) <= (neck->depth > Rows(0) ? 1 : 2),
                         qPrintable(QString::number(centre)));
                if (neck->depth > Rows(0))
                    QCOMPARE(static_cast<int>(panel->edge(name("neck", panel == &back ? a : b)).size()),
                             neck->edge.count());
            }
        if (choices.isCardigan()) {
            // A welt that follows hangs upside down.
            const bool follows = choices.weltFollows(choices.body.welt);
            const std::size_t below = follows ? front.edge(name("welt", b)).size() : 0;
            QCOMPARE(below, follows ? static_cast<std::size_t>(c.bodyWelt.visible.count()) : 0);
            QCOMPARE(static_cast<int>(front.edge("front_edge").size() + below), c.frontEdge().count());
            QCOMPARE(static_cast<int>(front.edge(name("neck", b)).size()), c.frontNeck.edge.count());
        }
    }
    // Two halves mirror each other, width by width.
    for (const auto& half : {frontOf, backOf})
        QVERIFY(worked.piece(half(choices, Side::left))->program.shape ==
                worked.piece(half(choices, Side::right))->program.shape);
    // The garment's outline closes.
    for (const WorkedPiece& piece : worked.pieces)
        for (std::size_t i = 0; i < piece.outline.edges.size(); ++i) {
            const OutlinePoint end = piece.outline.edges[i].points.back();
            const OutlinePoint next = piece.outline.edges[(i + 1) % piece.outline.edges.size()].points.front();
            QVERIFY(abs(end.x - next.x) < Length::millimetres(1e-6) && abs(end.y - next.y) < Length::millimetres(1e-6));
        }
    std::set<std::string> keys;
    for (const Join& join : worked.joins)
        keys.insert(join.key);
    QCOMPARE(keys.size(), worked.joins.size());
}

void TestGarments::everyEdgeAndSleeve_data() {
    QTest::addColumn<int>("body");
    QTest::addColumn<int>("welt");
    QTest::addColumn<bool>("afterwards");
    QTest::addColumn<int>("hem");
    for (const BodyKind body : allBodies)
        for (const WeltKind welt : allWelts)
            for (const bool afterwards : {false, true})
                for (const HemLine hem : allHemLines)
                    QTest::addRow("%s, %s, %s, %s", label(body), label(welt), afterwards ? "afterwards" : "first",
                                  label(hem))
                        << int(body) << int(welt) << afterwards << int(hem);
}

void TestGarments::everyEdgeAndSleeve() {
    QFETCH(int, body);
    QFETCH(int, welt);
    QFETCH(bool, afterwards);
    QFETCH(int, hem);
    Project project = ilkesPullover();
    test::putOn(project, genericMachines()[5]); // two beds, for the rib
    Garment& choices = garment(project);
    choices.body.kind = static_cast<BodyKind>(body);
    choices.body.welt.kind = choices.sleeves.cuff.kind = static_cast<WeltKind>(welt);
    choices.making.weltAfterwards = afterwards;
    choices.hem.line = static_cast<HemLine>(hem);
    choices.neck.trimInTwo = !choices.hasShoulders();
    for (const Closure closure : allClosures)
        for (const SleeveSchool school : allSleeveSchools)
            for (const SleeveLine line : {SleeveLine::tapered, SleeveLine::straight})
                for (const SleeveReach reach : {SleeveReach::full, SleeveReach::shortened}) {
                    choices.opening.closure = closure;
                    choices.sleeves.school = school;
                    choices.sleeves.line = line;
                    choices.sleeves.reach = reach;
                    for (const bool panels : {false, true}) {
                        choices.body.panels = panels ? Panels::two : Panels::one;
                        const WorkedGarment worked = workGarment(project);
                        if (choices.body.kind == BodyKind::raglan && school == SleeveSchool::down) {
                            QVERIFY(worked.pieces.empty() && hasFinding(worked.findings, "raglan_down"));
                            continue;
                        }
                        checkGarment(project, worked);
                        if (QTest::currentTestFailed())
                            return;
                    }
                }
}

void TestGarments::gatheredWelts_data() {
    QTest::addColumn<int>("body");
    QTest::addColumn<int>("welt");
    QTest::addColumn<int>("way");
    for (const BodyKind body : allBodies)
        for (const WeltKind welt : allWelts)
            for (const AcrossWay way : allAcrossWays)
                QTest::addRow("%s, %s, %s", label(body), label(welt), label(way)) << int(body) << int(welt) << int(way);
}

void TestGarments::gatheredWelts() {
    QFETCH(int, body);
    QFETCH(int, welt);
    QFETCH(int, way);
    Project project = ilkesPullover();
    test::putOn(project, genericMachines()[5]); // two beds, for the rib
    Garment& choices = garment(project);
    choices.body.kind = static_cast<BodyKind>(body);
    choices.body.welt.kind = choices.sleeves.cuff.kind = static_cast<WeltKind>(welt);
    choices.body.welt.gather = 0.15;
    choices.sleeves.cuff.gather = 0.25;
    choices.making.acrossWay = static_cast<AcrossWay>(way);
    project.machine.tools[static_cast<std::size_t>(Tool::garterBar)] = true;
    choices.neck.trimInTwo = !choices.hasShoulders();
    const WorkedGarment plain = workGarment(ilkesPullover());
    for (const auto& [afterwards, school, panels] : {std::tuple{false, SleeveSchool::up, false},
                                                     {true, SleeveSchool::up, true},
                                                     {false, SleeveSchool::down, true},
                                                     {true, SleeveSchool::down, false}}) {
        choices.making.weltAfterwards = afterwards;
        choices.body.panels = panels ? Panels::two : Panels::one;
        choices.sleeves.school = choices.body.kind == BodyKind::raglan ? SleeveSchool::up : school;
        const WorkedGarment worked = workGarment(project);
        checkGarment(project, worked);
        if (QTest::currentTestFailed())
            return;
        const GarmentCounts& c = *worked.counts;
        const FabricGauge& gauge = *worked.measured.gauge;
        if (choices.body.welt.kind == WeltKind::rolled) {
            QCOMPARE(c.bodyWelt.gathered, Stitches(0)); // nothing to gather into
            continue;
        }
        const Stitches lower = panels ? c.ofHalf(c.back, c.hem) : c.hem;
        // Some ribs repeat over three or four, and an even number goes.
        const int repeat = traits(choices.body.welt.kind).form.multiple;
        QVERIFY(std::abs(c.bodyWelt.gathered.count() - 0.15 * lower.count()) <= (repeat > 2 ? repeat : 1));
        // What is seen of a panel lies as close to the drawn one, drawn in at both its edges.
        const WorkedPiece& back = *worked.piece(backOf(choices, Side::left));
        if (!afterwards) {
            const FabricPicture seen = picture(back.fabric, back.program, firstSeenPass(back.program), true);
            const auto farthest = farthestFromIdeal(seen, back.outline, gauge, Stitches(1));
            QVERIFY(farthest);
            QVERIFY2(farthest->distance < gauge.stitches.unit() * 3.0,
                     qPrintable(QString::number(farthest->distance.mm())));
        }
        if (!choices.hasSleeves())
            continue;
        // The cuff keeps the wrist's measure; what is gathered lies above it.
        const Stitches cuff = c.wrist - c.cuff.gathered;
        QVERIFY(c.cuff.gathered > Stitches(6));
        QVERIFY(std::abs((cuff - plain.counts->wrist).count()) <= 2);
        // What is seen stays as close to the drawn outline as it is without.
        const WorkedPiece& sleeve = *worked.piece(pieces::leftSleeve);
        if (afterwards || choices.sleevesKnittedDown())
            continue;
        const FabricPicture seen = picture(sleeve.fabric, sleeve.program, firstSeenPass(sleeve.program), true);
        const auto farthest = farthestFromIdeal(seen, sleeve.outline, gauge, Stitches(1));
        QVERIFY(farthest);
        QVERIFY2(farthest->distance < gauge.stitches.unit() * 3.0,
                 qPrintable(QString::number(farthest->distance.mm())));
    }
}

void TestGarments::whatCannotBeGathered() {
    Project project = ilkesPullover();
    garment(project).body.welt.gather = 0.2;
    garment(project).hem.line = HemLine::curved;
    QVERIFY(hasFinding(workGarment(project).findings, "gathered_welt"));
    garment(project).hem.line = HemLine::straight;
    QVERIFY(workGarment(project).sound());
    garment(project).opening.closure = Closure::cardigan;
    QVERIFY(hasFinding(workGarment(project).findings, "gathered_welt"));
    garment(project).body.welt.gather = 0.0;
    garment(project).sleeves.cuff.gather = 0.6;
    QVERIFY(hasFinding(workGarment(project).findings, "gather_share"));
}

void TestGarments::aStrapEndsWithADecrease() {
    // Found at random: the armhole's last decrease comes after the strap's last row.
    const Project project =
        projectFromJson(vestimen::test::readFile(VESTIMEN_SOURCE_DIR "/tests/data/last-decrease-of-a-strap.json"));
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const Fabric& back = worked.piece(pieces::back)->fabric;
    QCOMPARE(static_cast<int>(back.kept.at("shoulder_left").size()), worked.counts->shoulder.count());
}

void TestGarments::anArmholeEndsWithADecrease() {
    // So few rows that its last decrease comes after them.
    for (const bool panels : {false, true}) {
        Project project = ilkesPullover();
        garment(project).body.kind = BodyKind::sleeveless;
        garment(project).neck.kind = NeckKind::boat;
        garment(project).body.shoulder = ShoulderKind::straight;
        garment(project).body.panels = panels ? Panels::two : Panels::one;
        project.pins[quantities::armholeRows] = 8;
        const WorkedGarment worked = workGarment(project);
        QVERIFY(!worked.pieces.empty());
        for (const WorkedPiece& piece : worked.pieces)
            QVERIFY2(piece.fabric.findings.empty(), listed(piece.fabric.findings));
        QCOMPARE(worked.counts->armholeCurve.events().back().row, 7);
    }
}

void TestGarments::aCapNeedsATop() {
    Project project = ilkesPullover();
    for (const auto& [stitches, works] : {std::pair{1, false}, {2, true}, {3, true}}) {
        project.pins = {{quantities::capTopStitches, stitches}};
        // An even sleeve has an even top, an odd one an odd one.
        project.pins[quantities::wristStitches] = stitches % 2 == 0 ? 60 : 61;
        project.pins[quantities::sleeveTopStitches] = stitches % 2 == 0 ? 110 : 111;
        const WorkedGarment worked = workGarment(project);
        QCOMPARE(hasFinding(worked.findings, "cap_top_stitches"), !works);
        for (const WorkedPiece& piece : worked.pieces)
            QVERIFY2(piece.fabric.findings.empty(), listed(piece.fabric.findings));
    }
}

void TestGarments::panelsMeetInTheMiddle() {
    Project project = ilkesPullover();
    const WorkedGarment whole = workGarment(project);
    garment(project).body.panels = Panels::two;
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const GarmentCounts& c = *worked.counts;
    // Both lose a stitch to the seam down the middle, as they do to those at the sides.
    const Stitches seams(2);
    QVERIFY(std::abs(((c.back - seams) * 2 - (whole.counts->body - seams)).count()) <= 2);
    QCOMPARE(c.front, c.back);
    const auto joins = [](const WorkedGarment& of, const char* joinKey) {
        return std::ranges::count(of.joins, std::string(joinKey), &Join::key);
    };
    QVERIFY(joins(worked, "seam_back") == 1 && joins(worked, "seam_front") == 1 && joins(whole, "seam_back") == 0);
    QVERIFY(worked.joins[0].key == "seam_back" && worked.joins[0].method == JoinMethod::mattress);
    QCOMPARE(worked.joins[0].first.count, worked.joins[0].second.count);
    // The wearer's left back lies with its side at the machine's right.
    const Fabric& left = worked.piece(pieces::leftBack)->fabric;
    QVERIFY(!left.edge("side_right").empty() && left.edge("side_left").empty());
    // The neck trim takes the whole neckline, from both halves.
    QVERIFY(std::abs((c.trim - whole.counts->trim).count()) <= 4);
    // A cardigan's fronts stay as they are; its back is parted.
    garment(project).opening.closure = Closure::cardigan;
    const WorkedGarment open = workGarment(project);
    QVERIFY2(open.sound(), listed(open.findings));
    QVERIFY(joins(open, "seam_back") == 1 && joins(open, "seam_front") == 0);
    QVERIFY(open.counts->front < open.counts->back);
}

void TestGarments::everyStarterSize_data() {
    QTest::addColumn<int>("size");
    QTest::addColumn<int>("body");
    for (std::size_t size = 0; size < starterSizes().size(); ++size)
        for (const BodyKind body : allBodies)
            QTest::addRow("%s, %s", starterSizes()[size].name, label(body)) << int(size) << int(body);
}

void TestGarments::everyStarterSize() {
    QFETCH(int, size);
    QFETCH(int, body);
    for (const NeckKind neck : allNecks)
        for (const SideKind sides : allSides) {
            Project project;
            project.name = "starter";
            test::putOn(project, genericMachines()[1]);
            project.swatch = ilkesPullover().swatch;
            project.wearer = borrowed(starterSizes()[static_cast<std::size_t>(size)]);
            garment(project).body.kind = static_cast<BodyKind>(body);
            garment(project).body.sides = sides;
            garment(project).sleeves.cuff.depth = Length::millimetres(size == 0 ? 30 : 40); // a baby's arm is short
            // A baby's shoulder is low and its arm short: its necks are shallower and its raglans too.
            if (size == 0)
                garment(project).sleeves.cuff.depth = Length::millimetres(20);
            chooseNeck(garment(project), project.ease, neck);
            if (size <= 1 && neck == NeckKind::vee && garment(project).body.kind == BodyKind::strapped)
                project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {Ease::Kind::length, 50.0};
            if (neck == NeckKind::boat && !garment(project).hasShoulders())
                continue;
            garment(project).neck.trimInTwo = !garment(project).hasShoulders();
            const WorkedGarment worked = workGarment(project);
            QVERIFY2(worked.sound(), QByteArray(label(neck)) + ", " + label(sides) + "\n" + listed(worked.findings));
        }
}

void TestGarments::everyMachine_data() {
    QTest::addColumn<int>("machine");
    for (std::size_t i = 0; i < genericMachines().size(); ++i)
        QTest::addRow("%s", genericMachines()[i].name.c_str()) << static_cast<int>(i);
}

void TestGarments::everyMachine() {
    QFETCH(int, machine);
    for (const BodyKind body : {BodyKind::setIn, BodyKind::sleeveless}) {
        Project project = ilkesPullover();
        garment(project).body.kind = body;
        const double pitch = project.machine.pitch.mm();
        test::putOn(project, genericMachines()[static_cast<std::size_t>(machine)]);
        // The same fabric in another size, as it would come off that bed.
        const double scale = project.machine.pitch.mm() / pitch;
        for (Treatment& treatment : project.swatch.treatments)
            for (auto* readings : {&treatment.widths, &treatment.heights})
                for (Reading& reading : *readings)
                    if (auto* tape = std::get_if<TapeReading>(&reading))
                        tape->length = tape->length * scale;
        const WorkedGarment worked = workGarment(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        for (const WorkedPiece& piece : worked.pieces)
            QVERIFY2(piece.fabric.findings.empty(), listed(piece.fabric.findings));
    }
}

void TestGarments::aLineByHand() {
    Project project = ilkesPullover();
    garment(project).body.sides = SideKind::aLine;
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const GarmentCounts& c = *worked.counts;
    QCOMPARE(c.hem, Stitches(149)); // 1018 mm / 2 at 3.467 mm: 146.8, two for the seams, odd as the body is
    QCOMPARE(c.body, Stitches(141));
    QCOMPARE(c.sides.size(), 1u);
    QVERIFY(!c.sides[0].widens);
    QCOMPARE(c.sides[0].slope.eventRows().size(), 4u);
    QVERIFY(c.sides[0].slope.plainAfter >= Rows(12)); // 30 mm below the armhole go straight
    // What the bed knitted: from the hem's stitches down to the body's, never fewer.
    const Fabric& back = worked.piece(pieces::back)->fabric;
    const auto mark = std::ranges::find(back.marks, std::string("underarm"), &FabricMark::as);
    QCOMPARE(static_cast<int>(back.passes[static_cast<std::size_t>(mark->pass - 1)].loopCount), c.body.count());
    QCOMPARE(worked.piece(pieces::back)->width, worked.measured.gauge->width(c.hem - Stitches(2)));
    project.ease[static_cast<std::size_t>(Measure::hip)] = {Ease::Kind::length, -20.0};
    QVERIFY(hasFinding(workGarment(project).findings, "hem_narrower"));
    QVERIFY(workGarment(project).sound());
}

void TestGarments::waistedSidesGoInAndOut() {
    Project project = ilkesPullover();
    garment(project).body.sides = SideKind::waisted;
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const GarmentCounts& c = *worked.counts;
    QCOMPARE(c.waist, Stitches(125)); // 855 mm / 2: 123.3 and two
    QCOMPARE(c.sides.size(), 2u);
    QVERIFY(!c.sides[0].widens && c.sides[1].widens);
    // Row by row on the bed: narrowest about the waist, for at least 20 mm.
    const Fabric& front = worked.piece(pieces::front)->fabric;
    const int under = std::ranges::find(front.marks, std::string("underarm"), &FabricMark::as)->pass;
    int narrow = 0;
    int at = 0;
    for (int pass = under - c.toUnderarm.count(); pass < under; ++pass) {
        const int width = static_cast<int>(front.passes[static_cast<std::size_t>(pass)].loopCount);
        QVERIFY(width >= c.waist.count());
        if (width == c.waist.count() && narrow++ == 0)
            at = pass - (under - c.toUnderarm.count());
    }
    QVERIFY(narrow >= 8);
    QVERIFY(at <= c.toWaist.count() && at + narrow >= c.toWaist.count());
}

void TestGarments::aWaistMustHaveItsRoom() {
    Project project = ilkesPullover();
    garment(project).body.sides = SideKind::waisted;
    project.wearer[Measure::backNeckToWaist]->value = Length::millimetres(540);
    QVERIFY2(hasFinding(workGarment(project).findings, "waist_out_of_place"), listed(workGarment(project).findings));
    QVERIFY(workGarment(project).pieces.empty());
    project = ilkesPullover();
    garment(project).body.sides = SideKind::aLine;
    project.wearer[Measure::hip]->value = Length::millimetres(1500);
    const WorkedGarment wide = workGarment(project);
    QVERIFY2(wide.pieces.empty() && anyError(wide.findings), listed(wide.findings)); // too wide for the bed
}

void TestGarments::armholeByHand() {
    const WorkedGarment worked = workGarment(ilkesPullover());
    const GarmentCounts& c = *worked.counts;
    // 970 mm / 2 at 3.467 mm: 139.9, two for the seams, odd for the rib.
    QCOMPARE(c.body, Stitches(141));
    QCOMPARE(c.upper, Stitches(103));  // 352 mm: 101.5, two for the seams, odd
    QCOMPARE(c.underarm, Stitches(7)); // 25 mm: 7.2
    QCOMPARE(c.armholeInset(), Stitches(19));
    QCOMPARE(c.armholeCurve.total(), Stitches(12));
    QCOMPARE(c.armhole, Rows(81)); // 198 mm at 2.456: 80.6
    // The lower 45 %: nothing is shaped above.
    QVERIFY(c.armholeCurve.events().back().row <= 36);
    // Along: 7 stitches, a quarter ellipse of 12 stitches by 36 rows, 45 rows.
    const FabricGauge gauge = *worked.measured.gauge;
    const Length curve = quarterEllipseLength(gauge.width(Stitches(12)), gauge.height(Rows(36)));
    QVERIFY(abs(c.armholeEdge - gauge.width(Stitches(7)) - curve - gauge.height(Rows(45))) <
            Length::millimetres(0.001));
}

void TestGarments::armholeFollowsItsCurve() {
    for (const BodyKind body : {BodyKind::setIn, BodyKind::sleeveless}) {
        Project project = ilkesPullover();
        garment(project).body.kind = body;
        const WorkedGarment worked = workGarment(project);
        const GarmentCounts& c = *worked.counts;
        const Rows curved(static_cast<int>(std::lround(c.armhole.count() * armholeCurveShare)));
        compareWithIdeal(widthsAfter(worked.piece(pieces::back)->fabric, "underarm", c.armhole.count()), c.body.count(),
                         c.underarm.count(), quarterEllipse(c.armholeInset() - c.underarm, curved, c.armhole),
                         c.armholeCurve.deviation);
    }
}

void TestGarments::sidesOfAnArmholeAreOneRowApart() {
    const WorkedGarment worked = workGarment(ilkesPullover());
    const GarmentCounts& c = *worked.counts;
    const auto widths = widthsAfter(worked.piece(pieces::back)->fabric, "underarm", 2);
    QCOMPARE(widths[0], (c.body - c.underarm).count());
    const int atOnce = c.armholeCurve.events().front().row == 0 ? c.armholeCurve.events().front().stitches.count() : 0;
    QCOMPARE(widths[1], (c.body - c.underarm * 2).count() - 2 * atOnce);
    // Bound off where the carriage stands, first one side and then the other.
    std::vector<Side> sides;
    for (const Operation& each : worked.piece(pieces::back)->program.operations)
        if (const auto* bound = std::get_if<operation::BindOff>(&each.action))
            sides.push_back(bound->side);
    QCOMPARE(sides.size(), 2u);
    QVERIFY(sides[0] != sides[1]);
}

void TestGarments::capFitsItsArmholes() {
    const WorkedGarment worked = workGarment(ilkesPullover());
    const GarmentCounts& c = *worked.counts;
    const Length row = worked.measured.gauge->rows.unit();
    QVERIFY(abs(c.capEdge - c.armholeEdge * 2.0 - Length::millimetres(5)) < row * 1.5);
    QCOMPARE(c.sleeveTop.isEven(), c.capTop.isEven());
    QVERIFY(c.capRows < c.armhole);
    QVERIFY(c.capRows > c.armhole / 2);
    // What is bound off last is the flat top.
    const Fabric& sleeve = worked.piece(pieces::leftSleeve)->fabric;
    QCOMPARE(static_cast<int>(sleeve.passes.back().loopCount), c.capTop.count());
    const auto join = std::ranges::find(worked.joins, "sleeve_left", &Join::key);
    QCOMPARE(join->method, JoinMethod::sewOn);
    QVERIFY(std::abs(join->eased) < 0.02);
}

void TestGarments::capFollowsItsBell() {
    const WorkedGarment worked = workGarment(ilkesPullover());
    const GarmentCounts& c = *worked.counts;
    const int side = (c.sleeveTop - c.capTop).count() / 2 - c.underarm.count();
    // The bell is done before the last row, which knits the top alone.
    compareWithIdeal(widthsAfter(worked.piece(pieces::leftSleeve)->fabric, "underarm", c.capRows.count() - 1),
                     c.sleeveTop.count(), c.underarm.count(), bell(side, c.capRows - Rows(1)), c.cap.deviation);
}

void TestGarments::capEaseMakesItHigher() {
    Project project = ilkesPullover();
    int before = 0;
    for (const double ease : {0.0, 10.0, 25.0}) {
        garment(project).sleeves.capEase = Length::millimetres(ease);
        const int rows = countsOf(project).capRows.count();
        QVERIFY(rows > before);
        before = rows;
    }
}

void TestGarments::aVeeNarrowsToItsPoint() {
    const WorkedGarment worked = workGarment(ilkesPullover());
    const GarmentCounts& c = *worked.counts;
    QCOMPARE(c.frontNeck.centre, Stitches(c.neck.count() % 2));
    QCOMPARE(static_cast<int>(c.frontNeck.shape.events().size()), c.neck.count() / 2);
    const Fabric& front = worked.piece(pieces::front)->fabric;
    QCOMPARE(static_cast<int>(front.edge("neck_left").size()), c.frontNeck.edge.count());
    QCOMPARE(static_cast<int>(front.edge("neck_right").size()), c.frontNeck.edge.count());
    QCOMPARE(front.kept.contains("neck"), !c.neck.isEven());
    // Each half goes from half of the body to its shoulder.
    QCOMPARE(c.trim, c.neck + c.frontNeck.centre + c.frontNeck.trimEdge * 2);
}

void TestGarments::aSquareNeckIsStraight() {
    Project project = ilkesPullover();
    garment(project).neck.kind = NeckKind::square;
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    QCOMPARE(worked.counts->frontNeck.centre, worked.counts->neck);
    QCOMPARE(worked.piece(pieces::front)->fabric.kept.at("neck").size(),
             static_cast<std::size_t>(worked.counts->neck.count()));
}

void TestGarments::aBoatNeckIsTheBackAgain() {
    Project project = ilkesPullover();
    garment(project).neck.kind = NeckKind::boat;
    project.ease[static_cast<std::size_t>(Measure::neckWidth)] = {Ease::Kind::length, 80.0};
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    Program front = worked.piece(pieces::front)->program;
    const Program& back = worked.piece(pieces::back)->program;
    front.piece = back.piece;
    front.worn = back.worn;
    for (Operation& each : front.operations) // the front's yarn joins a shoulder, the back's end is woven in
        if (auto* broken = std::get_if<operation::BreakYarn>(&each.action))
            broken->tail = {};
    Program plainBack = back;
    for (Operation& each : plainBack.operations)
        if (auto* broken = std::get_if<operation::BreakYarn>(&each.action))
            broken->tail = {};
    QVERIFY(front == plainBack);
    QCOMPARE(worked.counts->trim, worked.counts->neck * 2);
}

void TestGarments::sleevelessTrimsTakeTheWholeArmhole() {
    Project project = ilkesPullover();
    garment(project).body.kind = BodyKind::sleeveless;
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    QVERIFY(!worked.piece(pieces::leftSleeve));
    const GarmentCounts& c = *worked.counts;
    for (const auto& [kind, up, down] :
         {std::tuple{pieces::leftArmTrim, "front", "back"}, {pieces::rightArmTrim, "back", "front"}}) {
        const WorkedPiece* trim = worked.piece(kind);
        QVERIFY(trim);
        const operation::Hang* hung = nullptr;
        for (const Operation& each : trim->program.operations)
            if (const auto* hang = std::get_if<operation::Hang>(&each.action); hang && !hung)
                hung = hang;
        QCOMPARE(static_cast<int>(hung->map.size()), c.armTrim.count());
        // From the underarm up one piece and down the other, and every held stitch is taken.
        QCOMPARE(hung->sources.front().piece, std::string(up));
        QCOMPARE(hung->sources.back().piece, std::string(down));
        std::map<std::string, int> held;
        for (const Hung& one : hung->map)
            held[hung->source(one).piece] += hung->source(one).kind == HangSource::Kind::kept ? 1 : 0;
        QCOMPARE(held["back"], c.underarm.count());
        QCOMPARE(held["front"], c.underarm.count());
        QCOMPARE(turnOf(trim->program, "fold_row"), 1);
    }
    // Nothing is said of a sleeve.
    for (const WorkedPiece& piece : worked.pieces)
        for (const Operation& each : piece.program.operations)
            if (const auto* said = std::get_if<operation::Say>(&each.action))
                QVERIFY2(said->text.find("sleeve") == std::string::npos, said->text.c_str());
    // Narrower than with a sleeve, by the choice.
    QCOMPARE(worked.measures->upperWidth, workGarment(ilkesPullover()).measures->upperWidth - Length::millimetres(30));
}

void TestGarments::joinsComeInTheirOrder() {
    const auto keys = [](BodyKind body, NeckKind neck) {
        Project project = ilkesPullover();
        garment(project).body.kind = body;
        garment(project).neck.kind = neck;
        std::vector<std::string> all;
        for (const Join& join : workGarment(project).joins)
            all.push_back(join.key);
        return all;
    };
    // The trim of a V is hung when both shoulders are joined; a cap goes in when sides and sleeves are sewn.
    QCOMPARE(keys(BodyKind::setIn, NeckKind::vee),
             (std::vector<std::string>{"shoulder_left", "shoulder_right", "neck_trim", "trim_seam", "seam_left",
                                       "seam_right", "sleeve_seam_left", "sleeve_seam_right", "sleeve_left",
                                       "sleeve_right"}));
    QCOMPARE(keys(BodyKind::sleeveless, NeckKind::square),
             (std::vector<std::string>{"shoulder_left", "neck_trim", "shoulder_right", "trim_seam", "arm_trim_left",
                                       "arm_trim_right", "seam_left", "seam_right", "arm_trim_seam_left",
                                       "arm_trim_seam_right"}));
}

void TestGarments::neededMeasures() {
    const auto needs = [](BodyKind body, NeckKind neck, Measure measure) {
        Garment choices;
        choices.body.kind = body;
        choices.neck.kind = neck;
        return std::ranges::count(garmentNeeds(choices), measure) == 1;
    };
    QVERIFY(!needs(BodyKind::dropShoulder, NeckKind::round, Measure::crossBack));
    QVERIFY(needs(BodyKind::setIn, NeckKind::round, Measure::crossBack));
    QVERIFY(!needs(BodyKind::sleeveless, NeckKind::round, Measure::wrist));
    QVERIFY(!needs(BodyKind::dropShoulder, NeckKind::boat, Measure::frontNeckDepth));
    Project project = ilkesPullover();
    project.wearer[Measure::crossBack].reset();
    QVERIFY(!workGarment(project).measures);
    garment(project).body.kind = BodyKind::dropShoulder;
    QVERIFY(workGarment(project).measures);
}

void TestGarments::whatCannotBe_data() {
    QTest::addColumn<int>("measure");
    QTest::addColumn<double>("mm");
    QTest::addColumn<QString>("code");
    QTest::addColumn<QString>("says");
    const auto row = [](const char* name, Measure measure, double mm, const char* code, const char* says) {
        QTest::newRow(name) << static_cast<int>(measure) << mm << code << says;
    };
    row("back as wide as the body", Measure::crossBack, 480, "no_armhole", "make it at most 465.0 mm");
    row("arm wider than the armholes", Measure::upperArm, 480, "cap_too_wide", "make the armhole deeper");
    row("cuff wider than the arm", Measure::wrist, 340, "cuff_too_wide", "wider than the upper arm of 334.0 mm");
    row("neck wider than the back", Measure::crossBack, 195, "neck_too_wide", "at most 155.0 mm");
    row("no sleeve under the cap", Measure::centreBackToWrist, 400, "sleeve_too_short", "needs at least");
    row("a V of a few rows", Measure::frontNeckDepth, 10, "neck_depth", "make it deeper or narrower");
}

void TestGarments::whatCannotBe() {
    QFETCH(int, measure);
    QFETCH(double, mm);
    QFETCH(QString, code);
    QFETCH(QString, says);
    Project project = ilkesPullover();
    project.wearer.measures[static_cast<std::size_t>(measure)] = MeasureValue{Length::millimetres(mm), false, {}};
    const WorkedGarment worked = workGarment(project);
    QVERIFY(worked.pieces.empty());
    QVERIFY2(hasFinding(worked.findings, code.toStdString()), listed(worked.findings));
    for (const Finding& each : worked.findings)
        if (code == each.code.text())
            QVERIFY2(QString::fromStdString(render(each.text)).contains(says), render(each.text).c_str());
}

void TestGarments::aPinnedTopIsWhatTheRowKnits() {
    for (const int top : {3, 5, 7, 9, 15}) // the sleeve is odd
        for (const SleeveSchool school : allSleeveSchools) {
            Project project = ilkesPullover();
            garment(project).sleeves.school = school;
            project.pins[quantities::capTopStitches] = top;
            const WorkedGarment worked = workGarment(project);
            QVERIFY2(worked.sound(), listed(worked.findings));
            const auto& passes = worked.piece(pieces::leftSleeve)->fabric.passes;
            const Pass& row = school == SleeveSchool::up ? passes.back() : passes.front();
            QCOMPARE(static_cast<int>(row.loopCount), top);
        }
}

void TestGarments::bandsSpeakOfNoWasteYarn() {
    Project project = ilkesPullover();
    garment(project).opening.closure = Closure::cardigan;
    const WorkedGarment worked = workGarment(project);
    for (const PieceKey band : {pieces::leftBand, pieces::rightBand})
        QVERIFY(!says(worked.piece(band)->program, "waste yarn"));
    QVERIFY(says(worked.piece(pieces::neckTrim)->program, "waste yarn"));
    garment(project).body.kind = BodyKind::sleeveless;
    const WorkedGarment sleeveless = workGarment(project);
    QVERIFY(says(sleeveless.piece(pieces::leftArmTrim)->program, "holders out"));
}

void TestGarments::anotherMakingThanTheSwatchsIsSaid() {
    const auto codes = [](auto change) {
        Project project = ilkesPullover();
        change(project);
        std::set<std::string> found;
        for (const Finding& finding : workGarment(project).findings)
            found.insert(finding.code.text());
        return found;
    };
    using Codes = std::set<std::string>;
    QCOMPARE(codes([](Project&) {}), Codes{});
    QVERIFY(codes([](Project& p) { p.yarn.name = "Kelp 3-ply"; }).contains("other_yarn"));
    QVERIFY(codes([](Project& p) { p.yarn.strands = 2; }).contains("other_strands"));
    QVERIFY(codes([](Project& p) { p.machine = genericMachines()[5]; }).contains("other_machine"));
    // A name that nobody wrote down says nothing.
    QCOMPARE(codes([](Project& p) {
                 p.swatch.yarn.clear();
                 p.swatch.machine.clear();
             }),
             Codes{});
}

void TestGarments::panelsAreOfferedOnlyWhereTheyFit() {
    for (const int needles : {150, 130, 90, 75, 60}) {
        Project project = ilkesPullover();
        project.machine.needles = Stitches(needles);
        const WorkedGarment worked = workGarment(project);
        const auto wide = std::ranges::find_if(
            worked.findings, [](const Finding& each) { return each.code == "too_wide" && each.piece == "back"; });
        if (wide == worked.findings.end())
            continue;
        Project inPanels = project;
        garment(inPanels).body.panels = Panels::two;
        const bool fit = !hasFinding(workGarment(inPanels).findings, "too_wide") ||
                         std::ranges::none_of(workGarment(inPanels).findings, [](const Finding& each) {
                             return each.code == "too_wide" && each.piece != "left_sleeve";
                         });
        QCOMPARE(render(wide->text).find("two panels") != std::string::npos, fit);
        bool offered = false;
        for (const WayOut& way : waysOut(project, *wide))
            offered = offered || garment(way.project).body.panels == Panels::two;
        QCOMPARE(offered, fit);
    }
}

/// A panel hangs about the middle by its hem and grows at one side only: it may reach over the bed's end before it has
/// more stitches than the bed has needles.
void TestGarments::panelsStayOnTheBed() {
    int drafted = 0;
    int refused = 0;
    for (int needles = 90; needles <= 150; ++needles) {
        Project project = ilkesPullover();
        project.machine.needles = Stitches(needles);
        garment(project).body.kind = BodyKind::dropShoulder;
        garment(project).body.panels = Panels::two;
        garment(project).neck.trimInTwo = true;
        garment(project).body.sides = SideKind::waisted;
        project.ease[static_cast<std::size_t>(Measure::chest)] = {Ease::Kind::length, 450.0};
        const WorkedGarment worked = workGarment(project);
        QVERIFY2(!hasFinding(worked.findings, "beyond_bed"), listed(worked.findings));
        drafted += worked.sound() ? 1 : 0;
        refused += hasFinding(worked.findings, "too_wide") ? 1 : 0;
    }
    QVERIFY2(drafted > 5 && refused > 5, qPrintable(QString("%1, %2").arg(drafted).arg(refused)));
}

void TestGarments::anOpenFrontHasBands() {
    for (const double depth : {0.0, -3.0, 1.0, 7.9})
        for (const BodyKind body : allBodies) {
            Project project = ilkesPullover();
            garment(project).body.kind = body;
            garment(project).opening.closure = Closure::cardigan;
            garment(project).opening.band.depth = Length::millimetres(depth);
            const WorkedGarment worked = workGarment(project);
            QVERIFY(worked.pieces.empty());
            QCOMPARE(std::ranges::count(worked.findings, Severity::error, &Finding::severity), 1);
            QVERIFY2(hasFinding(worked.findings, "band_depth"), listed(worked.findings));
        }
}

void TestGarments::aCapHigherThanItsArmholeIsRefused() {
    Project project = ilkesPullover();
    garment(project).body.shoulder = ShoulderKind::straight;
    garment(project).sleeves.capTop = Length::millimetres(30);
    garment(project).body.underarm = Length::millimetres(5);
    project.wearer[Measure::upperArm]->value = Length::millimetres(120);
    const WorkedGarment worked = workGarment(project);
    QVERIFY(worked.pieces.empty());
    QVERIFY2(hasFinding(worked.findings, "cap_too_high"), listed(worked.findings));
}

void TestGarments::choicesAreKeptInTheFile() {
    Project project = ilkesPullover();
    garment(project).body.kind = BodyKind::sleeveless;
    garment(project).neck.kind = NeckKind::square;
    garment(project).body.sides = SideKind::waisted;
    garment(project).body.underarm = Length::millimetres(31);
    garment(project).body.narrower = Length::millimetres(11);
    garment(project).sleeves.capTop = Length::millimetres(71);
    garment(project).sleeves.capEase = Length::millimetres(7);
    garment(project).body.armTrim.depth = Length::millimetres(17);
    for (const CountKey pinned : {quantities::upperStitches, quantities::capRows, quantities::armTrimRows})
        project.pins[pinned] = 44;
    QVERIFY(projectFromJson(toJson(project)) == project);
}

void TestGarments::buttonholesAreDrawn_data() {
    QTest::addColumn<int>("side");
    QTest::addRow("left") << int(Side::left);
    QTest::addRow("right") << int(Side::right);
}

void TestGarments::buttonholesAreDrawn() {
    QFETCH(int, side);
    Project project = ilkesPullover();
    garment(project).opening.closure = Closure::cardigan;
    garment(project).opening.holes = static_cast<Side>(side);
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const GarmentCounts& counts = *worked.counts;
    const bool left = garment(project).opening.holes == Side::left;
    for (const WorkedPiece& piece : worked.pieces) {
        const FabricPicture drawn = picture(piece.fabric, piece.program, firstSeenPass(piece.program), true);
        if (piece.key != (left ? pieces::leftBand : pieces::rightBand)) {
            QVERIFY2(drawn.eyelets.empty(), piece.program.piece.c_str()); // also where needles come into work empty
            continue;
        }
        // Once in each layer of the band, at the counted stitches from the lower edge.
        std::map<int, std::vector<int>> byRow;
        for (const Eyelet& each : drawn.eyelets) {
            const int fromLeft = each.slot - centred(counts.band).first.slot() + 1;
            byRow[each.row].push_back(left ? counts.band.count() + 1 - fromLeft : fromLeft);
        }
        std::vector<int> wanted;
        for (const int first : counts.buttonholes)
            for (int i = 0; i < counts.buttonhole.count(); ++i)
                wanted.push_back(first + i);
        QCOMPARE(byRow.size(), 2u);
        for (auto& [row, stitches] : byRow) {
            std::ranges::sort(stitches);
            QCOMPARE(stitches, wanted);
        }
        const std::string svg = toSvg(piece.program, piece.fabric, piece.outline, *worked.measured.gauge, "#888888");
        QCOMPARE(QString::fromStdString(svg).count("<circle"), static_cast<qsizetype>(2 * wanted.size()));
    }
}

void TestGarments::boundStitchesAddNoHeight() {
    const WorkedGarment worked = workGarment(ilkesPullover());
    for (const PieceKey kind : {pieces::back, pieces::leftSleeve}) {
        const WorkedPiece* piece = worked.piece(kind);
        const FabricPicture drawn = picture(piece->fabric, piece->program, firstSeenPass(piece->program), true);
        const GarmentCounts& c = *worked.counts;
        // The two rows by which the shoulders come back, and the row of each piece that closes its rib, are folded in
        // or lie on top.
        const int rows = kind == pieces::back ? c.bodyLength().count() : c.sleeveLength().count();
        QVERIFY2(std::abs(drawn.rows - rows) <= (kind == pieces::back ? 2 : 1),
                 qPrintable(QString("%1, not %2").arg(drawn.rows).arg(rows)));
    }
}

void TestGarments::theFabricLiesNearItsIdeal() {
    for (const BodyKind body : allBodies)
        for (const SideKind sides : allSides) {
            Project project = ilkesPullover();
            garment(project).body.kind = body;
            garment(project).body.sides = sides;
            const WorkedGarment worked = workGarment(project);
            const FabricGauge& gauge = *worked.measured.gauge;
            for (const WorkedPiece& piece : worked.pieces) {
                const FabricPicture drawn = picture(piece.fabric, piece.program, firstSeenPass(piece.program), true);
                const auto farthest = farthestFromIdeal(drawn, piece.outline, gauge, Stitches(1));
                QCOMPARE(farthest.has_value(), !isTrim(piece.key));
                if (!farthest)
                    continue;
                // What was promised of its shaping, and a stitch and a row of rounding.
                const GarmentCounts& c = *worked.counts;
                const double promised = std::max({c.armholeCurve.deviation, c.cap.deviation, c.sleeve.deviation});
                QVERIFY2(
                    farthest->distance < gauge.stitches.unit() * (promised + 1.0) + gauge.rows.unit(),
                    qPrintable(QString("%1: %2 mm").arg(piece.program.piece.c_str()).arg(farthest->distance.mm())));
            }
        }
}

void TestGarments::distancesAreMeasuredAcross() {
    // Ten stitches of 5 mm by ten rows of 4 mm, beside an ideal that is 2 mm narrower at each side.
    const auto mm = [](double value) { return Length::millimetres(value); };
    FabricPicture drawn;
    drawn.blocks = {{-5, 4, 0, 10, 0, 0, 9}};
    drawn.firstSlot = -5;
    drawn.lastSlot = 4;
    drawn.rows = 10;
    const FabricGauge gauge{Gauge::ofUnit(mm(5)), Gauge::ofUnit(mm(4))};
    const auto box = [&](double half) {
        return Outline{{{"hem", {{mm(-half), mm(0)}, {mm(half), mm(0)}}},
                        {"side", {{mm(half), mm(0)}, {mm(half), mm(40)}}},
                        {"top", {{mm(half), mm(40)}, {mm(-half), mm(40)}}},
                        {"side", {{mm(-half), mm(40)}, {mm(-half), mm(0)}}}}};
    };
    QVERIFY(std::abs(farthestFromIdeal(drawn, box(25), gauge, Stitches(0))->distance.mm()) < 1e-9);
    // Seen from the lowest row, the hem's corner is no nearer than the side.
    const auto off = farthestFromIdeal(drawn, box(23), gauge, Stitches(0));
    QVERIFY(std::abs(off->distance.mm() - 2.0) < 1e-9 || off->distance.mm() > 2.0);
    QVERIFY(off->distance.mm() < std::hypot(2.0, 2.0) + 1e-9);
    QVERIFY(std::abs(farthestFromIdeal(drawn, box(20), gauge, Stitches(1))->distance.mm()) < 1e-9);
    QVERIFY(!farthestFromIdeal(drawn, Outline{}, gauge, Stitches(0)));
    QVERIFY(!farthestFromIdeal(FabricPicture{}, box(25), gauge, Stitches(0)));
}

QTEST_APPLESS_MAIN(TestGarments)
#include "tst_garments.moc"
