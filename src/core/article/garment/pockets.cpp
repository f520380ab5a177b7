// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/pockets.h"

#include "core/knitting/piece_parts.h"
#include "core/plan/hung_trim.h"

#include <algorithm>

namespace vestimen {
namespace {

const char* pocketName(Side side) {
    return sided(side, "left pocket", "right pocket");
}
/// Loops of a slit's upper edge, and those of its mouth.
const char* upperName(Side side) {
    return sided(side, "pocket_left", "pocket_right");
}
const char* mouthName(Side side) {
    return sided(side, "mouth_left", "mouth_right");
}
/// An edge of an inside pocket's bag, from the mouth down to the fold or from there up.
std::string bagEdge(Side pocket, Side edge, bool down) {
    return std::string(upperName(pocket)) + sided(edge, "_left", "_right") + (down ? "_down" : "_up");
}

/// Trims are knitted tighter; see hungTrim.
constexpr int tighter = -1;

/// A fold of so many rows, closed on the needles by hanging the row below them again; from its first row on, which is
/// the one below.
void addTuck(Rows from, Rows rows, YarnNumber yarn, std::vector<Stage>& stages, std::vector<Patch>& surface) {
    const Rows close = from + Rows(1) + rows;
    const Rows fold = from + Rows(1) + rows / 2;
    surface.push_back({.from = from, .to = close, .yarn = yarn, .looser = tighter});
    surface.push_back({.from = fold - Rows(1), .to = fold, .looser = tighter + 2, .alone = true});
    stages.push_back({close, act::Say{"hang_welt", "Hang the row below the trim on the same needles: it is folded, "
                                                   "towards the knit side."}});
    stages.push_back({close, act::HangRow{rows}});
}

class PocketPlanner {
public:
    PocketPlanner(const GarmentBrief& brief, const GarmentCounts& counts) : choices_(brief.choices), counts_(counts) {}

    /// In a front, on a side of it.
    std::vector<Stage> inFront(Side side) const {
        const NeedleSpan needles = counts_.pocketAt(choices_, side);
        switch (pocket().kind) {
        case PocketKind::inside:
            return inside(side, needles);
        case PocketKind::slit:
            return slit(side, needles);
        case PocketKind::patch:
            return marks(side, needles);
        case PocketKind::none:
            break;
        }
        return {};
    }

    Knitting patch() const {
        Knitting knitting = begun();
        knitting.begin = WeltCounts{.kind = WeltKind::rolled};
        const Rows rows = counts_.pocketRows;
        knitting.at(Rows(0), act::Section{"pocket"});
        knitting.surface = {{.from = Rows(0), .to = rows, .yarn = pocket().yarn}};
        Rows end = rows;
        if (counts_.pocketTrim > Rows(0)) {
            knitting.at(rows, act::Section{"trim on its mouth"});
            addTuck(rows, counts_.pocketTrim, pocket().trimYarn, knitting.stages, knitting.surface);
            const Rows close = rows + Rows(1) + counts_.pocketTrim;
            knitting.at(close, act::Name{foldedBehindEdge, Side::left, close - counts_.pocketTrim / 2, close});
            end = close + Rows(1);
            knitting.surface.push_back(
                {.from = close, .to = end, .yarn = pocket().trimYarn, .looser = 1, .alone = true});
        }
        knitting.name(end, "side_left", "side_right", Rows(0), rows);
        knitting.at(end, act::BindOff{.method = BindOffMethod::chainRoundTheNeedles, .as = "mouth"});
        return knitting;
    }

    /// Hung upside down into the slit's upper edge, and knitted down.
    Knitting bag(Side side) const {
        Knitting knitting = begun();
        BegunHung begun{"hang the slit's upper edge",
                        {{"purl_facing",
                          "Purl side of the front facing you, turned upside down: one cast on loop on every needle."}},
                        hung(side, HangSource::Kind::castOn, upperName(side), true),
                        {},
                        true};
        knitting.begin = std::move(begun);
        knitting.work = pocket().yarn;
        const Rows rows = counts_.pocketRows;
        knitting.at(Rows(0), act::Section{"bag"});
        knitting.name(rows, "side_left", "side_right", Rows(0), rows);
        knitting.at(rows, act::BindOff{.method = BindOffMethod::chainRoundTheNeedles, .as = "bottom"});
        return knitting;
    }

