// SPDX-License-Identifier: GPL-3.0-or-later
// Wrong programs, one for each finding of the virtual bed: it finds that one and no other.
#include "support/bed_programs.h"
#include "support/projects.h"

#include <QTest>

#include <algorithm>

using namespace vestimen;
using namespace vestimen::test;
using operation::Shaping;

namespace {

using Codes = std::vector<std::string>;

Program twoBeds(std::vector<Action> actions, bool halfPitch) {
    Program result = program(std::move(actions));
    result.machine.beds = 2;
    result.machine.halfPitch = halfPitch;
    return result;
}

} // namespace

class TestBedFindings : public QObject {
    Q_OBJECT

private slots:
    void aSoundProgramFindsNothing();
    void beyondBed();
    void needleTaken();
    void undeclaredEmpty();
    void undeclaredLadder();
    void undeclaredFloat();
    void openTurn();
    void openTurnsThatAreWantedAreNotes();
    void turnsBesideWhatIsHeldApartAreEdges();
    void bindingOffWithinTheRow();
    void bindingOffWithinTheRowWrongly_data();
    void bindingOffWithinTheRowWrongly();
    void awayFromCarriage();
    void noYarn();
    void noNeighbour();
    void nothingThere_data();
    void nothingThere();
    void sourceTwice();
    void sourceMissed();
    void needleFull();
    void headOn();
    void colourSide();
    void loopsLeft();
    void loopLost();
    void rowMismatch();
    void shapeMismatch();
    void everyFindingSaysWhereAndWhat();
    void findingsAreNotWithoutEnd();
    void longStrand();
    void strandsFollowTheirLoop();
    void nothingKnits();
    void rungOpen();
    void splitStitch();
    void noDeeperThanTheColumn();
    void yarnJoined();
    void carriageThere();
    void edgeBeyond();
    void firstLeftOpen();
    void needleCrowded();
    void takingOffWhatIsNotThere();
    void edgeIncreasesAddUp();
    void theFirstJoinSaysWhereTheCarriageStands();
};

void TestBedFindings::aSoundProgramFindsNothing() {
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(4), slate}, allOff()})), Codes{});
}

void TestBedFindings::beyondBed() {
    QCOMPARE(codes(program({op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R11"), 1, slate, Side::right},
                            op::TakeOff{at("L3"), at("R10"), op::Onto::holder, "rest"}})),
             Codes{"beyond_bed"});
    QCOMPARE(codes(program({op::CastOn{CastOnMethod::closedLoop, at("L10"), at("R10"), 1, slate, Side::right},
                            op::Knit{Rows(1), slate}, op::Increase{Side::left, 1, Shaping::fashioned, 2}, allOff()})),
             Codes{"beyond_bed"});
}

void TestBedFindings::needleTaken() {
    QCOMPARE(codes(onSixNeedles({op::CastOn{CastOnMethod::closedLoop, at("R3"), at("R5"), 1, slate, Side::right},
                                 op::Knit{Rows(1), slate}, allOff()})),
             Codes{"needle_taken"});
}

void TestBedFindings::undeclaredEmpty() {
    // Taken off, then put to hold, which is wrong by itself, and back by the lever: it comes to work with nothing on
    // it.
    QCOMPARE(codes(onSixNeedles({op::TakeOff{at("R3"), at("R3"), op::Onto::holder, "one"}, op::Hold{at("R3"), at("R3")},
                                 op::Knit{Rows(1), slate}, allOff()})),
             (Codes{"nothing_there", "undeclared_empty"}));
}

void TestBedFindings::undeclaredLadder() {
    QCOMPARE(codes(onSixNeedles({op::TakeOff{at("R1"), at("R1"), op::Onto::holder, "one"}, op::Knit{Rows(1), slate},
                                 op::Transfer{{{at("R2"), at("R1")}}, {}}, op::Transfer{{{at("R1"), at("R2")}}, {}},
                                 allOff()})),
             Codes{"undeclared_ladder"});
    // Left out when casting on, or emptied by a transfer, it is meant.
    QCOMPARE(codes(program({op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R2"), 2, slate, Side::right},
                            op::Knit{Rows(2), slate}, allOff()})),
             Codes{});
    QCOMPARE(codes(onSixNeedles({op::Transfer{{{at("R1"), at("R2")}}, {}}, op::Knit{Rows(2), slate}, allOff()})),
             Codes{});
}

void TestBedFindings::undeclaredFloat() {
    const auto crossing = [](bool allowed) {
        return onSixNeedles({op::Knit{Rows(1), slate}, op::HoldLever{true}, op::Hold{at("L1"), at("R1")},
                             op::Knit{Rows(1), slate, {}, allowed}, op::HoldLever{false}, op::Knit{Rows(1), slate},
                             allOff()});
    };
    QCOMPARE(codes(crossing(false)), Codes{"undeclared_float"});
    QCOMPARE(codes(crossing(true)), Codes{});
    QCOMPARE(codes(onSixNeedles(
                 {op::Knit{Rows(1), slate}, op::MoveCarriage{Side::right, operation::Crossing::freePass}, allOff()})),
             Codes{"undeclared_float"});
}

