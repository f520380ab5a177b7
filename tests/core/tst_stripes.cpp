// SPDX-License-Identifier: GPL-3.0-or-later
// Stripes and sections in several yarns: how they lie, that they meet at the underarm, that every program runs clean,
// and what is weighed.
#include "support/check_property.h"
#include "support/projects.h"
#include "support/random_projects.h"

#include "core/format/project_json.h"
#include "core/plan/stripe_surface.h"
#include "core/project_yarns.h"

#include <QTest>

#include <algorithm>
#include <set>

using namespace vestimen;
using vestimen::test::garment;
using vestimen::test::hasFinding;
using vestimen::test::ilkesPullover;
using vestimen::test::listed;
using vestimen::test::randomProject;
using vestimen::test::WorkedGarment;
using vestimen::test::workGarment;

namespace {

std::vector<Yarn> someYarns(int count) {
    std::vector<Yarn> yarns;
    for (int i = 0; i < count; ++i) {
        Yarn yarn;
        yarn.name = "Yarn " + std::to_string(i + 1);
        yarn.colour = "#A0402" + std::to_string(i);
        yarns.push_back(yarn);
    }
    return yarns;
}

Stripes randomStripes(int yarns) {
    Stripes stripes;
    const int count = *rc::gen::inRange(1, 7);
    for (int i = 0; i < count; ++i) {
        Stripe stripe{*rc::gen::inRange(0, yarns)};
        if (*rc::gen::arbitrary<bool>())
            stripe.height = Rows(*rc::gen::inRange(1, 20));
        else
            stripe.height = Length::millimetres(*rc::gen::inRange(3, 90));
        stripes.of.push_back(stripe);
    }
    stripes.repeated = *rc::gen::inRange(0, 4) > 0;
    stripes.even = *rc::gen::inRange(0, 3) > 0;
    if (*rc::gen::inRange(0, 3) == 0) {
        const int least = *rc::gen::inRange(1, 9);
        stripes.mixed = Stripes::Mixed{Rows(least), Rows(least + *rc::gen::inRange(0, 15)),
                                       static_cast<std::uint32_t>(*rc::gen::inRange(0, 1000))};
    }
    return stripes;
}

/// The yarn of each row of a piece's own above its welt, from a mark on, upward or downward.
std::vector<std::string> yarnsFrom(const WorkedPiece& piece, const char* mark, bool up) {
    std::vector<std::string> ids;
    const auto found = std::ranges::find(piece.fabric.marks, mark, &FabricMark::as);
    if (found == piece.fabric.marks.end())
        return ids;
    const auto add = [&](int pass) {
        ids.push_back(piece.program.yarns[piece.fabric.passes[static_cast<std::size_t>(pass)].yarn].id);
    };
    const int passes = static_cast<int>(piece.fabric.passes.size());
    for (int pass = found->pass; up && pass < passes; ++pass)
        add(pass);
    for (int pass = found->pass - 1; !up && pass >= 0; --pass)
        add(pass);
    return ids;
}

} // namespace

class TestStripes : public QObject {
    Q_OBJECT

private slots:
    void theyLieEndToEnd();
    void heightsAreWhatWasAsked();
    void mixedOnesStayFixed();
    void theyMeetAtTheUnderarm();
    void everyStripedProgramRunsClean();
    void aSleeveKnittedDownMeetsTheBody();
    void fewRowsHangAtTheEdge();
    void endsAreTuckedAway();
    void sectionsHaveTheirYarns();
    void eachYarnIsWeighed();
    void aStripedScarfSaysWhoseYarnIsUsedUp();
    void filesKeepThem();
    void brokenOnesAreRefused_data();
    void brokenOnesAreRefused();
    void yarnsAreTakenAway();
};

void TestStripes::theyLieEndToEnd() {
    CHECK_PROPERTY("stretches cover what lies between two heights, each of another yarn than the one before", [] {
        const Gauge rows = Gauge::perTenCentimetres(*rc::gen::inRange(15, 60));
        const Stripes stripes = randomStripes(*rc::gen::inRange(1, mostYarns));
        const int from = *rc::gen::inRange(-300, 100);
        const int to = from + *rc::gen::inRange(1, 500);
        const auto all = stripesBetween(stripes, from, to, rows);
        RC_ASSERT(!all.empty());
        RC_ASSERT(all.front().from == from);
        RC_ASSERT(all.back().to == to);
        for (std::size_t i = 1; i < all.size(); ++i) {
            RC_ASSERT(all[i].from == all[i - 1].to);
            RC_ASSERT(all[i].yarn != all[i - 1].yarn);
        }
        // What is seen through a smaller window is the same.
        const int inside = *rc::gen::inRange(from, to);
        for (const StripeStretch& each : stripesBetween(stripes, inside, to, rows)) {
            const auto of = std::ranges::find_if(
                all, [&](const StripeStretch& whole) { return whole.from <= each.from && each.to <= whole.to; });
            RC_ASSERT(of != all.end());
            RC_ASSERT(of->yarn == each.yarn);
        }
    });
}

