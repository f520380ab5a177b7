// SPDX-License-Identifier: GPL-3.0-or-later
// Whole drafts as SVG, DXF and CSV, read back by readers that know nothing of how they were written.
#include "support/projects.h"

#include "core/bed/fabric_picture.h"
#include "core/format/draft_export.h"
#include "core/format/piece_export.h"

#include <dl_creationadapter.h>
#include <dl_dxf.h>

#include <QFile>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>
#include <QXmlStreamReader>

#include <cmath>
#include <map>
#include <sstream>

using namespace vestimen;
using vestimen::test::garment;
using vestimen::test::WorkedGarment;
using vestimen::test::workGarment;

namespace {

struct Polyline {
    std::string layer;
    bool closed = false;
    std::vector<std::pair<double, double>> points;

    double area() const {
        double twice = 0.0;
        for (std::size_t i = 0; i < points.size(); ++i) {
            const auto& [x1, y1] = points[i];
            const auto& [x2, y2] = points[(i + 1) % points.size()];
            twice += x1 * y2 - x2 * y1;
        }
        return std::abs(twice) / 2.0;
    }
};

/// What a program that opens the file would get.
class Reader : public DL_CreationAdapter {
public:
    void addPolyline(const DL_PolylineData& data) override {
        lines.push_back({attributes.getLayer(), (data.flags & 1) != 0, {}});
    }
    void addVertex(const DL_VertexData& data) override { lines.back().points.emplace_back(data.x, data.y); }
    void addLayer(const DL_LayerData& data) override { layers.push_back(data.name); }
    void setVariableInt(const std::string& name, int value, int) override {
        if (name == "$INSUNITS")
            units = value;
    }

    std::vector<Polyline> lines;
    std::vector<std::string> layers;
    int units = 0;
};

Reader read(const std::string& dxf) {
    Reader reader;
    std::stringstream stream(dxf);
    DL_Dxf().in(stream, &reader);
    return reader;
}

/// The picture's stitches, in mm².
double drawnArea(const WorkedPiece& piece, const FabricGauge& gauge) {
    int stitches = 0;
    for (const FabricBlock& block : picture(piece.fabric, piece.program, firstSeenPass(piece.program), true).blocks)
        stitches += (block.lastSlot - block.firstSlot + 1) * (block.to - block.from);
    return stitches * gauge.stitches.unit().mm() * gauge.rows.unit().mm();
}

std::vector<Project> shapes() {
    std::vector<Project> all = {test::odilesPullover(), test::ilkesPullover(), test::ilkesPullover()};
    garment(all.back()).body.kind = BodyKind::sleeveless;
    garment(all.back()).body.sides = SideKind::waisted;
    return all;
}

} // namespace

class TestDraftExport : public QObject {
    Q_OBJECT

private slots:
    void dxfHoldsEveryPiece();
    void dxfIsTrueToSize();
    void onePieceAlone();
    void svgHoldsEveryPiece();
    void xmllintReadsTheDrawings();
    void countsAreListed();
};

void TestDraftExport::dxfHoldsEveryPiece() {
    for (const Project& project : shapes()) {
        const WorkedGarment worked = workGarment(project);
        const Reader reader = read(draftDxf(worked));
        QCOMPARE(reader.units, 4); // millimetres
        for (const WorkedPiece& piece : worked.pieces) {
            QVERIFY(std::ranges::count(reader.layers, piece.program.piece + "_outline") == 1);
            QVERIFY(std::ranges::count(reader.lines, piece.program.piece + "_outline", &Polyline::layer) >= 1);
            QCOMPARE(std::ranges::count(reader.lines, piece.program.piece + "_ideal", &Polyline::layer),
                     isTrim(piece.key) ? 0 : 1);
        }
        for (const Polyline& line : reader.lines) {
            QVERIFY(line.closed);
            QVERIFY(line.points.size() >= 4);
        }
    }
}

