// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace vestimen::app {

/// Where the demo's workroom is kept between two runs, so that knitting goes on where it was left.
QString demoFolder();
/// Makes the demo workroom in a folder unless it is there already; `fresh` puts a new one in its place. Returns the
/// file.
QString makeDemoWorkroom(const QString& folder, bool fresh);

} // namespace vestimen::app
