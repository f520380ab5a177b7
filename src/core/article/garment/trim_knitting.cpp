// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/trim_knitting.h"
#include "core/article/garment/body_knitting.h"

#include "core/knitting/piece_parts.h"
#include "core/plan/hung_trim.h"
#include "core/shaping/hang.h"

#include <algorithm>
#include <tuple>

namespace vestimen {
namespace {

struct Trim {
    PieceKey piece;
    Stitches stitches;
    Rows rows; ///< both layers, where it has two
    const char* hangSection;
    const char* facing;
    operation::Hang hung;
    FabricGauge gauge;
    std::vector<NeedleSpan> holes = {};
    std::vector<Needle> buttons = {};
    Rows slitRows = {};
};

Knitting trimOf(const GarmentBrief& project, Trim trim) {
    const bool band = isBand(trim.piece);
    const bool neck = isNeckTrim(trim.piece);
    const bool hangsOpenLoops = std::ranges::any_of(
        trim.hung.sources, [](const HangSource& source) { return source.kind == HangSource::Kind::kept; });
    BegunHung begun{trim.hangSection, {}, std::move(trim.hung), {}};
    if (project.choices.body.panels != Panels::one && neck)
        begun.before.push_back(
            {"panels_first",
             project.choices.hasSidePanels()
                 ? "The panels are sewn together by now: the neckline is hung in one."
                 : "The panels are sewn together down the middle by now: the neckline is hung in one."});
    if (!trim.holes.empty())
        begun.before.push_back({"try_on",
                                "Stop and try it on, fronts pinned over each other, and mark where the buttons "
                                "shall sit, before this band has its holes."});
    begun.before.push_back({"purl_facing", trim.facing});
    if (neck && project.choices.neck.trimFirst)
        begun.before.push_back({"straight_on",
                                "Straight after its piece the neck’s stitches can stay on their needles: "
                                "leave their waste yarn out, and weight the neck as before."});
    if (hangsOpenLoops)
        begun.after.push_back({"waste_out", neck ? "Pull the waste yarn out only when every loop is on a needle."
                                                 : "Take the holders out only when every loop is on a needle."});
    HungTrim folded{trim.gauge, std::move(begun), trim.stitches, trim.rows};
    folded.holes = std::move(trim.holes);
    folded.buttons = std::move(trim.buttons);
    folded.hole = project.choices.opening.hole;
    // Sewn through both bands, it is one button for two marks: that of the upper band.
    if (folded.hole == HoleKind::none &&
        (trim.piece == pieces::leftBand) != (project.choices.opening.holes == Side::left))
        folded.buttonsAs = "below a button";
    folded.slitRows = trim.slitRows;
    folded.holesFrom = trim.piece == pieces::leftBand ? Side::right : Side::left; // from the lower edge
    if (band) {
        folded.section = "band";
        folded.again = "Fold the band towards you and hang the loops of its first row on the same needles.";
        folded.tug = "Tug the band lengthwise: it settles.";
        folded.onItsEdge = project.choices.opening.bandOnItsEdge;
        if (folded.onItsEdge)
            folded.again = "Fold the band towards you and hang the garment’s edge on the same needles a second time.";
    }
    const Garment::Trim& chosen = band   ? project.choices.opening.band
                                  : neck ? project.choices.neck.trim
                                         : project.choices.body.armTrim;
    folded.bindOff = chosen.bindOff;
    folded.kind = band ? WeltKind::foldedHem : chosen.kind;
    folded.yarn = chosen.yarn;
    folded.tipRows = Rows(chosen.tipRows);
    folded.tipYarn = chosen.tipYarn;
    Knitting knitting = hungTrim(std::move(folded));
    knitting.openTurns = !project.choices.making.wrapTurns;
    return knitting;
}

/// What is hung for a trim, from left to right.
class TrimHang {
public:
    /// Open or bound loops of a piece from left to right.
    void loops(const std::string& piece, HangSource::Kind kind, const char* name, Stitches count) {
        if (count <= Stitches(0))
            return;
        const HangSource source{piece, kind, name};
        whole_.emplace_back(source, hang_.map.size(), hang_.map.size() + static_cast<std::size_t>(count.count()));
        hang_.from(source);
        for (int index = 1; index <= count.count(); ++index)
            hang_.put(Needle(), index);
    }
    void kept(const std::string& piece, const char* name, Stitches count) {
        loops(piece, HangSource::Kind::kept, name, count);
    }
    /// Rows of an edge, upward or downward.
    void edge(const std::string& piece, const char* name, const std::optional<HangMap>& map, bool upward) {
        if (!map)
            return;
        hang_.from({piece, HangSource::Kind::edge, name});
        for (std::size_t i = 0; i < map->map.size(); ++i)
            hang_.put(Needle(), map->map[upward ? i : map->map.size() - 1 - i].second);
    }
    /// The neck's stitches of a piece from left to right: held ones with the row ends between them, at the sides where
    /// it has a half.
    void neck(const std::string& piece, HangSource::Kind kind, const NeckCounts& of, bool leftHalf, bool rightHalf) {
        const HangSource source{piece, kind, "neck"};
        const std::size_t first = hang_.map.size();
        const int side = of.rowsBetween.empty() ? 0 : of.side.count();
        // From the middle outward, after so many held stitches.
        const auto rowsAfter = [&](int held) {
            std::vector<int> rows;
            std::ranges::copy_if(of.rowsBetween, std::back_inserter(rows),
                                 [&](int each) { return of.heldBy(each) == held; });
            return rows;
        };
        const auto hangRows = [&](const char* edge, const std::vector<int>& rows) {
            for (const int each : rows)
                row({piece, HangSource::Kind::edge, edge}, each);
        };
        for (int index = 1; index <= of.bottom.count(); ++index) {
            hang_.from(source);
            hang_.put(Needle(), index);
            if (leftHalf && index <= side) {
                std::vector<int> rows = rowsAfter(side - index);
                std::ranges::reverse(rows);
                hangRows("neck_curve_left", rows);
            }
            if (const int held = index - (of.bottom.count() - side); rightHalf && held >= 0)
                hangRows("neck_curve_right", rowsAfter(held));
        }
        if (hang_.map.size() > first)
            whole_.emplace_back(source, first, hang_.map.size());
    }
    void row(const HangSource& edge, int index) {
        hang_.from(edge);
        hang_.put(Needle(), index);
    }
    /// So many of them, from one on. Open loops that lie in it whole must all be hung.
    operation::Hang part(Stitches from, Stitches count) const {
        TrimHang some;
        const auto begin = static_cast<std::size_t>(from.count());
        const std::size_t end = std::min(hang_.map.size(), begin + static_cast<std::size_t>(count.count()));
        for (std::size_t i = begin; i < end; ++i) {
            some.hang_.from(hang_.source(hang_.map[i]));
            some.hang_.put(Needle(), hang_.map[i].index);
        }
        for (const auto& whole : whole_)
            if (std::get<1>(whole) >= begin && std::get<2>(whole) <= end)
                some.whole_.push_back(whole);
        return std::move(some).all();
    }
    /// All, about the middle of the bed.
    operation::Hang all() && {
        Needle needle = centred(Stitches(static_cast<int>(hang_.map.size()))).first;
        for (Hung& hung : hang_.map) {
            hung.needle = needle;
            needle = needle.shifted(1);
        }
        for (const auto& [source, first, last] : whole_)
            hang_.allOf.push_back(source);
        return std::move(hang_);
    }
    /// Room for so many.
    void reserve(Stitches count) { hang_.map.reserve(static_cast<std::size_t>(count.count())); }

private:
    operation::Hang hang_; ///< with needles that are not yet said
    std::vector<std::tuple<HangSource, std::size_t, std::size_t>> whole_;
};

/// The whole neckline, purl side facing as at the machine, from the wearer's right over the back to the left. It begins
/// at the open front or the point of a V; else at the back, or at the right sleeve of a trim in two parts.
TrimHang neckline(const Garment& choices, const GarmentCounts& counts) {
    const bool cardigan = choices.isCardigan();
    const bool raglan = choices.body.kind == BodyKind::raglan;
    const bool vee = choices.neck.kind == NeckKind::vee;
    const bool panels = choices.backInHalves();
    const auto edgeOf = [](const NeckCounts& neck) { return hang(neck.trimEdge, neck.edge); };
    const std::string left = key(frontOf(choices, Side::left));
    const std::string right = key(frontOf(choices, Side::right));
    const std::string backLeft = key(backOf(choices, Side::left));
    const std::string backRight = key(backOf(choices, Side::right));
    TrimHang neck;
    neck.reserve(counts.trim);
    // Of a piece in one, both halves; of a half, its own.
    const auto bottom = [&](const std::string& piece, const NeckCounts& of, bool decreasedVee, bool leftHalf,
                            bool rightHalf) {
        const bool bound = of.depth > Rows(0) && choices.neck.school == NeckSchool::bindOff && !decreasedVee;
        neck.neck(piece, bound ? HangSource::Kind::bound : HangSource::Kind::kept, of, leftHalf, rightHalf);
    };
    const auto tip = [&](const std::string& piece, const char* name) {
        if (raglan)
            neck.kept(piece, name, counts.shoulder);
    };
    const auto back = [&] {
        const bool shaped = counts.backNeck.depth > Rows(0);
        if (shaped) {
            tip(backRight, "tip_left");
            neck.edge(backRight, "neck_left", edgeOf(counts.backNeck), false);
        }
        bottom(backRight, counts.backNeck, false, true, !panels);
        if (panels)
            bottom(backLeft, counts.backNeck, false, false, true);
        if (shaped) {
            neck.edge(backLeft, "neck_right", edgeOf(counts.backNeck), true);
            tip(backLeft, "tip_right");
        }
    };
    const auto sleeve = [&](PieceKey kind) {
        if (raglan)
            neck.kept(key(kind), "top", counts.capTop);
    };
    const auto frontLeft = [&] {
        tip(left, "tip_left");
        neck.edge(left, "neck_left", edgeOf(counts.frontNeck), false);
    };
    const auto frontRight = [&] {
        neck.edge(right, "neck_right", edgeOf(counts.frontNeck), true);
        tip(right, "tip_right");
    };
    if (vee || cardigan) {
        bottom(right, counts.frontNeck, vee, false, true);
        frontRight();
        sleeve(pieces::rightSleeve);
        back();
        sleeve(pieces::leftSleeve);
        frontLeft();
        if (choices.frontInHalves())
            bottom(left, counts.frontNeck, vee, true, false);
    } else {
        if (choices.trimIsInTwo())
            sleeve(pieces::rightSleeve);
        back();
        sleeve(pieces::leftSleeve);
        frontLeft();
        bottom(left, counts.frontNeck, false, true, !panels);
        if (panels)
            bottom(right, counts.frontNeck, false, false, true);
        frontRight();
        if (!choices.trimIsInTwo())
            sleeve(pieces::rightSleeve);
    }
    return neck;
}

} // namespace

Knitting neckTrimKnitting(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
    const Garment& choices = project.choices;
    const bool cardigan = choices.isCardigan();
    const bool raglan = choices.body.kind == BodyKind::raglan;
    const bool vee = choices.neck.kind == NeckKind::vee;
    TrimHang neck = neckline(choices, counts);
    if (choices.trimIsInTwo()) {
        const bool first = piece == pieces::neckTrim;
        const Stitches stitches = first ? counts.trimFirst : counts.trim - counts.trimFirst;
        const char* part =
            vee || cardigan ? (first ? "Purl side facing you, from the front up the wearer's right side to the middle "
                                       "of the back."
                                     : "Purl side facing you, from the middle of the back down the wearer's left "
                                       "side to the front.")
                            : (first ? (raglan ? "Purl side facing you, along the back, over the tops of the sleeves."
                                               : "Purl side facing you, along the back.")
                                     : "Purl side facing you, along the front.");
        return trimOf(project, {piece, stitches, counts.trimRows, "hang the neck", part,
                                neck.part(first ? Stitches(0) : counts.trimFirst, stitches), counts.gauge});
    }
    const char* facing =
        cardigan ? (raglan ? "The raglans are joined. Purl side facing you, from the right front round to the left."
                           : "Both shoulders are joined. Purl side facing you, from the right front round "
                             "to the left.")
        : vee    ? (raglan ? "The raglans are joined. Purl side facing you, from the point of the V round "
                             "to the point again; the ends are lapped and sewn there."
                           : "Both shoulders are joined. Purl side facing you, from the point of the "
                             "V round to the point again; the ends are lapped and sewn there.")
        : raglan ? "The seam between the back and the wearer's right sleeve is still open. Purl side "
                   "facing you, ends first, then the middles."
                 : "The wearer's left shoulder is joined. Purl side facing you, ends first, then the "
                   "middles.";
    return trimOf(project,
                  {piece, counts.trim, counts.trimRows, "hang the neck", facing, std::move(neck).all(), counts.gauge});
}

Knitting armTrimKnitting(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
    TrimHang arm;
    arm.reserve(counts.armTrim);
    // Purl side facing, the edge on top: the left armhole is walked up the front and down the back, the right one the
    // other way.
    const bool left = piece == pieces::leftArmTrim;
    const Side side = left ? Side::left : Side::right;
    const PieceKey front = frontSideOf(project.choices, side);
    const PieceKey back = backSideOf(project.choices, side);
    const std::string up = key(left ? front : back);
    const std::string down = key(left ? back : front);
    const auto rising = hang(counts.armTrimEdge, armholeRowsOf(project, counts, left ? front : back, Side::left));
    const auto falling = hang(counts.armTrimEdge, armholeRowsOf(project, counts, left ? back : front, Side::right));
    arm.kept(up, "underarm_left", counts.underarm);
    arm.edge(up, "armhole_left", rising, true);
    arm.edge(down, "armhole_right", falling, false);
    arm.kept(down, "underarm_right", counts.underarm);
    return trimOf(project, {piece, counts.armTrim, counts.armTrimRows, "hang the armhole",
                            "The shoulder is joined, the side is open. Purl side facing you, ends first, then the "
                            "shoulder.",
                            std::move(arm).all(), counts.gauge});
}

Knitting bandKnitting(const GarmentBrief& project, const GarmentCounts& counts, PieceKey piece) {
    const bool left = piece == pieces::leftBand;
    const auto front = hang(counts.bandEdge, counts.frontEdge());
    const auto end = hang(counts.band - counts.bandEdge, counts.trimSeen);
    TrimHang edge;
    edge.reserve(counts.band);
    // A welt that was knitted down afterwards hangs upside down below the first row.
    const int below = project.choices.weltFollows(project.choices.body.welt) ? counts.bodyWelt.visible.count() : 0;
    const char* fabric = left ? "left_front" : "right_front";
    const HangSource above{fabric, HangSource::Kind::edge, "front_edge"};
    const HangSource ofWelt{fabric, HangSource::Kind::edge, left ? weltLeftEdge : weltRightEdge};
    const auto frontRow = [&](int row) {
        if (row > below)
            edge.row(above, row - below);
        else
            edge.row(ofWelt, below + 1 - row);
    };
    // Purl side facing, the edge on top: the left front's runs from the neck down to the hem, the right front's up.
    if (left) {
        const PieceKey last = project.choices.trimIsInTwo() ? pieces::secondNeckTrim : pieces::neckTrim;
        edge.edge(key(last), "end_right", end, false);
        for (std::size_t i = front ? front->map.size() : 0; i-- > 0;)
            frontRow(front->map[i].second);
    } else {
        if (front)
            for (const HangPair& pair : front->map)
                frontRow(pair.second);
        edge.edge("neck_trim", "end_left", end, true);
    }
    // The other band has the buttons; both have them where none of them opens.
    const bool hasHoles =
        project.choices.opening.hole != HoleKind::none && (project.choices.opening.holes == Side::left) == left;
    std::vector<NeedleSpan> holes;
    std::vector<Needle> buttons;
    for (const int position : counts.buttonholes) {
        const NeedleSpan all = centred(counts.band);
        const NeedleSpan hole = fromEdge(all, left ? Side::right : Side::left, position - 1, counts.buttonhole.count());
        const bool slit = isSlit(project.choices.opening.hole);
        if (hasHoles && slit && left) // on the other side of its stitch, as in a mirror
            holes.push_back({hole.first.shifted(1), hole.last.shifted(1)});
        else if (hasHoles)
            holes.push_back(hole);
        else
            buttons.push_back(hole.first.shifted(hole.size() / 2 - (left && hole.size() % 2 == 0 ? 1 : 0)));
    }
    return trimOf(project,
                  {piece, counts.band, counts.bandRows, "hang the front edge",
                   left ? "Purl side facing you, the neck at your left, the lower edge at your right."
                        : "Purl side facing you, the lower edge at your left, the neck at your right.",
                   std::move(edge).all(), counts.gauge, std::move(holes), std::move(buttons), counts.slitRows});
}

} // namespace vestimen
