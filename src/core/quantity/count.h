// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <compare>

namespace vestimen {

/// A whole number of one kind of thing. Stitches and rows are different types, so that they cannot be mixed up.
template<class Kind> class Count {
public:
    constexpr Count() = default;
    explicit constexpr Count(int value) : value_(value) {}

    constexpr int count() const { return value_; }
    constexpr bool isEven() const { return value_ % 2 == 0; }

    constexpr auto operator<=>(const Count&) const = default;
    constexpr Count operator-() const { return Count(-value_); }
    constexpr Count& operator+=(Count other) {
        value_ += other.value_;
        return *this;
    }
    constexpr Count& operator-=(Count other) {
        value_ -= other.value_;
        return *this;
    }
    friend constexpr Count operator+(Count a, Count b) { return Count(a.value_ + b.value_); }
    friend constexpr Count operator-(Count a, Count b) { return Count(a.value_ - b.value_); }
    friend constexpr Count operator*(Count a, int factor) { return Count(a.value_ * factor); }
    friend constexpr Count operator*(int factor, Count a) { return a * factor; }
    friend constexpr Count operator/(Count a, int divisor) { return Count(a.value_ / divisor); }

private:
    int value_ = 0;
};

using Stitches = Count<struct StitchKind>;
using Rows = Count<struct RowKind>;

} // namespace vestimen
