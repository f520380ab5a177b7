// SPDX-License-Identifier: GPL-3.0-or-later
// What readers of outlines share: curves as straight lines, and pieces from lines.
#pragma once

#include "core/drawing/tracing.h"
#include "core/format/outline_file.h"

#include <functional>

namespace vestimen {

/// Lines as a reader comes to them. FormatError where there are more than any outline has: what is read is not trusted
/// to end.
class OutlineLines {
public:
    void begin(DrawnPoint at);
    void to(DrawnPoint at);
    /// A curve, from its parameter 0, where the line is, to 1: never farther from it than 0.05 mm, in at most 400
    /// parts.
    void along(const std::function<DrawnPoint(double)>& curve);
    void close() { lines_.back().closed = true; }
    std::vector<DrawnLine> take() { return std::move(lines_); }

private:
    void count();

    std::vector<DrawnLine> lines_;
    std::size_t points_ = 0;
};

/// FormatError where no pieces come of them.
OutlineFile outlinesOf(std::vector<DrawnLine> lines);

} // namespace vestimen
