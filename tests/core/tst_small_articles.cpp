// SPDX-License-Identifier: GPL-3.0-or-later
// Mittens, socks, cushions and cords: counted, written, knitted on the bed, and looked at from the fabric.
#include "support/check_property.h"
#include "support/joins_in_the_hand.h"
#include "support/projects.h"
#include "support/random_projects.h"
#include "support/tails.h"

#include "core/article/articles.h"
#include "core/bed/fabric_picture.h"
#include "core/bed/virtual_bed.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "core/record/corrections.h"
#include "core/ways_out.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <functional>
#include <ranges>
#include <set>

using namespace vestimen;
using vestimen::test::between;
using vestimen::test::hasFinding;
using vestimen::test::listed;
using vestimen::test::randomWelt;
using vestimen::test::somebodys;

namespace {

int number(const Worked& worked, CountKey key) {
    return std::get<int>(worked.workings.at(key).result);
}

const WorkedPiece& piece(const Worked& worked, std::string_view name) {
    const auto found = std::ranges::find(
        worked.pieces, name, [](const WorkedPiece& each) -> std::string_view { return each.program.piece; });
    if (found == worked.pieces.end())
        qFatal("no piece of that name");
    return *found;
}

/// The bed finds nothing, programs are read as they are written, joins meet, and each tail is left where the yarn is.
void checkRuns(const Project& project, const Worked& worked) {
    for (const WorkedPiece& each : worked.pieces) {
        for (const Finding& finding : each.fabric.findings)
            if (!(finding.code == "open_turn" && finding.severity == Severity::note)) {
                RC_LOG() << toJson(project);
                RC_FAIL(each.program.piece + ": " + finding.code.text() + ", " + render(finding.text));
            }
        const Program readBack = programFromJson(toJson(each.program));
        for (std::size_t i = 0; i < each.program.operations.size() && i < readBack.operations.size(); ++i)
            if (readBack.operations[i] != each.program.operations[i])
                RC_FAIL(each.program.piece + ": operation " + std::to_string(i + 1) + " is read otherwise, in " +
                        toJson(each.program));
        RC_ASSERT(readBack == each.program);
    }
    for (const Join& join : worked.joins) {
        if (anyError(join.findings))
            RC_FAIL(join.key + ": " + render(join.findings.front().text) + "\n" + toJson(project));
        if (join.method == JoinMethod::mattress || join.method == JoinMethod::graft)
            RC_ASSERT(join.first.count == join.second.count && join.first.count > 0);
    }
    test::checkTails(worked);
    test::checkJoinsInTheHand(project, worked);
    test::checkNothingIsLeftBare(project, worked);
    test::checkSeamsMeet(project, worked);
}

/// What a second of a pair is like: the first, the other way round, row for row and loop for loop.
void checkMirrors(const WorkedPiece& left, const WorkedPiece& right) {
    const Fabric image = knit(mirrorImage(left.program));
    for (const Finding& finding : image.findings)
        if (finding.severity == Severity::error)
            RC_FAIL(left.program.piece + " mirrored: " + finding.code.text() + ", " + render(finding.text));
    const Fabric& fabric = right.fabric;
    RC_ASSERT(image.loops.size() == fabric.loops.size());
    RC_ASSERT(image.passes.size() == fabric.passes.size());
    for (std::size_t pass = 0; pass < fabric.passes.size(); ++pass) {
        RC_ASSERT(image.passes[pass].from == fabric.passes[pass].from);
        RC_ASSERT(image.passes[pass].loopCount == fabric.passes[pass].loopCount);
        RC_ASSERT(image.passes[pass].yarn == fabric.passes[pass].yarn);
    }
}

/// How often a loop is a parent of another, or kept: a loop without any is a hole that runs.
std::vector<int> caught(const Fabric& fabric) {
    std::vector<int> uses(fabric.loops.size(), 0);
    LoopId id = 0;
    for (const Loop loop : fabric.loops) {
        if (loop.parent != noLoop)
            ++uses[loop.parent];
        ++id;
    }
    for (const auto& [of, parent] : fabric.moreParents)
        ++uses[parent];
    for (const auto& [name, loops] : fabric.kept)
        for (const LoopId loop : loops)
            ++uses[loop];
    return uses;
}

/// The newest loop that was hung.
LoopId hungLast(const Fabric& fabric) {
    LoopId last = 0;
    LoopId id = 0;
    for (const Loop loop : fabric.loops) {
        if (loop.kind == LoopKind::hung)
            last = id;
        ++id;
    }
    return last;
}

void pinSome(Project& project) {
    project.pins.clear();
    if (*rc::gen::inRange(0, 4) == 0)
        for (const CountKey key : countsOf(project.article))
            if (const Worked plain = work(project); plain.workings.contains(key) && *rc::gen::arbitrary<bool>())
                project.pins[key] = std::max(1, number(plain, key) + *rc::gen::inRange(-4, 5));
    if (*rc::gen::inRange(0, 8) == 0)
        for (const CountKey key : countsOf(project.article))
            if (*rc::gen::arbitrary<bool>())
                project.pins[key] = *rc::gen::inRange(1, 2001);
}

YarnNumber randomYarn(const Project& project) {
    return *rc::gen::inRange(0, project.yarns());
}

/// A measure that differs from the size's by up to so much of itself.
void vary(Project& project, Measure measure, double share) {
    auto& taken = project.wearer[measure];
    if (taken)
        taken->value = taken->value * between(1.0 - share, 1.0 + share);
}

} // namespace

class TestSmallArticles : public QObject {
    Q_OBJECT

private slots:
    void aSockHasTheMeasuresOfItsFoot_data();
    void aSockHasTheMeasuresOfItsFoot();
    void aHeelTurnsOnItsThird();
    void aShapedLegNarrows();
    void anAnkleIsTheNarrowest_data();
    void anAnkleIsTheNarrowest();
    void aSoleSeamHasHalfAHeelAtEachEdge_data();
    void aSoleSeamHasHalfAHeelAtEachEdge();
    void heelAndToeHaveTheirYarn();
    void aStockingHasItsLoop();
    void aMittenHasTheMeasuresOfItsHand_data();
    void aMittenHasTheMeasuresOfItsHand();
    void everyLoopOfAThumbIsCaught();
    void aThumbIsSeenOnItsPalm();
    void weightsComeOffAtTheEnd();
    void theThumbFoldsBack();
    void aGussetWidensTheHandAndIsGiven();
    void palmsLieAsTheyAreWorn();
    void aCushionClosesOverItsTubes();
    void facingsAreStitchToStitch();
    void aCordIsAsLongAsItIsWorn();
    void aGussetWaitsForItsThumb();
    void aShawlHasItsShape();
    void aShawlsBordersGoAlongItsEdges();
    void whatCannotBeIsSaid_data();
    void whatCannotBeIsSaid();
    void waysOutMend();
    void filesKeepTheKind();
    void everyMittenRunsClean();
    void everySockRunsClean();
    void everyCushionRunsClean();
    void everyCordRunsClean();
    void aCrescentHasBorders();
    void everyShawlRunsClean();
};

void TestSmallArticles::aSockHasTheMeasuresOfItsFoot_data() {
    QTest::addColumn<int>("toe");
    QTest::addColumn<int>("cuff");
    for (const Toe toe : {Toe::likeHeel, Toe::narrowed})
        for (const WeltKind cuff : allWelts)
            QTest::addRow("toe %d, %s", int(toe), label(cuff)) << int(toe) << int(cuff);
}

void TestSmallArticles::aSockHasTheMeasuresOfItsFoot() {
    QFETCH(int, toe);
    QFETCH(int, cuff);
    Sock sock;
    sock.toe = static_cast<Toe>(toe);
    sock.cuff.kind = static_cast<WeltKind>(cuff);
    for (const double foot : {240.0, 242.0, 244.5, 251.0}) {
        Project project = somebodys(sock);
        project.machine.beds = 2;
        project.wearer[Measure::footLength]->value = Length::millimetres(foot);
        const Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        const WorkedPiece& left = piece(worked, "left_sock");
        QVERIFY2(left.fabric.findings.empty(), listed(left.fabric.findings));
        const FabricGauge& gauge = *worked.measured.gauge;
        const Length girth = *withEase(project.wearer, project.ease, Measure::footGirth);
        QVERIFY(girth < project.wearer[Measure::footGirth]->value * 0.93);
        QVERIFY(abs(gauge.width(Stitches(number(worked, "sock_stitches") - 2)) - girth) <=
                gauge.stitches.unit() * 3.01);
        // Along the middle of the sole, from turning row to turning row: where the fewest needles knit.
        const int h = number(worked, "sock_stitches") / 2;
        const int least = number(worked, "heel_left");
        std::vector<std::size_t> turns;
        for (std::size_t i = 0; i < left.fabric.passes.size(); ++i)
            if (static_cast<int>(left.fabric.passes[i].loopCount) == least + 1 && !left.fabric.passes[i].protects)
                turns.push_back(i);
        int rows = 0;
        if (sock.toe == Toe::likeHeel) {
            // Two rows of the fewest at either turn: the heel's second to the toe's first.
            QCOMPARE(turns.size(), 4u);
            rows = static_cast<int>(turns[2] - turns[1]) + 1;
        } else {
            QVERIFY(!turns.empty());
            rows = h - least + number(worked, "foot_rows") + number(worked, "toe_rows");
        }
        const Length made = gauge.height(Rows(rows));
        const Length wanted = *withEase(project.wearer, project.ease, Measure::footLength);
        QVERIFY2(abs(made - wanted) <= gauge.rows.unit() * 0.51,
                 qPrintable(QString("%1 for %2").arg(made.mm()).arg(wanted.mm())));
        // One seam, as long at both sides; graft and mirror.
        QCOMPARE(left.fabric.edgeRows("seam_left"), left.fabric.edgeRows("seam_right"));
        QCOMPARE(left.fabric.kept.at("toe").size(), left.fabric.kept.at("facing").size());
        QVERIFY(projectFromJson(toJson(project)) == project);
    }
}

