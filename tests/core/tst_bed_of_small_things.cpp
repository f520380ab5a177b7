// SPDX-License-Identifier: GPL-3.0-or-later
// What thumbs, tubes, cords and tips ask of the virtual bed: each law, what it finds where it is broken, and that it is
// the same for a piece knitted the other way round.
#include "core/record/corrections.h"
#include "support/bed_programs.h"

#include <QTest>

#include <algorithm>

using namespace vestimen;
using namespace vestimen::test;

namespace {

using Codes = std::vector<std::string>;

op::CastOn beside(const char* from, const char* to, Side carriage = Side::right) {
    return {.from = at(from), .to = at(to), .yarn = slate, .carriage = carriage, .as = "thumb"};
}

op::Hang hung(HangSource::Kind kind, const char* name, std::vector<std::pair<const char*, int>> map) {
    op::Hang hang;
    hang.from({{}, kind, name});
    for (const auto& [needle, index] : map)
        hang.put(at(needle), index);
    return hang;
}

/// Of the loop on a needle, the loops that it hangs from.
std::vector<LoopId> parents(const Fabric& fabric, LoopId loop) {
    std::vector<LoopId> all = {fabric.loops[loop].parent};
    for (const auto& [of, parent] : fabric.moreParents)
        if (of == loop)
            all.push_back(parent);
    return all;
}

LoopId loopIn(const Fabric& fabric, std::size_t pass, const char* needle) {
    const Pass& row = fabric.passes[pass];
    for (LoopId loop = row.firstLoop; loop < row.firstLoop + row.loopCount; ++loop)
        if (fabric.loops[loop].needle() == at(needle))
            return loop;
    return noLoop;
}

} // namespace

class TestBedOfSmallThings : public QObject {
    Q_OBJECT

private slots:
    void loopsAreCastOnBesideThoseThatWork();
    void castOnLoopsAreHungAgain();
    void castingOnAwayFromTheYarnIsFound();
    void loopsAreWoundOverAGap();
    void aRowIsHungAgainAsATube();
    void rowsThatAreNotThere();
    void aCordIsKnittedOneWay();
    void slippingIsNoRow();
    void slippingWithoutYarnOrLoops();
    void drawnUpLoopsAreKeptAndTheYarnIsBroken();
    void drawingUpWithoutYarnOrLoops();
    void theOtherWayRound();
};

void TestBedOfSmallThings::loopsAreCastOnBesideThoseThatWork() {
    const Program beginning =
        onSixNeedles({op::Knit{Rows(4), slate}, beside("R4", "R6"), op::Knit{Rows(2), slate}, allOff()});
    QCOMPARE(codes(beginning), Codes{});
    const Fabric fabric = knit(beginning);
    QCOMPARE(fabric.castOn.at("thumb").size(), std::size_t{3});
    // From left to right, and each carries the stitch above it.
    for (const auto& [index, needle] : {std::pair{0, "R4"}, {1, "R5"}, {2, "R6"}}) {
        const LoopId loop = fabric.castOn.at("thumb")[static_cast<std::size_t>(index)];
        QVERIFY(fabric.loops[loop].needle() == at(needle));
        QCOMPARE(fabric.loops[loopIn(fabric, 4, needle)].parent, loop);
    }
    QCOMPARE(fabric.passes[4].loopCount, LoopId{9});
    // The yarn leads to its outermost: the row after it begins there, without a strand.
    QCOMPARE(fabric.ends, 0);
    // Wound from the other end they have the same names.
    const Fabric other =
        knit(onSixNeedles({op::Knit{Rows(4), slate}, beside("R6", "R4"), op::Knit{Rows(2), slate}, allOff()}));
    QCOMPARE(codes(beginning), Codes{});
    QVERIFY(other.loops[other.castOn.at("thumb").front()].needle() == at("R4"));
}

void TestBedOfSmallThings::castOnLoopsAreHungAgain() {
    // Knitted away above, then hung on needles of their own.
    const auto thumb = [](std::vector<std::pair<const char*, int>> map) {
        return onSixNeedles({op::Knit{Rows(2), slate}, beside("R4", "R6"), op::Knit{Rows(4), slate},
                             op::BreakYarn{slate}, op::TakeOff{at("L3"), at("R6"), op::Onto::holder, "rest"},
                             hung(HangSource::Kind::castOn, "thumb", std::move(map)), op::JoinYarn{slate, Side::right},
                             op::Knit{Rows(1), slate}, allOff()});
    };
    const Program hanging = thumb({{"L1", 3}, {"R1", 2}, {"R2", 1}});
    QCOMPARE(codes(hanging), Codes{});
    const Fabric fabric = knit(hanging);
    const LoopId above = loopIn(fabric, 6, "L1");
    const Loop hungLoop = fabric.loops[fabric.loops[above].parent];
    QCOMPARE(hungLoop.kind, LoopKind::hung);
    QCOMPARE(hungLoop.parent, fabric.castOn.at("thumb")[2]);
    QCOMPARE(codes(thumb({{"L1", 3}, {"R1", 3}})), Codes{"source_twice"});
    QCOMPARE(codes(thumb({{"L1", 3}, {"R1", 4}})), Codes{"nothing_there"});
}

