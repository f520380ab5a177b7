// SPDX-License-Identifier: GPL-3.0-or-later
// The swatch before it is knitted: layout, program on the virtual bed, gauge rule; and several swatches side by side.
#include "core/bed/virtual_bed.h"
#include "core/format/gauge_rule_svg.h"
#include "core/knitting/swatch_program.h"
#include "core/knitting/wording.h"
#include "core/swatch/gauge_rule.h"
#include "core/swatch/size_gauges.h"
#include "core/swatch/swatch_layout.h"
#include "support/check_property.h"
#include "support/projects.h"

#include <QRegularExpression>
#include <QTest>

#include <cmath>

using namespace vestimen;
using vestimen::test::hasFinding;

namespace {

Project projectOn(const Machine& machine) {
    Project project;
    project.machine = machine;
    project.swatch = advisedSwatch(machine);
    return project;
}

std::string firstError(const std::vector<Finding>& findings) {
    for (const Finding& each : findings)
        if (each.severity != Severity::note)
            return each.code.text() + (": " + render(each.text));
    return {};
}

Length pieceWidth() {
    return Length::millimetres(520);
}

Swatch measuredSwatch(int steps, double stitches, const char* yarn = "slate") {
    Swatch swatch = advisedSwatch(genericMachines()[1]);
    swatch.yarn = yarn;
    swatch.size.steps = steps;
    Treatment treatment;
    for (const double off : {-0.1, 0.0, 0.1})
        treatment.widths.emplace_back(RuleReading{stitches + off});
    treatment.heights = {RuleReading{40}};
    swatch.treatments = {treatment};
    return swatch;
}

} // namespace

class TestSwatchPlan : public QObject {
    Q_OBJECT

private slots:
    void everyProfileRehearsesClean_data();
    void everyProfileRehearsesClean();
    void everySizeHasItsEyelets();
    void randomPlansRehearseClean();
    void rowsAndMarkersLieAsTheCraftSays();
    void ribsKeepTheirFieldInNeedles();
    void whatCannotBeKnittedIsSaid();
    void aSmallFieldCostsMillimetres();
    void noMastMeansSlackReminders();
    void ruleMarksLieWhereTheyShould();
    void ruleAsSvgReadsBack();
    void sizesAreReadOffBetweenPoints();
    void treatmentsChangeTheFabric();
};

void TestSwatchPlan::everyProfileRehearsesClean_data() {
    QTest::addColumn<int>("machine");
    QTest::addColumn<int>("fabric");
    for (std::size_t i = 0; i < genericMachines().size(); ++i)
        for (const FabricKind fabric :
             {FabricKind::plain, FabricKind::patterned, FabricKind::mockRib, FabricKind::twoBedRib})
            if (canKnit(genericMachines()[i], fabric))
                QTest::addRow("%s, %s", genericMachines()[i].name.c_str(), label(fabric))
                    << static_cast<int>(i) << static_cast<int>(fabric);
}

void TestSwatchPlan::everyProfileRehearsesClean() {
    QFETCH(int, machine);
    QFETCH(int, fabric);
    Project project = projectOn(genericMachines()[static_cast<std::size_t>(machine)]);
    project.swatch.fabric = static_cast<FabricKind>(fabric);
    QCOMPARE(firstError(swatchPlanFindings(project.swatch, project.machine, pieceWidth())), std::string());
    const Program program = writeSwatch(project);
    const Fabric fabric2 = knit(program);
    QCOMPARE(firstError(fabric2.findings), std::string());
    QCOMPARE(static_cast<int>(fabric2.passes.size()), project.swatch.rows().count());
    // Two rows of contrast below the field and two above it, and the field between them.
    const SwatchLayout layout = layOut(project.swatch);
    for (int row = 1; row <= project.swatch.rows().count(); ++row) {
        const bool contrast = (row >= layout.lowerContrast.first && row <= layout.lowerContrast.last) ||
                              (row >= layout.upperContrast.first && row <= layout.upperContrast.last);
        const Pass& pass = fabric2.passes[static_cast<std::size_t>(row - 1)];
        QCOMPARE(program.yarns[pass.yarn].role == YarnRole::contrast, contrast);
    }
    QCOMPARE(layout.fieldRows.size(), project.swatch.fieldRows.count());
}

