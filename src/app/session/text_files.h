// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include <optional>
#include <string>

namespace vestimen::app {

/// A file's text; nothing, with a sentence in `problem`, when it cannot be read.
std::optional<std::string> readText(const QString& file, QString& problem);
/// Writes all of it or nothing. Returns a sentence about what went wrong, or nothing.
QString writeText(const QString& file, const std::string& text);

} // namespace vestimen::app