    Knitting trim(Side side) const {
        BegunHung begun{
            "hang the mouth",
            {{"purl_facing", "Purl side of the front facing you: every open loop of the mouth on its needle."}},
            hung(side, HangSource::Kind::kept, mouthName(side), false),
            {{"waste_out", "Pull the waste yarn out only when every loop is on a needle."}}};
        HungTrim trim{counts_.gauge, std::move(begun), counts_.pocket, counts_.pocketTrim};
        trim.yarn = pocket().trimYarn;
        Knitting knitting = hungTrim(std::move(trim));
        knitting.openTurns = !choices_.making.wrapTurns;
        return knitting;
    }

private:
    const Garment::Pocket& pocket() const { return choices_.pocket; }

    Knitting begun() const {
        Knitting knitting;
        knitting.gauge = counts_.gauge;
        knitting.stitches = counts_.pocket;
        knitting.wasteRows = choices_.making.wasteRows;
        return knitting;
    }

    operation::Hang hung(Side side, HangSource::Kind kind, const char* name, bool upsideDown) const {
        const HangSource source{key(frontOf(choices_, side)), kind, name};
        operation::Hang hang{.sources = {source}, .allOf = {source}};
        const NeedleSpan all = centred(counts_.pocket);
        for (int i = 0; i < all.size(); ++i)
            hang.put(all.first.shifted(i), upsideDown ? all.size() - i : i + 1);
        return hang;
    }

    /// A flap that folds in half behind the front: its own ball, its corners closed, its mouth trimmed.
    std::vector<Stage> inside(Side side, NeedleSpan needles) const {
        const Rows rows = counts_.flap();
        const Rows from = rows - counts_.pocketRows; // where the bag begins, above its trim
        const Rows fold = from + counts_.pocketRows / 2;
        Branch flap{needles, {}, {}};
        flap.surface = {{.from = Rows(0), .to = rows, .yarn = pocket().yarn}};
        std::vector<Stage>& stages = flap.stages;
        const auto at = [&](Rows row, Act act) { stages.push_back({row, std::move(act)}); };
        for (const Rows row : {Rows(1), Rows(2)})
            at(row, act::CloseCorner{});
        at(Rows(2), act::Say{"pocket", "Weights on the pocket’s needles alone, moved up every 10 rows."});
        if (counts_.pocketTrim > Rows(0))
            addTuck(Rows(0), counts_.pocketTrim, pocket().trimYarn, stages, flap.surface);
        at(fold, act::Say{"pocket", "Here the bag folds."});
        for (const Side edge : {side, opposite(side)}) {
            at(fold, act::Name{bagEdge(side, edge, true), edge, from, fold});
            at(fold, act::Mark{"fold", vestimen::at(edge)});
        }
        for (const Rows row : {rows - Rows(1), rows})
            at(row, act::CloseCorner{});
        for (const Side edge : {Side::left, Side::right})
            at(rows, act::Name{bagEdge(side, edge, false), edge, fold, rows});
        std::vector<Stage> all = opened(side);
        all.push_back({Rows(0), act::Say{"pocket", "The pocket’s needles knit alone, the others wait. Its corners are "
                                                   "closed by laying the yarn under the needle beside them."}});
        all.push_back({Rows(0), act::Flap{std::move(flap)}});
        return all;
    }

    /// A stop in every piece that has one: what is wrong here cannot be moved later.
    std::vector<Stage> opened(Side side) const {
        std::vector<Stage> stages = {{Rows(0), act::Section{pocketName(side)}}};
        const bool isFirst = side == Side::left || !pocket().isAt(Side::left) || choices_.frontInHalves();
        if (isFirst)
            stages.push_back({Rows(0), act::Say{"pocket", "Stop and try it on: hold the piece against the wearer. Here "
                                                          "the hand goes in, and the bag hangs below."}});
        return stages;
    }

