// SPDX-License-Identifier: GPL-3.0-or-later
// What is knitted on two beds: the laws of racking, of one bed alone and of what stands across; rib with its rounds;
// and hats that are ribbed to the top, looked at from the fabric.
#include "support/bed_programs.h"
#include "support/check_property.h"
#include "support/projects.h"
#include "support/random_projects.h"
#include "support/tails.h"

#include "core/article/articles.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "core/ground/two_beds.h"
#include "core/knitting/across_program.h"
#include "core/knitting/two_bed_program.h"
#include "core/knitting/wording.h"
#include "core/record/corrections.h"

#include <QTest>

#include <algorithm>

using namespace vestimen;
using namespace vestimen::test;

namespace {

using Codes = std::vector<std::string>;

constexpr std::array ribs = {WeltKind::twoBedRib, WeltKind::twoByOneRib, WeltKind::twoByTwoRib,
                             WeltKind::everyNeedleRib};

/// Three stitches on the main bed and two behind, each in a gap; then these; then all off.
Program onTwoBeds(std::vector<Action> actions, bool halfPitch = true) {
    std::vector<Action> all = {
        op::CastOn{.method = CastOnMethod::zigzag, .from = at("L2"), .to = at("R3"), .every = 2},
        op::CastOn{.method = CastOnMethod::zigzag, .from = at("b:L1"), .to = at("b:R2"), .every = 2}};
    all.insert(all.end(), actions.begin(), actions.end());
    Program result = program(std::move(all));
    result.machine.beds = 2;
    result.machine.halfPitch = halfPitch;
    result.operations.push_back({op::TakeOff{at("L2"), at("R3"), operation::Onto::holder, "front"}, {}});
    result.operations.push_back({op::TakeOff{at("b:L1"), at("b:R2"), operation::Onto::holder, "behind"}, {}});
    return result;
}

op::Knit rows(int rows, operation::Beds beds = operation::Beds::both) {
    return {.rows = Rows(rows), .yarn = slate, .beds = beds};
}

/// Where loops stand along the beds, in halves of a needle.
int placeOf(const Loop& loop, int rack) {
    return 2 * (loop.slot + (loop.bed == Bed::second ? rack : 0)) + (loop.bed == Bed::second ? 1 : 0);
}

std::vector<Loop> loopsOf(const Fabric& fabric, const Pass& pass) {
    std::vector<Loop> all;
    for (LoopId id = pass.firstLoop; id < pass.firstLoop + pass.loopCount; ++id)
        all.push_back(fabric.loops[id]);
    return all;
}

/// Knitted loops that are no parent of another, and not kept: they would run. Those of the last row are drawn up, or
/// lie on a needle with what is.
int uncaught(const Fabric& fabric, const Program& program) {
    std::vector<int> uses(fabric.loops.size(), 0);
    for (const Loop loop : fabric.loops)
        if (loop.parent != noLoop)
            ++uses[loop.parent];
    for (const auto& [of, parent] : fabric.moreParents)
        ++uses[parent];
    for (const auto& [name, loops] : fabric.kept)
        for (const LoopId loop : loops)
            ++uses[loop];
    int all = 0;
    const auto last =
        std::find_if(fabric.passes.rbegin(), fabric.passes.rend(), [](const Pass& pass) { return !pass.protects; });
    for (LoopId id = 0; id < last->firstLoop; ++id) {
        const Loop loop = fabric.loops[id];
        all += uses[id] == 0 && loop.kind == LoopKind::knit && !protects(program.yarns[loop.yarn].role) ? 1 : 0;
    }
    return all;
}

int number(const Worked& worked, CountKey key) {
    return std::get<int>(worked.workings.at(key).result);
}

Project hatOnTwoBeds(const Hat& hat) {
    Project project = somebodys(hat);
    project.machine.beds = 2;
    return project;
}

/// A row over both beds, from left to right: where it stands on the main bed, and where behind.
std::string beds(const Fabric& fabric, const Pass& pass) {
    std::vector<Loop> all = loopsOf(fabric, pass);
    std::ranges::sort(all, {}, [](const Loop& loop) { return placeOf(loop, 0); });
    std::string text;
    for (const Loop& loop : all)
        text += loop.bed == Bed::main ? 'f' : 'b';
    return text;
}

/// What such a row is: the craft's own arrangement, written out.
std::string arranged(WeltKind kind, int stitches) {
    const char* repeat = kind == WeltKind::twoByOneRib ? "ffb" : kind == WeltKind::twoByTwoRib ? "ffbb" : "fb";
    std::string text;
    while (static_cast<int>(text.size()) < stitches)
        text += repeat;
    return text.substr(0, static_cast<std::size_t>(stitches));
}

} // namespace

