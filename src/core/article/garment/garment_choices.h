// SPDX-License-Identifier: GPL-3.0-or-later
// Every choice of a garment, stated once. Files, their schema's test and the panel beside the drawing are made from
// this list.
#pragma once

#include "core/article/garment/parts.h"
#include "core/ground/choice.h"

namespace vestimen {

/// In the order in which they are offered. The same label may stand several times where the choice is one of several
/// edges or welts: at most one of them belongs to a place.
std::span<const Choice<Garment>> garmentChoices();

} // namespace vestimen
