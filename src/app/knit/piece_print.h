// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/bed/virtual_bed.h"

#include <QString>

namespace vestimen::app {

/// A piece as strips of rows on A4, for those who want paper at the machine: a box to tick for every row and every
/// thing done by hand, with the needles before and after where the piece is shaped. False when the file cannot be
/// written.
bool printPiece(const QString& file, const QString& title, const Program& program, const Siblings& siblings);

} // namespace vestimen::app