    /// Its mouth goes off, or is bound off, and its upper edge is wound onto the bare needles.
    std::vector<Stage> slit(Side side, NeedleSpan needles) const {
        std::vector<Stage> stages = opened(side);
        if (counts_.pocketTrim > Rows(0)) {
            stages.push_back({Rows(0), act::Say{"pocket", "With a needle, lead waste yarn through the pocket’s "
                                                          "stitches and take them off."}});
            stages.push_back({Rows(0), act::TakeOff{needles, operation::Onto::waste, mouthName(side)}});
        } else {
            stages.push_back({Rows(0), act::BindOffWithin{needles, side, mouthName(side)}});
        }
        stages.push_back({Rows(0), act::CastOnOver{needles, upperName(side)}});
        return stages;
    }

    /// Where a patch is sewn on: here its two upper corners, and its lower ones so many rows before.
    static std::vector<Stage> marks(Side side, NeedleSpan needles) {
        return {{Rows(0), act::Say{"pocket", "Mark the pocket’s corners with scraps of yarn."}},
                {Rows(0), act::MarkStitches{{needles.end(side), needles.end(opposite(side))}, "pocket"}}};
    }

    const Garment& choices_;
    const GarmentCounts& counts_;
};

/// Stages of a row come after those of it that are there, whose order they keep.
void insert(std::vector<Stage>& stages, Rows row, std::vector<Stage> more) {
    for (Stage& each : more)
        each.at = row;
    const auto after = std::ranges::upper_bound(stages, row, {}, &Stage::at);
    stages.insert(after, std::make_move_iterator(more.begin()), std::make_move_iterator(more.end()));
}

} // namespace

void addPockets(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey front, Knitting& knitting) {
    const Garment::Pocket& pocket = brief.choices.pocket;
    const PocketPlanner planner(brief, counts);
    bool any = false;
    for (const Side side : {Side::left, Side::right}) {
        if (!pocket.isAt(side) || frontOf(brief.choices, side) != front)
            continue;
        any = true;
        insert(knitting.stages, counts.pocketBelow, planner.inFront(side));
        if (pocket.kind == PocketKind::patch)
            insert(knitting.stages, counts.pocketBelow - counts.pocketRows, planner.inFront(side));
    }
    if (any && pocket.kind != PocketKind::patch)
        insert(knitting.stages, counts.pocketBelow, {{Rows(0), act::Section{"above the pocket"}}});
}

Knitting pocketKnitting(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey piece) {
    const PocketPlanner planner(brief, counts);
    const Side side = wearersSideOf(piece);
    if (isPocketTrim(piece))
        return planner.trim(side);
    return brief.choices.pocket.kind == PocketKind::patch ? planner.patch() : planner.bag(side);
}

// ---- how they are joined

namespace {

class PocketJoiner {
public:
    PocketJoiner(const Garment& garment, const GarmentCounts& counts, Side side)
        : choices_(garment), counts_(counts), side_(side), front_(frontOf(garment, side)) {}

    std::vector<PlannedJoin> all() {
        switch (choices_.pocket.kind) {
        case PocketKind::inside:
            bagSide(Side::left);
            bagSide(Side::right);
            break;
        case PocketKind::slit:
            hungBag();
            sewnBag();
            if (counts_.pocketTrim > Rows(0)) {
                hungTrim();
                trimEnds();
            }
            break;
        case PocketKind::patch:
            sewnPatch();
            break;
        case PocketKind::none:
            break;
        }
        return std::move(joins_);
    }

private:
    bool left() const { return side_ == Side::left; }
    const char* sidedText(const char* ofLeft, const char* ofRight) const { return left() ? ofLeft : ofRight; }
    PieceKey own() const { return left() ? pieces::leftPocket : pieces::rightPocket; }
    PieceKey trim() const { return left() ? pieces::leftPocketTrim : pieces::rightPocketTrim; }
    const FabricGauge& gauge() const { return counts_.gauge; }

