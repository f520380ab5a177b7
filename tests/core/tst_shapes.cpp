// SPDX-License-Identifier: GPL-3.0-or-later
// What is particular to each shape of garment, way of working and edge, as knitted on the virtual bed.
#include "support/projects.h"

#include "core/article/garment/garment_options.h"
#include "core/bed/fabric_picture.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "core/plan/outline_distance.h"
#include "core/ways_out.h"

#include <QDebug>
#include <QTest>

#include <algorithm>
#include <cmath>
#include <functional>
#include <numeric>
#include <stdexcept>

using namespace vestimen;
using vestimen::test::garment;
using vestimen::test::hasFinding;
using vestimen::test::ilkesPullover;
using vestimen::test::listed;
using vestimen::test::WorkedGarment;
using vestimen::test::workGarment;

namespace {

Project with(const std::function<void(Garment&)>& change) {
    Project project = ilkesPullover();
    change(garment(project));
    return project;
}

WorkedGarment soundWork(const Project& project) {
    WorkedGarment worked = workGarment(project);
    if (!worked.sound())
        QTest::qFail(listed(worked.findings), __FILE__, __LINE__);
    return worked;
}

const operation::Hang& firstHang(const Program& program) {
    for (const Operation& each : program.operations)
        if (const auto* hang = std::get_if<operation::Hang>(&each.action))
            return *hang;
    throw std::logic_error("nothing is hung");
}

template<class Kind> std::vector<Kind> all(const Program& program) {
    std::vector<Kind> found;
    for (const Operation& each : program.operations)
        if (const auto* one = std::get_if<Kind>(&each.action))
            found.push_back(*one);
    return found;
}

std::vector<int> widths(const Fabric& fabric, int firstPass, int count) {
    std::vector<int> result;
    for (int i = 0; i < count; ++i)
        result.push_back(static_cast<int>(fabric.passes.at(static_cast<std::size_t>(firstPass + i)).loopCount));
    return result;
}

int loopsOf(const Fabric& fabric, LoopKind kind) {
    return static_cast<int>(std::ranges::count_if(fabric.loops, [&](const Loop& loop) { return loop.kind == kind; }));
}

int markedPass(const Fabric& fabric, const char* mark) {
    return std::ranges::find(fabric.marks, mark, &FabricMark::as)->pass;
}

FabricPicture seen(const WorkedPiece& piece) {
    return picture(piece.fabric, piece.program, firstSeenPass(piece.program), true);
}

} // namespace

class TestShapes : public QObject {
    Q_OBJECT

private slots:
    void raglansAgreeRowForRow();
    void aRaglanLooksStraight();
    void aRaglanTrimGoesOverTheSleeves();
    void strapsLeaveTheNeck();
    void frontsFillTheBodyWithTheirBand();
    void buttonholesMeetWhenTheBandIsFolded();
    void bandsHangTheRightWayRound();
    void aBoundNeckIsHungAgain();
    void theBackNeckIsShaped_data();
    void theBackNeckIsShaped();
    void shouldersAreBoundOffInSteps();
    void aCurvedHemFollowsItsCurve();
    void aStraightSleeveDownIsTheOtherUpsideDown();
    void aCapKnittedDownIsTheSameCap();
    void aWeltAfterwardsLooksLikeOneFirst_data();
    void aWeltAfterwardsLooksLikeOneFirst();
    void aHemIsFlatAndRisesAsChosen_data();
    void aHemIsFlatAndRisesAsChosen();
    void aHemsLastGroupComesBackAtOnce();
    void aNeckIsFlatAndRisesAsChosen_data();
    void aNeckIsFlatAndRisesAsChosen();
    void latchedColumnsArePurl();
    void twoBedsKnitARib();
    void aRolledEdgeIsTheCastOn();
    void shortAndStraightSleeves();
    void aLongTrimIsKnittedInTwoParts();
    void simpleEdgesMoveOneStitch();
    void programsAreReadBack();
    void waysOutMend_data();
    void waysOutMend();
};

void TestShapes::raglansAgreeRowForRow() {
    const WorkedGarment worked = soundWork(with([](Garment& c) { c.body.kind = BodyKind::raglan; }));
    const GarmentCounts& c = *worked.counts;
    QCOMPARE(c.armhole, Rows(96)); // 198 mm and 38 of the shoulder's drop at 2.456: 96.1
    QCOMPARE(c.capRows, c.armhole);
    QCOMPARE(c.shoulderRows, Rows(0));
    // 180 mm at the top: 51.9, two for the seams, odd as the body is.
    QCOMPARE(c.upper, Stitches(53));
    QCOMPARE((c.body - c.upper) / 2 - c.underarm, Stitches(37));
    for (const Curve* line : {&c.armholeCurve, &c.cap}) {
        // One stitch at a time; nothing in the last row.
        for (const CurveEvent& event : line->events())
            QCOMPARE(event.stitches, Stitches(1));
        QVERIFY(line->events().back().row < c.armhole.count() - 1);
    }
    QVERIFY(worked.joins.front().key == "raglan_back_left");
    for (const Join& join : worked.joins)
        QVERIFY(join.findings.empty());
}

