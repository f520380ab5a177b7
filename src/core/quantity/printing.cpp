// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quantity/printing.h"

#include <fmt/format.h>

#include <array>
#include <cmath>

namespace vestimen {

std::string number(double value, int decimals) {
    std::string digits = fmt::format("{:.{}f}", value, decimals);
    if (digits.find('.') != std::string::npos) {
        digits.erase(digits.find_last_not_of('0') + 1);
        if (digits.back() == '.')
            digits.pop_back();
    }
    return digits == "-0" ? "0" : digits;
}

std::string text(Length length, ReadingUnit unit) {
    switch (unit) {
    case ReadingUnit::millimetres:
        return fmt::format("{:.1f} mm", length.mm());
    case ReadingUnit::centimetres:
        return fmt::format("{:.1f} cm", length.cm());
    case ReadingUnit::inches:
        break;
    }
    static constexpr std::array<const char*, 4> quarters = {"", "¼", "½", "¾"};
    const long all = std::lround(std::abs(length.inches()) * 4.0);
    const auto part = static_cast<std::size_t>(all % 4);
    const std::string whole = all / 4 > 0 || part == 0 ? std::to_string(all / 4) : "";
    return (length < Length() && all > 0 ? "-" : "") + whole + quarters[part] + " in";
}

std::string asTyped(Length length, const std::string& typed, ReadingUnit unit) {
    const bool inInches = typed.size() > 2 && typed.compare(typed.size() - 2, 2, "in") == 0;
    return !typed.empty() && inInches == (unit == ReadingUnit::inches) ? typed : text(length, unit);
}

} // namespace vestimen
