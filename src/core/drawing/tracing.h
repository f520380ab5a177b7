// SPDX-License-Identifier: GPL-3.0-or-later
// Lines of a drawing made into pieces: closed ones bound a piece, what lies in another is a hole of it, and what is
// finer than any stitch is left out.
#pragma once

#include "core/drawing/drawing.h"
#include "core/reckoning/phrase.h"

#include <optional>
#include <variant>

namespace vestimen {

/// A line from point to point; closed where it says so, or where it ends where it began.
struct DrawnLine {
    std::vector<DrawnPoint> points;
    bool closed = false;
};

/// Lines whose ends meet, one after the other, as loops. `open`: how many lines were left that close nothing.
std::vector<DrawnLoop> loopsOf(std::vector<DrawnLine> lines, int& open);

/// Pieces, from the left; or what is wrong. Points are in mm, upward, from anywhere. Each piece then stands on 0, with
/// its middle at 0; an edge begins at each of its sharp corners.
std::variant<std::vector<DrawnPiece>, Phrase> traced(std::vector<DrawnLoop> loops);

/// Where loops cross or touch themselves or each other; nothing where they do not.
std::optional<DrawnPoint> crossingOf(const std::vector<DrawnLoop>& loops);

} // namespace vestimen
