// SPDX-License-Identifier: GPL-3.0-or-later
// Readings as they are typed and shown.
#include "core/swatch/swatch.h"

#include <cmath>

namespace vestimen {
namespace {

constexpr const char* whatWouldBeRight = "write 142, 14.2cm, 5 1/2in, or a count in a length, like 28.1/10cm";

/// The slash of a count in a length, which is not that of a fraction: it is the last one, and a length with its unit
/// follows it.
std::optional<std::size_t> countSlash(const std::string& text) {
    const auto slash = text.rfind('/');
    if (slash == std::string::npos)
        return std::nullopt;
    std::string rest = text.substr(slash + 1);
    rest.erase(0, rest.find_first_not_of(' '));
    const bool bareUnit = rest == "cm" || rest == "in" || rest == "mm";
    if (bareUnit)
        return slash;
    // "5 1/2in" is a length; "7/4in" as well as "28/4in" could be either: counts are above 2, fractions below 1.
    const auto before = parseNumber(text.substr(0, slash));
    const auto within = parseLength(rest);
    if (!within || !before)
        return std::nullopt;
    const auto whole = parseLength(text);
    if (whole && rest.find("in") != std::string::npos && *before < within.value->inches())
        return std::nullopt;
    return slash;
}

/// No bed has more needles.
constexpr double mostCounted = 2000.0;

} // namespace

Parsed<Reading> parseReading(const std::string& text, LengthUnit bare) {
    if (const auto slash = countSlash(text)) {
        const auto counted = parseNumber(text.substr(0, *slash));
        std::string rest = text.substr(*slash + 1);
        rest.erase(0, rest.find_first_not_of(' '));
        const bool unitAlone = std::isalpha(static_cast<unsigned char>(rest[0])) != 0;
        const auto within = parseLength(unitAlone ? "1" + rest : rest);
        if (!counted || !within || *counted <= 0.0 || *within <= Length())
            return {std::nullopt, "\"" + text + "\" is no reading; " + whatWouldBeRight};
        if (*counted > mostCounted)
            return {std::nullopt, "\"" + text + "\" is more than any bed has needles: count at most 2000"};
        if (std::abs((*within).mm() - 100.0) < 1e-9)
            return {Reading(RuleReading{*counted}), {}};
        return {Reading(CountReading{*counted, *within, withUnit(unitAlone ? "1" + rest : rest, bare)}), {}};
    }
    const auto length = parseLength(text, bare);
    if (!length)
        return {std::nullopt, "\"" + text + "\" is no reading; " + whatWouldBeRight};
    if (*length <= Length() || *length > Length::millimetres(3000))
        return {std::nullopt, "A reading is more than 0 and at most 3 m"};
    return {Reading(TapeReading{*length, withUnit(text, bare)}), {}};
}

std::string text(const Reading& reading, ReadingUnit unit) {
    struct Visitor {
        ReadingUnit unit;
        std::string operator()(const TapeReading& tape) const {
            // Bare numbers are millimetres on a swatch: what a tape says.
            const std::string words = shown(tape.length, tape.typed);
            const bool bare = words.size() > 3 && words.compare(words.size() - 3, 3, " mm") == 0;
            return bare ? words.substr(0, words.size() - 3) : words;
        }
        std::string operator()(const RuleReading& rule) const { return number(rule.perTenCentimetres, 2) + "/10cm"; }
        std::string operator()(const CountReading& count) const {
            return number(count.counted, 2) + "/" + shown(count.within, count.typed);
        }
        /// To the millimetre's tenth or the inch's hundredth: a quarter of an inch is too coarse for a swatch.
        std::string shown(Length length, const std::string& typed) const {
            const std::string words = asTyped(length, typed, unit);
            return unit == ReadingUnit::inches && words != typed ? number(length.inches(), 2) + " in" : words;
        }
    };
    return std::visit(Visitor{unit == ReadingUnit::inches ? unit : ReadingUnit::millimetres}, reading);
}

} // namespace vestimen
