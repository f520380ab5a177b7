// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"
#include "cli/command_line.h"

int main(int argc, char** argv) {
    if (argc > 1 && vestimen::isSubcommand(argv[1]))
        return vestimen::runSubcommand(argc, argv);
    return vestimen::app::runApplication(argc, argv);
}
