// SPDX-License-Identifier: GPL-3.0-or-later
// Hats, scarves and blankets: counted, written, knitted on the bed, and looked at from the fabric.
#include "support/check_property.h"
#include "support/joins_in_the_hand.h"
#include "support/projects.h"
#include "support/random_projects.h"
#include "support/tails.h"

#include "core/article/articles.h"
#include "core/bed/fabric_picture.h"
#include "core/bed/virtual_bed.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"
#include "core/plan/counting.h"
#include "core/shaping/across_row.h"
#include "core/supplies/supplies.h"
#include "core/ways_out.h"

#include <QTest>

#include <cmath>
#include <functional>
#include <numbers>
#include <ranges>
#include <set>

using namespace vestimen;
using vestimen::test::between;
using vestimen::test::hasFinding;
using vestimen::test::listed;
using vestimen::test::odilesPullover;
using vestimen::test::somebodys;

namespace {

int number(const Worked& worked, CountKey key) {
    return std::get<int>(worked.workings.at(key).result);
}

/// The stitches of the widest row in a stretch of a piece's own rows, from the first that is seen.
std::vector<int> widths(const WorkedPiece& piece) {
    std::vector<int> all;
    for (const Pass& pass : piece.fabric.passes)
        if (!pass.protects)
            all.push_back(test::placesOf(piece, pass));
    return all;
}

int widest(const WorkedPiece& piece) {
    const std::vector<int> all = widths(piece);
    return *std::ranges::max_element(all);
}

/// The bed finds nothing, and each tail is left where the yarn is.
void checkRuns(const Project& project, const Worked& worked) {
    Siblings siblings;
    for (const WorkedPiece& piece : worked.pieces) {
        for (const Finding& finding : piece.fabric.findings)
            if (!(finding.code == "open_turn" && finding.severity == Severity::note)) {
                RC_LOG() << toJson(project);
                RC_FAIL(piece.program.piece + ": " + finding.code.text() + ", " + render(finding.text));
            }
        if (!siblings.empty() && piece.program.operations == worked.pieces.front().program.operations)
            continue; // the same again
        VirtualBed bed(piece.program, &siblings);
        for (std::size_t i = 0; i < piece.program.operations.size(); ++i)
            if (const auto* broken = std::get_if<operation::BreakYarn>(&piece.program.operations[i].action)) {
                bed.advance({i, 0});
                if (broken->tail.length > Length())
                    RC_ASSERT(broken->tail.at == bed.carriage());
            }
        RC_ASSERT(programFromJson(toJson(piece.program)) == piece.program);
        siblings[piece.program.piece] = &piece.fabric;
    }
    for (const Join& join : worked.joins)
        RC_ASSERT(!anyError(join.findings));
    test::checkTails(worked);
    test::checkJoinsInTheHand(project, worked);
    test::checkNothingIsLeftBare(project, worked);
    test::checkSeamsMeet(project, worked);
}

} // namespace

class TestHatAndScarf : public QObject {
    Q_OBJECT

private slots:
    void aHatIsAsWideAndHighAsTheHead_data();
    void aHatIsAsWideAndHighAsTheHead();
    void roundsTakeWhatTheyShould();
    void wedgesAreAlike();
    void theHalfSizeRowIsThere();
    void topsAreHalvedThenTightThenDrawnUp();
    void aMultipleDoesNotWidenInSilence();
    void aTurnedUpBrimIsTwiceAsDeep();
    void aBrimHasItsOwnRows();
    void repeatsComeOutEven();
    void aScarfIsAsLongAsWanted();
    void aBlanketIsKnittedSideways();
    void sidesHaveBorders();
    void panelsMeet();
    void yarnIsUsedUp();
    void whatCannotBeIsSaid_data();
    void whatCannotBeIsSaid();
    void waysOutMend();
    void filesKeepTheKind();
    void everyHatRunsClean();
    void everyScarfRunsClean();
};

void TestHatAndScarf::aHatIsAsWideAndHighAsTheHead_data() {
    QTest::addColumn<int>("crown");
    QTest::addColumn<int>("brim");
    for (const Crown crown : allCrowns)
        for (const WeltKind brim : allWelts)
            QTest::addRow("crown %d, %s", int(crown), label(brim)) << int(crown) << int(brim);
}

void TestHatAndScarf::aHatIsAsWideAndHighAsTheHead() {
    QFETCH(int, crown);
    QFETCH(int, brim);
    Hat hat;
    hat.crown = static_cast<Crown>(crown);
    hat.brim.kind = static_cast<WeltKind>(brim);
    Project project = somebodys(hat);
    project.machine.beds = 2;
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const WorkedPiece& piece = worked.pieces.front();
    QVERIFY2(piece.fabric.findings.empty(), listed(piece.fabric.findings));
    const FabricGauge& gauge = *worked.measured.gauge;
    const Length girth = *withEase(project.wearer, project.ease, Measure::headGirth);
    const Length height = *withEase(project.wearer, project.ease, Measure::headHeight);
    // A twelfth smaller than the head: it stretches over it.
    QVERIFY(girth < project.wearer[Measure::headGirth]->value * 0.93);
    // From the fabric: the widest row without its seam, and rows up the seam and on to the top.
    const std::vector<int> rows = widths(piece);
    const int most = *std::ranges::max_element(rows);
    QVERIFY(abs(gauge.width(Stitches(most - 2)) - girth) <= gauge.stitches.unit() * 1.51);
    const FabricPicture picture = pictureOf(piece.fabric, piece.program);
    QVERIFY2(
        abs(gauge.height(Rows(picture.rows)) - height) <= gauge.rows.unit() * 1.51,
        qPrintable(QString::number(gauge.height(Rows(picture.rows)).mm()) + " for " + QString::number(height.mm())));
    // One seam, as long at both sides.
    QCOMPARE(piece.fabric.edgeRows("seam_left"), piece.fabric.edgeRows("seam_right"));
    QVERIFY(piece.fabric.edgeRows("seam_left") > 0);
    const Project again = projectFromJson(toJson(project));
    QVERIFY(again == project);
}

