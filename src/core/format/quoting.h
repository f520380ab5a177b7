// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace vestimen {

/// A field of a CSV line in quotes, quotes within doubled (RFC 4180).
std::string csvText(const std::string& text);
/// Text fit for an XML element or attribute.
std::string xmlText(const std::string& text);

} // namespace vestimen
