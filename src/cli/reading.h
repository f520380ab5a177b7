// SPDX-License-Identifier: GPL-3.0-or-later
// What the subcommands share.
#pragma once

#include "core/format/format_error.h"
#include "core/format/project_json.h"
#include "core/reckoner/reckoner.h"
#include "core/reckoning/reckoning.h"
#include "files/files.h"

#include <fmt/format.h>

#include <string>

namespace vestimen {

/// A file as `parse` reads its text. Throws UsageError with the file's name, FileError.
template<class Parse> auto parsed(const std::string& file, Parse parse) {
    try {
        return parse(readFile(file));
    } catch (const FormatError& error) {
        throw UsageError(fmt::format("{}: {}", file, error.what()));
    }
}

/// Fit for a terminal: what a name from a file could tell it to do is shown as “?”.
std::string printable(const std::string& text);

/// One line on standard output.
void print(const Finding& finding);

} // namespace vestimen