/// Every 9th, 8th, 7th …: counted from the fabric, row by row, and from the craft's own formula.
void TestHatAndScarf::roundsTakeWhatTheyShould() {
    for (const FirstThinned first : {FirstThinned::outermost, FirstThinned::inRhythm}) {
        Hat hat;
        hat.first = first;
        const Worked worked = work(somebodys(hat));
        QVERIFY2(worked.sound(), listed(worked.findings));
        std::vector<int> rows = widths(worked.pieces.front());
        std::vector<int> levels; // each width once, from the brim up
        for (const int each : rows)
            if (levels.empty() || levels.back() != each)
                levels.push_back(each);
        int now = levels.front();
        std::size_t level = 1;
        int every = 9;
        for (; every >= 2 && now > levels.front() / 3.0; --every) {
            now -= first == FirstThinned::outermost ? (now - 2) / every + 1 : (now - 1) / every;
            QVERIFY(level < levels.size());
            QCOMPARE(levels[level++], now);
        }
        // Then every second one onto its neighbour, a row over what is left, and that hangs on the tail.
        QCOMPARE(levels.size(), level + 1);
        QCOMPARE(levels.back(), now - ((now - 2) / 2 + 1));
        const auto kept = worked.pieces.front().fabric.kept.at("crown");
        QCOMPARE(static_cast<int>(kept.size()), now - ((now - 2) / 2 + 1));
        QCOMPARE(number(worked, "crown_stitches"), static_cast<int>(kept.size()));
        // So the text says how many needles there must be.
        int told = 0;
        for (const Operation& each : worked.pieces.front().program.operations)
            if (const auto* say = std::get_if<operation::Say>(&each.action); say && say->code == "across_left")
                told = std::stoi(say->text);
        QCOMPARE(told, static_cast<int>(kept.size()));
    }
}

void TestHatAndScarf::wedgesAreAlike() {
    for (const int wedges : {3, 4, 6, 8}) {
        Hat hat;
        hat.crown = Crown::wedges;
        hat.wedges = wedges;
        hat.brim.kind = WeltKind::mockRib; // an odd number of stitches: one goes before the wedges
        const Worked worked = work(somebodys(hat));
        QVERIFY2(worked.sound(), listed(worked.findings));
        const Fabric& fabric = worked.pieces.front().fabric;
        std::set<std::size_t> sides;
        std::size_t loops = 0;
        for (int i = 1; i <= wedges; ++i)
            for (const char* side : {"left", "right"}) {
                const auto& kept = fabric.kept.at("wedge_" + std::to_string(i) + "_" + side);
                sides.insert(kept.size());
                loops += kept.size();
            }
        QCOMPARE(sides.size(), 1u); // each side is grafted to another as long
        QVERIFY(static_cast<int>(loops) <= number(worked, "hat_stitches"));
        QVERIFY(static_cast<int>(loops) > number(worked, "hat_stitches") - 2 * wedges);
        QCOMPARE(static_cast<int>(worked.joins.size()), wedges + 1);
        // As high as the rim is far from the middle, on a head that is round.
        const FabricGauge& gauge = *worked.measured.gauge;
        const double radius = gauge.width(Stitches(number(worked, "hat_stitches") - 2)).mm() / (2 * std::numbers::pi);
        QVERIFY(std::abs(gauge.height(Rows(number(worked, "crown_rows"))).mm() - radius) < 4.0);
        // Every loop of a wedge's side lies higher than the one beside it towards the rim's corner, or as high.
        const auto& side = fabric.kept.at("wedge_1_left");
        for (std::size_t i = 1; i < side.size(); ++i)
            QVERIFY(fabric.row(side[i]) >= fabric.row(side[i - 1]));
    }
}

void TestHatAndScarf::theHalfSizeRowIsThere() {
    for (const Crown crown : {Crown::gathered, Crown::thinned}) {
        Hat hat;
        hat.crown = crown;
        const Project project = somebodys(hat);
        const Worked worked = work(project);
        int last = 0;
        for (const Pass& pass : worked.pieces.front().fabric.passes)
            if (!pass.protects)
                last = pass.size->steps;
        const int usual = project.swatch.size.steps;
        QCOMPARE(last, usual / 2); // on the dial's own steps
    }
}

