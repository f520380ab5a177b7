// SPDX-License-Identifier: GPL-3.0-or-later
// Random sane projects: swatches, measures, choices, machines usual and odd.
#pragma once

#include "core/project/project.h"

#include <cstdint>

namespace vestimen::test {

/// Within a property.
Project randomProject();
/// What hands do at a welt; within a property.
WeltMaking randomMaking();
/// The same one for a seed, anywhere.
Project randomProject(std::uint64_t seed);

} // namespace vestimen::test
