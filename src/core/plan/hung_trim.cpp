// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/hung_trim.h"

#include <algorithm>

namespace vestimen {

namespace {

/// From the needles that it hangs on to its edge.
void addDownward(Knitting& knitting, const HungTrim& trim) {
    WeltCounts welt{.kind = trim.kind, .yarn = trim.yarn, .making = {.bindOff = trim.bindOff}};
    const bool isPlain = traits(trim.kind).layers == 0;
    if (!isPlain) {
        welt.knitted = trim.rows;
        welt.visible = seenOf(trim.kind, trim.rows);
    }
    if (isPlain && trim.tipRows > Rows(0))
        knitting.surface.push_back(
            {.from = std::max(Rows(0), trim.rows - trim.tipRows), .to = trim.rows, .yarn = trim.tipYarn});
    // A row of all that was hung, before stitches are moved.
    const Rows rows = isPlain ? trim.rows : Rows(1);
    knitting.at(rows, act::EndWelt{welt});
    knitting.name(rows, "end_left", "end_right");
    knitting.at(rows, act::Say{"tug", trim.tug});
}

} // namespace

Rows seenOf(WeltKind kind, Rows rows) {
    return traits(kind).layers == 2 ? rows / 2 : rows;
}

Knitting hungTrim(HungTrim trim) {
    constexpr int own = -1;
    const Rows half = trim.rows / 2;
    Knitting knitting;
    knitting.work = trim.yarn;
    knitting.gauge = trim.gauge;
    knitting.stitches = trim.stitches;
    knitting.begin = std::move(trim.begun);
    const auto holes = [&](Rows from) {
        // Folded, they lie on each other.
        const Rows beside = half - trim.slitRows;
        const Rows row = from + (from == Rows(0) || !isSlit(trim.hole) ? beside / 2 : beside - beside / 2);
        if (trim.holes.empty())
            return;
        switch (trim.hole) {
        case HoleKind::eyelet:
            knitting.at(row, act::Say{"buttonholes", "Buttonholes: each of these stitches goes onto its neighbour."});
            return knitting.at(row, act::Holes{trim.holes});
        case HoleKind::boundOff:
            knitting.at(row, act::Say{"buttonholes", "Buttonholes: bind off by hand, and wind loops onto the bare "
                                                     "needles with a length of the yarn."});
            for (const NeedleSpan& each : trim.holes) {
                knitting.at(row, act::BindOffWithin{each, trim.holesFrom});
                knitting.at(row, act::CastOnOver{each, "buttonholes"});
            }
            return;
        case HoleKind::slit:
        case HoleKind::bridgedSlit:
            break;
        case HoleKind::none:
            return;
        }
        knitting.at(row, act::Say{"buttonholes", "Buttonholes: what lies between two slits is knitted alone, one after "
                                                 "the other."});
        act::Slits slits{{}, trim.slitRows, trim.hole == HoleKind::bridgedSlit};
        for (const NeedleSpan& each : trim.holes)
            slits.before.push_back(each.first);
        std::ranges::sort(slits.before);
        knitting.at(row, std::move(slits));
    };
    const auto buttons = [&] {
        if (trim.buttons.empty())
            return;
        knitting.at(half / 2, act::Say{"buttons", "Here the buttons are sewn on: mark each with a scrap of yarn."});
        knitting.at(half / 2, act::MarkStitches{trim.buttons, trim.buttonsAs});
    };
    knitting.at(Rows(0), act::Section{trim.section});
    knitting.at(Rows(0), act::Say{"needles_forward", "Push the needles right out for the first row, so that every loop "
                                                     "knits off."});
    if (!traits(trim.kind).closedByARow) {
        addDownward(knitting, trim);
        return knitting;
    }
    // The closing row by the trim's own size.
    knitting.surface = {{.from = Rows(0), .to = trim.rows, .looser = own},
                        {.from = half - Rows(1), .to = half, .looser = own + 2, .alone = true},
                        {.from = trim.rows,
                         .to = trim.rows + Rows(1),
                         .looser = own + looserBefore(trim.bindOff, 2) - 1,
                         .alone = true}};
    holes(Rows(0));
    buttons();
    knitting.at(half - Rows(1), act::Say{"fold_row", "The next row is the fold: looser."});
    knitting.name(half, "end_left", "end_right", {}, half);
    holes(half);
    knitting.at(trim.rows, act::Say{"hang_welt", trim.again});
    knitting.at(trim.rows, act::HangFirstRow{trim.onItsEdge});
    knitting.at(trim.rows, act::Section{"bind off"});
    knitting.at(trim.rows,
                act::Say{"two_layers", "Push the needles right out, or knit this row by hand: two layers are hard on "
                                       "the carriage."});
    knitting.at(trim.rows + Rows(1), act::BindOff{.method = trim.bindOff});
    knitting.at(trim.rows + Rows(1), act::Say{"tug", trim.tug});
    return knitting;
}

} // namespace vestimen
