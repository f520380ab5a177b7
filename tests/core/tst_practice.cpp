// SPDX-License-Identifier: GPL-3.0-or-later
// Practice cards and faults: each program runs on the bed to its promised end, and hands can do it right and wrong.
#include "support/check_property.h"
#include "support/projects.h"
#include "support/random_projects.h"

#include "core/format/card_json.h"
#include "core/format/program_json.h"
#include "core/practice/cure.h"
#include "core/practice/practice_turn.h"
#include "core/record/places.h"

#include <QDir>
#include <QTest>

#include <set>

using namespace vestimen;
using namespace vestimen::test;
using namespace vestimen::operation;

namespace {

QDir cardFolder() {
    return QDir(QStringLiteral(VESTIMEN_SOURCE_DIR "/data/cards"));
}

QStringList cardFiles() {
    return cardFolder().entryList({"*.json"});
}

PracticeCard card(const QString& name) {
    return cardFromJson(readFile(cardFolder().filePath(name + ".json").toStdString()));
}

QByteArray listed(const std::vector<Phrase>& phrases) {
    QByteArray all;
    for (const Phrase& each : phrases)
        all += QByteArray::fromStdString(render(each)) + "\n";
    return all;
}

/// Hands that do what a step says, as a learner would, one after the other.
struct Hands {
    PracticeTurn& turn;
    QByteArray refused = {};

    void did(const std::optional<Phrase>& refusal) {
        if (refusal)
            refused += QByteArray::fromStdString(render(*refusal)) + "\n";
    }
    void each(Needle from, Needle to, auto what) {
        const int step = from.slot() <= to.slot() ? 1 : -1;
        for (Needle needle = from;; needle = needle.shifted(step)) {
            what(needle);
            if (needle == to)
                return;
        }
    }
    NeedleSpan span(Needle one, Needle other) {
        return one.slot() <= other.slot() ? NeedleSpan{one, other} : NeedleSpan{other, one};
    }
    void operator()(const Knit& op) {
        for (int i = 0; i < op.rows.count(); ++i)
            did(turn.make(HandMove::knit, {}));
    }
    void operator()(const Hold& op) {
        each(op.from, op.to, [this](Needle at) { did(turn.put(at, Position::hold)); });
    }
    void operator()(const Release& op) {
        each(op.from, op.to, [this](Needle at) { did(turn.put(at, Position::work)); });
    }
    void operator()(const HoldLever&) { did(turn.make(HandMove::lever, {})); }
    void operator()(const SlipRow&) { did(turn.make(HandMove::passFree, {})); }
    void operator()(const MoveCarriage&) { did(turn.make(HandMove::passFree, {})); }
    void operator()(const operation::Wrap& op) { did(turn.make(HandMove::wrap, {op.needle, op.needle})); }
    void operator()(const CastOn& op) { did(turn.make(HandMove::wind, span(op.from, op.to))); }
    void operator()(const BindOff& op) {
        const NeedleSpan all = turn.bed().occupied();
        const Needle end = all.end(op.side);
        did(turn.make(HandMove::bindOff, op.all ? all : span(end, end.towards(opposite(op.side), op.count - 1))));
    }
    void operator()(const Increase& op) {
        const Needle outer = turn.bed().occupied().end(op.side);
        if (op.kind == Shaping::edge)
            return did(turn.put(outer.towards(op.side), Position::work));
        const Needle inner = outer.towards(opposite(op.side), op.inset - 1);
        did(turn.move(span(outer, inner), op.side == Side::left ? -1 : 1));
        did(turn.make(HandMove::liftBar, {inner, inner}));
    }
    void operator()(const Decrease& op) {
        const Needle outer = turn.bed().occupied().end(op.side);
        const int inward = op.side == Side::left ? 1 : -1;
        const int stitches = op.kind == Shaping::edge ? 1 : op.inset;
        did(turn.move(span(outer, outer.towards(opposite(op.side), stitches - 1)), inward * op.count));
    }
    void operator()(const Transfer& op) {
        for (const auto& [from, to] : op.moves)
            did(turn.move({from, from}, to.slot() - from.slot()));
    }
    void operator()(const Hang& op) {
        for (const Hung& hung : op.map)
            did(turn.make(op.source(hung).kind == HangSource::Kind::bar ? HandMove::liftBar : HandMove::hang,
                          {hung.needle, hung.needle}));
    }
    void operator()(const TakeOff& op) { did(turn.make(HandMove::takeOff, span(op.from, op.to))); }
    void operator()(const Drop& op) { did(turn.make(HandMove::letDown, {op.needle, op.needle})); }
    void operator()(const Reform& op) {
        for (int i = 0; i < op.rows.count(); ++i)
            did(turn.make(HandMove::takeUp, {op.needle, op.needle}));
    }
    void operator()(const Cross& op) { did(turn.make(HandMove::cross, {op.left.front(), op.right.back()})); }
    void operator()(const DrawUp&) { did(turn.make(HandMove::drawUp, turn.bed().occupied())); }
    template<class Op> void operator()(const Op&) {} // goes along by itself
};

void doStep(Hands& hands, const PracticeCard& card) {
    const CardStep& step = hands.turn.steps()[hands.turn.step()];
    for (std::size_t i = step.from; i < step.to; ++i)
        std::visit(hands, card.program.operations[i].action);
}

} // namespace

