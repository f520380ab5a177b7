// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <compare>

namespace vestimen {

/// A length. Held in millimetres; made and read only with the unit named.
class Length {
public:
    constexpr Length() = default;
    static constexpr Length millimetres(double value) { return Length(value); }
    static constexpr Length centimetres(double value) { return Length(value * 10.0); }
    static constexpr Length inches(double value) { return Length(value * 25.4); }

    constexpr double mm() const { return millimetres_; }
    constexpr double cm() const { return millimetres_ / 10.0; }
    constexpr double inches() const { return millimetres_ / 25.4; }

    constexpr auto operator<=>(const Length&) const = default;
    constexpr Length operator-() const { return Length(-millimetres_); }
    constexpr Length& operator+=(Length other) {
        millimetres_ += other.millimetres_;
        return *this;
    }
    friend constexpr Length operator+(Length a, Length b) { return Length(a.millimetres_ + b.millimetres_); }
    friend constexpr Length operator-(Length a, Length b) { return Length(a.millimetres_ - b.millimetres_); }
    friend constexpr Length operator*(Length a, double factor) { return Length(a.millimetres_ * factor); }
    friend constexpr Length operator*(double factor, Length a) { return a * factor; }
    friend constexpr Length operator/(Length a, double divisor) { return Length(a.millimetres_ / divisor); }
    friend constexpr double operator/(Length a, Length b) { return a.millimetres_ / b.millimetres_; }

private:
    explicit constexpr Length(double value) : millimetres_(value) {}
    double millimetres_ = 0.0;
};

constexpr Length abs(Length length) {
    return length < Length() ? -length : length;
}

} // namespace vestimen
