// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/folded_trim.h"

#include "core/shaping/tail.h"

namespace vestimen {
namespace {

constexpr const char* aroundNeedles = "chain_round_the_needles";

} // namespace

Knitting foldedTrim(FoldedTrim trim) {
    const Rows half = trim.rows / 2;
    Knitting knitting;
    knitting.gauge = trim.gauge;
    knitting.stitches = trim.stitches;
    knitting.begin = std::move(trim.begun);
    knitting.surface = {{Rows(0), trim.rows, {}, -1, false},
                        {half - Rows(1), half, {}, 1, true},
                        {trim.rows, trim.rows + Rows(1), {}, 2, true}};
    const auto holes = [&](Rows from) {
        if (trim.eyelets.empty())
            return;
        knitting.at(from + half / 2,
                    act::Say{"buttonholes", "Buttonholes: each of these stitches goes onto its neighbour."});
        knitting.at(from + half / 2, act::Holes{trim.eyelets});
    };
    knitting.at(Rows(0), act::Section{trim.section});
    holes(Rows(0));
    knitting.at(half - Rows(1), act::Say{"fold_row", "The next row is the fold: looser."});
    knitting.name(half, "end_left", "end_right", {}, half);
    holes(half);
    knitting.at(trim.rows, act::Say{"hang_welt", trim.again});
    knitting.at(trim.rows, act::HangFirstRow{});
    knitting.at(trim.rows, act::Section{"bind off"});
    knitting.at(trim.rows,
                act::Say{"two_layers", "Push the needles right out, or knit this row by hand: two layers are hard on "
                                       "the carriage."});
    act::BindOff off{.method = aroundNeedles};
    if (trim.endsAreSewn) {
        off.tail = tailToLeave(TailFor::mattress, trim.gauge.height(trim.rows + Rows(1)));
        off.tailFor = "the trim’s ends";
    }
    knitting.at(trim.rows + Rows(1), std::move(off));
    return knitting;
}

} // namespace vestimen
