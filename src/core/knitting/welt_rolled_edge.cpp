// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/welt_maker.h"

namespace vestimen {
namespace {

int up(ProgramWriter& writer, NeedleSpan span, const WeltCounts& welt, Rows) {
    beginAtTheEdge(writer, span, welt.making.castOn);
    return 1;
}

WeltDown down(ProgramWriter& writer, NeedleSpan span, const WeltCounts&) {
    return {writer.passes(), Stitches(span.size())};
}

} // namespace

const WeltMaker rolledEdge{up, down};

} // namespace vestimen
