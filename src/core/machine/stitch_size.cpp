// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/machine/stitch_size.h"

#include "core/quantity/parsing.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

namespace vestimen {

StitchSize StitchSizeScale::looser(StitchSize size, int wholeNumbers) const {
    return {std::clamp(size.steps + wholeNumbers * parts, lowest * parts, highest * parts)};
}

StitchSize StitchSizeScale::half(StitchSize size) const {
    return {std::clamp(size.steps / 2, lowest * parts, highest * parts)};
}

std::string StitchSizeScale::text(StitchSize size) const {
    if (kind == Kind::plates)
        return fmt::format("plate {}", size.steps);
    const int whole = size.steps / parts;
    const auto part = static_cast<std::size_t>(size.steps % parts);
    if (part == 0)
        return std::to_string(whole);
    if (parts == 2)
        return fmt::format("{}½", whole);
    if (parts == 3)
        return fmt::format("{}{}", whole, std::array{"", "⅓", "⅔"}[part]);
    return fmt::format("{}.{}", whole, part);
}

std::optional<StitchSize> StitchSizeScale::parse(std::string_view text) const {
    std::string plain(text);
    for (const auto& [sign, words] : {std::pair{"⅓", " 1/3"}, {"⅔", " 2/3"}, {"½", " 1/2"}, {"plate ", ""}})
        if (const auto at = plain.find(sign); at != std::string::npos)
            plain.replace(at, std::string_view(sign).size(), words);
    const auto value = parseNumber(plain);
    if (!value)
        return std::nullopt;
    const double steps = *value * parts;
    const long nearest = std::lround(steps);
    // "6.3" on a dial with thirds means the nearest third.
    if (std::abs(steps - static_cast<double>(nearest)) > 0.15 || nearest < static_cast<long>(lowest) * parts ||
        nearest > static_cast<long>(highest) * parts)
        return std::nullopt;
    return StitchSize{static_cast<int>(nearest)};
}

} // namespace vestimen
