// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/mitten/mitten_plan.h"

#include "core/article/mitten/mitten_knitting.h"
#include "core/ground/welt_findings.h"
#include "core/joining/line_joins.h"

#include <algorithm>

namespace vestimen {
namespace {

namespace counts = mitten_counts;
namespace pieces = mitten_pieces;
namespace handles {
constexpr HandleKey cuff{"cuff"}, girth{"girth"}, thumb{"thumb"}, thumbLength{"thumb_length"}, top{"top"}, flap{"flap"};
} // namespace handles

constexpr Length mm(double value) {
    return Length::millimetres(value);
}

PieceKey flapOf(PieceKey hand) {
    return hand == pieces::left ? pieces::leftFlap : pieces::rightFlap;
}

Side palmSideOf(PieceKey hand) {
    return hand == pieces::left ? Side::left : Side::right;
}

Outline outlineOf(const Mitten& mitten, const MittenCounts& counts, const FabricGauge& gauge, Side palmSide) {
    const LaidMitten laid{counts, palmSide};
    const Length eaten = gauge.stitches.unit() * (mitten.seamStitches ? 1.0 : 0.0);
    const NeedleSpan whole = laid.whole();
    const double middle = whole.first.slot() + whole.size() / 2.0;
    const auto x = [&](double boundary) { return gauge.stitches.unit() * (boundary - middle); };
    const auto y = [&](Rows row) { return gauge.height(counts.cuff.visible + row); };
    const Length left = x(whole.first.slot()) + eaten;
    const Length right = x(whole.last.slot() + 1) - eaten;
    const Length wide = gauge.width(Stitches(counts.pairs()));
    const Rows tipAt = counts.hand - counts.tip;
    const Length side = y(mitten.inHalves() ? tipAt : counts.hand + counts.edge.visible);
    std::vector<OutlinePoint> rightEdge = {{right, Length()}};
    std::vector<OutlinePoint> leftEdge = {{left, Length()}};
    if (counts.pairs() > 0) {
        for (const Rows row : {Rows(0), counts.toThumb, counts.toThumb}) {
            const Length out = row > Rows(0) && rightEdge.size() < 3 ? wide : Length();
            rightEdge.push_back({right + out, y(row)});
            leftEdge.push_back({left - out, y(row)});
        }
    }
    std::vector<OutlinePoint> top;
    if (mitten.top == MittenTop::drawnUp) {
        // A round closes the whole row up.
        Rows row = tipAt;
        Stitches now = counts.stitches;
        Length in;
        for (const int every : counts.rounds) {
            const Length before = in;
            const int gone = (now.count() - 2) / every + 1;
            now -= Stitches(gone);
            in += gauge.stitches.unit() * (gone / 2.0);
            rightEdge.insert(rightEdge.end(), {{right - before, y(row)}, {right - in, y(row)}});
            leftEdge.insert(leftEdge.end(), {{left + before, y(row)}, {left + in, y(row)}});
            row += counts.plain;
        }
        rightEdge.push_back({right - in, y(counts.hand)});
        leftEdge.push_back({left + in, y(counts.hand)});
        top = {rightEdge.back(), leftEdge.back()};
    } else {
        rightEdge.push_back({right, side});
        leftEdge.push_back({left, side});
        if (mitten.inHalves()) {
            const Length in = gauge.width((counts.half() - counts.tipLeft) / 2);
            const Length fold = x(laid.half(Side::right).first.slot());
            const Length high = y(counts.hand);
            top = {{right, side},     {right - in, high}, {fold + in, high}, {fold, side},
                   {fold - in, high}, {left + in, high},  {left, side}};
        } else {
            top = {{right, side}, {left, side}};
        }
    }
    std::ranges::reverse(leftEdge);
    return {{{"hem", {{left, Length()}, {right, Length()}}},
             {"seam_right", rightEdge},
             {"top", top},
             {"seam_left", leftEdge}}};
}

std::vector<Handle> handlesOf(const Mitten& mitten, const MittenCounts& counts, const FabricGauge& gauge,
                              Side palmSide) {
    const double stitch = gauge.stitches.unit().mm();
    const double row = gauge.rows.unit().mm();
    const LaidMitten laid{counts, palmSide};
    const NeedleSpan whole = laid.whole();
    const double middle = whole.first.slot() + whole.size() / 2.0;
    const double cuff = counts.cuff.visible.count();
    const NeedleSpan own = laid.own();
    const double thumb = own.first.slot() + own.size() / 2.0;
    const bool first = mitten.thumb == ThumbSchool::first;
    std::vector<Handle> handles;
    Handle ofCuff{.key = handles::cuff, .label = "Cuff", .count = Rows(0), .x = middle - counts.half().count() * 0.6};
    ofCuff.canPin = mitten.cuff.hasDepth();
    if (mitten.cuff.hasDepth()) {
        ofCuff.length = gauge.height(counts.cuff.visible);
        ofCuff.count = counts.cuff.visible;
        ofCuff.y = cuff;
        ofCuff.counts = {counts::cuff};
        ofCuff.pulls = {{"cuff/depth_mm", row}};
    }
    handles.push_back(std::move(ofCuff));
    handles.push_back({.key = handles::girth,
                       .label = "Around the palm",
                       .length = gauge.width(counts.stitches - Stitches(mitten.seamStitches ? 2 : 0)),
                       .count = counts.stitches,
                       .x = whole.last.slot() + 1.0,
                       .y = cuff + (counts.toThumb + counts.hand).count() / 2.0,
                       .upright = false,
                       .counts = {counts::stitches},
                       .pulls = {{Measure::palmGirth, stitch * 2.0}}});
    handles.push_back({.key = handles::thumb,
                       .label = "Thumb",
                       .length = gauge.height(counts.toThumb),
                       .count = counts.toThumb,
                       .x = thumb,
                       .y = cuff + counts.toThumb.count(),
                       .counts = {counts::toThumb, counts::thumb},
                       .pulls = {{Measure::wristToThumb, row}}});
    if (first)
        handles.push_back(
            {.key = handles::thumbLength,
             .label = "Length of the thumb",
             .length = gauge.height(counts.thumbRows),
             .count = counts.thumbRows,
             .x = thumb,
             .y = cuff + (counts.toThumb + counts.thumbRows).count(),
             .counts = {counts::thumbRows},
             .pulls = {mitten.thumbOpen ? Pull{"thumb_height_mm", row} : Pull{Measure::thumbLength, row}}});
    Handle top{.key = handles::top,
               .label = mitten.hasTip() ? "Tip" : "Open top",
               .length = gauge.height(counts.hand + counts.edge.visible),
               .count = counts.hand + counts.edge.visible,
               .x = middle + counts.half().count() * (palmSide == Side::left ? 0.5 : -0.5),
               .y = cuff + (counts.hand + counts.edge.visible).count(),
               .counts = {counts::hand},
               .pulls = {mitten.hasTip() ? Pull{Measure::handLength, row} : Pull{"top_above_mm", row}}};
    if (mitten.hasTip())
        top.counts.push_back(counts::tip);
    if (mitten.inHalves()) {
        top.shaping = "tip";
        top.schedule = {linesInWords(counts.tipSides, false), counts.tipSides.deviation};
    }
    handles.push_back(std::move(top));
    return handles;
}

/// The making up of one hand.
class Joiner {
public:
    Joiner(const Mitten& mitten, const MittenCounts& counts, PieceKey hand, std::vector<PlannedJoin>& joins)
        : mitten_(mitten), counts_(counts), hand_(hand), name_(hand == pieces::left ? "left" : "right"), joins_(joins) {
    }