void TestStripes::heightsAreWhatWasAsked() {
    Stripes stripes;
    stripes.of = {{0, Rows(4)}, {1, Length::millimetres(20)}, {2, Rows(3)}};
    const Gauge rows = Gauge::perTenCentimetres(40.0);
    using All = std::vector<StripeStretch>;
    // 20 mm are 8 rows; 3 rows are made 4, so that the yarns change at one side.
    QCOMPARE(stripesBetween(stripes, 0, 20, rows), (All{{0, 0, 4}, {1, 4, 12}, {2, 12, 16}, {0, 16, 20}}));
    QCOMPARE(stripesBetween(stripes, -6, 2, rows), (All{{1, -6, -4}, {2, -4, 0}, {0, 0, 2}}));
    stripes.even = false;
    QCOMPARE(stripesBetween(stripes, 0, 18, rows), (All{{0, 0, 4}, {1, 4, 12}, {2, 12, 15}, {0, 15, 18}}));
    stripes.repeated = false;
    QCOMPARE(stripesBetween(stripes, -2, 30, rows), (All{{0, -2, 4}, {1, 4, 12}, {2, 12, 15}, {0, 15, 30}}));
    QVERIFY(stripesBetween(Stripes(), 0, 30, rows).empty());
    // A stripe of nothing has the fewest rows that there are.
    QCOMPARE(stripeRows({0, Length::millimetres(0.1)}, rows, true), Rows(2));
    QCOMPARE(stripeRows({0, Rows(0)}, rows, false), Rows(1));
}

void TestStripes::mixedOnesStayFixed() {
    Stripes stripes;
    stripes.of = {{0, Rows(4)}, {1, Rows(4)}};
    stripes.mixed = Stripes::Mixed{Rows(2), Rows(12), 7};
    const Gauge rows = Gauge::perTenCentimetres(40.0);
    const auto first = stripesBetween(stripes, 0, 400, rows);
    QCOMPARE(stripesBetween(stripes, 0, 400, rows), first);
    std::set<int> heights;
    for (std::size_t i = 0; i + 1 < first.size(); ++i) {
        const int height = first[i].to - first[i].from;
        QVERIFY(height >= 2 && height <= 12 && height % 2 == 0);
        heights.insert(height);
    }
    QVERIFY(heights.size() >= 4);
    // As every machine has it.
    QCOMPARE(first[0].to, 6);
    stripes.mixed->seed = 8;
    QVERIFY(stripesBetween(stripes, 0, 400, rows) != first);
}

namespace {

/// Body and sleeves have the same yarn at the same height, rows above and below the underarm.
void checkMeets(const WorkedGarment& worked) {
    const Garment& chosen = garment(worked);
    const WorkedPiece& body = *worked.piece(frontSideOf(chosen, Side::left));
    const WorkedPiece& back = *worked.piece(backSideOf(chosen, Side::right));
    const auto same = [&](const WorkedPiece& a, const WorkedPiece& b, bool up, std::size_t rows) {
        const auto ofA = yarnsFrom(a, "underarm", up);
        const auto ofB = yarnsFrom(b, "underarm", up);
        for (std::size_t i = 0; i < std::min({ofA.size(), ofB.size(), rows}); ++i)
            if (ofA[i] != ofB[i])
                RC_FAIL(a.program.piece + " and " + b.program.piece + " differ " + std::to_string(i) + " rows " +
                        (up ? "above" : "below"));
    };
    const auto below = static_cast<std::size_t>(worked.counts->toUnderarm.count());
    const auto above = static_cast<std::size_t>(worked.counts->toNeck(worked.counts->frontNeck).count() -
                                                worked.counts->shoulderRows.count());
    same(body, back, false, below);
    same(body, back, true, std::min<std::size_t>(above, 20));
    if (chosen.hasSleeves() && !chosen.sleevesKnittedDown() && worked.counts->capRows > Rows(0)) {
        const WorkedPiece& sleeve = *worked.piece(pieces::leftSleeve);
        same(body, sleeve, false, std::min(below, static_cast<std::size_t>(worked.counts->sleeveRows.count())));
        same(body, sleeve, true,
             std::min<std::size_t>(above, static_cast<std::size_t>(worked.counts->capRows.count())));
    }
}

} // namespace

