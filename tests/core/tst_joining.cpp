// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/bed_programs.h"
#include "support/check_property.h"
#include "support/joins_in_the_hand.h"
#include "support/projects.h"
#include "support/random_projects.h"

#include "core/article/articles.h"
#include "core/bed/virtual_bed.h"
#include "core/finishing/blocking.h"
#include "core/finishing/left_to_do.h"
#include "core/format/project_json.h"
#include "core/joining/join_order.h"
#include "core/joining/join_program.h"
#include "core/joining/join_ways.h"
#include "core/ways_out.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>
#include <set>

using namespace vestimen;
using vestimen::test::garment;
using vestimen::test::hasFinding;
using vestimen::test::listed;
using vestimen::test::odilesPullover;
using vestimen::test::WorkedGarment;
using vestimen::test::workGarment;

namespace {

const Join& join(const WorkedGarment& worked, const std::string& key) {
    return *std::find_if(worked.joins.begin(), worked.joins.end(), [&](const Join& each) { return each.key == key; });
}

} // namespace

class TestJoining : public QObject {
    Q_OBJECT

private slots:
    void inTheUsualOrder();
    void anotherOrderWhereItCanBe();
    void whatIsLeftToDo();
    void thickYarnTakesThreeBars();
    void pinsStandAtTheMeasures();
    void aFibreSaysHowItIsBlocked();
    void whatIsKnittedThroughRunsOnTheBed();
    void theRightSleevesMapIsTheOneWrittenByHand_data();
    void theRightSleevesMapIsTheOneWrittenByHand();
    void edgesThatDoNotMeetPointBackAtTheDraft();
    void everyWayHasItsSteps();
    void anotherWayWhereItsEdgesAllow();
    void ridgesLieInside();
    void mapsOfRandomGarments();
    void shouldersGoStitchToStitch();
    void trimTakesBothNecksAndTheEdges();
    void aTrimGoesRoundTheNeck_data();
    void aTrimGoesRoundTheNeck();
    void aHeadIsMeasuredAgainstTheTrim();
    void whatIsHungTogetherLiesTogether();
    void tailsAreLeftAtTheBreak();
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
    const WorkedGarment worked = workGarment(odilesPullover());
    std::vector<std::string> keys;
    for (const Join& each : worked.joins)
        keys.push_back(each.key);
    QCOMPARE(keys, (std::vector<std::string>{"shoulder_left", "neck_trim", "shoulder_right", "trim_seam", "sleeve_left",
                                             "sleeve_right", "seam_left", "seam_right"}));
}

/// Every move of every join: where it can be, it is kept, and where it cannot, something is said.
void TestJoining::anotherOrderWhereItCanBe() {
    Project cardigan = odilesPullover();
    garment(cardigan).opening.closure = Closure::cardigan;
    garment(cardigan).pocket.kind = PocketKind::slit;
    Project setIn = test::ilkesPullover();
    for (Project project : {odilesPullover(), cardigan, setIn}) {
        const Worked worked = work(project);
        std::vector<std::string> order;
        for (const Join& each : worked.joins)
            order.push_back(each.key);
        int moved = 0;
        int refused = 0;
        for (std::size_t from = 0; from < order.size(); ++from)
            for (std::size_t to = 0; to < order.size(); ++to) {
                if (from == to)
                    continue;
                std::vector<std::string> wanted = order;
                wanted.erase(wanted.begin() + static_cast<std::ptrdiff_t>(from));
                wanted.insert(wanted.begin() + static_cast<std::ptrdiff_t>(to), order[from]);
                const auto why = whyNotAt(to, order[from], order, worked.plannedJoins);
                project.joinOrder = wanted;
                const Worked other = work(project);
                std::vector<std::string> now;
                for (const Join& each : other.joins)
                    now.push_back(each.key);
                // The second witness: the sort itself keeps the order exactly where nothing was said.
                QCOMPARE(now == wanted, !why.has_value());
                if (why)
                    QVERIFY(render(*why).find("rests on") != std::string::npos);
                ++(why ? refused : moved);
                // It changes no piece.
                for (const WorkedPiece& piece : worked.pieces)
                    QCOMPARE(other.piece(piece.key)->fabric.loops.size(), piece.fabric.loops.size());
            }
        QVERIFY(moved > 10 && refused > 10);
    }
    // What it does not name stays behind what it came after, and what is no more is forgotten.
    Project project = odilesPullover();
    project.joinOrder = {"sleeve_right", "gone", "sleeve_left"};
    const Worked worked = work(project);
    QCOMPARE(worked.joins.size(), work(odilesPullover()).joins.size());
}