/// From the fabric: no row's edge is farther from the straight line than a stitch and the line's own slope.
void TestShapes::aRaglanLooksStraight() {
    const WorkedGarment worked = soundWork(with([](Garment& c) {
        c.body.kind = BodyKind::raglan;
        for (EdgeShaping& edge : c.edges)
            edge.lines = 0;
    }));
    for (const auto& [kind, edge] : {std::pair{pieces::back, "armhole_left"}, {pieces::leftSleeve, "cap_left"}}) {
        const Fabric& fabric = worked.piece(kind)->fabric;
        const std::vector<LoopId> openings = fabric.edge(edge);
        const int first = fabric.loops[openings.at(2)].slot;
        const int last = fabric.loops[openings.back()].slot;
        const auto rows = static_cast<double>(openings.size() - 3);
        double farthest = 0.0;
        for (std::size_t row = 2; row < openings.size(); ++row) {
            const double ideal = first + (last - first) * static_cast<double>(row - 2) / rows;
            farthest = std::max(farthest, std::abs(fabric.loops[openings[row]].slot - ideal));
        }
        QVERIFY2(farthest < 1.01, qPrintable(QString("%1 stitches").arg(farthest)));
    }
}

void TestShapes::aRaglanTrimGoesOverTheSleeves() {
    Project project = with([](Garment& c) {
        c.body.kind = BodyKind::raglan;
        c.neck.kind = NeckKind::round;
    });
    project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {};
    const WorkedGarment worked = soundWork(project);
    std::vector<std::string> order;
    for (const HangSource& source : firstHang(worked.piece(pieces::neckTrim)->program).sources)
        if (order.empty() || order.back() != source.piece)
            order.push_back(source.piece);
    QCOMPARE(order, (std::vector<std::string>{"back", "left_sleeve", "front", "right_sleeve"}));
    QCOMPARE(static_cast<int>(firstHang(worked.piece(pieces::neckTrim)->program).map.size()),
             worked.counts->trim.count());
}

void TestShapes::strapsLeaveTheNeck() {
    const WorkedGarment worked = soundWork(with([](Garment& c) {
        c.body.kind = BodyKind::strapped;
        c.neck.kind = NeckKind::round;
        c.neck.trimInTwo = true;
        c.straps.width = Length::millimetres(40);
    }));
    const GarmentCounts& c = *worked.counts;
    // 352 mm less 15 on each side: 322; two straps of 40 leave 242.
    QCOMPARE(worked.measures->neckWidth, Length::millimetres(242));
    QVERIFY(abs(worked.measured.gauge->width(c.shoulder) - Length::millimetres(40)) < Length::millimetres(7));
    QVERIFY(c.backNeck.depth > Rows(20));
    for (const PieceKey kind : {pieces::back, pieces::front})
        for (const char* strap : {"shoulder_left", "shoulder_right"})
            QCOMPARE(static_cast<int>(worked.piece(kind)->fabric.kept.at(strap).size()), c.shoulder.count());
}

void TestShapes::frontsFillTheBodyWithTheirBand() {
    const WorkedGarment worked = soundWork(with([](Garment& c) { c.opening.closure = Closure::cardigan; }));
    const GarmentCounts& c = *worked.counts;
    const FabricGauge& gauge = *worked.measured.gauge;
    // Two fronts, a seam stitch at each side of each, and the band between them are as wide as the back.
    const Length fronts = gauge.width((c.front - Stitches(2)) * 2) + Length::millimetres(25);
    QVERIFY2(abs(fronts - worked.measures->width) < gauge.stitches.unit() * 2.5,
             qPrintable(QString::number(fronts.mm())));
    // They begin with the carriage on opposite sides and mirror each other, needle for needle.
    const Program& left = worked.piece(pieces::leftFront)->program;
    const Program& right = worked.piece(pieces::rightFront)->program;
    QVERIFY(all<operation::CastOn>(left)[0].carriage != all<operation::CastOn>(right)[0].carriage);
    QCOMPARE(left.operations.size(), right.operations.size());
    const auto bound = all<operation::BindOff>(left);
    QCOMPARE(bound[0].side, Side::left);
    QCOMPARE(all<operation::BindOff>(right)[0].side, Side::right);
    QCOMPARE(bound[0].count, c.underarm.count());
}

void TestShapes::buttonholesMeetWhenTheBandIsFolded() {
    for (const Side side : {Side::left, Side::right}) {
        const WorkedGarment worked = soundWork(with([side](Garment& c) {
            c.opening.closure = Closure::cardigan;
            c.opening.buttons = 5;
            c.opening.holes = side;
        }));
        const GarmentCounts& c = *worked.counts;
        QCOMPARE(c.buttonholes.size(), 5u);
        const auto& holed = *worked.piece(side == Side::left ? pieces::leftBand : pieces::rightBand);
        const auto& plain = *worked.piece(side == Side::left ? pieces::rightBand : pieces::leftBand);
        QCOMPARE(loopsOf(holed.fabric, LoopKind::empty), 2 * 5 * c.buttonhole.count()); // in both layers
        QCOMPARE(loopsOf(plain.fabric, LoopKind::empty), 0);
        const auto transfers = all<operation::Transfer>(holed.program);
        QCOMPARE(transfers.size(), 2u);
        QVERIFY(transfers[0] == transfers[1]);
        // As far from the lower edge on either front, and evenly apart.
        for (std::size_t i = 2; i < c.buttonholes.size(); ++i)
            QVERIFY(std::abs((c.buttonholes[i] - c.buttonholes[i - 1]) - (c.buttonholes[1] - c.buttonholes[0])) <= 1);
    }
}

