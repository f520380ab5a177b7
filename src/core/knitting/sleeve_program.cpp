// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/sleeve_program.h"

#include "core/knitting/piece_parts.h"
#include "core/knitting/shaped_sides.h"
#include "core/knitting/welt.h"

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
void writeCap(ProgramWriter& writer, const Project& project, const GarmentCounts& counts) {
    const int mark = writer.passes();
    const Side near = writer.carriage();
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
        if (now.bound > 0) {
            writer.add(operation::BindOff{.side = writer.carriage(), .count = now.bound});
            width -= Stitches(now.bound);
        }
        if (now.moved > 0)
            for (const Side side : {Side::left, Side::right}) {
                writer.add(moveIn(side, now.moved, project.choices.edge(ShapedEdge::cap), counts.capTop - Stitches(1)));
                width -= Stitches(now.moved);
            }
        ++plain;
    }
    writer.knitPlain(Rows(plain - 1), width, writer.size());
    for (const Side side : {Side::left, Side::right})
        writer.edge(sided(side, "cap_left", "cap_right"), side, mark + (side == near ? 1 : 2), writer.passes());
    if (!raglan) {
        writer.add(operation::BindOff{.method = "loop_through_loop", .all = true});
        return;
    }
    writer.section("off on waste yarn");
    const int inset = (counts.sleeveTop - counts.capTop).count() / 2;
    const NeedleSpan widest = sleeveSpan(counts);
    writer.offOnWaste(project.choices.wasteRows, counts.capTop, mainYarn,
                      {{"top", {widest.first.shifted(inset), widest.last.shifted(-inset)}}});
}

} // namespace

Program writeSleeve(const Project& project, const GarmentCounts& counts, PieceKind piece) {
    ProgramWriter writer(project, key(piece), worn(piece));
    const int seenFrom = writeWelt(writer, centred(counts.wrist), counts.cuff, project.choices.wasteRows);
    writer.section("sleeve");
    ShapedSides sides(writer, project.choices.edge(ShapedEdge::sleeve), {Side::left, Side::right}, counts.wrist,
                      counts.wrist);
    sides.follow(counts.sleeve, true);
    writer.edge("seam_left", Side::left, seenFrom, writer.passes());
    writer.edge("seam_right", Side::right, seenFrom, writer.passes());
    if (counts.capRows > Rows(0)) {
        writeCap(writer, project, counts);
        return writer.take();
    }
    writer.section("off on waste yarn");
    writer.offOnWaste(project.choices.wasteRows, sides.width(), mainYarn, {{"top", sleeveSpan(counts)}});
    return writer.take();
}

} // namespace vestimen
