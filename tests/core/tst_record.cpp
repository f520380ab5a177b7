// SPDX-License-Identifier: GPL-3.0-or-later
// Moves through a piece on the machine, mistakes that are carried, mirror images and drafts that have moved on.
#include "support/projects.h"

#include "core/record/corrections.h"
#include "core/record/pace.h"
#include "core/record/slow_motion.h"

#include <QTest>

#include <algorithm>

using namespace vestimen;
using vestimen::test::ilkesPullover;
using vestimen::test::listed;
using vestimen::test::odilesPullover;
using vestimen::test::pietsPullover;

namespace {

std::vector<int> widths(const Fabric& fabric) {
    std::vector<int> all;
    for (const Pass& pass : fabric.passes)
        all.push_back(static_cast<int>(pass.loopCount));
    return all;
}

bool hangsFromOthers(const Program& program) {
    for (const Operation& each : program.operations)
        if (const auto* hang = std::get_if<operation::Hang>(&each.action))
            for (const HangSource& source : hang->sources)
                if (!source.piece.empty())
                    return true;
    return false;
}

void addPieces() {
    QTest::addColumn<int>("project");
    QTest::addColumn<std::string>("piece");
    const std::vector<Project> projects = {odilesPullover(), pietsPullover(), ilkesPullover()};
    for (std::size_t i = 0; i < projects.size(); ++i)
        for (const PieceKey kind : {pieces::back, pieces::front, pieces::leftSleeve})
            QTest::addRow("%s, %s", projects[i].name.c_str(), label(kind, test::garment(projects[i])))
                << int(i) << kind.text();
}

Program pieceOf(int project, const std::string& piece) {
    const Project projects[] = {odilesPullover(), pietsPullover(), ilkesPullover()};
    return work(projects[project]).piece(PieceKey(piece))->program;
}

} // namespace

class TestRecord : public QObject {
    Q_OBJECT

private slots:
    void placesAndPasses_data() { addPieces(); }
    void placesAndPasses();
    void theCounterCanBeSetInItsStretch_data() { addPieces(); }
    void theCounterCanBeSetInItsStretch();
    void mistakesAreCarried_data() { addPieces(); }
    void mistakesAreCarried();
    void whatCannotBeCarried();
    void mirrorImages_data() { addPieces(); }
    void mirrorImages();
    void slowMotion_data() { addPieces(); }
    void slowMotion();
    void howFarADraftAgrees();
    void paceIsTheMiddle();
    void whatIsLeftTakesSoLong();
};

void TestRecord::placesAndPasses() {
    QFETCH(int, project);
    QFETCH(std::string, piece);
    const Program program = pieceOf(project, piece);
    const int all = passCount(program);
    for (int passes = 0; passes <= all; ++passes) {
        const ProgramPlace place = placeAfterPasses(program, passes);
        QCOMPARE(passesBefore(program, place), passes);
        VirtualBed bed(program);
        bed.advance(place);
        QCOMPARE(static_cast<int>(bed.fabric().passes.size()), passes);
    }
    QVERIFY(placeAfterPasses(program, -3) == ProgramPlace{});
    QVERIFY((placeAfterPasses(program, all + 7) == ProgramPlace{program.operations.size(), 0}));
}

void TestRecord::theCounterCanBeSetInItsStretch() {
    QFETCH(int, project);
    QFETCH(std::string, piece);
    const Program program = pieceOf(project, piece);
    for (int passes = 5; passes < passCount(program); passes += 37) {
        const ProgramPlace place = placeAfterPasses(program, passes);
        const CounterStretch stretch = counterStretch(program, place);
        QVERIFY(!placeAtRow(program, place, stretch.first - 1));
        QVERIFY(!placeAtRow(program, place, stretch.last + 1));
        for (int row = stretch.first; row <= stretch.last; ++row) {
            const auto at = placeAtRow(program, place, row);
            QVERIFY(at);
            VirtualBed bed(program);
            bed.advance(*at);
            QCOMPARE(bed.counter(), row);
        }
        VirtualBed here(program);
        here.advance(place);
        QVERIFY(placeAtRow(program, place, here.counter()) == place);
    }
}