void TestSwatchPlan::everySizeHasItsEyelets() {
    for (const Machine& machine : genericMachines())
        for (const int parts : {1, 2, 3, 10}) {
            Project project = projectOn(machine);
            if (machine.sizes.kind == StitchSizeScale::Kind::dial)
                project.machine.sizes.parts = parts;
            const StitchSizeScale& sizes = project.machine.sizes;
            project.swatch.sizes = sizes;
            for (int steps = sizes.lowest * sizes.parts; steps <= sizes.highest * sizes.parts; ++steps) {
                project.swatch.size.steps = steps;
                const Fabric fabric = knit(writeSwatch(project));
                QCOMPARE(firstError(fabric.findings), std::string());
                const auto empty = std::count_if(fabric.loops.begin(), fabric.loops.end(),
                                                 [](const Loop& loop) { return loop.kind == LoopKind::empty; });
                QCOMPARE(static_cast<int>(empty), steps / sizes.parts + steps % sizes.parts);
            }
        }
}

void TestSwatchPlan::randomPlansRehearseClean() {
    CHECK_PROPERTY("a plan without an error rehearses clean", [] {
        Project project = projectOn(*rc::gen::elementOf(genericMachines()));
        Swatch& swatch = project.swatch;
        swatch.fabric = static_cast<FabricKind>(*rc::gen::inRange(0, 4));
        swatch.field = Stitches(*rc::gen::inRange(2, 120));
        swatch.castOn = Stitches(*rc::gen::inRange(4, 260));
        swatch.fieldRows = Rows(*rc::gen::inRange(1, 120));
        swatch.margin = Rows(*rc::gen::inRange(0, 40));
        swatch.markerHeights = *rc::gen::inRange(1, 6);
        swatch.size.steps = *rc::gen::inRange(0, 40);
        const bool sound = !anyError(swatchPlanFindings(swatch, project.machine, pieceWidth()));
        RC_TAG(std::string(sound ? "sound" : "refused"));
        if (!sound)
            return;
        const Fabric fabric = knit(writeSwatch(project));
        RC_ASSERT(firstError(fabric.findings).empty());
        RC_ASSERT(static_cast<int>(fabric.passes.size()) == swatch.rows().count());
        RC_ASSERT(std::abs(loopCount(swatch) - static_cast<int>(fabric.passes.size() * fabric.passes[0].loopCount)) <=
                  swatch.rows().count());
    });
}

void TestSwatchPlan::rowsAndMarkersLieAsTheCraftSays() {
    const Swatch swatch = advisedSwatch(genericMachines()[1]);
    const SwatchLayout layout = layOut(swatch);
    QCOMPARE(layout.all.size(), 60);
    QCOMPARE(layout.markerLeft.name(), std::string("L21"));
    QCOMPARE(layout.markerRight.name(), std::string("R21"));
    QCOMPARE(layout.lowerMargin, (RowSpan{1, 20}));
    QCOMPARE(layout.fieldRows, (RowSpan{23, 82}));
    QCOMPARE(layout.upperMargin, (RowSpan{85, 104}));
    QCOMPARE(layout.markerRows, (std::vector<int>{37, 52, 67}));
    const SwatchLayout chunky = layOut(advisedSwatch(genericMachines()[3]));
    QCOMPARE(chunky.markerLeft.name(), std::string("L11"));
    QCOMPARE(chunky.markerRight.name(), std::string("R11"));
    const SwatchLayout middle = layOut(advisedSwatch(genericMachines()[2]));
    QCOMPARE(middle.markerLeft.name(), std::string("L16"));
}

void TestSwatchPlan::ribsKeepTheirFieldInNeedles() {
    Swatch swatch = advisedSwatch(genericMachines()[1]);
    swatch.fabric = FabricKind::mockRib;
    const SwatchLayout layout = layOut(swatch);
    // Working stitches strictly between the markers, times the repeat, are the field.
    const int between = (layout.markerRight.slot() - layout.markerLeft.slot()) / 2 - 1;
    QCOMPARE(between * 2, swatch.field.count());
    QCOMPARE(loopCount(swatch) * 2, 60 * swatch.rows().count());
}

