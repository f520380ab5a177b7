// SPDX-License-Identifier: GPL-3.0-or-later
// Quantities as text, the same on every locale.
#pragma once

#include "core/quantity/length.h"

#include <string>

namespace vestimen {

/// The unit that a person reads lengths in.
enum class ReadingUnit { millimetres, centimetres, inches };

/// "12.5": at most so many decimals, without zeros at the end, never "-0".
std::string number(double value, int decimals);
/// "142.2 mm", "54.0 cm", "21.3 in": one decimal for mm and cm, inches to the quarter ("21¼ in").
std::string text(Length length, ReadingUnit unit = ReadingUnit::millimetres);
/// A length as its field shows it: the way it was typed (parsing.h, withUnit) while its unit is of the system that is
/// read, metric or inches; else turned into that unit. Nothing typed: turned.
std::string asTyped(Length length, const std::string& typed, ReadingUnit unit);

} // namespace vestimen
