// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace vestimen {

/// A field of a CSV line in quotes, quotes within doubled (RFC 4180). Line breaks become spaces, since few programs
/// read them; what a spreadsheet would run as a formula gets an apostrophe before it.
std::string csvText(const std::string& text);
/// The text that such a field was made from, its line breaks apart.
std::string fromCsvText(const std::string& field);

} // namespace vestimen
