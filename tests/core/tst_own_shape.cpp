// SPDX-License-Identifier: GPL-3.0-or-later
// Shapes of the knitter's own: drawn, swept, written, knitted on the bed, and held against what was drawn stitch by
// stitch.
#include "support/check_property.h"
#include "support/projects.h"
#include "support/random_projects.h"
#include "support/tails.h"

#include "core/article/articles.h"
#include "core/bed/fabric_picture.h"
#include "core/drawing/contour.h"
#include "core/drawing/tracing.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <numbers>
#include <set>

using namespace vestimen;
using vestimen::test::between;
using vestimen::test::hasFinding;
using vestimen::test::listed;
using vestimen::test::somebodys;

namespace {

DrawnPoint at(double x, double y) {
    return {Length::millimetres(x), Length::millimetres(y)};
}
WidthAt widthAt(double height, double left, double right, bool curved = false) {
    return {Length::millimetres(height), Length::millimetres(left), Length::millimetres(right), curved};
}

OwnShape shapeOf(DrawnPiece piece) {
    OwnShape shape;
    shape.drawing = {{std::move(piece)}, {}};
    return shape;
}
DrawnPiece byHeights(std::vector<WidthAt> heights) {
    const std::size_t count = heights.size();
    return {"Piece", ByHeights{std::move(heights)}, usualEdges(count)};
}
/// As if it had been read from a drawing.
DrawnPiece tracedPiece(std::vector<DrawnLoop> loops) {
    auto pieces = traced(std::move(loops));
    if (const Phrase* problem = std::get_if<Phrase>(&pieces))
        qFatal("%s", render(*problem).c_str());
    return std::get<std::vector<DrawnPiece>>(pieces).front();
}

/// On the ground that all of these are knitted on: so many stitches to the right, and rows upward.
const FabricGauge& gaugeOfAll() {
    static const FabricGauge gauge = *work(somebodys(OwnShape())).measured.gauge;
    return gauge;
}
DrawnPoint inStitches(double x, double y) {
    return {gaugeOfAll().stitches.unit() * x, gaugeOfAll().rows.unit() * y};
}
WidthAt inStitches(double height, double left, double right) {
    return {gaugeOfAll().rows.unit() * height, gaugeOfAll().stitches.unit() * left,
            gaugeOfAll().stitches.unit() * right, false};
}

// ---- what was drawn, asked point by point

/// Whether a place lies within lines, by counting how often a line to the right of it is crossed.
bool isWithin(const std::vector<OutlineEdge>& edges, double x, double y) {
    bool inside = false;
    for (const OutlineEdge& edge : edges)
        for (std::size_t i = 0; i + 1 < edge.points.size(); ++i) {
            const double x1 = edge.points[i].x.mm();
            const double y1 = edge.points[i].y.mm();
            const double x2 = edge.points[i + 1].x.mm();
            const double y2 = edge.points[i + 1].y.mm();
            if ((y1 > y) != (y2 > y) && x < x1 + (x2 - x1) * (y - y1) / (y2 - y1))
                inside = !inside;
        }
    return inside;
}

struct Difference {
    int stitches = 0; ///< drawn or knitted, and not both
    int drawn = 0;
    int edges = 0; ///< where a row of the drawing begins or ends
};

/// The knitted piece laid over its outline.
Difference differenceOf(const WorkedPiece& piece, const FabricGauge& gauge) {
    const FabricPicture picture = pictureOf(piece.fabric, piece.program);
    std::vector<std::set<int>> knitted(static_cast<std::size_t>(picture.rows));
    for (const FabricBlock& block : picture.blocks)
        for (int row = block.from; row < block.to; ++row)
            for (int slot = block.firstSlot; slot <= block.lastSlot; ++slot)
                knitted[static_cast<std::size_t>(row)].insert(slot);
    Difference difference;
    const double middle = (picture.firstSlot + picture.lastSlot + 1) / 2.0;
    const int rows = static_cast<int>(std::lround(piece.length / gauge.rows.unit()));
    for (int row = 0; row < std::max(rows, picture.rows); ++row) {
        bool last = false;
        for (int slot = picture.firstSlot - 3; slot <= picture.lastSlot + 3; ++slot) {
            const bool is = row < picture.rows && knitted[static_cast<std::size_t>(row)].contains(slot);
            const bool wanted = isWithin(piece.outline.edges, (slot + 0.5 - middle) * gauge.stitches.unit().mm(),
                                         (row + 0.5) * gauge.rows.unit().mm());
            difference.stitches += is != wanted ? 1 : 0;
            difference.drawn += wanted ? 1 : 0;
            difference.edges += wanted != last ? 1 : 0;
            last = wanted;
        }
    }
    return difference;
}

/// The bed finds nothing, the program reads as it is written, and the fabric is what was drawn.
void checkRuns(const Project& project, const Worked& worked) {
    for (const WorkedPiece& each : worked.pieces) {
        for (const Finding& finding : each.fabric.findings) {
            RC_LOG() << toJson(project);
            RC_FAIL(each.program.piece + ": " + finding.code.text() + ", " + render(finding.text));
        }
        RC_ASSERT(programFromJson(toJson(each.program)) == each.program);
        const EdgeShaping& edge = std::get<OwnShape>(project.article).edge;
        if (edge.lines > 0 || edge.everySecondRow)
            continue; // which is farther from what was drawn, and wanted so
        const Difference difference = differenceOf(each, *worked.measured.gauge);
        // What is bound off or wound on waits for the carriage for a row: half a stitch at every edge and a row of
        // some.
        if (difference.stitches > difference.edges + 0.03 * difference.drawn + 12) {
            RC_LOG() << toJson(project);
            RC_FAIL(each.program.piece + " is " + std::to_string(difference.stitches) + " stitches off of " +
                    std::to_string(difference.drawn) + ", at " + std::to_string(difference.edges) + " edges");
        }
    }
    for (const Join& join : worked.joins)
        if (anyError(join.findings))
            RC_FAIL(join.key + ": " + render(join.findings.front().text));
    test::checkTails(worked);
}

/// A body with legs below and towers above, and maybe holes: parts begin, meet, part and end.
DrawnPiece randomComb() {
    DrawnLoop loop;
    const int legs = *rc::gen::inRange(0, 4);
    const int towers = *rc::gen::inRange(0, 4);
    const double wide = between(160, 300);
    const double low = 60.0;
    const double high = low + between(40, 120);
    const auto teeth = [&](int count, double level, bool down) {
        // From the left for legs, from the right for towers.
        const double pitch = wide / std::max(1, count);
        for (int i = 0; i < count; ++i) {
            const double tooth = between(0.35, 0.7) * pitch;
            const double from = i * pitch + (i == 0 ? 0.0 : (pitch - tooth) / 2.0);
            const double to = i + 1 == count && count > 1 ? wide : from + tooth;
            const double end = between(15, 55) * (down ? -1.0 : 1.0) + level;
            const double slant = between(-6, 6);
            const auto put = [&](double x, double y) { loop.push_back(at(down ? x : wide - x, y)); };
            if (from > 0.0)
                put(from, level);
            put(from + (from > 0.0 ? slant : 0.0), end);
            put(to + (to < wide ? slant : 0.0), end);
            if (to < wide)
                put(to, level);
        }
    };
    teeth(legs, low, true);
    if (legs < 2)
        loop.push_back(at(wide, low));
    if (legs == 0)
        loop.insert(loop.begin(), at(0, low));
    teeth(towers, high, false);
    if (towers < 2)
        loop.push_back(at(0, high));
    if (towers == 0)
        loop.insert(loop.end() - 1, at(wide, high));
    std::vector<DrawnLoop> loops{loop};
    if (*rc::gen::arbitrary<bool>()) {
        const double x = between(0.3, 0.5) * wide;
        const double y = low + (high - low) * 0.3;
        const double side = (high - low) * 0.4;
        loops.push_back({at(x, y), at(x + 50, y + between(-3, 3)), at(x + 45, y + side), at(x + 5, y + side)});
    }
    return tracedPiece(std::move(loops));
}

/// Points around a middle, near and far by turns or by chance: tips at every side.
DrawnPiece randomStar() {
    const int points = *rc::gen::inRange(3, 14);
    const double turn = between(0.0, 1.0);
    const double far = between(25, 150);
    DrawnLoop loop;
    for (int i = 0; i < points; ++i) {
        const double angle = (i + turn + between(-0.3, 0.3)) * 2.0 * std::numbers::pi / points;
        const double radius = far * between(0.35, 1.0);
        loop.push_back(at(radius * std::cos(angle), radius * std::sin(angle)));
    }
    return tracedPiece({std::move(loop)});
}

DrawnPiece randomEllipse() {
    const double wide = between(15, 150);
    const double high = between(15, 150);
    const double turn = between(0.0, 3.0);
    DrawnLoop loop;
    for (int i = 0; i < 120; ++i) {
        const double angle = i * 2.0 * std::numbers::pi / 120;
        const double x = wide * std::cos(angle);
        const double y = high * std::sin(angle);
        loop.push_back(at(x * std::cos(turn) - y * std::sin(turn), x * std::sin(turn) + y * std::cos(turn)));
    }
    return tracedPiece({std::move(loop)});
}

DrawnPiece randomHeights() {
    const int count = *rc::gen::inRange(2, 8);
    std::vector<WidthAt> heights;
    double height = 0.0;
    for (int i = 0; i < count; ++i) {
        const double half = between(8, 150);
        const double lean = between(-30, 30);
        heights.push_back(widthAt(height, lean - half, lean + half * between(0.6, 1.2), *rc::gen::arbitrary<bool>()));
        height += between(15, 140);
    }
    return byHeights(std::move(heights));
}

} // namespace

