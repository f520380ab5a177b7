// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/drawing/starts.h"

#include <array>

namespace vestimen {
namespace {

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

WidthAt widthAt(double height, double half, bool curved = false) {
    return {mm(height), mm(-half), mm(half), curved};
}

/// Up the right side, over the neck, down the left one, and along the tail's end; the band goes under the belly.
Drawing coat() {
    DrawnPiece back{"Coat",
                    ByHeights{{widthAt(0, 110, true), widthAt(50, 160), widthAt(180, 165), widthAt(260, 160, true),
                               widthAt(360, 75)}},
                    {{"right side", 0},
                     {"belly, right", 2},
                     {"right shoulder", 3},
                     {"neck", 4},
                     {"left shoulder", 5},
                     {"belly, left", 6},
                     {"left side", 7},
                     {"tail", 9}}};
    DrawnPiece band{"Belly band",
                    ByHeights{{widthAt(0, 40), widthAt(240, 40)}},
                    {{"front", 0}, {"left end", 1}, {"back", 2}, {"right end", 3}}};
    return {{std::move(back), std::move(band)}, {{{0, 1}, {1, 3}}, {{0, 5}, {1, 1}}}};
}

/// Front, bottom and back in one, folded twice; a strap along the openings.
Drawing bag() {
    DrawnPiece body{"Bag",
                    ByHeights{{widthAt(0, 150), widthAt(280, 150), widthAt(320, 150), widthAt(600, 150)}},
                    {{"front, right", 0},
                     {"bottom, right", 1},
                     {"back, right", 2},
                     {"opening, back", 3},
                     {"back, left", 4},
                     {"bottom, left", 5},
                     {"front, left", 6},
                     {"opening, front", 7}}};
    return {{std::move(body)}, {{{0, 0}, {0, 2}}, {{0, 4}, {0, 6}}}};
}

/// Two halves of a body with a head.
Drawing toy() {
    const auto half = [](const char* name) {
        return DrawnPiece{name,
                          ByHeights{{widthAt(0, 35, true), widthAt(40, 60, true), widthAt(95, 45, true),
                                     widthAt(115, 28, true), widthAt(150, 45, true), widthAt(190, 20)}},
                          {{"right", 0}, {"head", 5}, {"left", 6}, {"foot", 11}}};
    };
    return {{half("Front"), half("Back")}, {{{0, 0}, {1, 2}}, {{0, 2}, {1, 0}}, {{0, 1}, {1, 1}}, {{0, 3}, {1, 3}}}};
}

/// Up the front, over the shoulders by two straps, and down the back.
Drawing top() {
    constexpr double half = 210.0;
    constexpr double high = 300.0;
    constexpr double strap = 120.0; // how long
    constexpr double outer = 110.0; // where its outer edge lies
    constexpr double wide = 11.0;
    constexpr double shoulder = high + strap;
    constexpr double end = shoulder + high;
    const auto loop = [](std::initializer_list<std::pair<double, double>> points) {
        DrawnLoop all;
        for (const auto& [x, y] : points)
            all.push_back({mm(x), mm(y)});
        return all;
    };
    Traced form{
        {loop({{-half, 0},
               {half, 0},
               {half, high},
               {outer, high},
               {outer, shoulder},
               {half, shoulder},
               {half, end},
               {-half, end},
               {-half, shoulder},
               {-outer, shoulder},
               {-outer, high},
               {-half, high}}),
         loop({{-outer + wide, high}, {-outer + wide, shoulder}, {outer - wide, shoulder}, {outer - wide, high}})}};
    DrawnPiece piece{"Top",
                     std::move(form),
                     {{"front, lower edge", 0},
                      {"front, right", 1},
                      {"right armhole", 2},
                      {"back, right", 5},
                      {"back, lower edge", 6},
                      {"back, left", 7},
                      {"left armhole", 8},
                      {"front, left", 11},
                      {"neck", 12}}};
    return {{std::move(piece)}, {{{0, 1}, {0, 3}}, {{0, 5}, {0, 7}}}};
}

} // namespace

std::span<const DrawingStart> drawingStarts() {
    static constexpr std::array all = {DrawingStart{"Coat for a dog", coat}, DrawingStart{"Bag", bag},
                                       DrawingStart{"Toy", toy}, DrawingStart{"Top with straps", top}};
    return all;
}

} // namespace vestimen
