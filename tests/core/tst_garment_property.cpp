// SPDX-License-Identifier: GPL-3.0-or-later
// Random sane swatches, measures and choices: no program that the virtual bed refuses.
#include "support/bed_programs.h"
#include "support/check_property.h"
#include "support/joins_in_the_hand.h"
#include "support/projects.h"
#include "support/random_projects.h"
#include "support/tails.h"

#include "core/format/program_json.h"
#include "core/format/project_json.h"

#include <cmath>

using namespace vestimen;
using vestimen::test::garment;
using vestimen::test::randomProject;
using vestimen::test::WorkedGarment;
using vestimen::test::workGarment;

namespace {

/// Along an edge of the fabric, through every so many of its rows, so that the steps do not count.
double edgeLength(const Fabric& fabric, const std::string& edge, const FabricGauge& gauge) {
    const std::vector<LoopId> openings = fabric.edge(edge);
    const std::size_t every = std::max<std::size_t>(4, openings.size() / 7);
    double length = 0.0;
    std::size_t before = 0;
    for (std::size_t row = 0; row < openings.size(); ++row) {
        if (row != 0 && row % every != 0 && row + 1 != openings.size())
            continue;
        const double across =
            (fabric.loops[openings[row]].slot - fabric.loops[openings[before]].slot) * gauge.stitches.unit().mm();
        length += std::hypot(across, static_cast<double>(row - before) * gauge.rows.unit().mm());
        before = row;
    }
    return length;
}

/// The cap as it was knitted goes round both armholes as they were knitted, with its ease.
void checkCapFits(const WorkedGarment& worked, Length ease) {
    const GarmentCounts& c = *worked.counts;
    const FabricGauge& gauge = *worked.measured.gauge;
    const Fabric& sleeve = worked.piece(pieces::leftSleeve)->fabric;
    const double ends = gauge.width(c.underarm * 2).mm();
    // The cap's last row is bound off; a cuff may have been knitted down after it.
    const LoopId last = sleeve.edge("cap_left").back();
    const auto top = std::ranges::find_if(sleeve.passes, [&](const Pass& each) {
        return last >= each.firstLoop && last < each.firstLoop + each.loopCount;
    });
    const auto edgeTop = static_cast<int>(top->loopCount);
    const double cap = ends + edgeLength(sleeve, "cap_left", gauge) + edgeLength(sleeve, "cap_right", gauge) +
                       gauge.width(Stitches(edgeTop)).mm();
    const Fabric& front = worked.piece(frontSideOf(garment(worked), Side::left))->fabric;
    const Fabric& back = worked.piece(backSideOf(garment(worked), Side::left))->fabric;
    const double armholes = ends + edgeLength(front, "armhole_left", gauge) + edgeLength(back, "armhole_right", gauge);
    const double off = std::abs(cap - armholes - ease.mm());
    const double steps = 4 * gauge.stitches.unit().mm() + 4 * gauge.rows.unit().mm();
    if (off > armholes * 0.04 + steps)
        RC_FAIL("a cap of " + std::to_string(cap) + " mm for armholes of " + std::to_string(armholes) + " mm");
}

/// Rows that the bed makes at once are those that it makes needle by needle; and a program is read as it was written.
void checkByHand(const WorkedGarment& worked) {
    Siblings siblings;
    for (const WorkedPiece& piece : worked.pieces) {
        const std::string differs = test::differenceByHand(piece.program, &siblings);
        if (!differs.empty())
            RC_FAIL(piece.program.piece + ": " + differs);
        RC_ASSERT(programFromJson(toJson(piece.program)) == piece.program);
        siblings[piece.program.piece] = &piece.fabric;
    }
}

/// Where a row has purl columns, it reads the same from both its ends, and begins with plain ones for the seam.
void checkRibsEndAlike(const WorkedGarment& worked) {
    for (const WorkedPiece& piece : worked.pieces)
        for (const Pass& pass : piece.fabric.passes) {
            if (piece.ontoOthers)
                continue; // it has the needles that it hangs on, and closes to a ring
            std::string columns;
            for (LoopId loop = pass.firstLoop; loop < pass.firstLoop + pass.loopCount; ++loop)
                columns += piece.fabric.loops[loop].isPurl ? '-' : 'v';
            if (columns.find('-') == std::string::npos)
                continue;
            if (!(columns.starts_with("vv-vv") || columns.starts_with("v-v-")) ||
                columns != std::string(columns.rbegin(), columns.rend()))
                RC_FAIL(piece.program.piece + ": a rib of " + columns);
        }
}

/// Stitches of its widest row.
int widthOf(const WorkedPiece& piece) {
    int most = 0;
    for (const Pass& pass : piece.fabric.passes)
        most = std::max(most, test::placesOf(piece, pass));
    return most;
}

/// Panels beside each other are together what was measured, their seams have the same rows, and a shoulder of front and
/// back the same stitches: all from the fabrics.
void checkPanels(const Project& project, const WorkedGarment& worked) {
    const Garment& chosen = garment(project);
    if (!chosen.hasSidePanels())
        return;
    const FabricGauge& gauge = *worked.measured.gauge;
    const Stitches seams(chosen.making.seamStitches ? 2 : 0);
    const auto wide = [&](PieceKey key) { return gauge.width(Stitches(widthOf(*worked.piece(key))) - seams); };
    for (const bool back : {true, false}) {
        const auto middle = [&](Side side) { return back ? backOf(chosen, side) : frontOf(chosen, side); };
        const auto beside = [&](Side side) { return back ? backSideOf(chosen, side) : frontSideOf(chosen, side); };
        const bool halved = middle(Side::left) != middle(Side::right);
        Length all = wide(beside(Side::left)) * 2.0 + wide(middle(Side::left)) * (halved ? 2.0 : 1.0);
        if (!back && chosen.isCardigan())
            all += worked.measures->opening;
        // Of sides that are not straight, chest and hem are rounded apart.
        const Length chest = worked.measures->width;
        const double off = std::max(2, traits(chosen.body.welt.kind).form.multiple) * 2.0 + 0.1;
        if (chosen.body.sides == SideKind::straight && abs(all - chest) > gauge.stitches.unit() * off) {
            RC_LOG() << toJson(project);
            RC_FAIL("panels are together " + std::to_string((all - chest) / gauge.stitches.unit()) + " stitches off");
        }
        for (const Side side : {Side::left, Side::right}) {
            const Fabric& inner = worked.piece(middle(side))->fabric;
            const Fabric& outer = worked.piece(beside(side))->fabric;
            const bool atLeft = wearerSide(middle(side), Side::left) == side;
            const int rows = inner.edgeRows(atLeft ? "panel_left" : "panel_right");
            RC_ASSERT(rows > 0);
            // A piece's sides are a row apart.
            if (std::abs(rows - outer.edgeRows("panel_edge")) > 1) {
                RC_LOG() << toJson(project);
                RC_FAIL("seam of " + std::to_string(rows) + " and " + std::to_string(outer.edgeRows("panel_edge")));
            }
        }
    }
    for (const Join& join : worked.joins)
        if (join.key.starts_with("shoulder"))
            RC_ASSERT(join.first.count == join.second.count);
}

} // namespace

