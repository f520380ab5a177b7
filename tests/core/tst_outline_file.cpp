// SPDX-License-Identifier: GPL-3.0-or-later
// Outlines read from SVG and DXF: their size and form asked by area and bounds, and every way in which they can be
// wrong.
#include "core/drawing/contour.h"
#include "core/drawing/tracing.h"
#include "core/format/outline_file.h"

#include <QTest>

#include <cmath>
#include <numbers>

using namespace vestimen;

namespace {

std::string svg(const std::string& head, const std::string& body) {
    return "<?xml version=\"1.0\"?>\n<svg xmlns=\"http://www.w3.org/2000/svg\" " + head + ">" + body + "</svg>";
}
/// 200 × 100 mm in its own mm.
std::string inMm(const std::string& body) {
    return svg("width=\"200mm\" height=\"100mm\" viewBox=\"0 0 200 100\"", body);
}

/// A DXF with a header that says its unit, and entities: groups as "code value" a line.
std::string dxf(const std::string& unit, const std::string& entities) {
    std::string text = "0\nSECTION\n2\nHEADER\n";
    if (!unit.empty())
        text += "9\n$INSUNITS\n70\n" + unit + "\n";
    text += "0\nENDSEC\n0\nSECTION\n2\nENTITIES\n";
    std::string line;
    for (const char c : entities + '\n') {
        if (c != '\n') {
            line += c;
            continue;
        }
        if (const std::size_t space = line.find(' '); space != std::string::npos)
            text += line.substr(0, space) + "\n" + line.substr(space + 1) + "\n";
        line.clear();
    }
    return text + "0\nENDSEC\n0\nEOF\n";
}

double areaOf(const DrawnLoop& loop) {
    double twice = 0.0;
    for (std::size_t i = 0; i < loop.size(); ++i) {
        const DrawnPoint& a = loop[i];
        const DrawnPoint& b = loop[(i + 1) % loop.size()];
        twice += a.x.mm() * b.y.mm() - b.x.mm() * a.y.mm();
    }
    return twice / 2.0;
}
/// Holes taken off.
double areaOf(const DrawnPiece& piece) {
    double area = 0.0;
    for (const DrawnLoop& loop : std::get<Traced>(piece.form).loops)
        area += areaOf(loop);
    return area;
}
std::pair<double, double> sizeOf(const DrawnPiece& piece) {
    const auto [low, high] = boundsOf(contourOf(piece));
    return {(high.x - low.x).mm(), (high.y - low.y).mm()};
}

bool close(double a, double b, double by = 0.2) {
    return std::abs(a - b) <= by;
}
#define CLOSE(a, b, ...)                                                                                               \
    QVERIFY2(close(a, b __VA_OPT__(, ) __VA_ARGS__), qPrintable(QStringLiteral("%1 for %2").arg(a).arg(b)))

/// The sentence that refuses a file; empty where it is read.
QString refusal(const std::string& text) {
    try {
        outlinesFrom(text);
        return {};
    } catch (const FormatError& error) {
        return QString::fromUtf8(error.what());
    }
}

} // namespace

class TestOutlineFile : public QObject {
    Q_OBJECT

private slots:
    void svgSizes_data();
    void svgSizes();
    void svgForms_data();
    void svgForms();
    void svgPieces();
    void dxfForms_data();
    void dxfForms();
    void dxfUnits();
    void edgesBeginAtCorners();
    void badFiles_data();
    void badFiles();
    void manyPoints();
};