Q_DECLARE_METATYPE(DrawnPiece)

class TestOwnShape : public QObject {
    Q_OBJECT

private slots:
    void startsAreKnitted_data();
    void startsAreKnitted();
    void tableOfShapes_data();
    void tableOfShapes();
    void strapsAreCords();
    void joinsAreOfTheEdges();
    void curvesKeepWithin();
    void edgesKeepTheirPlaces();
    void badShapes();
    void everyShape();
};

void TestOwnShape::startsAreKnitted_data() {
    QTest::addColumn<int>("start");
    for (int i = 0; i < static_cast<int>(drawingStarts().size()); ++i)
        QTest::newRow(drawingStarts()[static_cast<std::size_t>(i)].label) << i;
}

void TestOwnShape::startsAreKnitted() {
    QFETCH(int, start);
    OwnShape shape;
    shape.drawing = drawingStarts()[static_cast<std::size_t>(start)].make();
    shape.straps = true;
    const Project project = somebodys(shape);
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), listed(worked.findings).constData());
    QCOMPARE(worked.pieces.size(), shape.drawing.pieces.size());
    QCOMPARE(worked.joins.size(), shape.drawing.joins.size());
    for (const WorkedPiece& each : worked.pieces)
        QVERIFY2(each.fabric.findings.empty(), listed(each.fabric.findings).constData());
    // What is joined is as long, within two per cent, and row for row where both are rows.
    for (const Join& join : worked.joins) {
        QVERIFY2(std::abs(join.eased) < 0.02, join.key.c_str());
        if (join.method == JoinMethod::mattress)
            QCOMPARE(join.first.count, join.second.count);
    }
    QCOMPARE(projectFromJson(toJson(project)), project);
}

