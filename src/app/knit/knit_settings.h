// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/knit/announcer.h"

namespace vestimen::app {

/// How the machine screen behaves; kept in the workroom.
struct KnitSettings {
    Confirm confirm = Confirm::always;
    QString counterPort;
    int doubleWithin = 400;  ///< ms
    int leastBetween = 120;  ///< ms
    int restAfter = 40 * 60; ///< seconds at the machine without a pause; 0 for never
    SoundSettings sound;
    WornSide shown = WornSide::purl; ///< of the fabric under the bed

    static KnitSettings read(const Workroom& workroom);
    void write(Workroom& workroom) const;
};

} // namespace vestimen::app