class TestTwoBeds : public QObject {
    Q_OBJECT

private slots:
    void theSecondBedIsRackedByOne();
    void rackingBeyond();
    void rackedNeedlesMeetOthers();
    void onlyWhatStandsAcrossGoesOver();
    void aBedKnitsAlone();
    void aRoundIsOneRowOfTheEdge();
    void loopsLieAsNeedlesStand();
    void allOfItIsInFiles();
    void allOfItIsSaid();
    void racksComeBack();
    void bothBedsCloseUpByTurns_data();
    void bothBedsCloseUpByTurns();
    void aRibHasItsSections_data();
    void aRibHasItsSections();
    void aRibThatIsKnittedDown();
    void aHatIsRibbedToTheTop_data();
    void aHatIsRibbedToTheTop();
    void itsSwatchIsRibbed();
    void everyRibbedHatRunsClean();
};

void TestTwoBeds::theSecondBedIsRackedByOne() {
    QCOMPARE(codes(onTwoBeds(
                 {rows(2), op::Rack{1}, rows(1), op::Rack{2}, rows(1), op::Rack{1}, rows(1), op::Rack{0}, rows(1)})),
             Codes{});
    // Two at once strain the yarn that goes from bed to bed.
    QCOMPARE(codes(onTwoBeds({rows(2), op::Rack{2}, rows(2)})), Codes{"rack_strain"});
    QCOMPARE(codes(onTwoBeds({rows(2), op::Rack{1}, op::Rack{2}, rows(2)})), Codes{"rack_strain"});
    QCOMPARE(codes(onTwoBeds({rows(2), op::Rack{1}, rows(1), op::Rack{-1}, rows(1)})), Codes{"rack_strain"});
    // Not where nothing goes from bed to bed.
    Program before =
        program({op::Rack{3}, op::CastOn{.from = at("L3"), .to = at("R3")}, rows(2), op::Rack{0}, rows(2), allOff()});
    before.machine.beds = 2;
    QCOMPARE(codes(before), Codes{});
}

void TestTwoBeds::rackingBeyond() {
    QCOMPARE(codes(program({op::CastOn{.from = at("L3"), .to = at("R3")}, op::Rack{1}, rows(2), allOff()})),
             Codes{"rack_beyond"});
    Program far = program({op::Rack{6}, op::Rack{-6}, op::Rack{5}, op::Rack{-5},
                           op::CastOn{.from = at("L3"), .to = at("R3")}, rows(2), allOff()});
    far.machine.beds = 2;
    QCOMPARE(knit(far).findings.size(), std::size_t{2});
    QCOMPARE(codes(far), Codes{"rack_beyond"});
    far.machine.racking = 6;
    QCOMPARE(codes(far), Codes{});
}

void TestTwoBeds::rackedNeedlesMeetOthers() {
    QCOMPARE(codes(onTwoBeds({rows(2)}, false)), Codes{});
    QCOMPARE(codes(onTwoBeds({rows(2), op::Rack{1}, rows(1)}, false)), Codes{"head_on"});
    QCOMPARE(codes(onTwoBeds({rows(2), op::Rack{1}, rows(1)}, true)), Codes{});
}

