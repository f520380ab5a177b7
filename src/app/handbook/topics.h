// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace vestimen::app {

/// The handbook's page about what a field is for, by its place in files: "body_welt/kind", "pocket/depth_mm". Empty
/// where no page is about it alone.
QString pageAbout(const QString& subject);

} // namespace vestimen::app