/// As hands do it: every second stitch onto its neighbour in one go, the bare needles stay out; then the tight row over
/// what is left, and the tail through just these loops.
void TestHatAndScarf::topsAreHalvedThenTightThenDrawnUp() {
    for (const int steps : {19, 11, 18}) // 6⅓, 3⅔ and 6
        for (const Crown crown : {Crown::gathered, Crown::thinned}) {
            Hat hat;
            hat.crown = crown;
            Project project = somebodys(hat);
            project.swatch.size = {steps};
            const Worked worked = work(project);
            QVERIFY2(worked.sound(), listed(worked.findings));
            const WorkedPiece& piece = worked.pieces.front();
            const auto& operations = piece.program.operations;
            const auto drawn = std::ranges::find_if(operations, [](const Operation& each) {
                return std::holds_alternative<operation::DrawUp>(each.action);
            });
            QVERIFY(drawn != operations.end());
            const operation::Knit* tight = nullptr;
            const operation::Transfer* halved = nullptr;
            for (auto each = operations.begin(); each != drawn; ++each) {
                if (const auto* knit = std::get_if<operation::Knit>(&each->action)) {
                    tight = knit;
                } else if (const auto* moves = std::get_if<operation::Transfer>(&each->action)) {
                    halved = moves;
                    tight = nullptr;
                }
            }
            QVERIFY(tight && halved); // the row comes after it
            QCOMPARE(tight->rows, Rows(1));
            QCOMPARE(tight->size->steps, steps / 2);
            const Pass& last = piece.fabric.passes.back();
            const Pass& before = *std::ranges::find_if(std::views::reverse(piece.fabric.passes) | std::views::drop(1),
                                                       [](const Pass& pass) { return !pass.protects; });
            QCOMPARE(halved->moves.size(), std::size_t(before.loopCount / 2));
            for (const auto& [from, to] : halved->moves)
                QCOMPARE(std::abs(from.slot() - to.slot()), 1);
            QCOMPARE(last.loopCount, before.loopCount - before.loopCount / 2);
            QCOMPARE(piece.fabric.kept.at("crown").size(), std::size_t(last.loopCount));
            QCOMPARE(number(worked, "crown_stitches"), int(last.loopCount));
            // No two that are left stand beside each other where one between went.
            for (LoopId loop = last.firstLoop + 1; loop < last.firstLoop + last.loopCount; ++loop)
                QVERIFY(std::abs(piece.fabric.loops[loop].slot - piece.fabric.loops[loop - 1].slot) >= 1);
        }
}

void TestHatAndScarf::aTurnedUpBrimIsTwiceAsDeep() {
    Hat hat;
    hat.brim.kind = WeltKind::mockRib;
    const Worked flat = work(somebodys(hat));
    hat.turnedUp = true;
    const Worked turned = work(somebodys(hat));
    QVERIFY(std::abs(number(turned, "brim_rows") - 2 * number(flat, "brim_rows")) <= 2);
    // The hat above it stays as high: half of the brim lies on the other half.
    QVERIFY(std::abs(number(turned, "hat_rows") - number(flat, "hat_rows")) <= 1);
    QVERIFY(render(turned.joins.back().tailSide).find("turn") != std::string::npos);
}

void TestHatAndScarf::aBrimHasItsOwnRows() {
    Hat hat;
    hat.brim.kind = WeltKind::latchedRib;
    const Worked before = work(somebodys(hat));
    hat.brimRows = 50;
    const Worked after = work(somebodys(hat));
    QCOMPARE(number(after, "brim_rows"), 26); // 50 mm of 50 rows in 100 mm, even: 25 is as near to 26 as to 24
    QVERIFY(number(before, "brim_rows") != number(after, "brim_rows"));
    QVERIFY(std::abs(number(before, "hat_rows") - number(after, "hat_rows")) <= 1); // the same height is left
}

void TestHatAndScarf::repeatsComeOutEven() {
    Hat hat;
    hat.repeat = 8;
    hat.repeatPlus = 3;
    for (const WeltKind brim : {WeltKind::foldedHem, WeltKind::mockRib, WeltKind::latchedRib}) {
        hat.brim.kind = brim;
        const Worked worked = work(somebodys(hat));
        QVERIFY2(worked.sound(), listed(worked.findings));
        QCOMPARE((number(worked, "hat_stitches") - 2) % 8, 3); // between its seam stitches
        // The brim has one or two more, where its form wants them: these go at its edges.
        const int hats = number(worked, "hat_stitches");
        const auto more = moreAtTheEdge(Stitches(hats), traits(brim).form);
        QVERIFY(more);
        const std::vector<int> wide = widths(worked.pieces.front());
        QCOMPARE(*std::ranges::max_element(wide), hats + more->count());
        QCOMPARE(wide[wide.size() / 2], hats);
    }
    hat.brim.kind = WeltKind::twoByTwoRib;
    hat.repeat = 4;
    hat.repeatPlus = 1; // with two for the seam three more than fours; the rib has two: three more are too many
    Project onTwoBeds = somebodys(hat);
    onTwoBeds.machine.beds = 2;
    const bool fits = canLieBeside(traits(hat.brim.kind).form, CountForm{4, 3, Parity::any});
    QCOMPARE(hasFinding(work(onTwoBeds).findings, "repeat_and_welt"), !fits);
    QVERIFY(!fits);
}

