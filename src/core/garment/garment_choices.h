// SPDX-License-Identifier: GPL-3.0-or-later
// Every choice of a garment, stated once. Files, their schema's test and the panel beside the drawing are made from
// this list.
#pragma once

#include "core/garment/parts.h"
#include "core/project/choice.h"

namespace vestimen {

struct GarmentChoice {
    ChoiceKey key;
    const char* label;
    ChoiceKind kind;
    /// Whether it is of any meaning at a place of the drawing; null for what stands in files alone.
    bool (*belongs)(const Choices&, const Place&) = nullptr;
};

/// In the order in which they are offered. The same label may stand several times where the choice is one of several
/// edges or welts: at most one of them belongs to a place.
std::span<const GarmentChoice> garmentChoices();

} // namespace vestimen