void TestBedOfSmallThings::castingOnAwayFromTheYarnIsFound() {
    // After an odd number of rows the yarn is at the left.
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(3), slate}, beside("R4", "R6"), allOff()})),
             Codes{"away_from_carriage"});
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(4), slate}, beside("R5", "R6"), allOff()})), Codes{"no_neighbour"});
    QCOMPARE(codes(onSixNeedles(
                 {op::Knit{Rows(3), slate}, beside("L6", "L4", Side::left), op::Knit{Rows(1), slate}, allOff()})),
             Codes{});
}

void TestBedOfSmallThings::loopsAreWoundOverAGap() {
    op::CastOn over = beside("L1", "R1");
    over.ownEnd = true;
    const Program program =
        onSixNeedles({op::Knit{Rows(2), slate}, op::TakeOff{at("L1"), at("R1"), op::Onto::holder, "waiting"}, over,
                      op::Knit{Rows(2), slate}, allOff()});
    QCOMPARE(codes(program), Codes{});
    const Fabric fabric = knit(program);
    QCOMPARE(fabric.ends, 2); // of the length that it is wound with
    QCOMPARE(fabric.passes[2].loopCount, LoopId{6});
    QCOMPARE(fabric.kept.at("waiting").size(), std::size_t{2});
    QCOMPARE(fabric.loops[loopIn(fabric, 2, "L1")].parent, fabric.castOn.at("thumb")[0]);
    // The yarn that is knitted with stayed where it was: a cast on with it in the gap is found.
    over.ownEnd = false;
    const auto wrong =
        codes(onSixNeedles({op::Knit{Rows(2), slate}, op::TakeOff{at("L1"), at("R1"), op::Onto::holder, "waiting"},
                            over, op::Knit{Rows(2), slate}, allOff()}));
    QVERIFY(std::ranges::count(wrong, "no_neighbour") == 1);
}

void TestBedOfSmallThings::aRowIsHungAgainAsATube() {
    op::Hang close{.allOf = {{{}, HangSource::Kind::row, "2"}}};
    close.from({{}, HangSource::Kind::row, "2"});
    for (const char* needle : {"L3", "L2", "L1", "R1", "R2", "R3"})
        close.put(at(needle), at(needle));
    const Program tube = onSixNeedles({op::Knit{Rows(8), slate}, close, op::Knit{Rows(2), slate}, allOff()});
    QCOMPARE(codes(tube), Codes{});
    const Fabric fabric = knit(tube);
    // Each stitch of the row that closes it goes through the last of the tube and the one below its first.
    for (const char* needle : {"L3", "R2"}) {
        std::vector<LoopId> below = parents(fabric, loopIn(fabric, 8, needle));
        QCOMPARE(below.size(), std::size_t{2});
        QCOMPARE(below[0], loopIn(fabric, 7, needle));
        QCOMPARE(fabric.loops[below[1]].kind, LoopKind::hung);
        QCOMPARE(fabric.loops[below[1]].parent, loopIn(fabric, 1, needle));
    }
    QCOMPARE(differenceByHand(tube), std::string());
    // Seen from below it has one loop fewer than needles; a second one is missed.
    close.map.pop_back();
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(8), slate}, close, op::Knit{Rows(2), slate}, allOff()})), Codes{});
    close.map.pop_back();
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(8), slate}, close, op::Knit{Rows(2), slate}, allOff()})),
             Codes{"source_missed"});
    // The first row is a row: hung as the one and as the other it is hung twice.
    op::Hang again;
    again.from({{}, HangSource::Kind::row, "1"});
    again.put(at("L3"), at("L3"));
    op::Hang first;
    first.from({});
    first.put(at("L2"), at("L3"));
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(4), slate}, again, first, op::Knit{Rows(1), slate}, allOff()})),
             Codes{"source_twice"});
}

void TestBedOfSmallThings::rowsThatAreNotThere() {
    for (const char* row : {"0", "5", "", "two", "-1", "99999999999999999999"}) {
        op::Hang hang;
        hang.from({{}, HangSource::Kind::row, row});
        hang.put(at("L1"), at("L1"));
        QCOMPARE(codes(onSixNeedles({op::Knit{Rows(4), slate}, hang, op::Knit{Rows(1), slate}, allOff()})),
                 Codes{"nothing_there"});
    }
}

