// SPDX-License-Identifier: GPL-3.0-or-later
// Stripes across whole rows, of the yarns of a project (craft 21).
#pragma once

#include "core/ground/ends.h"
#include "core/quantity/count.h"
#include "core/quantity/gauge.h"
#include "core/yarn/yarn.h"

#include <cstdint>
#include <optional>
#include <variant>
#include <vector>

namespace vestimen {

struct Stripe {
    YarnNumber yarn = 0;
    std::variant<Rows, Length> height = Rows(2);
    std::optional<Ends> ends = {}; ///< where it begins; nothing: as the project has it
    bool operator==(const Stripe&) const = default;
};

struct Stripes {
    /// Heights by chance, within bounds; the same ones as long as the seed is.
    struct Mixed {
        Rows least{2};
        Rows most{12};
        std::uint32_t seed = 1;
        bool operator==(const Mixed&) const = default;
    };
    std::vector<Stripe> of; ///< from the lower edge up; none: no stripes
    bool repeated = true;   ///< else the main yarn goes on above them
    bool even = true;       ///< in rows, so that the yarns change at one side
    std::optional<Mixed> mixed = {};
    bool operator==(const Stripes&) const = default;
};

inline constexpr int mostStripes = 200;
/// Of a stripe, and of what is mixed.
inline constexpr Rows mostStripeRows{1000};

/// A stripe as it lies: from a row, counted from 0, to the first that is no more of it.
struct StripeStretch {
    YarnNumber yarn;
    int from;
    int to;
    std::optional<Ends> ends = {};
    bool operator==(const StripeStretch&) const = default;
};

/// Of so many rows: at least one, or two, where they are to be even.
Rows stripeRows(const Stripe& stripe, const Gauge& rows, bool even);
/// What lies between two heights, in rows above the lower edge of a piece; below it stripes go on as they are repeated,
/// or in the first one's yarn. Neighbours of one yarn are one. Without stripes nothing.
std::vector<StripeStretch> stripesBetween(const Stripes& stripes, int from, int to, const Gauge& rows);

} // namespace vestimen
