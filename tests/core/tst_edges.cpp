// SPDX-License-Identifier: GPL-3.0-or-later
// How edges are cast on and bound off, at every edge by every method; and the ends of yarn that joins are worked with.
#include "support/check_property.h"
#include "support/projects.h"
#include "support/random_projects.h"
#include "support/tails.h"

#include "core/article/articles.h"
#include "core/bed/virtual_bed.h"
#include "core/format/project_json.h"
#include "core/ground/weave.h"
#include "core/knitting/wording.h"
#include "core/record/corrections.h"
#include "core/ways_out.h"

#include <QTest>

#include <functional>
#include <set>

using namespace vestimen;
using vestimen::test::garment;
using vestimen::test::hasFinding;
using vestimen::test::ilkesPullover;
using vestimen::test::listed;
using vestimen::test::odilesPullover;
using vestimen::test::randomProject;
using vestimen::test::somebodys;

namespace {

Project onTwoBeds(Project project) {
    project.machine.beds = 2;
    return project;
}

/// One edge of an article, that can be made in several ways.
struct EdgeCase {
    const char* name;
    PieceKey piece;
    std::function<Project(const WeltMaking&, WeltKind)> made;
    bool isTrim = false; ///< a folded trim, whatever the welt
};

std::vector<EdgeCase> edgesThatBegin() {
    return {{"hem", pieces::back,
             [](const WeltMaking& making, WeltKind kind) {
                 Project project = odilesPullover();
                 garment(project).body.welt = {kind, Length::millimetres(30), 0.0, 0, making};
                 return project;
             }},
            {"cuff", pieces::leftSleeve,
             [](const WeltMaking& making, WeltKind kind) {
                 Project project = ilkesPullover();
                 garment(project).sleeves.cuff = {kind, Length::millimetres(40), 0.2, 0, making};
                 return project;
             }},
            {"brim", PieceKey("hat"),
             [](const WeltMaking& making, WeltKind kind) {
                 Hat hat;
                 hat.brim = {kind, Length::millimetres(40), 0.0, 0, making};
                 return somebodys(hat);
             }},
            {"border", PieceKey("scarf"), [](const WeltMaking& making, WeltKind kind) {
                 Scarf scarf;
                 scarf.border = {kind, Length::millimetres(40), 0.0, 0, making};
                 return somebodys(scarf);
             }}};
}

std::vector<EdgeCase> edgesThatEnd() {
    return {{"hem, knitted down", pieces::back,
             [](const WeltMaking& making, WeltKind kind) {
                 Project project = odilesPullover();
                 garment(project).body.welt = {kind, Length::millimetres(30), 0.1, 0, making};
                 garment(project).making.weltAfterwards = true;
                 return project;
             }},
            {"cuff, knitted down", pieces::rightSleeve,
             [](const WeltMaking& making, WeltKind kind) {
                 Project project = ilkesPullover();
                 garment(project).sleeves.school = SleeveSchool::down;
                 garment(project).sleeves.cuff = {kind, Length::millimetres(40), 0.2, 0, making};
                 return project;
             }},
            {"border at the end", PieceKey("scarf"),
             [](const WeltMaking& making, WeltKind kind) {
                 Scarf scarf;
                 scarf.border = {kind, Length::millimetres(40), 0.0, 0, making};
                 return somebodys(scarf);
             }},
            {"neck trim", pieces::neckTrim,
             [](const WeltMaking& making, WeltKind kind) {
                 Project project = odilesPullover();
                 garment(project).neck.trim.kind = kind;
                 garment(project).neck.trim.bindOff = making.bindOff;
                 return project;
             }},
            {"armhole trim", pieces::leftArmTrim,
             [](const WeltMaking& making, WeltKind kind) {
                 Project project = ilkesPullover();
                 garment(project).body.kind = BodyKind::sleeveless;
                 garment(project).body.armTrim.kind = kind;
                 garment(project).body.armTrim.bindOff = making.bindOff;
                 return project;
             }},
            {"band", pieces::rightBand,
             [](const WeltMaking& making, WeltKind) {
                 Project project = odilesPullover();
                 garment(project).opening.closure = Closure::cardigan;
                 garment(project).opening.band.bindOff = making.bindOff;
                 return project;
             },
             true},
            {"side border", PieceKey("left_border"),
             [](const WeltMaking& making, WeltKind) {
                 Scarf scarf;
                 scarf.sideBorders = true;
                 scarf.length = Length::millimetres(600);
                 scarf.sideBindOff = making.bindOff;
                 return somebodys(scarf);
             },
             true}};
}

/// Runs clean on the bed, and is read as it was written.
void checkClean(const Worked& worked) {
    QVERIFY2(worked.sound(), listed(worked.findings).constData());
    for (const WorkedPiece& piece : worked.pieces)
        for (const Finding& finding : piece.fabric.findings)
            QVERIFY2(finding.severity == Severity::note,
                     (piece.program.piece + ": " + finding.code.text() + ", " + render(finding.text)).c_str());
}

std::string said(const Program& program, std::size_t operation) {
    return render(sentence(program, program.operations[operation]));
}

} // namespace

