// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/finishing/blocking.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <cmath>

namespace vestimen {
namespace {

Length distance(const Pin& a, const Pin& b) {
    return Length::millimetres(std::hypot((b.x - a.x).mm(), (b.y - a.y).mm()));
}

/// Flatter than this, a bend is one of a curve's many.
constexpr double leastCorner = 25.0; // degrees

double turnAt(const Pin& before, const Pin& at, const Pin& after) {
    const double in = std::atan2((at.y - before.y).mm(), (at.x - before.x).mm());
    const double out = std::atan2((after.y - at.y).mm(), (after.x - at.x).mm());
    return std::abs(std::remainder(out - in, 2.0 * M_PI)) * 180.0 / M_PI;
}

struct Fibre {
    std::array<const char*, 8> words; ///< as they stand within a label
    const char* care;
};

constexpr std::array fibres = {
    // First what heat spoils for good, also where it is only part of a mixture.
    Fibre{{"acryl", "poly", "nylon", "elastan", "viscose", "synthetic"},
          "No steam and no iron on it: heat makes it limp, for good. Wet it, lay it flat to its measures, and let it "
          "dry pinned."},
    Fibre{{"silk", "angora", "mohair", "cashmere"},
          "Cool water, little moved, or mist from above; pat it to its measures. Steam only from a distance, tried on "
          "the swatch first."},
    Fibre{{"wool", "merino", "alpaca", "lamb", "yak"},
          "Wash it as the swatch, or hover with steam and never press: pin it damp, and leave it until it is dry."},
    Fibre{{"cotton", "linen", "flax", "hemp", "bamboo"},
          "Wash it as the swatch and pin it wet; a steam iron through a cloth may help. It does not spring back: "
          "measure it again before it dries."}};

} // namespace

Outline blockedOutline(const WorkedPiece& piece) {
    if (!piece.outline.edges.empty())
        return piece.outline;
    const Length half = piece.width / 2.0;
    return {{{"lower", {{-half, Length()}, {half, Length()}}},
             {"right", {{half, Length()}, {half, piece.length}}},
             {"upper", {{half, piece.length}, {-half, piece.length}}},
             {"left", {{-half, piece.length}, {-half, Length()}}}}};
}

std::vector<Pin> pinsOf(const Outline& outline, Length farthestApart) {
    std::vector<Pin> line;
    for (const OutlineEdge& edge : outline.edges)
        for (const OutlinePoint& point : edge.points) {
            const Pin pin{point.x, point.y};
            if (line.empty() || distance(line.back(), pin) > Length::millimetres(0.01))
                line.push_back(pin);
        }
    if (line.size() > 1 && distance(line.front(), line.back()) <= Length::millimetres(0.01))
        line.pop_back();
    const std::size_t count = line.size();
    if (count < 3)
        return line;
    for (std::size_t i = 0; i < count; ++i)
        line[i].isCorner = turnAt(line[(i + count - 1) % count], line[i], line[(i + 1) % count]) >= leastCorner;
    const auto first = std::ranges::find_if(line, &Pin::isCorner);
    if (first == line.end())
        line.front().isCorner = true;
    std::ranges::rotate(line, first == line.end() ? line.begin() : first);

    std::vector<Pin> pins;
    for (std::size_t from = 0; from < count;) {
        std::size_t to = from + 1;
        Length length = distance(line[from], line[to % count]);
        while (to < count && !line[to].isCorner) {
            length += distance(line[to], line[(to + 1) % count]);
            ++to;
        }
        pins.push_back(line[from]);
        const int parts = std::max(1, static_cast<int>(std::ceil(length / farthestApart - 1e-9)));
        std::size_t at = from;
        Length done;
        for (int part = 1; part < parts; ++part) {
            const Length wanted = length * (static_cast<double>(part) / parts);
            Length step = distance(line[at], line[(at + 1) % count]);
            while (done + step < wanted) {
                done += step;
                ++at;
                step = distance(line[at], line[(at + 1) % count]);
            }
            const double share = (wanted - done) / step;
            const Pin& a = line[at];
            const Pin& b = line[(at + 1) % count];
            pins.push_back({a.x + (b.x - a.x) * share, a.y + (b.y - a.y) * share});
        }
        from = to;
    }
    return pins;
}

Phrase careOf(const std::string& fibre) {
    std::string label = fibre;
    std::ranges::transform(label, label.begin(), [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    for (const Fibre& each : fibres)
        for (const char* word : each.words)
            if (word && label.find(word) != std::string::npos)
                return {each.care, {}};
    return {"Its fibre is not known: try water and steam on the swatch first, and do the same with the pieces.", {}};
}

} // namespace vestimen
