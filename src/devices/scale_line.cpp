// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/scale_line.h"

#include <fmt/format.h>

#include <charconv>

namespace vestimen {
namespace {

constexpr std::string_view begins = "scale ";
constexpr double most = 100000.0;

} // namespace

std::optional<ScaleReading> parseScaleLine(std::string_view line) {
    while (!line.empty() && (line.back() == '\n' || line.back() == '\r'))
        line.remove_suffix(1);
    if (line.substr(0, begins.size()) != begins)
        return std::nullopt;
    line.remove_prefix(begins.size());
    ScaleReading reading;
    const auto [stop, error] =
        std::from_chars(line.data(), line.data() + line.size(), reading.grams, std::chars_format::fixed);
    if (error != std::errc() || !(reading.grams > -most && reading.grams < most))
        return std::nullopt;
    line.remove_prefix(static_cast<std::size_t>(stop - line.data()));
    if (line != " g steady" && line != " g moving")
        return std::nullopt;
    reading.steady = line == " g steady";
    return reading;
}

std::string scaleLine(const ScaleReading& reading) {
    return fmt::format("scale {:.1f} g {}\n", reading.grams, reading.steady ? "steady" : "moving");
}

} // namespace vestimen
