// SPDX-License-Identifier: GPL-3.0-or-later
// What is checked in the hand: from the fabric, or from the words, and never by the figure that made both.
#include "support/bed_programs.h"
#include "support/projects.h"

#include "core/article/articles.h"
#include "core/article/garment/pieces.h"
#include "core/bed/fabric_picture.h"
#include "core/bed/virtual_bed.h"
#include "core/knitting/wording.h"
#include "core/work.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <ranges>

using namespace vestimen;
using vestimen::test::garment;
using vestimen::test::hasFinding;
using vestimen::test::listed;
using vestimen::test::odilesPullover;
using vestimen::test::somebodys;

namespace {

using Codes = std::vector<std::string>;

/// On two beds that stand head-on: one stitch on the main bed, one on the second, racked by so many needles.
Codes racked(int main, int second, int by) {
    Program program;
    program.piece = "racked";
    program.worn = "racked";
    program.machine.needles = 40;
    program.machine.beds = 2;
    program.yarns = {{"A", "slate", YarnRole::main}};
    const Needle a = Needle::atSlot(main);
    const Needle b = Needle::atSlot(second, Bed::second);
    const auto add = [&](Action action) { program.operations.push_back({std::move(action), std::nullopt}); };
    add(operation::Rack{by});
    add(operation::CastOn{.from = a, .to = a});
    add(operation::CastOn{.from = b, .to = b});
    add(operation::Knit{Rows(1)});
    Codes codes;
    for (const Finding& each : knit(program).findings)
        if (each.code == "head_on")
            codes.push_back(each.code.text());
    return codes;
}

double widthAt(const Outline& outline, double y) {
    double left = 1e9;
    double right = -1e9;
    for (const OutlineEdge& edge : outline.edges)
        for (std::size_t i = 0; i + 1 < edge.points.size(); ++i) {
            const auto [low, high] = std::minmax({edge.points[i].y.mm(), edge.points[i + 1].y.mm()});
            if (y < low - 1e-9 || y > high + 1e-9)
                continue;
            for (const OutlinePoint* each : {&edge.points[i], &edge.points[i + 1]}) {
                left = std::min(left, each->x.mm());
                right = std::max(right, each->x.mm());
            }
        }
    return right - left;
}

double heightOf(const Outline& outline) {
    double top = 0.0;
    for (const OutlineEdge& edge : outline.edges)
        for (const OutlinePoint& each : edge.points)
            top = std::max(top, each.y.mm());
    return top;
}

} // namespace

class TestInTheHand : public QObject {
    Q_OBJECT

private slots:
    void needlesMeetWhereTheSecondBedWasRackedTo();
    void theAdviceForAWidePieceFits();
    void aHatNarrowsTowardsItsTop();
    void theRowOverAllIsLikeTheRowsBeforeIt();
    void stripesReachTheLastRow();
    void yarnSufficesForTheFirstPieces();
    void aDrawnUpTopHasSomethingToHold();
    void anotherFabricsErrorIsSaid();
    void aBoundEdgeSaysItsSideAndLength();
    void eachTailHangsWhereItIsSaid();
    void handsLatchTheirWay();
    void cardsHangTheirEdgesPurlSideFacing();
    void laidInYarnHoldsForOnePass();
    void aJoinedYarnDoesNotHideATurn();
    void hungLoopsAreNoYarn();
    void toolsAreAskedFor();
};

/// Racked to the right by n, the second bed's needle k stands where the main bed's k + n does.
void TestInTheHand::needlesMeetWhereTheSecondBedWasRackedTo() {
    int met = 0;
    for (const int by : {-3, -1, 0, 1, 3})
        for (int main = -5; main <= 5; ++main)
            for (int second = -5; second <= 5; ++second) {
                QCOMPARE(!racked(main, second, by).empty(), main == second + by);
                met += main == second + by ? 1 : 0;
            }
    QVERIFY(met > 30);
}

