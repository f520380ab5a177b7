// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/bed_programs.h"
#include "support/projects.h"

#include "core/format/piece_export.h"
#include "core/knitting/wording.h"

#include <QTest>

using namespace vestimen;
using namespace vestimen::test;
using operation::Shaping;

namespace {

std::string say(Action action) {
    const Program one = program({std::move(action)});
    return render(sentence(one, one.operations[0]));
}

} // namespace

class TestWording : public QObject {
    Q_OBJECT

private slots:
    void everyOperationHasASentence();
    void everySecondNeedleIsSaidSo();
    void rowsHaveTheirStitchSize();
    void bothSidesAreSaidAsOne();
    void sectionsAreFound();
    void placesGoThereAndBack();
    void everyRowIsOnePlace();
};

void TestWording::everySecondNeedleIsSaidSo() {
    const auto said = [](int every) {
        Program program = onSixNeedles({allOff()});
        std::get<op::CastOn>(program.operations[0].action).every = every;
        return toPlainText(program);
    };
    QVERIFY(said(2).find("every second needle") != std::string::npos);
    QVERIFY(said(3).find("every third needle") != std::string::npos);
    QVERIFY(said(5).find("one needle in 5") != std::string::npos);
}

void TestWording::everyOperationHasASentence() {
    QCOMPARE(say(op::CastOn{CastOnMethod::closedLoop, at("L3"), at("R3"), 1, slate, Side::right}),
             std::string("Cast on 6 stitches with slate, L3 to R3, by loops wound on; carriage right."));
    QCOMPARE(say(op::Hold{at("R2"), at("R2")}), std::string("Put R2 to hold."));
    QCOMPARE(say(op::Hold{at("L2"), at("R3")}), std::string("Put L2 to R3 to hold: 5 needles."));
    QCOMPARE(say(op::Release{at("L2"), at("R3")}), std::string("Put L2 to R3 back to work: 5 needles."));
    {
        Program named;
        named.machine.positionNames = {"A", "B", "C", "D"};
        const auto words = [&](Action action) { return render(sentence(named, {std::move(action), std::nullopt})); };
        QCOMPARE(words(op::Hold{at("L2"), at("R3")}), std::string("Put L2 to R3 to D: 5 needles."));
        QCOMPARE(words(op::Release{at("R2"), at("R2")}), std::string("Put R2 back to B."));
    }
    QCOMPARE(say(op::Wrap{at("L7")}), std::string("Lay the yarn under L7."));
    QCOMPARE(say(op::HoldLever{true}), std::string("Set the carriage to hold."));
    QCOMPARE(say(op::BreakYarn{rust}), std::string("Break rust; its end is woven in."));
    QCOMPARE(say(op::JoinYarn{rust, Side::left}), std::string("Join rust; the carriage stands left."));
    QCOMPARE(say(op::Counter{0}), std::string("Set the row counter to 0."));
    QCOMPARE(say(op::Say{"Rest your back.", "pause"}), std::string("Rest your back."));
    QCOMPARE(say(op::Transfer{{{at("R4"), at("R5")}, {at("R3"), at("R4")}}, {}}),
             std::string("Move R3 to R4 over by 1, to the right."));
    QCOMPARE(say(op::Transfer{{{at("L4"), at("L6")}}, {}}), std::string("Move L4 over by 2, to the left."));
    QCOMPARE(say(op::Transfer{{{at("L4"), at("L5")}, {at("R4"), at("R3")}}, {}}),
             std::string("Transfer 2 stitches, the first from L4 to L5."));
    const Action others[] = {op::HoldLever{false},
                             op::Increase{Side::left, 1, Shaping::edge},
                             op::Increase{Side::left, 1, Shaping::fashioned, 2},
                             op::Decrease{Side::left, 1, Shaping::edge},
                             op::Decrease{Side::right, 1, Shaping::fashioned, 3},
                             op::BindOff{Side::left, 4},
                             op::BindOff{Side::left, 4, BindOffMethod::loopThroughLoop, true},
                             op::Transfer{{{at("L1"), at("R1")}}, {}},
                             op::Cross{{at("L1")}, {at("R1")}},
                             op::Place{{at("L1")}, rust},
                             op::Hang{{HangSource{}}, {{at("L1")}}},
                             op::Hang{},
                             op::TakeOff{at("L1"), at("R1"), op::Onto::waste, "neck"},
                             op::TakeOff{at("L1"), at("R1"), op::Onto::holder, "neck"},
                             op::SlipRow{},
                             op::CastOn{.from = at("L1"), .to = at("R1"), .as = "thumb", .ownEnd = true},
                             op::Hang{{HangSource{{}, HangSource::Kind::row, "3"}}, {{at("L1"), at("L1")}}},
                             op::DrawUp{"crown", {}},
                             op::DrawUp{"crown", {Length::millimetres(120), "the seam", Side::left}},
                             op::Drop{at("L1"), Rows(2)},
                             op::Reform{at("L1"), Rows(2)},
                             op::Split{at("L1")},
                             op::Split{at("L1"), Rows(3)},
                             op::MoveCarriage{Side::left},
                             op::Mark{Side::left, "underarm"},
                             op::Mark{at("L1"), "x"}};
    for (const Action& each : others) {
        const std::string words = say(each);
        QVERIFY2(words.size() > 8 && words.back() == '.', words.c_str());
        QVERIFY(words.find('{') == std::string::npos);
    }
}