void TestBedOfSmallThings::aCordIsKnittedOneWay() {
    std::vector<Action> actions;
    for (int row = 0; row < 6; ++row) {
        actions.emplace_back(op::Knit{Rows(1), slate});
        actions.emplace_back(op::SlipRow{});
    }
    actions.emplace_back(allOff());
    const Program cord = onSixNeedles(actions);
    QCOMPARE(codes(cord), Codes{});
    const Fabric fabric = knit(cord);
    QCOMPARE(fabric.passes.size(), std::size_t{6});
    for (const Pass& pass : fabric.passes)
        QCOMPARE(pass.from, Side::right); // always the same way
    QCOMPARE(fabric.passes[1].row, 3);    // the carriage's counter counts both ways
    // Without the slip, lifted back, the yarn would lie over all needles.
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(1), slate}, op::MoveCarriage{Side::right, op::Crossing::lifted},
                                 op::Knit{Rows(1), slate}, allOff()})),
             Codes{"colour_side"});
}

void TestBedOfSmallThings::slippingIsNoRow() {
    const Program program =
        onSixNeedles({op::Knit{Rows(2), slate}, op::SlipRow{}, op::SlipRow{}, op::Knit{Rows(2), slate}, allOff()});
    QCOMPARE(codes(program), Codes{});
    const Fabric fabric = knit(program);
    QCOMPARE(fabric.passes.size(), std::size_t{4});
    QCOMPARE(fabric.edgeRows("left"), 4);
    QCOMPARE(fabric.passes.back().row, 6);
    QCOMPARE(differenceByHand(program), std::string());
}

void TestBedOfSmallThings::slippingWithoutYarnOrLoops() {
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(2), slate}, op::BreakYarn{slate}, op::SlipRow{}, allOff()})),
             Codes{"no_yarn"});
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(2), slate}, allOff(), op::SlipRow{}})), Codes{"nothing_there"});
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(1), slate}, op::MoveCarriage{Side::right, op::Crossing::lifted},
                                 op::SlipRow{}, op::Knit{Rows(1), slate}, allOff()})),
             Codes{"colour_side"});
}

void TestBedOfSmallThings::drawnUpLoopsAreKeptAndTheYarnIsBroken() {
    const Program program = onSixNeedles({op::Knit{Rows(2), slate}, op::DrawUp{"crown", {}}});
    QCOMPARE(codes(program), Codes{});
    const Fabric fabric = knit(program);
    QCOMPARE(fabric.kept.at("crown").size(), std::size_t{6});
    QCOMPARE(fabric.ends, 2);
    const YarnEnd& end = fabric.yarnEnds.back();
    QVERIFY(!end.begins && end.side == Side::right);
    QCOMPARE(end.loop, fabric.kept.at("crown").back());
}

void TestBedOfSmallThings::drawingUpWithoutYarnOrLoops() {
    const auto withoutYarn =
        codes(onSixNeedles({op::Knit{Rows(2), slate}, op::BreakYarn{slate}, op::DrawUp{"crown", {}}}));
    QCOMPARE(withoutYarn, (Codes{"no_yarn", "loops_left"}));
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(2), slate}, allOff(), op::DrawUp{"crown", {}}})),
             Codes{"nothing_there"});
}

void TestBedOfSmallThings::theOtherWayRound() {
    op::Hang close;
    close.from({{}, HangSource::Kind::row, "2"});
    for (const char* needle : {"L3", "L2", "L1"})
        close.put(at(needle), at(needle));
    const Program program = onSixNeedles(
        {op::Knit{Rows(6), slate}, close, op::Knit{Rows(2), slate}, beside("R4", "R6"), op::Knit{Rows(2), slate},
         op::SlipRow{}, op::SlipRow{}, op::DrawUp{"crown", {Length::millimetres(100), "the left seam", Side::right}}});
    QCOMPARE(codes(program), Codes{});
    const Program image = mirrorImage(program);
    QCOMPARE(codes(image), Codes{});
    const Fabric there = knit(image);
    const Fabric here = knit(program);
    QCOMPARE(there.loops.size(), here.loops.size());
    QCOMPARE(there.castOn.at("thumb").size(), std::size_t{3});
    for (std::size_t pass = 0; pass < here.passes.size(); ++pass)
        QCOMPARE(there.passes[pass].from, opposite(here.passes[pass].from));
    QVERIFY(there.loops[there.castOn.at("thumb").front()].needle() == at("L6"));
    QVERIFY(mirrorImage(image) == program);
}

QTEST_GUILESS_MAIN(TestBedOfSmallThings)
#include "tst_bed_of_small_things.moc"
