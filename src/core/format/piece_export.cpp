// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/piece_export.h"

#include "core/bed/fabric_picture.h"
#include "core/format/quoting.h"
#include "core/knitting/wording.h"

#include <fmt/format.h>

#include <algorithm>
#include <iterator>

namespace vestimen {
namespace {

constexpr const char* ink = "#26282F";

} // namespace

SvgSize svgSize(const Program& program, const Fabric& fabric, const FabricGauge& gauge) {
    const FabricPicture shape = picture(fabric, program, firstSeenPass(program), true);
    return {std::max(0, shape.lastSlot - shape.firstSlot + 1) * gauge.stitches.unit().mm(),
            shape.rows * gauge.rows.unit().mm()};
}

void writePiece(SvgWriter& svg, const Program& program, const Fabric& fabric, const Outline& ideal,
                const FabricGauge& gauge, const std::string& colour, const std::string& prefix) {
    const FabricPicture shape = picture(fabric, program, firstSeenPass(program), true);
    const double stitch = gauge.stitches.unit().mm();
    const double row = gauge.rows.unit().mm();
    const double high = shape.rows * row;
    // An odd stitch stands on the right.
    const double middle = (shape.firstSlot + shape.lastSlot + 1) / 2.0;
    const auto x = [&](double slot) { return (slot - middle) * stitch; };
    const auto y = [&](double rows) { return high - rows * row; };
    const auto group = [&](const char* name, const std::string& fill, const char* stroke) {
        svg.begin("g").attribute("id", prefix + name).attribute("fill", fill).attribute("stroke", stroke);
    };
    group("stitches", colour, "none");
    for (const FabricBlock& block : shape.blocks)
        svg.begin("rect")
            .attribute("x", x(block.firstSlot))
            .attribute("y", y(block.to))
            .attribute("width", (block.lastSlot - block.firstSlot + 1) * stitch)
            .attribute("height", (block.to - block.from) * row)
            .end();
    svg.end();
    group("outline", "none", ink);
    svg.attribute("stroke-width", 0.5, 1);
    std::string path;
    for (const OutlineLine& line : shape.outline)
        fmt::format_to(std::back_inserter(path), "M{:.3f} {:.3f}L{:.3f} {:.3f}", x(line.x1), y(line.y1), x(line.x2),
                       y(line.y2));
    svg.begin("path").attribute("d", path).end().end();
    if (!shape.eyelets.empty()) {
        group("eyelets", "none", ink);
        svg.attribute("stroke-width", 0.5, 1);
        for (const Eyelet& each : shape.eyelets)
            svg.begin("circle")
                .attribute("cx", x(each.slot + 0.5))
                .attribute("cy", y(each.row + 0.5))
                .attribute("r", 0.35 * std::min(stitch, row))
                .end();
        svg.end();
    }
    group("ideal", "none", "#AE412B");
    svg.attribute("stroke-width", 0.3, 1);
    for (const OutlineEdge& edge : ideal.edges) {
        std::string points;
        for (const OutlinePoint& point : edge.points)
            fmt::format_to(std::back_inserter(points), "{:.3f},{:.3f} ", point.x.mm(), high - point.y.mm());
        svg.begin("polyline").attribute("id", prefix + "ideal_" + edge.name).attribute("points", points).end();
    }
    svg.end();
}

std::string toSvg(const Program& program, const Fabric& fabric, const Outline& ideal, const FabricGauge& gauge,
                  const std::string& colour) {
    constexpr double margin = 10.0;
    const SvgSize size = svgSize(program, fabric, gauge);
    SvgWriter svg(-size.width / 2 - margin, -margin, size.width + 2 * margin, size.height + 2 * margin, program.piece);
    writePiece(svg, program, fabric, ideal, gauge, colour, "");
    return svg.take();
}

std::string toCsv(const Program& program) {
    std::string csv = "step,row,rows,section,what\n";
    int number = 0;
    for (const ProgramStep& step : listedSteps(program)) {
        fmt::format_to(std::back_inserter(csv), "{},{},{},{},{}\n", ++number, step.row, step.rows.count(),
                       csvText(section(program, step.from.operation)), csvText(render(step.text)));
    }
    return csv;
}

std::string toPlainText(const Program& program) {
    std::string text = fmt::format("{}\n{}\n", program.piece, std::string(program.piece.size(), '='));
    std::string last;
    for (const ProgramStep& step : listedSteps(program)) {
        const std::string now = section(program, step.from.operation);
        if (now != last)
            fmt::format_to(std::back_inserter(text), "\n{}\n", now);
        last = now;
        fmt::format_to(std::back_inserter(text), "  [ ] row {:>3}  {}\n", step.row, render(step.text));
    }
    return text;
}

} // namespace vestimen
