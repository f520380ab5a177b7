// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QString;

namespace vestimen::app {

class MainWindow;

/// Goes through the views of the demo and writes a picture of each, 1280 × 800. Returns the exit code.
int takeShots(MainWindow& window, const QString& folder);

} // namespace vestimen::app