void TestOwnShape::tableOfShapes_data() {
    QTest::addColumn<DrawnPiece>("piece");
    QTest::addColumn<QString>("widths");
    QTest::addColumn<int>("parts");
    QTest::addColumn<int>("castOn");
    QTest::addColumn<int>("bound");
    // Counted by hand, in stitches and rows. Widths: of every row in the order of knitting, "20×10" for ten of 20.
    // Loops are wound on at the edges or for a part begun later; the first row's are not among them.
    const auto rect = [](double x, double y, double wide, double high) {
        return DrawnLoop{inStitches(x, y), inStitches(x + wide, y), inStitches(x + wide, y + high),
                         inStitches(x, y + high)};
    };
    const auto loop = [](std::initializer_list<std::pair<double, double>> points) {
        DrawnLoop all;
        for (const auto& [x, y] : points)
            all.push_back(inStitches(x, y));
        return all;
    };
    QTest::newRow("square") << tracedPiece({rect(0, 0, 20, 30)}) << "20×30" << 0 << 0 << 20;
    QTest::newRow("trapezium, one out on both sides after every fourth row")
        << byHeights({inStitches(0, -10, 10), inStitches(20, -14, 14)}) << "20×4 22×4 24×4 26×4 28×4" << 0 << 0 << 28;
    // Ten wide, then five more at either side: at the left where the carriage stands after ten rows is none, so a row
    // later.
    QTest::newRow("step out") << tracedPiece(
                                     {loop({{5, 0}, {15, 0}, {15, 10}, {20, 10}, {20, 20}, {0, 20}, {0, 10}, {5, 10}})})
                              << "10×10 15 20×9" << 0 << 10 << 20;
    QTest::newRow("step in") << tracedPiece(
                                    {loop({{0, 0}, {20, 0}, {20, 10}, {15, 10}, {15, 20}, {5, 20}, {5, 10}, {0, 10}})})
                             << "20×10 15 10×9" << 0 << 0 << 20;
    // Two legs of eight, four apart, and what both go into.
    QTest::newRow("trousers") << tracedPiece(
                                     {loop({{0, 0}, {8, 0}, {8, 10}, {12, 10}, {12, 0}, {20, 0}, {20, 20}, {0, 20}})})
                              << "8×20 20×10" << 2 << 8 + 4 << 20;
    QTest::newRow("two towers") << tracedPiece({loop(
                                       {{0, 0}, {20, 0}, {20, 20}, {12, 20}, {12, 10}, {8, 10}, {8, 20}, {0, 20}})})
                                << "20×10 8×20" << 1 << 0 << 20;
    // A frame: the one part goes on, the other is begun anew, and both go into what closes it.
    DrawnLoop hole = rect(6, 10, 8, 10);
    QTest::newRow("frame") << tracedPiece({rect(0, 0, 20, 30), hole}) << "20×10 6×20 20×10" << 2 << 8 << 8 + 20;
}