void TestOutlineFile::svgSizes_data() {
    QTest::addColumn<QString>("head");
    QTest::addColumn<double>("wide");
    QTest::addColumn<double>("high");
    // A rectangle of 100 × 50 of the drawing's own units.
    QTest::newRow("mm") << "width=\"200mm\" height=\"100mm\" viewBox=\"0 0 200 100\"" << 100.0 << 50.0;
    QTest::newRow("cm") << "width=\"20cm\" height=\"10cm\" viewBox=\"0 0 200 100\"" << 100.0 << 50.0;
    QTest::newRow("inches") << "width=\"2in\" height=\"1in\" viewBox=\"0 0 200 100\"" << 25.4 << 12.7;
    QTest::newRow("points") << "width=\"144pt\" height=\"72pt\" viewBox=\"0 0 200 100\"" << 25.4 << 12.7;
    QTest::newRow("half its size") << "width=\"100mm\" height=\"50mm\" viewBox=\"0 0 200 100\"" << 50.0 << 25.0;
    QTest::newRow("kept in proportion") << "width=\"100mm\" height=\"100mm\" viewBox=\"0 0 200 100\"" << 50.0 << 25.0;
    QTest::newRow("out of proportion")
        << "width=\"100mm\" height=\"100mm\" viewBox=\"0 0 200 100\" preserveAspectRatio=\"none\"" << 50.0 << 50.0;
    QTest::newRow("width alone") << "width=\"100mm\" viewBox=\"0 0 200 100\"" << 50.0 << 25.0;
    QTest::newRow("shifted") << "width=\"200mm\" height=\"100mm\" viewBox=\"-50,-50 200 100\"" << 100.0 << 50.0;
    // Without a view box a unit is a pixel of 1/96 inch.
    QTest::newRow("no view box") << "width=\"200mm\" height=\"100mm\"" << 100.0 * 25.4 / 96.0 << 50.0 * 25.4 / 96.0;
}

void TestOutlineFile::svgSizes() {
    QFETCH(QString, head);
    QFETCH(double, wide);
    QFETCH(double, high);
    const OutlineFile file =
        outlinesFrom(svg(head.toStdString(), "<rect x=\"10\" y=\"20\" width=\"100\" height=\"50\"/>"));
    QCOMPARE(file.pieces.size(), 1U);
    const auto [itsWidth, itsHeight] = sizeOf(file.pieces.front());
    CLOSE(itsWidth, wide, 0.01);
    CLOSE(itsHeight, high, 0.01);
    CLOSE(areaOf(file.pieces.front()), wide * high, 0.1);
}

void TestOutlineFile::svgForms_data() {
    constexpr double pi = std::numbers::pi;
    QTest::addColumn<QString>("body");
    QTest::addColumn<double>("wide");
    QTest::addColumn<double>("high");
    QTest::addColumn<double>("area");
    QTest::newRow("circle") << "<circle cx=\"50\" cy=\"50\" r=\"40\"/>" << 80.0 << 80.0 << pi * 1600;
    QTest::newRow("ellipse") << "<ellipse cx=\"50\" cy=\"50\" rx=\"40\" ry=\"20\"/>" << 80.0 << 40.0 << pi * 800;
    QTest::newRow("two arcs") << "<path d=\"M10 50 A40 40 0 0 1 90 50 A40 40 0 0 1 10 50 Z\"/>" << 80.0 << 80.0
                              << pi * 1600;
    QTest::newRow("relative, and shorthands") << "<path d=\"m10,10h80v40h-80z\"/>" << 80.0 << 40.0 << 3200.0;
    QTest::newRow("a parabola") << "<path d=\"M0 50 Q50 -50 100 50 Z\"/>" << 100.0 << 50.0 << 100.0 * 50 * 2 / 3;
    QTest::newRow("a cubic") << "<path d=\"M0 50 C0 0 100 0 100 50 Z\"/>" << 100.0 << 37.5 << 0.6 * 100 * 50;
    QTest::newRow("closed by its ends") << "<polyline points=\"0,0 60,0 60,30 0,30 0,0\"/>" << 60.0 << 30.0 << 1800.0;
    QTest::newRow("lines that meet")
        << "<line x1=\"0\" y1=\"0\" x2=\"60\" y2=\"0\"/><line x1=\"60\" y1=\"30\" x2=\"60\" y2=\"0\"/>"
           "<path d=\"M60 30 L0 30 L0 0\"/>"
        << 60.0 << 30.0 << 1800.0;
    QTest::newRow("turned") << "<g transform=\"rotate(90)\"><rect width=\"60\" height=\"30\"/></g>" << 30.0 << 60.0
                            << 1800.0;
    QTest::newRow("moved twice")
        << "<g transform=\"translate(5 5) scale(2)\"><g transform=\"skewX(0) scale(1.5,1)\"><rect width=\"20\" "
           "height=\"10\"/></g></g>"
        << 60.0 << 20.0 << 1200.0;
    QTest::newRow("far from nought") << "<path d=\"M4000010 5000010 h80 v40 h-80 z\"/>" << 80.0 << 40.0 << 3200.0;
    QTest::newRow("with a hole") << "<path d=\"M0 0 H90 V60 H0 Z M30 20 V40 H60 V20 Z\"/>" << 90.0 << 60.0
                                 << 5400.0 - 600;
    QTest::newRow("what is only defined")
        << "<defs><circle r=\"9\"/></defs><rect width=\"60\" height=\"30\"/>" << 60.0 << 30.0 << 1800.0;
    QTest::newRow("rounded corners") << "<rect width=\"60\" height=\"30\" rx=\"10\"/>" << 60.0 << 30.0
                                     << 1800.0 - (4 - pi) * 100;
}