void TestBedFindings::openTurn() {
    const auto turning = [](bool wrapped, bool itself) {
        std::vector<Action> actions = {op::Knit{Rows(1), slate}, op::HoldLever{true}, op::Hold{at("R2"), at("R3")},
                                       op::Knit{Rows(1), slate}};
        if (wrapped)
            actions.emplace_back(op::Wrap{at("R2")});
        actions.emplace_back(op::Knit{Rows(1), slate});
        actions.emplace_back(op::HoldLever{false});
        actions.emplace_back(op::Knit{Rows(1), slate});
        actions.push_back(allOff());
        Program result = onSixNeedles(actions);
        result.machine.wrapsItselfOnCarriageSide = itself;
        return result;
    };
    QCOMPARE(codes(turning(false, true)), Codes{"open_turn"});
    QCOMPARE(codes(turning(true, true)), Codes{});
    for (const Finding& finding : knit(turning(false, true)).findings)
        QCOMPARE(finding.severity, Severity::warning);

    // On the carriage side, the needle knitted last is wrapped by the yarn itself, where the machine does that.
    const auto onCarriageSide = [](bool itself) {
        Program result =
            onSixNeedles({op::Knit{Rows(1), slate}, op::HoldLever{true}, op::Hold{at("L3"), at("L3")},
                          op::Knit{Rows(1), slate}, op::HoldLever{false}, op::Knit{Rows(1), slate}, allOff()});
        result.machine.wrapsItselfOnCarriageSide = itself;
        return result;
    };
    QCOMPARE(codes(onCarriageSide(true)), Codes{});
    QCOMPARE(codes(onCarriageSide(false)), Codes{"open_turn"});
}

void TestBedFindings::openTurnsThatAreWantedAreNotes() {
    Program eyelets =
        onSixNeedles({op::Knit{Rows(1), slate}, op::HoldLever{true}, op::Hold{at("R2"), at("R3")},
                      op::Knit{Rows(2), slate}, op::HoldLever{false}, op::Knit{Rows(1), slate}, allOff()});
    eyelets.openTurnsWanted = true;
    const Fabric fabric = knit(eyelets);
    QCOMPARE(fabric.findings.size(), 1u);
    QCOMPARE(fabric.findings[0].severity, Severity::note);
}

void TestBedFindings::turnsBesideWhatIsHeldApartAreEdges() {
    const auto flap = [](bool apart) {
        return onSixNeedles({op::Knit{Rows(2), slate}, op::HoldLever{true}, op::Hold{at("L3"), at("L2"), apart},
                             op::Hold{at("R2"), at("R3"), apart}, op::JoinYarn{rust, Side::right},
                             op::Knit{Rows(4), rust}, op::BreakYarn{rust}, op::HoldLever{false},
                             op::Knit{Rows(1), slate}, allOff()});
    };
    QCOMPARE(codes(flap(false)), Codes{"open_turn"});
    QCOMPARE(codes(flap(true)), Codes{});
    // Held anew without it, a turn there is one again.
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(2), slate}, op::HoldLever{true}, op::Hold{at("R2"), at("R3"), true},
                                 op::Release{at("R2"), at("R3")}, op::Hold{at("R2"), at("R3")},
                                 op::Knit{Rows(2), slate, {}, true}, op::Knit{Rows(1), slate}, op::HoldLever{false},
                                 op::Knit{Rows(1), slate}, allOff()})),
             Codes{"open_turn"});
}

/// By hand and without yarn: its own loops, drawn through each other, are all that it takes.
void TestBedFindings::bindingOffWithinTheRow() {
    const op::CastOn over{.from = at("L1"), .to = at("R1"), .yarn = slate, .ownEnd = true};
    const Program hole = onSixNeedles({op::Knit{Rows(2), slate},
                                       op::BindOff{.side = Side::right, .count = 2, .as = "hole", .at = at("R1")}, over,
                                       op::Knit{Rows(2), slate}, allOff()});
    QCOMPARE(codes(hole), Codes{});
    const Fabric fabric = knit(hole);
    QCOMPARE(fabric.bound.at("hole").size(), std::size_t{2});
    // Six cast on, six to a row, two wound over the gap: the bound ones are drawn from what was there.
    QCOMPARE(fabric.loopsPerYarn[slate], 6 + 4 * 6 + 2);
    // The last hangs on the next needle, and is knitted with its stitch.
    const LoopId last = fabric.bound.at("hole").front();
    QCOMPARE(fabric.loops[last].needle(), at("L1"));
    QVERIFY(std::ranges::any_of(fabric.moreParents, [&](const auto& each) {
        return each.second == last && fabric.loops[each.first].needle() == at("L2");
    }));
    // From the other side it goes the other way.
    const Fabric other = knit(onSixNeedles({op::Knit{Rows(2), slate},
                                            op::BindOff{.side = Side::left, .count = 2, .as = "hole", .at = at("L1")},
                                            over, op::Knit{Rows(2), slate}, allOff()}));
    QVERIFY(std::ranges::any_of(other.moreParents, [&](const auto& each) {
        return each.second == other.bound.at("hole").back() && other.loops[each.first].needle() == at("R2");
    }));
    QCOMPARE(differenceByHand(hole), std::string());
}

