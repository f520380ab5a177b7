// SPDX-License-Identifier: GPL-3.0-or-later
// What each operation does to the needles, loop by loop.
#include "support/bed_programs.h"

#include "core/bed/fabric_picture.h"

#include <QTest>

using namespace vestimen;
using namespace vestimen::test;
using operation::Shaping;

namespace {

/// The bed after all of a program's operations but without the last checks.
struct Ran {
    Program program;
    VirtualBed bed;
    explicit Ran(Program p) : program(std::move(p)), bed(program) { bed.advance({program.operations.size(), 0}); }
    int loops(const char* name) const { return bed.needle(at(name)).loops; }
    Position position(const char* name) const { return bed.needle(at(name)).position; }
};

} // namespace

class TestBed : public QObject {
    Q_OBJECT

private slots:
    void castOnPutsOneLoopOnEach();
    void castOnEverySecond();
    void aPassKnitsTowardsTheOtherSide();
    void knittedLoopsKnowTheirParents();
    void heldNeedlesKnitWhenTheLeverIsOff();
    void heldNeedlesWaitWhenItIsOn();
    void wrapAddsALoop();
    void fashionedIncreaseMovesAndPicks();
    void edgeIncreaseTakesAnEmptyLoop();
    void fashionedDecreaseDoublesInside();
    void edgeDecreaseDoublesTheNeighbour();
    void bindOffChainsOntoTheNext();
    void bindOffAllBreaksTheYarn();
    void transferEmptiesOrLeavesAnEyelet();
    void transferIsSimultaneous();
    void crossKeepsTheOrderWithin();
    void placeIsForOneRowOnly();
    void hangingTheFirstRowDoubles();
    void hangingFromASibling();
    void takeOffKeepsTheLoopsUnderTheWaste();
    void dropAndReformGoRungByRung();
    void reformAsPurlIsMarked();
    void endsAreCountedByBreaks();
    void carriageCrossesWithoutKnitting();
    void marksKeepTheirRow();
    void namedEdgesAreListsOfOpenings();
    void anyPlaceCanBeReached();
    void loopsAreCountedByYarn();
    void pictureOfShortRows();
    void pictureOfAFold();
    void pictureOfARib();
    void pictureOfTwoHalves();
    void rowsBelongToTheirPass();
    void rowsAtOnceAreRowsByHand_data();
    void rowsAtOnceAreRowsByHand();
    void loopsAreWhatWasPushed();
};

void TestBed::castOnPutsOneLoopOnEach() {
    const Ran ran(onSixNeedles({}));
    QCOMPARE(ran.bed.fabric().loops.size(), 6u);
    QCOMPARE(ran.loops("L3"), 1);
    QCOMPARE(ran.loops("R4"), 0);
    QCOMPARE(ran.position("R3"), Position::work);
    QCOMPARE(ran.bed.carriage(), Side::right);
    QCOMPARE(ran.bed.occupied().size(), 6);
}

