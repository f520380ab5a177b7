// SPDX-License-Identifier: GPL-3.0-or-later
// One piece for other programs and for paper.
#pragma once

#include "core/bed/fabric.h"
#include "core/garment/pullover.h"
#include "core/quantity/gauge.h"

#include <string>

namespace vestimen {

/// True size in mm, with the groups "stitches" (filled), "outline" (stepped) and "ideal".
std::string toSvg(const Program& program, const Fabric& fabric, const Outline& ideal, const FabricGauge& gauge,
                  const std::string& colour);
/// One line a step: step, row, rows, what.
std::string toCsv(const Program& program);
/// For reading at the machine.
std::string toPlainText(const Program& program);

} // namespace vestimen
