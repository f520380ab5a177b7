// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/edge_program.h"

#include "core/knitting/winding_tail.h"
#include "core/shaping/tail.h"

#include <ranges>

namespace vestimen {
namespace {

/// A hand's breadth to hold on to.
constexpr Length toHold = Length::millimetres(150);

} // namespace

void bindOffAll(ProgramWriter& writer, NeedleSpan span, Stitches working, BindOffMethod method, const std::string& as,
                Rows wasteRows) {
    Length sewnWith;
    if (isSewn(method))
        sewnWith = wholeCentimetres(writer.width(working) * traits(method).tail + toHold);
    if (method != BindOffMethod::woundOnWaste)
        return writer.add(operation::BindOff{.method = method, .all = true, .as = as, .sewnWith = sewnWith});
    writer.add(operation::BreakYarn{writer.work(), writer.leave(sewnWith, windingTail)});
    writer.offOnWaste(wasteRows, working, std::nullopt, {{as.empty() ? "edge" : as, span}});
    // What is left to do when the waste yarn is knitted, which is the first step.
    for (const HandStep& step : traits(method).steps | std::views::drop(1))
        if (*step.text != '\0')
            writer.say("waste_above", step.text);
}

} // namespace vestimen
