// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/article/garment/parts.h"

#include "core/article/garment/garment_counts.h"
#include "core/article/garment/pockets.h"

#include <algorithm>
#include <cmath>

namespace vestimen {

bool hasRoundNeck(PieceKey piece, const Garment& choices) {
    if (isTrim(piece) || isSleeve(piece) || choices.neck.kind == NeckKind::boat)
        return false;
    return isBack(piece) ? choices.neck.atBack || choices.body.kind == BodyKind::strapped
                         : choices.neck.kind == NeckKind::round;
}

std::optional<ShapedEdge> edgeOf(HandleKey part, PieceKey piece, const Garment& choices) {
    const auto is = [&](std::initializer_list<HandleKey> parts) { return std::ranges::count(parts, part) > 0; };
    if (is({parts::wrist, parts::sleeveTop}) || (part == parts::length && isSleeve(piece)))
        return ShapedEdge::sleeve;
    if (is({parts::width, parts::hemWidth, parts::waist}) && choices.body.sides != SideKind::straight)
        return ShapedEdge::sides;
    if (is({parts::armhole, parts::upperWidth}) && choices.body.kind != BodyKind::dropShoulder)
        return ShapedEdge::armhole;
    if (is({parts::neckDepth, parts::neckWidth, parts::neckFlat})) {
        const bool vee = choices.neck.kind == NeckKind::vee && !isBack(piece);
        if (vee || choices.neck.school != NeckSchool::hold)
            return ShapedEdge::neck;
    }
    if (is({parts::cap, parts::capTop}))
        return ShapedEdge::cap;
    return std::nullopt;
}

Stitches trimStitches(const GarmentCounts& counts, PieceKey trim) {
    return trim == pieces::neckTrim         ? counts.trimFirst
           : trim == pieces::secondNeckTrim ? counts.trim - counts.trimFirst
           : isBand(trim)                   ? counts.band
                                            : counts.armTrim;
}

namespace {

EdgeSchedule edgeSchedule(const GarmentCounts& counts, ShapedEdge edge) {
    const auto curve = [](const Curve& of) { return EdgeSchedule{linesInWords(of), of.deviation}; };
    switch (edge) {
    case ShapedEdge::sides: {
        EdgeSchedule schedule;
        for (const SideSlope& stretch : counts.sides) {
            for (ScheduleLine& line : linesInWords(stretch.slope, stretch.widens))
                schedule.lines.push_back(std::move(line));
            schedule.deviation = std::max(schedule.deviation, stretch.slope.deviation);
        }
        return schedule;
    }
    case ShapedEdge::armhole:
        return curve(counts.armholeCurve);
    case ShapedEdge::neck:
        return curve(counts.frontNeck.shape.runs.empty() ? counts.backNeck.shape : counts.frontNeck.shape);
    case ShapedEdge::sleeve:
        return {linesInWords(counts.sleeve, true), counts.sleeve.deviation};
    case ShapedEdge::cap:
        break;
    }
    return curve(counts.cap);
}

const char* objectOf(ShapedEdge edge) {
    static constexpr std::array objects = {"shaping/sides", "shaping/armhole", "shaping/neck", "shaping/sleeve",
                                           "shaping/cap"};
    static_assert(objects.size() == allEdges.size());
    return objects[static_cast<std::size_t>(edge)];
}

/// The handles of one piece, in the order in which they are gone through.
class HandleMaker {
public:
    HandleMaker(const GarmentCounts& counts, const GarmentMeasures& measures, const GarmentBrief& brief, PieceKey piece)
        : c_(countsOfPiece(counts, piece, brief.choices)), whole_(counts), m_(measures), choices_(brief.choices),
          piece_(piece), seams_(choices_.making.seamStitches ? 2 : 0), row_(counts.gauge.rows.unit().mm()),
          stitch_(counts.gauge.stitches.unit().mm()) {}