void TestJoining::whatIsLeftToDo() {
    Project project = odilesPullover();
    garment(project).opening.closure = Closure::cardigan;
    garment(project).opening.buttons = 7;
    const Worked worked = work(project);
    const auto chores = leftToDo(project, worked);
    int ends = 0;
    std::vector<std::string> keys;
    for (const Chore& chore : chores) {
        keys.push_back(chore.key);
        if (chore.key.starts_with("ends/"))
            for (const PieceSupplies& piece : worked.supplies.pieces)
                ends += "ends/" + piece.piece == chore.key ? piece.ends : 0;
    }
    QCOMPARE(ends, worked.supplies.ends);
    QCOMPARE(std::set<std::string>(keys.begin(), keys.end()).size(), keys.size());
    const auto buttons = std::ranges::find(chores, std::string("buttons"), &Chore::key);
    QVERIFY(buttons != chores.end() && render(buttons->what).starts_with("7 buttons"));
    QCOMPARE(keys.back(), std::string("label"));
    // Hours, not minutes and not days; each tick takes its own away, and in the end nothing is left.
    double minutes = minutesLeft(project, worked);
    QVERIFY2(minutes > 120.0 && minutes < 900.0, qPrintable(QString::number(minutes)));
    for (const Join& each : worked.joins) {
        project.joined.push_back(each.key);
        const double after = minutesLeft(project, worked);
        QCOMPARE(after < minutes, each.method != JoinMethod::knitOn);
        minutes = after;
    }
    for (const Chore& chore : chores) {
        project.finished.push_back({chore.key, "2026-11-28"});
        QVERIFY(std::abs(minutes - minutesLeft(project, worked) - chore.minutes) < 1e-9);
        minutes = minutesLeft(project, worked);
    }
    QVERIFY(std::abs(minutes) < 1e-9);
    QVERIFY(leftToDo(Project{}, Worked{}).empty());
    // Hands that take twice as long for one take twice as long for the rest.
    project.joined.clear();
    project.finished.clear();
    const double usual = minutesLeft(project, worked);
    const Join& seam = *std::ranges::find(worked.joins, JoinMethod::mattress, &Join::method);
    const double own = wayOf(JoinMethod::mattress).minutes * std::max(seam.first.length, seam.second.length).cm() / 10;
    project.joined = {seam.key};
    project.finished = {{seam.key, "2026-11-28"}};
    QCOMPARE(handsPace(project, worked), 1.0);
    project.finished.front().minutes = 2.0 * own;
    QVERIFY(std::abs(handsPace(project, worked) - 2.0) < 1e-9);
    QVERIFY(std::abs(minutesLeft(project, worked) - 2.0 * (usual - own)) < 1e-9);
    QVERIFY(projectFromJson(toJson(project)).finished == project.finished);
}

/// Three bars a side where rows are tall, and two by choice.
void TestJoining::thickYarnTakesThreeBars() {
    const auto seams = [](const Worked& worked) {
        std::set<JoinMethod> methods;
        for (const Join& each : worked.joins)
            if (each.method == JoinMethod::mattress || each.method == JoinMethod::mattressOfThree)
                methods.insert(each.method);
        return methods;
    };
    Project project = odilesPullover();
    QCOMPARE(seams(work(project)), std::set<JoinMethod>{JoinMethod::mattress});
    test::putOn(project, genericMachines()[3]);
    for (Treatment& treatment : project.swatch.treatments) {
        treatment.widths = {RuleReading{14.0}, RuleReading{14.1}, RuleReading{13.9}};
        treatment.heights = {RuleReading{20.0}, RuleReading{20.1}, RuleReading{19.9}};
    }
    const Worked thick = work(project);
    QVERIFY2(thick.measured.gauge && thick.measured.gauge->rows.unit() > thickRow, listed(thick.findings));
    QVERIFY2(!thick.joins.empty(), listed(thick.findings));
    QCOMPARE(seams(thick), std::set<JoinMethod>{JoinMethod::mattressOfThree});
    // Every one can still be made with two.
    for (const Join& each : thick.joins)
        if (each.method == JoinMethod::mattressOfThree)
            project.joinWays[each.key] = "mattress";
    QCOMPARE(seams(work(project)), std::set<JoinMethod>{JoinMethod::mattress});
}