void TestRecord::mistakesAreCarried() {
    QFETCH(int, project);
    QFETCH(std::string, piece);
    const Program program = pieceOf(project, piece);
    const std::vector<int> drafted = widths(knit(program));
    int carriedOn = 0;
    for (int passes = 1; passes < passCount(program); ++passes)
        for (const Side side : {Side::left, Side::right})
            for (const int times : {1, -1}) {
                const ProgramPlace place = placeAfterPasses(program, passes);
                const auto correction = carried(program, place, {side, times});
                if (!correction || anyError(correction->findings))
                    continue;
                ++carriedOn;
                // What is made good all at once may crowd a needle; nothing else is found.
                const auto onlyCrowded = [](const std::vector<Finding>& findings) {
                    return std::ranges::all_of(findings,
                                               [](const Finding& each) { return each.code == "needle_crowded"; });
                };
                QVERIFY2(onlyCrowded(correction->findings), listed(correction->findings));
                // The same row, and the rest knits to the end.
                QCOMPARE(passesBefore(correction->program, correction->place), passes);
                const Fabric fabric = knit(correction->program);
                QVERIFY2(onlyCrowded(fabric.findings), listed(fabric.findings));
                const std::vector<int> made = widths(fabric);
                QCOMPARE(made.size(), drafted.size());
                // One stitch off from the mistake to where it is made good, and nowhere else.
                std::vector<std::size_t> off;
                for (std::size_t row = 0; row < made.size(); ++row)
                    if (made[row] != drafted[row]) {
                        QCOMPARE(std::abs(made[row] - drafted[row]), correction->stitches);
                        off.push_back(row);
                    }
                QVERIFY(!off.empty());
                QCOMPARE(off.back() - off.front() + 1, off.size());
                QCOMPARE(fabric.passes[off.front()].row, correction->fromRow + 1);
                QCOMPARE(fabric.passes[off.back()].row, correction->goodRow);
                QVERIFY(off.front() < static_cast<std::size_t>(passes));
                QVERIFY(off.back() + 1 >= static_cast<std::size_t>(passes));
            }
    // A straight back has nothing to carry.
    const bool shaped = std::ranges::any_of(program.operations, [](const Operation& each) {
        return std::holds_alternative<operation::Increase>(each.action) ||
               std::holds_alternative<operation::Decrease>(each.action);
    });
    QCOMPARE(carriedOn > 0, shaped);
}

void TestRecord::whatCannotBeCarried() {
    const Program sleeve = pieceOf(0, pieces::leftSleeve.text());
    // Nothing is shaped yet at the beginning, and nothing more at the end.
    QVERIFY(!carried(sleeve, placeAfterPasses(sleeve, 3), {Side::left, 1}));
    QVERIFY(!carried(sleeve, {sleeve.operations.size(), 0}, {Side::left, 1}));
    QVERIFY(!mendedFrom(sleeve, placeAfterPasses(sleeve, 3), Side::left));
    const auto from = mendedFrom(sleeve, {sleeve.operations.size(), 0}, Side::right);
    QVERIFY(from);
    QCOMPARE(std::get<operation::Increase>(sleeve.operations[from->operation].action).side, Side::right);
}

void TestRecord::mirrorImages() {
    QFETCH(int, project);
    QFETCH(std::string, piece);
    const Program program = pieceOf(project, piece);
    QVERIFY(!hangsFromOthers(program));
    const Program image = mirrorImage(program);
    QVERIFY(image != program);
    QVERIFY(mirrorImage(image) == program);
    const Fabric there = knit(program);
    const Fabric here = knit(image);
    QVERIFY2(here.findings.empty(), listed(here.findings));
    QCOMPARE(widths(here), widths(there));
    QCOMPARE(here.loops.size(), there.loops.size());
    for (std::size_t i = 0; i < here.passes.size(); ++i) {
        QCOMPARE(here.passes[i].from, opposite(there.passes[i].from));
        const auto slot = [&](const Fabric& fabric, Side side) {
            return static_cast<int>(fabric.loops[fabric.passes[i].end(side)].slot);
        };
        QCOMPARE(slot(here, Side::left), -1 - slot(there, Side::right));
    }
    for (const auto& [name, loops] : there.kept) {
        std::string other = name;
        for (const auto& [from, to] : {std::pair<std::string, std::string>{"left", "right"}, {"right", "left"}})
            if (name.find(from) != std::string::npos)
                other.replace(name.find(from), from.size(), to);
        QCOMPARE(here.kept.at(other).size(), loops.size());
    }
}