void TestStripes::theyMeetAtTheUnderarm() {
    CHECK_PROPERTY("the same stripe at the same height on back, front and sleeves", [] {
        Project project = randomProject();
        garment(project).hem.line = HemLine::straight;
        garment(project).body.kind = *rc::gen::element(BodyKind::setIn, BodyKind::raglan, BodyKind::sleeveless);
        if (!garment(project).hasShoulders())
            garment(project).body.panels = Panels::one;
        project.moreYarns = someYarns(3);
        project.stripes = randomStripes(4);
        const WorkedGarment worked = workGarment(project);
        RC_PRE(worked.sound());
        checkMeets(worked);
    });
}

void TestStripes::everyStripedProgramRunsClean() {
    int drafted = 0;
    CHECK_PROPERTY("no striped program that the virtual bed refuses", [&] {
        Project project = randomProject();
        const int yarns = *rc::gen::inRange(2, 6);
        project.moreYarns = someYarns(yarns - 1);
        project.stripes = randomStripes(yarns);
        Garment& chosen = garment(project);
        for (YarnNumber* each : {&chosen.body.welt.yarn, &chosen.sleeves.cuff.yarn, &chosen.sleeves.yarn,
                                 &chosen.neck.trim.yarn, &chosen.body.armTrim.yarn, &chosen.opening.band.yarn})
            *each = *rc::gen::inRange(0, yarns);
        project.ends = *rc::gen::elementOf(allEnds);
        const WorkedGarment worked = workGarment(project);
        drafted += worked.pieces.empty() ? 0 : 1;
        for (const WorkedPiece& piece : worked.pieces) {
            for (const Finding& finding : piece.fabric.findings)
                if (finding.code != "open_turn" || chosen.making.wrapTurns) {
                    RC_LOG() << toJson(project);
                    RC_FAIL(piece.program.piece + ": " + finding.code.text() + ", " + render(finding.text));
                }
            // Every yarn that was joined is broken, and nothing is knitted of one that the project does not have.
            for (const Pass& pass : piece.fabric.passes)
                if (!pass.protects)
                    RC_ASSERT(numberOf(piece.program.yarns[pass.yarn]).value_or(99) < yarns);
        }
        // Without its stripes it is the same garment, stitch for stitch.
        Project plain = project;
        plain.stripes = {};
        const WorkedGarment other = workGarment(plain);
        RC_ASSERT(other.pieces.size() == worked.pieces.size());
        for (std::size_t i = 0; i < worked.pieces.size(); ++i) {
            RC_ASSERT(other.pieces[i].program.shape == worked.pieces[i].program.shape);
            RC_ASSERT(other.pieces[i].fabric.passes.size() == worked.pieces[i].fabric.passes.size());
        }
    });
    QVERIFY(drafted > 50);
}

/// Knitted down from its armhole, it has the body's stripes from the underarm down.
void TestStripes::aSleeveKnittedDownMeetsTheBody() {
    Project project = ilkesPullover();
    garment(project).sleeves.school = SleeveSchool::down;
    project.moreYarns = someYarns(2);
    project.stripes.of = {{0, Rows(6)}, {1, Rows(4)}, {2, Rows(10)}};
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const auto body = yarnsFrom(*worked.piece(pieces::front), "underarm", false);
    const WorkedPiece& sleeve = *worked.piece(pieces::leftSleeve);
    // Its first rows are the cap's.
    const auto cap = static_cast<std::size_t>(worked.counts->capRows.count());
    for (std::size_t i = 0; i < 60; ++i)
        QCOMPARE(sleeve.program.yarns[sleeve.fabric.passes[cap + i].yarn].id, body[i]);
    // And above it, in the cap, those of the armhole.
    const auto above = yarnsFrom(*worked.piece(pieces::front), "underarm", true);
    for (std::size_t i = 0; i < std::min<std::size_t>(cap, 30); ++i)
        QCOMPARE(sleeve.program.yarns[sleeve.fabric.passes[cap - 1 - i].yarn].id, above[i]);
}

