// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/quantity/count.h"
#include "core/quantity/length.h"

namespace vestimen {

/// How many stitches, or how many rows, lie in a length. Always positive and finite.
class Gauge {
public:
    static constexpr Gauge perTenCentimetres(double value) { return Gauge(value / 100.0); }
    static constexpr Gauge perLength(double count, Length length) { return Gauge(count / length.mm()); }
    /// From the size of one: a stitch's width or a row's height.
    static constexpr Gauge ofUnit(Length unit) { return Gauge(1.0 / unit.mm()); }

    constexpr double perTenCentimetres() const { return perMillimetre_ * 100.0; }
    /// One stitch's width or one row's height.
    constexpr Length unit() const { return Length::millimetres(1.0 / perMillimetre_); }
    /// How many fit in a length, not rounded.
    constexpr double over(Length length) const { return length.mm() * perMillimetre_; }

    constexpr auto operator<=>(const Gauge&) const = default;

private:
    explicit constexpr Gauge(double perMillimetre) : perMillimetre_(perMillimetre) {}
    double perMillimetre_;
};

/// Both directions of a fabric.
struct FabricGauge {
    Gauge stitches = Gauge::perTenCentimetres(28.0);
    Gauge rows = Gauge::perTenCentimetres(40.0);

    constexpr Length width(Stitches count) const { return stitches.unit() * count.count(); }
    constexpr Length height(Rows count) const { return rows.unit() * count.count(); }
    bool operator==(const FabricGauge&) const = default;
};

} // namespace vestimen