    void add() {
        if (mitten_.thumb == ThumbSchool::afterwards)
            thumbKnittedOn();
        if (!mitten_.thumbOpen)
            drawnUp("thumb_top", "Top of the thumb, {0}", thumbPiece(), "thumb_top");
        thumbSeam();
        if (mitten_.top == MittenTop::grafted)
            graft();
        if (mitten_.inHalves())
            sideOfTip();
        if (mitten_.top == MittenTop::drawnUp)
            drawnUp("tip", "Tip, {0}", hand_, "tip");
        seam();
        if (mitten_.hasFlap())
            flap();
    }

private:
    std::string keyOf(const char* of) const { return std::string(of) + '_' + name_; }
    Phrase title(const char* text) const { return {text, {name_}}; }
    PieceKey thumbPiece() const {
        return mitten_.thumb == ThumbSchool::first ? hand_
               : hand_ == pieces::left             ? pieces::leftThumb
                                                   : pieces::rightThumb;
    }
    Side palmSide() const { return palmSideOf(hand_); }
    const char* ofHalf(bool palm, Side side) const {
        return palm ? side == Side::left ? "palm_left" : "palm_right" : side == Side::left ? "back_left" : "back_right";
    }

    void thumbKnittedOn() {
        joins_.push_back({.key = keyOf("thumb_on"),
                          .title = title("Thumb, {0}"),
                          .method = JoinMethod::knitOn,
                          .first = {.line = {{thumbPiece(), "", Along::Of::firstRow}},
                                    .what = {"{0} needles of the thumb", {}},
                                    .unit = JoinUnit::stitches},
                          .second = {.line = {{hand_, "thumb", Along::Of::kept}, {hand_, "thumb", Along::Of::castOn}},
                                     .what = {"{0} stitches that wait and {1} loops over the gap", {}},
                                     .unit = JoinUnit::stitches},
                          .tailSide = {"None: the thumb is knitted on.", {}},
                          .facing = {"Purl side facing you; both legs of each loop.", {}},
                          .check = {"Before the holder comes out: one loop on each of {0} needles.", {}},
                          .makes = thumbPiece()});
    }
    void drawnUp(const char* of, const char* text, PieceKey piece, const char* loops) {
        joins_.push_back({.key = keyOf(of),
                          .title = title(text),
                          .method = JoinMethod::drawUp,
                          .first = {.line = {{piece, loops, Along::Of::kept}},
                                    .what = {"{0} loops on the tail", {}},
                                    .unit = JoinUnit::stitches},
                          .ends = {{{piece, loops, Along::Of::kept}}},
                          .tailSide = {"Through all loops a second time, then pull them together and fasten off.", {}},
                          .facing = {"From the purl side. A soft yarn breaks: pull with care.", {}},
                          .check = {"Every loop is on the tail, twice.", {}}});
        if (mitten_.thumb == ThumbSchool::afterwards && piece != hand_)
            joins_.back().after = {keyOf("thumb_on")};
    }
    void thumbSeam() {
        const PieceKey piece = thumbPiece();
        joins_.push_back({.key = keyOf("thumb"),
                          .title = title("Seam of the thumb, {0}"),
                          .method = JoinMethod::mattress,
                          .first = {{{piece, "thumb_left"}}, {"one side, {0} rows", {}}},
                          .second = {{{piece, "thumb_right"}}, {"the other side, {0} rows", {}}},
                          .ends = {{{piece, "thumb_left"}, true}, {{piece, "thumb_right"}, true}},
                          .goesOnFrom = mitten_.thumbOpen ? "" : keyOf("thumb_top"),
                          .tailSide = {"From its top down; close the corner at the palm with the last stitches.", {}},
                          .facing = {"Knit side facing you, one stitch in.", {}},
                          .mayDiffer = 0,
                          .after = {keyOf(mitten_.thumbOpen ? "thumb_on" : "thumb_top")}});
    }
    void graft() {
        joins_.push_back({.key = keyOf("tip"),
                          .title = title("Tip, {0}"),
                          .method = JoinMethod::graft,
                          .first = {.line = {{hand_, "tip_palm", Along::Of::kept}},
                                    .what = {"the palm’s half, {0} loops", {}},
                                    .unit = JoinUnit::stitches,
                                    .name = "the palm’s half",
                                    .from = "its left end, as it hung",
                                    .to = "its right end"},
                          .second = {.line = {{hand_, "tip_back", Along::Of::kept}},
                                     .what = {"the back’s half, {0} loops", {}},
                                     .unit = JoinUnit::stitches,
                                     .name = "the back’s half",
                                     .from = "its left end, as it hung",
                                     .to = "its right end"},
                          .ends = {{{hand_, "tip_palm", Along::Of::kept}}, {{hand_, "tip_back", Along::Of::kept}}},
                          .facing = {"Knit side facing you, loop by loop off the waste yarn.", {}},
                          .check = {"All {0} loops are caught before the waste yarn comes out.", {}},
                          .mayDiffer = 0});
    }
    void sideOfTip() {
        joins_.push_back({.key = keyOf("tip_side"),
                          .title = title("Side of the tip, {0}"),
                          .method = JoinMethod::mattress,
                          .first = {{{hand_, ofHalf(true, opposite(palmSide()))}}, {"the palm’s half, {0} rows", {}}},
                          .second = {{{hand_, ofHalf(false, palmSide())}}, {"the back’s half, {0} rows", {}}},
                          .tailSide = {"From the tip to where the halves part, above the thumb.", {}},
                          .facing = {"Knit side facing you, one stitch in.", {}},
                          .mayDiffer = 0,
                          .after = {keyOf("tip")}});
    }
    void seam() {
        const auto side = [&](Side at) {
            const char* name = at == Side::left ? "seam_left" : "seam_right";
            const bool isPalm = at == palmSide();
            PlannedEdge edge{.line = {{hand_, name}},
                             .what = {isPalm ? "the palm’s side, {0} rows" : "the back’s side, {0} rows", {}},
                             .name = isPalm ? "the palm’s side" : "the back’s side",
                             .from = "the cuff",
                             .to = "the tip"};
            if (mitten_.inHalves()) {
                edge.line.push_back({hand_, ofHalf(isPalm, at)});
                edge.what = {isPalm ? "the palm’s side, {0} rows, and its half of the tip, {1}"
                                    : "the back’s side, {0} rows, and its half of the tip, {1}",
                             {}};
            }
            return edge;
        };
        joins_.push_back({.key = keyOf("seam"),
                          .title = title("Seam at the little finger, {0}"),
                          .method = JoinMethod::mattress,
                          .first = side(Side::left),
                          .second = side(Side::right),
                          .ends = {{{hand_, "seam_left"}}, {{hand_, "seam_right"}}},
                          .goesOnFrom = mitten_.top == MittenTop::drawnUp ? keyOf("tip") : "",
                          .facing = {"Knit side facing you, always one stitch in.", {}},
                          .mayDiffer = 0,
                          .after = {keyOf("tip")}});
    }