/// Two rows of each: no yarn is broken, both hang at the edge by turns. Eight rows: each is.
void TestStripes::fewRowsHangAtTheEdge() {
    const auto endsOf = [](int rows) {
        Project project = ilkesPullover();
        project.moreYarns = someYarns(1);
        project.stripes.of = {{0, Rows(rows)}, {1, Rows(rows)}};
        const WorkedGarment worked = workGarment(project);
        return worked.sound() ? worked.supplies.ends : -1;
    };
    const WorkedGarment plain = workGarment(ilkesPullover());
    QVERIFY(endsOf(2) > plain.supplies.ends);
    // So many rows are a piece's: every eight of them two ends more, in each of four large pieces.
    QVERIFY2(endsOf(8) > endsOf(2) + 100, qPrintable(QString("%1, %2").arg(endsOf(2)).arg(endsOf(8))));
    QVERIFY2(endsOf(2) < plain.supplies.ends + 100,
             qPrintable(QString("%1, %2").arg(endsOf(2)).arg(plain.supplies.ends)));
}

/// Woven in at every change, none of them is left but those where a piece begins and ends; each is said at its yarn.
void TestStripes::endsAreTuckedAway() {
    Project project = ilkesPullover();
    const int plain = workGarment(project).supplies.ends;
    project.moreYarns = someYarns(2);
    project.stripes.of = {{0, Rows(10)}, {1, Rows(2)}, {0, Rows(2)}, {2, Rows(8)}};
    const WorkedGarment later = workGarment(project);
    QVERIFY(later.supplies.ends > plain + 40 && later.supplies.tucked == 0);
    for (const Ends ends : {Ends::whileKnitting, Ends::intoTheSeam}) {
        project.ends = ends;
        const WorkedGarment worked = workGarment(project);
        QVERIFY2(worked.sound(), listed(worked.findings));
        QCOMPARE(worked.supplies.ends + worked.supplies.tucked, later.supplies.ends);
        QVERIFY2(worked.supplies.ends < plain + 12, qPrintable(QString::number(worked.supplies.ends)));
        // From the program: a new end is spoken of after its yarn was joined, an old one after its yarn was broken, and
        // never of one that hangs at the edge.
        int spoken = 0;
        for (const WorkedPiece& piece : worked.pieces) {
            bool joined = false;
            bool broken = false;
            for (const Operation& each : piece.program.operations) {
                joined = joined || std::holds_alternative<operation::JoinYarn>(each.action);
                broken = broken || std::holds_alternative<operation::BreakYarn>(each.action);
                if (std::holds_alternative<operation::Knit>(each.action))
                    joined = broken = false;
                const auto* said = std::get_if<operation::Say>(&each.action);
                const auto* cut = std::get_if<operation::BreakYarn>(&each.action);
                if (said && (said->code == "weave_new_end" || said->code == "new_end_to_seam"))
                    QVERIFY(joined);
                else if (said && said->code == "weave_old_end")
                    QVERIFY(broken);
                else if (!cut || cut->tail.use != "the seam")
                    continue;
                ++spoken;
            }
        }
        QCOMPARE(spoken, worked.supplies.tucked);
    }
    // By the gauge: fine yarn slips out of few needles, thick yarn shows over many; old and new never stop at one
    // place.
    for (const double gauge : {12.0, 20.0, 28.0, 45.0}) {
        const EndNeedles needles = endNeedles(Gauge::perTenCentimetres(gauge));
        QVERIFY(needles.old >= 5 && needles.old <= 15 && needles.fresh >= 4 && needles.fresh < needles.old);
    }
    QVERIFY(endNeedles(Gauge::perTenCentimetres(12.0)).old < endNeedles(Gauge::perTenCentimetres(45.0)).old);
}