void TestSwatchPlan::whatCannotBeKnittedIsSaid() {
    const Machine& standard = genericMachines()[1];
    const auto findings = [&](auto change) {
        Swatch swatch = advisedSwatch(standard);
        change(swatch);
        return swatchPlanFindings(swatch, standard, pieceWidth());
    };
    QVERIFY(hasFinding(findings([](Swatch& s) { s.fabric = FabricKind::twoBedRib; }), "no_second_bed"));
    QVERIFY(hasFinding(findings([](Swatch& s) { s.castOn = Stitches(201); }), "swatch_beyond_bed"));
    QVERIFY(hasFinding(findings([](Swatch& s) { s.castOn = Stitches(44); }), "no_side_margin"));
    QVERIFY(hasFinding(findings([](Swatch& s) { s.margin = Rows(2); }), "no_margin"));
    QVERIFY(hasFinding(findings([](Swatch& s) { s.margin = Rows(12); }), "margin_small"));
    QVERIFY(hasFinding(findings([](Swatch& s) { s.field = Stitches(3); }), "field_tiny"));
    QVERIFY(hasFinding(findings([](Swatch& s) { s.size.steps = 31; }), "no_such_size"));
    QVERIFY(hasFinding(findings([](Swatch& s) {
                           s.fabric = FabricKind::mockRib;
                           s.field = Stitches(41);
                       }),
                       "field_splits_repeat"));
    QVERIFY(findings([](Swatch&) {}).empty());
}

void TestSwatchPlan::aSmallFieldCostsMillimetres() {
    Swatch swatch = measuredSwatch(19, 28);
    const FabricGauge gauge{Gauge::perTenCentimetres(28), Gauge::perTenCentimetres(40)};
    // 20 stitches are 71.4 mm wide: a millimetre there is 7.28 mm on 520.
    QVERIFY(std::abs(tapeError(Stitches(20), gauge, pieceWidth()).mm() - 7.28) < 0.001);
    swatch.field = Stitches(20);
    const auto findings = swatchPlanFindings(swatch, genericMachines()[1], pieceWidth());
    QVERIFY(hasFinding(findings, "field_small"));
    QVERIFY(QString::fromStdString(render(findings.front().text)).contains("7.3 mm"));
    // A square field is short of rows alone: 40 are 100 mm high, 60 are 150 mm.
    Swatch square = advisedSwatch(genericMachines()[1]);
    square.treatments = swatch.treatments;
    square.field = Stitches(40);
    square.fieldRows = Rows(40);
    const auto ofRows = swatchPlanFindings(square, genericMachines()[1], pieceWidth());
    QVERIFY(hasFinding(ofRows, "field_small"));
    const QString text = QString::fromStdString(render(ofRows.front().text));
    const double row = measured(square).gauge->rows.unit().mm();
    for (const int rows : {40, 60})
        QVERIFY2(text.contains(QString::number(520.0 / (rows * row), 'f', 1) + " mm"), qPrintable(text));
    QVERIFY(text.contains("length"));
}

void TestSwatchPlan::noMastMeansSlackReminders() {
    const auto reminders = [](const Machine& machine, const char* code) {
        int count = 0;
        const Program program = writeSwatch(projectOn(machine));
        for (const Operation& each : program.operations)
            if (const auto* say = std::get_if<operation::Say>(&each.action))
                count += say->code == code ? 1 : 0;
        return count;
    };
    QCOMPARE(reminders(genericMachines()[1], "slack"), 0);
    QVERIFY(reminders(genericMachines()[4], "slack") >= 5); // the plate-set bed has no mast
    Machine bare = genericMachines()[1];
    QVERIFY(reminders(bare, "weights") > 1);
    bare.tools.fill(false);
    QCOMPARE(reminders(bare, "weights"), 1);
    QCOMPARE(waysAcrossRow(bare).front(), AcrossRow::wasteYarnAndRehang);
    bare.tools[static_cast<std::size_t>(Tool::garterBar)] = true;
    QCOMPARE(waysAcrossRow(bare).front(), AcrossRow::garterBar);
    QVERIFY(!canKnit(bare, FabricKind::twoBedRib));
}

void TestSwatchPlan::ruleMarksLieWhereTheyShould() {
    for (const int field : {10, 20, 30, 40, 60, 100}) {
        const auto marks = ruleMarks(field, Length::millimetres(262));
        QVERIFY(marks.size() > 10);
        for (std::size_t i = 0; i < marks.size(); ++i) {
            QVERIFY(std::abs(marks[i].at.mm() - 100.0 * field / marks[i].value) < 1e-9);
            QVERIFY(marks[i].at.mm() <= 262.0);
            if (i > 0)
                QVERIFY(marks[i - 1].at - marks[i].at > Length::millimetres(0.85));
        }
    }
}

