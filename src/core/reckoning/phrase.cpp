// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/reckoning/phrase.h"

#include <fmt/args.h>
#include <fmt/format.h>

namespace vestimen {
namespace {

struct OperandText {
    ReadingUnit unit;
    const Translation& translation;
    std::string operator()(int value) const { return std::to_string(value); }
    std::string operator()(Length length) const { return text(length, unit); }
    std::string operator()(Needle needle) const { return needle.name(); }
    std::string operator()(Side side) const { return side == Side::left ? "left" : "right"; }
    std::string operator()(Stitches stitches) const { return std::to_string(stitches.count()); }
    std::string operator()(Rows rows) const { return std::to_string(rows.count()); }
    std::string operator()(const Figure& figure) const {
        const std::string digits = number(figure.value, figure.decimals);
        return *figure.unit == '\0' ? digits : digits + " " + figure.unit;
    }
    std::string operator()(Words words) const { return translation ? translation(words.text) : words.text; }
    std::string operator()(const std::string& words) const { return words; }
};

} // namespace

std::string render(const Operand& operand, ReadingUnit unit, const Translation& translation) {
    return std::visit(OperandText{unit, translation}, operand);
}

std::string render(const Phrase& phrase, ReadingUnit unit, const Translation& translation) {
    fmt::dynamic_format_arg_store<fmt::format_context> places;
    for (const Operand& operand : phrase.operands)
        places.push_back(render(operand, unit, translation));
    return fmt::vformat(translation ? translation(phrase.text) : std::string(phrase.text), places);
}

} // namespace vestimen