void TestShapes::bandsHangTheRightWayRound() {
    const WorkedGarment worked = soundWork(with([](Garment& c) { c.opening.closure = Closure::cardigan; }));
    // Purl side facing, the edge on top: the left front's neck is at the left, the right front's hem.
    const operation::Hang& left = firstHang(worked.piece(pieces::leftBand)->program);
    QCOMPARE(left.sources.front().piece, std::string("neck_trim"));
    QCOMPARE(left.sources.back().piece, std::string("left_front"));
    QCOMPARE(left.map.back().index, 1);
    const operation::Hang& right = firstHang(worked.piece(pieces::rightBand)->program);
    QCOMPARE(right.sources.front().piece, std::string("right_front"));
    QCOMPARE(right.map.front().index, 1);
    QCOMPARE(right.sources.back().piece, std::string("neck_trim"));
}

void TestShapes::aBoundNeckIsHungAgain() {
    for (const Closure closure : allClosures) {
        Project project = with([closure](Garment& c) {
            c.neck.kind = NeckKind::round;
            c.neck.school = NeckSchool::bindOff;
            c.opening.closure = closure;
        });
        project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {};
        const WorkedGarment worked = soundWork(project);
        const GarmentCounts& c = *worked.counts;
        const Fabric& front = worked.piece(closure == Closure::pullover ? pieces::front : pieces::leftFront)->fabric;
        QCOMPARE(static_cast<int>(front.bound.at("neck").size()), c.frontNeck.centre.count());
        int hung = 0;
        const operation::Hang& hang = firstHang(worked.piece(pieces::neckTrim)->program);
        for (const Hung& one : hang.map)
            hung += hang.source(one).kind == HangSource::Kind::bound ? 1 : 0;
        QCOMPARE(hung, c.frontNeck.centre.count() * (closure == Closure::pullover ? 1 : 2));
        // The sides go in along a quarter ellipse, no nearer to the shoulder than was said.
        QCOMPARE(c.frontNeck.shape.total(), c.frontNeck.side);
        QVERIFY2(c.frontNeck.shape.deviation < 3.5, qPrintable(QString::number(c.frontNeck.shape.deviation)));
    }
}

void TestShapes::theBackNeckIsShaped_data() {
    QTest::addColumn<int>("school");
    QTest::addColumn<int>("shoulder");
    for (const NeckSchool school : allNeckSchools)
        for (const ShoulderKind shoulder : allShoulders)
            QTest::addRow("%s, %s", label(school), label(shoulder)) << int(school) << int(shoulder);
}

/// Deeper in its middle by so many rows as were counted, and alike at both sides.
void TestShapes::theBackNeckIsShaped() {
    QFETCH(int, school);
    QFETCH(int, shoulder);
    const WorkedGarment worked = soundWork(with([&](Garment& c) {
        c.neck.atBack = true;
        c.neck.school = static_cast<NeckSchool>(school);
        c.body.shoulder = static_cast<ShoulderKind>(shoulder);
    }));
    const GarmentCounts& c = *worked.counts;
    QVERIFY(c.backNeck.depth >= Rows(7) && c.backNeck.depth <= Rows(9)); // 20 mm: 8.1
    const WorkedPiece& back = *worked.piece(pieces::back);
    const FabricPicture drawn = seen(back);
    const auto heightAt = [&](int slot) {
        int top = 0;
        for (const FabricBlock& block : drawn.blocks)
            if (slot >= block.firstSlot && slot <= block.lastSlot)
                top = std::max(top, block.to);
        return top;
    };
    const int middle = heightAt(0);
    const int neckPoint = c.neck.count() / 2;
    const int left = heightAt(-neckPoint - 2);
    const int right = heightAt(neckPoint + 2);
    QVERIFY2(std::abs(left - right) <= 1, qPrintable(QString("%1, %2").arg(left).arg(right)));
    QVERIFY2(std::abs(left - middle - c.backNeck.depth.count()) <= 2,
             qPrintable(QString("%1 over %2").arg(left).arg(middle)));
    QCOMPARE(back.fabric.edge("neck_left").size(), back.fabric.edge("neck_right").size());
}

void TestShapes::shouldersAreBoundOffInSteps() {
    const WorkedGarment worked = soundWork(with([](Garment& c) { c.body.shoulder = ShoulderKind::stepped; }));
    const GarmentCounts& c = *worked.counts;
    QCOMPARE(static_cast<int>(c.shoulderSteps.size()), c.shoulderRows.count() / 2 + 1);
    QCOMPARE(std::accumulate(c.shoulderSteps.begin(), c.shoulderSteps.end(), Stitches()), c.shoulder);
    for (const PieceKey kind : {pieces::back, pieces::front})
        for (const char* side : {"shoulder_left", "shoulder_right"})
            QCOMPARE(static_cast<int>(worked.piece(kind)->fabric.bound.at(side).size()), c.shoulder.count());
    const auto join = std::ranges::find(worked.joins, "shoulder_left", &Join::key);
    QCOMPARE(join->method, JoinMethod::sewOn);
    QVERIFY(!join->hang);
}