void TestOutlineFile::svgForms() {
    QFETCH(QString, body);
    QFETCH(double, wide);
    QFETCH(double, high);
    QFETCH(double, area);
    const OutlineFile file = outlinesFrom(inMm(body.toStdString()));
    QCOMPARE(file.pieces.size(), 1U);
    const auto [itsWidth, itsHeight] = sizeOf(file.pieces.front());
    CLOSE(itsWidth, wide);
    CLOSE(itsHeight, high);
    // A line that is a tenth of a millimetre off all round.
    CLOSE(areaOf(file.pieces.front()), area, 0.1 * 2.0 * (wide + high));
}

void TestOutlineFile::svgPieces() {
    const OutlineFile file = outlinesFrom(inMm("<rect x=\"120\" width=\"40\" height=\"30\"/>"
                                               "<rect x=\"10\" width=\"60\" height=\"20\"/>"
                                               "<path d=\"M0 60 L50 90\"/><rect x=\"20\" y=\"5\" width=\"10\" "
                                               "height=\"10\"/><rect x=\"0.1\" width=\"0.3\" height=\"0.3\"/>"));
    QCOMPARE(file.open, 1);
    QCOMPARE(file.pieces.size(), 2U); // from the left; what is a speck is left out
    CLOSE(areaOf(file.pieces[0]), 1200.0 - 100.0);
    CLOSE(areaOf(file.pieces[1]), 1200.0);
    QCOMPARE(std::get<Traced>(file.pieces[0].form).loops.size(), 2U);
    // What goes on after a closed line begins where that began.
    const OutlineFile on = outlinesFrom(inMm("<path d=\"M50 20 h60 v30 h-60 z l-20 -10\"/>"));
    QCOMPARE(on.open, 1);
    CLOSE(areaOf(on.pieces.front()), 1800.0);
    // Each stands on nought, its middle over nought.
    for (const DrawnPiece& each : file.pieces) {
        const auto [low, high] = boundsOf(contourOf(each));
        CLOSE(low.y.mm(), 0.0, 0.001);
        CLOSE(low.x.mm(), -high.x.mm(), 0.001);
    }
}