/// What repeat and brim cost against the head is said, with the next smaller; what is near is not.
void TestHatAndScarf::aMultipleDoesNotWidenInSilence() {
    int said = 0;
    int silent = 0;
    for (int repeat = 1; repeat <= 40; ++repeat)
        for (const WeltKind brim : {WeltKind::foldedHem, WeltKind::latchedRib}) {
            Hat hat;
            hat.brim.kind = brim;
            hat.repeat = repeat;
            const Project project = somebodys(hat);
            const Worked worked = work(project);
            if (!worked.sound())
                continue;
            const Length asked = *withEase(project.wearer, project.ease, Measure::headGirth);
            const Length made = worked.measured.gauge->width(Stitches(number(worked, "hat_stitches") - 2));
            const double off = std::abs(made / asked - 1.0);
            if (repeat > 2 && std::abs(off - 0.03) > 1e-6) {
                QCOMPARE(hasFinding(worked.findings, "multiple_costs"), off > 0.03);
                ++(off > 0.03 ? said : silent);
            }
            // The brim alone moves it by less than a repeat does.
            QVERIFY(off * asked.mm() <= (repeat / 2.0 + 1.0) * worked.measured.gauge->stitches.unit().mm() + 1e-6);
        }
    QVERIFY2(said > 5 && silent > 20, qPrintable(QString("%1 said, %2 silent").arg(said).arg(silent)));
}

void TestHatAndScarf::aScarfIsAsLongAsWanted() {
    for (const WeltKind border : allWelts) {
        Scarf scarf;
        scarf.border.kind = border;
        Project project = somebodys(scarf);
        project.machine.beds = 2;
        const Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        QVERIFY(hasFinding(worked.findings, "curl"));
        const WorkedPiece& piece = worked.pieces.front();
        const FabricGauge& gauge = *worked.measured.gauge;
        // From the fabric: rows at the side, borders and all.
        const int rows = piece.fabric.edgeRows("seam_left");
        QVERIFY2(abs(gauge.height(Rows(rows)) - scarf.length) <= gauge.rows.unit() * 3.01, label(border));
        const std::vector<int> wide = widths(piece);
        QVERIFY(abs(gauge.width(Stitches(*std::ranges::max_element(wide))) - scarf.width) <=
                gauge.stitches.unit() * 1.51);
    }
}

/// Its stitches lie along its length: from the fabric, and when the yarn says how wide it becomes.
void TestHatAndScarf::aBlanketIsKnittedSideways() {
    for (const int panels : {1, 3}) {
        Scarf blanket;
        blanket.sideways = true;
        blanket.width = Length::millimetres(1300);
        blanket.length = Length::millimetres(450 * panels);
        blanket.panels = panels;
        blanket.border = {WeltKind::foldedHem, Length::millimetres(30), 0.0};
        Project project = somebodys(blanket);
        Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        const FabricGauge& gauge = *worked.measured.gauge;
        Length across;
        for (const WorkedPiece& piece : worked.pieces) {
            const int rows = piece.fabric.edgeRows("seam_left");
            QVERIFY(abs(gauge.height(Rows(rows)) - blanket.width) <= gauge.rows.unit() * 3.01);
            across += gauge.width(Stitches(widest(piece) - (panels > 1 ? 2 : 0)));
        }
        QVERIFY(abs(across - blanket.length) <= gauge.stitches.unit() * (1.51 * panels));
        // A step of what is dragged across the bed is a step of its length.
        const Handle& handle = *worked.pieces.front().handle("width");
        const Project longer = dragged(project, handle, 2);
        QVERIFY(std::get<Scarf>(longer.article).length > blanket.length);
        QCOMPARE(std::get<Scarf>(longer.article).width, blanket.width);
        std::get<Scarf>(project.article).untilTheYarnIsUsedUp = true;
        project.yarn.gramsOnHand = 300;
        worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        QVERIFY(*worked.supplies.grams <= 300);
        QVERIFY(*worked.supplies.grams > 270);
    }
    // A way out where the bed holds the other side, and none where it does not.
    for (const auto& [wide, offered] : {std::pair(700.0, true), std::pair(1500.0, false)}) {
        Scarf blanket;
        blanket.width = Length::millimetres(1500);
        blanket.length = Length::millimetres(wide);
        const Project project = somebodys(blanket);
        const Worked worked = work(project);
        const auto error = std::ranges::find(worked.findings, FindingCode("too_wide"), &Finding::code);
        QVERIFY(error != worked.findings.end());
        const auto ways = waysOut(project, *error);
        QCOMPARE(
            std::ranges::any_of(ways, [](const WayOut& way) { return std::get<Scarf>(way.project.article).sideways; }),
            offered);
    }
}