    /// The two layers of an inside pocket, along one of its sides.
    void bagSide(Side edge) {
        const bool toMiddle = edge != side_;
        joins_.push_back(
            {.key = std::string(sidedText("pocket_left", "pocket_right")) + (toMiddle ? "_inner" : "_outer"),
             .title = {toMiddle ? sidedText("Left pocket, inner side", "Right pocket, inner side")
                                : sidedText("Left pocket, outer side", "Right pocket, outer side"),
                       {}},
             .method = JoinMethod::sewOn,
             .first = {{{front_, bagEdge(side_, edge, true)}}, {"front layer of the bag", {}}},
             .second = {{{front_, bagEdge(side_, edge, false)}}, {"back layer of the bag", {}}},
             .ends = {{{front_, bagEdge(side_, edge, false)}, true}},
             .tailSide = {"Sew from the mouth down to the fold.", {}},
             .facing = {"Fold the bag behind the front, purl sides out, and close its side: sew, link, or hang both "
                        "edges and bind off.",
                        {}},
             .check = {"The bag hangs flat behind the front and does not pull at its mouth.", {}},
             .mayDiffer = 1,
             .differs = {"The bag’s layers have {0} and {1} rows and should have the same.", {}}});
    }

    void hungBag() {
        joins_.push_back({.key = sidedText("pocket_left", "pocket_right"),
                          .title = {sidedText("Left pocket, its bag", "Right pocket, its bag"), {}},
                          .method = JoinMethod::knitOn,
                          .first = {.line = {{own(), "", Along::Of::firstRow}},
                                    .what = {"needles of the bag", {}},
                                    .unit = JoinUnit::stitches},
                          .second = {.line = {{front_, left() ? "pocket_left" : "pocket_right", Along::Of::castOn}},
                                     .what = {"the slit’s upper edge, {0} cast on loops", {}},
                                     .unit = JoinUnit::stitches},
                          .tailSide = {"None: the bag is knitted on.", {}},
                          .facing = {"Purl side of the front facing you, upside down.", {}},
                          .check = {"One loop on each of {0} needles.", {}},
                          .makes = own()});
    }

    /// Three sides of a bag, or of a patch, against the front: as many rows and stitches as its own.
    PlannedEdge onTheFront(const char* what) const {
        const Rows sides = counts_.pocketRows * 2;
        return {.what = {what, {counts_.pocketRows, counts_.pocket}},
                .count = sides.count() + counts_.pocket.count(),
                .length = gauge().height(sides) + gauge().width(counts_.pocket)};
    }

    void sewnBag() {
        const PieceKey bag = own();
        PlannedJoin join{.key = sidedText("pocket_left_bag", "pocket_right_bag"),
                         .title = {sidedText("Left pocket, the bag sewn down", "Right pocket, the bag sewn down"), {}},
                         .method = JoinMethod::sewOn,
                         .first = {.line = {{bag, "side_left"},
                                            {bag, "bottom", Along::Of::bound},
                                            {bag, "side_right", Along::Of::edge, true}},
                                   .what = {"the bag, two sides and its bottom", {}}},
                         .second = onTheFront("inside of the front, along one column of stitches, {0} rows, one row, "
                                              "{1} stitches, and one column"),
                         .ends = {{{bag, "bottom", Along::Of::bound}}},
                         .tailSide = {"Begin at an upper corner.", {}},
                         .facing = {"Purl side of the front facing you: catch one leg of its stitches at a time, so "
                                    "that nothing shows outside.",
                                    {}},
                         .check = {"Look at it from the knit side, flat: no stitch is drawn in.", {}},
                         .after = {sidedText("pocket_left", "pocket_right")}};
        join.first.length = join.second.length;
        joins_.push_back(std::move(join));
    }