class TestPractice : public QObject {
    Q_OBJECT

private slots:
    void everyCardRunsToItsEnd_data();
    void everyCardRunsToItsEnd();
    void everyMovementHasACard();
    void everyFaultIsThere();
    void handsCanDoEveryCard_data() { everyCardRunsToItsEnd_data(); }
    void handsCanDoEveryCard();
    void whatIsNotDoneIsSaid_data() { everyCardRunsToItsEnd_data(); }
    void whatIsNotDoneIsSaid();
    void aPromiseThatIsNotKept();
    void wrongHandsAreTold();
    void curesOnRandomPieces();
    void brokenCards_data();
    void brokenCards();
};

void TestPractice::everyCardRunsToItsEnd_data() {
    QTest::addColumn<QString>("file");
    for (const QString& file : cardFiles())
        QTest::addRow("%s", qPrintable(file)) << file.chopped(5);
}

void TestPractice::everyCardRunsToItsEnd() {
    QFETCH(QString, file);
    PracticeCard each = card(file);
    QCOMPARE(QString::fromStdString(each.key), file);
    QVERIFY2(problemsOf(each).empty(), listed(problemsOf(each)));
    for (const CardStep& step : stepsOf(each))
        QVERIFY(step.text.size() > 3 && step.from <= step.to);
    if (each.isFault())
        QVERIFY(!each.causes.empty() && !each.next.empty());
    // Taken apart it comes to the same, step for step, and everything is one movement.
    PracticeCard apart = each;
    apart.program = inMotions(each.program);
    QVERIFY2(problemsOf(apart).empty(), listed(problemsOf(apart)));
    QCOMPARE(stepsOf(apart).size(), stepsOf(each).size());
    for (const Operation& operation : apart.program.operations)
        if (const auto* knit = std::get_if<Knit>(&operation.action))
            QCOMPARE(knit->rows, Rows(1));
    QVERIFY(programFromJson(toJson(each.program)) == each.program);
}

void TestPractice::everyMovementHasACard() {
    const QStringList files = cardFiles();
    std::set<CastOnMethod> castOns;
    std::set<BindOffMethod> bindOffs;
    std::set<std::string> groups;
    for (const QString& file : files) {
        const PracticeCard each = card(file.chopped(5));
        groups.insert(each.group);
        for (const CardStep& step : stepsOf(each))
            for (std::size_t i = step.from; i < step.to; ++i) {
                const Action& action = each.program.operations[i].action;
                if (const auto* castOn = std::get_if<CastOn>(&action))
                    castOns.insert(castOn->method);
                if (const auto* bindOff = std::get_if<BindOff>(&action))
                    bindOffs.insert(bindOff->method);
            }
    }
    QCOMPARE(castOns.size(), castOnTraits.size());
    QCOMPARE(bindOffs.size(), bindOffTraits.size());
    QVERIFY(groups.size() > 8);
}

/// A cure begins where the fabric has the fault: seen from the bed, not from the words.
void TestPractice::everyFaultIsThere() {
    const auto before = [](const PracticeCard& each, auto look) {
        VirtualBed bed(each.program);
        bed.advance({stepsOf(each).front().from, 0});
        look(bed);
    };
    before(card("fault_dropped"), [](const VirtualBed& bed) {
        QCOMPARE(int(bed.needle(*Needle::parse("L3")).loops), 0);
        QCOMPARE(bed.occupied().size(), 10);
    });
    before(card("fault_split_stitch"), [](const VirtualBed& bed) {
        QCOMPARE(bed.splitStitches(), (std::vector{std::pair(*Needle::parse("L2"), 1)}));
        QCOMPARE(int(bed.needle(*Needle::parse("L2")).loops), 1);
    });
    before(card("fault_weights_fallen"),
           [](const VirtualBed& bed) { QCOMPARE(int(bed.needle(*Needle::parse("R5")).loops), 0); });
    before(card("fault_yarn_not_feeding"), [](const VirtualBed& bed) {
        QVERIFY(bed.occupied().empty());
        QCOMPARE(bed.fabric().kept.at("fell").size(), std::size_t{10});
    });
    // The hole at a turn: left unwrapped, the bed finds it.
    PracticeCard open = card("fault_hole_at_a_turn");
    std::erase_if(open.program.operations,
                  [](const Operation& each) { return std::holds_alternative<operation::Wrap>(each.action); });
    const Fabric fabric = knit(open.program);
    QVERIFY(hasFinding(fabric.findings, "open_turn"));
    int faults = 0;
    for (const QString& file : cardFiles())
        faults += card(file.chopped(5)).isFault() ? 1 : 0;
    QCOMPARE(faults, 14);
}

