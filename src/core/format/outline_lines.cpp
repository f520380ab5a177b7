// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/outline_lines.h"

#include <algorithm>
#include <cmath>

namespace vestimen {
namespace {

constexpr int fewestParts = 4;
constexpr int mostParts = 400;
constexpr double nearEnough = 0.05;
constexpr std::size_t mostLines = 20'000;
constexpr std::size_t mostPoints = 1'000'000;

} // namespace

void OutlineLines::begin(DrawnPoint at) {
    if (lines_.size() >= mostLines)
        throw FormatError("The drawing has more than " + std::to_string(mostLines) +
                          " lines: an outline has fewer. Write it again as polylines, or leave out what is beside it.");
    lines_.push_back({{at}, false});
    count();
}

void OutlineLines::to(DrawnPoint at) {
    lines_.back().points.push_back(at);
    count();
}

void OutlineLines::count() {
    if (++points_ > mostPoints)
        throw FormatError("The lines of the drawing have more than " + std::to_string(mostPoints) +
                          " points: an outline has fewer. Draw it plainer.");
}

void OutlineLines::along(const std::function<DrawnPoint(double)>& curve) {
    const auto at = [&](int part, int parts) { return curve(static_cast<double>(part) / parts); };
    // How far the middle of a part lies from its chord falls with the square of their number.
    double farthest = 0.0;
    constexpr int looks = 16;
    for (int i = 0; i < looks; ++i) {
        const DrawnPoint from = at(i, looks);
        const DrawnPoint to = at(i + 1, looks);
        const DrawnPoint middle = at(2 * i + 1, 2 * looks);
        farthest = std::max(
            farthest, std::hypot((middle.x - (from.x + to.x) / 2.0).mm(), (middle.y - (from.y + to.y) / 2.0).mm()));
    }
    const double wanted = looks * std::sqrt(farthest / nearEnough);
    const int parts = std::isfinite(wanted)
                          ? static_cast<int>(std::clamp(std::ceil(wanted), double(fewestParts), double(mostParts)))
                          : fewestParts;
    for (int i = 1; i <= parts; ++i)
        to(at(i, parts));
}

OutlineFile outlinesOf(std::vector<DrawnLine> lines) {
    OutlineFile file;
    auto pieces = traced(loopsOf(std::move(lines), file.open));
    if (const Phrase* problem = std::get_if<Phrase>(&pieces))
        throw FormatError(render(*problem));
    file.pieces = std::move(std::get<std::vector<DrawnPiece>>(pieces));
    return file;
}

OutlineFile outlinesFrom(const std::string& text) {
    // A drawing in XML begins with a "<"; the other one with a number.
    const std::size_t first = text.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    return first != std::string::npos && text[first] == '<' ? outlinesFromSvg(text) : outlinesFromDxf(text);
}

} // namespace vestimen