void TestShapes::aCurvedHemFollowsItsCurve() {
    for (const Closure closure : allClosures) {
        const WorkedGarment worked = soundWork(with([closure](Garment& c) {
            c.hem.line = HemLine::curved;
            c.opening.closure = closure;
            c.body.welt.kind = WeltKind::rolled;
        }));
        const GarmentCounts& c = *worked.counts;
        QCOMPARE(c.hemRise, Rows(20)); // 50 mm at 2.456: 20.4, even
        QCOMPARE(std::accumulate(c.hemSteps.begin(), c.hemSteps.end(), Stitches()), c.hemSide);
        const PieceKey front = closure == Closure::pullover ? pieces::front : pieces::leftFront;
        const Fabric& fabric = worked.piece(front)->fabric;
        QCOMPARE(static_cast<int>(fabric.edge("side_left").size()), c.toUnderarm.count());
        // The picture hangs straight from the rail, and its lower edge keeps to the ideal.
        for (const PieceKey kind : {pieces::back, front}) {
            const WorkedPiece& piece = *worked.piece(kind);
            const FabricPicture drawn = seen(piece);
            int lowestAtTheSide = drawn.rows;
            int lowestInTheMiddle = drawn.rows;
            const int outer = kind == pieces::back || front == pieces::leftFront ? drawn.firstSlot : drawn.lastSlot;
            for (const FabricBlock& block : drawn.blocks) {
                if (outer >= block.firstSlot && outer <= block.lastSlot)
                    lowestAtTheSide = std::min(lowestAtTheSide, block.from);
                lowestInTheMiddle = std::min(lowestInTheMiddle, block.from);
            }
            QCOMPARE(lowestInTheMiddle, 0);
            QVERIFY2(std::abs(lowestAtTheSide - c.hemRise.count()) <= 2, qPrintable(QString::number(lowestAtTheSide)));
        }
    }
}

void TestShapes::aStraightSleeveDownIsTheOtherUpsideDown() {
    const auto sleeve = [](SleeveSchool school) {
        Project project = vestimen::test::odilesPullover();
        garment(project).sleeves.school = school;
        garment(project).sleeves.cuff.kind = WeltKind::latchedRib;
        return project;
    };
    const WorkedGarment up = soundWork(sleeve(SleeveSchool::up));
    const WorkedGarment down = soundWork(sleeve(SleeveSchool::down));
    const GarmentCounts& c = *down.counts;
    const int rows = c.sleeveRows.count();
    auto risen = widths(up.piece(pieces::leftSleeve)->fabric, c.cuff.knitted.count(), rows);
    std::ranges::reverse(risen);
    QCOMPARE(widths(down.piece(pieces::leftSleeve)->fabric, 0, rows), risen);
    const operation::Hang& hung = firstHang(down.piece(pieces::leftSleeve)->program);
    QCOMPARE(static_cast<int>(hung.map.size()), c.sleeveTop.count());
    QCOMPARE(hung.sources.front().piece, std::string("front"));
    QCOMPARE(hung.sources.back().piece, std::string("back"));
    const auto join = std::ranges::find(down.joins, "sleeve_left", &Join::key);
    QCOMPARE(join->method, JoinMethod::knitOn);
}

/// Needles come in at the carriage one at a time, and the widths are those of the cap that is knitted up.
void TestShapes::aCapKnittedDownIsTheSameCap() {
    const WorkedGarment down = soundWork(with([](Garment& c) { c.sleeves.school = SleeveSchool::down; }));
    const WorkedGarment up = soundWork(ilkesPullover());
    const GarmentCounts& c = *down.counts;
    QCOMPARE(c.capRows, up.counts->capRows); // one outline, both programs
    const int rows = c.capRows.count();
    const Fabric& fabric = down.piece(pieces::rightSleeve)->fabric;
    const auto fallen = widths(fabric, 0, rows);
    const Fabric& risenFabric = up.piece(pieces::rightSleeve)->fabric;
    auto risen = widths(risenFabric, markedPass(risenFabric, "underarm"), rows);
    std::ranges::reverse(risen);
    // A needle that can take no more wraps comes in early where the cap is upright; else a row apart.
    for (int row = 0; row < rows - 2; ++row)
        QVERIFY2(std::abs(fallen[static_cast<std::size_t>(row)] - risen[static_cast<std::size_t>(row)]) <= 14,
                 qPrintable(QString("row %1: %2, %3")
                                .arg(row)
                                .arg(fallen[static_cast<std::size_t>(row)])
                                .arg(risen[static_cast<std::size_t>(row)])));
    QVERIFY(std::ranges::is_sorted(fallen));
    QCOMPARE(static_cast<int>(fabric.passes[static_cast<std::size_t>(rows)].loopCount), c.sleeveTop.count());
    int hung = 0;
    int bound = 0;
    const operation::Hang& hang = firstHang(down.piece(pieces::rightSleeve)->program);
    for (const Hung& one : hang.map) {
        ++hung;
        bound += hang.source(one).kind == HangSource::Kind::bound ? 1 : 0;
    }
    QCOMPARE(hung, c.sleeveTop.count());
    QCOMPARE(bound, 2 * c.underarm.count());
    QVERIFY(down.findings.empty());
    // It hangs from the rail as the ideal does, its cap below.
    const WorkedPiece& sleeve = *down.piece(pieces::rightSleeve);
    const FabricPicture drawn = seen(sleeve);
    QCOMPARE(drawn.rows, c.sleeveLength().count());
    const auto farthest = farthestFromIdeal(drawn, sleeve.outline, *down.measured.gauge, Stitches(1));
    QVERIFY2(farthest->distance < Length::millimetres(30), qPrintable(QString::number(farthest->distance.mm())));
}

