// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/swatch/gauge_rule.h"

#include "core/quantity/printing.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

constexpr double zeroX = 14.0;
constexpr double sheetLength = 262.0; ///< that a landscape A4 sheet has room for
constexpr double edgeTop = 16.0;
constexpr double edgeBottom = 50.0;
constexpr double leastGap = 0.9;   ///< mm between neighbouring marks
constexpr double leastWhole = 1.4; ///< mm between whole numbers; the rule ends where they crowd
constexpr double leastNumbered = 4.6;

/// Millimetres from the mark for v to that for v + step.
double gapAt(int field, double value, double step) {
    return 100.0 * field / value - 100.0 * field / (value + step);
}

void drawSide(RuleDrawing& drawing, RuleDrawing::Group group, int field, Length longest, double edge, double inward) {
    for (const RuleMark& mark : ruleMarks(field, longest)) {
        const double x = zeroX + mark.at.mm();
        const double length = mark.numbered ? 7.0 : mark.whole ? 5.5 : 3.2;
        drawing.lines.push_back({group, x, edge, x, edge + inward * length, mark.whole ? 0.25 : 0.15, mark.value});
        if (mark.numbered)
            drawing.words.push_back(
                {x, edge + inward * 8.2 + (inward > 0 ? 2.4 : 0.0), 3.2, true, number(mark.value, 1)});
    }
}

} // namespace

Length ruleMark(int field, double value) {
    return Length::millimetres(100.0 * field / value);
}

std::vector<RuleMark> ruleMarks(int field, Length longest) {
    std::vector<RuleMark> marks;
    const int first = std::max(1, static_cast<int>(std::ceil(100.0 * field / longest.mm() - 1e-9)));
    for (int whole = first; whole <= 400 && gapAt(field, whole, 1.0) >= leastWhole; ++whole) {
        // Every number, every second, every fifth, as they crowd.
        const auto room = [&](int every) { return gapAt(field, whole, every) >= leastNumbered; };
        const int every = room(1) ? 1 : room(2) ? 2 : room(5) ? 5 : 10;
        marks.push_back({static_cast<double>(whole), ruleMark(field, whole), true, whole % every == 0});
        for (const int parts : {10, 5, 2}) {
            // The last of the parts lie closest.
            if (gapAt(field, whole + 1.0 - 1.0 / parts, 1.0 / parts) < leastGap)
                continue;
            for (int part = 1; part < parts; ++part) {
                const double value = whole + static_cast<double>(part) / parts;
                marks.push_back({value, ruleMark(field, value), false, false});
            }
            break;
        }
    }
    return marks;
}

RuleDrawing gaugeRule(Stitches field, Rows fieldRows, const std::optional<FabricGauge>& gauge,
                      const std::string& title) {
    using Group = RuleDrawing::Group;
    double longest = sheetLength;
    if (gauge)
        longest = std::max({longest, gauge->width(field).mm() * 1.08, gauge->height(fieldRows).mm() * 1.08});
    RuleDrawing drawing;
    drawing.zero = zeroX;
    drawing.width = zeroX + longest + 14.0;
    drawing.height = 78.0;
    const auto frame = [&](double x1, double y1, double x2, double y2) {
        drawing.lines.push_back({Group::frame, x1, y1, x2, y2, 0.3, 0.0});
    };
    const double right = zeroX + longest + 4.0;
    frame(zeroX, edgeTop, right, edgeTop);
    frame(zeroX, edgeBottom, right, edgeBottom);
    frame(zeroX, edgeTop, zeroX, edgeBottom);
    frame(right, edgeTop, right, edgeBottom);
    drawSide(drawing, Group::stitches, field.count(), Length::millimetres(longest), edgeTop, 1.0);
    drawSide(drawing, Group::rows, fieldRows.count(), Length::millimetres(longest), edgeBottom, -1.0);
    drawing.words.push_back({zeroX, 8.0, 4.0, false, title});
    drawing.words.push_back({zeroX, 13.0, 3.0, false,
                             "Cut along the frame. Lay the left edge on one end of the field; read at the other."});
    drawing.words.push_back({zeroX + 3.0, 31.6, 3.4, false,
                             "stitches in 10 cm, over " + std::to_string(field.count()) + " stitches (upper edge)"});
    drawing.words.push_back({zeroX + 3.0, 37.0, 3.4, false,
                             "rows in 10 cm, over " + std::to_string(fieldRows.count()) + " rows (lower edge)"});
    const double checkY = 62.0;
    drawing.lines.push_back({Group::check, zeroX, checkY, zeroX + checkLineMm, checkY, 0.3, checkLineMm});
    for (const double x : {zeroX, zeroX + checkLineMm})
        drawing.lines.push_back({Group::check, x, checkY - 2.5, x, checkY + 2.5, 0.3, 0.0});
    drawing.words.push_back(
        {zeroX + checkLineMm / 2, checkY + 5.5, 3.2, true, "100 mm: measure this line; print at 100 % when it is not"});
    return drawing;
}

} // namespace vestimen
