// SPDX-License-Identifier: GPL-3.0-or-later
// Shapes of the knitter's own: drawn, swept, written, knitted on the bed, and held against what was drawn stitch by
// stitch.
#include "support/check_property.h"
#include "support/projects.h"
#include "support/random_projects.h"
#include "support/tails.h"

#include "core/article/articles.h"
#include "core/bed/fabric_picture.h"
#include "core/drawing/tracing.h"
#include "core/format/program_json.h"
#include "core/format/project_json.h"

#include <QTest>

#include <algorithm>
#include <cmath>
#include <set>

using namespace vestimen;
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

double between(double least, double most) {
    return least + (most - least) * *rc::gen::inRange(0, 1001) / 1000.0;
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
        if (difference.stitches > difference.edges * 1.5 + 0.06 * difference.drawn + 12) {
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

class TestOwnShape : public QObject {
    Q_OBJECT

private slots:
    void usualDrawingIsKnitted();
    void tableOfShapes();
    void edgesKeepTheirPlaces();
    void badShapes();
    void everyShape();
};

void TestOwnShape::usualDrawingIsKnitted() {
    const Project project = somebodys(OwnShape());
    const Worked worked = work(project);
    QVERIFY2(worked.sound(), listed(worked.findings).constData());
    QCOMPARE(worked.pieces.size(), 2U);
    QCOMPARE(worked.joins.size(), 2U);
    for (const WorkedPiece& each : worked.pieces)
        QVERIFY2(each.fabric.findings.empty(), listed(each.fabric.findings).constData());
    QCOMPARE(projectFromJson(toJson(project)), project);
}

void TestOwnShape::tableOfShapes() {
    // 4 stitches and 5 rows to 10 mm make these easy to count by hand.
    struct Case {
        const char* what;
        DrawnPiece piece;
        int first;  ///< stitches of the first row
        int rows;   ///< of the whole
        int parts;  ///< begun anew
        int castOn; ///< loops that are cast on
        int bound;  ///< loops that are bound off
    };
    const std::vector<Case> cases = {
        {"a square", byHeights({widthAt(0, -50, 50), widthAt(100, -50, 50)}), 28, 40, 0, 28, 28},
    };
    for (const Case& each : cases) {
        const Worked worked = work(somebodys(shapeOf(each.piece)));
        QVERIFY2(worked.sound(), listed(worked.findings).constData());
    }
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
    OwnShape named = shapeOf(byHeights({widthAt(0, -50, 50), widthAt(100, -50, 50)}));
    named.drawing.pieces.front().edges[1].name = "right";
    QVERIFY(hasFinding(findings(named), "shape_heights"));
}

void TestOwnShape::everyShape() {
    int drafted = 0;
    CHECK_PROPERTY("own shapes", [&] {
        OwnShape shape = shapeOf(*rc::gen::arbitrary<bool>() ? randomComb() : randomHeights());
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
        if (!worked.sound()) {
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
