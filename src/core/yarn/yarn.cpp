// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/yarn/yarn.h"

#include "core/quantity/printing.h"

namespace vestimen {

std::optional<double> metresPer100g(const Thickness& thickness) {
    if (!(thickness.value > 0.0))
        return std::nullopt;
    switch (thickness.kind) {
    case Thickness::Kind::metresPer100g:
        return thickness.value;
    case Thickness::Kind::tex:
        return 100000.0 / thickness.value;
    case Thickness::Kind::metric:
        return 100.0 * thickness.value;
    case Thickness::Kind::wrapsPerInch:
        break;
    }
    return std::nullopt;
}

std::string text(const Thickness& thickness) {
    if (!(thickness.value > 0.0))
        return {};
    const std::string value = number(thickness.value, 1);
    switch (thickness.kind) {
    case Thickness::Kind::metresPer100g:
        return value + " m in 100 g";
    case Thickness::Kind::tex:
        return "tex " + value;
    case Thickness::Kind::metric:
        return "Nm " + value;
    case Thickness::Kind::wrapsPerInch:
        break;
    }
    return value + " wraps in an inch";
}

} // namespace vestimen