void TestOutlineFile::dxfForms_data() {
    constexpr double pi = std::numbers::pi;
    QTest::addColumn<QString>("entities");
    QTest::addColumn<double>("wide");
    QTest::addColumn<double>("high");
    QTest::addColumn<double>("area");
    QTest::newRow("closed polyline") << "0 LWPOLYLINE\n90 4\n70 1\n10 0\n20 0\n10 80\n20 0\n10 80\n20 40\n10 0\n20 40"
                                     << 80.0 << 40.0 << 3200.0;
    QTest::newRow("arcs as bulges") << "0 LWPOLYLINE\n90 2\n70 1\n10 0\n20 0\n42 1\n10 80\n20 0\n42 1" << 80.0 << 80.0
                                    << pi * 1600;
    QTest::newRow("old polyline")
        << "0 POLYLINE\n66 1\n70 1\n0 VERTEX\n10 0\n20 0\n0 VERTEX\n10 60\n20 0\n0 VERTEX\n10 0\n20 30\n0 SEQEND"
        << 60.0 << 30.0 << 900.0;
    QTest::newRow("lines and an arc") << "0 LINE\n10 0\n20 0\n11 80\n21 0\n0 ARC\n10 40\n20 0\n40 40\n50 0\n51 180"
                                      << 80.0 << 40.0 << pi * 800;
    // A half-circle that is seen from behind lies at the other side of nought.
    QTest::newRow("seen from behind")
        << "0 LINE\n10 0\n20 0\n11 -80\n21 0\n0 ARC\n10 40\n20 0\n40 40\n50 0\n51 180\n210 0\n220 0\n230 -1" << 80.0
        << 40.0 << pi * 800;
    QTest::newRow("circle") << "0 CIRCLE\n10 7\n20 9\n40 40" << 80.0 << 80.0 << pi * 1600;
    QTest::newRow("ellipse") << "0 ELLIPSE\n10 0\n20 0\n11 40\n21 0\n40 0.5\n41 0\n42 6.283185307179586" << 80.0 << 40.0
                             << pi * 800;
    // A quarter of a circle of 40 mm as a rational spline, and the two radii.
    QTest::newRow("spline") << "0 SPLINE\n70 12\n71 2\n72 6\n73 3\n74 0\n40 0\n40 0\n40 0\n40 1\n40 1\n40 1\n"
                               "10 40\n20 0\n30 0\n41 1\n10 40\n20 40\n30 0\n41 0.70710678\n10 0\n20 40\n30 0\n41 1\n"
                               "0 LINE\n10 0\n20 0\n11 40\n21 0\n0 LINE\n10 0\n20 40\n11 0\n21 0"
                            << 40.0 << 40.0 << pi * 400;
}

void TestOutlineFile::dxfForms() {
    QFETCH(QString, entities);
    QFETCH(double, wide);
    QFETCH(double, high);
    QFETCH(double, area);
    const OutlineFile file = outlinesFrom(dxf("4", entities.toStdString()));
    QCOMPARE(file.pieces.size(), 1U);
    const auto [itsWidth, itsHeight] = sizeOf(file.pieces.front());
    CLOSE(itsWidth, wide);
    CLOSE(itsHeight, high);
    CLOSE(areaOf(file.pieces.front()), area, 0.1 * 2.0 * (wide + high));
}

void TestOutlineFile::dxfUnits() {
    const std::string square = "0 LWPOLYLINE\n90 4\n70 1\n10 0\n20 0\n10 8\n20 0\n10 8\n20 4\n10 0\n20 4";
    for (const auto& [unit, mm] : {std::pair("4", 1.0), {"5", 10.0}, {"1", 25.4}, {"14", 100.0}}) {
        const auto [wide, high] = sizeOf(outlinesFrom(dxf(unit, square)).pieces.front());
        CLOSE(wide, 8.0 * mm, 0.01);
        CLOSE(high, 4.0 * mm, 0.01);
    }
    // Windows' line ends.
    std::string text = dxf("5", square);
    for (std::size_t at = 0; (at = text.find('\n', at)) != std::string::npos; at += 2)
        text.replace(at, 1, "\r\n");
    CLOSE(sizeOf(outlinesFrom(text).pieces.front()).first, 80.0, 0.01);
}