void TestTwoBeds::onlyWhatStandsAcrossGoesOver() {
    const auto over = [](const char* from, const char* to, bool halfPitch, int rack = 0) {
        const Codes found = codes(onTwoBeds({rows(2), op::Rack{rack}, op::Transfer{{{at(from), at(to)}}}}, halfPitch));
        return std::ranges::count(found, "not_across") > 0;
    };
    QCOMPARE(over("b:L1", "L1", false), false);
    QCOMPARE(over("b:L1", "R1", false), true);
    QCOMPARE(over("b:L1", "L2", false), true);
    // Offset by half a needle it stands between two.
    QCOMPARE(over("b:L1", "L1", true), false);
    QCOMPARE(over("b:L1", "R1", true), false);
    QCOMPARE(over("b:L1", "L2", true), true);
    // Racked, it stands before another.
    QCOMPARE(over("b:L1", "R1", false, 1), false);
    QCOMPARE(over("b:L1", "L1", false, 1), true);
    QCOMPARE(over("R1", "b:L1", false, 1), false);
}

void TestTwoBeds::aBedKnitsAlone() {
    const Program round =
        onTwoBeds({rows(1), rows(1, operation::Beds::main), rows(1, operation::Beds::second), rows(1)});
    QCOMPARE(codes(round), Codes{});
    const Fabric fabric = knit(round);
    QCOMPARE(fabric.passes.size(), std::size_t{4});
    for (const auto& [pass, main, second] : {std::tuple{0, 3, 2}, {1, 3, 0}, {2, 0, 2}, {3, 3, 2}}) {
        const std::vector<Loop> loops = loopsOf(fabric, fabric.passes[static_cast<std::size_t>(pass)]);
        QCOMPARE(std::ranges::count(loops, Bed::main, [](const Loop& loop) { return loop.bed; }), main);
        QCOMPARE(std::ranges::count(loops, Bed::second, [](const Loop& loop) { return loop.bed; }), second);
    }
    // The loops of the other bed waited: the last row's hang from those of the row before theirs.
    const Pass& last = fabric.passes.back();
    for (const Loop& loop : loopsOf(fabric, last)) {
        const Pass& under = fabric.passes[loop.bed == Bed::main ? 1 : 2];
        QVERIFY(loop.parent >= under.firstLoop && loop.parent < under.firstLoop + under.loopCount);
    }
    QCOMPARE(uncaught(fabric, round), 0);
    // A bed on which nothing hangs knits nothing.
    Program bare =
        program({op::CastOn{.from = at("L3"), .to = at("R3")}, rows(2), rows(1, operation::Beds::second), allOff()});
    bare.machine.beds = 2;
    QCOMPARE(codes(bare), Codes{"nothing_knits"});
}

void TestTwoBeds::aRoundIsOneRowOfTheEdge() {
    Program program = onTwoBeds({rows(2), rows(1, operation::Beds::main), rows(1, operation::Beds::second),
                                 rows(1, operation::Beds::main), rows(1, operation::Beds::second), rows(1)});
    program.edges = {{"seam_left", Side::left, 1, 7}};
    const Fabric fabric = knit(program);
    QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
    QCOMPARE(fabric.edgeRows("seam_left"), 5);
    for (const LoopId loop : fabric.edge("seam_left"))
        QVERIFY(fabric.loops[loop].bed == Bed::main);
}

/// The yarn goes from needle to needle as they stand, racked or not, whichever way the carriage goes.
void TestTwoBeds::loopsLieAsNeedlesStand() {
    std::vector<Action> actions = {rows(2)};
    const std::vector<int> racks = {1, 2, 1, 0, -1, -2, -1, 0};
    for (const int rack : racks) {
        actions.emplace_back(op::Rack{rack});
        actions.emplace_back(rows(1));
    }
    const Fabric fabric = knit(onTwoBeds(std::move(actions)));
    QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
    for (std::size_t i = 0; i < fabric.passes.size(); ++i) {
        const Pass& pass = fabric.passes[i];
        QCOMPARE(pass.loopCount, LoopId{5});
        const int rack = i < 2 ? 0 : racks[i - 2];
        const std::vector<Loop> loops = loopsOf(fabric, pass);
        for (std::size_t at = 1; at < loops.size(); ++at)
            QCOMPARE(placeOf(loops[at], rack) > placeOf(loops[at - 1], rack), pass.from == Side::left);
    }
}