void TestBedFindings::bindingOffWithinTheRowWrongly_data() {
    QTest::addColumn<QString>("from");
    QTest::addColumn<int>("count");
    QTest::addColumn<bool>("castOn");
    QTest::addColumn<QString>("code");
    QTest::newRow("left as a gap") << "R1" << 2 << false << "undeclared_ladder";
    QTest::newRow("nothing for the last") << "R1" << 4 << true << "no_neighbour";
    QTest::newRow("no stitch there") << "R4" << 2 << true << "nothing_there";
    QTest::newRow("not on the bed") << "R10" << 30 << true << "nothing_there";
}

void TestBedFindings::bindingOffWithinTheRowWrongly() {
    QFETCH(QString, from);
    QFETCH(int, count);
    QFETCH(bool, castOn);
    QFETCH(QString, code);
    std::vector<Action> actions = {
        op::Knit{Rows(2), slate},
        op::BindOff{.side = Side::right, .count = count, .at = at(from.toLatin1().constData())}};
    if (castOn && code == "no_neighbour") {
        // It is refused as a whole, and nothing was bound.
        actions.emplace_back(op::Knit{Rows(2), slate});
    } else if (!castOn) {
        actions.emplace_back(op::Knit{Rows(2), slate});
    }
    actions.push_back(allOff());
    const Codes found = codes(onSixNeedles(actions));
    QVERIFY2(std::ranges::count(found, code.toStdString()) == 1, found.empty() ? "" : found.front().c_str());
}

void TestBedFindings::awayFromCarriage() {
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(1), slate}, op::BindOff{Side::right, 2}, allOff()})),
             Codes{"away_from_carriage"});
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(1), slate}, op::Increase{Side::right, 1, Shaping::edge}, allOff()})),
             Codes{"away_from_carriage"});
    QCOMPARE(codes(onSixNeedles({op::JoinYarn{rust, Side::left}, allOff()})), Codes{"away_from_carriage"});
}

void TestBedFindings::noYarn() {
    QCOMPARE(codes(onSixNeedles({op::BreakYarn{slate}, op::Knit{Rows(1), slate}, allOff()})), Codes{"no_yarn"});
    QCOMPARE(codes(onSixNeedles({op::BreakYarn{slate}, op::BindOff{Side::right, 1}, allOff()})), Codes{"no_yarn"});
    QCOMPARE(codes(onSixNeedles({op::BreakYarn{rust}, allOff()})), Codes{"no_yarn"});
    QCOMPARE(codes(onSixNeedles({op::Place{{at("L1")}, rust}, op::Knit{Rows(1), slate}, allOff()})), Codes{"no_yarn"});
}

void TestBedFindings::noNeighbour() {
    // Not beside the working needles.
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(1), slate}, op::HoldLever{true}, op::Hold{at("R2"), at("R3")},
                                 op::Wrap{at("R2")}, op::HoldLever{false}, op::Knit{Rows(1), slate}, allOff()})),
             Codes{"no_neighbour"});
    QCOMPARE(codes(onSixNeedles({op::Decrease{Side::left, 1, Shaping::fashioned, 6}, allOff()})),
             Codes{"no_neighbour"});
    QCOMPARE(codes(onSixNeedles({op::Increase{Side::left, 1, Shaping::fashioned, 6}, allOff()})),
             Codes{"no_neighbour"});
    QCOMPARE(codes(onSixNeedles({op::Cross{{at("L3")}, {at("R1")}}, allOff()})), Codes{"no_neighbour"});
    QCOMPARE(codes(onSixNeedles({op::BindOff{Side::right, 6}})), Codes{"no_neighbour"});
}

void TestBedFindings::nothingThere_data() {
    QTest::addColumn<int>("which");
    const char* names[] = {"transfer", "release", "wrap",  "take off", "drop", "reform",
                           "split",    "mark",    "cross", "place",    "hang", "bind off"};
    for (int i = 0; i < 12; ++i)
        QTest::newRow(names[i]) << i;
}

void TestBedFindings::nothingThere() {
    QFETCH(int, which);
    const HangSource unknown{{}, HangSource::Kind::kept, "nobody"};
    const Action actions[] = {op::Transfer{{{at("L8"), at("L7")}}, {}},
                              op::Release{at("L8"), at("L7")},
                              op::Wrap{at("L2")},
                              op::TakeOff{at("L9"), at("L9"), op::Onto::waste, "none"},
                              op::Drop{at("R9"), Rows(2)},
                              op::Reform{at("R1"), Rows(2)},
                              op::Split{at("R9")},
                              op::Mark{at("R9"), "mark"},
                              op::Cross{{at("R3")}, {at("R4")}},
                              op::Place{{at("R9")}, slate},
                              op::Hang{{unknown}, {{at("R9"), {}, 1}}},
                              op::BindOff{Side::right, 7}};
    std::vector<Action> program = {actions[which]};
    if (!std::holds_alternative<op::BindOff>(actions[which]))
        program.emplace_back(op::TakeOff{at("L3"), at("R3"), op::Onto::holder, "rest"});
    QCOMPARE(codes(onSixNeedles(program)), Codes{"nothing_there"});
}

