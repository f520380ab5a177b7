// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/edge_border.h"

#include "core/plan/hung_trim.h"
#include "core/shaping/hang.h"

#include <algorithm>

namespace vestimen {

Stitches EdgeBorder::to(std::size_t part) const {
    return Stitches(stitches.count() * static_cast<int>(part) / static_cast<int>(parts.size()));
}

PlannedPiece borderPart(const EdgeBorder& border, std::size_t part, const FabricGauge& gauge) {
    const bool left = border.side == Side::left;
    const Stitches stitches = border.of(part);
    BegunHung begun{
        border.isBound() ? "hang the bound edge" : "hang the side",
        {{"purl_facing", border.isBound() ? "Purl side facing you, upside down: both legs of each bound stitch, one on "
                                            "every needle; each part begins where the one before it ended."
                         : border.parts.size() > 1
                             ? "Purl side facing you, a whole stitch in from the edge; this part begins "
                               "where the one before it ended."
                             : "Purl side facing you, a whole stitch in from the edge: ends first, then "
                               "the middles."}},
        {},
        {},
        true};
    const HangSource source{border.edge.piece.text(),
                            border.isBound() ? HangSource::Kind::bound : HangSource::Kind::edge, border.edge.name};
    begun.hang.sources = {source};
    const NeedleSpan span = centred(stitches);
    Needle needle = span.first;
    if (const auto map = hang(border.stitches, Rows(border.openings)))
        for (int i = 0; i < stitches.count(); ++i, needle = needle.shifted(1)) {
            const auto place = static_cast<std::size_t>(border.to(part).count() + i);
            begun.hang.put(needle, map->map[left ? place : map->map.size() - 1 - place].second);
        }
    PlannedPiece piece;
    piece.key = border.parts[part].key;
    piece.atLeft = left ? "first end" : "last end";
    piece.atRight = left ? "last end" : "first end";
    piece.ontoOthers = true;
    piece.width = gauge.width(stitches);
    piece.length = gauge.height(border.rows / 2);
    Handle depth = border.depth;
    depth.length = piece.length;
    depth.count = border.rows / 2;
    depth.x = (span.first.slot() + span.last.slot() + 1) / 2.0;
    depth.y = border.rows.count();
    piece.marks.width = depth.key;
    piece.handles = {std::move(depth)};
    piece.marks.below = {"{0} stitches · folded to {1} · {2} rows",
                         {stitches.count(), piece.length, (border.rows / 2).count()}};
    HungTrim trim{gauge, std::move(begun), stitches, border.rows};
    trim.tug = "Tug the border lengthwise: it settles.";
    trim.bindOff = border.bindOff;
    trim.yarn = border.yarn;
    piece.knitting = hungTrim(std::move(trim));
    return piece;
}

std::vector<PlannedJoin> borderJoins(const EdgeBorder& border, const FabricGauge& gauge) {
    std::vector<PlannedJoin> joins;
    std::vector<std::string> knittedOn;
    const int parts = static_cast<int>(border.parts.size());
    for (int part = 0; part < parts; ++part) {
        const auto& [piece, name] = border.parts[static_cast<std::size_t>(part)];
        knittedOn.push_back(piece.text());
        joins.push_back({.key = piece.text(),
                         .title = name,
                         .method = JoinMethod::knitOn,
                         .first = {.line = {{piece, "", Along::Of::firstRow}},
                                   .what = {"needles of the border", {}},
                                   .unit = JoinUnit::stitches},
                         .second = {.line = {border.edge},
                                    .what = {border.isBound() ? "its part of the {0} bound stitches"
                                             : parts > 1      ? "its part of the side’s {0} rows"
                                                              : "the side, {0} rows",
                                             {}},
                                    .count = border.openings * (part + 1) / parts - border.openings * part / parts,
                                    .length = gauge.width(border.of(static_cast<std::size_t>(part))),
                                    .unit = border.isBound() ? JoinUnit::stitches : JoinUnit::rows},
                         .tailSide = {"None: the border is knitted on.", {}},
                         .facing = {border.isBound() ? "Purl side facing you, upside down."
                                                     : "Purl side facing you, always a whole stitch in from the edge.",
                                    {}},
                         .check = {"One loop on each of {0} needles.", {}},
                         .makes = piece,
                         .after = border.after});
    }
    for (std::size_t part = 0; part + 1 < border.parts.size(); ++part) {
        const PieceKey here = border.parts[part].key;
        joins.push_back({.key = here.text() + "_ends",
                         .title = {border.between, {static_cast<int>(part) + 1, static_cast<int>(part) + 2}},
                         .first = {{{here, "", Along::Of::allRows}}, {"one end", {}}},
                         .second = {{{border.parts[part + 1].key, "", Along::Of::allRows}}, {"the next", {}}},
                         .ends = {{{here, "", Along::Of::allRows}, true}},
                         .tailSide = {"Both layers, from the edge to the fold.", {}},
                         .facing = {"Knit side facing you.", {}},
                         .after = knittedOn});
    }
    joins.push_back({.key = border.ends,
                     .title = border.endsTitle,
                     .first = {{{border.parts.front().key, "", Along::Of::allRows}}, {"an end, both layers", {}}},
                     .ends = {{{border.parts.back().key, "", Along::Of::allRows}, true}},
                     .tailSide = {"Sew each end shut, from the edge to the fold.", {}},
                     .facing = {"Knit side facing you.", {}},
                     .after = knittedOn});
    return joins;
}

} // namespace vestimen