void TestOwnShape::tableOfShapes() {
    QFETCH(DrawnPiece, piece);
    QFETCH(QString, widths);
    QFETCH(int, parts);
    QFETCH(int, castOn);
    QFETCH(int, bound);
    const Worked worked = work(somebodys(shapeOf(piece)));
    QVERIFY2(worked.sound(), listed(worked.findings).constData());
    const Fabric& fabric = worked.pieces.front().fabric;
    QVERIFY2(fabric.findings.empty(), listed(fabric.findings).constData());
    QStringList knitted;
    for (std::size_t i = 0, times = 1; i < fabric.passes.size(); ++i, ++times) {
        if (i + 1 < fabric.passes.size() && fabric.passes[i + 1].loopCount == fabric.passes[i].loopCount)
            continue;
        knitted << (times == 1 ? QString::number(fabric.passes[i].loopCount)
                               : QStringLiteral("%1×%2").arg(fabric.passes[i].loopCount).arg(times));
        times = 0;
    }
    QCOMPARE(knitted.join(' '), widths);
    const auto loops = [](const auto& named) {
        int all = 0;
        for (const auto& [name, each] : named)
            all += static_cast<int>(each.size());
        return all;
    };
    QCOMPARE(loops(fabric.castOn), castOn);
    QCOMPARE(loops(fabric.bound), bound);
    int begun = 0;
    for (const Operation& each : worked.pieces.front().program.operations)
        if (const auto* say = std::get_if<operation::Say>(&each.action))
            begun += say->text == "next part" ? 1 : 0;
    QCOMPARE(begun, parts);
}