/// Round every piece, the whole way, corners among them, and none too far from the next.
void TestJoining::pinsStandAtTheMeasures() {
    for (const Project& project : {odilesPullover(), test::ilkesPullover()})
        for (const WorkedPiece& piece : work(project).pieces) {
            const auto pins = pinsOf(blockedOutline(piece), Length::millimetres(50));
            QVERIFY(pins.size() >= 4);
            double right = 0.0;
            double top = 0.0;
            for (std::size_t i = 0; i < pins.size(); ++i) {
                const Pin& next = pins[(i + 1) % pins.size()];
                const double step = std::hypot((next.x - pins[i].x).mm(), (next.y - pins[i].y).mm());
                QVERIFY2(step > 0.01 && step <= 50.01, qPrintable(QString::number(step)));
                right = std::max(right, pins[i].x.mm());
                top = std::max(top, pins[i].y.mm());
            }
            // As wide and as long as it is finished, but for what a whole count makes of a measure.
            QVERIFY(std::abs(2 * right - piece.width.mm()) < 12.0);
            QVERIFY(std::abs(top - piece.length.mm()) < 12.0);
        }
    // A square has its four corners and no more.
    const Length side = Length::millimetres(100);
    const Outline square{{{"a", {{}, {side, {}}}}, {"b", {{side, {}}, {side, side}, {{}, side}, {}}}}};
    const auto pins = pinsOf(square, Length::millimetres(50));
    QCOMPARE(pins.size(), std::size_t{8});
    QCOMPARE(std::ranges::count_if(pins, &Pin::isCorner), 4);
    QVERIFY(pinsOf({}, side).empty());
}

void TestJoining::aFibreSaysHowItIsBlocked() {
    const auto says = [](const char* fibre, const char* word) {
        return render(careOf(fibre)).find(word) != std::string::npos;
    };
    QVERIFY(says("Acrylic", "No steam"));
    QVERIFY(says("80 % wool, 20 % polyamide", "No steam")); // heat spoils what is part of it
    QVERIFY(says("lambswool", "hover"));
    QVERIFY(says("Cotton", "does not spring back"));
    QVERIFY(says("", "not known"));
    QVERIFY(says("seaweed", "not known"));
}

/// Counted from the fabrics alone: nothing is found, every needle holds both its loops, and each of them is closed.
void TestJoining::whatIsKnittedThroughRunsOnTheBed() {
    Project stepped = odilesPullover();
    garment(stepped).neck.school = NeckSchool::bindOff;
    Project panels = odilesPullover();
    garment(panels).body.panels = Panels::four;
    Project straight = odilesPullover();
    garment(straight).body.shoulder = ShoulderKind::straight;
    for (const Project& project : {odilesPullover(), test::ilkesPullover(), stepped, panels, straight}) {
        const Worked worked = work(project);
        Siblings siblings;
        for (const WorkedPiece& piece : worked.pieces)
            siblings[piece.program.piece] = &piece.fabric;
        int run = 0;
        for (const Join& each : worked.joins) {
            const auto program = joinProgram(project, each);
            QCOMPARE(program.has_value(), each.method == JoinMethod::latchOff);
            if (!program)
                continue;
            ++run;
            const Fabric fabric = knit(*program, &siblings);
            QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
            // One row, each of its stitches drawn through what hangs on its needle.
            QCOMPARE(fabric.passes.size(), std::size_t{1});
            QCOMPARE(static_cast<int>(fabric.passes[0].loopCount), each.first.count);
            std::map<LoopId, int> through;
            for (LoopId loop = fabric.passes[0].firstLoop;
                 loop < fabric.passes[0].firstLoop + fabric.passes[0].loopCount; ++loop)
                through[loop] = 1;
            for (const auto& [loop, parent] : fabric.moreParents)
                if (through.contains(loop))
                    ++through[loop];
            for (const auto& [loop, loops] : through)
                QCOMPARE(loops, 2);
        }
        QVERIFY(run >= 2);
    }
}

void TestJoining::theRightSleevesMapIsTheOneWrittenByHand_data() {
    QTest::addColumn<bool>("right");
    QTest::newRow("right sleeve") << true;
    QTest::newRow("left sleeve") << false;
}

