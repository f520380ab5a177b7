// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/ground/edge_shaping.h"
#include "core/knitting/program_writer.h"
#include "core/shaping/slope.h"

#include <vector>

namespace vestimen {

/// A piece whose sides, both or one, widen or narrow by one stitch at the events of a slope. The writer and the edge
/// must outlive it.
class ShapedSides {
public:
    /// `most`: no more stitches are moved at a decrease.
    ShapedSides(ProgramWriter& writer, const EdgeShaping& edge, std::vector<Side> sides, Stitches width, Stitches most)
        : writer_(writer), edge_(edge), sides_(std::move(sides)), width_(width), most_(most) {}

    /// The first row is knitted already.
    void skipRow() { skipped_ = Rows(1); }
    void follow(const Slope& slope, bool widens);
    /// A slope that widens, from its end to its beginning: for a piece that is knitted the other way.
    void followBack(const Slope& slope);
    Stitches width() const { return width_; }

private:
    void knit(Rows rows);
    void narrow();
    void widen();
    /// A simple increase is made where the carriage stands; the other side waits for it.
    void widenAtCarriage();

    ProgramWriter& writer_;
    const EdgeShaping& edge_;
    std::vector<Side> sides_;
    std::vector<Side> waiting_;
    Stitches width_;
    Rows skipped_;
    Stitches most_;
};

} // namespace vestimen
