// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/gauge_rule_svg.h"

#include "core/format/svg_writer.h"

#include <utility>

namespace vestimen {

std::string gaugeRuleSvg(const RuleDrawing& drawing) {
    using Group = RuleDrawing::Group;
    const char* ink = "#26282F";
    SvgWriter svg(0.0, 0.0, drawing.width, drawing.height);
    svg.begin("rect")
        .attribute("id", "paper")
        .attribute("width", drawing.width)
        .attribute("height", drawing.height)
        .attribute("fill", "#FFFFFF")
        .end();
    for (const auto& [group, name] : {std::pair{Group::frame, "frame"},
                                      {Group::stitches, "stitches"},
                                      {Group::rows, "rows"},
                                      {Group::check, "check"}}) {
        svg.begin("g").attribute("id", name).attribute("stroke", ink).attribute("fill", "none");
        for (const RuleDrawing::Line& line : drawing.lines) {
            if (line.group != group)
                continue;
            svg.begin("line")
                .attribute("x1", line.x1, 4)
                .attribute("y1", line.y1, 4)
                .attribute("x2", line.x2, 4)
                .attribute("y2", line.y2, 4)
                .attribute("stroke-width", line.width, 2);
            if (line.value > 0.0)
                svg.attribute("data-value", line.value, 1);
            svg.end();
        }
        svg.end();
    }
    svg.begin("g").attribute("id", "words").attribute("font-family", "sans-serif").attribute("fill", ink);
    for (const RuleDrawing::Words& words : drawing.words)
        svg.begin("text")
            .attribute("x", words.x)
            .attribute("y", words.y)
            .attribute("font-size", words.size, 2)
            .attribute("text-anchor", words.centred ? "middle" : "start")
            .text(words.text)
            .end();
    return svg.take();
}

} // namespace vestimen
