// SPDX-License-Identifier: GPL-3.0-or-later
// One piece for other programs and for paper.
#pragma once

#include "core/bed/fabric.h"
#include "core/plan/outline.h"
#include "core/quantity/gauge.h"

#include <string>

namespace vestimen {

/// True size in mm, with the groups "stitches" (filled), "outline" (stepped) and "ideal".
std::string toSvg(const Program& program, const Fabric& fabric, const Outline& ideal, const FabricGauge& gauge,
                  const std::string& colour);
/// What toSvg() draws, without the document round it: the middle of the piece is x = 0, its top y = 0.
struct SvgPiece {
    double width = 0.0; ///< mm
    double height = 0.0;
    std::string groups; ///< their ids begin with `prefix`
};
SvgPiece svgPiece(const Program& program, const Fabric& fabric, const Outline& ideal, const FabricGauge& gauge,
                  const std::string& colour, const std::string& prefix);
/// An SVG document in mm, with such groups in it.
std::string svgDocument(double left, double top, double width, double height, const std::string& title,
                        const std::string& groups);
/// One line a step: step, row, rows, what.
std::string toCsv(const Program& program);
/// For reading at the machine.
std::string toPlainText(const Program& program);

} // namespace vestimen