class TestEdges : public QObject {
    Q_OBJECT

private slots:
    void theTableIsWhole();
    void everyEdgeIsCastOnByEveryMethod();
    void everyEdgeIsBoundOffByEveryMethod();
    void aSewnEdgeHasItsYarn();
    void weltsAreMadeAsChosen();
    void aMockRibOfThreeLeavesEveryThirdNeedle();
    void firmEdgesAreSaid();
    void bandsAreClosedTwoSizesAboveTheirOwn();
    void aBandIsClosedOnItsEdge();
    void aTrimHasItsOwnRows();
    void aRolledTrimEndsInAnotherYarn();
    void aTrimAsDeepAsTheWeltIsSaid();
    void manyStrandsAreSaid();
    void trimsGoOnBeforeTheShoulders();
    void tailsAreThoseOfTheJoins();
    void aHatsTailSewsItsSeamToo();
    void endsThatLieNowhereAreCut();
    void aChangedJoinIsNoOtherPiece();
    void wasteYarnIsChosen();
    void aWasteYarnLikeTheWorkIsSaid();
    void weightsAreThoseOfTheSwatch();
    void decisionsAreKept();
    void filesKeepThem();
};

void TestEdges::theTableIsWhole() {
    const auto check = [](const auto& table) {
        std::set<std::string> words;
        for (std::size_t i = 0; i < table.size(); ++i) {
            const auto& row = table[i];
            QCOMPARE(static_cast<std::size_t>(row.method), i);
            QVERIFY(words.insert(row.option.key).second);
            QVERIFY(*row.option.label && *row.by && *row.width && *row.uses);
            int steps = 0;
            for (const HandStep& step : row.steps) {
                if (!*step.text)
                    continue;
                ++steps;
                QCOMPARE(std::string(step.picture).size(), 5u);
                QCOMPARE(std::string(step.picture).find_first_not_of(".owchkxst2r_OWCHKXS"), std::string::npos);
            }
            QVERIFY(steps >= 3);
        }
    };
    for (const HandStep& step : weaveSteps)
        QCOMPARE(std::string(step.picture).find_first_not_of("ouvUV"), std::string::npos);
    check(castOnTraits);
    check(bindOffTraits);
    // Who has a match is as stretchy as it.
    for (const CastOnTraits& row : castOnTraits)
        if (row.match)
            QCOMPARE(traits(*row.match).stretch, row.stretch);
    for (const BindOffTraits& row : bindOffTraits)
        if (row.match)
            QCOMPARE(traits(*row.match).stretch, row.stretch);
}