void TestOwnShape::strapsAreCords() {
    // A top: two straps of three stitches that grow into its front.
    DrawnLoop loop;
    for (const auto& [x, y] : {std::pair(0.0, 0.0),
                               {40.0, 0.0},
                               {40.0, 40.0},
                               {33.0, 40.0},
                               {33.0, 80.0},
                               {30.0, 80.0},
                               {30.0, 40.0},
                               {10.0, 40.0},
                               {10.0, 80.0},
                               {7.0, 80.0},
                               {7.0, 40.0},
                               {0.0, 40.0}})
        loop.push_back(inStitches(x, y));
    OwnShape shape = shapeOf(tracedPiece({loop}));
    const auto slips = [&] {
        const Worked worked = work(somebodys(shape));
        if (!worked.sound() || !worked.pieces.front().fabric.findings.empty())
            qFatal("%s",
                   listed(worked.pieces.empty() ? worked.findings : worked.pieces.front().fabric.findings).constData());
        return std::ranges::count_if(worked.pieces.front().program.operations, [](const Operation& each) {
            return std::holds_alternative<operation::SlipRow>(each.action);
        });
    };
    QCOMPARE(slips(), 0);
    // Two rows bind off what lies beside each; of the others all but the first begin with the way back.
    shape.straps = true;
    QCOMPARE(slips(), 2 * 37);
    // A tie that tapers to four stitches goes on as a cord above the last of its changes; one that tapers to a point
    // does not.
    shape = shapeOf(tracedPiece({{inStitches(0, 0), inStitches(24, 0), inStitches(14, 60), inStitches(14, 120),
                                  inStitches(10, 120), inStitches(10, 60)}}));
    QCOMPARE(slips(), 0);
    shape.straps = true;
    const auto cord = slips();
    QVERIFY2(cord >= 54 && cord <= 61, qPrintable(QString::number(cord)));
    shape = shapeOf(tracedPiece({{inStitches(0, 0), inStitches(24, 0), inStitches(14, 60), inStitches(10, 60)}}));
    shape.straps = true;
    QCOMPARE(slips(), 0);
}

void TestOwnShape::joinsAreOfTheEdges() {
    const Worked worked = work(somebodys(OwnShape()));
    QVERIFY(worked.sound());
    // The belly band's ends lie along the coat's sides: as long, within two per cent.
    for (const Join& join : worked.joins) {
        QVERIFY2(join.first.count > 0 && join.second.count > 0, join.key.c_str());
        QVERIFY2(std::abs(join.eased) < 0.02, qPrintable(QString::number(join.eased)));
        QVERIFY(join.method == JoinMethod::sewOn);
    }
    QCOMPARE(render(worked.joins.front().title), std::string("Coat, belly, right to Belly band, right end"));
    // Side to side it is a seam of rows, and one that is half as long again is warned of.
    OwnShape two;
    two.drawing = {{byHeights({widthAt(0, -50, 50), widthAt(100, -50, 50)}),
                    byHeights({widthAt(0, -50, 50), widthAt(150, -50, 50)})},
                   {{{0, 0}, {1, 2}}}};
    two.drawing.pieces[1].name = "Other";
    const Worked seam = work(somebodys(two));
    QCOMPARE(seam.joins.size(), 1U);
    QVERIFY(seam.joins.front().method == JoinMethod::mattress);
    QCOMPARE(seam.joins.front().first.count, 40);
    QCOMPARE(seam.joins.front().second.count, 60);
    QVERIFY(hasFinding(seam.joins.front().findings, "eased"));
    // Somebody may call an edge by a word that tells drawings how a piece hangs: it is an edge like any other.
    for (const char* word : {"flap", "folded_behind", "curved_start", "welt_left"}) {
        two.drawing.pieces[0].edges[0].name = word;
        const Worked named = work(somebodys(two));
        QCOMPARE(named.joins.front().first.count, 40);
        const WorkedPiece& piece = named.pieces.front();
        QCOMPARE(pictureOf(piece.fabric, piece.program).rows,
                 pictureOf(seam.pieces.front().fabric, seam.pieces.front().program).rows);
    }
    two.drawing.joins.push_back({{0, 0}, {1, 0}});
    QVERIFY(hasFinding(work(somebodys(two)).findings, "shape_join"));
}

/// A curve never goes past the widths that it joins, and meets them.
void TestOwnShape::curvesKeepWithin() {
    CHECK_PROPERTY("curves", [] {
        const DrawnPiece piece = randomHeights();
        const auto& heights = std::get<ByHeights>(piece.form).at;
        const Contour contour = contourOf(piece);
        const auto& points = contour.front();
        for (std::size_t i = 0; i < points.size(); ++i) {
            const ContourPoint& each = points[i];
            const bool right = each.corner < heights.size();
            const std::size_t low = right ? each.corner : 2 * heights.size() - 2 - each.corner;
            const auto edge = right ? &WidthAt::right : &WidthAt::left;
            if (each.isCorner)
                continue;
            const auto [least, most] = std::minmax(heights[low].*edge, heights[low + 1].*edge);
            const Length more = Length::millimetres(1e-6);
            RC_ASSERT(each.at.x >= least - more && each.at.x <= most + more);
            RC_ASSERT(each.at.y > heights[low].height && each.at.y < heights[low + 1].height);
        }
    });
}

