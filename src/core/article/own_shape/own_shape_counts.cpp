// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/own_shape/own_shape_counts.h"

#include "core/plan/counting.h"

#include <algorithm>

namespace vestimen {
namespace own_shape {

PieceKey pieceAt(std::size_t index) {
    return PieceKey("piece_" + std::to_string(index + 1));
}
CountKey stitchesOf(std::size_t piece) {
    return CountKey("stitches_" + std::to_string(piece + 1));
}
CountKey rowsOf(std::size_t piece) {
    return CountKey("rows_" + std::to_string(piece + 1));
}

std::span<const CountKey> allCounts() {
    static const std::vector<CountKey> all = [] {
        std::vector<CountKey> keys;
        for (std::size_t i = 0; i < mostDrawnPieces; ++i)
            keys.insert(keys.end(), {stitchesOf(i), rowsOf(i)});
        return keys;
    }();
    return all;
}

Contour contourAt(const OwnShape& shape, const DrawnPiece& piece) {
    Contour contour = contourOf(piece);
    const DrawnPoint low = boundsOf(contour).first;
    for (auto& loop : contour)
        for (ContourPoint& each : loop)
            each.at = {(each.at.x - low.x) * shape.size, (each.at.y - low.y) * shape.size};
    return contour;
}

} // namespace own_shape

namespace {

/// A part of fewer rows would be begun and ended at once.
constexpr std::size_t leastRowsOfAPart = 2;

} // namespace

std::optional<std::vector<CountedShape>> countShapes(const OwnShape& shape, const Ground& ground,
                                                     const FabricGauge& gauge, Plan& plan) {
    Counting counting(ground, gauge, plan.workings, plan.findings);
    std::vector<CountedShape> shapes;
    for (std::size_t i = 0; i < shape.drawing.pieces.size(); ++i) {
        const DrawnPiece& drawn = shape.drawing.pieces[i];
        const PieceKey piece = own_shape::pieceAt(i);
        CountedShape counted;
        counted.contour = own_shape::contourAt(shape, drawn);
        counted.stitches = counting.stitches(own_shape::stitchesOf(i), "Stitches from its left to its right",
                                             counted.width(), Stitches(0), anyCount, "nearest whole stitch");
        if (!counting.fitsBed(counted.stitches, piece,
                              "It needs {0} needles, {1}; the bed has {2}, {3}. Ways out: a smaller size, turning or "
                              "parting the drawing, a swatch of at most {4} stitches to 10 cm, or a machine with more "
                              "needles."))
            return std::nullopt;
        counted.rows = counting.rows(own_shape::rowsOf(i), "Rows from its lowest to its highest", counted.height(),
                                     anyCount, "nearest whole row");
        if (counted.stitches < Stitches(narrowestStretch) || counted.rows < Rows(leastRowsOfAPart)) {
            counting.error("shape_size",
                           {"“{0}” comes to {1} and {2}: it takes at least 3 stitches and 2 rows. Draw it larger.",
                            {drawn.name, counted.stitches, counted.rows}},
                           piece);
            return std::nullopt;
        }
        counted.sweep = sweep(counted.contour, counted.stitches, counted.rows);
        const auto tooShort = std::ranges::find_if(
            counted.sweep.strips, [](const Strip& each) { return each.rows.size() < leastRowsOfAPart; });
        const int row = counted.sweep.tooFine >= 0               ? counted.sweep.tooFine
                        : tooShort != counted.sweep.strips.end() ? tooShort->from
                                                                 : -1;
        if (row >= 0) {
            counting.error("shape_fine",
                           {"“{0}” is finer than its stitches {1} above its lower edge: parts come closer than they "
                            "can be knitted. Draw it larger or plainer there, or take a finer swatch.",
                            {drawn.name, gauge.height(Rows(row))}},
                           piece);
            return std::nullopt;
        }
        shapes.push_back(std::move(counted));
    }
    return shapes;
}

} // namespace vestimen
