// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/work.h"

#include <QStringList>

namespace vestimen::app {

/// What hands have to know for a draft, read off its programs and joins: "short rows", "latching" …
QStringList techniquesOf(const Worked& worked);

} // namespace vestimen::app
