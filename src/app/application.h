// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace vestimen::app {

/// Opens the window; returns the exit code.
int runApplication(int argc, char** argv);

} // namespace vestimen::app
