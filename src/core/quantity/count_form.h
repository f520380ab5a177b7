// SPDX-License-Identifier: GPL-3.0-or-later
// Which whole numbers will do (craft 7).
#pragma once

#include <algorithm>
#include <numeric>

namespace vestimen {

enum class Parity { any, even, odd };

/// Those of the form multiple · k + plus, of a parity.
struct CountForm {
    int multiple = 1;
    int plus = 0;
    Parity parity = Parity::any;

    constexpr bool takes(int count) const {
        return (count - plus) % std::max(1, multiple) == 0 &&
               (parity == Parity::any || (count % 2 == 0) == (parity == Parity::even));
    }
    /// The form of what has so many more.
    constexpr CountForm shifted(int more) const {
        if (parity == Parity::any || more % 2 == 0)
            return {multiple, plus + more, parity};
        return {multiple, plus + more, parity == Parity::odd ? Parity::even : Parity::odd};
    }
    /// It comes round again after so many counts.
    constexpr int period() const {
        return parity == Parity::any ? std::max(1, multiple) : std::lcm(std::max(1, multiple), 2);
    }

    bool operator==(const CountForm&) const = default;
};

/// What is of both forms; of no form at all, which takes nothing, where they never meet: its multiple is 0 then.
constexpr CountForm both(const CountForm& a, const CountForm& b) {
    const int period = std::lcm(a.period(), b.period());
    for (int count = 0; count < period; ++count)
        if (a.takes(count) && b.takes(count))
            return {period, count, Parity::any};
    return {0, 0, Parity::any};
}

inline constexpr CountForm anyCount;
inline constexpr CountForm evenCount{.parity = Parity::even};
inline constexpr CountForm oddCount{.parity = Parity::odd};

} // namespace vestimen
