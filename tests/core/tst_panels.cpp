// SPDX-License-Identifier: GPL-3.0-or-later
// Backs and fronts in panels: laid beside each other they are the piece in one, their seams have the same rows, and
// more panels are a way out where the bed is narrower than half a body.
#include "support/projects.h"

#include "core/bed/fabric_picture.h"
#include "core/format/project_json.h"
#include "core/plan/outline_distance.h"
#include "core/ways_out.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <map>

using namespace vestimen;
using vestimen::test::garment;
using vestimen::test::hasFinding;
using vestimen::test::ilkesPullover;
using vestimen::test::listed;
using vestimen::test::WorkedGarment;
using vestimen::test::workGarment;

namespace {

/// Rows that each needle knits of the work's own yarn, from left to right.
std::vector<int> heights(const Fabric& fabric) {
    std::map<int, int> rows;
    for (const Pass& pass : fabric.passes)
        for (LoopId loop = pass.firstLoop; !pass.protects && loop < pass.firstLoop + pass.loopCount; ++loop)
            if (fabric.loops[loop].kind == LoopKind::knit)
                ++rows[fabric.loops[loop].slot];
    std::vector<int> all;
    for (const auto& [slot, count] : rows)
        all.push_back(count);
    return all;
}

/// The panels of a back or front as they lie beside each other on the machine, each without the stitches that its seams
/// eat; so that they are as wide as the piece in one.
std::vector<int> laidTogether(const WorkedGarment& worked, bool back) {
    const Garment& chosen = garment(worked);
    const int eaten = chosen.making.seamStitches ? 1 : 0;
    // The wearer's side that lies at the machine's left.
    const Side first = back ? Side::right : Side::left;
    std::vector<PieceKey> order;
    const auto add = [&](PieceKey piece) {
        if (std::ranges::count(order, piece) == 0)
            order.push_back(piece);
    };
    const auto side = [&](Side wearers) { add(back ? backSideOf(chosen, wearers) : frontSideOf(chosen, wearers)); };
    const auto middle = [&](Side wearers) { add(back ? backOf(chosen, wearers) : frontOf(chosen, wearers)); };
    side(first);
    middle(first);
    middle(opposite(first));
    side(opposite(first));
    std::vector<int> all;
    for (std::size_t i = 0; i < order.size(); ++i) {
        const std::vector<int> rows = heights(worked.piece(order[i])->fabric);
        const auto from = rows.begin() + (i == 0 ? 0 : eaten);
        const auto to = rows.end() - (i + 1 == order.size() ? 0 : eaten);
        all.insert(all.end(), from, to);
    }
    return all;
}

/// Of the places of one, those with no place of the other, a few needles beside it, that is about as high.
int misplaced(const std::vector<int>& one, const std::vector<int>& other, int rows) {
    const int reach = 4;
    int found = 0;
    for (int i = 0; i < static_cast<int>(one.size()); ++i) {
        const int middle = i * static_cast<int>(other.size()) / static_cast<int>(one.size());
        bool near = false;
        int least = 1'000'000;
        int most = 0;
        for (int j = std::max(0, middle - reach); j <= std::min(static_cast<int>(other.size()) - 1, middle + reach);
             ++j) {
            least = std::min(least, other[static_cast<std::size_t>(j)]);
            most = std::max(most, other[static_cast<std::size_t>(j)]);
        }
        near = one[static_cast<std::size_t>(i)] >= least - rows && one[static_cast<std::size_t>(i)] <= most + rows;
        found += near ? 0 : 1;
    }
    return found;
}

} // namespace

class TestPanels : public QObject {
    Q_OBJECT

private slots:
    void togetherTheyAreThePieceInOne_data();
    void togetherTheyAreThePieceInOne();
    void moreAreAWayOut();
    void seamsComeInTheirOrder();
    void aShoulderOfTwoPanelsIsHungInOne();
    void handlesOfPanelsPull();
    void noShoulderNoSidePanel();
    void pinsOfPanels();
    void earlierFilesKnewTwo();
};