void TestShapes::aWeltAfterwardsLooksLikeOneFirst_data() {
    QTest::addColumn<int>("kind");
    for (const WeltKind kind : allWelts)
        QTest::addRow("%s", label(kind)) << int(kind);
}

void TestShapes::aWeltAfterwardsLooksLikeOneFirst() {
    QFETCH(int, kind);
    const auto made = [&](bool afterwards) {
        Project project = with([&](Garment& c) {
            c.body.welt.kind = c.sleeves.cuff.kind = static_cast<WeltKind>(kind);
            c.making.weltAfterwards = afterwards;
        });
        test::putOn(project, genericMachines()[5]);
        return soundWork(project);
    };
    const WorkedGarment first = made(false);
    const WorkedGarment after = made(true);
    for (const PieceKey piece : {pieces::back, pieces::leftSleeve}) {
        QCOMPARE(seen(*after.piece(piece)).rows, seen(*first.piece(piece)).rows);
        QCOMPARE(after.piece(piece)->length, first.piece(piece)->length);
    }
    // Every loop of the first row is hung, what was at the left at the right.
    const Program& back = after.piece(pieces::back)->program;
    const auto hangs = all<operation::Hang>(back);
    if (static_cast<WeltKind>(kind) == WeltKind::rolled) {
        QVERIFY(hangs.empty());
        return;
    }
    const auto firstRow = std::ranges::find_if(
        hangs, [](const operation::Hang& each) { return each.sources.front().kind == HangSource::Kind::first; });
    QVERIFY(firstRow != hangs.end());
    QCOMPARE(static_cast<int>(firstRow->map.size()), after.counts->hem.count());
    QCOMPARE(firstRow->map.front().of, firstRow->map.back().needle);
    QCOMPARE(after.piece(pieces::back)->fabric.edge("side_left").size(),
             after.piece(pieces::front)->fabric.edge("side_right").size());
}

void TestShapes::aHemIsFlatAndRisesAsChosen_data() {
    QTest::addColumn<int>("profile");
    QTest::addColumn<double>("flat");
    for (const Profile profile : {Profile::ellipse, Profile::straight})
        for (const double flat : {0.1, 0.33, 0.6}) // with fewer stitches a needle comes back at every turn
            QTest::addRow("%s, %.2f", optionsOf<Profile>[static_cast<std::size_t>(profile)].key, flat)
                << int(profile) << flat;
}

/// From the fabric: how many columns begin at or below each height.
void TestShapes::aHemIsFlatAndRisesAsChosen() {
    QFETCH(int, profile);
    QFETCH(double, flat);
    Project project = vestimen::test::odilesPullover();
    garment(project).hem.line = HemLine::curved;
    garment(project).hem.flat = flat;
    garment(project).hem.profile = static_cast<Profile>(profile);
    garment(project).body.welt.kind = WeltKind::rolled;
    const WorkedGarment worked = soundWork(project);
    const GarmentCounts& c = *worked.counts;
    const WorkedPiece& back = *worked.piece(pieces::back);
    const FabricPicture picture = vestimen::picture(back.fabric, back.program, firstSeenPass(back.program), true);
    std::vector<int> lowest(static_cast<std::size_t>(c.hem.count()), picture.rows);
    for (const FabricBlock& block : picture.blocks)
        for (int slot = block.firstSlot; slot <= block.lastSlot; ++slot) {
            int& at = lowest[static_cast<std::size_t>(slot - picture.firstSlot)];
            at = std::min(at, block.from);
        }
    const int rise = c.hemRise.count();
    QVERIFY(rise >= 10);
    for (int row = 2; row < rise; ++row) {
        const auto wide = std::ranges::count_if(lowest, [row](int from) { return from <= row; });
        const double up = (row + 0.5) / rise;
        const double share = flat + (1.0 - flat) * (static_cast<Profile>(profile) == Profile::straight
                                                        ? up
                                                        : std::sqrt(1.0 - (1.0 - up) * (1.0 - up)));
        // A turn brings so many at each side every second row.
        const double step = 2.0 * std::ranges::max(c.hemSteps, {}, &Stitches::count).count() + 4.0;
        QVERIFY2(std::abs(static_cast<double>(wide) - share * c.hem.count()) <= step,
                 qPrintable(QString("row %1: %2 columns, wanted %3").arg(row).arg(wide).arg(share * c.hem.count())));
    }
    QVERIFY(std::abs(static_cast<double>(std::ranges::count(lowest, 0)) - flat * c.hem.count()) <= 4.0);
}

