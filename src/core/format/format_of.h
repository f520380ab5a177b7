// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace vestimen {

/// Which format a JSON text says that it is of, "vestimen-project" for one; empty where it says none, or is no JSON.
std::string formatOf(const std::string& text);

} // namespace vestimen
