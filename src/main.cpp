// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"
#include "cli/command_line.h"

#include <csignal>

int main(int argc, char** argv) {
    // A limit on the size of files is told where something is written, as a full disk is.
    std::signal(SIGXFSZ, SIG_IGN);
    // A word is a subcommand, or a mistyped one: no window is opened by mistake.
    if (argc > 1 && argv[1][0] != '-')
        return vestimen::runSubcommand(argc, argv);
    return vestimen::app::runApplication(argc, argv);
}
