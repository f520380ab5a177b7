// SPDX-License-Identifier: GPL-3.0-or-later
// One piece for other programs and for paper.
#pragma once

#include "core/bed/fabric.h"
#include "core/format/svg_writer.h"
#include "core/plan/outline.h"
#include "core/quantity/gauge.h"

#include <string>

namespace vestimen {

/// True size in mm, with the groups "stitches" (filled), "outline" (stepped) and "ideal".
std::string toSvg(const Program& program, const Fabric& fabric, const Outline& ideal, const FabricGauge& gauge,
                  const std::string& colour);
/// What toSvg() draws is so large, in mm.
struct SvgSize {
    double width = 0.0;
    double height = 0.0;
};
SvgSize svgSize(const Program& program, const Fabric& fabric, const FabricGauge& gauge);
/// The same into a document: the middle of the piece is x = 0, its top y = 0; ids begin with `prefix`.
void writePiece(SvgWriter& svg, const Program& program, const Fabric& fabric, const Outline& ideal,
                const FabricGauge& gauge, const std::string& colour, const std::string& prefix);
/// One line a step: step, row, rows, what.
std::string toCsv(const Program& program);
/// For reading at the machine.
std::string toPlainText(const Program& program);

} // namespace vestimen
