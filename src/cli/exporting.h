// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

namespace vestimen {

/// Writes one file for each piece and format of a project into a folder. Nothing is written where a file is there
/// already, unless `replace`; never over the project itself. Returns the exit code. Throws UsageError, FileError.
int exportPieces(const std::string& file, const std::string& folder, const std::vector<std::string>& formats,
                 bool replace);

} // namespace vestimen
