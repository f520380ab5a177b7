// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/draft_export.h"

#include "core/bed/fabric_picture.h"
#include "core/format/piece_export.h"
#include "core/format/quoting.h"

#include <dl_dxf.h>
#include <fmt/format.h>

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <memory>
#include <sstream>
#include <stdexcept>
#include <unistd.h>

namespace vestimen {
namespace {

constexpr double gap = 30.0; ///< mm between two pieces

struct Point {
    double x = 0.0;
    double y = 0.0;
};

/// A file that dxflib can write to, since it writes nowhere else.
class TemporaryFile {
public:
    TemporaryFile() : path_((std::filesystem::temp_directory_path() / "vestimen-XXXXXX").string()) {
        const int file = mkstemp(path_.data());
        if (file < 0)
            throw std::runtime_error("No temporary file could be written.");
        close(file);
    }
    ~TemporaryFile() {
        std::error_code ignored;
        std::filesystem::remove(path_, ignored);
    }
    TemporaryFile(const TemporaryFile&) = delete;
    TemporaryFile& operator=(const TemporaryFile&) = delete;

    const std::string& path() const { return path_; }
    std::string read() const {
        std::ifstream stream(path_, std::ios::binary);
        std::ostringstream text;
        text << stream.rdbuf();
        return text.str();
    }

private:
    std::string path_;
};

/// The stepped outline's lines joined end to end. Every corner has an even number of lines, so each walk closes.
std::vector<std::vector<std::pair<int, int>>> closedLines(const std::vector<OutlineLine>& lines) {
    std::multimap<std::pair<int, int>, std::size_t> at;
    for (std::size_t i = 0; i < lines.size(); ++i) {
        at.emplace(std::pair(lines[i].x1, lines[i].y1), i);
        at.emplace(std::pair(lines[i].x2, lines[i].y2), i);
    }
    std::vector<bool> used(lines.size(), false);
    std::vector<std::vector<std::pair<int, int>>> walks;
    for (std::size_t start = 0; start < lines.size(); ++start) {
        if (used[start])
            continue;
        std::vector<std::pair<int, int>> walk = {{lines[start].x1, lines[start].y1}};
        for (std::optional<std::size_t> next = start; next;) {
            const OutlineLine& line = lines[*next];
            used[*next] = true;
            const std::pair a(line.x1, line.y1);
            walk.push_back(walk.back() == a ? std::pair(line.x2, line.y2) : a);
            next.reset();
            const auto [from, to] = at.equal_range(walk.back());
            for (auto each = from; each != to && !next; ++each)
                if (!used[each->second])
                    next = each->second;
        }
        if (walk.size() > 1 && walk.front() == walk.back())
            walk.pop_back();
        walks.push_back(std::move(walk));
    }
    return walks;
}

class DxfDrawing {
public:
    explicit DxfDrawing(const std::vector<std::string>& layers)
        : out_(dxf_.out(file_.path().c_str(), DL_Codes::AC1015)) {
        if (!out_)
            throw std::runtime_error("No temporary file could be written.");
        dxf_.writeHeader(*out_);
        out_->dxfString(9, "$INSUNITS");
        out_->dxfInt(70, 4); // millimetres
        out_->sectionEnd();
        out_->sectionTables();
        dxf_.writeVPort(*out_);
        out_->tableLinetypes(3);
        for (const char* name : {"BYBLOCK", "BYLAYER", "CONTINUOUS"})
            dxf_.writeLinetype(*out_, DL_LinetypeData(name, "", 0, 0, 0.0));
        out_->tableEnd();
        out_->tableLayers(static_cast<int>(layers.size()) + 1);
        dxf_.writeLayer(*out_, DL_LayerData("0", 0), attributes(black));
        for (const std::string& layer : layers)
            dxf_.writeLayer(*out_, DL_LayerData(layer, 0), attributes(black));
        out_->tableEnd();
        out_->tableStyle(1);
        dxf_.writeStyle(*out_, DL_StyleData("Standard", 0, 2.5, 1.0, 0.0, 0, 2.5, "txt", ""));
        out_->tableEnd();
        dxf_.writeView(*out_);
        dxf_.writeUcs(*out_);
        out_->tableAppid(1);
        dxf_.writeAppid(*out_, "ACAD");
        out_->tableEnd();
        dxf_.writeDimStyle(*out_, 1, 1, 1, 1, 1);
        dxf_.writeBlockRecord(*out_);
        out_->tableEnd();
        out_->sectionEnd();
        out_->sectionBlocks();
        for (const char* name : {"*Model_Space", "*Paper_Space", "*Paper_Space0"}) {
            dxf_.writeBlock(*out_, DL_BlockData(name, 0, 0.0, 0.0, 0.0));
            dxf_.writeEndBlock(*out_, name);
        }
        out_->sectionEnd();
        out_->sectionEntities();
    }