/// Folded borders along both sides, in parts where the bed is too short: from the fabric, each row end of a side lies
/// by a needle that is no farther than the ratio, parts follow each other, and the whole is as wide as wanted.
void TestHatAndScarf::sidesHaveBorders() {
    for (const int panels : {1, 3})
        for (const auto& [length, parts] : {std::pair(500.0, 1), std::pair(1500.0, 3)}) {
            Scarf blanket;
            blanket.width = Length::millimetres(400 * panels);
            blanket.length = Length::millimetres(length);
            blanket.panels = panels;
            blanket.border = {WeltKind::mockRib, Length::millimetres(30), 0.0};
            blanket.sideBorders = true;
            blanket.sideDepth = Length::millimetres(25);
            Project project = somebodys(blanket);
            if (parts > 1) {
                const Worked tooLong = work(project);
                const auto error = std::ranges::find(tooLong.findings, FindingCode("too_wide"), &Finding::code);
                QVERIFY(error != tooLong.findings.end());
                const auto ways = waysOut(project, *error);
                QCOMPARE(ways.size(), 1u);
                project = ways.front().project;
                QCOMPARE(std::get<Scarf>(project.article).sideParts, parts);
            }
            const Worked worked = work(project);
            QVERIFY2(worked.sound(), listed(worked.findings));
            QVERIFY(!hasFinding(worked.findings, "curl"));
            const FabricGauge& gauge = *worked.measured.gauge;
            Length across;
            std::map<std::string, std::vector<int>> hungRows; // by side, in the order of the parts
            std::map<std::string, int> needles;
            for (const WorkedPiece& piece : worked.pieces) {
                QVERIFY(piece.fabric.findings.empty());
                if (!piece.ontoOthers) {
                    across += gauge.width(Stitches(widest(piece) - 2));
                    continue;
                }
                across += piece.key.text().ends_with("1") || parts == 1 ? piece.length : Length();
                for (const Operation& each : piece.program.operations)
                    if (const auto* hang = std::get_if<operation::Hang>(&each.action);
                        hang && hang->sources.front().kind == HangSource::Kind::edge) {
                        const std::string side = hang->sources.front().piece + hang->sources.front().name;
                        for (const Hung& hung : hang->map)
                            hungRows[side].push_back(hung.index);
                        needles[side] += static_cast<int>(hang->map.size());
                    }
            }
            QVERIFY(abs(across - blanket.width) <= gauge.stitches.unit() * (1.51 * panels) + gauge.rows.unit() * 2.0);
            QCOMPARE(hungRows.size(), 2u);
            for (auto& [side, rows] : hungRows) {
                const WorkedPiece& piece = side.find("seam_left") != std::string::npos
                                               ? worked.pieces[static_cast<std::size_t>(panels) - 1]
                                               : worked.pieces.front();
                const int edge = piece.fabric.edgeRows(side.ends_with("left") ? "seam_left" : "seam_right");
                if (rows.front() > rows.back())
                    std::ranges::reverse(rows);
                QCOMPARE(rows.front(), 1);
                QCOMPARE(rows.back(), edge);
                const double ratio = static_cast<double>(edge) / needles[side];
                for (std::size_t i = 1; i < rows.size(); ++i)
                    QVERIFY(rows[i] > rows[i - 1] && rows[i] - rows[i - 1] <= std::ceil(ratio));
                QVERIFY(abs(gauge.width(Stitches(needles[side])) - gauge.height(Rows(edge))) <=
                        gauge.stitches.unit() * 0.51);
            }
        }
    // Until the yarn is used up they are reckoned in.
    Scarf scarf;
    scarf.untilTheYarnIsUsedUp = true;
    scarf.sideBorders = true;
    scarf.sideParts = 9;
    Project project = somebodys(scarf);
    project.yarn.gramsOnHand = 300;
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    QVERIFY2(*worked.supplies.grams <= 300 && *worked.supplies.grams > 285,
             qPrintable(QString::number(*worked.supplies.grams)));
}

void TestHatAndScarf::panelsMeet() {
    Scarf blanket;
    blanket.width = Length::millimetres(1300);
    blanket.length = Length::millimetres(900);
    blanket.panels = 4;
    blanket.repeat = 7;
    blanket.repeatPlus = 2;
    const Worked worked = work(somebodys(blanket));
    QVERIFY2(worked.sound(), listed(worked.findings));
    QCOMPARE(worked.pieces.size(), 4u);
    QCOMPARE(worked.joins.size(), 3u);
    int pattern = 0;
    Length wide;
    for (const WorkedPiece& piece : worked.pieces) {
        const std::vector<int> rows = widths(piece);
        const int stitches = *std::ranges::max_element(rows);
        pattern += stitches - 2; // between the seams
        wide += piece.width;
        QCOMPARE(piece.fabric.edgeRows("seam_left"), worked.pieces.front().fabric.edgeRows("seam_right"));
    }
    QCOMPARE(pattern % 7, 2); // it begins and ends alike, as if it were one
    QVERIFY(abs(wide - blanket.width) < Length::millimetres(4 * 13));
    // The same program for all that are alike.
    // But for the ends that are left for their seams.
    const auto withoutTails = [](Program program) {
        for (Operation& each : program.operations)
            if (operation::Tail* tail = tailOf(each))
                *tail = {};
        return program.operations;
    };
    QVERIFY(withoutTails(worked.pieces[0].program) == withoutTails(worked.pieces[1].program));
    QVERIFY(withoutTails(worked.pieces[0].program) != withoutTails(worked.pieces[3].program));
}

/// As long as the yarn lasts: no more than is there, and two rows more of every panel would be too much.
void TestHatAndScarf::yarnIsUsedUp() {
    for (const int panels : {1, 3})
        for (const double grams : {60.0, 200.0, 431.0}) {
            Scarf scarf;
            scarf.untilTheYarnIsUsedUp = true;
            scarf.panels = panels;
            scarf.width = Length::millimetres(180 * panels);
            Project project = somebodys(scarf);
            project.yarn.gramsOnHand = grams;
            const Worked worked = work(project);
            QVERIFY2(worked.sound(), listed(worked.findings));
            QVERIFY(*worked.supplies.grams <= grams);
            const double row =
                *gramsPerStitch(project.swatch) * (1.0 + spareShare) * panels * widest(worked.pieces.front());
            QVERIFY2(*worked.supplies.grams + 10.0 * row > grams,
                     qPrintable(QString("%1 of %2").arg(*worked.supplies.grams).arg(grams)));
            QVERIFY(!hasFinding(worked.findings, "yarn_short"));
        }
}