void TestBedFindings::sourceTwice() {
    const op::Hang hang{{HangSource{}}, {{at("L2"), at("L2")}, {at("L1"), at("L2")}}};
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(4), slate}, hang, op::Knit{Rows(1), slate}, allOff()})),
             Codes{"source_twice"});
}

void TestBedFindings::sourceMissed() {
    const auto hanging = [](int last) {
        op::Hang hang{{HangSource{}}, {}, {HangSource{}}};
        for (int slot = -3; slot <= last; ++slot)
            hang.put(Needle::atSlot(slot), Needle::atSlot(slot));
        return onSixNeedles({op::Knit{Rows(4), slate}, hang, op::Knit{Rows(1), slate}, allOff()});
    };
    QCOMPARE(codes(hanging(2)), Codes{});
    QCOMPARE(codes(hanging(1)), Codes{"source_missed"});
}

void TestBedFindings::needleFull() {
    // Too full, whatever is done with them; knitted, they would be crowded too.
    QCOMPARE(codes(onSixNeedles({op::Transfer{{{at("L3"), at("R1")}, {at("L2"), at("R1")}, {at("L1"), at("R1")}}, {}},
                                 op::Transfer{{{at("R2"), at("R1")}}, {}}, allOff()})),
             Codes{"needle_full"});
}

void TestBedFindings::headOn() {
    const std::vector<Action> both = {op::CastOn{CastOnMethod::zigzag, at("L2"), at("R2"), 1, slate, Side::right},
                                      op::CastOn{CastOnMethod::zigzag, at("b:L2"), at("b:R2"), 1, slate, Side::right},
                                      op::Knit{Rows(2), slate},
                                      op::TakeOff{at("L2"), at("R2"), op::Onto::holder, "front"},
                                      op::TakeOff{at("b:L2"), at("b:R2"), op::Onto::holder, "behind"}};
    QCOMPARE(codes(twoBeds(both, false)), Codes{"head_on"});
    QCOMPARE(codes(twoBeds(both, true)), Codes{});
}

void TestBedFindings::colourSide() {
    QCOMPARE(codes(onSixNeedles(
                 {op::JoinYarn{rust, Side::right}, op::Knit{Rows(1), rust}, op::Knit{Rows(1), slate}, allOff()})),
             Codes{"colour_side"});
    // After two rows it is back where the other yarn waits.
    QCOMPARE(codes(onSixNeedles(
                 {op::JoinYarn{rust, Side::right}, op::Knit{Rows(2), rust}, op::Knit{Rows(1), slate}, allOff()})),
             Codes{});
}

void TestBedFindings::loopsLeft() {
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(2), slate}})), Codes{"loops_left"});
}

void TestBedFindings::loopLost() {
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(4), slate}, op::Drop{at("L1"), Rows(2)}, allOff()})),
             Codes{"loop_lost"});
    QCOMPARE(codes(onSixNeedles(
                 {op::Knit{Rows(4), slate}, op::Drop{at("L1"), Rows(2)}, op::Reform{at("L1"), Rows(2)}, allOff()})),
             Codes{});
}

void TestBedFindings::rowMismatch() {
    Program wrong = onSixNeedles({op::Knit{Rows(2), slate}, op::Knit{Rows(2), slate}, allOff()});
    wrong.operations[2].row = 2;
    QCOMPARE(codes(wrong), Codes{});
    wrong.operations[2].row = 3;
    QCOMPARE(codes(wrong), Codes{"row_mismatch"});
    Program set = onSixNeedles({op::Knit{Rows(2), slate}, op::Counter{0}, op::Knit{Rows(2), slate}, allOff()});
    set.operations[3].row = 0;
    QCOMPARE(codes(set), Codes{});
}

void TestBedFindings::shapeMismatch() {
    Program shaped = onSixNeedles({op::Knit{Rows(2), slate}, op::Increase{Side::left, 1, Shaping::fashioned, 2},
                                   op::Knit{Rows(1), slate}, allOff()});
    shaped.shape = {{2, 6}, {1, 7}};
    QCOMPARE(codes(shaped), Codes{});
    shaped.shape = {{2, 6}, {1, 8}};
    QCOMPARE(codes(shaped), Codes{"shape_mismatch"});
    shaped.shape = {{2, 6}, {1, 7}, {1, 7}};
    QCOMPARE(codes(shaped), Codes{"shape_mismatch"});
    shaped.shape = {{2, 6}};
    QCOMPARE(codes(shaped), Codes{"shape_mismatch"});
}