/// Out one a row on both sides by turns, wrapped, to a third, and in again: 2m - 1 rows, beginning after a plain one.
void TestSmallArticles::aHeelTurnsOnItsThird() {
    const Worked worked = work(somebodys(Sock()));
    QVERIFY2(worked.sound(), listed(worked.findings));
    const Fabric& fabric = piece(worked, "left_sock").fabric;
    const int h = number(worked, "sock_stitches") / 2;
    const int left = number(worked, "heel_left");
    QVERIFY(std::abs(left - h / 3.0) <= 1.01);
    const int m = h - left;
    std::vector<int> heel;
    for (const Pass& pass : fabric.passes)
        if (static_cast<int>(pass.loopCount) <= h) {
            heel.push_back(static_cast<int>(pass.loopCount));
            if (static_cast<int>(heel.size()) == 2 * m)
                break;
        }
    // The turning row has the fewest; each before and after it one more.
    QCOMPARE(static_cast<int>(heel.size()), 2 * m);
    QCOMPARE(heel.front(), h);
    const auto least = std::ranges::min_element(heel);
    QCOMPARE(*least, left + 1); // the last out and the first in fall before one row
    for (auto at = heel.begin() + 1; at != heel.end(); ++at)
        QCOMPARE(std::abs(*at - *std::prev(at)) <= 1, true);
    QCOMPARE(heel.back(), h);
    // Each needle that went out on the way was closed by its wrap: no hole at either corner.
    QVERIFY(!hasFinding(fabric.findings, "open_turn"));
    // Loops in the middle of the sole pile up; at the seam the sock goes on nearly as if there were none.
    std::map<int, int> columns;
    for (const Loop loop : fabric.loops)
        if (loop.kind == LoopKind::knit)
            ++columns[loop.slot];
    // Of the foot: a cuff may have a stitch more at either edge.
    const Pass& whole = *std::ranges::find_if(
        fabric.passes, [&](const Pass& pass) { return static_cast<int>(pass.loopCount) == 2 * h; });
    const int outer = columns[fabric.loops[whole.end(Side::right)].slot];
    const int instep = columns[fabric.loops[whole.end(Side::left)].slot];
    QVERIFY(outer - instep <= 8 && outer >= instep);
    QVERIFY(columns[h / 2] - instep >= 2 * (m - 2));
}

void TestSmallArticles::aShapedLegNarrows() {
    Sock sock;
    sock.shapedLeg = true;
    for (const WeltKind cuff : {WeltKind::latchedRib, WeltKind::mockRib}) {
        sock.cuff.kind = cuff;
        Project project = somebodys(sock);
        const Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        const Fabric& fabric = piece(worked, "left_sock").fabric;
        const int top = number(worked, "cuff_stitches");
        const int foot = number(worked, "sock_stitches");
        QVERIFY(top > foot + 10 && traits(cuff).form.takes(top));
        const FabricGauge& gauge = *worked.measured.gauge;
        QVERIFY(abs(gauge.width(Stitches(top - 2)) - sock.calf) <= gauge.stitches.unit() * 2.01);
        // Down the leg no row is wider than the one before it, up to the heel.
        int before = 1000;
        for (const Pass& pass : fabric.passes) {
            const int now = static_cast<int>(pass.loopCount);
            if (pass.protects || pass.row == 0)
                continue;
            if (now < foot)
                break;
            if (now <= top)
                QVERIFY(now <= before || before < top);
            before = now;
        }
    }
}

void TestSmallArticles::anAnkleIsTheNarrowest_data() {
    QTest::addColumn<int>("seam");
    QTest::addColumn<bool>("calf");
    QTest::addColumn<double>("ankle");
    for (const SockSeam seam : {SockSeam::side, SockSeam::sole})
        for (const bool calf : {false, true})
            for (const double ankle : {170.0, 200.0})
                QTest::addRow("seam %d, calf %d, %g", int(seam), int(calf), ankle) << int(seam) << calf << ankle;
}

/// From the fabric: in from the cuff to the ankle, out again to the foot, and straight from there.
void TestSmallArticles::anAnkleIsTheNarrowest() {
    QFETCH(int, seam);
    QFETCH(bool, calf);
    QFETCH(double, ankle);
    Sock sock;
    sock.seam = static_cast<SockSeam>(seam);
    sock.shapedLeg = calf;
    sock.ankle = true;
    sock.ankleGirth = Length::millimetres(ankle);
    Project project = somebodys(sock);
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const Fabric& fabric = piece(worked, "left_sock").fabric;
    QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
    const FabricGauge& gauge = *worked.measured.gauge;
    const int least = number(worked, "ankle_stitches");
    QVERIFY(abs(gauge.width(Stitches(least - 2)) - sock.ankleGirth) <= gauge.stitches.unit() * 1.01);
    std::vector<int> leg; // from the cuff to the heel
    for (const Pass& pass : fabric.passes)
        if (!pass.protects && pass.row > 0)
            leg.push_back(static_cast<int>(pass.loopCount));
    const int cuff = number(worked, "cuff_rows");
    leg = {leg.begin() + cuff, leg.begin() + cuff + number(worked, "leg_rows")};
    const auto narrowest = std::ranges::min_element(leg);
    QCOMPARE(*narrowest, least);
    QVERIFY(std::is_sorted(leg.begin(), narrowest, std::greater<>()));
    QVERIFY(std::is_sorted(narrowest, leg.end()));
    QVERIFY(leg.back() <= number(worked, "sock_stitches") && leg.back() >= number(worked, "sock_stitches") - 2);
    // It lies so far above the heel: the last row that is so narrow.
    const auto last = std::ranges::find(leg.rbegin(), leg.rend(), least);
    const Rows above(static_cast<int>(last - leg.rbegin()));
    QVERIFY(abs(gauge.height(above) - sock.ankleAbove) <= gauge.rows.unit() * 4.0);
}

void TestSmallArticles::aSoleSeamHasHalfAHeelAtEachEdge_data() {
    aSockHasTheMeasuresOfItsFoot_data();
}