void TestPractice::handsCanDoEveryCard() {
    QFETCH(QString, file);
    const PracticeCard each = card(file);
    PracticeTurn turn(each);
    Hands hands{turn};
    while (!turn.isDone()) {
        doStep(hands, each);
        QVERIFY2(hands.refused.isEmpty(), hands.refused);
        const Trial trial = turn.tryStep();
        QVERIFY2(trial.right(), qPrintable(file + ": " + listed(trial.happened)));
    }
    QVERIFY(turn.wentRight());
    QCOMPARE(endOf(turn.bed(), each.program).rows, each.end.rows);
    QVERIFY(turn.make(HandMove::knit, {}).has_value()); // it is done
    QVERIFY(turn.tryStep().right());
}

/// A step that hands left out is told, and stays; shown, it goes on, and the card did not go right.
void TestPractice::whatIsNotDoneIsSaid() {
    QFETCH(QString, file);
    const PracticeCard each = card(file);
    PracticeTurn turn(each);
    Hands hands{turn};
    while (!turn.isDone()) {
        const std::size_t step = turn.step();
        if (turn.tryStep().right()) // there was nothing to do by hand
            continue;
        QCOMPARE(turn.step(), step);
        doStep(hands, each);
        QVERIFY(turn.undo());
        const Trial trial = turn.tryStep();
        QVERIFY2(!trial.right(), qPrintable(file + ", the last movement left out"));
        turn.showStep();
        QCOMPARE(turn.step(), step + 1);
    }
    QVERIFY(!turn.wentRight());
}

void TestPractice::aPromiseThatIsNotKept() {
    PracticeCard each = card("bind_off_latch_off");
    ++each.end.bound;
    QCOMPARE(problemsOf(each).size(), std::size_t{1});
    QVERIFY(render(problemsOf(each).front()).find("10 stitches are bound off") == 0);
    // What the bed refuses is said in its words.
    each = card("increase_fashioned");
    each.program.operations.push_back({operation::Wrap{*Needle::parse("L1")}, std::nullopt});
    QVERIFY(!problemsOf(each).empty());
    std::erase_if(each.program.operations,
                  [](const Operation& operation) { return std::holds_alternative<Say>(operation.action); });
    QVERIFY(render(problemsOf(each).front()).find("no step") != std::string::npos);
}