void TestRecord::slowMotion() {
    QFETCH(int, project);
    QFETCH(std::string, piece);
    const Program program = pieceOf(project, piece);
    Program slow = program;
    slow.operations.clear();
    VirtualBed bed(program);
    for (std::size_t i = 0; i < program.operations.size(); ++i) {
        const auto taken = inSlowMotion(program.operations[i], bed);
        QVERIFY(!taken.empty());
        slow.operations.insert(slow.operations.end(), taken.begin(), taken.end());
        bed.advance({i + 1, 0});
    }
    QVERIFY(slow.operations.size() > program.operations.size() + 50);
    const Fabric whole = knit(program);
    const Fabric apart = knit(slow);
    QVERIFY2(apart.findings.empty(), listed(apart.findings));
    QCOMPARE(widths(apart), widths(whole));
    QCOMPARE(apart.loops.size(), whole.loops.size());
    QCOMPARE(apart.kept.size(), whole.kept.size());
    for (const auto& [name, loops] : whole.kept)
        QCOMPARE(apart.kept.at(name).size(), loops.size());
    for (const auto& [name, loops] : whole.bound)
        QCOMPARE(apart.bound.at(name).size(), loops.size());
}

void TestRecord::howFarADraftAgrees() {
    Project project = odilesPullover();
    const Program begun = work(project).piece(pieces::front)->program;
    const ProgramPlace half = placeAfterPasses(begun, 150);
    QVERIFY(sharedUntil(begun, half, begun).begun == half);
    QVERIFY(sharedUntil(begun, half, begun).drafted == half);
    // A deeper neck is out of reach only above where it begins.
    project.ease[static_cast<std::size_t>(Measure::frontNeckDepth)] = {Ease::Kind::length, 30.0};
    const Program deeper = work(project).piece(pieces::front)->program;
    QVERIFY(deeper != begun);
    for (int passes = 0; passes <= passCount(begun); ++passes) {
        const ProgramPlace place = placeAfterPasses(begun, passes);
        const SharedPlace shared = sharedUntil(begun, place, deeper);
        QCOMPARE(passesBefore(begun, shared.begun), passesBefore(deeper, shared.drafted));
        QVERIFY(passesBefore(begun, shared.begun) <= passes);
        QCOMPARE(passesBefore(begun, shared.begun), std::min(passes, 227));
        // Both beds look alike there.
        VirtualBed a(begun);
        a.advance(shared.begun);
        VirtualBed b(deeper);
        b.advance(shared.drafted);
        QCOMPARE(a.counter(), b.counter());
        QCOMPARE(a.carriage(), b.carriage());
        QCOMPARE(a.fabric().loops.size(), b.fabric().loops.size());
    }
    // Another width agrees from nothing on.
    project.ease[static_cast<std::size_t>(Measure::chest)] = {Ease::Kind::length, 200.0};
    const Program wider = work(project).piece(pieces::front)->program;
    QCOMPARE(passesBefore(begun, sharedUntil(begun, half, wider).begun), 0);
}

void TestRecord::paceIsTheMiddle() {
    std::vector<TimedStep> steps(19, {true, 4.0});
    QVERIFY(!pace(steps)); // too few to tell
    steps.push_back({true, 6.0});
    QCOMPARE(pace(steps)->row, 4.0);
    QCOMPARE(pace(steps)->byHand, 16.0); // not timed yet
    steps.insert(steps.end(), {{false, 50.0}, {false, 20.0}, {false, 30.0}});
    QCOMPARE(pace(steps)->byHand, 30.0);
    // The telephone, a step that went along, a clock that was set back.
    steps.insert(steps.end(), 30, {true, 4000.0});
    steps.insert(steps.end(), 30, {true, 0.01});
    steps.insert(steps.end(), 30, {false, -3600.0});
    QCOMPARE(pace(steps)->row, 4.0);
    QCOMPARE(pace(steps)->byHand, 30.0);
}

void TestRecord::whatIsLeftTakesSoLong() {
    const Program program = pieceOf(1, pieces::front.text());
    const Pace known{5.0, 40.0};
    const std::vector<ProgramStep> all = steps(program);
    QCOMPARE(secondsLeft(program, {program.operations.size(), 0}, known), 0.0);
    // Going through it step by step takes off what the step takes, and nothing else.
    ProgramPlace place;
    double left = secondsLeft(program, place, known);
    int rows = 0;
    int byHand = 0;
    while (const ProgramStep* next = stepAt(all, place)) {
        ++(next->isRows ? rows : byHand);
        place = nextPlace(program, all, place);
        QCOMPARE(isAfterRow(program, place), next->isRows);
        const double then = secondsLeft(program, place, known);
        QCOMPARE(left - then, next->isRows ? 5.0 : 40.0);
        left = then;
    }
    QCOMPARE(left, 0.0);
    QCOMPARE(rows, passCount(program));
    QVERIFY(byHand > 20);
}

QTEST_APPLESS_MAIN(TestRecord)
#include "tst_record.moc"
