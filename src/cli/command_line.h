// SPDX-License-Identifier: GPL-3.0-or-later
// The subcommands that need no display: reckon, rehearse, export.
#pragma once

namespace vestimen {

/// Runs what the first word names, or says which words there are, and returns the exit code: 0 an answer, 1 no answer
/// or an error found, 2 bad input.
int runSubcommand(int argc, char** argv);

} // namespace vestimen
