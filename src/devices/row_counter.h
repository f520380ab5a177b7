// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "devices/counter_line.h"
#include "devices/device_line.h"

namespace vestimen {

/// A row counter on a serial line.
class RowCounter : public DeviceLine {
    Q_OBJECT

public:
    using DeviceLine::DeviceLine;

signals:
    void heard(const vestimen::CounterReading& reading);
    /// Another counter may count otherwise. One that was only lost goes on where it is.
    void changed();

protected:
    bool take(std::string_view line) override;
    void forget(bool otherPort) override;
};

} // namespace vestimen
