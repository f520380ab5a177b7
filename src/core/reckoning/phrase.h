// SPDX-License-Identifier: GPL-3.0-or-later
// Sentences for people that the core makes: a fixed text with numbered places, and what stands in them. Kept apart
// until somebody reads it, so that working things out costs no formatting and the text can be translated.
#pragma once

#include "core/quantity/count.h"
#include "core/quantity/length.h"
#include "core/quantity/needle.h"
#include "core/quantity/printing.h"

#include <functional>
#include <initializer_list>
#include <string>
#include <variant>
#include <vector>

namespace vestimen {

/// A number shown with so many decimals at most, and a unit that may be empty ("%", "g", "h").
struct Figure {
    double value = 0.0;
    int decimals = 1;
    const char* unit = "";
};

/// Words within a sentence that are the same for everybody, a literal: translated on their own.
struct Words {
    const char* text = "";
    explicit constexpr Words(const char* literal) : text(literal) {}
};

using Operand = std::variant<int, Length, Needle, Side, Stitches, Rows, Figure, Words, std::string>;

/// A text with places {0}, {1} … and their operands. The text is a literal and lives for ever.
struct Phrase {
    const char* text = "";
    std::vector<Operand> operands;
};

/// Puts another language's text in place of the English one; the identity by default.
using Translation = std::function<std::string(const char*)>;

std::string render(const Operand& operand, ReadingUnit unit = ReadingUnit::millimetres,
                   const Translation& translation = {});
std::string render(const Phrase& phrase, ReadingUnit unit = ReadingUnit::millimetres,
                   const Translation& translation = {});

} // namespace vestimen
