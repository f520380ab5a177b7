// SPDX-License-Identifier: GPL-3.0-or-later
// Sample projects, all made up: a harbour's small crew and their winter things.
#pragma once

#include "core/work.h"

#include <QByteArray>

#include <string>

namespace vestimen::test {

/// Odile's pullover as the demo has it.
Project odilesPullover();
/// Piet's: mid-gauge, mock rib.
Project pietsPullover();
/// Ilke's: set-in sleeves, V neck, mock rib.
Project ilkesPullover();

/// Project and swatch both on that machine.
void putOn(Project& project, const Machine& machine);
bool hasFinding(const std::vector<Finding>& findings, const std::string& code);
/// All codes and texts, for a failing test's message.
QByteArray listed(const std::vector<Finding>& findings);
std::string readFile(const std::string& path);

} // namespace vestimen::test