/// Folded at both sides of the instep, its edges meet along the back and the sole: half a heel at either.
void TestSmallArticles::aSoleSeamHasHalfAHeelAtEachEdge() {
    QFETCH(int, toe);
    QFETCH(int, cuff);
    Sock sock;
    sock.seam = SockSeam::sole;
    sock.toe = static_cast<Toe>(toe);
    sock.cuff.kind = static_cast<WeltKind>(cuff);
    for (const double foot : {240.0, 242.0, 244.5, 251.0}) {
        Project project = somebodys(sock);
        project.machine.beds = 2;
        project.wearer[Measure::footLength]->value = Length::millimetres(foot);
        const Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        const WorkedPiece& left = piece(worked, "left_sock");
        const Fabric& fabric = left.fabric;
        QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
        const int stitches = number(worked, "sock_stitches");
        QCOMPARE(stitches % 4, 0);
        const FabricGauge& gauge = *worked.measured.gauge;
        const Length girth = *withEase(project.wearer, project.ease, Measure::footGirth);
        QVERIFY(abs(gauge.width(Stitches(stitches - 2)) - girth) <= gauge.stitches.unit() * 2.01);
        // Columns of loops below the cuff: both halves of the sole alike, but for the row by which one is ahead.
        const auto leg = std::ranges::find(fabric.marks, "leg", &FabricMark::as);
        QVERIFY(leg != fabric.marks.end());
        std::map<int, int> columns;
        for (auto pass = fabric.passes.begin() + leg->pass; pass != fabric.passes.end(); ++pass)
            for (LoopId id = pass->firstLoop; id < pass->firstLoop + pass->loopCount && !pass->protects; ++id)
                ++columns[fabric.loops[id].slot];
        const int first = columns.begin()->first + (static_cast<int>(columns.size()) - stitches + 1) / 2;
        const auto at = [&](int place) { return columns[first + place]; };
        const int out = stitches / 2 - number(worked, "heel_left");
        for (int place = 3; place < stitches / 4; ++place)
            QVERIFY2(std::abs(at(place) - at(stitches - 1 - place)) <= 1,
                     qPrintable(QString("%1: %2 and %3").arg(place).arg(at(place)).arg(at(stitches - 1 - place))));
        // At its fold the instep goes on as if there were no heel; in the middle of the heel, at the edge, all of it
        // lies.
        const int legAndFoot = number(worked, "leg_rows") + number(worked, "foot_rows");
        QVERIFY(at(3) >= legAndFoot + 2 * out - 2);
        if (sock.toe == Toe::likeHeel)
            QVERIFY(at(stitches / 4 + 1) <= legAndFoot + 8);
        const int cuffRows = worked.workings.contains("cuff_rows") ? number(worked, "cuff_rows") : 0;
        const WeltTraits& kind = traits(sock.cuff.kind);
        const int seen = kind.layers == 2 ? cuffRows / 2 + (kind.closedByARow ? 1 : 0) : cuffRows;
        QCOMPARE(fabric.edgeRows("seam_left"), fabric.edgeRows("seam_right"));
        QCOMPARE(fabric.edgeRows("seam_left"),
                 seen + legAndFoot + 2 * out + (sock.toe == Toe::narrowed ? number(worked, "toe_rows") : 0));
        // The length of the foot, along the sole: heel and toe by half their rows, as they lie.
        const Length made = gauge.height(Rows(out + number(worked, "foot_rows") + number(worked, "toe_rows")));
        QVERIFY(abs(made - *withEase(project.wearer, project.ease, Measure::footLength)) <= gauge.rows.unit() * 0.51);
        QCOMPARE(fabric.kept.at("toe").size(),
                 fabric.kept.at("facing_left").size() + fabric.kept.at("facing_right").size());
        QCOMPARE(fabric.kept.at("facing_left").size(), fabric.kept.at("facing_right").size());
        QVERIFY(projectFromJson(toJson(project)) == project);
        QVERIFY2(knit(mirrorImage(left.program)).findings.empty(), listed(knit(mirrorImage(left.program)).findings));
    }
}

void TestSmallArticles::heelAndToeHaveTheirYarn() {
    Sock sock;
    sock.heelYarn = 1;
    sock.toeYarn = 1;
    sock.cuff.yarn = 1;
    Project project = somebodys(sock);
    project.moreYarns.push_back(project.yarn);
    project.moreYarns.back().name = "foam";
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const WorkedPiece& left = piece(worked, "left_sock");
    QVERIFY2(left.fabric.findings.empty(), listed(left.fabric.findings));
    const int h = number(worked, "sock_stitches") / 2;
    for (const Pass& pass : left.fabric.passes)
        if (!pass.protects && static_cast<int>(pass.loopCount) <= h)
            QCOMPARE(left.program.yarns[pass.yarn].name, std::string("foam"));
}

void TestSmallArticles::aStockingHasItsLoop() {
    Sock sock;
    sock.single = sock.loop = true;
    const Worked worked = work(somebodys(sock));
    QVERIFY2(worked.sound(), listed(worked.findings));
    QCOMPARE(worked.pieces.size(), 2u);
    const Fabric& loop = piece(worked, "loop").fabric;
    QVERIFY2(loop.findings.empty(), listed(loop.findings));
    for (const Pass& pass : loop.passes)
        QCOMPARE(pass.from, Side::right);
    const FabricGauge& gauge = *worked.measured.gauge;
    QVERIFY(abs(gauge.height(Rows(static_cast<int>(loop.passes.size()))) - sock.loopLength) <=
            gauge.rows.unit() * 0.51);
    QCOMPARE(worked.joins.back().key, std::string("loop_left"));
}

void TestSmallArticles::aMittenHasTheMeasuresOfItsHand_data() {
    QTest::addColumn<int>("top");
    QTest::addColumn<int>("thumb");
    QTest::addColumn<int>("cuff");
    for (const MittenTop top : allMittenTops)
        for (const ThumbSchool thumb : allThumbSchools)
            for (const WeltKind cuff : allWelts)
                QTest::addRow("top %d, thumb %d, %s", int(top), int(thumb), label(cuff))
                    << int(top) << int(thumb) << int(cuff);
}

void TestSmallArticles::aMittenHasTheMeasuresOfItsHand() {
    QFETCH(int, top);
    QFETCH(int, thumb);
    QFETCH(int, cuff);
    Mitten mitten;
    mitten.top = static_cast<MittenTop>(top);
    mitten.thumb = static_cast<ThumbSchool>(thumb);
    mitten.cuff.kind = static_cast<WeltKind>(cuff);
    Project project = somebodys(mitten);
    project.machine.beds = 2;
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    for (const WorkedPiece& each : worked.pieces)
        QVERIFY2(each.fabric.findings.empty(), listed(each.fabric.findings));
    const FabricGauge& gauge = *worked.measured.gauge;
    const Fabric& left = piece(worked, "left_mitten").fabric;
    const Length girth = *withEase(project.wearer, project.ease, Measure::palmGirth);
    QVERIFY(abs(gauge.width(Stitches(number(worked, "mitten_stitches") - 2)) - girth) <= gauge.stitches.unit() * 3.01);
    // Up the seam, and on along the outer edge of a half: from the wrist to the tip.
    const Length wanted = mitten.hasTip()
                              ? *withEase(project.wearer, project.ease, Measure::handLength)
                              : *withEase(project.wearer, project.ease, Measure::wristToThumb) + mitten.topAbove;
    int rows = left.edgeRows("seam_left");
    if (mitten.inHalves())
        rows += left.edgeRows("palm_left");
    const Length made = gauge.height(Rows(number(worked, "hand_rows")));
    QVERIFY(abs(made - wanted) <= gauge.rows.unit() * 0.51);
    QVERIFY(rows >= number(worked, "hand_rows"));
    QCOMPARE(left.edgeRows("seam_left"), left.edgeRows("seam_right"));
    if (mitten.inHalves())
        for (const char* edge : {"palm_left", "palm_right", "back_left", "back_right"})
            QCOMPARE(left.edgeRows(edge), number(worked, "tip_rows"));
    QVERIFY(projectFromJson(toJson(project)) == project);
}

/// No loop of thumb or hand runs down: each is knitted on, hung, drawn up, bound off, or joined.
void TestSmallArticles::everyLoopOfAThumbIsCaught() {
    for (const bool gusset : {false, true})
        for (const ThumbSchool school : allThumbSchools) {
            Mitten mitten;
            mitten.thumb = school;
            mitten.gusset = gusset;
            mitten.cuff.kind = WeltKind::foldedHem; // whose first row is hung
            const Worked worked = work(somebodys(mitten));
            QVERIFY2(worked.sound(), listed(worked.findings));
            const Fabric& hand = piece(worked, "left_mitten").fabric;
            const std::vector<int> uses = caught(hand);
            // Of what is drawn up every second stitch lies on its neighbour, which is kept and stands for both.
            const auto besideKept = [&](const Loop& loop) {
                return std::ranges::any_of(hand.kept, [&](const auto& kept) {
                    return std::ranges::any_of(kept.second, [&](LoopId each) {
                        return kept.first == "thumb_top" && std::abs(hand.loops[each].slot - loop.slot) <= 1;
                    });
                });
            };
            const auto& yarns = piece(worked, "left_mitten").program.yarns;
            for (LoopId id = hand.castOn.at("thumb").front(); id < hand.loops.size(); ++id) {
                const Loop loop = hand.loops[id];
                QVERIFY2(uses[id] > 0 || protects(yarns[loop.yarn].role) || besideKept(loop),
                         qPrintable(QString::fromStdString(loop.needle().name())));
            }
            // What is cast on beside is used above, by the thumb, and below, by the hand.
            const auto& cast = hand.castOn.at("thumb");
            for (const LoopId loop : cast)
                QCOMPARE(uses[loop], school == ThumbSchool::first ? 2 : 1);
            if (school == ThumbSchool::afterwards) {
                const WorkedPiece& thumb = piece(worked, "left_thumb");
                QCOMPARE(static_cast<int>(thumb.fabric.passes.front().loopCount), number(worked, "thumb_stitches"));
                QCOMPARE(hand.kept.at("thumb").size() + cast.size(),
                         static_cast<std::size_t>(number(worked, "thumb_stitches")));
            }
        }
}

