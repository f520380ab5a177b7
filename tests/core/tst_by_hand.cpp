// SPDX-License-Identifier: GPL-3.0-or-later
// A learner sets the needles for the next row: what is right, and what would have happened otherwise.
#include "support/bed_programs.h"
#include "support/projects.h"

#include "core/knitting/wording.h"
#include "core/record/by_hand.h"
#include "core/work.h"

#include <QTest>

#include <algorithm>

using namespace vestimen;
using namespace vestimen::test;

namespace {

/// Hands that know the program.
struct Taught {
    HandBed& hand;

    void span(Needle from, Needle to, Position position) const {
        for (int slot = std::min(from.slot(), to.slot()); slot <= std::max(from.slot(), to.slot()); ++slot)
            QVERIFY(hand.put(Needle::atSlot(slot), position));
    }
    void operator()(const op::Hold& done) const { span(done.from, done.to, Position::hold); }
    void operator()(const op::Release& done) const { span(done.from, done.to, Position::work); }
    void operator()(const op::Increase& done) const {
        const int out = done.side == Side::left ? -1 : 1;
        for (int i = 0; i < done.count; ++i) {
            const Needle outer = hand.bed().occupied().end(done.side);
            if (done.kind == op::Shaping::edge) {
                QVERIFY(hand.put(outer.towards(done.side, i + 1), Position::work));
                continue;
            }
            QVERIFY(hand.move(outer, done.inset, out));
            QVERIFY(hand.fill(outer.towards(opposite(done.side), done.inset - 1)));
        }
    }
    void operator()(const op::Decrease& done) const {
        const int in = done.side == Side::left ? 1 : -1;
        const bool edge = done.kind == op::Shaping::edge;
        for (int i = 0; i < (edge ? done.count : 1); ++i)
            QVERIFY(
                hand.move(hand.bed().occupied().end(done.side), edge ? 1 : done.inset, edge ? in : in * done.count));
    }
    void operator()(const op::Transfer& done) const {
        // One after the other, each to where room was made.
        std::vector<std::pair<Needle, Needle>> left = done.moves;
        while (!left.empty()) {
            const auto free = std::ranges::find_if(left, [&](const auto& move) {
                return std::ranges::none_of(left, [&](const auto& other) { return other.first == move.second; });
            });
            QVERIFY(free != left.end());
            QVERIFY(hand.move(free->first, 1, free->second.slot() - free->first.slot()));
            left.erase(free);
        }
        for (const Needle needle : done.stay)
            QVERIFY(hand.put(needle, Position::work));
    }
    void operator()(const op::Hang& done) const {
        for (const Hung& hung : done.map)
            QVERIFY(hand.fill(hung.needle));
    }
    template<class Other> void operator()(const Other&) const {}
};

Siblings siblingsOf(const Worked& worked) {
    Siblings all;
    for (const WorkedPiece& piece : worked.pieces)
        all[piece.program.piece] = &piece.fabric;
    return all;
}

/// Ten stitches on a small bed, two rows, the carriage at the right; whatever comes then before one more row.
Program tenStitches(const std::vector<Action>& before) {
    std::vector<Action> all = {op::CastOn{CastOnMethod::closedLoop, at("L5"), at("R5"), 1, slate, Side::right},
                               op::Knit{Rows(2), slate}};
    all.insert(all.end(), before.begin(), before.end());
    all.push_back(op::Knit{Rows(1), slate});
    all.push_back(allOff());
    return program(std::move(all));
}

QString said(const Trial& trial) {
    QStringList all;
    for (const Phrase& each : trial.happened)
        all << QString::fromStdString(render(each));
    return all.join('\n');
}

const ProgramPlace afterTwoRows{2, 0};
const Action holdLeft = op::Hold{at("L5"), at("L3")};
const Action lever = op::HoldLever{true};
const Action decreaseRight = op::Decrease{Side::right, 1, op::Shaping::fashioned, 3};
const Action increaseRight = op::Increase{Side::right, 1, op::Shaping::fashioned, 2};

} // namespace

class TestByHand : public QObject {
    Q_OBJECT

private slots:
    void whoKnowsTheProgramIsRight_data();
    void whoKnowsTheProgramIsRight();
    void whatIsShownInstead();
    void whatWouldHaveHappened_data();
    void whatWouldHaveHappened();
    void whatHandsCannotDo();
    void stepsAreTakenBack();
    void leverOffHoldsNothing();
};