class TestGarmentProperty : public QObject {
    Q_OBJECT

private slots:
    void everyProgramRunsClean();
    void randomPinsKeepProgramsClean();
    void pinsNearTheCountsKeepProgramsClean();
    void wildInputNeverBreaks();

private:
    static void check(const Project& project, int& drafted);
};

/// What a count came to.
int whole(const Operand& result) {
    if (const auto* stitches = std::get_if<Stitches>(&result))
        return stitches->count();
    if (const auto* rows = std::get_if<Rows>(&result))
        return rows->count();
    const auto* number = std::get_if<int>(&result);
    return number ? *number : 1;
}

/// Eyelets that were asked for apart, the bed finds nothing.
void checkIsClean(const Project& project, const WorkedGarment& worked) {
    for (const WorkedPiece& piece : worked.pieces)
        for (const Finding& finding : piece.fabric.findings) {
            const bool wantedEyelet =
                finding.code == "open_turn" && !garment(project).making.wrapTurns && finding.severity == Severity::note;
            if (!wantedEyelet) {
                RC_LOG() << toJson(project);
                RC_FAIL(piece.program.piece + ": " + finding.code.text() + ", " + render(finding.text));
            }
        }
}

void TestGarmentProperty::check(const Project& project, int& drafted) {
    const WorkedGarment worked = workGarment(project);
    if (worked.pieces.empty()) {
        // Not drafted: somebody was told why.
        RC_ASSERT(anyError(worked.findings));
        return;
    }
    ++drafted;
    checkIsClean(project, worked);
    checkRibsEndAlike(worked);
    if (drafted % 25 == 0)
        checkByHand(worked);
    const GarmentCounts& c = *worked.counts;
    RC_ASSERT(c.neck + c.shoulder * 2 == c.upper);
    Stitches side = c.hem;
    Rows rows;
    for (const SideSlope& stretch : c.sides) {
        const int events = static_cast<int>(stretch.slope.eventRows().size());
        side += Stitches(2 * (stretch.widens ? events : -events));
        rows += (events > 0 ? Rows(stretch.slope.eventRows().back()) : Rows(0)) + stretch.slope.plainAfter;
    }
    RC_ASSERT(side == c.body);
    RC_ASSERT(rows == c.toUnderarm);
    RC_ASSERT(c.underarm + c.armholeCurve.total() == c.armholeInset());
    RC_ASSERT(c.wrist.isEven() == c.sleeveTop.isEven());
    if (garment(project).body.kind == BodyKind::raglan) {
        RC_ASSERT((c.underarm + c.cap.total()) * 2 + c.capTop == c.sleeveTop);
        RC_ASSERT(c.capRows == c.armhole);
    }
    if (garment(project).body.kind == BodyKind::setIn) {
        RC_ASSERT((c.underarm + c.cap.total()) * 2 + c.capTop == c.sleeveTop);
        // Asked for few lines, it follows its bell only from afar.
        const auto isTrue = [&](ShapedEdge edge) { return garment(project).edge(edge).lines == 0; };
        if (!garment(project).sleevesKnittedDown() && isTrue(ShapedEdge::cap) && isTrue(ShapedEdge::armhole))
            checkCapFits(worked, garment(project).sleeves.capEase);
    }
    const Garment& chosen = garment(project);
    const auto& leftBack = *worked.piece(backSideOf(chosen, Side::left));
    const auto& rightBack = *worked.piece(backSideOf(chosen, Side::right));
    const auto& left = *worked.piece(frontSideOf(chosen, Side::left));
    const auto& right = *worked.piece(frontSideOf(chosen, Side::right));
    RC_ASSERT(rightBack.fabric.edge("side_left").size() == right.fabric.edge("side_right").size());
    RC_ASSERT(leftBack.fabric.edge("side_right").size() == left.fabric.edge("side_left").size());
    RC_ASSERT(left.program.shape == right.program.shape);
    RC_ASSERT(leftBack.program.shape == rightBack.program.shape);
    checkPanels(project, worked);
    test::checkTails(worked);
    test::checkJoinsInTheHand(project, worked);
    test::checkNothingIsLeftBare(project, worked);
    test::checkSeamsMeet(project, worked);
    // The garment is what was measured, to half a stitch or row and what parity asks for.
    const FabricGauge& gauge = *worked.measured.gauge;
    const Stitches seams(garment(project).making.seamStitches ? 2 : 0);
    // Ribs repeat over so many.
    const double stitchesOff = std::max(2, traits(garment(project).body.welt.kind).form.multiple) / 2.0 + 0.01;
    if (chosen.body.panels == Panels::two)
        RC_ASSERT(abs(gauge.width(c.back - seams) - worked.measures->width / 2.0) <=
                  gauge.stitches.unit() * stitchesOff);
    RC_ASSERT(abs(gauge.width(c.body - seams) - worked.measures->width) <= gauge.stitches.unit() * stitchesOff);
    // A curved hem on halves may cost one row.
    const double rowsOff = (chosen.frontInHalves() || chosen.hasSidePanels()) && c.hemRise > Rows(0) ? 1.51 : 0.51;
    RC_ASSERT(abs(gauge.height(c.bodyLength()) - worked.measures->length) <= gauge.rows.unit() * rowsOff);
    RC_ASSERT(abs(gauge.width(c.upper - seams) - worked.measures->upperWidth) <= gauge.stitches.unit() * stitchesOff);
    if (garment(project).hasSleeves())
        RC_ASSERT(abs(gauge.height(c.sleeveLength()) - worked.measures->sleeveLength) <= gauge.rows.unit() * 0.51);
    for (const Join& join : worked.joins)
        for (const Finding& finding : join.findings)
            RC_ASSERT(finding.severity != Severity::error);
}