/// On the drawing it is outlined where it lies over its palm; a garment has nothing of the kind.
void TestSmallArticles::aThumbIsSeenOnItsPalm() {
    const auto drawn = [](const Project& project, std::size_t piece) {
        const Worked worked = work(project);
        return pictureOf(worked.pieces.at(piece).fabric, worked.pieces.at(piece).program);
    };
    const FabricPicture mitten = drawn(somebodys(Mitten()), 0);
    const Worked worked = work(somebodys(Mitten()));
    std::set<int> heights;
    for (const OutlineLine& line : mitten.within) {
        QVERIFY(line.x1 >= mitten.firstSlot && line.x2 <= mitten.lastSlot + 1);
        heights.insert({line.y1, line.y2});
    }
    QCOMPARE(*heights.rbegin() - *heights.begin(), number(worked, "thumb_rows"));
    for (std::size_t piece = 0; piece < 4; ++piece)
        for (const Project& garment : {test::odilesPullover(), test::pietsPullover(), test::ilkesPullover()})
            QVERIFY(drawn(garment, piece).within.empty());
}

/// No waste yarn comes after the words that take the piece off the machine, and nothing is hung again.
void TestSmallArticles::weightsComeOffAtTheEnd() {
    Hat thinned; // its rounds go by way of waste yarn
    for (const Article& article :
         {Article(thinned), Article(Mitten()), Article(Sock()), Article(Cushion()), Article(Cord())})
        for (const WorkedPiece& each : work(somebodys(article)).pieces) {
            bool off = false;
            for (const Operation& op : each.program.operations) {
                if (const auto* say = std::get_if<operation::Say>(&op.action))
                    off = off || say->code == "lift_off";
                QVERIFY(!off || (!std::holds_alternative<operation::Knit>(op.action) &&
                                 !std::holds_alternative<operation::Hang>(op.action)));
            }
            QVERIFY2(off, each.program.piece.c_str());
        }
}

/// Folded down, the loop that was cast on farthest from the thumb's own stitches lies at their other end: the needles
/// that they hang on go the other way, and the outermost share a needle with a neighbour of the gap.
void TestSmallArticles::theThumbFoldsBack() {
    const Worked worked = work(somebodys(Mitten()));
    const Fabric& hand = piece(worked, "left_mitten").fabric;
    const auto& cast = hand.castOn.at("thumb");
    std::map<LoopId, Needle> hangsOn;
    for (const Loop loop : hand.loops)
        if (loop.kind == LoopKind::hung && std::ranges::count(cast, loop.parent) > 0)
            hangsOn[loop.parent] = loop.needle();
    QCOMPARE(hangsOn.size(), cast.size());
    for (std::size_t i = 1; i < cast.size(); ++i)
        QCOMPARE(hangsOn[cast[i]].slot(), hangsOn[cast[i - 1]].slot() - 1);
    int doubled = 0;
    for (const auto& [of, parent] : hand.moreParents)
        if (hand.loops[parent].kind == LoopKind::hung || hand.loops[hand.loops[of].parent].kind == LoopKind::hung)
            doubled += std::ranges::count(cast, hand.loops[parent].parent) > 0 ||
                               std::ranges::count(cast, hand.loops[hand.loops[of].parent].parent) > 0
                           ? 1
                           : 0;
    QCOMPARE(doubled, 2);
}

void TestSmallArticles::aGussetWidensTheHandAndIsGiven() {
    Mitten mitten;
    mitten.gusset = true;
    const Worked worked = work(somebodys(mitten));
    QVERIFY2(worked.sound(), listed(worked.findings));
    const Fabric& hand = piece(worked, "left_mitten").fabric;
    const int s = number(worked, "mitten_stitches");
    int most = 0;
    int last = 0;
    for (const Pass& pass : hand.passes)
        if (!pass.protects) {
            most = std::max(most, static_cast<int>(pass.loopCount));
            if (pass.loopCount >= static_cast<LoopId>(s))
                last = static_cast<int>(pass.loopCount);
        }
    QCOMPARE(most,
             s + number(worked, "thumb_stitches") - 4); // one stitch of the hand, and three loops, are the thumb's too
    QCOMPARE(last, s);
}

/// The machine shows the purl side: a mitten with its palm at the left, turned to its knit side and seen from the palm,
/// has its fold, where the thumb is, at the left of the viewer: so has one's own left palm.
void TestSmallArticles::palmsLieAsTheyAreWorn() {
    const Worked worked = work(somebodys(Mitten()));
    for (const Side palmSide : {Side::left, Side::right}) {
        const char* name = palmSide == Side::left ? "left_mitten" : "right_mitten";
        const Fabric& hand = piece(worked, name).fabric;
        std::set<int> needles;
        for (const LoopId loop : hand.castOn.at("thumb"))
            for (const Loop each : hand.loops)
                if (each.kind == LoopKind::hung && each.parent == loop)
                    needles.insert(each.slot);
        const int middle = (*needles.begin() + *needles.rbegin()) / 2;
        QVERIFY(palmSide == Side::left ? middle < 0 : middle >= 0);
        QCOMPARE(std::string(piece(worked, name).atLeft),
                 std::string(palmSide == Side::left ? "the palm" : "the back of the hand"));
    }
}

void TestSmallArticles::aCushionClosesOverItsTubes() {
    Cushion cushion;
    cushion.zipLength = Length::millimetres(300);
    cushion.tubes = 5;
    cushion.fewer = 4;
    cushion.firstRun = 7;
    cushion.closing = Rows(2);
    const Worked worked = work(somebodys(cushion));
    QVERIFY2(worked.sound(), listed(worked.findings));
    for (const WorkedPiece& each : worked.pieces)
        QVERIFY2(each.fabric.findings.empty(), listed(each.fabric.findings));
    const Fabric& face = piece(worked, "face").fabric;
    const int n = number(worked, "cushion_stitches");
    int hung = 0;
    for (const Loop loop : face.loops)
        hung += loop.kind == LoopKind::hung ? 1 : 0;
    // Seen from below each row has one loop fewer than needles; above the last tube nothing goes.
    QCOMPARE(hung, n + (n - 4) + (n - 8) + (n - 12) + (n - 16) - 5);
    QCOMPARE(face.edgeRows("side_left"), number(worked, "cushion_rows"));
    QCOMPARE(face.edgeRows("side_left"), piece(worked, "back").fabric.edgeRows("side_right"));
    QCOMPARE(static_cast<int>(face.passes.size()) - static_cast<int>(piece(worked, "back").fabric.passes.size()),
             5 * number(worked, "tube_rows"));
    QCOMPARE(face.kept.at("line").size(), static_cast<std::size_t>(n - 16));
    // Nothing is knitted above the last tube but what closes it.
    const Pass& last =
        *std::ranges::find_if(std::views::reverse(face.passes), [](const Pass& pass) { return !pass.protects; });
    int above = 0;
    for (const Pass& pass : face.passes)
        above += pass.firstLoop > hungLast(face) && !pass.protects ? 1 : 0;
    QCOMPARE(above, 2);
    QCOMPARE(static_cast<int>(last.loopCount), n - 16);
    // The first stitch that takes another lies behind seven plain ones, at the left and at the right by turns.
    const auto narrowed =
        std::ranges::find_if(face.passes, [&](const Pass& pass) { return static_cast<int>(pass.loopCount) == n - 4; });
    QVERIFY(narrowed != face.passes.end());
    int leftmost = 1000;
    for (const auto& [of, parent] : face.moreParents)
        if (of >= narrowed->firstLoop && of < narrowed->firstLoop + narrowed->loopCount)
            leftmost = std::min<int>(leftmost, face.loops[of].slot);
    QCOMPARE(leftmost - std::min<int>(face.loops[narrowed->end(Side::left)].slot, 1000), 7);
    const auto again =
        std::ranges::find_if(face.passes, [&](const Pass& pass) { return static_cast<int>(pass.loopCount) == n - 8; });
    int rightmost = -1000;
    for (const auto& [of, parent] : face.moreParents)
        if (of >= again->firstLoop && of < again->firstLoop + again->loopCount)
            rightmost = std::max<int>(rightmost, face.loops[of].slot);
    QCOMPARE(face.loops[again->end(Side::right)].slot - rightmost, 7);
}

void TestSmallArticles::facingsAreStitchToStitch() {
    Cushion cushion;
    const Worked worked = work(somebodys(cushion));
    QVERIFY2(worked.sound(), listed(worked.findings));
    for (const char* of : {"face", "back"}) {
        const WorkedPiece& facing = piece(worked, std::string(of) + "_facing");
        QCOMPARE(facing.fabric.passes.front().loopCount, LoopId(number(worked, "cushion_stitches")));
        QCOMPARE(piece(worked, of).fabric.kept.at("line").size(),
                 static_cast<std::size_t>(number(worked, "cushion_stitches")));
        QCOMPARE(static_cast<int>(facing.fabric.passes.size()), number(worked, "facing_rows"));
    }
    cushion.zip = false;
    const Worked grafted = work(somebodys(cushion));
    QCOMPARE(grafted.pieces.size(), 2u);
    QCOMPARE(grafted.joins.back().method, JoinMethod::graft);
}