void TestEdges::everyEdgeIsCastOnByEveryMethod() {
    int cases = 0;
    for (const EdgeCase& edge : edgesThatBegin())
        for (const WeltKind kind : allWelts)
            for (const CastOnMethod method : {CastOnMethod::closedLoop, CastOnMethod::latchChain,
                                              CastOnMethod::weightedHem, CastOnMethod::zigzag}) {
                const bool twoBeds = traits(kind).onTwoBeds.has_value();
                if (twoBeds != (method == CastOnMethod::zigzag))
                    continue;
                const Project project = edge.made({.castOn = method}, kind);
                const Worked worked = work(twoBeds ? onTwoBeds(project) : project);
                checkClean(worked);
                const WorkedPiece* piece = worked.piece(edge.piece);
                QVERIFY2(piece, edge.name);
                // By hand at the edge itself; on waste yarn how it is cast on matters to nothing.
                std::vector<std::size_t> own;
                for (std::size_t i = 0; i < piece->program.operations.size(); ++i)
                    if (const auto* castOn = std::get_if<operation::CastOn>(&piece->program.operations[i].action);
                        castOn && !protects(piece->program.yarns[castOn->yarn].role)) {
                        QCOMPARE(castOn->method, method);
                        own.push_back(i);
                    }
                QCOMPARE(own.empty(), traits(kind).beginsOpen);
                if (!own.empty() && !twoBeds)
                    QVERIFY(said(piece->program, own.front()).find(traits(method).by) != std::string::npos);
                ++cases;
            }
    // Three ways on one bed, one on two.
    const auto ofTwoBeds =
        std::ranges::count_if(weltTraits, [](const WeltTraits& each) { return each.onTwoBeds.has_value(); });
    QCOMPARE(cases, 4 * static_cast<int>(3 * (static_cast<std::ptrdiff_t>(allWelts.size()) - ofTwoBeds) + ofTwoBeds));
}

void TestEdges::everyEdgeIsBoundOffByEveryMethod() {
    int cases = 0;
    for (const EdgeCase& edge : edgesThatEnd())
        for (const WeltKind kind : allWelts)
            for (const BindOffTraits& method : bindOffTraits) {
                if (edge.isTrim && kind != WeltKind::foldedHem)
                    continue;
                const Project project = edge.made({.bindOff = method.method}, kind);
                const Worked worked = work(traits(kind).onTwoBeds ? onTwoBeds(project) : project);
                checkClean(worked);
                if (QTest::currentTestFailed())
                    qWarning("%s, %s, %s", edge.name, traits(kind).name, method.option.key);
                const WorkedPiece* piece = worked.piece(edge.piece);
                QVERIFY2(piece, edge.name);
                const auto& operations = piece->program.operations;
                const auto bound = std::ranges::find_if(operations, [](const Operation& each) {
                    const auto* op = std::get_if<operation::BindOff>(&each.action);
                    return op && op->all;
                });
                if (method.method == BindOffMethod::woundOnWaste && (edge.isTrim || kind != WeltKind::rolled)) {
                    // The loops stay on waste yarn until they are wound, and that is said.
                    QVERIFY(bound == operations.end());
                    QVERIFY(std::ranges::any_of(operations, [](const Operation& each) {
                        const auto* say = std::get_if<operation::Say>(&each.action);
                        return say && say->code == "waste_above";
                    }));
                } else if (method.method != BindOffMethod::woundOnWaste && (kind != WeltKind::rolled || edge.isTrim)) {
                    QVERIFY2(bound != operations.end(), edge.name);
                    QCOMPARE(std::get<operation::BindOff>(bound->action).method, method.method);
                    const auto index = static_cast<std::size_t>(bound - operations.begin());
                    QVERIFY(said(piece->program, index).find(method.by) != std::string::npos);
                }
                ++cases;
            }
    QCOMPARE(cases, static_cast<int>((5 * allWelts.size() + 2) * bindOffTraits.size()));
}

void TestEdges::aSewnEdgeHasItsYarn() {
    for (const BindOffMethod method : {BindOffMethod::backstitch, BindOffMethod::sewnThrough}) {
        Project project = odilesPullover();
        garment(project).neck.trim.bindOff = method;
        const Worked worked = work(project);
        const WorkedPiece& trim = *worked.piece(pieces::neckTrim);
        const auto& bound =
            std::get<operation::BindOff>(std::ranges::find_if(trim.program.operations, [](const Operation& each) {
                                             return std::holds_alternative<operation::BindOff>(each.action);
                                         })->action);
        // From the fabric: as wide as its last row.
        const Length wide =
            worked.measured.gauge->width(Stitches(static_cast<int>(trim.fabric.passes.back().loopCount)));
        QVERIFY(bound.sewnWith > wide * (method == BindOffMethod::backstitch ? 3.0 : 1.5));
        QVERIFY(bound.sewnWith < wide * (method == BindOffMethod::backstitch ? 3.0 : 1.5) + Length::millimetres(170));
    }
}