void TestGarmentProperty::everyProgramRunsClean() {
    int all = 0;
    int drafted = 0;
    CHECK_PROPERTY("no program that the virtual bed refuses", [&] {
        ++all;
        check(randomProject(), drafted);
    });
    // Most of them can be drafted at all: else the property would say little.
    qInfo("%d of %d were drafted", drafted, all);
    QVERIFY(drafted > all * 7 / 10);
}

void TestGarmentProperty::randomPinsKeepProgramsClean() {
    CHECK_PROPERTY("a pin is kept, refused with a word, or an error; programs stay clean", [] {
        Project project = *rc::gen::arbitrary<bool>() ? test::odilesPullover() : test::ilkesPullover();
        if (!project.wearer[Measure::crossBack]) // Odile's stays a drop shoulder
            garment(project).body.kind = BodyKind::dropShoulder;
        else
            garment(project).body.kind =
                *rc::gen::element(BodyKind::setIn, BodyKind::sleeveless, BodyKind::raglan, BodyKind::strapped);
        if (project.wearer[Measure::hip])
            garment(project).body.sides = *rc::gen::element(SideKind::straight, SideKind::aLine, SideKind::waisted);
        garment(project).neck.kind = *rc::gen::elementOf(allNecks);
        garment(project).opening.closure = *rc::gen::elementOf(allClosures);
        garment(project).neck.school = *rc::gen::elementOf(allNeckSchools);
        garment(project).body.shoulder = *rc::gen::elementOf(allShoulders);
        garment(project).neck.atBack = project.wearer[Measure::backNeckDepth] && *rc::gen::arbitrary<bool>();
        garment(project).neck.trimInTwo = *rc::gen::arbitrary<bool>();
        garment(project).hem.line = *rc::gen::elementOf(allHemLines);
        garment(project).body.panels = garment(project).hasShoulders() ? *rc::gen::elementOf(allPanels)
                                                                       : *rc::gen::element(Panels::one, Panels::two);
        for (int i = 0; i < *rc::gen::inRange(1, 3); ++i)
            project.pins[*rc::gen::elementOf(quantities::all)] = *rc::gen::inRange(1, 400);
        const WorkedGarment worked = workGarment(project);
        checkIsClean(project, worked);
        if (worked.pieces.empty())
            RC_ASSERT(anyError(worked.findings));
    });
}

