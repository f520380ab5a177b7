// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/swatch/gauge_rule.h"

#include <string>

namespace vestimen {

/// The rule as SVG at true size: width, height and view box in mm, one group for stitches, rows and the check line.
/// Each mark carries what it stands for as data-value.
std::string gaugeRuleSvg(const RuleDrawing& drawing);

} // namespace vestimen