    void addClosed(const std::string& layer, const std::vector<Point>& points) {
        dxf_.writePolyline(*out_, DL_PolylineData(static_cast<int>(points.size()), 0, 0, 1),
                           attributes(asItsLayer, layer));
        for (const Point& point : points)
            dxf_.writeVertex(*out_, DL_VertexData(point.x, point.y, 0.0, 0.0));
        dxf_.writePolylineEnd(*out_);
    }

    std::string finish() {
        out_->sectionEnd();
        dxf_.writeObjects(*out_);
        dxf_.writeObjectsEnd(*out_);
        out_->dxfEOF();
        out_->close();
        // dxflib says nothing of a disk that is full: what is whole ends with the mark.
        std::string text = file_.read();
        if (!text.ends_with("EOF\n") && !text.ends_with("EOF\r\n"))
            throw std::runtime_error("The DXF file could not be written whole: is the disk for temporary files full?");
        return text;
    }

private:
    static constexpr int black = 7;
    static constexpr int asItsLayer = 256;
    static DL_Attributes attributes(int colour, const std::string& layer = {}) {
        return DL_Attributes(layer, colour, -1, colour == asItsLayer ? "BYLAYER" : "CONTINUOUS", 1.0);
    }

    TemporaryFile file_;
    DL_Dxf dxf_;
    std::unique_ptr<DL_WriterA> out_;
};

} // namespace

std::string draftSvg(const Worked& worked, const std::string& colour) {
    double right = 0.0;
    double high = 0.0;
    std::vector<SvgSize> sizes;
    for (const WorkedPiece& piece : worked.pieces) {
        const SvgSize size = sizes.emplace_back(svgSize(piece.program, piece.fabric, *worked.measured.gauge));
        right += size.width + gap;
        high = std::max(high, size.height);
    }
    SvgWriter svg(-gap, -gap, right + gap, high + 2 * gap, "draft");
    double left = 0.0;
    for (std::size_t i = 0; i < sizes.size(); ++i) {
        const WorkedPiece& piece = worked.pieces[i];
        svg.begin("g")
            .attribute("id", piece.program.piece)
            .attribute("transform", fmt::format("translate({:.3f} 0)", left + sizes[i].width / 2.0));
        writePiece(svg, piece.program, piece.fabric, piece.outline, *worked.measured.gauge, colour,
                   piece.program.piece + "_");
        svg.end();
        left += sizes[i].width + gap;
    }
    return svg.take();
}

std::string draftDxf(const Worked& worked, const std::vector<PieceKey>& only) {
    std::vector<const WorkedPiece*> pieces;
    std::vector<std::string> layers;
    for (const WorkedPiece& piece : worked.pieces)
        if (only.empty() || std::ranges::count(only, piece.key) > 0) {
            pieces.push_back(&piece);
            for (const char* layer : {"_outline", "_ideal"})
                layers.push_back(piece.program.piece + layer);
        }
    DxfDrawing drawing(layers);
    const double stitch = worked.measured.gauge ? worked.measured.gauge->stitches.unit().mm() : 1.0;
    const double row = worked.measured.gauge ? worked.measured.gauge->rows.unit().mm() : 1.0;
    double left = 0.0;
    for (const WorkedPiece* piece : pieces) {
        const FabricPicture shape = picture(piece->fabric, piece->program, firstSeenPass(piece->program), true);
        const double middle = (shape.firstSlot + shape.lastSlot + 1) / 2.0;
        const double width = (shape.lastSlot + 1 - shape.firstSlot) * stitch;
        const double centre = left + width / 2.0;
        for (const auto& walk : closedLines(shape.outline)) {
            std::vector<Point> points;
            for (const auto& [slot, rows] : walk)
                points.push_back({centre + (slot - middle) * stitch, rows * row});
            drawing.addClosed(piece->program.piece + "_outline", points);
        }
        std::vector<Point> ideal;
        for (const OutlineEdge& edge : piece->outline.edges)
            // The next edge begins where this one ends.
            for (std::size_t i = 0; i + 1 < edge.points.size(); ++i)
                ideal.push_back({centre + edge.points[i].x.mm(), edge.points[i].y.mm()});
        if (!ideal.empty())
            drawing.addClosed(piece->program.piece + "_ideal", ideal);
        left += width + gap;
    }
    return drawing.finish();
}

std::string countsCsv(const Worked& worked) {
    std::string csv = "count,what,value\n";
    for (const auto& [quantity, reckoning] : worked.workings)
        fmt::format_to(std::back_inserter(csv), "{},{},{}\n", key(quantity), csvText(reckoning.title),
                       csvText(render(reckoning.result)));
    return csv;
}

} // namespace vestimen