void TestEdges::weltsAreMadeAsChosen() {
    const auto sizes = [](const WeltMaking& making) {
        Project project = odilesPullover();
        garment(project).body.welt = {WeltKind::foldedHem, Length::millimetres(30), 0.0, 0, making};
        const Worked worked = work(project);
        const Fabric& fabric = worked.piece(pieces::back)->fabric;
        const StitchSizeScale& scale = project.machine.sizes;
        // Of the inner half, of the fold and of the outer half, in whole numbers from the main size.
        std::vector<int> found;
        int rows = 0;
        const auto first = static_cast<std::size_t>(*fabric.firstMainPass);
        StitchSize before = *fabric.passes[first].size;
        found.push_back((before.steps - project.swatch.size.steps) / scale.parts);
        for (std::size_t pass = first; pass < fabric.passes.size() && rows < 60; ++pass, ++rows)
            if (*fabric.passes[pass].size != before) {
                before = *fabric.passes[pass].size;
                found.push_back((before.steps - project.swatch.size.steps) / scale.parts);
            }
        return found;
    };
    using Sizes = std::vector<int>;
    // The inner half, the fold, the outer half; the row through both layers; the body.
    QCOMPARE(sizes({}), (Sizes{-1, 2, 0, 1, 0}));
    QCOMPARE(sizes({.foldRow = false}), (Sizes{-1, 0, 1, 0}));
    QCOMPARE(sizes({.innerTighter = false}), (Sizes{0, 2, 0, 1, 0}));
    QCOMPARE(sizes({.foldRow = false, .innerTighter = false}), (Sizes{0, 1, 0}));
    QCOMPARE(sizes({.looser = -1}), (Sizes{-2, 1, -1, 1, 0}));
}

void TestEdges::aMockRibOfThreeLeavesEveryThirdNeedle() {
    Project project = odilesPullover();
    garment(project).body.welt = {WeltKind::mockRibOfThree, Length::millimetres(30)};
    const Worked worked = work(project);
    checkClean(worked);
    const Fabric& fabric = worked.piece(pieces::back)->fabric;
    const Pass& rib = fabric.passes[*fabric.firstMainPass];
    std::vector<int> places;
    for (LoopId loop = rib.firstLoop; loop < rib.firstLoop + rib.loopCount; ++loop)
        places.push_back(fabric.loops[loop].slot);
    std::ranges::sort(places);
    // Two beside each other, then a gap; both edges are two.
    QCOMPARE(places.size() % 2, 0u);
    for (std::size_t i = 0; i + 1 < places.size(); ++i)
        QCOMPARE(places[i + 1] - places[i], i % 2 == 0 ? 1 : 2);
    // When it is closed every needle of the row holds a loop, and no loop of the first row is left.
    const int all = places.back() - places.front() + 1;
    const auto closed = std::ranges::find_if(
        fabric.passes, [&](const Pass& pass) { return !pass.protects && static_cast<int>(pass.loopCount) == all; });
    QVERIFY(closed != fabric.passes.end());
    std::set<LoopId> parents;
    for (LoopId loop = closed->firstLoop; loop < closed->firstLoop + closed->loopCount; ++loop)
        parents.insert(fabric.loops[loop].parent);
    for (const auto& [loop, parent] : fabric.moreParents)
        if (loop >= closed->firstLoop && loop < closed->firstLoop + closed->loopCount)
            parents.insert(parent);
    // Hung again it is a loop of its own, above the one that was.
    std::set<LoopId> hung;
    for (const LoopId each : parents)
        if (fabric.loops[each].kind == LoopKind::hung)
            hung.insert(fabric.loops[each].parent);
    for (LoopId loop = rib.firstLoop; loop < rib.firstLoop + rib.loopCount; ++loop)
        QVERIFY(hung.contains(loop));
}