void TestByHand::whoKnowsTheProgramIsRight_data() {
    QTest::addColumn<int>("project");
    for (const int project : {0, 1, 2})
        QTest::addRow("%d", project) << project;
}

void TestByHand::whoKnowsTheProgramIsRight() {
    QFETCH(int, project);
    const Project projects[] = {odilesPullover(), pietsPullover(), ilkesPullover()};
    const Worked worked = work(projects[project]);
    const Siblings siblings = siblingsOf(worked);
    int rows = 0;
    for (const WorkedPiece& piece : worked.pieces) {
        const Program& program = piece.program;
        for (std::size_t i = 1; i < program.operations.size(); ++i) {
            const ProgramPlace place{i, 0};
            const auto after = rowSetByHand(program, place);
            if (!after)
                continue;
            HandBed hand(program, place, &siblings);
            const Trial untouched = hand.knit();
            QCOMPARE(untouched.right(), untouched.needles.empty());
            // Where the lever goes back, held needles knit wherever they stand.
            if (untouched.right())
                QVERIFY(hand.bed().leverOn());
            else
                ++rows;
            for (std::size_t j = i; j < after->operation; ++j)
                std::visit(Taught{hand}, program.operations[j].action);
            const Trial trial = hand.knit();
            QVERIFY2(trial.right(),
                     qPrintable(QString("%1, operation %2: %3").arg(program.piece.c_str()).arg(i).arg(said(trial))));
            QVERIFY(trial.needles.empty());
            VirtualBed bed(program, &siblings);
            bed.advance(*after);
            QCOMPARE(bed.fabric().passes.size(), hand.bed().fabric().passes.size() + 1);
        }
    }
    QVERIFY2(rows > 60, qPrintable(QString::number(rows)));
}

void TestByHand::whatIsShownInstead() {
    QVERIFY(!rowSetByHand(tenStitches({}), afterTwoRows)); // nothing to do
    QVERIFY(!rowSetByHand(tenStitches({op::Say{"Rest.", ""}}), afterTwoRows));
    QVERIFY(!rowSetByHand(tenStitches({op::BindOff{Side::right, 2}}), afterTwoRows));
    QVERIFY(!rowSetByHand(tenStitches({decreaseRight, op::BindOff{Side::right, 2}}), afterTwoRows));
    QVERIFY(!rowSetByHand(tenStitches({}), {4, 0})); // no row follows
    QVERIFY((rowSetByHand(tenStitches({decreaseRight}), afterTwoRows) == ProgramPlace{4, 0}));
}

void TestByHand::whatWouldHaveHappened_data() {
    QTest::addColumn<std::function<Program()>>("program");
    QTest::addColumn<std::function<void(HandBed&)>>("set");
    QTest::addColumn<QString>("words");
    using Made = std::function<Program()>;
    using Set = std::function<void(HandBed&)>;
    const auto row = [](const char* name, std::vector<Action> before, Set set, const char* words) {
        QTest::newRow(name) << Made([before] { return tenStitches(before); }) << set << QString(words);
    };
    row(
        "not held", {holdLeft, lever}, [](HandBed&) {},
        "L5 to L3 would knit, where they should hold.\nThe row would have 10 stitches; it should have 7.");
    row(
        "one not held", {holdLeft, lever},
        [](HandBed& hand) {
            hand.put(at("L5"), Position::hold);
            hand.put(at("L4"), Position::hold);
        },
        "L3 would knit, where it should hold.\nThe row would have 8 stitches; it should have 7.");
    row(
        "held too many", {holdLeft, lever},
        [](HandBed& hand) {
            for (int slot = -5; slot <= -2; ++slot)
                hand.put(Needle::atSlot(slot), Position::hold);
        },
        "L2 would hold, where it should knit.\nThe row would have 6 stitches; it should have 7.");
    row(
        "one held in the middle", {holdLeft, lever},
        [](HandBed& hand) {
            for (const char* needle : {"L5", "L4", "L3", "R2"})
                hand.put(at(needle), Position::hold);
        },
        "R2 would hold, where it should knit.\n"
        "The yarn would lie loose across R2, which holds: put it back to work, or break the yarn.\n"
        "The row would have 6 stitches; it should have 7.");
    row(
        "pushed out", {holdLeft, lever},
        [](HandBed& hand) {
            for (int slot = -5; slot <= -3; ++slot)
                hand.put(Needle::atSlot(slot), Position::out);
        },
        "L5 to L3 are out of work with stitches on them, which would slip off and run down.");
    row(
        "at the edge instead of further in", {decreaseRight}, [](HandBed& hand) { hand.move(at("R5"), 1, -1); },
        "R2 would knit another number of stitches together than it should.\n"
        "R4 would knit another number of stitches together than it should.\n"
        "R3 would knit another stitch than it should: it was moved too far, or not far enough.");
    row(
        "the wrong side", {decreaseRight}, [](HandBed& hand) { hand.move(at("L5"), 3, 1); },
        "L5 would be bare, where a stitch should be.\n"
        "R5 would knit, where no needle should be at work.\n"
        "L2 would knit another number of stitches together than it should.\n"
        "R2 would knit another number of stitches together than it should.\n"
        "L4 to L3 would knit other stitches than they should: they were moved too far, or not far enough.\n"
        "R3 to R4 would knit other stitches than they should: they were moved too far, or not far enough.");
    row(
        "the bar not lifted", {increaseRight}, [](HandBed& hand) { hand.move(at("R5"), 2, 1); },
        "R4 would be bare, where a stitch should be.\nThe row would have 10 stitches; it should have 11.");
    row(
        "an empty needle instead", {op::Increase{Side::right, 1, op::Shaping::edge, 2}}, [](HandBed&) {},
        "R6 would stay out of work, and the new stitch would not be made.\n"
        "The row would have 10 stitches; it should have 11.");
    row(
        "a needle too many", {op::Increase{Side::right, 1, op::Shaping::edge, 2}},
        [](HandBed& hand) {
            hand.put(at("R6"), Position::work);
            hand.put(at("R7"), Position::work);
        },
        "R7 would take up the yarn with nothing on it: a stitch more, with a hole under it.\n"
        "The row would have 12 stitches; it should have 11.");
}

