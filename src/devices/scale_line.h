// SPDX-License-Identifier: GPL-3.0-or-later
// One line of the yarn scale's protocol: docs/devices.md.
#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace vestimen {

struct ScaleReading {
    double grams = 0.0;
    bool steady = false;
    bool operator==(const ScaleReading&) const = default;
};

/// "scale 312.4 g steady" or "scale 312.4 g moving", with or without the line's end. Nothing for anything else.
std::optional<ScaleReading> parseScaleLine(std::string_view line);
/// The line for a reading, with its end.
std::string scaleLine(const ScaleReading& reading);

} // namespace vestimen