void TestOutlineFile::edgesBeginAtCorners() {
    const auto edges = [](const char* body) { return outlinesFrom(inMm(body)).pieces.front().edges.size(); };
    QCOMPARE(edges("<rect width=\"60\" height=\"30\"/>"), 4U);
    QCOMPARE(edges("<circle cx=\"50\" cy=\"50\" r=\"40\"/>"), 1U);
    QCOMPARE(edges("<path d=\"M0 50 Q50 -50 100 50 Z\"/>"), 2U);
    QCOMPARE(edges("<path d=\"M0 0 H90 V60 H0 Z M30 20 V40 H60 V20 Z\"/>"), 8U);
    // A saw of sixty teeth: the forty sharpest.
    std::string saw = "<path d=\"M0 0 ";
    for (int i = 0; i < 60; ++i)
        saw += "l1.5 -5 l1.5 5 ";
    QCOMPARE(edges((saw + "V60 H0 Z\"/>").c_str()), mostDrawnEdges);
}

void TestOutlineFile::badFiles_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<QString>("says");
    const auto svgRow = [](const char* name, const std::string& text, const char* says) {
        QTest::newRow(name) << QString::fromStdString(text) << says;
    };
    svgRow("no closed path", inMm("<path d=\"M0 0 L50 0 L50 50\"/>"), "no closed outline");
    svgRow("nothing", inMm(""), "no closed outline");
    svgRow("crosses itself", inMm("<path d=\"M0 0 L60 40 L60 0 L0 40 Z\"/>"), "crosses");
    svgRow("touches itself", inMm("<path d=\"M0 0 H60 V30 H30 L30 0 L20 30 H0 Z\"/>"), "crosses");
    svgRow("two that cross",
           inMm("<rect width=\"60\" height=\"30\"/><rect x=\"30\" y=\"10\" width=\"60\" "
                "height=\"30\"/>"),
           "crosses");
    svgRow("no size", svg("viewBox=\"0 0 200 100\"", "<rect width=\"60\" height=\"30\"/>"), "how large");
    svgRow("pixels", svg("width=\"200\" height=\"100px\" viewBox=\"0 0 200 100\"", "<rect width=\"6\" height=\"3\"/>"),
           "how large");
    svgRow("a share of the page", svg("width=\"100%\" height=\"100%\" viewBox=\"0 0 9 9\"", "<circle r=\"3\"/>"),
           "how large");
    svgRow("cut off", inMm("<path d=\"M0 0").substr(0, 120), "breaks off");
    svgRow("broken path", inMm("<path d=\"M0 0 L50 apples Z\"/>"), "");
    svgRow("not finite", inMm("<path d=\"M0 0 L1e999 0 L50 50 Z\"/>"), "");
    svgRow("another root", "<html><p/></html>", "should be an SVG");
    std::string bomb = "<!DOCTYPE svg [<!ENTITY a0 \"M0 0\">";
    for (int i = 1; i < 12; ++i) {
        const std::string last = "&a" + std::to_string(i - 1) + ";";
        bomb +=
            "<!ENTITY a" + std::to_string(i) + " \"" + last + last + last + last + last + last + last + last + "\">";
    }
    svgRow("entities upon entities",
           bomb + "]><svg xmlns=\"http://www.w3.org/2000/svg\" width=\"9mm\" viewBox=\"0 0 9 9\"><path "
                  "d=\"&a11;\"/></svg>",
           "");
    std::string wide = "<!DOCTYPE svg [<!ENTITY a \"" + std::string(8000, ' ') + "\">]>";
    wide += "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"9mm\" viewBox=\"0 0 9 9\"><path d=\"M0 0";
    for (int i = 0; i < 2600; ++i)
        wide += "&a;";
    svgRow("one entity very often, in an attribute", wide + "\"/></svg>", "unfold to more");
    svgRow("an entity made of entities by the back door",
           "<!DOCTYPE svg [<!ENTITY % a \"x\">%a;]><svg xmlns=\"http://www.w3.org/2000/svg\"/>", "short names");
    svgRow("a file of this machine",
           "<!DOCTYPE svg [<!ENTITY x SYSTEM \"file:///etc/hostname\">]><svg xmlns=\"http://www.w3.org/2000/svg\" "
           "width=\"9mm\" viewBox=\"0 0 9 9\"><path d=\"&x;\"/></svg>",
           "");
    std::string deep;
    for (int i = 0; i < 100'000; ++i)
        deep += "<g>";
    svgRow("nested without end", inMm(deep), "breaks off");
    const std::string square = "0 LWPOLYLINE\n90 4\n70 1\n10 0\n20 0\n10 80\n20 0\n10 80\n20 40\n10 0\n20 40";
    svgRow("DXF without a unit", dxf("", square), "$INSUNITS");
    svgRow("DXF of no unit", dxf("0", square), "$INSUNITS");
    svgRow("DXF in miles", dxf("3", square), "in mm");
    svgRow("DXF cut off", dxf("4", square).substr(0, 60), "breaks off");
    svgRow("DXF that promises too much", dxf("4", "0 LWPOLYLINE\n90 1073741825\n70 1\n10 0\n20 0"), "at most");
    svgRow("DXF that promises less than nothing", dxf("4", "0 LWPOLYLINE\n90 -4\n70 1\n10 0\n20 0"), "at most");
    svgRow("DXF with a broken spline", dxf("4", "0 SPLINE\n70 8\n71 3\n72 2\n73 1\n40 0\n40 1\n10 0\n20 0\n30 0"),
           "spline");
    svgRow("DXF in a plane of its own", dxf("4", "0 CIRCLE\n10 0\n20 0\n40 40\n210 1\n220 0\n230 0"), "flat");
    std::string lines;
    for (int i = 0; i < 25'000; ++i)
        lines += "0 LINE\n10 0\n20 0\n11 " + std::to_string(i) + "\n21 9\n";
    svgRow("DXF of 25,000 lines from one point", dxf("4", lines), "lines");
    std::string curves = "<path d=\"M0 0";
    for (int i = 0; i < 40'000; ++i)
        curves += "c9e5 0 0 9e5 0 0";
    svgRow("endless curves", inMm(curves + "Z\"/>"), "points");
    svgRow("DXF without entities", dxf("4", ""), "no closed outline");
    svgRow("neither", "measures; 12; 14\n", "by turns");
    svgRow("empty", " ", "breaks off");
}

void TestOutlineFile::badFiles() {
    QFETCH(QString, text);
    QFETCH(QString, says);
    const QString why = refusal(text.toStdString());
    QVERIFY2(!why.isEmpty(), "it was read");
    QVERIFY2(why.contains(says), qPrintable(why));
}

void TestOutlineFile::manyPoints() {
    const auto wavy = [](int points, double wave) {
        std::string path = "<path d=\"M";
        for (int i = 0; i < points; ++i) {
            const double angle = 2.0 * std::numbers::pi * i / points;
            const double radius = 45.0 + wave * std::cos(angle * points / 4.0);
            path += std::to_string(50.0 + radius * std::cos(angle)) + " " +
                    std::to_string(50.0 + radius * std::sin(angle)) + " ";
        }
        return inMm(path + "Z\"/>");
    };
    // What is finer than a tenth of a millimetre is left out; a circle it is still.
    const OutlineFile file = outlinesFrom(wavy(100'000, 0.0));
    QCOMPARE(file.pieces.size(), 1U);
    CLOSE(areaOf(file.pieces.front()), std::numbers::pi * 2025.0, 30.0);
    QVERIFY(std::get<Traced>(file.pieces.front().form).loops.front().size() < 400);
    // As many that cannot be left out are too many.
    QVERIFY(refusal(wavy(30'000, 1.5)).contains("plainer") || refusal(wavy(30'000, 1.5)).contains("crosses"));
}

QTEST_APPLESS_MAIN(TestOutlineFile)
#include "tst_outline_file.moc"