/// A swatch of just so many stitches as the sentence names, and the piece goes on the bed, its seams and rib with it;
/// a tenth more, and it does not have to.
void TestInTheHand::theAdviceForAWidePieceFits() {
    int tried = 0;
    for (const WeltKind brim : {WeltKind::foldedHem, WeltKind::latchedRib, WeltKind::mockRib})
        for (const int needles : {90, 100, 111, 120}) {
            Hat hat;
            hat.brim.kind = brim;
            Project project = somebodys(hat);
            project.machine.needles = Stitches(needles);
            const Worked wide = work(project);
            const auto found = std::ranges::find(wide.findings, FindingCode("too_wide"), &Finding::code);
            if (found == wide.findings.end())
                continue;
            const double most = std::get<Figure>(found->text.operands.at(4)).value;
            for (Treatment& treatment : project.swatch.treatments)
                treatment.widths = {RuleReading{most}};
            const Worked fits = work(project);
            QVERIFY2(!hasFinding(fits.findings, "too_wide"), listed(fits.findings));
            ++tried;
        }
    QVERIFY(tried >= 8);
}

void TestInTheHand::aHatNarrowsTowardsItsTop() {
    for (const Crown crown : allCrowns) {
        Hat hat;
        hat.crown = crown;
        const Worked worked = work(somebodys(hat));
        QVERIFY2(worked.sound(), listed(worked.findings));
        const WorkedPiece& piece = worked.pieces.front();
        const double top = heightOf(piece.outline);
        QVERIFY(top > 0.0);
        const double below = widthAt(piece.outline, top * 0.1);
        if (crown == Crown::thinned)
            QVERIFY2(widthAt(piece.outline, top) < 0.8 * below,
                     qPrintable(QString::number(widthAt(piece.outline, top))));
        QVERIFY(widthAt(piece.outline, top) <= below + 1e-6);
        // Where one takes hold of the crown is above where one takes hold of the brim, and above half of the hat.
        double atCrown = -1.0;
        double atBrim = -1.0;
        for (const Handle& handle : piece.handles)
            if (handle.key == HandleKey("crown"))
                atCrown = handle.y;
            else if (handle.key == HandleKey("brim"))
                atBrim = handle.y;
        const double rows = picture(piece.fabric, piece.program, firstSeenPass(piece.program), true).rows;
        QVERIFY2(atCrown > rows * 0.4, qPrintable(QString("%1 of %2").arg(atCrown).arg(rows)));
        QVERIFY(atBrim >= 0.0 && atBrim < rows * 0.4);
    }
}

/// After short rows all stitches are knitted once more: at the size of the piece, and in the yarn that is due.
void TestInTheHand::theRowOverAllIsLikeTheRowsBeforeIt() {
    int seen = 0;
    for (const Project& project : {odilesPullover(), test::ilkesPullover()}) {
        const Worked worked = work(project);
        for (const WorkedPiece& piece : worked.pieces) {
            if (piece.ontoOthers || isSleeve(piece.key))
                continue;
            const Pass* before = nullptr;
            const Pass* last = nullptr;
            for (const Pass& pass : piece.fabric.passes)
                if (!pass.protects) {
                    before = last;
                    last = &pass;
                }
            QVERIFY(before && last);
            QCOMPARE(last->size->steps, project.swatch.size.steps);
            QCOMPARE(last->yarn, before->yarn);
            ++seen;
        }
    }
    QVERIFY(seen >= 4);
}

