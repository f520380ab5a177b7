// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/two_bed_program.h"

#include <algorithm>

namespace vestimen {
namespace {

Needle on(Bed bed, Needle needle) {
    return Needle::atSlot(needle.slot(), bed);
}

template<class Each> void forStitches(NeedleSpan span, const TwoBedArrangement& stitches, Bed bed, Each each) {
    for (int place = 0; place < span.size(); ++place)
        if (stitches.has(place, span.size(), bed))
            each(span.first.shifted(place));
}

} // namespace

void castOnTwoBeds(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches) {
    if (stitches.everyNeedle) {
        writer.castOn(span, 1, writer.work(), CastOnMethod::zigzag);
        writer.castOn({on(Bed::second, span.first), on(Bed::second, span.last.shifted(-1))}, 1, writer.work(),
                      CastOnMethod::zigzag);
        return;
    }
    for (int first = 0; first < std::min(stitches.repeat(), span.size()); ++first) {
        const Bed bed = stitches.has(first, span.size(), Bed::main) ? Bed::main : Bed::second;
        writer.castOn({on(bed, span.first.shifted(first)), on(bed, span.last)}, stitches.repeat(), writer.work(),
                      CastOnMethod::zigzag);
    }
}

void toBothBeds(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches) {
    if (stitches.everyNeedle) {
        // Its second stitches are new ones, from the bars between those of the main bed.
        writer.say("fill_from_bars", "Hang the bar between every two stitches on the second bed’s needle there.");
        operation::Hang hang;
        hang.from({.kind = HangSource::Kind::bar});
        forStitches(span, stitches, Bed::second, [&](Needle needle) { hang.put(on(Bed::second, needle), needle); });
        writer.add(std::move(hang));
        return;
    }
    writer.say("transfer", stitches.repeat() == 2 ? "Every second stitch goes over to the second bed."
                           : stitches.back == 1   ? "Every third stitch goes over to the second bed."
                                                  : "Two stitches of four go over to the second bed.");
    operation::Transfer over;
    forStitches(span, stitches, Bed::second,
                [&](Needle needle) { over.moves.emplace_back(needle, on(Bed::second, needle)); });
    writer.add(std::move(over));
}

void knitRounds(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches, int rounds, StitchSize size,
                int secondLooser) {
    for (int round = 0; round < rounds; ++round) {
        writer.knit({.yarn = writer.work(), .size = size, .beds = operation::Beds::main}, stitches.on(Bed::main, span));
        writer.knit({.yarn = writer.work(), .size = writer.looser(size, secondLooser), .beds = operation::Beds::second},
                    stitches.on(Bed::second, span));
    }
}

std::vector<int> rackedTo(int turns, int over) {
    std::vector<int> all;
    int at = 0;
    int step = 1;
    for (int left = turns; left > 0; --left) {
        // One more to the right takes one more to come back.
        if (step > 0 && (at == over || at + 1 > left - 1))
            step = -1;
        else if (step < 0 && at == 0)
            step = left >= 2 ? 1 : 0;
        if (at == 0 && step < 0)
            step = 0;
        at += step;
        all.push_back(at);
    }
    return all;
}

void knitRib(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches, Rows rows,
             const WeltMaking& making, StitchSize size) {
    const auto knit = [&](Rows now) {
        operation::Knit both{.rows = now, .yarn = writer.work(), .size = size};
        if (making.secondLooser != 0)
            both.secondSize = writer.looser(size, making.secondLooser);
        writer.knit(both, stitches.stitches(span));
    };
    if (making.racked == 0)
        return knit(rows);
    const Rows each(making.racked);
    int racked = 0;
    for (const int to : rackedTo(rows.count() / making.racked, making.rackedOver)) {
        knit(each);
        rows -= each;
        if (to != racked)
            writer.add(operation::Rack{to});
        racked = to;
    }
    knit(rows);
}

void toTheMainBed(ProgramWriter& writer, NeedleSpan span, const TwoBedArrangement& stitches, int rounds,
                  StitchSize size, int secondLooser) {
    if (rounds > 0)
        writer.say("linking_rounds", "A round on each bed by itself closes the fabric before it goes on one bed.");
    knitRounds(writer, span, stitches, rounds, size, secondLooser);
    writer.say("transfer", stitches.everyNeedle
                               ? "Move every stitch of the second bed to the needle left of it, with the stitch there."
                               : "Move every stitch of the second bed to the empty needle across from it.");
    operation::Transfer transfer;
    forStitches(span, stitches, Bed::second,
                [&](Needle needle) { transfer.moves.emplace_back(on(Bed::second, needle), needle); });
    writer.add(std::move(transfer));
}

} // namespace vestimen