void TestTwoBeds::allOfItIsInFiles() {
    Program program = onTwoBeds(
        {rows(2), op::Rack{-1}, rows(1, operation::Beds::main), rows(1, operation::Beds::second), op::Rack{0}});
    auto& knit = std::get<op::Knit>(program.operations[2].action);
    knit.size = StitchSize{12};
    knit.secondSize = StitchSize{15};
    QVERIFY(programFromJson(toJson(program)) == program);
    // A machine of one bed has no other.
    program.machine.beds = 1;
    QVERIFY_THROWS_EXCEPTION(std::exception, programFromJson(toJson(program)));
}

void TestTwoBeds::allOfItIsSaid() {
    const Program program =
        onTwoBeds({op::Knit{.rows = Rows(2), .yarn = slate, .size = StitchSize{12}, .secondSize = StitchSize{15}},
                   op::Rack{-1}, rows(1, operation::Beds::main), rows(1, operation::Beds::second), op::Rack{0}});
    std::string said;
    for (const ProgramStep& step : steps(program))
        said += render(step.text) + "\n";
    for (const char* part : {"on the main bed and", "one needle left of where it began", "On the main bed alone",
                             "On the second bed alone", "back to where it began"})
        QVERIFY2(QString::fromStdString(said).contains(part), qPrintable(QString::fromStdString(said)));
}

void TestTwoBeds::racksComeBack() {
    for (int over = 1; over <= mostRacked; ++over)
        for (int turns = 0; turns <= 60; ++turns) {
            const std::vector<int> racked = rackedTo(turns, over);
            QCOMPARE(static_cast<int>(racked.size()), turns);
            int before = 0;
            int most = 0;
            for (const int each : racked) {
                QVERIFY(std::abs(each - before) <= 1 && each >= 0 && each <= over);
                most = std::max(most, each);
                before = each;
            }
            QCOMPARE(before, 0);
            QCOMPARE(most, std::min(over, turns / 2));
            // It rests at most once, where the turns are odd.
            QVERIFY(std::ranges::adjacent_find(racked) == racked.end() || turns % 2 != 0);
        }
}

void TestTwoBeds::bothBedsCloseUpByTurns_data() {
    QTest::addColumn<int>("kind");
    QTest::addColumn<int>("repeats");
    QTest::addColumn<int>("every");
    for (const WeltKind kind : ribs)
        for (const int repeats : {9, 20, 31})
            for (const int every : {2, 3, 5})
                QTest::addRow("%s, %d, every %d", label(kind), repeats, every) << int(kind) << repeats << every;
}