void TestWording::rowsHaveTheirStitchSize() {
    QCOMPARE(say(op::Knit{Rows(6), slate, StitchSize{19}}), std::string("Knit 6 rows with slate, stitch size 6⅓."));
    QCOMPARE(say(op::Knit{Rows(1), slate, {}}), std::string("Knit 1 row with slate, stitch size as it is."));
}

void TestWording::bothSidesAreSaidAsOne() {
    const Program both = onSixNeedles({op::Increase{Side::left, 1, Shaping::fashioned, 2},
                                       op::Increase{Side::right, 1, Shaping::fashioned, 2}, op::Knit{Rows(2), slate}});
    const auto list = steps(both);
    QCOMPARE(list.size(), 3u);
    QCOMPARE(render(list[1].text),
             std::string("Move the outer 2 stitches out by one, both sides; fill each gap from the bar beside it."));
    QCOMPARE(list[1].to.operation, 3u);
    QVERIFY(!mirrored({op::Increase{Side::left}, {}}, {op::Increase{Side::left}, {}}));
    QVERIFY(!mirrored({op::Increase{Side::left, 1}, {}}, {op::Increase{Side::right, 2}, {}}));
    QVERIFY(mirrored({op::Decrease{Side::left}, {}}, {op::Decrease{Side::right}, {}}));
    QVERIFY(mirrored({op::Mark{Side::left, "a"}, {}}, {op::Mark{Side::right, "a"}, {}}));
    QVERIFY(!mirrored({op::Mark{Side::left, "a"}, {}}, {op::Mark{Side::right, "b"}, {}}));
}

void TestWording::sectionsAreFound() {
    const Program parts = onSixNeedles(
        {op::Say{"welt", "section"}, op::Knit{Rows(2), slate}, op::Say{"body", "section"}, op::Knit{Rows(2), slate}});
    QCOMPARE(section(parts, 0), std::string());
    QCOMPARE(section(parts, 2), std::string("welt"));
    QCOMPARE(section(parts, 4), std::string("body"));
    QCOMPARE(section(parts, 99), std::string("body"));
}

void TestWording::placesGoThereAndBack() {
    for (const Project& project : {odilesPullover(), pietsPullover()})
        for (const Worked worked = work(project); const WorkedPiece& piece : worked.pieces) {
            const auto list = steps(piece.program);
            std::vector<ProgramPlace> way = {{}};
            while (true) {
                const ProgramPlace next = nextPlace(piece.program, list, way.back());
                if (next == way.back())
                    break;
                QVERIFY(way.back() < next);
                way.push_back(next);
            }
            QCOMPARE(way.back().operation, piece.program.operations.size());
            for (std::size_t i = way.size() - 1; i > 0; --i) {
                const ProgramPlace before = previousPlace(piece.program, list, way[i]);
                // A section's name may lie between the two.
                QCOMPARE(stepAt(list, before), stepAt(list, way[i - 1]));
                QCOMPARE(before.rowsDone, way[i - 1].rowsDone);
            }
        }
}

void TestWording::everyRowIsOnePlace() {
    const Worked worked = work(odilesPullover());
    const Program& back = worked.piece(pieces::back)->program;
    const auto list = steps(back);
    int rows = 0;
    ProgramPlace place;
    while (const ProgramStep* step = stepAt(list, place)) {
        rows += step->isRows ? 1 : 0;
        place = nextPlace(back, list, place);
    }
    QCOMPARE(rows, passCount(back));
}

QTEST_APPLESS_MAIN(TestWording)
#include "tst_wording.moc"
