// SPDX-License-Identifier: GPL-3.0-or-later
// What a person or a script types, read with its unit. Decimal points and commas are both understood; the result
// never depends on the locale. A text that cannot be read comes back as a sentence that says what would be right.
#pragma once

#include "core/quantity/gauge.h"
#include "core/quantity/length.h"
#include "core/quantity/printing.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace vestimen {

/// A value, or why there is none.
template<class Value> struct Parsed {
    std::optional<Value> value;
    std::string problem;

    explicit operator bool() const { return value.has_value(); }
    const Value& operator*() const { return *value; }
};

/// The unit that a bare number stands for; `none` refuses bare numbers.
enum class LengthUnit { none, millimetre, centimetre, inch };

/// The unit that bare numbers are in where lengths are read in a unit: that one.
LengthUnit bareUnit(ReadingUnit unit);

/// "12", "12.5", "12,5", "1/2" or "20 1/2". Finite; the sign is kept.
Parsed<double> parseNumber(std::string_view text);
/// "520mm", "52 cm", "0.52m", "20.5in", "20 1/2 in", "20 1/2\"".
Parsed<Length> parseLength(std::string_view text, LengthUnit bare = LengthUnit::none);
/// A length as it was typed, with the unit that it was meant in: "98" becomes "98 cm". Spaces are put in order.
std::string withUnit(std::string_view text, LengthUnit bare);
/// "28.1/10cm", "2.81/cm", "7/in", "28/4in"; above 0.
Parsed<Gauge> parseGauge(std::string_view text);
/// Whether a text with one comma could be one number with a decimal comma or a list of two: a sentence with the way to
/// write either; empty where it is clear. A list is clear by a space after its comma, by units or decimal points of its
/// own, or by more than two parts.
std::string ambiguousList(std::string_view text);
/// Several lengths with commas between; each keeps its unit, and one without takes the unit that follows next.
Parsed<std::vector<Length>> parseLengths(std::string_view text);
Parsed<std::vector<double>> parseNumbers(std::string_view text);

} // namespace vestimen