void TestByHand::whatWouldHaveHappened() {
    QFETCH(std::function<Program()>, program);
    QFETCH(std::function<void(HandBed&)>, set);
    QFETCH(QString, words);
    const Program made = program();
    QVERIFY(rowSetByHand(made, afterTwoRows));
    HandBed hand(made, afterTwoRows, nullptr);
    set(hand);
    const Trial trial = hand.knit();
    QCOMPARE(said(trial), words);
    QVERIFY(!trial.needles.empty());
    // A trial leaves everything as it was set.
    QCOMPARE(said(hand.knit()), words);
}

void TestByHand::whatHandsCannotDo() {
    const Program program = tenStitches({decreaseRight});
    HandBed hand(program, afterTwoRows, nullptr);
    QVERIFY(!hand.put(at("R41"), Position::work)); // no such needle
    QVERIFY(!hand.put(at("R8"), Position::hold));  // nothing to hold
    QVERIFY(!hand.move(at("R8"), 1, -1));          // nothing to move
    QVERIFY(!hand.move(at("R5"), 3, 0));           // nowhere
    QVERIFY(!hand.move(at("R5"), 1, 12));          // beyond the bed
    QVERIFY(!hand.move(at("R5"), 12, -1));         // more than there are
    QVERIFY(!hand.fill(at("R3")));                 // taken
    QVERIFY(!hand.fill(at("R8")));                 // no stitch beside it
    QVERIFY(!hand.undo());                         // nothing was done
    QCOMPARE(hand.bed().occupied().size(), 10);
}

void TestByHand::stepsAreTakenBack() {
    const Program program = tenStitches({decreaseRight});
    HandBed hand(program, afterTwoRows, nullptr);
    QVERIFY(hand.move(at("R5"), 1, -1));
    QVERIFY(hand.put(at("L5"), Position::out));
    QVERIFY(hand.undo());
    QCOMPARE(hand.bed().needle(at("L5")).position, Position::work);
    QCOMPARE(hand.bed().occupied().size(), 9);
    QVERIFY(hand.undo());
    QVERIFY(!hand.undo());
    QVERIFY(hand.move(at("R5"), 3, -1));
    QVERIFY(hand.knit().right());
}

void TestByHand::leverOffHoldsNothing() {
    // Without the lever a needle in hold knits like the others, and nothing is to be said.
    const Program program = tenStitches({decreaseRight});
    HandBed hand(program, afterTwoRows, nullptr);
    QVERIFY(hand.move(at("R5"), 3, -1));
    QVERIFY(hand.put(at("L5"), Position::hold));
    QVERIFY(hand.knit().right());
}

QTEST_GUILESS_MAIN(TestByHand)
#include "tst_by_hand.moc"
