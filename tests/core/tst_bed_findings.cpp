// SPDX-License-Identifier: GPL-3.0-or-later
// Wrong programs, one for each finding of the virtual bed: it finds that one and no other.
#include "support/bed_programs.h"

#include <QTest>

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
};

void TestBedFindings::aSoundProgramFindsNothing() {
    QCOMPARE(codes(onSixNeedles({op::Knit{Rows(4), slate}, allOff()})), Codes{});
}

void TestBedFindings::beyondBed() {
    QCOMPARE(codes(program({op::CastOn{"closed_loop", at("L3"), at("R11"), 1, slate, Side::right},
                            op::TakeOff{at("L3"), at("R10"), op::Onto::holder, "rest"}})),
             Codes{"beyond_bed"});
    QCOMPARE(codes(program({op::CastOn{"closed_loop", at("L10"), at("R10"), 1, slate, Side::right},
                            op::Knit{Rows(1), slate}, op::Increase{Side::left, 1, Shaping::fashioned, 2}, allOff()})),
             Codes{"beyond_bed"});
}

void TestBedFindings::needleTaken() {
    QCOMPARE(codes(onSixNeedles({op::CastOn{"closed_loop", at("R3"), at("R5"), 1, slate, Side::right},
                                 op::Knit{Rows(1), slate}, allOff()})),
             Codes{"needle_taken"});
}

void TestBedFindings::undeclaredEmpty() {
    // Taken off, then put to hold and back by the lever: it comes to work with nothing on it.
    QCOMPARE(codes(onSixNeedles({op::TakeOff{at("R3"), at("R3"), op::Onto::holder, "one"}, op::Hold{at("R3"), at("R3")},
                                 op::Knit{Rows(1), slate}, allOff()})),
             Codes{"undeclared_empty"});
}

void TestBedFindings::undeclaredLadder() {
    QCOMPARE(codes(onSixNeedles({op::TakeOff{at("R1"), at("R1"), op::Onto::holder, "one"}, op::Knit{Rows(1), slate},
                                 op::Transfer{{{at("R2"), at("R1")}}, {}}, op::Transfer{{{at("R1"), at("R2")}}, {}},
                                 allOff()})),
             Codes{"undeclared_ladder"});
    // Left out when casting on, or emptied by a transfer, it is meant.
    QCOMPARE(codes(program({op::CastOn{"closed_loop", at("L3"), at("R2"), 2, slate, Side::right},
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
    const char* names[] = {"transfer", "release", "wrap",  "take off", "drop",    "reform",
                           "mark",     "cross",   "place", "hang",     "bind off"};
    for (int i = 0; i < 11; ++i)
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
                              op::Mark{at("R9"), "mark"},
                              op::Cross{{at("R3")}, {at("R4")}},
                              op::Place{{at("R9")}, slate},
                              op::Hang{{unknown}, {{at("R9"), {}, 1}}},
                              op::BindOff{Side::right, 7}};
    std::vector<Action> program = {actions[which]};
    if (which != 10)
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
    QCOMPARE(codes(onSixNeedles({op::Transfer{{{at("L3"), at("R1")}, {at("L2"), at("R1")}, {at("L1"), at("R1")}}, {}},
                                 op::Transfer{{{at("R2"), at("R1")}}, {}}, op::Knit{Rows(1), slate}, allOff()})),
             Codes{"needle_full"});
}

void TestBedFindings::headOn() {
    const std::vector<Action> both = {op::CastOn{"zigzag", at("L2"), at("R2"), 1, slate, Side::right},
                                      op::CastOn{"zigzag", at("b:L2"), at("b:R2"), 1, slate, Side::right},
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

QTEST_APPLESS_MAIN(TestBedFindings)
#include "tst_bed_findings.moc"
