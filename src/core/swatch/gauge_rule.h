// SPDX-License-Identifier: GPL-3.0-or-later
// The gauge rule of one field (craft 5): laid with its zero at one end of the field, it reads stitches or rows in 10 cm
// at the other. The mark for v lies 100 · n / v mm from the zero.
#pragma once

#include "core/quantity/count.h"
#include "core/quantity/gauge.h"

#include <optional>
#include <string>
#include <vector>

namespace vestimen {

struct RuleMark {
    double value = 0.0; ///< in 10 cm
    Length at;          ///< from the zero
    bool whole = false;
    bool numbered = false;
};

/// Where the mark for v lies on a rule for a field of n.
Length ruleMark(int field, double value);
/// The marks of one side, from the longest to the shortest: whole numbers, with tenths, fifths or halves between them
/// where a hand can tell them apart. Up to `longest`, so that it fits a sheet.
std::vector<RuleMark> ruleMarks(int field, Length longest);

/// A drawing to true size: lines and words in mm, the origin at the top left.
struct RuleDrawing {
    enum class Group { frame, stitches, rows, check };
    struct Line {
        Group group = Group::frame;
        double x1 = 0.0, y1 = 0.0, x2 = 0.0, y2 = 0.0;
        double width = 0.2;
        double value = 0.0; ///< what the mark stands for; 0 for other lines
    };
    struct Words {
        double x = 0.0, y = 0.0; ///< of the baseline's middle, or its beginning
        double size = 3.0;
        bool centred = true;
        std::string text;
    };
    double width = 0.0;
    double height = 0.0;
    double zero = 0.0; ///< x of both sides' zero
    std::vector<Line> lines;
    std::vector<Words> words;
};

inline constexpr double checkLineMm = 100.0;

/// The rule for a field: stitches along the upper edge, rows along the lower one, a 100 mm line to check the printing
/// with. Fits a landscape A4 sheet unless the gauge in use asks for more.
RuleDrawing gaugeRule(Stitches field, Rows fieldRows, const std::optional<FabricGauge>& gauge,
                      const std::string& title);

} // namespace vestimen