void TestBedFindings::everyFindingSaysWhereAndWhat() {
    const Fabric fabric = knit(onSixNeedles({op::Knit{Rows(3), slate}, op::BindOff{Side::right, 1}, allOff()}));
    QCOMPARE(fabric.findings.size(), 1u);
    const Finding& finding = fabric.findings[0];
    QCOMPARE(finding.severity, Severity::error);
    QCOMPARE(finding.operation, 2);
    QCOMPARE(finding.row, 3);
    QCOMPARE(finding.piece, std::string("test"));
    QCOMPARE(render(finding.text),
             std::string("The carriage, and with it the yarn, stands left: binding off can only be done there."));
}

void TestBedFindings::findingsAreNotWithoutEnd() {
    const Fabric fabric = knit(onSixNeedles({op::BreakYarn{slate}, op::Knit{Rows(5000), slate}, allOff()}));
    QCOMPARE(fabric.findings.size(), 200u);
}

void TestBedFindings::longStrand() {
    // Ten needles; the left six wait, so that the yarn turns at R1 and is wrapped round L1.
    const auto shortRow = [](std::vector<Action> then) {
        std::vector<Action> actions = {op::CastOn{CastOnMethod::closedLoop, at("L6"), at("R4"), 1, slate, Side::right},
                                       op::Knit{Rows(2), slate},
                                       op::HoldLever{true},
                                       op::Hold{at("L6"), at("L1")},
                                       op::Knit{Rows(1), slate},
                                       op::Wrap{at("L1")}};
        actions.insert(actions.end(), then.begin(), then.end());
        actions.push_back(allOff());
        return program(actions);
    };
    // The carriage stands left, the yarn hangs in the middle: a row over all would begin five needles away.
    QCOMPARE(codes(shortRow({op::HoldLever{false}, op::Knit{Rows(1), slate}})), Codes{"long_strand"});
    QCOMPARE(codes(shortRow({op::HoldLever{false}, op::Knit{Rows(1), slate, {}, true}})), Codes{});
    QCOMPARE(codes(shortRow({op::BreakYarn{slate}, op::JoinYarn{slate, Side::left}, op::HoldLever{false},
                             op::Knit{Rows(1), slate}})),
             Codes{});
    // Across first, and all of them on the way back.
    QCOMPARE(codes(shortRow({op::Knit{Rows(1), slate}, op::HoldLever{false}, op::Knit{Rows(1), slate}})), Codes{});
    // Two needles may lie between, three may not.
    const auto bringsBack = [&](const char* last) {
        return shortRow({op::Release{at(last), at("L1")}, op::Knit{Rows(1), slate}, op::HoldLever{false},
                         op::Knit{Rows(1), slate}});
    };
    QCOMPARE(codes(bringsBack("L4")), Codes{});
    QCOMPARE(codes(bringsBack("L5")), Codes{"long_strand"});
    // Needles that the edge's shaping has just emptied do not count; those that were emptied long ago do.
    const auto off = [](Side side) { return op::BindOff{side, 4}; };
    QCOMPARE(
        codes(program(
            {op::CastOn{CastOnMethod::closedLoop, at("L6"), at("R4"), 1, slate, Side::right}, op::Knit{Rows(2), slate},
             op::Transfer{{{at("R4"), at("L1")}, {at("R3"), at("L2")}, {at("R2"), at("L3")}, {at("R1"), at("L4")}}, {}},
             op::Knit{Rows(1), slate}, allOff()})),
        Codes{});
    QCOMPARE(codes(program({op::CastOn{CastOnMethod::closedLoop, at("L6"), at("R4"), 1, slate, Side::right},
                            op::Knit{Rows(2), slate}, off(Side::right), op::Knit{Rows(2), slate}, op::HoldLever{true},
                            op::Hold{at("L6"), at("L1")}, op::MoveCarriage{Side::left}, op::HoldLever{false},
                            op::Knit{Rows(1), slate}, allOff()})),
             Codes{"long_strand"});
}

void TestBedFindings::strandsFollowTheirLoop() {
    // What the yarn leads from is moved five needles on, with all the rest: the row begins beside it.
    op::Transfer all;
    for (int slot = 2; slot >= -3; --slot)
        all.moves.emplace_back(Needle::atSlot(slot), Needle::atSlot(slot + 5));
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(2), slate}, all, op::Knit{Rows(1), slate}, allOff()})), Codes{});
    // The same where it waits on a holder meanwhile.
    const HangSource kept{{}, HangSource::Kind::kept, "all"};
    op::Hang again{{kept}, {}, {kept}};
    for (int i = 0; i < 6; ++i)
        again.put(Needle::atSlot(2 + i), i + 1);
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(2), slate}, op::TakeOff{at("L3"), at("R3"), op::Onto::holder, "all"},
                                 again, op::Knit{Rows(1), slate}, allOff()})),
             Codes{});
    // Hung the other way round, it leads from the far end.
    std::ranges::reverse(again.map);
    for (int i = 0; i < 6; ++i)
        again.map[static_cast<std::size_t>(i)].needle = Needle::atSlot(2 + i);
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(2), slate}, op::TakeOff{at("L3"), at("R3"), op::Onto::holder, "all"},
                                 again, op::Knit{Rows(1), slate}, allOff()})),
             Codes{"long_strand"});
}