    void flap() {
        const PieceKey piece = flapOf(hand_);
        drawnUp("flap_tip", "Tip of the flap, {0}", piece, "tip");
        joins_.back().after = {};
        joins_.push_back({.key = keyOf("flap_seam"),
                          .title = title("Seam of the flap, {0}"),
                          .method = JoinMethod::mattress,
                          .first = {{{piece, "seam_left"}}, {"one side, {0} rows", {}}},
                          .second = {{{piece, "seam_right"}}, {"the other side, {0} rows", {}}},
                          .ends = {{{piece, "seam_left"}}, {{piece, "seam_right"}}},
                          .goesOnFrom = keyOf("flap_tip"),
                          .tailSide = {"From its tip down.", {}},
                          .facing = {"Knit side facing you, one stitch in.", {}},
                          .mayDiffer = 0,
                          .after = {keyOf("flap_tip")}});
        const int half = counts_.half().count();
        joins_.push_back({.key = keyOf("flap_on"),
                          .title = title("Flap to the back of the hand, {0}"),
                          .method = JoinMethod::sewOn,
                          .first = {.what = {"the back half of the flap’s edge, {0} stitches", {half}},
                                    .count = half,
                                    .unit = JoinUnit::stitches},
                          .second = {.what = {"the back of the hand along the marks, {0} stitches", {half}},
                                     .count = half,
                                     .unit = JoinUnit::stitches},
                          .tailSide = {"Its seam lies over the seam at the little finger.", {}},
                          .facing = {"Knit sides outward, the edge laid along the marked row; try how it folds back "
                                     "before the last stitches.",
                                     {}},
                          .after = {keyOf("seam"), keyOf("flap_seam")}});
    }