void TestSmallArticles::aCordIsAsLongAsItIsWorn() {
    for (const CordUse use : {CordUse::cord, CordUse::ties, CordUse::loop, CordUse::belt}) {
        Cord cord;
        cord.use = use;
        Project project = somebodys(cord);
        project.wearer.isChild = use == CordUse::ties;
        const Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        QCOMPARE(worked.pieces.size(), use == CordUse::ties ? 2u : 1u);
        const Fabric& fabric = worked.pieces.front().fabric;
        QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
        const FabricGauge& gauge = *worked.measured.gauge;
        QVERIFY(abs(gauge.height(Rows(static_cast<int>(fabric.passes.size()))) * 1.1 - cord.length) <=
                gauge.rows.unit() * 0.6);
        QCOMPARE(fabric.kept.at("end").size(), 3u);
        // The caution stands with all that can catch; for a child it is a warning.
        const auto caution = std::ranges::find(worked.findings, FindingCode("cord_child"), &Finding::code);
        QCOMPARE(caution != worked.findings.end(), use != CordUse::belt);
        if (use == CordUse::ties)
            QCOMPARE(caution->severity, Severity::warning);
    }
}

/// From the fabric: how wide its rows are, and how high its columns.
void TestSmallArticles::aGussetWaitsForItsThumb() {
    Mitten mitten;
    mitten.gusset = true;
    mitten.thumb = ThumbSchool::afterwards;
    const Worked worked = work(somebodys(mitten));
    QVERIFY2(worked.sound(), listed(worked.findings).constData());
    const Fabric& hand = piece(worked, "left_mitten").fabric;
    const Fabric& thumb = piece(worked, "left_thumb").fabric;
    const int stitches = number(worked, "mitten_stitches");
    const int own = static_cast<int>(hand.kept.at("thumb").size());
    QCOMPARE(own + static_cast<int>(hand.castOn.at("thumb").size()), number(worked, "thumb_stitches"));
    QCOMPARE(static_cast<int>(thumb.passes.front().loopCount), number(worked, "thumb_stitches"));
    // It widens by pairs up to the thumb, whose stitches wait; the hand then closes up over one loop.
    const int wide = stitches + own - 1;
    std::size_t last = 0;
    for (std::size_t i = 0; i < hand.passes.size(); ++i)
        if (static_cast<int>(hand.passes[i].loopCount) == wide)
            last = i;
    QVERIFY(last > 0);
    QCOMPARE(static_cast<int>(hand.passes[last + 1].loopCount), stitches);
    QCOMPARE(static_cast<int>(hand.castOn.at("thumb").size()), 1);
}

void TestSmallArticles::aShawlHasItsShape() {
    for (const ShawlShape shape : allShawlShapes) {
        Shawl shawl;
        shawl.shape = shape;
        if (shape == ShawlShape::fromTip) {
            shawl.width = Length::millimetres(600);
            shawl.depth = Length::millimetres(320);
        } else if (shape == ShawlShape::crescent) {
            shawl.width = Length::millimetres(600);
            shawl.depth = Length::millimetres(120);
        }
        const Worked worked = work(somebodys(shawl));
        QVERIFY2(worked.sound(), listed(worked.findings));
        const Fabric& fabric = worked.pieces.front().fabric;
        QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
        const FabricGauge& gauge = *worked.measured.gauge;
        std::vector<int> rows;
        std::map<int, int> columns;
        for (const Pass& pass : fabric.passes)
            rows.push_back(static_cast<int>(pass.loopCount));
        for (const Loop loop : fabric.loops)
            if (loop.kind == LoopKind::knit)
                ++columns[loop.slot];
        const int most = *std::ranges::max_element(rows);
        const Length widest = gauge.width(Stitches(most));
        if (shape == ShawlShape::fromSide) {
            QVERIFY(abs(widest - shawl.depth) <= gauge.stitches.unit() * 0.51);
            QVERIFY(abs(gauge.height(Rows(fabric.edgeRows("long_edge"))) - shawl.width) <= gauge.rows.unit() * 1.01);
            // The second half is the first one back.
            QCOMPARE(rows.size() % 2, std::size_t{0});
            for (std::size_t i = 0; i < rows.size(); ++i)
                QVERIFY(std::abs(rows[i] - rows[rows.size() - 1 - i]) <= 1);
            QVERIFY(std::ranges::is_sorted(rows.begin(), rows.begin() + static_cast<std::ptrdiff_t>(rows.size() / 2)));
        } else if (shape == ShawlShape::fromTip) {
            QVERIFY(abs(widest - shawl.width) <= gauge.stitches.unit() * 1.01);
            QVERIFY(abs(gauge.height(Rows(fabric.edgeRows("slope_left"))) - shawl.depth) <= gauge.rows.unit() * 1.01);
            QCOMPARE(fabric.edgeRows("slope_left"), fabric.edgeRows("slope_right"));
            QVERIFY(std::ranges::is_sorted(rows));
            QCOMPARE(rows.front(), 3);
        } else {
            QVERIFY(abs(widest - shawl.width) <= gauge.stitches.unit() * 1.01);
            // Deepest in the middle, less by less towards both ends, and alike on both sides.
            const int middle = columns[0];
            QVERIFY(abs(gauge.height(Rows(middle)) - shawl.depth) <= gauge.rows.unit() * 1.01);
            int before = middle;
            for (auto [slot, high] : columns)
                if (slot > 0) {
                    QVERIFY(high <= before);
                    before = high;
                    QVERIFY(std::abs(high - columns[-slot]) <= 2);
                }
        }
    }
}

void TestSmallArticles::whatCannotBeIsSaid_data() {
    QTest::addColumn<std::function<void(Project&)>>("change");
    QTest::addColumn<std::string>("code");
    const auto row = [](const char* name, Article article, std::function<void(Project&)> change, const char* code) {
        QTest::newRow(name) << std::function<void(Project&)>([article = std::move(article), change](Project& project) {
            project = somebodys(article);
            change(project);
        }) << std::string(code);
    };
    const auto measure = [](Measure which, double mm) {
        return [which, mm](Project& project) {
            project.wearer[which] = MeasureValue{Length::millimetres(mm), false, {}};
        };
    };
    const auto nothing = [](Project&) {};
    const auto with = [](auto article, auto change) {
        change(article);
        return article;
    };
    row("a doll's palm", Mitten(), measure(Measure::palmGirth, 40), "measure_absurd");
    row("a horse's palm", Mitten(), measure(Measure::palmGirth, 1500), "measure_absurd");
    row(
        "a thumb wider than the palm", Mitten(),
        [&](Project& p) {
            p.wearer[Measure::palmGirth]->value = Length::millimetres(100);
            p.wearer[Measure::thumbGirth]->value = Length::millimetres(110);
        },
        "thumb_wide");
    row(
        "a thumb as wide as half the palm", Mitten(),
        [&](Project& p) {
            p.wearer[Measure::palmGirth]->value = Length::millimetres(110);
            p.wearer[Measure::thumbGirth]->value = Length::millimetres(105);
        },
        "thumb_wide");
    row("a thumb at the fingertips", Mitten(), measure(Measure::handLength, 70), "mitten_short");
    row(
        "no thumb's length", Mitten(), [](Project& p) { p.wearer[Measure::thumbLength].reset(); }, "measure_missing");
    row(
        "a gusset without rows", with(Mitten(), [](Mitten& m) { m.gusset = true; }),
        [&](Project& p) { p.wearer[Measure::wristToThumb]->value = Length::millimetres(16); }, "gusset_rows");
    row("nothing left at the tip", with(Mitten(), [](Mitten& m) { m.tipLeft = 0.01; }), nothing, "mitten_tip");
    row(
        "drawn up to nothing",
        with(Mitten(),
             [](Mitten& m) {
                 m.top = MittenTop::drawnUp;
                 m.tipLeft = 0.02;
             }),
        [](Project& p) { p.wearer[Measure::palmGirth]->value = Length::millimetres(80); }, "mitten_tip");
    row(
        "halves without hold", Mitten(), [](Project& p) { p.machine.canHold = false; }, "cannot_hold");
    row(
        "a mitten for a small bed", Mitten(), [](Project& p) { p.machine.needles = Stitches(30); }, "too_wide");
    row("an open edge that never comes out even",
        with(Mitten(),
             [](Mitten& m) {
                 m.top = MittenTop::open;
                 m.topEdge.kind = WeltKind::mockRib;
             }),
        nothing, "repeat_and_welt");
    row("a doll's foot", Sock(), measure(Measure::footGirth, 30), "measure_absurd");
    row("a horse's foot", Sock(), measure(Measure::footGirth, 2000), "measure_absurd");
    row("a foot shorter than heel and toe", Sock(), measure(Measure::footLength, 80), "foot_short");
    row("nothing left at the heel", with(Sock(), [](Sock& s) { s.heelLeft = 0.0; }), nothing, "heel_left");
    row("all left at the heel", with(Sock(), [](Sock& s) { s.heelLeft = 1.0; }), nothing, "heel_left");
    row("a cuff longer than the leg", Sock(), measure(Measure::legLength, 100), "leg_short");
    row("a calf thinner than the foot",
        with(Sock(),
             [](Sock& s) {
                 s.shapedLeg = true;
                 s.calf = Length::millimetres(120);
             }),
        nothing, "sock_leg");
    row("a calf as wide as a barrel",
        with(Sock(),
             [](Sock& s) {
                 s.shapedLeg = true;
                 s.calf = Length::millimetres(2000);
             }),
        nothing, "sock_leg");
    row(
        "a heel without hold", Sock(), [](Project& p) { p.machine.canHold = false; }, "cannot_hold");
    row(
        "a sock for a small bed", Sock(), [](Project& p) { p.machine.needles = Stitches(30); }, "too_wide");
    row("a loop of a kilometre",
        with(Sock(),
             [](Sock& s) {
                 s.single = s.loop = true;
                 s.loopLength = Length::millimetres(1e6);
             }),
        nothing, "loop_length");
    row("a zip longer than its edge", with(Cushion(), [](Cushion& c) { c.zipLength = Length::millimetres(500); }),
        nothing, "zip_long");
    row("no zip to speak of", with(Cushion(), [](Cushion& c) { c.zipLength = Length::millimetres(1); }), nothing,
        "zip_long");
    row("a cushion of a kilometre", with(Cushion(), [](Cushion& c) { c.height = Length::millimetres(1e6); }), nothing,
        "cushion_size");
    row("40 tubes on a small face",
        with(Cushion(),
             [](Cushion& c) {
                 c.tubes = 40;
                 c.closing = Rows(6);
             }),
        nothing, "cushion_tubes");
    row("1000 tubes", with(Cushion(), [](Cushion& c) { c.tubes = 1000; }), nothing, "cushion_tubes");
    row("a face that narrows to nothing",
        with(Cushion(),
             [](Cushion& c) {
                 c.tubes = 8;
                 c.fewer = 20;
                 c.zip = false;
             }),
        nothing, "cushion_narrow");
    row("a facing of nothing", with(Cushion(), [](Cushion& c) { c.facingDepth = Length(); }), nothing, "facing_depth");
    row("a shawl of a kilometre", with(Shawl(), [](Shawl& s) { s.width = Length::millimetres(1e6); }), nothing,
        "shawl_size");
    row("a triangle wider than its rows allow",
        with(Shawl(),
             [](Shawl& s) {
                 s.shape = ShawlShape::fromTip;
                 s.width = Length::millimetres(650);
                 s.depth = Length::millimetres(100);
             }),
        nothing, "shawl_steep");
    row("a crescent deeper than it is wide",
        with(Shawl(),
             [](Shawl& s) {
                 s.shape = ShawlShape::crescent;
                 s.width = Length::millimetres(200);
                 s.depth = Length::millimetres(900);
             }),
        nothing, "shawl_steep");
    row("a triangle from its tip wider than the bed", with(Shawl(), [](Shawl& s) { s.shape = ShawlShape::fromTip; }),
        nothing, "too_wide");
    row(
        "a crescent without hold", with(Shawl(), [](Shawl& s) { s.shape = ShawlShape::crescent; }),
        [](Project& p) { p.machine.canHold = false; }, "cannot_hold");
    row("too many stitches moved at a tip", with(Shawl(), [](Shawl& s) { s.edge.inset = 5; }), nothing, "inset");
    row("a cord of one stitch", with(Cord(), [](Cord& c) { c.stitches = Stitches(1); }), nothing, "cord_stitches");
    row("a cord of a kilometre", with(Cord(), [](Cord& c) { c.length = Length::millimetres(1e6); }), nothing,
        "cord_length");
}