void TestHatAndScarf::whatCannotBeIsSaid_data() {
    QTest::addColumn<std::function<void(Project&)>>("change");
    QTest::addColumn<std::string>("code");
    const auto row = [](const char* name, Article article, std::function<void(Project&)> change, const char* code) {
        QTest::newRow(name) << std::function<void(Project&)>([article = std::move(article), change](Project& project) {
            project = somebodys(article);
            change(project);
        }) << std::string(code);
    };
    const auto head = [](double mm) {
        return [mm](Project& project) {
            project.wearer[Measure::headGirth] = MeasureValue{Length::millimetres(mm), false, {}};
        };
    };
    row("a head of 5 cm", Hat(), head(50), "measure_absurd");
    row("a head of 2 m", Hat(), head(2000), "measure_absurd");
    row(
        "no head", Hat(), [](Project& p) { p.wearer[Measure::headGirth].reset(); }, "measure_missing");
    row(
        "ease beyond all", Hat(),
        [](Project& p) {
            p.ease[static_cast<std::size_t>(Measure::headGirth)] = {Ease::Kind::percent, 180.0};
        },
        "hat_girth");
    row(
        "no height", Hat(),
        [](Project& p) {
            p.ease[static_cast<std::size_t>(Measure::headHeight)] = {Ease::Kind::length, -200.0};
        },
        "hat_height");
    row(
        "a crown thinned to nothing",
        [] {
            Hat hat;
            hat.left = 0.05;
            hat.firstEvery = 12;
            return hat;
        }(),
        [](Project& p) {
            p.machine.needles = Stitches(200);
            p.ease[static_cast<std::size_t>(Measure::headGirth)] = {Ease::Kind::percent, -70.0};
        },
        "crown_to_nothing");
    row(
        "a brim deeper than the hat",
        [] {
            Hat hat;
            hat.brim.depth = Length::millimetres(195);
            return hat;
        }(),
        [](Project&) {}, "brim_deep");
    row(
        "no room between brim and crown",
        [] {
            Hat hat;
            hat.brim.depth = Length::millimetres(80);
            hat.plainRows = 12;
            return hat;
        }(),
        [](Project&) {}, "hat_low");
    row(
        "wedges too many",
        [] {
            Hat hat;
            hat.crown = Crown::wedges;
            hat.wedges = 20;
            return hat;
        }(),
        [](Project& p) {
            p.ease[static_cast<std::size_t>(Measure::headGirth)] = {Ease::Kind::percent, -50.0};
        },
        "crown_to_nothing");
    row(
        "wedges without hold",
        [] {
            Hat hat;
            hat.crown = Crown::wedges;
            return hat;
        }(),
        [](Project& p) { p.machine.canHold = false; }, "cannot_hold");
    row(
        "a rib without its bed",
        [] {
            Hat hat;
            hat.brim.kind = WeltKind::twoBedRib;
            return hat;
        }(),
        [](Project&) {}, "rib_needs_two_beds");
    row(
        "a hat for a small bed", Hat(), [](Project& p) { p.machine.needles = Stitches(90); }, "too_wide");
    const auto scarf = [](auto change) {
        Scarf one;
        change(one);
        return one;
    };
    const auto nothing = [](Project&) {};
    row("40 panels of nothing", scarf([](Scarf& s) { s.panels = 40; }), nothing, "panel_narrow");
    row("41 panels", scarf([](Scarf& s) { s.panels = 41; }), nothing, "panels");
    row("a thousand panels", scarf([](Scarf& s) { s.panels = 1000; }), nothing, "panels");
    row("100 m", scarf([](Scarf& s) { s.length = Length::millimetres(100000); }), nothing, "scarf_length");
    row("no length", scarf([](Scarf& s) { s.length = Length(); }), nothing, "scarf_length");
    row("no width", scarf([](Scarf& s) { s.width = Length(); }), nothing, "scarf_width");
    row(
        "grams of zero", scarf([](Scarf& s) { s.untilTheYarnIsUsedUp = true; }),
        [](Project& p) { p.yarn.gramsOnHand = 0.0; }, "scarf_yarn");
    row(
        "a swatch that was not weighed", scarf([](Scarf& s) { s.untilTheYarnIsUsedUp = true; }),
        [](Project& p) { p.swatch.grams = 0.0; }, "scarf_yarn");
    row(
        "hardly any yarn", scarf([](Scarf& s) { s.untilTheYarnIsUsedUp = true; }),
        [](Project& p) { p.yarn.gramsOnHand = 1.5; }, "scarf_yarn");
    row("side borders as wide as the scarf", scarf([](Scarf& s) {
            s.sideBorders = true;
            s.sideDepth = Length::millimetres(100);
        }),
        nothing, "welt_depth");
    row("no parts", scarf([](Scarf& s) {
            s.sideBorders = true;
            s.sideParts = 0;
        }),
        nothing, "panels");
    row("parts of nothing", scarf([](Scarf& s) {
            s.sideBorders = true;
            s.length = Length::millimetres(110);
            s.sideParts = 20;
        }),
        nothing, "side_border");
    row("borders that meet", scarf([](Scarf& s) {
            s.border.kind = WeltKind::foldedHem;
            s.border.depth = Length::millimetres(150);
            s.length = Length::millimetres(300);
        }),
        nothing, "welt_depth");
    row("too wide", scarf([](Scarf& s) { s.width = Length::millimetres(2000); }), nothing, "too_wide");
}