/// A sleeve of 5 stitches in an armhole of 4 rows a side, written out by hand. Purl side of the body facing, the sleeve
/// is turned over: its first stitch at the left is the last as it hung. Facing the other way round all is reversed.
void TestJoining::theRightSleevesMapIsTheOneWrittenByHand() {
    QFETCH(bool, right);
    // Four rows up each edge; a sleeve's top of five open loops.
    const auto body = [](const char* piece, Side side) {
        Fabric fabric = knit(test::program({operation::CastOn{.from = test::at("L1"), .to = test::at("R1")},
                                            operation::Knit{Rows(4)}, test::allOff()}));
        fabric.piece = piece;
        fabric.edges = {{side == Side::left ? "armhole_left" : "armhole_right", side, 1, 4}};
        return fabric;
    };
    // As worn: the left armhole is the front's left edge and the back's right one.
    const Fabric front = body("front", right ? Side::right : Side::left);
    const Fabric back = body("back", right ? Side::left : Side::right);
    Fabric sleeve =
        knit(test::program({operation::CastOn{.from = test::at("L2"), .to = test::at("R3")}, operation::Knit{Rows(2)},
                            operation::TakeOff{test::at("L2"), test::at("R3"), operation::Onto::waste, "top"}}));
    const std::string name = right ? "right_sleeve" : "left_sleeve";
    const std::map<std::string, const Fabric*> fabrics = {{"front", &front}, {"back", &back}, {name, &sleeve}};
    // The plan of the demo's own sleeve, on these fabrics.
    const WorkedGarment worked = workGarment(odilesPullover());
    const std::string key = right ? "sleeve_right" : "sleeve_left";
    const auto planned = std::ranges::find(worked.plannedJoins, key, &PlannedJoin::key);
    const Join made = joined({*planned}, fabrics, {Gauge::perTenCentimetres(30), Gauge::perTenCentimetres(48)}).front();
    using Openings = std::vector<std::pair<std::string, int>>;
    const auto openings = [](const std::vector<JoinOpening>& hung) {
        Openings all;
        for (const JoinOpening& each : hung)
            all.emplace_back(each.piece.text(), each.index);
        return all;
    };
    // From left to right: the left armhole goes up the front and down the back, the right one the other way.
    const std::string up = right ? "back" : "front";
    const std::string down = right ? "front" : "back";
    QCOMPARE(openings(made.second.hung),
             (Openings{{up, 1}, {up, 2}, {up, 3}, {up, 4}, {down, 4}, {down, 3}, {down, 2}, {down, 1}}));
    QCOMPARE(openings(made.first.hung), (Openings{{name, 5}, {name, 4}, {name, 3}, {name, 2}, {name, 1}}));
    // Five needles over eight openings: both ends, the middle, and never two in one.
    QCOMPARE(made.hang->map, (std::vector<HangPair>{{1, 1}, {2, 3}, {3, 5}, {4, 6}, {5, 8}}));
    // The other way of facing: the body's knit side towards you, the sleeve's purl side. Read from its other end, each
    // needle has the same loop and a row at most beside the same opening.
    for (const auto& [needle, opening] : made.hang->map) {
        const auto other = std::ranges::find(made.hang->map, 6 - needle, &HangPair::first);
        QVERIFY(std::abs((9 - opening) - other->second) <= 1);
    }
    // Marker to marker, and the shoulder in the middle of the sleeve.
    QCOMPARE(made.second.hung.front().index, 1);
    QCOMPARE(made.second.hung.back().index, 1);
}

/// A pinned count that makes a sleeve too wide for its armhole: the way out is the draft without it.
void TestJoining::edgesThatDoNotMeetPointBackAtTheDraft() {
    Project project = odilesPullover();
    const Worked sound = work(project);
    QVERIFY(!hasFinding(sound.findings, "eased"));
    const auto top = sound.workings.at(quantities::sleeveTopStitches);
    project.pins[quantities::sleeveTopStitches] = std::get<int>(top.result) + 18; // of the same parity
    const Worked worked = work(project);
    const auto eased = std::ranges::find(worked.findings, FindingCode("eased"), &Finding::code);
    QVERIFY(eased != worked.findings.end());
    const auto ways = waysOut(project, *eased);
    QVERIFY(!ways.empty());
    QVERIFY(render(ways.front().what).starts_with("Without the pinned"));
    QVERIFY(ways.front().project.pins.empty());
    QVERIFY(!hasFinding(work(ways.front().project).findings, "eased"));
    // Two pins that only go together.
    project.pins[quantities::bodyRows] = std::get<int>(sound.workings.at(quantities::bodyRows).result);
    QVERIFY(!waysOut(project, *eased).empty());
}

void TestJoining::everyWayHasItsSteps() {
    std::set<std::string> texts;
    for (const JoinWay& way : joinWays) {
        const JoinMethod method = way.method;
        const auto steps = way.steps;
        QVERIFY(steps.size() >= 2 && steps.size() <= 4);
        for (const JoinStep& step : steps)
            QVERIFY(texts.insert(step.text).second);
        // What is open on waste yarn is looked at before that comes out.
        if (method == JoinMethod::latchOff || method == JoinMethod::graft || method == JoinMethod::knitOn)
            QVERIFY(std::ranges::any_of(steps, [](const JoinStep& step) {
                return step.look == StepLook::wasteOut ||
                       std::string(step.text).find("waste yarn") != std::string::npos;
            }));
    }
}

