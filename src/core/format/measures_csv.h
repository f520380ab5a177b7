// SPDX-License-Identifier: GPL-3.0-or-later
// A wearer's measures as a table: one line a value, earlier ones too. docs/format/measures.md.
#pragma once

#include "core/format/format_error.h"
#include "core/wearer/measure.h"

#include <string>

namespace vestimen {

/// measure,mm,date,state,typed,by — state is measured, garment or borrowed; lines of a measure in order of time.
std::string measuresCsv(const Wearer& wearer);
/// The columns measure and mm must be there, in any order; the others may. FormatError says the line and what would be
/// right. Name and figure are not in the table and are kept from `wearer`.
Wearer measuresFromCsv(const std::string& text, const Wearer& wearer);

} // namespace vestimen
