// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/piece_export.h"

#include "core/bed/fabric_picture.h"
#include "core/format/quoting.h"
#include "core/knitting/wording.h"

#include <fmt/format.h>

#include <algorithm>
#include <iterator>

namespace vestimen {

SvgPiece svgPiece(const Program& program, const Fabric& fabric, const Outline& ideal, const FabricGauge& gauge,
                  const std::string& colour, const std::string& prefix) {
    const FabricPicture shape = picture(fabric, program, firstSeenPass(program), true);
    const double stitch = gauge.stitches.unit().mm();
    const double row = gauge.rows.unit().mm();
    const int slots = std::max(0, shape.lastSlot - shape.firstSlot + 1);
    SvgPiece piece{slots * stitch, shape.rows * row, {}};
    // An odd stitch stands on the right.
    const double middle = (shape.firstSlot + shape.lastSlot + 1) / 2.0;
    const auto x = [&](double slot) { return (slot - middle) * stitch; };
    const auto y = [&](double rows) { return piece.height - rows * row; };
    auto out = std::back_inserter(piece.groups);
    fmt::format_to(out, "<g id=\"{}stitches\" fill=\"{}\" stroke=\"none\">\n", prefix, xmlText(colour));
    for (const FabricBlock& block : shape.blocks)
        fmt::format_to(out, "<rect x=\"{:.3f}\" y=\"{:.3f}\" width=\"{:.3f}\" height=\"{:.3f}\"/>\n",
                       x(block.firstSlot), y(block.to), (block.lastSlot - block.firstSlot + 1) * stitch,
                       (block.to - block.from) * row);
    fmt::format_to(out, "</g>\n<g id=\"{}outline\" fill=\"none\" stroke=\"#26282F\" stroke-width=\"0.5\">\n<path d=\"",
                   prefix);
    for (const OutlineLine& line : shape.outline)
        fmt::format_to(out, "M{:.3f} {:.3f}L{:.3f} {:.3f}", x(line.x1), y(line.y1), x(line.x2), y(line.y2));
    fmt::format_to(out, "\"/>\n</g>\n");
    if (!shape.eyelets.empty()) {
        fmt::format_to(out, "<g id=\"{}eyelets\" fill=\"none\" stroke=\"#26282F\" stroke-width=\"0.5\">\n", prefix);
        for (const Eyelet& each : shape.eyelets)
            fmt::format_to(out, "<circle cx=\"{:.3f}\" cy=\"{:.3f}\" r=\"{:.3f}\"/>\n", x(each.slot + 0.5),
                           y(each.row + 0.5), 0.35 * std::min(stitch, row));
        fmt::format_to(out, "</g>\n");
    }
    fmt::format_to(out, "<g id=\"{}ideal\" fill=\"none\" stroke=\"#AE412B\" stroke-width=\"0.3\">\n", prefix);
    for (const OutlineEdge& edge : ideal.edges) {
        fmt::format_to(out, "<polyline id=\"{}ideal_{}\" points=\"", xmlText(prefix), xmlText(edge.name));
        for (const OutlinePoint& point : edge.points)
            fmt::format_to(out, "{:.3f},{:.3f} ", point.x.mm(), piece.height - point.y.mm());
        fmt::format_to(out, "\"/>\n");
    }
    piece.groups += "</g>\n";
    return piece;
}

std::string svgDocument(double left, double top, double width, double height, const std::string& title,
                        const std::string& groups) {
    return fmt::format("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
                       "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.3f}mm\" height=\"{1:.3f}mm\" "
                       "viewBox=\"{2:.3f} {3:.3f} {0:.3f} {1:.3f}\">\n<title>{4}</title>\n{5}</svg>\n",
                       width, height, left, top, xmlText(title), groups);
}

std::string toSvg(const Program& program, const Fabric& fabric, const Outline& ideal, const FabricGauge& gauge,
                  const std::string& colour) {
    constexpr double margin = 10.0;
    const SvgPiece piece = svgPiece(program, fabric, ideal, gauge, colour, "");
    return svgDocument(-piece.width / 2 - margin, -margin, piece.width + 2 * margin, piece.height + 2 * margin,
                       program.piece, piece.groups);
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