void TestEdges::firmEdgesAreSaid() {
    Project project = odilesPullover();
    garment(project).neck.trim.bindOff = BindOffMethod::sewnThrough;
    const Worked worked = work(project);
    auto found = std::ranges::find(worked.findings, FindingCode("firm_edge"), &Finding::code);
    QVERIFY(found != worked.findings.end());
    QCOMPARE(found->severity, Severity::warning);
    QVERIFY(render(found->text).find(traits(CastOnMethod::latchChain).by) != std::string::npos);
    const auto ways = waysOut(project, *found);
    QVERIFY(!ways.empty());
    QVERIFY(!hasFinding(work(ways.front().project).findings, "firm_edge"));

    // Open loops, zigzags and chains stretch; loops wound on depend on the hand.
    const auto cuff = [](WeltKind kind, CastOnMethod castOn) {
        Project with = onTwoBeds(odilesPullover());
        garment(with).sleeves.cuff = {kind, Length::millimetres(40), 0.0, 0, {.castOn = castOn}};
        return work(with).findings;
    };
    QVERIFY(!hasFinding(cuff(WeltKind::foldedHem, CastOnMethod::closedLoop), "firm_edge"));
    QVERIFY(!hasFinding(cuff(WeltKind::twoBedRib, CastOnMethod::closedLoop), "firm_edge"));
    QVERIFY(!hasFinding(cuff(WeltKind::latchedRib, CastOnMethod::latchChain), "firm_edge"));
    const auto depends = cuff(WeltKind::latchedRib, CastOnMethod::closedLoop);
    found = std::ranges::find(depends, FindingCode("firm_edge"), &Finding::code);
    QVERIFY(found != depends.end());
    QCOMPARE(found->severity, Severity::note);

    Hat hat;
    hat.brim = {WeltKind::rolled};
    const Project brim = somebodys(hat);
    const auto itsFindings = work(brim).findings;
    found = std::ranges::find(itsFindings, FindingCode("firm_edge"), &Finding::code);
    QVERIFY(found != itsFindings.end());
    QVERIFY(!hasFinding(work(waysOut(brim, *found).front().project).findings, "firm_edge"));
}

void TestEdges::bandsAreClosedTwoSizesAboveTheirOwn() {
    Project project = odilesPullover();
    garment(project).opening.closure = Closure::cardigan;
    const Worked worked = work(project);
    const Fabric& band = worked.piece(pieces::leftBand)->fabric;
    const int own = band.passes.front().size->steps;
    QCOMPARE(band.passes.back().size->steps - own, 2 * project.machine.sizes.parts);
}

void TestEdges::aBandIsClosedOnItsEdge() {
    Project project = odilesPullover();
    garment(project).opening.closure = Closure::cardigan;
    garment(project).opening.bandOnItsEdge = true;
    const Worked worked = work(project);
    checkClean(worked);
    const WorkedPiece& band = *worked.piece(pieces::leftBand);
    std::vector<const operation::Hang*> hangs;
    for (const Operation& each : band.program.operations)
        if (const auto* hang = std::get_if<operation::Hang>(&each.action))
            hangs.push_back(hang);
    QCOMPARE(hangs.size(), 2u);
    QVERIFY(hangs[1]->again && hangs[1]->map == hangs[0]->map);
    // In the hand: beside the loop of the band's last row every needle holds the edge again, and the next row takes
    // both.
    const Pass& closing = band.fabric.passes.back();
    for (LoopId loop = closing.firstLoop; loop < closing.firstLoop + closing.loopCount; ++loop)
        QVERIFY(std::ranges::any_of(band.fabric.moreParents, [&](const auto& more) {
            return more.first == loop && band.fabric.loops[more.second].kind == LoopKind::hung;
        }));
    // Without saying so it is found.
    Program twice = band.program;
    for (Operation& each : twice.operations)
        if (auto* hang = std::get_if<operation::Hang>(&each.action))
            hang->again = false;
    Siblings siblings;
    for (const WorkedPiece& piece : worked.pieces)
        siblings[piece.program.piece] = &piece.fabric;
    QVERIFY(hasFinding(knit(twice, &siblings).findings, "source_twice"));
}