/// The other school of a curved hem: each group is larger than the one before, and what is left comes back at once.
void TestShapes::aHemsLastGroupComesBackAtOnce() {
    for (const double flat : {0.2, 0.4, 0.6}) {
        Project project = vestimen::test::odilesPullover();
        garment(project).hem.line = HemLine::curved;
        garment(project).hem.flat = flat;
        garment(project).hem.lastAtOnce = true;
        garment(project).body.shoulder = ShoulderKind::straight; // so that nothing else is put back
        garment(project).body.welt.kind = WeltKind::rolled;
        const WorkedGarment worked = soundWork(project);
        const WorkedPiece& back = *worked.piece(pieces::back);
        // From the program: the groups that are put back at the left, and from the bed: nothing is wrong with it.
        QVERIFY2(back.fabric.findings.empty(), vestimen::test::listed(back.fabric.findings));
        std::vector<int> groups;
        for (const Operation& each : back.program.operations)
            if (const auto* release = std::get_if<operation::Release>(&each.action))
                if (release->to.slot() < 0)
                    groups.push_back(std::abs(release->to.slot() - release->from.slot()) + 1);
        QVERIFY(groups.size() > 3);
        const int all = std::accumulate(groups.begin(), groups.end(), 0);
        QVERIFY(std::abs(groups.back() - all / 3.0) <= 1.0);
        // A half-stitch's rounding apart.
        for (std::size_t i = 1; i < groups.size(); ++i)
            QVERIFY2(groups[i] >= groups[i - 1] - 1,
                     qPrintable(QString("%1 after %2").arg(groups[i]).arg(groups[i - 1])));
        QVERIFY(groups[groups.size() - 2] > groups.front());
    }
}

void TestShapes::aNeckIsFlatAndRisesAsChosen_data() {
    QTest::addColumn<int>("school");
    QTest::addColumn<int>("side");
    QTest::addColumn<double>("flat");
    QTest::addColumn<double>("straight");
    for (const NeckSchool school : allNeckSchools)
        for (const Profile side : {Profile::ellipse, Profile::straight})
            for (const double flat : {0.15, 0.33, 0.6})
                for (const double straight : {0.0, 0.3, 0.5})
                    QTest::addRow("%s, %s, %.2f, %.1f", label(school),
                                  optionsOf<Profile>[static_cast<std::size_t>(side)].key, flat, straight)
                        << int(school) << int(side) << flat << straight;
}

/// From the fabric's outline: how wide the neck is at each height above its lowest row.
void TestShapes::aNeckIsFlatAndRisesAsChosen() {
    QFETCH(int, school);
    QFETCH(int, side);
    QFETCH(double, flat);
    QFETCH(double, straight);
    Project project = vestimen::test::odilesPullover();
    garment(project).neck.straight = straight;
    garment(project).neck.school = static_cast<NeckSchool>(school);
    garment(project).neck.profile = static_cast<Profile>(side);
    garment(project).neck.flat = flat;
    const WorkedGarment worked = soundWork(project);
    const GarmentCounts& c = *worked.counts;
    const WorkedPiece& front = *worked.piece(pieces::front);
    const FabricPicture picture = vestimen::picture(front.fabric, front.program, firstSeenPass(front.program), true);
    const int base = picture.rows - c.frontNeck.depth.count();
    const double middle = (picture.firstSlot + picture.lastSlot + 1) / 2.0;
    // The opening at a row: from the innermost stitch on the left to that on the right.
    const auto opening = [&](int row) {
        int left = picture.firstSlot;
        int right = picture.lastSlot + 1;
        for (const FabricBlock& block : picture.blocks)
            if (block.from <= row && block.to > row) {
                if (block.lastSlot < middle)
                    left = std::max(left, block.lastSlot + 1);
                else if (block.firstSlot > middle)
                    right = std::min(right, block.firstSlot);
                else
                    left = right = static_cast<int>(middle); // right across
            }
        return right - left;
    };
    const double wide = c.neck.count();
    const double high = c.frontNeck.depth.count() * (1.0 - straight); // the rest goes straight up
    for (int row = 3; row < c.frontNeck.depth.count() - c.shoulderRows.count() - 1; ++row) {
        const double up = std::min(1.0, (row + 0.5) / high);
        const double share = flat + (1.0 - flat) * (static_cast<Profile>(side) == Profile::straight
                                                        ? up
                                                        : std::sqrt(1.0 - (1.0 - up) * (1.0 - up)));
        // Decreases take two of a side in a row at most; what is held may be more.
        const bool isDecreased = static_cast<NeckSchool>(school) != NeckSchool::hold;
        const double least = isDecreased ? std::min(share * wide, flat * wide + 4.0 * row) : share * wide;
        QVERIFY2(opening(base + row) >= least - 6.0 && opening(base + row) <= share * wide + 6.0,
                 qPrintable(QString("row %1: %2 of %3 stitches, wanted %4")
                                .arg(row)
                                .arg(opening(base + row))
                                .arg(wide)
                                .arg(share * wide)));
    }
    QCOMPARE(opening(base - 2), 0);
}

void TestShapes::latchedColumnsArePurl() {
    const WorkedGarment worked = soundWork(with([](Garment& c) { c.body.welt.kind = WeltKind::latchedRib; }));
    const Fabric& back = worked.piece(pieces::back)->fabric;
    const GarmentCounts& c = *worked.counts;
    const auto purl = std::ranges::count_if(back.loops, [](const Loop& loop) { return loop.isPurl; });
    QCOMPARE(c.hem.count() % 3, 2); // two plain columns at either edge
    const int columns = (c.hem.count() - 2) / 3;
    QCOMPARE(static_cast<int>(purl), columns * c.bodyWelt.knitted.count());
    // Bars that are taken up again are no new yarn.
    const WorkedGarment plain = soundWork(with([](Garment& ch) { ch.body.welt.kind = WeltKind::rolled; }));
    const int rows = c.bodyLength().count() - plain.counts->bodyLength().count();
    QVERIFY(rows <= 0);
    int knitted = 0;
    for (const Pass& pass : back.passes)
        knitted += static_cast<int>(pass.loopCount);
    QVERIFY(back.loopsPerYarn[0] < knitted + 3 * c.hem.count());
}