void TestPractice::wrongHandsAreTold() {
    const auto at = [](const char* name) { return *Needle::parse(name); };
    // Moved too far; a stitch from an empty needle; past the bed's end.
    const PracticeCard decrease = card("decrease_edge");
    PracticeTurn turn(decrease);
    QVERIFY(!turn.move({at("L5"), at("L5")}, 2));
    const Trial far = turn.tryStep();
    QVERIFY2(render(far.happened.front()).find("L4") != std::string::npos || !far.needles.empty(),
             listed(far.happened));
    QVERIFY(turn.undo());
    QVERIFY(turn.move({at("L9"), at("L9")}, 1).has_value());
    QVERIFY(turn.move({at("L5"), at("L5")}, -40).has_value());
    QVERIFY(turn.put(at("L9"), Position::hold).has_value());
    QVERIFY(turn.make(HandMove::hang, {at("L5"), at("L5")}).has_value()); // nothing is hung here
    // Bound off at the side away from the yarn.
    const PracticeCard bindOff = card("bind_off_at_the_edge");
    PracticeTurn away(bindOff);
    const auto refused = away.make(HandMove::bindOff, {at("L5"), at("L3")});
    QVERIFY(refused && !render(*refused).empty());
    QCOMPARE(away.bed().occupied().size(), 10);
    // Two of three, and the row knitted without the step.
    QVERIFY(!away.make(HandMove::bindOff, {at("R4"), at("R5")}));
    QVERIFY(!away.tryStep().right());
    QVERIFY(!away.wentRight());
    // A hem hung with one loop beside its needle.
    const PracticeCard hem = card("hang_a_hem");
    PracticeTurn lean(hem);
    for (const char* name : {"L3", "L2", "L1", "R1", "R2", "R3", "R4", "R5"})
        lean.make(HandMove::hang, {at(name), at(name)});
    QVERIFY(!lean.tryStep().right());
    // A split stitch that is left, and knitted over.
    const PracticeCard halved = card("fault_split_stitch");
    PracticeTurn half(halved);
    QVERIFY(render(half.tryStep().happened.front()).find("half its yarn") != std::string::npos);
    half.make(HandMove::knit, {});
    const Trial over = half.tryStep();
    QVERIFY2(listed(over.happened).contains("L2 knits on over a stitch of half its yarn"), listed(over.happened));
    // A fault of somebody's own that says nothing of a column.
    const Program piece = card("decrease_edge").program;
    const auto nothingToDo = cureOfColumn(card("fault_snarl"), piece, {2, 0}, nullptr, at("L1"), Rows(1));
    QVERIFY(std::holds_alternative<Phrase>(nothingToDo));
    QVERIFY(std::holds_alternative<PracticeCard>(cureOfColumn(halved, piece, {2, 0}, nullptr, at("L1"), Rows(1))));
    // One that takes its rungs up a few at a time has the piece's whole column taken up, however long.
    PracticeCard byRungs = card("fault_dropped");
    auto& operations = byRungs.program.operations;
    std::get<Reform>(operations.back().action).rows = Rows(1);
    operations.push_back({Say{"And the others.", sectionRemark.text()}, std::nullopt});
    operations.push_back({Reform{at("L3"), Rows(2)}, std::nullopt});
    const auto whole = cureOfColumn(byRungs, piece, {2, 0}, nullptr, at("L1"), Rows(4));
    QVERIFY(std::holds_alternative<PracticeCard>(whole));
    QVERIFY2(problemsOf(std::get<PracticeCard>(whole)).empty(), listed(problemsOf(std::get<PracticeCard>(whole))));
    QCOMPARE(stepsOf(std::get<PracticeCard>(whole)).size(), std::size_t{1});
    // Beyond every bed, and a card without a step.
    QVERIFY(lean.make(HandMove::wrap, {Needle::atSlot(4000), Needle::atSlot(4000)}).has_value());
    PracticeCard none = hem;
    none.program.operations.clear();
    PracticeTurn nothing(none);
    QVERIFY(nothing.isDone());
    QVERIFY(nothing.make(HandMove::wind, {at("L1"), at("R1")}).has_value());
}

/// Rows of the work that can be let down at a needle.
static int rowsBelow(const VirtualBed& bed, const Program& program, Needle needle) {
    const Fabric& fabric = bed.fabric();
    int rows = 0;
    if (bed.needle(needle).loops > 0)
        for (LoopId loop = bed.needle(needle).newest();
             fabric.loops[loop].parent != noLoop && !protects(program.yarns[fabric.loops[loop].yarn].role);
             loop = fabric.loops[loop].parent)
            ++rows;
    return rows;
}