void TestEdges::aTrimHasItsOwnRows() {
    Project project = odilesPullover();
    garment(project).neck.trim.depth = Length::millimetres(20);
    for (const int rows : {0, 30, 60}) {
        garment(project).neck.trim.ownRows = rows;
        const Worked worked = work(project);
        checkClean(worked);
        const double perCentimetre = rows > 0 ? rows / 10.0 : worked.measured.gauge->rows.perTenCentimetres() / 10.0;
        // Folded: 4 cm of rows, and the one that closes it.
        const int knitted = static_cast<int>(worked.piece(pieces::neckTrim)->fabric.passes.size()) - 1;
        QVERIFY2(std::abs(knitted - 4.0 * perCentimetre) <= 1.0, std::to_string(knitted).c_str());
    }
}

void TestEdges::aRolledTrimEndsInAnotherYarn() {
    Project project = odilesPullover();
    Yarn rust = project.yarn;
    rust.colour = "#B5602C";
    project.moreYarns = {rust};
    garment(project).neck.trim.kind = WeltKind::rolled;
    garment(project).neck.trim.tipRows = 2;
    garment(project).neck.trim.tipYarn = 1;
    const Worked worked = work(project);
    checkClean(worked);
    const WorkedPiece& trim = *worked.piece(pieces::neckTrim);
    const auto& passes = trim.fabric.passes;
    std::vector<std::string> ids;
    for (const Pass& pass : passes)
        ids.push_back(trim.program.yarns[pass.yarn].id);
    // Two rows and the loose one that is bound off.
    QCOMPARE(std::ranges::count(ids, "B"), 3);
    QVERIFY(ids.back() == "B" && ids.front() == "A");
}

void TestEdges::aTrimAsDeepAsTheWeltIsSaid() {
    Project project = odilesPullover();
    garment(project).body.welt.depth = Length::millimetres(30);
    garment(project).neck.trim.depth = Length::millimetres(30);
    Finding found;
    for (const Finding& each : work(project).findings)
        if (each.code == "neck_trim_deep")
            found = each;
    QCOMPARE(found.severity, Severity::note);
    QVERIFY(!found.text.operands.empty());
    const auto ways = waysOut(project, found);
    QVERIFY(!ways.empty());
    QCOMPARE(garment(ways.front().project).neck.trim.depth, Length::millimetres(15));
}

void TestEdges::manyStrandsAreSaid() {
    Project project = odilesPullover();
    project.yarn.strands = project.swatch.strands = 99;
    QVERIFY(hasFinding(work(project).findings, "strands_many"));
    project.yarn.strands = project.swatch.strands = 3;
    QVERIFY(!hasFinding(work(project).findings, "strands_many"));
}

void TestEdges::trimsGoOnBeforeTheShoulders() {
    Project project = odilesPullover();
    garment(project).neck.trimFirst = true;
    const Worked worked = work(project);
    checkClean(worked);
    // Each hangs from one piece alone, so that no shoulder need be joined.
    for (const PieceKey key : {pieces::neckTrim, pieces::secondNeckTrim}) {
        std::set<std::string> from;
        for (const Operation& each : worked.piece(key)->program.operations)
            if (const auto* hang = std::get_if<operation::Hang>(&each.action))
                for (const HangSource& source : hang->sources)
                    if (!source.piece.empty())
                        from.insert(source.piece);
        QCOMPARE(from.size(), 1u);
    }
    const auto place = [&](const char* key) {
        return std::ranges::find(worked.joins, std::string(key), &Join::key) - worked.joins.begin();
    };
    QVERIFY(place("neck_trim") < place("shoulder_left") && place("neck_trim_second") < place("shoulder_left"));
    QVERIFY(place("trim_seam") > place("shoulder_right"));
    // Where a trim goes over the shoulders it cannot, and that is said.
    for (const auto& [neck, closure] :
         {std::pair{NeckKind::vee, Closure::pullover}, {NeckKind::round, Closure::cardigan}}) {
        Project other = project;
        garment(other).neck.kind = neck;
        garment(other).opening.closure = closure;
        QVERIFY(hasFinding(work(other).findings, "trim_before_shoulders"));
    }
}