void TestPanels::togetherTheyAreThePieceInOne_data() {
    QTest::addColumn<int>("panels");
    QTest::addColumn<int>("body");
    QTest::addColumn<int>("neck");
    QTest::addColumn<int>("shoulder");
    QTest::addColumn<bool>("curved");
    for (const Panels panels : {Panels::two, Panels::three, Panels::four})
        for (const BodyKind body : {BodyKind::dropShoulder, BodyKind::setIn, BodyKind::sleeveless})
            for (const NeckKind neck : allNecks)
                for (const ShoulderKind shoulder : allShoulders)
                    for (const bool curved : {false, true})
                        QTest::addRow("%d, %s, %s, %s%s", 1 + int(panels), label(body), label(neck), label(shoulder),
                                      curved ? ", curved" : "")
                            << int(panels) << int(body) << int(neck) << int(shoulder) << curved;
}

void TestPanels::togetherTheyAreThePieceInOne() {
    QFETCH(int, panels);
    QFETCH(int, body);
    QFETCH(int, neck);
    QFETCH(int, shoulder);
    QFETCH(bool, curved);
    for (const bool seamStitches : {true, false})
        for (const SideKind sides : allSides) {
            Project project = ilkesPullover();
            Garment& chosen = garment(project);
            chosen.body.kind = static_cast<BodyKind>(body);
            chosen.neck.kind = static_cast<NeckKind>(neck);
            chosen.neck.school = seamStitches ? NeckSchool::hold : NeckSchool::bindOff;
            chosen.neck.atBack = seamStitches;
            chosen.neck.trimInTwo = true;
            chosen.body.shoulder = static_cast<ShoulderKind>(shoulder);
            chosen.body.sides = sides;
            chosen.body.welt.kind = WeltKind::foldedHem;
            chosen.hem.line = curved ? HemLine::curved : HemLine::straight;
            chosen.hem.rise = Length::millimetres(60);
            chosen.making.seamStitches = seamStitches;
            chosen.making.weltAfterwards = sides == SideKind::aLine;
            if (chosen.neck.kind != NeckKind::vee)
                project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {};
            const WorkedGarment whole = workGarment(project);
            QVERIFY2(whole.sound(), listed(whole.findings));
            chosen.body.panels = static_cast<Panels>(panels);
            const WorkedGarment worked = workGarment(project);
            QVERIFY2(worked.sound(), listed(worked.findings));
            for (const WorkedPiece& piece : worked.pieces)
                QVERIFY2(piece.fabric.findings.empty(), listed(piece.fabric.findings));
            for (const Join& join : worked.joins)
                QVERIFY2(!anyError(join.findings), listed(join.findings));
            for (const WorkedPiece& piece : worked.pieces)
                if (const auto farthest = farthestFromIdeal(pictureOf(piece.fabric, piece.program), piece.outline,
                                                            *worked.measured.gauge, Stitches(seamStitches ? 1 : 0));
                    farthest && !isSleeve(PieceKey(piece.program.piece)))
                    QVERIFY2(
                        farthest->distance < Length::millimetres(9),
                        qPrintable(QString("%1: %2 mm").arg(piece.program.piece.c_str()).arg(farthest->distance.mm())));
            for (const bool back : {true, false}) {
                const std::vector<int> one = laidTogether(whole, back);
                const std::vector<int> parts = laidTogether(worked, back);
                const auto differs = static_cast<int>(one.size()) - static_cast<int>(parts.size());
                QVERIFY2(std::abs(differs) <= 3, qPrintable(QString("%1 and %2").arg(one.size()).arg(parts.size())));
                // Short rows and steps end a stitch or a turn earlier or later.
                const int wrong = misplaced(parts, one, 3) + misplaced(one, parts, 3);
                QVERIFY2(wrong <= 4, qPrintable(QString("%1 needles of %2").arg(wrong).arg(one.size())));
            }
            // The neck is as it was: its trim has the same needles, but for a seam's.
            QVERIFY(std::abs((worked.counts->trim - whole.counts->trim).count()) <= 6);
        }
}