void TestInTheHand::stripesReachTheLastRow() {
    // Stripes of other heights end at another row: one of them begins with the row over all.
    for (int high = 2; high <= 20; high += 2) {
        Project project = odilesPullover();
        Yarn second;
        second.name = "rust";
        project.moreYarns = {second};
        project.stripes.of = {{0, Rows(high)}, {1, Rows(high)}};
        const Worked worked = work(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        const WorkedPiece& back = *worked.piece(pieces::back);
        std::vector<YarnIndex> yarns;
        for (const Pass& pass : back.fabric.passes)
            if (!pass.protects)
                yarns.push_back(pass.yarn);
        // Near the top each lasts for its own rows, whatever the shoulders do: short rows and the row over all among
        // them. Only the last may be cut short.
        int run = 1;
        bool whole = false; // the first that is looked at may have begun before
        for (std::size_t i = yarns.size() * 2 / 3; i + 1 < yarns.size(); ++i) {
            if (yarns[i] == yarns[i + 1]) {
                ++run;
                continue;
            }
            QVERIFY2(!whole || run == high, qPrintable(QString("%1 rows of %2").arg(run).arg(high)));
            whole = true;
            run = 1;
        }
        QVERIFY2(run <= high, qPrintable(QString("%1 rows of %2 at the top").arg(run).arg(high)));
    }
}

/// Of what is on hand the pieces take their share in the order in which they are knitted: counted here by weight.
void TestInTheHand::yarnSufficesForTheFirstPieces() {
    Project project = odilesPullover();
    const Worked whole = work(project);
    double sum = 0.0;
    std::vector<double> until;
    for (const PieceSupplies& piece : whole.supplies.pieces)
        until.push_back(sum += *piece.grams * 1.1);
    int tried = 0;
    for (std::size_t pieces = 0; pieces < until.size(); ++pieces) {
        const double before = pieces == 0 ? 0.0 : until[pieces - 1];
        project.yarn.gramsOnHand = (before + until[pieces]) / 2.0;
        if (project.yarn.gramsOnHand < 1.0)
            continue;
        QCOMPARE(work(project).supplies.yarns.front().piecesEnough, static_cast<int>(pieces));
        ++tried;
    }
    QVERIFY(tried >= 4);
}

void TestInTheHand::aDrawnUpTopHasSomethingToHold() {
    int seen = 0;
    std::vector<Article> articles = {Hat(), Mitten(), Cord()};
    std::get<Mitten>(articles[1]).top = MittenTop::drawnUp;
    for (const Article& article : articles) {
        const Worked worked = work(somebodys(article));
        for (const Join& join : worked.joins)
            if (join.method == JoinMethod::drawUp) {
                // A hand's breadth, however few loops there are.
                QVERIFY2(join.tail >= Length::millimetres(150), join.key.c_str());
                ++seen;
            }
    }
    QVERIFY(seen >= 3);
}

/// A mock rib is a fifth off, a rib of two beds three tenths, a pattern a twentieth.
void TestInTheHand::anotherFabricsErrorIsSaid() {
    for (const auto& [fabric, share] :
         {std::pair{FabricKind::patterned, 0.05}, {FabricKind::mockRib, 0.2}, {FabricKind::twoBedRib, 0.3}}) {
        Project project = odilesPullover();
        project.swatch.fabric = fabric;
        const Worked worked = work(project);
        const auto found = std::ranges::find(worked.findings, FindingCode("other_fabric"), &Finding::code);
        QVERIFY(found != worked.findings.end());
        const Length wide = std::get<Length>(found->text.operands.at(1));
        const Length off = std::get<Length>(found->text.operands.at(2));
        QVERIFY(std::abs(off / wide - share) < 1e-9);
    }
    // Under a repeat it is the plain swatch that is warned of, and the patterned one that is right.
    for (const FabricKind fabric : {FabricKind::plain, FabricKind::patterned})
        for (const Article& article : {Article(Hat{.repeat = 6}), Article(Scarf{.repeat = 6})}) {
            Project project = somebodys(article);
            project.swatch.fabric = fabric;
            QCOMPARE(hasFinding(work(project).findings, "other_fabric"), fabric == FabricKind::plain);
        }
}

void TestInTheHand::aBoundEdgeSaysItsSideAndLength() {
    int said = 0;
    for (const Length sewn : {Length(), Length::millimetres(730)})
        for (const Side side : {Side::left, Side::right}) {
            operation::BindOff bound{.method = BindOffMethod::chainRoundTheNeedles, .all = true, .sewnWith = sewn};
            bound.tail = {Length::millimetres(310), "the left shoulder", side};
            Program program = test::onSixNeedles({operation::Knit{Rows(2)}, bound});
            const auto at = std::ranges::find_if(program.operations, [](const Operation& each) {
                return std::holds_alternative<operation::BindOff>(each.action);
            });
            const std::string text = render(sentence(program, *at));
            QVERIFY2(text.find(side == Side::left ? "at the left" : "at the right") != std::string::npos, text.c_str());
            QVERIFY2(text.find("leave 310") != std::string::npos || text.find("310.0 mm") != std::string::npos,
                     text.c_str());
            QVERIFY2(text.find("the left shoulder") != std::string::npos, text.c_str());
            if (sewn > Length())
                QVERIFY2(text.find("at 1040") != std::string::npos, text.c_str());
            ++said;
        }
    QCOMPARE(said, 4);
    // In part, the side and how many.
    Program part = test::onSixNeedles({operation::BindOff{.side = Side::right, .count = 2}});
    QCOMPARE(render(sentence(part, part.operations[1])), std::string("Bind off 2 stitches, right."));
}

/// Every way to bind off all: the chain's last loop is where the end hangs, and the next piece of yarn would begin
/// there.
void TestInTheHand::eachTailHangsWhereItIsSaid() {
    for (const BindOffTraits& its : bindOffTraits) {
        if (its.method == BindOffMethod::woundOnWaste)
            continue;
        for (const int rows : {2, 3}) {
            const Program program = test::onSixNeedles(
                {operation::Knit{Rows(rows)}, operation::BindOff{.method = its.method, .all = true, .as = "edge"}});
            const Fabric fabric = knit(program);
            QVERIFY2(fabric.findings.empty(), listed(fabric.findings));
            const Side carriage = rows % 2 == 0 ? Side::right : Side::left;
            const YarnEnd& end = fabric.yarnEnds.back();
            // By the words of its steps: what is begun "from the carriage" ends at the other side.
            const bool needsNone =
                its.method == BindOffMethod::latchOff || its.method == BindOffMethod::loopThroughLoop;
            QCOMPARE(end.side, needsNone ? carriage : opposite(carriage));
            const std::vector<LoopId>& bound = fabric.bound.at("edge");
            QCOMPARE(end.loop, end.side == Side::left ? bound.front() : bound.back());
            // Each is drawn through the one before it, on towards the end.
            for (std::size_t i = 0; i + 1 < bound.size(); ++i) {
                const LoopId from = end.side == Side::right ? bound[i] : bound[i + 1];
                const LoopId to = end.side == Side::right ? bound[i + 1] : bound[i];
                QVERIFY(from < to);
            }
        }
        // Its pictures say the same: what is done lies where it began. The carriage is at the right.
        const bool needsNone = !its.withYarn;
        const std::string first = its.steps[0].picture;
        if (needsNone) {
            const std::string second = its.steps[1].picture;
            QVERIFY2(second.front() == 'x' || first.front() == 'C', its.option.key);
        }
    }
}

/// A plain column with the purl side facing is taken up from behind, a purl one from the front.
void TestInTheHand::handsLatchTheirWay() {
    int seen = 0;
    for (const auto& [card, as, says] :
         {std::tuple{"dropped_stitch", "knit", "From behind"}, {"latch_column", "purl", "From the front"}}) {
        const std::string text = test::readFile(std::string(VESTIMEN_SOURCE_DIR "/data/cards/") + card + ".json");
        QVERIFY(text.find(std::string("\"as\": \"") + as + "\"") != std::string::npos);
        QVERIFY2(text.find(says) != std::string::npos, card);
        ++seen;
    }
    QCOMPARE(seen, 2);
}

/// With the purl side facing, a right edge runs from its top at the left down to the right: the ridge comes inside.
void TestInTheHand::cardsHangTheirEdgesPurlSideFacing() {
    const std::string text = test::readFile(VESTIMEN_SOURCE_DIR "/data/cards/hang_an_edge.json");
    const auto index = [&](const char* needle) {
        const auto at = text.find(std::string("[\"") + needle + "\", \"edge:right:");
        return at == std::string::npos ? -1 : std::stoi(text.substr(text.find("right:", at) + 6));
    };
    const std::vector<int> rows = {index("L4"), index("L3"), index("L2"), index("L1"),
                                   index("R1"), index("R2"), index("R3")};
    QVERIFY(std::ranges::all_of(rows, [](int row) { return row > 0; }));
    QVERIFY(std::ranges::is_sorted(rows, std::greater()));
}

void TestInTheHand::laidInYarnHoldsForOnePass() {
    using namespace operation;
    const Needle l3 = test::at("L3");
    // It waits: what was laid over it is gone with the pass.
    const Program waits = test::onSixNeedles({JoinYarn{test::rust, Side::right}, Hold{l3, l3}, HoldLever{true},
                                              operation::Place{{l3}, test::rust}, Knit{Rows(1)}, Knit{Rows(1)},
                                              Release{l3, l3}, HoldLever{false}, Knit{Rows(2)}});
    const Fabric fabric = knit(waits);
    for (const Loop loop : fabric.loops)
        QVERIFY(loop.yarn != test::rust);
    // From one end of a wide piece to the other nothing is caught.
    Program wide =
        test::program({CastOn{.from = test::at("L10"), .to = test::at("R10")}, JoinYarn{test::rust, Side::right},
                       Knit{Rows(2)}, operation::Place{{test::at("L10"), test::at("R10")}, test::rust}, Knit{Rows(1)}});
    QVERIFY(hasFinding(knit(wide).findings, "long_strand"));
    Program near =
        test::program({CastOn{.from = test::at("L10"), .to = test::at("R10")}, JoinYarn{test::rust, Side::right},
                       Knit{Rows(2)}, operation::Place{{test::at("R2"), test::at("R10")}, test::rust}, Knit{Rows(1)}});
    QVERIFY(!hasFinding(knit(near).findings, "long_strand"));
}

void TestInTheHand::aJoinedYarnDoesNotHideATurn() {
    using namespace operation;
    const auto turned = [](bool joins) {
        std::vector<Action> actions = {Hold{test::at("L3"), test::at("L2")}, HoldLever{true}, Knit{Rows(1)}};
        if (joins)
            actions.push_back(JoinYarn{test::rust, std::nullopt});
        actions.push_back(Knit{Rows(1)});
        return hasFinding(knit(test::onSixNeedles(std::move(actions))).findings, "open_turn");
    };
    QVERIFY(turned(false));
    QVERIFY(turned(true));
}

/// A trim's loops are those of its rows: what it hangs from was knitted before.
void TestInTheHand::hungLoopsAreNoYarn() {
    const Worked worked = work(odilesPullover());
    const WorkedPiece& trim = *worked.piece(pieces::neckTrim);
    int knitted = 0;
    for (const Loop loop : trim.fabric.loops)
        knitted += loop.kind == LoopKind::hung ? 0 : 1;
    int counted = 0;
    for (const int each : trim.fabric.loopsPerYarn)
        counted += each;
    QCOMPARE(counted, knitted);
    QVERIFY(knitted > 100 && static_cast<std::size_t>(knitted) < trim.fabric.loops.size());
}

void TestInTheHand::toolsAreAskedFor() {
    Hat hat;
    hat.brim.kind = WeltKind::latchedRib;
    Project project = somebodys(hat);
    project.machine.tools[static_cast<std::size_t>(Tool::latchTool)] = true;
    QVERIFY(!hasFinding(work(project).findings, "tool_missing"));
    project.machine.tools[static_cast<std::size_t>(Tool::latchTool)] = false;
    const Worked without = work(project);
    QVERIFY(hasFinding(without.findings, "tool_missing"));
    QVERIFY(without.sound());
    hat.brim.kind = WeltKind::foldedHem;
    hat.halving = HalvingWay::garterBar;
    project.article = hat;
    QVERIFY(hasFinding(work(project).findings, "tool_missing"));
    project.machine.tools[static_cast<std::size_t>(Tool::garterBar)] = true;
    project.machine.tools[static_cast<std::size_t>(Tool::latchTool)] = true;
    QVERIFY(!hasFinding(work(project).findings, "tool_missing"));
}

QTEST_APPLESS_MAIN(TestInTheHand)
#include "tst_in_the_hand.moc"