void TestHatAndScarf::whatCannotBeIsSaid() {
    QFETCH(std::function<void(Project&)>, change);
    QFETCH(std::string, code);
    Project project;
    change(project);
    const Worked worked = work(project);
    QVERIFY2(hasFinding(worked.findings, code), listed(worked.findings));
    QVERIFY(!worked.sound() && worked.pieces.empty());
    for (const Finding& each : worked.findings)
        QVERIFY(render(each.text).find('{') == std::string::npos);
}

void TestHatAndScarf::waysOutMend() {
    Scarf blanket;
    blanket.width = Length::millimetres(2600);
    blanket.repeat = 12;
    Hat hat;
    hat.brim.kind = WeltKind::twoBedRib;
    Hat wedges;
    wedges.crown = Crown::wedges;
    wedges.wedges = 20;
    Project small = somebodys(wedges);
    small.ease[static_cast<std::size_t>(Measure::headGirth)] = {Ease::Kind::percent, -50.0};
    for (const Project& project : {somebodys(blanket), somebodys(hat), small}) {
        const Worked worked = work(project);
        const auto error = std::ranges::find(worked.findings, Severity::error, &Finding::severity);
        QVERIFY(error != worked.findings.end());
        const auto ways = waysOut(project, *error);
        QVERIFY2(!ways.empty(), error->code.text());
        for (const WayOut& way : ways)
            QVERIFY(!hasFinding(work(way.project).findings, error->code.text()));
    }
    // Parts that are too short, and yarn that is not there.
    Scarf inParts;
    inParts.sideBorders = true;
    inParts.length = Length::millimetres(110);
    inParts.sideParts = 20;
    const Worked tooShort = work(somebodys(inParts));
    const auto parts = std::ranges::find(tooShort.findings, FindingCode("side_border"), &Finding::code);
    QVERIFY(parts != tooShort.findings.end());
    const auto fewer = waysOut(somebodys(inParts), *parts);
    QCOMPARE(fewer.size(), 2u);
    for (const WayOut& way : fewer)
        QVERIFY(work(way.project).sound());
    // In as few panels as it takes.
    const Worked wide = work(somebodys(blanket));
    const auto ways = waysOut(somebodys(blanket), wide.findings.back());
    const int panels = std::get<Scarf>(ways.front().project.article).panels;
    blanket.panels = panels - 1;
    QVERIFY(hasFinding(work(somebodys(blanket)).findings, "too_wide"));
}

void TestHatAndScarf::filesKeepTheKind() {
    const std::string text = toJson(somebodys(Hat()));
    QVERIFY(text.find("\"article\": \"hat\"") != std::string::npos);
    const auto refused = [](std::string changed, const char* says) {
        try {
            projectFromJson(changed);
        } catch (const FormatError& error) {
            return std::string(error.what()).find(says) != std::string::npos;
        }
        return false;
    };
    const auto with = [&](const char* from, const char* to) {
        std::string changed = text;
        const std::size_t at = changed.find(from);
        if (at == std::string::npos)
            qFatal("%s is not in the text", from);
        return changed.replace(at, std::string(from).size(), to);
    };
    QVERIFY(refused(with("\"crown\": \"thinned\"", "\"crown\": \"thinned\", \"sleeve\": \"tapered\""), "sleeve"));
    QVERIFY(refused(with("\"crown\": \"thinned\"", "\"crown\": \"thinned\", \"crown\": \"wedges\""), "crown"));
    QVERIFY(refused(with("\"crown\": \"thinned\"", "\"crown\": \"pointed\""), "pointed"));
    QVERIFY(refused(with("\"article\": \"hat\"", "\"article\": \"tent\""), "tent"));
    Project pinned = somebodys(Hat());
    pinned.pins["hat_stitches"] = 151;
    QVERIFY(projectFromJson(toJson(pinned)) == pinned);
    pinned.pins["sleeve_rows"] = 12;
    QVERIFY(refused(toJson(pinned), "sleeve_rows"));
}

