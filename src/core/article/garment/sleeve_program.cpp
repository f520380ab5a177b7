// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/sleeve_program.h"

#include "core/article/garment/shaped_sides.h"
#include "core/knitting/piece_parts.h"
#include "core/knitting/welt.h"
#include "core/shaping/hang.h"
#include "core/shaping/tail.h"

#include <algorithm>

namespace vestimen {
namespace {

/// The needles of the sleeve at its widest.
NeedleSpan sleeveSpan(const GarmentCounts& counts) {
    const NeedleSpan wrist = centred(counts.wrist);
    const int grown = (counts.sleeveTop - counts.wrist).count() / 2;
    return {wrist.first.shifted(-grown), wrist.last.shifted(grown)};
}

/// From the underarm: bound off as the body is, in on both sides along the bell or the raglan, and the flat top bound
/// off, or kept open for the neck trim.
void writeCap(ProgramWriter& writer, const GarmentBrief& project, const GarmentCounts& counts) {
    const int mark = writer.passes();
    const Side first = writer.carriage();
    writer.markSides("underarm");
    const bool raglan = project.choices.body == BodyKind::raglan;
    writer.section(raglan ? "raglan" : "cap");
    // What happens after each row: bound off at the carriage, or moved in on both sides.
    struct Due {
        int bound = 0;
        int moved = 0;
    };
    std::vector<Due> due(static_cast<std::size_t>(counts.capRows.count()) + 1);
    due[0].bound = due[1].bound = counts.underarm.count();
    for (const CurveEvent& each : counts.cap.events()) {
        const auto at = static_cast<std::size_t>(each.row) + 1;
        if (each.boundOff)
            due[at].bound = due[at + 1].bound = each.stitches.count();
        else
            due[at].moved = each.stitches.count();
    }
    Stitches width = counts.sleeveTop;
    int plain = 0;
    for (const Due& now : due) {
        if (now.bound + now.moved > 0) {
            writer.knitPlain(Rows(plain), width, writer.size());
            plain = 0;
        }
        const Side near = writer.carriage();
        if (now.bound > 0) {
            writer.add(operation::BindOff{.side = writer.carriage(), .count = now.bound});
            width -= Stitches(now.bound);
        }
        const Stitches room = std::min(counts.capTop - Stitches(1), roomAtEachSide(width, now.moved, now.moved));
        if (now.moved > 0)
            for (const Side side : {Side::left, Side::right}) {
                writer.add(moveIn(side, now.moved, project.choices.edge(ShapedEdge::cap), room,
                                  now.bound > 0 && side == near));
                width -= Stitches(now.moved);
            }
        ++plain;
    }
    writer.knitPlain(Rows(plain - 1), width, writer.size());
    for (const Side side : {Side::left, Side::right})
        writer.edge(sided(side, "cap_left", "cap_right"), side, mark + (side == first ? 1 : 2), writer.passes());
    if (!raglan) {
        writer.add(operation::BindOff{.method = "loop_through_loop", .all = true});
        return;
    }
    writer.section("off on waste yarn");
    const int inset = (counts.sleeveTop - counts.capTop).count() / 2;
    const NeedleSpan widest = sleeveSpan(counts);
    writer.offOnWaste(project.choices.wasteRows, counts.capTop, yarns::main,
                      {{"top", {widest.first.shifted(inset), widest.last.shifted(-inset)}}});
}

/// Up from the cuff, or from waste yarn where that follows.
void writeUp(ProgramWriter& writer, const GarmentBrief& project, const GarmentCounts& counts) {
    const Garment& choices = project.choices;
    const bool afterwards = choices.weltFollows(choices.cuff);
    int seenFrom = passesWithoutWelt(choices.wasteRows) + 1;
    if (afterwards)
        beginWithoutWelt(writer, centred(counts.wrist), choices.wasteRows);
    else
        seenFrom = writeWelt(writer, centred(counts.wrist), counts.cuff, choices.wasteRows);
    writer.section("sleeve");
    ShapedSides sides(writer, choices.edge(ShapedEdge::sleeve), {Side::left, Side::right}, counts.wrist, counts.wrist);
    sides.follow(counts.sleeve, true);
    writer.edge("seam_left", Side::left, seenFrom, writer.passes());
    writer.edge("seam_right", Side::right, seenFrom, writer.passes());
    if (counts.capRows > Rows(0)) {
        writeCap(writer, project, counts);
    } else {
        writer.section("off on waste yarn");
        // Where it can be hung it is latched off with the armhole, else sewn in loop by loop.
        const bool isHung = counts.sleeveTop.count() <= 2 * counts.armhole.count();
        writer.offOnWaste(choices.wasteRows, sides.width(), yarns::main, {{"top", sleeveSpan(counts)}},
                          writer.leave(tailToLeave(isHung ? TailFor::latch : TailFor::backstitch,
                                                   counts.gauge.width(counts.sleeveTop)),
                                       "the sleeve’s top"));
    }
    if (!afterwards)
        return;
    const int from = writer.passes() + 1;
    const int to = writeWeltAfterwards(writer, centred(counts.wrist), counts.cuff);
    writer.edge("seam_left", Side::right, from, to);
    writer.edge("seam_right", Side::left, from, to);
}

/// What is hung for a sleeve that is knitted down: purl side facing, the left armhole up the front and down the back,
/// the right one the other way; stitches that were bound off at the underarm one by one, rows by ratio.
operation::Hang armholeHung(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
    const Garment& choices = project.choices;
    const bool left = piece == pieces::leftSleeve;
    const Side side = left ? Side::left : Side::right;
    const std::string front = key(frontOf(choices, side));
    const std::string back = key(backOf(choices, side));
    const std::string& up = left ? front : back;
    const std::string& down = left ? back : front;
    const HangSource underarmLeft{up, HangSource::Kind::bound, "underarm_left"};
    const HangSource rising{up, HangSource::Kind::edge, "armhole_left"};
    const HangSource falling{down, HangSource::Kind::edge, "armhole_right"};
    const HangSource underarmRight{down, HangSource::Kind::bound, "underarm_right"};
    operation::Hang hung;
    Needle needle = sleeveSpan(counts).first;
    const auto put = [&](const HangSource& from, int index) {
        hung.from(from);
        hung.put(needle, index);
        needle = needle.shifted(1);
    };
    const int underarm = counts.underarm.count();
    for (int i = 1; i <= underarm; ++i)
        put(underarmLeft, i);
    const int rows = counts.armholeRowsHung().count();
    if (const auto map = hang(counts.sleeveTop - counts.underarm * 2, Rows(2 * rows)))
        for (const HangPair& pair : map->map) {
            const bool rises = pair.second <= rows;
            put(rises ? rising : falling, rises ? pair.second : 2 * rows + 1 - pair.second);
        }
    for (int i = 1; i <= underarm; ++i)
        put(underarmRight, i);
    return hung;
}

/// The cap of the other school upside down, by short rows: the middle needles first; in every row needles come back on
/// both sides, at the carriage at most the wrapped one. Every row wraps; a needle that can take no more comes in early.
void writeCapDown(ProgramWriter& writer, const GarmentCounts& counts, int loopsPerNeedle) {
    writer.section("cap, downward");
    const NeedleSpan span = sleeveSpan(counts);
    const int each = (counts.sleeveTop - counts.capTop).count() / 2;
    const int rows = counts.capRows.count();
    const int mostWraps = std::max(1, loopsPerNeedle - 1);
    // Stitches of each side that knit in a row, from the top: those that are not yet gone in the row of the cap that is
    // knitted up.
    const auto wanted = [&](int row) {
        int gone = counts.underarm.count();
        for (const CurveEvent& event : counts.cap.events())
            gone += event.row + 1 < rows - row ? event.stitches.count() : 0;
        return row >= rows - 2 ? each : each - gone;
    };
    const int from = writer.passes() + 1;
    writer.holdLever(true);
    for (const Side side : {Side::left, Side::right})
        hold(writer, fromEdge(span, side, 0, each));
    struct SideState {
        int in = 0;
        int wraps = 0; ///< on the outermost held needle beside the working ones
    } states[2];
    const auto state = [&](Side side) -> SideState& { return states[side == Side::left ? 0 : 1]; };
    for (int row = 0; row < rows; ++row) {
        const Side near = writer.carriage();
        for (const Side side : {Side::left, Side::right}) {
            SideState& at = state(side);
            const int due = std::max(wanted(row) - at.in, at.wraps >= mostWraps ? 1 : 0);
            const int coming = std::clamp(due, 0, side == near ? 1 : each - at.in);
            release(writer, fromEdge(span, side, each - at.in - coming, coming));
            at.in += coming;
            at.wraps = coming > 0 ? 0 : at.wraps;
        }
        writer.knit(Rows(1), counts.capTop + Stitches(states[0].in + states[1].in), writer.size());
        // The yarn turns at the needle that is held beside the last that knitted.
        const Side far = writer.carriage();
        if (SideState& at = state(far); at.in < each) {
            writer.add(operation::Wrap{fromEdge(span, far, each - at.in - 1, 1).first});
            ++at.wraps;
        }
    }
    // Who was last at the carriage comes in with the first row over all.
    for (const Side side : {Side::left, Side::right})
        release(writer, fromEdge(span, side, 0, each - state(side).in));
    writer.holdLever(false);
    writer.edge("curved_start", Side::left, from, writer.passes());
}

/// Down from the armhole: straight, between its markers, or with a cap by short rows.
void writeDown(ProgramWriter& writer, const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
    writer.section("hang the armhole");
    writer.say("purl_facing",
               counts.capRows > Rows(0)
                   ? "The shoulder is joined, the side is open. Purl side facing you: the corners of the "
                     "underarms at the ends, the shoulder in the middle, then between."
                   : "The shoulder is joined, the side is open. Purl side facing you, from marker to "
                     "marker: ends first, then the shoulder in the middle, then between.");
    writer.add(armholeHung(project, counts, piece));
    writer.hangWeights();
    writer.add(operation::JoinYarn{yarns::main, writer.carriage()});
    writer.counterTo(0);
    if (counts.capRows > Rows(0))
        writeCapDown(writer, counts, ProgramMachine().loopsPerNeedle);
    writer.section("sleeve");
    const int from = writer.passes() + 1;
    ShapedSides sides(writer, project.choices.edge(ShapedEdge::sleeve), {Side::left, Side::right}, counts.sleeveTop,
                      counts.wrist);
    sides.followBack(counts.sleeve);
    const int to = writeWeltDown(writer, centred(counts.wrist), counts.cuff, project.choices.wasteRows);
    writer.edge("seam_left", Side::left, from, to);
    writer.edge("seam_right", Side::right, from, to);
}

} // namespace

Program writeSleeve(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
    ProgramWriter writer(project.ground, key(piece), worn(piece));
    writer.wantOpenTurns(!project.choices.wrapTurns);
    if (project.choices.sleevesKnittedDown())
        writeDown(writer, project, counts, piece);
    else
        writeUp(writer, project, counts);
    return writer.take();
}

} // namespace vestimen
