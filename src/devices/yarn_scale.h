// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "devices/device_line.h"
#include "devices/scale_line.h"

namespace vestimen {

/// A yarn scale on a serial line.
class YarnScale : public DeviceLine {
    Q_OBJECT

public:
    using DeviceLine::DeviceLine;

    /// The last weight of the line as it is; nothing while it is lost.
    std::optional<ScaleReading> reading() const { return reading_; }

signals:
    void weighed(const vestimen::ScaleReading& reading);

protected:
    bool take(std::string_view line) override;
    void taken() override;
    void forget(bool otherPort) override;

private:
    std::optional<ScaleReading> reading_;
};

} // namespace vestimen
