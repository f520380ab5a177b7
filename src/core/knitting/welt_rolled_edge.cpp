// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

namespace vestimen {
namespace {

int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts&, Rows) {
    beginAtTheEdge(writer, span);
    return 1;
}

WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts&) {
    return {writer.passes(), Stitches(span.size())};
}

} // namespace

const WeltMaker rolledEdge{up, down, false, 0};

} // namespace vestimen
