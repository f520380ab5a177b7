// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/sleeve_knitting.h"

#include "core/article/garment/body_knitting.h"
#include "core/plan/edge_dues.h"
#include "core/shaping/hang.h"

#include <algorithm>

namespace vestimen {
namespace {

/// From the underarm: bound off as the body is, in on both sides along the bell or the raglan, and the flat top bound
/// off, or kept open for the neck trim.
void addCap(Knitting& knitting, const Garment& choices, const GarmentCounts& counts) {
    const bool raglan = choices.body.kind == BodyKind::raglan;
    const Rows from = counts.sleeveRows;
    const Rows top = from + counts.capRows;
    knitting.at(from, act::Mark{"underarm"});
    knitting.at(from, act::Section{raglan ? "raglan" : "cap"});
    std::vector<Due> bound = duesOf(counts.cap, from + Rows(1), true);
    bound.insert(bound.begin(), {from, counts.underarm});
    knitting.edges.push_back({Edge::At::both, BoundOff{}, std::move(bound), from});
    knitting.edges.push_back({Edge::At::both, Moved{choices.edge(ShapedEdge::cap), counts.capTop - Stitches(1)},
                              duesOf(counts.cap, from + Rows(1), false), from});
    const Side first = carriageAfter(knitting, from);
    for (const Side side : {Side::left, Side::right})
        knitting.at(top,
                    act::Name{side == Side::left ? "cap_left" : "cap_right", side, from + Rows(side == first ? 0 : 1)});
    if (!raglan)
        return knitting.at(top, act::BindOff{});
    knitting.at(top, act::Section{"off on waste yarn"});
    knitting.at(top, act::OffOnWaste{.as = {{"top", centred(counts.capTop)}}});
}

/// Up from the cuff, or from waste yarn where that follows.
void addUp(Knitting& knitting, const Garment& choices, const GarmentCounts& counts) {
    const bool afterwards = choices.weltFollows(choices.sleeves.cuff);
    knitting.stitches = counts.wrist;
    if (afterwards)
        knitting.begin = BegunOpen{};
    else
        knitting.begin = counts.cuff;
    knitting.at(Rows(0), act::Section{"sleeve"});
    knitting.edges.push_back(
        {Edge::At::both, Moved{choices.edge(ShapedEdge::sleeve)}, duesOf(counts.sleeve, Rows(0), true)});
    knitting.name(counts.sleeveRows, "seam_left", "seam_right");
    if (counts.capRows > Rows(0)) {
        addCap(knitting, choices, counts);
    } else if (choices.sleeves.topEdge == TopEdge::boundOff) {
        knitting.at(counts.sleeveRows, act::Section{"bind off"});
        knitting.at(counts.sleeveRows, act::BindOff{.method = BindOffMethod::chainRoundTheNeedles, .as = "top"});
    } else {
        knitting.at(counts.sleeveRows, act::Section{"off on waste yarn"});
        knitting.at(counts.sleeveRows, act::OffOnWaste{.as = {{"top", centred(counts.sleeveTop)}}});
    }
    if (!afterwards)
        return;
    const Rows top = counts.sleeveRows + counts.capRows;
    knitting.at(top,
                act::Say{"try_on", "The cuff can wait: tack the sleeve in and try it on, and the rows below it can "
                                   "still be fewer or more."});
    knitting.at(top, act::WeltAfterwards{counts.cuff});
    knitting.at(top, act::Name{"seam_left", Side::right});
    knitting.at(top, act::Name{"seam_right", Side::left});
}

/// What is hung for a sleeve that is knitted down: purl side facing, the left armhole up the front and down the back,
/// the right one the other way; stitches that were bound off at the underarm one by one, rows by ratio.
operation::Hang armholeHung(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece) {
    const Garment& choices = brief.choices;
    const bool left = piece == pieces::leftSleeve;
    const Side side = left ? Side::left : Side::right;
    const PieceKey front = frontSideOf(choices, side);
    const PieceKey back = backSideOf(choices, side);
    const std::string up = key(left ? front : back);
    const std::string down = key(left ? back : front);
    const HangSource underarmLeft{up, HangSource::Kind::bound, "underarm_left"};
    const HangSource rising{up, HangSource::Kind::edge, "armhole_left"};
    const HangSource falling{down, HangSource::Kind::edge, "armhole_right"};
    const HangSource underarmRight{down, HangSource::Kind::bound, "underarm_right"};
    operation::Hang hung;
    Needle needle = centred(counts.sleeveTop).first;
    const auto put = [&](const HangSource& from, int index) {
        hung.from(from);
        hung.put(needle, index);
        needle = needle.shifted(1);
    };
    const int underarm = counts.underarm.count();
    for (int i = 1; i <= underarm; ++i)
        put(underarmLeft, i);
    const int rise = armholeRowsOf(brief, counts, left ? front : back, Side::left).count();
    const int all = rise + armholeRowsOf(brief, counts, left ? back : front, Side::right).count();
    if (const auto map = hang(counts.sleeveTop - counts.underarm * 2, Rows(all)))
        for (const HangPair& pair : map->map) {
            const bool rises = pair.second <= rise;
            put(rises ? rising : falling, rises ? pair.second : all + 1 - pair.second);
        }
    for (int i = 1; i <= underarm; ++i)
        put(underarmRight, i);
    return hung;
}

/// The cap of the other school upside down, by short rows: the middle needles first; in every row needles come back on
/// both sides, at the carriage at most the wrapped one. Every row wraps; a needle that can take no more comes in early.
void addCapDown(Knitting& knitting, const GarmentCounts& counts) {
    const Stitches each = (counts.sleeveTop - counts.capTop) / 2;
    const int rows = counts.capRows.count();
    knitting.at(Rows(0), act::Section{"cap, downward"});
    knitting.at(Rows(0), act::Hold{Side::left, each});
    knitting.at(Rows(0), act::Hold{Side::right, each});
    // Stitches of each side that knit in a row, from the top: those that are not yet gone in the row of the cap that is
    // knitted up.
    std::vector<Due> dues;
    Stitches in;
    for (int row = 0; row < rows; ++row) {
        Stitches wanted = each;
        if (row < rows - 2) {
            wanted -= counts.underarm;
            for (const CurveEvent& event : counts.cap.events())
                wanted -= event.row + 1 < rows - row ? event.stitches : Stitches(0);
        }
        dues.push_back({Rows(row), wanted - in});
        in = wanted;
    }
    knitting.edges.push_back(
        {Edge::At::both,
         Released{.atCarriage = Stitches(1), .mostWraps = std::max(1, ProgramMachine().loopsPerNeedle - 1)},
         std::move(dues)});
    knitting.surface.push_back({.from = Rows(0), .to = counts.capRows, .alone = true});
    knitting.at(counts.capRows, act::HoldLever{false});
    knitting.at(counts.capRows, act::Name{curvedStartEdge, Side::left, Rows(0), counts.capRows});
}

/// Down from the armhole: straight, between its markers, or with a cap by short rows.
void addDown(Knitting& knitting, const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece) {
    const Garment& choices = brief.choices;
    const bool capped = counts.capRows > Rows(0);
    knitting.stitches = counts.sleeveTop;
    BegunHung begun{"hang the armhole", {}, armholeHung(brief, counts, piece), {}, true};
    begun.before.push_back(
        {"purl_facing", capped ? "The shoulder is joined, the side is open. Purl side facing you: the corners of the "
                                 "underarms at the ends, the shoulder in the middle, then between."
                               : "The shoulder is joined, the side is open. Purl side facing you, from marker to "
                                 "marker: ends first, then the shoulder in the middle, then between."});
    knitting.begin = std::move(begun);
    if (capped)
        addCapDown(knitting, counts);
    const Rows from = counts.capRows;
    const Rows to = from + counts.sleeveRows;
    knitting.at(from, act::Section{"sleeve"});
    knitting.edges.push_back(
        {Edge::At::both, Moved{choices.edge(ShapedEdge::sleeve), counts.wrist}, duesBack(counts.sleeve, from), from});
    knitting.at(to, act::EndWelt{counts.cuff});
    knitting.name(to, "seam_left", "seam_right", from);
}

} // namespace

Knitting sleeveKnitting(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece) {
    const Garment& choices = brief.choices;
    Knitting knitting;
    knitting.gauge = counts.gauge;
    knitting.openTurns = !choices.making.wrapTurns;
    knitting.wasteRows = choices.making.wasteRows;
    knitting.ravelCord = brief.ground.waste.cord;
    knitting.work = choices.sleeves.yarn;
    if (choices.sleevesKnittedDown())
        addDown(knitting, brief, counts, piece);
    else
        addUp(knitting, choices, counts);
    return knitting;
}

} // namespace vestimen
