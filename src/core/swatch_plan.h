// SPDX-License-Identifier: GPL-3.0-or-later
// The swatch on its own, before there is a gauge: planned, written as a program, knitted on the virtual bed.
#pragma once

#include "core/bed/fabric.h"
#include "core/project/project.h"
#include "core/swatch/swatch_layout.h"
#include "core/work.h"

#include <optional>

namespace vestimen {

struct SwatchPlan {
    SwatchLayout layout;
    std::optional<Program> program; ///< nothing where a finding is an error
    Fabric fabric;
    std::vector<Finding> findings; ///< of the plan and of the virtual bed
};

/// Deterministic; never throws for what a knitter could have entered. `pieceWidth` is the piece that errors are told
/// at.
SwatchPlan planSwatch(const Project& project, Length pieceWidth = Length::millimetres(520));

/// What a project would become with another swatch or wearer: one sentence for each number that differs.
std::vector<Phrase> differences(const Worked& now, const Worked& then);

} // namespace vestimen