void TestSmallArticles::whatCannotBeIsSaid() {
    QFETCH(std::function<void(Project&)>, change);
    QFETCH(std::string, code);
    Project project;
    change(project);
    const Worked worked = work(project);
    QVERIFY2(hasFinding(worked.findings, code), listed(worked.findings));
    QVERIFY(!worked.sound() && worked.pieces.empty());
    for (const Finding& each : worked.findings)
        QVERIFY(render(each.text).find('{') == std::string::npos);
}

void TestSmallArticles::waysOutMend() {
    const auto with = [](auto article, auto change) {
        change(article);
        return somebodys(article);
    };
    Project shortFoot = somebodys(Sock());
    shortFoot.wearer[Measure::footLength]->value = Length::millimetres(100);
    Mitten hemmed;
    hemmed.cuff.kind = WeltKind::foldedHem;
    Project wideThumb = somebodys(hemmed);
    wideThumb.wearer[Measure::palmGirth]->value = Length::millimetres(118);
    wideThumb.wearer[Measure::thumbGirth]->value = Length::millimetres(115);
    Project noHold = somebodys(Mitten());
    noHold.machine.canHold = false;
    for (const Project& project :
         {shortFoot, wideThumb, noHold, with(Mitten(), [](Mitten& m) { m.cuff.kind = WeltKind::twoBedRib; }),
          with(Sock(), [](Sock& s) { s.cuff.kind = WeltKind::twoByTwoRib; }),
          with(Sock(), [](Sock& s) { s.heelLeft = 0.0; }),
          with(Cushion(), [](Cushion& c) { c.zipLength = Length::millimetres(900); }),
          with(Cushion(), [](Cushion& c) { c.tubes = 1000; }),
          with(Shawl(), [](Shawl& s) { s.shape = ShawlShape::fromTip; }),
          with(Shawl(), [](Shawl& s) { s.edge.inset = 4; }),
          with(Shawl(),
               [](Shawl& s) {
                   s.shape = ShawlShape::crescent;
                   s.width = Length::millimetres(200);
                   s.depth = Length::millimetres(900);
               }),
          with(Cord(), [](Cord& c) { c.stitches = Stitches(20); })}) {
        const Worked worked = work(project);
        const auto error = std::ranges::find(worked.findings, Severity::error, &Finding::severity);
        QVERIFY2(error != worked.findings.end(), keyOf(project.article));
        const auto ways = waysOut(project, *error);
        QVERIFY2(!ways.empty(), error->code.text());
        for (const WayOut& way : ways)
            QVERIFY(!hasFinding(work(way.project).findings, error->code.text()));
    }
}

void TestSmallArticles::filesKeepTheKind() {
    for (const Article& article :
         {Article(Mitten()), Article(Sock()), Article(Cushion()), Article(Cord()), Article(Shawl())}) {
        const Project project = somebodys(article);
        const std::string text = toJson(project);
        QVERIFY(text.find("\"article\": \"" + std::string(keyOf(article)) + "\"") != std::string::npos);
        QVERIFY(projectFromJson(text) == project);
    }
}

void TestSmallArticles::everyMittenRunsClean() {
    int drafted = 0;
    int all = 0;
    CHECK_PROPERTY("mittens", [&] {
        Project project = test::randomProject();
        Mitten mitten;
        mitten.cuff = randomWelt(10, 90);
        mitten.thumb = *rc::gen::elementOf(allThumbSchools);
        mitten.gusset = *rc::gen::arbitrary<bool>();
        mitten.thumbOpen = *rc::gen::inRange(0, 3) == 0;
        mitten.thumbHeight = Length::millimetres(between(8, 60));
        mitten.top = *rc::gen::elementOf(allMittenTops);
        mitten.topAbove = Length::millimetres(between(15, 90));
        mitten.topEdge = randomWelt(5, 30);
        mitten.flap = *rc::gen::arbitrary<bool>();
        mitten.flapOverlap = Length::millimetres(between(8, 40));
        mitten.tipLeft = between(0.15, 0.7);
        mitten.tip.fashioned = *rc::gen::arbitrary<bool>();
        mitten.tip.inset = *rc::gen::inRange(1, 5);
        mitten.tip.everySecondRow = *rc::gen::arbitrary<bool>();
        mitten.tip.lines = *rc::gen::element(0, 0, 1, 3);
        mitten.tipBindOff = (*rc::gen::elementOf(bindOffTraits)).method;
        mitten.acrossWay = *rc::gen::elementOf(allAcrossWays);
        mitten.seamStitches = *rc::gen::arbitrary<bool>();
        mitten.cuff.yarn = randomYarn(project);
        mitten.thumbYarn = randomYarn(project);
        mitten.topEdge.yarn = randomYarn(project);
        project.article = mitten;
        useUsualEase(project.article, project.ease);
        for (const Measure each : needsOf(project.article))
            vary(project, each, 0.15);
        pinSome(project);
        const Worked worked = work(project);
        ++all;
        if (worked.pieces.empty()) {
            RC_ASSERT(anyError(worked.findings));
            return;
        }
        ++drafted;
        checkRuns(project, worked);
        const Fabric& left = piece(worked, "left_mitten").fabric;
        RC_ASSERT(left.edgeRows("seam_left") == left.edgeRows("seam_right"));
        const std::vector<int> uses = caught(left);
        for (const LoopId loop : left.castOn.at("thumb"))
            RC_ASSERT(uses[loop] == (mitten.thumb == ThumbSchool::first ? 2 : 1));
        if (number(worked, "mitten_stitches") % 2 == 0 &&
            traits(mitten.cuff.kind).form.takes(number(worked, "mitten_stitches")))
            checkMirrors(piece(worked, "left_mitten"), piece(worked, "right_mitten"));
        if (!mitten.hasFlap())
            return;
        // It hangs so far below the open edge as it shall, and reaches from there to the tip of the hand.
        const Fabric& flap = piece(worked, "left_flap").fabric;
        RC_ASSERT(flap.edgeRows("seam_left") == flap.edgeRows("seam_right"));
        RC_ASSERT(!flap.kept.at("tip").empty());
        const auto mark = std::ranges::find(left.marks, "flap", &FabricMark::as);
        RC_ASSERT(mark != left.marks.end());
        int above = 0;
        for (const NamedEdge& each : left.edges)
            if (each.name == "seam_left")
                for (int pass = std::max(each.firstPass - 1, mark->pass); pass < each.lastPass; ++pass)
                    above += left.passes[static_cast<std::size_t>(pass)].beds == operation::Beds::second ? 0 : 1;
        const double row = worked.measured.gauge->rows.unit().mm();
        const double edge = mitten.topEdge.hasDepth() ? mitten.topEdge.depth.mm() : 0.0;
        RC_ASSERT(above * row >= mitten.flapOverlap.mm() - 1.01 * row);
        if (project.pins.empty())
            RC_ASSERT(above * row <= std::max(mitten.flapOverlap.mm(), edge) + 2.01 * row);
        const auto measure = [&](Measure each) { return withEase(project.wearer, project.ease, each)->mm(); };
        const double wanted = measure(Measure::handLength) - measure(Measure::wristToThumb) - mitten.topAbove.mm() +
                              mitten.flapOverlap.mm();
        if (project.pins.empty())
            RC_ASSERT(std::abs(flap.edgeRows("seam_left") * row - wanted) <= 1.51 * row);
    });
    if (all >= 50)
        QVERIFY2(drafted > all / 5, qPrintable(QString("%1 of %2").arg(drafted).arg(all)));
}