void TestOwnShape::edgesKeepTheirPlaces() {
    DrawnPiece piece = byHeights({widthAt(0, -50, 50), widthAt(100, -60, 60)});
    const auto places = [&] {
        std::vector<DrawnPoint> found;
        const auto& heights = std::get<ByHeights>(piece.form).at;
        for (const DrawnEdge& each : piece.edges) {
            const bool right = each.from < heights.size();
            const WidthAt& place = heights[right ? each.from : 2 * heights.size() - 1 - each.from];
            found.push_back({right ? place.right : place.left, place.height});
        }
        return found;
    };
    const auto before = places();
    addHeight(piece, 0);
    QCOMPARE(places(), before);
    takeHeight(piece, 1);
    QCOMPARE(places(), before);
    addHeight(piece, 1);
    const std::vector<DrawnPoint> higher = {at(50, 0), at(60, 150), at(-60, 150), at(-50, 0)};
    QCOMPARE(places(), higher);
    takeHeight(piece, 2);
    QCOMPARE(places(), before);
}

void TestOwnShape::badShapes() {
    const auto findings = [](const OwnShape& shape) { return work(somebodys(shape)).findings; };
    QVERIFY(hasFinding(findings(shapeOf(byHeights({widthAt(0, -50, 50), widthAt(0, -50, 50)}))), "shape_heights"));
    QVERIFY(hasFinding(findings(shapeOf(byHeights({widthAt(0, -50, 50), widthAt(50, 50, -50)}))), "shape_heights"));
    QVERIFY(hasFinding(findings(shapeOf(byHeights({widthAt(0, -2, 2), widthAt(5, -2, 2)}))), "shape_size"));
    QVERIFY(hasFinding(findings(shapeOf(byHeights({widthAt(0, -2000, 2000), widthAt(500, -2, 2)}))), "too_wide"));
    // Apart at every height, and across each other between two.
    QVERIFY(hasFinding(findings(shapeOf(byHeights(
                           {widthAt(0, -50, 0, true), widthAt(100, 90, 95, true), widthAt(110, 90, 200, false)}))),
                       "shape_heights"));
    OwnShape named = shapeOf(byHeights({widthAt(0, -50, 50), widthAt(100, -50, 50)}));
    named.drawing.pieces.front().edges[1].name = "right";
    QVERIFY(hasFinding(findings(named), "shape_heights"));
}

void TestOwnShape::everyShape() {
    int drafted = 0;
    CHECK_PROPERTY("own shapes", [&] {
        OwnShape shape = shapeOf([] {
            switch (*rc::gen::inRange(0, 4)) {
            case 0:
                return randomStar();
            case 1:
                return randomEllipse();
            case 2:
                return randomComb();
            default:
                return randomHeights();
            }
        }());
        shape.edge.fashioned = *rc::gen::arbitrary<bool>();
        shape.edge.inset = *rc::gen::inRange(1, 3);
        shape.edge.everySecondRow = *rc::gen::arbitrary<bool>();
        shape.edge.lines = *rc::gen::inRange(0, 4);
        shape.straps = *rc::gen::arbitrary<bool>();
        shape.bindOff =
            *rc::gen::elementOf(std::vector{BindOffMethod::loopThroughLoop, BindOffMethod::transferChain,
                                            BindOffMethod::chainRoundTheNeedles, BindOffMethod::backstitch});
        const Project project = somebodys(shape);
        const Worked worked = work(project);
        if (worked.pieces.empty()) {
            RC_ASSERT(anyError(worked.findings));
            return;
        }
        ++drafted;
        checkRuns(project, worked);
    });
    QVERIFY2(drafted > 50, qPrintable(QString::number(drafted)));
}

QTEST_APPLESS_MAIN(TestOwnShape)
#include "tst_own_shape.moc"