void TestEdges::tailsAreThoseOfTheJoins() {
    test::TailsSeen all;
    CHECK_PROPERTY("what is left of a yarn is what its joins take, and lies where they begin", [&] {
        const Project project = randomProject();
        const Worked worked = work(project);
        if (!worked.sound())
            return;
        const test::TailsSeen seen = test::checkTails(worked);
        all.begun += seen.begun;
        all.open += seen.open;
        all.inSteps += seen.inSteps;
        all.broken += seen.broken;
    });
    QVERIFY(all.begun > 0);
    QVERIFY(all.open > 0); // such as shoulders
    QVERIFY(all.inSteps > 0);
    QVERIFY(all.broken > all.open + all.inSteps); // at a trim's last row
}

void TestEdges::aHatsTailSewsItsSeamToo() {
    const Worked worked = work(somebodys(Hat()));
    QCOMPARE(worked.joins.size(), 2u);
    QVERIFY(worked.joins[0].end && worked.joins[1].end);
    QCOMPARE(worked.joins[0].end->operation, worked.joins[1].end->operation);
    const Program& program = worked.pieces.front().program;
    const operation::Tail* tail = tailOf(program.operations[worked.joins[0].end->operation]);
    QCOMPARE(tail->length, worked.joins[0].tail + worked.joins[1].tail);
    QVERIFY(tail->use.find("crown") != std::string::npos);
    QVERIFY(tail->use.find("seam") != std::string::npos);
}

void TestEdges::endsThatLieNowhereAreCut() {
    // A folded hem's yarn begins inside, at its upper edge: the side is sewn with a length of its own.
    Project project = odilesPullover();
    garment(project).body.welt.kind = WeltKind::foldedHem;
    const auto side = [](const Worked& worked) {
        return *std::ranges::find(worked.joins, std::string("seam_left"), &Join::key);
    };
    QVERIFY(!side(work(project)).end);
    // A rib's lies at the corner where the seam begins.
    garment(project).body.welt.kind = WeltKind::latchedRib;
    const Worked worked = work(project);
    const Join seam = side(worked);
    QVERIFY(seam.end);
    const Program& program = worked.piece(seam.end->piece)->program;
    QVERIFY(said(program, seam.end->operation).find("the left side and sleeve") != std::string::npos);
    // Each side has one, of another piece.
    const auto right = std::ranges::find(worked.joins, std::string("seam_right"), &Join::key);
    QVERIFY(right->end);
    QVERIFY(right->end->piece != seam.end->piece);
}

void TestEdges::aChangedJoinIsNoOtherPiece() {
    Project project = odilesPullover();
    garment(project).body.welt.kind = WeltKind::latchedRib;
    const Worked before = work(project);
    const Program begun = before.piece(pieces::back)->program;
    Program drafted = begun;
    const auto seam = std::ranges::find(before.joins, std::string("seam_left"), &Join::key);
    QVERIFY(seam->end);
    tailOf(drafted.operations[seam->end->operation])->length += Length::millimetres(100);
    if (seam->end->piece != pieces::back) {
        const auto other = std::ranges::find(before.joins, std::string("seam_right"), &Join::key);
        tailOf(drafted.operations[other->end->operation])->length += Length::millimetres(100);
    }
    QVERIFY(drafted != begun);
    const ProgramPlace half{begun.operations.size() / 2, 0};
    QCOMPARE(sharedUntil(begun, half, drafted).begun, half);
}

void TestEdges::wasteYarnIsChosen() {
    Project project = odilesPullover();
    const Worked with = work(project);
    project.waste = {"#D8A62B", false};
    const Worked without = work(project);
    checkClean(without);
    const auto ravelled = [](const Worked& worked) {
        int rows = 0;
        for (const WorkedPiece& piece : worked.pieces)
            for (const Pass& pass : piece.fabric.passes)
                rows += piece.program.yarns[pass.yarn].role == YarnRole::ravel ? 1 : 0;
        return rows;
    };
    QVERIFY(ravelled(with) > 0);
    QCOMPARE(ravelled(without), 0);
    for (const ProgramYarn& yarn : without.pieces.front().program.yarns)
        if (yarn.role == YarnRole::waste)
            QCOMPARE(yarn.colour, std::string("#D8A62B"));
    // The article is the same but for that row.
    QCOMPARE(with.pieces.front().fabric.edgeRows("side_left"), without.pieces.front().fabric.edgeRows("side_left"));
}