/// Each way of each join: said, with its tail, and what is hung still runs on the bed. Another is left as planned.
void TestJoining::anotherWayWhereItsEdgesAllow() {
    std::vector<Project> projects;
    for (const Article& article : allArticles())
        projects.push_back(test::somebodys(article));
    Project cardigan = odilesPullover();
    garment(cardigan).opening.closure = Closure::cardigan;
    garment(cardigan).pocket.kind = PocketKind::slit;
    projects.push_back(cardigan);
    std::set<JoinMethod> seen;
    for (Project& project : projects) {
        const Worked planned = work(project);
        Siblings siblings;
        for (const WorkedPiece& piece : planned.pieces)
            siblings[piece.program.piece] = &piece.fabric;
        for (std::size_t i = 0; i < planned.plannedJoins.size(); ++i)
            for (const JoinWay& way : joinWays) {
                const PlannedJoin& join = planned.plannedJoins[i];
                const bool may = std::ranges::count(waysFor(join), way.method) > 0;
                project.joinWays = {{join.key, way.option.key}};
                const Worked other = work(project);
                const Join& made = *std::ranges::find(other.joins, join.key, &Join::key);
                QCOMPARE(made.method, may ? way.method : join.method);
                if (!may)
                    continue;
                seen.insert(way.method);
                const Join& before = *std::ranges::find(planned.joins, join.key, &Join::key);
                QCOMPARE(made.first.count, before.first.count);
                QCOMPARE(made.eased, before.eased);
                QCOMPARE(made.hang.has_value(), isHung(way.method));
                if (way.tail)
                    QVERIFY2(made.tail > std::max(made.first.length, made.second.length), join.key.c_str());
                const auto program = joinProgram(project, made);
                QCOMPARE(program.has_value(), isHung(way.method));
                if (program)
                    QVERIFY(knit(*program, &siblings).findings.empty());
                // What is said of hanging is not said of a seam.
                if (!isHung(way.method) && way.tail)
                    QVERIFY(render(made.facing).find("Hang") == std::string::npos);
            }
    }
    QCOMPARE(seen.size(), joinWays.size());
    Project project = odilesPullover();
    project.joinWays = {{"shoulder_left", "mattress"}, {"gone", "whip"}};
    QCOMPARE(work(project).joins.front().method, JoinMethod::latchOff);
}

/// Asked of the loops on the needles and of the words, for either hand, as planned and with the ridge as decoration.
void TestJoining::ridgesLieInside() {
    test::JoinsSeen all;
    CHECK_PROPERTY("ridges of random garments", [&all] {
        Project project = test::randomProject();
        Worked worked = work(project);
        if (*rc::gen::arbitrary<bool>()) {
            for (const Join& each : worked.joins)
                if (each.hang)
                    project.joinWays[each.key] =
                        *rc::gen::element("latch_off_outside", "bind_off_outside", "bind_off_together");
            worked = work(project);
        }
        const test::JoinsSeen seen = test::checkJoinsInTheHand(project, worked);
        all.hung += seen.hung;
        all.outside += seen.outside;
        all.withTail += seen.withTail;
        all.sewn += seen.sewn;
    });
    qInfo("%d hung, %d of them with the ridge outside, %d with a piece's own tail; %d sewn from their tail", all.hung,
          all.outside, all.withTail, all.sewn);
    QVERIFY(all.hung > 200 && all.outside > 50 && all.withTail > 100 && all.sewn > 50);
}

/// Every needle once, from the first opening to the last, never two in one, none farther than half an opening from
/// where it would lie evenly; and each join that is knitted runs on the bed.
void TestJoining::mapsOfRandomGarments() {
    int maps = 0;
    CHECK_PROPERTY("hang maps of random garments", [&maps] {
        const Project project = test::randomProject();
        const Worked worked = work(project);
        Siblings siblings;
        for (const WorkedPiece& piece : worked.pieces)
            siblings[piece.program.piece] = &piece.fabric;
        for (const Join& each : worked.joins) {
            if (!each.hang)
                continue;
            ++maps;
            const auto& map = each.hang->map;
            RC_ASSERT(static_cast<int>(map.size()) == each.first.count);
            RC_ASSERT(map.front() == HangPair(1, 1));
            RC_ASSERT(map.back().second == each.second.count || each.first.count == 1);
            for (std::size_t i = 0; i < map.size(); ++i) {
                RC_ASSERT(map[i].first == static_cast<int>(i) + 1);
                RC_ASSERT(i == 0 || map[i].second > map[i - 1].second);
                const double even = map.size() < 2 ? 1.0
                                                   : 1.0 + static_cast<double>(i) * (each.second.count - 1) /
                                                               static_cast<double>(map.size() - 1);
                RC_ASSERT(std::abs(map[i].second - even) <= 1.0);
            }
            const auto program = joinProgram(project, each);
            RC_ASSERT(program.has_value());
            const Fabric fabric = knit(*program, &siblings);
            // A join may be longer than the bed: then it is made in two goes, and says so elsewhere.
            if (each.first.count <= project.machine.needles.count() && !fabric.findings.empty())
                RC_FAIL(each.key + ": " + listed(fabric.findings).toStdString());
        }
    });
    QVERIFY2(maps > 100, qPrintable(QString::number(maps)));
}

