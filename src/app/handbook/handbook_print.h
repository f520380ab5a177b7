// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/handbook.h"

class QTextDocument;

namespace vestimen::app {

/// Sets a page to read, with its title, in the colours of the theme. Where its text has ![words](card:KEY), there is
/// the bed of that card before its last step.
void setPage(QTextDocument& document, const HandbookPage& page, const Handbook& book);

/// A page on A4; of a card each step with the bed before it, and how right looks. Written aside, then renamed. Returns
/// a sentence about what went wrong, or nothing.
QString printPage(const QString& file, const HandbookPage& page, const Handbook& book);

} // namespace vestimen::app
