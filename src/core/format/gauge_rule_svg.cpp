// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/gauge_rule_svg.h"

#include "core/format/quoting.h"

#include <fmt/format.h>

namespace vestimen {

std::string gaugeRuleSvg(const RuleDrawing& drawing) {
    using Group = RuleDrawing::Group;
    std::string svg = fmt::format("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
                                  "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"{0:.3f}mm\" height=\"{1:.3f}mm\" "
                                  "viewBox=\"0 0 {0:.3f} {1:.3f}\">\n"
                                  "  <rect id=\"paper\" width=\"{0:.3f}\" height=\"{1:.3f}\" fill=\"#FFFFFF\"/>\n",
                                  drawing.width, drawing.height);
    for (const auto& [group, name] : {std::pair{Group::frame, "frame"},
                                      {Group::stitches, "stitches"},
                                      {Group::rows, "rows"},
                                      {Group::check, "check"}}) {
        svg += fmt::format("  <g id=\"{}\" stroke=\"#26282F\" fill=\"none\">\n", name);
        for (const RuleDrawing::Line& line : drawing.lines) {
            if (line.group != group)
                continue;
            svg += fmt::format("    <line x1=\"{:.4f}\" y1=\"{:.4f}\" x2=\"{:.4f}\" y2=\"{:.4f}\" "
                               "stroke-width=\"{:.2f}\"",
                               line.x1, line.y1, line.x2, line.y2, line.width);
            if (line.value > 0.0)
                svg += fmt::format(" data-value=\"{:.1f}\"", line.value);
            svg += "/>\n";
        }
        svg += "  </g>\n";
    }
    svg += "  <g id=\"words\" font-family=\"sans-serif\" fill=\"#26282F\">\n";
    for (const RuleDrawing::Words& words : drawing.words)
        svg += fmt::format("    <text x=\"{:.3f}\" y=\"{:.3f}\" font-size=\"{:.2f}\" text-anchor=\"{}\">{}</text>\n",
                           words.x, words.y, words.size, words.centred ? "middle" : "start", xmlText(words.text));
    return svg + "  </g>\n</svg>\n";
}

} // namespace vestimen
