// SPDX-License-Identifier: GPL-3.0-or-later
// What a project without a gauge, or without its measures, is drawn with until they are known.
#pragma once

#include "core/project/project.h"

namespace vestimen::app {

/// Drawn with, until the knitter's own is known.
FabricGauge starterGauge();
/// The project with a starter's gauge where it has none, and with what is near where a measure was not taken: to be
/// looked at, not to be knitted.
Project sketchOf(Project project);

} // namespace vestimen::app
