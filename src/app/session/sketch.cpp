// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/session/sketch.h"

namespace vestimen::app {

FabricGauge starterGauge() {
    return {Gauge::perTenCentimetres(28.0), Gauge::perTenCentimetres(40.0)};
}

Project sketchOf(Project project) {
    if (!measured(project.swatch).gauge)
        project.swatch.known = starterGauge();
    project.wearer = withBorrowedMeasures(std::move(project.wearer));
    return project;
}

} // namespace vestimen::app