void TestTwoBeds::bothBedsCloseUpByTurns() {
    QFETCH(int, kind);
    QFETCH(int, repeats);
    QFETCH(int, every);
    const WeltKind rib = static_cast<WeltKind>(kind);
    const TwoBedArrangement stitches = *traits(rib).onTwoBeds;
    for (const Side from : {Side::left, Side::right}) {
        Project project = ilkesPullover();
        putOn(project, genericMachines()[5]);
        ProgramWriter writer(project, "trial", "trial");
        // Whole repeats, and what makes both edges alike.
        const NeedleSpan span =
            centred(Stitches(repeats * stitches.repeat() + (stitches.everyNeedle ? 0 : stitches.front)));
        castOnTwoBeds(writer, span, stitches);
        writer.counterTo(0);
        writer.knit(Rows(3), stitches.stitches(span), writer.size());
        const NeedleSpan left = writeThinnedOnTwoBeds(writer, span, stitches, every, from);
        writer.knit(Rows(3), stitches.stitches(left), writer.size());
        for (const Bed bed : {Bed::main, Bed::second})
            writer.add(operation::TakeOff{Needle::atSlot(left.first.slot(), bed), Needle::atSlot(left.last.slot(), bed),
                                          operation::Onto::holder, bed == Bed::main ? "front" : "behind"});
        const Program program = writer.take();
        Fabric fabric = knit(program);
        std::erase_if(fabric.findings, [](const Finding& each) { return each.code == "nothing_there"; }); // in the gaps
        QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
        // One of every so many repeats went onto its neighbour, and what is left is a rib as it was.
        const int gone = (stitches.repeats(span.size()) - 2) / every + 1;
        QCOMPARE(left.size(), span.size() - gone * stitches.repeat());
        if (!stitches.everyNeedle) {
            QCOMPARE(beds(fabric, fabric.passes.front()), arranged(rib, span.size()));
            QCOMPARE(beds(fabric, fabric.passes.back()), arranged(rib, left.size()));
        }
        // Loops doubled lie on their like: plain on plain, purl on purl.
        for (const auto& [of, parent] : fabric.moreParents)
            QVERIFY(fabric.loops[of].bed == fabric.loops[parent].bed);
        // The beds take turns, group by group, and neither is ever two groups ahead.
        int ahead = 0;
        for (const Operation& each : program.operations)
            if (const auto* transfer = std::get_if<operation::Transfer>(&each.action)) {
                ahead += transfer->moves.front().first.bed() == Bed::main ? 1 : -1;
                QVERIFY(std::abs(ahead) <= 1);
            }
    }
}

void TestTwoBeds::aRibHasItsSections_data() {
    QTest::addColumn<int>("kind");
    QTest::addColumn<int>("rounds");
    QTest::addColumn<int>("racked");
    for (const WeltKind kind : ribs)
        for (const int rounds : {0, 1, 3})
            for (const int racked : {0, 1, 2})
                QTest::addRow("%s, %d rounds, racked %d", label(kind), rounds, racked) << int(kind) << rounds << racked;
}

void TestTwoBeds::aRibHasItsSections() {
    QFETCH(int, kind);
    QFETCH(int, rounds);
    QFETCH(int, racked);
    Welt rib{static_cast<WeltKind>(kind), Length::millimetres(50), 0.0};
    rib.making.rounds = rounds;
    rib.making.linking = rounds;
    rib.making.racked = racked;
    rib.making.secondLooser = racked;
    Hat hat;
    hat.brim = rib;
    Sock sock;
    sock.cuff = rib;
    for (const auto& [article, count] :
         {std::pair{Article(hat), CountKey("brim_rows")}, {Article(sock), CountKey("cuff_rows")}}) {
        Project project = somebodys(article);
        project.machine.beds = 2;
        const Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        const auto& [program, fabric] = std::tie(worked.pieces.front().program, worked.pieces.front().fabric);
        QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
        QVERIFY(projectFromJson(toJson(project)) == project);
        // From the fabric: rounds, then rows over both beds, then rounds, and from there on the main bed.
        std::vector<std::pair<char, int>> runs;
        int over = 0;
        for (const Pass& pass : fabric.passes) {
            const std::vector<Loop> loops = loopsOf(fabric, pass);
            const auto behind = std::ranges::count(loops, Bed::second, [](const Loop& loop) { return loop.bed; });
            const char what = behind == 0 ? 'm' : behind == static_cast<std::ptrdiff_t>(loops.size()) ? 's' : 'b';
            if (runs.empty() || runs.back().first != what)
                runs.emplace_back(what, 0);
            ++runs.back().second;
            over += what == 'b' ? 1 : 0;
        }
        std::string order;
        for (const auto& [what, times] : runs)
            order += what;
        std::string wanted;
        for (int i = 0; i < rounds; ++i)
            wanted += "ms";
        wanted += "b";
        for (int i = 0; i < rounds; ++i)
            wanted += "ms";
        QVERIFY2(order.starts_with(wanted + "m"), order.c_str());
        // A round is a row of the depth, and so is the one that knits two together.
        QCOMPARE(over + rounds + (kind == int(WeltKind::everyNeedleRib) ? 1 : 0), number(worked, count));
        QCOMPARE(fabric.edgeRows("seam_left"), fabric.edgeRows("seam_right"));
        QCOMPARE(uncaught(fabric, program), 0);
        // The second bed comes back, and was away if it should be.
        int rack = 0;
        int away = 0;
        bool ownSize = false;
        std::optional<StitchSize> onMain;
        for (const Operation& each : program.operations) {
            if (const auto* now = std::get_if<op::Rack>(&each.action)) {
                rack = now->to;
                away = std::max(away, rack);
            }
            const auto* knit = std::get_if<op::Knit>(&each.action);
            ownSize = ownSize || (knit && knit->secondSize && *knit->secondSize != *knit->size);
            if (knit && knit->beds == op::Beds::main)
                onMain = knit->size;
            if (knit && knit->beds == op::Beds::second) // of a round: as the rib has it
                QCOMPARE(onMain && *knit->size != *onMain, racked != 0);
        }
        QCOMPARE(rack, 0);
        QCOMPARE(away, racked == 0 ? 0 : rib.making.rackedOver);
        QCOMPARE(ownSize, racked != 0);
    }
}

