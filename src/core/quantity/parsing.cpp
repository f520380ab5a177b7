// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/parsing.h"

#include <algorithm>
#include <fmt/format.h>

#include <charconv>
#include <cmath>

namespace vestimen {
namespace {

std::string_view trimmed(std::string_view text) {
    const auto first = text.find_first_not_of(" \t\r\n");
    if (first == std::string_view::npos)
        return {};
    return text.substr(first, text.find_last_not_of(" \t\r\n") - first + 1);
}

std::optional<double> plainNumber(std::string_view text) {
    std::string copy(text);
    for (char& c : copy)
        if (c == ',')
            c = '.';
    const char* begin = copy.data();
    const char* end = begin + copy.size();
    if (begin != end && *begin == '+' && copy.size() > 1 && copy[1] != '-')
        ++begin;
    double value = 0.0;
    const auto [stop, error] = std::from_chars(begin, end, value, std::chars_format::fixed);
    if (error != std::errc() || stop != end || !std::isfinite(value))
        return std::nullopt;
    return value;
}

std::optional<double> fraction(std::string_view text) {
    const auto slash = text.find('/');
    if (slash == std::string_view::npos)
        return std::nullopt;
    const auto above = plainNumber(trimmed(text.substr(0, slash)));
    const auto below = plainNumber(trimmed(text.substr(slash + 1)));
    if (!above || !below || *below <= 0.0)
        return std::nullopt;
    return *above / *below;
}

struct NumberAndUnit {
    std::string_view number;
    std::string_view unit;
};

NumberAndUnit splitUnit(std::string_view text) {
    text = trimmed(text);
    auto cut = text.size();
    while (cut > 0 && (std::isalpha(static_cast<unsigned char>(text[cut - 1])) != 0 || text[cut - 1] == '"'))
        --cut;
    return {trimmed(text.substr(0, cut)), text.substr(cut)};
}

std::optional<Length> unitLength(std::string_view unit) {
    if (unit == "mm")
        return Length::millimetres(1.0);
    if (unit == "cm")
        return Length::centimetres(1.0);
    if (unit == "m")
        return Length::centimetres(100.0);
    if (unit == "in" || unit == "\"")
        return Length::inches(1.0);
    return std::nullopt;
}

std::optional<Length> oneOf(LengthUnit unit) {
    switch (unit) {
    case LengthUnit::millimetre:
        return Length::millimetres(1.0);
    case LengthUnit::centimetre:
        return Length::centimetres(1.0);
    case LengthUnit::inch:
        return Length::inches(1.0);
    case LengthUnit::none:
        break;
    }
    return std::nullopt;
}

std::vector<std::string_view> splitAtCommas(std::string_view text) {
    std::vector<std::string_view> parts;
    while (true) {
        const auto comma = text.find(',');
        parts.push_back(trimmed(text.substr(0, comma)));
        if (comma == std::string_view::npos)
            return parts;
        text.remove_prefix(comma + 1);
    }
}

} // namespace

LengthUnit bareUnit(ReadingUnit unit) {
    switch (unit) {
    case ReadingUnit::millimetres:
        return LengthUnit::millimetre;
    case ReadingUnit::centimetres:
        return LengthUnit::centimetre;
    case ReadingUnit::inches:
        break;
    }
    return LengthUnit::inch;
}

Parsed<double> parseNumber(std::string_view text) {
    text = trimmed(text);
    const auto space = text.rfind(' ');
    std::optional<double> value;
    if (text.find('/') != std::string_view::npos && space != std::string_view::npos &&
        text.substr(0, space).find('/') == std::string_view::npos) {
        const auto whole = plainNumber(trimmed(text.substr(0, space)));
        const auto part = fraction(text.substr(space + 1));
        if (whole && part && *part >= 0.0)
            value = std::signbit(*whole) ? *whole - *part : *whole + *part;
    } else {
        value = plainNumber(text);
        if (!value)
            value = fraction(text);
    }
    if (!value)
        return {std::nullopt, fmt::format("\"{}\" is not a number; write it like 12, 12.5 or 20 1/2", text)};
    return {value, {}};
}

Parsed<Length> parseLength(std::string_view text, LengthUnit bare) {
    const auto [number, unitName] = splitUnit(text);
    const auto unit = unitName.empty() ? oneOf(bare) : unitLength(unitName);
    const auto value = parseNumber(number);
    if (!value || !unit)
        return {std::nullopt, fmt::format("\"{}\" is not a length; write a number and mm, cm, m or in, like 52cm "
                                          "or 20 1/2in",
                                          trimmed(text))};
    return {*unit * *value, {}};
}

std::string withUnit(std::string_view text, LengthUnit bare) {
    const auto [number, unitName] = splitUnit(text);
    std::string unit(unitName);
    if (unit.empty())
        unit = bare == LengthUnit::inch ? "in" : bare == LengthUnit::centimetre ? "cm" : "mm";
    return std::string(trimmed(number)) + " " + (unit == "\"" ? "in" : unit);
}

Parsed<Gauge> parseGauge(std::string_view text) {
    const auto wrong = [&] {
        return Parsed<Gauge>{std::nullopt, fmt::format("\"{}\" is not a gauge; write a number above 0 and the length "
                                                       "it lies in, like 28.1/10cm or 7/in",
                                                       trimmed(text))};
    };
    const auto slash = text.rfind('/');
    if (slash == std::string_view::npos)
        return wrong();
    const auto count = parseNumber(text.substr(0, slash));
    auto [number, unitName] = splitUnit(text.substr(slash + 1));
    const auto unit = unitLength(unitName);
    const auto lengths = number.empty() ? Parsed<double>{1.0, {}} : parseNumber(number);
    if (!count || !unit || !lengths || *count <= 0.0 || *lengths <= 0.0)
        return wrong();
    return {Gauge::perLength(*count, *unit * *lengths), {}};
}

namespace {

/// "142,5mm,141,5mm": whole numbers and short ones by turns, with units behind the short ones alone, if at all.
bool isByTurns(std::string_view text) {
    const auto parts = splitAtCommas(text);
    if (parts.size() < 4 || parts.size() % 2 != 0 || text.find(", ") != std::string_view::npos)
        return false;
    const auto isDigit = [](char c) { return c >= '0' && c <= '9'; };
    for (std::size_t i = 0; i < parts.size(); ++i) {
        const auto digits = static_cast<std::size_t>(std::ranges::find_if_not(parts[i], isDigit) - parts[i].begin());
        const bool hasUnit = digits < parts[i].size();
        const bool whole = i % 2 == 0;
        if (whole ? hasUnit || digits < 2 : digits < 1 || digits > 2)
            return false;
        // Without units counts may go down from one to the next: only tens and single figures by turns look like this.
        if (!whole && !hasUnit && digits > 1)
            return false;
    }
    return true;
}

} // namespace

std::string ambiguousList(std::string_view text) {
    const auto comma = text.find(',');
    if (comma == std::string_view::npos || text.find('.') != std::string_view::npos)
        return {};
    if (isByTurns(text))
        return fmt::format("\"{}\" could be numbers with decimal commas: write a point in each, such as 142.5, or a "
                           "space behind every comma of the list",
                           text);
    if (text.find(',', comma + 1) != std::string_view::npos)
        return {};
    const std::string_view before = text.substr(0, comma);
    const std::string_view after = text.substr(comma + 1);
    const auto isDigit = [](char c) { return c >= '0' && c <= '9'; };
    const auto digits = static_cast<std::size_t>(std::ranges::find_if_not(after, isDigit) - after.begin());
    if (before.empty() || !std::ranges::all_of(before, isDigit) || digits == 0 || digits > 2)
        return {};
    return fmt::format("\"{0}\" could be one number or two: write {1}.{2} for one, and {1}, {2} with a space for two",
                       text, before, after);
}

Parsed<std::vector<Length>> parseLengths(std::string_view text) {
    if (const std::string problem = ambiguousList(text); !problem.empty())
        return {std::nullopt, problem};
    std::vector<Length> lengths;
    std::string unit;
    const auto parts = splitAtCommas(text);
    lengths.resize(parts.size());
    for (auto i = parts.size(); i-- > 0;) {
        const auto own = splitUnit(parts[i]);
        if (!own.unit.empty())
            unit = own.unit;
        const auto length = parseLength(own.unit.empty() ? std::string(parts[i]) + unit : std::string(parts[i]));
        if (!length)
            return {std::nullopt, length.problem};
        lengths[i] = *length;
    }
    return {lengths, {}};
}

Parsed<std::vector<double>> parseNumbers(std::string_view text) {
    if (const std::string problem = ambiguousList(text); !problem.empty())
        return {std::nullopt, problem};
    std::vector<double> numbers;
    for (const auto part : splitAtCommas(text)) {
        const auto number = parseNumber(part);
        if (!number)
            return {std::nullopt, number.problem};
        numbers.push_back(*number);
    }
    return {numbers, {}};
}

} // namespace vestimen
