// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/session.h"

namespace vestimen::app {

/// One page for each piece, drawn smaller; or as large as it is, over as many pages as it takes, to be laid edge to
/// edge.
enum class BlockingScale { onePage, fullSize };

/// The finished pieces with their measures, a pin at every place that has one, and how each is treated, as PDF on A4.
/// False when the file cannot be written.
bool printBlocking(const QString& file, const Worked& worked, const Project& project, BlockingScale scale);

} // namespace vestimen::app
