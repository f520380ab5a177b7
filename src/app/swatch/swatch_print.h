// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/swatch/gauge_rule.h"
#include "core/swatch_plan.h"

#include <QString>

namespace vestimen::app {

/// The gauge rule as PDF at true size, on a sheet that fits it. False when the file cannot be written.
bool printGaugeRule(const QString& file, const RuleDrawing& drawing);
/// The swatch's drawing and its rows on one A4 page.
bool printSwatchPlan(const QString& file, const Project& project, const SwatchPlan& plan);

} // namespace vestimen::app
