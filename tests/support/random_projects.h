// SPDX-License-Identifier: GPL-3.0-or-later
// Random sane projects: swatches, measures, choices, machines usual and odd.
#pragma once

#include "core/project/project.h"

#include <cstdint>

namespace vestimen::test {

/// Within a property.
Project randomProject();
/// The rest are for use within a property, too: a number, to the ten thousandth part of what lies between; what hands
/// do at a welt; a welt of any kind; a hat with any of its choices.
double between(double least, double most);
WeltMaking randomMaking();
Welt randomWelt(double least, double most);
Hat randomHat();
/// Of any kind: on such a ground, with some of its choices changed within what is offered. Which these are, the kind's
/// own list says.
Project randomProjectOf(const Article& kind);
/// The same ones for a seed, anywhere.
Project randomProject(std::uint64_t seed);
Project randomProjectOf(const Article& kind, std::uint64_t seed);

} // namespace vestimen::test