void TestBedFindings::nothingKnits() {
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(1), slate}, op::HoldLever{true}, op::Hold{at("L3"), at("R3")},
                                 op::Knit{Rows(2), slate}, op::HoldLever{false}, op::Knit{Rows(1), slate}, allOff()})),
             Codes{"nothing_knits"});
}

void TestBedFindings::rungOpen() {
    const auto takenUp = [](int rows, bool ladder) {
        return onSixNeedles({op::Knit{Rows(4), slate}, op::Drop{at("L1"), Rows(3), ladder},
                             op::Reform{at("L1"), Rows(rows)}, op::Knit{Rows(1), slate}, allOff()});
    };
    QCOMPARE(codes(takenUp(3, false)), Codes{});
    QCOMPARE(codes(takenUp(2, false)), Codes{"rung_open"});
    QCOMPARE(codes(takenUp(2, true)), Codes{});
    QCOMPARE(codes(takenUp(4, false)), Codes{"nothing_there"});
    // One at a time comes to the same fabric; a rung that is left out stays open.
    const auto oneByOne = [](int times) {
        std::vector<Action> all{op::Knit{Rows(4), slate}, op::Drop{at("L1"), Rows(3)}};
        all.insert(all.end(), static_cast<std::size_t>(times), op::Reform{at("L1"), Rows(1)});
        all.insert(all.end(), {op::Knit{Rows(1), slate}, allOff()});
        return onSixNeedles(std::move(all));
    };
    QCOMPARE(codes(oneByOne(2)), Codes{"rung_open"});
    QCOMPARE(codes(oneByOne(3)), Codes{});
    const Fabric whole = knit(takenUp(3, false));
    const Fabric byRungs = knit(oneByOne(3));
    QCOMPARE(byRungs.loops.size(), whole.loops.size());
    QCOMPARE(byRungs.loopsPerYarn, whole.loopsPerYarn);
    for (LoopId loop = 0; loop < whole.loops.size(); ++loop)
        QVERIFY(byRungs.loops[loop].parent == whole.loops[loop].parent);
    // Each rung is of the yarn of its row.
    Program striped = oneByOne(3);
    striped.operations.insert(striped.operations.begin() + 2, {Operation{op::JoinYarn{rust}, std::nullopt},
                                                               Operation{op::Knit{Rows(2), rust}, std::nullopt}});
    QCOMPARE(knit(striped).loopsPerYarn[rust], 2 * 6);
    // A needle is as it was: what else hung on it hangs there again, and one that waited waits.
    const Program stacked =
        onSixNeedles({op::Knit{Rows(3), slate}, op::Transfer{{{at("L2"), at("L1")}}}, op::HoldLever{true},
                      op::Hold{at("L1"), at("L1")}, op::Drop{at("L1"), Rows(2)}, op::Reform{at("L1"), Rows(1)},
                      op::Reform{at("L1"), Rows(1)}});
    VirtualBed again(stacked);
    again.advance({4, 0});
    const NeedleState before = again.needle(at("L1"));
    again.advance({6, 0});
    QCOMPARE(again.needle(at("L1")).loops, std::uint8_t{0});
    again.advance({stacked.operations.size(), 0});
    const NeedleState after = again.needle(at("L1"));
    QCOMPARE(after.loops, std::uint8_t{2});
    QCOMPARE(after.first, before.first);
    QVERIFY(after.position == Position::hold);
    // What was hung there meanwhile stays, below the column.
    const Program between =
        onSixNeedles({op::Knit{Rows(3), slate}, op::Drop{at("L1"), Rows(2)}, op::Transfer{{{at("L2"), at("L1")}}},
                      op::Reform{at("L1"), Rows(1)}, op::Reform{at("L1"), Rows(1)}});
    VirtualBed hung(between);
    hung.advance({between.operations.size(), 0});
    QVERIFY(hung.fabric().findings.empty());
    QCOMPARE(hung.needle(at("L1")).loops, std::uint8_t{2});
    // A rung that was taken elsewhere is not there to go on from.
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(3), slate}, op::Drop{at("L1"), Rows(2)}, op::Reform{at("L1"), Rows(1)},
                                 op::Transfer{{{at("L1"), at("L2")}}}, op::Reform{at("L1"), Rows(1)}, allOff()})),
             (Codes{"nothing_there", "rung_open"}));
    // What hangs on the needle while it is taken up is one loop.
    const Program program = oneByOne(2);
    VirtualBed bed(program);
    bed.advance({4, 0});
    QCOMPARE(bed.needle(at("L1")).loops, std::uint8_t{1});
}