    void hungTrim() {
        joins_.push_back(
            {.key = sidedText("pocket_left_trim", "pocket_right_trim"),
             .title = {sidedText("Left pocket, the trim on its mouth", "Right pocket, the trim on its mouth"), {}},
             .method = JoinMethod::knitOn,
             .first = {.line = {{trim(), "", Along::Of::firstRow}},
                       .what = {"needles of the trim", {}},
                       .unit = JoinUnit::stitches},
             .second = {.line = {{front_, left() ? "mouth_left" : "mouth_right", Along::Of::kept}},
                        .what = {"the mouth, {0} open loops", {}},
                        .unit = JoinUnit::stitches},
             .tailSide = {"None: the trim is knitted on.", {}},
             .facing = {"Purl side of the front facing you.", {}},
             .check = {"Before the waste yarn comes out: one loop on each of {0} needles.", {}},
             .makes = trim()});
    }

    void trimEnds() {
        const Rows seen = counts_.pocketTrim / 2;
        joins_.push_back(
            {.key = sidedText("pocket_left_ends", "pocket_right_ends"),
             .title = {sidedText("Left pocket, the trim’s ends", "Right pocket, the trim’s ends"), {}},
             .method = JoinMethod::sewOn,
             .first = {{{trim(), "end_left"}, {trim(), "end_right"}}, {"both ends of the trim", {}}},
             .second = {.what = {"the front beside the mouth, {0} rows at either side", {seen}},
                        .count = seen.count() * 2,
                        .length = gauge().height(seen * 2)},
             .tailSide = {"Sew from the mouth up.", {}},
             .facing = {"Knit side facing you: along one column of the front’s stitches at either side.", {}},
             .after = {sidedText("pocket_left_trim", "pocket_right_trim")}});
    }

    void sewnPatch() {
        const PieceKey patch = own();
        PlannedJoin join{.key = sidedText("pocket_left", "pocket_right"),
                         .title = {sidedText("Left pocket onto the front", "Right pocket onto the front"), {}},
                         .method = JoinMethod::sewOn,
                         .first = {.line = {{patch, "side_left", Along::Of::edge, true},
                                            {patch, "", Along::Of::firstRow},
                                            {patch, "side_right"}},
                                   .what = {"the patch, two sides and its lower edge", {}}},
                         .second = onTheFront("the front between its four marks: along one column of stitches, {0} "
                                              "rows, one row, {1} stitches, and one column"),
                         .tailSide = {"Begin at an upper corner, with a few stitches twice: hands pull there.", {}},
                         .facing = {"Knit sides facing you: stitch for stitch and row for row, between the marks.", {}},
                         .check = {"It lies flat, and its mouth is as wide as the front below it.", {}}};
        join.first.length = join.second.length;
        joins_.push_back(std::move(join));
    }