void TestEdges::aWasteYarnLikeTheWorkIsSaid() {
    Project project = odilesPullover();
    project.yarn.colour = "#5E6B78";
    project.waste.colour = "#606A75";
    const Worked worked = work(project);
    const auto found = std::ranges::find(worked.findings, FindingCode("waste_colour"), &Finding::code);
    QVERIFY(found != worked.findings.end());
    const auto ways = waysOut(project, *found);
    QVERIFY(!ways.empty());
    QVERIFY(!hasFinding(work(ways.front().project).findings, "waste_colour"));
    project.waste.colour = "#F2EBDD";
    QVERIFY(!hasFinding(work(project).findings, "waste_colour"));
    project.waste.colour = "no colour";
    QVERIFY(!hasFinding(work(project).findings, "waste_colour"));
}

void TestEdges::weightsAreThoseOfTheSwatch() {
    Project project = odilesPullover();
    project.swatch.weights = 3;
    project.swatch.weightsApart = Stitches(20);
    const Worked worked = work(project);
    const WorkedPiece& back = *worked.piece(pieces::back);
    const auto first = std::ranges::find_if(back.program.operations, [](const Operation& each) {
        const auto* say = std::get_if<operation::Say>(&each.action);
        return say && say->code == "weights";
    });
    const std::string text = std::get<operation::Say>(first->action).text;
    const int needles = static_cast<int>(back.fabric.passes.front().loopCount);
    QVERIFY2(text.find("one to every 20 needles") != std::string::npos, text.c_str());
    QVERIFY2(text.find(std::to_string((needles + 10) / 20) + " of them") != std::string::npos, text.c_str());
}

void TestEdges::decisionsAreKept() {
    Project project = odilesPullover();
    project.swatch.strands = project.yarn.strands + 1;
    const auto strands = [](const Project& of) {
        const Worked worked = work(of);
        return *std::ranges::find(worked.findings, FindingCode("other_strands"), &Finding::code);
    };
    const Finding found = strands(project);
    QCOMPARE(found.severity, Severity::warning);
    const auto ways = waysOut(project, found);
    QVERIFY(!ways.empty());
    QCOMPARE(std::string(ways.back().what.text), std::string("Keep it so"));
    const Project kept = ways.back().project;
    QCOMPARE(strands(kept).severity, Severity::note);
    // Another number of strands is another decision.
    Project other = kept;
    other.swatch.strands += 1;
    QCOMPARE(strands(other).severity, Severity::warning);
    // So is a treatment that the article will not get, with what it may cost.
    Project treated = odilesPullover();
    treated.swatch.articleTreatment = TreatmentKind::steamed;
    const Worked itsWork = work(treated);
    const auto otherwise = std::ranges::find(itsWork.findings, FindingCode("treatment_differs"), &Finding::code);
    QVERIFY(otherwise != itsWork.findings.end());
    QVERIFY(render(otherwise->text).find("5 %") != std::string::npos);
    const Project keptSo = waysOut(treated, *otherwise).back().project;
    for (const Finding& each : work(keptSo).findings)
        if (each.code == "treatment_differs")
            QCOMPARE(each.severity, Severity::note);
    // And it can be taken back.
    QCOMPARE(waysOut(kept, strands(kept)).back().project.decided.size(), 0u);
}

void TestEdges::filesKeepThem() {
    Project project = odilesPullover();
    garment(project).sleeves.cuff.making = {CastOnMethod::weightedHem, BindOffMethod::overACord, -2, false, false};
    garment(project).neck.trim.bindOff = BindOffMethod::longChain;
    garment(project).opening.band.bindOff = BindOffMethod::latchOff;
    project.waste = {"#D8A62B", false};
    project.decided = {"other_strands: 2, 1"};
    project.swatch.weights = 4;
    project.swatch.weightsApart = Stitches(25);
    project.moreYarns.push_back(project.yarn);
    project.stripes.of = {{.yarn = 0, .height = Rows(4), .ends = Ends::whileKnitting}, {.yarn = 1, .height = Rows(2)}};
    try {
        QCOMPARE(projectFromJson(toJson(project)), project);
    } catch (const std::exception& error) {
        QFAIL(error.what());
    }
}

QTEST_GUILESS_MAIN(TestEdges)
#include "tst_edges.moc"