void TestSwatchPlan::ruleAsSvgReadsBack() {
    const Swatch swatch = measuredSwatch(19, 28.14);
    const RuleDrawing drawing = gaugeRule(swatch.field, swatch.fieldRows, measured(swatch).gauge, "slate <&> 6⅓");
    const QString svg = QString::fromStdString(gaugeRuleSvg(drawing));
    QVERIFY(svg.contains(QStringLiteral("width=\"%1mm\"").arg(drawing.width, 0, 'f', 3)));
    QVERIFY(
        svg.contains(QStringLiteral("viewBox=\"0.000 0.000 %1 ").arg(drawing.width, 0, 'f', 3))); // so a unit is a mm
    QVERIFY(svg.contains("slate &lt;&amp;&gt;"));
    int found = 0;
    for (const auto& [group, field] : {std::pair{"stitches", 40}, {"rows", 60}}) {
        const auto at = svg.indexOf(QStringLiteral("<g id=\"%1\"").arg(group));
        const QString part = svg.mid(at, svg.indexOf("</g>", at) - at);
        static const QRegularExpression line(
            "x1=\"([0-9.]+)\" y1=\"[0-9.]+\" x2=\"([0-9.]+)\" .*data-value=\"([0-9.]+)\"");
        auto each = line.globalMatch(part);
        while (each.hasNext()) {
            const auto match = each.next();
            const double value = match.captured(3).toDouble();
            QVERIFY(std::abs(match.captured(1).toDouble() - drawing.zero - 100.0 * field / value) < 0.05);
            QCOMPARE(match.captured(1), match.captured(2));
            ++found;
        }
    }
    QVERIFY(found > 100);
    static const QRegularExpression check("x1=\"([0-9.]+)\" y1=\"[0-9.]+\" x2=\"([0-9.]+)\" [^>]*data-value=\"100.0\"");
    const auto line = check.match(svg.mid(svg.indexOf("<g id=\"check\"")));
    QVERIFY(line.hasMatch());
    QVERIFY(std::abs(line.captured(2).toDouble() - line.captured(1).toDouble() - 100.0) < 1e-6);
}

void TestSwatchPlan::sizesAreReadOffBetweenPoints() {
    const std::vector<Swatch> swatches = {measuredSwatch(21, 26), measuredSwatch(15, 32), measuredSwatch(18, 30),
                                          measuredSwatch(18, 20, "rust")};
    const auto points = sizeGauges(swatches, measuredSwatch(0, 1));
    QCOMPARE(points.size(), 3u); // another yarn is left out
    QCOMPARE(points[0].size.steps, 15);
    QVERIFY(points[0].stitchesLow < points[0].gauge.stitches && points[0].gauge.stitches < points[0].stitchesHigh);
    // Halfway between 30 at 18 and 26 at 21: 19.5 steps, the nearest is 20 (or 19), and it is marked.
    const auto between = sizeFor(points, Gauge::perTenCentimetres(28.6));
    QVERIFY(between && between->interpolated);
    QCOMPARE(between->size.steps, 19);
    QVERIFY(std::abs(between->exactSteps - 19.05) < 0.02);
    QVERIFY(!sizeFor(points, points[1].gauge.stitches)->interpolated);
    QVERIFY(!sizeFor(points, Gauge::perTenCentimetres(33)));
    QVERIFY(!sizeFor(points, Gauge::perTenCentimetres(25)));
    QVERIFY(!sizeFor({}, Gauge::perTenCentimetres(28)));
}

void TestSwatchPlan::treatmentsChangeTheFabric() {
    MeasuredFabric before;
    before.across = measured({TapeReading{Length::millimetres(150)}}, 40);
    MeasuredFabric after;
    after.across = measured({TapeReading{Length::millimetres(142.5)}}, 40);
    const TreatmentChange change = changeSince(before, after);
    QVERIFY(std::abs(*change.across + 0.05) < 1e-12);
    QVERIFY(!change.up);
    Swatch swatch = measuredSwatch(19, 28);
    QVERIFY(!hasFinding(swatchFindings(swatch), "treatment_differs"));
    swatch.articleTreatment = TreatmentKind::washed;
    QVERIFY(hasFinding(swatchFindings(swatch), "treatment_differs"));
    swatch.treatments.back().kind = TreatmentKind::washed;
    QVERIFY(!hasFinding(swatchFindings(swatch), "treatment_differs"));
    swatch.grams = 12.48;
    QVERIFY(std::abs(*gramsPerStitch(swatch) - 12.48 / (60 * 104)) < 1e-12);
}

QTEST_GUILESS_MAIN(TestSwatchPlan)
#include "tst_swatch_plan.moc"
