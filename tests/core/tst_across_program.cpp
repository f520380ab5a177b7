// SPDX-License-Identifier: GPL-3.0-or-later
// Stitches taken away and made across a row, in every way, on the bed: every way puts every stitch onto the same
// needle.
#include "support/projects.h"

#include "core/bed/virtual_bed.h"
#include "core/format/program_json.h"
#include "core/knitting/across_program.h"
#include "core/knitting/piece_parts.h"
#include "core/shaping/across_row.h"

#include <QTest>

#include <algorithm>
#include <cstdlib>
#include <functional>

using namespace vestimen;
using vestimen::test::ilkesPullover;
using vestimen::test::listed;

namespace {

constexpr Rows before{4};
constexpr Rows after{3};

struct Changed {
    Program program;
    Fabric fabric;
    NeedleSpan span;
    std::size_t lastBefore = 0; ///< the last pass before the change
    std::size_t firstAfter = 0;
};

using Write = std::function<NeedleSpan(ProgramWriter&, NeedleSpan)>;

Changed changed(int over, int change, const Write& write) {
    const Project project = ilkesPullover();
    ProgramWriter writer(project, "trial", "trial");
    const NeedleSpan span = centred(Stitches(over));
    writer.castOn(span, 1, yarns::main);
    writer.counterTo(0);
    writer.knit(before, Stitches(over), writer.size());
    Changed result;
    result.lastBefore = static_cast<std::size_t>(writer.passes()) - 1;
    result.span = write(writer, span);
    result.firstAfter = static_cast<std::size_t>(writer.passes());
    writer.knit(after, Stitches(over + change), writer.size());
    writer.edge("side", Side::left, 1, writer.passes());
    writer.add(operation::BindOff{.all = true});
    result.program = writer.take();
    result.fabric = knit(result.program);
    return result;
}

/// All loops that a loop hangs from, however often they were hung again in between.
std::vector<LoopId> roots(const Fabric& fabric, LoopId loop) {
    std::vector<LoopId> parents = {fabric.loops[loop].parent};
    for (const auto& [of, parent] : fabric.moreParents)
        if (of == loop)
            parents.push_back(parent);
    for (LoopId& parent : parents)
        while (fabric.loops[parent].kind == LoopKind::hung)
            parent = fabric.loops[parent].parent;
    std::ranges::sort(parents, {}, [&](LoopId id) { return fabric.loops[id].slot; });
    return parents;
}

/// The loops of a pass from left to right.
std::vector<LoopId> row(const Fabric& fabric, std::size_t pass) {
    const Pass& knitted = fabric.passes.at(pass);
    std::vector<LoopId> loops;
    for (LoopId i = 0; i < knitted.loopCount; ++i)
        loops.push_back(knitted.firstLoop + i);
    std::ranges::sort(loops, {}, [&](LoopId id) { return fabric.loops[id].slot; });
    return loops;
}

} // namespace

class TestAcrossProgram : public QObject {
    Q_OBJECT

private slots:
    void everyWay_data();
    void everyWay();
    void everyKth_data();
    void everyKth();
    void aCrownIsThinned_data();
    void aCrownIsThinned();
    void whatCannotBeSpreadStays();
    void gatheredShare_data();
    void gatheredShare();
};

void TestAcrossProgram::everyWay_data() {
    QTest::addColumn<int>("over");
    QTest::addColumn<int>("change");
    QTest::addColumn<int>("way");
    for (const int over : {20, 21, 57, 100, 151})
        for (const int change : {-2, -4, -10, 2, 6, 14})
            for (const AcrossWay way : allAcrossWays)
                QTest::addRow("%d, %+d, %s", over, change, label(way)) << over << change << int(way);
    for (const AcrossWay way : allAcrossWays) {
        QTest::addRow("every second stitch goes, %s", label(way)) << 40 << -20 << int(way);
        QTest::addRow("twice as many, %s", label(way)) << 41 << 40 << int(way);
    }
}

void TestAcrossProgram::everyWay() {
    QFETCH(int, over);
    QFETCH(int, change);
    QFETCH(int, way);
    const Changed made = changed(over, change, [&](ProgramWriter& writer, NeedleSpan span) {
        return writeAcross(writer, span, Stitches(change), static_cast<AcrossWay>(way), Rows(7));
    });
    const Fabric& fabric = made.fabric;
    QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
    QCOMPARE(made.span.size(), over + change);
    QCOMPARE(made.span.first, centred(Stitches(over + change)).first);

    // Each stitch of the first row after lies where craft 9 wants it.
    const std::vector<LoopId> old = row(fabric, made.lastBefore);
    const std::vector<LoopId> young = row(fabric, made.firstAfter);
    QCOMPARE(static_cast<int>(old.size()), over);
    QCOMPARE(static_cast<int>(young.size()), over + change);
    const auto places = spread(Stitches(over), Stitches(change), RunEnds::half);
    QVERIFY(places);
    std::size_t next = 0;
    for (int stitch = 1; stitch <= over; ++stitch) {
        const bool event = std::ranges::binary_search(places->positions, stitch);
        if (change < 0 && event) {
            const std::vector<LoopId> both = {old.at(static_cast<std::size_t>(stitch) - 1),
                                              old.at(static_cast<std::size_t>(stitch))};
            QCOMPARE(roots(fabric, young.at(next++)), both);
            ++stitch;
            continue;
        }
        const std::vector<LoopId> one = {old.at(static_cast<std::size_t>(stitch) - 1)};
        QCOMPARE(roots(fabric, young.at(next++)), one);
        if (change > 0 && event) {
            const LoopId parent = fabric.loops[young.at(next++)].parent;
            QCOMPARE(fabric.loops[parent].kind, LoopKind::picked);
        }
    }
    QCOMPARE(next, young.size());

    // The rows that come out again are neither counted nor part of the edge.
    QCOMPARE(static_cast<int>(fabric.edge("side").size()), (before + after).count());
    QCOMPARE(fabric.passes.back().row, (before + after).count());
    QVERIFY(programFromJson(toJson(made.program)) == made.program);
}