void TestDraftExport::dxfIsTrueToSize() {
    for (const Project& project : shapes()) {
        const WorkedGarment worked = workGarment(project);
        const FabricGauge& gauge = *worked.measured.gauge;
        const Reader reader = read(draftDxf(worked));
        double before = -1e9;
        for (const WorkedPiece& piece : worked.pieces) {
            double outline = 0.0;
            double left = 1e9;
            double right = -1e9;
            for (const Polyline& line : reader.lines) {
                if (line.layer != piece.program.piece + "_outline")
                    continue;
                outline += line.area();
                for (std::size_t i = 0; i < line.points.size(); ++i) {
                    const auto& [x, y] = line.points[i];
                    left = std::min(left, x);
                    right = std::max(right, x);
                    // Steps go along rows and stitches only.
                    const auto& [nextX, nextY] = line.points[(i + 1) % line.points.size()];
                    QVERIFY(std::abs(nextX - x) < 1e-6 || std::abs(nextY - y) < 1e-6);
                }
            }
            // The polylines close round exactly the stitches that are seen; a rib's bare needles lie inside.
            const double seen = drawnArea(piece, gauge);
            if (piece.key != pieces::back && piece.key != pieces::front && !isSleeve(piece.key))
                QVERIFY2(std::abs(outline / seen - 1.0) < 1e-6, piece.program.piece.c_str());
            else
                QVERIFY2(outline > seen * 0.999 && outline < seen * 1.12, piece.program.piece.c_str());
            QVERIFY(left > before); // side by side, none over another
            before = right;
        }
        // The ideal outline is the measures.
        const auto ideal = std::ranges::find(reader.lines, std::string("back_ideal"), &Polyline::layer);
        const auto [low, high] = std::ranges::minmax(ideal->points, {}, [](const auto& point) { return point.second; });
        QVERIFY(std::abs(high.second - low.second - worked.measures->length.mm()) < 1e-3);
    }
}

void TestDraftExport::onePieceAlone() {
    const Reader reader = read(draftDxf(workGarment(test::odilesPullover()), {pieces::leftSleeve}));
    for (const Polyline& line : reader.lines)
        QVERIFY(QString::fromStdString(line.layer).startsWith("left_sleeve_"));
    QCOMPARE(reader.lines.size(), 2u);
}

void TestDraftExport::svgHoldsEveryPiece() {
    for (const Project& project : shapes()) {
        const WorkedGarment worked = workGarment(project);
        QXmlStreamReader reader(QByteArray::fromStdString(draftSvg(worked, project.yarn.colour)));
        QStringList groups;
        QString width;
        while (!reader.atEnd())
            if (reader.readNext() == QXmlStreamReader::StartElement) {
                if (reader.name() == QLatin1String("svg"))
                    width = reader.attributes().value("width").toString();
                if (reader.name() == QLatin1String("g"))
                    groups << reader.attributes().value("id").toString();
            }
        QVERIFY2(!reader.hasError(), qPrintable(reader.errorString()));
        QStringList expected;
        for (const WorkedPiece& piece : worked.pieces) {
            const QString name = QString::fromStdString(piece.program.piece);
            expected << name << name + "_stitches" << name + "_outline" << name + "_ideal";
        }
        QCOMPARE(groups, expected);
        QVERIFY(width.endsWith("mm"));
        QVERIFY(width.chopped(2).toDouble() > worked.measures->width.mm() * 2);
    }
}

void TestDraftExport::xmllintReadsTheDrawings() {
    QTemporaryDir folder;
    const WorkedGarment worked = workGarment(test::ilkesPullover());
    QStringList files;
    const auto keep = [&](const QString& name, const std::string& text) {
        QFile file(folder.filePath(name));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(text));
        files << file.fileName();
    };
    keep("draft.svg", draftSvg(worked, "#8C9A6B"));
    for (const WorkedPiece& piece : worked.pieces)
        keep(QString::fromStdString(piece.program.piece) + ".svg",
             toSvg(piece.program, piece.fabric, piece.outline, *worked.measured.gauge, "#8C9A6B"));
    QProcess lint;
    lint.start("xmllint", QStringList{"--noout"} + files);
    QVERIFY2(lint.waitForFinished(), "xmllint is missing: run tools/setup");
    QCOMPARE(lint.exitCode(), 0);
    QCOMPARE(lint.readAllStandardError(), QByteArray());
}

void TestDraftExport::countsAreListed() {
    const WorkedGarment worked = workGarment(test::ilkesPullover());
    const QStringList lines = QString::fromStdString(countsCsv(worked)).split('\n', Qt::SkipEmptyParts);
    QCOMPARE(lines[0], QString("count,what,value"));
    QCOMPARE(lines.size(), static_cast<qsizetype>(worked.workings.size()) + 1);
    QVERIFY(lines.contains("body_stitches,\"Stitches of back and front\",\"141\""));
    QVERIFY(lines.contains("upper_stitches,\"Stitches between the armholes\",\"103\""));
}

QTEST_APPLESS_MAIN(TestDraftExport)
#include "tst_draft_export.moc"
