// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <compare>
#include <optional>
#include <string>
#include <string_view>

namespace vestimen {

/// A carriage setting, counted in the smallest steps of its machine's scale: 6 1/3 on a dial with thirds is 19 steps.
struct StitchSize {
    int steps = 0;
    auto operator<=>(const StitchSize&) const = default;
};

/// The scale that a machine's stitch sizes are read from: a dial with whole numbers and parts, or a set of plates.
struct StitchSizeScale {
    enum class Kind { dial, plates };
    Kind kind = Kind::dial;
    int parts = 3; ///< steps from one whole number to the next: 1, 2, 3 or 10; plates have 1
    int lowest = 0;
    int highest = 10;

    /// So many whole numbers (or plates) looser, tighter when negative; stops at the ends of the scale.
    StitchSize looser(StitchSize size, int wholeNumbers) const;
    /// Half of it, on the scale's own steps: the lower of two that are as near.
    StitchSize half(StitchSize size) const;
    /// "6 1/3" as "6⅓", "6½", "6.3"; plates as "plate 2".
    std::string text(StitchSize size) const;
    /// "6 1/3", "6⅓", "6.3" or "2"; nothing where the scale has no such size.
    std::optional<StitchSize> parse(std::string_view text) const;
    bool operator==(const StitchSizeScale&) const = default;
};

} // namespace vestimen