void TestAcrossProgram::everyKth_data() {
    QTest::addColumn<int>("over");
    QTest::addColumn<int>("every");
    QTest::addColumn<int>("from");
    QTest::addColumn<int>("way");
    for (const int over : {20, 21, 28, 90})
        for (const int every : {2, 3, 7, 9, 30})
            for (const Side from : {Side::left, Side::right})
                for (const AcrossWay way : allAcrossWays)
                    QTest::addRow("%d, every %dth from the %s, %s", over, every, from == Side::left ? "left" : "right",
                                  label(way))
                        << over << every << int(from) << int(way);
}

void TestAcrossProgram::everyKth() {
    QFETCH(int, over);
    QFETCH(int, every);
    QFETCH(int, from);
    QFETCH(int, way);
    const Side side = static_cast<Side>(from);
    // Counted by hand: the outermost goes, then every kth after it, while it has a neighbour further in.
    std::vector<int> going;
    for (int nth = 0; nth + 1 < over; nth += every)
        going.push_back(side == Side::left ? nth : over - 1 - nth);
    const int left = over - static_cast<int>(going.size());
    const Changed made = changed(over, left - over, [&](ProgramWriter& writer, NeedleSpan span) {
        return writeThinned(writer, span, every, side, static_cast<AcrossWay>(way), Rows(7));
    });
    const Fabric& fabric = made.fabric;
    QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
    QCOMPARE(made.span.size(), left);
    // Where the middle was, or half a needle beside it.
    QVERIFY(std::abs(made.span.first.slot() + made.span.last.slot() -
                     (centred(Stitches(over)).first.slot() + centred(Stitches(over)).last.slot())) <= 1);
    const std::vector<LoopId> old = row(fabric, made.lastBefore);
    const std::vector<LoopId> young = row(fabric, made.firstAfter);
    QCOMPARE(static_cast<int>(young.size()), left);
    std::size_t next = 0;
    for (int stitch = 0; stitch < over; ++stitch) {
        std::vector<LoopId> wanted = {old.at(static_cast<std::size_t>(stitch))};
        const int onto = side == Side::left ? stitch : stitch + 1; // the one of a pair that goes
        if (stitch + 1 < over && std::ranges::find(going, onto) != going.end())
            wanted.push_back(old.at(static_cast<std::size_t>(++stitch)));
        QCOMPARE(roots(fabric, young.at(next++)), wanted);
    }
    QCOMPARE(next, young.size());
}

void TestAcrossProgram::aCrownIsThinned_data() {
    QTest::addColumn<int>("way");
    for (const AcrossWay way : allAcrossWays)
        QTest::addRow("%s", label(way)) << int(way);
}

/// Rounds of every 9th, 8th and so on, begun from the two ends by turns (craft 9).
void TestAcrossProgram::aCrownIsThinned() {
    QFETCH(int, way);
    const Project project = ilkesPullover();
    ProgramWriter writer(project, "trial", "trial");
    NeedleSpan span = centred(Stitches(108));
    writer.castOn(span, 1, yarns::main);
    writer.counterTo(0);
    Side from = Side::left;
    int stitches = 108;
    for (int every = 9; every >= 2; --every) {
        writer.knit(Rows(2), Stitches(stitches), writer.size());
        span = writeThinned(writer, span, every, from, static_cast<AcrossWay>(way), Rows(6));
        from = opposite(from);
        // The last of them has a neighbour only where the count does not come out at it.
        stitches -= (stitches + every - 1) / every - (stitches % every == 1 ? 1 : 0);
        QCOMPARE(span.size(), stitches);
    }
    writer.knit(Rows(1), Stitches(stitches), writer.size());
    writer.add(operation::BindOff{.all = true});
    const Fabric fabric = knit(writer.take());
    QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
    QVERIFY(stitches < 20);
}

void TestAcrossProgram::whatCannotBeSpreadStays() {
    for (const AcrossWay way : allAcrossWays)
        for (const int change : {0, -22, 22}) {
            const Project project = ilkesPullover();
            ProgramWriter writer(project, "trial", "trial");
            const NeedleSpan span = centred(Stitches(20));
            QCOMPARE(writeAcross(writer, span, Stitches(change), way, Rows(6)).size(), 20);
            QVERIFY(writer.take().operations.empty());
        }
}

void TestAcrossProgram::gatheredShare_data() {
    QTest::addColumn<int>("stitches");
    QTest::addColumn<double>("share");
    QTest::addColumn<int>("fewer");
    QTest::addRow("none") << 100 << 0.0 << 0;
    QTest::addRow("a fifth") << 100 << 0.2 << 20;
    QTest::addRow("even, so that both stay centred") << 61 << 0.25 << 16;
    QTest::addRow("never more than half") << 10 << 0.9 << 4;
    QTest::addRow("nothing of nothing") << 0 << 0.4 << 0;
}

void TestAcrossProgram::gatheredShare() {
    QFETCH(int, stitches);
    QFETCH(double, share);
    QFETCH(int, fewer);
    QCOMPARE(gathered(Stitches(stitches), share).count(), fewer);
}

QTEST_APPLESS_MAIN(TestAcrossProgram)
#include "tst_across_program.moc"