void TestShapes::twoBedsKnitARib() {
    Project project = with([](Garment& c) { c.body.welt.kind = WeltKind::twoBedRib; });
    QVERIFY(hasFinding(workGarment(project).findings, "rib_needs_two_beds"));
    test::putOn(project, genericMachines()[5]);
    const WorkedGarment worked = soundWork(project);
    const Fabric& back = worked.piece(pieces::back)->fabric;
    const auto behind = std::ranges::count_if(back.loops, [](const Loop& loop) { return loop.bed == Bed::second; });
    const GarmentCounts& c = *worked.counts;
    QVERIFY(behind >= (c.bodyWelt.knitted.count() - 1) * (c.hem.count() / 2));
    QCOMPARE(static_cast<int>(back.passes[static_cast<std::size_t>(c.bodyWelt.knitted.count())].loopCount),
             c.hem.count());
}

void TestShapes::aRolledEdgeIsTheCastOn() {
    const WorkedGarment worked = soundWork(with([](Garment& c) { c.body.welt.kind = WeltKind::rolled; }));
    const Program& back = worked.piece(pieces::back)->program;
    QCOMPARE(back.yarns[all<operation::CastOn>(back)[0].yarn].role, YarnRole::main);
    QCOMPARE(worked.counts->bodyWelt.visible, Rows(0));
}

void TestShapes::shortAndStraightSleeves() {
    const WorkedGarment whole = soundWork(ilkesPullover());
    const WorkedGarment shortened = soundWork(with([](Garment& c) {
        c.sleeves.reach = SleeveReach::shortened;
        c.sleeves.shortLength = Length::millimetres(140);
    }));
    const Length below = shortened.measured.gauge->height(shortened.counts->sleeveLength() - shortened.counts->capRows);
    QVERIFY(abs(below - Length::millimetres(140)) < shortened.measured.gauge->rows.unit() * 1.5);
    QCOMPARE(shortened.counts->capRows, whole.counts->capRows);
    QVERIFY(shortened.counts->wrist > whole.counts->wrist && shortened.counts->wrist < whole.counts->sleeveTop);
    Project straight = with([](Garment& c) {
        c.sleeves.reach = SleeveReach::shortened;
        c.sleeves.line = SleeveLine::straight;
    });
    // Nobody needs the wrist for it.
    straight.wearer[Measure::wrist].reset();
    straight.wearer[Measure::centreBackToWrist].reset();
    const WorkedGarment tube = soundWork(straight);
    QVERIFY(tube.sound());
    QCOMPARE(tube.counts->wrist, tube.counts->sleeveTop);
}

void TestShapes::aLongTrimIsKnittedInTwoParts() {
    for (const Closure closure : allClosures)
        for (const NeckKind neck : {NeckKind::vee, NeckKind::round}) {
            const WorkedGarment worked = soundWork(with([&](Garment& c) {
                c.opening.closure = closure;
                c.neck.kind = neck;
                c.neck.trimInTwo = true;
            }));
            const GarmentCounts& c = *worked.counts;
            int hung = 0;
            for (const PieceKey part : {pieces::neckTrim, pieces::secondNeckTrim})
                hung += static_cast<int>(firstHang(worked.piece(part)->program).map.size());
            QCOMPARE(hung, c.trim.count());
            QCOMPARE(static_cast<int>(firstHang(worked.piece(pieces::neckTrim)->program).map.size()),
                     c.trimFirst.count());
            // Where it parts at the middle of the back, both halves are as long, to a stitch.
            if (neck == NeckKind::vee || closure == Closure::cardigan)
                QVERIFY(std::abs((c.trim - c.trimFirst * 2).count()) <= 1);
        }
}

void TestShapes::simpleEdgesMoveOneStitch() {
    const WorkedGarment worked = soundWork(with([](Garment& c) {
        c.body.sides = SideKind::waisted;
        for (EdgeShaping& edge : c.edges)
            edge.fashioned = false;
    }));
    QVERIFY(worked.findings.empty());
    for (const WorkedPiece& piece : worked.pieces) {
        // Several go side by side, and beside a bind-off two needles take them: else three would lie on one.
        for (const auto& decrease : all<operation::Decrease>(piece.program))
            QVERIFY(decrease.kind == operation::Shaping::edge ? decrease.count == 1
                                                              : decrease.inset <= decrease.count + 1);
        for (const auto& increase : all<operation::Increase>(piece.program))
            QCOMPARE(increase.kind, operation::Shaping::edge);
    }
    // An increase waits for the carriage, the other side comes a row later: the sides still have the same stitches.
    QCOMPARE(worked.counts->sleeve.eventRows().size() * 2,
             all<operation::Increase>(worked.piece(pieces::leftSleeve)->program).size());
}

