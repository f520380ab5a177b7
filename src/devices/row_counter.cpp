// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/row_counter.h"

namespace vestimen {

bool RowCounter::take(std::string_view line) {
    const auto reading = parseCounterLine(line);
    if (reading)
        emit heard(*reading);
    return reading.has_value();
}

void RowCounter::forget(bool otherPort) {
    if (otherPort)
        emit changed();
}

} // namespace vestimen