void TestBedFindings::splitStitch() {
    // Found so deep, let down so far, taken up again and knitted over.
    const auto found = [](int deep, int letDown) {
        return onSixNeedles({op::Knit{Rows(4), slate}, op::Split{at("L1"), Rows(deep)},
                             op::Drop{at("L1"), Rows(letDown)}, op::Reform{at("L1"), Rows(letDown)},
                             op::Knit{Rows(1), slate}, allOff()});
    };
    QCOMPARE(codes(found(1, 1)), Codes{});
    QCOMPARE(codes(found(3, 3)), Codes{});
    QCOMPARE(codes(found(3, 4)), Codes{});
    QCOMPARE(codes(found(4, 4)), Codes{});
    QCOMPARE(codes(found(3, 2)), Codes{"split_stitch"});
    QCOMPARE(codes(found(5, 4)), Codes{"nothing_there"}); // the cast on cannot be let down
    const Fabric whole = knit(found(3, 3));
    QVERIFY(whole.split.empty());
    QCOMPARE(whole.loopsPerYarn[slate], 6 * 6);
    // It is found where its column is, moved as it may be; once; and it may wait in hold.
    const auto after = [](std::vector<Action> actions) {
        std::vector<Action> all{op::Knit{Rows(2), slate}, op::Split{at("L1")}};
        all.insert(all.end(), actions.begin(), actions.end());
        return onSixNeedles(std::move(all));
    };
    QCOMPARE(codes(after({op::Knit{Rows(6), slate}, allOff()})), Codes{"split_stitch"});
    QCOMPARE(codes(after({allOff()})), Codes{"split_stitch"});
    const Program moved = after({op::Transfer{{{at("L1"), at("R1")}}}, op::Knit{Rows(1), slate}, allOff()});
    QVERIFY(hasFinding(knit(moved).findings, "split_stitch"));
    QCOMPARE(knit(moved).findings.front().needle, std::optional(at("R1")));
    const Program waits = after({op::HoldLever{true}, op::Hold{at("L3"), at("L1")}, op::Knit{Rows(1), slate},
                                 op::Knit{Rows(1), slate}, op::HoldLever{false}});
    VirtualBed bed(waits);
    bed.advance({waits.operations.size(), 0});
    QVERIFY(!hasFinding(bed.fabric().findings, "split_stitch"));
    QCOMPARE(bed.splitStitches(), (std::vector{std::pair(at("L1"), 1)}));
    bed.perform({op::Knit{Rows(1), slate}, std::nullopt});
    QVERIFY(hasFinding(bed.fabric().findings, "split_stitch"));
    QCOMPARE(bed.splitStitches(), (std::vector{std::pair(at("L1"), 2)})); // and it is seen further down
    // Beside another, each is one; twice the same is one.
    const Program two = after({op::Split{at("R2"), Rows(2)}, op::Split{at("L1")}});
    VirtualBed both(two);
    both.advance({two.operations.size(), 0});
    QCOMPARE(both.splitStitches(), (std::vector{std::pair(at("L1"), 1), std::pair(at("R2"), 2)}));
}

void TestBedFindings::noDeeperThanTheColumn() {
    // Four rows stand on the cast on.
    const auto letDown = [](int rows) {
        return onSixNeedles({op::Knit{Rows(4), slate}, op::Drop{at("L1"), Rows(rows)}, op::Reform{at("L1"), Rows(4)},
                             op::Knit{Rows(1), slate}, allOff()});
    };
    QCOMPARE(codes(letDown(4)), Codes{});
    QCOMPARE(codes(letDown(5)), Codes{"nothing_there"});
}

void TestBedFindings::yarnJoined() {
    QCOMPARE(codes(onSixNeedles({op::JoinYarn{slate, Side::right}, op::Knit{Rows(1), slate}, allOff()})),
             Codes{"yarn_joined"});
}

void TestBedFindings::carriageThere() {
    const auto goes = [](Side side) {
        return onSixNeedles({op::Knit{Rows(1), slate}, op::BreakYarn{slate}, op::HoldLever{true},
                             op::Hold{at("L3"), at("R3")}, op::MoveCarriage{side}, op::JoinYarn{slate, side},
                             op::HoldLever{false}, op::Knit{Rows(1), slate}, allOff()});
    };
    QCOMPARE(codes(goes(Side::right)), Codes{});
    QCOMPARE(codes(goes(Side::left)), Codes{"carriage_there"});
}

void TestBedFindings::edgeBeyond() {
    Program named = onSixNeedles({op::Knit{Rows(4), slate}, allOff()});
    named.edges = {{"side", Side::left, 2, 4}};
    QCOMPARE(codes(named), Codes{});
    named.edges[0].lastPass = 5;
    QCOMPARE(codes(named), Codes{"edge_beyond"});
    named.edges[0] = {"side", Side::left, 4, 2};
    QCOMPARE(codes(named), Codes{"edge_beyond"});
}