void TestJoining::shouldersGoStitchToStitch() {
    const WorkedGarment worked = workGarment(odilesPullover());
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
    const WorkedGarment worked = workGarment(odilesPullover());
    const Join& trim = join(worked, "neck_trim");
    const GarmentCounts& c = *worked.counts;
    QCOMPARE(trim.method, JoinMethod::knitOn);
    QCOMPARE(trim.first.count, c.trim.count());
    QCOMPARE(c.trim, c.neck * 2 + c.frontNeck.sideNeedles() * 2);
    const int between = static_cast<int>(c.frontNeck.rowsBetween.size());
    QVERIFY(between > 0);
    QCOMPARE(trim.second.count, 2 * c.neck.count() + 2 * (c.frontNeck.edge.count() + between));
    QVERIFY(std::abs(trim.eased) < 0.02);
    QCOMPARE(trim.tail, Length());
}

void TestJoining::aTrimGoesRoundTheNeck_data() {
    QTest::addColumn<int>("neck");
    QTest::addColumn<int>("closure");
    QTest::addColumn<bool>("panels");
    QTest::addColumn<bool>("backNeck");
    for (const NeckKind neck : {NeckKind::round, NeckKind::vee, NeckKind::square})
        for (const Closure closure : allClosures)
            for (const bool panels : {false, true})
                for (const bool backNeck : {false, true})
                    QTest::addRow("%s, %s%s%s", label(neck), label(closure), panels ? ", panels" : "",
                                  backNeck ? ", back neck" : "")
                        << int(neck) << int(closure) << panels << backNeck;
}

/// From the fabrics alone: what is hung on one needle lies beside what is hung on the next, all round, by whatever
/// school the neck was made; and each school gives the trim as many needles, but for rounding.
void TestJoining::aTrimGoesRoundTheNeck() {
    QFETCH(int, neck);
    QFETCH(int, closure);
    QFETCH(bool, panels);
    QFETCH(bool, backNeck);
    std::vector<int> needles;
    for (const NeckSchool school : allNeckSchools)
        for (const Project& whose : {odilesPullover(), test::ilkesPullover()}) {
            Project project = whose;
            Garment& choices = garment(project);
            choices.neck.kind = static_cast<NeckKind>(neck);
            choices.opening.closure = static_cast<Closure>(closure);
            choices.body.panels = panels ? Panels::two : Panels::one;
            choices.neck.atBack = backNeck && project.wearer[Measure::backNeckDepth];
            choices.neck.school = school;
            if (choices.neck.kind == NeckKind::vee)
                project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {Ease::Kind::length, 80.0};
            const WorkedGarment worked = workGarment(project);
            QVERIFY2(worked.sound(), listed(worked.findings));
            std::map<std::string, const Fabric*> fabrics;
            for (const WorkedPiece& piece : worked.pieces)
                fabrics[piece.program.piece] = &piece.fabric;
            const Program& trim = worked.piece(pieces::neckTrim)->program;
            const auto hangs = [](const Operation& each) {
                return std::holds_alternative<operation::Hang>(each.action);
            };
            const auto& hang = std::get<operation::Hang>(std::ranges::find_if(trim.operations, hangs)->action);
            QCOMPARE(static_cast<int>(hang.map.size()), worked.counts->trim.count());
            struct Place {
                std::string piece;
                int slot;
                int row;
                bool bound; ///< in the row of its stitch, which came before
            };
            std::optional<Place> before;
            for (const Hung& hung : hang.map) {
                const HangSource& source = hang.source(hung);
                const Fabric& fabric = *fabrics.at(source.piece);
                const std::vector<LoopId> openings = source.kind == HangSource::Kind::edge ? fabric.edge(source.name)
                                                     : source.kind == HangSource::Kind::bound
                                                         ? fabric.bound.at(source.name)
                                                         : fabric.kept.at(source.name);
                const LoopId loop = openings.at(static_cast<std::size_t>(hung.index) - 1);
                const Place place{source.piece, fabric.loops[loop].slot, fabric.row(loop),
                                  source.kind == HangSource::Kind::bound};
                if (before && before->piece == place.piece)
                    QVERIFY2(std::abs(place.slot - before->slot) <= 3 &&
                                 (place.bound || before->bound || std::abs(place.row - before->row) <= 4),
                             qPrintable(QString("%1: from slot %2, row %3 to slot %4, row %5")
                                            .arg(place.piece.c_str())
                                            .arg(before->slot)
                                            .arg(before->row)
                                            .arg(place.slot)
                                            .arg(place.row)));
                before = place;
            }
            needles.push_back(worked.counts->trim.count());
        }
    for (std::size_t i = 2; i < needles.size(); ++i)
        QVERIFY2(std::abs(needles[i] - needles[i % 2]) <= 6,
                 qPrintable(QString("%1 and %2 needles").arg(needles[i]).arg(needles[i % 2])));
}