    PieceParts body() {
        const bool half = isHalf(piece_);
        const int panels = 1 + static_cast<int>(choices_.body.panels);
        const WeltCounts& welt = c_.bodyWelt;
        const bool straight = choices_.body.sides == SideKind::straight;
        const int weltRows = welt.visible.count();
        const double top = c_.bodyLength().count();
        const double under = (welt.visible + c_.hemRise + c_.toUnderarm).count();
        parts_.marks.weltRows = c_.hemRise > Rows(0) ? 0 : weltRows; // a curved one has no height of its own
        parts_.marks.welt = weltWords(welt, !half);
        const bool sides = hasSides(piece_, choices_);
        if (sides)
            parts_.marks.markRow = static_cast<int>(under);
        parts_.marks.width = c_.hem > c_.body ? parts::hemWidth : parts::width;

        add({.key = parts::length,
             .label = "Body length",
             .count = c_.bodyLength(),
             .x = middle(),
             .counts = {quantities::bodyRows},
             .pulls = {{Measure::bodyLength, -row_}}});
        add({.key = parts::welt,
             .label = "Welt",
             .count = welt.visible,
             .x = middle() - widest().count() * 0.3,
             .y = weltRows * 1.0,
             .counts = {quantities::bodyWeltRows},
             .pulls = {{"body_welt/depth_mm", row_}}});
        // A seam may part what rises; the flat ends in one of the panels.
        if (c_.hemRise > Rows(0) && (!isSidePanel(piece_) || c_.hemSide == whole_.hemSide))
            addWide({.key = parts::hemFlat,
                     .label = "Flat of the lower edge",
                     .count = half ? ofPiece(c_.hem) - c_.hemSide : c_.hem - c_.hemSide * 2,
                     .x = at(c_.hem) - sign() * c_.hemSide.count(),
                     .counts = {quantities::hemRiseRows},
                     .pulls = {{"hem_flat_percent", 2.0 * stitch_ / m_.hemWidth.mm(), true}}},
                    Stitches(0));
        if (!straight && sides)
            addWide({.key = parts::hemWidth,
                     .label = "Hem",
                     .count = ofPiece(c_.hem),
                     .x = at(c_.hem),
                     .y = c_.hemRise.count() + (welt.gathered > Stitches(0) ? weltRows + 1.0 : weltRows / 2.0),
                     .counts = {quantities::hemStitches},
                     .pulls = {{Measure::hip, stitch_ * 4.0}}},
                    seams_);
        if (choices_.body.sides == SideKind::waisted && sides)
            addWide({.key = parts::waist,
                     .label = "Waist",
                     .count = ofPiece(c_.waist),
                     .x = at(c_.waist),
                     .y = (welt.visible + c_.hemRise + c_.toWaist).count() * 1.0,
                     .counts = {quantities::waistStitches, quantities::waistRows},
                     .pulls = {{Measure::waist, stitch_ * 4.0}}},
                    seams_);
        addWide({.key = parts::width,
                 .label = "Width",
                 .count = ofPiece(c_.body),
                 .x = at(c_.body),
                 .y = straight ? (under + weltRows) / 2.0 : under - 8.0,
                 .counts = widthCounts(),
                 // Beside a side panel it is what that leaves.
                 .pulls = sides ? std::vector<Pull>{{Measure::chest, stitch_ * 2.0 * std::max(2, panels)}}
                                : std::vector<Pull>()},
                seams_);
        if (sides)
            add({.key = parts::armhole,
                 .label = "Armhole",
                 .count = c_.armhole,
                 .x = at(c_.body),
                 .y = under,
                 .counts = {quantities::armholeRows},
                 .pulls = {{Measure::armholeDepth, -row_}}});
        if (c_.upper < c_.body && choices_.body.kind != BodyKind::raglan)
            addWide({.key = parts::upperWidth,
                     .label = isSidePanel(piece_) ? "Above the armhole" : "Between the armholes",
                     .count = ofPiece(c_.upper),
                     .x = at(c_.upper),
                     .y = under + c_.armhole.count() * 0.7,
                     .counts = {quantities::upperStitches, quantities::underarmStitches},
                     .pulls = {{Measure::crossBack, stitch_ * 2.0}}},
                    seams_);
        if (sides && c_.shoulderRows > Rows(0))
            add({.key = parts::shoulder,
                 .label = "Shoulder",
                 .count = c_.shoulderRows,
                 .x = at(c_.upper),
                 .y = under + c_.armhole.count(),
                 .counts = {quantities::shoulderRows},
                 .pulls = {{Measure::shoulderDrop, -row_}}});
        if (!isSidePanel(piece_))
            neck(top);
        // A half has one armhole to mark.
        parts_.marks.markSpan = centred(c_.body);
        if (half) {
            const auto outer = static_cast<int>(std::lround(at(c_.body)));
            parts_.marks.markSpan = {Needle::atSlot(outer), Needle::atSlot(outer - 1)};
        }
        return std::move(parts_);
    }