/// On beds that are ever shorter, each way out mends what it is offered for, and one is found down to a quarter of a
/// body.
void TestPanels::moreAreAWayOut() {
    std::map<Panels, int> taken;
    for (int needles = 170; needles >= 50; needles -= 4) {
        Project project = ilkesPullover();
        Garment& chosen = garment(project);
        chosen.body.kind = BodyKind::dropShoulder;
        chosen.neck.trimInTwo = true;
        project.machine.needles = Stitches(needles);
        const auto wide = [&](const Project& of) -> std::optional<Finding> {
            for (const Finding& each : workGarment(of).findings)
                if (each.code == "too_wide" &&
                    (each.piece.find("back") != std::string::npos || each.piece.find("front") != std::string::npos))
                    return each;
            return std::nullopt;
        };
        if (const auto finding = wide(project)) {
            bool offered = false;
            for (const WayOut& way : waysOut(project, *finding))
                if (garment(way.project).body.panels != Panels::one) {
                    QVERIFY(!offered); // as few as it takes
                    offered = true;
                    ++taken[garment(way.project).body.panels];
                    QVERIFY(!wide(way.project));
                    Project fewer = way.project;
                    garment(fewer).body.panels =
                        static_cast<Panels>(static_cast<int>(garment(way.project).body.panels) - 1);
                    QVERIFY(wide(fewer));
                }
            if (needles >= 66)
                QVERIFY2(offered, qPrintable(QString::number(needles)));
        }
    }
    QVERIFY(taken[Panels::two] > 0 && taken[Panels::three] > 0 && taken[Panels::four] > 0);
}

void TestPanels::seamsComeInTheirOrder() {
    for (const Panels panels : {Panels::three, Panels::four})
        for (const Closure closure : allClosures) {
            Project project = ilkesPullover();
            garment(project).body.panels = panels;
            garment(project).opening.closure = closure;
            const WorkedGarment worked = workGarment(project);
            QVERIFY2(worked.sound(), listed(worked.findings));
            std::vector<std::string> order;
            for (const Join& join : worked.joins)
                order.push_back(join.key);
            const auto at = [&](const std::string& key) { return std::ranges::find(order, key) - order.begin(); };
            for (const char* seam : {"panel_back_left", "panel_back_right", "panel_front_left", "panel_front_right"})
                QVERIFY(at(seam) < at("shoulder_left") && at(seam) < at("shoulder_right"));
            QCOMPARE(std::ranges::count(order, "seam_back"), panels == Panels::four ? 1 : 0);
            QCOMPARE(std::ranges::count(order, "seam_front"),
                     panels == Panels::four && closure == Closure::pullover ? 1 : 0);
            // Every piece of the body is sewn by both its edges.
            for (const PieceKey piece : piecesOf(garment(project)))
                QVERIFY2(*label(piece, garment(project)), piece.text().c_str());
        }
}

/// Its line goes on from the side panel to the middle: each loop once, from the armhole to the neck on one side and
/// from the neck to the armhole on the other, front and back on the same needles.
void TestPanels::aShoulderOfTwoPanelsIsHungInOne() {
    Project project = ilkesPullover();
    garment(project).body.panels = Panels::three;
    const WorkedGarment worked = workGarment(project);
    for (const auto& [joinKey, wearers] : {std::pair{"shoulder_left", Side::left}, {"shoulder_right", Side::right}}) {
        const auto join = std::ranges::find(worked.joins, std::string(joinKey), &Join::key);
        QVERIFY(join != worked.joins.end());
        QCOMPARE(join->method, JoinMethod::latchOff);
        QCOMPARE(join->first.count, join->second.count);
        QCOMPARE(join->first.hung.size(), static_cast<std::size_t>(join->first.count));
        const GarmentCounts& c = *worked.counts;
        QCOMPARE(Stitches(join->first.count), c.sideShoulder + c.middleShoulder);
        // The back hangs as it was knitted, with the wearer's left at its right: its side panel is outermost there.
        for (const auto& [edge, back] : {std::pair{&join->first, true}, {&join->second, false}}) {
            const PieceKey side = back ? backSideOf(garment(project), wearers) : frontSideOf(garment(project), wearers);
            // Turned over, knit side to the knitter, it is at the other end.
            const bool isTurned = (back ? join->hanging->first : join->hanging->second) == WornSide::knit;
            const bool backHangs = back ? wearers == Side::left : wearers == Side::right;
            const bool sideIsRight = backHangs != isTurned;
            const auto& outermost = sideIsRight ? edge->hung.back() : edge->hung.front();
            QCOMPARE(outermost.piece, side);
            // Within each piece the openings follow each other, without a gap.
            for (std::size_t i = 1; i < edge->hung.size(); ++i)
                if (edge->hung[i].piece == edge->hung[i - 1].piece)
                    QCOMPARE(edge->hung[i].index - edge->hung[i - 1].index, isTurned ? -1 : 1);
        }
    }
}

