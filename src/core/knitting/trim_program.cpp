// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/knitting/trim_program.h"

#include "core/knitting/piece_parts.h"
#include "core/shaping/hang.h"

#include <algorithm>

namespace vestimen {
namespace {

/// A trim hung on open loops and row edges, folded, hung again on itself and bound off (craft 17).
Program writeTrim(const Project& project, PieceKind piece, Stitches stitches, Rows rows, const char* hangSection,
                  const char* facing, operation::Hang hung) {
    ProgramWriter writer(project, key(piece), worn(piece));
    writer.section(hangSection);
    writer.say("purl_facing", facing);
    operation::Hang close;
    close.allOf = {"first"};
    for (const auto& [needle, source] : hung.map)
        close.map.emplace_back(needle, HangSource{{}, HangSource::Kind::first, {}, 0, needle});
    writer.add(std::move(hung));
    writer.say("waste_out", "Pull the waste yarn out only when every loop is on a needle.");
    writer.add(operation::JoinYarn{mainYarn, writer.carriage()});
    writer.counterTo(0);
    writer.section("trim");
    const Rows half = rows / 2;
    writer.knitPlain(half - Rows(1), stitches, writer.size(-1));
    writer.say("fold_row", "The next row is the fold: looser.");
    writer.knit(Rows(1), stitches, writer.size(1));
    writer.knitPlain(half, stitches, writer.size(-1));
    writer.say("hang_welt", "Fold the trim towards you and hang the loops of its first row on the same needles.");
    writer.add(std::move(close));
    writer.section("bind off");
    writer.say("two_layers",
               "Push the needles right out, or knit this row by hand: two layers are hard on the carriage.");
    writer.knit(Rows(1), stitches, writer.size(2));
    writer.add(operation::BindOff{.method = "chain_round_the_needles", .all = true});
    return writer.take();
}

/// Needles of a trim from left to right, and what is hung on each.
class TrimHang {
public:
    explicit TrimHang(Stitches needles) : next_(centred(needles).first) {}

    /// Open loops of a piece in the order of its needles, or from the last to the first.
    void kept(const char* piece, const char* name, Stitches count, bool backwards = false) {
        if (count > Stitches(0))
            hang_.allOf.push_back(std::string(piece) + "/kept:" + name);
        for (int i = 1; i <= count.count(); ++i)
            put(piece, HangSource::Kind::kept, name, backwards ? count.count() + 1 - i : i);
    }
    /// Rows of an edge, upward or downward.
    void edge(const char* piece, const char* name, const std::optional<HangMap>& map, bool upward) {
        if (!map)
            return;
        std::vector<int> rows;
        for (const HangPair& pair : map->map)
            rows.push_back(pair.second);
        if (!upward)
            std::ranges::reverse(rows);
        for (const int row : rows)
            put(piece, HangSource::Kind::edge, name, row);
    }
    operation::Hang take() { return std::move(hang_); }

private:
    void put(const char* piece, HangSource::Kind kind, const char* name, int index) {
        hang_.map.emplace_back(next_, HangSource{piece, kind, name, index, {}});
        next_ = next_.shifted(1);
    }

    Needle next_;
    operation::Hang hang_;
};

} // namespace

Program writeNeckTrim(const Project& project, const PulloverCounts& counts) {
    const bool vee = project.choices.neck == NeckKind::vee;
    const auto edge = hang(counts.trimEdge, counts.neckEdge);
    TrimHang neck(counts.trim);
    // Purl side facing, as at the machine, the neck is walked from the wearer's right over the back to the left.
    if (vee) {
        neck.kept("front", "neck", counts.neckCentre);
        neck.edge("front", "neck_right", edge, true);
        neck.kept("back", "neck", counts.neck);
        neck.edge("front", "neck_left", edge, false);
    } else {
        neck.kept("back", "neck", counts.neck);
        neck.edge("front", "neck_left", edge, false);
        neck.kept("front", "neck", counts.neck);
        neck.edge("front", "neck_right", edge, true);
    }
    return writeTrim(
        project, PieceKind::neckTrim, counts.trim, counts.trimRows, "hang the neck",
        vee ? "Both shoulders are joined. Purl side facing you, from the point of the V round to the point "
              "again; the ends are lapped and sewn there."
            : "The wearer's left shoulder is joined. Purl side facing you, ends first, then the middles.",
        neck.take());
}

Program writeArmTrim(const Project& project, const PulloverCounts& counts, PieceKind piece) {
    const auto edge = hang(counts.armTrimEdge, Rows(counts.armholeRowsHung().count()));
    TrimHang arm(counts.armTrim);
    // Purl side facing, the left armhole is walked up the back and down the front, the right one the other way.
    const bool left = piece == PieceKind::leftArmTrim;
    const char* up = left ? "back" : "front";
    const char* down = left ? "front" : "back";
    arm.kept(up, "underarm_right", counts.underarm, true);
    arm.edge(up, "armhole_right", edge, true);
    arm.edge(down, "armhole_left", edge, false);
    arm.kept(down, "underarm_left", counts.underarm, true);
    return writeTrim(project, piece, counts.armTrim, counts.armTrimRows, "hang the armhole",
                     "The shoulder is joined, the side is open. Purl side facing you, ends first, then the shoulder.",
                     arm.take());
}

} // namespace vestimen
