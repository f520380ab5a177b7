// SPDX-License-Identifier: GPL-3.0-or-later
#include "devices/yarn_scale.h"

namespace vestimen {

bool YarnScale::take(std::string_view line) {
    const auto reading = parseScaleLine(line);
    if (reading)
        reading_ = reading;
    return reading.has_value();
}

void YarnScale::taken() {
    emit weighed(*reading_);
}

void YarnScale::forget(bool) {
    reading_.reset(); // an old weight is no weight
}

} // namespace vestimen