void TestHatAndScarf::everyHatRunsClean() {
    int drafted = 0;
    int all = 0;
    CHECK_PROPERTY("hats", [&] {
        Project project = test::randomProject();
        Hat hat = test::randomHat();
        if (*rc::gen::inRange(0, 3) == 0) {
            hat.repeat = *rc::gen::inRange(2, 14);
            hat.repeatPlus = *rc::gen::inRange(0, 6);
        }
        project.article = hat;
        project.pins.clear();
        useUsualEase(project.article, project.ease);
        if (*rc::gen::inRange(0, 4) == 0)
            for (const CountKey key : countsOf(project.article))
                if (const Worked plain = work(project); plain.workings.contains(key) && *rc::gen::arbitrary<bool>())
                    project.pins[key] = std::max(1, number(plain, key) + *rc::gen::inRange(-4, 5));
        if (*rc::gen::inRange(0, 8) == 0)
            for (const CountKey key : countsOf(project.article))
                if (*rc::gen::arbitrary<bool>())
                    project.pins[key] = *rc::gen::inRange(1, 2001);
        const Worked worked = work(project);
        ++all;
        if (worked.pieces.empty()) {
            RC_ASSERT(anyError(worked.findings));
            return;
        }
        ++drafted;
        checkRuns(project, worked);
        const WorkedPiece& piece = worked.pieces.front();
        RC_ASSERT(piece.fabric.edgeRows("seam_left") == piece.fabric.edgeRows("seam_right"));
        RC_ASSERT(!piece.fabric.kept.empty());
        // A hat is whole: every loop of the last rows is kept for a join, and each kept loop is in one.
        std::size_t kept = 0;
        for (const auto& [name, loops] : piece.fabric.kept)
            if (!name.starts_with("across_"))
                kept += loops.size();
        std::size_t joined = 0;
        for (const Join& join : worked.joins)
            if (join.first.unit == JoinUnit::stitches)
                joined += static_cast<std::size_t>(join.first.count) * (join.method == JoinMethod::drawUp ? 1u : 2u);
        RC_ASSERT(joined == kept);
        if (hat.repeat > 1)
            RC_ASSERT((number(worked, "hat_stitches") - (hat.seamStitches ? 2 : 0) - hat.repeatPlus) % hat.repeat == 0);
    });
    if (all >= 50)
        QVERIFY2(drafted > all / 3, qPrintable(QString("%1 of %2").arg(drafted).arg(all)));
}

void TestHatAndScarf::everyScarfRunsClean() {
    int drafted = 0;
    int all = 0;
    std::map<std::string, int> refused;
    CHECK_PROPERTY("scarves", [&] {
        Project project = test::randomProject();
        Scarf scarf;
        scarf.panels = *rc::gen::element(1, 1, 2, 3, 5, 9);
        // Most of the bed's width at most, as this gauge fills it; knitted sideways the length lies across.
        const Length bed = measured(project.swatch).gauge->width(project.machine.needles);
        scarf.width = bed * between(0.1, 0.9) * scarf.panels;
        scarf.length = Length::millimetres(between(120, 900));
        scarf.untilTheYarnIsUsedUp = *rc::gen::inRange(0, 4) == 0;
        scarf.sideways = *rc::gen::inRange(0, 3) == 0;
        if (scarf.sideways)
            std::swap(scarf.width, scarf.length);
        scarf.border.kind = *rc::gen::elementOf(allWelts);
        if (traits(scarf.border.kind).onTwoBeds && *rc::gen::inRange(0, 10) > 0)
            project.machine.beds = 2;
        scarf.border.making = test::randomMaking();
        scarf.border.depth = Length::millimetres(between(10, 60));
        if (*rc::gen::arbitrary<bool>()) {
            scarf.repeat = *rc::gen::inRange(2, 14);
            scarf.repeatPlus = *rc::gen::inRange(0, 6);
        }
        scarf.seamStitches = *rc::gen::arbitrary<bool>();
        scarf.sideBorders = *rc::gen::inRange(0, 3) == 0;
        scarf.sideDepth = Length::millimetres(between(8, 40));
        scarf.sideParts = *rc::gen::inRange(1, 6);
        project.article = scarf;
        project.pins.clear();
        project.yarn.gramsOnHand = between(50, 300);
        const bool isPinned = *rc::gen::inRange(0, 6) == 0;
        if (isPinned)
            for (const CountKey key : countsOf(project.article))
                if (*rc::gen::arbitrary<bool>())
                    project.pins[key] = *rc::gen::inRange(1, 2001);
        const Worked worked = work(project);
        ++all;
        if (worked.pieces.empty()) {
            RC_ASSERT(anyError(worked.findings));
            for (const Finding& each : worked.findings)
                refused[each.code.text()] += each.severity == Severity::error ? 1 : 0;
            return;
        }
        ++drafted;
        checkRuns(project, worked);
        const int borders = scarf.sideBorders ? 2 * scarf.sideParts : 0;
        RC_ASSERT(static_cast<int>(worked.pieces.size()) == scarf.panels + borders);
        RC_ASSERT(static_cast<int>(worked.joins.size()) == scarf.panels - 1 + 2 * borders);
        const int seams = (scarf.panels > 1 || scarf.sideBorders) && scarf.seamStitches ? 2 : 0;
        int pattern = 0;
        for (const WorkedPiece& piece : worked.pieces)
            pattern += piece.ontoOthers ? 0 : widest(piece) - seams;
        if (scarf.repeat > 1)
            RC_ASSERT((pattern - scarf.repeatPlus) % scarf.repeat == 0);
        if (scarf.untilTheYarnIsUsedUp && !isPinned)
            RC_ASSERT(*worked.supplies.grams <= project.yarn.gramsOnHand);
    });
    for (const auto& [code, times] : refused)
        if (times > 0)
            qInfo("refused %d times: %s", times, code.c_str());
    if (all >= 50)
        QVERIFY2(drafted > all / 2, qPrintable(QString("%1 of %2").arg(drafted).arg(all)));
}

QTEST_APPLESS_MAIN(TestHatAndScarf)
#include "tst_hat_and_scarf.moc"