void TestGarmentProperty::pinsNearTheCountsKeepProgramsClean() {
    CHECK_PROPERTY("a few stitches or rows more or less are drafted clean, or refused with a word", [] {
        Project project = randomProject();
        const WorkedGarment before = workGarment(project);
        RC_PRE(!before.workings.empty());
        for (int i = 0; i < *rc::gen::inRange(1, 4); ++i) {
            auto pinned = before.workings.begin();
            std::advance(pinned, *rc::gen::inRange(0, static_cast<int>(before.workings.size())));
            project.pins[pinned->first] = std::max(1, whole(pinned->second.result) + *rc::gen::inRange(-4, 5));
        }
        const WorkedGarment worked = workGarment(project);
        checkIsClean(project, worked);
        if (worked.pieces.empty())
            RC_ASSERT(anyError(worked.findings));
    });
}

void TestGarmentProperty::wildInputNeverBreaks() {
    CHECK_PROPERTY("whatever is typed, there is an answer or a finding", [] {
        Project project = *rc::gen::element(test::odilesPullover(), test::ilkesPullover(), Project{});
        const double wild[] = {0.0, -1.0, 1e-9, 0.4, 3.0, 87.0, 999.0, 1e7, std::nan(""), INFINITY};
        const auto any = [&] { return wild[*rc::gen::inRange(0, 10)]; };
        for (int i = 0; i < 3; ++i) {
            const auto at = static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(measureCount)));
            project.wearer.measures[at] = MeasureValue{Length::millimetres(any()), false, {}};
            const double ease = any();
            project.ease[at] = {Ease::Kind::length, std::isfinite(ease) ? ease : 0.0};
        }
        if (*rc::gen::arbitrary<bool>() && !project.swatch.treatments.empty())
            project.swatch.treatments.back().widths = {TapeReading{Length::millimetres(any())}, RuleReading{any()}};
        garment(project).body.welt.depth = Length::millimetres(any());
        garment(project).body.kind = *rc::gen::elementOf(allBodies);
        garment(project).neck.kind = *rc::gen::elementOf(allNecks);
        garment(project).opening.closure = *rc::gen::elementOf(allClosures);
        garment(project).neck.school = *rc::gen::elementOf(allNeckSchools);
        garment(project).body.shoulder = *rc::gen::elementOf(allShoulders);
        garment(project).neck.atBack = *rc::gen::arbitrary<bool>();
        garment(project).opening.buttons = *rc::gen::element(0, 1, 6, 99, -4);
        garment(project).body.sides = static_cast<SideKind>(*rc::gen::inRange(0, 3));
        for (Length* each :
             {&garment(project).body.underarm, &garment(project).body.narrower, &garment(project).sleeves.capTop,
              &garment(project).sleeves.capEase, &garment(project).body.armTrim.depth, &garment(project).straps.width,
              &garment(project).straps.backDepth, &garment(project).opening.band.depth,
              &garment(project).opening.button, &garment(project).sleeves.shortLength})
            if (*rc::gen::inRange(0, 4) == 0)
                *each = Length::millimetres(any());
        garment(project).edges[0].inset = *rc::gen::inRange(-3, 30);
        project.machine.needles = Stitches(*rc::gen::inRange(-5, 900));
        const WorkedGarment worked = workGarment(project);
        RC_ASSERT(worked.sound() || anyError(worked.findings));
    });
}

QTEST_APPLESS_MAIN(TestGarmentProperty)
#include "tst_garment_property.moc"