void TestJoining::aHeadIsMeasuredAgainstTheTrim() {
    int judged = 0;
    int tight = 0;
    for (const NeckKind neck : allNecks)
        for (const NeckSchool school : allNeckSchools)
            for (const Closure closure : allClosures)
                for (const double head : {480.0, 560.0, 640.0, 720.0}) {
                    Project project = test::ilkesPullover();
                    garment(project).neck.kind = neck;
                    garment(project).neck.school = school;
                    garment(project).opening.closure = closure;
                    project.wearer.measures[static_cast<std::size_t>(Measure::headGirth)] =
                        MeasureValue{Length::millimetres(head), false, {}};
                    const WorkedGarment worked = workGarment(project);
                    if (!worked.sound())
                        continue;
                    ++judged;
                    // As it is in the hand: the stitches of its first row, stretched.
                    const Fabric& trim = worked.piece(pieces::neckTrim)->fabric;
                    const double open =
                        worked.measured.gauge->width(Stitches(static_cast<int>(trim.passes.front().loopCount))).mm();
                    QCOMPARE(hasFinding(worked.findings, "head_tight"),
                             closure == Closure::pullover && open * 1.35 < head);
                    tight += hasFinding(worked.findings, "head_tight") ? 1 : 0;
                }
    QVERIFY2(judged > 50 && tight > 0 && tight < judged, qPrintable(QString("%1 of %2").arg(tight).arg(judged)));
}

/// From where the loops lie on the wearer: what two edges put on one needle comes to the same place of the body.
void TestJoining::whatIsHungTogetherLiesTogether() {
    int maps = 0;
    for (const Project& project : {odilesPullover(), test::pietsPullover(), test::ilkesPullover()}) {
        const WorkedGarment worked = workGarment(project);
        for (const Side side : {Side::left, Side::right}) {
            const std::string wearers = side == Side::left ? "left" : "right";
            const std::string others = side == Side::left ? "right" : "left";
            const auto loopOn = [](const Fabric& fabric, LoopId loop) { return fabric.loops[loop].slot; };
            const Fabric& front = worked.piece(pieces::front)->fabric;
            const Fabric& back = worked.piece(pieces::back)->fabric;
            // Purl side facing, a front hangs with the wearer's left at the left, a back the other way round.
            const Join& shoulder = join(worked, "shoulder_" + wearers);
            QCOMPARE(shoulder.first.hung.size(), shoulder.hang->map.size());
            for (const auto& [needle, opening] : shoulder.hang->map) {
                const JoinOpening& first = shoulder.first.hung.at(static_cast<std::size_t>(needle) - 1);
                const JoinOpening& second = shoulder.second.hung.at(static_cast<std::size_t>(opening) - 1);
                const auto at = [](const std::vector<LoopId>& kept, int index) {
                    return kept.at(static_cast<std::size_t>(index) - 1);
                };
                const int onBack = -1 - loopOn(back, at(back.kept.at("shoulder_" + others), first.index));
                const int onFront = loopOn(front, at(front.kept.at("shoulder_" + wearers), second.index));
                QVERIFY2(std::abs(onBack - onFront) <= 1, qPrintable(QString("%1, %2").arg(onBack).arg(onFront)));
                ++maps;
            }
            const auto found = std::ranges::find(worked.joins, "sleeve_" + wearers, &Join::key);
            if (found == worked.joins.end() || !found->hang || found->first.hung.empty())
                continue;
            // Purl side facing, the back of a left sleeve is at its left; the lowest rows come to the underarm.
            const Fabric& sleeve = worked.piece(side == Side::left ? pieces::leftSleeve : pieces::rightSleeve)->fabric;
            const std::vector<LoopId>& top = sleeve.kept.at("top");
            for (const auto& [needle, opening] : found->hang->map) {
                const JoinOpening& stitch = found->first.hung.at(static_cast<std::size_t>(needle) - 1);
                const JoinOpening& row = found->second.hung.at(static_cast<std::size_t>(opening) - 1);
                const int slot = loopOn(sleeve, top.at(static_cast<std::size_t>(stitch.index) - 1));
                const double fromMiddle = std::abs(2.0 * slot + 1.0) / static_cast<double>(top.size()); // 0 to 1
                const bool atBack = (side == Side::left) == (slot < 0);
                if (fromMiddle > 0.05) // the shoulder itself is either
                    QCOMPARE(isBack(row.piece), atBack);
                const double height = static_cast<double>(row.index) / (found->second.count / 2.0);
                QVERIFY2(std::abs((1.0 - fromMiddle) - height) < 0.06,
                         qPrintable(QString("%1 of the way in, %2 of the way up").arg(1.0 - fromMiddle).arg(height)));
                ++maps;
            }
        }
    }
    QVERIFY(maps > 300);
}