void TestBed::castOnEverySecond() {
    const Ran ran(program({op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R3"), 2, slate, Side::left}}));
    QCOMPARE(ran.bed.fabric().loops.size(), 3u);
    QCOMPARE(ran.loops("L2"), 0);
    QCOMPARE(ran.position("L2"), Position::out);
    QCOMPARE(ran.loops("L1"), 1);
}

void TestBed::aPassKnitsTowardsTheOtherSide() {
    const Ran ran(onSixNeedles({op::Knit{Rows(3), slate, StitchSize{19}}}));
    QCOMPARE(ran.bed.carriage(), Side::left);
    QCOMPARE(ran.bed.counter(), 3);
    QCOMPARE(ran.bed.size(), std::optional(StitchSize{19}));
    const auto& passes = ran.bed.fabric().passes;
    QCOMPARE(passes.size(), 3u);
    const auto& loops = ran.bed.fabric().loops;
    QCOMPARE(loops[passes[0].firstLoop].needle().name(), std::string("R3"));
    QCOMPARE(loops[passes[1].firstLoop].needle().name(), std::string("L3"));
    QCOMPARE(loops[passes[0].end(Side::left)].needle().name(), std::string("L3"));
    QCOMPARE(loops[passes[1].end(Side::left)].needle().name(), std::string("L3"));
    QCOMPARE(passes[2].row, 3);
}

void TestBed::knittedLoopsKnowTheirParents() {
    const Fabric fabric =
        knit(onSixNeedles({op::Transfer{{{at("L3"), at("L2")}}, {}}, op::Knit{Rows(2), slate}, allOff()}));
    const Pass& first = fabric.passes[0];
    QCOMPARE(first.loopCount, 5u);
    const LoopId doubled = first.end(Side::left);
    QCOMPARE(fabric.loops[doubled].slot, std::int16_t(-2));
    QCOMPARE(fabric.loops[fabric.loops[doubled].parent].slot, std::int16_t(-2)); // its own loop is the older one
    QCOMPARE(fabric.moreParents.size(), 1u);
    QCOMPARE(fabric.moreParents[0].first, doubled);
    QCOMPARE(fabric.loops[fabric.moreParents[0].second].slot, std::int16_t(-3));
}

void TestBed::heldNeedlesKnitWhenTheLeverIsOff() {
    const Ran ran(onSixNeedles({op::Hold{at("L3"), at("L2")}, op::Knit{Rows(1), slate}}));
    QCOMPARE(ran.bed.fabric().passes[0].loopCount, 6u);
    QCOMPARE(ran.position("L3"), Position::work);
}

void TestBed::heldNeedlesWaitWhenItIsOn() {
    const Ran ran(onSixNeedles({op::HoldLever{true}, op::Hold{at("L3"), at("L2")}, op::Knit{Rows(1), slate}}));
    QCOMPARE(ran.bed.fabric().passes[0].loopCount, 4u);
    QCOMPARE(ran.position("L3"), Position::hold);
    QVERIFY(ran.bed.leverOn());
    const Ran released(onSixNeedles({op::HoldLever{true}, op::Hold{at("L3"), at("L2")}, op::Knit{Rows(1), slate},
                                     op::Wrap{at("L2")}, op::Release{at("L3"), at("L2")}, op::Knit{Rows(1), slate}}));
    QCOMPARE(released.bed.fabric().passes[1].loopCount, 6u);
    QVERIFY(released.bed.fabric().findings.empty());
}

void TestBed::wrapAddsALoop() {
    const Ran ran(onSixNeedles(
        {op::HoldLever{true}, op::Hold{at("L3"), at("L2")}, op::Knit{Rows(1), slate}, op::Wrap{at("L2")}}));
    QCOMPARE(ran.loops("L2"), 2);
    QCOMPARE(ran.bed.fabric().loops.back().kind, LoopKind::wrap);
}

void TestBed::fashionedIncreaseMovesAndPicks() {
    const Ran ran(onSixNeedles({op::Knit{Rows(1), slate}, op::Increase{Side::left, 1, Shaping::fashioned, 2}}));
    for (const char* name : {"L4", "L3", "L2", "L1"})
        QCOMPARE(ran.loops(name), 1);
    const LoopId picked = ran.bed.needle(at("L2")).first;
    QCOMPARE(ran.bed.fabric().loops[picked].kind, LoopKind::picked);
    // Either side, wherever the carriage is.
    const Ran right(onSixNeedles({op::Knit{Rows(1), slate}, op::Increase{Side::right, 1, Shaping::fashioned, 2}}));
    QCOMPARE(right.loops("R4"), 1);
    QVERIFY(right.bed.fabric().findings.empty());
}

void TestBed::edgeIncreaseTakesAnEmptyLoop() {
    const Ran before(onSixNeedles({op::Increase{Side::right, 2, Shaping::edge}}));
    QCOMPARE(before.loops("R5"), 0);
    QCOMPARE(before.position("R5"), Position::work);
    const Ran after(onSixNeedles({op::Increase{Side::right, 2, Shaping::edge}, op::Knit{Rows(1), slate}}));
    QCOMPARE(after.bed.fabric().passes[0].loopCount, 8u);
    QCOMPARE(after.bed.fabric().loops[after.bed.needle(at("R5")).first].kind, LoopKind::empty);
    QVERIFY(after.bed.fabric().findings.empty());
}

void TestBed::fashionedDecreaseDoublesInside() {
    const Ran ran(onSixNeedles({op::Decrease{Side::left, 1, Shaping::fashioned, 3}}));
    QCOMPARE(ran.loops("L3"), 0);
    QCOMPARE(ran.position("L3"), Position::out);
    QCOMPARE(ran.loops("L2"), 1);
    QCOMPARE(ran.loops("L1"), 1);
    QCOMPARE(ran.loops("R1"), 2); // the doubled stitch lies three in
    const Ran two(onSixNeedles({op::Decrease{Side::right, 2, Shaping::fashioned, 2}}));
    QCOMPARE(two.bed.occupied().size(), 4);
    QCOMPARE(two.loops("L1"), 2);
    QCOMPARE(two.loops("R1"), 2);
}

void TestBed::edgeDecreaseDoublesTheNeighbour() {
    const Ran ran(onSixNeedles({op::Decrease{Side::left, 2, Shaping::edge}}));
    QCOMPARE(ran.bed.occupied().size(), 4);
    QCOMPARE(ran.loops("L1"), 3);
}

void TestBed::bindOffChainsOntoTheNext() {
    const Ran ran(onSixNeedles({op::Knit{Rows(2), slate}, op::BindOff{Side::right, 2}}));
    QCOMPARE(ran.loops("R3"), 0);
    QCOMPARE(ran.loops("R2"), 0);
    QCOMPARE(ran.loops("R1"), 2);
    const auto& fabric = ran.bed.fabric();
    const Loop last = fabric.loops.back();
    QCOMPARE(last.kind, LoopKind::bound);
    QCOMPARE(fabric.loops[last.parent].kind, LoopKind::bound); // one through the next
    QCOMPARE(fabric.moreParents.size(), 1u);
}

void TestBed::bindOffAllBreaksTheYarn() {
    const Ran ran(
        onSixNeedles({op::Knit{Rows(2), slate}, op::BindOff{Side::right, 6, BindOffMethod::loopThroughLoop, true}}));
    QVERIFY(ran.bed.occupied().empty());
    QCOMPARE(ran.bed.fabric().ends, 2);
    QVERIFY(!ran.bed.workingYarn());
}

void TestBed::transferEmptiesOrLeavesAnEyelet() {
    const Ran out(onSixNeedles({op::Transfer{{{at("R1"), at("R2")}}, {}}}));
    QCOMPARE(out.position("R1"), Position::out);
    QCOMPARE(out.loops("R2"), 2);
    const Ran eyelet(onSixNeedles({op::Transfer{{{at("R1"), at("R2")}}, {at("R1")}}, op::Knit{Rows(1), slate}}));
    QCOMPARE(eyelet.bed.fabric().passes[0].loopCount, 6u);
    QCOMPARE(eyelet.bed.fabric().loops[eyelet.bed.needle(at("R1")).first].kind, LoopKind::empty);
    QVERIFY(eyelet.bed.fabric().findings.empty());
}

void TestBed::transferIsSimultaneous() {
    const Ran swapped(onSixNeedles({op::Transfer{{{at("R1"), at("R2")}, {at("R2"), at("R1")}}, {}}}));
    QCOMPARE(swapped.loops("R1"), 1);
    QCOMPARE(swapped.bed.fabric().loops[swapped.bed.needle(at("R1")).first].slot, std::int16_t(1));
    QCOMPARE(swapped.position("R1"), Position::work);
}

void TestBed::crossKeepsTheOrderWithin() {
    const Ran ran(onSixNeedles({op::Cross{{at("L2"), at("L1")}, {at("R1"), at("R2")}}}));
    const auto origin = [&](const char* name) {
        return ran.bed.fabric().loops[ran.bed.needle(at(name)).first].needle().name();
    };
    QCOMPARE(origin("L2"), std::string("R1"));
    QCOMPARE(origin("L1"), std::string("R2"));
    QCOMPARE(origin("R1"), std::string("L2"));
    QCOMPARE(origin("R2"), std::string("L1"));
}

void TestBed::placeIsForOneRowOnly() {
    const Ran ran(onSixNeedles(
        {op::JoinYarn{rust, Side::right}, op::Place{{at("L1"), at("R2")}, rust}, op::Knit{Rows(2), slate}}));
    const auto& fabric = ran.bed.fabric();
    int inRust = 0;
    for (LoopId i = 0; i < fabric.passes[0].loopCount; ++i)
        inRust += fabric.loops[fabric.passes[0].firstLoop + i].yarn == rust ? 1 : 0;
    QCOMPARE(inRust, 2);
    QCOMPARE(fabric.loopsPerYarn[rust], 2);
    QCOMPARE(fabric.loopsPerYarn[slate], 6 + 12 - 2);
}

void TestBed::hangingTheFirstRowDoubles() {
    op::Hang hang{{HangSource{}}};
    for (int slot = -3; slot < 3; ++slot)
        hang.put(Needle::atSlot(slot), Needle::atSlot(slot));
    const Ran ran(onSixNeedles({op::Knit{Rows(4), slate}, hang}));
    for (const char* name : {"L3", "L1", "R3"})
        QCOMPARE(ran.loops(name), 2);
    const Loop hung = ran.bed.fabric().loops[ran.bed.needle(at("L3")).newest()];
    QCOMPARE(hung.kind, LoopKind::hung);
    QCOMPARE(ran.bed.fabric().row(hung.parent), 1);
}

void TestBed::hangingFromASibling() {
    Program front = onSixNeedles({op::Knit{Rows(6), slate}, op::TakeOff{at("L3"), at("R3"), op::Onto::waste, "neck"}});
    front.edges = {{"slope", Side::left, 2, 5}};
    const Fabric fabric = knit(front);
    const Siblings siblings = {{"front", &fabric}};
    const HangSource kept{"front", HangSource::Kind::kept, "neck"};
    op::Hang hang{{kept}, {}, {kept}};
    for (int i = 1; i <= 6; ++i)
        hang.put(Needle::atSlot(i - 5), i);
    hang.from({"front", HangSource::Kind::edge, "slope"});
    hang.put(Needle::atSlot(2), 4);
    const Program trim = program({hang, op::JoinYarn{slate, Side::right}, op::Knit{Rows(2), slate},
                                  op::BindOff{Side::right, 7, BindOffMethod::loopThroughLoop, true}});
    QCOMPARE(codes(trim, &siblings), std::vector<std::string>{});
    hang.map.back().index = 5; // the edge has four openings
    op::TakeOff off{at("L4"), at("R2"), op::Onto::holder, "rest"};
    QCOMPARE(codes(program({hang, off}), &siblings), std::vector<std::string>{"nothing_there"});
    hang.map.pop_back();
    hang.from(kept);
    hang.put(Needle::atSlot(2), 6);
    off.to = at("R3");
    QCOMPARE(codes(program({hang, off}), &siblings), std::vector<std::string>{"source_twice"});
    QCOMPARE(codes(program({hang, off})), (std::vector<std::string>{"nothing_there"}));
}

void TestBed::takeOffKeepsTheLoopsUnderTheWaste() {
    const Fabric fabric = knit(onSixNeedles(
        {op::Knit{Rows(3), slate}, op::BreakYarn{slate}, op::JoinYarn{waste, Side::left}, op::Knit{Rows(4), waste},
         op::BreakYarn{waste}, op::TakeOff{at("L3"), at("R3"), op::Onto::waste, "top"}}));
    const auto& kept = fabric.kept.at("top");
    QCOMPARE(kept.size(), 6u);
    for (std::size_t i = 0; i < kept.size(); ++i) {
        QCOMPARE(fabric.loops[kept[i]].yarn, slate);
        QCOMPARE(fabric.row(kept[i]), 3);
        QCOMPARE(fabric.loops[kept[i]].slot, static_cast<std::int16_t>(static_cast<int>(i) - 3));
    }
}

void TestBed::dropAndReformGoRungByRung() {
    const Ran down(onSixNeedles({op::Knit{Rows(5), slate}, op::Drop{at("L1"), Rows(3)}}));
    QCOMPARE(down.loops("L1"), 0);
    const Fabric fabric = knit(onSixNeedles({op::Knit{Rows(5), slate}, op::Drop{at("L1"), Rows(3)},
                                             op::Reform{at("L1"), Rows(3)}, op::Knit{Rows(1), slate}, allOff()}));
    QVERIFY(fabric.findings.empty());
    // Six times five, the cast on, three re-formed, one more row.
    QCOMPARE(fabric.loops.size(), 6u + 30u + 3u + 6u);
}

void TestBed::reformAsPurlIsMarked() {
    const Ran ran(onSixNeedles({op::Knit{Rows(4), slate}, op::Drop{at("L1"), Rows(2)},
                                op::Reform{at("L1"), Rows(2), operation::Reformed::purl}}));
    QVERIFY(ran.bed.fabric().loops.back().isPurl);
}

void TestBed::endsAreCountedByBreaks() {
    const Fabric fabric =
        knit(onSixNeedles({op::Knit{Rows(2), slate}, op::BreakYarn{slate}, op::JoinYarn{rust, Side::right},
                           op::Knit{Rows(2), rust}, op::BreakYarn{rust}, allOff()}));
    QCOMPARE(fabric.ends, 4);
    QVERIFY(fabric.findings.empty());
}

void TestBed::carriageCrossesWithoutKnitting() {
    const Ran ran(onSixNeedles({op::Knit{Rows(2), slate}, op::HoldLever{true}, op::Hold{at("L3"), at("R3")},
                                op::MoveCarriage{Side::left, operation::Crossing::freePass}}));
    QCOMPARE(ran.bed.carriage(), Side::left);
    QCOMPARE(ran.bed.counter(), 2);
    QVERIFY(ran.bed.fabric().findings.empty());
}

void TestBed::marksKeepTheirRow() {
    const Ran ran(
        onSixNeedles({op::Knit{Rows(3), slate}, op::Mark{Side::left, "underarm"}, op::Mark{at("R2"), "middle"}}));
    QCOMPARE(ran.bed.fabric().marks.size(), 2u);
    QCOMPARE(ran.bed.fabric().marks[0].row, 3);
    QCOMPARE(ran.bed.fabric().marks[1].as, std::string("middle"));
}

void TestBed::namedEdgesAreListsOfOpenings() {
    Program named = onSixNeedles({op::Knit{Rows(6), slate}, allOff()});
    named.edges = {{"side", Side::right, 2, 4}, {"side", Side::right, 6, 6}};
    const Fabric fabric = knit(named);
    const auto openings = fabric.edge("side");
    QCOMPARE(openings.size(), 4u);
    QCOMPARE(fabric.row(openings[0]), 2);
    QCOMPARE(fabric.row(openings[3]), 6);
    for (const LoopId opening : openings)
        QCOMPARE(fabric.loops[opening].needle().name(), std::string("R3"));
    QCOMPARE(fabric.edge("left").size(), 6u);
    QVERIFY(fabric.edge("elsewhere").empty());
}

void TestBed::anyPlaceCanBeReached() {
    const Program whole = onSixNeedles({op::Knit{Rows(10), slate}, op::Increase{Side::left, 1, Shaping::fashioned, 2},
                                        op::Knit{Rows(10), slate}, allOff()});
    for (int row = 0; row <= 10; ++row) {
        VirtualBed bed(whole);
        bed.advance({1, row});
        QCOMPARE(bed.counter(), row);
        VirtualBed further(whole);
        further.advance({1, row});
        further.advance({3, row});
        QCOMPARE(further.counter(), 10 + row);
        QCOMPARE(further.occupied().size(), 7);
        further.advance({0, 0}); // behind: nothing happens
        QCOMPARE(further.counter(), 10 + row);
    }
}

void TestBed::loopsAreCountedByYarn() {
    const Fabric fabric = knit(onSixNeedles({op::Knit{Rows(10), slate}, allOff()}));
    QCOMPARE(fabric.loopsPerYarn[slate], 66);
    QCOMPARE(fabric.loopsPerYarn[waste], 0);
}

void TestBed::pictureOfShortRows() {
    const Program slope =
        onSixNeedles({op::Knit{Rows(2), slate}, op::HoldLever{true}, op::Hold{at("L3"), at("L1")},
                      op::Knit{Rows(1), slate}, op::Wrap{at("L1")}, op::Knit{Rows(1), slate}, allOff()});
    const FabricPicture shape = picture(knit(slope), slope, 1, true);
    QCOMPARE(shape.rows, 4);
    QCOMPARE(shape.firstSlot, -3);
    QCOMPARE(shape.lastSlot, 2);
    int area = 0;
    for (const FabricBlock& block : shape.blocks)
        area += (block.lastSlot - block.firstSlot + 1) * (block.to - block.from);
    QCOMPARE(area, 2 * 6 + 2 * 3);
    // The outline closes: every upright and every level line of it, added up.
    int upright = 0;
    int level = 0;
    for (const OutlineLine& line : shape.outline) {
        upright += std::abs(line.y2 - line.y1);
        level += std::abs(line.x2 - line.x1);
    }
    QCOMPARE(upright, 2 * 4);
    QCOMPARE(level, 2 * 6);
}

void TestBed::pictureOfAFold() {
    const Program plain = onSixNeedles({op::Knit{Rows(8), slate}, allOff()});
    QCOMPARE(picture(knit(plain), plain, 1, true).rows, 8);
    QCOMPARE(picture(knit(plain), plain, 5, true).rows, 4);
}

void TestBed::pictureOfARib() {
    op::Hang hang{{HangSource{}}};
    for (int slot = -3; slot < 2; slot += 2)
        hang.put(Needle::atSlot(slot + 1), Needle::atSlot(slot));
    const Program rib = program({op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R2"), 2, slate, Side::right},
                                 op::Knit{Rows(6), slate}, hang, op::Knit{Rows(4), slate}, allOff()});
    const Fabric fabric = knit(rib);
    QVERIFY(fabric.findings.empty());
    const FabricPicture shape = picture(fabric, rib, 1, true);
    // The needles that were left out are no edges, and what was hung goes on at the height of its neighbours.
    QCOMPARE(shape.rows, 10);
    int upright = 0;
    for (const OutlineLine& line : shape.outline)
        upright += std::abs(line.y2 - line.y1);
    QCOMPARE(upright, 2 * 10);
    int stitches = 0;
    for (const FabricBlock& block : shape.blocks)
        stitches += (block.lastSlot - block.firstSlot + 1) * (block.to - block.from);
    QCOMPARE(stitches, 6 * 3 + 4 * 6);
}

void TestBed::pictureOfTwoHalves() {
    // A slit in the middle: the right half first, then the left one with its own end.
    const Program slit = onSixNeedles(
        {op::Knit{Rows(2), slate}, op::HoldLever{true}, op::Hold{at("L3"), at("L1")}, op::Knit{Rows(1), slate},
         op::Wrap{at("L1")}, op::Knit{Rows(3), slate}, op::BreakYarn{slate},
         op::TakeOff{at("R1"), at("R3"), op::Onto::holder, "right"}, op::Counter{2}, op::Release{at("L3"), at("L1")},
         op::JoinYarn{slate, Side::right}, op::Knit{Rows(4), slate}, op::BreakYarn{slate}, allOff()});
    const Fabric fabric = knit(slit);
    QVERIFY(fabric.findings.empty());
    QCOMPARE(fabric.ends, 4);
    const FabricPicture shape = picture(fabric, slit, 1, true);
    QCOMPARE(shape.rows, 6);
    int stitches = 0;
    for (const FabricBlock& block : shape.blocks)
        stitches += (block.lastSlot - block.firstSlot + 1) * (block.to - block.from);
    QCOMPARE(stitches, 36);
    QCOMPARE(fabric.kept.at("right").size(), 3u);
    QCOMPARE(fabric.passes.back().row, 6);
}

void TestBed::rowsBelongToTheirPass() {
    const Fabric fabric =
        knit(onSixNeedles({op::Knit{Rows(3), slate}, op::Counter{10}, op::Knit{Rows(2), slate}, allOff()}));
    QCOMPARE(fabric.row(0), 0); // cast on
    for (const Pass& pass : fabric.passes)
        for (LoopId i = 0; i < pass.loopCount; ++i)
            QCOMPARE(fabric.row(pass.firstLoop + i), pass.row);
    QCOMPARE(fabric.passes.back().row, 12);
}

void TestBed::rowsAtOnceAreRowsByHand_data() {
    QTest::addColumn<std::vector<Action>>("actions");
    const op::Knit four{Rows(4), slate};
    QTest::newRow("plain") << std::vector<Action>{four};
    QTest::newRow("decreases at both sides")
        << std::vector<Action>{four, op::Decrease{Side::left, 1, Shaping::fashioned, 2}, four,
                               op::Decrease{Side::right, 1, Shaping::edge}, four};
    QTest::newRow("increases") << std::vector<Action>{four, op::Increase{Side::left, 1, Shaping::fashioned, 2}, four,
                                                      op::Increase{Side::right, 1, Shaping::edge}, four};
    QTest::newRow("an eyelet in the middle")
        << std::vector<Action>{four, op::Transfer{{{at("R1"), at("R2")}}, {at("R1")}}, four, four};
    QTest::newRow("every second needle out of work")
        << std::vector<Action>{four, op::Transfer{{{at("L2"), at("L3")}, {at("R1"), at("L1")}, {at("R3"), at("R2")}}},
                               four, op::Knit{Rows(3), slate}, four};
    QTest::newRow("needles that wait") << std::vector<Action>{four,
                                                              op::HoldLever{true},
                                                              op::Hold{at("R1"), at("R3")},
                                                              op::Knit{Rows(2), slate},
                                                              op::Wrap{at("R1")},
                                                              op::Knit{Rows(2), slate},
                                                              op::Hold{at("L3"), at("L2")},
                                                              op::Release{at("R1"), at("R3")},
                                                              op::Knit{Rows(1), slate, {}, true},
                                                              op::HoldLever{false},
                                                              four};
    QTest::newRow("another way without knitting")
        << std::vector<Action>{four, op::MoveCarriage{Side::left, operation::Crossing::lifted}, four, four};
    QTest::newRow("bound off in steps") << std::vector<Action>{four, op::BindOff{Side::right, 2}, four,
                                                               op::MoveCarriage{Side::left}, four};
    QTest::newRow("a second yarn") << std::vector<Action>{
        op::JoinYarn{rust, Side::right}, op::Place{{at("L1"), at("R2")}, rust}, op::Knit{Rows(4), slate}, four};
    op::Hang first{{HangSource{}}, {}, {HangSource{}}};
    for (Needle needle = at("L3"); needle <= at("R3"); needle = needle.shifted(1))
        first.put(needle, needle);
    op::Hang reversed = first;
    std::ranges::reverse(reversed.map);
    op::Hang turned{{HangSource{}}, {}, {HangSource{}}};
    for (Needle needle = at("L3"); needle <= at("R3"); needle = needle.shifted(1))
        turned.put(needle, Needle::atSlot(-1 - needle.slot()));
    // After waste yarn, the first row goes on like the one below it.
    const std::vector<Action> afterWaste = {op::BreakYarn{slate}, op::JoinYarn{waste, Side::right},
                                            op::Knit{Rows(2), waste}, op::BreakYarn{waste},
                                            op::JoinYarn{slate, Side::right}};
    for (const bool isAfterWaste : {false, true}) {
        const auto add = [&](const char* name, const std::vector<Action>& then) {
            std::vector<Action> all = isAfterWaste ? afterWaste : std::vector<Action>();
            all.insert(all.end(), then.begin(), then.end());
            QTest::addRow("the first row hung again%s%s", name, isAfterWaste ? ", after waste" : "") << all;
        };
        add("", {four, four, first, four, four});
        add(", two rows at once", {four, op::Knit{Rows(1), slate}, first, op::Knit{Rows(3), slate}});
        add(", and a needle moved", {four, first, op::Transfer{{{at("R1"), at("R2")}}, {at("R1")}}, four});
        add(", and some in hold", {four, first, op::HoldLever{true}, op::Hold{at("L3"), at("L2")},
                                   op::Knit{Rows(2), slate}, op::HoldLever{false}, four});
        add(" from the right", {four, reversed, four});
        add(" turned round", {four, four, turned, four});
        add(" and bound off", {four, first, op::BindOff{.all = true, .as = "top"}});
    }
    std::vector<Action> onWaste = {four, op::BreakYarn{slate}, op::JoinYarn{rust, Side::right},
                                   op::JoinYarn{waste, Side::right}, op::Knit{Rows(3), waste}};
    op::Hang again{{{{}, HangSource::Kind::kept, "top"}}};
    for (int i = 1; i <= 6; ++i)
        again.put(Needle::atSlot(i - 4), i);
    const std::vector<Action> offAndAgain = {op::Knit{Rows(2), waste},
                                             op::BreakYarn{waste},
                                             op::TakeOff{at("R3"), at("L1"), op::Onto::waste, "top"},
                                             op::TakeOff{at("L3"), at("L2"), op::Onto::waste, "top"},
                                             again,
                                             op::JoinYarn{slate, Side::left},
                                             four};
    std::vector<Action> plainWaste = onWaste;
    plainWaste.insert(plainWaste.end(), offAndAgain.begin(), offAndAgain.end());
    QTest::newRow("off on waste and hung again") << plainWaste;
    const op::Knit row{Rows(1), slate};
    std::vector<Action> below = {four,
                                 op::JoinYarn{waste, Side::right},
                                 op::JoinYarn{slate, Side::right},
                                 row,
                                 op::Place{{at("L1")}, waste},
                                 row,
                                 op::BreakYarn{slate},
                                 op::JoinYarn{waste, Side::right},
                                 op::Knit{Rows(3), waste}};
    below.insert(below.end(), offAndAgain.begin(), offAndAgain.end());
    QTest::newRow("off on waste that goes further down") << below;
    onWaste.emplace_back(op::Place{{at("L1"), at("R2")}, rust});
    onWaste.insert(onWaste.end(), offAndAgain.begin(), offAndAgain.end());
    QTest::newRow("off on waste with another yarn in it") << onWaste;
    QTest::newRow("let down and taken up as purl") << std::vector<Action>{
        four, four, op::Drop{at("L1"), Rows(3)}, op::Reform{at("L1"), Rows(3), operation::Reformed::purl}, four};
}

void TestBed::rowsAtOnceAreRowsByHand() {
    QFETCH(std::vector<Action>, actions);
    actions.push_back(allOff());
    const Program whole = onSixNeedles(actions);
    const Fabric fabric = knit(whole);
    QCOMPARE(differenceByHand(whole), std::string());
    QCOMPARE(difference(fabric, fabric), std::string());
    actions.insert(actions.begin(), op::Knit{Rows(1), slate});
    QVERIFY(!difference(fabric, knit(onSixNeedles(actions))).empty());
}

void TestBed::loopsAreWhatWasPushed() {
    Loops loops;
    for (int i = 0; i < 5; ++i) // a row with gaps, from right to left
        loops.push_back(Loop{noLoop, static_cast<std::int16_t>(10 - 2 * i), slate, LoopKind::castOn});
    QVERIFY(loops.canPushOver(0));
    loops.pushOver(0, rust);
    loops.pushOver(5, slate);
    QVERIFY(!loops.canPushOver(5));
    loops.pushStretch(Loop{14, 3, waste}, 1, -1, 4);
    loops.push_back(Loop{1, -7, rust, LoopKind::hung, Bed::second, true});
    QCOMPARE(loops.size(), std::size_t(20));
    std::vector<int> at;
    std::vector<int> parents;
    for (const Loop loop : loops) {
        at.push_back(loop.slot);
        parents.push_back(static_cast<int>(loop.parent));
    }
    QCOMPARE(at, (std::vector<int>{10, 8, 6, 4, 2, 2, 4, 6, 8, 10, 10, 8, 6, 4, 2, 3, 4, 5, 6, -7}));
    QCOMPARE(parents, (std::vector<int>{-1, -1, -1, -1, -1, 4, 3, 2, 1, 0, 9, 8, 7, 6, 5, 14, 13, 12, 11, 1}));
    QCOMPARE(loops[7].yarn, rust);
    QCOMPARE(loops[16].yarn, waste);
    QCOMPARE(loops[16].kind, LoopKind::knit);
    QCOMPARE(loops.back().bed, Bed::second);
    QVERIFY(loops.back().isPurl && !loops[18].isPurl);
    auto walking = loops.begin();
    for (const LoopId id : {19u, 4u, 3u, 17u, 5u, 0u, 12u, 12u, 15u}) {
        walking.goTo(id);
        QCOMPARE((*walking).slot, loops[id].slot);
        QCOMPARE((*walking).parent, loops[id].parent);
        QCOMPARE(walking.id(), id);
    }
    QCOMPARE(std::ranges::distance(loops.from(15), loops.end()), std::ptrdiff_t(5));
    walking.goTo(16);
    QCOMPARE(walking.alike(), LoopId(3));
    QCOMPARE(walking.alike(-1), LoopId(2));
    QCOMPARE(walking.step(), 1);
    QCOMPARE(walking.parentStep(), -1);
    walking.skip(3);
    QCOMPARE(walking.id(), LoopId(19));
    QCOMPARE(walking.alike(), LoopId(1));
    QCOMPARE((*walking).kind, LoopKind::hung);
    walking.skip(1);
    QVERIFY(walking == loops.end());
    std::vector<int> single;
    loops.forEachSingle([&](LoopId id, const Loop& loop) {
        single.push_back(static_cast<int>(id));
        QCOMPARE(loop.slot, loops[id].slot);
    });
    QCOMPARE(single, (std::vector<int>{0, 1, 2, 3, 4, 19}));
}

QTEST_APPLESS_MAIN(TestBed)
#include "tst_bed.moc"
