// SPDX-License-Identifier: GPL-3.0-or-later
// What is known of a yarn (craft 3).
#pragma once

#include <array>
#include <optional>
#include <string>

namespace vestimen {

/// How thick a yarn is, in the measure that its label or the knitter uses.
struct Thickness {
    enum class Kind { metresPer100g, tex, metric, wrapsPerInch };
    Kind kind = Kind::metresPer100g;
    double value = 0.0; ///< 0 when not known
    bool operator==(const Thickness&) const = default;
};

/// One of a project's yarns: 0 is the main one, then its further ones.
using YarnNumber = int;
/// In a project.
inline constexpr int mostYarns = 8;

struct Yarn {
    std::string name;
    std::string fibre;
    std::string colour = "#8E9AA3"; ///< #rrggbb, for the drawing
    std::string colourName;
    std::string lot;
    Thickness thickness;
    int strands = 1;
    double gramsOnHand = 0.0;  ///< 0 when not known
    double gramsPerBall = 0.0; ///< as it is sold, ball or cone; 0 when not known
    double costPer100g = 0.0;  ///< in the knitter's own currency, 0 when not known
    std::string note;
    bool operator==(const Yarn&) const = default;
};

/// Metres in 100 g of one strand: tex is grams in 1,000 m, Nm is metres in a gram. Nothing for wraps per inch, which
/// tell how it fills and not what it weighs, and nothing where the thickness is not known.
std::optional<double> metresPer100g(const Thickness& thickness);
/// "400 m in 100 g", "tex 250", "Nm 4", "18 wraps in an inch"; empty when not known.
std::string text(const Thickness& thickness);

} // namespace vestimen