void TestStripes::sectionsHaveTheirYarns() {
    Project project = ilkesPullover();
    project.moreYarns = someYarns(3);
    Garment& chosen = garment(project);
    chosen.body.welt.yarn = 1;
    chosen.sleeves.cuff.yarn = 2;
    chosen.neck.trim.yarn = 3;
    chosen.sleeves.yarn = 1;
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    const auto used = [&](PieceKey key) {
        std::vector<std::string> ids;
        const WorkedPiece& piece = *worked.piece(key);
        for (const Pass& pass : piece.fabric.passes)
            if (!pass.protects && (ids.empty() || ids.back() != piece.program.yarns[pass.yarn].id))
                ids.push_back(piece.program.yarns[pass.yarn].id);
        return ids;
    };
    using Ids = std::vector<std::string>;
    QCOMPARE(used(pieces::back), (Ids{"B", "A"}));
    QCOMPARE(used(pieces::leftSleeve), (Ids{"C", "B"}));
    QCOMPARE(used(pieces::neckTrim), (Ids{"D"}));
    // A rolled edge is the piece's own cast on and bind-off, whatever its welt was to be of; stripes leave a sleeve of
    // its own yarn alone.
    Project rolled = project;
    garment(rolled).sleeves.cuff.kind = WeltKind::rolled;
    rolled.stripes.of = {{0, Rows(4)}, {2, Rows(4)}};
    for (const SleeveSchool school : allSleeveSchools) {
        garment(rolled).sleeves.school = school;
        const WorkedGarment sleeves = workGarment(rolled);
        QVERIFY2(sleeves.sound(), listed(sleeves.findings));
        const WorkedPiece& sleeve = *sleeves.piece(pieces::leftSleeve);
        for (const Pass& pass : sleeve.fabric.passes)
            QVERIFY(pass.protects || sleeve.program.yarns[pass.yarn].id == "B");
        QCOMPARE(std::ranges::count_if(sleeve.program.operations,
                                       [](const Operation& each) {
                                           const auto* cast = std::get_if<operation::CastOn>(&each.action);
                                           return cast && cast->yarn == 0; // the main one
                                       }),
                 0);
        const WorkedPiece& front = *sleeves.piece(pieces::front);
        QVERIFY(std::ranges::any_of(front.fabric.passes,
                                    [&](const Pass& pass) { return front.program.yarns[pass.yarn].id == "C"; }));
    }
    // Knitted down afterwards as well.
    chosen.making.weltAfterwards = true;
    const WorkedGarment later = workGarment(project);
    QVERIFY2(later.sound(), listed(later.findings));
    const WorkedPiece& back = *later.piece(pieces::back);
    QCOMPARE(back.program.yarns[back.fabric.passes.back().yarn].id, std::string("B"));
    // A section of a yarn that was taken away is said, and knitted in the main one meanwhile.
    project.moreYarns.clear();
    const WorkedGarment without = workGarment(project);
    QVERIFY(hasFinding(without.findings, "no_such_yarn"));
}

/// Grams are shared out by stitches, strands and thickness; together they are the whole.
void TestStripes::eachYarnIsWeighed() {
    Project project = ilkesPullover();
    project.swatch.grams = 20.0;
    project.yarn.strands = project.swatch.strands = 1;
    const WorkedGarment plain = workGarment(project);
    QVERIFY(plain.supplies.grams);
    project.moreYarns = someYarns(2);
    project.stripes.of = {{0, Rows(10)}, {1, Rows(10)}, {2, Rows(20)}};
    const WorkedGarment worked = workGarment(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    QCOMPARE(worked.supplies.yarns.size(), std::size_t(3));
    double grams = 0.0;
    int stitches = 0;
    int ends = 0;
    for (const YarnSupplies& each : worked.supplies.yarns) {
        grams += each.grams.value();
        stitches += each.stitches;
        ends += each.ends;
    }
    QVERIFY(std::abs(grams - *plain.supplies.grams) < 1e-6);
    QCOMPARE(stitches, plain.supplies.stitches);
    QCOMPARE(ends, worked.supplies.ends);
    // Half of the rows are the third yarn's.
    const double third = *worked.supplies.yarns[2].grams / grams;
    QVERIFY2(third > 0.4 && third < 0.55, qPrintable(QString::number(third)));
    project.moreYarns[1].strands = 2;
    const WorkedGarment doubled = workGarment(project);
    QVERIFY(std::abs(*doubled.supplies.yarns[2].grams - 2.0 * *worked.supplies.yarns[2].grams) < 1e-6);
    // Too little of one is said by its name, with the pieces that it suffices for.
    project.moreYarns[1].gramsOnHand = *doubled.supplies.yarns[2].grams * 0.6;
    const WorkedGarment less = workGarment(project);
    const auto found =
        std::ranges::find_if(less.findings, [](const Finding& each) { return each.code == "yarn_short"; });
    QVERIFY(found != less.findings.end());
    QVERIFY(render(found->text).find("Yarn 2") != std::string::npos);
    QVERIFY(less.supplies.yarns[2].piecesEnough >= 1 && less.supplies.yarns[2].piecesEnough < 4);
}

/// Its length follows the main yarn's grams: with others beside it some of that is left, which is said.
void TestStripes::aStripedScarfSaysWhoseYarnIsUsedUp() {
    Project project = ilkesPullover();
    Scarf scarf;
    scarf.untilTheYarnIsUsedUp = true;
    project.article = scarf;
    project.swatch.grams = 20.0;
    project.yarn.gramsOnHand = 120.0;
    QVERIFY(!hasFinding(work(project).findings, "scarf_yarn"));
    project.moreYarns = someYarns(1);
    project.stripes.of = {{0, Rows(10)}, {1, Rows(10)}};
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), listed(worked.findings));
    QVERIFY(hasFinding(worked.findings, "scarf_yarn"));
    QVERIFY(worked.supplies.yarns[0].grams < 120.0 * 0.7);
}