void TestSmallArticles::everySockRunsClean() {
    int drafted = 0;
    int all = 0;
    CHECK_PROPERTY("socks", [&] {
        Project project = test::randomProject();
        Sock sock;
        sock.cuff = randomWelt(10, 90);
        sock.shapedLeg = *rc::gen::inRange(0, 3) == 0;
        sock.calf = Length::millimetres(between(180, 420));
        sock.seam = *rc::gen::element(SockSeam::side, SockSeam::sole);
        sock.ankle = *rc::gen::inRange(0, 3) == 0;
        sock.ankleGirth = Length::millimetres(between(120, 300));
        sock.ankleAbove = Length::millimetres(between(10, 90));
        sock.heelLeft = between(0.15, 0.6);
        sock.toe = *rc::gen::element(Toe::likeHeel, Toe::narrowed);
        for (EdgeShaping* edge : {&sock.leg, &sock.toeEdge}) {
            edge->fashioned = *rc::gen::arbitrary<bool>();
            edge->inset = *rc::gen::inRange(1, 5);
            edge->everySecondRow = *rc::gen::arbitrary<bool>();
        }
        sock.heelYarn = randomYarn(project);
        sock.toeYarn = randomYarn(project);
        sock.cuff.yarn = randomYarn(project);
        sock.wrapTurns = *rc::gen::element(true, true, false);
        sock.single = *rc::gen::inRange(0, 4) == 0;
        sock.loop = *rc::gen::arbitrary<bool>();
        sock.seamStitches = *rc::gen::arbitrary<bool>();
        project.article = sock;
        useUsualEase(project.article, project.ease);
        for (const Measure each : needsOf(project.article))
            vary(project, each, 0.15);
        pinSome(project);
        const Worked worked = work(project);
        ++all;
        if (worked.pieces.empty()) {
            RC_ASSERT(anyError(worked.findings));
            return;
        }
        ++drafted;
        checkRuns(project, worked);
        const Fabric& first = worked.pieces.front().fabric;
        RC_ASSERT(first.edgeRows("seam_left") == first.edgeRows("seam_right"));
        const bool isSole = sock.seam == SockSeam::sole;
        const auto kept = [&](const char* name) { return first.kept.contains(name) ? first.kept.at(name).size() : 0; };
        RC_ASSERT(kept("toe") == (isSole ? kept("facing_left") + kept("facing_right") : kept("facing")));
        RC_ASSERT(kept("toe") > 0 && kept("facing_left") == kept("facing_right"));
        // Every loop from the heel on is knitted on or kept.
        const std::vector<int> uses = caught(first);
        const int half = number(worked, "sock_stitches") / 2;
        const auto heel = std::ranges::find_if(first.passes, [&](const Pass& pass) {
            const int now = static_cast<int>(pass.loopCount);
            return !pass.protects && pass.row > 0 &&
                   (isSole ? now < half : now == half && static_cast<int>((&pass + 1)->loopCount) == half - 1);
        });
        RC_ASSERT(heel != first.passes.end());
        for (LoopId id = heel->firstLoop; id < first.loops.size(); ++id)
            RC_ASSERT(uses[id] > 0 || protects(worked.pieces.front().program.yarns[first.loops[id].yarn].role));
        if (!sock.single && (isSole || traits(sock.cuff.kind).form.takes(number(worked, "sock_stitches"))) &&
            !sock.shapedLeg)
            checkMirrors(piece(worked, "left_sock"), piece(worked, "right_sock"));
        if (!project.pins.contains("foot_rows")) {
            const FabricGauge& gauge = *worked.measured.gauge;
            const int out = number(worked, "sock_stitches") / 2 - number(worked, "heel_left");
            const Length made = gauge.height(Rows(out + number(worked, "foot_rows") + number(worked, "toe_rows")));
            RC_ASSERT(abs(made - *withEase(project.wearer, project.ease, Measure::footLength)) <=
                      gauge.rows.unit() * 0.501);
        }
    });
    if (all >= 50)
        QVERIFY2(drafted > all / 3, qPrintable(QString("%1 of %2").arg(drafted).arg(all)));
}

void TestSmallArticles::everyCushionRunsClean() {
    int drafted = 0;
    int all = 0;
    CHECK_PROPERTY("cushions", [&] {
        Project project = test::randomProject();
        Cushion cushion;
        cushion.width = Length::millimetres(between(120, 450));
        cushion.height = Length::millimetres(between(120, 450));
        cushion.tubes = *rc::gen::element(0, 1, 2, 3, 7);
        cushion.tubeGirth = Length::millimetres(between(10, 120));
        cushion.closing = Rows(*rc::gen::inRange(1, 4));
        cushion.fewer = *rc::gen::inRange(0, 6);
        cushion.firstRun = *rc::gen::element(0, 0, 3, 9);
        cushion.tubeYarn = randomYarn(project);
        cushion.bandYarn = randomYarn(project);
        cushion.stuffing = *rc::gen::elementOf(allStuffings);
        cushion.tubeAtTheEdge = *rc::gen::arbitrary<bool>();
        cushion.likeFaces = *rc::gen::element(true, false, false);
        cushion.backYarn = randomYarn(project);
        cushion.zip = *rc::gen::arbitrary<bool>();
        cushion.zipLength = cushion.width * between(0.5, 1.0);
        cushion.facingDepth = Length::millimetres(between(8, 40));
        cushion.acrossWay = *rc::gen::elementOf(allAcrossWays);
        cushion.seamStitches = *rc::gen::arbitrary<bool>();
        project.article = cushion;
        pinSome(project);
        const Worked worked = work(project);
        ++all;
        if (worked.pieces.empty()) {
            RC_ASSERT(anyError(worked.findings));
            return;
        }
        ++drafted;
        checkRuns(project, worked);
        const Fabric& face = piece(worked, "face").fabric;
        const Fabric& back = piece(worked, "back").fabric;
        RC_ASSERT(face.edgeRows("side_left") == back.edgeRows("side_right"));
        RC_ASSERT(face.kept.at("line").size() == back.kept.at("line").size());
    });
    if (all >= 50)
        QVERIFY2(drafted > all / 3, qPrintable(QString("%1 of %2").arg(drafted).arg(all)));
}

void TestSmallArticles::everyCordRunsClean() {
    CHECK_PROPERTY("cords", [&] {
        Project project = test::randomProject();
        Cord cord;
        cord.use = *rc::gen::element(CordUse::cord, CordUse::ties, CordUse::loop, CordUse::belt);
        cord.stitches = Stitches(*rc::gen::inRange(fewestCordStitches, mostCordStitches + 1));
        cord.length = Length::millimetres(between(20, 900));
        cord.stretch = between(0.0, 0.5);
        cord.castOn = (*rc::gen::elementOf(castOnTraits)).method;
        project.article = cord;
        pinSome(project);
        const Worked worked = work(project);
        RC_ASSERT(!worked.pieces.empty() || anyError(worked.findings));
        checkRuns(project, worked);
        for (const WorkedPiece& each : worked.pieces) {
            RC_ASSERT(static_cast<int>(each.fabric.passes.size()) == number(worked, "cord_rows"));
            RC_ASSERT(
                std::ranges::all_of(each.fabric.passes, [](const Pass& pass) { return pass.from == Side::right; }));
        }
    });
}