    const Garment& choices_;
    const GarmentCounts& counts_;
    Side side_;
    PieceKey front_;
    std::vector<PlannedJoin> joins_;
};

} // namespace

std::vector<PlannedJoin> pocketJoins(const Garment& garment, const GarmentCounts& counts) {
    std::vector<PlannedJoin> all;
    for (const Side side : {Side::left, Side::right})
        if (garment.pocket.isAt(side))
            std::ranges::move(PocketJoiner(garment, counts, side).all(), std::back_inserter(all));
    return all;
}

// ---- on the drawing

void addPocketParts(const GarmentBrief& brief, const GarmentCounts& counts, PieceKey front, PieceParts& parts) {
    const Garment& choices = brief.choices;
    const FabricGauge& gauge = counts.gauge;
    const bool inside = choices.pocket.kind == PocketKind::inside;
    const Rows depth = inside ? counts.pocketRows / 2 : counts.pocketRows;
    const double mouth = (counts.bodyWelt.visible + counts.pocketBelow).count();
    std::optional<Side> dragged; // of two that mirror each other, one
    for (const Side side : {Side::left, Side::right}) {
        if (!choices.pocket.isAt(side) || frontOf(choices, side) != front)
            continue;
        const NeedleSpan needles = counts.pocketAt(choices, side);
        parts.marks.areas.push_back({1.0 * needles.first.slot(), needles.last.slot() + 1.0, mouth - depth.count(),
                                     mouth, choices.pocket.kind != PocketKind::patch});
        dragged = side;
    }
    if (!dragged)
        return;
    const MarkedArea area = parts.marks.areas.back();
    const bool atLeft = *dragged == Side::left;
    const double row = gauge.rows.unit().mm();
    const double stitch = gauge.stitches.unit().mm();
    const Stitches seams(choices.making.seamStitches ? 2 : 0);
    const double middle = (area.left + area.right) / 2.0;
    parts.handles.push_back({.key = parts::pocketMouth,
                             .label = "Pocket’s mouth",
                             .length = gauge.height(counts.bodyWelt.visible + counts.pocketBelow),
                             .count = counts.bodyWelt.visible + counts.pocketBelow,
                             .x = middle,
                             .y = area.to,
                             .counts = {quantities::pocketBelowRows, quantities::pocketTrimRows},
                             .canPin = false,
                             .pulls = {{"pocket/height_mm", row, true}}});
    parts.handles.push_back({.key = parts::pocketDepth,
                             .label = "Pocket’s depth",
                             .length = gauge.height(depth),
                             .count = depth,
                             .x = middle,
                             .y = area.from,
                             .counts = {quantities::pocketRows},
                             .canPin = false,
                             .pulls = {{"pocket/depth_mm", -row, true}}});
    parts.handles.push_back({.key = parts::pocketWidth,
                             .label = "Pocket’s width",
                             .length = gauge.width(counts.pocket - seams),
                             .count = counts.pocket,
                             .x = atLeft ? area.left : area.right,
                             .y = (area.from + area.to) / 2.0,
                             .upright = false,
                             .leftward = atLeft,
                             .counts = {quantities::pocketStitches},
                             .pulls = {{"pocket/width_mm", stitch, true}}});
    parts.handles.push_back({.key = parts::pocketPlace,
                             .label = "Pocket’s place",
                             .length = gauge.width(counts.toPocket),
                             .count = counts.toPocket,
                             .x = atLeft ? area.right : area.left,
                             .y = (area.from + area.to) / 2.0,
                             .upright = false,
                             .leftward = atLeft,
                             .canPin = false,
                             .pulls = {{"pocket/from_middle_mm", stitch, true}}});
}

PieceParts pocketParts(const GarmentCounts& counts, PieceKey piece) {
    PieceParts parts;
    const bool isTrim = isPocketTrim(piece);
    const Rows rows = isTrim ? counts.pocketTrim / 2 : counts.pocketRows;
    const NeedleSpan all = centred(counts.pocket);
    const double row = counts.gauge.rows.unit().mm();
    Handle depth{.key = isTrim ? parts::trimDepth : parts::pocketDepth,
                 .label = isTrim ? "Trim on the mouth" : "Pocket’s depth",
                 .length = counts.gauge.height(rows),
                 .count = rows,
                 .x = (all.first.slot() + all.last.slot() + 1) / 2.0,
                 .y = (isTrim ? counts.pocketTrim : rows).count() * 1.0,
                 .counts = isTrim ? std::vector{quantities::pocketTrimRows}
                                  : std::vector{quantities::pocketRows, quantities::pocketStitches},
                 .canPin = false,
                 .pulls = {{isTrim ? "pocket/trim_mm" : "pocket/depth_mm", row, true}}};
    parts.marks.width = depth.key;
    parts.marks.below = {isTrim ? "{0} stitches · folded to {1} · {2} rows" : "{0} stitches · {1} deep · {2} rows",
                         {counts.pocket.count(), depth.length, rows.count()}};
    parts.handles.push_back(std::move(depth));
    return parts;
}

} // namespace vestimen