void TestStripes::filesKeepThem() {
    CHECK_PROPERTY("a project with yarns and stripes is read as it was written", [] {
        Project project = ilkesPullover();
        const int more = *rc::gen::inRange(0, mostYarns);
        project.moreYarns = someYarns(more);
        project.stripes = randomStripes(1 + more);
        garment(project).neck.trim.yarn = *rc::gen::inRange(0, 1 + more);
        project.ends = *rc::gen::elementOf(allEnds);
        RC_ASSERT(projectFromJson(toJson(project)) == project);
    });
}

void TestStripes::brokenOnesAreRefused_data() {
    QTest::addColumn<QString>("what");
    QTest::addColumn<QString>("with");
    QTest::addColumn<QString>("says");
    const auto row = [](const char* name, const char* what, const char* with, const char* says) {
        QTest::newRow(name) << what << with << says;
    };
    row("no rows", "\"rows\": 6", "\"rows\": 0", "from 1 to 1000");
    row("neither", "\"rows\": 6", "\"row\": 6", "unknown key \"row\"");
    row("both", "\"rows\": 6", "\"rows\": 6, \"mm\": 20", "either rows or mm");
    row("a ninth yarn", "\"yarn\": 1", "\"yarn\": 8", "from 0 to 7");
    row("no yarn below nought", "\"yarn\": 1", "\"yarn\": -1", "from 0 to 7");
    row("bounds the wrong way", "\"most_rows\": 12", "\"most_rows\": 1", "at least its least_rows");
    row("no colour", "#A04020", "rust", "a colour such as");
    row("no strands", "\"strands\": 1", "\"strands\": 0", "from 1 to 100");
    row("grams below nought", "\"grams_on_hand\": 0.0", "\"grams_on_hand\": -5", "from 0 to");
}

void TestStripes::brokenOnesAreRefused() {
    QFETCH(QString, what);
    QFETCH(QString, with);
    QFETCH(QString, says);
    Project project = ilkesPullover();
    project.yarn.strands = project.swatch.strands = 2;
    project.yarn.gramsOnHand = 300.0;
    project.moreYarns = someYarns(1);
    project.stripes.of = {{0, Rows(6)}, {1, Rows(8)}};
    project.stripes.mixed = Stripes::Mixed{};
    QString text = QString::fromStdString(toJson(project));
    QVERIFY(text.contains(what));
    text.replace(text.indexOf(what), what.size(), with);
    try {
        projectFromJson(text.toStdString());
        QFAIL("it was taken");
    } catch (const FormatError& error) {
        QVERIFY2(QString(error.what()).contains(says), error.what());
    }
    // Nine yarns are one too many.
    project.moreYarns = someYarns(mostYarns);
    QVERIFY_EXCEPTION_THROWN(projectFromJson(toJson(project)), FormatError);
}

/// The others keep theirs; what was of it is of the main one.
void TestStripes::yarnsAreTakenAway() {
    Project project = ilkesPullover();
    project.moreYarns = someYarns(3);
    project.stripes.of = {{0, Rows(4)}, {1, Rows(4)}, {2, Rows(4)}, {3, Rows(4)}};
    garment(project).neck.trim.yarn = 3;
    garment(project).sleeves.cuff.yarn = 2;
    removeYarn(project, 2);
    QCOMPARE(project.yarns(), 3);
    QCOMPARE(project.moreYarns[1].name, std::string("Yarn 3"));
    QCOMPARE(garment(project).neck.trim.yarn, 2);
    QCOMPARE(garment(project).sleeves.cuff.yarn, 0);
    std::vector<YarnNumber> striped;
    for (const Stripe& each : project.stripes.of)
        striped.push_back(each.yarn);
    QCOMPARE(striped, (std::vector<YarnNumber>{0, 1, 0, 2}));
    const Project before = project;
    removeYarn(project, 0); // the main one stays
    removeYarn(project, 7);
    QVERIFY(project == before);
}

QTEST_APPLESS_MAIN(TestStripes)
#include "tst_stripes.moc"