    PieceParts sleeve() {
        const bool down = choices_.sleevesKnittedDown();
        const double length = c_.sleeveLength().count();
        const double cuff = c_.cuff.visible.count();
        const NeedleSpan widest = centred(std::max(c_.sleeveTop, c_.wrist));
        const double right = widest.last.slot() + 1;
        const double middle = (widest.first.slot() + right) / 2.0;
        parts_.marks.weltRows = down ? 0 : c_.cuff.visible.count();
        parts_.marks.welt = weltWords(c_.cuff, false);
        parts_.marks.width = parts::sleeveTop;
        add({.key = parts::length,
             .label = "Sleeve length",
             .count = c_.sleeveLength(),
             .x = middle,
             .counts = {quantities::sleeveRows},
             .pulls = {{Measure::centreBackToWrist, -row_}}});
        add({.key = parts::welt,
             .label = "Cuff",
             .count = c_.cuff.visible,
             .x = middle - c_.wrist.count() * 0.3,
             .y = cuff,
             .counts = {quantities::cuffRows},
             .pulls = {{"cuff/depth_mm", row_}}});
        // Beside a gathered cuff the sleeve begins above it.
        const double above = c_.cuff.gathered > Stitches(0) ? cuff + 1.0 : cuff / 2.0;
        addWide({.key = parts::wrist,
                 .label = "Wrist",
                 .count = c_.wrist,
                 .x = middle + c_.wrist.count() / 2.0,
                 .y = above,
                 .counts = {quantities::wristStitches},
                 .pulls = {{Measure::wrist, stitch_ * 2.0}}},
                seams_);
        // A straight top goes into an armhole of half its width; a cap goes round the arm.
        addWide({.key = parts::sleeveTop,
                 .label = "Sleeve top",
                 .count = c_.sleeveTop,
                 .x = right,
                 .y = length - c_.capRows.count() - c_.sleeve.plainAfter.count() / 2.0,
                 .counts = {quantities::sleeveTopStitches},
                 .pulls = {choices_.body.kind == BodyKind::dropShoulder ? Pull{Measure::armholeDepth, stitch_}
                                                                        : Pull{Measure::upperArm, stitch_ * 2.0}}},
                seams_);
        if (c_.capRows > Rows(0)) {
            if (choices_.body.kind == BodyKind::setIn) // higher, with a longer edge on both sides
                add({.key = parts::cap,
                     .label = "Cap",
                     .count = c_.capRows,
                     .x = middle,
                     .y = length,
                     .counts = {quantities::capRows},
                     .pulls = {{"cap_ease_mm", row_ * 2.0, true}}});
            addWide({.key = parts::capTop,
                     .label = "Top of the cap",
                     .count = c_.capTop,
                     .x = middle + c_.capTop.count() / 2.0,
                     .y = length,
                     .counts = {quantities::capTopStitches},
                     .pulls = {{"cap_top_mm", stitch_ * 2.0}}},
                    Stitches(0));
            parts_.marks.markRow = down ? 0 : (c_.sleeveLength() - c_.capRows).count();
            parts_.marks.markSpan = centred(c_.sleeveTop);
        }
        if (down) // it hangs from its cuff
            for (Handle& each : parts_.handles)
                each.y = length - each.y;
        return std::move(parts_);
    }