void TestBedFindings::firstLeftOpen() {
    const auto onWaste = [](int hung) {
        op::Hang hang{{HangSource{}}, {}, {}};
        for (int slot = -3; slot < -3 + hung; ++slot)
            hang.put(Needle::atSlot(slot), Needle::atSlot(slot));
        std::vector<Action> actions = {op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R3"), 1, waste, Side::right},
                                       op::Knit{Rows(4), waste}, op::BreakYarn{waste}, op::JoinYarn{slate, Side::right},
                                       op::Knit{Rows(6), slate}};
        if (hung > 0)
            actions.emplace_back(hang);
        actions.emplace_back(op::Knit{Rows(1), slate});
        actions.push_back(allOff());
        return program(actions);
    };
    QCOMPARE(codes(onWaste(6)), Codes{});
    QCOMPARE(codes(onWaste(5)), Codes{"first_left_open"});
    Program kept = onWaste(0);
    QCOMPARE(codes(kept), Codes{"first_left_open"});
    // Named, it can be hung by another piece.
    kept.firstRowKeptAs = "toe";
    const Fabric fabric = knit(kept);
    QVERIFY(fabric.findings.empty());
    QCOMPARE(fabric.kept.at("toe").size(), 6u);
    const auto slotOf = [&](LoopId loop) { return fabric.loops[loop].slot; };
    QVERIFY(std::ranges::is_sorted(fabric.kept.at("toe"), {}, slotOf));
}

void TestBedFindings::needleCrowded() {
    const auto knitted = [](std::vector<Action> actions) {
        actions.insert(actions.begin(), op::Knit{Rows(2), slate});
        actions.emplace_back(op::Knit{Rows(2), slate});
        actions.push_back(allOff());
        return onSixNeedles(actions);
    };
    // The last chain loop and the decrease meet on one needle.
    const op::Decrease simple{Side::right, 1, Shaping::edge};
    QCOMPARE(codes(knitted({op::BindOff{Side::right, 1}, simple})), Codes{"needle_crowded"});
    QCOMPARE(codes(knitted({op::BindOff{Side::right, 1}})), Codes{});
    QCOMPARE(codes(knitted({op::BindOff{Side::right, 1}, op::Knit{Rows(2), slate}, simple})), Codes{});
    QCOMPARE(codes(knitted({op::Decrease{Side::right, 2, Shaping::edge}})), Codes{"needle_crowded"});
    QCOMPARE(codes(knitted({op::Decrease{Side::right, 2, Shaping::fashioned, 3}})), Codes{});
    for (const Finding& finding : knit(knitted({op::BindOff{Side::right, 1}, simple})).findings)
        QCOMPARE(finding.severity, Severity::warning);
    // A stitch with two wraps is one stitch.
    QCOMPARE(
        codes(onSixNeedles({op::Knit{Rows(1), slate}, op::HoldLever{true}, op::Hold{at("R3"), at("R3")},
                            op::Knit{Rows(1), slate}, op::Wrap{at("R3")}, op::Knit{Rows(2), slate}, op::Wrap{at("R3")},
                            op::Knit{Rows(1), slate}, op::HoldLever{false}, op::Knit{Rows(1), slate}, allOff()})),
        Codes{});
}

void TestBedFindings::takingOffWhatIsNotThere() {
    QCOMPARE(codes(onSixNeedles({op::TakeOff{at("L3"), at("R4"), op::Onto::holder, "rest"}})), Codes{"nothing_there"});
    // Needles that an arrangement leaves empty are no mistake.
    QCOMPARE(codes(program({op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R2"), 2, slate, Side::right},
                            op::Knit{Rows(2), slate}, op::TakeOff{at("L3"), at("R2"), op::Onto::holder, "rest"}})),
             Codes{});
    QCOMPARE(codes(onSixNeedles({op::Hold{at("L4"), at("L3")}, op::Knit{Rows(1), slate}, allOff()})),
             (Codes{"nothing_there", "undeclared_empty"}));
    // A fashioned decrease of two with one stitch moving would leave one between.
    QCOMPARE(codes(onSixNeedles({op::Decrease{Side::left, 2, Shaping::fashioned, 1}, allOff()})),
             Codes{"no_neighbour"});
}

void TestBedFindings::edgeIncreasesAddUp() {
    const op::Increase one{Side::right, 1, Shaping::edge};
    Program twice = onSixNeedles({one, one, op::Knit{Rows(2), slate}, allOff()});
    twice.shape = {{2, 8}};
    QCOMPARE(codes(twice), Codes{});
}

void TestBedFindings::theFirstJoinSaysWhereTheCarriageStands() {
    const Program onSibling = program({op::JoinYarn{slate, Side::left},
                                       op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R3"), 1, rust, Side::left},
                                       op::Knit{Rows(1), rust}, allOff()});
    QCOMPARE(codes(onSibling), Codes{});
    QCOMPARE(codes(program({op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R3"), 1, rust, Side::left},
                            op::JoinYarn{slate, Side::right}, op::Knit{Rows(1), rust}, allOff()})),
             Codes{"away_from_carriage"});
}

QTEST_APPLESS_MAIN(TestBedFindings)
#include "tst_bed_findings.moc"
