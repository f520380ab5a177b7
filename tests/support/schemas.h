// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace vestimen::test {

/// What a schema of docs/format has against a text; empty when it is content.
std::string complaints(const std::string& schemaFile, const std::string& text);

} // namespace vestimen::test