/// A border that ends a scarf, and one that begins it: as deep, and both ends of the scarf as wide.
void TestTwoBeds::aRibThatIsKnittedDown() {
    for (const WeltKind kind : ribs) {
        Scarf scarf;
        scarf.border.kind = kind;
        Project project = somebodys(scarf);
        project.machine.beds = 2;
        const Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        const Fabric& fabric = worked.pieces.front().fabric;
        QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
        std::vector<int> over;
        bool on = false;
        for (const Pass& pass : fabric.passes) {
            const bool isOver = beds(fabric, pass).find("fb") != std::string::npos;
            if (isOver && !on)
                over.push_back(0);
            on = isOver;
            if (isOver)
                ++over.back();
        }
        QCOMPARE(over.size(), std::size_t{2});
        // Where every needle works, one more row knits two together at the beginning, and the loose one at the end.
        QCOMPARE(over[0] + (kind == WeltKind::everyNeedleRib ? 1 : 0), over[1]);
    }
}

void TestTwoBeds::aHatIsRibbedToTheTop_data() {
    QTest::addColumn<int>("kind");
    QTest::addColumn<int>("crown");
    for (const WeltKind kind : ribs)
        for (const Crown crown : allCrowns)
            QTest::addRow("%s, crown %d", label(kind), int(crown)) << int(kind) << int(crown);
}

void TestTwoBeds::aHatIsRibbedToTheTop() {
    QFETCH(int, kind);
    QFETCH(int, crown);
    Hat hat;
    hat.brim.kind = static_cast<WeltKind>(kind);
    hat.crown = static_cast<Crown>(crown);
    hat.ribbed = true;
    const Project project = hatOnTwoBeds(hat);
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const WorkedPiece& piece = worked.pieces.front();
    const Fabric& fabric = piece.fabric;
    QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
    // As wide and as high as any other.
    const FabricGauge& gauge = *worked.measured.gauge;
    const Length girth = *withEase(project.wearer, project.ease, Measure::headGirth);
    const Length height = *withEase(project.wearer, project.ease, Measure::headHeight);
    const TwoBedArrangement stitches = *traits(hat.brim.kind).onTwoBeds;
    QVERIFY(abs(gauge.width(Stitches(number(worked, "hat_stitches") - 2)) - girth) <=
            gauge.stitches.unit() * (stitches.repeat() / 2.0 + 0.51));
    QCOMPARE(fabric.edgeRows("seam_left"), number(worked, "brim_rows") + number(worked, "hat_rows") -
                                               (hat.crown == Crown::wedges ? number(worked, "crown_rows") : 0));
    QVERIFY(abs(gauge.height(Rows(number(worked, "brim_rows") + number(worked, "hat_rows"))) - height) <=
            gauge.rows.unit() * 1.51);
    // Both beds up to the crown's end, always as the rib stands; then the main bed alone.
    std::size_t last = 0;
    for (std::size_t i = 0; i < fabric.passes.size(); ++i) {
        const std::string row = beds(fabric, fabric.passes[i]);
        if (row.find('b') == std::string::npos || row.find('f') == std::string::npos)
            continue;
        last = i;
        if (!stitches.everyNeedle)
            QCOMPARE(row, arranged(hat.brim.kind, static_cast<int>(row.size())));
        else
            QCOMPARE(row.size() % 2, std::size_t{1});
    }
    const auto above = static_cast<int>(fabric.passes.size() - 1 - last);
    if (hat.crown == Crown::thinned)
        QCOMPARE(above, 1); // the tight row; then every second one onto its neighbour, with no row after it
    QCOMPARE(uncaught(fabric, piece.program), 0);
}