    PieceParts trim() {
        const Stitches stitches = trimStitches(c_, piece_);
        const bool neck = isNeckTrim(piece_);
        const bool band = isBand(piece_);
        const Rows rows = neck ? c_.trimRows : band ? c_.bandRows : c_.armTrimRows;
        const Rows seen = neck ? c_.trimSeen : band ? c_.bandRows / 2 : c_.armTrimSeen;
        const NeedleSpan all = centred(stitches);
        add({.key = parts::trimDepth,
             .label = neck   ? "Neck trim"
                      : band ? "Band"
                             : "Armhole trim",
             .count = seen,
             .x = (all.first.slot() + all.last.slot() + 1) / 2.0,
             .y = rows.count() * 1.0,
             .counts = neck   ? std::vector{quantities::trimRows, quantities::trimStitches}
                       : band ? std::vector{quantities::bandRows, quantities::bandStitches}
                              : std::vector{quantities::armTrimRows, quantities::armTrimStitches},
             .canPin = false,
             .pulls = {{neck   ? "neck_trim_depth_mm"
                        : band ? "band_depth_mm"
                               : "arm_trim_depth_mm",
                        row_ * seen.count() / std::max(1, rows.count())}}});
        if (band && !c_.buttonholes.empty())
            buttons(all);
        parts_.marks.width = parts::trimDepth;
        parts_.marks.below = {seen == rows ? "{0} stitches · {1} deep · {2} rows"
                                           : "{0} stitches · folded to {1} · {2} rows",
                              {stitches.count(), c_.gauge.height(seen), seen.count()}};
        return std::move(parts_);
    }

private:
    /// Along a band, and how far the first lies from its lower end.
    void buttons(NeedleSpan all) {
        const bool left = piece_ == pieces::leftBand;
        const bool holes = choices_.opening.hole != HoleKind::none && (choices_.opening.holes == Side::left) == left;
        const double y = c_.bandRows.count() / 4.0;
        const auto middleOf = [&](int position) {
            const double from = position - 1 + c_.buttonhole.count() / 2.0;
            return left ? all.last.slot() + 1 - from : all.first.slot() + from;
        };
        for (const int position : c_.buttonholes)
            parts_.marks.spots.push_back({middleOf(position), y, choices_.opening.button, holes});
        const auto drag = [&](HandleKey key, const char* label, int position, int stitches, bool leftward, Pull pull) {
            addWide({.key = std::move(key),
                     .label = label,
                     .count = Stitches(stitches),
                     .x = middleOf(position),
                     .y = y,
                     .canPin = false,
                     .pulls = {pull}},
                    Stitches(0));
            parts_.handles.back().leftward = leftward;
        };
        // The first stands for the margin, and so does the last of a given number; of a given distance, the second
        // stands for that.
        const auto& positions = c_.buttonholes;
        drag(parts::buttonhole, holes ? "First buttonhole" : "First button", positions.front(), positions.front() - 1,
             left, {"buttonhole_margin_mm", stitch_, true});
        if (positions.size() < 2)
            return;
        if (choices_.opening.apart > Length())
            drag(parts::nextButtonhole, "Distance of two", positions[1], positions[1] - positions[0], left,
                 {"buttons_apart_mm", stitch_, true});
        else
            drag(parts::lastButtonhole, holes ? "Last buttonhole" : "Last button", positions.back(),
                 c_.band.count() - (positions.back() - 1) - c_.buttonhole.count(), !left,
                 {"buttonhole_margin_mm", stitch_, true});
    }
    /// Of the neck, up to the top of the shoulder.
    void neck(double top) {
        const bool half = isHalf(piece_);
        const bool back = isBack(piece_);
        const bool strapped = choices_.body.kind == BodyKind::strapped;
        addWide({.key = parts::neckWidth,
                 .label = "Neck width",
                 .count = c_.neck,
                 .x = at(c_.neck),
                 .y = top,
                 .counts = {quantities::neckStitches},
                 .pulls = {strapped ? Pull{"strap_mm", -stitch_} : Pull{Measure::neckWidth, stitch_ * 2.0}}},
                Stitches(0));
        const NeckCounts& neck = back ? c_.backNeck : c_.frontNeck;
        const CountKey neckRows = back ? quantities::backNeckRows : quantities::neckRows;
        if (neck.depth > Rows(0))
            add({.key = parts::neckDepth,
                 .label = "Neck depth",
                 .count = neck.depth,
                 .x = half ? inner() + 2.0 * sign() : middle(),
                 .y = top - neck.depth.count(),
                 .counts = {neckRows},
                 .pulls = {!back      ? Pull{Measure::frontNeckDepth, -row_}
                           : strapped ? Pull{"strap_back_mm", -row_}
                                      : Pull{Measure::backNeckDepth, -row_}}});
        if (neck.depth > Rows(0) && hasRoundNeck(piece_, choices_))
            addWide({.key = parts::neckFlat,
                     .label = "Flat of the neck",
                     .count = neck.centre,
                     .x = half ? inner() + sign() * neck.centre.count() : middle() + neck.centre.count() / 2.0,
                     .y = top - neck.depth.count(),
                     .counts = {neckRows},
                     .canPin = false,
                     .pulls = {{"neck_flat_percent", 2.0 * stitch_ / m_.neckWidth.mm(), true}}},
                    Stitches(0));
    }
    /// In one piece, what is folded is said.
    static Phrase weltWords(const WeltCounts& welt, bool more) {
        const WeltTraits& kind = traits(welt.kind);
        if (kind.layers == 0)
            return {};
        return more && kind.layers == 2 ? Phrase{"{0} · {1} rows, folded in half", {kind.name, welt.knitted.count()}}
                                        : Phrase{kind.name, {}};
    }
    std::vector<CountKey> widthCounts() const {
        if (isSidePanel(piece_))
            return {quantities::sidePanelStitches, quantities::bodyStitches};
        if (isHalf(piece_))
            return {isBack(piece_) || !choices_.isCardigan() ? quantities::panelStitches : quantities::frontStitches,
                    quantities::bodyStitches};
        if (!hasSides(piece_, choices_))
            return {quantities::middlePanelStitches, quantities::bodyStitches};
        return {quantities::bodyStitches};
    }
    Stitches ofPiece(Stitches width) const { return isHalf(piece_) ? c_.ofHalf(c_.half(piece_), width) : width; }
    Stitches widest() const { return ofPiece(std::max({c_.body, c_.hem, c_.waist})); }
    double middle() const {
        if (isHalf(piece_))
            return inner() + sign() * widest().count() / 2.0;
        const NeedleSpan all = centred(widest());
        return (all.first.slot() + all.last.slot() + 1) / 2.0;
    }
    double sign() const { return isHalf(piece_) && outerSide(piece_) == Side::left ? -1.0 : 1.0; }
    /// The edge of a half at the opening, or down the middle.
    double inner() const {
        const NeedleSpan hem = centred(ofPiece(c_.hem));
        return sign() > 0 ? hem.first.slot() : hem.last.slot() + 1;
    }
    /// The edge of the piece where the body would be so wide; on the right, but for a half that lies on the left.
    double at(Stitches wide) const {
        if (!isHalf(piece_))
            return middle() + wide.count() / 2.0;
        const Stitches of = c_.half(piece_);
        const Stitches half = wide == c_.neck ? c_.neckOfHalf(of) : c_.ofHalf(of, wide);
        return inner() + sign() * half.count();
    }
    /// One of rows.
    void add(Handle handle) {
        handle.length = c_.gauge.height(std::get<Rows>(handle.count));
        finish(std::move(handle));
    }
    /// One of stitches, of which so many are the seams'.
    void addWide(Handle handle, Stitches seams) {
        handle.length = c_.gauge.width(std::get<Stitches>(handle.count) - seams);
        handle.upright = false;
        handle.leftward = !isSleeve(piece_) && sign() < 0;
        finish(std::move(handle));
    }
    void finish(Handle handle) {
        if (const auto edge = edgeOf(handle.key, piece_, choices_)) {
            handle.shaping = objectOf(*edge);
            handle.schedule = edgeSchedule(c_, *edge);
        }
        parts_.handles.push_back(std::move(handle));
    }

    const GarmentCounts c_; ///< of the piece
    const GarmentCounts& whole_;
    const GarmentMeasures& m_;
    const Garment& choices_;
    PieceKey piece_;
    Stitches seams_;
    double row_;
    double stitch_;
    PieceParts parts_;
};

} // namespace

PieceParts partsOf(const GarmentCounts& counts, const GarmentMeasures& measures, const GarmentBrief& brief,
                   PieceKey piece) {
    HandleMaker maker(counts, measures, brief, piece);
    if (isTrim(piece) || isSleeve(piece))
        return isTrim(piece) ? maker.trim() : maker.sleeve();
    PieceParts parts = maker.body();
    addPocketParts(brief, counts, piece, parts);
    return parts;
}

} // namespace vestimen