/// Dragged outward or up, what a handle stands for becomes more, or less where it hangs down; and back again the same.
void TestPanels::handlesOfPanelsPull() {
    for (const Panels panels : {Panels::three, Panels::four}) {
        Project project = ilkesPullover();
        garment(project).body.panels = panels;
        garment(project).body.sides = SideKind::waisted;
        garment(project).neck.trimInTwo = true;
        const WorkedGarment worked = workGarment(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        const auto number = [](const Handle& handle) {
            const Rows* rows = std::get_if<Rows>(&handle.count);
            return rows ? rows->count() : std::get<Stitches>(handle.count).count();
        };
        int dragged = 0;
        for (const PieceKey key : {backSideOf(garment(project), Side::left), backOf(garment(project), Side::left),
                                   frontSideOf(garment(project), Side::right), frontOf(garment(project), Side::right)})
            for (const Handle& handle : worked.piece(key)->handles) {
                if (handle.pulls.empty()) {
                    QVERIFY(handle.key == parts::width && !hasSides(key, garment(project)));
                    continue;
                }
                const int steps = handle.pulls.front().perStep > 0 ? 6 : -6;
                const Project moved = test::movedBy(project, key, handle.key, steps);
                const WorkedGarment after = workGarment(moved);
                if (!after.sound())
                    continue;
                const Handle* now = after.piece(key)->handle(handle.key);
                QVERIFY(now);
                const int more = number(*now) - number(handle);
                QVERIFY2(more >= 1 && more <= 13,
                         qPrintable(QString("%1 %2: %3").arg(key.text().c_str(), handle.label).arg(more)));
                ++dragged;
            }
        QVERIFY2(dragged > 20, qPrintable(QString::number(dragged)));
    }
}

void TestPanels::noShoulderNoSidePanel() {
    for (const BodyKind body : {BodyKind::raglan, BodyKind::strapped})
        for (const Panels panels : {Panels::three, Panels::four}) {
            Project project = ilkesPullover();
            garment(project).body.kind = body;
            garment(project).body.panels = panels;
            const WorkedGarment worked = workGarment(project);
            QVERIFY(!worked.sound());
            const auto found = std::ranges::find_if(
                worked.findings, [](const Finding& each) { return each.code == "panels_need_shoulders"; });
            QVERIFY(found != worked.findings.end());
            const auto ways = waysOut(project, *found);
            QVERIFY(!ways.empty() && garment(ways[0].project).body.panels == Panels::two);
        }
}

void TestPanels::pinsOfPanels() {
    Project project = ilkesPullover();
    garment(project).body.panels = Panels::three;
    const WorkedGarment before = workGarment(project);
    int drafted = 0;
    int refused = 0;
    for (int stitches = 1; stitches <= 120; ++stitches) {
        project.pins[quantities::sidePanelStitches] = stitches;
        const WorkedGarment worked = workGarment(project);
        if (!worked.sound() || hasFinding(worked.findings, "pin_refused")) {
            ++refused;
            continue;
        }
        ++drafted;
        QCOMPARE(worked.counts->sidePanel.count(), stitches);
        for (const WorkedPiece& piece : worked.pieces)
            QVERIFY2(piece.fabric.findings.empty(), listed(piece.fabric.findings));
        // What one panel has more, the other has less.
        QVERIFY(std::abs((worked.counts->middlePanel + worked.counts->sidePanel * 2 - before.counts->middlePanel -
                          before.counts->sidePanel * 2)
                             .count()) <= 3);
    }
    QVERIFY2(drafted > 3 && refused > 20, qPrintable(QString("%1, %2").arg(drafted).arg(refused)));
}

void TestPanels::earlierFilesKnewTwo() {
    for (const auto& [said, panels] : {std::pair{"true", Panels::two}, {"false", Panels::one}}) {
        const std::string text = toJson(ilkesPullover());
        std::string earlier = text;
        const std::string key = "\"body_panels\": \"one\"";
        const std::size_t at = earlier.find(key);
        QVERIFY(at != std::string::npos);
        earlier.replace(at, key.size(), std::string("\"panels\": ") + said);
        QCOMPARE(garment(projectFromJson(earlier)).body.panels, panels);
    }
}

QTEST_APPLESS_MAIN(TestPanels)
#include "tst_panels.moc"