void TestTwoBeds::itsSwatchIsRibbed() {
    Hat hat;
    hat.brim.kind = WeltKind::twoBedRib;
    Project project = hatOnTwoBeds(hat);
    QVERIFY(!hasFinding(work(project).findings, "other_fabric"));
    std::get<Hat>(project.article).ribbed = true;
    QVERIFY(hasFinding(work(project).findings, "other_fabric"));
    project.swatch.fabric = FabricKind::twoBedRib;
    QVERIFY(!hasFinding(work(project).findings, "other_fabric"));
    // A brim of another kind cannot go on.
    std::get<Hat>(project.article).brim.kind = WeltKind::foldedHem;
    QVERIFY(hasFinding(work(project).findings, "other_fabric"));
    QVERIFY(work(project).sound());
}

void TestTwoBeds::everyRibbedHatRunsClean() {
    int drafted = 0;
    int all = 0;
    CHECK_PROPERTY("ribbed hats", [&] {
        Project project = test::randomProject();
        project.machine.beds = 2;
        Hat hat = randomHat();
        hat.ribbed = true;
        hat.brim.kind = *rc::gen::elementOf(ribs);
        project.article = hat;
        project.pins.clear();
        useUsualEase(project.article, project.ease);
        const Worked worked = work(project);
        ++all;
        if (worked.pieces.empty()) {
            RC_ASSERT(anyError(worked.findings));
            return;
        }
        ++drafted;
        const WorkedPiece& piece = worked.pieces.front();
        const auto isMeant = [](const Finding& finding) { // turns that shall stay open
            return finding.code == "open_turn" && finding.severity == Severity::note;
        };
        for (const Finding& finding : piece.fabric.findings)
            if (!isMeant(finding)) {
                RC_LOG() << toJson(project);
                RC_FAIL(std::string(finding.code.text()) + ", " + render(finding.text));
            }
        RC_ASSERT(programFromJson(toJson(piece.program)) == piece.program);
        RC_ASSERT(piece.fabric.edgeRows("seam_left") == piece.fabric.edgeRows("seam_right"));
        const TwoBedArrangement stitches = *traits(hat.brim.kind).onTwoBeds;
        for (const Pass& pass : piece.fabric.passes) {
            const std::string row = beds(piece.fabric, pass);
            if (stitches.everyNeedle || row.find('b') == std::string::npos || row.find('f') == std::string::npos)
                continue;
            // Racked, its places are others; the needles are as they were.
            RC_ASSERT(row == arranged(hat.brim.kind, static_cast<int>(row.size())));
        }
        if (hat.crown != Crown::wedges) // whose needles are taken off with two stitches on some
            RC_ASSERT(uncaught(piece.fabric, piece.program) == 0);
        test::checkTails(worked);
        // The other way round it runs as well, where the bed has as many needles on either side.
        for (const Finding& finding : knit(mirrorImage(piece.program)).findings)
            if (project.machine.needles.isEven() && !isMeant(finding))
                RC_FAIL(std::string("mirrored: ") + finding.code.text() + ", " + render(finding.text));
    });
    if (all >= 50)
        QVERIFY2(drafted > all / 3, qPrintable(QString("%1 of %2").arg(drafted).arg(all)));
}

QTEST_APPLESS_MAIN(TestTwoBeds)
#include "tst_two_beds.moc"