/// Wherever a column runs down, a row is knitted without some needles or the carriage slips: after its cure the piece
/// is as if it had never been, loop for loop, and goes on to its end. Or it is said why it cannot have been.
void TestPractice::curesOnRandomPieces() {
    const PracticeCard dropped = card("fault_dropped");
    const PracticeCard strand = card("fault_float_across");
    const PracticeCard slipped = card("fault_row_slipped");
    const PracticeCard split = card("fault_split_stitch");
    int cured = 0;
    CHECK_PROPERTY("cures on random pieces", [&] {
        const Worked worked = work(randomProject());
        if (worked.pieces.empty())
            return;
        Siblings siblings;
        for (const WorkedPiece& each : worked.pieces)
            siblings[each.program.piece] = &each.fabric;
        const WorkedPiece& piece = worked.pieces[*rc::gen::inRange<std::size_t>(0, worked.pieces.size())];
        const int rows = *rc::gen::inRange(0, passCount(piece.program) + 1);
        const ProgramPlace place = placeAfterPasses(piece.program, rows);
        VirtualBed bed(piece.program, &siblings);
        bed.advance(place);
        const bool refused = whyNotMended(piece.program, place, bed).has_value();
        RC_ASSERT(rows > 0 || refused);
        if (refused)
            return;
        const NeedleSpan all = bed.occupied();
        if (all.empty())
            return;
        const Needle needle = all.first.shifted(*rc::gen::inRange(0, all.size()));
        const Needle other = needle.shifted(*rc::gen::inRange(0, 5));
        const Rows deep(*rc::gen::inRange(1, 40));
        const auto which = *rc::gen::inRange(0, 4);
        const auto cure = which == 0   ? cureOfColumn(dropped, piece.program, place, &siblings, needle, deep)
                          : which == 1 ? cureOfRow(strand, piece.program, place, &siblings, {needle, other})
                          : which == 3 ? cureOfColumn(split, piece.program, place, &siblings, needle, deep)
                                       : cureOfSlip(slipped, piece.program, place, &siblings);
        if (std::holds_alternative<Phrase>(cure)) {
            RC_ASSERT(!render(std::get<Phrase>(cure)).empty());
            if (which == 0 || which == 3)
                RC_ASSERT(rowsBelow(bed, piece.program, needle) < deep.count());
            return;
        }
        ++cured;
        const PracticeCard& mended = std::get<PracticeCard>(cure);
        RC_ASSERT(!stepsOf(mended).empty());
        VirtualBed after(mended.program, &siblings);
        // The fault is there before it is mended.
        after.advance({stepsOf(mended).front().from, 0});
        if (which == 0) {
            RC_ASSERT(after.needle(needle).loops < bed.needle(needle).loops || after.needle(needle).loops == 0);
        } else if (which == 1) {
            RC_ASSERT(after.fabric().passes.size() + 1 == bed.fabric().passes.size());
            RC_ASSERT(after.needle(needle).position == Position::hold);
        } else if (which == 3) {
            RC_ASSERT(after.splitStitches() == (std::vector{std::pair(needle, deep.count())}));
        } else {
            RC_ASSERT(after.carriage() != bed.carriage());
        }
        after.advance({mended.program.operations.size(), 0});
        for (const Finding& finding : after.fabric().findings)
            RC_ASSERT(finding.severity != Severity::error);
        RC_ASSERT(after.fabric().passes.size() == bed.fabric().passes.size());
        RC_ASSERT(after.fabric().loopsPerYarn == bed.fabric().loopsPerYarn);
        RC_ASSERT(after.splitStitches().empty());
        RC_ASSERT(after.carriage() == bed.carriage());
        RC_ASSERT(after.counter() == bed.counter());
        for (int i = 0; i < all.size(); ++i) {
            const NeedleState is = after.needle(all.first.shifted(i));
            const NeedleState was = bed.needle(all.first.shifted(i));
            RC_ASSERT(is.loops == was.loops);
            RC_ASSERT(is.position == was.position);
            RC_ASSERT(is.wrapped == was.wrapped);
            if (is.loops > 0)
                RC_ASSERT(after.fabric().loops[is.first].isPurl == bed.fabric().loops[was.first].isPurl);
        }
    });
    QVERIFY2(cured > 10, qPrintable(QString::number(cured)));
}

void TestPractice::brokenCards_data() {
    QTest::addColumn<QString>("from");
    QTest::addColumn<QString>("to");
    QTest::addColumn<QString>("said");
    QTest::newRow("another format") << "vestimen-card"
                                    << "vestimen-project"
                                    << "vestimen-card";
    QTest::newRow("newer") << "\"version\": 1,\n \"key\""
                           << "\"version\": 9,\n \"key\""
                           << "9";
    QTest::newRow("a key that is none") << "\"about\""
                                        << "\"abuot\""
                                        << "abuot";
    QTest::newRow("no operation") << "\"op\": \"hang\""
                                  << "\"op\": \"hung\""
                                  << "hung";
    QTest::newRow("a count that is none") << "\"rows\": 13"
                                          << "\"rows\": -2"
                                          << "rows";
    QTest::newRow("cut off") << "\"shape\": []"
                             << "\"shape\": ["
                             << "";
}

void TestPractice::brokenCards() {
    QFETCH(QString, from);
    QFETCH(QString, to);
    QFETCH(QString, said);
    QString text = QString::fromStdString(readFile(cardFolder().filePath("hang_a_hem.json").toStdString()));
    QVERIFY(text.contains(from));
    text.replace(text.indexOf(from), from.size(), to);
    try {
        cardFromJson(text.toStdString());
    } catch (const FormatError& error) {
        QVERIFY2(QString::fromUtf8(error.what()).contains(said), error.what());
        return;
    }
    QFAIL("it was read");
}

QTEST_APPLESS_MAIN(TestPractice)
#include "tst_practice.moc"