    const Mitten& mitten_;
    const MittenCounts& counts_;
    PieceKey hand_;
    std::string name_;
    std::vector<PlannedJoin>& joins_;
};

} // namespace

std::span<const CountKey> countsOf(const Mitten&) {
    return counts::all;
}

const char* usualName(const Mitten&) {
    return "Mittens";
}

std::vector<PieceName> namesOf(const Mitten& mitten) {
    std::vector<PieceName> names;
    for (const PieceKey hand : {pieces::left, pieces::right}) {
        const bool left = hand == pieces::left;
        names.push_back({hand, {left ? "Left mitten" : "Right mitten", {}}});
        if (mitten.thumb == ThumbSchool::afterwards)
            names.push_back({left ? pieces::leftThumb : pieces::rightThumb, {left ? "Left thumb" : "Right thumb", {}}});
        if (mitten.hasFlap())
            names.push_back({flapOf(hand), {left ? "Left flap" : "Right flap", {}}});
    }
    return names;
}

PieceKey inPlaceOf(const Mitten&, PieceKey piece) {
    return piece == pieces::rightThumb || piece == pieces::rightFlap ? pieces::right : pieces::left;
}

std::vector<Measure> needsOf(const Mitten&) {
    return {Measure::palmGirth, Measure::handLength, Measure::wristToThumb, Measure::thumbGirth, Measure::thumbLength};
}

void useUsualEase(const Mitten&, EaseTable& ease) {
    ease[static_cast<std::size_t>(Measure::palmGirth)] = Ease::of(Fit::easy);
}

std::vector<Finding> limitsOf(const Mitten& mitten, const Ground& ground) {
    if (ground.machine.canHold || !mitten.inHalves())
        return {};
    return {
        {Severity::error,
         "cannot_hold",
         {"Halves are narrowed with the other one in hold, and this machine cannot hold: choose a tip that is thinned "
          "across the row.",
          {}}}};
}

std::vector<Finding> contradictionsOf(const Mitten& mitten, const Ground& ground) {
    std::vector<Finding> findings;
    std::vector<const Welt*> welts = {&mitten.cuff};
    if (!mitten.hasTip())
        welts.push_back(&mitten.topEdge);
    for (const Welt* welt : welts)
        if (auto missing = bedsMissing(*welt, ground.machine)) {
            findings.push_back(std::move(*missing));
            break;
        }
    if (!mitten.hasTip()) {
        const CountForm top = both(traits(mitten.topEdge.kind).form, evenCount);
        if (top.multiple == 0 || !canLieBeside(traits(mitten.cuff.kind).form, top))
            findings.push_back({Severity::error,
                                "repeat_and_welt",
                                {"The edge of the open top never comes out even with the hand, whose halves are alike: "
                                 "choose another edge.",
                                 {}}});
    }
    return findings;
}

Checked check(const Mitten& mitten, const Ground& ground) {
    const auto measures = mittenMeasures(mitten, ground);
    if (!measures)
        return {};
    Checked checked{measures->girth, contradictionsOf(mitten, ground)};
    const auto error = [&](FindingCode code, Phrase text) {
        checked.findings.push_back({Severity::error, code, std::move(text)});
    };
    if (measures->girth < mm(60) || measures->girth > mm(500))
        error("mitten_girth", {"A mitten {0} around cannot be: 6 to 50 cm can.", {measures->girth}});
    if (measures->hand < mm(30) || measures->hand > mm(400))
        error("mitten_short", {"A hand {0} long cannot be: 3 to 40 cm can.", {measures->hand}});
    if (measures->toThumb < mm(5) || measures->toThumb >= measures->hand)
        error("mitten_short", {"A thumb {0} above the wrist on a hand of {1} cannot be: 5 mm to {1} can.",
                               {measures->toThumb, measures->hand}});
    if (measures->thumbGirth < mm(15) || measures->thumbGirth >= measures->girth)
        error("thumb_wide", {"A thumb {0} around on a palm of {1} cannot be: 15 mm to {1} can.",
                             {measures->thumbGirth, measures->girth}});
    const Length thumb = mitten.thumbOpen ? mitten.thumbHeight : measures->thumbLength;
    if (thumb < mm(5) || thumb > mm(200))
        error("thumb_short", {"A thumb {0} long cannot be: 5 mm to 20 cm can.", {thumb}});
    for (const Welt* welt : {&mitten.cuff, &mitten.topEdge})
        if (welt->hasDepth() && (welt == &mitten.cuff || !mitten.hasTip()) &&
            (welt->depth < mm(5) || welt->depth > mm(300)))
            error("welt_depth", {"A cuff or edge {0} deep cannot be: 5 mm to 30 cm can.", {welt->depth}});
    if (auto firm = firmEdge("The cuff", mitten.cuff, false, key(pieces::left)))
        checked.findings.push_back(std::move(*firm));
    return checked;
}

Plan plan(const Mitten& mitten, const Ground& ground, const FabricGauge& gauge) {
    Plan plan;
    const auto measures = mittenMeasures(mitten, ground);
    if (!measures)
        return plan;
    Counting counting(ground, gauge, plan.workings, plan.findings);
    const auto counted = countMitten(mitten, counting, *measures, pieces::left);
    if (!counted)
        return plan;
    for (const PieceKey hand : {pieces::left, pieces::right}) {
        const Side palmSide = palmSideOf(hand);
        PlannedPiece piece;
        piece.key = hand;
        piece.atLeft = palmSide == Side::left ? "the palm" : "the back of the hand";
        piece.atRight = palmSide == Side::right ? "the palm" : "the back of the hand";
        piece.pair = hand == pieces::left ? pieces::right : pieces::left;
        piece.seam = Stitches(mitten.seamStitches ? 1 : 0);
        piece.outline = outlineOf(mitten, *counted, gauge, palmSide);
        piece.width = gauge.width(counted->stitches + Stitches(2 * counted->pairs()) - piece.seam * 2);
        piece.length = gauge.height(counted->cuff.visible + counted->hand + counted->edge.visible);
        piece.handles = handlesOf(mitten, *counted, gauge, palmSide);
        piece.marks.weltRows = counted->cuff.visible.count();
        piece.marks.welt =
            mitten.cuff.hasDepth()
                ? Phrase{"{0} · {1} rows", {std::string(traits(mitten.cuff.kind).name), counted->cuff.knitted.count()}}
                : Phrase{traits(mitten.cuff.kind).name, {}};
        piece.marks.markRow = (counted->cuff.visible + counted->toThumb).count();
        piece.marks.markSpan = LaidMitten{*counted, palmSide}.own();
        piece.marks.width = handles::girth;
        piece.knitting = mittenKnitting(mitten, *counted, ground, gauge, palmSide);
        plan.pieces.push_back(std::move(piece));
        if (mitten.thumb == ThumbSchool::afterwards) {
            PlannedPiece thumb;
            thumb.key = hand == pieces::left ? pieces::leftThumb : pieces::rightThumb;
            thumb.ontoOthers = true;
            thumb.seam = Stitches(0);
            thumb.width = gauge.width(counted->thumb);
            thumb.length = gauge.height(counted->thumbRows);
            thumb.knitting = thumbKnitting(mitten, *counted, gauge, palmSide);
            plan.pieces.push_back(std::move(thumb));
        }
        if (mitten.hasFlap()) {
            PlannedPiece flap;
            flap.key = flapOf(hand);
            flap.ontoOthers = true;
            flap.width = gauge.width(counted->stitches - Stitches(mitten.seamStitches ? 2 : 0));
            flap.length = gauge.height(counted->flapEdge.visible + counted->flap);
            flap.handles = {{.key = handles::flap,
                             .label = "Length of the flap",
                             .length = flap.length,
                             .count = counted->flapEdge.visible + counted->flap,
                             .x = 0.0,
                             .y = 1.0 * (counted->flapEdge.visible + counted->flap).count(),
                             .counts = {counts::flap, counts::tip},
                             .pulls = {{"flap_overlap_mm", gauge.rows.unit().mm()}}}};
            flap.marks.width = handles::flap;
            flap.marks.below = {"{0} around · {1} stitches", {flap.width, counted->stitches.count()}};
            flap.marks.weltRows = counted->flapEdge.visible.count();
            flap.knitting = flapKnitting(mitten, *counted, ground, gauge, palmSide);
            plan.pieces.push_back(std::move(flap));
        }
        Joiner(mitten, *counted, hand, plan.joins).add();
    }
    return plan;
}

std::vector<Change<Mitten>> changesFor(const Mitten& mitten, const Ground& ground, const Finding& finding) {
    std::vector<Change<Mitten>> changes;
    const auto choose = [&](Phrase what, auto change, bool elseOnly = false) {
        Mitten next = mitten;
        change(next);
        changes.push_back({std::move(what), next, ground.ease, elseOnly});
    };
    if (finding.code == "rib_needs_two_beds") {
        choose({"Latched rib", {}}, [&](Mitten& next) {
            for (Welt* welt : {&next.cuff, &next.topEdge})
                if (bedsMissing(*welt, ground.machine))
                    welt->kind = WeltKind::latchedRib;
        });
        choose({"Rolled edge", {}}, [&](Mitten& next) {
            for (Welt* welt : {&next.cuff, &next.topEdge})
                if (bedsMissing(*welt, ground.machine))
                    welt->kind = WeltKind::rolled;
        });
    } else if (finding.code == "firm_edge") {
        choose({"Chain round the needles", {}}, [](Mitten& next) { next.cuff.making.stretch(); });
    } else if (finding.code == "cannot_hold") {
        choose({"A tip thinned across the row", {}}, [](Mitten& next) { next.top = MittenTop::drawnUp; });
    } else if (finding.code == "gusset_rows") {
        choose({"No gusset", {}}, [](Mitten& next) { next.gusset = false; });
    } else if (finding.code == "thumb_wide") {
        choose({"With a gusset", {}}, [](Mitten& next) { next.gusset = true; });
    } else if (finding.code == "mitten_tip") {
        choose({"A third left at the tip", {}}, [](Mitten& next) { next.tipLeft = Mitten().tipLeft; });
        choose(
            {"Half left at the tip", {}}, [](Mitten& next) { next.tipLeft = 0.5; }, true);
    } else if (finding.code == "repeat_and_welt") {
        choose({"A rolled edge", {}}, [](Mitten& next) { next.topEdge.kind = WeltKind::rolled; });
    }
    return changes;
}

} // namespace vestimen
