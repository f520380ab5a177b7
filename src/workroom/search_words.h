// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "workroom/workroom.h"

namespace vestimen {

/// What an item can be found by besides its name: yarn, fibre, lot, colour, machine, fabric, stitch size, verdict,
/// notes. Empty for a body that cannot be read.
QString searchWords(Shelf shelf, const std::string& body);
QString searchWords(const Machine& machine);
QString searchWords(const Yarn& yarn);
QString searchWords(const Swatch& swatch);
QString searchWords(const Wearer& wearer);

} // namespace vestimen
