// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace vestimen {

/// Runs every program of a project, or one program with the pieces that it hangs from and that lie beside it, on the
/// virtual bed, and prints what came of it. Returns the exit code: 1 where a finding is an error. Throws UsageError,
/// FileError.
int rehearse(const std::string& file, bool asJson);

} // namespace vestimen