void TestSmallArticles::aShawlsBordersGoAlongItsEdges() {
    Shawl shawl;
    shawl.width = Length::millimetres(1100);
    shawl.sideBorders = true;
    const Worked worked = work(somebodys(shawl));
    QVERIFY2(worked.sound(), listed(worked.findings).constData());
    QCOMPARE(worked.pieces.size(), 9U);
    const Fabric& fabric = worked.pieces.front().fabric;
    const FabricGauge& gauge = *worked.measured.gauge;
    const int rows = fabric.edgeRows("long_edge");
    QCOMPARE(fabric.edgeRows("slope"), rows);
    // Along each edge, from the parts that hang on it: every opening once, from end to end, none far from the next.
    for (const auto& [side, edge] : {std::pair("left", "long_edge"), {"right", "slope"}}) {
        std::vector<int> openings;
        for (const WorkedPiece& each : worked.pieces)
            if (each.program.piece.starts_with(std::string(side) + "_border"))
                for (const Operation& operation : each.program.operations)
                    if (const auto* hang = std::get_if<operation::Hang>(&operation.action);
                        hang && !hang->sources.empty() && hang->sources.front().piece == "shawl") {
                        QCOMPARE(hang->sources.front().name, std::string(edge));
                        for (const Hung& hung : hang->map)
                            openings.push_back(hung.index);
                    }
        std::ranges::sort(openings);
        QCOMPARE(std::ranges::adjacent_find(openings), openings.end());
        QVERIFY(openings.front() <= 2 && openings.back() >= rows - 1);
        for (std::size_t i = 1; i < openings.size(); ++i)
            QVERIFY(openings[i] - openings[i - 1] <= 2);
        // As long as what it lies along: straight, or out to the widest row and back.
        int least = 1000;
        int most = 0;
        for (const Pass& pass : fabric.passes) {
            least = std::min(least, static_cast<int>(pass.loopCount));
            most = std::max(most, static_cast<int>(pass.loopCount));
        }
        const double high = gauge.height(Rows(rows)).mm();
        const double out = gauge.width(Stitches(most - least)).mm();
        const double along = std::string(side) == "left" ? high : 2.0 * std::hypot(high / 2.0, out);
        const double border = gauge.width(Stitches(static_cast<int>(openings.size()))).mm();
        QVERIFY2(std::abs(border - along) <= gauge.stitches.unit().mm(),
                 qPrintable(QString("%1 for %2").arg(border).arg(along)));
    }
    // One that is flat for its width has not the rows for it, and says so with the way out.
    shawl.shape = ShawlShape::fromTip;
    shawl.width = Length::millimetres(600);
    shawl.depth = Length::millimetres(220);
    const Project flat = somebodys(shawl);
    QVERIFY(hasFinding(work(flat).findings, "side_border"));
    bool mends = false;
    for (const Finding& finding : work(flat).findings)
        if (finding.code == "side_border")
            for (const WayOut& way : waysOut(flat, finding))
                mends = mends || work(way.project).sound();
    QVERIFY(mends);
}

/// Its curve is bound off, and the border takes each of those stitches once; it hangs upside down, so that what lay at
/// the right is at the left. Along the long edge it begins with a welt.
void TestSmallArticles::aCrescentHasBorders() {
    for (const WeltKind kind : {WeltKind::rolled, WeltKind::foldedHem, WeltKind::mockRib, WeltKind::latchedRibOfTwo}) {
        Shawl shawl;
        shawl.shape = ShawlShape::crescent;
        shawl.width = Length::millimetres(500);
        shawl.depth = Length::millimetres(90);
        shawl.border.kind = kind;
        shawl.sideBorders = true;
        shawl.sideParts = 3;
        Project project = somebodys(shawl);
        const Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings).constData());
        QCOMPARE(worked.pieces.size(), 4U);
        const Fabric& fabric = worked.pieces.front().fabric;
        QVERIFY2(fabric.findings.empty(), listed(fabric.findings).constData());
        const std::vector<LoopId>& curve = fabric.bound.at("curve");
        QCOMPARE(static_cast<int>(curve.size()), number(worked, "shawl_stitches"));
        // Folded, its border is as deep as it is seen, and the crescent lies above it.
        const FabricPicture picture = pictureOf(fabric, worked.pieces.front().program);
        const int border = traits(kind).layers == 2   ? number(worked, "border_rows") / 2
                           : traits(kind).layers == 1 ? number(worked, "border_rows")
                                                      : 0;
        QCOMPARE(picture.rows, border + (traits(kind).closedByARow ? 1 : 0) + number(worked, "shawl_rows"));
        std::vector<int> openings; // part after part, from left to right as they hang
        for (auto each = worked.pieces.rbegin(); each != std::prev(worked.pieces.rend()); ++each) {
            QVERIFY2(each->fabric.findings.empty(), listed(each->fabric.findings).constData());
            std::map<int, int> byNeedle;
            for (const Operation& operation : each->program.operations)
                if (const auto* hang = std::get_if<operation::Hang>(&operation.action);
                    hang && !hang->sources.empty() && hang->sources.front().piece == "shawl") {
                    QVERIFY(hang->sources.front().kind == HangSource::Kind::bound);
                    for (const Hung& hung : hang->map)
                        byNeedle[hung.needle.slot()] = hung.index;
                }
            for (const auto& [slot, index] : byNeedle)
                openings.push_back(index);
        }
        QCOMPARE(openings.size(), curve.size());
        // Parts are knitted from one end on; each hangs with its stitches the other way round.
        std::ranges::sort(openings, std::greater<>());
        for (std::size_t i = 0; i < openings.size(); ++i)
            QCOMPARE(openings[i], static_cast<int>(openings.size() - i));
        const WorkedPiece& first = worked.pieces[1];
        const auto hang = std::ranges::find_if(first.program.operations, [](const Operation& each) {
            return std::holds_alternative<operation::Hang>(each.action);
        });
        const auto& map = std::get<operation::Hang>(hang->action).map;
        QVERIFY(map.front().needle < map.back().needle && map.front().index > map.back().index);
        for (const Join& join : worked.joins)
            QVERIFY2(!anyError(join.findings), join.key.c_str());
        QVERIFY(projectFromJson(toJson(project)) == project);
    }
}

void TestSmallArticles::everyShawlRunsClean() {
    int drafted = 0;
    int all = 0;
    CHECK_PROPERTY("shawls", [&] {
        Project project = test::randomProject();
        Shawl shawl;
        shawl.shape = *rc::gen::elementOf(allShawlShapes);
        const bool small = shawl.shape != ShawlShape::fromSide;
        shawl.width = Length::millimetres(between(200, small ? 500 : 1500));
        shawl.depth = Length::millimetres(between(60, shawl.shape == ShawlShape::crescent ? 150 : 450));
        shawl.border = randomWelt(6, 50);
        shawl.edge.fashioned = *rc::gen::arbitrary<bool>();
        shawl.edge.inset = *rc::gen::inRange(1, 3);
        shawl.edge.everySecondRow = *rc::gen::arbitrary<bool>();
        shawl.edge.lines = *rc::gen::element(0, 0, 2);
        shawl.wrapTurns = *rc::gen::element(true, true, false);
        shawl.border.yarn = randomYarn(project);
        shawl.sideBorders = *rc::gen::element(false, false, true);
        shawl.sideDepth = Length::millimetres(between(8, 30));
        shawl.sideYarn = randomYarn(project);
        shawl.sideParts = *rc::gen::inRange(1, 5);
        project.article = shawl;
        pinSome(project);
        const Worked worked = work(project);
        ++all;
        if (worked.pieces.empty()) {
            RC_ASSERT(anyError(worked.findings));
            return;
        }
        ++drafted;
        checkRuns(project, worked);
        const Fabric& fabric = worked.pieces.front().fabric;
        if (shawl.shape == ShawlShape::fromTip)
            RC_ASSERT(fabric.edgeRows("slope_left") == fabric.edgeRows("slope_right"));
        int most = 0;
        for (const Pass& pass : fabric.passes)
            if (!pass.protects)
                most = std::max(most, static_cast<int>(pass.loopCount));
        RC_ASSERT(most >= number(worked, "shawl_stitches"));
    });
    if (all >= 50)
        QVERIFY2(drafted > all / 4, qPrintable(QString("%1 of %2").arg(drafted).arg(all)));
}

QTEST_GUILESS_MAIN(TestSmallArticles)
#include "tst_small_articles.moc"
