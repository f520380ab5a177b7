// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/needle.h"

#include <charconv>

namespace vestimen {

std::optional<Needle> Needle::parse(std::string_view text) {
    Bed bed = Bed::main;
    if (text.starts_with("b:")) {
        bed = Bed::second;
        text.remove_prefix(2);
    }
    if (text.size() < 2 || (text[0] != 'L' && text[0] != 'R') || text[1] < '0' || text[1] > '9')
        return std::nullopt;
    int number = 0;
    const auto [end, error] = std::from_chars(text.data() + 1, text.data() + text.size(), number);
    if (error != std::errc() || end != text.data() + text.size() || number < 1 || number > 1000)
        return std::nullopt;
    return named(text[0] == 'L' ? Side::left : Side::right, number, bed);
}

std::string Needle::name() const {
    return (bed_ == Bed::second ? "b:" : "") + std::string(slot_ < 0 ? "L" : "R") + std::to_string(number());
}

} // namespace vestimen