/// What Join asks for was left when the yarn was broken, and where the yarn was then.
void TestJoining::tailsAreLeftAtTheBreak() {
    for (const ShoulderKind shoulder : allShoulders)
        for (const Project& whose : {odilesPullover(), test::ilkesPullover()}) {
            Project project = whose;
            garment(project).body.shoulder = shoulder;
            const WorkedGarment worked = workGarment(project);
            QVERIFY2(worked.sound(), listed(worked.findings));
            std::map<std::string, Length> left; // by what for
            for (const WorkedPiece& piece : worked.pieces) {
                VirtualBed bed(piece.program);
                for (std::size_t i = 0; i < piece.program.operations.size(); ++i) {
                    bed.advance({i, 0});
                    const Action& action = piece.program.operations[i].action;
                    const auto* broken = std::get_if<operation::BreakYarn>(&action);
                    const auto* bound = std::get_if<operation::BindOff>(&action);
                    const operation::Tail tail = broken ? broken->tail : bound ? bound->tail : operation::Tail();
                    if (!(tail.length > Length()))
                        continue;
                    // A chain takes the yarn along to the other edge.
                    QCOMPARE(tail.at, bound ? opposite(bed.carriage()) : bed.carriage());
                    left[(piece.key == pieces::back ? "back: " : "") + tail.use] = tail.length;
                }
            }
            for (const char* side : {"left", "right"}) {
                const Join& join = ::join(worked, std::string("shoulder_") + side);
                const auto found = left.find(std::string("the ") + side + " shoulder");
                QVERIFY2(found != left.end(),
                         qPrintable(
                             QString("%1 %2 %3").arg(side).arg(int(shoulder)).arg(QString::fromStdString(whose.name))));
                QVERIFY(abs(found->second - join.tail) < Length::millimetres(0.01));
            }
            QVERIFY(left.contains("the neck trim, ends"));
        }
}

void TestJoining::sleevesHangBetweenTheMarkers() {
    const WorkedGarment worked = workGarment(odilesPullover());
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
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), test::listed(worked.findings));
    QCOMPARE(join(worked, "sleeve_left").method, JoinMethod::sewOn);
    QVERIFY(!join(worked, "sleeve_left").hang);
}

void TestJoining::sidesHaveTheSameRows() {
    const WorkedGarment worked = workGarment(odilesPullover());
    for (const char* key : {"seam_left", "seam_right"}) {
        const Join& seam = join(worked, key);
        QCOMPARE(seam.first.count, seam.second.count);
        const GarmentCounts& c = *worked.counts;
        QCOMPARE(seam.first.count, (c.bodyWelt.visible + c.toUnderarm + c.sleeveLength()).count());
        QVERIFY(seam.findings.empty());
    }
}

void TestJoining::tailsFollowTheCraft() {
    const WorkedGarment worked = workGarment(odilesPullover());
    const Join& shoulder = join(worked, "shoulder_left");
    // To the next whole centimetre.
    const auto isNextCentimetre = [](Length tail, Length exact) {
        return tail >= exact - Length::millimetres(1e-6) && tail < exact + Length::centimetres(1.0);
    };
    QVERIFY(isNextCentimetre(shoulder.tail, shoulder.first.length * 4.0));
    const Join& seam = join(worked, "seam_left");
    QVERIFY(isNextCentimetre(seam.tail, seam.first.length * 1.5 + Length::centimetres(15.0)));
    Length sum;
    for (const Join& each : worked.joins)
        sum += each.tail;
    QCOMPARE(worked.supplies.tails.mm(), sum.mm());
}

void TestJoining::unequalEdgesAreWarnedAbout() {
    Project project = odilesPullover();
    project.pins[quantities::sleeveTopStitches] = 139;
    const WorkedGarment worked = workGarment(project);
    const Join& sleeve = join(worked, "sleeve_left");
    QVERIFY(sleeve.eased < -mostEased);
    QVERIFY(hasFinding(sleeve.findings, "eased"));
}

void TestJoining::yarnIsWeighedByTheSwatch() {
    const WorkedGarment worked = workGarment(odilesPullover());
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
    const WorkedGarment worked = workGarment(project);
    QVERIFY(!worked.supplies.grams);
    QVERIFY(hasFinding(worked.findings, "swatch_not_weighed"));
    QVERIFY(worked.sound());
}

void TestJoining::tooLittleYarnIsAWarning() {
    Project project = odilesPullover();
    project.yarn.gramsOnHand = 300;
    QVERIFY(hasFinding(workGarment(project).findings, "yarn_short"));
    project.yarn.gramsOnHand = 400;
    QVERIFY(!hasFinding(workGarment(project).findings, "yarn_short"));
}

void TestJoining::endsAreThoseOfTheMainYarn() {
    // Back, two halves of the front, two sleeves and the trim: one break each.
    QCOMPARE(workGarment(odilesPullover()).supplies.ends, 12);
}

QTEST_APPLESS_MAIN(TestJoining)
#include "tst_joining.moc"