void TestShapes::programsAreReadBack() {
    Project project = with([](Garment& c) {
        c.opening.closure = Closure::cardigan;
        c.neck.kind = NeckKind::round;
        c.neck.school = NeckSchool::bindOff;
        c.body.shoulder = ShoulderKind::stepped;
        c.sleeves.school = SleeveSchool::down;
        c.making.weltAfterwards = true;
        c.neck.atBack = true;
        c.hem.line = HemLine::curved;
        c.body.welt.kind = WeltKind::latchedRib;
        c.edge(ShapedEdge::armhole) = {3, true, false, 4};
    });
    project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {};
    QVERIFY(projectFromJson(toJson(project)) == project);
    const WorkedGarment worked = soundWork(project);
    QVERIFY(!worked.pieces.empty());
    for (const WorkedPiece& piece : worked.pieces)
        QVERIFY(programFromJson(toJson(piece.program)) == piece.program);
}

void TestShapes::waysOutMend_data() {
    QTest::addColumn<QString>("code");
    for (const char* code : {"too_wide", "trim_too_wide", "rib_needs_two_beds", "boat_needs_shoulders", "no_armhole",
                             "neck_above_slope", "too_many_buttons", "waist_out_of_place"})
        QTest::addRow("%s", code) << code;
}

void TestShapes::waysOutMend() {
    QFETCH(QString, code);
    Project project = ilkesPullover();
    Garment& c = garment(project);
    const auto ease = [&](Measure measure, double mm) {
        project.ease[static_cast<std::size_t>(measure)] = {Ease::Kind::length, mm};
    };
    if (code == "too_wide") {
        c.body.kind = BodyKind::dropShoulder;
        ease(Measure::chest, 560);
    } else if (code == "trim_too_wide") {
        c.body.kind = BodyKind::strapped;
        ease(Measure::frontNeckDepth, 95);
        c.straps.width = Length::millimetres(20);
    } else if (code == "rib_needs_two_beds") {
        c.sleeves.cuff.kind = WeltKind::twoBedRib;
    } else if (code == "boat_needs_shoulders") {
        c.body.kind = BodyKind::raglan;
        c.neck.kind = NeckKind::boat;
    } else if (code == "no_armhole") {
        ease(Measure::chest, -200);
    } else if (code == "neck_above_slope") {
        c.neck.kind = NeckKind::round;
        ease(Measure::frontNeckDepth, -50);
    } else if (code == "too_many_buttons") {
        c.opening.closure = Closure::cardigan;
        c.opening.buttons = 30;
        c.opening.button = Length::millimetres(60);
        project.wearer[Measure::bodyLength]->value = Length::millimetres(400);
    } else {
        c.body.sides = SideKind::waisted;
        project.wearer[Measure::backNeckToWaist]->value = Length::millimetres(540);
    }
    const WorkedGarment worked = workGarment(project);
    const auto finding =
        std::ranges::find_if(worked.findings, [&](const Finding& each) { return code == each.code.text(); });
    QVERIFY2(finding != worked.findings.end(), listed(worked.findings));
    const auto ways = waysOut(project, *finding);
    QVERIFY(!ways.empty() && ways.size() <= 3);
    if (code == "too_wide") {
        // A gauge that is named fits, and one a little tighter does not.
        const double named = std::get<Figure>(finding->text.operands[4]).value;
        for (const auto& [more, fits] : {std::pair{0.0, true}, {0.7, false}}) {
            Project looser = project;
            looser.swatch.known = FabricGauge{Gauge::perTenCentimetres(named + more), worked.measured.gauge->rows};
            looser.swatch.treatments.clear();
            QCOMPARE(hasFinding(workGarment(looser).findings, "too_wide"), !fits);
        }
        // As wide as it was meant, or as narrow as the bed.
        QVERIFY(ways.size() == 2 && garment(ways[0].project).body.panels == Panels::two);
        const WorkedGarment inPanels = workGarment(ways[0].project);
        QVERIFY2(inPanels.sound(), listed(inPanels.findings));
        QVERIFY(inPanels.counts->body > project.machine.needles);
        // Panels too can be too wide: then more of them are offered, or as wide as the bed.
        Project tooShort = ways[0].project;
        tooShort.machine.needles = Stitches(90);
        garment(tooShort).neck.trimInTwo = true;
        const auto findings = workGarment(tooShort).findings;
        const auto wide = std::ranges::find(findings, code.toStdString(),
                                            [](const Finding& each) { return std::string(each.code.text()); });
        QVERIFY(wide != findings.end() && wide->piece == "left_back");
        const auto others = waysOut(tooShort, *wide);
        QCOMPARE(others.size(), 2u);
        QCOMPARE(garment(others[0].project).body.panels, Panels::three);
        QVERIFY(mends(others[0].project, *wide));
        const WorkedGarment fitting = workGarment(others[1].project);
        QVERIFY(mends(others[1].project, *wide));
        QVERIFY(fitting.measures->width <= fitting.measured.gauge->width(Stitches(2 * 90)));
        QVERIFY(fitting.measures->width > fitting.measured.gauge->width(Stitches(2 * 84)));
    }
    for (const WayOut& way : ways) {
        QVERIFY(!(way.project == project));
        QVERIFY(!hasFinding(workGarment(way.project).findings, code.toLatin1().constData()));
    }
    // What cannot be mended for the knitter is left to the knitter.
    QVERIFY(waysOut(project, {Severity::error, "measure_missing", {"", {}}}).empty());
}

QTEST_APPLESS_MAIN(TestShapes)
#include "tst_shapes.moc"
